import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import cv from '@techstark/opencv-js';
import sharp from 'sharp';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { inverse } from '../src/core/placement/affine';
import { covering, fitted } from '../src/core/placement/form';
import { lay } from '../src/core/placement/lay';
import type { CompiledRoom, CompiledScene } from '../src/core/scene/compiled';
import { planeMap, sampleInto, type PlaneMap } from '../src/core/scene/kernels/reference';
import { Printer, type RoomPrint } from '../src/core/scene/printer';
import { pyramidOf, type Pixels } from '../src/core/scene/texture';
import { partColours } from '../src/core/scene/tint';
import { decode } from '../src/worker/mockups/artworks';
import { PRINTER_BYTES } from '../src/worker/mockups/render';
import { HeldShelf } from '../src/worker/mockups/shelf';
import { figure } from './figure';

const ROUNDS = 6;
const WHOLE = { x: 0, y: 0, width: 1, height: 1 };
/** Places within a point that the truth looks at, along a side; and every so many-th point is looked at. */
const FINE = 16;
const EVERY = 97;

const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1]!;
async function milliseconds(work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i <= ROUNDS; i++) {
    const began = performance.now();
    await work();
    if (i) times.push(performance.now() - began);
  }
  return median(times);
}

interface Staged {
  scene: CompiledScene;
  room: CompiledRoom;
  artwork: Pixels;
  print: RoomPrint;
  colours: string[];
}

/** A piece of the demo on a scene that ships. */
async function staged(shelf: HeldShelf, printer: Printer, id: string, piece: number): Promise<Staged> {
  const scene = await shelf.scene(id);
  const room = scene.rooms[0]!;
  const artwork = await decode(await sharp(await draw(collection()[piece]!)).resize({ width: 2400, height: 2400, fit: 'inside' }).png({ compressionLevel: 1 }).toBuffer()); // prettier-ignore
  const size = { widthPx: artwork.width, heightPx: artwork.height, trim: WHOLE };
  const lie = lay(size, room.room, id.startsWith('shirt') ? fitted(0.78, 38) : covering());
  const key = `${id} ${piece}`;
  const texture = () => printer.texture(key) ?? printer.load(key, artwork, null);
  const print: RoomPrint = { room, ink: 'opaque', ground: null, layers: [{ key, lie, texture }] };
  return { scene, room, artwork, print, colours: partColours(scene.sheet, [{ colour: '#24405e' }]) };
}

/** How near what is sampled comes to what 256 places in each point see, dB. */
function nearness({ scene, room, artwork, print }: Staged): number {
  const pyramid = pyramidOf(artwork, null);
  const map = planeMap(room, scene.sheet.products[0]!.plane, inverse(print.layers[0]!.lie.maps[0]!), pyramid);
  const layer = new Uint32Array(room.places.length);
  sampleInto(layer, room, scene.plate, pyramid, map, 'dye');
  let [sum, count] = [0, 0];
  for (let r = 0, k = 0; r * 2 < room.runs.length; r++)
    for (const end = k + room.runs[r * 2 + 1]!; k < end; k++) {
      if (k % EVERY || room.cover[k] !== 255) continue;
      const seen = truth(artwork, room.places[k]!, room.steps.subarray(r * 4, r * 4 + 4), map);
      if (!seen[3]) continue;
      for (let c = 0; c < 4; c++) sum += (seen[c]! - ((layer[k]! >>> (8 * c)) & 255)) ** 2;
      count += 4;
    }
  return 10 * Math.log10(255 ** 2 / (sum / count));
}

function truth({ width, height, rgba }: Pixels, place: number, steps: Float32Array, map: PlaneMap): number[] {
  const sum = [0, 0, 0, 0];
  for (let i = 0; i < FINE; i++)
    for (let j = 0; j < FINE; j++) {
      const [s, t] = [(i + 0.5) / FINE - 0.5, (j + 0.5) / FINE - 0.5];
      const px = (place & 0xffff) + s * steps[0]! + t * steps[2]!;
      const py = (place >>> 16) + s * steps[1]! + t * steps[3]!;
      const [x, y] = [Math.floor(px * map[0] + py * map[1] + map[2]), Math.floor(px * map[3] + py * map[4] + map[5])];
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const o = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) sum[c]! += (rgba[o + c]! * rgba[o + 3]!) / 255;
      sum[3]! += rgba[o + 3]!;
    }
  return sum.map((v) => v / FINE / FINE);
}

/** OpenCV's remap of the same artwork on the same points, by its bilinear rule, from maps that it has already. */
async function remapped({ scene, room, artwork, print }: Staged): Promise<number> {
  const { size } = scene.sheet;
  const level = pyramidOf(artwork, null).levels[0]!;
  const map = planeMap(room, scene.sheet.products[0]!.plane, inverse(print.layers[0]!.lie.maps[0]!), {
    levels: [level],
    repeat: null,
  });
  const [mx, my] = [new Float32Array(size * size).fill(-9), new Float32Array(size * size).fill(-9)];
  for (let r = 0, k = 0; r < room.runs.length; r += 2)
    for (let i = room.runs[r]!, end = k + room.runs[r + 1]!; k < end; k++, i++) {
      const [px, py] = [room.places[k]! & 0xffff, room.places[k]! >>> 16];
      mx[i] = px * map[0] + py * map[1] + map[2] - 0.5;
      my[i] = px * map[3] + py * map[4] + map[5] - 0.5;
    }
  const mat = (data: ArrayBufferView, type: number, width: number, height: number) => {
    const it = new cv.Mat(height, width, type);
    new Uint8Array(it.data.buffer, it.data.byteOffset, it.data.byteLength).set(new Uint8Array(data.buffer, data.byteOffset, data.byteLength)); // prettier-ignore
    return it;
  };
  const source = mat(artwork.rgba, cv.CV_8UC4 as number, artwork.width, artwork.height);
  const [xs, ys] = [mat(mx, cv.CV_32FC1 as number, size, size), mat(my, cv.CV_32FC1 as number, size, size)];
  const out = new cv.Mat();
  const time = await milliseconds(() => cv.remap(source, out, xs, ys, cv.INTER_LINEAR as number, cv.BORDER_CONSTANT as number, new cv.Scalar(0, 0, 0, 0))); // prettier-ignore
  for (const m of [source, xs, ys, out]) m.delete();
  return time;
}

/**
 * ImageMagick's perspective and multiply of the same artwork on the same plate, from its own cache files, to a JPEG: the artwork brought to
 * its printed size before. Null where it is not installed.
 */
async function magicked({ scene, artwork, room }: Staged): Promise<number | null> {
  const program = ['/usr/bin/magick', '/usr/bin/convert'].find((p) => fs.existsSync(p));
  if (!program) return null;
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-magick-'));
  const run = (...args: string[]) => execFileSync(program, ['-limit', 'thread', '1', ...args], { cwd: folder });
  const { size } = scene.sheet;
  // the corners of the room in the picture: the points whose places are nearest to them
  const corner = (right: boolean, low: boolean) => {
    let [best, at] = [Infinity, 0];
    for (let r = 0, k = 0; r < room.runs.length; r += 2)
      for (let i = room.runs[r]!, end = k + room.runs[r + 1]!; k < end; k++, i++) {
        const [x, y] = [room.places[k]! & 0xffff, room.places[k]! >>> 16];
        const off = (right ? 65535 - x : x) + (low ? 65535 - y : y);
        if (off < best) [best, at] = [off, i];
      }
    return `${at % size},${Math.floor(at / size)}`;
  };
  const [w, h] = [1000, Math.round((1000 * artwork.height) / artwork.width)];
  await sharp(artwork.rgba, { raw: { width: artwork.width, height: artwork.height, channels: 4 } }).resize(w, h).png().toFile(path.join(folder, 'art.png')); // prettier-ignore
  await sharp(scene.plate, { raw: { width: size, height: size, channels: 3 } })
    .png()
    .toFile(path.join(folder, 'plate.png'));
  run('art.png', 'art.mpc');
  run('plate.png', 'plate.mpc');
  const to = `0,0 ${corner(false, false)}  ${w},0 ${corner(true, false)}  ${w},${h} ${corner(true, true)}  0,${h} ${corner(false, true)}`;
  const warp = ['-virtual-pixel', 'transparent', '-filter', 'point', '-interpolate', 'bilinear', '-define', `distort:viewport=${size}x${size}+0+0`, '-distort', 'Perspective', to]; // prettier-ignore
  const time = await milliseconds(() => run('plate.mpc', '(', 'art.mpc', ...warp, ')', '-compose', 'multiply', '-composite', '-quality', '86', 'out.jpg')); // prettier-ignore
  fs.rmSync(folder, { recursive: true });
  return time;
}

/** Against other programs, against the truth, and what another colour costs. */
export async function compositor(): Promise<void> {
  sharp.concurrency(1);
  await new Promise<void>((resolve) => {
    if ('Mat' in cv) resolve();
    else (cv as { onRuntimeInitialized: () => void }).onRuntimeInitialized = resolve;
  });
  const shelf = new HeldShelf(400 << 20);
  const printer = await Printer.open(PRINTER_BYTES);
  const shirt = await staged(shelf, printer, 'shirt-close', 2);
  const poster = await staged(shelf, printer, 'poster-leaning', 30);
  const near = [await staged(shelf, printer, 'shirt-flat', 0), shirt, poster].map(nearness);
  figure(
    'mockups.psnr_db',
    Math.min(...near),
    'dB',
    'the worst of three scenes with demo artwork, against 256 places in each point',
  );

  let round = 0;
  // another key each time: sampled anew
  const anew = ({ scene, colours, print }: Staged) => {
    const key = `round ${round++}`;
    return printer.print(scene, colours, [{ ...print, layers: print.layers.map((l) => ({ ...l, key })) }], '0');
  };
  await anew(shirt);
  const first = await milliseconds(() => anew(shirt));
  const again = await milliseconds(() => printer.print(shirt.scene, shirt.colours, [shirt.print], '0'));
  figure('mockups.extra_colour_ms', again, 'ms', `2000 px, dyed and printed, not encoded; the first one ${first.toFixed(0)} ms`);
  figure('mockups.vs_opencv_remap', (await remapped(shirt)) / (first - again), 'ratio', 'its bilinear remap (WebAssembly, no reduction before) over our sampling of the same points'); // prettier-ignore
  const magick = await magicked(poster);
  await anew(poster);
  const ours = await milliseconds(async () => {
    const rgb = await anew(poster);
    await sharp(rgb, { raw: { width: 2000, height: 2000, channels: 3 } })
      .jpeg({ quality: 86 })
      .toBuffer();
  });
  if (magick === null) console.error('ImageMagick is not installed: mockups.vs_imagemagick is left out');
  else figure('mockups.vs_imagemagick', magick / ours, 'ratio', 'its perspective and multiply from its own cache files, one thread, to JPEG, over ours'); // prettier-ignore
}
