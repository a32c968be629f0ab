import { mod, type Affine } from '../placement/affine';
import type { Lie } from '../placement/lay';
import type { Repeat } from '../placement/repeat';

/** Straight RGBA bytes, sRGB. */
export interface Pixels {
  width: number;
  height: number;
  rgba: Uint8Array | Uint8ClampedArray;
}

/** Texels of a picture, premultiplied and packed as 0xAABBGGRR, with a border all around. */
export interface Level {
  width: number;
  height: number;
  /** Texels from one row to the next. */
  stride: number;
  texels: Uint32Array;
}
/** A picture in halves of halves, from fine to coarse: of a repeat the tile alone, which has one level. */
export interface Pyramid {
  levels: Level[];
  repeat: Repeat | null;
}

/** How far around a point a sampler looks, texels. */
export const BORDER = 4;
/** A picture is halved so often at most: from 2400 px down to a stamp. */
export const LEVELS = 6;
/** Texels beyond the last row, so that four can be read where three are meant. */
export const SPARE = 8;
/** Texels per scene point of a tile: a little finer than the scene. */
const FINENESS = 1.6;

/** One channel times a coverage, both 0 to 255, rounded. */
const times = (value: number, alpha: number): number => {
  const t = value * alpha + 128;
  return (t + (t >>> 8)) >>> 8;
};

export const strideOf = (width: number): number => width + 2 * BORDER;
export const texelsIn = (width: number, height: number): number => strideOf(width) * (height + 2 * BORDER) + SPARE;

/** Straight RGBA as premultiplied texels, with a border that is see-through. `into` has room for `texelsIn` of them, cleared. */
export function premultiply({ width, height, rgba }: Pixels, into = new Uint32Array(texelsIn(width, height))): Level {
  const stride = strideOf(width);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, o = (y + BORDER) * stride + BORDER; x < width; x++, o++, i += 4) into[o] = texelAt(rgba, i);
  return { width, height, stride, texels: into };
}
/** A texel of straight RGBA bytes, premultiplied. */
function texelAt(rgba: Pixels['rgba'], i: number): number {
  const a = rgba[i + 3]!;
  return times(rgba[i]!, a) | (times(rgba[i + 1]!, a) << 8) | (times(rgba[i + 2]!, a) << 16) | (a << 24);
}

/** Straight RGBA bytes as premultiplied texels, without a border. */
export const premultiplied = (rgba: Pixels['rgba']): Uint32Array =>
  Uint32Array.from({ length: rgba.length / 4 }, (_, k) => texelAt(rgba, k * 4));

/** Half of a level: the mean of four texels each; what lies beyond an odd edge is see-through. */
export function halve({ width, height, stride, texels }: Level, into?: Uint32Array): Level {
  const [w, h] = [(width + 1) >> 1, (height + 1) >> 1];
  const out = into ?? new Uint32Array(texelsIn(w, h));
  const wide = strideOf(w);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const from = (2 * y + BORDER) * stride + 2 * x + BORDER;
      const [a, b, c, d] = [texels[from]!, texels[from + 1]!, texels[from + stride]!, texels[from + stride + 1]!];
      const mean = (shift: number) => (((a >>> shift) & 255) + ((b >>> shift) & 255) + ((c >>> shift) & 255) + ((d >>> shift) & 255) + 2) >> 2; // prettier-ignore
      out[(y + BORDER) * wide + x + BORDER] = mean(0) | (mean(8) << 8) | (mean(16) << 16) | (mean(24) << 24);
    }
  return { width: w, height: h, stride: wide, texels: out };
}

/** Fills the border with what lies next to a tile where tiles lie edge to edge; there is none where they do not. */
export function wrap({ width, height, stride, texels }: Level, { kind, pitch }: Repeat): void {
  if (pitch.x > 1 || pitch.y > 1) return;
  const [half, drop] = [kind === 'brick' ? Math.round(width / 2) : 0, kind === 'half-drop' ? Math.round(height / 2) : 0];
  const around = (at: number, side: number) => {
    if (kind !== 'mirrored') return mod(at, side);
    const there = mod(at, 2 * side);
    return there < side ? there : 2 * side - 1 - there;
  };
  for (let y = -BORDER; y < height + BORDER; y++) {
    const within = y >= 0 && y < height;
    for (let x = -BORDER; x < width + BORDER; x++) {
      if (within && x === 0) x = width;
      const [column, row] = [Math.floor(x / width), Math.floor(y / height)];
      const [u, v] = [around(x - row * half, width), around(y - column * drop, height)];
      texels[(y + BORDER) * stride + x + BORDER] = texels[(v + BORDER) * stride + u + BORDER]!;
    }
  }
}

/** A picture as it is sampled. Halved down to `LEVELS`, but for a tile, which is brought to the right size before (`tileSize`). */
export function pyramidOf(pixels: Pixels, repeat: Repeat | null): Pyramid {
  const levels = [premultiply(pixels)];
  if (repeat) wrap(levels[0]!, repeat);
  else while (levels.length < LEVELS && levels.at(-1)!.width > 8 && levels.at(-1)!.height > 8) levels.push(halve(levels.at(-1)!));
  return { levels, repeat };
}

/** Which pixels of a picture its tile is, and in how many texels it is sampled: never more than there are pixels. */
export function tileSize({ repeat }: Lie, picture: { width: number; height: number }, mmPerPoint: number) {
  const { box, tile } = repeat!;
  // edges are rounded, not sizes: two halves rounded up would reach over the picture
  const edge = (share: number, side: number) => Math.min(side, Math.max(0, Math.round(share * side)));
  const [left, top] = [
    Math.min(edge(box.x, picture.width), picture.width - 1),
    Math.min(edge(box.y, picture.height), picture.height - 1),
  ];
  const crop = {
    left,
    top,
    width: Math.max(1, edge(box.x + box.width, picture.width) - left),
    height: Math.max(1, edge(box.y + box.height, picture.height) - top),
  };
  const across = Math.hypot(tile.a, tile.b);
  const width = Math.max(1, Math.min(crop.width, Math.round((across / mmPerPoint) * FINENESS)));
  return { crop, width, height: Math.max(1, Math.round((crop.height * width) / crop.width)) };
}

/** From mm in a room to shares of a picture, or to tiles: one for each of its copies. */
export const placesOf = ({ maps, repeat }: Lie): Affine[] => (repeat ? [repeat.tile] : maps);
