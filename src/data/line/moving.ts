import { row, rows, type Tx } from '../database';

/** What proofs are moved to when they are passed or taken back, and what they must be for that. */
export type Passing = 'passed' | 'ready';
export const FROM: Record<Passing, Passing> = { passed: 'ready', ready: 'passed' };

/** Which of some proofs, or of a run's, may be moved. */
export const movable = async (tx: Tx, where: { run?: string; ids?: string[] }, to: Passing): Promise<string[]> =>
  (
    await rows<{ id: string }>(
      tx,
      'SELECT id FROM proof WHERE ($1::uuid IS NULL OR run_id = $1) AND ($2::uuid[] IS NULL OR id = ANY($2)) AND state = $3 ORDER BY seq',
      [where.run ?? null, where.ids ?? null, FROM[to]],
    )
  ).map((p) => p.id);

/** Leaves proofs to be moved; what was asked for last counts. */
export async function putToMove(tx: Tx, ids: readonly string[], to: Passing): Promise<void> {
  await tx.query(
    `INSERT INTO to_move (proof_id, state, among) SELECT id, $2, $3 FROM unnest($1::uuid[]) WITH ORDINALITY AS w(id, n) ORDER BY n
     ON CONFLICT (proof_id) DO UPDATE SET state = excluded.state, among = excluded.among`,
    [ids, to, ids.length],
  );
}
/** Proofs that were to be moved and are not stay what they are. Returns which. */
export const dropToMove = async (tx: Tx, ids: readonly string[], to: Passing): Promise<string[]> =>
  (
    await rows<{ id: string }>(
      tx,
      'DELETE FROM to_move WHERE proof_id = ANY($1::uuid[]) AND state = $2 RETURNING proof_id AS id',
      [ids, to],
    )
  ).map((p) => p.id);

/** Moves the next of those that wait; returns how many were taken up. One that has gone another way meanwhile stays there. */
export const moveSome = async (tx: Tx, count: number): Promise<number> =>
  (await row<{ count: number }>(
    tx,
    `WITH next AS (SELECT proof_id FROM to_move ORDER BY seq LIMIT $1 FOR UPDATE SKIP LOCKED),
       taken AS (DELETE FROM to_move t USING next WHERE t.proof_id = next.proof_id RETURNING t.proof_id, t.state),
       moved AS (UPDATE proof p SET state = t.state, updated_at = now() FROM taken t
         WHERE p.id = t.proof_id AND p.state = CASE t.state WHEN 'passed' THEN 'ready' ELSE 'passed' END)
     SELECT count(*)::int AS count FROM taken`,
    [count],
  ))!.count;

/** How many wait to be moved, of how many that were meant. */
export const countToMove = async (tx: Tx): Promise<{ left: number; total: number }> =>
  (await row<{ left: number; total: number }>(
    tx,
    'SELECT count(*)::int AS left, greatest(count(*), max(among))::int AS total FROM to_move',
  )) ?? { left: 0, total: 0 };
