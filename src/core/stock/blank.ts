import { Type, type Static } from '@sinclair/typebox';
import { CLOTH_PATTERNS } from '../scene/cloth';
import { INK_KINDS } from '../scene/ink';
import { Amount, Between, Exactly, Mm, OneOf, Words } from '../schema/parts';

/** Whom a sentence of a product text speaks to. */
export const AUDIENCES = ['buyers', 'sellers'] as const;
export type Audience = (typeof AUDIENCES)[number];

const name = Words(60);
const hex = Type.String({ pattern: '^#[0-9a-f]{6}$' });
const names = Type.Array(name, { minItems: 1, maxItems: 200, uniqueItems: true });
const cutOuts = Type.Optional(
  Type.Array(Words(4000, 'an SVG path in mm: not printed, such as a camera opening'), { maxItems: 20 }),
);
const seams = Type.Optional(Type.Array(Words(400, 'an SVG path in mm'), { maxItems: 20 }));
const AreaSize = Exactly({ widthMm: Mm, heightMm: Mm, cutOuts, seams });

/** A printable region. Coordinates inside it are mm from its upper left corner. */
const Area = Exactly({
  name,
  side: Words(40, 'which side of the product it is on: front, back, around'),
  widthMm: Mm,
  heightMm: Mm,
  bySize: Type.Optional(
    Type.Record(name, AreaSize, { maxProperties: 200, description: 'sizes of the product on which it measures something else' }),
  ),
  ppi: Between(30, 1200, 'the resolution that the print house prints at, px/in'),
  safeMm: Type.Optional(Mm),
  bleedMm: Type.Optional(Mm),
  shape: Type.Optional(OneOf(['rectangle', 'ellipse'])),
  cutOuts,
  seams,
  cutFromMm: Type.Optional({
    ...Mm,
    description: 'a sheet that may be cut to the shape of its picture: no side shorter than this',
  }),
  ink: Type.Optional(
    OneOf(INK_KINDS, 'a film of ink, ink sunk into the cloth, or dye in a white coat; by its kind where it is not said'),
  ),
  mustBeFilled: Type.Optional(Type.Boolean({ description: 'ground that shows through is a fault' })),
});

/** Variants that cost the same: those of the colours, sizes and finishes named; what is not named means all of them. */
const VariantGroup = Exactly({
  colours: Type.Optional(names),
  sizes: Type.Optional(names),
  finishes: Type.Optional(names),
  costMinor: Amount('what the print house asks for one, minor units'),
  stock: Type.Optional(OneOf(['in stock', 'out of stock', 'discontinued'])),
  weightG: Type.Optional(Between(0, 100_000, 'grams')),
});

const Contact = Exactly({ name: Words(120), address: Words(300), email: Type.String({ format: 'email', maxLength: 200 }) });
/** What buyers in the European Union are told beside an offer: Regulation (EU) 2023/988, article 19. */
const Safety = Exactly({
  maker: Contact,
  euContact: Type.Optional(Contact),
  warnings: Type.Array(Words(500), { maxItems: 20 }),
});

/** An unprinted product as a print house offers it. */
export const BlankDocument = Exactly(
  {
    id: Type.String({ pattern: '^[0-9a-z-]{1,64}$' }),
    name: Words(120),
    kind: Words(40, 'what it is: shirt, poster, mug'),
    department: Type.Optional(Words(40, 'the part of a shop that it belongs to: clothes, paper')),
    source: OneOf(['print house', 'outlet', 'own']),
    house: Words(80, 'who prints and posts it'),
    currency: Type.String({ pattern: '^[A-Z]{3}$', description: 'ISO 4217' }),
    colours: Type.Array(
      Exactly({
        name,
        hex,
        family: Type.Optional(name),
        ground: Type.Optional({
          ...hex,
          description: 'what it is printed on, where that is not of this colour: the sheet in a frame',
        }),
        mixed: Type.Optional(
          Exactly(
            { with: Type.String({ pattern: '^#[0-9a-f]{6}$' }), pattern: OneOf(CLOTH_PATTERNS) },
            { description: 'a second colour in the cloth, and how it lies there' },
          ),
        ),
      }),
      { minItems: 1, maxItems: 200 },
    ),
    sizes: Type.Array(Exactly({ name, rank: Type.Optional(Between(0, 1000)) }), { minItems: 1, maxItems: 200 }),
    finishes: Type.Optional(
      Exactly({
        axis: name,
        choices: Type.Array(Exactly({ name, hex: Type.Optional(hex) }), {
          minItems: 1,
          maxItems: 40,
        }),
      }),
    ),
    variants: Type.Array(VariantGroup, { minItems: 1, maxItems: 2000, description: 'the last group that fits a variant holds' }),
    areas: Type.Array(Area, { minItems: 1, maxItems: 40 }),
    postage: Type.Array(
      Exactly({ region: Words(60), firstMinor: Amount(), furtherMinor: Amount('for each further one in the same parcel') }),
      { minItems: 1, maxItems: 60, description: 'the first region is the home one' },
    ),
    productionDays: Between(0, 90),
    origin: Type.Optional(Type.String({ pattern: '^[A-Z]{2}$', description: 'ISO 3166-1' })),
    hsCode: Type.Optional(Type.String({ pattern: '^\\d{4,10}$', description: 'Harmonized System' })),
    sizeTable: Type.Optional(
      Exactly({
        columns: Type.Array(name, { minItems: 1, maxItems: 12 }),
        rows: Type.Array(Exactly({ size: name, cm: Type.Array(Type.Number(), { maxItems: 12 }) }), { maxItems: 200 }),
      }),
    ),
    care: Type.String({ maxLength: 2000 }),
    sentences: Type.Array(
      Exactly({
        text: Words(2000),
        for: OneOf(AUDIENCES),
        by: Type.Optional(Words(60, 'what decided for whom it is: a rule by its name, or a hand')),
      }),
      { maxItems: 100 },
    ),
    safety: Type.Optional(Safety),
    onOfferFrom: Type.Optional(
      Type.String({ format: 'date', description: 'announced: it may be prepared before this day, and be offered from then on' }),
    ),
  },
  { title: 'BlankDocument', description: 'an unprinted product: colours, sizes, costs, print areas' },
);
export type BlankDocument = Static<typeof BlankDocument>;

/** More variants than that are no product that anybody could offer: all of them are gone through again and again. */
const MOST_VARIANTS = 20_000;
/** Why a document that has the form of a blank is none all the same, as a sentence; null when it is one. */
export function blankFault({ colours, sizes, finishes, areas }: BlankDocument): string | null {
  const twice = (of: readonly { name: string }[], what: string) => {
    const again = of.find((x, i) => of.findIndex((y) => y.name === x.name) < i);
    return again ? `The ${what} ${again.name} is named twice.` : null;
  };
  const count = colours.length * sizes.length * (finishes?.choices.length ?? 1);
  if (count > MOST_VARIANTS) return `It has ${count} variants; ${MOST_VARIANTS} are the most.`;
  return twice(colours, 'colour') ?? twice(sizes, 'size') ?? twice(areas, 'print area') ?? (finishes ? twice(finishes.choices, finishes.axis) : null); // prettier-ignore
}

/** One thing that can be ordered of a blank. `finish` is empty for a blank that has none. */
export interface Variant {
  colour: string;
  size: string;
  finish: string;
}

export interface VariantTerms {
  costMinor: number;
  stock: 'in stock' | 'out of stock' | 'discontinued';
  weightG: number | null;
}

/** What a variant costs and whether it can be had; null when the print house does not make it. */
export function termsOf(blank: BlankDocument, { colour, size, finish }: Variant): VariantTerms | null {
  const fits = (list: readonly string[] | undefined, one: string) => !list || list.includes(one);
  const known =
    blank.colours.some((c) => c.name === colour) &&
    blank.sizes.some((s) => s.name === size) &&
    (blank.finishes ? blank.finishes.choices.some((f) => f.name === finish) : finish === '');
  if (!known) return null;
  const group = blank.variants.findLast((v) => fits(v.colours, colour) && fits(v.sizes, size) && fits(v.finishes, finish));
  return group ? { costMinor: group.costMinor, stock: group.stock ?? 'in stock', weightG: group.weightG ?? null } : null;
}

/** What of a print area may differ from size to size. */
export interface AreaOnSize {
  widthMm: number;
  heightMm: number;
  bleedMm?: number;
  cutOuts?: string[];
  seams?: string[];
}
/** A print area as it is on one size of the product; null when the blank has no such area. */
export function areaOn(blank: BlankDocument, area: string, size: string): AreaOnSize | null {
  const found = blank.areas.find((a) => a.name === area);
  if (!found) return null;
  const { widthMm, heightMm, cutOuts, seams, bleedMm } = found;
  const bleed = bleedMm ? { bleedMm } : {};
  // openings and seams of another size are at other places
  const own = found.bySize?.[size];
  return own ? { ...own, ...bleed } : { widthMm, heightMm, ...bleed, ...(cutOuts && { cutOuts }), ...(seams && { seams }) };
}

/** A print area on one size of the product, with what holds of it on all of them; null when the blank has no such area. */
export function areaWhole(blank: BlankDocument, name: string, size: string) {
  const [area, found] = [areaOn(blank, name, size), blank.areas.find((a) => a.name === name)];
  if (!area || !found) return null;
  const { shape, safeMm, mustBeFilled, ppi } = found;
  return { name, ppi, ...area, ...(shape && { shape }), ...(safeMm && { safeMm }), ...(mustBeFilled && { mustBeFilled }) };
}
export type AreaWhole = NonNullable<ReturnType<typeof areaWhole>>;

/** What a product text says to buyers; sentences meant for sellers are left behind. */
export const buyersText = (blank: BlankDocument): string =>
  blank.sentences
    .filter((s) => s.for === 'buyers')
    .map((s) => s.text)
    .join(' ');

/** Postage of one to the region that the print house calls home, minor units. */
export const homePostage = (blank: BlankDocument): number => blank.postage[0]!.firstMinor;
