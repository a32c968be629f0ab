import type { OutletRules } from '../../core/rules/rules';
import { row, rows, type Tx } from '../database';

export interface OutletRow {
  id: string;
  name: string;
  style: string;
  baseUrl: string;
  connected: boolean;
  sealedSecret: string | null;
  rules: OutletRules | null;
  rulesAt: string | null;
  /** Why nothing is sent there just now, and until when; null when all is well. */
  hold: { until: string; why: string } | null;
}

const OUTLET = `SELECT id, name, style, base_url AS "baseUrl", connected, sealed_secret AS "sealedSecret", rules, rules_at AS "rulesAt",
  CASE WHEN hold_until > now() THEN json_build_object('until', hold_until, 'why', hold_why) END AS hold FROM outlet`;
export const listOutlets = (tx: Tx): Promise<OutletRow[]> => rows(tx, `${OUTLET} ORDER BY seq`);
export const outletById = (tx: Tx, id: string): Promise<OutletRow | null> => row(tx, `${OUTLET} WHERE id = $1`, [id]);

export async function addOutlet(tx: Tx, o: { id: string; name: string; style: string; baseUrl: string }): Promise<void> {
  await tx.query(
    'INSERT INTO outlet (id, name, style, base_url) VALUES ($1, $2, $3, $4) ON CONFLICT (workspace_id, id) DO UPDATE SET base_url = excluded.base_url',
    [o.id, o.name, o.style, o.baseUrl],
  );
}

export async function keepSecret(tx: Tx, id: string, sealed: string): Promise<void> {
  await tx.query(
    'UPDATE outlet SET sealed_secret = $2, connected = true, hold_until = NULL, hold_why = NULL, failures = 0 WHERE id = $1',
    [id, sealed],
  );
}

/** The outlet does not accept our sign-in any more. What it told us stays; nothing is sent until it is connected again. */
export async function signedOut(tx: Tx, id: string): Promise<void> {
  await tx.query('UPDATE outlet SET connected = false WHERE id = $1', [id]);
}

/** Leaves an outlet alone for a while. `failed` counts one more sending in a row without a clear answer; returns how many. */
export async function holdOutlet(tx: Tx, id: string, seconds: number, why: string, failed: boolean): Promise<number> {
  const held = await row<{ failures: number }>(
    tx,
    `UPDATE outlet SET failures = failures + $4::int, hold_why = $3, hold_until = now() + make_interval(secs => $2) WHERE id = $1 RETURNING failures`,
    [id, seconds, why, failed ? 1 : 0],
  );
  return held?.failures ?? 0;
}

/** The outlet answered clearly again. */
export async function outletAnswers(tx: Tx, id: string): Promise<void> {
  await tx.query(
    'UPDATE outlet SET failures = 0, hold_until = NULL, hold_why = NULL WHERE id = $1 AND (failures > 0 OR hold_why IS NOT NULL)',
    [id],
  );
}

/** Every connected outlet of every workspace: asked before any workspace is known. */
export const connectedOutlets = (tx: Tx): Promise<{ workspace: string; outlet: string }[]> =>
  rows(tx, 'SELECT * FROM connected_outlets()');

export async function keepRules(tx: Tx, id: string, rules: OutletRules): Promise<void> {
  await tx.query('UPDATE outlet SET rules = $2, rules_at = now() WHERE id = $1', [id, rules]);
}
