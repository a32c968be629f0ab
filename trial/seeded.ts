/** Chance that can be had again: mulberry32, a public-domain generator, from a seed. */
export function chance(seed: number) {
  let state = seed | 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  return {
    /** A whole number from 0 to below `to`. */
    below: (to: number): number => Math.floor(next() * to),
    one: <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!,
  };
}
export type Chance = ReturnType<typeof chance>;
