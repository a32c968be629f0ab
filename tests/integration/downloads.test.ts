import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { closeDatabase } from '../../src/data/database';
import type { DocketDocument } from '../../src/core/docket/docket';
import { ADA, adaMovesOut, cookieOf, send } from './ada';
import { asOwner, BASE, call, drafted, nextSerial, ok, openShop, pressDone, settled, STANDINS, TOKEN, upload, ware, type Items, type Proof as Told } from './press'; // prettier-ignore

/* Files that are sold to be downloaded: made, packed within what outlets take, handed over, and changed. */

interface Download {
  name: string;
  bytes: number;
  address: string;
  holds: { name: string; widthPx: number | null; heightPx: number | null }[];
}
type Proof = Told & {
  downloads: Download[] | null;
  because: { code: string }[];
  changed: string[];
  listing: { url: string } | null;
};
interface Docket {
  id: string;
  name: string;
  revision: number;
  document: DocketDocument;
  spec: null;
  narrow: boolean;
}

let docket: Docket;
let proofs: Proof[] = [];
const folder = mkdtempSync(join(tmpdir(), 'press-sold-'));
const sha = (data: Buffer) => createHash('sha256').update(data).digest('hex');
const proofsOf = async (run: string) => (await ok<Items<Proof>>('GET', `/proofs?run=${run}`)).items;
const at = (outlet: string) => proofs.find((p) => p.outletId === outlet)!;
const fetched = async (address: string) =>
  Buffer.from(await (await fetch(`${BASE}${address}`, { headers: { authorization: `Bearer ${TOKEN}` } })).arrayBuffer());
const bring = (fileName: string, data: Buffer, token = TOKEN) =>
  fetch(`${BASE}/api/v1/enclosures?fileName=${encodeURIComponent(fileName)}`, {
    method: 'POST',
    headers: { authorization: `Bearer ${token}`, 'content-type': 'application/octet-stream' },
    body: new Uint8Array(data),
  });

/** A picture that fills its sheet, 2:3. */
async function picture(): Promise<string> {
  const serial = (nextSerial() % 997) / 997;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="2400" height="3600"><rect width="2400" height="3600" fill="#17324d"/><circle cx="${300 + serial * 1500}" cy="${500 + serial * 900}" r="${200 + serial * 300}" fill="#f2d388"/><path d="M0 2600Q1200 ${2200 + serial * 300} 2400 2700V3600H0Z" fill="#3b6a6b"/></svg>`;
  const [taken] = await upload([[`sea ${serial}.png`, await sharp(Buffer.from(svg)).png().toBuffer()]]);
  await settled(taken!.id);
  await ok('PATCH', `/artworks/${taken!.id}`, { name: 'Evening sea', subject: 'seascape', keywords: ['night sea'] });
  return taken!.id;
}

afterAll(closeDatabase);

beforeAll(async () => {
  await openShop();
  const { items } = await ok<Items<{ id: string }>>('POST', '/dockets/ready', { kinds: ['printable'] });
  docket = await ok<Docket>('GET', `/dockets/${items[0]!.id}`);
  const terms = (await (await bring('Terms of use.txt', Buffer.from('For your own use.\n'))).json()) as { id: string };
  const downloads = { ...docket.document.downloads!, along: [terms.id] };
  docket = await ok<Docket>('PUT', `/dockets/${docket.id}`, { ...docket, document: { ...docket.document, downloads } });
  const run = await ok<{ id: string }>('POST', '/runs', { artworks: [await picture()], dockets: [docket.id], outlets: ['kestrel', 'quayside'] }); // prettier-ignore
  await drafted(run.id);
  proofs = await proofsOf(run.id);
}, 240_000);

test('a docket that only sells files has no goods line, and no narrow form', () =>
  expect([docket.document.lines, docket.spec, docket.narrow]).toEqual([[], null, false]));

test('an outlet that takes few files gets an archive, one that takes many gets each by itself; all are what they are said to be', async () => {
  const sheets = ['2x3', '3x4', '4x5', '11x14', 'ISO A'].map((s) => `Evening sea ${s}.jpg`);
  const names = (outlet: string) => at(outlet).downloads!.map((d) => d.name);
  expect(at('kestrel').problems.filter((p) => p.stops)).toEqual([]);
  expect(names('kestrel')).toEqual(['Contents.pdf', 'Evening sea.zip']);
  expect(names('quayside')).toEqual(['Contents.pdf', ...sheets, 'Terms of use.txt']);
  const archive = at('kestrel').downloads![1]!;
  expect(archive.holds.map((h) => h.name)).toEqual(sheets);
  const path = join(folder, 'it.zip');
  const data = await fetched(archive.address);
  expect(data.length).toBe(archive.bytes);
  writeFileSync(path, data);
  execFileSync('unzip', ['-q', path, '-d', folder]);
  expect(readFileSync(join(folder, 'Terms of use.txt'), 'utf8')).toBe('For your own use.\n');
  for (const [i, name] of sheets.entries()) {
    const { width, height } = await sharp(readFileSync(join(folder, name))).metadata();
    expect([width, height]).toEqual([archive.holds[i]!.widthPx, archive.holds[i]!.heightPx]);
    // the same file, whichever way it is handed over
    expect(sha(readFileSync(join(folder, name)))).toBe(sha(await fetched(at('quayside').downloads![i + 1]!.address)));
  }
  // 2400 x 3600 px are exactly 2:3
  expect([archive.holds[0]!.widthPx, archive.holds[0]!.heightPx]).toEqual([2400, 3600]);
});

test('what does not exist is not there: another place, another proof', async () => {
  const own = `/proofs/${at('kestrel').id}/downloads`;
  for (const path of [`${own}/3`, `${own}/0`, `${own}/x`, `/proofs/${docket.id}/downloads/1`])
    expect([path, [404, 422, 400].includes((await call('GET', path)).status)]).toEqual([path, true]);
});

test('both outlets are handed the files when it is sent, as buyers get them', async () => {
  await ok('POST', '/proofs/pass', { ids: proofs.map((p) => p.id) });
  await ok('POST', `/runs/${at('kestrel').runId}/send`, { as: 'live' });
  expect((await pressDone(at('kestrel').runId)).counts).toEqual({ listed: 2 });
  proofs = await proofsOf(at('kestrel').runId);
  const there = (await ware(`up-${at('quayside').id}`)) as unknown as { in_the_bag: { sha256: string; called: string }[] };
  const ours = await Promise.all(at('quayside').downloads!.map(async (d) => ({ called: d.name, sha256: sha(await fetched(d.address)) }))); // prettier-ignore
  expect(there.in_the_bag).toEqual(ours);
  const page = await (await fetch(at('kestrel').listing!.url)).text();
  const address = /href="([^"]*)">Evening sea\.zip/.exec(page)![1]!;
  const handed = Buffer.from(await (await fetch(new URL(address, STANDINS))).arrayBuffer());
  expect(sha(handed)).toBe(sha(await fetched(at('kestrel').downloads![1]!.address)));
});

test('fewer shapes make the proofs out of date; drafted and sent again only the files are changed there', async () => {
  const downloads = { ...docket.document.downloads!, renditions: docket.document.downloads!.renditions.slice(0, 2) };
  const words = { ...docket.document.words, description: { en: 'To print at home.' } };
  docket = await ok<Docket>('PUT', `/dockets/${docket.id}`, { ...docket, document: { ...docket.document, downloads, words } });
  const ids = proofs.map((p) => p.id);
  expect((await proofsOf(at('kestrel').runId)).every((p) => p.because.some((b) => b.code === 'goods'))).toBe(true);
  const again = await ok<{ id: string }>('POST', '/proofs/draft', { ids });
  await drafted(again.id);
  proofs = await proofsOf(again.id);
  for (const p of proofs) expect(p.changed).toEqual(['description', 'pictures', 'downloads']);
  expect(at('kestrel').downloads!.map((d) => d.name)).toEqual(['Contents.pdf', 'Evening sea 2x3.jpg', 'Evening sea 3x4.jpg', 'Terms of use.txt']); // prettier-ignore
  await ok('POST', '/proofs/pass', { ids });
  await ok('POST', `/runs/${again.id}/send`, { as: 'live' });
  expect((await pressDone(again.id)).counts).toEqual({ listed: 2 });
  const there = (await ware(`up-${at('quayside').id}`)) as unknown as { in_the_bag: { called: string }[] };
  expect(there.in_the_bag.map((f) => f.called)).toEqual(at('quayside').downloads!.map((d) => d.name));
  for (const { id } of proofs) {
    const { items } = await ok<Items<{ proofId: string; step: string }>>('GET', '/listings?limit=1000');
    expect(items.find((l) => l.proofId === id)!.step).toBe('in step');
  }
});

test('what was swept away before it was sent is made again, byte for byte', async () => {
  const run = await ok<{ id: string }>('POST', '/runs', {
    artworks: [await picture()],
    dockets: [docket.id],
    outlets: ['quayside'],
  });
  await drafted(run.id);
  const [proof] = await proofsOf(run.id);
  const before = await Promise.all(proof!.downloads!.map(async (d) => sha(await fetched(d.address))));
  const files = await asOwner(async (owner) => {
    const { rows } = await owner.query<{ file: string }>("SELECT d->>'file' AS file FROM proof, jsonb_array_elements(downloads) d WHERE id = $1", [proof!.id]); // prettier-ignore
    return rows.map((r) => r.file);
  });
  for (const file of files) await rm(join(process.env.FILES_DIR!, 'derived', file.slice(0, 2), file));
  expect((await call('GET', `/proofs/${proof!.id}/downloads/1`)).status).toBe(404);
  await ok('POST', '/proofs/pass', { ids: [proof!.id] });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
  const there = (await ware(`up-${proof!.id}`)) as unknown as { in_the_bag: { sha256: string }[] };
  expect(there.in_the_bag.map((f) => f.sha256)).toEqual(before);
});

test('a page of contents whose pattern asks for what there is not holds the proof', async () => {
  const bad = { ...docket.document.downloads!, note: { en: 'For {{ artwork.colour }}' } };
  const answer = await call<{ detail: string }>('PUT', `/dockets/${docket.id}`, { ...docket, document: { ...docket.document, downloads: bad } }); // prettier-ignore
  expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(/artwork’s colour/)]);
});

test.each<[string, Partial<DocketDocument>, RegExp]>([
  ['neither goods nor files', { downloads: undefined }, /lines must name at least 1 entry, or document\.downloads must be given/],
  [
    'vectors on a sheet',
    {
      downloads: {
        noun: { one: 'A', many: 'A' },
        pack: 'archives',
        renditions: [{ sheet: '2:3', formats: ['svg'], ppi: 300, how: 'cover' }],
      },
    },
    /no shape of paper/,
  ],
  [
    'a size that there is not',
    {
      downloads: {
        noun: { one: 'A', many: 'A' },
        pack: 'archives',
        renditions: [{ sheet: '2:3', formats: ['jpg'], upTo: 'A4', ppi: 300, how: 'cover' }],
      },
    },
    /no size A4/,
  ],
  [
    'a shape twice',
    {
      downloads: {
        noun: { one: 'A', many: 'A' },
        pack: 'archives',
        renditions: ['jpg', 'png'].map((f) => ({
          sheet: '2:3' as const,
          formats: [f as 'jpg'],
          ppi: 300,
          how: 'cover' as const,
        })),
      },
    },
    /named twice/,
  ],
  [
    'a file that is not here',
    {
      downloads: {
        noun: { one: 'A', many: 'A' },
        pack: 'archives',
        along: ['00000000-0000-4000-8000-000000000001'],
        renditions: [{ sheet: 'whole', formats: ['png'], ppi: 300, how: 'inside' }],
      },
    },
    /not here/,
  ],
])('a docket with %s is refused with the reason', async (_, change, says) => {
  const answer = await call<{ detail: string }>('POST', '/dockets', { name: `Files ${Math.random()}`, document: { ...docket.document, shots: [{ kind: 'free' }], ...change } }); // prettier-ignore
  expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(says)]);
});

describe('files that go along', () => {
  test.each<[string, Buffer, RegExp]>([
    ['program.exe', Buffer.from('MZ'), /PDF, PNG, JPEG or plain text/],
    ['Guide.pdf', Buffer.from('MZ not a guide'), /not what its name says/],
    ['Notes.txt', Buffer.from([0, 1, 2]), /not what its name says/],
    ['Empty.txt', Buffer.alloc(0), /no bytes|as the body/],
    ['Large.txt', Buffer.alloc(21 * 1024 ** 2, 'a'), /larger than 20 MB/],
    ['terms OF use.txt', Buffer.from('other'), /already/],
  ])('%s is refused with the reason', async (name, data, says) => {
    const answer = await bring(name, data);
    expect([answer.status >= 400, ((await answer.json()) as { detail: string }).detail]).toEqual([
      true,
      expect.stringMatching(says),
    ]);
  });
  test('one that goes along cannot be taken away; one that does not can; a name is made safe', async () => {
    const { items } = await ok<Items<{ id: string; name: string }>>('GET', '/enclosures');
    const used = items.find((e) => e.name === 'Terms of use.txt')!;
    const answer = await call<{ detail: string }>('DELETE', `/enclosures/${used.id}`);
    expect([answer.status, answer.body.detail]).toEqual([409, expect.stringContaining(docket.name)]);
    const made = (await (await bring('../../Care: "cards".TXT', Buffer.from('x'))).json()) as { id: string; name: string };
    expect(made.name).not.toMatch(/[/\\:"]/);
    expect((await call('DELETE', `/enclosures/${made.id}`)).status).toBe(200);
    expect((await call('DELETE', `/enclosures/${made.id}`)).status).toBe(404);
  });
  test('a stranger neither sees nor takes them, nor has them go along', async () => {
    const { items } = await ok<Items<{ id: string }>>('GET', '/enclosures');
    const cookie = cookieOf(await send('POST', '/owner', ADA));
    expect(cookie).not.toBe('');
    expect(((await (await send('GET', '/enclosures', undefined, cookie)).json()) as { items: object[] }).items).toEqual([]);
    expect((await send('DELETE', `/enclosures/${items[0]!.id}`, undefined, cookie)).status).toBe(404);
    expect((await send('GET', `/proofs/${at('kestrel').id}/downloads/1`, undefined, cookie)).status).toBe(404);
    await adaMovesOut();
  });
});
