import type { Demand, DemandSource } from '../../core/tags/demand';
import { row, rows, type Tx } from '../database';

export interface DemandRow extends Demand {
  source: DemandSource;
  worth: number;
}

const DEMAND = 'SELECT phrase, source, searches, competing, click_rate AS "clickRate", months, worth FROM demand';

/** How many phrases there are of each source. */
export const demandCounts = async (tx: Tx): Promise<Record<DemandSource, number>> => ({
  fetched: 0,
  own: 0,
  ...Object.fromEntries(
    (await rows<{ source: string; n: number }>(tx, 'SELECT source, count(*)::int AS n FROM demand GROUP BY 1')).map((r) => [
      r.source,
      r.n,
    ]),
  ),
});

/** Puts phrases; what was fetched does not take the place of a seller's own. Returns how many were put. */
export async function putDemand(tx: Tx, all: readonly (Demand & { words: string[] })[], source: DemandSource): Promise<number> {
  const put = await tx.query(
    `INSERT INTO demand (phrase, source, searches, competing, click_rate, months, words)
     SELECT d.phrase, $2, d.searches, d.competing, d."clickRate", d.months, d.words
     FROM jsonb_to_recordset($1::jsonb) AS d(phrase text, searches integer, competing integer, "clickRate" real, months real[], words text[])
     ON CONFLICT (workspace_id, phrase) DO UPDATE SET source = excluded.source, searches = excluded.searches, competing = excluded.competing,
       click_rate = excluded.click_rate, months = excluded.months, words = excluded.words WHERE demand.source = 'fetched' OR excluded.source = 'own'`,
    [JSON.stringify(all), source],
  );
  return put.rowCount ?? 0;
}
export async function dropDemand(tx: Tx, source: DemandSource): Promise<number> {
  return (await tx.query('DELETE FROM demand WHERE source = $1', [source])).rowCount ?? 0;
}

/** Phrases that say something of `about` and nothing beyond `known`, those that are worth most first. */
export const demandFor = (tx: Tx, about: readonly string[], known: readonly string[], most: number): Promise<DemandRow[]> =>
  about.length
    ? rows(tx, `${DEMAND} WHERE words && $1 AND words <@ $2 ORDER BY worth DESC, phrase LIMIT $3`, [about, known, most])
    : Promise.resolve([]);

export interface DemandSearch {
  find: string;
  order: 'worth' | 'searches' | 'competing' | 'phrase';
}
const ORDERS: Record<DemandSearch['order'], string> = {
  worth: 'worth DESC, phrase',
  searches: 'searches DESC, phrase',
  competing: 'competing, phrase',
  phrase: 'phrase',
};
/** A window of phrases in which what is typed stands, with how many there are. */
export async function demandWindow(
  tx: Tx,
  { find, order }: DemandSearch,
  from: number,
  count: number,
): Promise<{ total: number; rows: (DemandRow & { used: number })[] }> {
  const where = `WHERE ($1 = '' OR position($1 IN phrase) > 0)`;
  const { n } = (await row<{ n: number }>(tx, `SELECT count(*)::int AS n FROM demand ${where}`, [find]))!;
  const found = await rows<DemandRow & { used: number }>(
    tx,
    `WITH shown AS (${DEMAND} ${where} ORDER BY ${ORDERS[order]} OFFSET $2 LIMIT $3)
     , said AS (SELECT t #>> '{}' AS tag, count(DISTINCT l.id)::int AS n FROM listing l JOIN proof p ON p.id = l.proof_id,
       jsonb_path_query(p.fields, '$.tags.*.value[*]') t WHERE l.state = 'live' AND t #>> '{}' IN (SELECT phrase FROM shown) GROUP BY 1)
     SELECT s.*, coalesce(n, 0) AS used FROM shown s LEFT JOIN said ON tag = s.phrase ORDER BY ${ORDERS[order]}`,
    [find, from, count],
  );
  return { total: n, rows: found };
}
