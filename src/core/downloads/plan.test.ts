import fc from 'fast-check';
import { LIMITS } from '../limits';
import { boxAround, corners } from '../placement/affine';
import type { Rendition } from './form';
import { planDownloads, printsAt, type SoldPicture } from './plan';
import { across, isScreen, SHEET_NAMES, SHEETS, sheetOf } from './sheets';

const WHOLE = { x: 0, y: 0, width: 1, height: 1 };
const picture = (widthPx: number, heightPx: number, more: Partial<SoldPicture> = {}): SoldPicture => ({
  ...{ widthPx, heightPx, trim: WHOLE, vector: false, flat: false },
  ...more,
});
const rendition = (sheet: Rendition['sheet'], more: Partial<Rendition> = {}): Rendition => ({
  ...{ sheet, formats: ['jpg'], ppi: 300, how: 'cover' },
  ...more,
});
const ANY = { minPpi: 1 };

test('4000 x 6000 px become 24 x 36 in at 166 px/in, and are said to be finer on smaller sheets', () => {
  const [made] = planDownloads(picture(4000, 6000), [rendition('2:3')], { minPpi: 150 }).made;
  const [largest] = made!.sizes;
  expect([largest!.name, largest!.widthPx, largest!.heightPx]).toEqual(['24 × 36 in', 4000, 6000]);
  expect(made!.cropped).toBeCloseTo(0, 9);
  // 4000 px / 24 in, / 20 in, / 16 in
  expect(printsAt(made!.sizes, largest!).slice(0, 3)).toEqual([
    { name: '24 × 36 in', ppi: 166 },
    { name: '20 × 30 in', ppi: 200 },
    { name: '16 × 24 in', ppi: 250 },
  ]);
});
test('what is too coarse for its largest sheet is made for a smaller one; what is too coarse for all is left out with the reason', () => {
  const { made } = planDownloads(picture(2000, 3000), [rendition('2:3')], { minPpi: 150 });
  expect(made[0]!.sizes[0]!.name).toBe('12 × 18 in');
  const none = planDownloads(picture(500, 750), [rendition('2:3')], { minPpi: 150 });
  expect(none).toEqual({ made: [], leftOut: [{ sheet: '2:3', why: 'coarse', ppi: 125, size: '4 × 6 in' }] });
});
test('a square that covers 4:5 loses a fifth: left out where less may be cut, and made where a fifth may', () => {
  const square = picture(6000, 6000);
  const may = (maxCrop: number) => planDownloads(square, [rendition('4:5')], { ...ANY, maxCrop });
  expect(may(0.19).leftOut).toEqual([{ sheet: '4:5', why: 'cropped', share: expect.closeTo(0.2, 9) as number }]);
  expect(may(0.2).made[0]!.cropped).toBeCloseTo(0.2, 9);
  expect(planDownloads(square, [rendition('4:5', { how: 'inside' })], { ...ANY, maxCrop: 0 }).made).toHaveLength(1);
});
test('vectors are as fine as is asked for, in the largest size', () => {
  const [made] = planDownloads(picture(30, 45, { vector: true }), [rendition('2:3')], { minPpi: 300 }).made;
  expect([made!.sizes[0]!.widthPx, made!.sizes[0]!.heightPx]).toEqual([7200, 10_800]);
  expect(planDownloads(picture(30, 45, { vector: true }), [rendition('2:3', { upTo: '8 × 12 in' })], ANY).made[0]!.sizes.map((s) => s.name)).toEqual(['8 × 12 in', '4 × 6 in']); // prettier-ignore
});
test('screens have exactly their pixels: nothing is enlarged for them, phones stand and desks lie', () => {
  const large = picture(6000, 6000);
  const of = (sheet: Rendition['sheet'], it = large) =>
    planDownloads(it, [rendition(sheet)], ANY).made[0]?.sizes.map((s) => [s.widthPx, s.heightPx]);
  expect(of('phone')).toEqual([[1440, 3200], [1080, 2400]]); // prettier-ignore
  expect(of('desktop')![0]).toEqual([3840, 2160]);
  expect(of('desktop', picture(2000, 1200))).toEqual([[1920, 1080]]);
  expect(of('desktop', picture(1900, 1200))).toBeUndefined();
});
test('as it is: its own pixels, of what has no ground only the motif', () => {
  const trim = { x: 0.1, y: 0.2, width: 0.5, height: 0.25 };
  const [made] = planDownloads(picture(2000, 1000, { trim }), [rendition('whole', { how: 'inside' })], ANY).made;
  expect(made!.sizes.map((s) => [s.widthPx, s.heightPx])).toEqual([[1000, 250]]);
});
test('SVG is made of drawings and of flat art; of all else it is left out, and other formats stay', () => {
  const asked = [rendition('whole', { formats: ['png', 'svg'] })];
  expect(planDownloads(picture(900, 900, { flat: true }), asked, ANY).made[0]!.formats).toEqual(['png', 'svg']);
  const photo = planDownloads(picture(900, 900), asked, ANY);
  expect([photo.made[0]!.formats, photo.leftOut]).toEqual([['png'], [{ sheet: 'whole', why: 'not-flat' }]]);
});

const sides = fc.integer({ min: 300, max: 9000 });
const anyPicture = fc.tuple(sides, sides).filter(([w, h]) => w / h <= 4 && h / w <= 4).map(([w, h]) => picture(w, h)); // prettier-ignore
const anyRendition = fc.record({
  sheet: fc.constantFrom(...SHEET_NAMES.filter((s) => s !== 'whole')),
  formats: fc.constant<Rendition['formats']>(['jpg']),
  ppi: fc.integer({ min: 72, max: 600 }),
  how: fc.constantFrom('cover' as const, 'inside' as const),
  border: fc.double({ min: 0, max: 0.4, noNaN: true }),
});

test('covering always covers and inside is always inside, to half a pixel; no pixel is made up; the file has its sheet’s shape', () =>
  fc.assert(
    fc.property(anyPicture, anyRendition, fc.integer({ min: 30, max: 300 }), (it, asked, minPpi) => {
      const { made, leftOut } = planDownloads(it, [asked], { minPpi });
      expect(made.length + leftOut.length).toBe(1);
      for (const size of made[0]?.sizes ?? []) {
        const box = boxAround(corners(size.laid.maps[0]!, WHOLE));
        const half = (25.4 / size.ppi) * 0.5;
        const [right, bottom] = [box.x + box.width, box.y + box.height];
        if (asked.how === 'cover') {
          expect(Math.max(box.x, box.y)).toBeLessThan(half);
          expect(Math.min(right - size.widthMm, bottom - size.heightMm)).toBeGreaterThan(-half);
        } else {
          expect(Math.min(box.x, box.y)).toBeGreaterThan(-half);
          expect(Math.max(right - size.widthMm, bottom - size.heightMm)).toBeLessThan(half);
        }
        expect(size.ppi).toBeLessThanOrEqual(size.laid.ppi * (1 + 1e-9));
        if (!isScreen(asked.sheet)) expect(size.ppi).toBeLessThanOrEqual(asked.ppi);
        expect(size.widthPx * size.heightPx).toBeLessThanOrEqual(LIMITS.pixels);
        // whole pixels: each side is off by half a one at most
        expect(Math.abs(size.widthPx - (size.widthMm / 25.4) * size.ppi)).toBeLessThanOrEqual(0.5 + 1e-6);
        expect(Math.abs(size.heightPx - (size.heightMm / 25.4) * size.ppi)).toBeLessThanOrEqual(0.5 + 1e-6);
      }
    }),
    { numRuns: 300 },
  ));
test('a picture that lies becomes what the standing one does, laid across', () =>
  fc.assert(
    fc.property(sides, sides, fc.constantFrom('2:3' as const, '4:5' as const, 'ISO A' as const), (w, h, sheet) => {
      fc.pre(w < h && h / w < 4);
      const names = (it: SoldPicture) => planDownloads(it, [rendition(sheet)], { minPpi: 100 }).made[0]?.sizes.map((s) => s.name) ?? []; // prettier-ignore
      const turned = (name: string) => across(sheetOf(sheet).sizes.find((s) => s.name === name)!).name;
      expect(names(picture(h, w))).toEqual(names(picture(w, h)).map(turned));
    }),
    // exactly 100 px/in on 30 in, which rounding took from one of the two
    { examples: [[2167, 3000, '2:3']] },
  ));
test('every size that is named is one of its sheet', () => {
  for (const name of SHEET_NAMES)
    for (const size of SHEETS[name].sizes)
      expect(planDownloads(picture(100, 200, { vector: true }), [rendition(name, { upTo: size.name })], ANY).made[0]!.sizes).not.toHaveLength(0); // prettier-ignore
});
