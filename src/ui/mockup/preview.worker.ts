import { hexToRgb } from '@/core/colour/colour';
import type { Lie } from '@/core/placement/lay';
import { compileArea, groundOf, type PrintPoints, type SceneGround, type SceneSheet } from '@/core/scene/scene';
import {
  groundLayer,
  premultiplied,
  printOver,
  sampleLayer,
  textures,
  textureSize,
  type PrintLayer,
  type Texels,
} from '@/core/scene/print';
import { tintedBase } from '@/core/scene/tint';

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
  const pixels = { size: SIDE, plate, map, gloss };
  return { ground: groundOf(pixels), areas: new Map(sheet.areas.map((a) => [a.name, compileArea(sheet, pixels, a)])) };
}

/** Reduced pictures and dyed products that were used lately: what is only moved is not reduced again. Bytes. */
const BUDGET = 48e6;
const lately = new Map<string, Texels | { rgba: Uint8Array }>();
function kept<T extends { rgba: Uint8Array }>(key: string, make: () => T): T {
  const it = (lately.get(key) as T | undefined) ?? make();
  lately.delete(key);
  lately.set(key, it);
  let bytes = [...lately.values()].reduce((sum, k) => sum + k.rgba.length, 0);
  for (const [old, k] of lately) {
    if (bytes <= BUDGET || old === key) break;
    lately.delete(old);
    bytes -= k.rgba.length;
  }
  return it;
}

function texelsOf(name: string, picture: ImageBitmap, lie: Lie, mmPerPoint: number): Texels {
  const { crop, width, height } = textureSize(lie, picture, mmPerPoint);
  return kept(`${name} ${JSON.stringify(crop)} ${width}`, () => ({
    width,
    height,
    rgba: premultiplied(rgba(picture, width, height, crop)),
  }));
}

async function compose({ sheet, colour, prints, letterings }: PreviewAsk): Promise<ImageBitmap> {
  if (!scenes.has(sheet.id)) scenes.set(sheet.id, load(sheet));
  const { ground, areas } = await scenes.get(sheet.id)!;
  const layers: PrintLayer[] = [];
  for (const { area, ground, layers: its } of prints) {
    const points = areas.get(area)!;
    if (ground) layers.push(groundLayer(points, hexToRgb(ground)));
    for (const { artwork, svg, ...lie } of its) {
      const lettered = letterings.find(([drawing]) => drawing === svg)?.[1];
      if (artwork && !artworks.has(artwork)) artworks.set(artwork, bitmap(artwork));
      const picture = lettered ?? (artwork && (await artworks.get(artwork)));
      if (!picture) continue;
      const texels = texelsOf(svg ?? artwork!, picture, lie, points.mmPerPoint);
      layers.push(...textures(texels, lie).map((t) => sampleLayer(points, t)));
    }
  }
  const dye = hexToRgb(colour);
  const base = kept(`${sheet.id} ${colour}`, () => ({ rgba: tintedBase(sheet, ground, dye) }));
  const made = printOver(sheet, ground, layers, base.rgba, dye);
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
