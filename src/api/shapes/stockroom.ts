import { Type, type Static } from '@sinclair/typebox';
import type { SceneSheet } from '@/core/scene/scene';
import type { OutletRules } from '@/core/rules/rules';
import { DocketShape } from './docket';
import { Colour, Problem, ProofFields } from './line';
import { Exactly, Inner, Minor, Named, OneOf, OrNull, Text, Time, Uuid, Whole } from './parts';

const Area = Exactly({ name: Text, widthMm: Type.Number(), heightMm: Type.Number(), resolutionPpi: Type.Number() });
const AreaSize = Exactly({ widthMm: Type.Number(), heightMm: Type.Number() });

export const Blank = Named('Blank', {
  id: Text,
  name: Text,
  kind: Text,
  printHouse: Text,
  currency: Text,
  colours: Type.Array(Exactly({ name: Text, hex: Text })),
  sizes: Type.Array(
    Exactly({
      name: Text,
      costMinor: Minor,
      areas: Type.Optional(Type.Record(Text, AreaSize, { description: 'print areas that are of another size on this one' })),
    }),
  ),
  postageMinor: Minor,
  productionDays: Whole,
  areas: Type.Array(Area),
  text: Type.String({ description: 'what it is, in words for buyers' }),
  care: Text,
});

export const Scene = Type.Unsafe<SceneSheet>(
  Type.Object(
    { id: Text, title: Text, blank: Text, size: Whole, areas: Type.Array(Type.Object({ name: Text })) },
    { title: 'Scene', description: 'a scene that ships; further fields say how it is composited' },
  ),
);

/** `id` may stand in it: what was fetched can be changed and put back as it is. */
export const DocketBody = Exactly({
  id: Type.Optional(Uuid),
  name: Type.String({ maxLength: 120 }),
  blankId: Type.String({ maxLength: 64 }),
  spec: DocketShape,
});
export const Docket = Named('Docket', { id: Uuid, name: Text, blankId: Text, spec: DocketShape });

export const TryBody = Exactly({
  blankId: Type.String({ maxLength: 64 }),
  spec: DocketShape,
  artwork: Uuid,
  outlet: Type.String({ maxLength: 64 }),
});
const Placed = Exactly({
  xMm: Type.Number(),
  yMm: Type.Number(),
  widthMm: Type.Number(),
  heightMm: Type.Number(),
  ppi: Type.Number(),
  cutShare: Type.Number(),
  filledShare: Type.Number(),
});
export const Tried = Exactly({
  fields: ProofFields,
  problems: Type.Array(Problem),
  colours: Type.Array(Colour),
  pictures: Type.Array(Exactly({ scene: Text, area: Text, colour: Text, colourName: Text, placed: Placed })),
});
export type TriedView = Static<typeof Tried>;

export const Outlet = Named('Outlet', {
  id: Text,
  name: Text,
  style: Text,
  baseUrl: Text,
  connected: Type.Boolean(),
  connecting: Exactly({
    by: OneOf(['key', 'consent'], 'how it is connected: by a key, or on its own page'),
    says: Type.String({ description: 'what the seller does' }),
    address: Type.String({ description: 'the page at the outlet where it is done' }),
  }),
  rules: OrNull(Inner<OutletRules>('limits and fees as the outlet states them')),
  rulesAt: OrNull(Time),
  hold: OrNull(Exactly({ until: Time, why: Text }), 'why nothing is sent there just now, and until when'),
});
export type OutletView = Static<typeof Outlet>;
export const Connecting = Type.Union([Outlet, Exactly({ address: Type.String({ format: 'uri' }) })]);
