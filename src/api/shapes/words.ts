import { Type, type Static } from '@sinclair/typebox';
import { Key, PhraseDocument, PHRASE_KINDS } from '@/core/phrasebook/entry';
import { AskedWriting } from '@/core/writing/brief';
import { DEMAND_SOURCES } from '@/core/tags/demand';
import { ProofSearch } from './line';
import { Exactly, Ids, Named, OneOf, OrNull, Text, Uuid, Whole } from './parts';

const FIELD = '^[a-z][A-Za-z]{0,39}$';

/** An entry of the phrasebook in short, as a list shows it. */
export const PhraseInShort = Named('PhraseInShort', {
  key: Key,
  name: Text,
  parent: OrNull(Text, 'the key of the entry above it'),
  kind: OneOf(PHRASE_KINDS),
  calls: Type.Array(Text),
  languages: Type.Array(Text),
  proofs: Type.Integer({ description: 'how many proofs were made of it' }),
  listed: Type.Integer({ description: 'how many of them stand at an outlet' }),
});
export type PhraseInShortView = Static<typeof PhraseInShort>;

export const PhraseEntry = Named('Phrase', {
  key: Key,
  name: Text,
  parent: OrNull(Text),
  document: PhraseDocument,
  revision: Whole,
});
export type PhraseView = Static<typeof PhraseEntry>;
export const PhraseBody = Exactly({
  name: Type.String({ maxLength: 60 }),
  parent: OrNull(Key),
  document: PhraseDocument,
  revision: Type.Optional(
    Type.Integer({ minimum: 0, description: 'the revision that the change was made on; without it a new entry is made' }),
  ),
});
export const PhrasesTaken = Named('PhrasesTaken', {
  added: Whole,
  changed: Whole,
  faults: Type.Array(Exactly({ row: Whole, sentence: Text }), { description: 'rows that make no sense, and were left out' }),
});
export type PhrasesTakenView = Static<typeof PhrasesTaken>;
export const PhraseOffered = Exactly({
  subject: Text,
  artworks: Type.Integer({ description: 'how many artworks show it' }),
  entry: Exactly({ key: Key, name: Text, parent: OrNull(Text), document: PhraseDocument }),
});
export type PhraseOfferedView = Static<typeof PhraseOffered>;
export const PhrasesCalled = Exactly({
  items: Type.Array(
    Exactly({
      key: Key,
      name: Text,
      by: Type.String({ description: 'the words that called it up' }),
      place: OneOf(['subject', 'occasion', 'words', 'name', 'keywords', 'kind'], 'where they stood'),
    }),
  ),
});
export type PhrasesCalledView = Static<typeof PhrasesCalled>;

const demandRow = {
  phrase: Text,
  source: OneOf(DEMAND_SOURCES),
  searches: Type.Integer({ description: 'in a month, on the mean of a year' }),
  competing: Type.Integer({ description: 'listings that answer to it' }),
  clickRate: Type.Number({ description: 'of those who see a listing for it, the share that looks closer' }),
  months: Type.Array(Type.Number(), { description: 'each month’s share of a year times twelve, January first' }),
  worth: Type.Number({ description: 'searches × click rate ÷ √(1 + competing): visits in a month' }),
  season: OrNull(Whole, 'the month from which it is searched more, 0 for January'),
  used: Type.Integer({ description: 'live listings that have it as a tag' }),
};
export const DemandWindow = Named('DemandWindow', {
  total: Whole,
  counts: Exactly({ fetched: Whole, own: Whole }),
  rows: Type.Array(Exactly(demandRow)),
});
export type DemandWindowView = Static<typeof DemandWindow>;
export const PhraseSeen = Named('PhraseSeen', {
  row: Exactly(demandRow),
  related: Type.Array(Exactly(demandRow), { description: 'phrases that share a word with it' }),
  proofs: Exactly({
    total: Type.Integer({ description: 'proofs that have it as a tag' }),
    live: Type.Integer({ description: 'of these, with a live listing' }),
    listings: Type.Array(Exactly({ proof: Uuid, artwork: Text, outlet: Text, title: Text, live: Type.Boolean() })),
  }),
  suits: Type.Array(Exactly({ id: Uuid, name: Text }), { description: 'artworks that it speaks of' }),
});
export type PhraseSeenView = Static<typeof PhraseSeen>;
export const TagReasons = Named('TagReasons', {
  chosen: Type.Array(
    Exactly({
      tag: Text,
      covers: Type.Array(Text, { description: 'phrases that are searched and that it answers to' }),
      worth: Type.Number({ description: 'visits in a month that it may bring, and how much it is meant' }),
      locked: Type.Boolean({ description: 'a docket says that it stays' }),
    }),
    { description: 'what the rules choose now, the lead tag first' },
  ),
  nearly: Type.Array(Exactly({ tag: Text, worth: Type.Number() }), { description: 'what they would have added' }),
  bound: Type.Number({ description: 'covered is at least this share of what can be; 1 is exact' }),
});
export type TagReasonsView = Static<typeof TagReasons>;
export const DemandTaken = Exactly({
  count: Whole,
  faults: Type.Array(Exactly({ row: Whole, sentence: Text }), { description: 'rows that make no sense, and were left out' }),
});
export type DemandTakenView = Static<typeof DemandTaken>;

const asked = {
  fields: Type.Array(Type.String({ pattern: FIELD }), { minItems: 1, maxItems: 40, description: 'title, description, tags, …' }),
  seeds: AskedWriting.properties.seeds,
  throws: Type.Integer({
    minimum: 0,
    maximum: 1000,
    description: 'so many throws of the dice further than the last: none writes the same again with these phrases',
  }),
};
export const WriteBody = Type.Union([
  Exactly({ ids: Ids, ...asked, except: Type.Optional(Ids) }),
  Exactly({ search: Exactly(ProofSearch), ...asked, except: Type.Optional(Ids) }),
]);
export type WriteAsked = Static<typeof WriteBody>;

const left = Exactly({
  'being made': Type.Optional(Whole),
  'being sent': Type.Optional(Whole),
  'never drafted': Type.Optional(Whole),
});
const Said = Type.Union([Text, Type.Array(Text)]);
export const WritingSeen = Named('WritingSeen', {
  total: Type.Integer({ description: 'how many proofs would be written' }),
  left,
  items: Type.Array(
    Exactly({
      proof: Uuid,
      artwork: Text,
      docket: Text,
      outlet: Text,
      fields: Type.Array(
        Exactly({
          field: Text,
          label: Text,
          language: Text,
          now: Said,
          next: Said,
          stays: Type.Boolean({ description: 'a hand wrote it' }),
        }),
      ),
    }),
    { description: 'the first of them' },
  ),
});
export type WritingSeenView = Static<typeof WritingSeen>;
export const WritingDone = Exactly({ proofs: Whole, left, undo: OrNull(Uuid, 'the step that takes it back') });
export type WritingDoneView = Static<typeof WritingDone>;
