import { row, rows, type Tx } from '../database';
import { patternsOf } from '../artwork/search';

export const BLANK_SORTS = {
  name: 'lower(b.name), b.id',
  cost: 'b.least_minor, b.id',
  print: 'b.print_mm DESC, b.id',
  days: 'b.days, lower(b.name), b.id',
  newest: 'b.fetched_at DESC, b.id',
} as const;
export type BlankSort = keyof typeof BLANK_SORTS;

/** Which blanks are meant. */
export interface BlankFilter {
  /** Words of its name, kind, house or colours, all of them. */
  find?: string;
  department?: string;
  kind?: string;
  house?: string;
  /** It has a colour of this family. */
  family?: string;
  /** Made within so many days. */
  days?: number;
}
/** A blank as a line of the list. */
export interface BlankLine {
  id: string;
  name: string;
  kind: string;
  department: string;
  house: string;
  currency: string;
  colours: { name: string; hex: string; ground?: string }[];
  sizes: string[];
  leastMinor: number;
  mostMinor: number;
  postageMinor: number;
  printMm: number;
  days: number;
  areas: { name: string; widthMm: number; heightMm: number; ppi: number; shape: string | null; mustBeFilled: boolean }[];
  /** Announced: offered from this day on. */
  onOfferFrom: string | null;
  goneAt: string | null;
  version: number;
}

const WHERE = `($1::text[] IS NULL OR b.words ILIKE ALL ($1)) AND ($2::text IS NULL OR b.department = $2) AND ($3::text IS NULL OR b.kind = $3)
  AND ($4::text IS NULL OR b.print_house = $4) AND ($5::text IS NULL OR $5 = ANY(b.families)) AND ($6::int IS NULL OR b.days <= $6)`;
const values = (f: BlankFilter): unknown[] => {
  const { patterns } = patternsOf(f.find);
  return [
    patterns.length ? patterns : null,
    f.department ?? null,
    f.kind ?? null,
    f.house ?? null,
    f.family ?? null,
    f.days ?? null,
  ];
};

/** A window of the blanks that are meant, by one order. */
export const blankLines = (tx: Tx, f: BlankFilter, sort: BlankSort, from: number, count: number): Promise<BlankLine[]> =>
  rows(
    tx,
    `WITH meant AS (SELECT b.*, row_number() OVER (ORDER BY ${BLANK_SORTS[sort]}) AS n FROM blank b WHERE ${WHERE} ORDER BY n OFFSET $7 LIMIT $8)
     SELECT b.id, b.name, b.kind, b.department, b.print_house AS house, v.document->>'currency' AS currency, v.document->'colours' AS colours,
       jsonb_path_query_array(v.document, '$.sizes[*].name') AS sizes, b.least_minor AS "leastMinor", b.most_minor AS "mostMinor",
       (v.document->'postage'->0->>'firstMinor')::int AS "postageMinor", b.print_mm AS "printMm", b.days,
       (SELECT jsonb_agg(jsonb_build_object('name', a->'name', 'widthMm', a->'widthMm', 'heightMm', a->'heightMm', 'ppi', a->'ppi', 'shape', a->'shape', 'mustBeFilled', coalesce(a->'mustBeFilled', 'false')))
          FROM jsonb_array_elements(v.document->'areas') a) AS areas,
       to_char(b.on_offer_from, 'YYYY-MM-DD') AS "onOfferFrom", b.gone_at AS "goneAt", b.version
     FROM meant b JOIN blank_version v ON v.workspace_id = b.workspace_id AND v.blank_id = b.id AND v.version = b.version ORDER BY b.n`,
    [...values(f), from, count],
  );

export const countBlanks = async (tx: Tx, f: BlankFilter): Promise<number> =>
  (await row<{ count: number }>(tx, `SELECT count(*)::int AS count FROM blank b WHERE ${WHERE}`, values(f)))!.count;

/** A blank by its name, where one is chosen. */
export interface BlankName {
  id: string;
  name: string;
  house: string;
  kind: string;
}
export const blankNames = (tx: Tx, among?: string[]): Promise<BlankName[]> =>
  rows(tx, 'SELECT id, name, print_house AS house, kind FROM blank WHERE $1::text[] IS NULL OR id = ANY($1) ORDER BY id', [
    among ?? null,
  ]);

/** Of what there are how many, over all blanks: by department and kind, by house, by family of colours. */
export interface BlankKinds {
  departments: { name: string; count: number; kinds: { name: string; count: number }[] }[];
  houses: { name: string; count: number }[];
  families: { name: string; count: number }[];
  /** That the first of them is counted in; null where there is none. */
  currency: string | null;
}
export const blankKinds = async (tx: Tx): Promise<BlankKinds> =>
  (await row<BlankKinds>(
    tx,
    `WITH kinds AS (SELECT department, kind AS name, count(*)::int AS count FROM blank GROUP BY 1, 2),
       departments AS (SELECT department AS name, sum(count)::int AS count, jsonb_agg(jsonb_build_object('name', name, 'count', count) ORDER BY name) AS kinds FROM kinds GROUP BY 1),
       houses AS (SELECT print_house AS name, count(*)::int AS count FROM blank GROUP BY 1),
       families AS (SELECT f AS name, count(*)::int AS count FROM blank, unnest(families) f GROUP BY 1)
     SELECT coalesce((SELECT jsonb_agg(to_jsonb(d) ORDER BY name) FROM departments d), '[]') AS departments,
       coalesce((SELECT jsonb_agg(to_jsonb(h) ORDER BY name) FROM houses h), '[]') AS houses,
       coalesce((SELECT jsonb_agg(to_jsonb(f) ORDER BY name) FROM families f), '[]') AS families,
       (SELECT v.document->>'currency' FROM blank b JOIN blank_version v ON v.workspace_id = b.workspace_id AND v.blank_id = b.id AND v.version = b.version ORDER BY b.id LIMIT 1) AS currency`,
  ))!;
