import type { Said } from '../../core/said';
import { row, rows, type Tx } from '../database';
import type { ProofState } from './proofs';

/** A cell that cannot be, by the names of what would have met in it, and why. */
export type LeftOut = { artwork: string; docket: string; outlet: string } & Said;

export interface RunRow {
  id: string;
  name: string;
  state: 'going' | 'paused' | 'stopped';
  leftOut: LeftOut[];
  createdAt: string;
}

const RUN = 'SELECT id, name, state, left_out AS "leftOut", created_at AS "createdAt" FROM run';
export const listRuns = (tx: Tx): Promise<RunRow[]> => rows(tx, `${RUN} ORDER BY seq DESC LIMIT 200`);
export const runById = (tx: Tx, id: string): Promise<RunRow | null> => row(tx, `${RUN} WHERE id = $1`, [id]);

export async function addRun(tx: Tx, name: string): Promise<string> {
  return (await row<{ id: string }>(tx, 'INSERT INTO run (name) VALUES ($1) RETURNING id', [name]))!.id;
}
export async function setRunState(tx: Tx, id: string, state: RunRow['state']): Promise<void> {
  await tx.query('UPDATE run SET state = $2 WHERE id = $1', [id, state]);
}
export async function setLeftOut(tx: Tx, id: string, leftOut: LeftOut[]): Promise<void> {
  await tx.query('UPDATE run SET left_out = $2 WHERE id = $1', [id, JSON.stringify(leftOut)]);
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
    'SELECT run_id AS "runId", outlet_id AS outlet, state, count(*)::int AS count FROM proof WHERE run_id = ANY($1) GROUP BY 1, 2, 3',
    [runIds],
  );

/**
 * Puts proofs for one artwork into a run. A proof that exists and is not on its way moves here and is drafted again; one that is
 * passed or being sent stays where it is, and one that is listed too, unless it is out of date. Returns the dockets and outlets that
 * were taken.
 */
export const addProofs = (
  tx: Tx,
  runId: string,
  artworkId: string,
  cells: { docketId: string; outletId: string }[],
  again: string[],
): Promise<{ docketId: string; outletId: string }[]> =>
  rows(
    tx,
    `INSERT INTO proof (run_id, artwork_id, docket_id, outlet_id)
     SELECT $1, $2, c."docketId", c."outletId" FROM jsonb_to_recordset($3) AS c("docketId" uuid, "outletId" text)
     ON CONFLICT (workspace_id, artwork_id, docket_id, outlet_id) DO UPDATE SET run_id = excluded.run_id, state = 'drafting', draft = proof.draft + 1, updated_at = now(),
       before = coalesce(proof.before, jsonb_build_object('run', proof.run_id, 'state', proof.state))
       WHERE proof.state IN ('drafting', 'held', 'ready', 'refused') OR (proof.state = 'listed' AND proof.id = ANY($4))
     RETURNING docket_id AS "docketId", outlet_id AS "outletId"`,
    [runId, artworkId, JSON.stringify(cells), again],
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

/** A few pictures of each run, for a strip. */
export const runPictures = (tx: Tx, runIds: string[]): Promise<{ runId: string; smalls: string[] }[]> =>
  rows(
    tx,
    `SELECT run_id AS "runId", (array_agg(small ORDER BY seq))[1:12] AS smalls
     FROM (SELECT run_id, small, min(seq) AS seq FROM proof WHERE run_id = ANY($1) GROUP BY 1, 2) p WHERE small IS NOT NULL GROUP BY 1`,
    [runIds],
  );
