import { existsSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import sharp from 'sharp';
import { collection } from '../../../demo/art/collection';
import { covering } from '../../core/placement/form';
import { lay } from '../../core/placement/lay';
import { compileScene } from '../../core/scene/compile';
import { Printer, type RoomPrint } from '../../core/scene/printer';
import { SceneSheet } from '../../core/scene/sheet';
import { partColours } from '../../core/scene/tint';
import { scenes, scenesFolder } from '../../services/stockroom/scenes';
import { decode } from './artworks';
import { scenePixels } from './scene-files';

const check = new Ajv2020({ strict: false }).compile(SceneSheet);
const all = scenes().map((s) => [s.id, s] as const);

test('there are scenes of many kinds, each of its own', () => {
  const titles = all.map(([, s]) => `${s.products[0]!.kinds[0]}: ${s.title}`);
  expect(new Set(titles).size).toBe(titles.length);
  for (const [, sheet] of all) expect([sheet.id, sheet.moods.length > 0, sheet.light.length > 0]).toEqual([sheet.id, true, true]);
});

describe.each(all)('%s', (id, sheet) => {
  test('is what its schema says, and all its pictures are there', async () => {
    expect([check(sheet), check.errors]).toEqual([true, null]);
    const files = [
      'plate.jpg',
      'map.webp',
      ...(sheet.parts.length > 1 ? ['parts.webp'] : []),
      ...sheet.passes.map((p) => `${p.file}.jpg`),
    ];
    for (const file of files)
      for (const name of [file, file.replace('.', '-800.')]) {
        const path = join(scenesFolder(), id, name);
        expect([name, existsSync(path)]).toEqual([name, true]);
        const { width, height } = await sharp(path).metadata();
        const side = name === file ? sheet.size : 800;
        expect([name, width, height]).toEqual([name, side, file === 'map.webp' ? side * 2 : side]);
      }
    for (const part of sheet.parts) expect(part.product).toBeLessThan(sheet.products.length);
  });

  test('has points in its rooms, none of which lies outside its room, parts as light as it says, and a white that is white', async () => {
    const pixels = await scenePixels(sheet);
    const { plate, parts, map } = pixels;
    const n = sheet.size ** 2;
    const values: number[][] = sheet.parts.map(() => []);
    const tint = [0, 0, 0];
    for (let i = 0; i < n; i += 7) {
      const whole = parts ? parts[i * 3 + 2] === 255 : map[(n + i) * 3 + 2] === 255;
      const part = parts ? parts[i * 3]! : 1;
      if (!whole || !part) continue;
      values[part - 1]!.push(plate[i * 3 + 1]! / 255);
      for (let c = 0; c < 3; c++) tint[c]! += plate[i * 3 + c]!;
    }
    sheet.parts.forEach(({ medianSrgb }, k) => {
      const its = values[k]!.sort((a, b) => a - b);
      // what is hidden in this picture has no value of its own
      if (its.length > 200) expect(Math.abs(its[its.length >> 1]! - medianSrgb)).toBeLessThan(0.02);
    });
    // light may be warm or cold, by no more than a third of a stop (common practice, no single source)
    expect(Math.max(...tint) / Math.min(...tint)).toBeLessThan(1.26);

    const scene = await compileScene(sheet, pixels);
    const shown = scene.rooms.reduce((sum, r) => sum + r.places.length, 0);
    expect(shown).toBeGreaterThan(n * 0.04);
    for (const { room, product, places } of scene.rooms) {
      const { plane } = sheet.products[product]!;
      for (let k = 0; k < places.length; k += 37) {
        const x = plane.xMm + ((places[k]! & 0xffff) / 65535) * plane.widthMm - room.xMm;
        const y = plane.yMm + ((places[k]! >>> 16) / 65535) * plane.heightMm - room.yMm;
        if (x < -0.02 || y < -0.02 || x > room.widthMm + 0.02 || y > room.heightMm + 0.02)
          throw new Error(`${room.name}: ${x}, ${y}`);
      }
    }
  }, 60_000);
});

/** The demo's artwork, small. */
const artworks = async () =>
  Promise.all(
    collection().map(async ({ file, svg }) => ({
      file,
      pixels: await decode(await sharp(Buffer.from(svg)).resize(240, 240, { fit: 'inside' }).png().toBuffer()),
    })),
  );

test('each takes every artwork of the demo, and nothing beside its print areas changes', async () => {
  const shown = await artworks();
  const printer = await Printer.open(256 << 20);
  for (const [id, sheet] of all) {
    const scene = await compileScene(sheet, await scenePixels(sheet, true));
    const colours = partColours(sheet, [{ colour: '#6f9aa8' }]);
    const inside = new Uint8Array(scene.plate.length / 3);
    for (const { runs } of scene.rooms) for (let r = 0; r < runs.length; r += 2) inside.fill(1, runs[r], runs[r]! + runs[r + 1]!);
    const bare = (await printer.print(scene, colours, [], '0')).slice();
    for (const [i, { file, pixels }] of shown.entries()) {
      const size = { widthPx: pixels.width, heightPx: pixels.height, trim: { x: 0, y: 0, width: 1, height: 1 } };
      const prints = scene.rooms.map((room): RoomPrint => {
        const lie = lay(size, room.room, { ...covering(), turn: (i % 4) * 90 });
        const texture = () => printer.texture(file) ?? printer.load(file, pixels, null);
        return { room, ink: 'opaque', ground: null, layers: [{ key: file, lie, texture }] };
      });
      const made = await printer.print(scene, colours, prints, '1');
      let [printed, beside] = [0, 0];
      for (let k = 0; k < inside.length; k++) {
        const j = k * 3;
        if (made[j] === bare[j] && made[j + 1] === bare[j + 1] && made[j + 2] === bare[j + 2]) continue;
        if (inside[k]) printed++;
        else beside++;
      }
      expect([id, file, beside, printed > 200]).toEqual([id, file, 0, true]);
    }
    printer.clear();
  }
}, 300_000);
