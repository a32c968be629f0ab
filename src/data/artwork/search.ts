import { rows, type Tx } from '../database';
import { COLUMNS, FROM, type ArtworkRow } from './artworks';

export const SORTS = {
  newest: 'a.seq DESC',
  oldest: 'a.seq',
  name: 'lower(a.name), a.seq',
  subject: "nullif(a.subject, '') NULLS LAST, lower(a.name), a.seq",
  largest: 'a.width_px::bigint * a.height_px DESC NULLS LAST, a.seq',
  lightness: "(a.measured->>'lightness')::real DESC NULLS LAST, a.seq",
} as const;
export type Sort = keyof typeof SORTS;

/** How an artwork's proofs stand. */
export const STANDS = ['live', 'nothing live', 'missing', 'held', 'ready', 'waiting'] as const;
export type Stands = (typeof STANDS)[number];

export interface ArtworkFilter {
  state?: string;
  standing?: string;
  /** Path of a drawer; what lies in drawers inside counts too. `''` is artwork in no drawer. */
  drawer?: string;
  tone?: string;
  picture?: string;
  repeats?: boolean;
  audience?: string;
  occasion?: string;
  subject?: string;
  mark?: string;
  /** Words that must all stand somewhere: said, written, in the file name. */
  find?: string;
  /** An ink near this OKLab colour. */
  colour?: [number, number, number];
  /** The inked part is at least this wide at 300 px/in. */
  minInches?: number;
  used?: 'nowhere' | 'proofed' | 'listed';
  /** Has words in it, or none; or was not read yet. */
  words?: 'some' | 'none' | 'unread';
  /** Is alike to another in this way, and nobody has decided on it yet. */
  alike?: string;
  batch?: string;
  /** How its proofs stand: at an outlet or under a docket where these are named, else anywhere. */
  stands?: Stands;
  outlet?: string;
  docket?: string;
  /** Only these, by the first eight characters of their ids. */
  among?: string[];
}

/** Perceived distance within which an ink counts as the colour that was picked, and the share it must have. */
const COLOUR_REACH = 0.1;
const COLOUR_SHARE = 0.06;

// Plan of a search by words, measured with 50,000 artworks on two cores: found_by_words reads artwork_by_words for the longest
// word, then artwork_pkey, 28 ms for 3 found, 81 ms for 6,258; looking through all took 106 to 112 ms.
// Parts that are null fall away when a statement is planned with its values, as unnamed statements are.
const WHERE = `($1::text IS NULL OR a.state = $1) AND a.standing = $2
  AND ($3::text IS NULL OR ($3 = '' AND a.drawer_id IS NULL) OR d.path = $3 OR starts_with(d.path, $3 || '/'))
  AND ($4::text IS NULL OR a.tone = $4)
  AND ($5::text IS NULL OR coalesce(a.by_hand->>'picture', a.measured->'picture'->>'kind') = $5)
  AND ($6::boolean IS NULL OR (coalesce(a.by_hand->>'repeat', a.measured->'repeat'->>'kind', 'none') IN ('straight', 'half-drop', 'brick')) = $6)
  AND ($7::text IS NULL OR a.audience = $7) AND ($8::text IS NULL OR a.occasion = $8) AND ($9::text IS NULL OR lower(a.subject) = lower($9))
  AND ($10::text IS NULL OR $10 = ANY(a.marks))
  AND ($11::text[] IS NULL OR a.id = ANY(ARRAY(SELECT found_by_words($11))))
  AND ($12::real[] IS NULL OR EXISTS (SELECT 1 FROM artwork_ink i WHERE i.artwork_id = a.id AND i.share >= ${COLOUR_SHARE}
    AND (i.l - $12[1]) ^ 2 + (i.a - $12[2]) ^ 2 + (i.b - $12[3]) ^ 2 < ${COLOUR_REACH ** 2}))
  AND ($13::real IS NULL OR a.width_px * (a.measured->'trim'->>'width')::real / 300 >= $13)
  AND ($14::text IS NULL OR CASE $14 WHEN 'nowhere' THEN NOT EXISTS (SELECT 1 FROM proof p WHERE p.artwork_id = a.id)
    WHEN 'proofed' THEN EXISTS (SELECT 1 FROM proof p WHERE p.artwork_id = a.id)
    ELSE EXISTS (SELECT 1 FROM proof p JOIN listing l ON l.proof_id = p.id WHERE p.artwork_id = a.id) END)
  AND ($15::text IS NULL OR CASE $15 WHEN 'unread' THEN a.said IS NULL WHEN 'none' THEN a.said = '[]' ELSE a.said <> '[]' END)
  AND ($16::text IS NULL OR EXISTS (SELECT 1 FROM likeness k WHERE a.id IN (k.older_id, k.newer_id) AND k.kind = $16 AND k.decision = 'open'))
  AND ($17::uuid IS NULL OR a.batch_id = $17)
  AND ($18::text[] IS NULL OR a.haystack LIKE ALL($18))
  AND ($19::text IS NULL OR CASE WHEN $19 IN ('live', 'nothing live')
    THEN EXISTS (SELECT 1 FROM listing l WHERE l.artwork_id = a.id AND l.state = 'live' AND ($20::text IS NULL OR l.outlet_id = $20) AND ($21::uuid IS NULL OR l.docket_id = $21)) = ($19 = 'live')
    ELSE EXISTS (SELECT 1 FROM proof p WHERE p.artwork_id = a.id AND ($20::text IS NULL OR p.outlet_id = $20) AND ($21::uuid IS NULL OR p.docket_id = $21)
      AND CASE $19 WHEN 'missing' THEN true WHEN 'held' THEN p.state IN ('held', 'refused') WHEN 'ready' THEN p.state = 'ready'
        ELSE p.state IN ('drafting', 'passed', 'sending') END) = ($19 <> 'missing') END)
  AND ($22::text[] IS NULL OR left(a.id::text, 8) = ANY($22))`;

/** Artworks `a` that a filter finds, with their drawers `d`: what follows SELECT. */
export const FOUND = `${FROM} WHERE ${WHERE} AND a.state <> 'refused'`;

/** The index on words knows nothing shorter: such a search looks through everything. */
const TRIGRAM = 3;

/** Patterns of LIKE for words that must all stand somewhere, and how long the longest is. It tells most: it comes first, to be looked up. */
export function patternsOf(find: string | undefined): { patterns: string[]; longest: number } {
  const words = (find ?? '').trim().toLowerCase().split(/\s+/).filter(Boolean);
  words.sort((a, b) => b.length - a.length);
  return { patterns: words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`), longest: words[0]?.length ?? 0 };
}

/** The values of `FOUND` and `WHERE`, in order. */
export const foundBy = (f: ArtworkFilter): unknown[] => {
  const { patterns, longest } = patternsOf(f.find);
  return [
    f.state ?? null,
    f.standing ?? 'here',
    f.drawer ?? null,
    f.tone ?? null,
    f.picture ?? null,
    f.repeats ?? null,
    f.audience ?? null,
    f.occasion ?? null,
    f.subject ?? null,
    f.mark ?? null,
    patterns.length && longest >= TRIGRAM ? patterns : null,
    f.colour ?? null,
    f.minInches ?? null,
    f.used ?? null,
    f.words ?? null,
    f.alike ?? null,
    f.batch ?? null,
    patterns.length && longest < TRIGRAM ? patterns : null,
    f.stands ?? null,
    f.outlet ?? null,
    f.docket ?? null,
    f.among ?? null,
  ];
};

/** Ids of everything a search finds, in order: small enough to hold ten thousand in a browser. */
export const findArtworks = (tx: Tx, f: ArtworkFilter, sort: Sort): Promise<{ id: string }[]> =>
  rows(tx, `SELECT a.id ${FOUND} ORDER BY ${SORTS[sort]}`, foundBy(f));

/** A page of artworks in the order they came. */
export function listArtworks(tx: Tx, f: ArtworkFilter, after: number, limit: number): Promise<ArtworkRow[]> {
  const by = foundBy(f);
  const n = by.length;
  return rows(tx, `SELECT ${COLUMNS} ${FROM} WHERE ${WHERE} AND a.seq > $${n + 1} ORDER BY a.seq LIMIT $${n + 2}`, [
    ...by,
    after,
    limit,
  ]);
}

/** How often each value of a field occurs, for the choices of a search. */
export const choices = (
  tx: Tx,
): Promise<{ field: 'subject' | 'occasion' | 'mark' | 'standing'; value: string; count: number }[]> =>
  rows(
    tx,
    `SELECT 'subject' AS field, subject AS value, count(*)::int AS count FROM artwork WHERE standing = 'here' AND subject <> '' GROUP BY subject
     UNION ALL SELECT 'occasion', occasion, count(*)::int FROM artwork WHERE standing = 'here' AND occasion <> '' GROUP BY occasion
     UNION ALL SELECT 'mark', mark, count(*)::int FROM artwork, unnest(marks) mark WHERE standing = 'here' GROUP BY mark
     UNION ALL SELECT 'standing', standing, count(*)::int FROM artwork WHERE state <> 'refused' AND standing <> 'fitting' GROUP BY standing
     ORDER BY 1, 3 DESC, 2`,
  );
