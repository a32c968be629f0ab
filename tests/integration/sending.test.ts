import {
  connectKestrel,
  control,
  drafted,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  quaysideProducts,
  STANDINS,
  trouble,
  until,
  type Items,
  type Listing,
  type Proof,
  type Run,
} from './press';

jest.setTimeout(240_000);

let docket: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
});
afterEach(async () => {
  await control('kestrel');
  await control('quayside');
});

const refs = async (run: Run) =>
  (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&limit=1000`)).items.map((p) => `up-${p.id}`);
const listings = async () => (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items;

test('one artwork goes through to live listings, and buyers can see them', async () => {
  const artworks = await newArtworks(1);
  const run = await passedRun(artworks, docket, ['kestrel', 'quayside']);
  expect(run.counts).toEqual({ passed: 2 });
  const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
  expect(proof!.pictures).toHaveLength(2);
  for (const p of proof!.fields.prices.value) expect(p.priceMinor % 100).toBe(99);
  const before = new Set((await listings()).map((l) => l.id));
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 2 });
  const fresh = (await listings()).filter((l) => !before.has(l.id));
  expect(fresh.map((l) => l.state)).toEqual(['live', 'live']);
  for (const listing of fresh) {
    const page = await (await fetch(listing.url)).text();
    expect(page).toContain(listing.title);
    const picture = /src="(\/(?:kestrel\/picture|quayside\/file)\/[a-z0-9-]+)"/.exec(page)![1]!;
    expect((await fetch(STANDINS + picture)).headers.get('content-type')).toBe('image/jpeg');
  }
});

test('drafts are set live without doing any step twice', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['kestrel', 'quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  const mine = (await listings()).filter((l) => l.state === 'draft there');
  expect(mine).toHaveLength(2);
  await ok('POST', '/listings/live', { ids: mine.map((l) => l.id) });
  await pressDone(run.id);
  expect((await listings()).filter((l) => mine.some((m) => m.remoteId === l.remoteId)).map((l) => l.state)).toEqual([
    'live',
    'live',
  ]);
  const own = await refs(run);
  expect((await quaysideProducts()).filter((p) => own.includes(p.source_ref)).map((p) => [p.status, p.media.length])).toEqual([
    ['on_sale', 2],
  ]);
});

test('an answer that is lost after the work was done doubles nothing', async () => {
  const run = await passedRun(await newArtworks(2), docket, ['kestrel', 'quayside']);
  await control('kestrel', { dropNext: 6 });
  await control('quayside', { dropNext: 5 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  expect((await pressDone(run.id, 120)).counts).toEqual({ listed: 4 });
  const own = await refs(run);
  const there = (await quaysideProducts()).filter((p) => own.includes(p.source_ref));
  expect(there).toHaveLength(2);
  expect(await onKestrel(own)).toEqual([2, 2]);
});

/** Pictures of each Kestrel listing with one of these references, found through its public stall. */
async function onKestrel(own: string[]): Promise<number[]> {
  const ids = (await listings()).filter((l) => l.outletId === 'kestrel').map((l) => l.url);
  const pages = await Promise.all(ids.map(async (url) => (await fetch(url)).text()));
  const mine = (await ok<Items<Proof>>('GET', '/proofs?limit=1000&state=listed')).items
    .filter((p) => own.includes(`up-${p.id}`) && p.outletId === 'kestrel')
    .map((p) => p.fields.title.value);
  return pages
    .filter((page) => mine.some((title) => page.includes(`<h1>${title}</h1>`)))
    .map((page) => (page.match(/<img /g) ?? []).length);
}

test('429 with Retry-After and trouble at the outlet are waited out', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['kestrel', 'quayside']);
  await control('kestrel', { limitNext: 2, retryAfterSeconds: 1 });
  await control('quayside', { failNext: 3 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 2 });
});

test('a token that expires half-way is renewed and nothing is lost', async () => {
  const run = await passedRun(await newArtworks(3), docket, ['kestrel']);
  await control('kestrel', { slowMs: 60 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await until(
    () => ok<Run>('GET', `/runs/${run.id}`),
    (r) => (r.counts.listed ?? 0) >= 1,
    'first listing',
  );
  await fetch(`${STANDINS}/control/kestrel/expire-tokens`, { method: 'POST' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 3 });
});

test('an outlet that is down when sending begins is tried again until it is up', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await control('quayside', { down: true });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await new Promise((resolve) => setTimeout(resolve, 2500));
  expect((await ok<Run>('GET', `/runs/${run.id}`)).counts).toEqual({ sending: 1 });
  await control('quayside');
  expect((await pressDone(run.id, 90)).counts).toEqual({ listed: 1 });
});

test('a proof that breaks the outlet’s rules is held with a way out, and goes through after the mend', async () => {
  const artworks = await newArtworks(2);
  const run = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['kestrel'] });
  await drafted(run.id);
  const [first] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
  const held = await ok<Proof>('PATCH', `/proofs/${first!.id}`, { title: 'T'.repeat(150) });
  const problem = held.problems.find((p) => p.stops)!;
  expect([held.state, problem.sentence]).toEqual(['held', 'Title is 150 characters; Kestrel Fair takes 140.']);
  expect(held.fields.title.from).toBe('hand');
  const mended = await ok<Proof>('PATCH', `/proofs/${first!.id}`, { title: problem.mend!.value });
  expect(mended.state).toBe('ready');
  await ok('POST', `/runs/${run.id}/pass`, {});
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 2 });
});

test('an outlet’s refusal is told in its own words, holds up nothing else, and can be tried again', async () => {
  const artworks = await newArtworks(2);
  const run = await passedRun(artworks, docket, ['quayside']);
  await control('quayside', { refuseNext: 1 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1, refused: 1 });
  const refused = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&state=refused`)).items[0]!;
  expect(refused.refusal).toBe('Quayside: the shop is being rearranged.');
  await ok('POST', `/runs/${run.id}/retry`, { as: 'draft' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 2 });
});

test('a run can be paused, gone on with, and stopped', async () => {
  const run = await passedRun(await newArtworks(4), docket, ['quayside']);
  await control('quayside', { slowMs: 120 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await until(
    () => ok<Run>('GET', `/runs/${run.id}`),
    (r) => (r.counts.listed ?? 0) >= 1,
    'first listing',
  );
  await ok('POST', `/runs/${run.id}/pause`, {});
  await new Promise((resolve) => setTimeout(resolve, 900));
  const paused = await ok<Run>('GET', `/runs/${run.id}`);
  expect(paused.state).toBe('paused');
  expect(paused.counts.sending).toBeGreaterThan(0);
  await new Promise((resolve) => setTimeout(resolve, 700));
  expect((await ok<Run>('GET', `/runs/${run.id}`)).counts).toEqual(paused.counts);
  await ok('POST', `/runs/${run.id}/resume`, {});
  await until(
    () => ok<Run>('GET', `/runs/${run.id}`),
    (r) => (r.counts.listed ?? 0) >= 2,
    'second listing',
  );
  await ok('POST', `/runs/${run.id}/stop`, {});
  const stopped = await pressDone(run.id);
  expect((stopped.counts.listed ?? 0) + (stopped.counts.passed ?? 0)).toBe(4);
  await control('quayside');
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 4 });
  const own = await refs(run);
  expect((await quaysideProducts()).filter((p) => own.includes(p.source_ref))).toHaveLength(4);
});

test('a paused run drafts no further, and goes on where it was', async () => {
  const artworks = await newArtworks(3);
  const run = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['kestrel', 'quayside'] });
  await ok('POST', `/runs/${run.id}/pause`, {});
  await new Promise((resolve) => setTimeout(resolve, 2500));
  const paused = await ok<Run>('GET', `/runs/${run.id}`);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  expect((await ok<Run>('GET', `/runs/${run.id}`)).counts).toEqual(paused.counts);
  await ok('POST', `/runs/${run.id}/resume`, {});
  expect((await drafted(run.id)).counts).toEqual({ ready: 6 });
});

test('a worker killed in the middle of a send loses nothing and doubles nothing', async () => {
  const run = await passedRun(await newArtworks(4), docket, ['kestrel', 'quayside']);
  await control('quayside', { slowMs: 80 });
  await control('kestrel', { slowMs: 80 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  for (let kill = 0; kill < 2; kill++) {
    await until(
      () => ok<Run>('GET', `/runs/${run.id}`),
      (r) => (r.counts.listed ?? 0) >= 1 + kill * 2,
      'some listings',
    );
    await trouble('kill-worker');
  }
  expect((await pressDone(run.id, 120)).counts).toEqual({ listed: 8 });
  const own = await refs(run);
  const there = (await quaysideProducts()).filter((p) => own.includes(p.source_ref));
  expect(there.map((p) => p.media.length)).toEqual([2, 2, 2, 2]);
  expect(await onKestrel(own)).toEqual([2, 2, 2, 2]);
});

test('the database restarted in the middle of a send: everything goes on', async () => {
  const run = await passedRun(await newArtworks(3), docket, ['quayside']);
  await control('quayside', { slowMs: 100 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await until(
    () => ok<Run>('GET', `/runs/${run.id}`),
    (r) => (r.counts.listed ?? 0) >= 1,
    'first listing',
  );
  await trouble('restart-database');
  expect((await pressDone(run.id, 120)).counts).toEqual({ listed: 3 });
  const own = await refs(run);
  expect((await quaysideProducts()).filter((p) => own.includes(p.source_ref))).toHaveLength(3);
});

test('a seller who does not allow access is told so, and what was connected stays connected', async () => {
  const back = await connectKestrel('deny');
  expect(back.headers.get('location')).toContain('connect=declined');
  const { items } = await ok<Items<{ id: string; connected: boolean }>>('GET', '/outlets');
  expect(items.find((o) => o.id === 'kestrel')!.connected).toBe(true);
});
