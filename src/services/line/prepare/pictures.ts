import { placementOn, type AreaPlacement, type Shot } from '../../../core/docket/docket';
import { place, type Placed } from '../../../core/placement/place';
import { shotColour } from '../../../core/planning/colours';
import { areaOn, type BlankDocument } from '../../../core/stock/blank';
import type { SceneArea } from '../../../core/scene/scene';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { derivedName } from '../../../files/store';
import { workingName } from '../../artwork/raster-names';
import { sceneById, sceneState } from '../../stockroom/scenes';
import { cardOf, type Card } from './cards';
import type { LineOffer, Tell } from './goods';
import type { Making } from './making';

/** Changes whenever the compositor would make other pixels from the same inputs. */
const COMPOSITOR_VERSION = 3;

interface Source {
  /** The working copy that is printed or shown. It can be made from the original again. */
  working: string;
  original: { sha256: string; fileName: string };
}
/** One print area of a mockup. */
export interface Print extends Source {
  area: string;
  placed: Placed;
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
const sizeOf = (a: ArtworkRow) => ({ widthPx: a.widthPx!, heightPx: a.heightPx!, trim: a.measured!.trim });
const hundredths = ({ xMm, yMm, widthMm, heightMm }: Placed) => [xMm, yMm, widthMm, heightMm].map((v) => Math.round(v * 100));

/** The size of the product whose print area is most like the one that a scene shows: of equals the first. */
function sizeShown(blank: BlankDocument, area: string, sizes: readonly string[], room: SceneArea): string {
  const aspect = room.widthMm / room.heightMm;
  const off = (size: string) => {
    const a = areaOn(blank, area, size);
    return a ? Math.abs(Math.log(a.widthMm / a.heightMm / aspect)) : Infinity;
  };
  return sizes.reduce((best, size) => (off(size) < off(best) - 1e-3 ? size : best), sizes[0]!);
}

/** An artwork placed on the product, as it lies in the scene's own millimetres: the area's width fills what the scene shows of it. */
function inScene(artwork: ArtworkRow, p: AreaPlacement, blank: BlankDocument, sizes: readonly string[], room: SceneArea): Placed {
  const size = sizeShown(blank, p.area, sizes, room);
  const area = areaOn(blank, p.area, size)!;
  const placed = place(sizeOf(artwork), area, placementOn(p, size));
  const k = room.widthMm / area.widthMm;
  if (Math.abs(k - 1) < 1e-9) return placed;
  return { ...placed, xMm: placed.xMm * k, yMm: placed.yMm * k, widthMm: placed.widthMm * k, heightMm: placed.heightMm * k };
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
      const printed = p.print ? making.others.get(p.print.artwork) : lead;
      if (!room || !areaOn(offer.blank, p.area, sizes[0]!) || !printed?.measured || printed.state === 'refused') return [];
      return [{ ...sourceOf(printed), area: p.area, placed: inScene(printed, p, offer.blank, sizes, room) }];
    });
    if (!prints.length) return [];
    const state = sceneState(sheet.id);
    scenes.add(`${sheet.id}@${state}`);
    const inputs = [
      COMPOSITOR_VERSION,
      sheet.id,
      state,
      colour.hex,
      prints.map((p) => [p.area, p.original.sha256, hundredths(p.placed)]),
    ];
    return [{ kind: 'scene', prints, scene: sheet.id, colour: colour.hex, colourName: colour.name, ...files(inputs) }];
  });
  return { pictures, scenes: [...scenes].sort(), wanted };
}

/** A scene shows a goods line when it is of its blank's kind; a card goes with any. */
const fits = (offer: LineOffer, shot: Exclude<Shot, { kind: 'kept' | 'free' }>): boolean =>
  shot.kind === 'card' || sceneById(shot.scene)?.blank === offer.blank.kind;
