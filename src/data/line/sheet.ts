import type { Column } from '../../core/planning/cells';
import type { Problem } from '../../core/listing/problems';
import type { ListingField } from '../../core/listing/compare';
import { FOUND, foundBy, SORTS, type ArtworkFilter, type Sort } from '../artwork/search';
import { FROM } from '../artwork/artworks';
import type { Candidate } from '../../core/docket/accepts';
import { row, rows, type Tx } from '../database';
import type { ListingState } from '../outlets/listings';
import { BECAUSE, WITH_CAUSES, type ProofState, type StaleBecause } from './proofs';

/** Ids of the rows of a window, and how many rows there are in all. */
export async function rowsFrom(
  tx: Tx,
  f: ArtworkFilter,
  sort: Sort,
  from: number,
  count: number,
): Promise<{ ids: string[]; total: number }> {
  const by = foundBy(f);
  const n = by.length;
  const found = await rows<{ id: string; total: number }>(
    tx,
    `SELECT a.id, count(*) OVER ()::int AS total ${FOUND} ORDER BY ${SORTS[sort]} OFFSET $${n + 1} LIMIT $${n + 2}`,
    [...by, from, count],
  );
  if (found.length || from === 0) return { ids: found.map((a) => a.id), total: found[0]?.total ?? 0 };
  // past the end: how many there are is still to be said
  const { total } = (await row<{ total: number }>(tx, `SELECT count(*)::int AS total ${FOUND}`, by))!;
  return { ids: [], total };
}

/** Ids of the rows from one artwork to another, both included, in a search's order; all rows when none are named. Null when one of them is not found any more. */
export async function rowsBetween(
  tx: Tx,
  f: ArtworkFilter,
  sort: Sort,
  ends: { first: string; last: string } | null,
): Promise<string[] | null> {
  const by = foundBy(f);
  const n = by.length;
  if (!ends) return (await rows<{ id: string }>(tx, `SELECT a.id ${FOUND} ORDER BY ${SORTS[sort]}`, by)).map((a) => a.id);
  const found = await rows<{ id: string; ends: number }>(
    tx,
    `WITH f AS MATERIALIZED (SELECT a.id, row_number() OVER (ORDER BY ${SORTS[sort]}) AS n ${FOUND}),
       e AS (SELECT min(n) AS first, max(n) AS last, count(*)::int AS ends FROM f WHERE id IN ($${n + 1}, $${n + 2}))
     SELECT f.id, e.ends FROM f, e WHERE f.n BETWEEN e.first AND e.last ORDER BY f.n`,
    [...by, ends.first, ends.last],
  );
  const both = ends.first === ends.last ? 1 : 2;
  return found[0]?.ends === both ? found.map((a) => a.id) : null;
}

/** What of an artwork decides on its cells. */
export interface SheetWork extends Candidate {
  id: string;
  name: string;
  motifId: string | null;
}
/** Artworks with what decides on their cells, the one that came first first: thousands are read at a time. */
export const sheetWorks = (tx: Tx, ids: string[]): Promise<SheetWork[]> =>
  rows(
    tx,
    `SELECT a.id, a.name, a.motif_id AS "motifId", a.state, a.width_px AS "widthPx", a.height_px AS "heightPx", a.audience, a.subject, a.marks, d.path AS drawer,
       jsonb_strip_nulls(jsonb_build_object('tone', a.by_hand->'tone', 'picture', a.by_hand->'picture', 'repeat', a.by_hand->'repeat')) AS "byHand",
       CASE WHEN a.measured IS NOT NULL THEN jsonb_build_object('clearShare', a.measured->'clearShare', 'tone', a.measured->'tone', 'trim', a.measured->'trim', 'edges', a.measured->'edges', 'rim', a.measured->'rim', 'picture', a.measured->'picture', 'repeat', a.measured->'repeat') END AS measured
     ${FROM} WHERE a.id = ANY($1) ORDER BY a.seq`,
    [ids],
  );

/** A proof by its place in the sheet. */
export interface PlacedProof {
  artworkId: string;
  docketId: string;
  outletId: string;
  state: ProofState;
}
/** Where artworks have proofs already. */
export const placedProofs = (tx: Tx, artworkIds: string[]): Promise<PlacedProof[]> =>
  rows(
    tx,
    'SELECT artwork_id AS "artworkId", docket_id AS "docketId", outlet_id AS "outletId", state FROM proof WHERE artwork_id = ANY($1)',
    [artworkIds],
  );

/** How many proofs artworks have under each docket of some columns, by state. */
export const countPlaced = (
  tx: Tx,
  artworkIds: string[],
  columns: readonly Column[],
): Promise<{ artworkId: string; docketId: string; state: ProofState; count: number }[]> =>
  rows(
    tx,
    `SELECT p.artwork_id AS "artworkId", p.docket_id AS "docketId", p.state, count(*)::int AS count
     FROM proof p JOIN unnest($2::uuid[], $3::text[]) AS c(docket, outlet) ON c.docket = p.docket_id AND c.outlet = p.outlet_id
     WHERE p.artwork_id = ANY($1) GROUP BY 1, 2, 3`,
    [artworkIds, columns.map((c) => c.docket), columns.map((c) => c.outlet)],
  );

/** Ids of the proofs of artworks in some columns, in some states or in any, in the order of the artworks. */
export const proofsAt = async (
  tx: Tx,
  artworkIds: string[],
  columns: readonly Column[],
  states: readonly ProofState[] | null,
  limit: number | null,
): Promise<string[]> =>
  (
    await rows<{ id: string }>(
      tx,
      `SELECT p.id FROM unnest($1::uuid[]) WITH ORDINALITY AS w(id, n) JOIN proof p ON p.artwork_id = w.id
         JOIN unnest($2::uuid[], $3::text[]) AS c(docket, outlet) ON c.docket = p.docket_id AND c.outlet = p.outlet_id
       WHERE $4::text[] IS NULL OR p.state = ANY($4) ORDER BY w.n, p.seq LIMIT $5`,
      [artworkIds, columns.map((c) => c.docket), columns.map((c) => c.outlet), states, limit],
    )
  ).map((p) => p.id);

/** What a cell of the sheet shows of its proof. */
export interface CellProof {
  id: string;
  artworkId: string;
  docketId: string;
  outletId: string;
  state: ProofState;
  small: string | null;
  priceMinor: number | null;
  problem: Problem | null;
  because: StaleBecause[];
  stands: ListingState | null;
  changed: ListingField[];
}
export const cellProofs = (tx: Tx, artworkIds: string[], columns: readonly Column[]): Promise<CellProof[]> =>
  rows(
    tx,
    `SELECT p.id, p.artwork_id AS "artworkId", p.docket_id AS "docketId", p.outlet_id AS "outletId", p.state, p.small, ${BECAUSE} AS because, p.changed,
       (SELECT min(v.price_minor) FROM proof_variant v WHERE v.proof_id = p.id) AS "priceMinor", p.problems->0 AS problem, nullif(l.state, 'not made') AS stands
     FROM proof p JOIN unnest($2::uuid[], $3::text[]) AS c(docket, outlet) ON c.docket = p.docket_id AND c.outlet = p.outlet_id
       ${WITH_CAUSES} LEFT JOIN listing l ON l.proof_id = p.id WHERE p.artwork_id = ANY($1)`,
    [artworkIds, columns.map((c) => c.docket), columns.map((c) => c.outlet)],
  );

/** Proofs of all columns by state, as the database keeps count. */
export const countColumns = (tx: Tx): Promise<{ docketId: string; outletId: string; state: ProofState; count: number }[]> =>
  rows(
    tx,
    `SELECT what AS "docketId", outlet_id AS "outletId", state, sum(count)::int AS count FROM tally WHERE of = 'cell' GROUP BY 1, 2, 3 HAVING sum(count) <> 0`,
  );
