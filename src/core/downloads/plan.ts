import { LIMITS } from '../limits';
import { covering, fitted, type ArtworkLayer } from '../placement/form';
import { lay, MM_PER_INCH, type ArtworkSize, type Laid } from '../placement/lay';
import type { Format, Rendition } from './form';
import { across, isScreen, sheetOf, SHEETS, type SheetName, type SheetSize } from './sheets';

/** What of an artwork decides on the files that can be made of it. */
export interface SoldPicture extends ArtworkSize {
  /** Drawn, not made of pixels: as fine as anybody asks. */
  vector: boolean;
  /** Of few even colours: it can be traced. */
  flat: boolean;
}

/** A size in which a file can be made: its pixels, and how the picture lies on it. */
export interface MadeSize extends SheetSize {
  widthPx: number;
  heightPx: number;
  ppi: number;
  laid: Laid;
}
/** The files of one shape: made in the first of its sizes, or in a later one where an outlet takes no file so large. */
export interface PlannedRendition {
  sheet: SheetName;
  formats: Format[];
  ground: string | null;
  /** The largest first. */
  sizes: MadeSize[];
  /** Share of the picture that is cut. */
  cropped: number;
}

/** Shares do not divide evenly: so much more than may be cut is still no more. */
const ROUNDING = 1e-6;

/** Why a shape cannot be made of a picture. */
export type LeftOut =
  | { sheet: SheetName; why: 'coarse'; ppi: number; size: string }
  | { sheet: SheetName; why: 'cropped'; share: number }
  | { sheet: SheetName; why: 'not-flat' };

export interface Plan {
  made: PlannedRendition[];
  leftOut: LeftOut[];
}

const seatOf = ({ how, border = 0 }: Rendition, { widthMm, heightMm }: SheetSize): ArtworkLayer =>
  how === 'cover'
    ? covering()
    : { ...fitted(1, 0), anchor: 'centre', size: insideOf(widthMm, heightMm, border * Math.min(widthMm, heightMm)) };
const insideOf = (widthMm: number, heightMm: number, free: number) => ({
  rule: 'box' as const,
  widthMm: widthMm - 2 * free,
  heightMm: heightMm - 2 * free,
});

/** Is a resolution as fine as another, but for what rounding takes: 3,000 px on 30 in are 100 px/in, whichever way the picture lies? */
const reaches = (has: number, least: number): boolean => has >= least * (1 - 1e-9);

/** As fine as is asked for and as the picture is, and of no more pixels than one file may have, px/in. */
function fineness(size: SheetSize, wanted: number, has: number): number {
  // rounding to whole pixels may add a few
  const most = Math.sqrt((0.999 * LIMITS.pixels) / ((size.widthMm / MM_PER_INCH) * (size.heightMm / MM_PER_INCH)));
  return Math.min(wanted, has, most);
}

/** The picture as it is: its motif where it has no ground of its own, its own pixels; vectors as on the largest sheet. */
function whole(picture: SoldPicture, ppi: number): MadeSize {
  const { trim } = picture;
  const [w, h] = [trim.width * picture.widthPx, trim.height * picture.heightPx];
  const longest = SHEETS['2:3'].sizes.at(-1)!.heightMm / MM_PER_INCH;
  const by = picture.vector ? Math.min((longest * ppi) / Math.max(w, h), Math.sqrt(LIMITS.pixels / (w * h))) : 1;
  const [widthPx, heightPx] = [Math.max(1, Math.round(w * by)), Math.max(1, Math.round(h * by))];
  const mm = (px: number) => (px / ppi) * MM_PER_INCH;
  const size = { name: `${widthPx} × ${heightPx} px`, widthMm: mm(widthPx), heightMm: mm(heightPx) };
  // by its motif to the last pixel: rounding must leave no bare edge
  const laid = lay(picture, size, { ...covering(), by: 'motif' });
  return { ...size, widthPx, heightPx, ppi, laid };
}

/**
 * What files a picture becomes. Each shape is made in its largest size that the picture is fine enough for, never finer than the
 * picture is: nothing is enlarged beyond `minPpi`. Where it covers, at most `maxCrop` of it is cut. Sheets turn with the picture.
 */
export function planDownloads(
  picture: SoldPicture,
  renditions: readonly Rendition[],
  { minPpi, maxCrop = 1 }: { minPpi: number; maxCrop?: number },
): Plan {
  const plan: Plan = { made: [], leftOut: [] };
  const lies = picture.widthPx * picture.trim.width > picture.heightPx * picture.trim.height;
  for (const rendition of renditions) {
    const { sheet, ppi, ground = null } = rendition;
    const formats = rendition.formats.filter((f) => f !== 'svg' || picture.vector || picture.flat);
    if (formats.length < rendition.formats.length) plan.leftOut.push({ sheet, why: 'not-flat' });
    if (!formats.length) continue;
    if (sheet === 'whole') {
      plan.made.push({ sheet, formats, ground, sizes: [whole(picture, ppi)], cropped: 0 });
      continue;
    }
    const { sizes: all, held } = sheetOf(sheet);
    const turned = held ? held === 'across' : lies;
    const last = all.findIndex((s) => s.name === rendition.upTo);
    const sizes = (last < 0 ? all : all.slice(0, last + 1)).map((s) => (turned ? across(s) : s));
    const laid = sizes.map((size) => ({ size, laid: lay(picture, size, seatOf(rendition, size)) }));
    const cropped = Math.max(0, laid[0]!.laid.cutShare);
    if (rendition.how === 'cover' && cropped > maxCrop + ROUNDING) {
      plan.leftOut.push({ sheet, why: 'cropped', share: cropped });
      continue;
    }
    const fine = laid.flatMap(({ size, laid: l }): MadeSize[] => {
      const has = picture.vector ? Infinity : l.ppi;
      if (isScreen(sheet)) {
        // pixel for pixel: what has fewer would be enlarged
        const on = size.widthPx! / (size.widthMm / MM_PER_INCH);
        return reaches(has, on) ? [{ ...size, widthPx: size.widthPx!, heightPx: size.heightPx!, ppi: on, laid: l }] : [];
      }
      if (!reaches(has, minPpi)) return [];
      const at = fineness(size, ppi, has);
      const px = (mm: number) => Math.round((mm / MM_PER_INCH) * at);
      return [{ ...size, widthPx: px(size.widthMm), heightPx: px(size.heightMm), ppi: at, laid: l }];
    });
    const [smallest] = laid;
    if (!fine.length) plan.leftOut.push({ sheet, why: 'coarse', ppi: Math.round(smallest!.laid.ppi), size: smallest!.size.name });
    else plan.made.push({ sheet, formats, ground, sizes: fine.reverse(), cropped });
  }
  return plan;
}

/** The sizes that a file of a shape is good for, with the resolution that it has on each, the largest first. */
export const printsAt = (
  sizes: readonly MadeSize[],
  made: Pick<MadeSize, 'widthPx' | 'widthMm'>,
): { name: string; ppi: number }[] =>
  sizes
    .filter((s) => s.widthMm <= made.widthMm)
    .map((s) => ({ name: s.name, ppi: Math.floor(made.widthPx / (s.widthMm / MM_PER_INCH)) }));
