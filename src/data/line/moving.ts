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

/** Leaves proofs to be moved, in parts of so many. */
export async function putToMove(tx: Tx, ids: readonly string[], to: Passing, part: number): Promise<void> {
  await tx.query(
    `INSERT INTO to_move (state, proofs, among) SELECT $2, array_agg(id ORDER BY n), cardinality($1) FROM unnest($1::uuid[]) WITH ORDINALITY AS w(id, n)
     GROUP BY (n - 1) / $3::int ORDER BY (n - 1) / $3::int`,
    [ids, to, part],
  );
}

/** Proofs that were to be moved and are not stay what they are. Returns how many. */
export const dropToMove = async (tx: Tx, ids: readonly string[], to: Passing): Promise<number> =>
  (await row<{ count: number }>(
    tx,
    `WITH gone AS (DELETE FROM to_move WHERE state = $2 RETURNING seq, proofs, among),
       each AS (SELECT g.seq, g.among, w.id, w.n, d.id IS NOT NULL AS dropped FROM gone g, unnest(g.proofs) WITH ORDINALITY AS w(id, n)
         LEFT JOIN unnest($1::uuid[]) AS d(id) ON d.id = w.id),
       rest AS (INSERT INTO to_move (seq, state, proofs, among) OVERRIDING SYSTEM VALUE
         SELECT seq, $2, array_agg(id ORDER BY n), among FROM each WHERE NOT dropped GROUP BY seq, among)
     SELECT count(*) FILTER (WHERE dropped)::int AS count FROM each`,
    [ids, to],
  ))!.count;

/** Moves the next part of what waits; returns how many were taken up. What has gone another way meanwhile stays there. */
export const moveSome = async (tx: Tx): Promise<number> =>
  (await row<{ count: number }>(
    tx,
    `WITH next AS (SELECT seq FROM to_move ORDER BY seq LIMIT 1 FOR UPDATE SKIP LOCKED),
       taken AS (DELETE FROM to_move t USING next WHERE t.seq = next.seq RETURNING t.proofs, t.state),
       moved AS (UPDATE proof p SET state = t.state, updated_at = now() FROM taken t, unnest(t.proofs) AS w(id)
         WHERE p.id = w.id AND p.state = CASE t.state WHEN 'passed' THEN 'ready' ELSE 'passed' END)
     SELECT coalesce(sum(cardinality(proofs)), 0)::int AS count FROM taken`,
  ))!.count;

/** How many wait to be moved, of how many that were meant. */
export const countToMove = async (tx: Tx): Promise<{ left: number; total: number }> =>
  (await row<{ left: number; total: number }>(
    tx,
    'SELECT coalesce(sum(cardinality(proofs)), 0)::int AS left, greatest(sum(cardinality(proofs)), max(among), 0)::int AS total FROM to_move',
  ))!;
