import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { collection } from '../../demo/art/collection';
import { draw } from '../../demo/draw';
import { covering, type Seat } from '../../src/core/placement/form';
import { lay } from '../../src/core/placement/lay';
import { compileScene } from '../../src/core/scene/compile';
import { rimLie, rimOf } from '../../src/core/scene/cutout';
import { hexToRgb } from '../../src/core/colour/colour';
import type { ScenePixels } from '../../src/core/scene/compiled';
import { Printer, type RoomPrint } from '../../src/core/scene/printer';
import type { SceneSheet } from '../../src/core/scene/sheet';
import { partColours } from '../../src/core/scene/tint';
import { kindOf } from '../../src/core/docket/kinds';
import { WORK } from './povray';

/** What scenes are looked at with: cloth and artwork that show faults. */
const LOOKS = [
  { colour: '#fbfaf7', piece: 'kelp-forest.png', upright: 'hold-fast-dark.png' },
  { colour: '#6f9aa8', piece: 'blue-hour.jpg', upright: 'keep-a-light-on-dark.png' },
  { colour: '#17171a', piece: 'the-long-groyne.png', upright: 'eight-arms-no-plans.png' },
];
/** Kinds that are covered by their picture. */
const COVERED = new Set(['poster', 'framed print', 'canvas', 'postcard', 'card', 'notebook', 'gift wrap', 'magnet', 'badge', 'cushion', 'blanket', 'shower curtain', 'bath mat', 'wall clock', 'tapestry', 'tumbler', 'pouch', 'laptop sleeve', 'phone case', 'socks']); // prettier-ignore

async function pictureOf(file: string) {
  const kept = join(WORK, `art-${file}.png`);
  if (!existsSync(kept)) {
    const piece = collection().find((p) => p.file === file)!;
    await sharp(await draw(piece))
      .resize({ width: 2400, height: 2400, fit: 'inside' })
      .png({ compressionLevel: 2 })
      .toFile(kept);
  }
  const { data, info } = await sharp(kept).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { rgba: data, width: info.width, height: info.height };
}

/** A made scene, printed in one of the looks; the next of them on each further product. */
async function printed(folder: string, looks: readonly number[], side?: number): Promise<{ pictures: Buffer[]; size: number }> {
  const sheet = JSON.parse(readFileSync(join(folder, 'scene.json'), 'utf8')) as SceneSheet;
  const rgb = (file: string) => sharp(join(folder, file)).removeAlpha().raw().toBuffer();
  const pixels: ScenePixels = {
    size: sheet.size,
    plate: await rgb('plate.jpg'),
    map: await rgb('map.webp'),
    parts: sheet.parts.length > 1 ? await rgb('parts.webp') : null,
    passes: await Promise.all(sheet.passes.map((p) => rgb(`${p.file}.jpg`))),
  };
  const scene = await compileScene(sheet, pixels);
  const printer = await Printer.open(448 << 20);
  const { size } = sheet;
  const pictures: Buffer[] = [];
  for (const k of looks) {
    const { piece, upright } = LOOKS[k]!;
    const prints: RoomPrint[] = [];
    for (const room of scene.rooms) {
      const kind = sheet.products[room.product]!.kinds[0]!;
      // the largest of each product
      if (scene.rooms.some((r) => r.product === room.product && r.room.widthMm > room.room.widthMm)) continue;
      const covered = COVERED.has(kind);
      const file = covered ? piece : upright;
      const art = await pictureOf(file);
      const share = kind === 'mug' ? 0.8 : 0.85;
      const inside: Seat = { by: 'file', size: { rule: 'fit', share }, anchor: 'top', xMm: 0, yMm: 0 };
      const round = kind.includes('mug') ? [-66, 0, 66].map((xMm) => ({ ...inside, xMm })) : [inside];
      const all = { widthPx: art.width, heightPx: art.height, trim: { x: 0, y: 0, width: 1, height: 1 } };
      const lies = (covered ? [covering()] : round).map((seat) => lay(all, room.room, seat));
      const { rimMm } = room.room;
      const layers = lies.flatMap((lie): RoomPrint['layers'] => {
        const its = { key: file, lie, texture: () => printer.texture(file) ?? printer.load(file, art, null) };
        if (!rimMm) return [its];
        const key = `rim ${file} ${k}`;
        const rim = () => printer.load(key, rimOf(art, lie, rimMm, hexToRgb('#ffffff')), null);
        return [{ key, lie: rimLie(lie, rimMm).lie, texture: rim }, its];
      });
      prints.push({ room, ink: kindOf(kind).ink ?? 'opaque', ground: null, layers });
    }
    const dyes = sheet.products.map(({ kinds }, i) => ({
      // on the sheet what is dyed is dyed on white
      colour: side && kindOf(kinds[0]!).ink === 'dye' ? LOOKS[0]!.colour : LOOKS[(k + i) % LOOKS.length]!.colour,
      ...(COVERED.has(kinds[0]!) && { ground: '#fbfaf7' }),
      finish: '#b08d4a',
    }));
    const made = await printer.print(scene, partColours(sheet, dyes), prints, '0');
    const whole = sharp(made, { raw: { width: size, height: size, channels: 3 } });
    pictures.push(await (side ? whole.resize(side) : whole).removeAlpha().png({ compressionLevel: 3 }).toBuffer());
  }
  return { pictures, size: side ?? size };
}

/** Pictures in rows, as one PNG. */
async function inRows(pictures: Buffer[], side: number, columns: number, gap = 0): Promise<Buffer> {
  const step = side + gap;
  const rows = Math.ceil(pictures.length / columns);
  const ground = { width: columns * step + gap, height: rows * step + gap, channels: 3 as const, background: '#f3eee2' };
  return sharp({ create: ground })
    .composite(
      pictures.map((input, i) => ({ input, left: gap + (i % columns) * step, top: gap + Math.floor(i / columns) * step })),
    )
    .png({ palette: gap > 0, quality: 90, compressionLevel: 9 })
    .toBuffer();
}

/** Prints a made scene in three colours with three artworks, side by side. Returns the picture's path. */
export async function look(id: string, folder: string): Promise<string> {
  const { pictures, size } = await printed(folder, [0, 1, 2]);
  const to = join(WORK, `look-${id}-${size}.png`);
  await writeFile(to, await inRows(pictures, size, LOOKS.length));
  return to;
}

/** All scenes of a folder, printed with the demo's artwork, on one sheet. */
export async function contactSheet(root: string, to: string): Promise<void> {
  const ids = readdirSync(root).filter((id) => existsSync(join(root, id, 'scene.json')));
  const pictures: Buffer[] = [];
  for (const [i, id] of ids.entries()) pictures.push(...(await printed(join(root, id), [i % LOOKS.length], 176)).pictures);
  await writeFile(to, await inRows(pictures, 176, 7, 6));
}
