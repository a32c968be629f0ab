import { LINEAR_OF_BYTE, linearToSrgb, luminance, srgbToLinear, type Rgb } from '../colour/colour';
import type { SceneGround, SceneSheet } from './scene';

/** How dark a cloth counts, 0 (light) to 1 (black): blended in below a luminance of .18. */
export function darkness(colour: Rgb): number {
  return Math.max(0, 1 - luminance(colour) / 0.18);
}

/** Highlights roll off above .8 instead of clipping (linear light). */
const shoulder = (v: number): number => (v < 0.8 ? v : 0.8 + 0.2 * (1 - Math.exp(-(v - 0.8) / 0.2)));

/**
 * What a byte of the white product's plate becomes on a product of `colour`: one table of 256 per channel.
 * Dark cloth reflects little, so its folds are seen by contrast and by the sheen of raised fibres:
 * (albedo + .006) * rel^1.55 * median + .09 * max(0, rel - .55)^2, rel = shade / median, all in linear light
 * (fitted by eye against pictures of cloth; no single source).
 */
export function tintTables(sheet: SceneSheet, colour: Rgb): [Uint8Array, Uint8Array, Uint8Array] {
  const median = srgbToLinear(sheet.medianSrgb);
  const dark = sheet.material === 'cloth' ? darkness(colour) : 0;
  return colour.map((channel) => {
    const albedo = LINEAR_OF_BYTE[channel]! + dark * 0.006;
    return Uint8Array.from({ length: 256 }, (_, byte) => {
      const rel = LINEAR_OF_BYTE[byte]! / median;
      const body = albedo * rel ** (1 + 0.55 * dark) * median;
      const sheen = dark * 0.09 * Math.max(0, rel - 0.55) ** 2;
      return Math.round(255 * linearToSrgb(shoulder(body + sheen)));
    });
  }) as [Uint8Array, Uint8Array, Uint8Array];
}

/** How much of an ink's value each plate byte leaves, in 1/256: the cloth's light falling on the print. */
export function inkTable(sheet: SceneSheet, colour: Rgb): Uint16Array {
  const median = srgbToLinear(sheet.medianSrgb);
  const dark = sheet.material === 'cloth' ? darkness(colour) : 0;
  return Uint16Array.from({ length: 256 }, (_, byte) => {
    const rel = LINEAR_OF_BYTE[byte]! / median;
    return Math.round(256 * 0.985 * linearToSrgb(Math.min(1, rel ** (1 + 0.25 * dark) * median)));
  });
}

/** The scene with its product dyed in `colour` and nothing printed: RGB bytes. Mask edges mix with the surroundings. */
export function tintedBase(sheet: SceneSheet, { plate, product }: SceneGround, colour: Rgb): Uint8Array {
  const [red, green, blue] = tintTables(sheet, colour);
  const out = plate.slice();
  for (let i = 0, k = 0; k < product.length; i += 3, k++) {
    const m = product[k]!;
    if (!m) continue;
    const [r, g, b] = [plate[i]!, plate[i + 1]!, plate[i + 2]!];
    if (m === 255) {
      out[i] = red[r]!;
      out[i + 1] = green[g]!;
      out[i + 2] = blue[b]!;
    } else {
      out[i] = r + ((red[r]! - r) * m + 127) / 255;
      out[i + 1] = g + ((green[g]! - g) * m + 127) / 255;
      out[i + 2] = b + ((blue[b]! - b) * m + 127) / 255;
    }
  }
  return out;
}
