import { rgbToOklab, type Rgb } from '../../colour/colour';
import { edges as edgesOf, silhouetteOf, specks as specksOf } from './outline';
import { palette } from './palette';
import type { Pixels } from './reduce';
import { repeat, texture } from './texture';

const edges = (p: Pixels, by: number) => edgesOf(silhouetteOf(p), by);
const specks = (p: Pixels) => specksOf(silhouetteOf(p));
type Paint = (x: number, y: number) => readonly number[];
const CLEAR = [0, 0, 0, 0];
const INK = [29, 49, 69, 255];
const picture = (width: number, height: number, paint: Paint): Pixels => {
  const rgba = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rgba.set(paint(x, y), (y * width + x) * 4);
  return { rgba, width, height };
};
/** A disc whose rim falls off over `rim` pixels. */
const disc = (rim: number): Pixels =>
  picture(200, 200, (x, y) => {
    const inside = 60 - Math.hypot(x - 99.5, y - 99.5);
    return [...INK.slice(0, 3), Math.round(255 * Math.max(0, Math.min(1, inside / rim + 0.5)))];
  });

describe('edges', () => {
  test('a smoothed rim of one pixel is hard, whatever the reduction', () => {
    expect(edges(disc(1), 1)).toMatchObject({ kind: 'hard' });
    expect(edges(disc(1), 2)).toMatchObject({ kind: 'hard' });
  });
  test('a glow is soft, and its width is measured', () => {
    const found = edges(disc(24), 1);
    expect(found.kind).toBe('soft');
    // the outline is counted along the grid, which makes a circle 4/pi longer: widths read so much smaller
    expect(found.widthPx * (4 / Math.PI)).toBeGreaterThan(17);
    expect(found.widthPx).toBeLessThan(26);
  });
  test('a picture that fills its sheet has none', () =>
    expect(
      edges(
        picture(40, 40, () => INK),
        1,
      ).kind,
    ).toBe('none'));
  test('a wash without an outline is soft', () =>
    expect(
      edges(
        picture(40, 40, () => [0, 0, 0, 90]),
        1,
      ).kind,
    ).toBe('soft'));
});

describe('specks', () => {
  const body: Paint = (x, y) => (x > 300 && x < 700 && y > 300 && y < 700 ? INK : CLEAR);
  test('a lone dot is found and the trim box without it told', () => {
    const found = specks(picture(1000, 1000, (x, y) => (x >= 50 && x < 53 && y >= 900 && y < 903 ? INK : body(x, y))));
    expect(found.count).toBe(1);
    expect(found.boxes[0]).toEqual({ x: 0.05, y: 0.9, width: 0.003, height: 0.003 });
    expect(found.trimWithout).toEqual({ x: 0.301, y: 0.301, width: 0.399, height: 0.399 });
  });
  test('a dot that belongs to the motif, close by, is not one', () =>
    expect(specks(picture(1000, 1000, (x, y) => (x >= 706 && x < 709 && y >= 500 && y < 503 ? INK : body(x, y)))).count).toBe(0));
  test('hundreds of dots are a texture that somebody drew', () =>
    expect(specks(picture(1000, 1000, (x, y) => (x < 280 && x % 20 < 2 && y % 20 < 2 ? INK : body(x, y)))).count).toBe(0));
  test('parts that meet at a corner or join further down are one part', () => {
    // a U whose arms are joined at the bottom row only, and a diagonal chain of single pixels
    const u = picture(400, 400, (x, y) =>
      y < 300 && (x === 20 || x === 300) ? INK : y === 300 && x >= 20 && x <= 300 ? INK : CLEAR,
    );
    expect(specks(u).count).toBe(0);
    expect(specks(picture(400, 400, (x, y) => (x === y && x < 300 ? INK : CLEAR))).count).toBe(0);
  });
});

describe('palette', () => {
  const THREE: Rgb[] = [
    [247, 239, 220],
    [196, 61, 34],
    [12, 90, 92],
  ];
  const striped = picture(300, 300, (x, y) =>
    y < 150 ? [...THREE[0]!, 255] : x < 200 ? [...THREE[1]!, 255] : [...THREE[2]!, 255],
  );
  test('flat inks come back as they are, by their share', () => {
    const inks = palette(striped);
    expect(inks.map((i) => i.rgb)).toEqual(THREE);
    expect(inks.map((i) => Math.round(i.share * 100))).toEqual([50, 33, 17]);
  });
  test('white on see-through ground is white, not grey', () =>
    expect(
      palette(picture(200, 200, (x, y) => ((x - 100) ** 2 + (y - 100) ** 2 < 900 ? [255, 255, 255, 255] : CLEAR)))[0]!.hex,
    ).toBe('#ffffff'));
  test('hairlines that a coarse sample would miss still have their ink', () =>
    expect(palette(picture(900, 900, (x) => (x === 451 ? [200, 20, 20, 255] : CLEAR))).map((i) => i.hex)).toEqual(['#c81414']));
  test('no two inks of a palette are hard to tell apart', () => {
    const inks = palette(picture(256, 64, (x, y) => [x, 255 - x, y * 4, 255]));
    for (const a of inks)
      for (const b of inks)
        if (a !== b) expect(Math.hypot(...rgbToOklab(a.rgb).map((v, c) => v - rgbToOklab(b.rgb)[c]!))).toBeGreaterThan(0.05);
  });
});

describe('texture', () => {
  test('one flat colour from edge to edge is plain; the same colour cut out is a drawing', () => {
    expect(texture(picture(200, 200, () => INK)).kind).toBe('plain');
    expect(texture(picture(200, 200, (x) => (x < 100 ? INK : CLEAR))).kind).toBe('drawing');
  });
});

describe('repeat', () => {
  // blobs that run over the edges; `shift` moves every second tile down by half
  const tile = (size: number, spots: [number, number][], half: 'none' | 'drop' | 'brick' = 'none'): Pixels =>
    picture(size, size, (x, y) => {
      for (const [cx, cy] of spots)
        for (let i = -1; i <= 1; i++)
          for (let j = -2; j <= 2; j++) {
            const dx = half === 'brick' ? (j % 2 ? size / 2 : 0) : 0;
            const dy = half === 'drop' ? (i % 2 ? size / 2 : 0) : 0;
            if (Math.hypot(x - cx - i * size - dx, y - cy - j * size - dy) < size / 9) return [196, 61, 34, 255];
          }
      return [247, 239, 220, 255];
    });
  const spots: [number, number][] = [
    [4, 60],
    [120, 3],
    [150, 150],
  ];
  test.each([
    ['straight', 'none'],
    ['half-drop', 'drop'],
    ['brick', 'brick'],
  ] as const)('finds a %s repeat', (kind, half) => expect(repeat(tile(240, spots, half)).kind).toBe(kind));
  test('a picture whose motifs break off at the edge does not repeat', () =>
    expect(
      repeat(
        picture(240, 240, (x, y) =>
          Math.hypot(x - 4, y - 60) < 27 || Math.hypot(x - 120, y - 3) < 27 ? INK : [247, 239, 220, 255],
        ),
      ).kind,
    ).toBe('none'));
  test('a motif on plain ground proves nothing', () =>
    expect(repeat(picture(240, 240, (x, y) => (Math.hypot(x - 120, y - 120) < 60 ? INK : [247, 239, 220, 255]))).kind).toBe(
      'none',
    ));
  test('a cut-out motif that touches its edges evenly is no repeat', () =>
    expect(repeat(picture(240, 240, (x, y) => (Math.hypot(x - 119.5, y - 119.5) < 119.8 ? INK : CLEAR))).kind).toBe('none'));
});
