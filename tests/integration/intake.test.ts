import { createWriteStream, mkdirSync, writeFileSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { finished } from 'node:stream/promises';
import sharp from 'sharp';
import { Upload as TusUpload } from 'tus-js-client';
import { ZipFile } from 'yazl';
import { pdf } from '../../trial/bombs';
import { lettering } from '../../demo/art/letters';
import { BASE, call, motif, ok, settled, TOKEN, until, upload, type Artwork, type Items, type TakenIn } from './press';

const headers = { authorization: `Bearer ${TOKEN}` };
const tus = (method: string, path: string, more: Record<string, string> = {}, body?: Buffer) =>
  fetch(path.startsWith('http') ? path : `${BASE}${path}`, {
    method,
    headers: { ...headers, 'tus-resumable': '1.0.0', ...more },
    ...(body && { body: new Uint8Array(body) }),
  });
const announce = async (name: string, bytes: number): Promise<string> => {
  const b64 = (text: string) => Buffer.from(text).toString('base64');
  const answer = await tus('POST', '/api/v1/uploads', {
    'upload-length': String(bytes),
    'upload-metadata': `filename ${b64(name)},drawer ${b64('Resumed/Deep')}`,
  });
  expect(answer.status).toBe(201);
  return new URL(answer.headers.get('location')!, `${BASE}/api/v1/uploads`).href;
};

// the requests and answers of the tus protocol, version 1.0.0 (tus.io): creation, core, termination
describe('resumable uploads', () => {
  test('an upload goes on where it broke off, also after the web server was killed, and ends bit for bit the same', async () => {
    const data = await motif(4101);
    const half = data.length >> 1;
    const at = await announce('resumed.png', data.length);
    const first = await tus(
      'PATCH',
      at,
      { 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
      data.subarray(0, half),
    );
    expect([first.status, first.headers.get('upload-offset')]).toEqual([204, String(half)]);
    await fetch(`${process.env.TROUBLE_URL}/kill-web`);
    const head = await until(
      () => tus('HEAD', at),
      (r) => r.status === 200,
      'the web server to come back',
    );
    expect(head.headers.get('upload-offset')).toBe(String(half));
    const wrong = await tus(
      'PATCH',
      at,
      { 'upload-offset': '7', 'content-type': 'application/offset+octet-stream' },
      data.subarray(half),
    );
    expect(wrong.status).toBe(409);
    const last = await tus(
      'PATCH',
      at,
      { 'upload-offset': String(half), 'content-type': 'application/offset+octet-stream' },
      data.subarray(half),
    );
    const taken = (await last.json()) as TakenIn;
    expect(taken).toMatchObject({ fileName: 'resumed.png', outcome: 'taken' });
    expect(await settled(taken.id)).toMatchObject({ state: 'ready', drawer: 'Resumed/Deep' });
    const original = await fetch(`${BASE}/api/v1/artworks/${taken.id}/original`, { headers });
    expect(Buffer.from(await original.arrayBuffer()).equals(data)).toBe(true);
  });

  test('an independent client of the protocol gets its file in', async () => {
    const data = await motif(4102);
    const answer = await new Promise<string>((resolve, reject) =>
      new TusUpload(data, {
        endpoint: `${BASE}/api/v1/uploads`,
        headers,
        chunkSize: 50_000,
        metadata: { filename: 'by client.png' },
        onError: reject,
        onSuccess: ({ lastResponse }) => resolve(lastResponse.getBody()),
      }).start(),
    );
    expect(JSON.parse(answer)).toMatchObject({ fileName: 'by client.png', outcome: 'taken' });
  });

  test('an upload can be given up, and is no business of other workspaces', async () => {
    const at = await announce('given-up.png', 1000);
    expect((await tus('DELETE', at)).status).toBe(204);
    expect((await tus('HEAD', at)).status).toBe(404);
    expect((await tus('HEAD', at.replace(/uploads\/[0-9a-f]{8}/, 'uploads/00000000'))).status).toBe(404);
  });
});

async function zip(files: [string, Buffer][]): Promise<Buffer> {
  const made = new ZipFile();
  for (const [name, data] of files) made.addBuffer(data, name);
  made.end();
  const chunks: Buffer[] = [];
  for await (const chunk of made.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
interface Intake {
  refused: { problem: string }[];
  parcels: { id: string; fileName: string; state: string; done: number; total: number; hereAlready: number }[];
}
const parcel = (fileName: string) =>
  until(
    async () => (await ok<Intake>('GET', '/artworks/intake')).parcels.find((p) => p.fileName === fileName),
    (p) => p !== undefined && !['waiting', 'unpacking'].includes(p.state),
    `unpacking ${fileName}`,
  );

describe('archives', () => {
  test('the same archive twice at once is unpacked twice, and takes nothing from the other', async () => {
    const packed = await zip([
      ['twice.png', await motif(4211)],
      ['twice more.png', await motif(4212)],
    ]);
    const taken = await Promise.all([upload([['twice-a.zip', packed]], 'A'), upload([['twice-b.zip', packed]], 'B')]);
    expect(taken.flat().map((t) => t.outcome)).toEqual(['unpacking', 'unpacking']);
    for (const name of ['twice-a.zip', 'twice-b.zip'])
      expect(await parcel(name)).toMatchObject({ state: 'done', done: 2, total: 2 });
  });

  test('folders become drawers, clutter is left out, a bad file stops nothing, the same file counts as here already', async () => {
    const [a, b] = [await motif(4201), await motif(4202)];
    const packed = await zip([
      ['Harbour/Night/a.png', a],
      ['Harbour/b.png', b],
      ['Harbour/again.png', a],
      ['Harbour/notes.txt', Buffer.from('buy more cream ink')],
      ['__MACOSX/._a.png', Buffer.from('x')],
      ['.DS_Store', Buffer.from('x')],
      ['Harbour/inner.zip', await zip([['c.png', a]])],
    ]);
    const [taken] = await upload([['harbour.zip', packed]], 'Packed');
    expect(taken).toMatchObject({ outcome: 'unpacking' });
    expect(await parcel('harbour.zip')).toMatchObject({ state: 'done', done: 5, total: 5, hereAlready: 1 });
    const inside = await until(
      () => ok<Items<Artwork & { drawer: string }>>('GET', '/artworks?drawer=Packed/Harbour&state=ready&limit=100'),
      (l) => l.items.length >= 2,
      'its files',
    );
    expect(inside.items.map((i) => [i.fileName, i.drawer]).sort()).toEqual([
      ['a.png', 'Packed/Harbour/Night'],
      ['b.png', 'Packed/Harbour'],
    ]);
    const told = await until(
      () => ok<Intake>('GET', '/artworks/intake'),
      (i) => i.refused.some((r) => r.problem.startsWith('notes.txt')),
      'the bad one',
    );
    expect(told.refused.find((r) => r.problem.startsWith('notes.txt'))!.problem).toContain('it holds plain text');
    expect(told.refused.map((r) => r.problem)).toContain(
      'inner.zip is an archive inside an archive. Unpack the inner one and bring in its files.',
    );
  });

  test('archives made to do harm, and files in them, are refused with a sentence before they are unpacked', async () => {
    const bomb = await zip([['zeros.png', Buffer.alloc(40 * 1024 * 1024)]]);
    // a path that leads out: written into the finished archive, as no well-kept packer writes it
    const climbing = Buffer.from(
      (await zip([['aa/aa/evil.png', Buffer.from('x')]])).toString('latin1').replaceAll('aa/aa/', '../../'),
      'latin1',
    );
    const deep = await zip([[`${'d/'.repeat(14)}x.png`, Buffer.from('x')]]);
    await upload([
      ['bomb.zip', bomb],
      ['climbing.zip', climbing],
      ['deep.zip', deep],
      ['half.zip', bomb.subarray(0, 2000)],
    ]);
    const all = await until(
      async () => (await ok<Intake>('GET', '/artworks/intake')).refused.map((r) => r.problem).join('\n'),
      (t) => ['bomb.zip', 'climbing.zip', 'deep.zip', 'half.zip'].every((n) => t.includes(n)),
      'all four refused',
    );
    expect(all).toMatch(/zeros\.png in bomb\.zip would grow more than 100 times/);
    expect(all).toMatch(/climbing\.zip holds a file whose path leads out of the archive/);
    expect(all).toMatch(/x\.png in deep\.zip lies in folders more than 12 deep/);
    expect(all).toMatch(/half\.zip is not a whole ZIP archive/);
  });
});

test('files put into the inbox folder are taken in, folders as drawers, and moved aside; bad ones with the reason', async () => {
  const inbox = process.env.INBOX_DIR!;
  mkdirSync(join(inbox, 'From the tablet'), { recursive: true });
  // written slowly, as a copying program does: it must not be taken before it is whole
  const whole = await motif(4301);
  const slow = createWriteStream(join(inbox, 'From the tablet', 'slow.png'));
  slow.write(whole.subarray(0, whole.length >> 1));
  writeFileSync(join(inbox, 'empty.png'), '');
  await new Promise((done) => setTimeout(done, 700));
  slow.end(whole.subarray(whole.length >> 1));
  await finished(slow);
  const taken = await until(
    async () => (await ok<Items<Artwork & { drawer: string }>>('GET', '/artworks?drawer=From%20the%20tablet')).items[0],
    (a) => a?.state === 'ready',
    'the inbox',
  );
  expect(taken).toMatchObject({ fileName: 'slow.png', drawer: 'From the tablet', widthPx: 3000 });
  await until(
    () => readdir(join(inbox, 'taken', 'From the tablet')),
    (names) => names.includes('slow.png'),
    'being moved aside',
  );
  expect(await until(() => readFile(join(inbox, 'refused', 'empty.png.txt'), 'utf8'), Boolean, 'the reason')).toContain(
    'empty.png is empty',
  );
  expect(dirname(inbox)).toBe(dirname(process.env.FILES_DIR!));
});

/** A PDF of one page, 144 x 72 pt, whose left half is filled with red. */
function halfRed(): Buffer {
  const content = '0.784 0.118 0.157 rg 0 0 72 72 re f';
  return pdf(
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 144 72] /Contents 4 0 R >>',
    `<< /Length ${content.length} >>\nstream\n${content}\nendstream`,
  );
}

test('a PDF’s first page is drawn at 300 px/in on see-through ground; a broken one is refused', async () => {
  const [whole, broken, cairos] = await upload([
    ['page.pdf', halfRed()],
    ['broken.pdf', halfRed().subarray(0, 60)],
    // as librsvg and cairo write it: tests/fixtures/make.sh
    ['cairo.pdf', await readFile('tests/fixtures/formats/page.pdf')],
  ]);
  const page = await settled(whole!.id);
  expect(page).toMatchObject({
    state: 'ready',
    format: 'pdf',
    widthPx: 600,
    heightPx: 300,
    measured: { inks: [{ hex: '#c81e28' }] },
  });
  expect(page.measured.clearShare).toBeCloseTo(0.5, 2);
  expect((await settled(broken!.id)).problem).toContain('damaged or cut short');
  const drawn = await settled(cairos!.id);
  expect(drawn).toMatchObject({ state: 'ready', format: 'pdf', measured: { inks: [{ hex: '#c81e28' }, {}] } });
});

describe('words', () => {
  interface Read extends Artwork {
    said: { text: string; confidence: number; box?: { x: number; y: number } }[] | null;
    words: string;
    subject: string;
    sources: Record<string, string>;
  }
  const read = (id: string) =>
    until(
      () => ok<Read>('GET', `/artworks/${id}`),
      (a) => a.said !== null,
      'its words',
      120,
    );
  const lettered = (text: string, fill: string): Promise<Buffer> => {
    const { d } = lettering(text, { face: 'round', size: 40, cx: 300, y: 80, fit: 540 });
    return sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 600 130" width="2400" height="520"><path d="${d}" fill="${fill}"/></svg>`,
      ),
    )
      .png()
      .toBuffer();
  };

  test('light words on see-through ground are read, found by a search, and give the artwork its subject', async () => {
    const [taken] = await upload([['IMG_4711.png', await lettered('SALTY OCTOPUS', '#f7efdc')]]);
    const it = await read(taken!.id);
    expect(it.words).toBe('SALTY OCTOPUS');
    expect(it.said![0]!.confidence).toBeGreaterThan(0.7);
    expect(it.subject).toBe('octopus');
    expect(it.sources.subject).toBe('proposed: “octopus” in its words');
    expect((it as unknown as { name: string }).name).toBe('Salty octopus');
    const found = await ok<{ ids: string[] }>('GET', '/artworks/found?find=salty%20octo');
    expect(found.ids).toContain(it.id);
    // a hand's word wins, and can be taken back
    await ok('PATCH', `/artworks/${it.id}`, { said: 'salty octopus club' });
    expect((await ok<Read>('GET', `/artworks/${it.id}`)).words).toBe('salty octopus club');
    expect((await ok<{ ids: string[] }>('GET', '/artworks/found?find=octopus%20club')).ids).toEqual([it.id]);
    await ok('PATCH', `/artworks/${it.id}`, { said: null });
    expect((await ok<Read>('GET', `/artworks/${it.id}`)).words).toBe('SALTY OCTOPUS');
  });

  test('designs that differ by one word are a family, not copies', async () => {
    const taken = await upload([
      ['one.png', await lettered('TIDE TABLE CLUB', '#1d3145')],
      ['other.png', await lettered('TIDE CABLE CLUB', '#1d3145')],
    ]);
    const [a, b] = [await read(taken[0]!.id), await read(taken[1]!.id)];
    // words are compared once both have been read: whichever was later found the other
    const { alike } = await ok<{ alike: { id: string; kind: string }[] }>('GET', `/artworks/${a.id}/uses`);
    expect(alike.filter((k) => k.id === b.id).map((k) => k.kind)).toEqual(['family']);
  });
});

test('requests that make no sense are answered with a sentence', async () => {
  for (const [method, path, body, status] of [
    ['GET', '/artworks/found?tone=mauve', undefined, 400],
    ['GET', '/artworks/found?colour=red', undefined, 400],
    ['GET', '/artworks/found?inches=wide', undefined, 400],
    ['POST', '/artworks/change', { ids: ['x'], change: {} }, 422],
    ['POST', '/artworks/change', { ids: [], change: { audience: 'dogs' } }, 422],
    ['POST', '/artworks/change', { ids: [], change: { marks: 'summer' } }, 422],
    ['POST', '/artworks/change', { ids: [], change: { fromFileName: '<colour>' } }, 422],
    ['POST', '/artworks/alike', { ids: [], decision: 'marry' }, 422],
    ['POST', '/artworks/undo', { id: '00000000-0000-0000-0000-000000000000' }, 404],
    ['POST', '/drawers', { path: ' / ' }, 422],
    ['POST', '/drawers', { path: 'a/b/c/d/e/f/g/h/i' }, 422],
    ['POST', '/views', { station: 'artwork', name: 'x', query: 'nothing=1' }, 422],
  ] as const) {
    const answer = await call<{ detail: string }>(method, path, body);
    expect([path, answer.status, answer.type]).toEqual([path, status, 'application/problem+json']);
    expect(answer.body.detail.length).toBeGreaterThan(12);
  }
});
