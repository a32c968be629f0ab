import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import type { DownloadOrder, Sold, SoldState } from '../../core/downloads/sold';
import { chain, scaled } from '../../core/placement/affine';
import type { PrintFile } from '../../core/print-file/print-file';
import { arrive, derivedName, has, keepArrived, keepDerived, read } from '../../files/store';
import { contentsPdf } from './contents';
import { makeSold, type SoldMade } from './make';
import { packDownloads, type ToPack } from './pack';
import { tracedSvg } from './trace';

const folder = mkdtempSync(join(tmpdir(), 'press-downloads-'));
process.env.FILES_DIR = folder;

async function original(data: Buffer, fileName: string): Promise<{ sha256: string; fileName: string }> {
  const arrived = await arrive(Readable.from([data]), 1 << 30);
  await keepArrived(arrived);
  return { sha256: arrived.sha256, fileName };
}
/** Noise cannot be packed: files of it are as large as they get. */
const noise = (width: number, height: number) => {
  let seed = 1;
  const rgb = Buffer.from(Array.from({ length: width * height * 3 }, () => (seed = (seed * 48271) % 2147483647) & 255));
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
};
const leaf =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" width="1200" height="1200"><circle cx="50" cy="50" r="42" fill="#1b4965"/><path d="M20 60Q50 10 80 60Z" fill="#f5c542"/><rect x="40" y="66" width="20" height="14" fill="#c63d22"/></svg>';
const art = () => sharp(Buffer.from(leaf)).png().toBuffer();

type Format = Extract<Sold, { kind: 'pixels' }>['format'];
const print = (from: { sha256: string; fileName: string }, width: number, height: number, ground: string | null): PrintFile => ({
  file: derivedName(['print', from.sha256, width, height, ground], '.png'),
  ...{ line: 'downloads', noun: 'Leaf', area: 'x', sizes: [], colours: [], twin: false, paper: false, photographic: false },
  ...{ widthMm: (width / 200) * 25.4, heightMm: (height / 200) * 25.4, bleedMm: 0, ppi: 200, widthPx: width, heightPx: height },
  ...{ ground, layers: [{ original: from, maps: [chain(scaled(width, height))], repeat: null }] },
});
function state(it: PrintFile, format: Format, quality: number | null, size = 'large'): SoldState {
  const named = (as: string) => derivedName([it.file, as, quality], `.${as}`);
  return { file: named(format), print: it, size, quality, ...(format === 'pdf' && { jpg: named('jpg') }), prints: [{ name: size, ppi: 200 }] }; // prettier-ignore
}
const pixels = (format: Format, states: SoldState[], name = `Leaf.${format}`): Sold => ({
  ...{ kind: 'pixels', name, sheet: '2:3', format, states },
});
const MOST = 50_000_000;
async function made(sold: Sold, most = MOST): Promise<Extract<SoldMade, { ok: true }>> {
  const it = await makeSold(sold, most);
  if (!it.ok) throw new Error(JSON.stringify(it.why));
  return it;
}
/** A file as somebody has it who got it. */
async function onDisk(file: string, name: string): Promise<string> {
  const path = join(folder, name);
  writeFileSync(path, await read('derived', file));
  return path;
}

describe('files of pixels', () => {
  test('a JPEG has its pixels, its resolution, a profile, and nothing of what a camera wrote', async () => {
    const photo = await sharp(await art()).flatten({ background: '#ffffff' }).withExif({ IFD0: { Artist: 'somebody' } }).jpeg().toBuffer(); // prettier-ignore
    const from = await original(photo, 'photo.jpg');
    const it = await made(pixels('jpg', [state(print(from, 600, 900, '#ffffff'), 'jpg', 92)]));
    const data = await read('derived', it.file);
    // JFIF (ISO/IEC 10918-5, 10.1): units 1 are dots to the inch
    expect([data.toString('latin1', 6, 10), data[13], data.readUInt16BE(14), data.readUInt16BE(16)]).toEqual([
      'JFIF',
      1,
      200,
      200,
    ]);
    const { width, height, density, exif, icc } = await sharp(data).metadata();
    expect([width, height, density, exif]).toEqual([600, 900, 200, undefined]);
    // the data colour space of an ICC profile stands at byte 16 (ICC.1:2022, 7.2.8)
    expect(icc!.toString('latin1', 16, 20)).toBe('RGB ');
    expect(it.made).toMatchObject({ widthPx: 600, heightPx: 900, bytes: data.length });
  });
  test('PNG and WebP are see-through where nothing is; what lies on white is white there', async () => {
    const from = await original(await art(), 'leaf.png');
    for (const format of ['png', 'webp'] as const) {
      const it = await made(pixels(format, [state(print(from, 300, 300, null), format, format === 'png' ? null : 92)]));
      const corner = await sharp(await read('derived', it.file)).ensureAlpha().extract({ left: 0, top: 0, width: 1, height: 1 }).raw().toBuffer(); // prettier-ignore
      expect([format, corner[3]]).toEqual([format, 0]);
    }
    const jpg = await made(pixels('jpg', [state(print(from, 300, 300, '#ffffff'), 'jpg', 92)]));
    expect([...(await sharp(await read('derived', jpg.file)).extract({ left: 2, top: 2, width: 1, height: 1 }).raw().toBuffer())]).toEqual([255, 255, 255]); // prettier-ignore
  });
  test('a PDF is one page of its size, which its picture fills (read by Poppler)', async () => {
    const from = await original(await art(), 'leaf.png');
    const it = await made(pixels('pdf', [state(print(from, 800, 1200, '#ffffff'), 'pdf', 92)]));
    const path = await onDisk(it.file, 'leaf.pdf');
    const told = execFileSync('pdfinfo', [path], { encoding: 'utf8' });
    // 4 x 6 in
    expect(/Pages:\s+1\b/.test(told)).toBe(true);
    expect(/Page size:\s+(\S+) x (\S+) pts/.exec(told)!.slice(1).map(Number)).toEqual([288, 432]);
    expect(execFileSync('pdfimages', ['-list', path], { encoding: 'utf8' })).toMatch(/image\s+800\s+1200\s+icc\s+3\s+8\s+jpeg/);
  });
  test('over the limit a file is packed more tightly, then made for a smaller sheet; then it is said', async () => {
    const from = await original(await noise(700, 700), 'noise.png');
    const [large, small] = [print(from, 700, 700, '#ffffff'), print(from, 300, 300, '#ffffff')];
    const states = [state(large, 'jpg', 92), state(large, 'jpg', 60), state(small, 'jpg', 92, 'small'), state(small, 'jpg', 60, 'small')]; // prettier-ignore
    const sizes = await Promise.all(states.map(async (s) => (await made(pixels('jpg', [s]))).made.bytes));
    expect(sizes[0]! > sizes[1]! && sizes[1]! > sizes[2]! && sizes[2]! > sizes[3]!).toBe(true);
    const at = async (most: number) => (await made(pixels('jpg', states), most)).state;
    expect(await Promise.all([sizes[0]!, sizes[0]! - 1, sizes[1]! - 1, sizes[3]!].map(at))).toEqual([0, 1, 2, 3]);
    expect(await makeSold(pixels('jpg', states), sizes[3]! - 1)).toEqual({
      ok: false,
      why: { code: 'download-too-large', values: { name: 'Leaf.jpg' } },
    });
  });
  test('no WebP has more than 16,383 px on a side (RFC 9649): a smaller sheet takes its place', async () => {
    const from = await original(await sharp({ create: { width: 40, height: 2, channels: 3, background: '#c63d22' } }).png().toBuffer(), 'bar.png'); // prettier-ignore
    const it = await made(pixels('webp', [state(print(from, 16_400, 820, null), 'webp', 92), state(print(from, 400, 20, null), 'webp', 92)])); // prettier-ignore
    expect([it.state, it.made.widthPx]).toEqual([1, 400]);
  });
  test('what was cut short since it was made is not sold', async () => {
    const from = await original(await art(), 'leaf.png');
    const it = state(print(from, 500, 500, '#ffffff'), 'png', null);
    await made(pixels('png', [it]));
    const whole = await read('derived', it.file);
    await keepDerived(it.file, whole.subarray(0, whole.length >> 1));
    await expect(makeSold(pixels('png', [it]), MOST)).rejects.toThrow();
  });
});

describe('files of vectors', () => {
  /** Peak signal to noise of two pictures on white, dB. */
  async function psnr(a: Buffer, b: Buffer): Promise<number> {
    const raw = (x: Buffer) => sharp(x).resize(500, 500, { fit: 'fill' }).flatten({ background: '#fff' }).removeAlpha().raw().toBuffer(); // prettier-ignore
    const [x, y] = [await raw(a), await raw(b)];
    return 10 * Math.log10(255 ** 2 / (x.reduce((sum, v, i) => sum + (v - y[i]!) ** 2, 0) / x.length));
  }
  const vectors = (from: { sha256: string; fileName: string }, drawn: boolean): Sold => ({
    ...{ kind: 'vectors', name: 'Leaf.svg', sheet: 'whole', file: derivedName(['svg', from.sha256, drawn], '.svg') },
    ...{ original: from, drawn },
  });

  test('flat art is traced: drawn by librsvg’s own program it is what was traced, to 26 dB at least, and it scales', async () => {
    const png = await art();
    const it = await made(vectors(await original(png, 'leaf.png'), false));
    const path = await onDisk(it.file, 'leaf.svg');
    const svg = readFileSync(path, 'utf8');
    expect(svg).toContain('viewBox="0 0 1200 1200"');
    expect(svg).not.toMatch(/<image|<script|Generated/);
    const theirs = execFileSync('rsvg-convert', ['-w', '2400', '-h', '2400', path], { maxBuffer: 1 << 26 });
    expect((await sharp(theirs).metadata()).width).toBe(2400);
    expect(await psnr(theirs, png)).toBeGreaterThan(26);
    // a few shapes, not a heap of specks
    expect(svg.match(/<path/g)!.length).toBeLessThan(40);
  });
  test('what has too many shades is not: no drawing is better than one that looks otherwise', async () => {
    const path = join(folder, 'noise.png');
    writeFileSync(path, await noise(240, 240));
    expect(await tracedSvg(path, 'noise.png')).toBeNull();
    const sold = vectors(await original(await noise(240, 240), 'noise.png'), false);
    expect(await makeSold(sold, MOST)).toEqual({ ok: false, why: { code: 'not-traced' } });
  });
  test('a drawing goes as it is, without what runs or reaches out of it', async () => {
    const svg = leaf.replace('<circle', '<script>alert(1)</script><image href="http://127.0.0.1:9/x.png"/><circle onclick="x()"');
    const it = await made(vectors(await original(Buffer.from(svg), 'leaf.svg'), true));
    const text = (await read('derived', it.file)).toString();
    expect(text).not.toMatch(/script|onclick|http:\/\/127/);
    expect(text).toContain('<path d="M20 60Q50 10 80 60Z"');
  });
});

describe('packed', () => {
  let files: ToPack[];
  beforeAll(async () => {
    const from = await original(await noise(300, 300), 'noise.png');
    files = [];
    for (const [i, side] of [300, 290, 280, 270].entries()) {
      const name = `Wren ${i}.png`;
      const { made: its, file } = await made(pixels('png', [state(print(from, side, side, '#ffffff'), 'png', null)], name));
      files.push({ made: its, file });
    }
  });
  const order = (change: Partial<DownloadOrder> = {}): DownloadOrder => {
    const it = {
      ...{ sold: [], along: [], title: 'Wren', note: 'Nothing is posted.', name: 'Wren' },
      ...{ pack: 'loose where they fit' as const, limits: { files: 3, bytesEach: 600_000 } },
      ...change,
    };
    return { ...it, manifest: derivedName(it, '.json') };
  };
  const packed = async (it: DownloadOrder) => {
    const done = await packDownloads(it, files);
    if (!done.ok) throw new Error(JSON.stringify(done.why));
    return done.downloads;
  };

  test('archives within the limits, opened by Info-ZIP: every file whole, and the page of contents beside them', async () => {
    const terms = await original(Buffer.from('For your own use.\n'), 'Terms.txt');
    const downloads = await packed(order({ along: [{ name: 'Terms.txt', sha256: terms.sha256, bytes: 18 }] }));
    expect(downloads.map((d) => d.name)).toEqual(['Contents.pdf', 'Wren, 1 of 2.zip', 'Wren, 2 of 2.zip']);
    const out: string[] = [];
    for (const { name, file, bytes, sha256 } of downloads.slice(1)) {
      const data = await read('derived', file);
      expect([data.length, createHash('sha256').update(data).digest('hex')]).toEqual([bytes, sha256]);
      expect(bytes).toBeLessThanOrEqual(600_000);
      const path = await onDisk(file, `${name}`);
      expect(execFileSync('unzip', ['-t', path], { encoding: 'utf8' })).toContain('No errors detected');
      mkdirSync(`${path}.d`);
      execFileSync('unzip', ['-q', path, '-d', `${path}.d`]);
      out.push(...readdirSync(`${path}.d`).map((n) => join(`${path}.d`, n)));
    }
    expect(out.map((p) => p.split('/').at(-1)).sort()).toEqual(['Terms.txt', ...files.map((f) => f.made.name)].sort());
    for (const f of files) {
      const path = out.find((p) => p.endsWith(f.made.name))!;
      expect(Buffer.compare(readFileSync(path), await read('derived', f.file))).toBe(0);
    }
    const text = execFileSync('pdftotext', ['-layout', await onDisk(downloads[0]!.file, 'c.pdf'), '-'], { encoding: 'utf8' });
    for (const word of ['Wren', 'Nothing is posted.', 'Wren, 1 of 2.zip', 'Wren 3.png', 'Terms.txt', '300 × 300 px']) expect(text).toContain(word); // prettier-ignore
  });
  test('the same order is packed once, and is the same byte for byte; what is gone is packed again', async () => {
    const it = order({ pack: 'archives' });
    const first = await packed(it);
    await keepDerived(first[1]!.file, Buffer.from('another'));
    expect(await packed(it)).toEqual(first);
    // as after a sweep
    const again = order({ pack: 'archives', title: 'Wren' });
    const { remove } = await import('../../files/store');
    await remove('derived', [first[1]!.file]);
    expect(await packed(again)).toEqual(first);
    expect(await has('derived', first[1]!.file)).toBe(true);
  });
  test('files of one name get numbers; what cannot be packed is said', async () => {
    const two = [files[0]!, { ...files[1]!, made: { ...files[1]!.made, name: files[0]!.made.name } }];
    const done = await packDownloads(order({ limits: { files: 9, bytesEach: 600_000 } }), two);
    expect(done.ok && done.downloads.map((d) => d.name)).toEqual(['Contents.pdf', 'Wren 0.png', 'Wren 0 2.png']);
    expect(await packDownloads(order({ limits: { files: 2, bytesEach: 600_000 } }), files)).toEqual({
      ok: false,
      why: { code: 'downloads-too-many', values: { needs: 3, max: 2, each: 600_000 } },
    });
  });
});

test('a long page of contents goes on over pages; letters that its font lacks are left out', async () => {
  const parts = Array.from({ length: 120 }, (_, i) => ({ name: `File ${i}.jpg`, lines: [{ name: `File ${i}.jpg`, about: 'x'.repeat(300) }] })); // prettier-ignore
  const pdf = await contentsPdf({ title: 'Grüße 漢字 an alle', note: 'a\n\nb', parts });
  const path = join(folder, 'long.pdf');
  writeFileSync(path, pdf);
  expect(Number(/Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [path], { encoding: 'utf8' }))![1])).toBeGreaterThan(3);
  const text = execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' });
  expect(text).toContain('Grüße an alle');
  expect(text).toContain('File 119.jpg');
});
