import fc from 'fast-check';
import { outputFor, pictureType, PICTURE_ENDINGS, PICTURE_FORMATS, QUALITIES, triesFor } from './pictures';

const rules = { max: 10, minSidePx: 1000, maxBytes: 1e9 };

test.each([
  ['2000 px as JPEG where nothing else is said', {}, { format: 'jpeg', sidePx: 2000, maxBytes: null }],
  ['no more than the outlet takes', { maxSidePx: 1500 }, { sidePx: 1500, minSidePx: 1000 }],
  ['as large as it asks for, up to 3000', { minSidePx: 2600 }, { sidePx: 2600, minSidePx: 2600 }],
  ['never more than 3000', { minSidePx: 5000 }, { sidePx: 3000, minSidePx: 3000 }],
  ['in its first format', { formats: ['webp' as const, 'jpeg' as const] }, { format: 'webp' }],
  ['a limit that no picture passes is none', { maxBytes: 4_000_000 }, { maxBytes: null }],
  ['one that they can pass is kept', { maxBytes: 3_999_999 }, { maxBytes: 3_999_999 }],
  ['PNG can be heavier', { formats: ['png' as const], maxBytes: 12e6 }, { maxBytes: 12e6 }],
])('pictures are made %s', (_, change, is) => expect(outputFor({ ...rules, ...change })).toMatchObject(is));

test('what is tried gets lighter at every step, first by quality, then by size, and never leaves what the outlet takes', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 6000 }),
      fc.integer({ min: 1, max: 6000 }),
      fc.integer({ min: 1, max: 9e6 }),
      (a, b, maxBytes) => {
        const output = outputFor({ ...rules, minSidePx: Math.min(a, b), maxSidePx: Math.max(a, b), maxBytes });
        const tries = triesFor(output);
        expect(tries[0]).toEqual({ quality: QUALITIES[0], sidePx: output.sidePx });
        tries.slice(1).forEach((t, i) => {
          expect(t.quality < tries[i]!.quality || (t.quality === tries[i]!.quality && t.sidePx < tries[i]!.sidePx)).toBe(true);
          expect(t.sidePx).toBeGreaterThanOrEqual(output.minSidePx);
        });
        if (output.maxBytes === null) expect(tries).toHaveLength(1);
        else expect(tries.at(-1)!.sidePx).toBe(output.minSidePx);
        expect(tries.length).toBeLessThan(80);
      },
    ),
  ));

test('a picture’s media type is told by its name', () => {
  for (const f of PICTURE_FORMATS) expect(pictureType(`abc${PICTURE_ENDINGS[f]}`)).toBe(`image/${f}`);
});
