import cv from '@techstark/opencv-js';
import fc from 'fast-check';
import sharp from 'sharp';
import { opencvReady } from '../../../tests/opencv';
import { composed, drawing, mean, pictureOf, psnr, referred, sceneOf, SIDE, upright, WHITE, worst } from '../../../tests/scenes';
import { apply, chain, inverse, moved, scaled, turned, type Affine } from '../placement/affine';
import { REPEATS } from '../placement/form';
import { lay, type Lie } from '../placement/lay';
import { compileScene } from './compile';
import { INK_KINDS } from './ink';
import { lit, OFFSET } from './kernels/reference';
import { LINEAR_OF_BYTE, linearToSrgb } from '../colour/colour';
import { tileSize, type Pixels } from './texture';
import { tintedBase } from './tint';

beforeAll(opencvReady);

const raw = (width: number, height = width, channels: 3 | 4 = 4) => ({ raw: { width, height, channels } });
/** Ink on white as it comes out: 0.985 of its light, see `INK_WHITE`. */
const flat = sceneOf();

describe('the kernels and the reference', () => {
  const unit = fc.double({ min: -1, max: 1, noNaN: true });
  const colour = fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, '0')}`);
  const texture = fc
    .record({ width: fc.integer({ min: 1, max: 70 }), height: fc.integer({ min: 1, max: 70 }), seed: fc.integer() })
    .map(({ width, height, seed }) => {
      let h = seed | 1;
      const next = () => ((h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d) + 0x9e3779b9) >>> 24) & 255;
      return pictureOf(width, height, () => [next(), next(), next(), next() > 90 ? 255 : next()]);
    });
  const map = fc
    .record({ size: fc.double({ min: 3, max: 400, noNaN: true }), turn: fc.integer({ min: -180, max: 180 }), x: unit, y: unit })
    .map(({ size, turn, x, y }): Affine => chain(moved(SIDE / 2 + x * 60, SIDE / 2 + y * 60), turned(turn), scaled(size, size * (1.2 + x)), moved(-0.5, -0.5))); // prettier-ignore

  test('print the same on any scene, any picture, any ink: within 2 of 255, nearly everywhere within 1', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.record({ ax: unit, ay: unit, bend: unit, dark: fc.integer({ min: 0, max: 255 }) }),
        fc.array(fc.record({ picture: texture, map, repeat: fc.option(fc.constantFrom(...REPEATS)) }), {
          minLength: 1,
          maxLength: 3,
        }),
        fc.constantFrom(...INK_KINDS),
        fc.option(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255))),
        colour,
        async ({ ax, ay, bend, dark }, shown, ink, ground, dye) => {
          const scene = sceneOf({
            plate: (x, y) => Math.max(0, 255 - Math.round((dark * (x + y)) / (2 * SIDE))),
            place: (x, y) => [
              48 + (x - 48) * (0.7 + 0.3 * ax) + 4 * bend * Math.sin(y / 9),
              48 + (y - 48) * (0.6 + 0.3 * ay) + 3 * bend * Math.cos(x / 7),
            ],
          });
          const layers = shown.map(({ picture, map: at, repeat }) => ({
            picture,
            lie: {
              maps: [at],
              repeat: repeat && {
                kind: repeat,
                pitch: { x: 1.25, y: 1 },
                tile: at,
                box: { x: 0, y: 0, width: 1, height: 1 },
              },
            },
          }));
          const prints = [{ ink, ground, layers }];
          const ours = await composed(scene, [dye], prints);
          const theirs = referred(await compileScene(scene.sheet, scene.pixels), [dye], prints);
          // a repeat with gaps falls to one side or the other of an edge by its last bits
          const far = ours.filter((v, i) => Math.abs(v - theirs[i]!) > (shown.length > 1 ? 3 : 2)).length;
          expect(far / ours.length).toBeLessThan(shown.some((s) => s.repeat) ? 0.003 : 1e-9);
          expect(mean(ours, theirs)).toBeLessThan(0.1);
        },
      ),
      { numRuns: 25 },
    );
  });
  test('dye parts the same, edges too', async () => {
    await fc.assert(
      fc.asyncProperty(fc.tuple(colour, colour), fc.integer({ min: 2, max: 40 }), async (colours, wide) => {
        const scene = twoParts(wide);
        const ours = await composed(scene, colours, []);
        expect(worst(ours, tintedBase(await compileScene(scene.sheet, scene.pixels), colours))).toBe(0);
      }),
      { numRuns: 12 },
    );
  });
});

/** Two products side by side, overlapping in a soft edge so many points wide. */
function twoParts(wide: number) {
  const one = sceneOf({ plate: (x, y) => 120 + ((x * y) % 130) });
  const n = SIDE * SIDE;
  const parts = new Uint8Array(n * 3);
  for (let i = 0; i < n; i++) {
    const x = i % SIDE;
    const left = Math.min(1, Math.max(0, (SIDE / 2 - x) / wide + 0.5));
    // on the left the first over the second, beyond the right edge the surroundings
    parts.set(left > 0 ? [1, 2, Math.round(255 * left)] : x > SIDE - 10 ? [0, 0, 255] : [2, 0, 255], i * 3);
  }
  const [product] = one.sheet.products;
  const [part] = one.sheet.parts;
  return {
    sheet: { ...one.sheet, products: [product!, product!], parts: [part!, { ...part!, name: 'second', product: 1 }] },
    pixels: { ...one.pixels, parts },
  };
}

describe('several products in one picture', () => {
  test('each has its own colour, what is printed on one is not on the other, and the surroundings stay', async () => {
    const scene = twoParts(2);
    const red = pictureOf(4, 4, () => [255, 0, 0, 255]);
    const both = await composed(scene, ['#203040', '#ffffff'], [{ room: 1, layers: [{ picture: red, lie: upright() }] }]);
    const bare = await composed(scene, ['#203040', '#ffffff'], []);
    const at = (p: Uint8Array, x: number) => [...p.subarray((40 * SIDE + x) * 3, (40 * SIDE + x) * 3 + 3)];
    expect(at(both, 10)).toEqual(at(bare, 10));
    expect(at(both, 70)[1]! + at(both, 70)[2]!).toBe(0);
    expect(at(both, 70)[0]).toBeGreaterThan(100);
    const plate = scene.pixels.plate.subarray((40 * SIDE + 92) * 3, (40 * SIDE + 92) * 3 + 3);
    expect(at(both, 92)).toEqual([...plate]);
  });
});

describe('against a general-purpose image library (sharp, libvips)', () => {
  test('on a flat, evenly lit scene the compositor is alpha compositing', async () => {
    const art = await drawing(SIDE);
    const ours = await composed(flat, [WHITE], [{ ink: 'dye', layers: [{ picture: art, lie: upright() }] }]);
    const theirs = await sharp({ create: { width: SIDE, height: SIDE, channels: 3, background: WHITE } })
      .composite([{ input: Buffer.from(art.rgba), ...raw(SIDE) }])
      .removeAlpha()
      .raw()
      .toBuffer();
    // its own white rolls off a little below 255
    const white = ours.subarray(0, 3);
    expect(Math.min(...white)).toBeGreaterThan(238);
    const lifted = ours.map((v, i) => Math.min(255, (v * 255) / white[i % 3]!));
    expect(worst(lifted, theirs)).toBeLessThanOrEqual(2);
    expect(mean(lifted, theirs)).toBeLessThan(0.6);
  });
  test('four pixels on a point are their mean', async () => {
    const art = await drawing(SIDE * 2);
    const ours = await composed(flat, [WHITE], [{ layers: [{ picture: art, lie: upright(24, 48) }] }]);
    // 192 pixels on 48 mm at one point a mm: four in width, four in height
    const small = await sharp(art.rgba, raw(SIDE * 2))
      .resize(48, 48, { kernel: 'nearest' })
      .raw()
      .toBuffer();
    const box = pictureOf(48, 48, (x, y) => {
      const sum = [0, 0, 0, 0];
      for (let j = 0; j < 4; j++)
        for (let i = 0; i < 4; i++) {
          const o = ((y * 4 + j) * SIDE * 2 + x * 4 + i) * 4;
          const a = art.rgba[o + 3]!;
          for (let c = 0; c < 3; c++) sum[c]! += art.rgba[o + c]! * a;
          sum[3]! += a;
        }
      return sum.map((v, c) => (c === 3 ? v / 16 : sum[3] ? v / sum[3] : 0)).map(Math.round);
    });
    const boxed = await composed(flat, [WHITE], [{ layers: [{ picture: box, lie: upright(24, 48) }] }]);
    const nearest = { width: 48, height: 48, rgba: small };
    expect(worst(ours, boxed)).toBeLessThanOrEqual(2);
    expect(mean(ours, boxed)).toBeLessThan(mean(ours, await composed(flat, [WHITE], [{ layers: [{ picture: nearest, lie: upright(24, 48) }] }]))); // prettier-ignore
  });
});

describe('the warp', () => {
  /** Every third row is looked at: all of them would take minutes. */
  const ROWS = Array.from({ length: SIDE / 3 }, (_, i) => i * 3);
  /** What 16 x 16 places within each point of these rows see of a picture, in premultiplied colour. */
  const supersampled = (picture: Pixels, place: (x: number, y: number) => readonly [number, number], lie: Lie) => {
    const back = inverse(lie.maps[0]!);
    const out = new Float64Array(SIDE * SIDE * 4);
    for (const y of ROWS)
      for (let x = 0; x < SIDE; x++)
        for (let k = 0; k < 256; k++) {
          const [px, py] = place(x + ((k & 15) + 0.5) / 16, y + ((k >> 4) + 0.5) / 16);
          const p = apply(back, { x: px, y: py });
          const [u, v] = [Math.floor(p.x * picture.width), Math.floor(p.y * picture.height)];
          if (u < 0 || v < 0 || u >= picture.width || v >= picture.height) continue;
          const o = (v * picture.width + u) * 4;
          const a = picture.rgba[o + 3]! / 255;
          for (let c = 0; c < 3; c++) out[(y * SIDE + x) * 4 + c]! += (picture.rgba[o + c]! * a) / 256;
          out[(y * SIDE + x) * 4 + 3]! += a / 256;
        }
    return out;
  };
  /** A hard pattern whose periods are a few points long: harder than artwork, which is drawn with soft edges. */
  const edges = pictureOf(700, 700, (x, y) => {
    const ring = Math.hypot(x - 350, y - 350);
    return ring % 90 < 45 ? [30, 60, 140, 255] : x % 60 < 24 ? [220, 90, 40, 255] : [0, 0, 0, 0];
  });
  const places: [string, (x: number, y: number) => [number, number]][] = [
    ['flat', (x, y) => [x, y]],
    ['turned', (x, y) => [48 + (x - 48) * 0.8 + (y - 48) * 0.3, 48 + (y - 48) * 0.8 - (x - 48) * 0.3]],
    ['in folds', (x, y) => [x + 2.5 * Math.sin(y / 11), y + 2 * Math.sin(x / 13)]],
  ];
  test.each(
    places.flatMap(([name, place]) => [
      [`drawn artwork ${name}`, place, () => drawing(700), 42] as const,
      [`hard edges ${name}`, place, () => Promise.resolve(edges), 37] as const,
    ]),
  )('of %s, is near to what 256 places in each point see', async (_, place, shown, least) => {
    const lie = upright(8, 80);
    const scene = sceneOf({ place });
    const picture = await shown();
    const ours = await composed(scene, [WHITE], [{ ink: 'dye', layers: [{ picture, lie }] }]);
    const white = (await composed(scene, [WHITE], []))[0]!;
    const truth = supersampled(picture, place, lie);
    const theirs = ours.map((_, i) => {
      const [k, c] = [Math.floor(i / 3), i % 3];
      return Math.round((white / 255) * (truth[k * 4 + c]! + 255 * (1 - truth[k * 4 + 3]!)));
    });
    const looked = (of: Uint8Array) => ROWS.flatMap((y) => [...of.subarray(y * SIDE * 3, (y + 1) * SIDE * 3)]);
    expect(psnr(looked(ours), looked(theirs))).toBeGreaterThan(least);
  });

  test('where nothing is reduced, is what OpenCV’s remap finds by its bilinear rule', async () => {
    const side = SIDE;
    const art = pictureOf(side, side, (x, y) => [Math.round(128 + 100 * Math.sin(x / 6)), Math.round(128 + 90 * Math.cos(y / 8)), x * 2, 255]); // prettier-ignore
    const place = (x: number, y: number): [number, number] => [x * 0.98 + 1.5 * Math.sin(y / 15), y * 0.97 + 1.2 * Math.sin(x / 12)]; // prettier-ignore
    const ours = await composed(sceneOf({ place }), [WHITE], [{ ink: 'dye', layers: [{ picture: art, lie: upright() }] }]);
    const white = (await composed(flat, [WHITE], []))[0]!;
    const source = cv.matFromArray(side, side, cv.CV_8UC4, [...art.rgba]);
    const at = (k: 0 | 1) =>
      Array.from({ length: side * side }, (_, i) => place((i % side) + 0.5, Math.floor(i / side) + 0.5)[k] - 0.5);
    const [mx, my] = [cv.matFromArray(side, side, cv.CV_32FC1, at(0)), cv.matFromArray(side, side, cv.CV_32FC1, at(1))];
    const out = new cv.Mat();
    cv.remap(source, out, mx, my, cv.INTER_LINEAR as number, cv.BORDER_CONSTANT as number, new cv.Scalar(0, 0, 0, 0));
    const theirs = [...out.data];
    for (const m of [source, mx, my, out]) m.delete();
    // away from the edge of the picture, where one fades and the other does not
    const [a, b]: [number[], number[]] = [[], []];
    for (let y = 4; y < side - 6; y++)
      for (let x = 4; x < side - 6; x++)
        for (let c = 0; c < 3; c++) {
          a.push(ours[(y * side + x) * 3 + c]!);
          b.push(Math.round((theirs[(y * side + x) * 4 + c]! * white) / 255));
        }
    expect(worst(a, b)).toBeLessThanOrEqual(4);
    expect(psnr(a, b)).toBeGreaterThan(46);
  });

  test('a cylinder and a plane under a pinhole show each place of the print where projection puts it', async () => {
    // red tells x, green tells y of the print: what is seen is where it comes from
    const ramp = pictureOf(256, 256, (x, y) => [x, y, 0, 255]);
    const surfaces: [string, (x: number, y: number) => [number, number] | null][] = [
      // a cylinder of radius 30 seen from the side: x = r sin(angle), and the print goes around it by arc length
      ['cylinder', (x, y) => (Math.abs(x - 48) < 29 ? [48 + 30 * Math.asin((x - 48) / 30), y] : null)],
      // a plane tilted about its lower edge, 300 mm away: lines of the print stay lines and lie denser above
      ['plane', (x, y) => [48 + (x - 48) * (1 + (96 - y) / 300), 96 - (96 - y) * (1 + (96 - y) / 300)]],
    ];
    for (const [name, place] of surfaces) {
      const ours = await composed(sceneOf({ place, widthMm: 100, heightMm: 100 }), [WHITE], [{ ink: 'dye', layers: [{ picture: ramp, lie: upright(0, 96) }] }]); // prettier-ignore
      const white = (await composed(flat, [WHITE], []))[0]!;
      let off = 0;
      for (let y = 8; y < 88; y += 3)
        for (let x = 24; x < 72; x += 3) {
          const [px, py] = place(x + 0.5, y + 0.5)!;
          if (px < 4 || py < 4 || px > 92 || py > 92) continue;
          const seen = [0, 1].map((c) => (ours[(y * SIDE + x) * 3 + c]! * 255) / white);
          off = Math.max(off, Math.abs(seen[0]! - (px / 96) * 256 + 0.5), Math.abs(seen[1]! - (py / 96) * 256 + 0.5));
        }
      expect([name, off < 2]).toEqual([name, true]);
    }
  });
});

describe('placed otherwise, against the same made by sharp (libvips)', () => {
  const square = { widthPx: 24, heightPx: 24, trim: { x: 0, y: 0, width: 1, height: 1 } };
  const area = { widthMm: SIDE, heightMm: SIDE };
  const seat = { by: 'file', size: { rule: 'width', mm: 24 }, anchor: 'top left', xMm: 0, yMm: 0 } as const;
  const printed = (picture: Pixels, lie: Lie) => composed(flat, [WHITE], [{ layers: [{ picture, lie }] }]);
  /** The whole area put together from pictures, as it would be sampled texel by texel. */
  const sheet = async (pieces: { input: Buffer; left: number; top: number }[]): Promise<Pixels> => {
    const png = await sharp({
      create: { width: SIDE * 2, height: SIDE * 2, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .composite(pieces.map((p) => ({ ...p, left: p.left + SIDE / 2, top: p.top + SIDE / 2, ...raw(24) })))
      .png()
      .toBuffer();
    const part = { left: SIDE / 2, top: SIDE / 2, width: SIDE, height: SIDE };
    return { width: SIDE, height: SIDE, rgba: await sharp(png).extract(part).raw().toBuffer() };
  };
  const tiles = (at: (column: number, row: number) => { left?: number; top?: number; input: Buffer }) =>
    sheet(
      [-1, 0, 1, 2, 3].flatMap((column) =>
        [-1, 0, 1, 2, 3].map((row) => {
          const { left = 0, top = 0, input } = at(column, row);
          return { input, left: column * 24 + left, top: row * 24 + top };
        }),
      ),
    );

  test.each([90, 180, -90])('turned by %d degrees', async (turn) => {
    const art = await drawing(24);
    const theirs = await sharp(art.rgba, raw(24)).rotate(turn).raw().toBuffer();
    const centred = { ...seat, anchor: 'centre' } as const;
    const ours = await printed(art, lay(square, area, { ...centred, turn }));
    const turnedBefore = await printed({ ...art, rgba: theirs }, lay(square, area, centred));
    expect(worst(ours, turnedBefore)).toBeLessThanOrEqual(2);
  });

  test('repeated straight, half-dropped, in bricks and mirrored', async () => {
    const art = await drawing(24);
    const input = Buffer.from(art.rgba);
    const flop = (b: Buffer) => sharp(b, raw(24)).flop().raw().toBuffer();
    const flip = (b: Buffer) => sharp(b, raw(24)).flip().raw().toBuffer();
    const mirrored = [input, await flop(input), await flip(input), await flip(await flop(input))];
    const odd = (n: number) => Math.abs(n % 2);
    const theirs = {
      straight: await tiles(() => ({ input })),
      'half-drop': await tiles((column) => ({ input, top: odd(column) * 12 })),
      brick: await tiles((_, row) => ({ input, left: odd(row) * 12 })),
      mirrored: await tiles((column, row) => ({ input: mirrored[odd(column) + 2 * odd(row)]! })),
    };
    for (const [kind, expected] of Object.entries(theirs)) {
      const lie = lay(square, area, { ...seat, spread: { kind: kind as keyof typeof theirs, pitch: { x: 1, y: 1 } } });
      const off = worst(await printed(art, lie), await printed(expected, upright()));
      expect([kind, off <= 2]).toEqual([kind, true]);
    }
  });

  test('tiles that lie edge to edge show no seam, wherever they lie', async () => {
    // one opaque colour: anything but it is a seam
    const plain = pictureOf(24, 24, () => [90, 140, 30, 255]);
    for (const kind of REPEATS)
      for (const mm of [13.37, 24, 7.1]) {
        const lie = lay(square, area, { ...seat, size: { rule: 'width', mm }, turn: 17, spread: { kind, pitch: { x: 1, y: 1 } } }); // prettier-ignore
        const ours = await printed(plain, lie);
        const colours = new Set(Array.from({ length: SIDE * SIDE }, (_, k) => ours.subarray(k * 3, k * 3 + 3).join()));
        expect([kind, mm, colours.size]).toEqual([kind, mm, 1]);
      }
  });
});

describe('ink', () => {
  test('takes light as linear light says, within 2 of 255 (IEC 61966-2-1): every value of ink under every value of light', () => {
    let off = 0;
    for (let light = 0; light < 256; light++)
      for (let ink = 0; ink < 256; ink++) {
        const exact = 255 * linearToSrgb(LINEAR_OF_BYTE[ink]! * LINEAR_OF_BYTE[light]!);
        off = Math.max(off, Math.abs(lit(ink, 255, (light + OFFSET) / (255 + OFFSET)) - exact));
      }
    expect(off).toBeLessThan(2);
  });
  const red = pictureOf(8, 8, () => [200, 40, 30, 255]);
  const at = (p: Uint8Array) => [...p.subarray((48 * SIDE + 48) * 3, (48 * SIDE + 48) * 3 + 3)];
  const on = async (colour: string, ink: 'opaque' | 'soft' | 'dye', plate = 255) =>
    at(await composed(sceneOf({ plate, part: { material: 'cloth' } }), [colour], [{ ink, layers: [{ picture: red, lie: upright() }] }])); // prettier-ignore
  test('opaque hides the cloth, soft lets a tenth of it through, dye is multiplied with it', async () => {
    expect(await on('#000000', 'opaque')).toEqual(await on('#ffffff', 'opaque'));
    const [black, white] = [await on('#000000', 'soft'), await on('#ffffff', 'soft')];
    for (const c of [0, 1, 2]) {
      expect(white[c]! - black[c]!).toBeGreaterThan(15);
      expect(white[c]! - black[c]!).toBeLessThan(30);
    }
    const grey = '#808080';
    const cloth = at(await composed(sceneOf({ part: { material: 'cloth' } }), [grey], []));
    (await on(grey, 'dye')).forEach((v, c) => expect(Math.abs(v - (cloth[c]! * [200, 40, 30][c]!) / 255)).toBeLessThanOrEqual(1.5)); // prettier-ignore
  });
  test('is darker in a fold, whatever its kind', async () => {
    for (const ink of INK_KINDS) {
      const [lit, shaded] = [await on('#e0e0e0', ink, 240), await on('#e0e0e0', ink, 150)];
      for (const c of [0, 1]) expect(shaded[c]!).toBeLessThan(lit[c]!);
    }
  });
  test('a ground of ink covers its room and lets pictures stand on it', async () => {
    const bare = await composed(flat, [WHITE], [{ ground: [40, 80, 160], layers: [] }]);
    [40, 80, 160].forEach((v, i) => expect(Math.abs(bare[i]! - v * 0.985)).toBeLessThanOrEqual(3));
    const both = await composed(flat, [WHITE], [{ ground: [40, 80, 160], layers: [{ picture: red, lie: upright(24, 48) }] }]);
    expect(both.subarray(0, 3)).toEqual(bare.subarray(0, 3));
    expect(at(both)[0]).toBeGreaterThan(180);
  });
});

test('a picture printed again and again in the same memory is the same, whatever was printed before', async () => {
  const art = await drawing(SIDE);
  const scene = sceneOf({ plate: 200 });
  const once = (lie: Lie, ground: [number, number, number] | null = null) =>
    composed(scene, ['#a0c0b0'], [{ ground, layers: [{ picture: art, lie }] }]);
  const first = await once(upright(20, 30));
  // larger ones between: what they leave must not show
  await once(upright(), [1, 2, 3]);
  await once(upright(-40));
  expect(Buffer.compare(await once(upright(20, 30)), first)).toBe(0);
});

test('a tile is cut out of its picture, never over its edge, however the shares round', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const side = fc.integer({ min: 1, max: 3000 });
  const [map] = upright().maps;
  const lie = (box: { x: number; y: number; width: number; height: number }): Lie => ({
    maps: [map!],
    repeat: { kind: 'straight', pitch: { x: 1, y: 1 }, tile: map!, box },
  });
  fc.assert(
    fc.property(side, side, share, share, share, share, (width, height, x, y, w, h) => {
      const box = { x, y, width: (1 - x) * w, height: (1 - y) * h };
      const { crop, ...size } = tileSize(lie(box), { width, height }, 0.5);
      expect(Math.min(crop.left, crop.top)).toBeGreaterThanOrEqual(0);
      expect(Math.min(crop.width, crop.height, size.width, size.height)).toBeGreaterThanOrEqual(1);
      expect(crop.left + crop.width).toBeLessThanOrEqual(width);
      expect(crop.top + crop.height).toBeLessThanOrEqual(height);
      expect(size.width).toBeLessThanOrEqual(crop.width);
    }),
  );
  // a motif that reaches the right edge of a picture with an odd number of pixels
  const odd = { x: 0.5, y: 0, width: 0.5, height: 1 };
  expect(tileSize(lie(odd), { width: 3, height: 3 }, 0.5).crop).toEqual({ left: 2, top: 0, width: 1, height: 3 });
});
