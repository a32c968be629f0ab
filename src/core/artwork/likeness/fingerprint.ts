import { rgbToOklab } from '../../colour/colour';
import { resample, type Box, type Pixels } from '../measure/reduce';

/** Cells along one side of the small picture that is kept of each artwork for comparison. */
export const CELLS = 32;

/** What is kept of an artwork to find its like. */
export interface Fingerprint {
  /** Difference hash and DCT hash of the lightness, DCT hash of the silhouette: 64 bits each. */
  gradient: bigint;
  waves: bigint;
  shape: bigint;
  /** Mean OKLab of the ink, and the share of the square that it covers. */
  mean: [number, number, number];
  coverage: number;
  /** Width over height of the trimmed picture. */
  aspect: number;
  /** CELLS x CELLS straight-alpha RGBA bytes of the trimmed picture, stretched to a square: no rounding to whole cells. */
  cells: Uint8Array;
}

/** Fingerprint of a picture (about 480 px; not empty): trimmed, so that margins do not count, and stretched to a square. */
export function fingerprint(picture: Pixels): Fingerprint {
  const box = steadyTrim(picture);
  const cells = resample(picture, box, CELLS, CELLS).rgba;
  const n = CELLS * CELLS;
  const lightness = new Float64Array(n);
  const alpha = new Float64Array(n);
  const mean: [number, number, number] = [0, 0, 0];
  let ink = 0;
  for (let i = 0; i < n; i++) {
    const a = cells[i * 4 + 3]! / 255;
    alpha[i] = a;
    if (!a) continue;
    const lab = rgbToOklab([cells[i * 4]!, cells[i * 4 + 1]!, cells[i * 4 + 2]!]);
    lightness[i] = lab[0];
    for (let c = 0; c < 3; c++) mean[c]! += lab[c]! * a;
    ink += a;
  }
  for (let c = 0; c < 3; c++) mean[c]! /= ink || 1;
  // what is see-through is put on the ground that shows the ink best, as a person would look at it
  const ground = mean[0] > 0.6 ? 0 : 1;
  for (let i = 0; i < n; i++) lightness[i] = lightness[i]! * alpha[i]! + ground * (1 - alpha[i]!);
  return {
    gradient: gradientHash(lightness),
    waves: waveHash(lightness),
    shape: waveHash(alpha),
    mean,
    coverage: ink / n,
    aspect: (box.width * picture.width) / (box.height * picture.height),
    cells,
  };
}

/** So much of the mass may lie outside the box on each side: faint rims and specks come and go with every re-encoding. */
const OUTSIDE = 0.004;

/**
 * Box that holds all but a trace of the picture's mass, between pixels where need be. Mass is opacity; in an opaque
 * picture on plain ground it is what stands out from that ground.
 */
function steadyTrim(picture: Pixels): Box {
  const { width, height, rgba } = picture;
  const ground = plainGround(picture);
  const columns = new Float64Array(width);
  const rows = new Float64Array(height);
  let total = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const mass = ground ? Number(standsOut(rgba, i, ground)) : rgba[i + 3]! / 255;
      columns[x]! += mass;
      rows[y]! += mass;
      total += mass;
    }
  if (!total) return { x: 0, y: 0, width: 1, height: 1 };
  const [x0, x1] = between(columns, total);
  const [y0, y1] = between(rows, total);
  return { x: x0 / width, y: y0 / height, width: (x1 - x0) / width, height: (y1 - y0) / height };
}

/** Where the running sum passes the trace at either end, interpolated inside a pixel. */
function between(sums: Float64Array, total: number): [number, number] {
  const at = (wanted: number) => {
    let sum = 0;
    for (let i = 0; i < sums.length; i++) {
      if (sum + sums[i]! >= wanted) return i + (sums[i] ? (wanted - sum) / sums[i]! : 0);
      sum += sums[i]!;
    }
    return sums.length;
  };
  const [low, high] = [at(total * OUTSIDE), at(total * (1 - OUTSIDE))];
  return high - low < 1 ? [Math.max(0, low - 0.5), Math.min(sums.length, low + 0.5)] : [low, high];
}

const standsOut = (rgba: Uint8Array, i: number, ground: number[]): boolean =>
  Math.abs(rgba[i]! - ground[0]!) > 24 || Math.abs(rgba[i + 1]! - ground[1]!) > 24 || Math.abs(rgba[i + 2]! - ground[2]!) > 24;

/** The colour of an opaque picture's border, when it has one colour nearly all around. */
function plainGround({ rgba, width, height }: Pixels): number[] | null {
  const ground = [rgba[0]!, rgba[1]!, rgba[2]!];
  let strange = 0;
  const look = (x: number, y: number) => {
    const i = (y * width + x) * 4;
    if (rgba[i + 3]! < 255 || standsOut(rgba, i, ground)) strange++;
  };
  for (let x = 0; x < width; x++) [0, height - 1].forEach((y) => look(x, y));
  for (let y = 0; y < height; y++) [0, width - 1].forEach((x) => look(x, y));
  return strange > (width + height) * 0.02 ? null : ground;
}

/** One bit for each of 8 x 8 places: does the picture get lighter to the right? */
function gradientHash(plane: Float64Array): bigint {
  let hash = 0n;
  const at = (x: number, y: number) => {
    let [sum, n] = [0, 0];
    for (let j = y * 4; j < y * 4 + 4; j++)
      for (let i = Math.floor((x * CELLS) / 9); i < Math.ceil(((x + 1) * CELLS) / 9); i++, n++) sum += plane[j * CELLS + i]!;
    return sum / n;
  };
  for (let y = 0; y < 8; y++) for (let x = 0; x < 8; x++) hash = (hash << 1n) | (at(x + 1, y) > at(x, y) + 0.004 ? 1n : 0n);
  return hash;
}

const COSINES = Array.from({ length: 8 }, (_, u) =>
  Float64Array.from({ length: CELLS }, (__, x) => Math.cos(((2 * x + 1) * u * Math.PI) / (2 * CELLS))),
);

/** The 8 x 8 lowest coefficients of the DCT-II, one bit each: above the median or not. */
function waveHash(plane: Float64Array): bigint {
  const rows = Array.from({ length: 8 }, (_, u) =>
    Float64Array.from({ length: CELLS }, (__, y) => {
      let sum = 0;
      for (let x = 0; x < CELLS; x++) sum += plane[y * CELLS + x]! * COSINES[u]![x]!;
      return sum;
    }),
  );
  const coefficients: number[] = [];
  for (let v = 0; v < 8; v++)
    for (let u = 0; u < 8; u++) {
      let sum = 0;
      for (let y = 0; y < CELLS; y++) sum += rows[u]![y]! * COSINES[v]![y]!;
      coefficients.push(sum);
    }
  const median = coefficients.slice(1).sort((a, b) => a - b)[31]!;
  return coefficients.reduce((hash, c) => (hash << 1n) | (c > median ? 1n : 0n), 0n);
}
