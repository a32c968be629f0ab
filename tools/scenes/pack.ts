import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import type { SceneRoom, SceneSheet } from '../../src/core/scene/sheet';
import type { Mesh } from './mesh';
import type { Camera, Linear } from './povray';

/** Everything one rendered scene consists of before it is packed. */
export interface MadeScene {
  id: string;
  title: string;
  blank: 'shirt' | 'poster';
  material: 'cloth' | 'paper';
  crop: 'whole' | 'close';
  camera: Camera;
  /** The printable surface; its `plane` is in cm, y down. */
  surface: Mesh;
  plate: Linear;
  /** R = print surface, G = product, anti-aliased. */
  mask: Linear;
  gloss: Linear | null;
  /** Linear value that a white product's 90th percentile gets on the plate. */
  whiteAt: number;
  rooms: SceneRoom[];
  /** What it is chosen by: see docs/scenes.md. */
  told: Pick<SceneSheet, 'moods' | 'light' | 'ground' | 'season'>;
}

const toSrgb = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
/** Highlights roll off above .8 instead of clipping. */
const shoulder = (v: number) => (v < 0.8 ? v : 0.8 + 0.2 * (1 - Math.exp(-(v - 0.8) / 0.2)));

function percentile(values: number[], share: number): number {
  values.sort((a, b) => a - b);
  return values[Math.floor(values.length * share)] ?? 0;
}

/** Per picture point the place on the flat product in cm, by a perspective-correct rasteriser. NaN where there is none. */
function rasterisePlane(surface: Mesh, camera: Camera, size: number): { x: Float32Array; y: Float32Array } {
  const x = new Float32Array(size * size).fill(NaN);
  const y = new Float32Array(size * size).fill(NaN);
  const nearest = new Float32Array(size * size).fill(Infinity);
  const at = surface.points.map((p) => camera.project(p));
  for (const [a, b, c] of surface.triangles) {
    const [pa, pb, pc] = [at[a]!, at[b]!, at[c]!].map((p) => [p[0] * size - 0.5, p[1] * size - 0.5, p[2]]) as [
      number[],
      number[],
      number[],
    ];
    const area = (pb[0]! - pa[0]!) * (pc[1]! - pa[1]!) - (pb[1]! - pa[1]!) * (pc[0]! - pa[0]!);
    if (!area) continue;
    const [xs, ys] = [0, 1].map((k) => [pa[k]!, pb[k]!, pc[k]!]) as [number[], number[]];
    for (let py = Math.max(0, Math.ceil(Math.min(...ys) - 0.01)); py <= Math.min(size - 1, Math.max(...ys) + 0.01); py++)
      for (let px = Math.max(0, Math.ceil(Math.min(...xs) - 0.01)); px <= Math.min(size - 1, Math.max(...xs) + 0.01); px++) {
        const wb = ((px - pa[0]!) * (pc[1]! - pa[1]!) - (py - pa[1]!) * (pc[0]! - pa[0]!)) / area;
        const wc = ((pb[0]! - pa[0]!) * (py - pa[1]!) - (pb[1]! - pa[1]!) * (px - pa[0]!)) / area;
        const wa = 1 - wb - wc;
        if (wa < -0.002 || wb < -0.002 || wc < -0.002) continue;
        const [ia, ib, ic] = [wa / pa[2]!, wb / pb[2]!, wc / pc[2]!];
        const depth = 1 / (ia + ib + ic);
        const i = py * size + px;
        if (depth >= nearest[i]!) continue;
        nearest[i] = depth;
        x[i] = (ia * surface.plane![a]![0] + ib * surface.plane![b]![0] + ic * surface.plane![c]![0]) * depth;
        y[i] = (ia * surface.plane![a]![1] + ib * surface.plane![b]![1] + ic * surface.plane![c]![1]) * depth;
      }
  }
  return { x, y };
}

/** Carries the map two points past its edge, so that anti-aliased mask edges always have an address. */
function dilate(map: { x: Float32Array; y: Float32Array }, size: number): void {
  for (let round = 0; round < 2; round++) {
    const [ox, oy] = [map.x.slice(), map.y.slice()];
    for (let i = 2 * size; i < size * (size - 2); i++) {
      if (!Number.isNaN(ox[i]!)) continue;
      let [sx, sy, n] = [0, 0, 0];
      for (const d of [1, -1, size, -size])
        if (!Number.isNaN(ox[i + d]!) && !Number.isNaN(ox[i + 2 * d]!)) {
          sx += 2 * ox[i + d]! - ox[i + 2 * d]!;
          sy += 2 * oy[i + d]! - oy[i + 2 * d]!;
          n++;
        }
      if (n) [map.x[i], map.y[i]] = [sx / n, sy / n];
    }
  }
}

/**
 * Writes `assets/scenes/ID/`: `plate.jpg` (the white product, sRGB), `gloss.jpg` where there is any, `map.webp`
 * (lossless, twice as high as wide: above R,G = high bytes of plane x,y and B = print mask; below R,G = low bytes and
 * B = product mask), the same at 800 px for previews, and `scene.json`.
 */
export async function pack(scene: MadeScene, folder: string): Promise<void> {
  const { size } = scene.plate;
  const n = size * size;
  const productWhite: number[] = [];
  for (let i = 0; i < n; i += 5)
    if (scene.mask.data[i * 3 + 1]! > 0.99 || scene.mask.data[i * 3]! > 0.99) productWhite.push(scene.plate.data[i * 3 + 1]!);
  const exposure = scene.whiteAt / percentile(productWhite, 0.9);
  const plate = Buffer.alloc(n * 3);
  for (let i = 0; i < n * 3; i++) plate[i] = Math.round(255 * toSrgb(shoulder(scene.plate.data[i]! * exposure)));
  const medianSrgb = toSrgb(shoulder(percentile(productWhite, 0.5) * exposure));
  const plane = rasterisePlane(scene.surface, scene.camera, size);
  dilate(plane, size);
  const xs = scene.surface.plane!.map((p) => p[0] * 10);
  const ys = scene.surface.plane!.map((p) => p[1] * 10);
  const box = { xMm: Math.min(...xs) - 20, yMm: Math.min(...ys) - 20, widthMm: 0, heightMm: 0 };
  box.widthMm = Math.max(...xs) + 20 - box.xMm;
  box.heightMm = Math.max(...ys) + 20 - box.yMm;
  const map = Buffer.alloc(n * 6);
  for (let i = 0; i < n; i++) {
    const u = Number.isNaN(plane.x[i]!) ? 0 : Math.round(((plane.x[i]! * 10 - box.xMm) / box.widthMm) * 65535);
    const v = Number.isNaN(plane.y[i]!) ? 0 : Math.round(((plane.y[i]! * 10 - box.yMm) / box.heightMm) * 65535);
    const printable = Number.isNaN(plane.x[i]!) ? 0 : Math.round(255 * scene.mask.data[i * 3]!);
    map.set([u >> 8, v >> 8, printable], i * 3);
    map.set([u & 255, v & 255, Math.round(255 * scene.mask.data[i * 3 + 1]!)], (n + i) * 3);
  }
  mkdirSync(folder, { recursive: true });
  const rgb = (data: Buffer, height = size) => sharp(data, { raw: { width: size, height, channels: 3 } });
  await rgb(plate).jpeg({ quality: 94, chromaSubsampling: '4:4:4', mozjpeg: true }).toFile(join(folder, 'plate.jpg'));
  await rgb(map, size * 2)
    .webp({ lossless: true, effort: 6 })
    .toFile(join(folder, 'map.webp'));
  if (scene.gloss) {
    const gloss = Buffer.alloc(n * 3);
    for (let i = 0; i < n * 3; i++) gloss[i] = Math.round(255 * toSrgb(Math.min(1, scene.gloss.data[i]! * exposure * 0.55)));
    await rgb(gloss).jpeg({ quality: 92, chromaSubsampling: '4:4:4' }).toFile(join(folder, 'gloss.jpg'));
  }
  const small = 800;
  const step = size / small;
  const smallMap = Buffer.alloc(small * small * 6);
  for (let half = 0; half < 2; half++)
    for (let y = 0; y < small; y++)
      for (let x = 0; x < small; x++) {
        const from = (half * n + Math.floor((y + 0.5) * step) * size + Math.floor((x + 0.5) * step)) * 3;
        smallMap.set(map.subarray(from, from + 3), ((half * small + y) * small + x) * 3);
      }
  await sharp(smallMap, { raw: { width: small, height: small * 2, channels: 3 } })
    .webp({ lossless: true, effort: 6 })
    .toFile(join(folder, 'map-800.webp'));
  await rgb(plate).resize(small).jpeg({ quality: 90, chromaSubsampling: '4:4:4' }).toFile(join(folder, 'plate-800.jpg'));
  if (scene.gloss)
    await sharp(join(folder, 'gloss.jpg')).resize(small).jpeg({ quality: 90 }).toFile(join(folder, 'gloss-800.jpg'));
  const { id, title, blank, material, crop, rooms, told } = scene;
  const sheet: SceneSheet = {
    ...{ id, title, size, crop },
    products: [{ kinds: [blank], plane: box, rooms }],
    parts: [
      {
        name: material === 'cloth' ? 'cloth' : 'sheet',
        product: 0,
        takes: material === 'cloth' ? 'colour' : 'ground',
        material,
        medianSrgb: +medianSrgb.toFixed(4),
      },
    ],
    passes: scene.gloss ? [{ file: 'gloss', mode: 'light' }] : [],
    ...told,
  };
  writeFileSync(join(folder, 'scene.json'), JSON.stringify(sheet, null, 2) + '\n');
}
