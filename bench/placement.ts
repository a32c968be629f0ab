import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { fitted, type Seat } from '../src/core/placement/form';
import { lay, type AreaSize } from '../src/core/placement/lay';
import { inPixels, pixelSize } from '../src/core/print-file/pixels';
import type { PrintFile } from '../src/core/print-file/print-file';
import { arrive, borrow, derivedName, keepArrived } from '../src/files/store';
import { makePrintFile } from '../src/worker/prints/make';
import { printPng } from '../src/worker/prints/raster';
import { figure } from './figure';

const ARTWORKS = 4;
/** 15 x 18 in. */
const SHIRT: AreaSize = { widthMm: 381, heightMm: 457.2 };
/** 60 x 80 in. */
const BLANKET: AreaSize = { widthMm: 1524, heightMm: 2032 };

const seconds = async (work: () => Promise<unknown>): Promise<number> => {
  const began = performance.now();
  await work();
  return (performance.now() - began) / 1000;
};

interface Original {
  sha256: string;
  widthPx: number;
  heightPx: number;
}

/** A design of the demo, drawn at print size, among the originals. */
async function original(i: number, widthPx: number, heightPx: number): Promise<Original> {
  const drawn = await sharp(await draw(collection()[i]!))
    .resize({ width: widthPx, height: heightPx, fit: 'contain', background: { r: 0, g: 0, b: 0, alpha: 0 } })
    .png({ compressionLevel: 6 })
    .toBuffer();
  const arrived = await arrive(Readable.from([drawn]), 1 << 30);
  await keepArrived(arrived);
  return { sha256: arrived.sha256, widthPx, heightPx };
}

const WHOLE = { x: 0, y: 0, width: 1, height: 1 };
function fileOf({ sha256, widthPx, heightPx }: Original, area: AreaSize, ppi: number, seat: Seat): PrintFile {
  const size = { widthPx, heightPx, trim: WHOLE };
  return {
    file: derivedName([sha256, area, ppi, seat], '.png'),
    ...{ line: '', noun: '', area: '', sizes: [], colours: [], twin: false, ground: null, paper: false, photographic: false },
    ...{ widthMm: area.widthMm, heightMm: area.heightMm, bleedMm: 0, ppi, ...pixelSize(area, ppi) },
    layers: [{ original: { sha256, fileName: 'design.png' }, ...inPixels(lay(size, area, seat), ppi) }],
  };
}

/** The most memory that this process has taken since it was forgotten, MB: `VmHWM` of Linux, proc(5). */
const forgetPeak = () => fs.writeFileSync('/proc/self/clear_refs', '5');
const peak = () => Number(/^VmHWM:\s+(\d+)/m.exec(fs.readFileSync('/proc/self/status', 'utf8'))![1]) / 1024;

/** A shirt’s print files a second, over the encoder alone on the same pixels with the same settings. */
async function shirts(name: string, what: string, originals: readonly Original[], seat: Seat): Promise<void> {
  const files = originals.map((o) => fileOf(o, SHIRT, 300, seat));
  const ours = await seconds(async () => {
    for (const file of files) await makePrintFile(file, false);
  });
  let floor = 0;
  for (const file of files) {
    const { data, info } = await borrow('derived', file.file, (made) => sharp(made).raw().toBuffer({ resolveWithObject: true }));
    const raw = { width: info.width, height: info.height, channels: 4 as const };
    floor += await seconds(() => sharp(data, { raw }).withIccProfile('srgb').png(printPng(file)).toBuffer());
  }
  figure(name, floor / ours, 'ratio', `${what}; the encoder alone, same pixels, same settings; aim 0.6`);
  figure(name.replace('share_of_encode_floor', 'shirt_seconds'), ours / files.length, 's', '4500 x 5400 px, one thread');
}

/** Print files on one thread: a repeat over a blanket, and a shirt’s against the encoder alone on the same pixels. */
export async function placement(): Promise<void> {
  sharp.concurrency(1);
  sharp.cache(false);
  process.env.FILES_DIR = fs.mkdtempSync(path.join(os.tmpdir(), 'press-bench-'));
  // first: what the shirts leave behind would count as theirs
  const tile = await original(0, 1200, 1200);
  const pattern: Seat = {
    ...{ by: 'file', size: { rule: 'width', mm: 140 }, anchor: 'centre', xMm: 0, yMm: 0 },
    spread: { kind: 'half-drop', pitch: { x: 1.1, y: 1.1 } },
  };
  for (const [name, turn] of [
    ['printfile.blanket', 0],
    ['printfile.blanket_turned', 20],
  ] as const) {
    // prettier-ignore
    forgetPeak();
    const took = await seconds(() => makePrintFile(fileOf(tile, BLANKET, 150, { ...pattern, turn }), false));
    figure(`${name}_seconds`, took, 's', '60 x 80 in at 150 px/in, half-drop, one thread');
    figure(
      name === 'printfile.blanket' ? 'printfile.rss_mb' : `${name}_rss_mb`,
      peak(),
      'MB',
      'the process that makes it; aim 600',
    );
  }

  const originals: Original[] = [];
  for (let i = 0; i < ARTWORKS; i++) originals.push(await original(i, 4500, 5400));
  await shirts('printfile.share_of_encode_floor', 'designs as large as the area, all of it', originals, {
    ...fitted(1, 0),
    by: 'file',
  });
  await shirts('printfile.share_of_encode_floor_resized', 'the same at 76% of the area', originals, fitted(0.76, 38));
  fs.rmSync(process.env.FILES_DIR, { recursive: true, force: true });
}
