import type { Rgb } from '../colour/colour';
import type { PrintPoints, ScenePixels, SceneSheet } from './scene';
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

/** Sampled artwork per print point: premultiplied RGBA, the print surface's coverage already in it. */
export type PrintLayer = Uint8Array;

/**
 * Samples a texture at every print point, bilinear between texel centres, transparent outside. Done once per
 * artwork and scene; colours share the layer.
 */
export function sampleLayer(points: PrintPoints, texture: PrintTexture): PrintLayer {
  const { width, height, rgba } = texture;
  const out = new Uint8Array(points.at.length * 4);
  const [sx, sy] = [width / texture.widthMm, height / texture.heightMm];
  const [ox, oy] = [texture.xMm, texture.yMm];
  for (let k = 0, n = points.at.length; k < n; k++) {
    const u = (points.x[k]! - ox) * sx - 0.5;
    const v = (points.y[k]! - oy) * sy - 0.5;
    if (u <= -1 || v <= -1 || u >= width || v >= height) continue;
    const i = Math.floor(u);
    const j = Math.floor(v);
    const fx = ((u - i) * 256) | 0;
    const fy = ((v - j) * 256) | 0;
    // weights of the four texels; those outside the texture count as see-through
    const left = i >= 0 ? 256 - fx : 0;
    const right = i + 1 < width ? fx : 0;
    const up = j >= 0 ? 256 - fy : 0;
    const down = j + 1 < height ? fy : 0;
    const cover = points.mask[k]!;
    const base = (j * width + i) * 4;
    const under = base + width * 4;
    const o = k * 4;
    for (let c = 0; c < 4; c++) {
      const top = up ? (left ? rgba[base + c]! * left : 0) + (right ? rgba[base + 4 + c]! * right : 0) : 0;
      const low = down ? (left ? rgba[under + c]! * left : 0) + (right ? rgba[under + 4 + c]! * right : 0) : 0;
      out[o + c] = ((top * up + low * down + 32768) >>> 16) * cover * (1 / 255) + 0.5;
    }
  }
  return out;
}

/**
 * Lays a sampled layer over a tinted base: out = ink * light + base * (1 - alpha). Shading multiplies encoded values,
 * which is a product in linear light under a power-law curve and differs from the exact sRGB curve by under 2/255.
 * Returns a new picture; the base can serve again.
 */
export function printOver(
  sheet: SceneSheet,
  pixels: ScenePixels,
  points: PrintPoints,
  layer: PrintLayer,
  base: Uint8Array,
  colour: Rgb,
): Uint8Array {
  const out = Uint8Array.from(base);
  const light = inkTable(sheet, colour);
  const { plate, gloss } = pixels;
  for (let k = 0, n = points.at.length; k < n; k++) {
    const alpha = layer[k * 4 + 3]!;
    if (!alpha) continue;
    const i = points.at[k]! * 3;
    const rest = 255 - alpha;
    for (let c = 0; c < 3; c++) {
      const under = rest ? ((out[i + c]! * rest + 127) / 255) | 0 : 0;
      out[i + c] = under + ((layer[k * 4 + c]! * light[plate[i + c]!]! + 128) >> 8);
    }
  }
  if (gloss) screenOver(out, gloss);
  return out;
}

/** Adds reflections: out = 1 - (1 - picture)(1 - gloss). */
function screenOver(picture: Uint8Array, gloss: Uint8Array): void {
  for (let i = 0; i < picture.length; i++) {
    const g = gloss[i]!;
    if (g > 2) picture[i] = 255 - ((255 - picture[i]!) * (255 - g) + 127) / 255;
  }
}
