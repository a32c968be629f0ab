import { hexToRgb } from '@/core/colour/colour';
import type { PlacedView } from '@/api/shapes/bench';
import { same } from '@/core/docket/docket';
import { faceOn, isLead, type AreaPlacement, type Face, type Ground, type Layer } from '@/core/placement/form';
import { enlarged, layAll, type ArtworkSize, type AreaSize, type LaidLayer } from '@/core/placement/lay';
import { chooseColours, type ColourChoice } from '@/core/planning/colours';
import { inRoom, roomShown, showsArea } from '@/core/planning/placed';
import type { GoodsLine } from '@/core/docket/docket';
import { showsKind, type SceneSheet } from '@/core/scene/sheet';
import type { BlankDocument } from '@/core/stock/blank';
import { inkOn } from '@/core/stock/ink';
import { cutTo } from '@/core/stock/cut';
import type { Cloth } from './cloths';
import type { PreviewAsk } from '../mockup/preview.worker';
import { svgAddress } from '../mockup/svg-address';

/** What a layer shows, with its address. */
export interface Look extends ArtworkSize {
  src: string;
  /** The drawing, where it is lettering. */
  svg: string | null;
}
/** What a layer shows, wherever it lies. */
const showing = (l: Layer): unknown =>
  l.kind === 'artwork' ? (l.artwork ?? '') : [l.lines, l.font, l.colour, l.outline ?? 0, l.arc ?? 0, l.spacing ?? 0];

/** What the layers of a placement show of an artwork: the house has said it of those of `base`. */
export function looksOf(it: PlacedView, base: AreaPlacement): (layer: Layer) => Look | null {
  return (layer) => {
    if (isLead(layer)) return { src: it.large, svg: null, ...sizeOf(it) };
    const at = base.layers.findIndex((l) => same(showing(l), showing(layer)));
    const shown = it.shown[at];
    if (!shown) return null;
    const { src, lettering, ...size } = shown;
    return { src: lettering ? svgAddress(src) : src, svg: lettering ? src : null, ...size };
  };
}
export const sizeOf = ({ widthPx, heightPx, trim }: PlacedView): ArtworkSize => ({ widthPx, heightPx, trim });

/** A colour below an artwork, `#rrggbb`; null where the product shows. */
export const inkOf = (ink: Ground | undefined, { inks, edge }: Pick<PlacedView, 'inks' | 'edge'>): string | null =>
  ink === undefined
    ? null
    : typeof ink === 'string'
      ? ink
      : 'edge' in ink && edge
        ? edge
        : (inks[Math.min('ink' in ink ? ink.ink : 0, inks.length - 1)]?.hex ?? null);

/** Which colours of a product an artwork is offered on, by hand or by the rule of its goods line, as drafting chooses them for it alone. */
export function colourChoice(
  it: PlacedView,
  colours: GoodsLine['colours'],
  cloths: readonly Cloth[],
  every: readonly Cloth[],
): ColourChoice {
  const inks = it.fills ? null : it.inks.map((i) => ({ ...i, rgb: hexToRgb(i.hex) }));
  const chosen = it.choices.colours;
  if (chosen) return chooseColours([inks], every.filter((c) => chosen.includes(c.name)), Infinity, 0, true); // prettier-ignore
  const [most, gap] = Array.isArray(colours) ? [Infinity, 0] : [colours.best, colours.apart ?? 0];
  return chooseColours([inks], [...cloths], most, gap);
}

/** How a face lies on an area, with what its layers show. */
export const laidOn = (face: Face, area: AreaSize, look: (layer: Layer) => Look | null): (LaidLayer & { look: Look })[] =>
  layAll(face.layers, area, look).map((l) => ({ ...l, look: look(l.layer)! }));

/** The scene that shows a print area: the first of the docket's shots that does, else any of this kind of blank. */
export function sceneFor(
  scenes: readonly SceneSheet[],
  wanted: readonly string[],
  blank: BlankDocument,
  area: string,
): SceneSheet | null {
  const its = scenes.filter((s) => showsArea(s, blank, area) && (showsKind(s, blank.kind) || wanted.includes(s.id)));
  return its.find((s) => wanted.includes(s.id)) ?? its[0] ?? null;
}

/** What a scene shows of an artwork: on one area as `placement` says, on the others as its own or the docket's do. */
export function printsIn(
  sheet: SceneSheet,
  { line, blank: whole }: { line: GoodsLine; blank: BlankDocument },
  it: PlacedView,
  placement: AreaPlacement,
  base: AreaPlacement,
): PreviewAsk['prints'] {
  const blank = cutTo(whole, line, it);
  return sheet.products.flatMap(({ rooms }, product) =>
    line.placements.flatMap((p) => {
      const shown = roomShown(rooms, blank, p.area, line.sizes);
      if (!shown) return [];
      const { room, area, size } = shown;
      const here = p.area === placement.area;
      const face = faceOn(here ? placement : (it.own[p.area] ?? p), size);
      // of other areas only what shows the artwork is known here
      const look = here ? looksOf(it, base) : (l: Layer) => (isLead(l) ? looksOf(it, base)(l) : null);
      const { by, at } = inRoom(area, room, blank !== whole);
      const layers = laidOn(face, area, look).map(({ laid, look: { src, svg } }) => ({
        ...enlarged(laid, by, at),
        artwork: svg ? null : src,
        svg,
      }));
      const ground = inkOf(face.ground, it);
      return layers.length ? [{ product, room: room.name, ink: inkOn(blank, p.area), ground, layers }] : [];
    }),
  );
}
