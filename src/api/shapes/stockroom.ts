import { Type, type Static } from '@sinclair/typebox';
import { CLOTH_PATTERNS } from '@/core/scene/cloth';
import { INK_KINDS } from '@/core/scene/ink';
import { SceneSheet } from '@/core/scene/sheet';
import { WHEN_ENDED } from '@/core/docket/docket';
import { READY } from '@/core/docket/ready';
import { REPEATS, TextLayer } from '@/core/placement/form';
import { RulesDocument, SettingsDocument } from '@/core/outlet/rules';
import { PricePlan } from '@/core/pricing/plan';
import { BlankDocument } from '@/core/stock/blank';
import { WEIGHTS } from '@/core/stock/changes';
import { Colour, Problem, ProofFields } from './line';
import { Exactly, Minor, Named, OneOf, OrNull, Text, Time, Uuid, Whole } from './parts';

export {
  Docket,
  DocketBody,
  DocketUse,
  TryBody,
  Worst,
  WorstBody,
  type DocketUseView,
  type WorstView,
  type DocketView,
} from './docket';

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
  version: Whole,
  document: BlankDocument,
  goneAt: OrNull(Time, 'since when its print house offers it no more'),
});
export type BlankView = Static<typeof Blank>;
export const BlanksFetched = Named('BlanksFetched', {
  items: Type.Array(Blank),
  faults: Type.Array(Text, { description: 'a sentence for each product that could not be taken; what was here of it stays' }),
});

/** What narrows a list of blanks, and its order. */
export const BlankSearch = {
  find: Type.Optional(Type.String({ maxLength: 200 })),
  department: Type.Optional(Type.String({ maxLength: 40 })),
  kind: Type.Optional(Type.String({ maxLength: 40 })),
  house: Type.Optional(Type.String({ maxLength: 80 })),
  family: Type.Optional(Type.String({ maxLength: 60, description: 'a colour of this family' })),
  days: Type.Optional(Type.String({ maxLength: 3, description: 'made within so many days' })),
  sort: Type.Optional(Type.String({ maxLength: 20, description: 'name, cost, print, days or newest' })),
};
const BlankLine = Named('BlankLine', {
  id: Text,
  name: Text,
  kind: Text,
  department: Text,
  house: Text,
  currency: Text,
  colours: Type.Array(Type.Object({ name: Text, hex: Text })),
  sizes: Type.Array(Text),
  leastMinor: Minor,
  mostMinor: Minor,
  postageMinor: Minor,
  printMm: Type.Number({ description: 'the longest side of its largest print area' }),
  days: Whole,
  areas: Type.Array(
    Exactly({
      name: Text,
      widthMm: Type.Number(),
      heightMm: Type.Number(),
      ppi: Whole,
      shape: OrNull(Text),
      mustBeFilled: Type.Boolean(),
    }),
  ),
  onOfferFrom: OrNull(Text, 'announced: offered from this day on'),
  goneAt: OrNull(Time),
  version: Whole,
});
export const ReadyDocket = Named('ReadyDocket', {
  kind: Text,
  name: Type.String({ description: 'what the docket would be called' }),
  blankId: OrNull(Text, 'null: files to download'),
  blank: Text,
  house: Text,
  colours: BlankDocument.properties.colours,
  area: BlankDocument.properties.areas.items,
  made: Type.Boolean({ description: 'there is a docket for this blank already' }),
});
export const Enclosure = Named('Enclosure', { id: Uuid, name: Text, bytes: Whole });
export type EnclosureView = Static<typeof Enclosure>;

export const ReadyBody = Exactly({
  kinds: Type.Array(OneOf(READY), { minItems: 1, maxItems: READY.length, uniqueItems: true }),
});
export const DocketName = Exactly({ id: Uuid, name: Text });
export const BlankWindow = Named('BlankWindow', { from: Whole, total: Whole, rows: Type.Array(BlankLine) });
export const SentenceBody = Exactly({
  text: Type.String({ minLength: 1, maxLength: 2000, description: 'the sentence, as it stands in the text' }),
  for: OrNull(OneOf(['buyers', 'sellers']), 'null: what the rules say'),
});

export const OwnBlankBody = Exactly({ document: BlankDocument });
export const OwnBlankChange = Exactly({
  document: BlankDocument,
  version: Type.Integer({ minimum: 1, maximum: 1_000_000, description: 'the version that the change was made on' }),
});

const Rule = OneOf(WHEN_ENDED);
const Answer = Exactly({
  rule: Rule,
  says: Type.Array(Text, { description: 'what it would do' }),
  left: Type.Array(Text, { description: 'what it could not, and why' }),
});
const TouchedDocket = Exactly({
  id: Uuid,
  name: Text,
  rule: OrNull(Rule, 'its own for what ends'),
  ended: Type.Array(
    Exactly({
      what: OneOf(['colour', 'size', 'finish', 'area']),
      name: Text,
      hex: OrNull(Text),
      says: Text,
      nearest: OrNull(Exactly({ name: Text, hex: Text, apart: Type.Number({ description: 'CIEDE2000' }), near: Type.Boolean() })),
    }),
  ),
  answers: Type.Array(Answer, { description: 'what each rule would do; none when there is nothing to decide' }),
  proofs: Type.Integer({ description: 'made of this blank by this docket' }),
  live: Type.Integer({ description: 'listings of these that are live' }),
  offering: Type.Integer({ description: 'live ones that offer what ended' }),
});
export const BlankChanged = Named('BlankChanged', {
  id: Uuid,
  at: Time,
  blank: Exactly({
    id: Text,
    name: Text,
    kind: Text,
    house: Text,
    area: BlankDocument.properties.areas.items,
    colours: Type.Array(Exactly({ hex: Text, ground: Type.Optional(Text) })),
  }),
  changes: Type.Array(Exactly({ code: Text, weight: OneOf(WEIGHTS), says: Text })),
  dockets: Type.Array(TouchedDocket),
  mended: Type.Array(
    Exactly({
      docket: Uuid,
      name: Text,
      rule: Rule,
      did: Type.Array(Text),
      left: Type.Array(Text),
      step: OrNull(Uuid),
      undone: Type.Boolean(),
    }),
    { description: 'what dockets did by their rules' },
  ),
});
export type BlankChangedView = Static<typeof BlankChanged>;
export const BlankChanges = Named('BlankChanges', {
  open: Type.Integer({ description: 'blanks to look at' }),
  ended: Type.Integer({ description: 'of these, where something ended' }),
  from: Whole,
  items: Type.Array(BlankChanged),
});
export type BlankChangesView = Static<typeof BlankChanges>;
export const LookedBody = Exactly({
  changes: Type.Optional(
    Type.Array(Uuid, { minItems: 1, maxItems: 1000, uniqueItems: true, description: 'all where none are named' }),
  ),
});
const Undo = OrNull(Uuid, 'takes it back, as POST /activity/undo');
export const Looked = Exactly({ looked: Type.Integer(), undo: Undo });
export const MendBody = Exactly({
  dockets: Type.Array(Uuid, { minItems: 1, maxItems: 500, uniqueItems: true }),
  rule: Rule,
  keep: Type.Boolean({ description: 'as the rule of these dockets, for what ends from now on' }),
});
export const MendedView = Exactly({ changed: Type.Integer(), did: Type.Array(Text), left: Type.Array(Text), undo: Undo });
export type MendedView = Static<typeof MendedView>;

export const Scene = { ...SceneSheet, title: 'Scene' };
const SceneIds = Type.Array(Type.String({ pattern: '^[0-9a-z-]{1,64}$' }), { maxItems: 500 });
const shelf = {
  favourites: SceneIds,
  sets: Type.Array(Exactly({ name: Type.String({ maxLength: 60 }), scenes: SceneIds }), { maxItems: 100 }),
};
export const SceneShelfBody = Exactly(shelf);
export const SceneShelf = Exactly({
  ...shelf,
  uses: Type.Record(Text, Whole, { description: 'pictures that the lists of dockets make of each, over all their proofs' }),
});
export type SceneShelfView = Static<typeof SceneShelf>;

const AffineMap = Exactly(
  { a: Type.Number(), b: Type.Number(), c: Type.Number(), d: Type.Number(), e: Type.Number(), f: Type.Number() },
  { description: 'x becomes a x + c y + e, and y becomes b x + d y + f' },
);
const Pair = Exactly({ x: Type.Number(), y: Type.Number() });
const Print = Exactly({
  product: Whole,
  room: Text,
  ink: OneOf(INK_KINDS),
  ground: Type.Union([Text, Type.Null()], { description: 'ink all over it, #rrggbb' }),
  layers: Type.Array(
    Exactly({
      artwork: OrNull(Text, 'the small picture of what is printed'),
      svg: OrNull(Text, 'lettering, as a drawing of its own'),
      widthMm: Type.Number({ description: 'as printed on the product' }),
      ppi: Type.Number(),
      maps: Type.Array(AffineMap, { description: 'from shares of the picture to mm of the scene; one for each copy' }),
      repeat: Type.Union([
        Exactly({
          kind: OneOf(REPEATS),
          pitch: Pair,
          tile: AffineMap,
          box: Exactly({ x: Type.Number(), y: Type.Number(), width: Type.Number(), height: Type.Number() }),
        }),
        Type.Null(),
      ]),
    }),
    { description: 'from below' },
  ),
});
const Dyes = Exactly({
  colour: Text,
  ground: Type.Optional(Text),
  finish: Type.Optional(Text),
  mixed: Type.Optional(Exactly({ with: Text, pattern: OneOf(CLOTH_PATTERNS) })),
});
/** What a picture of a scene is composed of. */
export const ScenePreview = Exactly({
  scene: Text,
  products: Type.Array(Dyes, { description: 'what each product of the scene is dyed in' }),
  colourName: Text,
  prints: Type.Array(Print, { description: 'every print area that the scene shows' }),
});
export type ScenePreviewView = Static<typeof ScenePreview>;
export const Tried = Exactly({
  fields: ProofFields,
  problems: Type.Array(Problem),
  colours: Type.Array(Colour),
  files: Type.Array(
    Exactly({
      word: Text,
      size: Text,
      printed: Type.Boolean(),
      formats: Type.Array(Text),
      widthPx: Whole,
      heightPx: Whole,
    }),
    { description: 'what would be sold to be downloaded, shape by shape' },
  ),
  pictures: Type.Array(ScenePreview),
  texts: Type.Record(Text, Text, { description: 'every text of the outlet, by name' }),
});
export type TriedView = Static<typeof Tried>;

/** What programs have known of an outlet’s rules from the beginning. */
const Rules = Type.Object(
  {
    version: Text,
    currency: Text,
    title: Type.Object({ maxLength: Whole }),
    description: Type.Object({ maxLength: Whole, format: OneOf(['text', 'html']) }),
    tags: Type.Object({ max: Whole, minLength: Whole, maxLength: Whole }),
    pictures: Type.Object({ max: Whole, minSidePx: Whole, maxBytes: Whole }),
    variants: Type.Object({ max: Whole, axes: Whole }),
    fees: Type.Object({ transactionShare: Whole, paymentShare: Whole, paymentFixedMinor: Whole, listingMinor: Whole }),
    listingSchema: Type.Object({}),
  },
  { description: 'limits and fees as the outlet states them' },
);

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
  rules: OrNull(Rules),
  rulesDocument: OrNull(RulesDocument),
  rulesVersion: OrNull(Whole),
  rulesAt: OrNull(Time),
  settingsOffer: OrNull(SettingsDocument, 'what the outlet lets a seller choose'),
  settings: Type.Record(Text, Text, { description: 'what holds: what was chosen, else what the outlet begins with' }),
  hold: OrNull(Exactly({ until: Time, why: Text }), 'why nothing is sent there just now, and until when'),
});
export type OutletView = Static<typeof Outlet>;
export const Connecting = Type.Union([Outlet, Exactly({ address: Type.String({ format: 'uri' }) })]);

export const OutletKind = Exactly({ style: Text, name: Text, baseUrl: Text });
export const NewOutlet = Exactly({
  style: Type.String({ maxLength: 40 }),
  name: Type.Optional(Type.String({ maxLength: 80 })),
  baseUrl: Type.Optional(Type.String({ maxLength: 300 })),
});
export const OutletChange = Type.Partial(
  Exactly({
    name: Type.String({ maxLength: 80 }),
    settings: Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 2000 }), { maxProperties: 60 }),
  }),
  { additionalProperties: false, minProperties: 1 },
);

export const Differences = Exactly({
  from: Whole,
  to: Whole,
  changes: Type.Array(Exactly({ path: Text, before: Type.Unknown(), after: Type.Unknown() })),
});

export const Plan = Named('PricePlan', {
  id: Uuid,
  name: Text,
  revision: Whole,
  document: PricePlan,
  dockets: Type.Integer({ description: 'how many dockets point to it' }),
});
export type PlanView = Static<typeof Plan>;
export const PlanBody = Exactly({
  name: Type.String({ maxLength: 60 }),
  document: PricePlan,
  revision: Type.Optional(Type.Integer({ minimum: 0, description: 'the revision that the change was made on' })),
});

/** Lettering as it would be printed with an artwork. */
export const LetteringBody = Exactly({ layer: TextLayer, artwork: Type.Optional(Uuid) });
export const LetteringMade = Exactly({
  svg: OrNull(Text, 'a drawing of its own; null where it cannot be made'),
  widthPx: Type.Integer({ description: 'its stated size; it is drawn at any' }),
  heightPx: Whole,
  problem: OrNull(Text),
});
