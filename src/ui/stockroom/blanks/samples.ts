import { fillsSheet } from '@/core/artwork/measure/measure';
import type { ArtworkView } from '@/api/views';
import type { Sample } from '../area-drawing';

/** Artworks that blanks can be shown with, those that are measured, as small or larger pictures. */
export const samplesOf = (artworks: readonly ArtworkView[], picture: 'mini' | 'thumb'): Sample[] =>
  artworks.flatMap((a) => {
    const src = a[picture];
    return a.measured && src && a.widthPx && a.heightPx
      ? [
          {
            id: a.id,
            name: a.name,
            src,
            widthPx: a.widthPx,
            heightPx: a.heightPx,
            trim: a.measured.trim,
            lightness: a.measured.lightness,
            fills: fillsSheet(a.measured),
          },
        ]
      : [];
  });
