import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { crc32, createDeflate, deflateRawSync, deflateSync } from 'node:zlib';
import { ZipFile } from 'yazl';

/** Files made to cost more than they are worth, or to confuse; each with a name that says what it is. */
export type Named = [name: string, data: Buffer];

const svg = (inside: string, size = 'width="900" height="900"') =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${size}>${inside}</svg>`);
const many = (count: number, one: (i: number) => string) => Array.from({ length: count }, (_, i) => one(i)).join('');

const DRAWINGS: Record<string, () => Buffer> = {
  'turbulence.svg': () =>
    svg(
      `<filter id="f" x="-9" y="-9" width="20" height="20">${many(12, (i) => `<feTurbulence baseFrequency="0.${i + 1}" numOctaves="60"/>`)}</filter><rect width="900" height="900" filter="url(#f)"/>`,
    ),
  'blurred again and again.svg': () =>
    svg(
      `<filter id="f">${many(60, () => '<feGaussianBlur stdDeviation="180"/>')}</filter><rect width="900" height="900" filter="url(#f)"/>`,
    ),
  'masks in masks.svg': () =>
    svg(
      `${many(40, (i) => `<mask id="m${i}"><rect width="900" height="900" fill="#fff" ${i ? `mask="url(#m${i - 1})"` : ''}/></mask>`)}${many(200, () => '<rect width="900" height="900" mask="url(#m39)"/>')}`,
    ),
  'uses of uses.svg': () =>
    svg(
      `<defs><g id="a0"><rect width="9" height="9"/></g>${many(25, (i) => `<g id="a${i + 1}"><use xlink:href="#a${i}"/><use xlink:href="#a${i}" x="3"/></g>`)}</defs><use xlink:href="#a25"/>`,
    ),
  'a use of itself.svg': () => svg('<g id="a"><use xlink:href="#a"/><rect width="5" height="5"/></g>'),
  'deep.svg': () => svg('<g>'.repeat(60_000) + '<rect width="5" height="5"/>' + '</g>'.repeat(60_000)),
  'a million points.svg': () => svg(`<path d="M0 0${many(300_000, (i) => `L${i % 900} ${(i * 7) % 900}`)}" stroke="#000"/>`),
  'tiny tiles.svg': () =>
    svg(
      `<pattern id="p" width=".01" height=".01" patternUnits="userSpaceOnUse"><circle r=".01"/></pattern><rect width="900" height="900" fill="url(#p)"/>`,
    ),
  'endless.svg': () => svg('<rect width="5" height="5"/>', 'width="1e30" height="1e-30"'),
  'of no size.svg': () => svg('', 'width="0" height="-4" viewBox="0 0 0 0"'),
  'entities.svg': () =>
    Buffer.from(
      `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${many(12, (i) => `<!ENTITY ${'bcdefghijklm'[i]} "${`&${'abcdefghijkl'[i]};`.repeat(10)}">`)}]><svg xmlns="http://www.w3.org/2000/svg"><text>&m;</text></svg>`,
    ),
  'asks for a file.svg': () => svg('<image xlink:href="file:///etc/passwd" width="9" height="9"/><rect width="9" height="9"/>'),
  'asks for an address.svg': () =>
    svg('<style>@import url(http://127.0.0.1:9/x.css);</style><rect width="9" height="9" fill="url(http://127.0.0.1:9/#a)"/>'),
};

/** A PNG by its chunks (ISO/IEC 15948, section 5.3). */
function png(width: number, height: number, ...chunks: [type: string, data: Buffer][]): Buffer {
  const chunk = ([type, data]: [string, Buffer]) => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const out = Buffer.alloc(body.length + 8);
    out.writeUInt32BE(data.length, 0);
    body.copy(out, 4);
    out.writeUInt32BE(crc32(body), body.length + 4);
    return out;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 6, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    ...[['IHDR', head] as [string, Buffer], ...chunks, ['IEND', Buffer.alloc(0)] as [string, Buffer]].map(chunk),
  ]);
}
const zeros = (bytes: number) => deflateSync(Buffer.alloc(bytes), { level: 9 });
/** A PNG of nothing, all see-through but its first pixel. */
async function sheet(width: number, height: number): Promise<Buffer> {
  const row = Buffer.alloc(width * 4 + 1);
  const rows = function* () {
    for (let y = 0; y < height; y++) yield y ? row : Buffer.from(row).fill(0xff, 1, 5);
  };
  return png(width, height, ['IDAT', await buffer(Readable.from(rows()).pipe(createDeflate({ level: 9 })))]);
}

const PICTURES: Record<string, () => Buffer | Promise<Buffer>> = {
  'says it is huge.png': () => png(60_000, 60_000, ['IDAT', zeros(1000)]),
  'says it is larger than can be.png': () => png(2 ** 31 - 1, 2 ** 31 - 1, ['IDAT', zeros(1000)]),
  'has no width.png': () => png(0, 9, ['IDAT', zeros(10)]),
  'of 140 million pixels.png': () => sheet(14_000, 10_000),
  'a profile that grows.png': () =>
    png(
      4,
      4,
      ['iCCP', Buffer.concat([Buffer.from('x\0\0', 'latin1'), zeros(60_000_000)])],
      ['IDAT', deflateSync(Buffer.alloc(68, 255))],
    ),
  'text that grows.png': () =>
    png(
      4,
      4,
      ['zTXt', Buffer.concat([Buffer.from('x\0\0', 'latin1'), zeros(60_000_000)])],
      ['IDAT', deflateSync(Buffer.alloc(68, 255))],
    ),
  'nothing but a head.jpg': () => Buffer.from('ffd8ffe000104a46494600010100000100010000', 'hex'),
  'four bytes.psd': () => Buffer.from('8BPS'),
  'says it is huge.psd': () => Buffer.concat([Buffer.from('8BPS0001000000000000000400007530000075300008000300000000', 'latin1')]),
  'a head of nothing.psd': () => {
    const head = Buffer.alloc(40);
    head.write('8BPS');
    head.set([0, 1, 0, 0, 0, 0, 0, 0, 0, 4, 0, 0, 0x20, 0, 0, 0, 0x20, 0, 0, 8, 0, 3], 4);
    return head;
  },
};

/** A PDF of numbered objects, with its cross-reference table (ISO 32000-1, 7.5). */
export function pdf(...objects: string[]): Buffer {
  let out = '%PDF-1.4\n';
  const starts = objects.map((o, i) => {
    const start = out.length;
    out += `${i + 1} 0 obj\n${o}\nendobj\n`;
    return start;
  });
  const table = out.length;
  out += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${starts.map((s) => `${String(s).padStart(10, '0')} 00000 n \n`).join('')}`;
  return Buffer.from(`${out}trailer << /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${table}\n%%EOF\n`);
}
const page = (box: string, rest: string, content: string, ...more: string[]) =>
  pdf(
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    `<< /Type /Page /Parent 2 0 R /MediaBox [${box}] /Contents 4 0 R ${rest} >>`,
    `<< /Length ${content.length} >>\nstream\n${content}\nendstream`,
    ...more,
  );
const form = (rest: string, content: string) =>
  `<< /Type /XObject /Subtype /Form /BBox [0 0 600 600] ${rest} /Length ${content.length} >>\nstream\n${content}\nendstream`;
const DOCUMENTS: Record<string, () => Buffer> = {
  'a page as large as a town.pdf': () => page('0 0 9e8 9e8', '', '0 0 9 9 re f'),
  'a form in itself.pdf': () =>
    page(
      '0 0 600 600',
      '/Resources << /XObject << /A 5 0 R >> >>',
      '/A Do',
      form('/Resources << /XObject << /A 5 0 R >> >>', '/A Do /A Do 0 0 9 9 re f'),
    ),
  'forms that double.pdf': () =>
    page(
      '0 0 600 600',
      '/Resources << /XObject << /A 5 0 R >> >>',
      '/A Do /A Do',
      ...Array.from({ length: 22 }, (_, i) =>
        form(`/Resources << /XObject << /A ${i < 21 ? i + 6 : 5} 0 R >> >>`, i < 21 ? '/A Do /A Do' : '0 0 9 9 re f'),
      ),
    ),
  'a tile as small as dust.pdf': () =>
    page(
      '0 0 6000 6000',
      '/Resources << /Pattern << /P 5 0 R >> >>',
      '/Pattern cs /P scn 0 0 6000 6000 re f',
      '<< /Type /Pattern /PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 1 1] /XStep 0.001 /YStep 0.001 /Resources << >> /Length 11 >>\nstream\n0 0 1 1 re f\nendstream',
    ),
  'pages that are their own parent.pdf': () =>
    pdf('<< /Type /Catalog /Pages 2 0 R >>', '<< /Type /Pages /Kids [2 0 R] /Count 9 >>'),
  'only a head.pdf': () => Buffer.from('%PDF-1.7\n%%EOF'),
};

async function zip(files: Named[], mimetype?: string): Promise<Buffer> {
  const made = new ZipFile();
  if (mimetype) made.addBuffer(Buffer.from(mimetype), 'mimetype', { compress: false });
  for (const [name, data] of files) made.addBuffer(data, name);
  made.end();
  const chunks: Buffer[] = [];
  for await (const chunk of made.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
/** Writes other bytes over every place where an archive has these: what no well-kept packer writes. */
const instead = (archive: Buffer, was: string, is: string) =>
  Buffer.from(archive.toString('latin1').replaceAll(was, is), 'latin1');
/** Makes the packed data of an archive nonsense and leaves its list of files alone. */
function spoilt(archive: Buffer): Buffer {
  const out = Buffer.from(archive);
  for (let at = out.indexOf('PK\x03\x04'); at >= 0; at = out.indexOf('PK\x03\x04', at + 30)) {
    const from = at + 30 + out.readUInt16LE(at + 26) + out.readUInt16LE(at + 28);
    out.fill(0xa7, from, from + 12);
  }
  return out;
}
const ora = (stack: string, files: Named[]) => zip([['stack.xml', Buffer.from(stack)], ...files], 'image/openraster');
const layers = (count: number) => many(count, (i) => `<layer name="l${i}" src="data/l${i}.png"/>`);

const ARCHIVES: Record<string, () => Promise<Buffer>> = {
  'a hundred bad entries.zip': async () => {
    const text = Buffer.from(many(200, (i) => `line ${i} `));
    return spoilt(await zip(Array.from({ length: 100 }, (_, i) => [`${i}.png`, text])));
  },
  'grows a thousand times.zip': () => zip(Array.from({ length: 60 }, (_, i) => [`zeros ${i}.png`, Buffer.alloc(9_900_000)])),
  'a zip in a zip in a zip.zip': async () => {
    let inner = await zip([['a.png', await sheet(40, 40)]]);
    for (let i = 0; i < 6; i++) inner = await zip([['inner.zip', inner]]);
    return inner;
  },
  'climbs out.zip': async () => instead(await zip([['aa/aa/evil.png', Buffer.from('x')]]), 'aa/aa/', '../../'),
  'a name with a nul.zip': async () => instead(await zip([['a_b.png', await sheet(40, 41)]]), 'a_b.png', 'a\0b.png'),
  'packed in another way.zip': async () => {
    const out = await zip([['a.png', await sheet(300, 42)]]);
    const local = out.indexOf('PK\x03\x04');
    const listed = out.indexOf('PK\x01\x02');
    out.writeUInt16LE(14, local + 8);
    out.writeUInt16LE(14, listed + 10);
    return out;
  },
  'locked.zip': async () => {
    const out = await zip([['a.png', await sheet(300, 43)]]);
    out[out.indexOf('PK\x03\x04') + 6]! |= 1;
    out[out.indexOf('PK\x01\x02') + 8]! |= 1;
    return out;
  },
  'of nothing.zip': () => zip([]),
  'eight vast layers.ora': async () => {
    const vast = await sheet(11_000, 11_000);
    return ora(
      `<image w="11000" h="11000"><stack>${layers(8)}</stack></image>`,
      Array.from({ length: 8 }, (_, i) => [`data/l${i}.png`, vast]),
    );
  },
  'of half a pixel.ora': async () =>
    ora(`<image w="10.5" h="9.25"><stack>${layers(1)}</stack></image>`, [['data/l0.png', await sheet(9, 9)]]),
  'of thousands of layers.ora': async () =>
    ora(`<image w="9" h="9"><stack>${'<layer src="data/l0.png"/>'.repeat(5000)}</stack></image>`, [
      ['data/l0.png', await sheet(9, 9)],
    ]),
  'layers that are not there.ora': () => ora('<image w="9" h="9"><stack><layer src="../../x"/></stack></image>', []),
  'layers that are no pictures.ora': () =>
    ora(`<image w="9" h="9"><stack>${layers(1)}</stack></image>`, [
      ['data/l0.png', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>')],
    ]),
  'stacks in stacks.ora': () => ora(`<image w="9" h="9">${'<stack>'.repeat(30_000)}${'</stack>'.repeat(30_000)}</image>`, []),
};

const OTHERS: Record<string, () => Buffer> = {
  'empty.png': () => Buffer.alloc(0),
  'one byte.png': () => Buffer.from('\x89', 'latin1'),
  'plain words.png': () => Buffer.from('buy more cream ink'),
  'a shell script.svg': () => Buffer.from('#!/bin/sh\necho "<svg>"\n'),
  'packed raw.bin': () => deflateRawSync(Buffer.alloc(1_000_000)),
};

/** Names that files may come with. Unicode's control, bidirectional and confusable characters (UAX #9, UTS #39) among them. */
export const NAMES = [
  'nul\0inside.png',
  'gnp.\u202ecod.png',
  '\u2066hidden\u2069.png',
  'раураl.png',
  '../../../etc/passwd',
  'C:\\Windows\\system32\\a.png',
  'a'.repeat(5000) + '.png',
  '👩‍👩‍👧‍👦.png',
  '\ud800.png',
  '.',
  '..',
  ' ',
  'con.png',
  "'; DROP TABLE artwork; --.png",
  '<img src=x onerror=alert(1)>.png',
  '{{ artwork.name }}.png',
  '=cmd|calc.png',
];

/** All of them, in an order that is always the same. */
export async function bombs(): Promise<Named[]> {
  const all: Named[] = [];
  for (const [name, make] of Object.entries({ ...DRAWINGS, ...PICTURES, ...DOCUMENTS, ...OTHERS, ...ARCHIVES }))
    all.push([name, await make()]);
  return all;
}
