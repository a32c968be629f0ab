import { PLACES } from '@/core/artwork/filing/change';
import { Type, type Static, type TOptional, type TString } from '@sinclair/typebox';
import type { Measured } from '@/core/artwork/measure/measure';
import { SEARCH_PARTS } from '@/services/artwork/artworks';
import { Exactly, Ids, Inner, Items, Named, OneOf, OrNull, Picture, Share, Text, Texts, Time, Uuid, Whole } from './parts';

const AUDIENCE = ['', 'adult', 'youth', 'child'] as const;
const line = (maxLength: number) => Type.String({ maxLength });
const words = (maxItems: number) => Type.Array(line(200), { maxItems });

const SaidLine = Exactly({
  text: Text,
  confidence: Share,
  sure: Type.Optional(
    Type.Array(Share, { description: 'how sure each word is: of words said to be 0.9 sure, nine in ten are right' }),
  ),
  box: Type.Optional(Exactly({ x: Share, y: Share, width: Share, height: Share })),
});

export const Artwork = Named('Artwork', {
  id: Uuid,
  seq: Whole,
  drawerId: OrNull(Uuid),
  drawer: OrNull(Text, 'path of its drawer'),
  name: Text,
  subject: Text,
  audience: Text,
  occasion: Text,
  keywords: Texts,
  marks: Texts,
  standing: OneOf([...PLACES, 'fitting'], 'fitting: made for a print area, used there instead of another artwork'),
  version: Whole,
  fileName: Text,
  bytes: Whole,
  state: OneOf(['arriving', 'ready', 'refused']),
  problem: OrNull(Text),
  format: OrNull(Text),
  widthPx: OrNull(Whole),
  heightPx: OrNull(Whole),
  measured: OrNull(Inner<Measured & { notes: string[] }>('what was measured: trim box, edges, specks, inks, tone and more')),
  titles: Type.Array(Text, { description: 'titles and layer names in the file' }),
  said: OrNull(Type.Array(SaidLine), 'lines read in it; null while not read yet'),
  words: Type.String({ description: 'what it says: by hand, else as read' }),
  tone: OrNull(Text),
  picture: OrNull(Text),
  repeat: OrNull(Text),
  byHand: Type.Object(
    { tone: Type.Optional(Text), picture: Type.Optional(Text), repeat: Type.Optional(Text), said: Type.Optional(Text) },
    { description: 'what a hand says against the measurement' },
  ),
  sources: Type.Unsafe<Partial<Record<string, string>>>({
    type: 'object',
    additionalProperties: Text,
    description: 'where each field comes from',
  }),
  motifId: OrNull(Uuid, 'twins that are one motif have it in common'),
  suits: OneOf(['dark', 'light', 'bare'], 'the ground that shows it best'),
  mini: Picture,
  thumb: Picture,
  large: Picture,
  original: Text,
  createdAt: Time,
});
export type ArtworkView = Static<typeof Artwork>;

export const Card = Named('Card', {
  id: Uuid,
  name: Text,
  fileName: Text,
  state: Artwork.properties.state,
  drawer: OrNull(Text),
  subject: Text,
  audience: Text,
  occasion: Text,
  marks: Texts,
  keywords: Texts,
  words: Text,
  read: Type.Boolean({ description: 'its words have been read' }),
  tone: OrNull(Text),
  picture: OrNull(Text),
  repeat: OrNull(Text),
  format: OrNull(Text),
  widthPx: OrNull(Whole),
  heightPx: OrNull(Whole),
  inches: OrNull(Type.Number(), 'width of the inked part at 300 px/in'),
  edges: OrNull(Text),
  specks: Whole,
  suits: Artwork.properties.suits,
  linked: Type.Boolean({ description: 'one of several that are one motif' }),
  version: Whole,
  mini: Picture,
  thumb: Picture,
  bytes: Whole,
  createdAt: Time,
});
export type CardView = Static<typeof Card>;

/** What a hand may change. Fields that are left out stay. */
export const Change = Named('Change', {
  name: Type.Optional(line(300)),
  subject: Type.Optional(line(200)),
  audience: Type.Optional(OneOf(AUDIENCE)),
  occasion: Type.Optional(line(200)),
  keywords: Type.Optional(words(200)),
  marks: Type.Optional(words(200)),
  addKeywords: Type.Optional(words(200)),
  removeKeywords: Type.Optional(words(200)),
  addMarks: Type.Optional(words(200)),
  removeMarks: Type.Optional(words(200)),
  drawer: Type.Optional(OrNull(line(1000), 'a path; null or empty: in no drawer')),
  standing: Type.Optional(OneOf(PLACES)),
  tone: Type.Optional(OrNull(OneOf(['light', 'dark', 'colourful']), 'null: as measured')),
  picture: Type.Optional(OrNull(OneOf(['drawing', 'photograph', 'plain']))),
  repeat: Type.Optional(OrNull(OneOf(['none', 'straight', 'half-drop', 'brick', 'across', 'down']))),
  said: Type.Optional(OrNull(line(5000))),
  replace: Type.Optional(Exactly({ field: OneOf(['name', 'subject']), find: line(200), put: line(200) })),
  fromFileName: Type.Optional(Type.String({ maxLength: 300, description: 'a pattern such as <subject>_<phrase>_<tone>' })),
  nameFromFile: Type.Optional(Type.Boolean()),
});

export const ChangeReport = Named('ChangeReport', {
  changed: Type.Integer({ description: 'how many change in all' }),
  carried: Type.Integer({ description: 'how many of these are near copies, that it is carried over to' }),
  of: Whole,
  examples: Type.Array(Exactly({ id: Uuid, name: Text, field: Text, before: Type.Unknown(), after: Type.Unknown() })),
  undo: OrNull(Uuid, 'to be given to undo; null where nothing changed'),
});

export const TakenIn = Named('TakenIn', {
  fileName: Text,
  outcome: OneOf(['taken', 'already here', 'unpacking', 'refused']),
  id: Type.Optional(Uuid),
  sentence: Type.Optional(Text),
});

export const Drawer = Named('Drawer', {
  id: Uuid,
  name: Text,
  path: Text,
  parentId: OrNull(Uuid),
  artworks: Whole,
  within: Whole,
});
export const DrawerPlace = Exactly({ id: Uuid, path: Text });

const MarkKey = Exactly({
  field: OneOf(['mark', 'audience', 'occasion', 'subject']),
  value: Type.String({ minLength: 1, maxLength: 100 }),
});
const MarkKeys = Type.Partial(
  Exactly({ 1: MarkKey, 2: MarkKey, 3: MarkKey, 4: MarkKey, 5: MarkKey, 6: MarkKey, 7: MarkKey, 8: MarkKey, 9: MarkKey }),
  { additionalProperties: false, description: 'what each digit key does to a selection' },
);
const settings = {
  fileNamePattern: Type.String({
    maxLength: 300,
    description: 'how file names are read when files come in; empty for not at all',
  }),
  markKeys: MarkKeys,
};
export const ArtworkSettings = Named('ArtworkSettings', settings);
export const SettingsChange = Type.Partial(Exactly(settings));

const FileNameReading = Type.Intersect([
  Type.Object({ id: Uuid, fileName: Text }),
  Type.Union([
    Type.Object({ ok: Type.Literal(true), values: Type.Record(Text, Text) }),
    Type.Object({ ok: Type.Literal(false), why: Text }),
  ]),
]);
export const FileNamesRead = Exactly({ fits: Whole, items: Type.Array(FileNameReading) });

const ALIKE = ['copy', 'twin', 'family'] as const;
export const AlikeGroups = Items(Exactly({ kind: OneOf(ALIKE), ids: Type.Array(Uuid) }));

export const Uses = Exactly({
  uses: Type.Array(
    Exactly({
      proofId: Uuid,
      runId: Uuid,
      state: Text,
      docket: Text,
      docketId: Uuid,
      outlet: Text,
      outletId: Text,
      outOfDate: Type.Boolean(),
      url: OrNull(Text),
    }),
  ),
  alike: Type.Array(Exactly({ id: Uuid, kind: OneOf(ALIKE), decision: OneOf(['open', 'linked', 'ignored']) })),
});

const Counted = Type.Array(Exactly({ value: Text, count: Whole }));
export const Choices = Exactly({ subject: Counted, occasion: Counted, mark: Counted, standing: Counted });

export const Intake = Exactly({
  refused: Type.Array(Exactly({ id: Uuid, problem: Text })),
  parcels: Type.Array(
    Exactly({
      id: Uuid,
      fileName: Text,
      drawer: OrNull(Text),
      state: OneOf(['waiting', 'unpacking', 'done', 'refused', 'stopped']),
      done: Whole,
      total: Whole,
      hereAlready: Whole,
      problem: OrNull(Text),
    }),
  ),
});

export const Versions = Items(Exactly({ version: Whole, fileName: Text, bytes: Whole, putInAt: Time }));
export const Version = Exactly({ version: Whole });
export const Undone = Exactly({ label: Text, artworks: Whole, left: Whole, sentence: Text });
export const Dependants = Exactly({ sentence: Text, proofs: Whole, listings: Whole });

/** The parts of a search, as they stand in an address; what each may say is checked where a search is read. */
export const SearchQuery = Object.fromEntries(
  SEARCH_PARTS.map((part) => [part, Type.Optional(line(part === 'rows' ? 4000 : 1000))]),
) as Record<(typeof SEARCH_PARTS)[number], TOptional<TString>>;
export const IdsBody = Exactly({ ids: Ids });
