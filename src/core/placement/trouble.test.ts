import fc from 'fast-check';
import cv from '@techstark/opencv-js';
import { opencvReady } from '../../../tests/opencv';
import { corners } from './affine';
import { covering, fitted, lettering, type ArtworkLayer, type Layer } from './form';
import { layAll, type ArtworkSize } from './lay';
import { gravity, troublesOf, troubleWords, type TroubledArea } from './trouble';

beforeAll(opencvReady);

const whole = { x: 0, y: 0, width: 1, height: 1 };
const square: ArtworkSize = { widthPx: 1200, heightPx: 1200, trim: whole };
const area: TroubledArea = { widthMm: 200, heightMm: 200 };
const wide = (mm: number, xMm = 0, yMm = 0, more: Partial<ArtworkLayer> = {}): ArtworkLayer => ({
  ...fitted(1, 0),
  anchor: 'centre',
  size: { rule: 'width', mm },
  xMm,
  yMm,
  ...more,
});
const on = (layers: Layer[], more: Partial<TroubledArea> = {}, minPpi = 100, ground = false) => {
  const it = { ...area, ...more };
  return troublesOf(
    layAll(layers, it, () => square),
    it,
    minPpi,
    ground,
  );
};
const codes = (...args: Parameters<typeof on>) => on(...args).map((t) => t.code);

test.each([
  ['nothing is wrong in the middle', [wide(100)], {}, []],
  ['a motif over the edge is cut off', [wide(100, 100)], {}, ['cut-off']],
  ['by a fiftieth it is not', [wide(100, 51)], {}, []],
  ['what covers is meant to overhang', [covering()], { mustBeFilled: true, seams: ['M100 0V200'], safeMm: 10 }, []],
  ['an area that must be filled', [wide(100)], { mustBeFilled: true }, ['not-filled']],
  ['letters fill nothing', [lettering(200)], { mustBeFilled: true }, ['not-filled']],
  ['beyond the safe margin', [wide(190)], { safeMm: 10 }, ['outside-safe']],
  ['a round area', [wide(150)], { safeMm: 10, shape: 'ellipse' as const }, []],
  ['at the edge of a round area', [wide(185)], { safeMm: 10, shape: 'ellipse' as const }, ['outside-safe']],
  ['on a seam', [wide(60)], { seams: ['M100 0V200'] }, ['on-seam']],
  ['beside a seam', [wide(60, 50)], { seams: ['M100 0V200'] }, []],
  ['a path that is none bounds nothing', [wide(60)], { seams: ['never'] }, []],
  ['a small motif inside an opening', [wide(4)], { cutOuts: ['M50 50H150V150H50Z'] }, ['in-cut-out']],
  ['two faults, the gravest first', [wide(190, 60)], { safeMm: 10 }, ['cut-off', 'outside-safe']],
] as [string, Layer[], Partial<TroubledArea>, string[]][])('%s', (_, layers, more, wanted) =>
  expect(codes(layers, more)).toEqual(wanted),
);

test('too coarse is the artwork, not what is always printed, and not letters', () => {
  // 1,200 px over 152.4 mm are 200 px/in
  expect(on([wide(152.4)], {}, 201)).toEqual([{ code: 'coarse', by: expect.closeTo(200, 6) as number }]);
  expect(on([wide(152.4)], {}, 200)).toEqual([]);
  expect(codes([{ ...wide(152.4), artwork: '0f0f0f0f-0000-4000-8000-000000000000' }, lettering(50)], {}, 300)).toEqual([]);
});
test('a soft edge counts by its width in print, on cloth where nothing lies below it', () => {
  const soft = { ...square, rimPx: 6 };
  const edges = (mm: number, more: Partial<TroubledArea>, ground = false) => {
    const it = { ...area, ...more };
    return troublesOf(layAll([wide(mm)], it, () => soft), it, 10, ground); // prettier-ignore
  };
  // 1200 px over 100 mm: 6 of them are half a millimetre wide
  expect(edges(100, { cloth: true })).toEqual([{ code: 'soft-edges', by: expect.closeTo(0.5, 6) as number }]);
  // over 60 mm they are 0.3 mm: no fringe is seen
  expect(edges(60, { cloth: true })).toEqual([]);
  expect(edges(100, {})).toEqual([]);
  expect(edges(100, { cloth: true }, true)).toEqual([]);
  expect(troubleWords({ code: 'soft-edges', by: 0.5 })).toBe('a soft edge of 0.5 mm on cloth');
});
test('ink below all of it fills an area', () => expect(codes([wide(50)], { mustBeFilled: true }, 100, true)).toEqual([]));
test('each copy counts', () => {
  const copies = (xMm: number) => [wide(40, -70, 0, { spread: { kind: 'copies', at: [{ xMm, yMm: 0 }] } })];
  expect(codes(copies(140))).toEqual([]);
  expect(codes(copies(170))).toEqual(['cut-off']);
});

test('what meets an opening is found as OpenCV finds it by filling both', () => {
  const [cx, cy, r] = [70, 60, 30];
  const opening = `M${cx - r} ${cy}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
  const K = 4;
  const overlap = (layer: ArtworkLayer): number => {
    const quad = corners(layAll([layer], area, () => square)[0]!.laid.maps[0]!, whole);
    const blank = () => new cv.Mat(200 * K, 200 * K, cv.CV_8UC1, new cv.Scalar(0));
    const [a, b] = [blank(), blank()];
    const points = cv.matFromArray(4, 1, cv.CV_32SC2, quad.flatMap((p) => [Math.round(p.x * K), Math.round(p.y * K)])); // prettier-ignore
    cv.fillConvexPoly(a, points, new cv.Scalar(255));
    cv.circle(b, new cv.Point(cx * K, cy * K), r * K, new cv.Scalar(255), -1);
    cv.bitwise_and(a, b, a);
    const mm2 = cv.countNonZero(a) / K / K;
    for (const m of [a, b, points]) m.delete();
    return mm2;
  };
  const off = fc.double({ min: -60, max: 60, noNaN: true });
  let seen = 0;
  fc.assert(
    fc.property(
      off,
      off,
      fc.double({ min: 8, max: 60, noNaN: true }),
      fc.double({ min: -180, max: 180, noNaN: true }),
      (x, y, mm, turn) => {
        const layer = wide(mm, x, y, { turn });
        const shared = overlap(layer);
        // a graze of a few square millimetres may go either way
        fc.pre(shared === 0 || shared > 4);
        seen++;
        expect(codes([layer], { cutOuts: [opening] }).includes('in-cut-out')).toBe(shared > 0);
      },
    ),
    { numRuns: 150 },
  );
  expect(seen).toBeGreaterThan(100);
});

test('the graver trouble comes first, and more of it before less', () => {
  const order = [on([wide(190, 60)], { safeMm: 10 }), on([wide(100, 100)]), on([wide(190)], { safeMm: 10 }), on([wide(50)])].map(
    gravity,
  );
  expect(order).toEqual([...order].sort((a, b) => b - a));
  expect([new Set(order).size, order.at(-1)]).toEqual([4, 0]);
});
test('troubles are told in a few words', () =>
  expect(
    [
      { code: 'cut-off' as const, by: 0.154 },
      { code: 'coarse' as const, by: 49.9 },
      { code: 'outside-safe' as const, by: 3.14 },
    ].map(troubleWords),
  ).toEqual(['15% of it is cut off', '49 px/in', '3.1 mm over the safe margin']));

describe('a picture with a border of its own, on paper with 3 mm of bleed', () => {
  const paper: TroubledArea = { widthMm: 200, heightMm: 300, bleedMm: 3 };
  const bordered = (border: number, widthPx = 2060, heightPx = 3060): ArtworkSize => ({ widthPx, heightPx, trim: whole, border });
  const found = (picture: ArtworkSize, layer: ArtworkLayer = covering(), on: TroubledArea = paper) =>
    troublesOf(
      layAll([layer], on, () => picture),
      on,
      1,
      true,
    ).filter((t) => t.code === 'border-cut');

  // the picture covers 206 x 306 mm, nearly in its own shape: 3 mm of each side are cut off
  test.each([
    ['a border that nearly all goes looks crooked: 4 mm, of which 1 mm is left', 4 / 206, 1],
    ['just what is cut off', 3 / 206, 0],
    ['a wide one bears being cut', 12 / 206, null],
    ['one that goes whole is not seen', 1.5 / 206, null],
    ['none', 0, null],
  ])('%s', (_, border, left) => {
    const [it] = found(bordered(border));
    if (left === null) expect(it).toBeUndefined();
    else expect(it!.by).toBeCloseTo(left, 1);
  });
  test('where another shape cuts two of its sides away, the other two are left alone: that is said', () =>
    expect(found(bordered(0.05, 3000, 3000))).toEqual([{ code: 'border-cut', by: 0 }]));
  test('what lies within the trim, or on what is not cut, is fine', () => {
    expect(found(bordered(4 / 206), { ...covering(), size: { rule: 'width', mm: 150 } })).toEqual([]);
    expect(found(bordered(4 / 206), covering(), { ...paper, bleedMm: 0 })).toEqual([]);
  });
});
