/** What outlets count when they count characters. */
export const COUNTED = ['code points', 'utf-16 units', 'graphemes', 'bytes'] as const;
export type Counted = (typeof COUNTED)[number];

const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' });
const utf8 = new TextEncoder();

/**
 * Signs of which each is one UTF-16 unit, one code point and one grapheme cluster whatever stands beside it: Latin letters, spaces and
 * signs of Unicode's General Punctuation that join nothing. Most texts are of these alone, and are counted without being taken apart.
 */
const PLAIN = /^[\n\x20-\x7e\u00a1-\u00ac\u00ae-\u02ff\u2010-\u2027\u2030-\u203b]*$/;

/**
 * How long a text is to whoever counts it: Unicode code points, UTF-16 code units, extended grapheme clusters (UAX #29), or bytes
 * of UTF-8 (RFC 3629).
 */
export function lengthOf(text: string, counted: Counted): number {
  if (counted === 'utf-16 units') return text.length;
  if (counted !== 'bytes' && PLAIN.test(text)) return text.length;
  if (counted === 'bytes') return utf8.encode(text).length;
  if (counted === 'graphemes') return [...graphemes.segment(text)].length;
  return [...text].length;
}

const words = new Intl.Segmenter(undefined, { granularity: 'word' });
/** Where the last word ends before a place, in scripts that set no spaces between words (UAX #29, section 4); 0 where a word is longer than that. */
function wordEnd(text: string, place: number): number {
  let end = 0;
  for (const { index, segment } of words.segment(text)) {
    if (index + segment.length > place) break;
    end = index + segment.length;
  }
  return end;
}

/** Shortens at the last comma or word that still fits; never within a grapheme cluster. */
export function shorten(text: string, max: number, counted: Counted): string {
  if (lengthOf(text, counted) <= max) return text;
  let [cut, next, length] = ['', '', 0];
  // clusters are counted one by one: nothing joins across them
  for (const { segment } of graphemes.segment(text)) {
    next = segment;
    length += counted === 'graphemes' ? 1 : lengthOf(segment, counted);
    if (length > max) break;
    cut += segment;
  }
  // a word that ends exactly here is whole
  const whole = /^[\s,]/.test(next);
  const comma = next === ',' ? cut.length : cut.lastIndexOf(',');
  const space = whole ? cut.length : cut.lastIndexOf(' ');
  const at = comma > cut.length * 0.6 ? comma : space > 0 ? space : wordEnd(text, cut.length);
  return (at > 0 ? cut.slice(0, at) : cut).replace(/[\s,;:–-]+$/, '');
}
