import {
  asOwner,
  call,
  connectKestrel,
  control,
  drafted,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  STANDINS,
  trouble,
  until,
  ware,
  wareCount,
  withoutDrafting,
  type Items,
  type Listing,
  type Proof,
  type Run,
} from './press';

let docket: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
});
afterEach(async () => {
  await control('kestrel');
  await control('quayside');
});

const proofsOf = async (run: Run) => (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&limit=1000`)).items;
/** What Quayside has of a run's proofs. */
const wares = async (run: Run) =>
  (await Promise.all((await proofsOf(run)).map((p) => ware(`up-${p.id}`)))).filter((w) => w !== null);
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
    const picture = /src="(\/(?:kestrel|quayside)\/picture\/[a-f0-9]{64})"/.exec(page)![1]!;
    expect((await fetch(STANDINS + picture)).headers.get('content-type')).toBe('image/jpeg');
  }
});

test('drafts are set live without doing any step twice', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['kestrel', 'quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  const proofs = (await proofsOf(run)).map((p) => p.id);
  const mine = (await listings()).filter((l) => proofs.includes(l.proofId!));
  expect(mine.map((l) => l.state)).toEqual(['draft there', 'draft there']);
  await ok('POST', '/listings/live', { ids: mine.map((l) => l.id) });
  await pressDone(run.id);
  expect((await listings()).filter((l) => mine.some((m) => m.remoteId === l.remoteId)).map((l) => l.state)).toEqual([
    'live',
    'live',
  ]);
  expect((await wares(run)).map((w) => [w.standing, w.pictures.length])).toEqual([['in-the-window', 2]]);
});

test('an answer that is lost after the work was done doubles nothing', async () => {
  const run = await passedRun(await newArtworks(2), docket, ['kestrel', 'quayside']);
  await control('kestrel', { dropNext: 6 });
  await control('quayside', { dropNext: 5 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  expect((await pressDone(run.id, 120)).counts).toEqual({ listed: 4 });
  expect(await wares(run)).toHaveLength(2);
  expect(await onKestrel(run)).toEqual([2, 2]);
});

/** Pictures of each offer that the fair's table shows under one of a run's titles: a double would be there twice. */
async function onKestrel(run: Run): Promise<number[]> {
  const titles = (await proofsOf(run)).filter((p) => p.outletId === 'kestrel').map((p) => p.fields.title.value);
  const table = await (await fetch(`${STANDINS}/kestrel/fair`)).text();
  const offers = [...table.matchAll(/href="(\/kestrel\/fair\/[0-9a-f]+)"/g)].map((m) => m[1]!);
  const pages = await Promise.all(offers.map(async (path) => (await fetch(STANDINS + path)).text()));
  return pages
    .filter((page) => titles.some((title) => page.includes(`<h1>${title}</h1>`)))
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
  const hold = async () =>
    (await ok<Items<{ id: string; hold: { why: string } | null }>>('GET', '/outlets')).items.find((o) => o.id === 'quayside')!
      .hold;
  expect((await until(hold, (h) => h !== null, 'the lane to be held'))!.why).toBe('Quayside did not answer.');
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
  expect([held.state, problem.sentence]).toEqual(['held', 'Title is 150 characters; Kestrel Fair takes 130.']);
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
  expect(refused.refusal).toBe('Quayside: The shop is being painted and takes nothing in today.');
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
  // what was under way has given itself back, and the lane has nothing to do
  const underWay = () =>
    asOwner(async (o) => {
      const rows = await o.query("SELECT FROM outlet_order WHERE run_id = $1 AND state = 'sending'", [run.id]);
      const lanes = await o.query("SELECT FROM graphile_worker.jobs WHERE key LIKE 'lane:%:quayside'");
      return rows.rowCount! + lanes.rowCount!;
    });
  await until(underWay, (n) => n === 0, 'the lane to rest');
  const paused = await ok<Run>('GET', `/runs/${run.id}`);
  expect([paused.state, (paused.counts.sending ?? 0) > 0]).toEqual(['paused', true]);
  // what would leave the house needs a token that may send
  const { token } = await ok<{ token: string }>('POST', '/tokens', { label: 'prepares only', scope: 'prepare' });
  expect((await call('POST', `/runs/${run.id}/resume`, {}, token)).status).toBe(403);
  expect((await ok<Run>('GET', `/runs/${run.id}`)).state).toBe('paused');
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
  expect(await wares(run)).toHaveLength(4);
});

test('a paused run drafts no further, and goes on where it was', async () => {
  const artworks = await newArtworks(3);
  const drafting = () =>
    asOwner(async (o) => (await o.query("SELECT FROM graphile_worker.jobs WHERE key LIKE 'draft:%'")).rowCount);
  // its jobs find it paused before any of them could begin
  const run = await withoutDrafting(async () => {
    const it = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['kestrel', 'quayside'] });
    await ok('POST', `/runs/${it.id}/pause`, {});
    return it;
  });
  await until(drafting, (n) => n === 0, 'drafting jobs to end');
  const { counts } = await ok<Run>('GET', `/runs/${run.id}`);
  // what had been begun before the pause may be done; the rest waits
  expect((counts.drafting ?? 0) + (counts.ready ?? 0)).toBe(6);
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
  expect((await wares(run)).map((w) => w.pictures.length)).toEqual([2, 2, 2, 2]);
  expect(await onKestrel(run)).toEqual([2, 2, 2, 2]);
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
  expect(await wares(run)).toHaveLength(3);
});

test('a seller who does not allow access is told so, and what was connected stays connected', async () => {
  const back = await connectKestrel('deny');
  expect(back.headers.get('location')).toContain('connect=declined');
  const { items } = await ok<Items<{ id: string; connected: boolean }>>('GET', '/outlets');
  expect(items.find((o) => o.id === 'kestrel')!.connected).toBe(true);
});

/** Corrects a proof's title and one price by hand, passes it and sends it as it was sent before. */
async function correct(run: Run, proof: Proof, title: string): Promise<void> {
  await ok('PATCH', `/proofs/${proof.id}`, { title, prices: { M: 4199 } });
  await ok('POST', '/proofs/pass', { ids: [proof.id] });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
}

test.each([
  ['kestrel', 1],
  ['quayside', 3],
])('a correction after a refusal half-way is what buyers see at %s', async (outlet, passNext) => {
  const run = await passedRun(await newArtworks(1), docket, [outlet]);
  await control(outlet, { passNext, refuseNext: 1 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  expect((await pressDone(run.id)).counts).toEqual({ refused: 1 });
  const [proof] = await proofsOf(run);
  const title = `Corrected ${proof!.id.slice(0, 8)}`;
  await correct(run, proof!, title);
  const listing = (await listings()).find((l) => l.proofId === proof!.id)!;
  expect([listing.title, listing.state]).toEqual([title, 'live']);
  const page = await (await fetch(listing.url)).text();
  expect(page).toContain(`<h1>${title}</h1>`);
  expect(page).toContain('$41.99');
  expect(await onKestrel(run)).toHaveLength(outlet === 'kestrel' ? 1 : 0);
});

test('stopped, corrected and sent again: one ware, with the new words and prices', async () => {
  const before = await wareCount();
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await control('quayside', { slowMs: 400 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await until(wareCount, (n) => n > before, 'the ware');
  await ok('POST', `/runs/${run.id}/stop`, {});
  await pressDone(run.id);
  await control('quayside');
  const [proof] = await proofsOf(run);
  // whichever came first, the stop or the end of sending
  if (proof!.state !== 'listed') {
    await correct(run, proof!, 'After the stop');
    const there = (await ware(`up-${proof!.id}`))!;
    expect([there.name, there.standing]).toEqual(['After the stop', 'in-the-window']);
    expect(there.articles.find((a) => a.picks.includes('M'))!.price).toEqual({ USD: '41.99' });
  }
  expect(await wareCount()).toBe(before + 1);
});

test('what the outlet does not know any more is gone, said plainly, and can be sent anew', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await pressDone(run.id);
  const [proof] = await proofsOf(run);
  const reference = `up-${proof!.id}`;
  const headers = { authorization: 'Bearer harbour-light-demo' };
  const tag = (await fetch(`${STANDINS}/quayside/yard/wares/${reference}`, { headers })).headers.get('etag')!;
  await fetch(`${STANDINS}/quayside/yard/wares/${reference}`, { method: 'DELETE', headers: { ...headers, 'if-match': tag } });
  await ok('POST', '/outlets/quayside/look', {});
  const mine = async () => (await listings()).find((l) => l.proofId === proof!.id)!;
  await until(mine, (l) => l.state === 'gone', 'gone');
  expect((await proofsOf(run))[0]!.state).toBe('ready');
  await ok('POST', `/runs/${run.id}/pass`, {});
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  // it was live before; what is asked for now counts
  expect((await mine()).state).toBe('draft there');
  expect((await ware(reference))!.standing).toBe('in-the-back');
});

test('an outlet that no longer knows us waits for us to connect again, and then goes on', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['kestrel']);
  await fetch(`${STANDINS}/control/kestrel/forget-helpers`, { method: 'POST' });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  const kestrel = async () =>
    (await ok<Items<{ id: string; connected: boolean }>>('GET', '/outlets')).items.find((o) => o.id === 'kestrel')!;
  await until(kestrel, (o) => !o.connected, 'not connected');
  expect((await ok<Run>('GET', `/runs/${run.id}`)).counts).toEqual({ sending: 1 });
  await connectKestrel('allow');
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
});

test('rules that change are found out: a pattern’s words are made anew, a hand’s are held, and all is well when they change back', async () => {
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(2), dockets: [docket], outlets: ['kestrel'] });
  await drafted(run.id);
  const [byHand, byPattern] = await proofsOf(run);
  const title = 'A title that somebody wrote with care, and that takes 71 characters here';
  await ok('PATCH', `/proofs/${byHand!.id}`, { title });
  expect(byPattern!.fields.tags.value.length).toBeGreaterThan(1);
  try {
    await fetch(`${STANDINS}/control/kestrel/winter-noticeboard`, { method: 'POST' });
    await ok('POST', '/outlets/kestrel/rules', {});
    const [held, ready] = await until(() => proofsOf(run), ([h]) => h!.state === 'held', 'the recheck'); // prettier-ignore
    expect([held!.state, held!.fields.title.value]).toEqual(['held', title]);
    expect(held!.problems.find((p) => p.stops)!.sentence).toBe(`Title is ${title.length} characters; Kestrel Fair takes 60.`);
    expect([ready!.state, ready!.fields.tags.value.length]).toEqual(['ready', 1]);
  } finally {
    await fetch(`${STANDINS}/control/kestrel/usual-noticeboard`, { method: 'POST' });
    await ok('POST', '/outlets/kestrel/rules', {});
  }
  const after = await until(() => proofsOf(run), (all) => all.every((p) => p.state === 'ready'), 'the recheck'); // prettier-ignore
  expect(after.map((p) => p.fields.title.value)).toContain(title);
});
