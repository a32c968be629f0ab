import {
  call,
  drafted,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  until,
  withoutDrafting,
  type Items,
  type Proof,
  type Run,
} from './press';

interface Frame {
  at: number;
  kind: string;
  scene: string;
  colour: string;
  notOffered: string | null;
  picture: string | null;
  small: string | null;
  wrong: string | null;
}
interface Strip {
  id: string;
  artworkId: string;
  state: string;
  own: boolean;
  frames: Frame[];
}
interface Strips {
  total: number;
  longest: number;
  rows: Strip[];
}
interface Mended {
  pictures: number;
  proofs: number;
  seconds: number | null;
  passed: number;
  listed: number;
  left: Record<string, number>;
  undo: string | null;
}

let docket: string;
let artworks: string[];
let run: Run;
beforeAll(async () => {
  ({ docket } = await openShop());
  artworks = await newArtworks(3);
  run = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
});

const strips = async (more = ''): Promise<Strips> => {
  await drafted(run.id);
  return ok<Strips>('GET', `/pictures/strips?run=${run.id}&sort=oldest${more}`);
};
const strip = async (n: number): Promise<Strip> => (await strips()).rows[n]!;
const frame = async (n: number, at: number): Promise<Frame> => (await strip(n)).frames[at]!;
const proof = (id: string) => ok<Proof & { changed: string[]; outOfDate: boolean }>('GET', `/proofs/${id}`);
const mend = (pictures: [Strip, number][], word: object, preview = false) =>
  ok<Mended>('POST', '/pictures/mend', { pictures: pictures.map(([s, at]) => ({ proof: s.id, at })), mend: word, preview });
const undo = async (id: string | null, way = 'undo') => {
  await ok('POST', `/activity/${way}`, { id });
  await drafted(run.id);
};

test('all pictures of a run, proof by proof, window by window', async () => {
  const { total, longest, rows } = await strips();
  expect([total, longest, rows.map((r) => r.frames.map((f) => f.scene))]).toEqual([
    3,
    2,
    artworks.map(() => ['shirt-flat', 'shirt-close']),
  ]);
  expect(rows.map((r) => r.artworkId).sort()).toEqual([...artworks].sort());
  expect((await strips('&from=1&count=1')).rows.map((r) => r.id)).toEqual([rows[1]!.id]);
  expect((await call('GET', `/pictures/strips?run=${docket}x`)).status).toBe(400);
});

test('what the pictures show, and all that show one thing', async () => {
  const { items } = await ok<Items<{ kind: string; scene: string; count: number }>>('GET', `/pictures/shown?run=${run.id}`);
  expect(items.map((i) => [i.scene, i.count])).toEqual(expect.arrayContaining([['shirt-flat', 3], ['shirt-close', 3]])); // prettier-ignore
  const { rows } = await ok<{ rows: { proof: string; at: number; scene: string }[] }>('GET', `/pictures/frames?run=${run.id}&sort=oldest&kind=scene&scene=shirt-close&from=1&count=5`); // prettier-ignore
  const all = (await strips()).rows;
  expect(rows.map((r) => [r.proof, r.at, r.scene])).toEqual(all.slice(1).map((s) => [s.id, 1, 'shirt-close']));
});

test('another colour: just that picture is made again, the proof keeps its run, and taken back it is the same picture', async () => {
  const before = await strip(0);
  const told = await mend([[before, 1]], { kind: 'colour', colour: { named: 'Harbour' } }, true);
  expect(told).toMatchObject({ pictures: 1, proofs: 1, passed: 0, listed: 0, left: {}, undo: null });
  expect(told.seconds).toBeGreaterThan(0); // this machine has made some by now
  expect(await strip(0)).toEqual(before); // it was only asked
  const done = await mend([[before, 1]], { kind: 'colour', colour: { named: 'Harbour' } });
  const after = await strip(0);
  expect([after.own, after.frames[1]!.colour, after.frames[0]!.picture]).toEqual([true, 'Harbour', before.frames[0]!.picture]);
  expect(after.frames[1]!.picture).not.toBe(before.frames[1]!.picture);
  await undo(done.undo);
  const back = await strip(0);
  expect([back.own, back.frames]).toEqual([false, before.frames]);
  await undo(done.undo, 'redo');
  expect((await frame(0, 1)).colour).toBe('Harbour');
  await undo(done.undo);
});

test('a colour that the blank does not have is shown, and marked as not to be ordered', async () => {
  const it = await strip(1);
  const done = await mend([[it, 0]], { kind: 'colour', colour: '#7a2e8a' });
  expect(await frame(1, 0)).toMatchObject({ colour: '#7a2e8a', notOffered: '#7a2e8a' });
  const told = (await proof(it.id)).problems.filter((p) => p.code === 'colour-not-offered');
  expect(told.map((p) => [p.stops, p.sentence.includes('#7a2e8a')])).toEqual([[false, true]]);
  await undo(done.undo);
  expect((await call('POST', '/pictures/mend', { pictures: [{ proof: it.id, at: 0 }], mend: { kind: 'colour', colour: 'mauve' } })).status).toBe(422); // prettier-ignore
});

test('all that are made alike are mended in one step; what was mended otherwise is not', async () => {
  const { rows } = await strips();
  const other = await mend([[rows[2]!, 0]], { kind: 'colour', colour: { named: 'Ink' } });
  const [one] = (await strips()).rows;
  const body = { alike: { proof: one!.id, at: 0 }, search: { run: run.id }, mend: { kind: 'scene', scene: 'shirt-close' } };
  const told = await ok<Mended>('POST', '/pictures/mend', { ...body, preview: true });
  expect([told.pictures, told.proofs]).toEqual([2, 2]);
  const done = await ok<Mended>('POST', '/pictures/mend', body);
  expect((await strips()).rows.map((s) => s.frames[0]!.scene)).toEqual(['shirt-close', 'shirt-close', 'shirt-flat']);
  await undo(done.undo);
  await undo(other.undo);
  expect((await strips()).rows.every((s) => !s.own)).toBe(true);
  expect((await call('POST', '/pictures/mend', { ...body, mend: { kind: 'scene', scene: 'the-moon' } })).status).toBe(422);
});

test('moved, taken out, and left to the docket again', async () => {
  const it = await strip(0);
  await mend([[it, 1]], { kind: 'move', to: 0 });
  expect((await strip(0)).frames.map((f) => f.picture)).toEqual([it.frames[1]!.picture, it.frames[0]!.picture]);
  await mend([[it, 0]], { kind: 'take out' });
  expect((await strip(0)).frames.map((f) => f.picture)).toEqual([it.frames[0]!.picture]);
  // a listing has one picture at least
  expect((await mend([[it, 0]], { kind: 'take out' })).left).toEqual({ 'makes no sense': 1 });
  expect((await mend([[it, 7]], { kind: 'take out' })).left).toEqual({ 'no such picture': 1 });
  await mend([[it, 0]], { kind: 'docket' });
  expect(await strip(0)).toMatchObject({ own: false, frames: it.frames });
});

test('a picture put on others, with their own artwork on it or with its own', async () => {
  const [from, ...others] = (await strips()).rows;
  const put = (showing: string) =>
    ok<Mended>('POST', '/pictures/put', {
      ...{ from: { proof: from!.id, at: 1 }, onto: { ids: others.map((o) => o.id) }, at: 0, showing },
    });
  const theirs = await put('their artwork');
  expect([theirs.pictures, theirs.proofs]).toEqual([2, 2]);
  const now = (await strips()).rows;
  expect(now.map((s) => s.frames.length)).toEqual([2, 3, 3]);
  expect(now[1]!.frames[0]!.picture).toBe(others[0]!.frames[1]!.picture); // the same picture is not made twice
  await undo(theirs.undo);
  const same = await put('this artwork');
  const shown = (await strips()).rows;
  expect(shown.slice(1).map((s) => s.frames[0]!.picture)).toEqual([from!.frames[1]!.picture, from!.frames[1]!.picture]);
  await undo(same.undo);
});

test('what is wrong is said, found again, and gone as soon as the picture is another', async () => {
  const it = await strip(1);
  const pictures = [0, 1].map((at) => ({ proof: it.id, at }));
  expect(await ok('POST', '/pictures/flag', { pictures, wrong: 'hard to see' })).toEqual({ flagged: 2 });
  expect((await strips('&wrong=yes')).rows.map((s) => s.frames.map((f) => f.wrong))).toEqual([['hard to see', 'hard to see']]);
  const groups = await ok<Items<{ scene: string; wrong: number }>>('GET', `/pictures/shown?run=${run.id}`);
  expect(groups.items.map((g) => g.wrong)).toEqual([1, 1]);
  await mend([[it, 0]], { kind: 'colour', colour: { named: 'Ink' } });
  expect((await strip(1)).frames.map((f) => f.wrong)).toEqual([null, 'hard to see']);
  await ok('POST', '/pictures/flag', { pictures, wrong: null });
  expect((await strips('&wrong=yes')).total).toBe(0);
  await mend([[it, 0]], { kind: 'docket' });
  expect((await call('POST', '/pictures/flag', { pictures, wrong: 'ugly' })).status).toBe(422);
});

test('what a picture could show instead: every scene of its goods, every colour and how it reads there', async () => {
  const it = await strip(0);
  interface Choices {
    pictures: { scene: string; colourName: string; prints: object[] }[];
    cloths: { name: string; legibility: number; offered: boolean; artworkId: string }[];
    motif: { id: string }[];
  }
  const choices = await ok<Choices>('GET', `/proofs/${it.id}/pictures/1?colour=Chalk`);
  interface Shipped {
    id: string;
    products: { kinds: string[]; rooms: { side: string }[] }[];
  }
  const shipped = (await ok<Items<Shipped>>('GET', '/scenes')).items.filter(({ products }) =>
    products.some((p) => p.kinds.includes('shirt') && p.rooms.some((r) => r.side === 'front')),
  );
  expect(shipped.map((s) => s.id)).toEqual(expect.arrayContaining(['shirt-close', 'shirt-flat', 'shirts-rail']));
  expect(choices.pictures.map((p) => [p.scene, p.colourName]).sort()).toEqual(shipped.map((s) => [s.id, 'Chalk']).sort());
  const cloth = (name: string) => choices.cloths.find((c) => c.name === name)!;
  // cream on chalk is hard to see, on ink it is not (the motif's inks are cream, amber and teal)
  expect(cloth('Chalk').legibility).toBeLessThan(cloth('Ink').legibility);
  expect([cloth('Ink').offered, cloth('Ink').artworkId]).toEqual([true, it.artworkId]);
  expect(choices.motif.map((m) => m.id)).toEqual([it.artworkId]);
  expect((await call('GET', `/proofs/${it.id}/pictures/9`)).status).toBe(404);
  expect((await call('GET', `/proofs/${run.id}/pictures/0`)).status).toBe(404);
});

test('an artwork sits otherwise on what pictures show: on all its pictures under that docket, and taken back they are as they were', async () => {
  const before = (await strips()).rows;
  const word = { kind: 'sits', scale: 1.1, downMm: 12 };
  expect(await mend([[before[0]!, 0]], word, true)).toMatchObject({ pictures: 2, proofs: 1, undo: null });
  const done = await mend([[before[0]!, 0]], word);
  const after = (await strips()).rows;
  expect(after.map((s, i) => s.frames.map((f, k) => f.picture !== before[i]!.frames[k]!.picture))).toEqual([[true, true], [false, false], [false, false]]); // prettier-ignore
  const { items } = await ok<Items<{ own: { front?: { layers: { scale?: number; yMm: number }[] } } }>>('POST', `/dockets/${docket}/placed`, { artworks: [before[0]!.artworkId] }); // prettier-ignore
  // the docket holds it 30 mm from the top
  expect(items[0]!.own.front!.layers[0]).toMatchObject({ scale: 1.1, yMm: 42 });
  await undo(done.undo);
  expect((await strips()).rows.map((s) => s.frames)).toEqual(before.map((s) => s.frames));
});

test('a proof that is being made is left as it is, and said; somebody who looks at it has it made first', async () => {
  const it = await strip(0);
  await withoutDrafting(async () => {
    await mend([[it, 0]], { kind: 'colour', colour: { named: 'Ink' } });
    expect((await mend([[it, 0]], { kind: 'colour', colour: { named: 'Chalk' } })).left).toEqual({ 'being made': 1 });
    expect(await ok('POST', '/pictures/first', { ids: [it.id] })).toEqual({});
    // stopped half-way it is as it was, but for its list, which it is out of date with
    await ok('POST', `/runs/${run.id}/stop`, {});
    expect(await proof(it.id)).toMatchObject({ state: 'ready', outOfDate: true });
  });
  // its run goes on no more: it is drafted in one of its own
  expect((await mend([[it, 0]], { kind: 'docket' })).proofs).toBe(1);
  const other = await until(() => proof(it.id), (p) => p.state === 'ready' && !p.outOfDate, 'the pictures'); // prettier-ignore
  expect((other as unknown as { runId: string }).runId).not.toBe(run.id);
});

test('what was passed is to be passed anew; what stands at an outlet differs, and its pictures are sent as a change', async () => {
  const mine = await passedRun(await newArtworks(2), docket, ['quayside']);
  const all = async () => (await ok<Strips>('GET', `/pictures/strips?run=${mine.id}&sort=oldest`)).rows;
  const [first, second] = await all();
  await ok('POST', '/proofs/unpass', { ids: [second!.id] });
  await ok('POST', `/runs/${mine.id}/send`, { as: 'draft' });
  await pressDone(mine.id);
  await ok('POST', '/proofs/pass', { ids: [second!.id] });
  const both = [first!, second!].map((s): [Strip, number] => [s, 1]);
  expect(await mend(both, { kind: 'move', to: 0 }, true)).toMatchObject({ pictures: 0, proofs: 2, passed: 1, listed: 1 });
  await mend(both, { kind: 'move', to: 0 });
  await drafted(mine.id);
  expect((await all()).map((s) => s.state)).toEqual(['ready', 'ready']);
  expect((await proof(first!.id)).changed).toEqual(['pictures']);
  // onto a listing, by what is searched for in the ledger
  const { items } = await ok<Items<{ id: string; proofId: string }>>('GET', '/listings?limit=1000');
  const listing = items.find((l) => l.proofId === first!.id)!;
  const put = await ok<Mended>('POST', '/pictures/put', {
    ...{ from: { proof: second!.id, at: 0 }, onto: { listings: { ids: [listing.id] } }, at: 9, showing: 'this artwork' },
  });
  expect(put).toMatchObject({ pictures: 1, proofs: 1 });
  await drafted(mine.id);
  expect((await all())[0]!.frames).toHaveLength(3);
});

test('favourite scenes and sets are kept; what ships no more is dropped, and two sets have two names', async () => {
  const sets = [{ name: 'Plain ', scenes: ['shirt-flat', 'the-moon'] }];
  const kept = await ok<{ uses: Record<string, number> }>('PUT', '/scenes/shelf', { favourites: ['shirt-close', 'gone'], sets });
  expect(kept).toMatchObject({ favourites: ['shirt-close'], sets: [{ name: 'Plain', scenes: ['shirt-flat'] }] });
  expect(kept.uses['shirt-flat']).toBeGreaterThan(0);
  expect(await ok('GET', '/scenes/shelf')).toEqual(kept);
  const twice = [...sets, { name: 'plain', scenes: [] }];
  expect((await call('PUT', '/scenes/shelf', { favourites: [], sets: twice })).status).toBe(422);
});

test('what a run would make is said before: what is there is drafted again, what is passed is not', async () => {
  const mine = await newArtworks(2);
  const wish = { artworks: mine, dockets: [docket], outlets: ['quayside', 'kestrel'] };
  expect(await ok('POST', '/runs/forecast', wish)).toMatchObject({ proofs: 4, pictures: 8, again: 0, leftOut: 0 });
  await passedRun(mine.slice(0, 1), docket, ['quayside']);
  const begun = await ok<Run>('POST', '/runs', { artworks: mine.slice(1), dockets: [docket], outlets: ['quayside'] });
  await drafted(begun.id);
  expect(await ok('POST', '/runs/forecast', wish)).toMatchObject({ proofs: 3, pictures: 6, again: 1 });
});
