import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { arrive, derivedName, keepArrived } from '../../files/store';
import { readArtwork } from './read';
import { cleanSvg } from './svg';

process.env.FILES_DIR = mkdtempSync(join(tmpdir(), 'press-read-'));

async function keep(data: Buffer): Promise<string> {
  const arrived = await arrive(Readable.from([data]), data.length);
  await keepArrived(arrived);
  return arrived.sha256;
}
const reading = async (data: Buffer, name: string) => {
  const sha = await keep(data);
  return readArtwork(sha, name, {
    working: derivedName(['w', sha], '.png'),
    thumb: derivedName(['t', sha], '.webp'),
    mini: derivedName(['m', sha], '.webp'),
  });
};
const red = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 4, background: { r: 200, g: 20, b: 20, alpha: 1 } } }).extend({
    left: width,
    background: { r: 0, g: 0, b: 0, alpha: 0 },
  });

test('a print-size PNG states 300 px/in as 11811 px/m in pHYs (ISO/IEC 15948) and is read so', async () => {
  const png = await red(450, 540).png().withMetadata({ density: 300 }).toBuffer();
  const at = png.indexOf('pHYs');
  expect(png.readUInt32BE(at + 4)).toBe(11811);
  expect(png[at + 12]).toBe(1); // unit: metre
  const read = await reading(png, 'red.png');
  expect(read).toMatchObject({ format: 'png', widthPx: 900, heightPx: 540 });
  expect(read.measured.clearShare).toBeCloseTo(0.5, 2);
  expect(read.measured.statedPpi).toBeCloseTo(300, 0);
});

test('a JPEG that lies on its side is stood up', async () => {
  const jpeg = await red(40, 60).flatten().jpeg().withMetadata({ orientation: 6 }).toBuffer();
  expect(await reading(jpeg, 'side.jpg')).toMatchObject({ format: 'jpeg', widthPx: 60, heightPx: 80 });
});

test.each([
  ['plain text', Buffer.from('Dear printer, please find attached'), 'it holds plain text'],
  ['other bytes', Buffer.from([0, 1, 2, 3, 250, 251, 0, 9]), 'not a picture of a kind we know'],
  ['a cut-off SVG', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0'), 'not a whole SVG'],
])('%s named .png is refused in a sentence', (_, data, says) => expect(reading(data, 'note.png')).rejects.toThrow(says));

test('a PNG that is cut short is refused', async () => {
  const png = await sharp({
    create: { width: 400, height: 400, channels: 3, background: '#000', noise: { type: 'gaussian', mean: 128, sigma: 60 } },
  })
    .png()
    .toBuffer();
  await expect(reading(png.subarray(0, png.length / 2), 'cut.png')).rejects.toThrow('cut short');
});

test('a PNG of 20,000 x 20,000 px is refused by its header, without being decoded', async () => {
  const small = await red(10, 10).png().toBuffer();
  const huge = Buffer.from(small);
  huge.writeUInt32BE(20_000, 16);
  huge.writeUInt32BE(20_000, 20);
  huge.writeUInt32BE(crcOf(huge.subarray(12, 29)), 29);
  await expect(reading(huge, 'wall.png')).rejects.toThrow(/million pixels/);
});

/** CRC-32 of a PNG chunk (ISO/IEC 15948, annex D). */
function crcOf(data: Buffer): number {
  let c = 0xffffffff;
  for (const byte of data) {
    c ^= byte;
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1;
  }
  return (c ^ 0xffffffff) >>> 0;
}

test('an empty picture is refused', async () => {
  const png = await sharp({ create: { width: 20, height: 20, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } })
    .png()
    .toBuffer();
  await expect(reading(png, 'nothing.png')).rejects.toThrow('every pixel is see-through');
});

describe('SVG', () => {
  const wrap = (body: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 90 108">${body}<rect width="50" height="50" fill="#123456"/></svg>`;
  test.each([
    ['a script', '<script>alert(1)</script>', 'script'],
    ['a handler', '<rect onload="alert(1)" width="5" height="5"/>', 'onload'],
    ['an outside picture', '<image href="http://127.0.0.1:9/x.png" width="5" height="5"/>', 'href'],
    ['an outside style', '<style>@import url(http://127.0.0.1:9/a.css);</style>', 'import'],
    ['a local file', '<image xlink:href="file:///etc/passwd" width="5" height="5"/>', 'passwd'],
    ['foreign content', '<foreignObject><body/></foreignObject>', 'foreignObject'],
  ])('%s is taken out and told', (_, body, gone) => {
    const { text, removed } = cleanSvg(wrap(body));
    expect(text()).not.toContain(gone);
    expect(removed).not.toHaveLength(0);
  });
  test('an innocent drawing stays as it is', () =>
    expect(cleanSvg(wrap('<use href="#a"/><path id="a" d="M0 0h5"/>')).removed).toEqual([]));
  test('is drawn at print size and its notes are kept', async () => {
    const read = await reading(Buffer.from(wrap('<script>1</script>')), 'mark.svg');
    expect(read).toMatchObject({ format: 'svg', widthPx: 4500, heightPx: 5400 });
    expect(read.measured.notes).toEqual([{ code: 'left-out', values: { parts: 'a script' } }]);
  });
});
