import type { Affine } from '../../placement/affine';
import { withinTile } from '../../placement/repeat';
import type { CompiledPass, CompiledRoom } from '../compiled';
import type { PassMode } from '../sheet';
import { BORDER, type Pyramid } from '../texture';
import { blendTable, lightTable } from '../blend';
import type { InkKind } from '../ink';

/**
 * The kernels as they are meant, in TypeScript. `kernels.ts` beside it says the same four channels at a time for WebAssembly; tests hold
 * one to the other.
 */

/** Texels around a place are counted in so many parts. */
const PARTS = 63;
/** A point is at most so wide in texels of its level: five of them are looked at both ways. */
const WIDEST = 4;
/**
 * What light leaves of ink. On the power segment of the sRGB curve (IEC 61966-2-1: 1.055 x^(1/2.4) - 0.055) a product in linear light of
 * two values v and w (0 to 255) is (v + 14) (w + 14) / (255 + 14) - 14, exactly; with 12, and never less than v l^2, l = (w + 12) / (255 + 12),
 * it is within 2 of 255 on the toe too. It is a sum of a multiple of v and a constant, so it holds for ink of any coverage.
 */
export const OFFSET = 12;
export const lit = (value: number, alpha: number, light: number): number =>
  Math.max(value * light - ((alpha * OFFSET) / 255) * (1 - light), value * light * light);
/** Ink is a little darker than the white that it lies on. */
export const INK_WHITE = 0.985;
/** What soft ink leaves of the cloth. */
const SOFT = 0.9;

/** How a map from a room's plane to texels of the finest level is written: x' = xx x + xy y + x0, of y alike. */
export type PlaneMap = [xx: number, xy: number, x0: number, yx: number, yy: number, y0: number];

/** From the plane of a compiled room (the map's own numbers) to texels of the finest level, or to tiles of a repeat. */
export function planeMap(
  { room }: CompiledRoom,
  plane: { xMm: number; yMm: number; widthMm: number; heightMm: number },
  back: Affine,
  { levels, repeat }: Pyramid,
): PlaneMap {
  const [perX, perY] = [plane.widthMm / 65535, plane.heightMm / 65535];
  const [x, y] = [plane.xMm - room.xMm, plane.yMm - room.yMm];
  const [w, h] = repeat ? [1, 1] : [levels[0]!.width, levels[0]!.height];
  const { a, b, c, d, e, f } = back;
  return [a * w * perX, c * w * perY, (a * x + c * y + e) * w, b * h * perX, d * h * perY, (b * x + d * y + f) * h];
}

/** How wide a picture point is in texels of some level: which level, and the width and height there, in parts of a texel. */
export function footprint(steps: Float32Array, r: number, map: PlaneMap, scale: [number, number], levels: number) {
  const [ax, ay, dx, dy] = [steps[r * 4]!, steps[r * 4 + 1]!, steps[r * 4 + 2]!, steps[r * 4 + 3]!];
  const f = Math.fround;
  // a box that is as wide in each direction as the point's own shape: their variances agree
  const x = Math.sqrt(f(map[0] * ax + map[1] * ay) ** 2 + f(map[0] * dx + map[1] * dy) ** 2) * scale[0];
  const y = Math.sqrt(f(map[3] * ax + map[4] * ay) ** 2 + f(map[3] * dx + map[4] * dy) ** 2) * scale[1];
  let level = 0;
  let most = Math.max(x, y);
  while (most > WIDEST && level < levels - 1) {
    most /= 2;
    level++;
  }
  const parts = (wide: number) => Math.min(WIDEST * PARTS, Math.max(PARTS, Math.floor((wide / 2 ** level) * PARTS + 0.5)));
  return { level, wide: parts(x), high: parts(y) };
}

/** What each of five texels has of a box that begins so far into the first of them; together they have all of it. */
function taps(into: number, wide: number): number[] {
  const of = [Math.min(wide, PARTS - Math.floor(into * PARTS + 0.5))];
  for (let rest = wide - of[0]!; of.length < 5; rest -= of.at(-1)!) of.push(Math.min(PARTS, rest));
  return of;
}

/**
 * Samples a picture at every point of a room, as a box as wide as the point is on it, laid over what `layer` has there already
 * (premultiplied RGBA, 0xAABBGGRR, one a point). Opaque and soft ink take the light that falls on the product; dye does not, it is
 * multiplied with what it lies on.
 */
export function sampleInto(
  layer: Uint32Array,
  { places, cover: covers, runs, steps }: CompiledRoom,
  plate: Uint8Array,
  pyramid: Pyramid,
  map: PlaneMap,
  ink: InkKind,
): void {
  const { levels, repeat } = pyramid;
  const finest = levels[0]!;
  const scale: [number, number] = repeat ? [finest.width, finest.height] : [1, 1];
  const tile = { x: 0, y: 0 };
  for (let r = 0, k = 0; r * 2 < runs.length; r++) {
    const { level, wide, high } = footprint(steps, r, map, scale, levels.length);
    const { width, height, stride, texels } = levels[level]!;
    const by = 1 / 2 ** level;
    const share = 1 / (wide * high * 255);
    const [halfWide, halfHigh] = [wide / (2 * PARTS), high / (2 * PARTS)];
    let white = runs[r * 2]! * 3;
    for (const end = k + runs[r * 2 + 1]!; k < end; k++, white += 3) {
      const place = places[k]!;
      const [px, py] = [place & 0xffff, place >>> 16];
      let x = px * map[0] + py * map[1] + map[2];
      let y = px * map[3] + py * map[4] + map[5];
      if (repeat) {
        withinTile(repeat, x, y, tile);
        x = tile.x * width;
        y = tile.y * height;
      }
      x = x * by - halfWide + BORDER;
      y = y * by - halfHigh + BORDER;
      // the border's texels count, what lies beyond is nothing
      if (!(x >= 0 && y >= 0 && x < width + BORDER && y < height + BORDER)) continue;
      const [left, top] = [Math.floor(x), Math.floor(y)];
      const across = taps(x - left, wide);
      const down = taps(y - top, high);
      const o = top * stride + left;
      const cover = covers[k]!;
      const sum = (shift: number) => {
        let all = 0;
        for (let j = 0; j < 5; j++)
          for (let i = 0; i < 5; i++) all += down[j]! * across[i]! * ((texels[o + j * stride + i]! >>> shift) & 255);
        return all * share * cover;
      };
      const alpha = sum(24) * (ink === 'soft' ? SOFT : 1);
      if (alpha < 0.25) continue;
      const old = layer[k]!;
      const rest = (255 - alpha) / 255;
      const byte = (shift: number) => {
        let value = sum(shift);
        if (ink !== 'dye') {
          if (ink === 'soft') value *= SOFT;
          const light = (plate[white + (shift >> 3)]! + OFFSET) * (INK_WHITE / (255 + OFFSET));
          value = lit(value, alpha, light);
        }
        return Math.floor(value + ((old >>> shift) & 255) * rest + 0.5);
      };
      layer[k] = (byte(0) | (byte(8) << 8) | (byte(16) << 16) | (Math.floor(alpha + (old >>> 24) * rest + 0.5) << 24)) >>> 0;
    }
  }
}

/** Ink of one colour all over a room. */
export function floodInto(
  layer: Uint32Array,
  { cover, runs }: CompiledRoom,
  plate: Uint8Array,
  [r, g, b]: readonly number[],
  ink: InkKind,
): void {
  const part = ink === 'soft' ? SOFT : 1;
  for (let run = 0, k = 0; run < runs.length; run += 2) {
    let white = runs[run]! * 3;
    for (const end = k + runs[run + 1]!; k < end; k++, white += 3) {
      const alpha = cover[k]! * part;
      const byte = (value: number, c: number) => {
        const light = ink === 'dye' ? 1 : (plate[white + c]! + OFFSET) * (INK_WHITE / (255 + OFFSET));
        return Math.floor(lit((value * alpha) / 255, alpha, light) + 0.5);
      };
      layer[k] = (byte(r!, 0) | (byte(g!, 1) << 8) | (byte(b!, 2) << 16) | (Math.floor(alpha + 0.5) << 24)) >>> 0;
    }
  }
}

/** Lays a room's layer over a picture (RGB bytes): out = ink + picture (1 - alpha), or, of dye, picture (1 - alpha + ink). */
export function printLayer(picture: Uint8Array, { runs }: CompiledRoom, layer: Uint32Array, ink: InkKind): void {
  for (let r = 0, k = 0; r < runs.length; r += 2) {
    let o = runs[r]! * 3;
    for (const end = k + runs[r + 1]!; k < end; k++, o += 3) {
      const it = layer[k]!;
      if (!it) continue;
      const rest = 255 - (it >>> 24);
      for (let c = 0; c < 3; c++) {
        const value = (it >>> (8 * c)) & 255;
        const t = picture[o + c]! * (ink === 'dye' ? Math.min(255, rest + value) : rest) + 128;
        picture[o + c] = Math.min(255, ((t + (t >>> 8)) >>> 8) + (ink === 'dye' ? 0 : value));
      }
    }
  }
}

/** Lays a pass over a picture. */
export function passOver(picture: Uint8Array, { runs, value }: CompiledPass, mode: PassMode): void {
  const table = mode === 'light' ? lightTable() : blendTable(mode);
  for (let r = 0, v = 0; r < runs.length; r += 2)
    for (let o = runs[r]! * 3, end = o + runs[r + 1]! * 3; o < end; o++, v++) picture[o] = table[(value[v]! << 8) | picture[o]!]!;
}
