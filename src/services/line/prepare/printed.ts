import type { Measured } from '../../../core/artwork/measure/measure';
import type { Ground, Layer } from '../../../core/placement/form';
import { inkHex } from '../../../core/placement/ink';
import type { ArtworkSize } from '../../../core/placement/lay';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { letteringOf } from '../../lettering/lettering';
import type { Making } from './making';

/** An artwork's pixels and what prints of them. */
export const sizeOf = (a: ArtworkRow): ArtworkSize => ({
  widthPx: a.widthPx!,
  heightPx: a.heightPx!,
  trim: a.measured!.trim,
  ...rimOf(a.measured!),
});
/** Its rim, where that is soft, and the border that is drawn in it; what was measured before these were says nothing. */
export const rimOf = ({ edges, rim }: Partial<Pick<Measured, 'edges' | 'rim'>>): Pick<ArtworkSize, 'rimPx' | 'border'> => ({
  ...(edges?.kind === 'soft' && { rimPx: edges.widthPx }),
  ...(rim?.border && { border: rim.border }),
});

const WHOLE = { x: 0, y: 0, width: 1, height: 1 };

/** What a layer shows: an artwork, or lettering as a drawing of its own. */
export type Shown = { size: ArtworkSize } & ({ artwork: ArtworkRow } | { svg: string });

/** The artwork that a layer shows: its own, or the proof's; null when it is not here any more. */
export function artworkOn(named: string | undefined, lead: ArtworkRow, others: Making['others']): ArtworkRow | null {
  const it = named ? others.get(named) : lead;
  return it?.measured && it.state !== 'refused' ? it : null;
}

/** What a layer shows of a proof's artwork; null when its artwork is not here any more, or its text cannot be filled. */
export function shownBy(layer: Layer, lead: ArtworkRow, others: Making['others']): Shown | null {
  if (layer.kind === 'artwork') {
    const artwork = artworkOn(layer.artwork, lead, others);
    return artwork && { artwork, size: sizeOf(artwork) };
  }
  const made = letteringOf(layer, { ...lead, inks: lead.measured!.inks });
  if (!made.ok) return null;
  const { svg, widthPx, heightPx } = made.it;
  return { svg, size: { widthPx, heightPx, trim: WHOLE } };
}

/** The colour of a ground below an artwork, `#rrggbb`; null where the product shows. */
export const groundHex = (ground: Ground | undefined, { measured }: ArtworkRow): string | null =>
  ground === undefined ? null : inkHex(ground, measured!);
