import { hexToRgb, LINEAR_OF_BYTE, linearToSrgb, luminance, srgbToLinear, type Rgb } from '../colour/colour';
import type { ClothPattern } from './cloth';
import type { CompiledScene } from './compiled';
import type { Material, ScenePart, SceneSheet } from './sheet';

/** How dark a cloth counts, 0 (light) to 1 (black): blended in below a luminance of .18. */
export function darkness(colour: Rgb): number {
  return Math.max(0, 1 - luminance(colour) / 0.18);
}

/** Highlights roll off above .8 instead of clipping (linear light). */
const shoulder = (v: number): number => (v < 0.8 ? v : 0.8 + 0.2 * (1 - Math.exp(-(v - 0.8) / 0.2)));

/** Red, green and blue of a part, one after another: what each byte of the white product's plate becomes. */
export type TintTable = Uint8Array;

/**
 * What a byte of the white product's plate becomes on a part of `colour`.
 * Dark cloth reflects little, so its folds are seen by contrast and by the sheen of raised fibres:
 * (albedo + .006) * rel^1.55 * median + .09 * max(0, rel - .55)^2, rel = shade / median, all in linear light
 * (fitted by eye against pictures of cloth; no single source).
 */
export function tintTable({ material, medianSrgb }: { material: Material; medianSrgb: number }, colour: Rgb): TintTable {
  const median = srgbToLinear(medianSrgb);
  const dark = material === 'cloth' ? darkness(colour) : 0;
  const table = new Uint8Array(768);
  colour.forEach((channel, c) => {
    const albedo = LINEAR_OF_BYTE[channel]! + dark * 0.006;
    for (let byte = 0; byte < 256; byte++) {
      const rel = LINEAR_OF_BYTE[byte]! / median;
      const body = albedo * rel ** (1 + 0.55 * dark) * median;
      const sheen = dark * 0.09 * Math.max(0, rel - 0.55) ** 2;
      table[c * 256 + byte] = Math.round(255 * linearToSrgb(shoulder(body + sheen)));
    }
  });
  return table;
}

/** What the products of a scene are dyed in. */
export interface ProductDyes {
  colour: string;
  /** What is printed on, where that is of another colour: the sheet in a frame. */
  ground?: string;
  finish?: string;
  /** A second colour in the cloth. */
  mixed?: { with: string; pattern: ClothPattern };
}

/** The colour of each of a scene's parts, `#rrggbb`. */
export const partColours = ({ parts }: SceneSheet, products: readonly ProductDyes[], mixed = false): string[] =>
  parts.map(({ takes, product }) => {
    const its = products[product % products.length]!;
    if (takes === 'ground') return its.ground ?? its.colour;
    if (takes === 'finish') return its.finish ?? its.colour;
    return takes === 'colour' ? (mixed ? (its.mixed?.with ?? its.colour) : its.colour) : takes;
  });

/** The tables of the surroundings and of each part. */
export const tintTables = (parts: readonly ScenePart[], colours: readonly string[]): TintTable[] => [
  // the surroundings are as they are
  Uint8Array.from({ length: 768 }, (_, i) => i & 255),
  ...parts.map((part, i) => tintTable(part, hexToRgb(colours[i]!))),
];

/**
 * The scene with its products dyed and nothing printed: RGB bytes. Edges between parts mix. `second` is the other colour of mixed cloth
 * for each part, `weave` how much of it each point has (`cloth.ts`).
 */
export function tintedBase(
  { sheet: { parts }, plate, cover: { first, second, share } }: Pick<CompiledScene, 'sheet' | 'plate' | 'cover'>,
  colours: readonly string[],
  out: Uint8Array = new Uint8Array(plate.length),
  other?: { colours: readonly string[]; weave: Uint8Array },
): Uint8Array {
  out.set(plate);
  const dyes = tintTables(parts, colours);
  const others = other && tintTables(parts, other.colours);
  const plain = dyes[0]!;
  const only = dyes[1]!;
  for (let i = 0, k = 0; k < share.length; i += 3, k++) {
    const part = share[k]!;
    const above = first ? dyes[first[k]!]! : only;
    const below = second ? dyes[second[k]!]! : plain;
    if (!part && below === plain) continue;
    const r = plate[i]!;
    const g = 256 + plate[i + 1]!;
    const b = 512 + plate[i + 2]!;
    if (part === 255) {
      out[i] = above[r]!;
      out[i + 1] = above[g]!;
      out[i + 2] = above[b]!;
    } else {
      out[i] = mixed(below[r]!, above[r]!, part);
      out[i + 1] = mixed(below[g]!, above[g]!, part);
      out[i + 2] = mixed(below[b]!, above[b]!, part);
    }
    if (!others) continue;
    const w = other.weave[k]!;
    const above2 = first ? others[first[k]!]! : others[1]!;
    const below2 = second ? others[second[k]!]! : plain;
    out[i] = mixed(out[i]!, mixed(below2[r]!, above2[r]!, part), w);
    out[i + 1] = mixed(out[i + 1]!, mixed(below2[g]!, above2[g]!, part), w);
    out[i + 2] = mixed(out[i + 2]!, mixed(below2[b]!, above2[b]!, part), w);
  }
  return out;
}

/** So much of the second of two bytes, 0 to 255, the rest of the first. */
const mixed = (a: number, b: number, share: number): number => Math.floor((a * (255 - share) + b * share + 127) / 255);
