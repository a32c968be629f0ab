import fc from 'fast-check';
import type { BlankSpec, DocketSpec } from './docket';
import { chooseSizes } from './sizes';

// ISO 216: A3 is 297 x 420 mm, A2 420 x 594; 1 in = 25.4 mm exactly (1959 agreement); 12 x 18 and 24 x 36 in are usual (common practice)
const sheet = (widthMm: number, heightMm: number) => ({ sheet: { widthMm, heightMm } });
const blank = {
  areas: [{ name: 'sheet', widthMm: 420, heightMm: 594, resolutionPpi: 200 }],
  sizes: [
    { name: 'A3', costMinor: 1, areas: sheet(297, 420) },
    { name: 'A2', costMinor: 1, areas: sheet(420, 594) },
    { name: '12 x 18 in', costMinor: 1, areas: sheet(304.8, 457.2) },
    { name: '24 x 36 in', costMinor: 1, areas: sheet(609.6, 914.4) },
  ],
} as unknown as BlankSpec;
const spec = (sizes: string[], minPpi = 150) =>
  ({
    sizes,
    area: 'sheet',
    placement: { mode: 'cover', scale: 1, topMm: 0 },
    accepts: { ground: 'full', minPpi },
  }) as unknown as DocketSpec;
const file = (widthPx: number, heightPx: number) => ({ widthPx, heightPx, trim: { x: 0, y: 0, width: 1, height: 1 } });

test('a file that passes at A2 is left out at 24 x 36 in, with what it would print at', () => {
  // 3600 px over 24 in are 150 px/in; this file is 2480 x 3508, A3 at 212 px/in
  const choice = chooseSizes(file(2480, 3508), blank, spec(['A3', 'A2', '24 x 36 in']));
  expect(choice.offered).toEqual(['A3']);
  expect(choice.coarse.map((c) => [c.name, Math.round(c.ppi)])).toEqual([
    ['A2', 150], // 149.98: just under
    ['24 x 36 in', 97],
  ]);
});
test('exactly enough is enough: 3600 x 5400 px at 24 x 36 in are 150 px/in', () =>
  expect(chooseSizes(file(3600, 5400), blank, spec(['24 x 36 in'])).offered).toEqual(['24 x 36 in']));
test('a size that the print house dropped is named, not stumbled over', () =>
  expect(chooseSizes(file(9000, 12000), blank, spec(['A1', 'A3']))).toEqual({ offered: ['A3'], coarse: [], dropped: ['A1'] }));

test('every size is in exactly one place, and a larger file never loses one', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 300, max: 9000 }),
      fc.integer({ min: 300, max: 9000 }),
      fc.integer({ min: 50, max: 300 }),
      (w, h, ppi) => {
        const sizes = ['A3', 'A2', '12 x 18 in', '24 x 36 in', 'A0'];
        const choice = chooseSizes(file(w, h), blank, spec(sizes, ppi));
        expect([...choice.offered, ...choice.coarse.map((c) => c.name), ...choice.dropped].sort()).toEqual([...sizes].sort());
        const larger = chooseSizes(file(w * 2, h * 2), blank, spec(sizes, ppi));
        for (const size of choice.offered) expect(larger.offered).toContain(size);
      },
    ),
  ));
