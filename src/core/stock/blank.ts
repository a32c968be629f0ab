import { Type, type Static } from '@sinclair/typebox';
import { Amount, Between, Exactly, Mm, OneOf, Words } from '../schema/parts';

const name = Words(60);
const names = Type.Array(name, { minItems: 1, maxItems: 200, uniqueItems: true });
const AreaSize = Exactly({ widthMm: Mm, heightMm: Mm });

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
  cutOuts: Type.Optional(Type.Array(Words(4000, 'an SVG path in mm: not printed, such as a camera opening'), { maxItems: 20 })),
  seams: Type.Optional(Type.Array(Words(400, 'an SVG path in mm'), { maxItems: 20 })),
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

/** An unprinted product as a print house offers it. */
export const BlankDocument = Exactly(
  {
    id: Type.String({ pattern: '^[0-9a-z-]{1,64}$' }),
    name: Words(120),
    kind: Words(40, 'what it is: shirt, poster, mug'),
    source: OneOf(['print house', 'outlet', 'own']),
    house: Words(80, 'who prints and posts it'),
    currency: Type.String({ pattern: '^[A-Z]{3}$', description: 'ISO 4217' }),
    colours: Type.Array(Exactly({ name, hex: Type.String({ pattern: '^#[0-9a-f]{6}$' }), family: Type.Optional(name) }), {
      minItems: 1,
      maxItems: 200,
    }),
    sizes: Type.Array(Exactly({ name, rank: Type.Optional(Between(0, 1000)) }), { minItems: 1, maxItems: 200 }),
    finishes: Type.Optional(
      Exactly({
        axis: name,
        choices: Type.Array(Exactly({ name, hex: Type.Optional(Type.String({ pattern: '^#[0-9a-f]{6}$' })) }), {
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
    sentences: Type.Array(Exactly({ text: Words(2000), for: OneOf(['buyers', 'sellers']) }), { maxItems: 100 }),
  },
  { title: 'BlankDocument', description: 'an unprinted product: colours, sizes, costs, print areas' },
);
export type BlankDocument = Static<typeof BlankDocument>;

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

/** A print area as it is on one size of the product; null when the blank has no such area. */
export function areaOn(blank: BlankDocument, area: string, size: string): { widthMm: number; heightMm: number } | null {
  const found = blank.areas.find((a) => a.name === area);
  return found ? (found.bySize?.[size] ?? { widthMm: found.widthMm, heightMm: found.heightMm }) : null;
}

/** What a product text says to buyers; sentences meant for sellers are left behind. */
export const buyersText = (blank: BlankDocument): string =>
  blank.sentences
    .filter((s) => s.for === 'buyers')
    .map((s) => s.text)
    .join(' ');

/** Postage of one to the region that the print house calls home, minor units. */
export const homePostage = (blank: BlankDocument): number => blank.postage[0]!.firstMinor;
