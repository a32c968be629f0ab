import { Type, type Static } from '@sinclair/typebox';
import type { DocketSpec } from '@/core/planning/docket';
import { Exactly, OneOf } from './parts';

const text = (maxLength: number) => Type.String({ minLength: 1, maxLength });
const whole = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });
const several = (maxItems: number) => Type.Array(text(60), { minItems: 1, maxItems, uniqueItems: true });

const Shot = Exactly({
  scene: text(60),
  colour: Type.Union([Type.Literal('featured'), whole(0, 39)], {
    description: 'the colour on which the artwork stands out best, or one counted on from it',
  }),
});

const Aim = Type.Union([
  Exactly({ kind: Type.Literal('margin'), share: whole(0, 950_000) }),
  Exactly({ kind: OneOf(['profit', 'fixed']), minor: whole(0, 10_000_000) }),
]);

/** What a docket says: what the editor and other programs may save. */
export const DocketShape = Exactly({
  noun: text(60),
  colours: several(40),
  sizes: several(40),
  area: text(60),
  placement: Exactly({
    mode: OneOf(['fit', 'cover']),
    scale: Type.Number({ minimum: 0.1, maximum: 1 }),
    topMm: Type.Number({ minimum: 0, maximum: 1000 }),
  }),
  shots: Type.Array(Shot, { minItems: 1, maxItems: 20 }),
  wording: Exactly({
    title: text(600),
    description: text(20_000),
    tags: Type.Array(text(120), { maxItems: 60 }),
  }),
  pricePlan: Exactly({
    name: text(60),
    aim: Aim,
    postageIncluded: Type.Boolean(),
    largeSizeExtraMinor: whole(0, 100_000),
    ending: Type.Union([Type.Null(), whole(0, 99)]),
  }),
  accepts: Exactly({ ground: OneOf(['see-through', 'full', 'any']), minPpi: whole(30, 600) }),
  outlets: Type.Array(text(60), { uniqueItems: true, maxItems: 100 }),
});

// the core's own type and this shape are the same: neither may say more than the other
type Same<A, B> = A extends B ? (B extends A ? true : never) : never;
export const AS_IN_CORE: Same<Static<typeof DocketShape>, DocketSpec> = true;
