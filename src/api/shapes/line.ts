import { Type, type Static } from '@sinclair/typebox';
import { Exactly, Ids, Minor, Named, OneOf, OrNull, Picture, Share, Text, Texts, Time, Uuid, Whole } from './parts';

const FIELDS = ['title', 'description', 'tags', 'prices', 'pictures', 'artwork', 'goods'] as const;
export const PROOF_STATES = ['drafting', 'held', 'ready', 'passed', 'sending', 'listed', 'refused'] as const;

export const Problem = Named('ProofProblem', {
  code: Text,
  field: OneOf(FIELDS),
  sentence: Text,
  stops: Type.Boolean({ description: 'keeps the proof from being passed' }),
  mend: Type.Optional(Exactly({ label: Text, value: Type.Unknown() })),
});

const Price = Named('Price', {
  size: Text,
  priceMinor: Minor,
  costMinor: Minor,
  postageMinor: Minor,
  fees: Exactly({ transactionMinor: Minor, paymentMinor: Minor, listingMinor: Minor }),
  feesMinor: Minor,
  keepMinor: Minor,
  marginShare: Type.Number({ description: 'share of the price that is kept, in millionths' }),
});
const from = OneOf(['pattern', 'hand'], 'where the value comes from');
const fields = {
  title: Exactly({ value: Text, from }),
  description: Exactly({ value: Text, from }),
  tags: Exactly({ value: Texts, from }),
  prices: Exactly({ value: Type.Array(Price), from }),
};
export const ProofFields = Exactly(fields);

/** A colour that is offered. */
export const Colour = Exactly({
  name: Text,
  hex: Text,
  legibility: Type.Number({ description: 'share of the inks that stay visible on it' }),
  print: Type.Optional(Type.Integer({ description: 'which of the motif’s artworks goes on it: 0 is the proof’s own' })),
});

export const Proof = Named('Proof', {
  id: Uuid,
  seq: Whole,
  runId: Uuid,
  artworkId: Uuid,
  docketId: Uuid,
  outletId: Text,
  state: OneOf(PROOF_STATES),
  fields: Type.Partial(Exactly(fields), { additionalProperties: false, description: 'empty until it is drafted' }),
  colours: Type.Array(Colour),
  pictures: Type.Array(Exactly({ scene: Text, colour: Text, picture: Picture, small: Picture })),
  problems: Type.Array(Problem),
  artwork: Text,
  docket: Text,
  plan: Type.String({ description: 'name of the price plan of its docket' }),
  outlet: Text,
  refusal: OrNull(Text),
  outOfDate: Type.Boolean({ description: 'its pictures were made from a file that has been replaced since' }),
});
export type ProofView = Static<typeof Proof>;

/** A change by hand; `pattern` names fields that go back to what the docket makes of them. */
export const ProofChange = Type.Partial(
  Exactly({
    title: Type.String({ maxLength: 1000 }),
    description: Type.String({ maxLength: 60_000 }),
    tags: Type.Array(Type.String({ maxLength: 200 }), { maxItems: 300 }),
    prices: Type.Record(Type.String({ maxLength: 60 }), Type.Integer({ minimum: 1 }), {
      description: 'minor units by size',
      maxProperties: 100,
    }),
    pattern: Type.Array(OneOf(['title', 'description', 'tags', 'prices']), { maxItems: 4 }),
  }),
  { additionalProperties: false, minProperties: 1 },
);

const count = Type.Integer({ minimum: 0 });
const Counts = Type.Partial(
  Exactly({ drafting: count, held: count, ready: count, passed: count, sending: count, listed: count, refused: count }),
  { additionalProperties: false },
);
export const Run = Named('Run', {
  id: Uuid,
  name: Text,
  state: OneOf(['going', 'paused', 'stopped']),
  leftOut: Type.Array(Exactly({ artwork: Text, docket: Text, outlet: Text, why: Text })),
  createdAt: Time,
  total: Whole,
  counts: Counts,
  outlets: Type.Record(Text, Counts, { description: 'the same, outlet by outlet' }),
});

const name = Type.String({ maxLength: 120 });
/** Artworks (or a drawer) x dockets x outlets, or single cells of that. */
export const RunWish = Exactly({
  name: Type.Optional(name),
  artworks: Type.Optional(Ids),
  drawer: Type.Optional(Type.String({ maxLength: 1000 })),
  dockets: Type.Optional(Type.Array(name, { maxItems: 500, description: 'ids or names' })),
  outlets: Type.Optional(Type.Array(name, { maxItems: 100 })),
  cells: Type.Optional(
    Type.Array(Exactly({ docket: name, outlet: name, artworks: Ids }), {
      maxItems: 1000,
      description: 'artworks under a docket at an outlet, column by column',
    }),
  ),
});

export const Passed = Exactly({ passed: Whole, held: Whole });
export const Queued = Exactly({ queued: Whole, held: Whole });
export const SendBody = Exactly({ as: OneOf(['draft', 'live']) });

export const Listing = Named('Listing', {
  id: Uuid,
  seq: Whole,
  proofId: OrNull(Uuid, 'null when its artwork was deleted here'),
  outletId: Text,
  outlet: Text,
  remoteId: Text,
  url: Text,
  state: OneOf(['draft there', 'live', 'ended', 'lapsed', 'gone']),
  title: Text,
  priceMinor: Minor,
  currency: Text,
  sentAt: Time,
  lookedAt: OrNull(Time, 'when the outlet was last asked what it has'),
  artwork: Text,
  docket: Text,
  small: Picture,
});
export type ListingView = Static<typeof Listing>;

const Cell = Type.Union([
  Exactly({
    id: Uuid,
    state: OneOf(PROOF_STATES),
    small: OrNull(Text),
    priceMinor: OrNull(Minor),
    problem: OrNull(Text),
    outOfDate: Type.Boolean(),
  }),
  Exactly({ why: Type.String({ description: 'why there cannot be a proof' }) }),
  Type.Null({ description: 'open' }),
]);
export const Sheet = Named('Sheet', {
  columns: Type.Array(Exactly({ outlet: Text, outletName: Text, docket: Uuid, docketName: Text })),
  rows: Type.Array(
    Exactly({
      id: Uuid,
      name: Text,
      about: Text,
      lightness: Type.Number(),
      clearShare: Share,
      thumb: Text,
      cells: Type.Array(Cell, { description: 'one per column' }),
    }),
  ),
});

export const Line = Exactly({
  stations: Exactly({
    artwork: Exactly({ ready: Whole, arriving: Whole, refused: Whole }),
    sheet: Exactly({ proofs: Whole, dockets: Whole }),
    proofs: Exactly({ waiting: Whole, held: Whole, drafting: Whole }),
    press: Exactly({ passed: Whole, sending: Whole, refused: Whole }),
    ledger: Exactly({ listings: Whole, drafts: Whole }),
    stockroom: Exactly({ outlets: Type.Integer({ description: 'connected' }) }),
  }),
  work: Type.Array(
    Exactly({
      key: Text,
      kind: OneOf(['measuring', 'reading', 'drafting', 'sending']),
      label: Text,
      done: Whole,
      total: Whole,
      refused: Whole,
      paused: Type.Boolean(),
      waits: Type.Optional(Type.String({ description: 'why it waits, when something outside holds it up' })),
    }),
  ),
});
