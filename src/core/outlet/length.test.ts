import fc from 'fast-check';
import { COUNTED, lengthOf, shorten } from './length';

// The family of three: three emoji joined by U+200D. UAX #29 (GB11) makes it one cluster; RFC 3629 makes four bytes of each emoji and
// three of each joiner; UTF-16 makes two units of each emoji.
const FAMILY = '👩‍👩‍👧';
test.each([
  ['abc', 'graphemes', 3],
  [FAMILY, 'graphemes', 1],
  [FAMILY, 'code points', 5],
  [FAMILY, 'utf-16 units', 8],
  [FAMILY, 'bytes', 18],
  ['é', 'bytes', 2],
  ['e\u0301', 'graphemes', 1],
  ['e\u0301', 'code points', 2],
  // the first row of the UAX #29 sample table of Hangul: L V T are one cluster
  ['\u1100\u1161\u11a8', 'graphemes', 1],
] as const)('%s in %s is %i long', (text, counted, length) => expect(lengthOf(text, counted)).toBe(length));

test.each([
  ['Short enough', 40, 'Short enough'],
  ['First part, second part that is long', 20, 'First part, second'],
  ['First long part here, second', 24, 'First long part here'],
  ['unbreakableunbreakable', 10, 'unbreakabl'],
])('%s shortened to %i', (text, max, out) => expect(shorten(text, max, 'utf-16 units')).toBe(out));

test('what is shortened fits, begins the text, and breaks no character', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), fc.constantFrom(...COUNTED), fc.integer({ min: 1, max: 40 }), (text, counted, max) => {
      const out = shorten(text, max, counted);
      expect(lengthOf(out, counted)).toBeLessThanOrEqual(max);
      expect(text.startsWith(out)).toBe(true);
      expect(out).not.toMatch(/\p{Surrogate}/u);
    }),
  )); // prettier-ignore
