import { edgesOf, withPatch, type Patch } from './patch';
import type { Vec2, Vec3 } from '../vectors';

const pocket: Patch = { corners: [[-4, 8], [4, 8], [6, 2], [6, 0], [-6, 0], [-6, 2]], open: [1, 5] }; // prettier-ignore
const flat: Vec2[] = Array.from({ length: 41 * 31 }, (_, i) => [(i % 41) * 0.5 - 10, Math.floor(i / 41) * 0.5 - 3]);
const points = flat.map(([x, y]): Vec3 => [x, y, 1]);
const on = withPatch(points, flat, pocket);
const heightAt = (x: number, y: number) => on[flat.findIndex((p) => p[0] === x && p[1] === y)]![2];

test('each edge knows the way into the pocket, whichever way round its corners go', () => {
  const centre: Vec2 = [0, 3];
  for (const corners of [pocket.corners, [...pocket.corners].reverse()])
    for (const { from, inward } of edgesOf({ ...pocket, corners })) {
      expect(Math.hypot(...inward)).toBeCloseTo(1, 9);
      expect((centre[0] - from[0]) * inward[0] + (centre[1] - from[1]) * inward[1]).toBeGreaterThan(0);
    }
});

test('cloth beside a pocket stays where it lies, and none of it moves sideways', () => {
  on.forEach(([x, y, z], i) => {
    expect([x, y]).toEqual(flat[i]);
    const [fx, fy] = flat[i]!;
    if (fy <= 0 || fy >= 8 || Math.abs(fx) >= 6) expect(z).toBe(1);
    else expect(z).toBeGreaterThanOrEqual(1);
  });
});

test('a pocket lies on the cloth, and gapes at its open edges only', () => {
  expect(heightAt(0, 3)).toBeCloseTo(1.24, 1);
  // just within the slanted edge, and as far within the upper one
  expect(heightAt(4.5, 5)).toBeGreaterThan(heightAt(0, 7.5) + 0.2);
});
