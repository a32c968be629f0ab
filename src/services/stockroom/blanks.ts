import { same } from '../../core/docket/docket';
import type { Audience } from '../../core/stock/blank';
import { judged } from '../../core/stock/sentences';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/blanks';
import type { BlankRow } from '../../data/stockroom/blanks';
import { betweenVersions, toldDifferences } from '../versions';
import { Trouble } from '../trouble';
import { documentsOf, readCatalogue } from './catalogue';
import { daysMoved, mendByRules, noteChange } from './changes';
import { catalogueOf, HOUSES } from './houses';

export type { BlankRow };

export const blanks = (workspace: string): Promise<BlankRow[]> => inWorkspace(workspace, data.listBlanks);

/** Some blanks by their ids; one that is not here is left out. */
export const blanksOf = (workspace: string, ids: string[]): Promise<BlankRow[]> =>
  inWorkspace(workspace, (tx) => data.blanksByIds(tx, ids));

/** What differs between two versions of a blank; without numbers between the last two. */
export const blankDiff = (workspace: string, id: string, from?: number, to?: number) =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.blankById(tx, id);
    if (!it) throw new Trouble('not-found', 'There is no such blank.');
    return betweenVersions(it.version, { from, to }, (version) => data.blankVersion(tx, id, version));
  });

/** A catalogue is at most so large: three thousand blanks are about 8 MB. */
const MOST_BYTES = 64 * 2 ** 20;

/** A body whole; throws as soon as it is larger than it may be. */
async function upTo(body: ReadableStream<Uint8Array>, most: number): Promise<Buffer> {
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for await (const part of body as unknown as AsyncIterable<Uint8Array>) {
    bytes += part.length;
    if (bytes > most) throw new Error('too large');
    parts.push(part);
  }
  return Buffer.concat(parts);
}

/**
 * Fetches a print house's catalogue over HTTP. A blank that differs from what is here becomes its next version; one that the house
 * does not list any more is marked as gone. Proofs made from earlier versions are out of date from then on. Returns a sentence for
 * each product that could not be taken: these stay as they are.
 */
export async function fetchCatalogue(workspace: string, url: string): Promise<string[]> {
  let answer: unknown;
  try {
    const got = await fetch(url, { signal: AbortSignal.timeout(15_000) });
    if (!got.ok || !got.body) throw new Error(String(got.status));
    answer = JSON.parse((await upTo(got.body, MOST_BYTES)).toString('utf8'));
  } catch {
    throw new Trouble('outlet-trouble', 'The print house did not send its catalogue. What is in the stockroom stays as it is.');
  }
  const catalogue = readCatalogue(answer);
  return inWorkspace(workspace, async (tx) => {
    const byHand = await data.sentencesByHand(tx, catalogue.listed);
    const { documents, faults } = documentsOf(catalogue, byHand);
    const here = new Map((await data.blanksByIds(tx, catalogue.listed)).map((b) => [b.id, b]));
    // what comes with the first catalogue of a house is not news
    const known = await data.knowsHouse(tx, catalogue.house);
    const changed: string[] = [];
    for (const document of documents) {
      const before = here.get(document.id);
      if (before && (before.document.source === 'own' || before.document.house !== catalogue.house)) {
        faults.push(
          `${document.id}: that is a blank of ${before.document.source === 'own' ? 'your own' : before.document.house}.`,
        );
        continue;
      }
      if (before && same(before.document, document)) continue;
      await data.putBlank(tx, document);
      if (known) {
        await noteChange(tx, before ?? null, document, false);
        changed.push(document.id);
      }
      if (before)
        await record(tx, {
          did: 'blank.changed',
          about: 'blank',
          ids: [document.id],
          values: { name: document.name, changes: toldDifferences(before.document, document) },
        });
    }
    const { went, back } = await data.blanksSeen(tx, catalogue.house, catalogue.listed);
    for (const it of await data.blanksByIds(tx, [...went, ...back])) {
      const gone = went.includes(it.id);
      await noteChange(tx, { ...it, goneAt: gone ? null : it.fetchedAt }, it.document, gone);
    }
    await mendByRules(tx, changed);
    await daysMoved(tx, workspace, changed);
    return faults;
  });
}

/** Fetches every print house's catalogue anew. Returns a sentence for each product that could not be taken. */
export async function refreshHouses(workspace: string): Promise<string[]> {
  const faults: string[] = [];
  let down: Trouble | null = null;
  let asked = 0;
  for (const house of HOUSES)
    try {
      faults.push(...(await fetchCatalogue(workspace, catalogueOf(house))));
      asked++;
    } catch (error) {
      if (!(error instanceof Trouble)) throw error;
      // a house that does not answer stops no other
      faults.push(`${house}: ${error.sentence}`);
      down = error;
    }
  if (down && !asked) throw down;
  return faults;
}

export async function blank(workspace: string, id: string): Promise<BlankRow> {
  const found = await inWorkspace(workspace, (tx) => data.blankById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such blank.');
  return found;
}

/** Puts down for whom a sentence is; null leaves it to the rules again. False when it does not stand in the blank's text any more. */
export async function putSentence(tx: Tx, id: string, sentence: string, isFor: Audience | null): Promise<boolean> {
  const it = await data.blankById(tx, id);
  const was = it?.document.sentences.find((s) => s.text === sentence);
  if (!it || !was) return false;
  await data.saySentence(tx, id, sentence, isFor);
  const now = isFor ? { text: sentence, for: isFor, by: 'hand' } : judged(sentence);
  if (same(was, now)) return true;
  const sentences = it.document.sentences.map((s) => (s.text === sentence ? now : s));
  await data.putBlank(tx, { ...it.document, sentences });
  return true;
}

/**
 * Says for whom a sentence of a blank's text is; null leaves it to the rules again. Remembered: it holds when the catalogue is fetched
 * again. Returns the blank as it is then.
 */
export const sayForWhom = (workspace: string, id: string, sentence: string, isFor: Audience | null): Promise<BlankRow> =>
  inWorkspace(workspace, async (tx) => {
    const before = await data.blankById(tx, id);
    if (!before) throw new Trouble('not-found', 'There is no such blank.');
    if (!(await putSentence(tx, id, sentence, isFor)))
      throw new Trouble('conflict', 'That sentence does not stand in its text any more.', 'text');
    const after = (await data.blankById(tx, id))!;
    const was = before.document.sentences.find((s) => s.text === sentence)!;
    if (after.version > before.version)
      await record(tx, {
        did: 'blank.sentence',
        about: 'blank',
        ids: [id],
        values: { name: before.document.name, sentence, for: isFor ?? judged(sentence).for },
        undo: { kind: 'sentence', sentence, was: was.by === 'hand' ? was.for : null, is: isFor },
      });
    return after;
  });
