import { distance, rgbToOklab, type Rgb } from '../../colour/colour';
import { edges, silhouetteOf, specks, type Edges, type Specks } from './outline';
import { palette, type Ink } from './palette';
import { PRINTS, type Box, type FullCounts, type Pixels } from './reduce';
import { rim, type Rim } from './rim';
import { repeat, texture, type Repeat, type Texture } from './texture';

export type Tone = 'light' | 'dark' | 'colourful';
export type { Ink, Rim };

/** What is measured in an artwork's pixels. Shares are 0..1. */
export interface Measured {
  /** Share of fully see-through pixels and of half see-through ones. */
  clearShare: number;
  softShare: number;
  /** Box of everything that would print, in shares of width and height. */
  trim: Box;
  edges: Edges;
  specks: Specks;
  picture: Texture;
  repeat: Repeat;
  tone: Tone;
  /** Mean OKLab lightness and chroma of the ink, the measure behind `tone`. */
  lightness: number;
  chroma: number;
  inks: Ink[];
  /** What runs round it, where it fills its sheet; not there in what was measured before this was. */
  rim?: Rim | null;
  /** Stated resolution of the file in px/in, when it states one. */
  statedPpi: number | null;
}

/**
 * Measures an artwork. `counts` come from every pixel of the original; `working` is the picture reduced by the whole
 * number `by`, `small` one of about 480 px. Straight-alpha sRGB. Returns null for an empty picture: nothing would print.
 */
export function measure(
  counts: FullCounts,
  working: Pixels,
  by: number,
  small: Pixels,
  statedPpi: number | null,
): Measured | null {
  if (!counts.trim) return null;
  const { lightness, chroma } = meanInk(small);
  const silhouette = counts.clearShare + counts.softShare > 0 ? silhouetteOf(working) : null;
  return {
    clearShare: counts.clearShare,
    softShare: counts.softShare,
    trim: counts.trim,
    edges: silhouette ? edges(silhouette, by) : { kind: 'none', widthPx: 0 },
    specks: silhouette ? specks(silhouette) : { count: 0, boxes: [], trimWithout: null },
    picture: texture(small),
    repeat: repeat(small),
    tone: toneOf(lightness, chroma),
    lightness,
    chroma,
    inks: palette(small),
    rim: rim(small),
    statedPpi,
  };
}

/** Mean OKLab lightness and chroma of everything that prints, weighted by opacity. */
function meanInk({ rgba }: Pixels): { lightness: number; chroma: number } {
  // 5 bits a channel: the conversion is done once for each of a few thousand colours
  const bins = new Map<number, [number, number, number, number]>();
  let ink = 0;
  for (let i = 0; i < rgba.length; i += 4) {
    const weight = rgba[i + 3]!;
    if (weight < PRINTS) continue;
    const key = ((rgba[i]! >> 3) << 10) | ((rgba[i + 1]! >> 3) << 5) | (rgba[i + 2]! >> 3);
    let bin = bins.get(key);
    if (!bin) bins.set(key, (bin = [0, 0, 0, 0]));
    bin[0] += weight;
    for (let c = 0; c < 3; c++) bin[c + 1]! += rgba[i + c]! * weight;
    ink += weight;
  }
  let [lightness, chroma] = [0, 0];
  for (const [n, r, g, b] of bins.values()) {
    const [L, a, bb] = rgbToOklab([Math.round(r / n), Math.round(g / n), Math.round(b / n)]);
    lightness += (L * n) / ink;
    chroma += (Math.hypot(a, bb) * n) / ink;
  }
  return { lightness, chroma };
}

/** Light and dark go by mean lightness; strong colour in the middle range needs a look. Limits are common practice. */
export function toneOf(lightness: number, chroma: number): Tone {
  if (lightness > 0.72 && chroma < 0.15) return 'light';
  if (lightness < 0.45 && chroma < 0.15) return 'dark';
  return 'colourful';
}

/** An ink nearer to the cloth than this is partly lost on it; so much lost ink spoils a design: a line of words, say. */
const LOST_BELOW = 0.2;
const LOST_SHARE = 0.035;

/** Less see-through than this share, and artwork fills its sheet. */
const BARE_BELOW = 0.02;

/** Whether artwork fills its sheet: it brings its own ground, and nothing of what it is printed on shows through. */
export const fillsSheet = ({ clearShare }: { clearShare: number }): boolean => clearShare < BARE_BELOW;

/**
 * How well artwork can be read on a cloth colour, 0..1: the share of its ink that stands clear of the cloth, counting
 * an ink fully from an OKLab distance of 0.30 and not at all below 0.10. At most 0.5 when a part of the design is lost.
 * Limits fitted by eye on the demo's artwork; no single source.
 */
export function legibility(inks: Ink[], cloth: Rgb): number {
  const total = inks.reduce((s, i) => s + i.share, 0);
  if (!total) return 0;
  const apart = inks.map((i) => ({ share: i.share / total, away: distance(i.rgb, cloth) }));
  const clear = apart.reduce((s, i) => s + i.share * Math.min(1, Math.max(0, (i.away - 0.1) / 0.2)), 0);
  return lostShare(inks, cloth) >= LOST_SHARE ? Math.min(0.5, clear) : clear;
}

/** The share of ink, 0..1, that cannot be told from a cloth of that colour; ink that is partly lost counts in part. */
export function lostShare(inks: Ink[], cloth: Rgb): number {
  const total = inks.reduce((s, i) => s + i.share, 0);
  return inks.reduce((s, i) => s + (i.share / (total || 1)) * Math.max(0, 1 - distance(i.rgb, cloth) / LOST_BELOW), 0);
}
