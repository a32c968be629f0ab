import { differenceCiede2000, type Lab65 } from 'culori';

const difference = differenceCiede2000();

/**
 * How far apart two colours look, `#rrggbb`: CIEDE2000 (CIE 142-2001; Sharma, Wu and Dalal 2005) with all weights 1, of CIELAB under
 * D65. Below 1 is hardly seen; a dark blue and its neighbour are about 5 apart, black and white 100.
 */
export const apart = (a: string, b: string): number => difference(a, b);

/** The same of two colours that are given in CIELAB. */
export const apartInLab = (a: readonly [number, number, number], b: readonly [number, number, number]): number => {
  const lab = ([l, p, q]: readonly [number, number, number]): Lab65 => ({ mode: 'lab65', l, a: p, b: q });
  return difference(lab(a), lab(b));
};
