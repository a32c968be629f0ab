import { kindOf } from '../docket/kinds';
import { faceOn, type AreaPlacement, type Layer } from '../placement/form';
import { layAll, type ArtworkSize } from '../placement/lay';
import { TROUBLES, troublesOf, type PlacementTrouble, type TroubleCode } from '../placement/trouble';
import { roomFor, type SceneRoom, type SceneSheet } from '../scene/sheet';
import { areaOn, areaWhole, type AreaOnSize, type BlankDocument } from '../stock/blank';

/** What is wrong with a placement over sizes of a blank: of each trouble the worst. */
export function troublesOver(
  placement: AreaPlacement,
  blank: BlankDocument,
  sizes: readonly string[],
  minPpi: number,
  pictureOf: (layer: Layer) => ArtworkSize | null,
): PlacementTrouble[] {
  const worst = new Map<TroubleCode, number>();
  const cloth = kindOf(blank.kind).cloth === true;
  for (const size of sizes) {
    const there = areaWhole(blank, placement.area, size);
    if (!there) continue;
    const area = { ...there, cloth };
    const { ground, layers } = faceOn(placement, size);
    for (const { code, by } of troublesOf(layAll(layers, area, pictureOf), area, minPpi, ground !== undefined)) {
      const was = worst.get(code);
      // of resolutions the coarsest, of all else the largest
      worst.set(code, was === undefined ? by : code === 'coarse' ? Math.min(was, by) : Math.max(was, by));
    }
  }
  return TROUBLES.flatMap((code) => (worst.has(code) ? [{ code, by: worst.get(code)! }] : []));
}

/** The size on which a placement is drawn: the largest of those that have no face of their own. */
export function sizeDrawn(
  blank: BlankDocument,
  { area, bySize = {} }: AreaPlacement,
  sizes: readonly string[],
): string | undefined {
  const width = (size: string | undefined) => (size === undefined ? -1 : (areaOn(blank, area, size)?.widthMm ?? 0));
  return sizes
    .filter((s) => !Object.hasOwn(bySize, s))
    .reduce<string | undefined>((best, s) => (width(s) > width(best) ? s : best), undefined);
}

/** Whether a print area measures something else on some of these sizes. */
export function differsBySize(blank: BlankDocument, area: string, sizes: readonly string[]): boolean {
  const measures = sizes.flatMap((size) => {
    const on = areaOn(blank, area, size);
    return on ? [`${on.widthMm} x ${on.heightMm}`] : [];
  });
  return new Set(measures).size > 1;
}

/** Where a scene shows a print area: the room, and the area as it is on the size that is most like it; null where it does not. */
export function roomShown<R extends Pick<SceneRoom, 'name' | 'side' | 'widthMm' | 'heightMm'>>(
  rooms: readonly R[],
  blank: BlankDocument,
  name: string,
  sizes: readonly string[],
): { room: R; size: string; area: AreaOnSize } | null {
  const area = blank.areas.find((a) => a.name === name);
  const room = area && roomFor(rooms, area, blank.areas);
  if (!room) return null;
  const size = sizeShown(blank, name, sizes, room);
  const on = areaOn(blank, name, size);
  return on && { room, size, area: on };
}

/** Whether a scene shows a print area of a blank. */
export function showsArea(sheet: Pick<SceneSheet, 'products'>, blank: BlankDocument, name: string): boolean {
  const area = blank.areas.find((a) => a.name === name);
  return area !== undefined && sheet.products.some((p) => roomFor(p.rooms, area, blank.areas) !== null);
}

/** The size of the product whose print area is most like the room that a scene shows of it: of equals the first. */
export function sizeShown(
  blank: BlankDocument,
  area: string,
  sizes: readonly string[],
  room: { widthMm: number; heightMm: number },
): string {
  const aspect = room.widthMm / room.heightMm;
  const off = (size: string) => {
    const a = areaOn(blank, area, size);
    return a ? Math.abs(Math.log(a.widthMm / a.heightMm / aspect)) : Infinity;
  };
  return sizes.reduce((best, size) => (off(size) < off(best) - 1e-3 ? size : best), sizes[0]!);
}

/**
 * How an area lies in the room that a scene has for it, mm: its width fills that of the room; a sheet that was cut to its picture lies in
 * the middle, whole.
 */
export function inRoom(
  area: { widthMm: number; heightMm: number },
  room: { widthMm: number; heightMm: number },
  cut: boolean,
): { by: number; at: { x: number; y: number } } {
  const wide = room.widthMm / area.widthMm;
  if (!cut) return { by: wide, at: { x: 0, y: 0 } };
  const by = Math.min(wide, room.heightMm / area.heightMm);
  return { by, at: { x: (room.widthMm - area.widthMm * by) / 2, y: (room.heightMm - area.heightMm * by) / 2 } };
}
