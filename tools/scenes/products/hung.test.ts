import { hoodCloth, lining } from './hoodie';
import { blanket, curtain, tapestry } from './soft';
import type { Mesh } from '../mesh';
import type { Product } from '../setup';
import { sub } from '../vectors';

const clothOf = (product: Product) => {
  const [cloth] = product.things;
  if (typeof cloth!.shape === 'string') throw new Error('a mesh is meant');
  return { points: cloth!.shape.points, plane: cloth!.shape.plane! };
};

// what is printed on folds bends with them and keeps its size: a row of cloth is as long as it was cut
test.each<[string, Product, number]>([
  ['a curtain', curtain(), 0.78],
  ['a wall hanging', tapestry(), 0.985],
  ['a blanket', blanket(), 0.89],
])('%s keeps its width along its folds, and takes that share of the wall', (_, product, share) => {
  const { points, plane } = clothOf(product);
  const [wide, high] = plane.at(-1)!;
  const row = points.filter((_p, i) => Math.abs(plane[i]![1] - high * 0.95) < 0.25);
  expect(row.length).toBeGreaterThan(100);
  const along = row.slice(1).reduce((n, p, i) => n + Math.hypot(...sub(p, row[i]!)), 0);
  expect(along / wide).toBeGreaterThan(0.98);
  expect(along / wide).toBeLessThan(1.05);
  expect((row.at(-1)![0] - row[0]![0]) / wide).toBeCloseTo(share, 1);
});

test('a blanket lies on its bed, bends once and hangs: nowhere in the bed', () => {
  const { points, plane } = clothOf(blanket());
  const lowest = points.reduce((z, p, i) => (plane[i]![1] < 60 ? Math.min(z, p[2]) : z), Infinity);
  const furthest = points.reduce((y, p, i) => (plane[i]![1] > 70 ? Math.max(y, p[1]) : y), -Infinity);
  expect(lowest).toBeGreaterThanOrEqual(0);
  expect(furthest).toBeLessThan(0.1);
});

describe('a hood', () => {
  const [hood, inside] = [hoodCloth(), lining()];

  test('shows its outside: its cloth looks up from the table', () => {
    // but for its doubled edge, which rolls in
    const up = hood.normals!.filter((n) => n[2] > 0).length / hood.normals!.length;
    expect(Math.min(up, 1 - up)).toBeLessThan(0.12);
  });

  test('has its lining beneath it, which shows nowhere outside', () => {
    const span = (mesh: Mesh, k: 0 | 1) => {
      const its = mesh.points.map((p) => p[k]).sort((a, b) => a - b);
      return [its[0]!, its.at(-1)!] as const;
    };
    for (const k of [0, 1] as const) {
      expect(span(inside, k)[0]).toBeGreaterThan(span(hood, k)[0]);
      expect(span(inside, k)[1]).toBeLessThan(span(hood, k)[1]);
    }
  });
});
