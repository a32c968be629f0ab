import fc from 'fast-check';
import { reduceAndCount, reductionFor, resample, type Pixels } from './reduce';

const picture = (width: number, height: number, at: (x: number, y: number) => number[]): Pixels => {
  const rgba = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rgba.set(at(x, y), (y * width + x) * 4);
  return { rgba, width, height };
};
const any = fc
  .tuple(fc.integer({ min: 1, max: 23 }), fc.integer({ min: 1, max: 23 }))
  .chain(([width, height]) =>
    fc
      .uint8Array({ minLength: width * height * 4, maxLength: width * height * 4 })
      .map((rgba): Pixels => ({ rgba, width, height })),
  );

test('print size is halved, a small picture stays', () =>
  expect([reductionFor(4500, 5400, 3000), reductionFor(3000, 2000, 3000), reductionFor(9001, 10, 3000)]).toEqual([2, 1, 4]));

test('counting does not depend on the reduction, and the trim box holds exactly what prints', () =>
  fc.assert(
    fc.property(any, fc.integer({ min: 1, max: 5 }), (p, by) => {
      const { counts } = reduceAndCount({ ...p, rgba: p.rgba.slice() }, by);
      const inked: [number, number][] = [];
      let soft = 0;
      for (let i = 0; i < p.width * p.height; i++) {
        const a = p.rgba[i * 4 + 3]!;
        if (a >= 13) inked.push([i % p.width, Math.floor(i / p.width)]);
        if (a >= 13 && a < 242) soft++;
      }
      expect(counts.clearShare).toBeCloseTo(1 - inked.length / (p.width * p.height), 9);
      expect(counts.softShare).toBeCloseTo(soft / (p.width * p.height), 9);
      if (!inked.length) return expect(counts.trim).toBeNull();
      const xs = inked.map(([x]) => x);
      const ys = inked.map(([, y]) => y);
      expect(counts.trim!.x * p.width).toBeCloseTo(Math.min(...xs), 6);
      expect((counts.trim!.x + counts.trim!.width) * p.width).toBeCloseTo(Math.max(...xs) + 1, 6);
      expect(counts.trim!.y * p.height).toBeCloseTo(Math.min(...ys), 6);
      expect((counts.trim!.y + counts.trim!.height) * p.height).toBeCloseTo(Math.max(...ys) + 1, 6);
    }),
  ));

test('ink is averaged by its opacity: a see-through neighbour lends no colour', () => {
  const p = picture(2, 2, (x) => (x ? [0, 0, 0, 0] : [200, 40, 10, 255]));
  expect([...reduceAndCount(p, 2).small.rgba]).toEqual([200, 40, 10, 128]);
});

test('reduced by whole numbers both ways of reducing agree', () =>
  fc.assert(
    fc.property(any, fc.integer({ min: 2, max: 4 }), (p, by) => {
      const width = Math.floor(p.width / by) * by;
      const height = Math.floor(p.height / by) * by;
      fc.pre(width > 0 && height > 0);
      const cut = picture(width, height, (x, y) => [...p.rgba.subarray((y * p.width + x) * 4, (y * p.width + x) * 4 + 4)]);
      const a = reduceAndCount({ ...cut, rgba: cut.rgba.slice() }, by).small.rgba;
      const b = resample(cut, { x: 0, y: 0, width: 1, height: 1 }, width / by, height / by).rgba;
      // where there is next to no ink its colour is a matter of rounding
      for (let i = 0; i < a.length; i += 4)
        for (let c = 0; c < 4; c++) if (a[i + 3]! > 1) expect(Math.abs(a[i + c]! - b[i + c]!)).toBeLessThanOrEqual(1);
    }),
  ));

test('a cell cut through pixels counts them by the part inside', () => {
  const p = picture(3, 1, (x) => [x === 0 ? 255 : 0, 0, 0, 255]);
  // two cells of a pixel and a half: the first holds all of the red pixel and half of a black one
  expect([...resample(p, { x: 0, y: 0, width: 1, height: 1 }, 2, 1).rgba]).toEqual([170, 0, 0, 255, 0, 0, 0, 255]);
});
