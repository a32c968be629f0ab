import fc from 'fast-check';
import cv from '@techstark/opencv-js';
import { opencvReady } from '../../../tests/opencv';
import { apply, corners, inverse } from './affine';
import { ANCHORS, covering, fitted, type Seat } from './form';
import { anchorShares, lay, MM_PER_INCH, type AreaSize, type ArtworkSize } from './lay';

beforeAll(opencvReady);

const whole = { x: 0, y: 0, width: 1, height: 1 };
const seat = (more: Partial<Seat> = {}): Seat => ({
  by: 'motif',
  size: { rule: 'fit', share: 1 },
  anchor: 'centre',
  xMm: 0,
  yMm: 0,
  ...more,
});

test('an inch is 25.4 mm exactly (international yard and pound agreement, 1959)', () => expect(MM_PER_INCH).toBe(25.4));

test('the usual shirt artwork fills a 15 x 18 in area at 300 px/in (common practice)', () => {
  const laid = lay({ widthPx: 4500, heightPx: 5400, trim: whole }, { widthMm: 15 * 25.4, heightMm: 18 * 25.4 }, fitted(1, 0));
  expect(laid.ppi).toBeCloseTo(300, 9);
  expect([laid.box.x, laid.box.y, laid.cutShare]).toEqual([0, 0, 0]);
  expect(laid.filledShare).toBeCloseTo(1, 9);
});

describe('ISO 216 sheets are covered by A-shaped artwork with next to nothing cut', () => {
  // ISO 216: sizes in mm
  test.each([
    ['A4', 210, 297],
    ['A3', 297, 420],
    ['A2', 420, 594],
    ['A1', 594, 841],
  ] as const)('%s', (_, widthMm, heightMm) => {
    const laid = lay({ widthPx: 4200, heightPx: 5940, trim: whole }, { widthMm, heightMm }, covering());
    expect(laid.box.width).toBeGreaterThanOrEqual(widthMm - 1e-9);
    expect(laid.box.height).toBeGreaterThanOrEqual(heightMm - 1e-9);
    expect(laid.cutShare).toBeLessThan(0.005);
  });
});

describe('held by an anchor, so far from its edges', () => {
  const square = { widthPx: 100, heightPx: 100, trim: whole };
  const area = { widthMm: 300, heightMm: 400 };
  test.each(ANCHORS)('%s', (anchor) => {
    const { box } = lay(square, area, seat({ anchor, size: { rule: 'width', mm: 50 }, xMm: 10, yMm: 20 }));
    const at = anchorShares(anchor);
    const from = (share: number, room: number, off: number) =>
      share === 0 ? off : share === 1 ? room - 50 - off : (room - 50) / 2 + off;
    expect([box.x, box.y]).toEqual([expect.closeTo(from(at.x, 300, 10)), expect.closeTo(from(at.y, 400, 20))]);
    expect([box.width, box.height]).toEqual([expect.closeTo(50), expect.closeTo(50)]);
  });
});

const artwork = fc
  .record({ widthPx: fc.integer({ min: 10, max: 9000 }), heightPx: fc.integer({ min: 10, max: 9000 }) })
  .chain((size) =>
    fc
      .record({
        x: fc.double({ min: 0, max: 0.4, noNaN: true }),
        y: fc.double({ min: 0, max: 0.4, noNaN: true }),
        width: fc.double({ min: 0.1, max: 0.6, noNaN: true }),
        height: fc.double({ min: 0.1, max: 0.6, noNaN: true }),
      })
      .map((trim): ArtworkSize => ({ ...size, trim })),
  );
const area = fc.record({
  widthMm: fc.integer({ min: 50, max: 900 }),
  heightMm: fc.integer({ min: 50, max: 900 }),
  bleedMm: fc.integer({ min: 0, max: 20 }),
});
const degrees = fc.oneof(fc.constantFrom(0, 90, -90, 180), fc.double({ min: -180, max: 180, noNaN: true }));
const by = fc.constantFrom('motif', 'file');

test('fit keeps the shape, keeps the motif inside and sets its top where it is asked', () => {
  fc.assert(
    fc.property(
      artwork,
      area,
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      (a, room, share, topShare) => {
        const topMm = topShare * room.heightMm;
        const laid = lay(a, room, fitted(share, topMm));
        const aspect = (a.trim.width * a.widthPx) / (a.trim.height * a.heightPx);
        expect(Math.abs(laid.box.width / laid.box.height / aspect - 1)).toBeLessThan(1e-6);
        expect(laid.box.y).toBeCloseTo(topMm, 6);
        expect(laid.box.x + laid.box.width / 2).toBeCloseTo(room.widthMm / 2, 6);
        expect(laid.cutShare).toBeLessThan(1e-6);
      },
    ),
  );
});

test('what is fitted is inside, turned and mirrored as one likes, held wherever there is room', () => {
  fc.assert(
    fc.property(artwork, area, degrees, fc.boolean(), fc.constantFrom(...ANCHORS), by, (a, room, turn, mirror, anchor, by) => {
      const off = { xMm: room.widthMm / 8, yMm: room.heightMm / 8 };
      const laid = lay(a, room, seat({ by, turn, mirror, anchor, ...off }));
      for (const p of corners(laid.maps[0]!, by === 'motif' ? a.trim : whole)) {
        expect(p.x).toBeGreaterThanOrEqual(-1e-6);
        expect(p.y).toBeGreaterThanOrEqual(-1e-6);
        expect(p.x).toBeLessThanOrEqual(room.widthMm + 1e-6);
        expect(p.y).toBeLessThanOrEqual(room.heightMm + 1e-6);
      }
      expect(laid.cutShare).toBeLessThan(1e-6);
    }),
  );
});

test('what covers leaves no bare edge, nor in the bleed, however it is turned and pushed', () => {
  const push = fc.double({ min: -2000, max: 2000, noNaN: true });
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      artwork,
      area,
      degrees,
      push,
      push,
      share,
      share,
      by,
      fc.boolean(),
      (a, room, turn, xMm, yMm, x, y, by, mirror) => {
        const part = by === 'motif' ? a.trim : whole;
        const laid = lay(a, room, seat({ by, turn, mirror, xMm, yMm, size: { rule: 'cover', focus: { x, y } } }));
        const back = inverse(laid.maps[0]!);
        const { widthMm, heightMm, bleedMm } = room;
        for (const [px, py] of [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ] as const) {
          // prettier-ignore
          const at = apply(back, {
          x: widthMm / 2 + px * (widthMm / 2 + bleedMm),
          y: heightMm / 2 + py * (heightMm / 2 + bleedMm),
        });
          expect(at.x).toBeGreaterThanOrEqual(part.x - 1e-6);
          expect(at.x).toBeLessThanOrEqual(part.x + part.width + 1e-6);
          expect(at.y).toBeGreaterThanOrEqual(part.y - 1e-6);
          expect(at.y).toBeLessThanOrEqual(part.y + part.height + 1e-6);
        }
      },
    ),
  );
});

test('the focus says what stays in sight', () => {
  const across = { widthPx: 2000, heightPx: 1000, trim: whole };
  const room = { widthMm: 100, heightMm: 100 };
  const left = (x: number, mirror = false) =>
    lay(across, room, seat({ by: 'file', mirror, size: { rule: 'cover', focus: { x, y: 0.5 } } })).box.x;
  expect([left(0), left(0.5), left(1)]).toEqual([expect.closeTo(0), expect.closeTo(-50), expect.closeTo(-100)]);
  // the left edge of the picture is on the right now
  expect(left(0, true)).toBeCloseTo(-100);
});

test('the same as OpenCV: a motif turned about its middle', () => {
  fc.assert(
    fc.property(artwork, area, fc.double({ min: -180, max: 180, noNaN: true }), (a, room, turn) => {
      const laid = lay(a, room, seat({ turn, size: { rule: 'width', mm: 120 }, xMm: 7, yMm: -11 }));
      const [w, h] = [120, (120 * a.trim.height * a.heightPx) / (a.trim.width * a.widthPx)];
      const middle = { x: room.widthMm / 2 + 7, y: room.heightMm / 2 - 11 };
      // its positive angles turn against the clock where y runs downwards
      const turning = cv.getRotationMatrix2D(new cv.Point(middle.x, middle.y), -turn, 1);
      const upright = [
        middle.x - w / 2,
        middle.y - h / 2,
        middle.x + w / 2,
        middle.y - h / 2,
        middle.x - w / 2,
        middle.y + h / 2,
      ];
      const points = cv.matFromArray(3, 1, cv.CV_64FC2, upright);
      const theirs = new cv.Mat();
      cv.transform(points, theirs, turning);
      const [p, q, , s] = corners(laid.maps[0]!, a.trim);
      const ours = [p!.x, p!.y, q!.x, q!.y, s!.x, s!.y];
      ours.forEach((v, i) => expect(v).toBeCloseTo(theirs.data64F[i]!, 6));
      for (const m of [turning, points, theirs]) m.delete();
    }),
  );
});

test('resolution goes by the coarsest copy, and copies stand where they are asked', () => {
  const square: ArtworkSize = { widthPx: 1000, heightPx: 1000, trim: whole };
  // a mug wrap: the same motif on the other side
  const wrap: AreaSize = { widthMm: 240, heightMm: 95 };
  const mug = seat({
    size: { rule: 'width', mm: 80 },
    anchor: 'left',
    xMm: 20,
    spread: { kind: 'copies', at: [{ xMm: 120, yMm: 0, scale: 2, turn: 90 }] },
  });
  const laid = lay(square, wrap, mug);
  expect(laid.ppi).toBeCloseTo(1000 / (160 / 25.4), 9);
  const middle = apply(laid.maps[1]!, { x: 0.5, y: 0.5 });
  expect(middle.x).toBeCloseTo(180);
  expect(middle.y).toBeCloseTo(47.5);
  // 160 mm on a wrap 95 mm high, from 100 to 260 mm of 240: 140 x 95 of 160 x 160 remain
  expect(laid.cutShare).toBeCloseTo(1 - (140 * 95) / 160 ** 2, 9);
});

test('a repeat edge to edge fills its area; with gaps it does not', () => {
  const tile = { widthPx: 600, heightPx: 400, trim: whole };
  const repeated = (pitch: number) =>
    lay(
      tile,
      { widthMm: 500, heightMm: 500 },
      seat({ by: 'file', size: { rule: 'width', mm: 60 }, spread: { kind: 'brick', pitch: { x: pitch, y: pitch } } }),
    );
  expect([repeated(1).filledShare, repeated(2).filledShare]).toEqual([1, 0.25]);
  expect(repeated(1).repeat!.tile).toMatchObject({ a: 60, d: 40 });
});
