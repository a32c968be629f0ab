import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { crc32 } from 'node:zlib';
import cv from '@techstark/opencv-js';
import sharp from 'sharp';
import { opencvReady } from '../../../tests/opencv';
import { chain, inverse, moved, scaled, turned, type Affine } from '../../core/placement/affine';
import type { REPEATS } from '../../core/placement/form';
import { pdfOf, type PrintedPicture, type PrintFile } from '../../core/print-file/print-file';
import { arrive, borrow, derivedName, has, keepArrived, read } from '../../files/store';
import { makePrintFile } from './make';

process.env.FILES_DIR = mkdtempSync(join(tmpdir(), 'press-prints-'));
beforeAll(opencvReady);

type Original = Extract<PrintedPicture, { original: object }>['original'];
interface Pixels {
  width: number;
  height: number;
  rgba: Uint8Array;
}
/** Puts a file among the originals, as bringing in does. */
async function original(data: Buffer, fileName = 'design.png'): Promise<Original> {
  const arrived = await arrive(Readable.from([data]), 1 << 30);
  await keepArrived(arrived);
  return { sha256: arrived.sha256, fileName };
}
const png = ({ rgba, width, height }: Pixels) =>
  sharp(rgba, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();
function drawn(width: number, height: number, colour: (x: number, y: number) => number[]): Pixels {
  const rgba = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rgba.set(colour(x, y), (y * width + x) * 4);
  return { width, height, rgba };
}
/** Soft light and shade, as a photograph has: nothing in it is finer than some pixels. */
const soft = (width: number, height: number) =>
  drawn(width, height, (x, y) => [
    Math.round(128 + 90 * Math.sin(x / 9) * Math.cos(y / 13)),
    Math.round(128 + 90 * Math.cos(x / 15 + y / 11)),
    Math.round((x / width) * 255),
    255,
  ]);

/** A print file of some layers, under a name of their own. */
const fileOf = (widthPx: number, heightPx: number, layers: PrintedPicture[], more: Partial<PrintFile> = {}): PrintFile => ({
  file: derivedName([widthPx, heightPx, layers, more], '.png'),
  ...{
    line: 'line',
    noun: 'Poster',
    area: 'sheet',
    sizes: [],
    colours: [],
    twin: false,
    paper: false,
    photographic: false,
    ground: null,
  },
  ...{ widthMm: (widthPx / 300) * 25.4, heightMm: (heightPx / 300) * 25.4, bleedMm: 0, ppi: 300, widthPx, heightPx, layers },
  ...more,
});
const at = (original: Original, ...maps: Affine[]): PrintedPicture => ({ original, maps, repeat: null });

async function made(file: PrintFile): Promise<Pixels> {
  await makePrintFile(file, false);
  const { data, info } = await borrow('derived', file.file, (path) =>
    sharp(path).ensureAlpha().raw().toBuffer({ resolveWithObject: true }),
  );
  return { width: info.width, height: info.height, rgba: data };
}
const colourAt = ({ rgba, width }: Pixels, x: number, y: number) => [
  ...rgba.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];

/** Peak signal to noise of two pictures over the pixels that are told, dB, with a peak of 255. */
function psnr(a: Pixels, b: Pixels, counts: (x: number, y: number) => boolean = () => true): number {
  let [sum, n] = [0, 0];
  for (let y = 0; y < a.height; y++)
    for (let x = 0; x < a.width; x++) {
      if (!counts(x, y)) continue;
      for (let c = 0; c < 3; c++) sum += (a.rgba[(y * a.width + x) * 4 + c]! - b.rgba[(y * a.width + x) * 4 + c]!) ** 2;
      n += 3;
    }
  return 10 * Math.log10(255 ** 2 / Math.max(1e-9, sum / n));
}

/** What OpenCV makes of a picture under a map, with its own cubic. */
function warped(from: Pixels, to: { width: number; height: number }, map: Affine): Pixels {
  // from pixels, whose centres lie half a pixel in, to pixels
  const m = chain(moved(-0.5, -0.5), map, scaled(1 / from.width, 1 / from.height), moved(0.5, 0.5));
  const source = cv.matFromArray(from.height, from.width, cv.CV_8UC4, [...from.rgba]);
  const matrix = cv.matFromArray(2, 3, cv.CV_64FC1, [m.a, m.c, m.e, m.b, m.d, m.f]);
  const out = new cv.Mat();
  cv.warpAffine(
    source,
    out,
    matrix,
    new cv.Size(to.width, to.height),
    cv.INTER_CUBIC as number,
    cv.BORDER_CONSTANT as number,
    new cv.Scalar(0, 0, 0, 0),
  );
  const rgba = Uint8Array.from(out.data);
  for (const one of [source, matrix, out]) one.delete();
  return { ...to, rgba };
}

describe('what a print file is as a file', () => {
  test('exact pixels, the sRGB profile, its resolution in pHYs (ISO/IEC 15948, 11.3.5.3), and nothing of what a camera wrote', async () => {
    const photo = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#3a7bd5' } })
      .withExif({ IFD0: { Artist: 'somebody', Copyright: 'nobody' } })
      .withXmp('<x:xmpmeta xmlns:x="adobe:ns:meta/"><a>secret</a></x:xmpmeta>')
      .jpeg()
      .toBuffer();
    const file = fileOf(90, 60, [at(await original(photo, 'photo.jpg'), scaled(90, 60))]);
    await makePrintFile(file, false);
    const data = await read('derived', file.file);
    const chunks = new Map<string, Buffer>();
    for (let i = 8; i < data.length; i += data.readUInt32BE(i) + 12) {
      const length = data.readUInt32BE(i);
      const type = data.toString('latin1', i + 4, i + 8);
      expect(data.readUInt32BE(i + 8 + length)).toBe(crc32(data.subarray(i + 4, i + 8 + length)));
      chunks.set(type, data.subarray(i + 8, i + 8 + length));
    }
    expect([...chunks.keys()]).toEqual(expect.arrayContaining(['IHDR', 'iCCP', 'pHYs', 'IDAT', 'IEND']));
    for (const telling of ['eXIf', 'iTXt', 'tEXt', 'zTXt']) expect(chunks.has(telling)).toBe(false);
    expect([chunks.get('IHDR')!.readUInt32BE(0), chunks.get('IHDR')!.readUInt32BE(4)]).toEqual([90, 60]);
    // 300 px/in = 11,811 px/m
    expect([chunks.get('pHYs')!.readUInt32BE(0), chunks.get('pHYs')!.readUInt32BE(4), chunks.get('pHYs')![8]]).toEqual([
      11_811, 11_811, 1,
    ]);
    expect((await sharp(data).metadata()).density).toBe(300);
  });

  test('see-through where nothing is printed, opaque and without alpha on a ground', async () => {
    const dot = await original(await png(drawn(20, 20, () => [200, 0, 0, 255])));
    const place = chain(moved(10, 10), scaled(20, 20));
    const bare = fileOf(60, 60, [at(dot, place)]);
    const inked = fileOf(60, 60, [at(dot, place)], { ground: '#102030' });
    expect(colourAt(await made(bare), 0, 0)).toEqual([0, 0, 0, 0]);
    expect(colourAt(await made(bare), 15, 15)).toEqual([200, 0, 0, 255]);
    expect(colourAt(await made(inked), 0, 0)).toEqual([16, 32, 48, 255]);
    expect((await sharp(await read('derived', inked.file)).metadata()).channels).toBe(3);
  });

  test('what is there is not made again, and nothing is left beside it', async () => {
    const file = fileOf(30, 30, [at(await original(await png(soft(30, 30))), scaled(30, 30))]);
    await makePrintFile(file, false);
    // its original may be gone by then
    await makePrintFile({ ...file, layers: [at({ sha256: '0'.repeat(64), fileName: 'gone.png' }, scaled(30, 30))] }, false);
    expect(await has('derived', file.file)).toBe(true);
    const scratch = join(process.env.FILES_DIR!, 'incoming');
    expect(readdirSync(scratch).filter((name) => !name.includes('-'))).toEqual([]);
  });

  test('an original that cannot be read, or a print that is too large, is said', async () => {
    const broken = await original(Buffer.concat([(await png(soft(200, 200))).subarray(0, 900)]), 'broken.png');
    await expect(makePrintFile(fileOf(50, 50, [at(broken, scaled(50, 50))]), false)).rejects.toThrow();
    const fine = await original(await png(soft(20, 20)));
    await expect(makePrintFile(fileOf(20_000, 20_000, [at(fine, scaled(20, 20))]), false)).rejects.toThrow(
      /cannot be printed on sheet at 20000 × 20000 px/,
    );
  });
});

describe('where pixels come to lie', () => {
  const quarters = drawn(40, 40, (x, y) =>
    y < 20 ? (x < 20 ? [255, 0, 0, 255] : [0, 255, 0, 255]) : x < 20 ? [0, 0, 255, 255] : [255, 255, 0, 255],
  );
  const ways = [0, 90, 180, 270].flatMap((angle) => [false, true].map((mirrored) => [angle, mirrored] as const));

  test.each(ways)('turned by %d degrees, mirrored: %s, as OpenCV turns it', async (angle, mirrored) => {
    const map = chain(moved(60, 50), turned(angle), scaled(mirrored ? -1 : 1, 1), scaled(40, 40), moved(-0.5, -0.5));
    const file = fileOf(120, 100, [at(await original(await png(quarters)), map)]);
    expect(psnr(await made(file), warped(quarters, { width: 120, height: 100 }, map))).toBeGreaterThan(60);
  });

  test('a photograph is stood upright as its camera says (Exif, orientation 6)', async () => {
    const lying = await sharp(quarters.rgba, { raw: { width: 40, height: 40, channels: 4 } })
      .withExif({ IFD0: { Orientation: '6' } })
      .withMetadata({ orientation: 6 })
      .png()
      .toBuffer();
    const picture = await made(fileOf(40, 40, [at(await original(lying, 'lying.png'), scaled(40, 40))]));
    // a quarter turn clockwise: the lower left comes to the upper left
    expect(colourAt(picture, 5, 5)).toEqual([0, 0, 255, 255]);
    expect(colourAt(picture, 35, 5)).toEqual([255, 0, 0, 255]);
  });

  test('in one go and strip by strip it is the same', async () => {
    const picture = await original(await png(soft(300, 200)));
    const away = at(picture, chain(moved(5000, 0), scaled(10, 10)));
    for (const map of [chain(moved(-40, 20), scaled(500, 300)), chain(moved(210, 20), turned(90), scaled(260, 200))]) {
      const alone = await made(fileOf(400, 360, [at(picture, map)]));
      const composed = await made(fileOf(400, 360, [at(picture, map), away]));
      expect(Buffer.compare(alone.rgba, composed.rgba)).toBe(0);
    }
  });

  test.each([7, 30, 44, 61])('turned by %d degrees it is what OpenCV makes of it, to 38 dB at least', async (angle) => {
    const picture = soft(360, 240);
    const map = chain(moved(250, 220), turned(angle), scaled(360, 240), moved(-0.5, -0.5));
    const ours = await made(fileOf(500, 440, [at(await original(await png(picture)), map)]));
    const inside = inverse(map);
    const counts = (x: number, y: number) => {
      const u = (x + 0.5) * inside.a + (y + 0.5) * inside.c + inside.e;
      const v = (x + 0.5) * inside.b + (y + 0.5) * inside.d + inside.f;
      return u > 0.02 && u < 0.98 && v > 0.02 && v < 0.98;
    };
    expect(psnr(ours, warped(picture, ours, map), counts)).toBeGreaterThan(38);
    // and outside of it there is nothing
    expect(colourAt(ours, 0, 0)).toEqual([0, 0, 0, 0]);
  });

  test('reduced by 2.7 it is what OpenCV’s mean over areas makes of it, to 38 dB at least', async () => {
    const picture = soft(810, 540);
    const ours = await made(fileOf(300, 200, [at(await original(await png(picture)), scaled(300, 200))]));
    const source = cv.matFromArray(540, 810, cv.CV_8UC4, [...picture.rgba]);
    const out = new cv.Mat();
    cv.resize(source, out, new cv.Size(300, 200), 0, 0, cv.INTER_AREA as number);
    expect(psnr(ours, { width: 300, height: 200, rgba: Uint8Array.from(out.data) })).toBeGreaterThan(38);
    for (const one of [source, out]) one.delete();
  });
});

describe('a repeat', () => {
  const tile = soft(64, 48);
  const kinds: (typeof REPEATS)[number][] = ['straight', 'half-drop', 'brick', 'mirrored'];

  test.each(kinds.flatMap((kind) => [0, 90, 23].map((angle) => [kind, angle] as const)))(
    '%s, turned by %d degrees: edge to edge nothing is bare',
    async (kind, angle) => {
      const map = chain(moved(13.3, 7.7), turned(angle), scaled(51.37, 38.81));
      const repeat = { kind, pitch: { x: 1, y: 1 }, tile: map, box: { x: 0, y: 0, width: 1, height: 1 } };
      const picture = await made(fileOf(400, 300, [{ original: await original(await png(tile)), maps: [map], repeat }]));
      for (let i = 3; i < picture.rgba.length; i += 4) if (picture.rgba[i] !== 255) throw new Error(`bare at ${i >> 2}`);
    },
  );

  test('held tile by tile, on disk copy by copy, and point by point it is the same place', async () => {
    const dot = drawn(50, 50, (x, y) => (Math.hypot(x - 12, y - 30) < 6 ? [255, 255, 255, 255] : [0, 0, 0, 0]));
    const source = await original(await png(dot));
    const pitch = { x: 1.2, y: 1.4 };
    const map = chain(moved(20, 30), scaled(50, 50));
    const repeat = { kind: 'brick' as const, pitch, tile: map, box: { x: 0, y: 0, width: 1, height: 1 } };
    const [plain, askew] = [0, 1e-4].map((angle) => ({
      original: source,
      maps: [map],
      repeat: { ...repeat, tile: chain(map, turned(angle)) },
    }));
    const [upright, sampled] = [await made(fileOf(400, 300, [plain!])), await made(fileOf(400, 300, [askew!]))];
    let looked = 0;
    for (let row = 0; row < 4; row++)
      for (let column = 0; column < 6; column++) {
        // the middle of the dot, and a place beside it that is bare
        const x = Math.floor(20 + 50 * (column * pitch.x + (row % 2 ? pitch.x / 2 : 0)) + 12.5);
        const y = Math.floor(30 + 50 * row * pitch.y + 30.5);
        if (x > 390 || y > 290) continue;
        looked++;
        for (const picture of [upright, sampled]) {
          expect(colourAt(picture, x, y)).toEqual([255, 255, 255, 255]);
          expect(colourAt(picture, x, y - 9)).toEqual([0, 0, 0, 0]);
        }
      }
    expect(looked).toBeGreaterThan(18);
    // one whose tile is too large to be held: 1,500 px each way
    const large = chain(moved(-200, -100), scaled(1500, 1500));
    const huge = {
      original: source,
      maps: [large],
      repeat: { ...repeat, pitch: { x: 1, y: 1 }, kind: 'straight' as const, tile: large },
    };
    const picture = await made(fileOf(1800, 900, [huge]));
    const centre = (k: number) => [Math.round(-200 + (k + 12.5 / 50) * 1500), Math.round(-100 + (30.5 / 50) * 1500)] as const;
    for (const k of [0, 1]) expect(colourAt(picture, ...centre(k))).toEqual([255, 255, 255, 255]);
  });
});

describe('drawn from the original', () => {
  test('vectors are as sharp as the print, whatever size their file states', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20"><path d="M0 0H20L0 20Z" fill="#c00"/><rect x="14" y="14" width=".02" height="6"/></svg>';
    const picture = await made(fileOf(1000, 1000, [at(await original(Buffer.from(svg), 'drawing.svg'), scaled(1000, 1000))]));
    // along a row the edge is one or two half-covered pixels, not fifty
    const soft = Array.from({ length: 1000 }, (_, x) => colourAt(picture, x, 300)[3]!).filter((a) => a > 0 && a < 255);
    expect(soft.length).toBeLessThanOrEqual(2);
    expect(colourAt(picture, 700, 900)).toEqual([0, 0, 0, 255]);
    const onPaper = fileOf(90, 90, [at(await original(Buffer.from(svg), 'drawing.svg'), scaled(90, 90))], { ground: '#ffffff' });
    await makePrintFile(onPaper, false);
    expect((await sharp(await read('derived', onPaper.file)).metadata()).channels).toBe(3);
  });

  test('more pixels than a working copy has are all used', async () => {
    // lines so fine that a copy of 3,000 px would be grey all over
    const fine = drawn(4000, 40, (x) => (x % 2 ? [0, 0, 0, 255] : [255, 255, 255, 255]));
    const picture = await made(fileOf(4000, 40, [at(await original(await png(fine)), scaled(4000, 40))]));
    expect(Buffer.compare(picture.rgba, fine.rgba)).toBe(0);
  });
});

describe('a PDF for paper', () => {
  // read by Poppler, which shares nothing with what wrote it
  const file = async (): Promise<PrintFile> => {
    const picture = await original(await png(soft(300, 200)));
    // 100 x 60 mm with 3 mm of bleed, at 150 px/in
    return fileOf(626, 390, [at(picture, scaled(626, 390))], {
      ...{ widthMm: 100, heightMm: 60, bleedMm: 3, ppi: 150, paper: true, ground: '#ffffff' },
    });
  };
  const onDisk = async (it: PrintFile) => {
    await makePrintFile(it, true);
    const path = join(process.env.FILES_DIR!, 'print.pdf');
    writeFileSync(path, await read('derived', pdfOf(it.file)));
    return path;
  };

  test('its trim box is the area, its bleed and media boxes lie around it', async () => {
    const told = execFileSync('pdfinfo', ['-box', await onDisk(await file())], { encoding: 'utf8' });
    const box = (name: string) => new RegExp(`${name}Box:\\s+(.*)`).exec(told)![1]!.trim().split(/\s+/).map(Number);
    const pt = (mm: number) => (mm / 25.4) * 72;
    const near = (found: number[], wanted: number[]) => found.forEach((v, i) => expect(v).toBeCloseTo(wanted[i]!, 1));
    near(box('Media'), [0, 0, pt(106), pt(66)]);
    near(box('Bleed'), [0, 0, pt(106), pt(66)]);
    near(box('Trim'), [pt(3), pt(3), pt(103), pt(63)]);
    expect(/Pages:\s+1\b/.test(told)).toBe(true);
  });

  test('it holds the pixels of the PNG, bit for bit, with their profile', async () => {
    const it = await file();
    const path = await onDisk(it);
    execFileSync('pdfimages', ['-png', path, join(process.env.FILES_DIR!, 'taken')]);
    const taken = await sharp(readFileSync(join(process.env.FILES_DIR!, 'taken-000.png')))
      .removeAlpha()
      .raw()
      .toBuffer();
    const ours = await sharp(await read('derived', it.file)).raw().toBuffer(); // prettier-ignore
    expect(Buffer.compare(taken, ours)).toBe(0);
    expect(execFileSync('pdfimages', ['-list', path], { encoding: 'utf8' })).toMatch(/image\s+626\s+390\s+icc\s+3\s+8/);
  });
});
