import cv from '@techstark/opencv-js';
import fc from 'fast-check';
import { opencvReady } from '../../../tests/opencv';
import { pictureOf, sceneOf, composed, SIDE } from '../../../tests/scenes';
import { chain, moved, scaled, turned } from '../placement/affine';
import type { Rgb } from '../colour/colour';
import { rimKey, rimLie, rimOf, squaredDistances } from './cutout';

beforeAll(opencvReady);

const marks = fc
  .record({ width: fc.integer({ min: 1, max: 40 }), height: fc.integer({ min: 1, max: 40 }) })
  .chain((s) => fc.record({ ...{ width: fc.constant(s.width), height: fc.constant(s.height) }, at: fc.uniqueArray(fc.nat(s.width * s.height - 1), { minLength: 1, maxLength: 30 }) })); // prettier-ignore

test('distances are those of a plain search over all marks', () => {
  fc.assert(
    fc.property(marks, ({ width, height, at }) => {
      const marked = new Uint8Array(width * height);
      for (const i of at) marked[i] = 1;
      squaredDistances(marked, width, height).forEach((d, i) => {
        const nearest = Math.min(...at.map((j) => ((i % width) - (j % width)) ** 2 + (Math.floor(i / width) - Math.floor(j / width)) ** 2)); // prettier-ignore
        expect(d).toBe(nearest);
      });
    }),
  );
});

/** OpenCV 4's distanceTransform with its precise mask, of a picture's points that are zero. */
test('and those of OpenCV', () => {
  const [width, height] = [160, 120];
  const marked = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return Math.hypot(x - 50, y - 60) < 22 || (x > 90 && x < 140 && y > 30 && y < 38) ? 1 : 0;
  });
  const [from, to] = [cv.matFromArray(height, width, cv.CV_8U, [...marked].map((m) => (m ? 0 : 255))), new cv.Mat()]; // prettier-ignore
  cv.distanceTransform(from, to, cv.DIST_L2 as number, cv.DIST_MASK_PRECISE as number);
  const theirs = to.data32F;
  squaredDistances(marked, width, height).forEach((d, i) => expect(Math.sqrt(d)).toBeCloseTo(theirs[i]!, 3));
  for (const m of [from, to]) m.delete();
});

test('where nothing is marked, everything is far', () => {
  for (const d of squaredDistances(new Uint8Array(12), 4, 3)) expect(d).toBeGreaterThanOrEqual(4 ** 2 + 3 ** 2);
});

const disc = pictureOf(200, 200, (x, y) => [200, 20, 20, Math.hypot(x - 99.5, y - 99.5) < 80 ? 255 : 0]);
const placed = (mm: number) => ({ maps: [scaled(mm, mm)], repeat: null });
const WHITE: Rgb = [255, 255, 255];

describe('a rim', () => {
  test('reaches so many mm around what is printed, whatever its size', () => {
    for (const mm of [20, 50, 140]) {
      const { width, height, rgba } = rimOf(disc, placed(mm), 3, WHITE);
      const perMm = 200 / mm;
      let area = 0;
      for (let i = 0; i < width * height; i++) if (rgba[i * 4] === 255) area += rgba[i * 4 + 3]! / 255;
      const radius = Math.sqrt(area / Math.PI);
      // half a texel of the disc's own edge
      expect(Math.abs(radius - (80 + 3 * perMm))).toBeLessThan(1);
    }
  });

  test('fills what no knife takes, and leaves what it does', () => {
    // two bars, 20 mm long: a gap of 6.8 mm closes between rims of 3 mm, one of 12 mm does not
    const bars = (gap: number) =>
      pictureOf(200, 200, (x, y) => [0, 0, 0, y >= 60 && y < 140 && Math.abs(x - 100) > gap && Math.abs(x - 100) < 60 ? 255 : 0]);
    const middle = (gap: number) => {
      const { width, height, rgba } = rimOf(bars(gap), placed(50), 3, WHITE);
      return rgba[((height >> 1) * width + (width >> 1)) * 4];
    };
    expect(middle(13.6)).toBe(255);
    expect(middle(24)).toBe(0);
  });

  test('is in the colour of the vinyl, with a dark shadow to its right and below', () => {
    const { width, height, rgba } = rimOf(disc, placed(50), 3, [20, 90, 160]);
    const at = (x: number, y: number) => [...rgba.subarray((y * width + x) * 4, (y * width + x) * 4 + 4)];
    expect(at(width >> 1, height >> 1)).toEqual([20, 90, 160, 255]);
    const beside = (angle: number) =>
      at(Math.round(width / 2 + 94 * Math.cos(angle)), Math.round(height / 2 + 94 * Math.sin(angle)));
    const [below, above] = [beside(Math.PI / 3), beside((-2 * Math.PI) / 3)];
    expect(below.slice(0, 3)).toEqual([0, 0, 0]);
    expect(below[3]).toBeGreaterThan(above[3]! + 20);
  });

  test('takes no more memory where a picture is printed as small as it can be', () => {
    for (const mm of [1, 8, 300]) {
      const { width, height } = rimOf(disc, placed(mm), 50, WHITE);
      expect(Math.max(width, height)).toBeLessThan(1600);
    }
  });

  test('is known again where the picture was moved, and is another where it is larger', () => {
    const at = (x: number, mm: number) => rimKey('gull', { maps: [chain(moved(x, 4), scaled(mm, mm))], repeat: null }, 3, '#ffffff'); // prettier-ignore
    expect(at(7, 40)).toBe(at(0, 40));
    expect(at(0, 41)).not.toBe(at(0, 40));
  });

  test('of an empty picture is nothing', () => {
    const { rgba } = rimOf(pictureOf(20, 20, () => [0, 0, 0, 0]), placed(50), 3, WHITE); // prettier-ignore
    expect(rgba.every((v) => v === 0)).toBe(true);
  });

  test('lies where the picture lies, turned or mirrored', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.double({ min: 5, max: 300, noNaN: true }),
        fc.boolean(),
        (turn, mm, mirrored) => {
          const map = chain(moved(40, 30), turned(turn), scaled(mirrored ? -mm : mm, mm * 0.7), moved(-0.5, -0.5));
          const { lie, margin } = rimLie({ maps: [map], repeat: null }, 3);
          const [of, to] = [map, lie.maps[0]!];
          // its own margin in is the picture's corner
          const x = margin.x / (1 + 2 * margin.x);
          const y = margin.y / (1 + 2 * margin.y);
          expect(to.a * x + to.c * y + to.e).toBeCloseTo(of.e, 6);
          expect(to.b * x + to.d * y + to.f).toBeCloseTo(of.f, 6);
        },
      ),
    );
  });
});

test('on a scene, beyond the rim the ground is left as it was', async () => {
  const scene = sceneOf();
  const lie = { maps: [chain(moved(SIDE / 2, SIDE / 2), scaled(40, 40), moved(-0.5, -0.5))], repeat: null };
  const rim = { picture: rimOf(disc, lie, 4, WHITE), lie: rimLie(lie, 4).lie };
  const colours = ['#304050'];
  const [bare, cut] = [
    await composed(scene, colours, []),
    await composed(scene, colours, [{ layers: [rim, { picture: disc, lie }] }]),
  ];
  const at = (of: Uint8Array, x: number) => [...of.subarray(((SIDE >> 1) * SIDE + x) * 3, ((SIDE >> 1) * SIDE + x) * 3 + 3)];
  const centre = SIDE >> 1;
  expect(at(cut, centre)[0]!).toBeGreaterThan(at(cut, centre)[2]! + 100);
  // 16 mm of disc, 4 of rim
  expect(Math.min(...at(cut, centre + 18))).toBeGreaterThan(235);
  expect(at(cut, centre + 26)).toEqual(at(bare, centre + 26));
});
