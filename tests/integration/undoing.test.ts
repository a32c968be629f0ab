import sharp from 'sharp';
import { BASE, motif, nextSerial, ok, settled, TOKEN, upload, type Artwork, type Items } from './press';

interface Report {
  changed: number;
  carried: number;
  of: number;
  examples: { id: string; field: string }[];
  undo: string;
}
interface Undone {
  left: number;
  sentence: string;
}
interface Whole extends Artwork {
  subject: string;
  audience: string;
  drawer: string | null;
  byHand: Record<string, string>;
  sources: Record<string, string>;
  version: number;
}
const change = (ids: string[], what: object, preview = false) =>
  ok<Report>('POST', '/artworks/change', { ids, change: what, preview });
const undo = (id: string) => ok<Undone>('POST', '/artworks/undo', { id });
const get = (id: string) => ok<Whole>('GET', `/artworks/${id}`);

async function one(): Promise<string> {
  const seed = nextSerial();
  const [taken] = await upload([[`undo-${seed}.png`, await motif(seed, 2000 + (seed % 89), 2400)]]);
  await settled(taken!.id);
  return taken!.id;
}

test('undoing leaves what a hand has said since, and names it', async () => {
  const id = await one();
  const { undo: step } = await change([id], { subject: 'crab', tone: 'dark' });
  await change([id], { audience: 'child', said: 'ahoy' });
  await change([id], { subject: 'whale' });
  const done = await undo(step);
  expect(done).toMatchObject({
    left: 1,
    sentence: 'Of one artwork something was changed since, or is gone, and stays: subject.',
  });
  expect(await get(id)).toMatchObject({
    subject: 'whale',
    audience: 'child',
    byHand: { said: 'ahoy' },
    sources: { subject: 'hand', audience: 'hand' },
  });
});

test('a drawer that is gone is no reason to fail: the rest is taken back, and it is said', async () => {
  const id = await one();
  await change([id], { drawer: 'Short-lived' });
  const { undo: step } = await change([id], { drawer: 'Kept', subject: 'gull' });
  const { items } = await ok<Items<{ id: string; path: string }>>('GET', '/drawers');
  await ok('DELETE', `/drawers/${items.find((d) => d.path === 'Short-lived')!.id}`);
  expect((await undo(step)).sentence).toContain('drawer');
  expect(await get(id)).toMatchObject({ drawer: 'Kept', subject: '' });
});

test('an earlier file that has come in again as another artwork can be put back all the same', async () => {
  const [older, better] = [await motif(777_001, 2100, 2500), await motif(777_002, 2100, 2500)];
  const [first] = await upload([['twice-a.png', older]]);
  await settled(first!.id);
  const put = await fetch(`${BASE}/api/v1/artworks/${first!.id}/versions?fileName=twice-b.png`, {
    method: 'POST',
    headers: { authorization: `Bearer ${TOKEN}` },
    body: new Uint8Array(better),
  });
  expect(put.status).toBe(201);
  await settled(first!.id);
  const [again] = await upload([['twice-a.png', older]]);
  expect(again!.outcome).toBe('taken');
  await settled(again!.id);
  await ok('POST', `/artworks/${first!.id}/versions/1`, {});
  expect(await settled(first!.id)).toMatchObject({ state: 'ready', fileName: 'twice-a.png' });
  expect((await get(again!.id)).state).toBe('ready');
  // the same bytes a third time are neither of them anew
  expect((await upload([['twice-c.png', older]]))[0]!.outcome).toBe('already here');
});

describe('near copies', () => {
  const shell = (fill: string, turn = 0) =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 120" width="2000" height="2400"><g transform="rotate(${turn} 50 60)"><path d="M50 10L85 90Q50 112 15 90Z" fill="${fill}"/><circle cx="50" cy="62" r="17" fill="#7fc4bd"/><path d="M34 20h6v60h-6z" fill="#f2a93b"/></g></svg>`,
      ),
    );
  const bring = async (name: string, data: Buffer) => {
    const [taken] = await upload([[name, data]]);
    await settled(taken!.id);
    return taken!.id;
  };

  test('a preview counts what is carried over to them, and a link by hand leaves other open pairs', async () => {
    const a = await bring('cone-a.png', await shell('#c33b60').png().toBuffer());
    const b = await bring('cone-b.webp', await shell('#c33b60').resize(1500).webp({ quality: 85 }).toBuffer());
    const shown = await change([a], { subject: 'cone shell' }, true);
    const made = await change([a], { subject: 'cone shell' });
    expect([shown.changed, shown.examples.map((e) => e.id).sort()]).toEqual([
      made.changed,
      made.examples.map((e) => e.id).sort(),
    ]);
    expect(made.examples.map((e) => e.id)).toContain(b);
    expect([made.of, made.carried]).toEqual([1, made.changed - 1]);
    const stranger = await one();
    await ok('POST', '/artworks/alike', { ids: [a, stranger], decision: 'link' });
    const pairs = (await ok<{ alike: { id: string; kind: string; decision: string }[] }>('GET', `/artworks/${a}/uses`)).alike;
    expect(pairs.find((p) => p.id === b)).toMatchObject({ kind: 'copy', decision: 'open' });
  });
});

test.each(['/artworks', '/proofs', '/listings'])('%s: no rows are asked for, none are answered', async (path) =>
  expect(await ok('GET', `${path}?limit=0`)).toEqual({ items: [], next: null }),
);

describe('what was taken back is made again', () => {
  const redo = (id: string) => ok<Undone>('POST', '/artworks/redo', { id });

  test('a change of fields, as it was; what was changed meanwhile stays', async () => {
    const id = await one();
    const step = (await change([id], { subject: 'heron', addMarks: ['again'] })).undo;
    await undo(step);
    expect(await get(id)).toMatchObject({ subject: '', marks: [] });
    await redo(step);
    expect(await get(id)).toMatchObject({ subject: 'heron', marks: ['again'] });
    await undo(step);
    await change([id], { subject: 'curlew' });
    expect((await redo(step)).left).toBe(1);
    expect(await get(id)).toMatchObject({ subject: 'curlew', marks: ['again'] });
  });
  test('a link of two that no machine had seen together', async () => {
    const ids = [await one(), await one()];
    const { undo: step } = await ok<{ undo: string }>('POST', '/artworks/alike', { ids, decision: 'link' });
    const linked = async () => {
      const all = await Promise.all(ids.map((id) => ok<{ motifId: string | null }>('GET', `/artworks/${id}`)));
      return all[0]!.motifId !== null && all[0]!.motifId === all[1]!.motifId;
    };
    expect(await linked()).toBe(true);
    await undo(step);
    expect(await linked()).toBe(false);
    await redo(step);
    expect(await linked()).toBe(true);
  });
  test('only what was taken back', async () => {
    const step = (await change([await one()], { subject: 'tern' })).undo;
    await expect(redo(step)).rejects.toThrow('That was not undone.');
    await expect(redo('00000000-0000-4000-8000-000000000000')).rejects.toThrow('too old');
  });
});
