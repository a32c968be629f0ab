import { rows, type Tx } from '../database';

/** A part of a listing at its outlet, as far as we know. */
export interface PartRow {
  part: string;
  done: boolean;
  /** Hash of what it carried when it was begun last. */
  carried: string;
  /** What it made, also when it is to be done again. */
  result: Record<string, string> | null;
}

export const partsOf = (tx: Tx, listingId: string): Promise<PartRow[]> =>
  rows(tx, 'SELECT part, done_at IS NOT NULL AS done, carried, result FROM listing_part WHERE listing_id = $1', [listingId]);

/** Written before a step is carried out. What it made before stays with it. */
export async function beginStep(tx: Tx, orderId: string, listingId: string, part: string, carried: string): Promise<void> {
  await tx.query(
    `INSERT INTO listing_part (listing_id, part, carried) VALUES ($1, $2, $3)
     ON CONFLICT (listing_id, part) DO UPDATE SET begun_at = now(), done_at = NULL, carried = excluded.carried`,
    [listingId, part, carried],
  );
  await tx.query('INSERT INTO order_step (order_id, part, carried) VALUES ($1, $2, $3)', [orderId, part, carried]);
}

/** Written after it. `done` is false for a thing that was found, and has other content yet. */
export async function endStep(
  tx: Tx,
  orderId: string,
  listingId: string,
  part: string,
  result: Record<string, string>,
  how: { found: boolean; done: boolean },
): Promise<void> {
  await tx.query(
    'UPDATE listing_part SET done_at = CASE WHEN $4 THEN now() END, result = $3 WHERE listing_id = $1 AND part = $2',
    [listingId, part, result, how.done],
  );
  await tx.query(
    `UPDATE order_step SET ended_at = now(), found = $3 WHERE id = (SELECT max(id) FROM order_step WHERE order_id = $1 AND part = $2) AND ended_at IS NULL`,
    [orderId, part, how.found],
  );
}

/** Parts that are to be done again, on what exists; `all` forgets what exists, too. */
export async function doubtParts(tx: Tx, listingId: string, all: boolean, parts?: string[]): Promise<void> {
  if (all) await tx.query('DELETE FROM listing_part WHERE listing_id = $1', [listingId]);
  else
    await tx.query(
      "UPDATE listing_part SET done_at = NULL, carried = '' WHERE listing_id = $1 AND ($2::text[] IS NULL OR part = ANY($2))",
      [listingId, parts ?? null],
    );
}
