import { hexToRgb } from '@/core/colour/colour';
import type { Lie } from '@/core/placement/lay';
import { weaveOf } from '@/core/scene/cloth';
import { compileScene } from '@/core/scene/compile';
import type { CompiledScene, ScenePixels } from '@/core/scene/compiled';
import { rimKey, rimLie, rimOf } from '@/core/scene/cutout';
import type { InkKind } from '@/core/scene/ink';
import { Printer, type RoomPrint, type Texture } from '@/core/scene/printer';
import type { SceneSheet } from '@/core/scene/sheet';
import { tileSize } from '@/core/scene/texture';
import { partColours, tintedBase, type ProductDyes } from '@/core/scene/tint';
import { PREVIEW_SIDE } from './side';

/** What is printed in one of a scene's rooms, from below: the address of a picture, or lettering that was sent along as a picture. */
export interface PreviewPrint {
  product: number;
  room: string;
  ink: InkKind;
  ground: string | null;
  layers: (Lie & { artwork: string | null; svg: string | null })[];
}
/** Composites previews in the browser with the same core that renders mockups on the server. */
export interface PreviewAsk {
  serial: number;
  sheet: SceneSheet;
  /** What each product of the scene is dyed in; where there are fewer, they go round. */
  products: ProductDyes[];
  prints: PreviewPrint[];
  letterings: [svg: string, picture: ImageBitmap][];
}
export interface PreviewAnswer {
  serial: number;
  /** RGBA, `PREVIEW_SIDE` wide and high. */
  picture: Uint8ClampedArray<ArrayBuffer> | null;
}
interface Ready {
  scene: CompiledScene;
  pixels: ScenePixels;
}
/** So many scenes (about 12 MB each) and pictures of artwork (16 MB at most) are kept: one goes along a row of thousands. */
const [SCENES, ARTWORKS] = [4, 8];
const scenes = new Map<string, Promise<Ready>>();
const artworks = new Map<string, Promise<ImageBitmap>>();

/** What was asked for lately; the longest unused goes, and what did not come is asked for again. */
function latest<T>(of: Map<string, Promise<T>>, most: number, key: string, load: () => Promise<T>): Promise<T> {
  const it = of.get(key) ?? load();
  of.delete(key);
  of.set(key, it);
  if (of.size > most) of.delete(of.keys().next().value!);
  it.catch(() => of.delete(key));
  return it;
}
const artworkAt = (address: string) => latest(artworks, ARTWORKS, address, () => bitmap(address));

async function bitmap(address: string): Promise<ImageBitmap> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(`${address}: ${answer.status}`);
  return createImageBitmap(await answer.blob(), { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
}

function rgba(
  picture: ImageBitmap,
  width = picture.width,
  height = picture.height,
  crop = { left: 0, top: 0, width: picture.width, height: picture.height },
): Uint8ClampedArray {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(picture, crop.left, crop.top, crop.width, crop.height, 0, 0, width, height);
  return context.getImageData(0, 0, width, height).data;
}

async function rgb(address: string): Promise<Uint8Array> {
  const from = rgba(await bitmap(address));
  const out = new Uint8Array((from.length / 4) * 3);
  for (let i = 0, o = 0; i < from.length; i += 4) {
    out[o++] = from[i]!;
    out[o++] = from[i + 1]!;
    out[o++] = from[i + 2]!;
  }
  return out;
}

async function load(sheet: SceneSheet): Promise<Ready> {
  const at = `/api/v1/scenes/${sheet.id}`;
  const [plate, map, parts, ...passes] = await Promise.all([
    rgb(`${at}/plate-800.jpg`),
    rgb(`${at}/map-800.webp`),
    sheet.parts.length > 1 ? rgb(`${at}/parts-800.webp`) : null,
    ...sheet.passes.map((p) => rgb(`${at}/${p.file}-800.jpg`)),
  ]);
  const pixels = { size: PREVIEW_SIDE, plate: plate, map: map, parts: parts ?? null, passes: passes };
  return { scene: await compileScene(sheet, pixels), pixels };
}

/** Memory for a preview: a scene of 640,000 points, and some pictures of artwork. Bytes; what is not touched takes none. */
const PRINTER_BYTES = 224 << 20;
let opened: Promise<Printer> | undefined;

/** Scenes with products of mixed cloth: so many are kept (2 MB each). */
const WOVEN = 6;
const woven = new Map<string, Promise<Uint8Array>>();
function baseOf({ scene, pixels }: Ready, products: readonly ProductDyes[]): string[] | Promise<Uint8Array> {
  const { sheet } = scene;
  const colours = partColours(sheet, products);
  const mixed = products.find((p) => p.mixed)?.mixed;
  if (!mixed) return colours;
  return latest(woven, WOVEN, JSON.stringify([sheet.id, products]), () => {
    const other = { colours: partColours(sheet, products, true), weave: weaveOf(sheet, pixels, mixed.pattern) };
    return Promise.resolve(tintedBase(scene, colours, undefined, other));
  });
}

/** A picture in the printer's memory; of a repeat the tile, as fine as the scene. */
function textureOf(printer: Printer, name: string, picture: ImageBitmap, lie: Lie, mmPerPoint: number): Texture {
  const { repeat } = lie;
  if (!repeat) {
    const { width, height } = picture;
    return printer.texture(name) ?? printer.load(name, { width, height, rgba: rgba(picture) }, null);
  }
  const { crop, width, height } = tileSize(lie, picture, mmPerPoint);
  const key = JSON.stringify([name, crop, width, repeat.kind, repeat.pitch]);
  return printer.texture(key) ?? printer.load(key, { width, height, rgba: rgba(picture, width, height, crop) }, repeat);
}

/** Pictures that the page has shown and given back: room for the next ones. */
const back: ArrayBuffer[] = [];

async function compose({ sheet, products, prints, letterings }: PreviewAsk): Promise<Uint8ClampedArray<ArrayBuffer>> {
  // everything is asked for at once
  for (const { artwork } of prints.flatMap((p) => p.layers)) if (artwork) artworkAt(artwork).catch(() => undefined);
  const [printer, ready] = await Promise.all([
    (opened ??= Printer.open(PRINTER_BYTES)),
    latest(scenes, SCENES, sheet.id, () => load(sheet)),
  ]);
  const { scene } = ready;
  const its: RoomPrint[] = [];
  for (const { product, room: name, ink, ground, layers } of prints) {
    const room = scene.rooms.find((r) => r.product === product && r.room.name === name);
    if (!room) continue;
    const laid: RoomPrint['layers'] = [];
    const rims: RoomPrint['layers'] = [];
    const { rimMm } = room.room;
    const { colour } = products[product % products.length]!;
    for (const { artwork, svg, maps, repeat } of layers) {
      const picture = letterings.find(([drawing]) => drawing === svg)?.[1] ?? (artwork && (await artworkAt(artwork)));
      if (!picture) continue;
      const key = svg ?? artwork!;
      const lie = { maps, repeat };
      laid.push({ key, lie, texture: () => textureOf(printer, key, picture, lie, room.mmPerPoint) });
      if (!rimMm || repeat) continue;
      const rim = rimKey(key, lie, rimMm, colour);
      const cut = () =>
        rimOf({ width: picture.width, height: picture.height, rgba: rgba(picture) }, lie, rimMm, hexToRgb(colour));
      rims.push({ key: rim, lie: rimLie(lie, rimMm).lie, texture: () => printer.texture(rim) ?? printer.load(rim, cut(), null) });
    }
    its.push({ room, ink, ground: ground ? hexToRgb(ground) : null, layers: [...rims, ...laid] });
  }
  const base = await baseOf(ready, products);
  const printed = await printer.print(scene, base, its, 'preview').catch((error: unknown) => {
    if (!(error instanceof RangeError)) throw error;
    printer.clear();
    return printer.print(scene, base, its, 'preview');
  });
  const picture = new Uint8ClampedArray(back.pop() ?? new ArrayBuffer((printed.length / 3) * 4));
  picture.set(printer.rgba(printed));
  return picture;
}

/** One at a time: they share a printer. */
let before: Promise<unknown> = Promise.resolve();
self.onmessage = async ({ data }: MessageEvent<PreviewAsk | ArrayBuffer>) => {
  if (data instanceof ArrayBuffer) return void back.push(data);
  const its = before.then(() => compose(data)).catch(() => null);
  before = its;
  const picture = await its;
  const answer: PreviewAnswer = { serial: data.serial, picture };
  self.postMessage(answer, { transfer: picture ? [picture.buffer] : [] });
};
