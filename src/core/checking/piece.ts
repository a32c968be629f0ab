import { literal, WORD } from '../word-pattern';

/** A few pieces of a text as a pattern: whole words in any case, told by the letters around. What a hyphen joins is one word. */
export function piecePattern(pieces: readonly string[]): RegExp | null {
  const each = spelt(pieces).map((p) => p.split(' ').map(literal).join('\\s+'));
  return each.length ? new RegExp(`${WORD.before}(?:${each.join('|')})${WORD.after}`, 'giu') : null;
}
/** In small letters, each once, the longest first: it is what is meant where a shorter one is a part of it. */
const spelt = (phrases: readonly string[]): string[] =>
  [...new Set(phrases.map((p) => p.toLowerCase().replace(/\s+/g, ' ').trim()).filter(Boolean))].sort((a, b) => b.length - a.length); // prettier-ignore

/** A phrase that stands in a text, in small letters; `before` is what stands before it. */
export interface Standing {
  phrase: string;
  before: string;
}
export type PhraseFinder = (text: string) => Standing[];

const A_WORD = /[\p{L}\p{M}\p{N}]+/gu;
const ENDS = new RegExp(`^${WORD.after}`, 'u');
const BEGINS = new RegExp(`${WORD.before}$`, 'u');
/** So much of what stands before is told. */
const TOLD_BEFORE = 60;

/**
 * Finds phrases in texts as `piecePattern` does, as fast with thousands of them as with ten: they are looked up by their first word. Those that
 * begin with a sign are looked for one by one.
 */
export function phraseFinder(phrases: readonly string[]): PhraseFinder {
  const by = new Map<string, string[]>();
  const odd: string[] = [];
  for (const phrase of spelt(phrases)) {
    const first = /^[\p{L}\p{M}\p{N}]+/u.exec(phrase)?.[0];
    if (first) by.set(first, [...(by.get(first) ?? []), phrase]);
    else odd.push(phrase);
  }
  const signs = piecePattern(odd);
  if (!by.size && !signs) return () => [];
  return (text) => {
    const said = text.toLowerCase().replace(/\s+/g, ' ');
    const at = (phrase: string, from: number): Standing => ({
      phrase,
      before: said.slice(Math.max(0, from - TOLD_BEFORE), from),
    });
    const found = signs ? [...said.matchAll(signs)].map((m) => at(m[0], m.index)) : [];
    let behind = 0;
    for (const word of by.size ? said.matchAll(A_WORD) : []) {
      const from = word.index;
      // few words begin a phrase: what stands around is looked at where one does
      const may = from < behind ? undefined : by.get(word[0]);
      if (!may || !BEGINS.test(said.slice(Math.max(0, from - 2), from))) continue;
      const phrase = may.find((p) => said.startsWith(p, from) && ENDS.test(said.slice(from + p.length, from + p.length + 3)));
      if (phrase === undefined) continue;
      found.push(at(phrase, from));
      behind = from + phrase.length;
    }
    return found;
  };
}
/** Phrases that stand in a text, each once. */
export const phrasesIn = (text: string, find: PhraseFinder): string[] => [...new Set(find(text).map((s) => s.phrase))];

/** The beginning of a text, of so many UTF-16 units at most; no character is cut in two, which no database would take. */
export const beginning = (text: string, most: number): string => text.slice(0, most).replace(/[\uD800-\uDBFF]$/, '');
