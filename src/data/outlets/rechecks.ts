import { row, type Tx } from '../database';

/** How far a recheck of an outlet's proofs is. */
export interface Recheck {
  /** Goes up with every new reason, which begins it from the start. */
  round: number;
  /** The last proof that is done. */
  after: number;
}

/** An outlet's rules or settings changed: its proofs are to be held against them, from the first on. In the transaction that changes them. */
export async function askRecheck(tx: Tx, outletId: string): Promise<void> {
  await tx.query(
    'INSERT INTO recheck (outlet_id) VALUES ($1) ON CONFLICT (workspace_id, outlet_id) DO UPDATE SET round = recheck.round + 1, after = 0',
    [outletId],
  );
}

export const recheckOf = (tx: Tx, outletId: string): Promise<Recheck | null> =>
  row(tx, 'SELECT round, after FROM recheck WHERE outlet_id = $1', [outletId]);

/** Puts down how far a round is, unless another has begun. `after` null: it is done. */
export async function recheckedTo(tx: Tx, outletId: string, round: number, after: number | null): Promise<void> {
  await (after === null
    ? tx.query('DELETE FROM recheck WHERE outlet_id = $1 AND round = $2', [outletId, round])
    : tx.query('UPDATE recheck SET after = $3 WHERE outlet_id = $1 AND round = $2', [outletId, round, after]));
}
