import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { callIndex, callUp, mostOwn, type Called, type CallIndex, type Telling } from '../../core/phrasebook/call-up';
import { above, wholeOf, type Whole } from '../../core/phrasebook/entry';
import { phrasesFromTable } from '../../core/phrasebook/table';
import type { Tx } from '../../data/database';
import * as data from '../../data/stockroom/phrases';
import type { PhraseRow } from '../../data/stockroom/phrases';
import { kindsOf } from './lexical';

/** A phrasebook in memory, found in as fast with thousands of entries as with ten. */
export interface Phrasebook {
  entries: ReadonlyMap<string, PhraseRow>;
  index: CallIndex;
}

/** So many phrasebooks are kept read: each of some hundred kilobytes. */
const KEPT = 12;
const read = new Map<string, Phrasebook>();

export const asBook = (entries: readonly PhraseRow[]): Phrasebook => ({
  entries: new Map(entries.map((e) => [e.key, e])),
  index: callIndex(entries),
});

/** The phrasebook of a workspace as it is now. */
export async function phrasebookOf(tx: Tx): Promise<Phrasebook> {
  const { workspace } = (await tx.query<{ workspace: string }>('SELECT current_workspace() AS workspace')).rows[0]!;
  const at = `${workspace} ${(await data.phrasebookAt(tx)).revision}`;
  const known = read.get(at);
  if (known) return known;
  const book = asBook(await data.listPhrases(tx));
  for (const key of read.keys()) if (key.startsWith(workspace) || read.size >= KEPT) read.delete(key);
  read.set(at, book);
  return book;
}

/** So many entries speak for one artwork. */
const SPEAKING = 3;
/** Kinds of entry that say what a picture is about. */
const ABOUT = new Set(['subject', 'hobby', 'pet', 'trade']);
/** One that was only called up by the kind of thing that the subject is. */
export const isGuess = (called: Called): boolean => called.place === 'kind';

/**
 * Entries that an artwork calls up, the nearest first; where nothing does, those named like the kinds of thing that its subject is, by the
 * lexical database.
 */
export function calledUp(book: Phrasebook, telling: Telling): Called[] {
  const own = (called: Called[]) => {
    const all = mostOwn(called, (key) => above(book.entries, key).map((e) => e.key));
    // keywords say many things by the way: “harbour town” on an anchor is not about towns
    const telling = all.some((c) => c.place !== 'keywords');
    const beside = (c: Called) => telling && c.place === 'keywords' && ABOUT.has(book.entries.get(c.key)!.document.kind);
    return all.filter((c) => !beside(c)).slice(0, SPEAKING);
  };
  const found = own(callUp(book.index, telling));
  const subject = telling.subject;
  if (!subject || found.some((c) => c.place === 'subject')) return found;
  const kind = kindsOf(subject).flatMap((word) => callUp(book.index, { kind: word }))[0];
  return kind && !found.some((f) => f.key === kind.key) ? [...found, kind].slice(0, SPEAKING) : found;
}

/** Those entries, whole, in a language. */
export const wholes = (book: Phrasebook, called: readonly Called[], language: string): Whole[] =>
  called.flatMap(({ key }) => wholeOf(book.entries, key, languageOf(book, key, language)) ?? []);

/** The language of an entry that is nearest to one. */
const languageOf = (book: Phrasebook, key: string, language: string): string => {
  const spoken = Object.keys(book.entries.get(key)?.document.by ?? {});
  return spoken.find((s) => s.toLowerCase() === language.toLowerCase()) ?? spoken.find((s) => s.split('-')[0] === language.split('-')[0]) ?? language; // prettier-ignore
};

/** Begins the phrasebook of a workspace with what ships, once: what a seller has thrown away stays away. */
export async function beginWithStart(tx: Tx): Promise<void> {
  if (!(await data.beginPhrasebook(tx))) return;
  const start = phrasesFromTable(
    readFileSync(join(process.env.PRESS_ROOT ?? process.cwd(), 'src/core/phrasebook/start.csv'), 'utf8'),
  );
  if (!start.ok) throw new Error(start.sentence);
  const known = new Set((await data.listPhrases(tx)).map((e) => e.key));
  await data.putPhrases(tx, start.read.entries.filter((e) => !known.has(e.key))); // prettier-ignore
}
