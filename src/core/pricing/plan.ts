import { Type, type Static } from '@sinclair/typebox';
import { Between, Exactly, OneOf, OrNull } from '../schema/parts';

const MOST = 10_000_000;

/** How a seller turns costs into prices. */
export const PricePlan = Exactly(
  {
    aim: Type.Union([
      Exactly({ kind: Type.Literal('margin'), share: Between(0, 950_000, 'share of the price kept, in millionths') }),
      Exactly({ kind: OneOf(['profit', 'fixed']), minor: Between(0, MOST, 'what is kept, or the price itself; minor units') }),
    ]),
    postageIncluded: Type.Boolean({ description: 'postage is in the price and called free' }),
    largeSizeExtraMinor: Between(0, 100_000, 'added to every size from 2XL up, minor units'),
    ending: OrNull(Between(0, 99), 'the last two digits that prices end in; null leaves them as they come'),
  },
  { title: 'PricePlanDocument', description: 'how a seller turns costs into prices' },
);
export type PricePlan = Static<typeof PricePlan>;
