import { row, type Tx } from '../database';

/** A consent that a seller is asked for on an outlet's page right now. */
export interface Consent {
  id: string;
  /** The visit or token that began it; null for the demo without signing in. */
  credential: string | null;
  outletId: string;
  sealed: string;
}

/** Remembers a consent that was begun, for so long; what is over is forgotten on the way. */
export async function addConsent(tx: Tx, c: Consent, seconds: number): Promise<void> {
  await tx.query('DELETE FROM consent WHERE ends_at < now()');
  await tx.query(
    'INSERT INTO consent (id, credential_id, outlet_id, sealed, ends_at) VALUES ($1, $2, $3, $4, now() + make_interval(secs => $5))',
    [c.id, c.credential, c.outletId, c.sealed, seconds],
  );
}

/** Takes a consent, once, if it was begun by the same visit or token and is not over. */
export const takeConsent = (tx: Tx, id: string, credential: string | null): Promise<Consent | null> =>
  row(
    tx,
    `DELETE FROM consent WHERE id = $1 AND credential_id IS NOT DISTINCT FROM $2 AND ends_at > now()
     RETURNING id, credential_id AS credential, outlet_id AS "outletId", sealed`,
    [id, credential],
  );
