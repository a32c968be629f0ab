import type { PrintFile } from '../../core/print-file/print-file';
import type { Said } from '../../core/said';
import { row, rows, type Tx } from '../database';
import type { PrintingKind } from './plans';

export const PRINT_SET_STATES = ['laying out', 'making', 'stopped', 'done'] as const;
export type PrintSetState = (typeof PRINT_SET_STATES)[number];

/** Print files that somebody asked for. */
export interface PrintSetRow {
  id: string;
  name: string;
  kind: PrintingKind;
  /** Of so many proofs or listings, so many are laid out. */
  count: number;
  done: number;
  files: string[] | null;
  pattern: string;
  pdf: boolean;
  state: PrintSetState;
  made: number;
  failed: number;
  total: number;
  bytes: number;
  seconds: number;
  problem: Said | null;
  createdAt: string;
}
const SET = `SELECT id, name, kind, cardinality(asked) AS count, done, files, pattern, pdf, state, made, failed, total, bytes::float8 AS bytes, seconds, problem,
  created_at AS "createdAt" FROM print_set`;

export const addSet = async (
  tx: Tx,
  s: Pick<PrintSetRow, 'name' | 'kind' | 'pattern' | 'pdf' | 'files'> & { asked: readonly string[] },
): Promise<string> =>
  (await row<{ id: string }>(
    tx,
    'INSERT INTO print_set (name, kind, asked, files, pattern, pdf) VALUES ($1, $2, $3, $4, $5, $6) RETURNING id',
    [s.name, s.kind, s.asked, s.files, s.pattern, s.pdf],
  ))!.id;

/** The latest, newest first. */
export const listSets = (tx: Tx, count: number): Promise<PrintSetRow[]> => rows(tx, `${SET} ORDER BY seq DESC LIMIT $1`, [count]);
export const setById = (tx: Tx, id: string): Promise<PrintSetRow | null> => row(tx, `${SET} WHERE id = $1`, [id]);
/** The same, which stays as it is until this transaction ends. */
export const heldSet = (tx: Tx, id: string): Promise<PrintSetRow | null> =>
  row(tx, `${SET} WHERE id = $1 FOR NO KEY UPDATE`, [id]);
export async function dropSet(tx: Tx, id: string): Promise<void> {
  await tx.query('DELETE FROM print_set WHERE id = $1', [id]);
}

export async function setSetState(tx: Tx, id: string, state: PrintSetState, problem: Said | null = null): Promise<void> {
  await tx.query('UPDATE print_set SET state = $2, problem = $3 WHERE id = $1', [id, state, problem]);
}

/** The next of what was asked for, that are still to be laid out. */
export const askedFrom = async (tx: Tx, id: string, count: number): Promise<string[]> =>
  (await row<{ ids: string[] }>(tx, 'SELECT asked[done + 1 : done + $2] AS ids FROM print_set WHERE id = $1', [id, count]))
    ?.ids ?? [];

/** A file of a set, before it is made. */
export interface NewSetFile {
  plan: string;
  file: string;
  path: string;
}
/** Adds files to a set, numbered on, and notes how many of what was asked for they come from. */
export async function addFiles(tx: Tx, id: string, files: readonly NewSetFile[], laidOut: number): Promise<void> {
  await tx.query(
    `INSERT INTO print_set_file (set_id, n, plan, file, path)
     SELECT $1, s.total + f.n, f.plan, f.file, f.path FROM print_set s,
       ROWS FROM (unnest($2::text[]), unnest($3::text[]), unnest($4::text[])) WITH ORDINALITY AS f(plan, file, path, n) WHERE s.id = $1`,
    [id, files.map((f) => f.plan), files.map((f) => f.file), files.map((f) => f.path)],
  );
  await tx.query('UPDATE print_set SET done = done + $3, total = total + $2 WHERE id = $1', [id, files.length, laidOut]);
}

/** Paths that a set has taken already, in small letters. */
export const pathsOf = async (tx: Tx, id: string): Promise<Set<string>> =>
  new Set(
    (await rows<{ path: string }>(tx, 'SELECT lower(path) AS path FROM print_set_file WHERE set_id = $1', [id])).map(
      (r) => r.path,
    ),
  );

export interface SetFileRow extends NewSetFile {
  n: number;
  state: 'waiting' | 'made' | 'failed';
  bytes: number | null;
  problem: Said | null;
}
const FILE = 'SELECT n, plan, file, path, state, bytes::float8 AS bytes, problem FROM print_set_file';
export const waitingFiles = (tx: Tx, id: string, count: number): Promise<SetFileRow[]> =>
  rows(tx, `${FILE} WHERE set_id = $1 AND state = 'waiting' ORDER BY n LIMIT $2`, [id, count]);
/** A file that is made, with what it is. */
export type MadeFile = Pick<SetFileRow, 'n' | 'file' | 'path'> & { print: Omit<PrintFile, 'layers'> };
export const madeFiles = (tx: Tx, id: string): Promise<MadeFile[]> =>
  rows(
    tx,
    `SELECT s.n, s.file, s.path, x.print - 'layers' AS print FROM print_set_file s JOIN print_plan p ON p.workspace_id = s.workspace_id AND p.name = s.plan,
       LATERAL (SELECT f AS print FROM jsonb_array_elements(p.files) f WHERE f->>'file' = regexp_replace(s.file, '\\.pdf$', '.png') LIMIT 1) x
     WHERE s.set_id = $1 AND s.state = 'made' ORDER BY s.n`,
    [id],
  );
/** The first files that could not be made. */
export const failedFiles = (tx: Tx, id: string, count: number): Promise<SetFileRow[]> =>
  rows(tx, `${FILE} WHERE set_id = $1 AND state = 'failed' ORDER BY n LIMIT $2`, [id, count]);

/** What came of a file, and how long it took. */
export interface FileOutcome {
  n: number;
  bytes: number | null;
  problem: Said | null;
  seconds: number;
}
/** Notes what came of files that waited; counts each once, however often it is told. */
export async function filesEnded(tx: Tx, id: string, outcomes: readonly FileOutcome[]): Promise<void> {
  await tx.query(
    `WITH ended AS (
       UPDATE print_set_file f SET state = CASE WHEN o.bytes IS NULL THEN 'failed' ELSE 'made' END, bytes = o.bytes, problem = o.problem
       FROM jsonb_to_recordset($2) AS o(n integer, bytes bigint, problem jsonb, seconds double precision)
       WHERE f.set_id = $1 AND f.n = o.n AND f.state = 'waiting' RETURNING f.bytes, o.seconds)
     UPDATE print_set SET made = made + (SELECT count(bytes) FROM ended), failed = failed + (SELECT count(*) - count(bytes) FROM ended),
       bytes = bytes + (SELECT coalesce(sum(bytes), 0) FROM ended), seconds = seconds + (SELECT coalesce(sum(seconds), 0) FROM ended) WHERE id = $1`,
    [id, JSON.stringify(outcomes)],
  );
}

/** Has files wait again: those that failed, or of those that were made the numbered ones, whose files are gone. Returns how many. */
export async function waitAgain(tx: Tx, id: string, gone: readonly number[] | null): Promise<number> {
  const again = await rows<{ was: string; bytes: number | null }>(
    tx,
    `UPDATE print_set_file f SET state = 'waiting', problem = NULL, bytes = NULL FROM print_set_file w
     WHERE f.set_id = $1 AND w.set_id = f.set_id AND w.n = f.n AND ($2::integer[] IS NULL AND f.state = 'failed' OR f.n = ANY($2) AND f.state = 'made')
     RETURNING w.state AS was, w.bytes::float8 AS bytes`,
    [id, gone],
  );
  const made = again.filter((f) => f.was === 'made');
  await tx.query('UPDATE print_set SET made = made - $2, failed = failed - $3, bytes = bytes - $4 WHERE id = $1', [
    id,
    made.length,
    again.length - made.length,
    made.reduce((sum, f) => sum + f.bytes!, 0),
  ]);
  return again.length;
}
