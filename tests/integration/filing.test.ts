import sharp from 'sharp';
import {
  asOwner,
  motif,
  newArtworks,
  ok,
  openShop,
  settled,
  until,
  upload,
  type Artwork,
  type Items,
  type Proof,
  type Run,
} from './press';

interface Kept extends Artwork {
  name: string;
  subject: string;
  audience: string;
  occasion: string;
  marks: string[];
  drawer: string | null;
  tone: string;
  standing: string;
  version: number;
  motifId: string | null;
  sources: Record<string, string>;
}
interface Report {
  changed: number;
  of: number;
  examples: { field: string; before: unknown; after: unknown }[];
  undo: string | null;
}
const get = (id: string) => ok<Kept>('GET', `/artworks/${id}`);
const change = (ids: string[], what: object, preview = false) =>
  ok<Report>('POST', '/artworks/change', { ids, change: what, preview });
const found = async (query: string) => (await ok<{ ids: string[] }>('GET', `/artworks/found?${query}`)).ids;
let serial = 7000;
const some = async (n: number, drawer?: string): Promise<string[]> => {
  const files: [string, Buffer][] = [];
  for (let i = 0; i < n; i++) files.push([`filed-${serial}.png`, await motif(serial++, 1200, 1440)]);
  const taken = await upload(files, drawer);
  for (const t of taken) await settled(t.id);
  return taken.map((t) => t.id);
};

test('a bulk change is shown first, made in one step, and taken back whole', async () => {
  const ids = await some(3, 'Marked');
  await change([ids[0]!], { marks: ['kept'] });
  const shown = await change(ids, { addMarks: ['summer'], subject: 'crab' }, true);
  expect(shown).toMatchObject({ changed: 3, of: 3, undo: null });
  expect(shown.examples).toContainEqual(expect.objectContaining({ field: 'marks', before: ['kept'], after: ['kept', 'summer'] }));
  expect((await get(ids[0]!)).subject).toBe('');
  const { undo } = await change(ids, { addMarks: ['summer'], subject: 'crab' });
  expect(await Promise.all(ids.map(async (id) => (await get(id)).marks))).toEqual([['kept', 'summer'], ['summer'], ['summer']]);
  // in their own drawer: near copies that other tests brought in are given the mark too
  expect((await found('drawer=Marked&mark=summer')).sort()).toEqual([...ids].sort());
  await ok('POST', '/artworks/undo', { id: undo });
  expect(await Promise.all(ids.map(async (id) => [(await get(id)).marks, (await get(id)).subject]))).toEqual([
    [['kept'], ''],
    [[], ''],
    [[], ''],
  ]);
  expect((await change(ids, { removeMarks: ['summer'] })).changed).toBe(0);
});

test('file names are read by the pattern that the seller gave, for new files and for old ones', async () => {
  const data = [await motif(7901, 900, 900), await motif(7902, 900, 900)];
  const [old] = await upload([['crab_walk-on_dark.png', data[0]!]]);
  await settled(old!.id);
  const preview = await ok<{ fits: number; items: { ok: boolean; why?: string }[] }>('POST', '/artworks/file-names', {
    pattern: '<subject>_<phrase>_<tone>',
    ids: [old!.id, ...(await some(1))],
  });
  expect([preview.fits, preview.items[1]!.why]).toEqual([1, expect.stringContaining('has no “_”')]);
  await change([old!.id], { fromFileName: '<subject>_<phrase>_<tone>' });
  expect(await get(old!.id)).toMatchObject({ subject: 'crab', name: 'Walk on', tone: 'dark', sources: { subject: 'file name' } });
  await ok('PATCH', '/artworks/settings', { fileNamePattern: '<subject>_<phrase>_<tone>' });
  const [fresh] = await upload([['gull_mine_light.png', data[1]!]]);
  await settled(fresh!.id);
  expect(await get(fresh!.id)).toMatchObject({ subject: 'gull', name: 'Mine', tone: 'light' });
  await ok('PATCH', '/artworks/settings', { fileNamePattern: '' });
});

test('drawers nest, are looked into with all that lies inside, and take it along when they move', async () => {
  const [inner] = await some(1, 'Coast/Cliffs');
  const [outer] = await some(1, 'Coast');
  expect((await found('drawer=Coast')).sort()).toEqual([inner, outer].sort());
  expect(await found('drawer=Coast/Cliffs')).toEqual([inner]);
  type Drawer = { id: string; path: string; artworks: number; within: number };
  const drawers = (await ok<Items<Drawer>>('GET', '/drawers')).items;
  expect(drawers.find((d) => d.path === 'Coast')).toMatchObject({ artworks: 1, within: 2 });
  await ok('PATCH', `/drawers/${drawers.find((d) => d.path === 'Coast')!.id}`, { path: 'Archive/Shore' });
  expect((await get(inner!)).drawer).toBe('Archive/Shore/Cliffs');
  const { undo } = await change([inner!], { drawer: 'Elsewhere' });
  expect((await get(inner!)).drawer).toBe('Elsewhere');
  await ok('POST', '/artworks/undo', { id: undo });
  expect((await get(inner!)).drawer).toBe('Archive/Shore/Cliffs');
});

test('artwork is found by colour, tone, size and use, and a search is kept under a name', async () => {
  const green = await sharp({ create: { width: 2400, height: 2400, channels: 4, background: '#1f7a3d' } })
    .extend({ left: 300, background: { r: 0, g: 0, b: 0, alpha: 0 } })
    .png()
    .toBuffer();
  const [taken] = await upload([['only-green.png', green]]);
  await settled(taken!.id);
  expect(await found('colour=21803f')).toContain(taken!.id);
  expect(await found('colour=c63d22')).not.toContain(taken!.id);
  expect(await found('inches=8')).toContain(taken!.id);
  expect(await found('inches=8.2')).not.toContain(taken!.id);
  expect(await found('used=nowhere')).toContain(taken!.id);
  expect(await found('used=listed')).not.toContain(taken!.id);
  const kept = await ok<{ id: string; query: string }>('POST', '/views', {
    station: 'artwork',
    name: 'Green ones',
    query: 'colour=21803f&view=table&tone=&open=x',
  });
  expect(kept.query).toBe('colour=21803f&view=table');
  await ok('DELETE', `/views/${kept.id}`);
  const sorted = await found('sort=largest');
  const sizes = await Promise.all(sorted.slice(0, 5).map(async (id) => get(id).then((a) => a.widthPx)));
  expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
});

test('what is put aside or deleted is out of the way, says what depends on it, and comes back', async () => {
  const { docket } = await openShop();
  const [id, other] = await newArtworks(2);
  const run = await ok<Run>('POST', '/runs', { artworks: [id], dockets: [docket], outlets: ['quayside'] });
  await until(
    () => ok<Run>('GET', `/runs/${run.id}`),
    (r) => !r.counts.drafting,
    'drafting',
  );
  const depends = await ok<{ sentence: string; proofs: number }>('POST', '/artworks/dependants', { ids: [id] });
  expect(depends).toMatchObject({
    proofs: 1,
    sentence: expect.stringContaining('1 artwork with 1 proof made from it') as string,
  });
  const { undo } = await change([id!, other!], { standing: 'deleted' });
  expect(await found('')).not.toContain(id);
  expect(await found('standing=deleted')).toEqual(expect.arrayContaining([id, other]));
  const again = await upload([
    [
      'same again.png',
      await fetch(`${process.env.PRESS_URL}/api/v1/artworks/${id}/original`, {
        headers: { authorization: `Bearer ${process.env.PRESS_TOKEN}` },
      }).then(async (r) => Buffer.from(await r.arrayBuffer())),
    ],
  ]);
  expect(again[0]).toMatchObject({ outcome: 'already here', sentence: expect.stringContaining('lies in the bin') as string });
  await ok('POST', '/artworks/undo', { id: undo });
  expect(await found('')).toEqual(expect.arrayContaining([id, other]));
  // for good
  await change([other!], { standing: 'deleted' });
  expect((await ok<{ removed: number }>('POST', '/artworks/empty-bin')).removed).toBeGreaterThanOrEqual(1);
  expect((await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items).toHaveLength(1);
});

test('a better file takes its place: proofs from the old one say so, and it can be gone back to', async () => {
  const { docket } = await openShop();
  const [id] = await newArtworks(1);
  const run = await ok<Run>('POST', '/runs', { artworks: [id], dockets: [docket], outlets: ['quayside'] });
  await until(
    () => ok<Run>('GET', `/runs/${run.id}`),
    (r) => !r.counts.drafting,
    'drafting',
  );
  const outOfDate = async () =>
    (await ok<Items<Proof & { outOfDate: boolean }>>('GET', `/proofs?run=${run.id}`)).items[0]!.outOfDate;
  expect(await outOfDate()).toBe(false);
  const put = (data: Buffer, name: string) =>
    fetch(`${process.env.PRESS_URL}/api/v1/artworks/${id}/versions?fileName=${name}`, {
      method: 'POST',
      headers: { authorization: `Bearer ${process.env.PRESS_TOKEN}` },
      body: new Uint8Array(data),
    });
  const before = await get(id!);
  expect((await put(await motif(7777, 3300, 3960), 'better.png')).status).toBe(201);
  await settled(id!);
  expect(await get(id!)).toMatchObject({ version: 2, fileName: 'better.png', widthPx: 3300, subject: 'lighthouse' });
  expect(await outOfDate()).toBe(true);
  // a file that cannot be taken leaves the one before it in place, with a sentence
  expect((await put(Buffer.from('not a picture at all'), 'worse.png')).status).toBe(201);
  const still = await until(
    () => get(id!),
    (a) => a.state === 'ready' && a.version === 2,
    'the version before',
  );
  expect(still.fileName).toBe('better.png');
  const { refused } = await ok<{ refused: { problem: string }[] }>('GET', '/artworks/intake');
  expect(refused.some((r) => r.problem.startsWith('worse.png') && r.problem.includes('keeps the version it had'))).toBe(true);
  await ok('POST', `/artworks/${id}/versions/1`);
  await settled(id!);
  expect(await get(id!)).toMatchObject({ version: 1, fileName: before.fileName, widthPx: before.widthPx });
  expect(await outOfDate()).toBe(false);
  expect((await ok<Items<{ version: number }>>('GET', `/artworks/${id}/versions`)).items.map((v) => v.version)).toEqual([2, 1]);
});

describe('alike', () => {
  const svg = (ink: string, accent: string, seed: number) =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" width="1400" height="1400"><path d="M10 90 L30 ${20 + seed} L50 60 L70 10 L90 90 Z" fill="${ink}"/><circle cx="${20 + seed * 3}" cy="22" r="9" fill="${accent}"/><path d="M5 94h90v4H5z" fill="${accent}"/></svg>`,
    );
  const png = (s: Buffer, side = 1400) => sharp(s).resize(side).png().toBuffer();
  const alikeOf = async (id: string) =>
    (await ok<{ alike: { id: string; kind: string; decision: string }[] }>('GET', `/artworks/${id}/uses`)).alike;

  test('a scaled, recompressed and slightly recoloured copy is found, carried over to, and merged or told apart', async () => {
    const drawn = svg('#e4694a', '#f7efdc', 3);
    const original = await png(drawn);
    const copy = await sharp(original).resize(900).modulate({ brightness: 1.05 }).webp({ quality: 70 }).toBuffer();
    const [a] = await upload([['ridge.png', original]]);
    await settled(a!.id);
    await change([a!.id], { subject: 'mountain', audience: 'youth' });
    const [b] = await upload([['ridge small.webp', copy]]);
    await settled(b!.id);
    expect(await alikeOf(a!.id)).toEqual([{ id: b!.id, kind: 'copy', decision: 'open' }]);
    expect(await get(b!.id)).toMatchObject({ subject: 'mountain', audience: 'youth', sources: { subject: 'copy' } });
    const { undo } = await ok<{ undo: string }>('POST', '/artworks/alike', { ids: [a!.id, b!.id], decision: 'merge' });
    expect([(await get(a!.id)).standing, (await get(b!.id)).standing]).toEqual(['here', 'aside']);
    await ok('POST', '/artworks/undo', { id: undo });
    expect((await get(b!.id)).standing).toBe('here');
    await ok('POST', '/artworks/alike', { ids: [a!.id, b!.id], decision: 'ignore' });
    const { items } = await ok<Items<{ ids: string[] }>>('GET', '/artworks/alike');
    expect(items.some((g) => g.ids.includes(b!.id))).toBe(false);
  });

  test('two copies that are measured at the same moment are found alike, before their words are read', async () => {
    const original = await png(svg('#2f6f6a', '#f7efdc', 7));
    const copy = await sharp(original).resize(900).webp({ quality: 70 }).toBuffer();
    const both = await asOwner(async (o) => {
      // both get as far as to write down what they are like, and no further
      await o.query('BEGIN');
      await o.query('LOCK TABLE likeness IN SHARE ROW EXCLUSIVE MODE');
      const taken = await upload([
        ['reef.png', original],
        ['reef small.webp', copy],
      ]);
      await until(
        async () => (await o.query<{ n: number }>("SELECT count(*)::int AS n FROM pg_stat_activity WHERE usename = 'press_app' AND wait_event_type = 'Lock'")).rows[0]!.n, // prettier-ignore
        (n) => n >= 2,
        'both to wait',
      );
      await o.query('COMMIT');
      return taken;
    });
    for (const { id } of both) await settled(id);
    expect(await alikeOf(both[0]!.id)).toEqual([{ id: both[1]!.id, kind: 'copy', decision: 'open' }]);
  });

  test('linked twins become one listing whose cloths take the twin that reads best', async () => {
    const { docket } = await openShop();
    // one after the other: the one that came first leads, and files of one request come side by side
    const [light] = await upload([['peak-light.png', await png(svg('#f7efdc', '#f2c46a', 11), 3000)]]);
    const [dark] = await upload([['peak-dark.png', await png(svg('#1d3145', '#5a2a10', 11), 3000)]]);
    for (const t of [light!, dark!]) {
      await settled(t.id);
      await change([t.id], { subject: 'mountain' });
    }
    await until(
      () => alikeOf(light!.id),
      (k) => k.some((x) => x.id === dark!.id && x.kind === 'twin'),
      'the twin',
    );
    await ok('POST', '/artworks/alike', { ids: [light!.id, dark!.id], decision: 'link' });
    expect((await get(light!.id)).motifId).toBe((await get(dark!.id)).motifId);
    const run = await ok<Run>('POST', '/runs', { artworks: [light!.id, dark!.id], dockets: [docket], outlets: ['quayside'] });
    expect([run.total, run.leftOut.map((l) => l.why)]).toEqual([1, ['goes with its twin “Peak light”']]);
    await until(
      () => ok<Run>('GET', `/runs/${run.id}`),
      (r) => !r.counts.drafting,
      'drafting',
    );
    const [proof] = (await ok<Items<Proof & { colours: { name: string; print: number }[] }>>('GET', `/proofs?run=${run.id}`))
      .items;
    expect(new Set(proof!.colours.map((c) => c.print))).toEqual(new Set([0, 1]));
    expect(proof!.problems.find((p) => p.code === 'twins')!.sentence).toMatch(/“Peak light” on .+; “Peak dark” on /);
    expect(proof!.pictures.every((p) => p.picture)).toBe(true);
  });
});
