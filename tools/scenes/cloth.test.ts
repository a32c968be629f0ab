import { halved, layGarment, type LaidCloth } from './cloth';
import { cutOf } from './products/garment';
import { cross, sub, type Vec2, type Vec3 } from './vectors';

/** A doll's shirt: the same cut, quickly laid. */
const cut = cutOf({ chest: 6, hem: 6.1, length: 17.6, neckWide: 2.3, neckDeep: 2.2, sleeve: { long: 5, end: 3.8, down: 36 } });
const cloth = layGarment(cut, 5, 0.012);

const flatArea = (c: LaidCloth, [a, b, d]: Vec3): number => {
  const [p, q, r] = [c.flat[a]!, c.flat[b]!, c.flat[d]!];
  return ((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])) / 2;
};
const area = (c: LaidCloth, [a, b, d]: Vec3): number =>
  Math.hypot(...cross(sub(c.points[b]!, c.points[a]!), sub(c.points[d]!, c.points[a]!))) / 2;

test('cloth keeps its area where it folds: a print is not stretched', () => {
  const shares = cloth.triangles.map((t) => area(cloth, t) / flatArea(cloth, t)).sort((a, b) => a - b);
  const whole = cloth.triangles.reduce((n, t) => n + area(cloth, t), 0) / cloth.triangles.reduce((n, t) => n + flatArea(cloth, t), 0); // prettier-ignore
  expect(Math.abs(whole - 1)).toBeLessThan(0.04);
  const at = (share: number) => shares[Math.floor(shares.length * share)]!;
  expect(at(0.02)).toBeGreaterThan(0.85);
  expect(at(0.98)).toBeLessThan(1.15);
});

test('lines that are printed on it stay unbroken: no triangle is turned over on the flat product', () => {
  // where prints lie: on the body, away from its seams
  const printed = cloth.triangles.filter((t) => t.every((i) => Math.abs(cloth.flat[i]![0]) < cut.pit[0] * 0.85 && cloth.flat[i]![1] < cut.pit[1])); // prettier-ignore
  expect(printed.length).toBeGreaterThan(cloth.triangles.length / 3);
  for (const t of printed) expect(flatArea(cloth, t)).toBeGreaterThan(0);
});

test('it lies on the table, is longer than wide, and is no thicker than its folds', () => {
  const [xs, ys, zs] = [0, 1, 2].map((k) => cloth.points.map((p) => p[k]!));
  const body = cloth.points.filter((p) => p[1] < cut.pit[1] - 2).map((p) => p[0]);
  expect(Math.max(...ys!) - Math.min(...ys!)).toBeGreaterThan(1.2 * (Math.max(...body) - Math.min(...body)));
  expect(Math.max(...xs!)).toBeGreaterThan(cut.pit[0]);
  expect(Math.min(...zs!)).toBeGreaterThan(0);
  expect(Math.max(...zs!)).toBeLessThan(3);
});

test('another seed lays it another way', () => {
  const other = layGarment(cut, 6, 0.012);
  expect(other.points.slice(0, 50)).not.toEqual(cloth.points.slice(0, 50));
});

describe('a mesh that is halved', () => {
  // a flat square of four corners about a middle
  const square: LaidCloth = {
    points: [[0, 0, 0], [4, 0, 0], [4, 4, 0], [0, 4, 0], [2, 2, 1]], // prettier-ignore
    flat: [[0, 0], [4, 0], [4, 4], [0, 4], [2, 2]], // prettier-ignore
    triangles: [[0, 1, 4], [1, 2, 4], [2, 3, 4], [3, 0, 4]], // prettier-ignore
    edge: ['hem', 'side', 'neck', 'side'],
  };
  const finer = halved(square);

  test('has four triangles for each, all the same way round, its outline first', () => {
    expect(finer.triangles).toHaveLength(16);
    for (const t of finer.triangles) expect(flatArea(finer, t)).toBeGreaterThan(0);
    expect(finer.edge).toEqual(['hem', 'hem', 'side', 'side', 'neck', 'neck', 'side', 'side']);
    expect(finer.flat[1]).toEqual([2, 0]);
    expect(finer.flat[7]).toEqual([0, 2]);
  });

  test('moves corners and middles by Loop’s weights', () => {
    // a corner of the outline: three quarters of itself, an eighth of each neighbour on it
    expect(finer.flat[0]).toEqual([0.5, 0.5]);
    // the middle of an inner edge: three eighths of its ends, an eighth of the corners across
    const of = (a: Vec2, b: Vec2, c: Vec2, d: Vec2, k: 0 | 1) => (3 * (a[k] + b[k]) + c[k] + d[k]) / 8;
    const [p, m, q, r] = [square.flat[0]!, square.flat[4]!, square.flat[1]!, square.flat[3]!];
    expect(finer.flat.some((f) => Math.abs(f[0] - of(p, m, q, r, 0)) < 1e-12 && Math.abs(f[1] - of(p, m, q, r, 1)) < 1e-12)).toBe(true); // prettier-ignore
    // an inner corner stays in the middle and sinks towards its neighbours
    const middle = finer.points.find(([x, y]) => Math.abs(x - 2) < 1e-9 && Math.abs(y - 2) < 1e-9)!;
    const beta = (5 / 8 - (3 / 8 + Math.cos(Math.PI / 2) / 4) ** 2) / 4;
    expect(middle[2]).toBeCloseTo(1 - 4 * beta, 9);
  });
});
