import { rgbToHex } from '../../../core/colour/colour';
import type { Ground, Layer } from '../../../core/placement/form';
import type { ArtworkSize } from '../../../core/placement/lay';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { Making } from './making';

/** An artwork's pixels and what prints of them. */
export const sizeOf = (a: ArtworkRow): ArtworkSize => ({ widthPx: a.widthPx!, heightPx: a.heightPx!, trim: a.measured!.trim });

/** The artwork that a layer shows: its own, or the proof's; null when it is not here any more. */
export function shownBy({ artwork }: Pick<Layer, 'artwork'>, lead: ArtworkRow, others: Making['others']): ArtworkRow | null {
  const it = artwork ? others.get(artwork) : lead;
  return it?.measured && it.state !== 'refused' ? it : null;
}

/** The colour of a ground below an artwork, `#rrggbb`; null where the product shows. */
export const groundHex = (ground: Ground | undefined, { measured }: ArtworkRow): string | null => {
  if (typeof ground !== 'object') return ground ?? null;
  const { inks } = measured!;
  return inks.length ? rgbToHex(inks[Math.min(ground.ink, inks.length - 1)]!.rgb) : null;
};
