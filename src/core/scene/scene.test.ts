import sharp from 'sharp';
import type { Rgb } from '../colour/colour';
import { printOver, sampleLayer, type PrintTexture } from './print';
import { compileArea, groundOf, type ScenePixels, type SceneSheet } from './scene';
import { inkTable, tintedBase, tintTables } from './tint';

const SIZE = 96;
const WHITE: Rgb = [255, 255, 255];

/** A flat scene: the whole picture is product, one point is one mm, lit evenly by `plate`. */
function flatScene(
  plate: number,
  material: 'cloth' | 'paper' = 'paper',
  warp = (x: number, y: number): [number, number] => [x, y],
): { sheet: SceneSheet; pixels: ScenePixels } {
  const n = SIZE * SIZE;
  const map = new Uint8Array(n * 6);
  for (let y = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++) {
      const i = y * SIZE + x;
      const [px, py] = warp(x + 0.5, y + 0.5);
      const [u, v] = [Math.round((px / SIZE) * 65535), Math.round((py / SIZE) * 65535)];
      map.set([u >> 8, v >> 8, 255], i * 3);
      map.set([u & 255, v & 255, 255], (n + i) * 3);
    }
  const area = { name: 'all', xMm: 0, yMm: 0, widthMm: SIZE, heightMm: SIZE };
  return {
    sheet: {
      id: 'flat',
      title: '',
      blank: 'poster',
      material,
      crop: 'whole',
      size: SIZE,
      medianSrgb: 1,
      plane: { xMm: 0, yMm: 0, widthMm: SIZE, heightMm: SIZE },
      areas: [area],
      gloss: false,
    },
    pixels: { size: SIZE, plate: new Uint8Array(n * 3).fill(plate), map, gloss: null },
  };
}

/** A smooth test picture with soft edges, straight RGBA. */
async function artwork(side: number): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}" viewBox="0 0 96 96"><defs><linearGradient id="g"><stop stop-color="#e4694a"/><stop offset="1" stop-color="#2f7d7a"/></linearGradient></defs><circle cx="48" cy="44" r="34" fill="url(#g)" opacity=".9"/><path d="M10 80h76v10H10z" fill="#f2a93b"/></svg>`;
  return sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer();
}

function textureOf(rgba: Buffer, side: number, rect = { xMm: 0, yMm: 0, widthMm: SIZE, heightMm: SIZE }): PrintTexture {
  const out = new Uint8Array(rgba);
  for (let i = 0; i < out.length; i += 4)
    for (let c = 0; c < 3; c++) out[i + c] = Math.round((rgba[i + c]! * rgba[i + 3]!) / 255);
  return { width: side, height: side, rgba: out, ...rect };
}

function compose(scene: ReturnType<typeof flatScene>, texture: PrintTexture, colour: Rgb): Uint8Array {
  const points = compileArea(scene.sheet, scene.pixels, scene.sheet.areas[0]!);
  return printOver(
    scene.sheet,
    groundOf(scene.pixels),
    [sampleLayer(points, texture)],
    tintedBase(scene.sheet, groundOf(scene.pixels), colour),
    colour,
  );
}

const worst = (a: Uint8Array | Buffer, b: Uint8Array | Buffer) => a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i]!)), 0);
const mean = (a: Uint8Array | Buffer, b: Uint8Array | Buffer) => a.reduce((s, v, i) => s + Math.abs(v - b[i]!), 0) / a.length;

describe('against a general-purpose image library (sharp, libvips)', () => {
  test('on a flat, evenly lit scene the compositor is alpha compositing', async () => {
    const scene = flatScene(255);
    const art = await artwork(SIZE);
    const ours = compose(scene, textureOf(art, SIZE), WHITE);
    const ground = tintedBase(scene.sheet, groundOf(scene.pixels), WHITE);
    const ink = inkTable(scene.sheet, WHITE)[255]! / 256;
    const lit = await sharp(art, { raw: { width: SIZE, height: SIZE, channels: 4 } })
      .linear([ink, ink, ink, 1], [0, 0, 0, 0])
      .raw()
      .toBuffer();
    const theirs = await sharp(Buffer.from(ground), { raw: { width: SIZE, height: SIZE, channels: 3 } })
      .composite([{ input: lit, raw: { width: SIZE, height: SIZE, channels: 4 } }])
      .removeAlpha()
      .raw()
      .toBuffer();
    expect(worst(ours, theirs)).toBeLessThanOrEqual(3);
    expect(mean(ours, theirs)).toBeLessThan(0.6);
  });

  test('a scaled and shifted map is the same picture resampled', async () => {
    const scene = flatScene(255);
    const art = await artwork(SIZE * 2);
    const ours = compose(scene, textureOf(art, SIZE * 2, { xMm: 24, yMm: 24, widthMm: 48, heightMm: 48 }), WHITE);
    // 192 texels on 48 mm: four texels a point, so a general reducer with a box of two is what bilinear sampling sees
    const small = await sharp(art, { raw: { width: SIZE * 2, height: SIZE * 2, channels: 4 } })
      .resize(48, 48, { kernel: 'linear' })
      .raw()
      .toBuffer();
    const theirs = await sharp(Buffer.from(tintedBase(scene.sheet, groundOf(scene.pixels), WHITE)), {
      raw: { width: SIZE, height: SIZE, channels: 3 },
    })
      .composite([{ input: small, raw: { width: 48, height: 48, channels: 4 }, left: 24, top: 24 }])
      .removeAlpha()
      .raw()
      .toBuffer();
    expect(mean(ours, theirs)).toBeLessThan(2.5);
  });
});

describe('shading', () => {
  test('a product in its own white is the plate itself, within the shoulder', () => {
    const [red] = tintTables(flatScene(200).sheet, WHITE);
    for (let byte = 0; byte < 230; byte++) expect(Math.abs(red[byte]! - byte)).toBeLessThanOrEqual(1);
  });
  test('darker places stay darker on every cloth, black too', () => {
    const { sheet } = flatScene(200, 'cloth');
    const lit = { ...sheet, medianSrgb: 0.85 };
    for (const colour of [WHITE, [23, 23, 26], [36, 64, 94]] as Rgb[])
      for (const table of tintTables(lit, colour))
        for (let byte = 1; byte < 256; byte++) expect(table[byte]!).toBeGreaterThanOrEqual(table[byte - 1]!);
  });
  test('folds can be seen on black cloth: the brightest place is clearly above the median one', () => {
    const [red] = tintTables({ ...flatScene(200, 'cloth').sheet, medianSrgb: 0.8 }, [23, 23, 26]);
    expect(red[240]! - red[204]!).toBeGreaterThan(12);
  });
  test('ink takes the cloth’s light: half the light, in linear light, is half the ink', () => {
    const table = inkTable(flatScene(255).sheet, WHITE);
    // 188/255 is half of white in linear light (IEC 61966-2-1)
    expect(table[188]! / table[255]!).toBeCloseTo(188 / 255, 2);
  });
});

test('points outside the print area get no ink', () => {
  const scene = flatScene(255);
  const area = { name: 'part', xMm: 10, yMm: 20, widthMm: 30, heightMm: 40 };
  const points = compileArea(scene.sheet, scene.pixels, area);
  expect(points.at.length).toBe(30 * 40);
  expect(Math.min(...points.x)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...points.y)).toBeLessThanOrEqual(40);
  expect(points.mmPerPoint).toBeCloseTo(1, 2);
});
