import sharp, { type Sharp } from 'sharp';
import { hexToRgb } from '../../core/colour/colour';
import { weaveOf } from '../../core/scene/cloth';
import type { CompiledScene } from '../../core/scene/compiled';
import { rimKey, rimLie } from '../../core/scene/cutout';
import { Printer, type RoomPrint } from '../../core/scene/printer';
import { partColours, tintedBase, type ProductDyes } from '../../core/scene/tint';
import { QUALITIES } from '../../core/outlet/pictures';
import { has, keepDerived, madeOf, miniOf, read } from '../../files/store';
import type { PicturesMade } from '../../services/line/drafting';
import type { PictureOrder } from '../../services/line/prepare/pictures';
import { drawCard } from '../pictures/cards';
import { Artworks } from './artworks';
import { encoded, type Opened } from './encode';
import { scenePixels } from './scene-files';
import type { Shelf } from './shelf';

const SMALL_SIDE = 480;
/** For lists and the sheet, where dozens come into view at a time: twice as large as they are shown. */
const MINI_SIDE = 128;
/** Side of pictures that are not composed, px. */
const KEPT_SIDE = 2000;
/** A printer's memory: a scene of 4 million points, a pair of pictures, some artworks; what is not touched takes none. */
export const PRINTER_BYTES = 448 << 20;
/** Pictures under way at a time: one is encoded while the next is printed. */
const PLACES = 2;

type SceneOrder = Extract<PictureOrder, { kind: 'scene' }>;

/** Scenes with products of mixed cloth, which is slow to weave: so many are kept. */
const WOVEN = 3;
const woven = new Map<string, Promise<Uint8Array>>();

/** What a scene is printed on: the colours of its parts, or, where there is mixed cloth, the scene woven and dyed. */
async function baseOf(scene: CompiledScene, products: readonly ProductDyes[]): Promise<string[] | Uint8Array> {
  const { sheet } = scene;
  const colours = partColours(sheet, products);
  const mixed = products.find((p) => p.mixed)?.mixed;
  if (!mixed) return colours;
  const key = JSON.stringify([sheet.id, products]);
  const weave = async () =>
    tintedBase(scene, colours, undefined, {
      colours: partColours(sheet, products, true),
      weave: weaveOf(sheet, await scenePixels(sheet), mixed.pattern),
    });
  const base = woven.get(key) ?? weave();
  woven.delete(key);
  if (woven.size >= WOVEN) woven.delete(woven.keys().next().value!);
  woven.set(key, base);
  base.catch(() => woven.delete(key));
  return base;
}

/** Composes one mockup as RGB bytes, in a place of the printer's memory. */
export async function compose(printer: Printer, shelf: Shelf, artworks: Artworks, order: SceneOrder, to: string) {
  const scene = await shelf.scene(order.scene);
  const base = await baseOf(scene, order.products);
  const prints: RoomPrint[] = [];
  for (const { product, room: name, ink, ground, layers } of order.prints) {
    const room = scene.rooms.find((r) => r.product === product && r.room.name === name);
    if (!room) throw new RangeError(`The scene ${order.scene} has no room ${name}`);
    const its = layers.map((layer) => ({
      key: 'svg' in layer ? layer.svg : layer.working,
      lie: { maps: layer.maps, repeat: layer.repeat },
      texture: () => artworks.texture(printer, layer, room.mmPerPoint),
    }));
    const { rimMm } = room.room;
    const { colour } = order.products[product % order.products.length]!;
    // what repeats has no outline to be cut along
    const rims = (rimMm ? layers.filter((l) => !l.repeat) : []).map((layer, i) => {
      const key = rimKey(its[i]!.key, layer, rimMm!, colour);
      return {
        key,
        lie: rimLie(layer, rimMm!).lie,
        texture: () => artworks.rim(printer, key, layer, rimMm!, hexToRgb(colour)),
      };
    });
    prints.push({ room, ink, ground: ground ? hexToRgb(ground) : null, layers: [...rims, ...its] });
  }
  return { rgb: await printer.print(scene, base, prints, to), size: scene.sheet.size };
}

/** The artworks of an order, leading one first. */
const leadOf = (o: PictureOrder): string =>
  o.kind === 'scene'
    ? (o.prints.flatMap((p) => p.layers).flatMap((l) => ('working' in l ? [l.working] : []))[0] ?? '')
    : o.kind === 'kept'
      ? o.working
      : '';
const sceneOf = (o: PictureOrder): string => (o.kind === 'scene' ? o.scene : '');

type MadePicture = PicturesMade['pictures'][number];

/** What is there of an order already; undefined where it is to be made. */
async function found({ file, small, output }: PictureOrder): Promise<MadePicture | undefined> {
  if (output.maxBytes !== null && (await has('derived', madeOf(file))))
    return JSON.parse((await read('derived', madeOf(file))).toString('utf8')) as MadePicture;
  return (await has('derived', file)) && (await has('derived', small)) ? { file } : undefined;
}

/** Writes a picture as its outlets take it, and in the sizes that are shown here. */
async function keep(orders: readonly PictureOrder[], picture: Opened, side: number): Promise<MadePicture[]> {
  const larges = orders.map((o) => encoded(picture, side, o.output));
  const { data, info } = await picture()
    .resize(SMALL_SIDE, SMALL_SIDE, { kernel: 'cubic' })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const reduced = sharp(data, { raw: { width: info.width, height: info.height, channels: 3 } });
  const webp = (s: Sharp) => s.webp({ quality: 82, effort: 2 }).toBuffer();
  const mini = webp(reduced.clone().resize(MINI_SIDE, MINI_SIDE, { kernel: 'cubic' }));
  const { small } = orders[0]!;
  await keepDerived(small, await webp(reduced.clone()));
  await keepDerived(miniOf(small), await mini);
  const made: MadePicture[] = [];
  for (const [i, { file, output }] of orders.entries()) {
    const large = await larges[i]!;
    const { quality, sidePx } = large ?? {};
    const told: MadePicture = !large
      ? { file, heavy: true }
      : quality === QUALITIES[0] && sidePx === output.sidePx
        ? { file }
        : { file, quality, sidePx };
    if (large) await keepDerived(file, large.data);
    if (output.maxBytes !== null) await keepDerived(madeOf(file), Buffer.from(JSON.stringify(told)));
    made.push(told);
  }
  return made;
}

/** Makes pictures, one after another, in a memory of its own. */
export class Renderer {
  private printer: Promise<Printer> | undefined;
  private back = false;
  constructor(private readonly shelf: Shelf) {}

  /**
   * Makes the pictures that are not in the store yet, artwork by artwork and scene by scene. Returns those that are there afterwards;
   * where the disk is full, those that found room.
   */
  async render(orders: readonly PictureOrder[]): Promise<PicturesMade> {
    const there: MadePicture[] = [];
    // what shows the same is printed once, in however many ways it is handed over
    const missing = new Map<string, PictureOrder[]>();
    for (const order of orders) {
      const its = await found(order);
      if (its) there.push(its);
      else missing.set(order.small, [...(missing.get(order.small) ?? []), order]);
    }
    const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
    // there and back: of more scenes than the shelf holds, the last are on it still
    const way = (this.back = !this.back) ? 1 : -1;
    const groups = [...missing.values()].sort(
      ([a], [b]) => compare(leadOf(a!), leadOf(b!)) || way * compare(sceneOf(a!), sceneOf(b!)),
    );
    const artworks = new Artworks();
    const began = performance.now();
    const told = (full: boolean): PicturesMade => ({
      pictures: there,
      full,
      printed: groups.length,
      ms: performance.now() - began,
    });
    const busy = Array.from({ length: PLACES }, () => Promise.resolve());
    const all = () => Promise.all(busy);
    try {
      for (const [i, group] of groups.entries()) {
        const place = i % PLACES;
        await busy[place];
        const { picture, side } = await this.picture(group[0]!, artworks, place, all);
        const kept = keep(group, picture, side).then((made) => void there.push(...made));
        // told when its turn comes; until then it must not count as nobody’s
        kept.catch(() => undefined);
        busy[place] = kept;
      }
      await all();
    } catch (error) {
      await Promise.allSettled(busy);
      if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error;
      return told(true);
    }
    return told(false);
  }

  private async picture(
    order: PictureOrder,
    artworks: Artworks,
    place: number,
    all: () => Promise<unknown>,
  ): Promise<{ picture: Opened; side: number }> {
    if (order.kind === 'card') {
      const drawn = drawCard(order.card);
      return { picture: () => sharp(drawn), side: KEPT_SIDE };
    }
    if (order.kind === 'kept') {
      const { rgba, width, height } = await artworks.of(order.working);
      // whole, on white where it is see-through
      const whole = sharp(rgba, { raw: { width, height, channels: 4 } })
        .flatten({ background: '#ffffff' })
        .resize(KEPT_SIDE, KEPT_SIDE, { fit: 'contain', background: '#ffffff' });
      const rgb = await whole.raw().toBuffer();
      return { picture: () => sharp(rgb, { raw: { width: KEPT_SIDE, height: KEPT_SIDE, channels: 3 } }), side: KEPT_SIDE };
    }
    const printer = await (this.printer ??= Printer.open(PRINTER_BYTES));
    const composed = () => compose(printer, this.shelf, artworks, order, String(place));
    const { rgb, size } = await composed().catch(async (error: unknown) => {
      if (!(error instanceof RangeError)) throw error;
      // full of what other scenes and artworks left: nothing of it is being read once all are written
      await all();
      printer.clear();
      return composed();
    });
    return { picture: () => sharp(rgb, { raw: { width: size, height: size, channels: 3 } }), side: size };
  }
}
