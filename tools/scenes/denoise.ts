import type { Linear } from './povray';

/** Points to each side that a point is averaged with. */
const REACH = 4;
/** How soon neighbours count less: by how far away they are, px, and by how much they differ, as shares. */
const SOFT = { points: 2.4, guide: 0.06, light: 0.2 };
/** What is as dark as this has no share worth telling, linear. */
const DARK = 0.004;

/**
 * Takes the grain of lamps that are sampled at few places out of a picture. `guide` shows the same from the same camera without shadows and
 * without grain: what it tells apart (grain of wood, weave, folds, edges) is kept as it is, and only the light that falls on it, the one by
 * the other, is averaged over neighbours that look like each other and are lit alike. (G. Petschnigg and others, Digital Photography with
 * Flash and No-Flash Image Pairs, 2004: a joint bilateral filter.)
 */
export function withoutGrain({ size, data }: Linear, guide: Linear): Linear {
  const n = size * size;
  const light = new Float32Array(n * 3);
  const [look, lit] = [new Float32Array(n), new Float32Array(n)];
  for (let i = 0; i < n; i++) {
    let [g, l] = [0, 0];
    for (let c = 0; c < 3; c++) {
      const k = i * 3 + c;
      light[k] = data[k]! / (guide.data[k]! + DARK);
      g += guide.data[k]! / 3;
      l += light[k] / 3;
    }
    look[i] = g + DARK;
    lit[i] = l;
  }
  const calm = middleOf(lit, size);
  const near = Array.from({ length: (2 * REACH + 1) ** 2 }, (_, k) => {
    const [dx, dy] = [(k % (2 * REACH + 1)) - REACH, Math.floor(k / (2 * REACH + 1)) - REACH];
    return { dx, dy, weight: Math.exp(-(dx * dx + dy * dy) / (2 * SOFT.points ** 2)) };
  });
  const out = new Float32Array(n * 3);
  for (let y = 0, i = 0; y < size; y++)
    for (let x = 0; x < size; x++, i++) {
      const [g, m] = [look[i]!, calm[i]! + DARK];
      const [byLook, byLight] = [1 / (SOFT.guide * g) ** 2, 1 / (SOFT.light * m) ** 2];
      let [sum, red, green, blue] = [0, 0, 0, 0];
      for (const { dx, dy, weight } of near) {
        const [qx, qy] = [x + dx, y + dy];
        if (qx < 0 || qy < 0 || qx >= size || qy >= size) continue;
        const j = qy * size + qx;
        // falls off like a bell, without asking for a power each time
        const apart = 1 + (look[j]! - g) ** 2 * byLook + (calm[j]! + DARK - m) ** 2 * byLight;
        const w = weight / (apart * apart);
        sum += w;
        red += w * light[j * 3]!;
        green += w * light[j * 3 + 1]!;
        blue += w * light[j * 3 + 2]!;
      }
      for (const [c, v] of [red, green, blue].entries()) out[i * 3 + c] = (v / sum) * (guide.data[i * 3 + c]! + DARK);
    }
  return { size, data: out };
}

/** The middle value of each point and its eight neighbours. */
function middleOf(from: Float32Array, size: number): Float32Array {
  const out = from.slice();
  const nine = new Float32Array(9);
  for (let y = 1; y < size - 1; y++)
    for (let x = 1; x < size - 1; x++) {
      const i = y * size + x;
      for (let k = 0; k < 9; k++) nine[k] = from[i + (Math.floor(k / 3) - 1) * size + (k % 3) - 1]!;
      out[i] = nine.sort()[4]!;
    }
  return out;
}
