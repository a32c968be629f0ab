import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp, { type JpegOptions } from 'sharp';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { covering, fitted } from '../src/core/placement/form';
import { lay } from '../src/core/placement/lay';
import { Printer, type RoomPrint } from '../src/core/scene/printer';
import { kindsIn } from '../src/core/scene/sheet';
import { partColours } from '../src/core/scene/tint';
import { scenes as shipped, scenesFolder } from '../src/services/stockroom/scenes';
import { decode } from '../src/worker/mockups/artworks';
import { MOCKUP_JPEG } from '../src/worker/mockups/encode';
import { PRINTER_BYTES } from '../src/worker/mockups/render';
import { HeldShelf } from '../src/worker/mockups/shelf';
import { figure } from './figure';

const COLOURS = ['#f7f5f0', '#a9c4bf', '#d9694f', '#24405e', '#53565c', '#17171a'];

function bytesIn(folder: string): number {
  return fs.readdirSync(folder, { withFileTypes: true }).reduce((n, e) => {
    const at = path.join(folder, e.name);
    return n + (e.isDirectory() ? bytesIn(at) : fs.statSync(at).size);
  }, 0);
}

/** How many seconds one scene takes to make at its full size; null where POV-Ray is not installed. */
function madeIn(id: string): number | null {
  if (!fs.existsSync('/usr/bin/povray')) return null;
  const to = fs.mkdtempSync(path.join(os.tmpdir(), 'press-bench-'));
  const began = performance.now();
  execFileSync(process.execPath, ['dist/scenes.mjs', id, '--to', to], { stdio: 'ignore' });
  fs.rmSync(to, { recursive: true });
  return (performance.now() - began) / 1000;
}

/** All scenes that ship: how many, of what, how large, how long one is made, and how fast they are printed on in turn. */
export async function scenes(): Promise<void> {
  sharp.concurrency(1);
  sharp.cache(false);
  const all = shipped();
  figure('scenes.count', all.length, 'scenes', 'aim 36');
  figure('scenes.kinds', new Set(all.flatMap(kindsIn)).size, 'kinds', 'kinds of blank that are shown; aim 18');
  figure('scenes.megabytes', bytesIn(scenesFolder()) / 2 ** 20, 'MB', 'all files; at most 80');
  const seconds = madeIn('mug-plain');
  if (seconds === null) console.error('POV-Ray is not installed: scenes.make_one_seconds is left out');
  else figure('scenes.make_one_seconds', seconds, 's', 'a mug, at its full size, on all processors');

  const art = await decode(
    await sharp(await draw(collection()[0]!))
      .resize({ width: 2400, height: 2400, fit: 'inside' })
      .png({ compressionLevel: 2 })
      .toBuffer(),
  );
  const shelf = new HeldShelf(400 << 20);
  const printer = await Printer.open(PRINTER_BYTES);
  const texture = () => printer.texture('art') ?? printer.load('art', art, null);
  const size = { widthPx: art.width, heightPx: art.height, trim: { x: 0, y: 0, width: 1, height: 1 } };
  const encode = (rgb: Uint8Array, side: number, options: JpegOptions) =>
    sharp(rgb, { raw: { width: side, height: side, channels: 3 } })
      .jpeg(options)
      .toBuffer();
  // processor time: others may use the machine meanwhile
  const cpu = async (work: () => Promise<unknown>) => {
    const began = process.cpuUsage();
    await work();
    const { user, system } = process.cpuUsage(began);
    return user + system;
  };
  let [ours, floor] = [0, 0];
  for (const { id } of all) {
    // a scene is compiled once for all that is printed on it
    const scene = await shelf.scene(id);
    const made: Uint8Array[] = [];
    ours += await cpu(async () => {
      for (const [i, colour] of COLOURS.entries()) {
        const prints = scene.rooms.map((room): RoomPrint => {
          const lie = lay(size, room.room, room.room.widthMm > 600 ? covering() : fitted(0.8, 5));
          return { room, ink: 'opaque', ground: null, layers: [{ key: 'art', lie, texture }] };
        });
        const dyes = scene.sheet.products.map(() => ({ colour }));
        const rgb = await printer.print(scene, partColours(scene.sheet, dyes), prints, String(i % 2));
        await encode(rgb, scene.sheet.size, MOCKUP_JPEG);
        if (i < 2) made.push(rgb.slice());
      }
    });
    floor += await cpu(async () => {
      for (const i of COLOURS.keys()) await encode(made[i % 2]!, scene.sheet.size, { quality: MOCKUP_JPEG.quality, chromaSubsampling: '4:2:0' }); // prettier-ignore
    });
    printer.clear();
  }
  figure('scenes.share_of_encode_floor', floor / ours, 'ratio', `JPEG encoder alone with its default tables over ours, all scenes in turn, ${COLOURS.length} colours each`); // prettier-ignore
}
