import { Type, type Static } from '@sinclair/typebox';
import { DownloadLine } from '../downloads/form';
import { AreaPlacement, artworksOf } from '../placement/form';
import { Between, Exactly, Id, OneOf, Words } from '../schema/parts';
import { WritingNote } from '../writing/brief';

const name = Words(60);
const LANGUAGE = '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8}){0,5}$';
const inLanguages = <T extends ReturnType<typeof Words> | ReturnType<typeof Type.Array>>(what: T) =>
  Type.Record(Type.String({ pattern: LANGUAGE }), what, {
    minProperties: 1,
    maxProperties: 30,
    description: 'by language, BCP 47',
  });

/** Named by hand, or so many of those that suit the artwork best. */
const Chosen = (most: number) =>
  Type.Union([
    Type.Array(name, { minItems: 1, maxItems: most, uniqueItems: true, description: 'in the order they are offered' }),
    Exactly({ best: Between(1, most, 'so many of all, those on which the artwork reads best') }),
  ]);
export type Chosen = string[] | { best: number };
/** Colours are also chosen so that no two of them look alike. */
const ChosenColours = Type.Union([
  Chosen(200).anyOf[0],
  Exactly({
    best: Between(1, 200, 'so many of all, those on which the artwork reads best'),
    apart: Type.Optional(
      Type.Number({ minimum: 0, maximum: 100, description: 'every two at least so far from each other, CIEDE2000' }),
    ),
  }),
]);
export type ChosenColours = string[] | { best: number; apart?: number };

const GoodsLine = Exactly({
  key: Type.String({ pattern: '^[a-z0-9-]{1,40}$', description: 'names this line within its docket' }),
  blank: Type.String({ pattern: '^[0-9a-z-]{1,64}$' }),
  noun: Exactly({ one: name, many: name }, { description: 'as buyers say it' }),
  colours: ChosenColours,
  sizes: Type.Array(name, { minItems: 1, maxItems: 200, uniqueItems: true }),
  finishes: Type.Optional(Chosen(40)),
  cut: Type.Optional(
    Type.Literal('to the picture', { description: 'sheets are cut to the picture’s shape, where the blank allows it' }),
  ),
  placements: Type.Array(AreaPlacement, { minItems: 1, maxItems: 12 }),
});
export type GoodsLine = Static<typeof GoodsLine>;

export const ShotColour = Type.Union(
  [
    Type.Literal('featured'),
    Between(0, 199),
    Exactly({ named: name }),
    Type.String({ pattern: '^#[0-9a-f]{6}$', description: 'any colour; buyers cannot order it' }),
  ],
  { description: 'the colour on which the artwork stands out best, one counted on from it, one of the blank’s by name, or any' },
);
export type ShotColour = Static<typeof ShotColour>;
const line = Type.Optional(Type.String({ pattern: '^[a-z0-9-]{1,40}$', description: 'which goods line; the first that fits' }));
/** One picture of a listing. */
const Shot = Type.Union([
  Exactly({
    kind: Type.Literal('scene'),
    scene: name,
    colour: ShotColour,
    line,
    artwork: Type.Optional({ ...Id, description: 'shown instead of the proof’s own' }),
    others: Type.Optional(
      Type.Array(Exactly({ colour: Type.Optional(ShotColour), artwork: Type.Optional(Id) }), {
        maxItems: 11,
        description: 'the further products of the picture: their colours, where they are not the next ones, and another artwork',
      }),
    ),
  }),
  Exactly({ kind: Type.Literal('card'), card: OneOf(['sizes', 'colours', 'files']), line }),
  Exactly({ kind: Type.Literal('kept'), artwork: Id }, { description: 'a picture that was brought in, as it is' }),
  Exactly(
    { kind: Type.Literal('free'), says: Type.Optional(Words(120)) },
    { description: 'a place that is kept for a picture that a hand puts there' },
  ),
]);
export type Shot = Static<typeof Shot>;
export const Shots = Type.Array(Shot, { minItems: 1, maxItems: 60 });

const FIELD = '^[a-z][A-Za-z]{0,39}$';
const Patterns = Type.Record(Type.String({ pattern: FIELD }), inLanguages(Words(20_000)), {
  maxProperties: 40,
  description: 'title, description, and further texts that outlets have',
});
const Tags = inLanguages(Type.Array(Words(120), { maxItems: 500 }));
const LeftOut = Type.Literal('left out');

/** What a docket does otherwise for one outlet. What is not named is shared. */
const OwnParts = Exactly({
  words: Type.Optional(
    Type.Record(Type.String({ pattern: FIELD }), Type.Union([inLanguages(Words(20_000)), LeftOut]), { maxProperties: 40 }),
  ),
  tags: Type.Optional(Type.Union([Tags, LeftOut])),
  writing: Type.Optional(WritingNote),
  shots: Type.Optional(Shots),
  pricePlan: Type.Optional(Id),
});

const some = (values: readonly string[]) => Type.Optional(Type.Array(OneOf(values), { maxItems: 10, uniqueItems: true }));
/** What a picture is; a repeat is a drawing or a photograph as well. */
export const PICTURE_KINDS = ['drawing', 'photograph', 'repeat'] as const;
const Accepts = Exactly({
  ground: OneOf(['see-through', 'full', 'any']),
  minPpi: Between(30, 1200, 'as printed, px/in'),
  maxCrop: Type.Optional(
    Type.Number({
      minimum: 0,
      maximum: 0.95,
      description: 'where it covers its area: sizes that would crop a larger share of the picture are left out',
    }),
  ),
  tones: some(['light', 'dark', 'colourful']),
  audiences: some(['adult', 'youth', 'child']),
  orientations: some(['upright', 'across', 'square']),
  kinds: some(PICTURE_KINDS),
  subjects: Type.Optional(
    Type.Array(name, { maxItems: 60, uniqueItems: true, description: 'has one of these, in whatever case' }),
  ),
  marks: Type.Optional(Type.Array(name, { maxItems: 60, uniqueItems: true, description: 'one of these at least' })),
  drawers: Type.Optional(Type.Array(Words(1000), { maxItems: 60, uniqueItems: true, description: 'lies in one of these' })),
});
export type Accepts = Static<typeof Accepts>;

/** A colour that ended is left out, or only where it ended and no more sizes of it are, or the nearest one takes its place. */
export const WHEN_ENDED = ['drop colour', 'drop sizes', 'nearest colour'] as const;
export type WhenEnded = (typeof WHEN_ENDED)[number];

/** The standing order for one kind of goods: what designs become, and how they are offered. */
export const DocketDocument = Exactly(
  {
    lines: Type.Array(GoodsLine, { maxItems: 20, description: 'none where it only sells files' }),
    downloads: Type.Optional(DownloadLine),
    accepts: Accepts,
    shots: Shots,
    words: Patterns,
    tags: Tags,
    writing: Type.Optional(WritingNote),
    pricePlan: Id,
    whenEnded: Type.Optional(OneOf(WHEN_ENDED, 'what becomes of a colour that its print house ends; asked where it is not said')),
    outlets: Type.Array(Exactly({ outlet: Type.String({ pattern: '^[0-9a-z-]{1,64}$' }), own: Type.Optional(OwnParts) }), {
      maxItems: 100,
    }),
  },
  {
    title: 'DocketDocument',
    description: 'the standing order for one kind of goods: it has a goods line, or files to download',
    anyOf: [
      { type: 'object', properties: { lines: { type: 'array', minItems: 1, maxItems: 20 } } },
      { type: 'object', required: ['downloads'] },
    ],
  },
);
export type DocketDocument = Static<typeof DocketDocument>;
type Language = string;

/** A docket as it holds for one outlet: what is shared, with the outlet's own in its place, and without what is left out. */
export interface Effective {
  lines: GoodsLine[];
  downloads?: DownloadLine;
  accepts: Accepts;
  shots: Shot[];
  words: Record<string, Record<Language, string>>;
  tags: Record<Language, string[]>;
  writing: WritingNote;
  pricePlan: string;
}

export const offersAt = (document: DocketDocument, outlet: string): boolean => document.outlets.some((o) => o.outlet === outlet);

export function effective(document: DocketDocument, outlet: string): Effective {
  const own = document.outlets.find((o) => o.outlet === outlet)?.own ?? {};
  const words: Effective['words'] = {};
  for (const [field, shared] of Object.entries({ ...document.words, ...own.words }))
    if (shared !== 'left out') words[field] = shared;
  return {
    lines: document.lines,
    ...(document.downloads && { downloads: document.downloads }),
    accepts: document.accepts,
    shots: own.shots ?? document.shots,
    words,
    tags: own.tags === 'left out' ? {} : (own.tags ?? document.tags),
    writing: own.writing ?? document.writing ?? {},
    pricePlan: own.pricePlan ?? document.pricePlan,
  };
}

/** Goods lines with placements of an artwork's own in the place of theirs; what is of areas that they do not print is left out. */
export const withOwn = (
  lines: GoodsLine[],
  own: readonly { line: string; area: string; document: AreaPlacement }[],
): GoodsLine[] =>
  own.length
    ? lines.map((l) => ({
        ...l,
        placements: l.placements.map((p) => own.find((o) => o.line === l.key && o.area === p.area)?.document ?? p),
      }))
    : lines;

/** What of a goods line may be chosen for one artwork by hand. */
export const CHOSEN_PARTS = ['colours', 'finishes'] as const;
export type ChosenPart = (typeof CHOSEN_PARTS)[number];
export interface OwnChoice {
  line: string;
  part: ChosenPart;
  names: string[];
}
/** Goods lines with what a hand chose in the place of what they name or leave to a rule. */
export const withChoices = (lines: GoodsLine[], choices: readonly OwnChoice[]): GoodsLine[] =>
  choices.length
    ? lines.map((l) => ({
        ...l,
        ...Object.fromEntries(choices.filter((c) => c.line === l.key).map((c) => [c.part, c.names])),
      }))
    : lines;

/** Parts of a docket whose change puts proofs out of date. */
export const PARTS = ['goods', 'pictures', 'words', 'prices'] as const;
export type DocketPart = (typeof PARTS)[number];

const partOf = (e: Effective, part: DocketPart): unknown =>
  part === 'goods'
    ? [e.lines, e.accepts.minPpi, e.accepts.maxCrop, e.downloads]
    : part === 'pictures'
      ? e.shots
      : part === 'words'
        ? [e.words, e.tags, e.writing]
        : e.pricePlan;

/** What is offered, in one noun: the first goods line's, or what its files are called. */
export const nounOf = ({ lines, downloads }: Pick<DocketDocument, 'lines' | 'downloads'>): string =>
  lines[0]?.noun.one ?? downloads?.noun.one ?? '';

/** A value with its keys in order: the database does not keep the order in which they came. */
export function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (!value || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, sorted(v)]),
  );
}
export const same = (a: unknown, b: unknown): boolean => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** The parts in which two states of a docket differ for an outlet. */
export const partsChanged = (before: DocketDocument, after: DocketDocument, outlet: string): DocketPart[] => {
  const [a, b] = [effective(before, outlet), effective(after, outlet)];
  return PARTS.filter((part) => !same(partOf(a, part), partOf(b, part)));
};

/** Artworks that a shot list names by itself. */
export const artworksShown = (shots: readonly Shot[]): string[] =>
  shots.flatMap((s) =>
    s.kind === 'kept' ? [s.artwork] : s.kind === 'scene' ? [s, ...(s.others ?? [])].flatMap((o) => o.artwork ?? []) : [],
  );

/** Artworks that a docket names by itself: kept pictures, and prints that are the same on every listing. */
export function artworksIn(document: DocketDocument): string[] {
  const shots = [document.shots, ...document.outlets.flatMap((o) => (o.own?.shots ? [o.own.shots] : []))].flat();
  return [...new Set([...artworksShown(shots), ...document.lines.flatMap((l) => l.placements.flatMap(artworksOf))])];
}

/** Price plans that a docket names. */
export const plansIn = (document: DocketDocument): string[] => [
  ...new Set([document.pricePlan, ...document.outlets.flatMap((o) => o.own?.pricePlan ?? [])]),
];
