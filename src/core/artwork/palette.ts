import { oklabToRgb, rgbToHex, rgbToOklab, type Lab, type Rgb } from '../colour/colour';
import type { Pixels } from './reduce';

/** One colour of an artwork and how much of the ink it is. */
export interface Ink {
  hex: string;
  rgb: Rgb;
  share: number;
}

const MOST = 7;
const SAMPLES = 6000;
/** Colours nearer than this in OKLab are one ink. */
const SAME = 0.06;
/** A colour with a smaller share than this is an edge or a trace. */
const LEAST = 0.006;

const away2 = (p: Lab, q: Lab): number => (p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2 + (p[2] - q[2]) ** 2;

/**
 * The inks of a picture, most used first: k-means in OKLab with farthest-point seeds (deterministic), then what is
 * nearer than just told apart is joined. Pixels less than half opaque do not vote. At most seven inks.
 */
export function palette(p: Pixels): Ink[] {
  const points = sample(p);
  if (!points.length) return [];
  const centres = seeds(points);
  const counts = new Array<number>(centres.length).fill(0);
  for (let round = 0; round < 10; round++) {
    const sums = centres.map((): Lab => [0, 0, 0]);
    counts.fill(0);
    for (const q of points) {
      const c = nearest(centres, q);
      counts[c]!++;
      for (let j = 0; j < 3; j++) sums[c]![j]! += q[j]!;
    }
    let moved = 0;
    for (let c = 0; c < centres.length; c++) {
      if (!counts[c]) continue;
      const next = sums[c]!.map((s) => s / counts[c]!) as Lab;
      moved = Math.max(moved, away2(next, centres[c]!));
      centres[c] = next;
    }
    if (moved < 1e-6) break;
  }
  const inks: { lab: Lab; n: number }[] = [];
  for (const c of centres.map((lab, i) => ({ lab, n: counts[i]! })).sort((a, b) => b.n - a.n)) {
    const near = inks.find((k) => away2(k.lab, c.lab) < SAME ** 2);
    if (near) near.n += c.n;
    else if (c.n / points.length >= LEAST) inks.push(c);
  }
  return inks
    .sort((a, b) => b.n - a.n)
    .map(({ lab, n }) => {
      const rgb = oklabToRgb(lab);
      return { hex: rgbToHex(rgb), rgb, share: Math.round((n / points.length) * 10_000) / 10_000 };
    });
}

/** A regular sample of the pixels that print, with the conversion of each colour done once. */
function sample(p: Pixels): Lab[] {
  const points = every(p, Math.max(1, Math.floor(Math.sqrt((p.width * p.height) / SAMPLES / 4))));
  // a motif so fine that the sample missed it
  return points.length ? points : every(p, 1);
}

function every({ rgba, width, height }: Pixels, step: number): Lab[] {
  const known = new Map<number, Lab>();
  const points: Lab[] = [];
  for (let y = step >> 1; y < height; y += step)
    for (let x = step >> 1; x < width; x += step) {
      const i = (y * width + x) * 4;
      if (rgba[i + 3]! < 128) continue;
      const key = (rgba[i]! << 16) | (rgba[i + 1]! << 8) | rgba[i + 2]!;
      let lab = known.get(key);
      if (!lab) known.set(key, (lab = rgbToOklab([rgba[i]!, rgba[i + 1]!, rgba[i + 2]!])));
      points.push(lab);
    }
  return points;
}

/** The mean first, then again and again the point that is farthest from all seeds. */
function seeds(points: Lab[]): Lab[] {
  const mean: Lab = [0, 0, 0];
  for (const p of points) for (let j = 0; j < 3; j++) mean[j]! += p[j]! / points.length;
  const found: Lab[] = [points.reduce((best, p) => (away2(p, mean) < away2(best, mean) ? p : best))];
  const gap = points.map((p) => away2(p, found[0]!));
  while (found.length < MOST) {
    let far = 0;
    for (let i = 1; i < gap.length; i++) if (gap[i]! > gap[far]!) far = i;
    if (gap[far]! < 1e-4) break;
    const seed = points[far]!;
    found.push([...seed]);
    points.forEach((p, i) => (gap[i] = Math.min(gap[i]!, away2(p, seed))));
  }
  return found;
}

function nearest(centres: Lab[], p: Lab): number {
  let best = 0;
  for (let c = 1; c < centres.length; c++) if (away2(p, centres[c]!) < away2(p, centres[best]!)) best = c;
  return best;
}
