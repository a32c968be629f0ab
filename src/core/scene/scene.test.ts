import fc from 'fast-check';
import sharp from 'sharp';
import type { Rgb } from '../colour/colour';
import { apply, inverse } from '../placement/affine';
import { REPEATS } from '../placement/form';
import { lay, type Lie } from '../placement/lay';
import {
  bordered,
  groundLayer,
  layerRoom,
  premultiplied,
  printOver,
  sampleLayer,
  textures,
  textureSize,
  type Texels,
} from './print';
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

const texelsOf = (rgba: Uint8Array, side: number): Texels => ({ width: side, height: side, rgba: premultiplied(rgba) });
/** A picture upright on a square of the area. */
const upright = (at = 0, side = SIZE): Lie => ({ maps: [{ a: side, b: 0, c: 0, d: side, e: at, f: at }], repeat: null });

function compose(scene: ReturnType<typeof flatScene>, texels: Texels, colour: Rgb, lie = upright()): Uint8Array {
  const points = compileArea(scene.sheet, scene.pixels, scene.sheet.areas[0]!);
  return printOver(
    scene.sheet,
    groundOf(scene.pixels),
    textures(texels, lie).map((t) => sampleLayer(points, t)),
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
    const ours = compose(scene, texelsOf(art, SIZE), WHITE);
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
    const ours = compose(scene, texelsOf(art, SIZE * 2), WHITE, upright(24, 48));
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

describe('placed otherwise, against the same made by sharp (libvips)', () => {
  const raw = (side: number, height = side) => ({ raw: { width: side, height, channels: 4 as const } });
  const flat = flatScene(255);
  const square = { widthPx: 24, heightPx: 24, trim: { x: 0, y: 0, width: 1, height: 1 } };
  const area = { widthMm: SIZE, heightMm: SIZE };
  const seat = { by: 'file', size: { rule: 'width', mm: 24 }, anchor: 'top left', xMm: 0, yMm: 0 } as const;
  /** The whole area put together from pictures, as it would be sampled texel by texel. */
  const sheet = (pieces: { input: Buffer; left: number; top: number }[]) =>
    sharp({ create: { width: SIZE * 2, height: SIZE * 2, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } })
      .composite(pieces.map((p) => ({ ...p, left: p.left + SIZE / 2, top: p.top + SIZE / 2, ...raw(24) })))
      .png()
      .toBuffer()
      .then((png) =>
        sharp(png)
          .extract({ left: SIZE / 2, top: SIZE / 2, width: SIZE, height: SIZE })
          .raw()
          .toBuffer(),
      );
  const tiles = (at: (column: number, row: number) => { left?: number; top?: number; input: Buffer }) =>
    sheet(
      [-1, 0, 1, 2, 3].flatMap((column) =>
        [-1, 0, 1, 2, 3].map((row) => {
          const { left = 0, top = 0, input } = at(column, row);
          return { input, left: column * 24 + left, top: row * 24 + top };
        }),
      ),
    );

  test.each([0, 90, 180, -90])('turned by %d degrees', async (turn) => {
    const art = await artwork(24);
    const ours = compose(flat, texelsOf(art, 24), WHITE, lay(square, area, { ...seat, turn, xMm: 12, yMm: 36 }));
    const theirs = await sheet([{ input: await sharp(art, raw(24)).rotate(turn).raw().toBuffer(), left: 12, top: 36 }]);
    // what is half see-through was multiplied once more on their way
    expect(worst(ours, compose(flat, texelsOf(theirs, SIZE), WHITE))).toBeLessThanOrEqual(2);
  });

  test('repeated straight, half-dropped, in bricks and mirrored', async () => {
    const art = await artwork(24);
    const flop = (b: Buffer) => sharp(b, raw(24)).flop().raw().toBuffer();
    const flip = (b: Buffer) => sharp(b, raw(24)).flip().raw().toBuffer();
    const mirrored = [art, await flop(art), await flip(art), await flip(await flop(art))];
    const odd = (n: number) => Math.abs(n % 2);
    const theirs = {
      straight: await tiles(() => ({ input: art })),
      'half-drop': await tiles((column) => ({ input: art, top: odd(column) * 12 })),
      brick: await tiles((_, row) => ({ input: art, left: odd(row) * 12 })),
      mirrored: await tiles((column, row) => ({ input: mirrored[odd(column) + 2 * odd(row)]! })),
    };
    for (const [kind, expected] of Object.entries(theirs)) {
      const lie = lay(square, area, { ...seat, spread: { kind: kind as keyof typeof theirs, pitch: { x: 1, y: 1 } } });
      const ours = compose(flat, texelsOf(art, 24), WHITE, lie);
      const off = worst(ours, compose(flat, texelsOf(expected, SIZE), WHITE));
      expect([kind, off <= 2]).toEqual([kind, true]);
    }
  });

  test('tiles that lie edge to edge show no seam, wherever they lie', () => {
    // one opaque colour: anything but it is a seam
    const plain = new Uint8Array(24 * 24 * 4).fill(255);
    for (const kind of REPEATS)
      for (const mm of [13.37, 24, 7.1]) {
        const lie = lay(square, area, {
          ...seat,
          size: { rule: 'width', mm },
          turn: 17,
          spread: { kind, pitch: { x: 1, y: 1 } },
        });
        const ours = compose(flat, texelsOf(plain, 24), WHITE, lie);
        expect(new Set(ours).size).toBe(1);
      }
  });

  test('a turned picture is what the inverse map finds in it', async () => {
    const art = await artwork(SIZE);
    const lie = lay({ ...square, widthPx: SIZE, heightPx: SIZE }, area, { ...seat, size: { rule: 'width', mm: SIZE }, anchor: 'centre', turn: 30 }); // prettier-ignore
    const ours = compose(flat, texelsOf(art, SIZE), [0, 0, 0], lie);
    // nearest pixels, looked up one by one: soft edges may differ, most of the picture may not
    const back = inverse(lie.maps[0]!);
    const looked = new Uint8Array(SIZE * SIZE * 4);
    for (let y = 0; y < SIZE; y++)
      for (let x = 0; x < SIZE; x++) {
        const p = apply(back, { x: x + 0.5, y: y + 0.5 });
        const [u, v] = [Math.floor(p.x * SIZE), Math.floor(p.y * SIZE)];
        if (u >= 0 && v >= 0 && u < SIZE && v < SIZE)
          looked.set(art.subarray((v * SIZE + u) * 4, (v * SIZE + u) * 4 + 4), (y * SIZE + x) * 4);
      }
    expect(mean(ours, compose(flat, texelsOf(looked, SIZE), [0, 0, 0]))).toBeLessThan(1.5);
  });

  test('a ground of ink covers the area and lets layers stand on it', () => {
    const points = compileArea(flat.sheet, flat.pixels, flat.sheet.areas[0]!);
    const paper = tintedBase(flat.sheet, groundOf(flat.pixels), WHITE);
    const on = (ground: Rgb) => printOver(flat.sheet, groundOf(flat.pixels), [groundLayer(points, ground)], paper, WHITE);
    const ink = inkTable(flat.sheet, WHITE)[255]! / 256;
    const first = on([40, 80, 160]).subarray(0, 3);
    [40, 80, 160].forEach((v, i) => expect(Math.abs(first[i]! - v * ink)).toBeLessThanOrEqual(1));
    expect(new Set(on([255, 255, 255])).size).toBe(1);
  });
});

test('in room that is used again, with a border given before, and printed into the last picture it is the same, picture after picture', async () => {
  const scene = flatScene(200);
  const [points, ground] = [compileArea(scene.sheet, scene.pixels, scene.sheet.areas[0]!), groundOf(scene.pixels)];
  const texels = texelsOf(await artwork(SIZE), SIZE);
  const edged = bordered({ ...texels, repeat: null }, 1);
  const base = tintedBase(scene.sheet, ground, WHITE);
  const [room, into] = [layerRoom(points), new Uint8Array(base.length)];
  const untouched = base.slice();
  // a large one first: what a smaller one leaves of it must not show
  for (const lie of [upright(), upright(20, 30), upright(-40), upright(10, 60)]) {
    const [texture] = textures(texels, lie);
    const layer = sampleLayer(points, { ...texture!, edged }, room);
    const again = printOver(scene.sheet, ground, [layer], base, WHITE, into);
    expect(again).toBe(into);
    expect(Buffer.compare(again, compose(scene, texels, WHITE, lie))).toBe(0);
  }
  expect(Buffer.compare(base, untouched)).toBe(0);
});

test('a tile is cut out of its picture, never over its edge, however the shares round', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const side = fc.integer({ min: 1, max: 3000 });
  const [map] = upright().maps;
  fc.assert(
    fc.property(side, side, share, share, share, share, (width, height, x, y, w, h) => {
      const box = { x, y, width: (1 - x) * w, height: (1 - y) * h };
      const repeat = { kind: 'straight', pitch: { x: 1, y: 1 }, tile: map!, box } as const;
      const { crop } = textureSize({ maps: [map!], repeat }, { width, height }, 0.5);
      expect(Math.min(crop.left, crop.top)).toBeGreaterThanOrEqual(0);
      expect(Math.min(crop.width, crop.height)).toBeGreaterThanOrEqual(1);
      expect(crop.left + crop.width).toBeLessThanOrEqual(width);
      expect(crop.top + crop.height).toBeLessThanOrEqual(height);
    }),
  );
  // a motif that reaches the right edge of a picture with an odd number of pixels
  const odd = { kind: 'straight', pitch: { x: 1, y: 1 }, tile: map!, box: { x: 0.5, y: 0, width: 0.5, height: 1 } } as const;
  expect(textureSize({ maps: [map!], repeat: odd }, { width: 3, height: 3 }, 0.5).crop).toEqual({
    left: 2,
    top: 0,
    width: 1,
    height: 3,
  });
});

test('a texture is as fine as the scene needs, of the tile alone where it is repeated, and never finer than its picture', () => {
  const picture = { width: 1000, height: 500 };
  const lie = (mm: number): Lie => ({ maps: [{ a: mm, b: 0, c: 0, d: mm / 2, e: 0, f: 0 }], repeat: null });
  expect(textureSize(lie(100), picture, 0.5)).toMatchObject({ width: 280, height: 140 });
  expect(textureSize(lie(1000), picture, 0.5)).toMatchObject({ width: 1000, height: 500 });
  // the largest of its copies counts
  expect(textureSize({ ...lie(100), maps: [...lie(100).maps, ...lie(200).maps] }, picture, 0.5).width).toBe(560);
  const tile = {
    kind: 'straight',
    pitch: { x: 1, y: 1 },
    tile: lie(1).maps[0]!,
    box: { x: 0.1, y: 0.2, width: 0.5, height: 0.5 },
  } as const;
  expect(textureSize({ ...lie(100), repeat: tile }, picture, 0.5)).toEqual({
    crop: { left: 100, top: 100, width: 500, height: 250 },
    width: 140,
    height: 70,
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
