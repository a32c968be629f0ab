import { boxAround, chain, corners, inverse, moved, scaled, type Affine, type Box } from '../placement/affine';
import { MM_PER_INCH, type AreaSize, type Lie } from '../placement/lay';
import { tileAt, type Repeat } from '../placement/repeat';

/** A box of whole pixels. */
export interface PixelBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** A length as the nearest number of whole pixels. */
const pixels = (mm: number, ppi: number): number => Math.max(1, Math.round((mm / MM_PER_INCH) * ppi));

/** What an area and its bleed measure in pixels at a resolution (px/in), each side to the nearest whole one. */
export const pixelSize = ({ widthMm, heightMm, bleedMm = 0 }: AreaSize, ppi: number): { widthPx: number; heightPx: number } => ({
  widthPx: pixels(widthMm + 2 * bleedMm, ppi),
  heightPx: pixels(heightMm + 2 * bleedMm, ppi),
});

const SQUARE: Box = { x: 0, y: 0, width: 1, height: 1 };

/** A lie in pixels of the print file, whose origin is the corner of the bleed. */
export function inPixels({ maps, repeat }: Lie, ppi: number, bleedMm = 0): Lie {
  const k = ppi / MM_PER_INCH;
  const to = (m: Affine) => chain(scaled(k, k), moved(bleedMm, bleedMm), m);
  return { maps: maps.map(to), repeat: repeat && { ...repeat, tile: to(repeat.tile) } };
}

/** How a picture is turned and mirrored so that its sides lie along those of the area: first mirrored, then turned. */
export interface Upright {
  box: PixelBox;
  /** Left and right change places. */
  flop: boolean;
  /** Top and bottom change places. */
  flip: boolean;
  /** Then a quarter turn clockwise. */
  quarter: boolean;
}

/** Less than this share of a side out of true is upright. */
const TRUE = 1e-9;

/** Its edges to the nearest whole pixels, at least one pixel wide and high: each is moved by half a pixel at most. */
export function snapped({ x, y, width, height }: Box): PixelBox {
  const [left, top] = [Math.round(x), Math.round(y)];
  return { left, top, width: Math.max(1, Math.round(x + width) - left), height: Math.max(1, Math.round(y + height) - top) };
}

/** The whole pixels that a picture takes when its sides lie along those of the area; null when it is turned otherwise. */
export function upright(map: Affine): Upright | null {
  const { a, b, c, d } = map;
  const size = Math.max(Math.abs(a), Math.abs(b), Math.abs(c), Math.abs(d));
  const nil = (v: number) => Math.abs(v) < size * TRUE;
  const box = () => snapped(boxAround(corners(map, SQUARE)));
  if (nil(b) && nil(c)) return { box: box(), flop: a < 0, flip: d < 0, quarter: false };
  if (nil(a) && nil(d)) return { box: box(), flop: b < 0, flip: c > 0, quarter: true };
  return null;
}

/** The part of a picture that lands in a box, in pixels of the picture as it is before it is turned. Both boxes lie in the area. */
export function beforeTurning({ box, flop, flip, quarter }: Upright, part: PixelBox): PixelBox {
  let [x, y, w, h] = [part.left - box.left, part.top - box.top, part.width, part.height];
  // a quarter turn back: what was from above is from the left, and what was from the right is from above
  if (quarter) [x, y, w, h] = [y, box.width - x - w, h, w];
  const [width, height] = quarter ? [box.height, box.width] : [box.width, box.height];
  return { left: flop ? width - x - w : x, top: flip ? height - y - h : y, width: w, height: h };
}

/** What two boxes share; null when they do not touch. */
export function shared(a: PixelBox, b: PixelBox): PixelBox | null {
  const [left, top] = [Math.max(a.left, b.left), Math.max(a.top, b.top)];
  const [right, bottom] = [Math.min(a.left + a.width, b.left + b.width), Math.min(a.top + a.height, b.top + b.height)];
  return right > left && bottom > top ? { left, top, width: right - left, height: bottom - top } : null;
}

/** Every tile of a repeat that touches a box, row by row. `tile` leads from the tile's own square to the same pixels as the box. */
export function* tilesIn(repeat: Repeat, tile: Affine, { left, top, width, height }: PixelBox): Generator<Affine> {
  const within = boxAround(corners(inverse(tile), { x: left, y: top, width, height }));
  const { pitch } = repeat;
  // one more on each side: rows and columns may be shifted by half a pitch
  const range = (from: number, size: number, step: number): [number, number] => [
    Math.floor(from / step) - 1,
    Math.ceil((from + size) / step) + 1,
  ];
  const [columns, rows] = [range(within.x, within.width, pitch.x), range(within.y, within.height, pitch.y)];
  for (let row = rows[0]; row < rows[1]; row++)
    for (let column = columns[0]; column < columns[1]; column++) {
      const map = chain(tile, tileAt(repeat, column, row));
      const box = boxAround(corners(map, SQUARE));
      if (box.x < left + width && box.y < top + height && box.x + box.width > left && box.y + box.height > top) yield map;
    }
}
