import type { Accepts, GoodsLine } from '../docket/docket';
import { faceOn, isLead } from '../placement/form';
import { layAll, type ArtworkSize, type Laid } from '../placement/lay';
import { areaOn, type BlankDocument } from '../stock/blank';

/** Millimetres and pixels do not divide evenly: so much less than what is asked for is still enough. */
const ROUNDING = 1e-6;

/** What of a docket line's sizes can be offered with an artwork, and what cannot. */
export interface SizeChoice {
  offered: string[];
  /** Would print too coarsely, each with the resolution it would have. */
  coarse: { name: string; ppi: number; widthMm: number }[];
  /** Would be cropped too much, each with the share of the motif that would be cut. */
  cropped: { name: string; share: number }[];
  /** The print house has them no more. */
  dropped: string[];
}

/**
 * Judges each size by itself, by the coarsest of the places where the artwork is printed on it: a file that is fine for A3 may be far
 * too small for 24 x 36 in, and one of 2:3 fits 24 x 36 in and not A3. Places that always carry the same print say nothing about the
 * artwork. `maxCrop` is the share of it that may be cut where it covers its area; all of it where that is not said.
 */
export function chooseSizes(
  artwork: ArtworkSize,
  blank: BlankDocument,
  line: GoodsLine,
  { minPpi, maxCrop = 1 }: Pick<Accepts, 'minPpi' | 'maxCrop'>,
): SizeChoice {
  const choice: SizeChoice = { offered: [], coarse: [], cropped: [], dropped: [] };
  for (const name of line.sizes) {
    const areas = line.placements.map((p) => ({ p, area: areaOn(blank, p.area, name) }));
    if (!blank.sizes.some((s) => s.name === name) || areas.some((a) => !a.area)) {
      choice.dropped.push(name);
      continue;
    }
    const placed = areas.flatMap(({ p, area }) =>
      layAll(faceOn(p, name).layers, area!, (layer) => (isLead(layer) ? artwork : null)),
    );
    const cut = Math.max(0, ...placed.flatMap(({ layer, laid }) => (layer.size.rule === 'cover' ? laid.cutShare : [])));
    const coarsest = placed.reduce<Laid | null>((a, { laid }) => (a && a.ppi <= laid.ppi ? a : laid), null);
    if (coarsest && coarsest.ppi < minPpi - ROUNDING) choice.coarse.push({ name, ppi: coarsest.ppi, widthMm: coarsest.widthMm });
    else if (cut > maxCrop + ROUNDING) choice.cropped.push({ name, share: cut });
    else choice.offered.push(name);
  }
  return choice;
}
