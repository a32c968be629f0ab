import { PICTURE_FORMATS } from './pictures';
import { Type, type Static } from '@sinclair/typebox';
import { PriceLine } from '../pricing/lines';
import { Between, Exactly, OneOf, OrNull, Words } from '../schema/parts';
import { COUNTED } from './length';

const TextRule = Exactly(
  {
    label: Words(80, 'what the outlet calls it'),
    limit: Between(1, 1_000_000),
    counted: OneOf(COUNTED, 'what a character is when it counts them'),
    required: Type.Boolean(),
    format: OneOf(['plain', 'html'], 'html: a subset, made from plain paragraphs and lists'),
  },
  { title: 'TextRule' },
);
export type TextRule = Static<typeof TextRule>;

/** What may be changed of a listing. `prices` are the variants with what they cost. */
export const CHANGEABLE = ['texts', 'tags', 'prices', 'pictures', 'downloads'] as const;
/** What some outlets keep of goods: the weights are those of the variants. */
export const KEPT = ['brand', 'kind', 'origin', 'hsCode', 'weights'] as const;
/** States that a seller can put a listing in. */
export const GOALS = ['draft', 'live', 'ended'] as const;
export type Goal = (typeof GOALS)[number];

/** An outlet's limits and fees, fetched from the outlet as data. */
export const RulesDocument = Exactly(
  {
    edition: Words(120, 'the outlet’s own word for this state of its rules'),
    languages: Type.Array(Words(35, 'BCP 47'), { minItems: 1, maxItems: 60, description: 'the first is its own' }),
    currencies: Type.Array(Type.String({ pattern: '^[A-Z]{3}$' }), {
      minItems: 1,
      maxItems: 60,
      description: 'ISO 4217; prices are made in the first',
    }),
    texts: Type.Record(Type.String({ pattern: '^[a-z][A-Za-z]{0,39}$' }), TextRule, {
      maxProperties: 40,
      description: 'title and description, and whatever else it has in words',
    }),
    tags: OrNull(
      Exactly({ max: Between(1, 500), minLength: Between(1, 100), maxLength: Between(1, 500), counted: OneOf(COUNTED) }),
      'null: it has none',
    ),
    pictures: Exactly({
      max: Between(1, 500),
      minSidePx: Between(1, 20_000),
      maxSidePx: Type.Optional(Between(1, 20_000)),
      maxBytes: Between(1, 1_000_000_000),
      formats: Type.Optional(
        Type.Array(OneOf(PICTURE_FORMATS), {
          minItems: 1,
          maxItems: 3,
          description: 'the first is made; JPEG where none is said',
        }),
      ),
    }),
    variants: Exactly({ max: Between(1, 100_000), axes: Between(1, 20) }),
    downloads: Type.Optional(
      Exactly(
        {
          files: Between(1, 1000),
          bytesEach: Between(1, 10_000_000_000),
          bytesInAll: Type.Optional(Between(1, 100_000_000_000)),
        },
        { description: 'files that buyers get at once; it takes none where this is not said' },
      ),
    ),
    keeps: Type.Optional(
      Type.Array(OneOf(KEPT), {
        maxItems: KEPT.length,
        description: 'what it keeps of goods beside words, pictures and prices; the rest is not sent',
      }),
    ),
    categories: Type.Optional(
      Type.Array(Exactly({ id: Words(80), name: Words(120), parent: Type.Optional(Words(80)) }), { maxItems: 20_000 }),
    ),
    quota: Type.Optional(Exactly({ listings: Between(0, 10_000_000, 'how many this account may have in all') })),
    pricing: OneOf(['price', 'markup', 'royalty'], 'what the seller sets'),
    fees: Type.Array(PriceLine, { maxItems: 40 }),
    states: Type.Array(
      Exactly({
        state: OneOf(['draft there', 'live', 'ended', 'lapsed']),
        change: Type.Array(OneOf(CHANGEABLE), { description: 'what may be changed in it' }),
        to: Type.Array(OneOf(GOALS), { description: 'where it can be put from there' }),
      }),
      { maxItems: 10 },
    ),
    listingSchema: Type.Unsafe<object>({
      type: 'object',
      description: 'JSON Schema of what it takes, checked before anything is sent',
    }),
  },
  { title: 'RulesDocument', description: 'an outlet’s limits and fees, as data' },
);
export type RulesDocument = Static<typeof RulesDocument>;

/** What an outlet lets a seller choose once, on connecting: shelves, house rules, brand. */
export const SettingsDocument = Exactly(
  {
    fields: Type.Array(
      Exactly({
        name: Type.String({ pattern: '^[a-z][A-Za-z]{0,39}$' }),
        label: Words(80),
        says: Type.Optional(Words(300)),
        choices: Type.Optional(
          Type.Array(Exactly({ value: Type.String({ maxLength: 120 }), label: Words(120) }), { maxItems: 1000 }),
        ),
        maxLength: Type.Optional(Between(1, 2000)),
        initial: Type.String({ maxLength: 2000 }),
      }),
      { maxItems: 60 },
    ),
  },
  { title: 'SettingsDocument', description: 'what an outlet lets a seller choose once' },
);
export type SettingsDocument = Static<typeof SettingsDocument>;
export type Settings = Record<string, string>;

/** Settings as they hold: what was chosen where the outlet still offers it, else what it begins with. */
export const settled = (offer: SettingsDocument | null, chosen: Settings): Settings =>
  Object.fromEntries(
    (offer?.fields ?? []).map((f) => {
      const value = chosen[f.name];
      const good =
        value !== undefined && (f.choices ? f.choices.some((c) => c.value === value) : value.length <= (f.maxLength ?? 2000));
      return [f.name, good ? value : f.initial];
    }),
  );

/** The currency that prices are made in. */
export const currencyOf = (rules: RulesDocument): string => rules.currencies[0]!;
/** The language that a listing must have. */
export const mainLanguage = (rules: RulesDocument): string => rules.languages[0]!;
