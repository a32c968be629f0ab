import { rows, type Tx } from '../database';

/** So many of the newest similar listings are looked at. */
const LOOKED_AT = 40;

/** Of each tag the share of similar listings that have it. */
export type TagShares = ReadonlyMap<string, number>;
const NONE: TagShares = new Map();

/**
 * Which tags similar listings have, by docket and outlet: those of the same goods at the same outlet whose artworks have the same subject
 * and are of another motif, the newest forty.
 */
export async function tagShares(
  tx: Tx,
  subject: string,
  motif: readonly string[],
  pairs: readonly { docketId: string; outletId: string }[],
): Promise<(pair: { docketId: string; outletId: string }) => TagShares> {
  if (!subject || !pairs.length) return () => NONE;
  const found = await rows<{ docket: string; outlet: string; tag: string; share: number }>(
    tx,
    `SELECT w.docket, w.outlet, lower(t #>> '{}') AS tag, count(DISTINCT s.id)::float8 / max(s.n) AS share
     FROM (SELECT DISTINCT * FROM unnest($1::uuid[], $2::text[])) AS w(docket, outlet)
       CROSS JOIN LATERAL (SELECT q.*, count(*) OVER () AS n FROM (
         SELECT p.id, p.fields FROM artwork a JOIN proof p ON p.artwork_id = a.id AND p.docket_id = w.docket AND p.outlet_id = w.outlet
         WHERE a.subject = $3 AND a.id <> ALL($4) AND p.docket_revision IS NOT NULL ORDER BY p.seq DESC LIMIT ${LOOKED_AT}) q) s,
       jsonb_path_query(s.fields, '$.tags.*.value[*]') t GROUP BY 1, 2, 3`,
    [pairs.map((p) => p.docketId), pairs.map((p) => p.outletId), subject, motif],
  );
  const by = new Map<string, Map<string, number>>();
  for (const { docket, outlet, tag, share } of found) {
    const key = `${docket} ${outlet}`;
    by.set(key, (by.get(key) ?? new Map<string, number>()).set(tag, share));
  }
  return ({ docketId, outletId }) => by.get(`${docketId} ${outletId}`) ?? NONE;
}
