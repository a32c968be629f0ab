import sharp from 'sharp';
import { outputFor, QUALITIES } from '../../core/outlet/pictures';
import { encoded } from './encode';

const SIDE = 400;
const rules = { max: 10, minSidePx: 200, maxSidePx: SIDE, maxBytes: 1e9 };
/** The heaviest picture that there is: noise. */
const noise = () => {
  const rgb = Buffer.alloc(SIDE * SIDE * 3);
  for (let i = 0, h = 7; i < rgb.length; i++) rgb[i] = (h = Math.imul(h ^ (h >>> 13), 0x5bd1e995) + i) >>> 20;
  return sharp(rgb, { raw: { width: SIDE, height: SIDE, channels: 3 } });
};

test('no picture is heavier than is reckoned with, not even noise: a limit above that needs no look', async () => {
  for (const [format, most] of [
    ['jpeg', 1],
    ['webp', 2],
    ['png', 4],
  ] as const) {
    const made = await encoded(noise, SIDE, outputFor({ ...rules, formats: [format] }));
    expect(made!.data.length).toBeLessThan(SIDE * SIDE * most);
    expect((await sharp(made!.data).metadata()).format).toBe(format);
  }
});
test.each(['jpeg', 'webp', 'png'] as const)(
  'a %s gives up quality first, then size, until it is light enough',
  async (format) => {
    const free = (await encoded(noise, SIDE, outputFor({ ...rules, formats: [format] })))!;
    expect([free.quality, free.sidePx]).toEqual([QUALITIES[0], SIDE]);
    const less = (await encoded(
      noise,
      SIDE,
      outputFor({ ...rules, formats: [format], maxBytes: Math.round(free.data.length * 0.75) }),
    ))!;
    expect(less.data.length).toBeLessThanOrEqual(free.data.length * 0.75);
    expect([less.quality < QUALITIES[0], less.sidePx]).toEqual([true, SIDE]);
    const small = (await encoded(
      noise,
      SIDE,
      outputFor({ ...rules, formats: [format], maxBytes: Math.round(free.data.length * 0.18) }),
    ))!;
    expect(small.sidePx).toBeLessThan(SIDE);
    const { width, height } = await sharp(small.data).metadata();
    expect([width, height]).toEqual([small.sidePx, small.sidePx]);
  },
);
test('what cannot be so light is said, and not made', async () =>
  expect(await encoded(noise, SIDE, outputFor({ ...rules, maxBytes: 500 }))).toBeNull());
test('a picture is as large as its outlet asks for', async () => {
  const made = await encoded(noise, SIDE, outputFor({ ...rules, minSidePx: 900, maxSidePx: 1200 }));
  expect((await sharp(made!.data).metadata()).width).toBe(1200);
});
