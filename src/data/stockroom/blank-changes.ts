import { WEIGHTS, type BlankChange } from '../../core/stock/changes';
import type { Mended, NotMended } from '../../core/docket/ended';
import type { WhenEnded } from '../../core/docket/docket';
import { row, rows, type Tx } from '../database';

/** What the rule of a docket did about a change. */
export interface MendedDocket {
  docket: string;
  rule: WhenEnded;
  did: Mended[];
  left: NotMended[];
  /** The step that takes it back; null when nothing was done. */
  step: string | null;
}

/** What changed about a blank since somebody looked at it. */
export interface BlankChangeRow {
  id: string;
  blank: string;
  /** The version that was there when it was last looked at; null for a blank that is new. */
  from: number | null;
  wasGone: boolean;
  changes: BlankChange[];
  mended: MendedDocket[];
  at: string;
}

const CHANGE = `SELECT id, blank_id AS blank, from_version AS "from", was_gone AS "wasGone", changes, mended, at FROM blank_change`;

/** What is still to be looked at of a blank. */
export const openChange = (tx: Tx, blank: string): Promise<BlankChangeRow | null> =>
  row(tx, `${CHANGE} WHERE blank_id = $1 AND looked_at IS NULL FOR UPDATE`, [blank]);

/** Writes down what changed about a blank since it was last looked at; without any change there is nothing to look at. */
export async function putChange(tx: Tx, c: Pick<BlankChangeRow, 'blank' | 'from' | 'wasGone' | 'changes'>): Promise<void> {
  if (!c.changes.length) {
    await tx.query('DELETE FROM blank_change WHERE blank_id = $1 AND looked_at IS NULL', [c.blank]);
    return;
  }
  await tx.query(
    `INSERT INTO blank_change (blank_id, from_version, was_gone, changes, weight) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (workspace_id, blank_id) WHERE looked_at IS NULL DO UPDATE SET changes = excluded.changes, weight = excluded.weight, at = now()`,
    [c.blank, c.from, c.wasGone, JSON.stringify(c.changes), WEIGHTS.indexOf(c.changes[0]!.weight)],
  );
}

/** Adds to the changes of some blanks what the rule of a docket did. */
export async function addMended(tx: Tx, blanks: readonly string[], mended: MendedDocket): Promise<void> {
  await tx.query('UPDATE blank_change SET mended = mended || $2::jsonb WHERE blank_id = ANY($1) AND looked_at IS NULL', [
    blanks,
    JSON.stringify([mended]),
  ]);
}

/** What is to be looked at: what ended first, of alike ones what dockets print on, then the newest. */
export const openChanges = (tx: Tx, from: number, count: number): Promise<BlankChangeRow[]> =>
  rows(
    tx,
    `${CHANGE} c WHERE looked_at IS NULL ORDER BY weight, EXISTS (SELECT FROM docket_line d WHERE d.blank_id = c.blank_id) DESC, seq DESC OFFSET $1 LIMIT $2`,
    [from, count],
  );

/** How many blanks there are to look at, and of how many something ended. */
export const countChanges = async (tx: Tx): Promise<{ open: number; ended: number }> =>
  (await row(
    tx,
    'SELECT count(*)::int AS open, count(*) FILTER (WHERE weight = 0)::int AS ended FROM blank_change WHERE looked_at IS NULL',
  ))!;

/** So many of those that were looked at are kept. */
const KEPT = 500;

/** Some changes, or all that there are, have been looked at. Returns those that were not before. */
export async function lookedAt(tx: Tx, ids: readonly string[] | null): Promise<string[]> {
  const looked = await rows<{ id: string }>(
    tx,
    'UPDATE blank_change SET looked_at = now(), looked_by = current_actor() WHERE looked_at IS NULL AND ($1::uuid[] IS NULL OR id = ANY($1)) RETURNING id',
    [ids],
  );
  await tx.query(
    'DELETE FROM blank_change WHERE looked_at < (SELECT looked_at FROM blank_change WHERE looked_at IS NOT NULL ORDER BY looked_at DESC OFFSET $1 LIMIT 1)',
    [KEPT],
  );
  return looked.map((l) => l.id);
}

/** They are to be looked at again, but those whose blank has changed since. Returns how many. */
export async function notLookedAt(tx: Tx, ids: readonly string[]): Promise<number> {
  const back = await rows(
    tx,
    `UPDATE blank_change c SET looked_at = NULL, looked_by = NULL WHERE c.id = ANY($1) AND looked_at IS NOT NULL
       AND NOT EXISTS (SELECT FROM blank_change o WHERE o.blank_id = c.blank_id AND o.looked_at IS NULL) RETURNING id`,
    [ids],
  );
  return back.length;
}

/** What came from a blank by a docket, and what of that is live. */
export interface Touched {
  blank: string;
  docket: string;
  proofs: number;
  live: number;
  /** Of the live ones, those that offer something that ended. */
  offering: number;
}

/** What was made from some blanks, docket by docket; `ended` names colours on sizes that are not made any more. */
export const touchedBy = (
  tx: Tx,
  blanks: readonly string[],
  ended: readonly { blank: string; colour: string; size: string }[],
): Promise<Touched[]> =>
  rows(
    tx,
    `SELECT g.blank_id AS blank, p.docket_id AS docket, count(DISTINCT p.id)::int AS proofs,
       count(DISTINCT l.id) FILTER (WHERE l.state = 'live')::int AS live,
       count(DISTINCT l.id) FILTER (WHERE l.state = 'live' AND EXISTS (SELECT FROM proof_variant v
         JOIN jsonb_to_recordset($2) AS e(blank text, colour text, size text) ON e.blank = g.blank_id AND e.colour = v.colour AND e.size = v.size
         WHERE v.proof_id = p.id AND v.line = g.line))::int AS offering
     FROM proof_goods g JOIN proof p ON p.id = g.proof_id LEFT JOIN listing l ON l.proof_id = p.id
     WHERE g.blank_id = ANY($1) GROUP BY 1, 2`,
    [blanks, JSON.stringify(ended)],
  );

/** Dockets that have a goods line of some blanks. */
export const docketsOf = (tx: Tx, blanks: readonly string[]): Promise<{ docket: string; blank: string }[]> =>
  rows(tx, 'SELECT DISTINCT docket_id AS docket, blank_id AS blank FROM docket_line WHERE blank_id = ANY($1)', [blanks]);

/** Which of some steps were taken back. */
export const stepsUndone = async (tx: Tx, ids: readonly string[]): Promise<Set<string>> =>
  new Set(
    (await rows<{ id: string }>(tx, 'SELECT id FROM activity WHERE id = ANY($1) AND undone_at IS NOT NULL', [ids])).map(
      (r) => r.id,
    ),
  );
