import { tellingWords } from '../copy/telling';
import type { Phrase } from './entry';

/** Where a call-up word stood, the most telling first, with how much it counts. */
export const PLACES = { subject: 4, occasion: 4, words: 3, name: 3, keywords: 2, kind: 1 } as const;
export type CallPlace = keyof typeof PLACES;

/** What an artwork says of itself, by where. */
export type Telling = Partial<Record<CallPlace, string>>;

/** An entry that was called up. */
export interface Called {
  key: string;
  /** The words that called it, and where they stood. */
  by: string;
  place: CallPlace;
  /** The more words and the more telling the place, the more. */
  weight: number;
}

/** Entries by the first word of what calls them up: as fast with thousands of entries as with ten. */
export type CallIndex = ReadonlyMap<string, readonly { key: string; words: readonly string[]; says: string }[]>;

export function callIndex(entries: Iterable<Phrase>): CallIndex {
  const index = new Map<string, { key: string; words: string[]; says: string }[]>();
  for (const { key, document } of entries)
    for (const says of document.calls) {
      const words = tellingWords(says);
      if (!words.length) continue;
      const beside = index.get(words[0]!);
      if (beside) beside.push({ key, words, says });
      else index.set(words[0]!, [{ key, words, says }]);
    }
  return index;
}

/** Words count once: each is part of the longest phrase that it can be a part of, “night train” before “night”. */
function inText(index: CallIndex, text: string): { key: string; says: string; length: number }[] {
  const words = tellingWords(text);
  const hits = words.flatMap((word, at) =>
    (index.get(word) ?? []).flatMap((c) =>
      c.words.every((w, i) => words[at + i] === w) ? [{ key: c.key, says: c.says, length: c.words.length, at }] : [],
    ),
  );
  return hits.filter((h) => !hits.some((o) => o.length > h.length && o.at <= h.at && o.at + o.length >= h.at + h.length));
}

/** Entries that what an artwork says of itself calls up, the one that it speaks of most first; each once. */
export function callUp(index: CallIndex, telling: Telling): Called[] {
  const found = new Map<string, Called>();
  for (const [place, counts] of Object.entries(PLACES) as [CallPlace, number][]) {
    const text = telling[place];
    if (!text) continue;
    for (const { key, says, length } of inText(index, text)) {
      const weight = counts * (1 + 0.5 * (length - 1));
      const known = found.get(key);
      // what stands in several places is meant
      if (known) known.weight += weight / 2;
      else found.set(key, { key, by: says, place, weight });
    }
  }
  return [...found.values()].sort((a, b) => b.weight - a.weight || (a.key < b.key ? -1 : 1));
}

/** Those called up, without those that stand above another one of them: “trout” says what “fishing” says, and more. */
export const mostOwn = (called: readonly Called[], aboveOf: (key: string) => readonly string[]): Called[] => {
  const covered = new Set(called.flatMap((c) => aboveOf(c.key)));
  return called.filter((c) => !covered.has(c.key));
};
