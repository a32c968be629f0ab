import { withoutGrain } from './denoise';
import type { Linear } from './povray';
import { randomFrom } from './vectors';

const SIDE = 64;
const picture = (at: (x: number, y: number) => number): Linear => ({
  size: SIDE,
  data: Float32Array.from({ length: SIDE * SIDE * 3 }, (_, k) => at(Math.floor(k / 3) % SIDE, Math.floor(k / 3 / SIDE))),
});
/** A weave of single points, and a dark thing at the right. */
const look = (x: number, y: number) => (x > 48 ? 0.1 : 0.6) * ((x + y) % 2 ? 1 : 0.8);
/** Light with a hard shadow across it. */
const light = (x: number, y: number) => (y > 30 ? 0.35 : 1) + 0.1 * Math.sin(x / 11);
const guide = picture(look);
const true_ = picture((x, y) => look(x, y) * light(x, y));
const random = randomFrom(11);
const grain = Array.from({ length: SIDE * SIDE }, () => 1 + 0.36 * (random() - 0.5));
const noisy = picture((x, y) => look(x, y) * light(x, y) * grain[y * SIDE + x]!);
const off = (a: Linear, where: (x: number, y: number) => boolean) => {
  let [sum, n] = [0, 0];
  for (let i = 0; i < SIDE * SIDE; i++) {
    if (!where(i % SIDE, Math.floor(i / SIDE))) continue;
    sum += (a.data[i * 3]! / true_.data[i * 3]! - 1) ** 2;
    n++;
  }
  return Math.sqrt(sum / n);
};

describe('a picture without its grain', () => {
  const clean = withoutGrain(noisy, guide);

  test('has a quarter of it or less, and keeps weave, edges and shadows where they are', () => {
    expect(off(noisy, () => true)).toBeGreaterThan(0.09);
    expect(off(clean, (x, y) => x > 4 && y > 4 && x < SIDE - 5 && y < SIDE - 5)).toBeLessThan(0.026);
    // beside the shadow's edge and the dark thing's
    expect(off(clean, (_x, y) => y === 30 || y === 31)).toBeLessThan(0.06);
    expect(off(clean, (x) => x === 48 || x === 49)).toBeLessThan(0.06);
  });

  test('is as light as it was', () => {
    const mean = (a: Linear) => a.data.reduce((s, v) => s + v, 0) / a.data.length;
    expect(mean(clean) / mean(noisy)).toBeCloseTo(1, 2);
  });

  test('is the same where there is none', () => {
    const same = withoutGrain(true_, guide);
    expect(off(same, (x, y) => x > 4 && y > 4 && x < SIDE - 5 && y < SIDE - 5)).toBeLessThan(0.02);
  });
});
