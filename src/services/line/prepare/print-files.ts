import { inPixels, pixelSize } from '../../../core/print-file/pixels';
import type { PrintedPicture, PrintFile } from '../../../core/print-file/print-file';
import { faceOn, type AreaPlacement, type Layer } from '../../../core/placement/form';
import { layAll, type Lie } from '../../../core/placement/lay';
import { areaOn } from '../../../core/stock/blank';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { derivedName } from '../../../files/store';
import type { LineOffer } from './goods';
import type { Making } from './making';
import { groundHex, shownBy } from './printed';

/** Changes whenever the same inputs would give other pixels. */
const PRINT_FILE_VERSION = 1;
/** What paper is printed on where nothing else lies below. */
const PAPER = '#ffffff';

type Alone = Omit<PrintFile, 'sizes' | 'colours' | 'twin'>;

/** The print files of a proof: for each area one a size and twin; what prints the same is one file for all of them. */
export function printFilesOf(making: Making, offers: readonly LineOffer[]): PrintFile[] {
  const motif = [making.artwork, ...making.twins];
  const files = new Map<string, PrintFile>();
  for (const offer of offers)
    for (const placement of offer.line.placements)
      for (const [print, colours] of coloursByPrint(offer))
        for (const size of offer.sizes) {
          const made = fileOf(making, motif[print]!, offer, placement, size);
          if (!made) continue;
          const key = [made.line, made.area, made.file].join(' ');
          const file = files.get(key) ?? { ...made, sizes: [], colours: [], twin: false };
          file.sizes = [...new Set([...file.sizes, size])];
          file.colours = [...new Set([...file.colours, ...colours])];
          file.twin = file.colours.length < new Set(offer.colours!.offered.map((c) => c.name)).size;
          files.set(key, file);
        }
  return [...files.values()];
}

/** The colours that are offered, by which artwork of the motif goes on them. */
function coloursByPrint({ colours }: LineOffer): Map<number, string[]> {
  const by = new Map<number, string[]>();
  for (const { print, name } of colours?.offered ?? []) by.set(print, [...(by.get(print) ?? []), name]);
  return by;
}

/** What is printed on one area of one size; null when something that it shows is not here. */
function fileOf(
  { others }: Making,
  lead: ArtworkRow,
  { line, blank }: LineOffer,
  placement: AreaPlacement,
  size: string,
): Alone | null {
  const area = areaOn(blank, placement.area, size);
  const ppi = blank.areas.find((a) => a.name === placement.area)?.ppi;
  if (!area || !ppi) return null;
  const { widthMm, heightMm, bleedMm = 0 } = area;
  const { ground, layers } = faceOn(placement, size);
  const shown = (layer: Layer) => shownBy(layer, lead, others);
  if (!layers.every(shown)) return null;
  const pictures = layAll(layers, area, (l) => shown(l)!.size).map(({ layer, laid }): PrintedPicture => {
    const lie = rounded(inPixels(laid, ppi, bleedMm));
    const it = shown(layer)!;
    if ('svg' in it) return { svg: it.svg, ...lie };
    const { sha256, fileName } = it.artwork;
    return { original: { sha256, fileName }, ...lie };
  });
  const paper = blank.department === 'paper';
  const below = groundHex(ground, lead) ?? (paper ? PAPER : null);
  const { widthPx, heightPx } = pixelSize(area, ppi);
  const inputs = [
    PRINT_FILE_VERSION,
    widthPx,
    heightPx,
    ppi,
    below,
    pictures.map((p) => ['svg' in p ? p.svg : p.original.sha256, p.maps, p.repeat]),
  ];
  return {
    file: derivedName(inputs, '.png'),
    ...{ line: line.key, noun: line.noun.one, area: placement.area },
    ...{ widthMm, heightMm, bleedMm, ppi, widthPx, heightPx },
    ...{ ground: below, paper, layers: pictures },
    photographic: layers.some((l) => {
      const it = shown(l)!;
      return 'artwork' in it && it.artwork.measured!.picture.kind === 'photograph';
    }),
  };
}

/** Numbers as they are kept: to a millionth, of a pixel or of a side, which moves no pixel. */
export const rounded = (lie: Lie): Lie => {
  const short = (_: string, value: unknown) => (typeof value === 'number' ? Math.round(value * 1e6) / 1e6 : value);
  return JSON.parse(JSON.stringify({ maps: lie.maps, repeat: lie.repeat }, short)) as Lie;
};
