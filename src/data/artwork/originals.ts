import { LIMITS } from '../../core/limits';
import { row, rows, type Tx } from '../database';

/** Number of the lock between those who say that an original is used, and the one who sweeps those that are not. */
const LOCK = 7004;

/** Until this transaction ends no original is swept: what it claims, or says to be used, stays. */
export async function keepingOriginals(tx: Tx): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock_shared($1)', [LOCK]);
}

/** Puts down that an original is on its way to its place, so that the sweep leaves it alone for some hours. */
export async function claimOriginal(tx: Tx, sha256: string): Promise<void> {
  await tx.query('SELECT claim_original($1, $2)', [sha256, LIMITS.unusedHours]);
}

/** Held by a backup while it reads originals. */
const BACKUP_LOCK = 7006;

/** Until this transaction ends nobody puts anything among the originals. False while a backup reads them: none may go then. */
export async function sweepingOriginals(tx: Tx): Promise<boolean> {
  const free = await row<{ free: boolean }>(tx, 'SELECT pg_try_advisory_xact_lock_shared($1) AS free', [BACKUP_LOCK]);
  if (!free!.free) return false;
  await tx.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
  return true;
}

/** Of originals, by SHA-256, those that any workspace still needs. A refused file counts as needed for `hours` only. */
export async function usedOriginals(tx: Tx, sha256: string[], hours: number): Promise<Set<string>> {
  const found = await rows<{ sha256: string }>(tx, 'SELECT used_originals AS sha256 FROM used_originals($1, $2)', [
    sha256,
    hours,
  ]);
  return new Set(found.map((r) => r.sha256));
}

/** SHA-256 of originals that an artwork of any workspace has or has had, in order, from one on. */
export const knownOriginals = async (tx: Tx, after: string, limit: number): Promise<string[]> =>
  (await rows<{ sha256: string }>(tx, 'SELECT known_originals AS sha256 FROM known_originals($1, $2)', [after, limit])).map(
    (r) => r.sha256,
  );

/** Gathers the names of all derived files that a proof, a listing or an order of any workspace names, for as long as this connection lasts. */
export async function gatherUsedDerived(tx: Tx): Promise<void> {
  await tx.query('CREATE TEMP TABLE used_now AS SELECT DISTINCT used_derived AS name FROM used_derived()');
  await tx.query('CREATE INDEX ON used_now (name)');
}
export async function alsoUsed(tx: Tx, names: readonly string[]): Promise<void> {
  await tx.query('INSERT INTO used_now SELECT unnest($1::text[])', [names]);
}
/** Of derived files, by name, those that are not among the gathered. */
export const unusedDerived = async (tx: Tx, names: readonly string[]): Promise<Set<string>> =>
  new Set(
    (
      await rows<{ name: string }>(
        tx,
        'SELECT n.name FROM unnest($1::text[]) AS n(name) WHERE NOT EXISTS (SELECT FROM used_now u WHERE u.name = n.name)',
        [names],
      )
    ).map((r) => r.name),
  );
