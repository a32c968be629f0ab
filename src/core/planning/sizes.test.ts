import fc from 'fast-check';
import type { GoodsLine } from '../docket/docket';
import { covering, fitted, onArea } from '../placement/form';
import type { BlankDocument } from '../stock/blank';
import { chooseSizes } from './sizes';

// ISO 216: A3 is 297 x 420 mm, A2 420 x 594; 1 in = 25.4 mm exactly (1959 agreement); 12 x 18 and 24 x 36 in are usual (common practice)
const size = (widthMm: number, heightMm: number) => ({ widthMm, heightMm });
const SIZES = {
  A3: size(297, 420),
  A2: size(420, 594),
  '12 x 18 in': size(304.8, 457.2),
  '24 x 36 in': size(609.6, 914.4),
};
const blank = {
  areas: [
    { name: 'sheet', side: 'front', ...SIZES.A2, ppi: 200, bySize: SIZES },
    { name: 'mark', side: 'back', ...size(40, 40), ppi: 200 },
  ],
  sizes: Object.keys(SIZES).map((name) => ({ name })),
} as unknown as BlankDocument;
const line = (sizes: string[], more: GoodsLine['placements'] = []) =>
  ({ sizes, placements: [onArea('sheet', covering()), ...more] }) as unknown as GoodsLine;
const file = (widthPx: number, heightPx: number) => ({ widthPx, heightPx, trim: { x: 0, y: 0, width: 1, height: 1 } });

test('a file that passes at A2 is left out at 24 x 36 in, with what it would print at', () => {
  // 3600 px over 24 in are 150 px/in; this file is 2480 x 3508, A3 at 212 px/in
  const choice = chooseSizes(file(2480, 3508), blank, line(['A3', 'A2', '24 x 36 in']), { minPpi: 150 });
  expect(choice.offered).toEqual(['A3']);
  expect(choice.coarse.map((c) => [c.name, Math.round(c.ppi)])).toEqual([
    ['A2', 150], // 149.98: just under
    ['24 x 36 in', 97],
  ]);
});
test('exactly enough is enough: 3600 x 5400 px at 24 x 36 in are 150 px/in', () =>
  expect(chooseSizes(file(3600, 5400), blank, line(['24 x 36 in']), { minPpi: 150 }).offered).toEqual(['24 x 36 in']));
test('a size that the print house dropped is named, not stumbled over', () =>
  expect(chooseSizes(file(9000, 12000), blank, line(['A1', 'A3']), { minPpi: 150 })).toEqual({
    offered: ['A3'],
    coarse: [],
    cropped: [],
    dropped: ['A1'],
  }));
test('the coarsest place counts; one that always carries the same print does not', () => {
  const mark = onArea('mark', covering());
  // 300 px over 40 mm are 190 px/in, over A3 they are 26
  const small = file(300, 300);
  expect(chooseSizes(small, blank, line(['A3'], [mark]), { minPpi: 150 }).coarse[0]!.widthMm).toBeGreaterThan(400);
  const printed = {
    sizes: ['A3'],
    placements: [onArea('sheet', { ...covering(), artwork: 'x' }), mark],
  } as unknown as GoodsLine;
  expect(chooseSizes(small, blank, printed, { minPpi: 150 }).offered).toEqual(['A3']);
});
test('a size may have a placement of its own', () => {
  const own = { sizes: ['A3'], placements: [{ ...onArea('sheet', covering()), bySize: { A3: { layers: [fitted(0.1, 0)] } } }] };
  expect(chooseSizes(file(400, 400), blank, own as unknown as GoodsLine, { minPpi: 150 }).offered).toEqual(['A3']);
});

test('every size is in exactly one place, and a larger file never loses one', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 300, max: 9000 }),
      fc.integer({ min: 300, max: 9000 }),
      fc.integer({ min: 50, max: 300 }),
      (w, h, ppi) => {
        const sizes = ['A3', 'A2', '12 x 18 in', '24 x 36 in', 'A0'];
        const choice = chooseSizes(file(w, h), blank, line(sizes), { minPpi: ppi });
        expect([...choice.offered, ...choice.coarse.map((c) => c.name), ...choice.dropped].sort()).toEqual([...sizes].sort());
        const larger = chooseSizes(file(w * 2, h * 2), blank, line(sizes), { minPpi: ppi });
        for (const name of choice.offered) expect(larger.offered).toContain(name);
      },
    ),
  ));

test('sizes that would crop a picture by more than the docket lets are left out, with how much', () => {
  // 2:3 is 24 x 36 in and 12 x 18 in exactly (1 in = 25.4 mm); on A3, 1 : sqrt(2) (ISO 216:2007), it does not fit
  const picture = file(6000, 9000);
  const all = ['A3', '12 x 18 in', '24 x 36 in'];
  const choice = chooseSizes(picture, blank, line(all), { minPpi: 150, maxCrop: 0.03 });
  expect(choice.offered).toEqual(['12 x 18 in', '24 x 36 in']);
  // covering 297 x 420 a picture of 2:3 is 297 x 445.5: 25.5 of 445.5 mm are cut
  expect(choice.cropped).toEqual([{ name: 'A3', share: expect.closeTo(25.5 / 445.5, 4) as number }]);
  expect(chooseSizes(picture, blank, line(all), { minPpi: 150, maxCrop: 0.06 }).offered).toEqual(all);
  expect(chooseSizes(picture, blank, line(all), { minPpi: 150 }).offered).toEqual(all);
});
test('what lies inside its area is not cropped, whatever is let be cut', () => {
  const inside = { ...line(['A3']), placements: [onArea('sheet', fitted(1, 0))] };
  expect(chooseSizes(file(9000, 3000), blank, inside, { minPpi: 10, maxCrop: 0 }).offered).toEqual(['A3']);
});
