import { chain, moved, scaled } from '../placement/affine';
import type { Lie } from '../placement/lay';
import type { Rgb } from '../colour/colour';
import type { Pixels } from './texture';

/** Longer side in which a rim is worked out, with its margins, texels: twice as fine as scenes show it. */
const SIDE = 1200;
/** A knife takes no nook narrower than this, mm. */
const NOOK_MM = 1.6;
/** The shadow of a vinyl that thick: how far it falls to the right and down, and how soft it is, mm. */
const SHADOW = { xMm: 0.22, yMm: 0.34, softMm: 0.4, opacity: 0.42 };
/** Where a picture begins to be cut along, of 255. */
const CUT_FROM = 64;

/**
 * Where the rim of a picture lies that is cut out with so many mm around it: the picture's place, and as much more to each side as the rim
 * and its shadow take. The picture itself lies in the middle of it.
 */
export function rimLie({ maps, repeat }: Lie, rimMm: number): { lie: Lie; margin: { x: number; y: number } } {
  const { a, b, c, d } = maps[0]!;
  const wider = rimMm + SHADOW.yMm + 2 * SHADOW.softMm;
  const margin = { x: wider / Math.hypot(a, b), y: wider / Math.hypot(c, d) };
  const out = chain(moved(-margin.x, -margin.y), scaled(1 + 2 * margin.x, 1 + 2 * margin.y));
  return { lie: { maps: maps.map((m) => chain(m, out)), repeat }, margin };
}

/** Names the rim of what `key` names: it is the same wherever it lies, as long as it is as large. */
export function rimKey(key: string, { maps }: Lie, rimMm: number, colour: string): string {
  const { a, b, c, d } = maps[0]!;
  return JSON.stringify(['rim', key, Math.hypot(a, b).toFixed(3), Math.hypot(c, d).toFixed(3), rimMm, colour]);
}

/**
 * The rim: what is left of a sheet of vinyl in this colour when it is cut along a picture, `rimMm` from it, with its shadow on what it
 * sticks to. It goes beneath the picture, at `rimLie`.
 */
export function rimOf(picture: Pixels, { maps }: Lie, rimMm: number, [r, g, b]: Rgb): Pixels {
  const { margin } = rimLie({ maps, repeat: null }, rimMm);
  // with its margins, which are far wider than a picture that is printed small
  const whole = Math.max(picture.width * (1 + 2 * margin.x), picture.height * (1 + 2 * margin.y));
  const by = Math.max(1, Math.ceil(whole / SIDE));
  const [width, height] = [Math.ceil(picture.width / by), Math.ceil(picture.height / by)];
  const [left, top] = [Math.round(margin.x * width), Math.round(margin.y * height)];
  const [w, h] = [width + 2 * left, height + 2 * top];
  const perMm = width / Math.hypot(maps[0]!.a, maps[0]!.b);
  const covered = new Uint8Array(w * h);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (opacityAt(picture, x * by, y * by, by) >= CUT_FROM) covered[(y + top) * w + x + left] = 1;
  // out by the rim and a nook, and back by the nook: what is narrow is filled
  const nook = (NOOK_MM / 2) * perMm;
  const reach = rimMm * perMm;
  const grown = Uint8Array.from(squaredDistances(covered, w, h), (d) => (d <= (reach + nook) ** 2 ? 0 : 1));
  const back = squaredDistances(grown, w, h);
  const silhouette = Float32Array.from(back, (d) => (d ? Math.max(0, Math.min(1, Math.sqrt(d) - nook + 0.5)) : 0));
  const [dx, dy] = [Math.round(SHADOW.xMm * perMm), Math.round(SHADOW.yMm * perMm)];
  const shadow = blurred(silhouette, w, h, Math.max(1, Math.round(SHADOW.softMm * perMm)));
  const rgba = new Uint8ClampedArray(w * h * 4);
  for (let y = 0, i = 0; y < h; y++)
    for (let x = 0; x < w; x++, i++) {
      const vinyl = silhouette[i]!;
      const from = y >= dy && x >= dx ? shadow[i - dy * w - dx]! : 0;
      const dark = from * SHADOW.opacity * (1 - vinyl);
      const alpha = vinyl + dark;
      rgba.set([(r * vinyl) / (alpha || 1), (g * vinyl) / (alpha || 1), (b * vinyl) / (alpha || 1), alpha * 255], i * 4);
    }
  return { width: w, height: h, rgba };
}

/** The mean opacity of a square of a picture. */
function opacityAt({ width, height, rgba }: Pixels, x0: number, y0: number, side: number): number {
  let [sum, n] = [0, 0];
  for (let y = y0; y < Math.min(height, y0 + side); y++)
    for (let x = x0; x < Math.min(width, x0 + side); x++, n++) sum += rgba[(y * width + x) * 4 + 3]!;
  return sum / n;
}

/**
 * The squared distance of each point to the nearest that is marked, in points. (P. Felzenszwalb, D. Huttenlocher, Distance Transforms of
 * Sampled Functions, 2012: the lower envelope of parabolas, along rows and then along columns.)
 */
export function squaredDistances(marked: Uint8Array, width: number, height: number): Float64Array {
  const far = (width + height) ** 2;
  const out = Float64Array.from(marked, (m) => (m ? 0 : far));
  const most = Math.max(width, height);
  const line = new Float64Array(most);
  const [vertex, from] = [new Int32Array(most), new Float64Array(most + 1)];
  const along = (start: number, step: number, n: number) => {
    for (let i = 0; i < n; i++) line[i] = out[start + i * step]!;
    let k = 0;
    vertex[0] = 0;
    from[0] = -Infinity;
    from[1] = Infinity;
    const meets = (q: number, v: number) => (line[q]! + q * q - line[v]! - v * v) / (2 * (q - v));
    for (let q = 1; q < n; q++) {
      let at = meets(q, vertex[k]!);
      while (at <= from[k]!) at = meets(q, vertex[--k]!);
      vertex[++k] = q;
      from[k] = at;
      from[k + 1] = Infinity;
    }
    for (let q = 0, p = 0; q < n; q++) {
      while (from[p + 1]! < q) p++;
      out[start + q * step] = (q - vertex[p]!) ** 2 + line[vertex[p]!]!;
    }
  };
  for (let y = 0; y < height; y++) along(y * width, 1, width);
  for (let x = 0; x < width; x++) along(x, width, height);
  return out;
}

/** The mean over squares of `2 r + 1` points, twice: soft enough for a shadow. Beyond the edges there is nothing. */
function blurred(from: Float32Array, width: number, height: number, r: number): Float32Array {
  let it = from;
  for (const [step, length, start, lines] of [
    [1, width, width, height],
    [width, height, 1, width],
    [1, width, width, height],
    [width, height, 1, width],
  ] as const) {
    const out = new Float32Array(it.length);
    for (let l = 0; l < lines; l++) {
      let sum = 0;
      for (let i = -r; i < length; i++) {
        if (i + r < length) sum += it[l * start + (i + r) * step]!;
        if (i - r - 1 >= 0) sum -= it[l * start + (i - r - 1) * step]!;
        if (i >= 0) out[l * start + i * step] = sum / (2 * r + 1);
      }
    }
    it = out;
  }
  return it;
}
