import type { Rgb } from '../colour/colour';
import { inverse, mod, type Affine } from '../placement/affine';
import type { Lie } from '../placement/lay';
import { withinTile, type Repeat } from '../placement/repeat';
import type { PrintPoints, SceneGround, SceneSheet } from './scene';
import { inkTable } from './tint';

/** Artwork, or one tile of it, reduced to about the scene's fineness: premultiplied RGBA bytes (sRGB). */
export interface Texels {
  width: number;
  height: number;
  rgba: Uint8Array;
}
/** Texels, and where they lie. */
export interface PrintTexture extends Texels {
  /** From mm in the print area to shares of the texels' width and height; of a repeat, to tiles. */
  map: Affine;
  repeat: Repeat | null;
  /** The texels with a border of one, where they were given one before: they are not given one anew. */
  edged?: Uint32Array;
}

/** Texels per scene point: a little finer than the scene, so that bilinear sampling loses nothing. */
const FINENESS = 1.4;

/** Which pixels of a picture a texture is made from, and how many texels: never more than pixels, sampling enlarges as well. */
export function textureSize({ maps, repeat }: Lie, picture: { width: number; height: number }, mmPerPoint: number) {
  const box = repeat?.box ?? { x: 0, y: 0, width: 1, height: 1 };
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
  const largest = Math.max(...maps.map((m) => Math.hypot(m.a, m.b)));
  const width = Math.max(1, Math.min(crop.width, Math.round(((largest * box.width) / mmPerPoint) * FINENESS)));
  return { crop, width, height: Math.max(1, Math.round((crop.height * width) / crop.width)) };
}

/** A picture's texels at every place where it lies. */
export const textures = (texels: Texels, { maps, repeat }: Lie): PrintTexture[] =>
  repeat
    ? [{ ...texels, map: inverse(repeat.tile), repeat }]
    : maps.map((map) => ({ ...texels, map: inverse(map), repeat: null }));

/** Straight RGBA bytes, multiplied by their alpha. */
export function premultiplied(rgba: Uint8Array | Uint8ClampedArray): Uint8Array {
  const out = new Uint8Array(rgba.length);
  for (let i = 0; i < rgba.length; i += 4) {
    const a = rgba[i + 3]!;
    if (!a) continue;
    out[i] = (rgba[i]! * a + 127) / 255;
    out[i + 1] = (rgba[i + 1]! * a + 127) / 255;
    out[i + 2] = (rgba[i + 2]! * a + 127) / 255;
    out[i + 3] = a;
  }
  return out;
}

/**
 * Artwork sampled at the print points that get ink: index of the picture point, and premultiplied RGBA packed as
 * 0xAABBGGRR with the print surface's coverage already in it.
 */
export interface PrintLayer {
  at: Uint32Array;
  rgba: Uint32Array;
}

/** Two channels at a time: the low bytes of both halves of a packed colour. */
const PAIR = 0x00ff00ff;

/**
 * The texels with a border of so many, so that sampling needs no edge cases: see-through, or what lies next to them where tiles lie
 * edge to edge. Little-endian, as every engine is.
 */
export function bordered({ width, height, rgba, repeat }: Texels & { repeat: Repeat | null }, border: number): Uint32Array {
  const from = new Uint32Array(rgba.buffer, rgba.byteOffset, width * height);
  const stride = width + 2 * border;
  const out = new Uint32Array(stride * (height + 2 * border));
  for (let y = 0; y < height; y++) out.set(from.subarray(y * width, (y + 1) * width), (y + border) * stride + border);
  if (!repeat || repeat.pitch.x > 1 || repeat.pitch.y > 1) return out;
  const { kind } = repeat;
  const [half, drop] = [kind === 'brick' ? Math.round(width / 2) : 0, kind === 'half-drop' ? Math.round(height / 2) : 0];
  const around = (at: number, side: number) => {
    if (kind !== 'mirrored') return mod(at, side);
    const there = mod(at, 2 * side);
    return there < side ? there : 2 * side - 1 - there;
  };
  for (let y = -border; y < height + border; y++) {
    const within = y >= 0 && y < height;
    for (let x = -border; x < width + border; x++) {
      if (within && x === 0) x = width;
      const [column, row] = [Math.floor(x / width), Math.floor(y / height)];
      const [u, v] = [around(x - row * half, width), around(y - column * drop, height)];
      out[(y + border) * stride + x + border] = from[v * width + u]!;
    }
  }
  return out;
}

/** Ink of one colour all over a print area. */
export function groundLayer({ at, mask }: PrintPoints, [r, g, b]: Rgb): PrintLayer {
  const rgba = new Uint32Array(at.length);
  for (let k = 0; k < at.length; k++) {
    const cover = mask[k]!;
    const by = (byte: number) => (byte * cover + 127) / 255;
    rgba[k] = (by(r) | (by(g) << 8) | (by(b) << 16) | (cover << 24)) >>> 0;
  }
  return { at, rgba };
}

/**
 * Samples a texture at every print point, bilinear between texel centres with weights of 1/256, transparent outside.
 * Done once per artwork and scene; colours share the layer. With `room`, which has to be as long as there are points, the layer lies in
 * it until it is used again: nothing is allocated.
 */
export function sampleLayer(points: PrintPoints, texture: PrintTexture, room?: PrintLayer): PrintLayer {
  const { width, height, map, repeat } = texture;
  const texels = texture.edged ?? bordered(texture, 1);
  const stride = width + 2;
  // straight to texels, but for a repeat, which has to find its tile first
  const [sx, sy] = repeat ? [1, 1] : [width, height];
  const [ux, uy, u0] = [map.a * sx, map.c * sx, map.e * sx + (repeat ? 0 : 0.5)];
  const [vx, vy, v0] = [map.b * sy, map.d * sy, map.f * sy + (repeat ? 0 : 0.5)];
  const tile = { x: 0, y: 0 };
  const { x, y, mask } = points;
  const n = points.at.length;
  const { at, rgba } = room ?? layerRoom(points);
  let count = 0;
  for (let k = 0; k < n; k++) {
    let u = x[k]! * ux + y[k]! * uy + u0;
    let v = x[k]! * vx + y[k]! * vy + v0;
    if (repeat) {
      withinTile(repeat, u, v, tile);
      u = tile.x * width + 0.5;
      v = tile.y * height + 0.5;
    }
    if (u < 0 || v < 0 || u >= width + 1 || v >= height + 1) continue;
    const i = u | 0;
    const j = v | 0;
    const o = j * stride + i;
    // one by one: an array of four would be made at every point
    const a = texels[o]!;
    const b = texels[o + 1]!;
    const c = texels[o + stride]!;
    const d = texels[o + stride + 1]!;
    if (!(a | b | c | d)) continue;
    const fx = ((u - i) * 256) | 0;
    const fy = ((v - j) * 256) | 0;
    const gx = 256 - fx;
    const gy = 256 - fy;
    // red and blue, then green and alpha
    let top = ((Math.imul(a & PAIR, gx) + Math.imul(b & PAIR, fx)) >>> 8) & PAIR;
    let low = ((Math.imul(c & PAIR, gx) + Math.imul(d & PAIR, fx)) >>> 8) & PAIR;
    let redBlue = ((Math.imul(top, gy) + Math.imul(low, fy) + 0x00800080) >>> 8) & PAIR;
    top = ((Math.imul((a >>> 8) & PAIR, gx) + Math.imul((b >>> 8) & PAIR, fx)) >>> 8) & PAIR;
    low = ((Math.imul((c >>> 8) & PAIR, gx) + Math.imul((d >>> 8) & PAIR, fx)) >>> 8) & PAIR;
    let greenAlpha = ((Math.imul(top, gy) + Math.imul(low, fy) + 0x00800080) >>> 8) & PAIR;
    const cover = mask[k]!;
    if (cover < 255) {
      redBlue = ((Math.imul(redBlue, cover + 1) + 0x00800080) >>> 8) & PAIR;
      greenAlpha = ((Math.imul(greenAlpha, cover + 1) + 0x00800080) >>> 8) & PAIR;
    }
    at[count] = points.at[k]!;
    rgba[count++] = (redBlue | (greenAlpha << 8)) >>> 0;
  }
  if (room) return { at: at.subarray(0, count), rgba: rgba.subarray(0, count) };
  return { at: at.slice(0, count), rgba: rgba.slice(0, count) };
}

/** Room for a layer on these points. */
export const layerRoom = ({ at: { length } }: PrintPoints): PrintLayer => ({
  at: new Uint32Array(length),
  rgba: new Uint32Array(length),
});

/**
 * Lays sampled layers, one for each print area, over a tinted base, one after another: out = ink * light + base * (1 - alpha). Shading multiplies encoded values,
 * which is a product in linear light under a power-law curve and differs from the exact sRGB curve by under 2/255.
 * Returns a new picture, or `into` where that is given; the base can serve again.
 */
export function printOver(
  sheet: SceneSheet,
  { plate, gloss }: SceneGround,
  layers: readonly PrintLayer[],
  base: Uint8Array,
  colour: Rgb,
  into?: Uint8Array,
): Uint8Array {
  const out = into ?? new Uint8Array(base.length);
  out.set(base);
  const light = inkTable(sheet, colour);
  for (const layer of layers) lay(out, layer, plate, light);
  if (gloss) screenOver(out, gloss);
  return out;
}

function lay(out: Uint8Array, { at, rgba }: PrintLayer, plate: Uint8Array, light: Uint16Array): void {
  for (let k = 0, n = at.length; k < n; k++) {
    const ink = rgba[k]!;
    const i = at[k]! * 3;
    const rest = 255 - (ink >>> 24);
    // t * 257 / 65536 is t / 255 rounded, for every product of two bytes
    let under = out[i]! * rest + 128;
    out[i] = ((under + (under >>> 8)) >>> 8) + (((ink & 255) * light[plate[i]!]! + 128) >>> 8);
    under = out[i + 1]! * rest + 128;
    out[i + 1] = ((under + (under >>> 8)) >>> 8) + ((((ink >>> 8) & 255) * light[plate[i + 1]!]! + 128) >>> 8);
    under = out[i + 2]! * rest + 128;
    out[i + 2] = ((under + (under >>> 8)) >>> 8) + ((((ink >>> 16) & 255) * light[plate[i + 2]!]! + 128) >>> 8);
  }
}

/** Adds reflections: out = 1 - (1 - picture)(1 - gloss). */
function screenOver(picture: Uint8Array, gloss: Uint8Array): void {
  for (let i = 0; i < picture.length; i++) {
    const g = gloss[i]!;
    if (g > 2) picture[i] = 255 - ((255 - picture[i]!) * (255 - g) + 127) / 255;
  }
}
