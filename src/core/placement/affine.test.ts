import fc from 'fast-check';
import cv from '@techstark/opencv-js';
import { opencvReady } from '../../../tests/opencv';
import { apply, boxAround, chain, clipped, corners, inverse, moved, scaled, surface, turned, type Affine } from './affine';

beforeAll(opencvReady);

const n = fc.double({ min: -50, max: 50, noNaN: true });
const point = fc.record({ x: n, y: n });
const map = fc.record({ a: n, b: n, c: n, d: n, e: n, f: n }).filter(({ a, b, c, d }: Affine) => Math.abs(a * d - b * c) > 1);

test('there and back again', () =>
  fc.assert(
    fc.property(map, point, (m, p) => {
      const again = apply(inverse(m), apply(m, p));
      expect(again.x).toBeCloseTo(p.x, 6);
      expect(again.y).toBeCloseTo(p.y, 6);
    }),
  ));

test('a chain is one map after another, the last first', () =>
  fc.assert(
    fc.property(map, map, point, (m, k, p) => {
      const [one, two] = [apply(chain(m, k), p), apply(m, apply(k, p))];
      expect(one.x).toBeCloseTo(two.x, 5);
      expect(one.y).toBeCloseTo(two.y, 5);
    }),
  ));

test('inverse maps as OpenCV works them out', () =>
  fc.assert(
    fc.property(map, (m) => {
      const theirs = new cv.Mat();
      const from = cv.matFromArray(2, 3, cv.CV_64FC1, [m.a, m.c, m.e, m.b, m.d, m.f]);
      cv.invertAffineTransform(from, theirs);
      const { a, b, c, d, e, f } = inverse(m);
      [a, c, e, b, d, f].forEach((v, i) => expect(v).toBeCloseTo(theirs.data64F[i]!, 6));
      for (const one of [from, theirs]) one.delete();
    }),
  ));

test('a map is what OpenCV finds from three points and where they come to lie', () =>
  fc.assert(
    fc.property(map, (m) => {
      const [p, q, , s] = corners(m, { x: 0, y: 0, width: 1, height: 1 });
      const from = cv.matFromArray(3, 1, cv.CV_32FC2, [0, 0, 1, 0, 0, 1]);
      const to = cv.matFromArray(3, 1, cv.CV_32FC2, [p!.x, p!.y, q!.x, q!.y, s!.x, s!.y]);
      const theirs = cv.getAffineTransform(from, to);
      // given in single precision
      [m.a, m.c, m.e, m.b, m.d, m.f].forEach((v, i) => expect(v).toBeCloseTo(theirs.data64F[i]!, 3));
      for (const one of [from, to, theirs]) one.delete();
    }),
  ));

test('quarter turns are exact, and four of them are none', () => {
  expect(turned(90)).toEqual({ a: 0, b: 1, c: -1, d: 0, e: 0, f: 0 });
  expect(turned(-90)).toEqual(turned(270));
  expect(apply(chain(turned(90), turned(90), turned(90), turned(90)), { x: 3, y: 7 })).toEqual({ x: 3, y: 7 });
});

test('a map that flattens the plane has no way back', () => expect(() => inverse(scaled(1, 0))).toThrow(RangeError));

describe('clipping', () => {
  const square = corners(moved(0, 0), { x: 0, y: 0, width: 10, height: 10 });
  test('a square that overhangs a corner keeps a quarter', () =>
    expect(surface(clipped(square, { x: 5, y: 5, width: 10, height: 10 }))).toBeCloseTo(25));
  test('a square on its tip within its own box: the box cuts nothing', () => {
    const tip = corners(turned(45), { x: -5, y: -5, width: 10, height: 10 });
    expect(surface(clipped(tip, boxAround(tip)))).toBeCloseTo(100);
    // in the square of its own side the corners of the tip are cut: an octagon is left, 8 (sqrt 2 - 1) r^2 with r = 5
    expect(surface(clipped(tip, { x: -5, y: -5, width: 10, height: 10 }))).toBeCloseTo(8 * (Math.SQRT2 - 1) * 25);
  });
  test('nothing is left of what lies outside', () =>
    expect(surface(clipped(square, { x: 20, y: 0, width: 5, height: 5 }))).toBe(0));
  test('never more than the shape, never more than the box', () =>
    fc.assert(
      fc.property(
        map,
        fc.record({ x: n, y: n, width: fc.integer({ min: 1, max: 60 }), height: fc.integer({ min: 1, max: 60 }) }),
        (m, box) => {
          // prettier-ignore
          const shape = corners(m, { x: 0, y: 0, width: 1, height: 1 });
          const left = surface(clipped(shape, box));
          expect(left).toBeLessThanOrEqual(surface(shape) + 1e-6);
          expect(left).toBeLessThanOrEqual(box.width * box.height + 1e-6);
        },
      ),
    ));
});
