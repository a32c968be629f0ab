import { rgbToOklab } from '../../colour/colour';
import { CELLS, type Fingerprint } from './fingerprint';

/**
 * How two artworks belong together. `copy`: the same picture scaled, recompressed or slightly recoloured. `twin`: the same
 * silhouette in light and in dark ink. `family`: the same composition with a part exchanged, a word for instance.
 */
export type Likeness = 'copy' | 'twin' | 'family';

/** How many of 64 bits may differ for two artworks to be worth comparing cell by cell. */
export const HASH_REACH = 18;

const bitsApart = (a: bigint, b: bigint): number => {
  let n = 0;
  for (let x = BigInt.asUintN(64, a ^ b); x; x &= x - 1n) n++;
  return n;
};

/** How alike the words on two artworks are; null where either is not read yet or has none. */
export type WordsAlike = 'same' | 'different' | null;

/**
 * Compares two fingerprints. Hashes only sort out what cannot be alike; what decides is the picture itself, cell by
 * cell: differences that a shift by a small part of a cell explains, as scaling leaves them, do not count, a changed word
 * does. Limits fitted on open clip art with altered copies; no single source.
 */
export function compare(a: Fingerprint, b: Fingerprint, words: WordsAlike = null): Likeness | null {
  if (Math.abs(Math.log(a.aspect / b.aspect)) > 0.1) return null;
  const lightness = Math.min(bitsApart(a.gradient, b.gradient), bitsApart(a.waves, b.waves));
  const shape = bitsApart(a.shape, b.shape);
  if (lightness > HASH_REACH && shape > HASH_REACH) return null;
  const [p, q] = [planesOf(a), planesOf(b)];
  const alpha = departure([p.alpha], [q.alpha]);
  const seeThrough = p.clear > 0.05 && q.clear > 0.05;
  const sameShape = alpha.whole < SHAPE_WHOLE && alpha.worst < SHAPE_WORST;
  const recoloured = Math.hypot(a.mean[0] - b.mean[0], a.mean[1] - b.mean[1], a.mean[2] - b.mean[2]);
  if (sameShape) stretchTo(p, q);
  const light = sameShape ? departure([p.light], [q.light]) : null;
  if (light && recoloured < 0.1 && light.whole < LIGHT_WHOLE && light.worst < LIGHT_WORST && colourApart(p, q) < 0.09)
    return words === 'different' ? 'family' : 'copy';
  if (sameShape && seeThrough) return Math.abs(a.mean[0] - b.mean[0]) > 0.12 ? 'twin' : 'family';
  return lightness <= 10 && shape <= 16 && recoloured < 0.12 && departure([p.light, p.alpha], [q.light, q.alpha]).whole < 0.35
    ? 'family'
    : null;
}

const SHAPE_WHOLE = 0.12;
const SHAPE_WORST = 0.9;
const LIGHT_WHOLE = 0.14;
const LIGHT_WORST = 0.8;

/** A fingerprint's cells in OKLab on a middle ground, premultiplied, each plane moved to a mean of nought. */
interface Planes {
  light: Float64Array;
  alpha: Float64Array;
  chroma: [Float64Array, Float64Array];
  clear: number;
}

function planesOf(f: Fingerprint): Planes {
  const n = CELLS * CELLS;
  const light = new Float64Array(n);
  const alpha = new Float64Array(n);
  const chroma: Planes['chroma'] = [new Float64Array(n), new Float64Array(n)];
  let clear = 0;
  for (let i = 0; i < n; i++) {
    const a = f.cells[i * 4 + 3]! / 255;
    if (a < 0.05) clear++;
    alpha[i] = a;
    if (!a) continue;
    const lab = rgbToOklab([f.cells[i * 4]!, f.cells[i * 4 + 1]!, f.cells[i * 4 + 2]!]);
    light[i] = (lab[0] - f.mean[0]) * a;
    chroma[0][i] = (lab[1] - f.mean[1]) * a;
    chroma[1][i] = (lab[2] - f.mean[2]) * a;
  }
  return { light, alpha, chroma, clear: clear / n };
}

/** Stretches the lightness of q to that of p, by a quarter at most: a brighter copy has the same picture. */
function stretchTo(p: Planes, q: Planes): void {
  let [both, own] = [0, 0];
  for (let i = 0; i < p.light.length; i++) {
    both += p.light[i]! * q.light[i]!;
    own += q.light[i]! ** 2;
  }
  const gain = own ? Math.max(0.8, Math.min(1.25, both / own)) : 1;
  for (let i = 0; i < q.light.length; i++) q.light[i]! *= gain;
}

/** Mean distance of the chroma planes where there is ink. */
function colourApart(p: Planes, q: Planes): number {
  let [sum, ink] = [0, 0];
  for (let i = 0; i < p.alpha.length; i++) {
    sum += Math.hypot(p.chroma[0][i]! - q.chroma[0][i]!, p.chroma[1][i]! - q.chroma[1][i]!);
    ink += Math.max(p.alpha[i]!, q.alpha[i]!);
  }
  return sum / (ink || 1);
}

/** Differences smaller than this are the noise of compression. */
const NOISE = 0.04;
const BLOCK = 4;

/**
 * Squared differences of planes over their squared slopes, for the whole and for the worst block of cells. A picture
 * moved by d cells has d squared; a picture with another content about 1.
 */
function departure(a: Float64Array[], b: Float64Array[]): { whole: number; worst: number } {
  const n = CELLS * CELLS;
  const apart = new Float64Array(n);
  const slope = new Float64Array(n);
  a.forEach((pa, k) => {
    const pb = b[k]!;
    for (let y = 0; y < CELLS; y++)
      for (let x = 0; x < CELLS; x++) {
        const i = y * CELLS + x;
        apart[i]! += (pa[i]! - pb[i]!) ** 2;
        for (const plane of [pa, pb]) {
          // there is nothing around a trimmed picture: its outermost cells fall off to nought
          const across = plane[i]! - (x + 1 < CELLS ? plane[i + 1]! : 0);
          const down = plane[i]! - (y + 1 < CELLS ? plane[i + CELLS]! : 0);
          const rim = (x === 0 ? plane[i]! ** 2 : 0) + (y === 0 ? plane[i]! ** 2 : 0);
          slope[i]! += (across ** 2 + down ** 2 + rim) / 2;
        }
      }
  });
  const over = (cells: number, d: number, s: number) => d / (s + cells * NOISE ** 2);
  let [all, steep, worst] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    all += apart[i]!;
    steep += slope[i]!;
  }
  for (let y = 0; y + BLOCK <= CELLS; y += 2)
    for (let x = 0; x + BLOCK <= CELLS; x += 2) {
      let [d, s] = [0, 0];
      for (let j = 0; j < BLOCK; j++)
        for (let i = 0; i < BLOCK; i++) {
          d += apart[(y + j) * CELLS + x + i]!;
          s += slope[(y + j) * CELLS + x + i]!;
        }
      worst = Math.max(worst, over(BLOCK * BLOCK, d, s));
    }
  return { whole: over(n / 16, all, steep), worst };
}

/** Are the words of two artworks the same, as far as they were read with confidence? */
export function wordsAlike(a: string[], b: string[]): WordsAlike {
  if (!a.length || !b.length) return null;
  const [p, q] = [new Set(a.map((w) => w.toLowerCase())), new Set(b.map((w) => w.toLowerCase()))];
  const common = [...p].filter((w) => q.has(w)).length;
  return common === p.size && common === q.size ? 'same' : 'different';
}

/** Artworks that belong together: the oldest, and those that are like it. */
export interface Group {
  kind: Likeness;
  ids: string[];
}

/**
 * Gathers pairs into groups. Each stands around its oldest artwork and holds only what is like that one itself, so that a
 * chain of small differences does not join what is different. Give the pairs in the order of their artworks' age.
 */
export function groupsOf(pairs: { olderId: string; newerId: string; kind: Likeness }[]): Group[] {
  const groups: Group[] = [];
  for (const kind of ['copy', 'twin', 'family'] as const) {
    const taken = new Map<string, Group>();
    for (const p of pairs.filter((q) => q.kind === kind)) {
      if (taken.has(p.newerId)) continue;
      const around = taken.get(p.olderId);
      // a member of another group does not found one of its own unless it is that group's oldest
      if (around && around.ids[0] !== p.olderId) continue;
      const group = around ?? { kind, ids: [p.olderId] };
      if (!around) {
        groups.push(group);
        taken.set(p.olderId, group);
      }
      group.ids.push(p.newerId);
      taken.set(p.newerId, group);
    }
  }
  return groups;
}
