import sharp from 'sharp';
import { SIDE, WHITE, composed, sceneOf, worst } from '../../../tests/scenes';
import { LINEAR_OF_BYTE, linearToSrgb, srgbToLinear } from '../colour/colour';
import { blendTable, BLENDS, lightTable } from './blend';
import { PASS_MODES } from './sheet';

const MODES = PASS_MODES.filter((m) => m !== 'light');
/** Every backdrop with every source, as a picture of 256 x 256. */
const grid = (of: (backdrop: number, source: number) => number) => {
  const rgb = new Uint8Array(65536 * 3);
  for (let s = 0; s < 256; s++) for (let b = 0; b < 256; b++) rgb.fill(of(b, s), ((s << 8) | b) * 3, ((s << 8) | b) * 3 + 3);
  return rgb;
};
const raw = { raw: { width: 256, height: 256, channels: 3 as const } };

describe('W3C Compositing and Blending Level 1, section 9.1', () => {
  // values worked out by hand from the formulas of the text
  test.each([
    ['multiply', 0.5, 0.5, 0.25],
    ['screen', 0.5, 0.5, 0.75],
    ['overlay', 0.25, 0.5, 0.25],
    ['overlay', 0.75, 0.5, 0.75],
    ['soft-light', 0.5, 0.25, 0.375],
    ['soft-light', 0.25, 1, 0.5],
    ['soft-light', 0.64, 1, 0.8],
  ] as const)('%s of %d and %d is %d', (mode, backdrop, source, is) =>
    expect(BLENDS[mode](backdrop, source)).toBeCloseTo(is, 10),
  );
  test.each(MODES)('%s leaves a backdrop alone where its source says nothing', (mode) => {
    const nothing = { multiply: 255, screen: 0, overlay: null, 'soft-light': null }[mode];
    if (nothing !== null) for (let b = 0; b < 256; b++) expect(blendTable(mode)[(nothing << 8) | b]).toBe(b);
    // half of grey leaves it within a byte
    else for (let b = 0; b < 256; b++) expect(Math.abs(blendTable(mode)[(128 << 8) | b]! - b)).toBeLessThanOrEqual(1);
  });
  test.each(MODES)('%s is what a general-purpose image library makes of every pair of bytes (sharp, libvips)', async (mode) => {
    const theirs = await sharp(
      grid((b) => b),
      raw,
    )
      .composite([{ input: Buffer.from(grid((_, s) => s)), ...raw, blend: mode }])
      .removeAlpha()
      .raw()
      .toBuffer();
    const table = blendTable(mode);
    expect(worst(grid((b, s) => table[(s << 8) | b]!), theirs)).toBeLessThanOrEqual(1); // prettier-ignore
  });
});

test('light on light is its sum in linear light (IEC 61966-2-1)', () => {
  const table = lightTable();
  for (let s = 0; s < 256; s += 5)
    for (let b = 0; b < 256; b += 5) {
      const sum = Math.min(1, srgbToLinear(s / 255) + srgbToLinear(b / 255));
      expect(Math.abs(table[(s << 8) | b]! - 255 * linearToSrgb(sum))).toBeLessThanOrEqual(0.5 + 1e-9);
    }
  // half as bright twice is whole: 188 encodes one half
  expect(LINEAR_OF_BYTE[188]).toBeCloseTo(0.5, 2);
  expect(table[(188 << 8) | 188]).toBe(255);
});

test.each(PASS_MODES)('a pass of %s is laid over what is printed, where it does something', async (mode) => {
  const { sheet, pixels } = sceneOf({ plate: 180 });
  const pass = new Uint8Array(SIDE * SIDE * 3).fill(mode === 'multiply' ? 255 : mode === 'light' || mode === 'screen' ? 0 : 128);
  pass.fill(200, 0, SIDE * 30);
  // black does something in all but light and screen
  pass.fill(0, SIDE * 30, SIDE * 60);
  const bare = await composed({ sheet, pixels }, [WHITE], []);
  const over = await composed({ sheet: { ...sheet, passes: [{ file: 'gloss', mode }] }, pixels: { ...pixels, passes: [pass] } }, [WHITE], []); // prettier-ignore
  const table = mode === 'light' ? lightTable() : blendTable(mode);
  expect(over[3]).toBe(table[(200 << 8) | bare[3]!]);
  expect(over[3]).not.toBe(bare[3]);
  expect(over[SIDE * 45]).toBe(table[bare[SIDE * 45]!]);
  expect(Math.abs(over.at(-1)! - bare.at(-1)!)).toBeLessThanOrEqual(1);
});
