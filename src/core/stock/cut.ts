import type { GoodsLine } from '../docket/docket';
import type { BlankDocument } from './blank';

type Sides = Pick<BlankDocument['areas'][number], 'widthMm' | 'heightMm'>;

/** A hundredth of a millimetre is finer than any sheet is cut. */
const rounded = (mm: number): number => Math.round(mm * 100) / 100;

/**
 * The largest piece of a sheet that has a picture's shape, mm: upright or across, whichever is larger. No side is shorter than `least`:
 * a very long picture gets a sheet that is a little wider than it.
 */
export function cutSheet({ widthMm, heightMm }: Sides, aspect: number, least: number): Sides {
  const within = (w: number, h: number): Sides => {
    const width = Math.min(w, h * aspect);
    return { widthMm: Math.min(w, Math.max(least, width)), heightMm: Math.min(h, Math.max(least, width / aspect)) };
  };
  const [as, turned] = [within(widthMm, heightMm), within(heightMm, widthMm)];
  const best = turned.widthMm * turned.heightMm > as.widthMm * as.heightMm ? turned : as;
  return { widthMm: rounded(best.widthMm), heightMm: rounded(best.heightMm) };
}

/** Can sheets of a blank be cut to a picture? */
export const canBeCut = (blank: BlankDocument): boolean => blank.areas.some((a) => a.cutFromMm !== undefined);

/**
 * A blank as it is for one picture: where a docket's line has its sheets cut to the picture and the blank allows it, its print areas have
 * the picture's shape on every size. In all else, and where nothing is cut, it is the blank itself.
 */
export function cutTo(
  blank: BlankDocument,
  { cut }: Pick<GoodsLine, 'cut'>,
  picture: { widthPx?: number | null; heightPx?: number | null },
): BlankDocument {
  const { widthPx, heightPx } = picture;
  if (!cut || !widthPx || !heightPx || !canBeCut(blank)) return blank;
  const aspect = widthPx / heightPx;
  return {
    ...blank,
    areas: blank.areas.map((area) => {
      const { cutFromMm } = area;
      if (cutFromMm === undefined) return area;
      const sizes = Object.entries(area.bySize ?? {});
      return {
        ...area,
        ...cutSheet(area, aspect, cutFromMm),
        ...(sizes.length && {
          bySize: Object.fromEntries(sizes.map(([name, size]) => [name, { ...size, ...cutSheet(size, aspect, cutFromMm) }])),
        }),
      };
    }),
  };
}
