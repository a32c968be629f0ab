import type { Rgb } from '../colour/colour';
import type { PrintPoints, SceneGround, SceneSheet } from './scene';
import { inkTable } from './tint';

/** Artwork reduced to about the scene's fineness: premultiplied RGBA bytes (sRGB), and its rectangle in the print area, mm. */
export interface PrintTexture {
  width: number;
  height: number;
  rgba: Uint8Array;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
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

/** The texture with a see-through border, so that sampling needs no edge cases. Little-endian, as every engine is. */
function bordered({ width, height, rgba }: PrintTexture): Uint32Array {
  const from = new Uint32Array(rgba.buffer, rgba.byteOffset, width * height);
  const out = new Uint32Array((width + 2) * (height + 2));
  for (let y = 0; y < height; y++) out.set(from.subarray(y * width, (y + 1) * width), (y + 1) * (width + 2) + 1);
  return out;
}

/**
 * Samples a texture at every print point, bilinear between texel centres with weights of 1/256, transparent outside.
 * Done once per artwork and scene; colours share the layer.
 */
export function sampleLayer(points: PrintPoints, texture: PrintTexture): PrintLayer {
  const { width, height } = texture;
  const texels = bordered(texture);
  const stride = width + 2;
  const [sx, sy] = [width / texture.widthMm, height / texture.heightMm];
  const [ox, oy] = [0.5 - texture.xMm * sx, 0.5 - texture.yMm * sy];
  const { x, y, mask } = points;
  const n = points.at.length;
  const at = new Uint32Array(n);
  const rgba = new Uint32Array(n);
  let count = 0;
  for (let k = 0; k < n; k++) {
    const u = x[k]! * sx + ox;
    const v = y[k]! * sy + oy;
    if (u < 0 || v < 0 || u >= width + 1 || v >= height + 1) continue;
    const i = u | 0;
    const j = v | 0;
    const o = j * stride + i;
    const [a, b, c, d] = [texels[o]!, texels[o + 1]!, texels[o + stride]!, texels[o + stride + 1]!];
    if (!(a | b | c | d)) continue;
    const fx = ((u - i) * 256) | 0;
    const fy = ((v - j) * 256) | 0;
    const [gx, gy] = [256 - fx, 256 - fy];
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
  return { at: at.slice(0, count), rgba: rgba.slice(0, count) };
}

/**
 * Lays sampled layers, one for each print area, over a tinted base, one after another: out = ink * light + base * (1 - alpha). Shading multiplies encoded values,
 * which is a product in linear light under a power-law curve and differs from the exact sRGB curve by under 2/255.
 * Returns a new picture; the base can serve again.
 */
export function printOver(
  sheet: SceneSheet,
  { plate, gloss }: SceneGround,
  layers: readonly PrintLayer[],
  base: Uint8Array,
  colour: Rgb,
): Uint8Array {
  const out = base.slice();
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
