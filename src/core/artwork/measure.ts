import { distance, rgbToOklab, type Rgb } from '../colour/colour';

export type Tone = 'light' | 'dark' | 'colourful';

/** One colour of an artwork and how much of the ink it is. */
export interface Ink {
  hex: string;
  rgb: Rgb;
  share: number;
}

/** What is measured in an artwork's pixels. Shares are 0..1. */
export interface Measured {
  /** Share of fully see-through pixels and of half see-through ones. */
  clearShare: number;
  softShare: number;
  /** Box of everything that would print, in shares of width and height. */
  trim: { x: number; y: number; width: number; height: number };
  tone: Tone;
  /** Mean OKLab lightness and chroma of the ink, the measure behind `tone`. */
  lightness: number;
  chroma: number;
  inks: Ink[];
  /** Stated resolution of the file in px/in, when it states one. */
  statedPpi: number | null;
}

/** Pixels with alpha below this do not print. */
const PRINTS = 13;

/**
 * Measures straight-alpha RGBA bytes (sRGB). Any size; give a reduced picture, about 400 px across is enough.
 * Returns null for an empty picture: nothing in it would print.
 */
export function measure(rgba: Uint8Array, width: number, height: number, statedPpi: number | null): Measured | null {
  let [clear, soft, x0, y0, x1, y1] = [0, 0, width, height, -1, -1];
  // 5 bits a channel: enough to find the inks, small enough to sort
  const bins = new Map<number, { n: number; r: number; g: number; b: number }>();
  let ink = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const a = rgba[i + 3]!;
      if (a < PRINTS) {
        clear++;
        continue;
      }
      if (a < 242) soft++;
      x0 = Math.min(x0, x);
      x1 = Math.max(x1, x);
      y0 = Math.min(y0, y);
      y1 = y;
      const [r, g, b] = [rgba[i]!, rgba[i + 1]!, rgba[i + 2]!];
      const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
      const weight = a / 255;
      const bin = bins.get(key);
      if (bin) {
        bin.n += weight;
        bin.r += r * weight;
        bin.g += g * weight;
        bin.b += b * weight;
      } else bins.set(key, { n: weight, r: r * weight, g: g * weight, b: b * weight });
      ink += weight;
    }
  if (x1 < 0) return null;
  const colours = [...bins.values()].map((bin) => ({
    n: bin.n,
    rgb: [bin.r, bin.g, bin.b].map((v) => Math.round(v / bin.n)) as Rgb,
  }));
  let [lightness, chroma] = [0, 0];
  for (const { n, rgb } of colours) {
    const [l, a, b] = rgbToOklab(rgb);
    lightness += (l * n) / ink;
    chroma += (Math.hypot(a, b) * n) / ink;
  }
  const total = width * height;
  return {
    clearShare: clear / total,
    softShare: soft / total,
    trim: { x: x0 / width, y: y0 / height, width: (x1 + 1 - x0) / width, height: (y1 + 1 - y0) / height },
    tone: toneOf(lightness, chroma),
    lightness,
    chroma,
    inks: mainInks(colours, ink),
    statedPpi,
  };
}

/** Light and dark go by mean lightness; strong colour in the middle range needs a look. Limits are common practice. */
export function toneOf(lightness: number, chroma: number): Tone {
  if (lightness > 0.72 && chroma < 0.15) return 'light';
  if (lightness < 0.45 && chroma < 0.15) return 'dark';
  return 'colourful';
}

/** Up to six inks: the commonest colour claims all near it, then the next. */
function mainInks(colours: { n: number; rgb: Rgb }[], total: number): Ink[] {
  const left = colours.sort((a, b) => b.n - a.n).slice(0, 400);
  const found: Ink[] = [];
  for (const { n, rgb } of left) {
    const near = found.find((f) => distance(f.rgb, rgb) < 0.12);
    if (near) near.share += n / total;
    else if (found.length < 6 && n / total > 0.004) found.push({ rgb, hex: '', share: n / total });
  }
  return found
    .sort((a, b) => b.share - a.share)
    .map((f) => ({ ...f, hex: '#' + f.rgb.map((v) => v.toString(16).padStart(2, '0')).join('') }));
}

/** An ink nearer to the cloth than this is partly lost on it; so much lost ink spoils a design: a line of words, say. */
const LOST_BELOW = 0.2;
const LOST_SHARE = 0.035;

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
  const lost = apart.reduce((s, i) => s + i.share * Math.max(0, 1 - i.away / LOST_BELOW), 0);
  return lost >= LOST_SHARE ? Math.min(0.5, clear) : clear;
}
