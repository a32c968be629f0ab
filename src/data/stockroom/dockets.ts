import { artworksIn, effective, PARTS, partsChanged, type DocketDocument, type DocketPart } from '../../core/docket/docket';
import type { Actor } from '../acting';
import { row, rows, type Tx } from '../database';

export interface DocketRow {
  id: string;
  name: string;
  document: DocketDocument;
  revision: number;
  updatedAt: string;
}

const DOCKET = 'SELECT id, name, document, revision, updated_at AS "updatedAt" FROM docket';
export const listDockets = (tx: Tx): Promise<DocketRow[]> => rows(tx, `${DOCKET} ORDER BY seq`);
export const docketById = (tx: Tx, id: string): Promise<DocketRow | null> => row(tx, `${DOCKET} WHERE id = $1`, [id]);
export const docketForUpdate = (tx: Tx, id: string): Promise<DocketRow | null> =>
  row(tx, `${DOCKET} WHERE id = $1 FOR UPDATE`, [id]);
export const docketsByIds = (tx: Tx, ids: string[]): Promise<DocketRow[]> => rows(tx, `${DOCKET} WHERE id = ANY($1)`, [ids]);

export async function addDocket(tx: Tx, name: string, document: DocketDocument): Promise<string> {
  const { id } = (await row<{ id: string }>(
    tx,
    'INSERT INTO docket (name, document, price_plan_id) VALUES ($1, $2, $3) RETURNING id',
    [name, document, document.pricePlan],
  ))!;
  await refer(tx, id, document, 1, () => PARTS);
  await keepRevision(tx, id);
  return id;
}

/** Saves a docket as its next revision, and marks for each outlet which parts this revision changed. */
export async function saveDocket(tx: Tx, before: DocketRow, name: string, document: DocketDocument): Promise<void> {
  const revision = before.revision + 1;
  await tx.query(
    'UPDATE docket SET name = $2, document = $3, price_plan_id = $4, revision = $5, updated_at = now() WHERE id = $1',
    [before.id, name, document, document.pricePlan, revision],
  );
  await refer(tx, before.id, document, revision, (outlet) => partsChanged(before.document, document, outlet));
  await keepRevision(tx, before.id);
}

/** Writes the rows that hold a docket to the blanks, outlets, plans and artworks that it names. */
async function refer(
  tx: Tx,
  id: string,
  document: DocketDocument,
  revision: number,
  changed: (outlet: string) => readonly DocketPart[],
): Promise<void> {
  await tx.query('DELETE FROM docket_line WHERE docket_id = $1', [id]);
  await tx.query(
    `INSERT INTO docket_line (docket_id, key, blank_id) SELECT $1, l.key, l.blank FROM jsonb_to_recordset($2) AS l(key text, blank text)`,
    [id, JSON.stringify(document.lines.map(({ key, blank }) => ({ key, blank })))],
  );
  await tx.query('UPDATE docket_outlet SET offered = false WHERE docket_id = $1 AND NOT outlet_id = ANY($2)', [
    id,
    document.outlets.map((o) => o.outlet),
  ]);
  const parts = document.outlets.map(({ outlet }) => {
    const at = new Set(changed(outlet));
    return {
      outlet,
      plan: effective(document, outlet).pricePlan,
      ...Object.fromEntries(PARTS.map((p) => [p, at.has(p) ? revision : 0])),
    };
  });
  await tx.query(
    `INSERT INTO docket_outlet (docket_id, outlet_id, price_plan_id, goods, pictures, words, prices)
     SELECT $1, p.outlet, p.plan, p.goods, p.pictures, p.words, p.prices
     FROM jsonb_to_recordset($2) AS p(outlet text, plan uuid, goods integer, pictures integer, words integer, prices integer)
     ON CONFLICT (docket_id, outlet_id) DO UPDATE SET offered = true, price_plan_id = excluded.price_plan_id,
       goods = greatest(docket_outlet.goods, excluded.goods), pictures = greatest(docket_outlet.pictures, excluded.pictures),
       words = greatest(docket_outlet.words, excluded.words), prices = greatest(docket_outlet.prices, excluded.prices)`,
    [id, JSON.stringify(parts)],
  );
  await tx.query('DELETE FROM docket_artwork WHERE docket_id = $1', [id]);
  await tx.query('INSERT INTO docket_artwork (docket_id, artwork_id) SELECT $1, a.id FROM artwork a WHERE a.id = ANY($2)', [
    id,
    artworksIn(document),
  ]);
}

/** So many states of a docket are kept, to go back to and to say what has changed. */
const REVISIONS = 100;

async function keepRevision(tx: Tx, id: string): Promise<void> {
  await tx.query(
    'INSERT INTO docket_revision (docket_id, revision, name, document) SELECT id, revision, name, document FROM docket WHERE id = $1',
    [id],
  );
  await tx.query(
    'DELETE FROM docket_revision r USING docket d WHERE d.id = $1 AND r.docket_id = d.id AND r.revision <= d.revision - $2',
    [id, REVISIONS],
  );
}

export interface RevisionRow {
  revision: number;
  name: string;
  document: DocketDocument;
  savedAt: string;
  savedBy: Actor;
}
const REVISION = 'SELECT revision, name, document, saved_at AS "savedAt", saved_by AS "savedBy" FROM docket_revision';
export const revisionOf = (tx: Tx, id: string, revision: number): Promise<RevisionRow | null> =>
  row(tx, `${REVISION} WHERE docket_id = $1 AND revision = $2`, [id, revision]);
/** States of a docket after one, oldest first. */
export const revisionsAfter = (tx: Tx, id: string, revision: number): Promise<RevisionRow[]> =>
  rows(tx, `${REVISION} WHERE docket_id = $1 AND revision > $2 ORDER BY revision`, [id, revision]);

/** How much came from a docket at one outlet. */
export interface DocketUse {
  outletId: string;
  proofs: number;
  listings: number;
}

/** What came from a docket, outlet by outlet. */
export const usesOfDocket = (tx: Tx, id: string): Promise<DocketUse[]> =>
  rows(
    tx,
    `SELECT p.outlet_id AS "outletId", count(*)::int AS proofs, count(l.id) FILTER (WHERE l.state <> 'not made')::int AS listings
     FROM proof p LEFT JOIN listing l ON l.proof_id = p.id WHERE p.docket_id = $1 GROUP BY 1 ORDER BY 1`,
    [id],
  );
