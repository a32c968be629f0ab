import type { AreaPlacement } from '../../core/placement/form';
import { rows, type Tx } from '../database';

/** Which print area: of a docket's goods line, by its key. */
export interface AreaOf {
  docketId: string;
  line: string;
  area: string;
}
/** An artwork that sits otherwise on a print area than its docket says. */
export interface OwnPlacement extends AreaOf {
  artworkId: string;
  document: AreaPlacement;
}

const OWN = 'SELECT artwork_id AS "artworkId", docket_id AS "docketId", line, area, document FROM own_placement';

/** What is of artworks' own under dockets. */
export const ownUnder = (tx: Tx, artworks: readonly string[], dockets: readonly string[]): Promise<OwnPlacement[]> =>
  rows(tx, `${OWN} WHERE artwork_id = ANY($1) AND docket_id = ANY($2)`, [artworks, dockets]);

/** What is of artworks' own on one area, locked. */
export const ownForUpdate = (tx: Tx, at: AreaOf, artworks: readonly string[]): Promise<OwnPlacement[]> =>
  rows(tx, `${OWN} WHERE artwork_id = ANY($1) AND docket_id = $2 AND line = $3 AND area = $4 FOR UPDATE`, [
    artworks,
    at.docketId,
    at.line,
    at.area,
  ]);

/** Names of what is of an artwork's own under dockets, as proofs keep them; a docket under which nothing is, is left out. */
export const ownNames = async (tx: Tx, artwork: string, dockets: readonly string[]): Promise<Map<string, string>> =>
  new Map(
    (
      await rows<{ id: string; name: string | null }>(
        tx,
        'SELECT d.id, own_placements($1, d.id) AS name FROM unnest($2::uuid[]) d(id)',
        [artwork, dockets],
      )
    ).flatMap((r) => (r.name ? [[r.id, r.name]] : [])),
  );

/** Writes what is of artworks' own on an area, many with one statement; null gives an artwork back to its docket. */
export async function putOwn(
  tx: Tx,
  at: AreaOf,
  placements: readonly { artworkId: string; document: AreaPlacement | null }[],
): Promise<void> {
  const where = [at.docketId, at.line, at.area];
  const back = placements.filter((p) => !p.document).map((p) => p.artworkId);
  if (back.length)
    await tx.query('DELETE FROM own_placement WHERE artwork_id = ANY($1) AND docket_id = $2 AND line = $3 AND area = $4', [
      back,
      ...where,
    ]);
  const put = placements.filter((p) => p.document);
  if (put.length)
    await tx.query(
      `INSERT INTO own_placement (artwork_id, docket_id, line, area, document)
       SELECT p."artworkId", $2, $3, $4, p.document FROM jsonb_to_recordset($1) AS p("artworkId" uuid, document jsonb) JOIN artwork a ON a.id = p."artworkId"
       ON CONFLICT (artwork_id, docket_id, line, area) DO UPDATE SET document = excluded.document`,
      [JSON.stringify(put), ...where],
    );
}
