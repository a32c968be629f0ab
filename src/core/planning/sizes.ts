import { place, type ArtworkSize, type AreaSize } from '../placement/place';
import type { BlankSpec, DocketSpec } from './docket';

/** Millimetres and pixels do not divide evenly: so much less than what is asked for is still enough. */
const ROUNDING = 1e-6;

/** What of a docket's sizes can be offered with an artwork, and what cannot. */
export interface SizeChoice {
  offered: string[];
  /** Would print too coarsely, each with the resolution it would have. */
  coarse: { name: string; ppi: number; widthMm: number }[];
  /** The print house has them no more. */
  dropped: string[];
}

/** A print area as it is on one size: papers have one of their own for each. Null when the blank has no such area. */
export function areaOn(blank: BlankSpec, area: string, size: string): AreaSize | null {
  const own = blank.sizes.find((s) => s.name === size)?.areas?.[area];
  return own ?? blank.areas.find((a) => a.name === area) ?? null;
}

/** Judges each size by itself: a file that is fine for A3 may be far too small for 24 x 36 in. */
export function chooseSizes(artwork: ArtworkSize, blank: BlankSpec, spec: DocketSpec): SizeChoice {
  const choice: SizeChoice = { offered: [], coarse: [], dropped: [] };
  for (const name of spec.sizes) {
    const area = areaOn(blank, spec.area, name);
    if (!blank.sizes.some((s) => s.name === name) || !area) {
      choice.dropped.push(name);
      continue;
    }
    const { ppi, widthMm } = place(artwork, area, spec.placement);
    if (ppi < spec.accepts.minPpi - ROUNDING) choice.coarse.push({ name, ppi, widthMm });
    else choice.offered.push(name);
  }
  return choice;
}
