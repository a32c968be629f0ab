/** Words in letters alone, with an apostrophe within. */
const WORD = /[\p{L}\p{M}]+(?:[’'][\p{L}\p{M}]+)*/gu;
/** Shorter ones are mostly no words but signs of something. */
const SHORTEST = 4;

/**
 * Words of a text that are not known, each once, as they stand. Not looked at: what is all capitals or joined to figures or an address, and in
 * a long text names, which begin with a capital within a sentence.
 */
export function unknownWords(text: string, long: boolean, known: (word: string) => boolean): string[] {
  const out = new Set<string>();
  for (const m of text.matchAll(WORD)) {
    const word = /['’]/.test(m[0]) ? m[0].replaceAll('’', "'").replace(/'s?$/i, '') : m[0];
    // most words are known: why one that is not may stand there is asked of the few others
    if (word.length < SHORTEST || known(word) || known(word.toLowerCase()) || word === word.toUpperCase()) continue;
    const [before, after] = [text[m.index - 1] ?? ' ', text[m.index + m[0].length] ?? ' '];
    if (/[\d@#_/\\.]/.test(before) || /[\d@_/\\]/.test(after)) continue;
    if (long && /^\p{Lu}/u.test(word) && !beginsThere(text, m.index)) continue;
    out.add(word);
  }
  return [...out];
}
/** Does a sentence or a line begin at a place? */
const beginsThere = (text: string, at: number): boolean => /(?:^|[.!?:•*\n–—-]\s*["“‘(]?\s*)$/u.test(text.slice(Math.max(0, at - 6), at)) || at === 0; // prettier-ignore

const LETTERS = [...'etaoinsrhldcumfpgwybvkxjqz'];
/** Words longer than that are no slips of one letter. */
const LONGEST = 24;

/**
 * Everything that a word becomes by one slip of the hand, the likeliest first: two letters the other way round, one too many, one too few,
 * another one. Damerau (1964), “A technique for computer detection and correction of spelling errors”, found four fifths of all errors to be one
 * of these. Capitals at its beginning stay.
 */
export function oneAway(word: string): string[] {
  if (word.length > LONGEST) return [];
  const at = Array.from({ length: word.length + 1 }, (_, i) => [word.slice(0, i), word.slice(i)] as const);
  const all = [
    ...at.flatMap(([a, b]) => (b.length > 1 && b[0] !== b[1] ? [a + b[1] + b[0] + b.slice(2)] : [])),
    ...at.flatMap(([a, b]) => (b ? [a + b.slice(1)] : [])),
    ...at.flatMap(([a, b]) => LETTERS.map((l) => a + l + b)),
    ...at.flatMap(([a, b]) => (b ? LETTERS.map((l) => a + l + b.slice(1)) : [])),
  ];
  return [...new Set(all)].filter((w) => w.length > 1 && w !== word);
}
