import type { Box } from '../measure/reduce';

/** A word as it was read, upper case, with confidence 0..1. */
export interface ReadWord {
  text: string;
  confidence: number;
}

/** A line of lettering that was read in an artwork. */
export interface SaidLine {
  text: string;
  /** How sure the line is as a whole: the mean over its words. */
  confidence: number;
  /** How sure each word is, 0..1: of words said to be 0.9 sure, nine in ten are right. */
  sure?: number[];
  /** Where it stands, in shares of the picture; its slant is not kept. Absent for words found without their place. */
  box?: Box;
}

/** Does a word, upper case, stand in the dictionary? */
export type IsWord = (word: string) => boolean;

/** The words in a recognised text: letters, digits and apostrophes, upper case. A single letter stays only where it is a word. */
export function tokens(text: string): string[] {
  return text
    .normalize('NFKC')
    .replace(/[’‘`´]/g, "'")
    .toUpperCase()
    .replace(/\|/g, 'I')
    .split(/[^\p{L}\p{N}'&]+/u)
    .map((t) => t.replace(/^'+|'+$/g, ''))
    .filter((t) => t.length > 1 || /^[AIO&0-9]$/.test(t));
}

/**
 * Splits a token that was read without its spaces (`KEEPALIGHTON`) into dictionary words, as few and as long as can be;
 * left whole where that does not work out, so that slang and names survive.
 */
export function segment(token: string, isWord: IsWord): string[] {
  if (token.length < 5 || isWord(token)) return [token];
  const best: ({ cost: number; words: string[] } | null)[] = [{ cost: 0, words: [] }];
  for (let end = 1; end <= token.length; end++) {
    best[end] = null;
    for (let from = Math.max(0, end - 14); from < end; from++) {
      const before = best[from];
      const word = token.slice(from, end);
      if (!before || !isWord(word)) continue;
      const cost = before.cost + 1 + (word.length < 3 ? 0.6 : word.length === 3 ? 0.25 : 0);
      if (cost < (best[end]?.cost ?? Infinity)) best[end] = { cost, words: [...before.words, word] };
    }
  }
  const whole = best[token.length];
  return whole && whole.words.length <= Math.max(2, token.length / 3) ? whole.words : [token];
}

/** How far a reading can be believed: letters in dictionary words count for it, others against it. */
export const credit = (words: ReadWord[], isWord: IsWord): number =>
  words.reduce((sum, w) => sum + (isWord(w.text) ? 1 : -0.7) * w.text.length * w.confidence, 0);

/** Letters that must be changed, added or left out to come from one word to the other (Levenshtein 1965). */
export function editDistance(a: string, b: string): number {
  let above = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++)
      row[j] = Math.min(above[j]! + 1, row[j - 1]! + 1, above[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1));
    above = row;
  }
  return above[b.length]!;
}

/**
 * Puts a word that is in no dictionary right by one that was read elsewhere in the same artwork and is nearly the same.
 * Never by the dictionary alone: slang and names are what sellers print.
 */
export function repaired(word: ReadWord, others: ReadWord[], isWord: IsWord): ReadWord {
  if (isWord(word.text) || word.text.length < 4) return word;
  const reach = word.text.length > 5 ? 2 : 1;
  let best: ReadWord | null = null;
  for (const other of others)
    if (
      other.text.length > 2 &&
      isWord(other.text) &&
      Math.abs(other.text.length - word.text.length) < 2 &&
      editDistance(other.text, word.text) <= reach &&
      other.confidence > (best?.confidence ?? 0)
    )
      best = other;
  return best ?? word;
}
