import { Type, type Static } from '@sinclair/typebox';
import { LISTING_FIELDS } from '@/core/listing/compare';
import { SOURCES } from '@/core/listing/proof';
import { VIEWED } from '@/core/desk/viewed';
import { LINE_KINDS } from '@/core/pricing/lines';
import { SearchQuery } from './artwork';
import { Exactly, Ids, Inner, Items, Minor, Named, OneOf, OrNull, Picture, Share, Text, Texts, Time, Uuid, Whole } from './parts';

export const PROOF_STATES = ['drafting', 'held', 'ready', 'passed', 'sending', 'listed', 'refused'] as const;
const LISTING_STATES = ['draft there', 'live', 'ended', 'lapsed', 'gone'] as const;
const STEPS = ['in step', 'stale', 'drifted'] as const;

export const Problem = Named('ProofProblem', {
  code: Text,
  field: Type.String({
    description: 'title, description, tags, prices, pictures, artwork, goods, or a further text of the outlet',
  }),
  sentence: Text,
  stops: Type.Boolean({ description: 'keeps the proof from being passed' }),
  values: Type.Optional(Type.Record(Text, Type.Unknown(), { description: 'what the sentence was made from' })),
  mend: Type.Optional(Exactly({ label: Text, value: Type.Unknown() })),
});

const Price = Named('Price', {
  size: Type.String({
    description: 'what it is the price of: the size, with the goods line and the finish where there are several',
  }),
  priceMinor: Minor,
  costMinor: Minor,
  postageMinor: Minor,
  fees: Exactly({ transactionMinor: Minor, paymentMinor: Minor, listingMinor: Minor }),
  feesMinor: Minor,
  keepMinor: Minor,
  marginShare: Type.Number({ description: 'share of the price that is kept, in millionths' }),
  lines: Type.Array(Exactly({ label: Text, kind: OneOf(LINE_KINDS), amountMinor: Minor }), {
    description: 'everything that goes of it, line by line',
  }),
  planMinor: OrNull(Minor, 'what the price plan makes of it now'),
});
const from = OneOf(['pattern', 'hand'], 'where the value comes from: a rule, or a person');
const fields = {
  title: Exactly({ value: Text, from }),
  description: Exactly({ value: Text, from }),
  tags: Exactly({ value: Texts, from }),
  prices: Exactly({ value: Type.Array(Price), from }),
};
export const ProofFields = Exactly(fields);

const source = OneOf(SOURCES);
const of = Type.Optional(Type.String({ description: 'a mark of what it was translated from' }));
const Words = Exactly({ value: Text, from: source, made: OrNull(Text, 'what the rule makes now'), of });
const Tags = Exactly({ value: Texts, from: source, made: OrNull(Texts), of });
/** Every field in every language, with where it comes from. */
const Content = Exactly({
  words: Type.Record(Text, Type.Record(Text, Words), { description: 'by field, then by language (BCP 47)' }),
  tags: Type.Record(Text, Tags, { description: 'by language' }),
});
const Variant = Exactly({
  line: Text,
  colour: Text,
  size: Text,
  finish: Text,
  sku: Text,
  costMinor: Minor,
  postageMinor: Minor,
  weightG: OrNull(Whole),
  priceMinor: OrNull(Minor, 'null when no price meets the plan'),
  from: source,
  madeMinor: OrNull(Minor),
});

/** A colour that is offered. */
export const Colour = Exactly({
  name: Text,
  hex: Text,
  legibility: Type.Number({ description: 'share of the inks that stay visible on it' }),
  print: Type.Optional(Type.Integer({ description: 'which of the motif’s artworks goes on it: 0 is the proof’s own' })),
  line: Type.Optional(Type.String({ description: 'the goods line that it belongs to' })),
});

/** A file that buyers get, or an archive with what it holds. */
const Download = Exactly({
  name: Text,
  bytes: Whole,
  address: Type.String({ description: 'where it is fetched from' }),
  holds: Type.Array(
    Exactly({
      name: Text,
      widthPx: OrNull(Whole),
      heightPx: OrNull(Whole),
      bytes: Whole,
      prints: Type.Array(Exactly({ name: Text, ppi: Whole }), { description: 'sizes that it can be printed in, and how finely' }),
    }),
  ),
});

const Changed = Type.Array(OneOf(LISTING_FIELDS));
export const Proof = Named('Proof', {
  id: Uuid,
  seq: Whole,
  runId: Uuid,
  artworkId: Uuid,
  docketId: Uuid,
  outletId: Text,
  state: OneOf(PROOF_STATES),
  version: Type.Integer({ description: 'counts every change; a change may say which it was made on' }),
  fields: Type.Partial(Exactly(fields), { additionalProperties: false, description: 'empty until it is drafted' }),
  content: Content,
  language: Type.String({ description: 'the language that its outlet must have' }),
  currency: OrNull(Text),
  variants: Type.Array(Variant),
  colours: Type.Array(Colour),
  pictures: Type.Array(
    Exactly({
      kind: OneOf(['scene', 'card', 'kept', 'free']),
      scene: Text,
      colour: Text,
      notOffered: OrNull(Text, 'its colour, #rrggbb, where buyers cannot order it here'),
      picture: Picture,
      small: Picture,
    }),
  ),
  downloads: OrNull(Type.Array(Download), 'what buyers get at once; null where goods are sold only'),
  problems: Type.Array(Problem),
  artwork: Text,
  docket: Text,
  plan: Type.String({ description: 'name of the price plan that it follows' }),
  outlet: Text,
  refusal: OrNull(Text),
  refusalCode: OrNull(Text),
  outOfDate: Type.Boolean({ description: 'something that it was made from has changed since' }),
  because: Type.Array(Exactly({ code: Text, sentence: Text }), { description: 'what has changed' }),
  changed: Type.Array(OneOf(LISTING_FIELDS), { description: 'in what it differs from what its listing was sent' }),
  listing: OrNull(Exactly({ id: Uuid, state: OneOf(LISTING_STATES), url: OrNull(Text), drift: Changed })),
});
export type ProofView = Static<typeof Proof>;

/** A change by hand; `pattern` names fields that go back to what the docket makes of them. */
export const ProofChange = Type.Partial(
  Exactly({
    title: Type.String({ maxLength: 1000 }),
    description: Type.String({ maxLength: 60_000 }),
    tags: Type.Array(Type.String({ maxLength: 200 }), { maxItems: 300 }),
    texts: Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 60_000 }), {
      description: 'further texts of the outlet, by name',
      maxProperties: 40,
    }),
    language: Type.String({ maxLength: 35, description: 'BCP 47; the outlet’s own where none is named' }),
    prices: Type.Record(Type.String({ maxLength: 200 }), Type.Integer({ minimum: 1 }), {
      description: 'minor units by what they are the price of',
      maxProperties: 500,
    }),
    pattern: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 40 }),
    version: Type.Integer({
      minimum: 0,
      description: 'the version that the change was made on: a later one is told as a conflict',
    }),
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
  leftOut: Type.Array(
    Exactly({ artwork: Text, docket: Text, outlet: Text, why: Text, code: Type.String({ description: 'the same as a code' }) }),
    { description: 'the first thousand cells that could not be' },
  ),
  leftOutCount: Type.Integer({ description: 'how many could not be, in all' }),
  planning: OrNull(Exactly({ done: Whole, total: Whole }), 'artworks that are laid out, of how many; null once all are'),
  later: OrNull(
    Exactly({ count: Whole, day: Type.String({ format: 'date' }) }),
    'orders that wait for the day on which their announced blanks come out, and the next such day',
  ),
  createdAt: Time,
  total: Whole,
  counts: Counts,
  outlets: Type.Record(Text, Counts, { description: 'the same, outlet by outlet' }),
});

const name = Type.String({ maxLength: 120 });
const Column = Exactly({ docket: Uuid, outlet: Type.String({ maxLength: 64 }) });
/** A part of the sheet, by what it means. */
const selection = {
  search: Exactly(SearchQuery),
  rows: Type.Optional(
    Exactly(
      { first: Uuid, last: Uuid },
      { description: 'from one artwork to another, in the order of the search; all where none are named' },
    ),
  ),
  columns: Type.Array(Column, { maxItems: 5000 }),
};
export const Selection = Exactly(selection);
export const SelectionCount = Exactly({
  rows: Whole,
  cells: Whole,
  proofs: Whole,
  open: Type.Integer({ description: 'cells that could be made and are not' }),
  ready: Whole,
  held: Type.Integer({ description: 'held or refused' }),
  closed: Type.Integer({ description: 'artworks under dockets whose rules do not take them: a hand may allow them' }),
  allowed: Type.Integer({ description: 'artworks under dockets that a hand allowed' }),
  first: OrNull(Uuid, 'the first of its proofs'),
});
export const AllowBody = Exactly({ ...selection, allow: Type.Boolean({ description: 'false leaves it to the rules again' }) });
export const AllowedView = Exactly({ changed: Whole, undo: OrNull(Uuid, 'takes it back, as POST /activity/undo') });
export const SelectionProofs = Exactly({ ...selection, limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 1000 })) });
const word = Type.Optional(Type.String({ maxLength: 200 }));
/** A search among proofs, in an address or as a description of what is meant. */
export const ProofSearch = {
  run: Type.Optional(Uuid),
  state: Type.Optional(
    Type.String({ maxLength: 100, description: 'one or several, with commas between; any where none is named' }),
  ),
  outlet: word,
  docket: Type.Optional(Uuid),
  find: Type.Optional(Type.String({ maxLength: 200, description: 'words of the artwork' })),
  says: Type.Optional(Type.String({ maxLength: 200, description: 'what its words say, as it stands there' })),
  language: Type.Optional(Type.String({ minLength: 1, maxLength: 35, description: 'of outlets that are written in it, BCP 47' })),
  found: Type.Optional(
    Type.String({
      maxLength: 600,
      description: 'what was found when its words were looked over: a check, or one thing behind a colon, “spelling:teh”',
    }),
  ),
  ids: Type.Optional(Type.String({ maxLength: 8000, description: 'ids, or their first eight characters, with commas between' })),
  picked: Type.Optional({ ...Uuid, description: 'only those that were kept by POST /proofs/picked' }),
  stale: Type.Optional(OneOf(['yes'], 'only what is out of date')),
  wrong: Type.Optional(OneOf(['yes'], 'only those with a picture that something is wrong with')),
  sort: Type.Optional(OneOf(['newest', 'oldest', 'artwork', 'outlet'])),
};
const ByState = Type.Partial(
  Exactly(Object.fromEntries(PROOF_STATES.map((s) => [s, Whole])) as Record<(typeof PROOF_STATES)[number], typeof Whole>),
  { additionalProperties: false },
);
export const ProofsCount = Exactly({ total: Whole, states: ByState });
export const NextProof = Exactly({ next: OrNull(Exactly({ id: Uuid, at: Type.Integer({ description: 'its place, from 0' }) })) });
export const ProofsMeant = Type.Union([Exactly({ ids: Ids }), Exactly({ search: Exactly(ProofSearch) })]);
export const PassBody = Exactly({
  ids: Type.Optional(Ids),
  selection: Type.Optional(Selection),
  search: Type.Optional(Exactly(ProofSearch)),
});
export const ProofWindow = Named('ProofWindow', {
  from: Type.Integer({ description: 'where the window begins, from 0' }),
  total: Whole,
  states: ByState,
  rows: Type.Array(
    Exactly({
      id: Uuid,
      artwork: Text,
      docket: Text,
      outlet: Text,
      state: OneOf(PROOF_STATES),
      small: OrNull(Text, 'name of a picture'),
      problem: OrNull(Text, 'what stops it'),
      outOfDate: Type.Boolean(),
      changed: Type.Array(OneOf(LISTING_FIELDS)),
      stands: Type.Boolean({ description: 'it has a listing at its outlet' }),
    }),
  ),
});

/** Artworks (or a drawer) x dockets x outlets, single cells of that, or a part of the sheet. */
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
  selection: Type.Optional(
    Exactly({
      ...selection,
      only: OneOf(['all', 'open', 'held'], 'all its cells, those without a proof, or those held and refused'),
    }),
  ),
});

export const RunForecast = Exactly({
  proofs: Whole,
  pictures: Type.Integer({ description: 'what is there already and has not changed is not made again' }),
  seconds: OrNull(Whole, 'how long all pictures take on this machine; null while it has made none'),
  again: Type.Integer({ description: 'proofs that are there, and are drafted again' }),
  leftOut: Whole,
});
export type RunForecastView = Static<typeof RunForecast>;

export const Passed = Exactly({ passed: Whole, held: Whole });
export const Queued = Exactly({ queued: Whole, held: Whole });
export const SendBody = Exactly({ as: OneOf(['draft', 'live']) });
/** A search among listings, in an address or as a description of what is meant. */
export const ListingSearch = {
  find: Type.Optional(Type.String({ maxLength: 200, description: 'part of a title or of an artwork’s name' })),
  outlet: word,
  state: Type.Optional(OneOf(LISTING_STATES)),
  step: Type.Optional(OneOf(STEPS)),
  sort: Type.Optional(
    Type.String({ pattern: '^-?(sent|title|outlet|state|price|looked)$', description: 'downwards with a minus before it' }),
  ),
};
const some = { ids: Ids };
const all = {
  search: Exactly(ListingSearch),
  except: Type.Optional(Ids),
};
const over = Type.Optional(Type.Boolean({ description: 'also over what was changed at the outlet since it was sent' }));
/** Listings by id, or all that a search means without some. */
export const ListingsMeant = Type.Union([Exactly(some), Exactly(all)]);
export const PickedFrom = Type.Union([Exactly({ selection: Selection }), Exactly({ listings: ListingsMeant })], {
  description: 'the proofs of a part of the sheet, or those behind listings',
});
export const Picked = Exactly({ id: Uuid, count: Whole });
export const ChangesBody = Type.Union([Exactly({ ...some, over }), Exactly({ ...all, over })]);
export const ListingsCount = Exactly({
  listings: Whole,
  live: Type.Integer({ description: 'may be set live' }),
  end: Type.Integer({ description: 'may be ended' }),
  changes: Type.Integer({ description: 'differ here from what was sent' }),
});
/** What would be sent of a run. */
export const Preflight = Named('Preflight', {
  outlets: Type.Array(
    Exactly({
      outletId: Text,
      proofs: Whole,
      pictures: Whole,
      feesMinor: Type.Integer({ description: 'listing fees, if they go live' }),
      first: Type.Array(Exactly({ title: Text, priceMinor: Minor }), { description: 'the first fifty' }),
    }),
  ),
  staying: ByState,
  first: Type.Array(Exactly({ artwork: Text, outlet: Text, state: OneOf(PROOF_STATES), why: OrNull(Text, 'what stops it') }), {
    description: 'the first hundred that stay',
  }),
});
export type PreflightView = Static<typeof Preflight>;

export const Listing = Named('Listing', {
  id: Uuid,
  seq: Whole,
  proofId: OrNull(Uuid, 'null when it has no proof here: its artwork was deleted, or it was made at the outlet'),
  outletId: Text,
  outlet: Text,
  remoteId: Text,
  url: Text,
  state: OneOf(LISTING_STATES),
  step: OneOf(STEPS, 'in step; stale: our proof differs from what was sent; drifted: what is there differs from what was sent'),
  drift: Changed,
  changed: Changed,
  title: Text,
  priceMinor: Minor,
  currency: Text,
  sentAt: OrNull(Time, 'null for one that was not sent from here'),
  lookedAt: OrNull(Time, 'when the outlet last said what it has'),
  notRead: OrNull(Text, 'why its last answer since then could not be read'),
  artwork: Text,
  docket: Text,
  small: Picture,
});
export type ListingView = Static<typeof Listing>;
export const ListingWindow = Named('ListingWindow', { total: Whole, rows: Type.Array(Listing) });
export type ListingWindowView = Static<typeof ListingWindow>;

const Order = Exactly({
  id: Uuid,
  kind: OneOf(['make', 'change', 'pictures', 'variants', 'state']),
  fields: Changed,
  goal: OrNull(OneOf(['draft', 'live', 'ended'])),
  state: OneOf(['waiting', 'sending', 'done', 'refused', 'withdrawn']),
  sentence: OrNull(Text, 'why it waits, or was refused'),
  tries: Whole,
  createdAt: Time,
  finishedAt: OrNull(Time),
  askedBy: Text,
});
/** One listing, with what was sent, what is there, and everything that was ordered. */
export const ListingInFull = Named('ListingInFull', {
  ...Listing.properties,
  sent: OrNull(Inner<object>('the listing as it was last sent')),
  there: OrNull(Inner<object>('what the outlet last said it has')),
  links: Type.Array(Exactly({ sku: Text, link: OneOf(['linked', 'changed there', 'not linked']) }), {
    description: 'how our variants and the outlet’s go together',
  }),
  orders: Type.Array(Order, { description: 'newest first' }),
});

const ProofCell = Exactly({
  id: Uuid,
  state: OneOf(PROOF_STATES),
  small: OrNull(Text),
  priceMinor: OrNull(Minor),
  problem: OrNull(Text),
  outOfDate: Type.Boolean(),
  stands: OrNull(Text, 'the state of its listing'),
  changed: Type.Boolean({ description: 'it differs from what its listing was sent' }),
});
const why = Type.String({ description: 'why there cannot be a proof' });
const Open = Type.Null({ description: 'open' });
const Cell = Type.Union([
  ProofCell,
  Exactly({ why, could: Type.Boolean({ description: 'a hand may allow it all the same' }) }),
  Exactly({ allowed: Type.Literal(true, { description: 'open, because a hand allowed it' }) }),
  Open,
]);
/** As programs have known it from the beginning. */
const PlainCell = Type.Union([ProofCell, Exactly({ why }), Open]);
const head = { id: Uuid, name: Text, about: Text, lightness: Type.Number(), clearShare: Share, thumb: Text };
const column = { outlet: Text, outletName: Text, docket: Uuid, docketName: Text };
export const Sheet = Named('Sheet', {
  columns: Type.Array(Exactly(column)),
  rows: Type.Array(Exactly({ ...head, cells: Type.Array(PlainCell, { description: 'one per column' }) })),
});
const standing = {
  stands: Type.Integer({ description: 'cells that stand at their outlet' }),
  waits: Type.Integer({ description: 'on their way: drafting, ready, passed, sending' }),
  held: Type.Integer({ description: 'held or refused' }),
};
const Coverage = Exactly({ ...standing, open: Type.Integer({ description: 'cells that could be made' }) });
export const SheetColumns = Items(Exactly({ ...column, counts: Exactly(standing) }));
export const SheetWindow = Named('SheetWindow', {
  total: Type.Integer({ description: 'rows in all' }),
  rows: Type.Array(
    Exactly({
      ...head,
      trim: Exactly({ x: Share, y: Share, width: Share, height: Share }),
      aspect: Type.Number({ description: 'width of the picture to its height' }),
      coverage: Coverage,
      groups: Type.Record(Text, Coverage, { description: 'by outlet, or by docket' }),
      cells: Type.Record(Text, Cell, { description: 'by column: docket/outlet' }),
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
      kind: OneOf(['measuring', 'reading', 'planning', 'drafting', 'passing', 'correcting', 'looking', 'ordering', 'sending']),
      label: Text,
      done: Whole,
      total: Whole,
      refused: Whole,
      paused: Type.Boolean(),
      waits: Type.Optional(Type.String({ description: 'why it waits, when something outside holds it up' })),
    }),
  ),
});

/** What a station shows, by name. */
export const KeptView = Named('KeptView', {
  id: Uuid,
  station: OneOf(VIEWED),
  name: Text,
  query: Type.String({ description: 'the parts of its address that say so' }),
});

/** One thing that was done. */
export const Activity = Named('Activity', {
  id: Uuid,
  seq: Whole,
  at: Time,
  who: Text,
  own: Type.Boolean({ description: 'done by whoever asks' }),
  did: Type.String({ description: 'as a code' }),
  sentence: Text,
  about: Text,
  undone: Type.Boolean(),
  undoable: Type.Boolean({ description: 'can be taken back by whoever asks' }),
});
export type ActivityView = Static<typeof Activity>;
export const TakenBack = Exactly({ label: Text, count: Whole, left: Whole, sentence: Text });
