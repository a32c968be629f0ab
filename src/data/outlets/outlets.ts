import type { Said } from '../../core/said';
import type { RulesDocument, Settings, SettingsDocument } from '../../core/outlet/rules';
import { row, rows, type Tx } from '../database';

export interface OutletRow {
  id: string;
  name: string;
  style: string;
  baseUrl: string;
  connected: boolean;
  sealedSecret: string | null;
  rules: RulesDocument | null;
  rulesVersion: number | null;
  rulesAt: string | null;
  /** What the outlet lets the seller choose, and what was chosen. */
  settingsOffer: SettingsDocument | null;
  settings: Settings;
  /** Why nothing is sent there just now, and until when; null when all is well. */
  hold: { until: string; why: Said } | null;
}

const OUTLET = `SELECT o.id, o.name, o.style, o.base_url AS "baseUrl", o.connected, o.sealed_secret AS "sealedSecret", r.document AS rules,
  o.rules_version AS "rulesVersion", o.rules_at AS "rulesAt", o.settings_offer AS "settingsOffer", o.settings,
  CASE WHEN o.hold_until > now() THEN jsonb_build_object('until', o.hold_until, 'why', o.hold) END AS hold
  FROM outlet o LEFT JOIN outlet_rules r ON r.workspace_id = o.workspace_id AND r.outlet_id = o.id AND r.version = o.rules_version`;
export const listOutlets = (tx: Tx): Promise<OutletRow[]> => rows(tx, `${OUTLET} ORDER BY o.seq`);
export const outletById = (tx: Tx, id: string): Promise<OutletRow | null> => row(tx, `${OUTLET} WHERE o.id = $1`, [id]);

/** Adds an account at an outlet; one of that id gets the address, which may be another after a new start. */
export async function putOutlet(tx: Tx, o: { id: string; name: string; style: string; baseUrl: string }): Promise<void> {
  await tx.query(
    'INSERT INTO outlet (id, name, style, base_url) VALUES ($1, $2, $3, $4) ON CONFLICT (workspace_id, id) DO UPDATE SET base_url = excluded.base_url',
    [o.id, o.name, o.style, o.baseUrl],
  );
}

export async function nameOutlet(tx: Tx, id: string, name: string): Promise<void> {
  await tx.query('UPDATE outlet SET name = $2 WHERE id = $1', [id, name]);
}

/** Takes away an account that nothing was made for; false when something was. */
export async function removeOutlet(tx: Tx, id: string): Promise<boolean> {
  const gone = await tx.query(
    `DELETE FROM outlet o WHERE id = $1 AND NOT EXISTS (SELECT FROM proof p WHERE p.outlet_id = o.id)
       AND NOT EXISTS (SELECT FROM listing l WHERE l.outlet_id = o.id) AND NOT EXISTS (SELECT FROM docket_outlet d WHERE d.outlet_id = o.id AND d.offered)`,
    [id],
  );
  return (gone.rowCount ?? 0) > 0;
}
/** Dockets that no longer name an outlet keep a row for the proofs that are there: without proofs it can go. */
export async function forgetUnoffered(tx: Tx, id: string): Promise<void> {
  await tx.query(
    `DELETE FROM docket_outlet d WHERE outlet_id = $1 AND NOT offered
       AND NOT EXISTS (SELECT FROM proof p WHERE p.docket_id = d.docket_id AND p.outlet_id = d.outlet_id)`,
    [id],
  );
}

/** A secret that was just allowed: the account is connected, and whatever held it is over. */
export async function keepSecret(tx: Tx, id: string, sealed: string): Promise<void> {
  await tx.query(
    'UPDATE outlet SET sealed_secret = $2, connected = true, hold_until = NULL, hold = NULL, failures = 0 WHERE id = $1',
    [id, sealed],
  );
}

/** A renewed secret takes the place of the one that it was renewed from; false when that is another by now. Nothing else changes: a hold stays. */
export const keepRenewed = async (tx: Tx, id: string, was: string, sealed: string): Promise<boolean> =>
  ((await tx.query('UPDATE outlet SET sealed_secret = $3 WHERE id = $1 AND sealed_secret = $2', [id, was, sealed])).rowCount ??
    0) > 0;

/** The outlet does not accept our sign-in any more. What it told us stays; nothing is sent until it is connected again. */
export async function signedOut(tx: Tx, id: string): Promise<void> {
  await tx.query('UPDATE outlet SET connected = false WHERE id = $1', [id]);
}

/** Leaves an outlet alone for a while. `failed` counts one more order in a row without a clear answer; returns how many. */
export async function holdOutlet(tx: Tx, id: string, seconds: number, why: Said, failed: boolean): Promise<number> {
  const held = await row<{ failures: number }>(
    tx,
    `UPDATE outlet SET failures = failures + $4::int, hold = $3, hold_until = now() + make_interval(secs => $2) WHERE id = $1 RETURNING failures`,
    [id, seconds, why, failed ? 1 : 0],
  );
  return held?.failures ?? 0;
}

/** The outlet answered clearly again. */
export async function outletAnswers(tx: Tx, id: string): Promise<void> {
  await tx.query(
    'UPDATE outlet SET failures = 0, hold_until = NULL, hold = NULL WHERE id = $1 AND (failures > 0 OR hold IS NOT NULL)',
    [id],
  );
}

/** Every connected outlet of every workspace: asked before any workspace is known. */
export const connectedOutlets = (tx: Tx): Promise<{ workspace: string; outlet: string }[]> =>
  rows(tx, 'SELECT * FROM connected_outlets()');

/** Rules that differ from the ones before are the next version. */
export async function addRules(tx: Tx, id: string, rules: RulesDocument): Promise<void> {
  await tx.query('UPDATE outlet SET rules_version = coalesce(rules_version, 0) + 1, rules_at = now() WHERE id = $1', [id]);
  await tx.query(
    'INSERT INTO outlet_rules (outlet_id, version, document) SELECT id, rules_version, $2 FROM outlet WHERE id = $1',
    [id, rules],
  );
}
/** The same rules, asked for again. */
export async function rulesSeen(tx: Tx, id: string): Promise<void> {
  await tx.query('UPDATE outlet SET rules_at = now() WHERE id = $1', [id]);
}
export const rulesOf = async (tx: Tx, id: string, version: number): Promise<RulesDocument | null> =>
  (
    await row<{ document: RulesDocument }>(tx, 'SELECT document FROM outlet_rules WHERE outlet_id = $1 AND version = $2', [
      id,
      version,
    ])
  )?.document ?? null;

export async function keepSettingsOffer(tx: Tx, id: string, offer: SettingsDocument): Promise<void> {
  await tx.query('UPDATE outlet SET settings_offer = $2 WHERE id = $1', [id, offer]);
}
export async function keepSettings(tx: Tx, id: string, settings: Settings): Promise<void> {
  await tx.query('UPDATE outlet SET settings = $2 WHERE id = $1', [id, settings]);
}
