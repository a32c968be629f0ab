import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { converter } from 'culori';
import sharp from 'sharp';
import { decodeOriginal, type Decoded } from './decode';

const FIXTURES = join(__dirname, '../../../tests/fixtures/formats');
const folder = mkdtempSync(join(tmpdir(), 'press-formats-'));
const of = (name: string, data?: Buffer): Promise<Decoded> => {
  const path = data ? join(folder, name) : join(FIXTURES, name);
  if (data) writeFileSync(path, data);
  return decodeOriginal(path, name);
};
/** The colour at a place, in shares of the picture. */
const at = ({ working: p }: Decoded, x: number, y: number): number[] => {
  const i = (Math.floor(y * p.height) * p.width + Math.floor(x * p.width)) * 4;
  return [...p.rgba.subarray(i, i + 4)];
};
const RED = [200, 30, 40, 255];
const BLUE = [30, 60, 200, 255];
const near = (found: number[], wanted: number[], by: number) =>
  found.forEach((v, c) => expect(Math.abs(v - wanted[c]!)).toBeLessThanOrEqual(by));

// the files were made by ImageMagick, zip and librsvg, see tests/fixtures/make.sh
describe('the colour types and bit depths of the PNG specification (ISO/IEC 15948, table 11.1)', () => {
  const files = readdirSync(FIXTURES).filter((f) => f.endsWith('.png'));
  test('all fifteen are here, by their headers', () => {
    const header = files.map((f) => readFileSync(join(FIXTURES, f))).map((b) => `${b[25]} at ${b[24]}`);
    expect(header.sort()).toEqual(
      [
        '0 at 1',
        '0 at 2',
        '0 at 4',
        '0 at 8',
        '0 at 16',
        '2 at 8',
        '2 at 16',
        '3 at 1',
        '3 at 2',
        '3 at 4',
        '3 at 8',
        '4 at 8',
        '4 at 16',
        '6 at 8',
        '6 at 16',
      ].sort(),
    );
  });
  test.each(files)('%s', async (file) => {
    const it = await of(file);
    const [left, right] = file.startsWith('grey') ? [[0, 0, 0, 255], [255, 255, 255, 255]] : [RED, BLUE]; // prettier-ignore
    expect(it).toMatchObject({ format: 'png', widthPx: 48, heightPx: 32 });
    near(at(it, 0.2, 0.2), left, 1);
    near(at(it, 0.8, 0.2), right, 1);
    const seeThrough = file.includes('alpha');
    expect(it.counts.clearShare).toBe(seeThrough ? 0.5 : 0);
    expect(at(it, 0.2, 0.8)[3]).toBe(seeThrough ? 0 : 255);
    expect(it.notes).toEqual(file.endsWith('16.png') ? [{ code: 'sixteen-bits', values: {} }] : []);
  });
});

test.each([
  ['picture.webp', 'webp', true, 0],
  ['picture.tiff', 'tiff', true, 0],
  ['picture.avif', 'avif', false, 12],
  ['plain.jpg', 'jpeg', false, 6],
  ['layered.psd', 'psd', true, 1],
  ['merged.ora', 'ora', true, 0],
  ['layers.ora', 'ora', true, 0],
] as const)('%s is read as %s', async (file, format, seeThrough, tolerance) => {
  const it = await of(file);
  expect(it).toMatchObject({ format, widthPx: 48, heightPx: 32 });
  near(at(it, 0.2, 0.2), RED, tolerance);
  near(at(it, 0.8, 0.2), BLUE, tolerance);
  expect(it.counts.clearShare).toBe(seeThrough ? 0.5 : 0);
});

test('grey and CMYK photographs become sRGB, and CMYK is told', async () => {
  const grey = await of('grey.jpg');
  near(at(grey, 0.2, 0.5), [0, 0, 0, 255], 6);
  near(at(grey, 0.8, 0.5), [255, 255, 255, 255], 6);
  const cmyk = await of('cmyk.jpg');
  const [r, g, b] = at(cmyk, 0.2, 0.5) as [number, number, number];
  expect(r).toBeGreaterThan(2 * Math.max(g, b));
  expect(cmyk.notes).toEqual([{ code: 'cmyk', values: {} }]);
});

test('an OpenRaster file without its merged picture is put together from its stack: hidden layers out, nested offsets in', async () => {
  const it = await of('layers.ora');
  expect(it.titles).toEqual(['ground', 'lighthouse']);
  expect(it.statedPpi).toBe(300);
});

// the tag's eight meanings (Exif 2.32, tag 0x0112), as the corner where each of the stored picture's corners belongs
const ORIENTATIONS: [number, (x: number, y: number) => [number, number]][] = [
  [1, (x, y) => [x, y]],
  [2, (x, y) => [1 - x, y]],
  [3, (x, y) => [1 - x, 1 - y]],
  [4, (x, y) => [x, 1 - y]],
  [5, (x, y) => [y, x]],
  [6, (x, y) => [1 - y, x]],
  [7, (x, y) => [1 - y, 1 - x]],
  [8, (x, y) => [y, 1 - x]],
];

/** An Exif segment with the one tag, written out byte by byte: TIFF header, one directory entry, nothing after it. */
const exif = (orientation: number): Buffer =>
  Buffer.from([
    0xff, 0xe1, 0, 34, ...Buffer.from('Exif\0\0'), ...Buffer.from('MM\0*'), 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0,
    orientation, 0, 0, 0, 0, 0, 0,
  ]); // prettier-ignore

test.each(ORIENTATIONS)('a JPEG of orientation %i is stood upright', async (orientation, to) => {
  const stored = readFileSync(join(FIXTURES, 'plain.jpg'));
  const corner = { create: { width: 24, height: 16, channels: 3 as const, background: '#0a0a0a' } };
  // a black corner at the upper left makes all eight different
  const marked = await sharp(stored)
    .composite([{ input: await sharp(corner).png().toBuffer(), left: 0, top: 0 }])
    .jpeg({ quality: 96, chromaSubsampling: '4:4:4' })
    .toBuffer();
  const it = await of(`turned-${orientation}.jpg`, Buffer.concat([marked.subarray(0, 2), exif(orientation), marked.subarray(2)]));
  expect([it.widthPx, it.heightPx]).toEqual(orientation < 5 ? [48, 32] : [32, 48]);
  const show = (x: number, y: number) => at(it, ...to(x, y));
  near(show(0.25, 0.25), [10, 10, 10, 255], 8);
  near(show(0.25, 0.75), RED, 8);
  near(show(0.75, 0.25), BLUE, 8);
});

test.each(['#c83c28', '#2878a0', '#f0c850', '#50a03c'])(
  '%s in Display P3 is converted to sRGB as the formula says',
  async (p3) => {
    // reference: the conversions of culori, which follow CSS Color Module Level 4
    const bytes = [1, 3, 5].map((i) => parseInt(p3.slice(i, i + 2), 16));
    const { r, g, b } = converter('rgb')({ mode: 'p3', r: bytes[0]! / 255, g: bytes[1]! / 255, b: bytes[2]! / 255 });
    const tagged = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#000' } })
      .png()
      .toBuffer();
    // the bytes as they stand, with the profile beside them
    const raw = await sharp(Buffer.from(new Array(64).fill(bytes).flat() as number[]), {
      raw: { width: 8, height: 8, channels: 3 },
    })
      .png()
      .toBuffer();
    const profile = (await sharp(tagged).withIccProfile('p3').png().toBuffer()).toString('latin1');
    const from = profile.indexOf('iCCP') - 4;
    const length = Buffer.from(profile.slice(from, from + 4), 'latin1').readUInt32BE(0) + 12;
    const chunk = Buffer.from(profile.slice(from, from + length), 'latin1');
    const it = await of(`p3-${p3.slice(1)}.png`, Buffer.concat([raw.subarray(0, 33), chunk, raw.subarray(33)]));
    const wanted = [r, g, b].map((v) => Math.round(255 * Math.max(0, Math.min(1, v))));
    near(at(it, 0.5, 0.5), [...wanted, 255], 3);
  },
);

test.each([
  ['cut.psd', () => readFileSync(join(FIXTURES, 'layered.psd')).subarray(0, 400), 'damaged or cut short'],
  ['cut.ora', () => readFileSync(join(FIXTURES, 'merged.ora')).subarray(0, 900), 'damaged or cut short'],
  ['cut.avif', () => readFileSync(join(FIXTURES, 'picture.avif')).subarray(0, 180), 'damaged or cut short'],
  ['cut.tiff', () => readFileSync(join(FIXTURES, 'picture.tiff')).subarray(0, 60), 'damaged or cut short'],
  ['inner.zip', () => Buffer.from('PK\x03\x04 and so on, long enough to look at in full'), 'an archive inside an archive'],
] as const)('%s is refused in a sentence', (name, data, says) => expect(of(name, data())).rejects.toThrow(says));
