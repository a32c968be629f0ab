import sharp from 'sharp';
import { collection } from './art/collection';
import { draw } from './draw';

const all = collection();
const small = (svg: string, side: number) =>
  sharp(Buffer.from(svg)).resize(side, side, { fit: 'fill' }).flatten({ background: '#888' }).raw().toBuffer();

test('there are 36 pieces with names, subjects and files of their own', () => {
  expect(all).toHaveLength(36);
  expect(new Set(all.map((p) => p.file)).size).toBe(36);
  for (const p of all)
    expect([p.file, p.name.length > 0, p.subject.length > 0, p.keywords.length > 0]).toEqual([p.file, true, true, true]);
});

test('lettering is outlines: no picture depends on an installed font', () => {
  for (const p of all) expect([p.file, /<text|font-family/.test(p.svg)]).toEqual([p.file, false]);
});

test('shirt artwork is at print size, with the one that is meant to be too small', () => {
  const shirts = all.filter((p) => p.width === 4500 && p.height === 5400);
  expect(shirts.length).toBeGreaterThanOrEqual(24);
  expect(all.filter((p) => p.width < 1000).map((p) => p.file)).toEqual(['tiny-shell.png']);
});

test.each(all.filter((p) => /kelp|rock-pool|thrift|herring/.test(p.file)).map((p) => [p.file, p]))(
  '%s repeats without a seam',
  async (_, piece) => {
    const side = 300;
    const px = await small(piece.svg, side);
    const at = (x: number, y: number) => (y * side + x) * 3;
    const gap = (a: number, b: number) =>
      Math.abs(px[a]! - px[b]!) + Math.abs(px[a + 1]! - px[b + 1]!) + Math.abs(px[a + 2]! - px[b + 2]!);
    let [across, within] = [0, 0];
    for (let i = 0; i < side; i++) {
      across += gap(at(0, i), at(side - 1, i)) + gap(at(i, 0), at(i, side - 1));
      within += gap(at(149, i), at(150, i)) + gap(at(i, 149), at(i, 150));
    }
    // over the edge the picture changes no more than between two neighbours inside
    expect(across).toBeLessThan(within * 2.2 + 2500);
  },
);

test('a small piece is exported with transparency and its resolution', async () => {
  const head = await sharp(await draw(all.find((p) => p.file === 'tiny-shell.png')!)).metadata();
  expect(head).toMatchObject({ format: 'png', width: 600, height: 720, hasAlpha: true, density: 300 });
});
