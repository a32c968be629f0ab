import { IN_SEASON, type Demand, type DemandSource } from '../../core/tags/demand';
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

/** Which phrases are looked at. */
export interface DemandSearch {
  find: string;
  order: 'worth' | 'searches' | 'competing' | 'phrase';
  /** Those that live listings have as a tag, or those that none has. */
  use?: 'ours' | 'nobody';
  /** Those whose time of the year begins in one of these months, 0 for January. */
  seasonFrom?: readonly number[];
  /** Those that say something of `about` and nothing beyond `known`. */
  speaking?: { about: readonly string[]; known: readonly string[] };
}
const ORDERS: Record<DemandSearch['order'], string> = {
  worth: 'worth DESC, phrase',
  searches: 'searches DESC, phrase',
  competing: 'competing, phrase',
  phrase: 'phrase',
};
/** Tags of live listings, with how many have each. */
const SAID = `SELECT t #>> '{}' AS tag, count(DISTINCT l.id)::int AS n FROM listing l JOIN proof p ON p.id = l.proof_id,
  jsonb_path_query(p.fields, '$.tags.*.value[*]') t WHERE l.state = 'live' GROUP BY 1`;
/** A month stands out, and the one before it does not: `seasonFrom` in core/tags/demand.ts. */
const BEGINS = `EXISTS (SELECT FROM unnest($2::int[]) m WHERE cardinality(months) = 12 AND months[m + 1] >= $3 AND months[(m + 11) % 12 + 1] < $3)`;
const WHERE = `WHERE ($1 = '' OR position($1 IN phrase) > 0) AND ($2::int[] IS NULL OR ${BEGINS}) AND ($4::text[] IS NULL OR (words && $4 AND words <@ $5))`;
const USED: Record<NonNullable<DemandSearch['use']>, string> = { ours: 'AND n IS NOT NULL', nobody: 'AND n IS NULL' };

/** A window of phrases, with how many there are in all and how many live listings have each as a tag. */
export async function demandWindow(
  tx: Tx,
  { find, order, use, seasonFrom, speaking }: DemandSearch,
  from: number,
  count: number,
): Promise<{ total: number; rows: (DemandRow & { used: number })[] }> {
  const by = [find, seasonFrom ?? null, IN_SEASON, speaking?.about ?? null, speaking?.known ?? null, from, count];
  const inOrder = `ORDER BY ${ORDERS[order]}`;
  // what listings say is asked once, and only of what it decides on or of the rows that are shown
  const found = await rows<{ n: number; shown: (DemandRow & { used: number }) | null }>(
    tx,
    `WITH said AS MATERIALIZED (${SAID}),
       meant AS MATERIALIZED (${DEMAND} ${use ? 'LEFT JOIN said ON tag = phrase' : ''} ${WHERE} ${use ? USED[use] : ''}),
       page AS (SELECT meant.*, row_number() OVER (${inOrder}) AS place FROM meant ${inOrder} OFFSET $6 LIMIT $7)
     SELECT (SELECT count(*)::int FROM meant) AS n, to_jsonb(page) - 'place' || jsonb_build_object('used', coalesce(said.n, 0)) AS shown
     FROM (SELECT) once LEFT JOIN (page LEFT JOIN said ON said.tag = page.phrase) ON true ORDER BY page.place`,
    by,
  );
  return { total: found[0]!.n, rows: found.flatMap((f) => f.shown ?? []) };
}

/** Subjects and keywords of the artworks that are here, each once. */
export const wordsOfArtworks = async (tx: Tx): Promise<string[]> =>
  (
    await rows<{ said: string }>(
      tx,
      "SELECT DISTINCT said FROM (SELECT subject AS said FROM artwork WHERE standing = 'here' UNION SELECT unnest(keywords) FROM artwork WHERE standing = 'here') s WHERE said <> ''",
    )
  ).map((r) => r.said);

/** A phrase; null where it is not known. */
export const demandOfPhrase = (tx: Tx, phrase: string): Promise<DemandRow | null> =>
  row(tx, `${DEMAND} WHERE phrase = $1`, [phrase]);
/** Phrases that share a word with one, those that share most and are worth most first. */
export const relatedDemand = (
  tx: Tx,
  phrase: string,
  words: readonly string[],
  most: number,
): Promise<(DemandRow & { used: number })[]> =>
  rows(
    tx,
    `SELECT r.phrase, r.source, r.searches, r.competing, r."clickRate", r.months, r.worth, coalesce(n, 0) AS used FROM (${DEMAND.replace(' FROM', ', cardinality(ARRAY(SELECT unnest(words) INTERSECT SELECT unnest($2::text[]))) AS shared FROM')}
       WHERE words && $2 AND phrase <> $1) r LEFT JOIN (${SAID}) said ON tag = r.phrase ORDER BY shared DESC, worth DESC, r.phrase LIMIT $3`,
    [phrase, words, most],
  );

export interface SayingListing {
  proof: string;
  artwork: string;
  outlet: string;
  title: string;
  live: boolean;
}
/** Proofs that have a phrase as a tag, the newest first, with how many there are. */
export async function proofsSaying(
  tx: Tx,
  phrase: string,
  most: number,
): Promise<{ total: number; live: number; listings: SayingListing[] }> {
  const saying = `FROM proof p LEFT JOIN listing l ON l.proof_id = p.id AND l.state = 'live' WHERE EXISTS (SELECT FROM jsonb_path_query(p.fields, '$.tags.*.value[*]') t WHERE lower(t #>> '{}') = $1)`;
  const counts = (await row<{ total: number; live: number }>(
    tx,
    `SELECT count(*)::int AS total, count(l.id)::int AS live ${saying}`,
    [phrase],
  ))!;
  const listings = await rows<SayingListing>(
    tx,
    `SELECT s.id AS proof, a.name AS artwork, o.name AS outlet, s.live, coalesce((SELECT v->>'value' FROM jsonb_each(s.fields->'words'->'title') e(k, v) LIMIT 1), '') AS title
     FROM (SELECT p.id, p.seq, p.fields, p.artwork_id, p.outlet_id, l.id IS NOT NULL AS live ${saying} ORDER BY p.seq DESC LIMIT $2) s JOIN artwork a ON a.id = s.artwork_id
       JOIN outlet o ON o.id = s.outlet_id ORDER BY s.seq DESC`,
    [phrase, most],
  );
  return { ...counts, listings };
}
/** Artworks that show everything that a phrase speaks of: all its words stand in their name, subject or keywords, in the singular or plural. */
export const artworksFor = (tx: Tx, patterns: readonly string[], most: number): Promise<{ id: string; name: string }[]> =>
  patterns.length
    ? rows(tx, `SELECT id, name FROM artwork WHERE id = ANY(ARRAY(SELECT found_by_words($1))) AND state = 'ready' AND standing = 'here' ORDER BY seq DESC LIMIT $2`, [patterns, most]) // prettier-ignore
    : Promise.resolve([]);
