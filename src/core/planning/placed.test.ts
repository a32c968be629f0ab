import { fitted, onArea } from '../placement/form';
import type { BlankDocument } from '../stock/blank';
import { differsBySize, sizeDrawn, sizeShown, troublesOver } from './placed';

const whole = { x: 0, y: 0, width: 1, height: 1 };
const blank = {
  kind: 'shirt',
  sizes: [{ name: 'S' }, { name: 'M' }, { name: 'L' }],
  areas: [
    { name: 'front', widthMm: 300, heightMm: 400, ppi: 300, safeMm: 5, bySize: { S: { widthMm: 200, heightMm: 260 }, L: { widthMm: 320, heightMm: 300 } } }, // prettier-ignore
    { name: 'hem', widthMm: 60, heightMm: 40, ppi: 300 },
  ],
} as unknown as BlankDocument;
const sizes = ['S', 'M', 'L'];
const square = { widthPx: 1500, heightPx: 1500, trim: whole };

test('of each trouble the worst of all sizes is told, of resolutions the coarsest', () => {
  const wide = onArea('front', { ...fitted(1, 0), size: { rule: 'width', mm: 250 } });
  const found = troublesOver(wide, blank, sizes, 200, () => square);
  // 250 mm hang over the 200 mm of S, a fifth of them; 1,500 px over 250 mm are 152 px/in
  expect(found).toEqual([
    { code: 'cut-off', by: expect.closeTo(0.2, 6) as number },
    { code: 'coarse', by: expect.closeTo(152.4, 1) as number },
    { code: 'outside-safe', by: expect.closeTo(30, 6) as number },
  ]);
  expect(troublesOver(wide, blank, ['M'], 100, () => square).map((t) => t.code)).toEqual(['outside-safe']);
  const own = { ...wide, bySize: { S: { layers: [fitted(0.8, 10)] } } };
  expect(troublesOver(own, blank, ['S'], 100, () => square)).toEqual([]);
});
test('what cannot be shown and areas that are gone have no trouble', () => {
  expect(troublesOver(onArea('front', fitted(1, 0)), blank, sizes, 100, () => null)).toEqual([]);
  expect(troublesOver(onArea('lid', fitted(1, 0)), blank, sizes, 100, () => square)).toEqual([]);
});

test('a placement is drawn on the largest size that has no face of its own', () => {
  const p = onArea('front', fitted(1, 0));
  expect(sizeDrawn(blank, p, sizes)).toBe('L');
  expect(sizeDrawn(blank, { ...p, bySize: { L: p } }, sizes)).toBe('M');
  expect(sizeDrawn(blank, { ...p, bySize: { S: p, M: p, L: p } }, sizes)).toBeUndefined();
});
test('a scene shows the size whose area is most like its room', () => {
  expect(sizeShown(blank, 'front', sizes, { widthMm: 32, heightMm: 30 })).toBe('L');
  expect(sizeShown(blank, 'front', sizes, { widthMm: 30, heightMm: 40 })).toBe('M');
  expect(sizeShown(blank, 'hem', sizes, { widthMm: 30, heightMm: 20 })).toBe('S');
});
test('areas that differ by size are told from those that do not', () => {
  expect([differsBySize(blank, 'front', sizes), differsBySize(blank, 'hem', sizes), differsBySize(blank, 'front', ['M'])]).toEqual([true, false, false]); // prettier-ignore
});
test('on cloth a soft edge is told, on paper it is none', () => {
  const soft = () => ({ ...square, rimPx: 9 });
  const wide = onArea('front', { ...fitted(1, 40), size: { rule: 'width', mm: 150 } });
  const of = (kind: string) => troublesOver(wide, { ...blank, kind }, ['M'], 100, soft).map((t) => t.code);
  expect([of('shirt'), of('poster')]).toEqual([['soft-edges'], []]);
});
