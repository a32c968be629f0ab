import type { Candidate } from '../../core/docket/accepts';
import { effective, type GoodsLine } from '../../core/docket/docket';
import { artworksOf, type AreaPlacement, type Layer } from '../../core/placement/form';
import type { ArtworkSize } from '../../core/placement/lay';
import { areaOn, type BlankDocument } from '../../core/stock/blank';
import { artworksByIds, type ArtworkRow } from '../../data/artwork/artworks';
import type { Tx } from '../../data/database';
import { blanksByIds } from '../../data/stockroom/blanks';
import { docketById, type DocketRow } from '../../data/stockroom/dockets';
import { rimOf, sizeOf } from '../line/prepare/printed';
import { Trouble } from '../trouble';

/** A print area that placements are set on: of a goods line of a docket. What is not named is the first. */
export interface AreaAsked {
  docket: string;
  line?: string;
  area?: string;
}

/** A print area on the bench, with all that decides on how artworks sit there. */
export interface BenchArea {
  docket: DocketRow;
  line: GoodsLine;
  blank: BlankDocument;
  /** As the docket says. */
  placement: AreaPlacement;
  minPpi: number;
}

/** Finds a print area. Throws a Trouble where the docket, its line or its area is not there. */
export async function benchArea(tx: Tx, asked: AreaAsked): Promise<BenchArea> {
  const docket = await docketById(tx, asked.docket);
  if (!docket) throw new Trouble('not-found', 'There is no such docket.');
  const { lines, accepts } = effective(docket.document, '');
  if (!lines.length) throw new Trouble('not-found', `“${docket.name}” prints nothing: it sells files.`);
  const line = asked.line === undefined ? lines[0]! : lines.find((l) => l.key === asked.line);
  if (!line) throw new Trouble('not-found', `“${docket.name}” has no goods line ${asked.line}.`);
  const placement = asked.area === undefined ? line.placements[0]! : line.placements.find((p) => p.area === asked.area);
  if (!placement) throw new Trouble('not-found', `“${docket.name}” prints nothing on an area ${asked.area}.`);
  const blank = (await blanksByIds(tx, [line.blank]))[0];
  if (!blank) throw new Trouble('not-found', `The blank of “${docket.name}” is not in the stockroom any more.`);
  if (!areaOn(blank.document, placement.area, line.sizes[0]!))
    throw new Trouble('not-found', `${blank.document.name} has no print area ${placement.area} any more.`);
  return { docket, line, blank: blank.document, placement, minPpi: accepts.minPpi };
}

/** Artworks that placements name by themselves, by id. */
export const othersIn = async (tx: Tx, placements: readonly AreaPlacement[]): Promise<Map<string, ArtworkRow>> =>
  new Map((await artworksByIds(tx, [...new Set(placements.flatMap(artworksOf))])).map((a) => [a.id, a]));

/** What of an artwork decides on how it sits. */
export type Work = Candidate & { id: string };
export const workSize = ({ widthPx, heightPx, measured }: Work): ArtworkSize => ({
  widthPx: widthPx!,
  heightPx: heightPx!,
  trim: measured!.trim,
  ...rimOf(measured!),
});

/** What a layer shows of pictures; lettering, and what is not here, is none. */
export function pictureOn(layer: Layer, lead: ArtworkSize, others: Map<string, ArtworkRow>): ArtworkSize | null {
  if (layer.kind !== 'artwork') return null;
  if (!layer.artwork) return lead;
  const it = others.get(layer.artwork);
  return it?.measured && it.state !== 'refused' ? sizeOf(it) : null;
}
