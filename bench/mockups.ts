import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp, { type JpegOptions } from 'sharp';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { fitted } from '../src/core/placement/form';
import { lay } from '../src/core/placement/lay';
import { Printer } from '../src/core/scene/printer';
import { partColours } from '../src/core/scene/tint';
import { decode } from '../src/worker/mockups/artworks';
import { MOCKUP_JPEG } from '../src/worker/mockups/encode';
import { PRINTER_BYTES } from '../src/worker/mockups/render';
import { HeldShelf } from '../src/worker/mockups/shelf';
import { figure } from './figure';

const CLOTH = ['#f7f5f0', '#d9c9a8', '#a9c4bf', '#d9694f', '#4f6b4c', '#24405e', '#53565c', '#17171a'];
const SCENES = ['shirt-flat', 'shirt-close'];
const ARTWORKS = 4;

/**
 * One thread, artworks at print size reduced as they come in, two scenes in eight colours each, encoded; against the
 * encoder alone on the same pictures. The floor is the encoder as it comes (optimised Huffman tables).
 */
export async function mockups(): Promise<void> {
  sharp.concurrency(1);
  sharp.cache(false);
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-bench-'));
  const files: string[] = [];
  for (const piece of collection().slice(0, ARTWORKS)) {
    const file = path.join(folder, piece.file);
    // the working copy that bringing in leaves behind
    await sharp(await draw(piece))
      .resize({ width: 2400, height: 2400, fit: 'inside' })
      .png({ compressionLevel: 2, adaptiveFiltering: false })
      .toFile(file);
    files.push(file);
  }
  const lie = lay(
    { widthPx: 4500, heightPx: 5400, trim: { x: 0.05, y: 0.05, width: 0.9, height: 0.8 } },
    { widthMm: 381, heightMm: 457.2 },
    fitted(0.76, 38),
  );
  const orders = SCENES.flatMap((scene) => CLOTH.map((colour) => ({ scene, colour })));
  const encode = (rgb: Uint8Array, size: number, options: JpegOptions) =>
    sharp(rgb, { raw: { width: size, height: size, channels: 3 } })
      .jpeg(options)
      .toBuffer();

  const shelf = new HeldShelf(400 << 20);
  const printer = await Printer.open(PRINTER_BYTES);
  const pictures: { rgb: Uint8Array; size: number }[] = [];
  const pipeline = async (keep: boolean) => {
    for (const file of files) {
      const artwork = await decode(file);
      const texture = () => printer.texture(file) ?? printer.load(file, artwork, null);
      const busy: Promise<unknown>[] = [Promise.resolve(), Promise.resolve()];
      for (const [i, { scene: id, colour }] of orders.entries()) {
        const scene = await shelf.scene(id);
        const room = scene.rooms.find((r) => r.room.name === 'front')!;
        await busy[i % 2];
        const rgb = await printer.print(scene, partColours(scene.sheet, [{ colour }]), [{ room, ink: 'opaque', ground: null, layers: [{ key: file, lie, texture }] }], String(i % 2)); // prettier-ignore
        busy[i % 2] = encode(rgb, scene.sheet.size, MOCKUP_JPEG);
        if (keep && pictures.length < orders.length) pictures.push({ rgb: rgb.slice(), size: scene.sheet.size });
      }
      await Promise.all(busy);
    }
  };
  await pipeline(true); // scenes compiled, products dyed
  const count = files.length * orders.length;
  // of all processors together: printing and encoding go on beside each other
  const seconds = async (work: () => Promise<unknown>) => {
    const began = process.cpuUsage();
    await work();
    const { user, system } = process.cpuUsage(began);
    return (user + system) / 1e6;
  };
  const encodeAll = (options: JpegOptions) => async () => {
    for (let i = 0; i < count; i++) await encode(pictures[i % pictures.length]!.rgb, pictures[0]!.size, options);
  };
  const ours = await seconds(() => pipeline(false));
  const floor = await seconds(encodeAll({ quality: MOCKUP_JPEG.quality, chromaSubsampling: '4:2:0' }));
  const quick = await seconds(encodeAll(MOCKUP_JPEG));
  figure(
    'mockups.share_of_encode_floor',
    floor / ours,
    'ratio',
    'JPEG encoder alone with its default tables, same pictures, same run',
  );
  figure(
    'mockups.share_of_quick_encode_floor',
    quick / ours,
    'ratio',
    'JPEG encoder alone with the fixed tables that the pipeline uses',
  );
  figure('mockups.per_second_one_thread', count / ours, 'pictures/s', '2000 x 2000 px, decode, sample, print and encode');
  fs.rmSync(folder, { recursive: true });
}
