import { same } from '../../core/docket/docket';
import { LIMITS } from '../../core/limits';
import { treeFault, type Phrase, type PhraseKind } from '../../core/phrasebook/entry';
import { keyOf, phrasesFromTable, phrasesToTable, type RowFault } from '../../core/phrasebook/table';
import { thousands } from '../../core/thousands';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/phrases';
import type { PhraseRow } from '../../data/stockroom/phrases';
import { faultInDocument } from '../documents';
import { Trouble } from '../trouble';
import { asBook, calledUp } from './phrasebook';

export type { PhraseRow };

/** An entry as a list of them shows it, with what was made of it. */
export interface Listed {
  key: string;
  name: string;
  parent: string | null;
  kind: PhraseKind;
  calls: string[];
  languages: string[];
  proofs: number;
  listed: number;
}

/** All entries in short. There are never more of them than `LIMITS.phrases`. */
export const phrasebook = (workspace: string): Promise<Listed[]> =>
  inWorkspace(workspace, async (tx) => {
    const uses = new Map((await data.phraseUses(tx)).map((u) => [u.key, u]));
    return (await data.listPhrases(tx)).map(({ key, name, parent, document }) => ({
      key,
      name,
      parent,
      kind: document.kind,
      calls: document.calls,
      languages: Object.keys(document.by),
      proofs: uses.get(key)?.proofs ?? 0,
      listed: uses.get(key)?.listed ?? 0,
    }));
  });

export const phraseOf = (workspace: string, key: string): Promise<PhraseRow> =>
  inWorkspace(workspace, async (tx) => {
    const found = await data.phraseByKey(tx, key);
    if (!found) throw new Trouble('not-found', 'There is no such entry in the phrasebook.');
    return found;
  });

const bare = ({ key, name, parent, document }: Phrase): Phrase => ({ key, name, parent, document });
const byKey = (entries: readonly Phrase[]): Map<string, Phrase> => new Map(entries.map((e) => [e.key, e]));

async function roomFor(tx: Tx, entries: readonly Phrase[]): Promise<Map<string, PhraseRow>> {
  const known = new Map((await data.listPhrases(tx)).map((e) => [e.key, e]));
  const after = new Set([...known.keys(), ...entries.map((e) => e.key)]).size;
  if (after > LIMITS.phrases)
    throw new Trouble('not-valid', `A phrasebook can have ${thousands(LIMITS.phrases)} entries.`, 'entries');
  return known;
}

/** Puts one entry; `revision` is the one that it was changed on. */
export const putPhrase = (workspace: string, entry: Phrase, revision?: number): Promise<PhraseRow> =>
  inWorkspace(workspace, async (tx) => {
    const wanted = { ...bare(entry), name: entry.name.trim() };
    if (!wanted.name) throw new Trouble('not-valid', 'An entry needs a name.', 'name');
    const known = await roomFor(tx, [wanted]);
    const before = await data.phraseForUpdate(tx, wanted.key);
    if (revision !== undefined && before && before.revision !== revision)
      throw new Trouble('conflict', `“${before.name}” was changed meanwhile. Look at it as it is now, and change it again.`, 'revision'); // prettier-ignore
    if (revision === undefined && before)
      throw new Trouble('conflict', `There is an entry “${wanted.key}” already: ${before.name}.`, 'key');
    if (revision !== undefined && !before) throw new Trouble('not-found', `There is no entry “${wanted.key}” any more.`);
    const fault = treeFault(new Map<string, Phrase>(known).set(wanted.key, wanted), wanted);
    if (fault) throw new Trouble('not-valid', fault, 'parent');
    await data.putPhrases(tx, [wanted]);
    if (!before || !same(bare(before), wanted))
      await record(tx, {
        did: before ? 'phrase.changed' : 'phrase.made',
        about: 'phrasebook',
        ids: [wanted.key],
        values: { name: wanted.name },
        undo: { kind: 'phrases', was: before ? [bare(before)] : [], is: [wanted] },
      });
    return (await data.phraseForUpdate(tx, wanted.key))!;
  });

/** Takes an entry away; those below it stand at the top then. */
export const removePhrase = (workspace: string, key: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const before = await data.phraseForUpdate(tx, key);
    if (!before) throw new Trouble('not-found', 'There is no such entry in the phrasebook.');
    const below = (await data.listPhrases(tx)).filter((e) => e.parent === key).map(bare);
    await data.removePhrases(tx, [key]);
    await record(tx, {
      did: 'phrase.removed',
      about: 'phrasebook',
      ids: [key],
      values: { name: before.name },
      undo: { kind: 'phrases', was: [bare(before), ...below], is: below.map((e) => ({ ...e, parent: null })) },
    });
  });

/** The whole phrasebook, to be taken away. */
export const phrasesOut = (workspace: string, form: 'csv' | 'json'): Promise<string> =>
  inWorkspace(workspace, async (tx) => {
    const entries = (await data.listPhrases(tx)).map(bare);
    return form === 'csv' ? phrasesToTable(entries) : `${JSON.stringify({ form: 1, entries }, null, 2)}\n`;
  });

export interface TakenPhrases {
  added: number;
  changed: number;
  faults: RowFault[];
}

/** Entries of a text that is a table or JSON, with what could not be read. */
function entriesIn(text: string): { entries: Phrase[]; faults: RowFault[] } {
  if (!/^\s*[[{]/.test(text)) {
    const found = phrasesFromTable(text);
    if (!found.ok) throw new Trouble('not-valid', found.sentence);
    return found.read;
  }
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    throw new Trouble('not-valid', `This is not JSON: ${(error as Error).message}.`);
  }
  const list = Array.isArray(parsed) ? parsed : (parsed as { entries?: unknown }).entries;
  if (!Array.isArray(list)) throw new Trouble('not-valid', 'A phrasebook in JSON is {"form": 1, "entries": […]}.');
  const entries: Phrase[] = [];
  const faults: RowFault[] = [];
  list.forEach((e: Partial<Phrase> | null, i) => {
    const name = typeof e?.name === 'string' ? e.name.trim() : '';
    const key = typeof e?.key === 'string' ? e.key : keyOf(name);
    const fault = faultInDocument('phrase', e?.document)?.sentence;
    if (!name) faults.push({ row: i + 1, sentence: 'It has no name.' });
    else if (key !== keyOf(key)) faults.push({ row: i + 1, sentence: `“${key}” cannot be a key.` });
    else if (fault) faults.push({ row: i + 1, sentence: fault });
    else entries.push({ key, name, parent: typeof e?.parent === 'string' ? e.parent : null, document: e!.document! });
  });
  return { entries, faults };
}

/** Those that can be put: each key once, each a document, each below one that is there or comes along. What cannot is told. */
function standing(entries: readonly Phrase[], known: ReadonlyMap<string, Phrase>, faults: RowFault[]): Phrase[] {
  const tell = (at: number, { key }: Phrase, sentence: string) =>
    void faults.push({ row: at + 1, sentence: `${key}: ${sentence}` });
  let left = entries.map((entry, at) => ({ entry, at }));
  const keys = new Set<string>();
  left = left.filter(({ entry, at }) => {
    const fault = keys.has(entry.key) ? 'It is there twice.' : faultInDocument('phrase', entry.document)?.sentence;
    if (fault) tell(at, entry, fault);
    else keys.add(entry.key);
    return !fault;
  });
  // one that cannot stand takes those below it along: again until nothing changes
  for (let before = -1; before !== left.length;) {
    before = left.length;
    const all = new Map<string, Phrase>([...known].map(([key, e]) => [key, bare(e)]));
    for (const { entry } of left) all.set(entry.key, entry);
    left = left.filter(({ entry, at }) => {
      const fault = treeFault(all, entry);
      if (fault) tell(at, entry, fault);
      return !fault;
    });
  }
  return left.map((l) => l.entry);
}

/** Takes entries in from a table (CSV) or JSON: new ones are added, others say what they say there. What makes no sense is told and stops no other. */
export const phrasesIn = (workspace: string, text: string): Promise<TakenPhrases> =>
  inWorkspace(workspace, async (tx) => {
    const { entries, faults } = entriesIn(text);
    const known = await roomFor(tx, entries);
    const taken = standing(entries, known, faults);
    const changed = taken.filter((e) => known.has(e.key) && !same(bare(known.get(e.key)!), e));
    const added = taken.filter((e) => !known.has(e.key));
    await data.putPhrases(tx, [...added, ...changed]);
    if (added.length || changed.length)
      await record(tx, {
        did: 'phrases.taken',
        about: 'phrasebook',
        ids: [...added, ...changed].slice(0, 100).map((e) => e.key),
        values: { added: added.length, changed: changed.length },
        undo: { kind: 'phrases', was: changed.map((e) => bare(known.get(e.key)!)), is: [...added, ...changed] },
      });
    return { added: added.length, changed: changed.length, faults };
  });

/** Entries as they were before a step, or after it again; those that were changed since stay. */
export async function putPhrasesBack(
  tx: Tx,
  { was, is }: { was: Phrase[]; is: Phrase[] },
  again: boolean,
): Promise<{ count: number; left: number; sentence: string }> {
  const [from, to] = (again ? [was, is] : [is, was]).map(byKey) as [Map<string, Phrase>, Map<string, Phrase>];
  const now = byKey((await data.listPhrases(tx)).map(bare));
  const keys = [...new Set([...from.keys(), ...to.keys()])];
  const still = keys.filter((k) => same(now.get(k) ?? null, from.get(k) ?? null));
  const there = new Set([...now.keys()].filter((k) => !still.includes(k)).concat(still.filter((k) => to.has(k))));
  // one whose parent was taken out since stands at the top
  const back = still.flatMap((k) => to.get(k) ?? []).map((e) => (e.parent && !there.has(e.parent) ? { ...e, parent: null } : e));
  await data.putPhrases(tx, back);
  await data.removePhrases(tx, still.filter((k) => !to.has(k))); // prettier-ignore
  const left = keys.length - still.length;
  return {
    count: keys.length,
    left,
    sentence: left
      ? `${left} ${left === 1 ? 'entry was' : 'entries were'} changed since, and ${left === 1 ? 'stays' : 'stay'}.`
      : '',
  };
}

/** A subject that is seen often and calls nothing up, with an entry made of what listings say of it. */
export interface OfferedPhrase {
  subject: string;
  artworks: number;
  entry: Phrase;
}

/** Seen in so many artworks, a subject deserves an entry; so many of them are offered. */
const OFTEN = 3;
const OFFERED = 12;
/** So many listings are read for one; the tags that stand in most of them are its own, so many as most outlets take. */
const READ = 12;
const TAGS = 13;

/** Subjects that are seen often and have no entry, with what one’s own best listings say of them. */
export const offeredPhrases = (workspace: string): Promise<OfferedPhrase[]> =>
  inWorkspace(workspace, async (tx) => {
    const book = asBook(await data.listPhrases(tx));
    const found = (await data.subjectsWithout(tx, OFTEN, 400)).filter(
      ({ subject }) => !calledUp(book, { subject }).some((c) => c.place === 'subject'),
    );
    const offered: OfferedPhrase[] = [];
    for (const { subject, artworks } of found.slice(0, OFFERED)) {
      const said = await data.saidAbout(tx, subject, READ);
      const tags = new Map<string, number>();
      for (const tag of said.flatMap((s) => s.tags)) tags.set(tag, (tags.get(tag) ?? 0) + 1);
      const often = [...tags]
        .sort((a, b) => b[1] - a[1])
        .slice(0, TAGS)
        .map(([tag]) => tag);
      const long = said.map((s) => s.description.split('\n')[0]!.slice(0, 2000)).find((s) => s.length > 30);
      const name = subject[0]!.toUpperCase() + subject.slice(1);
      offered.push({
        subject,
        artworks,
        entry: {
          key: keyOf(subject) || 'subject',
          name: name.slice(0, 60),
          parent: null,
          document: {
            kind: 'subject',
            calls: [subject.slice(0, 60)],
            by: { en: { long: long ? [long] : [], short: [], tags: often.map((t) => t.slice(0, 60)) } },
          },
        },
      });
    }
    return offered;
  });
