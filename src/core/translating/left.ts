import type { Value } from '../correcting/correct';
import { splitSentences } from '../stock/sentences';
import { splitLine } from './pieces';

/** So many pieces are told: more say nothing further. */
const MOST = 20;
const key = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim();

/** Tags, and what stands between the commas of a line or is a sentence of a long text. */
function piecesOf(value: Value, kind: 'line' | 'long', names: readonly string[]): string[] {
  if (Array.isArray(value)) return value;
  return value
    .split('\n')
    .flatMap((l) => (kind === 'long' ? splitSentences(l) : splitLine(l, names).filter((_, i) => i % 2 === 0)));
}

/**
 * What of a translated text still stands there as it came: its pieces that the text it was made from has as well. Names, alone or with what
 * they are of (“Hold Fast Shirt”), numbers and single letters are the same in all languages.
 */
export function leftAsItCame(source: Value, translated: Value, kind: 'line' | 'long', names: readonly string[]): string[] {
  const came = new Set(piecesOf(source, kind, names).map(key));
  const named = names.map(key).filter(Boolean);
  const left = piecesOf(translated, kind, names).filter((piece) => {
    const bare = key(piece).replace(/^[“„«]\s*|\s*[”“»]\.?$/g, '');
    return came.has(key(piece)) && /\p{L}{2}/u.test(bare) && !named.some((n) => `${bare} `.startsWith(`${n} `));
  });
  return [...new Set(left.map((p) => p.trim()))].slice(0, MOST);
}
