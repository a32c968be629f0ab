import fc from 'fast-check';
import { MM_PER_INCH, place, type ArtworkSize } from './place';

const whole = { x: 0, y: 0, width: 1, height: 1 };

test('an inch is 25.4 mm exactly (international yard and pound agreement, 1959)', () => expect(MM_PER_INCH).toBe(25.4));

test('the usual shirt artwork fills a 15 x 18 in area at 300 px/in (common practice)', () => {
  const placed = place(
    { widthPx: 4500, heightPx: 5400, trim: whole },
    { widthMm: 15 * 25.4, heightMm: 18 * 25.4 },
    { mode: 'fit', scale: 1, topMm: 0 },
  );
  expect(placed.ppi).toBeCloseTo(300, 9);
  expect([placed.xMm, placed.yMm, placed.cutShare]).toEqual([0, 0, 0]);
  expect(placed.filledShare).toBeCloseTo(1, 9);
});

describe('ISO 216 sheets are covered by A-shaped artwork with next to nothing cut', () => {
  // ISO 216: sizes in mm
  test.each([
    ['A4', 210, 297],
    ['A3', 297, 420],
    ['A2', 420, 594],
    ['A1', 594, 841],
  ] as const)('%s', (_, widthMm, heightMm) => {
    const placed = place(
      { widthPx: 4200, heightPx: 5940, trim: whole },
      { widthMm, heightMm },
      { mode: 'cover', scale: 1, topMm: 0 },
    );
    expect(placed.widthMm).toBeGreaterThanOrEqual(widthMm - 1e-9);
    expect(placed.heightMm).toBeGreaterThanOrEqual(heightMm - 1e-9);
    expect(placed.cutShare).toBeLessThan(0.005);
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
const area = fc.record({ widthMm: fc.integer({ min: 50, max: 900 }), heightMm: fc.integer({ min: 50, max: 900 }) });

test('fit keeps the shape, keeps the motif inside and sets its top where it is asked', () => {
  fc.assert(
    fc.property(
      artwork,
      area,
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      (a, room, scale, topShare) => {
        const topMm = topShare * room.heightMm;
        const p = place(a, room, { mode: 'fit', scale, topMm });
        expect(p.widthMm / p.heightMm).toBeCloseTo(a.widthPx / a.heightPx, 6);
        expect(p.yMm + a.trim.y * p.heightMm).toBeCloseTo(topMm, 6);
        const left = p.xMm + a.trim.x * p.widthMm;
        expect(left).toBeGreaterThanOrEqual(-1e-6);
        expect(left + a.trim.width * p.widthMm).toBeLessThanOrEqual(room.widthMm + 1e-6);
        expect(p.cutShare).toBeLessThan(1e-6);
      },
    ),
  );
});

test('cover leaves no bare edge', () => {
  fc.assert(
    fc.property(artwork, area, (a, room) => {
      const p = place(a, room, { mode: 'cover', scale: 1, topMm: 0 });
      expect(p.xMm).toBeLessThanOrEqual(1e-9);
      expect(p.yMm).toBeLessThanOrEqual(1e-9);
      expect(p.xMm + p.widthMm).toBeGreaterThanOrEqual(room.widthMm - 1e-6);
      expect(p.yMm + p.heightMm).toBeGreaterThanOrEqual(room.heightMm - 1e-6);
    }),
  );
});
