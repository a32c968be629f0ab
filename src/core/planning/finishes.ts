import { legibility, type Ink } from '../artwork/measure/measure';
import { hexToRgb } from '../colour/colour';
import type { Chosen } from '../docket/docket';

/** A finish of a product: clock hands, pages, a surface. */
export interface Finish {
  name: string;
  hex?: string;
}

/**
 * The finishes that go with a picture, in the product's order: those that are named, or so many of all. By rule those with a colour come
 * first that stand out best from the picture, as pale hands do on a dark face; what has no colour goes with any picture.
 */
export function chooseFinishes<F extends Finish>(inks: readonly Ink[], finishes: readonly F[], chosen: Chosen): F[] {
  if (Array.isArray(chosen)) return finishes.filter((f) => chosen.includes(f.name));
  const stands = new Map(finishes.map((f) => [f, f.hex ? legibility([...inks], hexToRgb(f.hex)) : 1]));
  const best = [...finishes].sort((a, b) => stands.get(b)! - stands.get(a)!).slice(0, chosen.best);
  return finishes.filter((f) => best.includes(f));
}
