import { Type, type Static } from '@sinclair/typebox';
import type { ClothPattern } from '../../core/scene/cloth';
import { blankFault, type Audience, type BlankDocument } from '../../core/stock/blank';
import { splitText } from '../../core/stock/sentences';
import { checkDocument, faultIn } from '../documents';
import { Trouble } from '../trouble';

/** What print houses send, as far as it is looked at: what stands beside it is let be. */
const names = Type.Optional(Type.Array(Type.String(), { maxItems: 200 }));
const Size = Type.Object({
  width_mm: Type.Number(),
  height_mm: Type.Number(),
  cut_outs: Type.Optional(Type.Array(Type.String())),
  seams: Type.Optional(Type.Array(Type.String())),
});
/** How print houses call what lies how in a cloth; what we do not know is mixed finely. */
const KNITS: Record<string, ClothPattern> = { marl: 'heather', stripe: 'stripes', check: 'checks' };
const Contact = Type.Object({ name: Type.String(), address: Type.String(), email: Type.String() });
const Product = Type.Object({
  id: Type.String(),
  name: Type.String(),
  kind: Type.String(),
  department: Type.String(),
  currency: Type.String(),
  colours: Type.Array(
    Type.Object({
      name: Type.String(),
      hex: Type.String(),
      family: Type.Optional(Type.String()),
      printed_on: Type.Optional(Type.String()),
      knit: Type.Optional(Type.Object({ with: Type.String(), as: Type.String() })),
    }),
  ),
  sizes: Type.Array(Type.String()),
  finish: Type.Optional(
    Type.Object({
      called: Type.String(),
      choices: Type.Array(Type.Object({ name: Type.String(), hex: Type.Optional(Type.String()) })),
    }),
  ),
  costs: Type.Array(
    Type.Object({
      sizes: names,
      colours: names,
      finishes: names,
      cost_cents: Type.Integer(),
      weight_g: Type.Optional(Type.Integer()),
    }),
    { minItems: 1, maxItems: 400 },
  ),
  missing: Type.Optional(
    Type.Array(
      Type.Object({
        sizes: names,
        colours: names,
        finishes: names,
        state: Type.Union([Type.Literal('short'), Type.Literal('ended')]),
      }),
      { maxItems: 100 },
    ),
  ),
  areas: Type.Array(
    Type.Intersect([
      Size,
      Type.Object({
        name: Type.String(),
        side: Type.String(),
        ppi: Type.Integer(),
        by_size: Type.Optional(Type.Record(Type.String(), Size)),
        safe_mm: Type.Optional(Type.Number()),
        bleed_mm: Type.Optional(Type.Number()),
        shape: Type.Optional(Type.Union([Type.Literal('rectangle'), Type.Literal('ellipse')])),
        fill: Type.Optional(Type.Boolean()),
        cut_from_mm: Type.Optional(Type.Number()),
      }),
    ]),
    { minItems: 1, maxItems: 40 },
  ),
  postage: Type.Array(Type.Object({ to: Type.String(), first_cents: Type.Integer(), further_cents: Type.Integer() }), {
    minItems: 1,
  }),
  production_days: Type.Integer(),
  origin: Type.Optional(Type.String()),
  hs_code: Type.Optional(Type.String()),
  size_table_cm: Type.Optional(
    Type.Object({ columns: Type.Array(Type.String()), rows: Type.Record(Type.String(), Type.Array(Type.Number())) }),
  ),
  text: Type.String({ maxLength: 20_000 }),
  care: Type.String(),
  maker: Type.Optional(Contact),
  eu_contact: Type.Optional(Contact),
  warnings: Type.Optional(Type.Array(Type.String())),
  from: Type.Optional(Type.String()),
});
type Product = Static<typeof Product>;

type Some = readonly string[] | undefined;
/** What two lists have in common, where none means all; null when that is nothing. */
function both(a: Some, b: Some): { list?: string[] } | null {
  const list = a && b ? a.filter((x) => b.includes(x)) : (a ?? b);
  return list?.length === 0 ? null : list ? { list: [...list] } : {};
}

const STOCK = { short: 'out of stock', ended: 'discontinued' } as const;
type Group = BlankDocument['variants'][number];
const choices = (sizes: Some, colours: Some, finishes: Some) => ({
  ...(sizes && { sizes: [...sizes] }),
  ...(colours && { colours: [...colours] }),
  ...(finishes && { finishes: [...finishes] }),
});

/** Costs, and after them what is missing at each cost: the last group that fits a variant holds. */
export function variantsOf({ costs, missing }: Pick<Product, 'costs' | 'missing'>): Group[] {
  const terms = (c: Product['costs'][number]) => ({
    costMinor: c.cost_cents,
    ...(c.weight_g !== undefined && { weightG: c.weight_g }),
  });
  return [
    ...costs.map((c): Group => ({ ...choices(c.sizes, c.colours, c.finishes), ...terms(c) })),
    ...(missing ?? []).flatMap((m) =>
      costs.flatMap((c): Group[] => {
        const [sizes, colours, finishes] = [both(c.sizes, m.sizes), both(c.colours, m.colours), both(c.finishes, m.finishes)];
        if (!sizes || !colours || !finishes) return [];
        return [{ ...choices(sizes.list, colours.list, finishes.list), ...terms(c), stock: STOCK[m.state] }];
      }),
    ),
  ];
}

const sizeOf = (s: Static<typeof Size>) => ({
  widthMm: s.width_mm,
  heightMm: s.height_mm,
  ...(s.cut_outs && { cutOuts: s.cut_outs }),
  ...(s.seams && { seams: s.seams }),
});

/** A house's product as one of our documents; `byHand` says for whom sentences are that somebody has looked at. */
function documentOf(house: string, p: Product, byHand: ReadonlyMap<string, Audience> | undefined): BlankDocument {
  return {
    id: p.id,
    name: p.name,
    kind: p.kind,
    department: p.department,
    source: 'print house',
    house,
    currency: p.currency,
    colours: p.colours.map(({ name, hex, family, printed_on, knit }) => ({
      name,
      hex,
      ...(family && { family }),
      ...(printed_on && { ground: printed_on }),
      ...(knit && { mixed: { with: knit.with, pattern: KNITS[knit.as] ?? 'heather' } }),
    })),
    sizes: p.sizes.map((name) => ({ name })),
    ...(p.finish && {
      finishes: {
        axis: p.finish.called,
        choices: p.finish.choices.map(({ name, hex }) => ({ name, ...(hex && { hex }) })),
      },
    }),
    variants: variantsOf(p),
    areas: p.areas.map((a) => ({
      name: a.name,
      side: a.side,
      ...sizeOf(a),
      ...(a.by_size && { bySize: Object.fromEntries(Object.entries(a.by_size).map(([size, s]) => [size, sizeOf(s)])) }),
      ppi: a.ppi,
      ...(a.safe_mm !== undefined && { safeMm: a.safe_mm }),
      ...(a.bleed_mm !== undefined && { bleedMm: a.bleed_mm }),
      ...(a.shape && { shape: a.shape }),
      ...(a.fill && { mustBeFilled: true }),
      ...(a.cut_from_mm !== undefined && { cutFromMm: a.cut_from_mm }),
    })),
    postage: p.postage.map((x) => ({ region: x.to, firstMinor: x.first_cents, furtherMinor: x.further_cents })),
    productionDays: p.production_days,
    ...(p.origin && { origin: p.origin }),
    ...(p.hs_code && { hsCode: p.hs_code }),
    ...(p.size_table_cm && {
      sizeTable: {
        columns: p.size_table_cm.columns,
        rows: Object.entries(p.size_table_cm.rows).map(([size, cm]) => ({ size, cm })),
      },
    }),
    care: p.care,
    sentences: splitText(p.text, byHand),
    ...(p.maker && {
      safety: { maker: p.maker, ...(p.eu_contact && { euContact: p.eu_contact }), warnings: p.warnings ?? [] },
    }),
    ...(p.from && { onOfferFrom: p.from }),
  };
}

/** What a house sent, read: what could be taken, and why the rest could not. */
export interface Catalogue {
  house: string;
  products: { id: string; product: Product }[];
  /** Ids of all that it lists, also of what could not be taken. */
  listed: string[];
  faults: string[];
}

/** More products than that are not a catalogue. */
const MOST_PRODUCTS = 20_000;
const ID = /^[0-9a-z-]{1,64}$/;
/** What a database cannot keep, as JSON writes it: the sign of no value, and halves of signs (RFC 8259, section 8.2). */
const NOT_KEPT = /(?<!\\)(?:\\\\)*\\u(?:0000|d[89a-f])/;

/** Why a product cannot be taken; null when it can. */
function faultOfProduct(one: unknown, id: string | null, known: ReadonlySet<string>): string | null {
  if (id === null) return 'it has no id that could be one.';
  if (known.has(id)) return 'it is listed twice.';
  if (NOT_KEPT.test(JSON.stringify(one))) return 'there are signs in it that cannot be kept.';
  return faultIn(Product, one)?.sentence ?? null;
}

/** Reads a house's answer. One product that makes no sense stops no other. Throws a Trouble when it is no catalogue at all. */
export function readCatalogue(answer: unknown): Catalogue {
  const it = answer as { house?: unknown; products?: unknown } | null;
  if (
    typeof it?.house !== 'string' ||
    !it.house ||
    it.house.length > 80 ||
    NOT_KEPT.test(JSON.stringify(it.house)) ||
    !Array.isArray(it.products) ||
    it.products.length > MOST_PRODUCTS
  )
    throw new Trouble('outlet-trouble', 'What the print house sent is not a catalogue.');
  const known = new Set<string>();
  const out: Catalogue = { house: it.house, products: [], listed: [], faults: [] };
  for (const one of it.products as unknown[]) {
    const told = (one as { id?: unknown } | null)?.id;
    const id = typeof told === 'string' && ID.test(told) ? told : null;
    const fault = faultOfProduct(one, id, known);
    if (id !== null) known.add(id);
    if (fault) out.faults.push(`${id ?? 'A product'}: ${fault}`);
    else out.products.push({ id: id!, product: one as Product });
  }
  out.listed.push(...known);
  return out;
}

/** The documents of what could be read, and why some are none. */
export function documentsOf(
  { house, products, faults }: Catalogue,
  byHand: ReadonlyMap<string, ReadonlyMap<string, Audience>>,
): { documents: BlankDocument[]; faults: string[] } {
  const out = { documents: [] as BlankDocument[], faults: [...faults] };
  for (const { id, product } of products)
    try {
      const document = checkDocument('blank', documentOf(house, product, byHand.get(id)), house);
      const fault = blankFault(document);
      if (fault) out.faults.push(`${id}: ${fault}`);
      else out.documents.push(document);
    } catch (error) {
      if (!(error instanceof Trouble)) throw error;
      out.faults.push(`${id}: ${error.message}`);
    }
  return out;
}
