import { existsSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import sharp from 'sharp';
import { compileScene } from '../../core/scene/compile';
import { SceneSheet } from '../../core/scene/sheet';
import { scenePixels } from './scene-files';
import { scenes, scenesFolder } from '../../services/stockroom/scenes';

const check = new Ajv2020({ strict: false }).compile(SceneSheet);

test.each(scenes().map((s) => [s.id, s] as const))(
  '%s is what its schema says, and all its pictures are there',
  async (id, sheet) => {
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
  },
);

test.each(scenes().map((s) => [s.id, s] as const))(
  '%s has points in its rooms, none of which lies outside its room',
  async (_, sheet) => {
    const scene = await compileScene(sheet, await scenePixels(sheet));
    const shown = scene.rooms.reduce((n, r) => n + r.places.length, 0);
    expect(shown).toBeGreaterThan(sheet.size * sheet.size * 0.04);
    for (const { room, product, places } of scene.rooms) {
      const { plane } = sheet.products[product]!;
      for (let k = 0; k < places.length; k += 37) {
        const x = plane.xMm + ((places[k]! & 0xffff) / 65535) * plane.widthMm - room.xMm;
        const y = plane.yMm + ((places[k]! >>> 16) / 65535) * plane.heightMm - room.yMm;
        if (x < -0.02 || y < -0.02 || x > room.widthMm + 0.02 || y > room.heightMm + 0.02)
          throw new Error(`${room.name}: ${x}, ${y}`);
      }
    }
  },
  60_000,
);

test.each(scenes().map((s) => [s.id, s] as const))(
  '%s shows its parts as light as it says, and its white is white',
  async (_, sheet) => {
    const { plate, parts, map } = await scenePixels(sheet);
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
  },
);
