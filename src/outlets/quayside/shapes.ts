import { Type, type Static } from '@sinclair/typebox';
import { OneOf } from '../../core/schema/parts';
import { shape } from '../http';

/** What parts of the shop's answers must be to be of use. The bounds are wider than any house's: they only keep nonsense out. */
const ANY_TEXT = Type.String({ maxLength: 200_000 });
const Sha256 = Type.String({ pattern: '^[0-9a-f]{64}$' });
export const Reference = Type.String({ minLength: 1, maxLength: 500 });
const WareShape = Type.Object({
  reference: Reference,
  address: Type.String({ minLength: 1, maxLength: 500 }),
  standing: OneOf(['in-the-back', 'in-the-window']),
  name: ANY_TEXT,
  story: Type.String({ maxLength: 1_000_000 }),
  labels: Type.Array(ANY_TEXT, { maxItems: 1000 }),
  brand: ANY_TEXT,
  kind: ANY_TEXT,
  choices: Type.Array(ANY_TEXT, { maxItems: 100 }),
  articles: Type.Array(
    Type.Object({
      picks: Type.Array(ANY_TEXT, { maxItems: 100 }),
      price: Type.Record(Type.String(), Type.String({ maxLength: 40 })),
      code: ANY_TEXT,
      grams: Type.Optional(Type.Integer({ minimum: 0 })),
    }),
    { maxItems: 10_000 },
  ),
  pictures: Type.Array(Type.Object({ sha256: Sha256, alt: ANY_TEXT }), { maxItems: 1000 }),
  in_the_bag: Type.Optional(Type.Array(Type.Object({ sha256: Sha256, called: ANY_TEXT }), { maxItems: 1000 })),
  origin: Type.Optional(ANY_TEXT),
  hs: Type.Optional(ANY_TEXT),
  for_search: Type.Optional(Type.Object({ title: ANY_TEXT, text: ANY_TEXT })),
  collections: Type.Optional(Type.Array(ANY_TEXT, { maxItems: 1000 })),
});
/** A ware as the shop gives it back. */
export const WareThere = shape(WareShape);
export type WareThere = Static<typeof WareShape>;
/** A ware as the shop takes it, but for its standing. */
export type Ware = Omit<WareThere, 'reference' | 'address' | 'standing'>;
