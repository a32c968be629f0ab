import fc from 'fast-check';
import { ALTERATIONS, alteredPrint, clipArt, printsOf } from '../../../../bench/copies';
import { fingerprint } from './fingerprint';
import { compare, groupsOf, wordsAlike } from './likeness';
import type { Pixels } from '../measure/reduce';

jest.setTimeout(240_000);

const CLEAR = [0, 0, 0, 0];
const picture = (width: number, height: number, paint: (x: number, y: number) => readonly number[]): Pixels => {
  const rgba = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rgba.set(paint(x, y), (y * width + x) * 4);
  return { rgba, width, height };
};
/** A sail and three bars of lettering; `bar` says how long the second bar's parts are. */
const motif = (ink: number[], accent: number[], scale = 1, margin = 0, bar = [30, 12, 40]) =>
  fingerprint(
    picture((200 + 2 * margin) * scale, (220 + 2 * margin) * scale, (px, py) => {
      const [x, y] = [px / scale - margin, py / scale - margin];
      if (x < 0 || y < 0 || x >= 200 || y >= 220) return CLEAR;
      if (y < 130 && x > 60 && x < 60 + y) return ink;
      if (y > 150 && y < 164) return x % 25 < 16 ? accent : CLEAR;
      if (y > 176 && y < 206) {
        let at = 10;
        for (const length of bar) {
          if (x >= at && x < at + length) return ink;
          at += length + 14;
        }
      }
      return CLEAR;
    }),
  );
const CREAM = [247, 239, 220, 255];
const NAVY = [29, 49, 69, 255];
const CORAL = [228, 105, 74, 255];

test('scale and margins do not count', () => {
  expect(compare(motif(CREAM, CORAL), motif(CREAM, CORAL, 2))).toBe('copy');
  expect(compare(motif(CREAM, CORAL), motif(CREAM, CORAL, 1, 60))).toBe('copy');
});
test('the same silhouette in dark ink is a twin', () => expect(compare(motif(CREAM, CORAL), motif(NAVY, CORAL))).toBe('twin'));
test('with one word exchanged it is no copy', () =>
  expect(compare(motif(CREAM, CORAL), motif(CREAM, CORAL, 1, 0, [8, 60, 14]))).not.toBe('copy'));
test('the same picture with words known to differ is a family', () =>
  expect(compare(motif(CREAM, CORAL), motif(CREAM, CORAL), 'different')).toBe('family'));
test('words are alike when they are the same, whatever their order or case', () =>
  expect([wordsAlike(['HOLD', 'FAST'], ['fast', 'hold']), wordsAlike(['HOLD'], ['FAST']), wordsAlike([], ['FAST'])]).toEqual([
    'same',
    'different',
    null,
  ]));

test('comparing is the same both ways', () => {
  const any = fc.uint8Array({ minLength: 24 * 24 * 4, maxLength: 24 * 24 * 4 }).map((rgba) => {
    rgba[3] = 255; // never empty
    return fingerprint({ rgba, width: 24, height: 24 });
  });
  fc.assert(
    fc.property(any, any, (a, b) => compare(a, b) === compare(b, a) && compare(a, a) === 'copy'),
    { numRuns: 40 },
  );
});

test('groups gather around their oldest and do not chain', () => {
  const pair = (olderId: string, newerId: string) => ({ olderId, newerId, kind: 'copy' as const });
  // a-b and b-c are alike, a-c are not
  expect(groupsOf([pair('a', 'b'), pair('b', 'c')])).toEqual([{ kind: 'copy', ids: ['a', 'b'] }]);
  expect(groupsOf([pair('a', 'b'), pair('a', 'c'), pair('b', 'c')])).toEqual([{ kind: 'copy', ids: ['a', 'b', 'c'] }]);
});

// open data: the open clip-art library (public domain) as in Debian's package openclipart-png; `npm run bench -- artwork`
// states both rates over half of the set
describe('over open clip art', () => {
  test('altered copies are found, and different pictures are not shown as copies', async () => {
    const prints = await printsOf(clipArt(18));
    expect(prints.length).toBeGreaterThan(350);
    let [pairs, shown] = [0, 0];
    for (let i = 0; i < prints.length; i++)
      for (let j = i + 1; j < prints.length; j++, pairs++) if (compare(prints[i]!.print, prints[j]!.print) === 'copy') shown++;
    let [tries, hits] = [0, 0];
    for (const { file, print } of prints.filter((_, i) => i % 14 === 0))
      for (const how of Object.keys(ALTERATIONS)) {
        const altered = await alteredPrint(file, how);
        if (!altered) continue;
        tries++;
        if (compare(print, altered) === 'copy') hits++;
      }
    expect(tries).toBeGreaterThan(100);
    expect(hits / tries).toBeGreaterThan(0.97);
    expect(shown / pairs).toBeLessThan(0.001);
  });
});
