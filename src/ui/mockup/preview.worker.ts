import { hexToRgb } from '@/core/colour/colour';
import type { Lie } from '@/core/placement/lay';
import { compileArea, groundOf, type PrintPoints, type SceneGround, type SceneSheet } from '@/core/scene/scene';
import {
  bordered,
  groundLayer,
  layerRoom,
  premultiplied,
  printOver,
  sampleLayer,
  textures,
  textureSize,
  type PrintLayer,
  type PrintTexture,
  type Texels,
} from '@/core/scene/print';
import { tintedBase } from '@/core/scene/tint';
import { PREVIEW_SIDE } from './side';

/** Composites previews in the browser with the same core that renders mockups on the server. */
export interface PreviewAsk {
  serial: number;
  sheet: SceneSheet;
  colour: string;
  /** What is printed on each area, from below: the address of a picture, or lettering that was sent along as a picture. */
  prints: { area: string; ground: string | null; layers: (Lie & { artwork: string | null; svg: string | null })[] }[];
  letterings: [svg: string, picture: ImageBitmap][];
}
export interface PreviewAnswer {
  serial: number;
  /** RGBA, `PREVIEW_SIDE` wide and high. */
  picture: Uint8ClampedArray<ArrayBuffer> | null;
}
interface Ready {
  ground: SceneGround;
  areas: Map<string, PrintPoints>;
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
  const [plate, map, gloss] = await Promise.all([
    rgb(`${at}/plate-800.jpg`),
    rgb(`${at}/map-800.webp`),
    sheet.gloss ? rgb(`${at}/gloss-800.jpg`) : null,
  ]);
  const pixels = { size: PREVIEW_SIDE, plate, map, gloss };
  return { ground: groundOf(pixels), areas: new Map(sheet.areas.map((a) => [a.name, compileArea(sheet, pixels, a)])) };
}

/** Reduced pictures and dyed products that were used lately: what is only moved is not reduced again. Bytes. */
const BUDGET = 48e6;
type Kept = { rgba: Uint8Array; edged?: Uint32Array };
const bytesOf = ({ rgba, edged }: Kept): number => rgba.length + (edged?.byteLength ?? 0);
const lately = new Map<string, Kept>();
function kept<T extends Kept>(key: string, make: () => T): T {
  const it = (lately.get(key) as T | undefined) ?? make();
  lately.delete(key);
  lately.set(key, it);
  let bytes = [...lately.values()].reduce((sum, k) => sum + bytesOf(k), 0);
  for (const [old, k] of lately) {
    if (bytes <= BUDGET || old === key) break;
    lately.delete(old);
    bytes -= bytesOf(k);
  }
  return it;
}

/** An artwork's texels, as they are sampled while it is moved: with the border that sampling needs. */
function texelsOf(name: string, picture: ImageBitmap, lie: Lie, mmPerPoint: number): Texels & Pick<PrintTexture, 'edged'> {
  const { crop, width, height } = textureSize(lie, picture, mmPerPoint);
  const { repeat } = lie;
  return kept(`${name} ${JSON.stringify([crop, repeat && [repeat.kind, repeat.pitch]])} ${width}`, () => {
    const texels = { width, height, rgba: premultiplied(rgba(picture, width, height, crop)) };
    return { ...texels, edged: bordered({ ...texels, repeat }, 1) };
  });
}

/** Room for layers, kept for the next picture: made anew, it would be megabytes at every move. */
const rooms: PrintLayer[] = [];
function roomFor(points: PrintPoints, i: number): PrintLayer {
  const room = rooms[i];
  return room && room.at.length >= points.at.length ? room : (rooms[i] = layerRoom(points));
}

/** What is printed over, and pictures that the page has shown and given back: room for the next ones. */
let printed = new Uint8Array(0);
const back: ArrayBuffer[] = [];

/** RGB as RGBA, a picture point at a time: byte by byte it would take as long as printing. */
function opaque(rgb: Uint8Array): Uint8ClampedArray<ArrayBuffer> {
  const points = new Uint32Array(back.pop() ?? new ArrayBuffer((rgb.length / 3) * 4));
  for (let k = 0, i = 0; k < points.length; k++, i += 3)
    points[k] = rgb[i]! | (rgb[i + 1]! << 8) | (rgb[i + 2]! << 16) | 0xff000000;
  return new Uint8ClampedArray(points.buffer);
}

/** What is printed on an area, with the pictures that it takes. */
interface Ask {
  points: PrintPoints;
  ground: string | null;
  its: { name: string; picture: ImageBitmap; lie: Lie }[];
}

async function compose({ sheet, colour, prints, letterings }: PreviewAsk): Promise<Uint8ClampedArray<ArrayBuffer>> {
  // everything is asked for at once
  for (const { artwork } of prints.flatMap((p) => p.layers)) if (artwork) artworkAt(artwork).catch(() => undefined);
  const { ground, areas } = await latest(scenes, SCENES, sheet.id, () => load(sheet));
  const asks: Ask[] = [];
  for (const { area, ground: below, layers } of prints) {
    const its: Ask['its'] = [];
    for (const { artwork, svg, ...lie } of layers) {
      const lettered = letterings.find(([drawing]) => drawing === svg)?.[1];
      const picture = lettered ?? (artwork && (await artworkAt(artwork)));
      if (picture) its.push({ name: svg ?? artwork!, picture, lie });
    }
    asks.push({ points: areas.get(area)!, ground: below, its });
  }
  // from here on without waiting: the room for layers is shared with what else is asked for meanwhile
  const layers: PrintLayer[] = [];
  for (const { points, ground: below, its } of asks) {
    if (below) layers.push(groundLayer(points, hexToRgb(below)));
    for (const { name, picture, lie } of its)
      for (const t of textures(texelsOf(name, picture, lie, points.mmPerPoint), lie))
        layers.push(sampleLayer(points, t, roomFor(points, layers.length)));
  }
  const dye = hexToRgb(colour);
  const base = kept(`${sheet.id} ${colour}`, () => ({ rgba: tintedBase(sheet, ground, dye) }));
  if (printed.length !== base.rgba.length) printed = new Uint8Array(base.rgba.length);
  return opaque(printOver(sheet, ground, layers, base.rgba, dye, printed));
}

self.onmessage = async ({ data }: MessageEvent<PreviewAsk | ArrayBuffer>) => {
  if (data instanceof ArrayBuffer) return void back.push(data);
  const picture = await compose(data).catch(() => null);
  const answer: PreviewAnswer = { serial: data.serial, picture };
  self.postMessage(answer, { transfer: picture ? [picture.buffer] : [] });
};
