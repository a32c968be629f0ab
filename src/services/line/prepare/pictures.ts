import type { Shot } from '../../../core/docket/docket';
import { faceOn, type AreaPlacement, type Layer } from '../../../core/placement/form';
import { enlarged, layAll, type Lie } from '../../../core/placement/lay';
import { shotColour } from '../../../core/planning/colours';
import { inRoom, sizeShown } from '../../../core/planning/placed';
import { areaOn, type BlankDocument } from '../../../core/stock/blank';
import type { SceneArea } from '../../../core/scene/scene';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { derivedName } from '../../../files/store';
import { workingName } from '../../artwork/raster-names';
import { sceneById, sceneState } from '../../stockroom/scenes';
import { cardOf, type Card } from './cards';
import type { LineOffer, Tell } from './goods';
import type { Making } from './making';
import { groundHex, shownBy } from './printed';

/** Changes whenever the compositor would make other pixels from the same inputs. */
const COMPOSITOR_VERSION = 4;

interface Source {
  /** The working copy that is printed or shown. It can be made from the original again. */
  working: string;
  original: { sha256: string; fileName: string };
}
/** An artwork or lettering on a print area of a mockup, in the scene's millimetres. */
export type PrintedLayer = Lie & {
  /** As it is printed on the product. */
  widthMm: number;
  ppi: number;
} & (Source | { svg: string });
/** One print area of a mockup, from below. */
export interface Print {
  area: string;
  /** Ink all over it, `#rrggbb`. */
  ground: string | null;
  layers: PrintedLayer[];
}
interface Named {
  /** What the proof keeps of it. */
  scene: string;
  colourName: string;
  file: string;
  small: string;
}
/** One picture to make. */
export type PictureOrder =
  | ({ kind: 'scene'; colour: string; prints: Print[] } & Named)
  | ({ kind: 'card'; card: Card } & Named)
  | ({ kind: 'kept' } & Source & Named);
/** One place of the shot list: a picture to make, or one that a hand puts there. */
export type Picture = PictureOrder | { kind: 'free'; scene: ''; colourName: '' };

const files = (inputs: unknown) => ({ file: derivedName(inputs, '.jpg'), small: derivedName(inputs, '.webp') });
const sourceOf = (a: ArtworkRow): Source => ({
  working: workingName(a.sha256),
  original: { sha256: a.sha256, fileName: a.fileName },
});
/** A lie as it counts for a picture's name: what differs by less than a ten-thousandth is the same picture. */
const lieName = ({ maps, repeat }: Lie): string =>
  JSON.stringify([maps, repeat], (_, v: unknown) => (typeof v === 'number' ? Math.round(v * 1e4) / 1e4 : v));

/**
 * What is printed on an area of the product, as it lies in the scene's own millimetres: the area's width fills what the scene shows of
 * it. Null when nothing of it is here.
 */
function inScene(
  { others }: Making,
  lead: ArtworkRow,
  p: AreaPlacement,
  blank: BlankDocument,
  sizes: readonly string[],
  room: SceneArea,
  cut: boolean,
): Print | null {
  const size = sizeShown(blank, p.area, sizes, room);
  const area = areaOn(blank, p.area, size);
  if (!area) return null;
  const face = faceOn(p, size);
  const { by, at } = inRoom(area, room, cut);
  const shown = (layer: Layer) => shownBy(layer, lead, others);
  const layers = layAll(face.layers, area, (l) => shown(l)?.size ?? null).map(({ layer, laid }): PrintedLayer => {
    const it = shown(layer)!;
    const lie = { ...enlarged(laid, by, at), widthMm: laid.widthMm, ppi: laid.ppi };
    return 'svg' in it ? { svg: it.svg, ...lie } : { ...sourceOf(it.artwork), ...lie };
  });
  return layers.length ? { area: p.area, ground: groundHex(face.ground, lead), layers } : null;
}

/** The pictures of a shot list, each named by all that goes into it. Says what cannot be made, and what is still to be put in. */
export function picturesOf(
  making: Making,
  offers: readonly LineOffer[],
  tell: Tell,
): { pictures: Picture[]; scenes: string[]; wanted: number } {
  const scenes = new Set<string>();
  let wanted = making.order.shots.length;
  const pictures = making.order.shots.flatMap((shot): Picture[] => {
    if (shot.kind === 'free') {
      tell('place-free', 'pictures', false, shot.says ? { says: shot.says } : {});
      return [{ kind: 'free', scene: '', colourName: '' }];
    }
    if (shot.kind === 'kept') {
      const it = making.others.get(shot.artwork);
      if (!it?.measured || it.state === 'refused') {
        tell('picture-gone', 'pictures', true);
        return [];
      }
      return [{ kind: 'kept', ...sourceOf(it), scene: it.id, colourName: '', ...files(['kept', 1, it.sha256]) }];
    }
    const offer = offers.find((o) => (shot.line ? o.line.key === shot.line : fits(o, shot)));
    if (!offer?.colours) return [];
    if (shot.kind === 'card') {
      const card = cardOf(shot.card, offer);
      if (card) return [{ kind: 'card', card, scene: shot.card, colourName: '', ...files(['card', card]) }];
      // nothing to tell is no fault: a listing without a size chart is one all the same
      tell('card-empty', 'pictures', false, { card: shot.card });
      wanted--;
      return [];
    }
    const sheet = sceneById(shot.scene);
    if (!sheet) return [];
    const colour = shotColour(offer.colours, shot.colour);
    const lead = [making.artwork, ...making.twins][colour.print]!;
    const sizes = offer.sizes.length ? offer.sizes : offer.line.sizes.filter((s) => offer.blank.sizes.some((b) => b.name === s));
    if (!sizes.length) return [];
    const prints = offer.line.placements.flatMap((p): Print[] => {
      const room = sheet.areas.find((a) => a.name === p.area);
      const print = room && inScene(making, lead, p, offer.blank, sizes, room, offer.cut);
      return print ? [print] : [];
    });
    if (!prints.length) return [];
    const state = sceneState(sheet.id);
    scenes.add(`${sheet.id}@${state}`);
    const inputs = [
      COMPOSITOR_VERSION,
      sheet.id,
      state,
      colour.hex,
      prints.map((p) => [p.area, p.ground, p.layers.map((l) => ['svg' in l ? l.svg : l.original.sha256, lieName(l)])]),
    ];
    return [{ kind: 'scene', prints, scene: sheet.id, colour: colour.hex, colourName: colour.name, ...files(inputs) }];
  });
  return { pictures, scenes: [...scenes].sort(), wanted };
}

/** A scene shows a goods line when it is of its blank's kind; a card goes with any. */
const fits = (offer: LineOffer, shot: Exclude<Shot, { kind: 'kept' | 'free' }>): boolean =>
  (shot.kind === 'card' && (shot.card === 'files') === (offer.files !== undefined)) ||
  (shot.kind === 'scene' && sceneById(shot.scene)?.blank === offer.blank.kind);
