import fc from 'fast-check';
import { apply, boxAround, chain, corners, inverse, moved, scaled, turned, type Affine } from '../placement/affine';
import { REPEATS } from '../placement/form';
import { withinTile, type Repeat } from '../placement/repeat';
import { beforeTurning, inPixels, pixelSize, shared, snapped, tilesIn, upright, type PixelBox } from './pixels';

const SQUARE = { x: 0, y: 0, width: 1, height: 1 };
const corner = (m: Affine, x: number, y: number) => apply(m, { x, y });

describe('what an area measures in pixels', () => {
  test.each([
    // ISO 216: A4 and A3, mm; the pixels at 300 px/in are common practice, no single source
    [210, 297, 0, 300, 2480, 3508],
    [297, 420, 0, 300, 3508, 4961],
    // 15 x 18 in, and 24 x 36 in with a bleed of 1/8 in all around
    [381, 457.2, 0, 300, 4500, 5400],
    [609.6, 914.4, 3.175, 300, 7275, 10_875],
    // 60 x 80 in
    [1524, 2032, 0, 150, 9000, 12_000],
  ])('%d × %d mm with %d mm of bleed at %d px/in', (widthMm, heightMm, bleedMm, ppi, widthPx, heightPx) =>
    expect(pixelSize({ widthMm, heightMm, bleedMm }, ppi)).toEqual({ widthPx, heightPx }),
  );

  test('mm to pixels to mm is off by half a pixel at most', () =>
    fc.assert(
      fc.property(fc.double({ min: 5, max: 5000, noNaN: true }), fc.integer({ min: 30, max: 1200 }), (mm, ppi) => {
        const { widthPx } = pixelSize({ widthMm: mm, heightMm: mm }, ppi);
        expect(Math.abs((widthPx / ppi) * 25.4 - mm)).toBeLessThanOrEqual((0.5 / ppi) * 25.4 + 1e-9);
      }),
    ));

  test('the corner of the bleed is the first pixel, that of the area lies as far in as the bleed is wide', () => {
    const { maps } = inPixels({ maps: [chain(moved(0, 0), scaled(254, 254))], repeat: null }, 100, 12.7);
    expect(corner(maps[0]!, 0, 0)).toEqual({ x: 50, y: 50 });
    expect(corner(maps[0]!, 1, 1)).toEqual({ x: 1050, y: 1050 });
  });
});

describe('a picture whose sides lie along those of the area', () => {
  const flips = [1, -1].flatMap((x) => [1, -1].map((y) => scaled(x, y)));
  const ways = [0, 90, 180, 270].flatMap((angle) => flips.map((flip) => chain(turned(angle), flip)));

  test.each(ways.map((way, i) => [i, way] as const))(
    'way %d: every pixel comes from where it lay before it was turned',
    (_, way) => {
      const map = chain(moved(300, 200), way, scaled(40, 60), moved(-0.5, -0.5));
      const how = upright(map)!;
      const side = how.quarter ? { width: how.box.height, height: how.box.width } : how.box;
      expect([side.width, side.height]).toEqual([40, 60]);
      // a box of pixels in the area, and the same box of the picture as the map itself leads back to it
      const part: PixelBox = { left: how.box.left + 3, top: how.box.top + 7, width: 11, height: 5 };
      const back = chain(scaled(40, 60), inverse(map));
      const asBox = { x: part.left, y: part.top, width: part.width, height: part.height };
      expect(beforeTurning(how, part)).toEqual(snapped(boxAround(corners(back, asBox))));
    },
  );

  test('a turn by anything but quarters is none', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 89.99, noNaN: true }), (angle) => {
        expect(upright(chain(turned(angle), scaled(500, 300)))).toBeNull();
      }),
    ));

  test('its edges move by half a pixel at most, and edges that meet still do', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.integer({ min: 0, max: 60 }),
        (from, width, i) => {
          const at = (k: number) => snapped({ x: from + k * width, y: 0, width, height: 10 });
          const [one, next] = [at(i), at(i + 1)];
          expect(Math.abs(one.left - (from + i * width))).toBeLessThanOrEqual(0.5);
          expect(Math.abs(next.left - (one.left + one.width))).toBeLessThanOrEqual(width < 1.5 ? 1 : 0);
        },
      ),
    ));
});

describe('the tiles of a repeat', () => {
  const some = fc.record({
    kind: fc.constantFrom(...REPEATS),
    pitch: fc.record({ x: fc.double({ min: 1, max: 3, noNaN: true }), y: fc.double({ min: 1, max: 3, noNaN: true }) }),
    angle: fc.constantFrom(0, 90, 17),
    side: fc.double({ min: 20, max: 90, noNaN: true }),
  });
  const canvas: PixelBox = { left: 0, top: 0, width: 200, height: 150 };

  // two ways to the same plane: tile by tile, and point by point as pictures are sampled
  test('cover exactly the points that lie in a tile', () =>
    fc.assert(
      fc.property(some, fc.double({ min: 0, max: 200, noNaN: true }), fc.double({ min: 0, max: 150, noNaN: true }), (r, x, y) => {
        const repeat: Repeat = { kind: r.kind, pitch: r.pitch };
        const tile = chain(moved(31, 12), turned(r.angle), scaled(r.side, r.side * 1.3));
        const within = { x: 0, y: 0 };
        const p = corner(inverse(tile), x, y);
        withinTile(repeat, p.x, p.y, within);
        const on = [...tilesIn(repeat, tile, canvas)].flatMap((map) => {
          const at = corner(inverse(map), x, y);
          return at.x > 0 && at.x < 1 && at.y > 0 && at.y < 1 ? [at] : [];
        });
        // on an edge between tiles it may be either's
        fc.pre([within.x, within.y].every((v) => Math.abs(v) > 1e-6 && Math.abs(v - 1) > 1e-6));
        const inside = within.x < 1 && within.y < 1 && within.x > 0 && within.y > 0;
        expect(on).toHaveLength(inside ? 1 : 0);
        if (inside) for (const axis of ['x', 'y'] as const) expect(on[0]![axis]).toBeCloseTo(within[axis], 6);
      }),
    ));

  test('each touches the print file', () => {
    const tile = chain(moved(-7, 3), scaled(33, 21));
    for (const map of tilesIn({ kind: 'brick', pitch: { x: 1.2, y: 1.1 } }, tile, canvas))
      expect(
        shared(snapped(boxAround(corners(map, SQUARE))), { ...canvas, left: -1, top: -1, width: 202, height: 152 }),
      ).not.toBeNull();
  });
});
