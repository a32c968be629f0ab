import fc from 'fast-check';
import { boxAround, corners } from '../placement/affine';
import { covering } from '../placement/form';
import { lay } from '../placement/lay';
import { areaOn, type BlankDocument } from './blank';
import { canBeCut, cutSheet, cutTo } from './cut';

const A2 = { widthMm: 420, heightMm: 594 };
const poster = (cutFromMm?: number): BlankDocument =>
  ({
    areas: [
      { name: 'sheet', side: 'front', ...A2, ppi: 300, bleedMm: 3, bySize: { A3: { widthMm: 297, heightMm: 420 }, A2 }, ...(cutFromMm && { cutFromMm }) }, // prettier-ignore
      { name: 'back', side: 'back', ...A2, ppi: 300 },
    ],
  }) as unknown as BlankDocument;
const CUT = { cut: 'to the picture' } as const;

test('a square of an A2 is 420 mm wide; a picture that lies turns the sheet', () => {
  expect(cutSheet(A2, 1, 100)).toEqual({ widthMm: 420, heightMm: 420 });
  expect(cutSheet(A2, 594 / 420, 100)).toEqual({ widthMm: 594, heightMm: 420 });
  // 2:3 on A2: 396 x 594, larger than lying
  expect(cutSheet(A2, 2 / 3, 100)).toEqual({ widthMm: 396, heightMm: 594 });
});
test('no side is shorter than the house cuts: a very long picture gets a wider sheet', () =>
  expect(cutSheet(A2, 0.1, 100)).toEqual({ widthMm: 100, heightMm: 594 }));
test('only where the line says so and the blank allows it, and only the areas that may be', () => {
  const picture = { widthPx: 3000, heightPx: 3000 };
  expect(canBeCut(poster())).toBe(false);
  expect(cutTo(poster(), CUT, picture)).toEqual(poster());
  const it = poster(100);
  expect(cutTo(it, {}, picture)).toBe(it);
  expect(cutTo(it, CUT, {})).toBe(it);
  const cut = cutTo(it, CUT, picture);
  expect(['A3', 'A2'].map((s) => areaOn(cut, 'sheet', s)!.widthMm)).toEqual([297, 420]);
  expect(areaOn(cut, 'back', 'A2')).toMatchObject(A2);
  expect(areaOn(cut, 'sheet', 'A3')!.bleedMm).toBe(3);
});

test('cut to a picture, the sheet has its shape, fits into what it is cut from, and covering cuts nothing off', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 300, max: 9000 }),
      fc.integer({ min: 300, max: 9000 }),
      fc.constantFrom({ widthMm: 297, heightMm: 420 }, A2, { widthMm: 609.6, heightMm: 914.4 }),
      (widthPx, heightPx, sheet) => {
        fc.pre(Math.max(widthPx, heightPx) / Math.min(widthPx, heightPx) <= 3);
        const cut = cutSheet(sheet, widthPx / heightPx, 50);
        expect(cut.widthMm / cut.heightMm / (widthPx / heightPx)).toBeCloseTo(1, 3);
        const [short, long] = [Math.min(cut.widthMm, cut.heightMm), Math.max(cut.widthMm, cut.heightMm)];
        expect(short).toBeLessThanOrEqual(sheet.widthMm + 0.01);
        expect(long).toBeLessThanOrEqual(sheet.heightMm + 0.01);
        // no larger piece of that shape: one of its sides is the sheet's
        expect(Math.min(sheet.widthMm - short, sheet.heightMm - long)).toBeLessThan(0.02);
        const laid = lay({ widthPx, heightPx, trim: { x: 0, y: 0, width: 1, height: 1 } }, cut, covering());
        expect(laid.cutShare).toBeLessThan(1e-3);
        const box = boxAround(corners(laid.maps[0]!, { x: 0, y: 0, width: 1, height: 1 }));
        expect(box.width).toBeGreaterThanOrEqual(cut.widthMm - 0.01);
      },
    ),
  ));
