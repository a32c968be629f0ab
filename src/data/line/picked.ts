import { row, type Tx } from '../database';

/** So long something picked is kept, and so many of them. */
const KEPT = { days: 3, most: 40 };

/** Keeps proofs that were picked under one id, and forgets what is old. */
export async function keepPicked(tx: Tx, ids: readonly string[]): Promise<string> {
  await tx.query(
    `DELETE FROM picked WHERE made_at < now() - make_interval(days => $1)
       OR id IN (SELECT id FROM picked ORDER BY made_at DESC OFFSET $2)`,
    [KEPT.days, KEPT.most - 1],
  );
  return (await row<{ id: string }>(tx, 'INSERT INTO picked (proofs) VALUES ($1) RETURNING id', [ids]))!.id;
}
