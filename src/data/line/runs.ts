import type { Column } from '../../core/planning/cells';
import type { Said } from '../../core/said';
import { row, rows, type Tx } from '../database';
import type { ProofState } from './proofs';

/** A cell that cannot be, by the names of what would have met in it, and why. */
export type LeftOut = { artwork: string; docket: string; outlet: string } & Said;

export interface RunRow {
  id: string;
  name: string;
  state: 'going' | 'paused' | 'stopped';
  /** The first that were left out, and how many were in all. */
  leftOut: LeftOut[];
  leftOutCount: number;
  /** Artworks that are laid out of those that are to be; null once all are. */
  planning: { done: number; total: number } | null;
  /** Orders that wait for the day on which their announced blanks come out: how many, and the next day; null for none. */
  later: { count: number; day: string } | null;
  createdAt: string;
}

const RUN = `SELECT id, name, state, left_out AS "leftOut", left_out_count AS "leftOutCount", created_at AS "createdAt",
  (SELECT jsonb_build_object('done', sum(done), 'total', sum(cardinality(artworks))) FROM run_part t WHERE t.run_id = run.id HAVING count(*) > 0) AS planning,
  (SELECT jsonb_build_object('count', count(*), 'day', min(o.problem->'values'->>'day')) FROM outlet_order o
    WHERE o.run_id = run.id AND o.state = 'waiting' AND o.problem->>'code' = 'not-out-yet' HAVING count(*) > 0) AS later FROM run`;
/** The latest runs. */
export const listRuns = (tx: Tx, count: number): Promise<RunRow[]> => rows(tx, `${RUN} ORDER BY seq DESC LIMIT $1`, [count]);
export const countRuns = async (tx: Tx): Promise<number> =>
  (await row<{ count: number }>(tx, 'SELECT count(*)::int AS count FROM run'))!.count;
export const runById = (tx: Tx, id: string): Promise<RunRow | null> => row(tx, `${RUN} WHERE id = $1`, [id]);

export async function addRun(tx: Tx, name: string): Promise<string> {
  return (await row<{ id: string }>(tx, 'INSERT INTO run (name) VALUES ($1) RETURNING id', [name]))!.id;
}
export async function setRunState(tx: Tx, id: string, state: RunRow['state']): Promise<void> {
  await tx.query('UPDATE run SET state = $2 WHERE id = $1', [id, state]);
}
/** The state of a run, which stays until this transaction ends; null when there is none such. */
export const heldRun = async (tx: Tx, id: string): Promise<RunRow['state'] | null> =>
  (await row<Pick<RunRow, 'state'>>(tx, 'SELECT state FROM run WHERE id = $1 FOR NO KEY UPDATE', [id]))?.state ?? null;

/** So many of what a run left out are told by name. */
const TOLD = 1000;
/** Adds to what a run left out. */
export async function addLeftOut(tx: Tx, id: string, leftOut: LeftOut[]): Promise<void> {
  if (!leftOut.length) return;
  await tx.query(
    `UPDATE run SET left_out_count = left_out_count + $3, left_out = left_out || (SELECT coalesce(jsonb_agg(x ORDER BY n), '[]')
       FROM jsonb_array_elements($2::jsonb) WITH ORDINALITY AS e(x, n) WHERE n <= ${TOLD} - jsonb_array_length(left_out)) WHERE id = $1`,
    [id, JSON.stringify(leftOut.slice(0, TOLD)), leftOut.length],
  );
}

/** A part of a run that is still to be laid out: artworks under columns. */
export interface RunPart {
  columns: Column[];
  artworks: string[];
  /** All cells that may be drafted, those without a proof, or those held and refused. */
  only: 'all' | 'open' | 'held';
}
export async function addParts(tx: Tx, runId: string, parts: RunPart[]): Promise<void> {
  for (const [place, p] of parts.entries())
    await tx.query('INSERT INTO run_part (run_id, place, columns, artworks, taking) VALUES ($1, $2, $3, $4::uuid[], $5)', [
      runId,
      place,
      JSON.stringify(p.columns),
      p.artworks,
      p.only,
    ]);
}
/**
 * Takes the next artworks of a run that are to be laid out: so many that their cells are about `cells`. Null when all are. A part
 * that is through is gone.
 */
export async function takePart(tx: Tx, runId: string, cells: number): Promise<RunPart | null> {
  const part = await row<RunPart & { place: number; done: number; total: number }>(
    tx,
    `SELECT place, columns, taking AS "only", done, cardinality(artworks) AS total, artworks[done + 1 : done + greatest(1, $2 / jsonb_array_length(columns))] AS artworks
     FROM run_part WHERE run_id = $1 ORDER BY place LIMIT 1 FOR UPDATE`,
    [runId, cells],
  );
  if (!part) return null;
  const { place, done, total, ...its } = part;
  const through = done + its.artworks.length >= total;
  if (through) await tx.query('DELETE FROM run_part WHERE run_id = $1 AND place = $2', [runId, place]);
  else
    await tx.query('UPDATE run_part SET done = done + $3 WHERE run_id = $1 AND place = $2', [runId, place, its.artworks.length]);
  return its;
}
export async function dropParts(tx: Tx, runId: string): Promise<void> {
  await tx.query('DELETE FROM run_part WHERE run_id = $1', [runId]);
}

export interface RunCount {
  runId: string;
  outlet: string;
  state: ProofState;
  count: number;
}
/** Proofs of runs by outlet and state. */
export const countProofs = (tx: Tx, runIds: string[]): Promise<RunCount[]> =>
  rows(
    tx,
    `SELECT what AS "runId", outlet_id AS outlet, state, sum(count)::int AS count FROM tally WHERE of = 'run' AND what = ANY($1)
     GROUP BY 1, 2, 3 HAVING sum(count) <> 0 ORDER BY 1, 2, 3`,
    [runIds],
  );

/** A cell by its place. */
export interface Cell {
  artworkId: string;
  docketId: string;
  outletId: string;
}

/**
 * Puts proofs into a run. A proof that exists and is not on its way moves here and is drafted again; one that is passed or being sent
 * stays where it is, and one that is listed too, unless it is out of date (`again`). Returns the cells that were taken.
 */
export const addProofs = (tx: Tx, runId: string, cells: readonly Cell[], again: string[]): Promise<Cell[]> =>
  rows(
    tx,
    `INSERT INTO proof (run_id, artwork_id, docket_id, outlet_id)
     SELECT $1, c.artwork, c.docket, c.outlet FROM unnest($2::uuid[], $3::uuid[], $4::text[]) WITH ORDINALITY AS c(artwork, docket, outlet, n) ORDER BY n
     ON CONFLICT (workspace_id, artwork_id, docket_id, outlet_id) DO UPDATE SET run_id = excluded.run_id, state = 'drafting', draft = proof.draft + 1, updated_at = now(),
       before = coalesce(proof.before, jsonb_build_object('run', proof.run_id, 'state', proof.state))
       WHERE proof.state IN ('drafting', 'held', 'ready', 'refused') OR (proof.state = 'listed' AND proof.id = ANY($5))
     RETURNING artwork_id AS "artworkId", docket_id AS "docketId", outlet_id AS "outletId"`,
    [runId, cells.map((c) => c.artworkId), cells.map((c) => c.docketId), cells.map((c) => c.outletId), again],
  );

/** Artworks of which something is to be drafted in a run. */
export const artworksDrafting = async (tx: Tx, runId: string): Promise<string[]> =>
  (
    await rows<{ id: string }>(tx, "SELECT DISTINCT artwork_id AS id FROM proof WHERE run_id = $1 AND state = 'drafting'", [
      runId,
    ])
  ).map((a) => a.id);

/** Where proofs stand in the sheet. */
export const placesOf = (tx: Tx, ids: string[]): Promise<(Cell & { name: string })[]> =>
  rows(
    tx,
    `SELECT p.artwork_id AS "artworkId", p.docket_id AS "docketId", p.outlet_id AS "outletId", a.name FROM proof p JOIN artwork a ON a.id = p.artwork_id
     WHERE p.id = ANY($1) ORDER BY p.seq`,
    [ids],
  );

/**
 * What a stopped run had not drafted yet: proofs that were there before go back to what they were, in the run they were
 * in; those that it made new are dropped. Returns what another run, that goes on, has to draft now.
 */
export async function leaveUndrafted(tx: Tx, runId: string): Promise<{ runId: string; artworkId: string }[]> {
  await tx.query("DELETE FROM proof WHERE run_id = $1 AND state = 'drafting' AND before IS NULL", [runId]);
  const back = await rows<{ id: string; runId: string; artworkId: string; state: ProofState; runState: RunRow['state'] | null }>(
    tx,
    `UPDATE proof p SET state = p.before->>'state', run_id = coalesce(r.id, p.run_id), draft = p.draft + 1, updated_at = now(), before = NULL
     FROM proof q LEFT JOIN run r ON r.id = (q.before->>'run')::uuid WHERE q.id = p.id AND p.run_id = $1 AND p.state = 'drafting'
     RETURNING p.id, p.run_id AS "runId", p.artwork_id AS "artworkId", p.state, r.state AS "runState"`,
    [runId],
  );
  const drafting = back.filter((p) => p.state === 'drafting');
  await tx.query('DELETE FROM proof WHERE id = ANY($1)', [drafting.filter((p) => p.runState === 'stopped').map((p) => p.id)]);
  return drafting.filter((p) => p.runState === 'going');
}

/** The first refused proofs of each run, with why. */
export const runRefused = (
  tx: Tx,
  runIds: string[],
  count: number,
): Promise<{ runId: string; id: string; artwork: string; why: Said | null }[]> =>
  rows(
    tx,
    `SELECT r.id AS "runId", p.id, a.name AS artwork,
       (SELECT o.problem FROM listing l JOIN outlet_order o ON o.listing_id = l.id WHERE l.proof_id = p.id ORDER BY o.seq DESC LIMIT 1) AS why
     FROM unnest($1::uuid[]) AS r(id) CROSS JOIN LATERAL (SELECT * FROM proof WHERE run_id = r.id AND state = 'refused' ORDER BY seq LIMIT $2) p
       JOIN artwork a ON a.id = p.artwork_id ORDER BY p.seq`,
    [runIds, count],
  );

/** So many of a run's proofs are looked at for its strip. */
const LOOKED_AT = 60;
/** A few pictures of each run, for a strip. */
export const runPictures = (tx: Tx, runIds: string[]): Promise<{ runId: string; smalls: string[] | null }[]> =>
  rows(
    tx,
    `SELECT r.id AS "runId", (SELECT (array_agg(small ORDER BY seq))[1:12] FROM (SELECT small, min(seq) AS seq FROM
       (SELECT small, seq FROM proof WHERE run_id = r.id AND small IS NOT NULL ORDER BY seq LIMIT ${LOOKED_AT}) f GROUP BY 1) p) AS smalls
     FROM unnest($1::uuid[]) AS r(id)`,
    [runIds],
  );
