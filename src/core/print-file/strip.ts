import type { Affine } from '../placement/affine';
import { withinTile, type Repeat } from '../placement/repeat';
import { BORDER } from '../scene/texture';
import { shared, type PixelBox } from './pixels';

/** Pixels of some rows of a print file: straight RGBA bytes (sRGB), from one row on. */
export interface Strip {
  width: number;
  top: number;
  rows: number;
  rgba: Uint8Array;
}

/** A piece of a picture in the same pixels. */
export interface Piece {
  width: number;
  height: number;
  rgba: Uint8Array;
}

const words = (bytes: Uint8Array): Uint32Array => new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.byteLength >> 2);
const boxOf = ({ width, top, rows }: Strip): PixelBox => ({ left: 0, top, width, height: rows });

/**
 * Straight colours, one over another (source-over of W3C Compositing and Blending Level 1, section 5.1): packed as 0xAABBGGRR.
 * Rounded to the nearest byte.
 */
export function over(above: number, below: number): number {
  const a = above >>> 24;
  const b = below >>> 24;
  if (a === 255 || b === 0) return above;
  if (a === 0) return below;
  // shares of the result, times 255 squared
  const upper = a * 255;
  const lower = b * (255 - a);
  const all = upper + lower;
  return (
    (mix(above & 255, below & 255, upper, lower, all) |
      (mix((above >>> 8) & 255, (below >>> 8) & 255, upper, lower, all) << 8) |
      (mix((above >>> 16) & 255, (below >>> 16) & 255, upper, lower, all) << 16) |
      (((all + 127) / 255) << 24)) >>>
    0
  );
}
const mix = (s: number, d: number, upper: number, lower: number, all: number): number =>
  ((s * upper + d * lower + (all >> 1)) / all) | 0;

/** Fills a strip with one colour, packed as 0xAABBGGRR. */
export const fill = (strip: Strip, colour: number): void => void words(strip.rgba).fill(colour);

/** Lays a piece of straight RGBA over a strip, its corner at a pixel of the print file. What lies outside is left. */
export function layPiece(strip: Strip, piece: Piece, left: number, top: number): void {
  const part = shared(boxOf(strip), { left, top, width: piece.width, height: piece.height });
  if (!part) return;
  const [to, from] = [words(strip.rgba), words(piece.rgba)];
  for (let y = part.top; y < part.top + part.height; y++) {
    let s = (y - top) * piece.width + part.left - left;
    let d = (y - strip.top) * strip.width + part.left;
    for (const end = s + part.width; s < end; s++, d++) {
      const ink = from[s]!;
      if (ink >= 0xff000000) to[d] = ink;
      else if (ink > 0xffffff) to[d] = over(ink, to[d]!);
    }
  }
}

/** So many texels lie beside those that are meant: two of them take part in sampling. */
export const REACH = BORDER;
const PHASES = 256;
/** Weights of the four texels around a place, by phases of a texel: the cubic of Keys (1981) with a = -1/2, which keeps what is linear. */
const WEIGHTS = (() => {
  const cubic = (t: number) => {
    const x = Math.abs(t);
    if (x < 1) return 1.5 * x ** 3 - 2.5 * x ** 2 + 1;
    return x < 2 ? -0.5 * x ** 3 + 2.5 * x ** 2 - 4 * x + 2 : 0;
  };
  const table = new Float32Array(PHASES * 4);
  for (let p = 0; p < PHASES; p++) for (let k = 0; k < 4; k++) table[p * 4 + k] = cubic(k - 1 - p / PHASES);
  return table;
})();

/** Texels to be sampled: premultiplied, with `REACH` more on each side than `width` and `height` say; `left`, `top` of the first of those. */
export interface Window {
  left: number;
  top: number;
  width: number;
  height: number;
  texels: Uint32Array;
}

/**
 * Samples texels at every pixel of a part of a strip, with a cubic in both directions, and lays them over it. `back` leads from
 * pixels of the print file to texels, or with a repeat to tiles. Done for texels about as fine as the print: it does not average.
 */
export function layTurned(strip: Strip, part: PixelBox, window: Window, back: Affine, repeat: Repeat | null): void {
  const inside = shared(boxOf(strip), part);
  if (!inside) return;
  const to = words(strip.rgba);
  const { width, height } = window;
  // signed words stay integers in every engine
  const texels = new Int32Array(window.texels.buffer, window.texels.byteOffset, window.texels.length);
  const stride = width + 2 * REACH;
  const { a, b, c, d: e, e: u0, f: v0 } = back;
  const tile = { x: 0, y: 0 };
  for (let y = inside.top; y < inside.top + inside.height; y++) {
    let at = (y - strip.top) * strip.width + inside.left;
    const end = inside.left + inside.width;
    for (let x = inside.left; x < end; x++, at++) {
      let u = (x + 0.5) * a + (y + 0.5) * c + u0;
      let v = (x + 0.5) * b + (y + 0.5) * e + v0;
      if (repeat) {
        withinTile(repeat, u, v, tile);
        u = tile.x * width;
        v = tile.y * height;
      } else {
        u -= window.left;
        v -= window.top;
      }
      // from the first texel of the border, between centres
      u += REACH - 0.5;
      v += REACH - 0.5;
      if (u < 1 || v < 1 || u >= width + REACH + 1 || v >= height + REACH + 1) continue;
      const ink = cubicAt(texels, stride, u, v);
      if (ink >= 0xff000000) to[at] = ink;
      else if (ink > 0xffffff) to[at] = over(ink, to[at]!);
    }
  }
}

/** A straight colour from premultiplied texels. Written out: it runs a hundred million times for a blanket. */
function cubicAt(texels: Int32Array, stride: number, u: number, v: number): number {
  const i = u | 0;
  const j = v | 0;
  const px = (((u - i) * PHASES) | 0) * 4;
  const py = (((v - j) * PHASES) | 0) * 4;
  const w0 = WEIGHTS[px]!;
  const w1 = WEIGHTS[px + 1]!;
  const w2 = WEIGHTS[px + 2]!;
  const w3 = WEIGHTS[px + 3]!;
  let at = (j - 1) * stride + i - 1;
  // one colour all around, or nothing, as most of a design is
  const one = texels[at]!;
  let r = 0;
  let g = 0;
  let b = 0;
  let a = 0;
  let same = true;
  for (let k = 0; k < 4; k++, at += stride) {
    const t0 = texels[at]!;
    const t1 = texels[at + 1]!;
    const t2 = texels[at + 2]!;
    const t3 = texels[at + 3]!;
    if (same && t0 === one && t1 === one && t2 === one && t3 === one) continue;
    if (same) {
      same = false;
      // the rows before were all of that colour; each row's weights add up to one
      let before = 0;
      for (let l = 0; l < k; l++) before += WEIGHTS[py + l]!;
      r = (one & 255) * before;
      g = ((one >>> 8) & 255) * before;
      b = ((one >>> 16) & 255) * before;
      a = (one >>> 24) * before;
    }
    const w = WEIGHTS[py + k]!;
    r += w * ((t0 & 255) * w0 + (t1 & 255) * w1 + (t2 & 255) * w2 + (t3 & 255) * w3);
    g += w * (((t0 >>> 8) & 255) * w0 + ((t1 >>> 8) & 255) * w1 + ((t2 >>> 8) & 255) * w2 + ((t3 >>> 8) & 255) * w3);
    b += w * (((t0 >>> 16) & 255) * w0 + ((t1 >>> 16) & 255) * w1 + ((t2 >>> 16) & 255) * w2 + ((t3 >>> 16) & 255) * w3);
    a += w * ((t0 >>> 24) * w0 + (t1 >>> 24) * w1 + (t2 >>> 24) * w2 + (t3 >>> 24) * w3);
  }
  if (same) {
    a = one >>> 24;
    if (a === 255 || a === 0) return one >>> 0;
    r = one & 255;
    g = (one >>> 8) & 255;
    b = (one >>> 16) & 255;
  }
  if (a < 0.5) return 0;
  const alpha = a >= 254.5 ? 255 : (a + 0.5) | 0;
  const k = 255 / a;
  return (byte(r * k) | (byte(g * k) << 8) | (byte(b * k) << 16) | (alpha << 24)) >>> 0;
}

const byte = (value: number): number => (value <= 0 ? 0 : value >= 254.5 ? 255 : (value + 0.5) | 0);
