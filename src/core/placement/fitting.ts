import { pixelSize } from '../print-file/pixels';
import { thousands } from '../thousands';
import type { ArtworkLayer } from './form';
import { MM_PER_INCH, type AreaSize } from './lay';

/** Sides may differ so much from the area's shape: what is cut off of it then is not seen. */
const SHAPE_TOLERANCE = 0.005;

/** A file for all of a print area and its bleed, instead of the artwork. */
export const fittingLayer = (file: string): ArtworkLayer => ({
  kind: 'artwork',
  artwork: file,
  by: 'file',
  size: { rule: 'cover' },
  anchor: 'centre',
  xMm: 0,
  yMm: 0,
});

/** Why a file does not fit a print area as a sentence; null where it does: in the shape of the area with its bleed, and fine enough. */
export function fittingFault(
  file: { name: string; widthPx: number; heightPx: number },
  area: AreaSize & { name: string; ppi: number },
  minPpi: number,
): string | null {
  const wanted = pixelSize(area, area.ppi);
  const size = ({ widthPx, heightPx }: typeof wanted) => `${thousands(widthPx)} × ${thousands(heightPx)} px`;
  const { widthMm, heightMm, bleedMm = 0 } = area;
  const shape = (widthMm + 2 * bleedMm) / (heightMm + 2 * bleedMm);
  const off = file.widthPx / file.heightPx / shape - 1;
  if (Math.abs(off) > SHAPE_TOLERANCE) {
    const bare = bleedMm > 0 && Math.abs((file.widthPx / file.heightPx) * (heightMm / widthMm) - 1) <= SHAPE_TOLERANCE;
    return `${file.name} measures ${size(file)}${bare ? `, the shape of ${area.name} without its bleed` : ''}. For ${area.name} it must be ${size(wanted)}, or as many in that shape.`;
  }
  const ppi = file.widthPx / ((widthMm + 2 * bleedMm) / MM_PER_INCH);
  if (ppi < minPpi - 0.5)
    return `${file.name} measures ${size(file)} and would print at ${Math.floor(ppi)} px/in; the docket asks for ${minPpi}. Best are ${size(wanted)}.`;
  return null;
}
