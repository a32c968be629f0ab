import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { closeDatabase } from '../../src/data/database';
import { remove } from '../../src/files/store';
import { BASE, call, drafted, newArtworks, ok, openShop, TOKEN, type Items, type Proof, type Run } from './press';

// the pictures of many proofs, taken away as one archive

let run: Run;
let proofs: Proof[];
beforeAll(async () => {
  const { docket } = await openShop();
  const artworks = await newArtworks(2);
  await ok('PATCH', `/artworks/${artworks[0]}`, { name: 'Wren: left/right' });
  await ok('PATCH', `/artworks/${artworks[1]}`, { name: 'Kelp' });
  run = await drafted((await ok<Run>('POST', '/runs', { artworks, dockets: [docket] })).id);
  proofs = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
});
afterAll(closeDatabase);

const get = (path: string) => fetch(`${BASE}${path}`, { headers: { authorization: `Bearer ${TOKEN}` } });

/** Takes an archive away and unpacks it with a tool that has nothing of ours. */
async function unpacked(query: string): Promise<{ names: string[]; read: (name: string) => Buffer; drop: () => void }> {
  const folder = mkdtempSync(join(tmpdir(), 'press-pictures-'));
  const answer = await get(`/api/v1/proofs/pictures?run=${run.id}&${query}`);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/zip']);
  writeFileSync(join(folder, 'it.zip'), Buffer.from(await answer.arrayBuffer()));
  execFileSync('unzip', ['-q', 'it.zip', '-d', 'it'], { cwd: folder });
  return {
    names: readdirSync(join(folder, 'it'), { recursive: true, encoding: 'utf8' })
      .filter((n) => /\.\w+$/.test(n))
      .sort(),
    read: (name) => readFileSync(join(folder, 'it', name)),
    drop: () => rmSync(folder, { recursive: true }),
  };
}

test('all pictures of a run, a folder an outlet and a listing, bit for bit as they are', async () => {
  const { names, read, drop } = await unpacked('');
  const made = proofs.flatMap((p) => p.pictures.filter((it) => it.picture));
  expect(names).toHaveLength(made.length);
  expect(new Set(names.map((n) => n.split('/')[0]))).toEqual(new Set(['Kestrel Fair', 'Quayside']));
  expect(names.every((n) => /^[^/]+\/(Wren- left-right|Kelp), [^/]+\/0\d [^/]+\.jpg$/.test(n))).toBe(true);
  const first = proofs.find((p) => p.outletId === 'quayside')!;
  const bytes = Buffer.from(await (await get(first.pictures[0]!.picture)).arrayBuffer());
  expect(names.some((n) => n.startsWith('Quayside') && read(n).equals(bytes))).toBe(true);
  const { width, format } = await sharp(read(names[0]!)).metadata();
  expect([width, format]).toEqual([2000, 'jpeg']);
  drop();
});

test('some places of all of them, under names of one’s own; the same name twice is numbered', async () => {
  const own = encodeURIComponent('{{ artwork.name }} {{ picture.place }}');
  const { names, drop } = await unpacked(`places=1&names=${own}`);
  expect(names).toEqual(['Kelp 01 2.jpg', 'Kelp 01.jpg', 'Wren- left-right 01 2.jpg', 'Wren- left-right 01.jpg']);
  drop();
});

test.each<[string, number, RegExp]>([
  ['places=one', 422, /places like 1-6, 9/],
  [`names=${encodeURIComponent('{{ picture.mood }}')}`, 422, /picture\.mood/],
  ['state=listed', 409, /has pictures yet/],
])('asked for with %s it is refused with %d and a sentence, before anything is packed', async (query, status, says) => {
  for (const path of ['/proofs/pictures', '/proofs/pictures/asked']) {
    const answer = await call<{ detail: string }>('GET', `${path}?run=${run.id}&${query}`);
    expect([answer.status, answer.body.detail]).toEqual([status, expect.stringMatching(says)]);
  }
});

test('what was swept away is named beside what is there', async () => {
  const [one] = proofs;
  const file = /[0-9a-f]{64}\.jpg$/.exec(one!.pictures[0]!.picture)![0];
  await remove('derived', [file]);
  const { names, read, drop } = await unpacked(`ids=${one!.id}`);
  expect(names.filter((n) => n.endsWith('.jpg'))).toHaveLength(one!.pictures.length - 1);
  expect(read('not here.txt').toString()).toMatch(/drafted again they are back:\r\n.*01 /);
  drop();
});
