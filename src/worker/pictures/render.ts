import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { hexToRgb } from '../../core/colour/colour';
import { compileArea, groundOf, type PrintPoints, type SceneGround, type SceneSheet } from '../../core/scene/scene';
import {
  groundLayer,
  premultiplied,
  printOver,
  sampleLayer,
  textures,
  textureSize,
  type PrintLayer,
  type Texels,
} from '../../core/scene/print';
import { tintedBase } from '../../core/scene/tint';
import type { Lie } from '../../core/placement/lay';
import { borrow, has, keepDerived, miniOf } from '../../files/store';
import type { PictureOrder } from '../../services/line/prepare/pictures';
import { rasterNames } from '../../services/artwork/raster-names';
import { sceneById, scenesFolder } from '../../services/stockroom/scenes';
import { Budget } from './budget';
import { drawCard } from './cards';
import { drawSvg } from './decode';
import { readArtwork } from './read';

/** JPEG settings of every mockup: fixed Huffman tables are half the encoder's time for 3.5% more bytes. */
export const MOCKUP_JPEG = { quality: 86, chromaSubsampling: '4:2:0', optimiseCoding: false } as const;
const SMALL_SIDE = 480;
/** For lists and the sheet, where dozens come into view at a time: twice as large as they are shown. */
const MINI_SIDE = 128;
/**
 * What one picture process keeps between jobs: compiled scenes, and scenes with their product dyed. One artwork goes through all the
 * scenes of its dockets, the next one through the same: with less than all of them (200 MB) each would be loaded for each artwork.
 */
const SCENE_BYTES = 208 << 20;
const BASE_BYTES = 40 << 20;

interface Compiled {
  sheet: SceneSheet;
  ground: SceneGround;
  areas: Map<string, PrintPoints>;
}

const bytesOf = ({ ground: { plate, product, gloss }, areas }: Compiled): number =>
  plate.length + product.length + (gloss?.length ?? 0) + [...areas.values()].reduce((sum, a) => sum + a.at.length * 13, 0);
const compiled = new Budget<Compiled>(SCENE_BYTES, bytesOf);
const bases = new Budget<Uint8Array>(BASE_BYTES, (b) => b.length);

const rgbOf = async (file: string) =>
  new Uint8Array(
    await sharp(await readFile(file))
      .removeAlpha()
      .raw()
      .toBuffer(),
  );

async function load(id: string): Promise<Compiled> {
  const sheet = sceneById(id);
  if (!sheet) throw new RangeError(`There is no scene ${id}`);
  const folder = join(scenesFolder(), id);
  const [plate, map, gloss] = await Promise.all([
    rgbOf(join(folder, 'plate.jpg')),
    rgbOf(join(folder, 'map.webp')),
    sheet.gloss ? rgbOf(join(folder, 'gloss.jpg')) : null,
  ]);
  const pixels = { size: sheet.size, plate, map, gloss };
  return { sheet, ground: groundOf(pixels), areas: new Map(sheet.areas.map((a) => [a.name, compileArea(sheet, pixels, a)])) };
}

async function scene(id: string): Promise<Compiled> {
  return compiled.get(id) ?? compiled.put(id, await load(id));
}

/** Most runs use the same dozen colours over and over. */
function base(s: Compiled, hex: string): Uint8Array {
  const key = `${s.sheet.id} ${hex}`;
  return bases.get(key) ?? bases.put(key, tintedBase(s.sheet, s.ground, hexToRgb(hex)));
}

/** A decoded artwork: straight RGBA bytes. */
export interface Decoded {
  data: Buffer;
  width: number;
  height: number;
}

export async function decode(file: string | Buffer): Promise<Decoded> {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { data, width: info.width, height: info.height };
}

/** Reduces a decoded artwork, or the tile that is repeated, to a scene's fineness, premultiplied. */
export async function texelsFor(artwork: Decoded, lie: Lie, mmPerPoint: number): Promise<Texels> {
  const { crop, width, height } = textureSize(lie, artwork, mmPerPoint);
  const raw = { raw: { width: artwork.width, height: artwork.height, channels: 4 as const } };
  const whole = width === artwork.width && height === artwork.height;
  const rgba = whole
    ? artwork.data
    : await sharp(artwork.data, raw).extract(crop).resize(width, height, { fit: 'fill', kernel: 'cubic' }).raw().toBuffer();
  return { width, height, rgba: premultiplied(rgba) };
}

/** What is printed on an area of a scene: artworks decoded, from below. */
export interface Printed {
  area: string;
  ground: string | null;
  /** `key` names the artwork among the layers that were sampled already. */
  layers: { lie: Lie; key: string; artwork: Decoded }[];
}

/** Composes one mockup as RGB bytes. `kept` carries what was sampled for these artworks already. */
export async function compose(
  order: { scene: string; colour: string },
  prints: readonly Printed[],
  kept: Map<string, PrintLayer[]>,
): Promise<{ rgb: Uint8Array; size: number }> {
  const s = await scene(order.scene);
  const sampled: PrintLayer[] = [];
  for (const { area, ground, layers } of prints) {
    const points = s.areas.get(area);
    if (!points) throw new RangeError(`The scene ${order.scene} does not show the print area ${area}`);
    if (ground) sampled.push(groundLayer(points, hexToRgb(ground)));
    for (const { lie, key, artwork } of layers) {
      const name = JSON.stringify([order.scene, area, key, lie]);
      let its = kept.get(name);
      if (!its) {
        const texels = await texelsFor(artwork, lie, points.mmPerPoint);
        kept.set(name, (its = textures(texels, lie).map((t) => sampleLayer(points, t))));
      }
      sampled.push(...its);
    }
  }
  return { rgb: printOver(s.sheet, s.ground, sampled, base(s, order.colour), hexToRgb(order.colour)), size: s.sheet.size };
}

/** The longer side of lettering in mockups, px: as much as a scene shows of it. */
const LETTERING_SIDE = 1600;
/** Side of pictures that are not composed, px. */
const KEPT_SIDE = 2000;
/** So many decoded artworks are held at a time: the one in hand, and one print that is always the same. */
const DECODED = 2;

type Source = Extract<PictureOrder, { kind: 'kept' }>;

/** Decodes working copies, making one again that is gone; the least used goes first. */
class Artworks {
  private readonly held = new Map<string, Decoded>();
  async of({ working, original }: Pick<Source, 'working' | 'original'>): Promise<Decoded> {
    const found = this.held.get(working);
    this.held.delete(working);
    while (this.held.size >= DECODED) this.held.delete(this.held.keys().next().value!);
    const artwork = found ?? (await this.read(working, original));
    this.held.set(working, artwork);
    return artwork;
  }
  /** Lettering, drawn for pictures; it is little, and made anew when it is wanted again. */
  async lettering(svg: string): Promise<Decoded> {
    const { rgba, width, height } = (await drawSvg(svg, 'lettering', LETTERING_SIDE)).pixels;
    return { data: Buffer.from(rgba.buffer, rgba.byteOffset, rgba.byteLength), width, height };
  }
  private async read(working: string, { sha256, fileName }: Source['original']): Promise<Decoded> {
    if (!(await has('derived', working))) await readArtwork(sha256, fileName, rasterNames(sha256));
    return borrow('derived', working, decode);
  }
}

/** A picture as it is kept: whole, on white where it is see-through. */
const keptPicture = (a: Decoded) =>
  sharp(a.data, { raw: { width: a.width, height: a.height, channels: 4 } })
    .flatten({ background: '#ffffff' })
    .resize(KEPT_SIDE, KEPT_SIDE, { fit: 'contain', background: '#ffffff' });

async function pictureOf(order: PictureOrder, artworks: Artworks, kept: Map<string, PrintLayer[]>): Promise<Sharp> {
  if (order.kind === 'card') return sharp(drawCard(order.card));
  if (order.kind === 'kept') return keptPicture(await artworks.of(order));
  const prints: Printed[] = [];
  for (const { area, ground, layers } of order.prints) {
    const decoded: Printed['layers'] = [];
    for (const { maps, repeat, ...source } of layers) {
      const artwork = 'svg' in source ? await artworks.lettering(source.svg) : await artworks.of(source);
      decoded.push({ lie: { maps, repeat }, key: 'svg' in source ? source.svg : source.working, artwork });
    }
    prints.push({ area, ground, layers: decoded });
  }
  const { rgb, size } = await compose(order, prints, kept);
  return sharp(rgb, { raw: { width: size, height: size, channels: 3 } });
}

const leadOf = (o: PictureOrder): string =>
  o.kind === 'scene'
    ? (o.prints.flatMap((p) => p.layers).flatMap((l) => ('working' in l ? [l.working] : []))[0] ?? '')
    : o.kind === 'kept'
      ? o.working
      : '';

/** Makes the pictures that are not in the store yet, artwork by artwork. Returns the files that are there afterwards. */
export async function renderPictures(orders: PictureOrder[]): Promise<string[]> {
  const there: string[] = [];
  const missing: PictureOrder[] = [];
  for (const order of orders)
    if ((await has('derived', order.file)) && (await has('derived', order.small))) there.push(order.file);
    else missing.push(order);
  // pictures of one artwork together: each is decoded once
  missing.sort((a, b) => (leadOf(a) < leadOf(b) ? -1 : leadOf(a) > leadOf(b) ? 1 : 0));
  const artworks = new Artworks();
  const kept = new Map<string, PrintLayer[]>();
  let lead = '';
  for (const order of missing) {
    if (leadOf(order) !== lead) kept.clear();
    lead = leadOf(order);
    const picture = await pictureOf(order, artworks, kept);
    const reduced = (side: number) =>
      picture.clone().resize(side, side, { kernel: 'cubic' }).webp({ quality: 82, effort: 2 }).toBuffer();
    const [large, small, mini] = await Promise.all([
      picture.clone().jpeg(MOCKUP_JPEG).toBuffer(),
      reduced(SMALL_SIDE),
      reduced(MINI_SIDE),
    ]);
    await keepDerived(order.file, large);
    await keepDerived(order.small, small);
    await keepDerived(miniOf(order.small), mini);
    there.push(order.file);
  }
  return there;
}
