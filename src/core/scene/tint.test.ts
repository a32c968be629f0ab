import fc from 'fast-check';
import { composed, sceneOf, SIDE } from '../../../tests/scenes';

import { CLOTH_PATTERNS, patternAt, weaveOf } from './cloth';
import { compileScene } from './compile';
import { partColours, tintedBase, tintTable } from './tint';

const PAPER = { material: 'paper', medianSrgb: 1 } as const;
const CLOTH = { material: 'cloth', medianSrgb: 0.85 } as const;

describe('what a product is dyed in', () => {
  test('its own white is the plate itself, within the shoulder', () => {
    const red = tintTable(PAPER, [255, 255, 255]);
    for (let byte = 0; byte < 230; byte++) expect(Math.abs(red[byte]! - byte)).toBeLessThanOrEqual(1);
  });
  test('darker places stay darker on every cloth, black too', () =>
    fc.assert(
      fc.property(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), (colour) => {
        const table = tintTable(CLOTH, colour);
        expect(table.findIndex((v, i) => i % 256 > 0 && v < table[i - 1]!)).toBe(-1);
      }),
      { numRuns: 60 },
    ));
  test('folds can be seen on black cloth: the brightest place is clearly above the median one', () => {
    const red = tintTable({ ...CLOTH, medianSrgb: 0.8 }, [23, 23, 26]);
    expect(red[240]! - red[204]!).toBeGreaterThan(12);
  });
  test('parts take the colour, what is printed on, the finish, or what they always are', () => {
    const part = { name: 'x', product: 0, ...PAPER };
    const parts = [{ ...part, takes: 'colour' }, { ...part, takes: 'ground' }, { ...part, takes: 'finish' }, { ...part, takes: '#102030' }] as const; // prettier-ignore
    const sheet = { ...sceneOf().sheet, parts: [...parts] };
    expect(partColours(sheet, [{ colour: '#8a5a2a', ground: '#ffffff', finish: '#c0c0c0' }])).toEqual(['#8a5a2a', '#ffffff', '#c0c0c0', '#102030']); // prettier-ignore
    expect(partColours(sheet, [{ colour: '#8a5a2a' }])).toEqual(['#8a5a2a', '#8a5a2a', '#8a5a2a', '#102030']);
    // more products than colours go round
    const pair = { ...sheet, parts: [parts[0], { ...parts[0], product: 1 }, { ...parts[0], product: 2 }] };
    expect(partColours(pair, [{ colour: '#111111' }, { colour: '#222222' }])).toEqual(['#111111', '#222222', '#111111']);
  });
});

describe('cloth of two colours', () => {
  test.each(CLOTH_PATTERNS)(
    '%s shows neither colour alone, the same at every time, and as much of both as it should',
    (pattern) => {
      let sum = 0;
      let [least, most] = [1, 0];
      for (let y = 0; y < 120; y++)
        for (let x = 0; x < 120; x++) {
          const w = patternAt(pattern, x * 1.5 + 0.3, y * 1.5 + 0.3);
          expect(w).toBe(patternAt(pattern, x * 1.5 + 0.3, y * 1.5 + 0.3));
          sum += w;
          least = Math.min(least, w);
          most = Math.max(most, w);
        }
      expect([least < 0.1, most > 0.9]).toEqual([true, true]);
      expect(Math.abs(sum / 14400 - 0.45)).toBeLessThan(0.12);
    },
  );
  test('stripes run across the product, wherever it lies in the picture', () => {
    const { sheet, pixels } = sceneOf({ place: (x, y) => [y, x] });
    // the product lies on its side: its stripes, across it, run downwards in the picture
    const weave = weaveOf(sheet, pixels, 'stripes');
    for (let y = 1; y < SIDE; y++) expect(Math.abs(weave[y * SIDE + 40]! - weave[40]!)).toBeLessThanOrEqual(1);
    expect(new Set(weave.subarray(0, SIDE)).size).toBeGreaterThan(2);
  });
  test('lies between its two colours, and is printed on like any other', async () => {
    const { sheet, pixels } = sceneOf({ plate: 230, part: CLOTH });
    const scene = await compileScene(sheet, pixels);
    const weave = weaveOf(sheet, pixels, 'heather');
    const base = tintedBase(scene, ['#303030'], undefined, { colours: ['#d0d0d0'], weave });
    const [dark, light] = [tintedBase(scene, ['#303030']), tintedBase(scene, ['#d0d0d0'])];
    for (let i = 0; i < base.length; i += 17) {
      expect(base[i]!).toBeGreaterThanOrEqual(dark[i]!);
      expect(base[i]!).toBeLessThanOrEqual(light[i]!);
    }
    expect(new Set(base).size).toBeGreaterThan(20);
    expect(Buffer.compare(await composed({ sheet, pixels }, base, []), base)).toBe(0);
  });
});
