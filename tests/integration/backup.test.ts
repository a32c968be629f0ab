import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { execFileSync } from 'node:child_process';
import { motif, until } from './press';
import { newFolder, ownerOf, run, start, type Started } from './started';

// one file that holds everything, checked when it is written and before it is brought back

const folder = newFolder();
const file = path.join(newFolder(), 'house.backup');
let house: Started;
let again: Started | undefined;
let cookie: string;
let kept: { id: string; bytes: Buffer };

interface Art {
  id: string;
  name: string;
  state: string;
  thumb: string;
}
const listed = async (at: Started, as = cookie) =>
  ((await (await at.call('GET', '/api/v1/artworks?limit=100', undefined, as)).json()) as { items: Art[] }).items;
async function bringIn(name: string, bytes: Buffer): Promise<string> {
  const form = new FormData();
  form.append('files', new Blob([new Uint8Array(bytes)]), name);
  const answer = await fetch(`http://127.0.0.1:${house.port}/api/v1/artworks`, {
    method: 'POST',
    headers: { cookie },
    body: form,
  });
  const { id } = ((await answer.json()) as { results: { id: string }[] }).results[0]!;
  await until(
    () => listed(house),
    (all) => all.find((a) => a.id === id)?.state === 'ready',
    'it to be measured',
  );
  return id;
}

beforeAll(async () => {
  house = await start(folder);
  await house.up();
  cookie = await ownerOf(house);
  const bytes = await motif(71);
  kept = { id: await bringIn('kept safe.png', bytes), bytes };
});
afterAll(async () => {
  for (const started of [again, house]) await started?.stop();
});

test('a backup is made while the house runs, read back, and nobody else’s to read', async () => {
  const said = await run(['--backup', file, '--data', folder]).end();
  expect(said).toContain('the database and 1 originals');
  expect(said).toContain('read back and whole');
  expect(fs.statSync(file).mode & 0o777).toBe(0o600);
  // any tar reads it (GNU tar)
  const names = execFileSync('tar', ['-tf', file], { encoding: 'utf8' }).trim().split('\n');
  const sha256 = createHash('sha256').update(kept.bytes).digest('hex');
  expect(names).toEqual(['keys.json', 'database', `originals/${sha256}`, 'manifest.json']);
  expect(execFileSync('tar', ['-xOf', file, `originals/${sha256}`], { maxBuffer: 1 << 28 }).equals(kept.bytes)).toBe(true);
  expect(fs.readdirSync(path.dirname(file))).toEqual(['house.backup']);
});

test('it is brought back into a new place as it was at that moment, pictures and all', async () => {
  await bringIn('came later.png', await motif(72));
  const place = path.join(newFolder(), 'again');
  const said = await run(['--restore', file, '--data', place]).end();
  expect(said).toContain('Brought back as it was on');
  again = await start(place);
  await again.up();
  const visit = await again.call('POST', '/api/v1/session', { email: 'ada@example.com', password: 'a long password' });
  const as = visit.headers.get('set-cookie')!.split(';')[0]!;
  const all = await listed(again, as);
  expect(all.map((a) => a.name)).toEqual(['Kept safe']);
  const original = await again.call('GET', `/api/v1/artworks/${kept.id}/original`, undefined, as);
  expect(Buffer.from(await original.arrayBuffer()).equals(kept.bytes)).toBe(true);
  await until(
    async () => (await again!.call('GET', all[0]!.thumb, undefined, as)).status,
    (status) => status === 200,
    'its picture to be made again',
  );
});

describe('what is damaged, or in the way, is said, and nothing is written', () => {
  const altered = (change: (bytes: Buffer) => Buffer) => {
    const to = path.join(newFolder(), 'altered.backup');
    fs.writeFileSync(to, change(fs.readFileSync(file)));
    return to;
  };
  const refused = async (from: string) => {
    const place = path.join(newFolder(), 'place');
    const said = await run(['--restore', from, '--data', place]).end();
    expect(fs.existsSync(place)).toBe(false);
    return said;
  };
  test('a byte of an original that is another', async () => {
    const at = fs.readFileSync(file).indexOf(kept.bytes.subarray(0, 64)) + 1000;
    const from = altered((b) => {
      b[at]! ^= 1;
      return b;
    });
    expect(await refused(from)).toMatch(/damaged: originals\/[0-9a-f]{64} is not what its name says/);
  });
  test('a byte of the database', async () => {
    const from = altered((b) => {
      b[b.indexOf('PGDMP') + 4000]! ^= 1;
      return b;
    });
    expect(await refused(from)).toContain('its database is not the one that was written');
  });
  test('one that was cut off', async () => {
    expect(await refused(altered((b) => b.subarray(0, b.length - 20_000)))).toMatch(/cannot be read as a backup|no manifest/);
  });
  test('no backup at all', async () => {
    expect(await refused(altered(() => Buffer.from('not a tar')))).toMatch(/cannot be read as a backup|not a whole backup/);
    expect(await refused('/nowhere/at.all')).toContain('There is no /nowhere/at.all');
  });
  test('a place in which something is', async () => {
    expect(await run(['--restore', file, '--data', folder]).end()).toContain('There is something in');
  });
  test('a house that is not there', async () => {
    expect(await run(['--backup', path.join(newFolder(), 'x'), '--data', newFolder()]).end()).toContain('There is no house in');
  });
});

test('what belongs to nothing is counted dry, then swept; what is young stays', async () => {
  const shelf = (name: string, days: number) => {
    const at = path.join(folder, 'files', 'derived', name.slice(0, 2), name);
    fs.mkdirSync(path.dirname(at), { recursive: true });
    fs.writeFileSync(at, 'a picture of something that was');
    const then = new Date(Date.now() - days * 86_400_000);
    fs.utimesSync(at, then, then);
    return at;
  };
  const old = shelf(`${'a1'.repeat(32)}.jpg`, 30);
  const young = shelf(`${'a2'.repeat(32)}.jpg`, 0);
  const used = fs
    .readdirSync(path.join(folder, 'files', 'derived'), { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.webp'))
    .map((f) => path.join(folder, 'files', 'derived', f));
  for (const f of used) fs.utimesSync(f, new Date(0), new Date(0));
  expect(await run(['--sweep', '--dry-run', '--data', folder]).end()).toMatch(
    /pictures: {2}1 of \d+ belong to nothing[\s\S]*dry run/,
  );
  expect(fs.existsSync(old)).toBe(true);
  expect(await run(['--sweep', '--data', folder]).end()).toContain('is removed');
  expect([old, young, ...used].map((f) => fs.existsSync(f))).toEqual([false, true, ...used.map(() => true)]);
});
