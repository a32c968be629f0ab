import sharp from 'sharp';
import { compileScene } from '../src/core/scene/compile';
import type { CompiledScene, ScenePixels } from '../src/core/scene/compiled';
import type { InkKind } from '../src/core/scene/ink';
import { Printer, type RoomPrint } from '../src/core/scene/printer';
import { floodInto, passOver, planeMap, printLayer, sampleInto } from '../src/core/scene/kernels/reference';
import type { ScenePart, SceneRoom, SceneSheet } from '../src/core/scene/sheet';
import { placesOf, pyramidOf, type Pixels } from '../src/core/scene/texture';
import { tintedBase } from '../src/core/scene/tint';
import { inverse } from '../src/core/placement/affine';
import type { Lie } from '../src/core/placement/lay';

/** Scenes that are made of formulas, for tests of what prints on them. */

export const SIDE = 96;
export const WHITE = '#ffffff';

interface Formula {
  /** A byte for all of the plate, or one by place. */
  plate?: number | ((x: number, y: number) => number);
  /** The place on the flat product, mm, that a picture point shows; null where there is no product. */
  place?: (x: number, y: number) => readonly [number, number] | null;
  side?: number;
  rooms?: SceneRoom[];
  part?: Partial<ScenePart>;
  /** Widest and highest that places go, mm. */
  widthMm?: number;
  heightMm?: number;
}

/** A scene of one product: flat, evenly lit, a mm a point, where nothing else is said. */
export function sceneOf(formula: Formula = {}): { sheet: SceneSheet; pixels: ScenePixels } {
  const { plate: lit = 255, place = (x, y) => [x, y], side = SIDE, part } = formula;
  const { widthMm = side, heightMm = side } = formula;
  const n = side * side;
  const [map, plate] = [new Uint8Array(n * 6), new Uint8Array(n * 3)];
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const i = y * side + x;
      plate.fill(typeof lit === 'number' ? lit : lit(x, y), i * 3, i * 3 + 3);
      const at = place(x + 0.5, y + 0.5);
      if (!at) continue;
      const [u, v] = [Math.round((at[0] / widthMm) * 65535), Math.round((at[1] / heightMm) * 65535)];
      map.set([u >> 8, v >> 8, 255], i * 3);
      map.set([u & 255, v & 255, 255], (n + i) * 3);
    }
  const plane = { xMm: 0, yMm: 0, widthMm, heightMm };
  const all = { name: 'all', side: 'front', ...plane };
  return {
    sheet: {
      ...{ id: 'formula', title: 'Made of a formula', size: side, crop: 'whole' },
      products: [{ kinds: ['poster'], plane, rooms: formula.rooms ?? [all] }],
      parts: [{ name: 'sheet', product: 0, takes: 'colour', material: 'paper', medianSrgb: 1, ...part }],
      ...{ passes: [], moods: [], light: 'even', ground: 'none' },
    },
    pixels: { size: side, plate, map, parts: null, passes: [] },
  };
}

/** A picture upright on a square of a room. */
export const upright = (at = 0, side = SIDE): Lie => ({
  maps: [{ a: side, b: 0, c: 0, d: side, e: at, f: at }],
  repeat: null,
});

export interface Printed {
  room?: number;
  ink?: InkKind;
  ground?: [number, number, number] | null;
  /** Pictures from below; of a repeat the tile. */
  layers: { picture: Pixels; lie: Lie }[];
}

let opened: Promise<Printer> | undefined;
let named = 0;
const names = new WeakMap<Pixels, string>();
const nameOf = (picture: Pixels): string => {
  const name = names.get(picture) ?? `picture ${named++}`;
  names.set(picture, name);
  return name;
};

/** A scene printed by the kernels that run in browsers and servers. */
export async function composed(
  { sheet, pixels }: { sheet: SceneSheet; pixels: ScenePixels },
  colours: readonly string[] | Uint8Array,
  prints: readonly Printed[],
): Promise<Uint8Array> {
  const printer = await (opened ??= Printer.open(96 << 20));
  const scene = await compileScene(sheet, pixels);
  const its = prints.map(({ room = 0, ink = 'opaque', ground = null, layers }): RoomPrint => ({
    ...{ room: scene.rooms[room]!, ink, ground },
    layers: layers.map(({ picture, lie }) => {
      const key = `${nameOf(picture)} ${JSON.stringify(lie.repeat)}`;
      return { key, lie, texture: () => printer.texture(key) ?? printer.load(key, picture, lie.repeat) };
    }),
  }));
  return (await printer.print(scene, colours, its, 'test')).slice();
}

/** The same by the reference. */
export function referred(scene: CompiledScene, colours: readonly string[], prints: readonly Printed[]): Uint8Array {
  const picture = tintedBase(scene, colours);
  for (const { room: at = 0, ink = 'opaque', ground = null, layers } of prints) {
    const room = scene.rooms[at]!;
    const layer = new Uint32Array(room.places.length);
    if (ground) floodInto(layer, room, scene.plate, ground, ink);
    for (const { picture: shown, lie } of layers) {
      const pyramid = pyramidOf(shown, lie.repeat);
      for (const map of placesOf(lie))
        sampleInto(layer, room, scene.plate, pyramid, planeMap(room, scene.sheet.products[room.product]!.plane, inverse(map), pyramid), ink); // prettier-ignore
    }
    printLayer(picture, room, layer, ink);
  }
  scene.passes.forEach((pass, i) => passOver(picture, pass, scene.sheet.passes[i]!.mode));
  return picture;
}

/** A smooth test picture with soft edges. */
export async function drawing(side: number): Promise<Pixels> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}" viewBox="0 0 96 96"><defs><linearGradient id="g"><stop stop-color="#e4694a"/><stop offset="1" stop-color="#2f7d7a"/></linearGradient></defs><circle cx="48" cy="44" r="34" fill="url(#g)" opacity=".9"/><path d="M10 80h76v10H10z" fill="#f2a93b"/></svg>`;
  return { width: side, height: side, rgba: await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer() };
}

/** A picture from a formula, straight RGBA. */
export function pictureOf(width: number, height: number, at: (x: number, y: number) => readonly number[]): Pixels {
  const rgba = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rgba.set(at(x, y), (y * width + x) * 4);
  return { width, height, rgba };
}

export const worst = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!));
  return most;
};
export const mean = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
  return sum / a.length;
};
/** Peak signal-to-noise ratio of bytes, dB. */
export const psnr = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i]! - b[i]!) ** 2;
  return 10 * Math.log10(255 ** 2 / Math.max(1e-9, sum / a.length));
};
