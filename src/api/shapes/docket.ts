import { Type, type Static } from '@sinclair/typebox';
import { DocketDocument } from '@/core/docket/docket';
import type { DocketSpec } from '@/core/docket/narrow';
import { PricePlan } from '@/core/pricing/plan';
import { Exactly, Named, OneOf, OrNull, Text, Uuid, Whole } from './parts';

const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const whole = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });
const several = (maxItems: number) => Type.Array(text(60), { minItems: 1, maxItems, uniqueItems: true });

const Shot = Exactly({
  scene: text(60),
  colour: Type.Union([Type.Literal('featured'), whole(0, 199)], {
    description: 'the colour on which the artwork stands out best, or one counted on from it',
  }),
});

const Aim = Type.Union([
  Exactly({ kind: Type.Literal('margin'), share: whole(0, 950_000) }),
  Exactly({ kind: OneOf(['profit', 'fixed']), minor: whole(0, 10_000_000) }),
]);

/** What a docket of one blank, one print area and one language says: the narrow form of its document. */
export const DocketShape = Exactly({
  noun: text(60),
  colours: several(200),
  sizes: several(200),
  area: text(60),
  placement: Exactly({
    mode: OneOf(['fit', 'cover']),
    scale: Type.Number({ minimum: 0.1, maximum: 1 }),
    topMm: Type.Number({ minimum: 0, maximum: 1000 }),
  }),
  shots: Type.Array(Shot, { minItems: 1, maxItems: 60 }),
  wording: Exactly({
    title: text(20_000),
    description: text(20_000),
    tags: Type.Array(text(120), { maxItems: 500 }),
  }),
  pricePlan: Exactly({
    name: text(60),
    aim: Aim,
    postageIncluded: Type.Boolean(),
    largeSizeExtraMinor: whole(0, 100_000),
    ending: Type.Union([Type.Null(), whole(0, 99)]),
  }),
  accepts: Exactly({ ground: OneOf(['see-through', 'full', 'any']), minPpi: whole(30, 1200) }),
  outlets: Type.Array(text(64), { uniqueItems: true, maxItems: 100 }),
});

// the core's own type and this shape are the same: neither may say more than the other
type Same<A, B> = A extends B ? (B extends A ? true : never) : never;
export const AS_IN_CORE: Same<Static<typeof DocketShape>, DocketSpec> = true;

/** What `spec` says of a docket that is more than it can say: its first line, as far as it goes. */
const Told = Type.Unsafe<DocketSpec>({
  type: 'object',
  description:
    'the docket in its narrow form: one blank, one print area, one language. Where `narrow` is false it says less than the document',
});

const revision = Type.Integer({
  minimum: 0,
  description: 'the revision that the change was made on: a later one is told as a conflict',
});

/**
 * `document` is a docket in full; `blankId` with `spec` is its narrow form. What was fetched can be changed and put back as it is: the
 * one of the two that was changed counts.
 */
export const DocketBody = Exactly({
  id: Type.Optional(Uuid),
  name: Type.String({ maxLength: 120 }),
  revision: Type.Optional(revision),
  narrow: Type.Optional(Type.Boolean()),
  document: Type.Optional(DocketDocument),
  blankId: Type.Optional(OrNull(Type.String({ maxLength: 64 }))),
  spec: Type.Optional(OrNull(DocketShape)),
});
export const Docket = Named('Docket', {
  id: Uuid,
  name: Text,
  revision: Whole,
  document: DocketDocument,
  narrow: Type.Boolean({ description: 'does `spec` say all of it?' }),
  blankId: OrNull(Text, 'of its first goods line; null where it only sells files'),
  spec: OrNull(Told),
});
export type DocketView = Static<typeof Docket>;

export const TryBody = Exactly({
  document: Type.Optional(DocketDocument),
  blankId: Type.Optional(Type.String({ maxLength: 64 })),
  spec: Type.Optional(DocketShape),
  plan: Type.Optional(PricePlan),
  artwork: Uuid,
  outlet: Type.String({ maxLength: 64 }),
});

export const WorstBody = Exactly({
  document: DocketDocument,
  plan: Type.Optional(PricePlan),
  artworks: Type.Array(Uuid, { minItems: 1, maxItems: 200 }),
  outlet: Type.String({ maxLength: 64 }),
});
export const Worst = Exactly({
  worst: OrNull(
    Exactly({
      artwork: Uuid,
      stops: Type.Integer({ description: 'problems that stop it' }),
      told: Type.Integer({ description: 'problems that do not' }),
      tried: Whole,
    }),
  ),
});

export type WorstView = Static<typeof Worst>;

export const DocketUse = Exactly({ outletId: Text, proofs: Whole, listings: Whole });
export type DocketUseView = Static<typeof DocketUse>;
