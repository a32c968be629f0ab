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
    const word = m[0].replaceAll('’', "'").replace(/'s?$/i, '');
    if (word.length < SHORTEST || word === word.toUpperCase()) continue;
    const [before, after] = [text[m.index - 1] ?? ' ', text[m.index + m[0].length] ?? ' '];
    if (/[\d@#_/\\.]/.test(before) || /[\d@_/\\]/.test(after)) continue;
    if (long && /^\p{Lu}/u.test(word) && !beginsThere(text, m.index)) continue;
    if (!known(word) && !known(word.toLowerCase())) out.add(word);
  }
  return [...out];
}
/** Does a sentence or a line begin at a place? */
const beginsThere = (text: string, at: number): boolean => /(?:^|[.!?:•*\n–—-]\s*["“‘(]?\s*)$/u.test(text.slice(Math.max(0, at - 6), at)) || at === 0; // prettier-ignore
