import { mkdirSync } from 'node:fs';
import sharp from 'sharp';
import { noise2, randomFrom } from './vectors';
import { WORK } from './povray';

/** A floor of boards with grain, made from noise; `grey` as the weather leaves it. Returns the picture's path. */
export async function planks(name: string, rows = 8, warmth = 1, grey = 0): Promise<string> {
  mkdirSync(WORK, { recursive: true });
  const [width, height] = [3072, 1536];
  const board = height / rows;
  const out = Buffer.alloc(width * height * 3);
  const random = randomFrom(5);
  const shift = Array.from({ length: rows }, () => Math.floor(random() * width));
  const tones = Array.from({ length: rows * 2 }, () => 0.9 + 0.16 * random());
  for (let y = 0; y < height; y++) {
    const row = Math.floor(y / board);
    const inRow = y - row * board;
    for (let x = 0; x < width; x++) {
      const along = (x + shift[row]!) % width;
      const half = along < width / 2 ? 0 : 1;
      const id = row * 7 + half;
      const warp = noise2(along * 0.0026, y * 0.013, id) * 34;
      const grain =
        noise2(along * 0.006, (y + warp) * 0.15, id + 50) * 0.5 +
        noise2(along * 0.02, (y + warp) * 0.42, id + 90) * 0.3 +
        noise2(along * 0.06, y * 0.8, id + 120) * 0.22;
      let v = tones[row * 2 + half]! * (0.97 - 0.2 * grain);
      const gap = Math.min(inRow, board - inRow, (along % (width / 2)) * 1.2, (width / 2 - (along % (width / 2))) * 1.2);
      if (gap < 2.4) v *= 0.5 + 0.16 * gap;
      const k = (y * width + x) * 3;
      const its = [196 * v, 168 * v ** (1.1 * warmth), 136 * v ** (1.22 * warmth)];
      const mean = 158 * v ** 1.25;
      its.forEach((c, i) => (out[k + i] = Math.min(255, c + (mean * [1, 0.985, 0.95][i]! - c) * grey)));
    }
  }
  const file = `${WORK}/${name}.png`;
  await sharp(out, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(file);
  return file;
}
