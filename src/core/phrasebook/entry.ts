import { Type, type Static } from '@sinclair/typebox';
import { Exactly, OneOf, Words } from '../schema/parts';

/** What an entry is about: it decides where its words go in a text. */
export const PHRASE_KINDS = ['subject', 'trade', 'pet', 'hobby', 'person', 'occasion', 'season', 'mood'] as const;
export type PhraseKind = (typeof PHRASE_KINDS)[number];

/** A key, as it is written in patterns. */
export const PHRASE_KEY = '^[a-z0-9]+(-[a-z0-9]+)*$';
export const Key = Type.String({ pattern: PHRASE_KEY, minLength: 1, maxLength: 40 });
const LANGUAGE = '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8}){0,5}$';

const Wording = Exactly({
  long: Type.Array(Words(2000), { maxItems: 12, description: 'ways of saying it at length: one of them is taken' }),
  short: Type.Array(Words(300), { maxItems: 12, description: 'ways of saying it in a few words' }),
  tags: Type.Array(Words(60), { maxItems: 60 }),
});
export type Wording = Static<typeof Wording>;

/** Reusable wording by subject. */
export const PhraseDocument = Exactly(
  {
    kind: OneOf(PHRASE_KINDS),
    calls: Type.Array(Words(60), { maxItems: 60, description: 'the words that call it up, in the singular' }),
    meant: Type.Optional(
      Exactly(
        { one: Words(60), many: Words(60) },
        { description: 'whom it is for (“sailor”, “sailors”), or when (“a birthday”), as a sentence says it' },
      ),
    ),
    by: Type.Record(Type.String({ pattern: LANGUAGE }), Wording, { maxProperties: 30, description: 'by language, BCP 47' }),
  },
  { title: 'PhraseDocument', description: 'reusable wording by subject, with the words that call it up' },
);
export type PhraseDocument = Static<typeof PhraseDocument>;

/** An entry of the phrasebook. */
export interface Phrase {
  key: string;
  name: string;
  /** The key of the entry above it; null at the top. */
  parent: string | null;
  document: PhraseDocument;
}

/** So deep may the tree be. */
export const DEEPEST = 6;

/** An entry with what it takes from those above it. */
export interface Whole extends Omit<Phrase, 'document' | 'parent'> {
  kind: PhraseKind;
  meant: PhraseDocument['meant'] | null;
  /** Keys of the entries above it, the nearest first. */
  above: string[];
  wording: Wording;
  /** Tags of the entries above it, the nearest first. */
  tagsAbove: string[];
}

const none: Wording = { long: [], short: [], tags: [] };

/** The entries above one, the nearest first. A circle, which no door lets in, ends where it closes. */
export function above(entries: ReadonlyMap<string, Phrase>, key: string): Phrase[] {
  const found: Phrase[] = [];
  let at = entries.get(key)?.parent;
  while (at && at !== key && found.length < DEEPEST) {
    const parent = entries.get(at);
    if (!parent || found.includes(parent)) break;
    found.push(parent);
    at = parent.parent;
  }
  return found;
}

/** What an entry says in a language: its own ways, else those of the nearest entry above that has some; tags of all of them. */
export function wholeOf(entries: ReadonlyMap<string, Phrase>, key: string, language: string): Whole | null {
  const entry = entries.get(key);
  if (!entry) return null;
  const line = [entry, ...above(entries, key)];
  const said = line.map((e) => e.document.by[language] ?? none);
  const first = (what: 'long' | 'short') => said.find((w) => w[what].length)?.[what] ?? [];
  return {
    key,
    name: entry.name,
    kind: entry.document.kind,
    meant: line.find((e) => e.document.meant)?.document.meant ?? null,
    above: line.slice(1).map((e) => e.key),
    wording: { long: first('long'), short: first('short'), tags: said[0]!.tags },
    tagsAbove: [...new Set(said.slice(1).flatMap((w) => w.tags))].filter((t) => !said[0]!.tags.includes(t)),
  };
}

/** Why an entry cannot stand where it is to stand in the tree, as a sentence; null when it can. */
export function treeFault(entries: ReadonlyMap<string, Phrase>, entry: Pick<Phrase, 'key' | 'parent'>): string | null {
  if (!entry.parent) return null;
  if (entry.parent === entry.key) return 'An entry cannot stand below itself.';
  if (!entries.has(entry.parent)) return `There is no entry ${entry.parent} for it to stand below.`;
  const line = above(entries, entry.parent);
  if (line.some((e) => e.key === entry.key)) return `${entry.parent} stands below it: that would go round in a circle.`;
  return line.length + 2 > DEEPEST ? `That is too deep: ${DEEPEST} entries can stand below each other.` : null;
}
