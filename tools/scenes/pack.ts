import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { linearToSrgb } from '../../src/core/colour/colour';
import type { SceneSheet } from '../../src/core/scene/sheet';
import type { Mesh } from './mesh';
import type { Passes } from './passes';
import { rendererVersion } from './povray';
import { numbered, type Setup } from './setup';
import { randomFrom } from './vectors';

/** Side of previews, px. */
const SMALL = 800;
/** How strong a camera's grain is, of 255. */
const GRAIN = 2.6;
/** Highlights roll off above .8 instead of clipping. */
const shoulder = (v: number) => (v < 0.8 ? v : 0.8 + 0.2 * (1 - Math.exp(-(v - 0.8) / 0.2)));

function percentile(values: number[], share: number): number {
  values.sort((a, b) => a - b);
  return values[Math.floor(values.length * share)] ?? 0;
}

/** Per picture point the place on the flat product, cm, NaN where there is none, and how far away it is. */
interface Places {
  x: Float32Array;
  y: Float32Array;
  depth: Float32Array;
}

/** Draws a mesh's places into the picture, the nearest in front: straight in perspective. Faces go round against the clock, seen from outside. */
export function drawPlaces({ x, y, depth }: Places, mesh: Mesh, camera: Setup['camera'], size: number): void {
  const at = mesh.points.map(camera.project).map(([px, py, d]) => [px * size - 0.5, py * size - 0.5, d] as const);
  const plane = mesh.plane!;
  for (const [a, b, c] of mesh.triangles) {
    const [pa, pb, pc] = [at[a]!, at[b]!, at[c]!];
    const area = (pb[0] - pa[0]) * (pc[1] - pa[1]) - (pb[1] - pa[1]) * (pc[0] - pa[0]);
    // what looks away is not seen, though it may be all there is at an edge
    if (area >= 0) continue;
    const [xs, ys] = [0, 1].map((k) => [pa[k]!, pb[k]!, pc[k]!]) as [number[], number[]];
    for (let py = Math.max(0, Math.ceil(Math.min(...ys) - 0.01)); py <= Math.min(size - 1, Math.max(...ys) + 0.01); py++)
      for (let px = Math.max(0, Math.ceil(Math.min(...xs) - 0.01)); px <= Math.min(size - 1, Math.max(...xs) + 0.01); px++) {
        const wb = ((px - pa[0]) * (pc[1] - pa[1]) - (py - pa[1]) * (pc[0] - pa[0])) / area;
        const wc = ((pb[0] - pa[0]) * (py - pa[1]) - (pb[1] - pa[1]) * (px - pa[0])) / area;
        const wa = 1 - wb - wc;
        if (wa < -0.002 || wb < -0.002 || wc < -0.002) continue;
        const [ia, ib, ic] = [wa / pa[2], wb / pb[2], wc / pc[2]];
        const far = 1 / (ia + ib + ic);
        const i = py * size + px;
        if (far >= depth[i]!) continue;
        depth[i] = far;
        x[i] = (ia * plane[a]![0] + ib * plane[b]![0] + ic * plane[c]![0]) * far;
        y[i] = (ia * plane[a]![1] + ib * plane[b]![1] + ic * plane[c]![1]) * far;
      }
  }
}

export const noPlaces = (size: number): Places => ({
  x: new Float32Array(size * size).fill(NaN),
  y: new Float32Array(size * size).fill(NaN),
  depth: new Float32Array(size * size).fill(Infinity),
});

/** Carries places two points past their edge, so that points that are partly printed have an address. */
function dilate({ x, y }: Places, size: number): void {
  for (let round = 0; round < 2; round++) {
    const [ox, oy] = [x.slice(), y.slice()];
    for (let i = 2 * size; i < size * (size - 2); i++) {
      if (!Number.isNaN(ox[i]!)) continue;
      let [sx, sy, n] = [0, 0, 0];
      for (const d of [1, -1, size, -size])
        if (!Number.isNaN(ox[i + d]!) && !Number.isNaN(ox[i + 2 * d]!)) {
          sx += 2 * ox[i + d]! - ox[i + 2 * d]!;
          sy += 2 * oy[i + d]! - oy[i + 2 * d]!;
          n++;
        }
      if (n) [x[i], y[i]] = [sx / n, sy / n];
    }
  }
}

/** The rectangle of a product that the map spans, mm: a little more than what has places. */
function planeOf({ things }: Setup['products'][number]): SceneSheet['products'][number]['plane'] {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { shape } of things)
    for (const [x, y] of (typeof shape === 'string' ? null : shape.plane) ?? [])
      [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)];
  return { xMm: x0 * 10 - 20, yMm: y0 * 10 - 20, widthMm: (x1 - x0) * 10 + 40, heightMm: (y1 - y0) * 10 + 40 };
}

/** Grain of a camera's sensor, of 255: without any a picture looks painted. Common practice, no single source. */
function grainOf(size: number): Float32Array {
  const n = size * size;
  const random = randomFrom(size);
  const raw = Float32Array.from({ length: n }, () => random() + random() + random() - 1.5);
  // a point and its neighbours: lenses are not quite as sharp as sensors
  return raw.map((v, i) => GRAIN * (v + 0.3 * (raw[(i + 1) % n]! + raw[(i + size) % n]! + raw[(i + n - 1) % n]! + raw[(i + n - size) % n]!))); // prettier-ignore
}

/** Writes the files of a scene, as docs/scenes.md tells them. */
export async function pack(
  id: string,
  setup: Setup,
  { size, plate: linear, gloss, regions }: Passes,
  folder: string,
): Promise<void> {
  const n = size * size;
  const parts = setup.products.flatMap((p, product) => p.parts.map((part) => ({ ...part, product })));
  const white: number[] = [];
  const ofPart: number[][] = parts.map(() => []);
  for (let i = 0; i < n; i += 3)
    if (regions.first[i] && regions.share[i] === 255) {
      const value = linear.data[i * 3 + 1]!;
      white.push(value);
      ofPart[regions.first[i]! - 1]!.push(value);
    }
  const exposure = (setup.whiteAt ?? 0.85) / percentile(white, 0.9);
  const plate = Buffer.alloc(n * 3);
  const grain = grainOf(size);
  for (let i = 0; i < n * 3; i++)
    plate[i] = Math.max(0, Math.min(255, Math.round(255 * linearToSrgb(shoulder(linear.data[i]! * exposure)) + grain[Math.floor(i / 3)]!))); // prettier-ignore

  const planes = setup.products.map(planeOf);
  const drawn = setup.products.map(() => noPlaces(size));
  for (const { thing, product } of numbered(setup))
    if (typeof thing.shape !== 'string' && thing.shape.plane) drawPlaces(drawn[product]!, thing.shape, setup.camera, size);
  drawn.forEach((d) => dilate(d, size));
  const map = Buffer.alloc(n * 6);
  for (let i = 0; i < n; i++) {
    const of = (part: number) => parts[part - 1]?.product;
    const product = of(regions.first[i]!) ?? of(regions.second[i]!) ?? 0;
    const { xMm, yMm, widthMm, heightMm } = planes[product]!;
    const { x, y } = drawn[product]!;
    const none = Number.isNaN(x[i]!);
    const place = (at: number, from: number, long: number) => none ? 0 : Math.max(0, Math.min(65535, Math.round(((at * 10 - from) / long) * 65535))); // prettier-ignore
    const [u, v] = [place(x[i]!, xMm, widthMm), place(y[i]!, yMm, heightMm)];
    const first = regions.first[i]! ? regions.share[i]! : 255 - regions.share[i]!;
    const product0 = regions.first[i]! && regions.second[i]! ? 255 : first;
    map.set([u >> 8, v >> 8, none ? 0 : regions.print[i]!], i * 3);
    map.set([u & 255, v & 255, product0], (n + i) * 3);
  }
  mkdirSync(folder, { recursive: true });
  const rgb = (data: Buffer, height = size) => sharp(data, { raw: { width: size, height, channels: 3 } });
  const jpeg = (data: Buffer, name: string, quality: number) =>
    Promise.all([
      rgb(data)
        .jpeg({ quality, chromaSubsampling: '4:4:4', mozjpeg: true })
        .toFile(join(folder, `${name}.jpg`)),
      rgb(data)
        .resize(SMALL)
        .jpeg({ quality: 90, chromaSubsampling: '4:4:4' })
        .toFile(join(folder, `${name}-800.jpg`)),
    ]);
  const lossless = (data: Buffer, width: number, height: number, name: string) => sharp(data, { raw: { width, height, channels: 3 } }).webp({ lossless: true, effort: 6 }).toFile(join(folder, name)); // prettier-ignore
  await jpeg(plate, 'plate', 93);
  if (gloss) {
    const strength = exposure * (setup.gloss ?? 0.55);
    await jpeg(Buffer.from(gloss.data.map((v) => Math.round(255 * linearToSrgb(Math.min(1, v * strength))))), 'gloss', 92);
  }
  await lossless(map, size, size * 2, 'map.webp');
  // places must not be mixed with those beside them: the nearest
  const nearest = (from: Buffer, halves: number) => {
    const out = Buffer.alloc(SMALL * SMALL * 3 * halves);
    const step = size / SMALL;
    for (let y = 0; y < SMALL * halves; y++)
      for (let x = 0; x < SMALL; x++) {
        const half = Math.floor(y / SMALL);
        const at = (half * n + Math.floor(((y % SMALL) + 0.5) * step) * size + Math.floor((x + 0.5) * step)) * 3;
        out.set(from.subarray(at, at + 3), (y * SMALL + x) * 3);
      }
    return out;
  };
  await lossless(nearest(map, 2), SMALL, SMALL * 2, 'map-800.webp');
  if (parts.length > 1) {
    const its = Buffer.alloc(n * 3);
    for (let i = 0; i < n; i++) its.set([regions.first[i]!, regions.second[i]!, regions.share[i]!], i * 3);
    await lossless(its, size, size, 'parts.webp');
    await lossless(nearest(its, 1), SMALL, SMALL, 'parts-800.webp');
  }
  const { title, crop, told, products } = setup;
  const sheet: SceneSheet = {
    ...{ id, title, size, crop },
    products: products.map(({ kinds, rooms }, i) => ({ kinds, plane: planes[i]!, rooms })),
    parts: parts.map((part, i) => ({
      ...part,
      medianSrgb: +linearToSrgb(shoulder(percentile(ofPart[i]!, 0.5) * exposure)).toFixed(4) || 0.9,
    })),
    passes: gloss ? [{ file: 'gloss', mode: 'light' }] : [],
    ...told,
  };
  writeFileSync(join(folder, 'scene.json'), JSON.stringify(sheet, null, 2) + '\n');
  const made = { renderer: rendererVersion(), command: `npm run scenes -- ${id}`, side: size };
  writeFileSync(join(folder, 'made.json'), JSON.stringify(made, null, 2) + '\n');
}
