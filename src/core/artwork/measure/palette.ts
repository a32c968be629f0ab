import { oklabToRgb, rgbToHex, rgbToOklab, type Lab, type Rgb } from '../../colour/colour';
import type { Pixels } from './reduce';

/** One colour of an artwork and how much of the ink it is. */
export interface Ink {
  hex: string;
  rgb: Rgb;
  share: number;
}

const MOST = 7;
const SAMPLES = 30_000;
/** Colours nearer than this in OKLab are one ink. */
const SAME = 0.06;
/** A colour with a smaller share than this is an edge or a trace. */
const LEAST = 0.006;

/** A colour that occurs, and how often. */
interface Point {
  lab: Lab;
  n: number;
}

const away2 = (p: Lab, q: Lab): number => (p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2 + (p[2] - q[2]) ** 2;

/**
 * The inks of a picture, most used first: k-means in OKLab over the colours that occur, weighted by how often, with
 * deterministic seeds; then what is nearer than just told apart is joined. Pixels less than half opaque do not vote. At
 * most seven inks.
 */
export function palette(p: Pixels): Ink[] {
  const points = sample(p);
  const total = points.reduce((n, q) => n + q.n, 0);
  let centres = seeds(points);
  for (let round = 0; round < 12; round++) {
    const sums = centres.map((): Point => ({ lab: [0, 0, 0], n: 0 }));
    for (const q of points) {
      const sum = sums[nearest(centres, q.lab)]!;
      for (let j = 0; j < 3; j++) sum.lab[j]! += q.lab[j]! * q.n;
      sum.n += q.n;
    }
    const next = sums.filter((s) => s.n).map((s): Point => ({ lab: s.lab.map((v) => v / s.n) as Lab, n: s.n }));
    const still = next.length === centres.length && next.every((c, i) => away2(c.lab, centres[i]!.lab) < 1e-6);
    centres = next;
    if (still) break;
  }
  const inks: Point[] = [];
  for (const c of centres.sort((a, b) => b.n - a.n)) {
    const near = inks.find((k) => away2(k.lab, c.lab) < SAME ** 2);
    if (near) near.n += c.n;
    else if (c.n / total >= LEAST) inks.push({ ...c });
  }
  return inks
    .sort((a, b) => b.n - a.n)
    .map(({ lab, n }) => {
      const rgb = oklabToRgb(lab);
      return { hex: rgbToHex(rgb), rgb, share: Math.round((n / total) * 10_000) / 10_000 };
    });
}

/** The colours (5 bits a channel, their mean) of a regular sample of the pixels that print. */
function sample(p: Pixels): Point[] {
  const points = every(p, Math.max(1, Math.floor(Math.sqrt((p.width * p.height) / SAMPLES))));
  // a motif so fine that the sample missed it
  return points.length ? points : every(p, 1);
}

function every({ rgba, width, height }: Pixels, step: number): Point[] {
  const bins = new Map<number, [number, number, number, number]>();
  for (let y = step >> 1; y < height; y += step)
    for (let x = step >> 1; x < width; x += step) {
      const i = (y * width + x) * 4;
      if (rgba[i + 3]! < 128) continue;
      const key = ((rgba[i]! >> 3) << 10) | ((rgba[i + 1]! >> 3) << 5) | (rgba[i + 2]! >> 3);
      let bin = bins.get(key);
      if (!bin) bins.set(key, (bin = [0, 0, 0, 0]));
      bin[0]++;
      for (let c = 0; c < 3; c++) bin[c + 1]! += rgba[i + c]!;
    }
  return [...bins.values()].map(([n, r, g, b]) => ({
    lab: rgbToOklab([Math.round(r / n), Math.round(g / n), Math.round(b / n)]),
    n,
  }));
}

/**
 * The commonest colour first, then again and again the one that is far from all seeds and common: distance alone would
 * spend the seeds on smoothed rims, frequency alone on shades of one ink.
 */
function seeds(points: Point[]): Point[] {
  const found: Point[] = [];
  const gap = points.map(() => 1);
  while (found.length < MOST && points.length) {
    const worth = (i: number) => gap[i]! * Math.sqrt(points[i]!.n);
    let best = 0;
    for (let i = 1; i < points.length; i++) if (worth(i) > worth(best)) best = i;
    if (found.length && gap[best]! < SAME ** 2 / 2) break;
    const seed = points[best]!;
    found.push({ ...seed });
    points.forEach((p, i) => (gap[i] = Math.min(gap[i]!, away2(p.lab, seed.lab))));
  }
  return found;
}

function nearest(centres: Point[], p: Lab): number {
  let best = 0;
  for (let c = 1; c < centres.length; c++) if (away2(p, centres[c]!.lab) < away2(p, centres[best]!.lab)) best = c;
  return best;
}
