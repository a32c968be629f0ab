/** Throws of dice that follow from a text: the same text, the same throws. */
export interface Dice {
  /** One of a list, null of an empty one. */
  one<T>(list: readonly T[]): T | null;
  /** A list in another order. */
  mixed<T>(list: readonly T[]): T[];
  /** True in so many of a hundred throws. */
  chance(percent: number): boolean;
}

/** FNV-1a, 32 bits (Fowler, Noll and Vo 1991; constants from RFC 9923). */
export function fnv1a(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  return h >>> 0;
}

export function diceFrom(text: string): Dice {
  let state = fnv1a(text);
  // a Weyl sequence, each step well mixed (the finaliser of MurmurHash3, Appleby 2011)
  const next = (): number => {
    state = (state + 0x9e3779b9) >>> 0;
    let z = state;
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b);
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35);
    return ((z ^ (z >>> 16)) >>> 0) / 2 ** 32;
  };
  return {
    one: (list) => list[Math.floor(next() * list.length)] ?? null,
    mixed: (list) => {
      const all = [...list];
      for (let i = all.length - 1; i > 0; i--) {
        const j = Math.floor(next() * (i + 1));
        [all[i], all[j]] = [all[j]!, all[i]!];
      }
      return all;
    },
    chance: (percent) => next() * 100 < percent,
  };
}
