import { splitSentences } from '../stock/sentences';

type Value = string | string[];

/** So many pieces are told: more say nothing further. */
const MOST = 20;
const key = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();

/** Tags, and what stands between the commas of a line or is a sentence of a long text. */
function piecesOf(value: Value, kind: 'line' | 'long'): string[] {
  if (Array.isArray(value)) return value;
  return value.split('\n').flatMap((line) => (kind === 'long' ? splitSentences(line) : line.split(/\s*[,:]\s+/)));
}

/**
 * What of a translated text still stands there as it came: its pieces that the text it was made from has as well. Names, numbers and single
 * letters are the same in all languages.
 */
export function leftAsItCame(source: Value, translated: Value, kind: 'line' | 'long', names: readonly string[]): string[] {
  const [came, same] = [new Set(piecesOf(source, kind).map(key)), new Set(names.map(key))];
  const left = piecesOf(translated, kind).filter(
    (p) => came.has(key(p)) && /\p{L}{2}/u.test(p) && !same.has(key(p).replace(/^[“„«]\s*|\s*[”“»][.]?$/g, '')),
  );
  return [...new Set(left.map((p) => p.trim()))].slice(0, MOST);
}
