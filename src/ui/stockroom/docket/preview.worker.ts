import { hexToRgb } from '@/core/colour/colour';
import type { Placed } from '@/core/placement/place';
import { compileArea, groundOf, type PrintPoints, type SceneGround, type SceneSheet } from '@/core/scene/scene';
import { printOver, sampleLayer, type PrintTexture } from '@/core/scene/print';
import { tintedBase } from '@/core/scene/tint';

/** Composites previews in the browser with the same core that renders mockups on the server. */
export interface PreviewAsk {
  serial: number;
  sheet: SceneSheet;
  colour: string;
  /** What is printed on each area; `artwork` is the address of a picture. */
  prints: { area: string; placed: Placed; artwork: string }[];
}
export interface PreviewAnswer {
  serial: number;
  picture: ImageBitmap | null;
}

const SIDE = 800;
interface Ready {
  ground: SceneGround;
  areas: Map<string, PrintPoints>;
}
const scenes = new Map<string, Promise<Ready>>();
const artworks = new Map<string, Promise<ImageBitmap>>();

async function bitmap(address: string): Promise<ImageBitmap> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(`${address}: ${answer.status}`);
  return createImageBitmap(await answer.blob(), { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
}

function rgba(picture: ImageBitmap, width = picture.width, height = picture.height): Uint8ClampedArray {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(picture, 0, 0, width, height);
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
  const pixels = { size: SIDE, plate, map, gloss };
  return { ground: groundOf(pixels), areas: new Map(sheet.areas.map((a) => [a.name, compileArea(sheet, pixels, a)])) };
}

function texture(picture: ImageBitmap, placed: Placed, mmPerPoint: number): PrintTexture {
  const width = Math.max(1, Math.min(picture.width, Math.round((placed.widthMm / mmPerPoint) * 1.4)));
  const height = Math.max(1, Math.round((picture.height * width) / picture.width));
  const data = rgba(picture, width, height);
  const out = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const a = data[i + 3]!;
    for (let c = 0; c < 3; c++) out[i + c] = (data[i + c]! * a + 127) / 255;
    out[i + 3] = a;
  }
  return { width, height, rgba: out, xMm: placed.xMm, yMm: placed.yMm, widthMm: placed.widthMm, heightMm: placed.heightMm };
}

async function compose({ sheet, colour, prints }: PreviewAsk): Promise<ImageBitmap> {
  if (!scenes.has(sheet.id)) scenes.set(sheet.id, load(sheet));
  const { ground, areas } = await scenes.get(sheet.id)!;
  const layers = await Promise.all(
    prints.map(async ({ area, placed, artwork }) => {
      if (!artworks.has(artwork)) artworks.set(artwork, bitmap(artwork));
      const points = areas.get(area)!;
      return sampleLayer(points, texture(await artworks.get(artwork)!, placed, points.mmPerPoint));
    }),
  );
  const dye = hexToRgb(colour);
  const made = printOver(sheet, ground, layers, tintedBase(sheet, ground, dye), dye);
  const out = new ImageData(SIDE, SIDE);
  for (let i = 0, o = 0; i < made.length; i += 3, o += 4) {
    out.data[o] = made[i]!;
    out.data[o + 1] = made[i + 1]!;
    out.data[o + 2] = made[i + 2]!;
    out.data[o + 3] = 255;
  }
  return createImageBitmap(out);
}

self.onmessage = async ({ data }: MessageEvent<PreviewAsk>) => {
  const picture = await compose(data).catch(() => null);
  const answer: PreviewAnswer = { serial: data.serial, picture };
  self.postMessage(answer, { transfer: picture ? [picture] : [] });
};
