import { rows, type Tx } from '../database';

/** Number of the lock between those who say that an original is used, and the one who sweeps those that are not. */
const LOCK = 7004;

/** Until this transaction ends no original is swept: what it puts among the originals and says to be used, stays. */
export async function keepingOriginals(tx: Tx): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock_shared($1)', [LOCK]);
}

/** Until this transaction ends nobody puts anything among the originals. */
export async function sweepingOriginals(tx: Tx): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
}

/** Of originals, by SHA-256, those that any workspace still needs. A refused file counts as needed for `hours` only. */
export async function usedOriginals(tx: Tx, sha256: string[], hours: number): Promise<Set<string>> {
  const found = await rows<{ sha256: string }>(tx, 'SELECT used_originals AS sha256 FROM used_originals($1, $2)', [
    sha256,
    hours,
  ]);
  return new Set(found.map((r) => r.sha256));
}
