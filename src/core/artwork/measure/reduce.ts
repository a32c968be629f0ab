/** A picture as straight-alpha sRGB bytes, four to a pixel. */
export interface Pixels {
  rgba: Uint8Array;
  width: number;
  height: number;
}

/** A box in shares of a picture's width and height. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What one pass over every pixel of the original tells. Shares are 0..1. */
export interface FullCounts {
  clearShare: number;
  softShare: number;
  /** Box of everything that would print, exact to the original's pixel; null for an empty picture. */
  trim: Box | null;
}

/** Pixels with alpha below this do not print. */
export const PRINTS = 13;
/** From this alpha on a pixel counts as opaque. */
export const OPAQUE = 242;

/** The whole number by which a picture of this size is reduced so that its longer side is at most `side` pixels. */
export const reductionFor = (width: number, height: number, side: number): number =>
  Math.max(1, Math.ceil(Math.max(width, height) / side));

/**
 * Reduces a picture by the whole number `by`, averaging premultiplied colour over squares of by x by pixels, and counts
 * its pixels on the way: the original is too large to be walked twice. A last row or column that does not fill a square
 * is averaged over what there is.
 */
export function reduceAndCount(source: Pixels, by: number): { small: Pixels; counts: FullCounts } {
  const { width, height } = source;
  const words = wordsOf(source.rgba);
  const outWidth = Math.ceil(width / by);
  const outHeight = Math.ceil(height / by);
  const out = by === 1 ? words : new Int32Array(outWidth * outHeight);
  const tally: Tally = { clear: 0, soft: 0, x0: width, x1: -1, y0: -1, y1: -1 };
  for (let top = 0, at = 0; top < height; top += by, at += outWidth)
    reduceRow(words, width, top, Math.min(height, top + by), by, out, at, tally);
  const { x0, x1, y0, y1 } = tally;
  const total = width * height;
  return {
    small: { rgba: new Uint8Array(out.buffer, out.byteOffset, out.byteLength), width: outWidth, height: outHeight },
    counts: {
      clearShare: tally.clear / total,
      softShare: tally.soft / total,
      trim: x1 < 0 ? null : { x: x0 / width, y: y0 / height, width: (x1 + 1 - x0) / width, height: (y1 + 1 - y0) / height },
    },
  };
}

interface Tally {
  clear: number;
  soft: number;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

/** One row of squares. A square of one colour, as most are in drawn artwork, costs little more than reading it. */
function reduceRow(
  words: Int32Array,
  width: number,
  top: number,
  bottom: number,
  by: number,
  out: Int32Array,
  at: number,
  tally: Tally,
): void {
  const rows = bottom - top;
  let clear = 0;
  let soft = 0;
  for (let left = 0; left < width; left += by, at++) {
    const right = left + by < width ? left + by : width;
    const word = words[top * width + left]!;
    let differing = 0;
    if (by === 2 && rows === 2 && right - left === 2) {
      // print size to working size, by far the commonest case: without loops it takes a third of the time
      const i = top * width + left;
      differing = (word ^ words[i + 1]!) | (word ^ words[i + width]!) | (word ^ words[i + width + 1]!);
    } else
      for (let i = top * width + left, y = 0; y < rows; y++, i += width)
        for (let k = 0; k < right - left; k++) differing |= words[i + k]! ^ word;
    if (differing === 0) {
      const a = word >>> 24;
      const size = rows * (right - left);
      out[at] = word;
      if (a < PRINTS) {
        clear += size;
        continue;
      }
      if (a < OPAQUE) soft += size;
      widen(tally, left, right - 1, top, bottom - 1);
      continue;
    }
    for (let y = top; y < bottom; y++)
      for (let x = left; x < right; x++) {
        const a = words[y * width + x]! >>> 24;
        if (a < PRINTS) clear++;
        else {
          if (a < OPAQUE) soft++;
          widen(tally, x, x, y, y);
        }
      }
    if (by > 1) out[at] = averageOf(words, width, left, right, top, bottom);
  }
  tally.clear += clear;
  tally.soft += soft;
}

function widen(t: Tally, x0: number, x1: number, y0: number, y1: number): void {
  if (x0 < t.x0) t.x0 = x0;
  if (x1 > t.x1) t.x1 = x1;
  if (t.y0 < 0) t.y0 = y0;
  if (y0 < t.y0) t.y0 = y0;
  if (y1 > t.y1) t.y1 = y1;
}

function averageOf(words: Int32Array, width: number, left: number, right: number, top: number, bottom: number): number {
  let [r, g, b, alpha] = [0, 0, 0, 0];
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) {
      const w = words[y * width + x]!;
      const a = w >>> 24;
      r += (w & 255) * a;
      g += ((w >>> 8) & 255) * a;
      b += ((w >>> 16) & 255) * a;
      alpha += a;
    }
  if (!alpha) return 0;
  const a = (alpha / ((right - left) * (bottom - top)) + 0.5) | 0;
  return (r / alpha + 0.5) | (((g / alpha + 0.5) | 0) << 8) | (((b / alpha + 0.5) | 0) << 16) | (a << 24);
}

/** The bytes as little-endian words, red lowest (signed: numbers beyond 31 bits are slow); copied only when they do not begin on a word. */
function wordsOf(rgba: Uint8Array): Int32Array {
  const bytes = rgba.byteOffset % 4 ? rgba.slice() : rgba;
  return new Int32Array(bytes.buffer, bytes.byteOffset, bytes.byteLength >> 2);
}

/**
 * Resamples the part `box` of a picture to width x height by the exact average over each cell, premultiplied: pixels cut
 * by a cell's rim count by the part inside. For pictures that get smaller; a smaller one is only repeated.
 */
export function resample(source: Pixels, box: Box, width: number, height: number): Pixels {
  const out = new Uint8Array(width * height * 4);
  const columns = spans(box.x * source.width, box.width * source.width, width, source.width);
  const rows = spans(box.y * source.height, box.height * source.height, height, source.height);
  const { rgba } = source;
  for (let y = 0; y < height; y++) {
    const down = rows[y]!;
    for (let x = 0; x < width; x++) {
      const across = columns[x]!;
      let [r, g, b, alpha, area] = [0, 0, 0, 0, 0];
      for (let j = 0; j < down.weights.length; j++)
        for (let i = 0, o = ((down.from + j) * source.width + across.from) * 4; i < across.weights.length; i++, o += 4) {
          const weight = down.weights[j]! * across.weights[i]!;
          area += weight;
          const a = rgba[o + 3]! * weight;
          if (!a) continue;
          r += rgba[o]! * a;
          g += rgba[o + 1]! * a;
          b += rgba[o + 2]! * a;
          alpha += a;
        }
      if (!alpha) continue;
      const o = (y * width + x) * 4;
      out[o] = r / alpha + 0.5;
      out[o + 1] = g / alpha + 0.5;
      out[o + 2] = b / alpha + 0.5;
      out[o + 3] = alpha / area + 0.5;
    }
  }
  return { rgba: out, width, height };
}

/** For each of `count` cells along an axis: the first pixel it touches, and how much of each pixel lies inside. */
function spans(start: number, length: number, count: number, size: number): { from: number; weights: Float64Array }[] {
  return Array.from({ length: count }, (_, k) => {
    const low = start + (k * length) / count;
    const high = start + ((k + 1) * length) / count;
    const from = Math.max(0, Math.min(size - 1, Math.floor(low)));
    const to = Math.max(from + 1, Math.min(size, Math.ceil(high - 1e-9)));
    return {
      from,
      weights: Float64Array.from({ length: to - from }, (__, i) =>
        Math.max(1e-9, Math.min(high, from + i + 1) - Math.max(low, from + i)),
      ),
    };
  });
}
