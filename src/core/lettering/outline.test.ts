import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, GlobalFonts } from '@napi-rs/canvas';
import { create, type Font } from 'fontkit';
import sharp from 'sharp';
import { FONT_NAMES, FONTS, type FontName } from './fonts';
import { letteringSvg, outlined, type LetteringStyle } from './outline';

const bytesOf = (name: FontName) =>
  readFileSync(join(process.cwd(), 'node_modules', FONTS[name].package, 'files', `${FONTS[name].file}.woff`));
const fontOf = (name: FontName): Font => create(bytesOf(name)) as Font;
const style: LetteringStyle = { colour: '#102030' };
const set = (name: FontName, lines: string[], more: Partial<LetteringStyle> = {}) =>
  outlined(fontOf(name), lines, { ...style, ...more })!;

/** How dark a drawing is at each of so many pixels of width: alpha bytes. */
async function drawn(svg: string, width: number): Promise<{ alpha: Uint8Array; width: number; height: number }> {
  const { data, info } = await sharp(Buffer.from(svg))
    .resize({ width })
    .extractChannel(3)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { alpha: data, width: info.width, height: info.height };
}

describe('as another program sets it', () => {
  // Skia reads the same fonts by itself, with its own shaping and kerning
  beforeAll(() => FONT_NAMES.forEach((name) => GlobalFonts.register(bytesOf(name), `press ${name}`)));
  const words = ['Harbour', 'AVA To', 'Keep a light on'];

  test.each(FONT_NAMES.flatMap((name) => words.map((word) => [name, word] as const)))(
    '%s: “%s” is as wide and high',
    (name, word) => {
      const context = createCanvas(10, 10).getContext('2d');
      context.font = `1000px "press ${name}"`;
      const told = context.measureText(word);
      const { box } = set(name, [word]);
      const [width, height] = [
        told.actualBoundingBoxLeft + told.actualBoundingBoxRight,
        told.actualBoundingBoxAscent + told.actualBoundingBoxDescent,
      ];
      // Skia rounds its boxes outwards to 1/64 of the size, on both sides
      for (const more of [width - box.width, height - box.height]) {
        expect(more).toBeGreaterThan(-1);
        expect(more).toBeLessThan(3 * (1000 / 64));
      }
    },
  );

  test.each(['slab', 'script', 'book'] as const)('%s: its letters cover the same places', async (name) => {
    const word = 'Tidal';
    const lettering = set(name, [word]);
    const ours = await drawn(letteringSvg(lettering, style).svg, 400);
    const canvas = createCanvas(ours.width, ours.height);
    const context = canvas.getContext('2d');
    const k = ours.width / lettering.box.width;
    context.scale(k, k);
    context.translate(-lettering.box.x, -lettering.box.y);
    context.font = `1000px "press ${name}"`;
    context.textAlign = 'center';
    context.fillText(word, 0, 0);
    const theirs = context.getImageData(0, 0, ours.width, ours.height).data;
    let [both, either] = [0, 0];
    for (let i = 0; i < ours.alpha.length; i++) {
      const [a, b] = [ours.alpha[i]! > 127, theirs[i * 4 + 3]! > 127];
      if (a && b) both++;
      if (a || b) either++;
    }
    expect(both / either).toBeGreaterThan(0.93);
  });
});

describe('a box around all that prints', () => {
  const cases: [string, string[], Partial<LetteringStyle>][] = [
    ['one line', ['Harbour light'], {}],
    ['three lines', ['One', 'and two', 'and three'], {}],
    ['a line around', ['Gull'], { outline: { colour: '#ffffff', share: 0.1 } }],
    ['bent like a bridge', ['Keep a light on'], { arc: 140 }],
    ['bent like a bowl', ['Keep a light on'], { arc: -140 }],
    ['letters apart', ['Sea'], { spacing: 0.4 }],
    ['bent in three lines', ['All', 'around', 'the lamp'], { arc: 200 }],
  ];
  test.each(cases)('%s: touches all four edges and reaches over none', async (_, lines, more) => {
    const { svg } = letteringSvg(set('slab', lines, more), { ...style, ...more });
    const { alpha, width, height } = await drawn(svg, 500);
    const inked = (x: number, y: number) => alpha[y * width + x]! > 40;
    const row = (y: number) => Array.from({ length: width }, (_, x) => inked(x, y)).some(Boolean);
    const column = (x: number) => Array.from({ length: height }, (_, y) => inked(x, y)).some(Boolean);
    // at most two pixels of a thousandth-rounded box are bare
    expect([0, 1, 2].some(row)).toBe(true);
    expect([height - 1, height - 2, height - 3].some(row)).toBe(true);
    expect([0, 1, 2].some(column)).toBe(true);
    expect([width - 1, width - 2, width - 3].some(column)).toBe(true);
  });

  test('bent, its longest line goes around as many degrees as are asked for', () => {
    // letters stand on a circle whose length for that many degrees is the line's own
    const [flat, half] = [set('poster', ['llllllllllllllllllllllll']), set('poster', ['llllllllllllllllllllllll'], { arc: 180 })];
    const radius = flat.box.width / Math.PI;
    // a half circle of letters is twice the radius wide, and the letters stand out on both sides
    expect(Math.abs(half.box.width - 2 * (radius + flat.box.height))).toBeLessThan(0.06 * half.box.width);
    expect(Math.abs(half.box.height - (radius + flat.box.height))).toBeLessThan(0.12 * half.box.height);
  });

  test('a line around reaches out as far as it is wide', () => {
    const [plain, lined] = [set('round', ['Oo']), set('round', ['Oo'], { outline: { colour: '#fff', share: 0.05 } })];
    expect(lined.box.width - plain.box.width).toBeCloseTo(100, 3);
    expect(lined.box.height - plain.box.height).toBeCloseTo(100, 3);
  });
});

test('letters that a font lacks are named, each once', () => {
  expect(set('slab', ['Łódź ☂☂ 渚']).missing).toEqual(expect.arrayContaining(['☂', '渚']));
  expect(set('slab', ['Café déjà']).missing).toEqual([]);
});
test('nothing but spaces prints nothing', () => expect(outlined(fontOf('slab'), [' ', ''], style)).toBeNull());
