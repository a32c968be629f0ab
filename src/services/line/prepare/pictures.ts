import type { Shot, ShotColour } from '../../../core/docket/docket';
import { faceOn, type AreaPlacement, type Layer } from '../../../core/placement/form';
import { enlarged, layAll, type Lie } from '../../../core/placement/lay';
import { shotColour } from '../../../core/planning/colours';
import { inRoom, roomShown } from '../../../core/planning/placed';
import type { InkKind } from '../../../core/scene/ink';
import { showsKind, type SceneRoom } from '../../../core/scene/sheet';
import type { ProductDyes } from '../../../core/scene/tint';
import { inkOn } from '../../../core/stock/ink';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { outputFor, PICTURE_ENDINGS, type PictureOutput } from '../../../core/outlet/pictures';
import { derivedName } from '../../../files/store';
import { workingName } from '../../artwork/raster-names';
import { sceneById, sceneState } from '../../stockroom/scenes';
import { cardOf, type Card } from './cards';
import { dyesOn, inksOf, type LineOffer, type Tell } from './goods';
import type { Making } from './making';
import { artworkOn, groundHex, shownBy } from './printed';

/** Changes whenever the compositor would make other pixels from the same inputs. */
const COMPOSITOR_VERSION = 5;

export interface PictureSource {
  /** The working copy that is printed or shown. It can be made from the original again. */
  working: string;
  original: { sha256: string; fileName: string };
}
/** An artwork or lettering on a print area of a mockup, in the scene's millimetres. */
export type PrintedLayer = Lie & {
  /** As it is printed on the product. */
  widthMm: number;
  ppi: number;
} & (PictureSource | { svg: string });
/** What is printed in one of a scene's rooms, from below. */
export interface Print {
  /** Which product of the scene, and which of its rooms. */
  product: number;
  room: string;
  ink: InkKind;
  /** Ink all over it, `#rrggbb`. */
  ground: string | null;
  layers: PrintedLayer[];
}
interface Named {
  /** What the proof keeps of it. */
  scene: string;
  colourName: string;
  /** Named by what it shows and how it is handed over; the small copy by what it shows alone. */
  file: string;
  small: string;
  output: PictureOutput;
}
/** One picture to make. */
export type PictureOrder =
  | ({ kind: 'scene'; products: ProductDyes[]; prints: Print[] } & Named)
  | ({ kind: 'card'; card: Card } & Named)
  | ({ kind: 'kept' } & PictureSource & Named);
/** One place of the shot list: a picture to make, or one that a hand puts there. */
export type Picture = (PictureOrder | { kind: 'free'; scene: ''; colourName: '' }) & {
  /** Its place in the list. */
  shot: number;
  /** Its colour, where buyers cannot order it here. */
  notOffered?: string;
};

const filesAs = (output: PictureOutput) => (inputs: unknown) => ({
  file: derivedName([inputs, output], PICTURE_ENDINGS[output.format]),
  small: derivedName(inputs, '.webp'),
  output,
});
const sourceOf = (a: ArtworkRow): PictureSource => ({
  working: workingName(a.sha256),
  original: { sha256: a.sha256, fileName: a.fileName },
});
/** A lie as it counts for a picture's name: what differs by less than a ten-thousandth is the same picture. */
const lieName = ({ maps, repeat }: Lie): string =>
  JSON.stringify([maps, repeat], (_, v: unknown) => (typeof v === 'number' ? Math.round(v * 1e4) / 1e4 : v));

/**
 * What is printed on an area of the product, as it lies in the scene's own millimetres: the area's width fills what the scene shows of
 * it. Null when nothing of it is here, or the scene does not show the area.
 */
function inScene(
  { others }: Making,
  lead: ArtworkRow,
  p: AreaPlacement,
  { blank, cut }: LineOffer,
  sizes: readonly string[],
  rooms: readonly SceneRoom[],
): Omit<Print, 'product'> | null {
  const shownIn = roomShown(rooms, blank, p.area, sizes);
  if (!shownIn) return null;
  const { room, area, size } = shownIn;
  const face = faceOn(p, size);
  const { by, at } = inRoom(area, room, cut);
  const shown = (layer: Layer) => shownBy(layer, lead, others);
  const layers = layAll(face.layers, area, (l) => shown(l)?.size ?? null).map(({ layer, laid }): PrintedLayer => {
    const it = shown(layer)!;
    const lie = { ...enlarged(laid, by, at), widthMm: laid.widthMm, ppi: laid.ppi };
    return 'svg' in it ? { svg: it.svg, ...lie } : { ...sourceOf(it.artwork), ...lie };
  });
  return layers.length ? { room: room.name, ink: inkOn(blank, p.area), ground: groundHex(face.ground, lead), layers } : null;
}

/** What a product is dyed in, by the colour and the finish that a picture shows. */
function dyesOf({ blank, finishes }: LineOffer, colour: { name: string; hex: string }): ProductDyes {
  const { ground, mixed } = blank.colours.find((c) => c.name === colour.name) ?? {};
  const finish = blank.finishes?.choices.find((f) => f.name === finishes[0])?.hex;
  return { colour: colour.hex, ...(ground && { ground }), ...(mixed && { mixed }), ...(finish && { finish }) };
}

/** The pictures of a shot list, each named by all that goes into it. Says what cannot be made, and what is still to be put in. */
export function picturesOf(
  making: Making,
  offers: readonly LineOffer[],
  tell: Tell,
): { pictures: Picture[]; scenes: string[]; wanted: number } {
  const scenes = new Set<string>();
  const files = filesAs(outputFor(making.outlet.rules.pictures));
  let wanted = making.order.shots.length;
  const pictures = making.order.shots.flatMap((shot, at): Picture[] => {
    if (shot.kind === 'free') {
      tell('place-free', 'pictures', false, shot.says ? { says: shot.says } : {});
      return [{ kind: 'free', scene: '', colourName: '', shot: at }];
    }
    if (shot.kind === 'kept') {
      const it = making.others.get(shot.artwork);
      if (!it?.measured || it.state === 'refused') {
        tell('picture-gone', 'pictures', true);
        return [];
      }
      return [{ kind: 'kept', ...sourceOf(it), scene: it.id, colourName: '', shot: at, ...files(['kept', 1, it.sha256]) }];
    }
    const offer = offers.find((o) => (shot.line ? o.line.key === shot.line : fits(o, shot)));
    if (!offer?.colours) return [];
    if (shot.kind === 'card') {
      const card = cardOf(shot.card, offer);
      if (card) return [{ kind: 'card', card, scene: shot.card, colourName: '', shot: at, ...files(['card', card]) }];
      // nothing to tell is no fault: a listing without a size chart is one all the same
      tell('card-empty', 'pictures', false, { card: shot.card });
      wanted--;
      return [];
    }
    const sheet = sceneById(shot.scene);
    if (!sheet) {
      tell('scene-gone', 'pictures', true);
      return [];
    }
    const sizes = offer.sizes.length ? offer.sizes : offer.line.sizes.filter((s) => offer.blank.sizes.some((b) => b.name === s));
    if (!sizes.length) return [];
    const motif = [making.artwork, ...making.twins];
    const dyes = dyesOn(offer.blank, offer.line, making.artwork);
    // of several products in one picture each shows the next colour, unless it is said of it
    const dressed = sheet.products.map(({ rooms }, i) => {
      const own = i > 0 ? shot.others?.[i - 1] : shot;
      const colour = shotColour(offer.colours!, own?.colour ?? counted(shot.colour, i), dyes, inksOf(motif));
      const named = own?.artwork ? artworkOn(own.artwork, making.artwork, making.others) : null;
      const lead = named ?? motif[colour.print]!;
      const prints = offer.line.placements.flatMap((p): Print[] => {
        const print = inScene(making, lead, p, offer, sizes, rooms);
        return print ? [{ product: i, ...print }] : [];
      });
      return { colour, dyes: dyesOf(offer, colour), prints };
    });
    const prints = dressed.flatMap((d) => d.prints);
    if (!prints.length) return [];
    const state = sceneState(sheet.id);
    scenes.add(`${sheet.id}@${state}`);
    const products = dressed.map((d) => d.dyes);
    const inputs = [
      COMPOSITOR_VERSION,
      sheet.id,
      state,
      products,
      prints.map((p) => [
        ...[p.product, p.room, p.ink, p.ground],
        p.layers.map((l) => ['svg' in l ? l.svg : l.original.sha256, lieName(l)]),
      ]),
    ];
    const strange = dressed.map((d) => d.colour).find((c) => !offer.colours!.offered.includes(c));
    if (strange) tell('colour-not-offered', 'pictures', false, { colour: strange.name, scene: sheet.title });
    return [
      {
        ...{ kind: 'scene', prints, products, scene: sheet.id, colourName: dressed[0]!.colour.name, shot: at },
        ...(strange && { notOffered: strange.hex }),
        ...files(inputs),
      },
    ];
  });
  return { pictures, scenes: [...scenes].sort(), wanted };
}

/** The colour that the next products of a picture show: those that follow on the first one's. */
const counted = (colour: ShotColour, by: number): ShotColour => (by ? (typeof colour === 'number' ? colour : 0) + by : colour);

/** A scene shows a goods line when it is of its blank's kind; a card goes with any. */
const fits = (offer: LineOffer, shot: Exclude<Shot, { kind: 'kept' | 'free' }>): boolean =>
  (shot.kind === 'card' && (shot.card === 'files') === (offer.files !== undefined)) ||
  (shot.kind === 'scene' && showsKind(sceneById(shot.scene), offer.blank.kind));
