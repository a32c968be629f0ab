import type { ScenePixels } from './compiled';
import type { SceneSheet } from './sheet';

/** How a second colour lies in a cloth. */
export const CLOTH_PATTERNS = ['heather', 'stripes', 'checks'] as const;
export type ClothPattern = (typeof CLOTH_PATTERNS)[number];

/** From one stripe to the next, mm. */
const PITCH = 18;
/** A fibre of heathered yarn as it is seen, mm: common practice, no single source. */
const FIBRE = { long: 5, wide: 0.5 };

/** A number of 0 to 1 that belongs to a place on a grid: the same on every machine. */
function chance(x: number, y: number): number {
  let h = Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32;
}

/** Noise of 0 to 1 that is even from one place of the grid to the next. */
function noise(x: number, y: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const ease = (t: number) => t * t * (3 - 2 * t);
  const [u, v] = [ease(x - i), ease(y - j)];
  const top = chance(i, j) * (1 - u) + chance(i + 1, j) * u;
  return top * (1 - v) + (chance(i, j + 1) * (1 - u) + chance(i + 1, j + 1) * u) * v;
}

/** How much of its second colour a cloth shows at a place, 0 to 1; mm on the flat product. */
export function patternAt(pattern: ClothPattern, x: number, y: number): number {
  if (pattern === 'heather') {
    // short fibres across and, fewer, along the knitting, in loose clouds
    const across = noise(x / FIBRE.long, y / FIBRE.wide);
    const along = noise(x / FIBRE.wide + 911, y / FIBRE.long);
    const cloud = noise(x / 40 + 77, y / 40);
    return Math.min(1, Math.max(0, (0.6 * across + 0.3 * along + 0.25 * cloud - 0.42) * 2.4));
  }
  const band = (at: number) => {
    const t = Math.abs((((at / PITCH) % 1) + 1) % 1 - 0.5) * PITCH; // prettier-ignore
    // half of the pitch, with an edge as soft as a stitch
    return Math.min(1, Math.max(0, 0.5 + (t - PITCH / 4) / 0.8));
  };
  return pattern === 'stripes' ? band(y) : (band(x) + band(y)) / 2;
}

/** How much of the second colour each point of a scene shows, 0 to 255. Where the map has no address it goes on as beside. */
export function weaveOf(sheet: SceneSheet, { size, map, parts }: ScenePixels, pattern: ClothPattern): Uint8Array {
  const n = size * size;
  const low = n * 3;
  const out = new Uint8Array(n);
  for (let y = 0, i = 0; y < size; y++)
    for (let x = 0, last = 0.5; x < size; x++, i++) {
      const high = (map[i * 3]! << 8) | map[low + i * 3]!;
      const down = (map[i * 3 + 1]! << 8) | map[low + i * 3 + 1]!;
      const product = parts ? (sheet.parts[parts[i * 3]! - 1]?.product ?? 0) : 0;
      const { plane } = sheet.products[product]!;
      if (high || down)
        last = patternAt(pattern, plane.xMm + (high / 65535) * plane.widthMm, plane.yMm + (down / 65535) * plane.heightMm);
      else if (pattern === 'heather') last = patternAt(pattern, x * (plane.widthMm / size), y * (plane.heightMm / size));
      out[i] = Math.round(255 * last);
    }
  return out;
}
