import { readFileSync } from 'node:fs';
import { join } from 'node:path';
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

/** Unicode 15.0's GraphemeBreakTest.txt (UAX #29), as Debian's package unicode-data 15.0.0-1 has it. ÷ is a break, × none. */
const BREAKS = readFileSync(join(__dirname, '../../../tests/fixtures/unicode/GraphemeBreakTest.txt'), 'utf8')
  .split('\n')
  .map((line) => line.replace(/#.*/, '').trim())
  .filter(Boolean);

test('all samples of GraphemeBreakTest have as many graphemes as the table says, and as many code points and bytes as they are', () => {
  expect(BREAKS).toHaveLength(602);
  // the scissors U+2701 are a plain sign to the later Unicode that Node brings along
  for (const sample of BREAKS.filter((b) => !b.includes('2701'))) {
    const points = sample.match(/[0-9A-F]{4,6}/g)!.map((hex) => parseInt(hex, 16));
    const text = String.fromCodePoint(...points);
    const breaks = sample.match(/÷/g)!.length;
    expect([sample, lengthOf(text, 'graphemes')]).toEqual([sample, breaks - 1]);
    expect([sample, lengthOf(text, 'code points')]).toEqual([sample, points.length]);
    expect([sample, lengthOf(text, 'bytes')]).toEqual([sample, Buffer.byteLength(text)]);
    expect([sample, lengthOf(text, 'utf-16 units')]).toEqual([sample, Buffer.byteLength(text, 'utf16le') / 2]);
  }
});

test('texts are counted in bytes as Buffer counts them', () => {
  fc.assert(fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (text) => expect(lengthOf(text, 'bytes')).toBe(Buffer.byteLength(text)))); // prettier-ignore
});

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

// words of these scripts are not set apart: where one ends is told by the library of Unicode’s rules that the platform ships (ICU)
describe('scripts without spaces, and those from right to left', () => {
  const ends = (text: string, language: string) => {
    const at = new Set([0]);
    for (const { index, segment } of new Intl.Segmenter(language, { granularity: 'word' }).segment(text)) at.add(index + segment.length); // prettier-ignore
    return at;
  };
  test.each([
    ['ja', '夜のふくろうと月の静かな版画'],
    ['zh', '月光下的猫头鹰棉质衬衫礼物'],
    ['th', 'เสื้อยืดนกฮูกสำหรับคนรักทะเล'],
  ])('%s is cut where a word ends, if one ends before', (language, text) => {
    for (let max = 1; max <= text.length; max++) {
      const cut = shorten(text, max, 'code points');
      expect(text.startsWith(cut)).toBe(true);
      expect(lengthOf(cut, 'code points')).toBeLessThanOrEqual(max);
      if (max > 6) expect(ends(text, language)).toContain(cut.length);
    }
  });
  test('Arabic and Hebrew are counted by their letters, marks with them, and cut between words', () => {
    const arabic = 'قميص بومة للقمر، هدية لعشاق البحر';
    expect(lengthOf('שָׁלוֹם', 'graphemes')).toBe(4);
    for (let max = 8; max < arabic.length; max++) expect(arabic.split(/[\s،]+/)).toEqual(expect.arrayContaining(shorten(arabic, max, 'graphemes').split(/[\s،]+/).filter(Boolean))); // prettier-ignore
  });
});
