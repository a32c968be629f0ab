import { rgbToHex } from '@/core/colour/colour';
import { fillsSheet } from '@/core/artwork/measure/measure';
import { troubleWords } from '@/core/placement/trouble';
import { thumbName, workingName } from '@/services/artwork/raster-names';
import type { Bench, OnBench } from '@/services/bench/bench';
import type { Shown } from '@/services/line/prepare/printed';
import type { BenchView, PlacedView } from '../shapes/bench';
import { picture } from './picture';

export const benchView = ({ docket: { id, name, revision }, line, placement, rail, notTaken, left }: Bench): BenchView => ({
  docket: { id, name, revision },
  line: line.key,
  area: placement.area,
  placement,
  rail,
  notTaken,
  left,
});

export const placedView =
  (workspace: string) =>
  ({ artwork, own, choices, troubles, shown }: OnBench): PlacedView => {
    const measured = artwork.measured!;
    const size = ({ size: { widthPx, heightPx, trim } }: Shown) => ({ widthPx, heightPx, trim });
    const src = (it: Shown) => ('svg' in it ? it.svg : picture(workspace, workingName(it.artwork.sha256)));
    return {
      id: artwork.id,
      name: artwork.name,
      thumb: picture(workspace, thumbName(artwork.sha256)),
      large: picture(workspace, workingName(artwork.sha256)),
      widthPx: artwork.widthPx!,
      heightPx: artwork.heightPx!,
      trim: measured.trim,
      lightness: measured.lightness,
      fills: fillsSheet(measured),
      edge: measured.rim ? rgbToHex(measured.rim.rgb) : null,
      inks: measured.inks.map((i) => ({ hex: rgbToHex(i.rgb), share: i.share })),
      own,
      choices,
      troubles: troubles.map((t) => ({ ...t, says: troubleWords(t) })),
      shown: shown.map((it) => it && { src: src(it), lettering: 'svg' in it, ...size(it) }),
    };
  };
