import { changeWare, control, drafted, newArtworks, ok, openShop, passedRun, pressDone, STANDINS, trouble, until, ware, wareCount, call, type Items, type Proof as Told } from './press'; // prettier-ignore

/* What stands can be changed from here, with the same care as it was made: recorded, looked up, exactly once. */

interface Proof extends Told {
  version: number;
  changed: string[];
  listing: { id: string; state: string; drift: string[] } | null;
  variants: { sku: string }[];
}
interface Full {
  step: string;
  drift: string[];
  changed: string[];
  state: string;
  sent: { title: string };
  there: { title: string; tags: string[] };
  links: { link: string }[];
  orders: { kind: string; fields: string[]; state: string; sentence: string | null; goal: string | null }[];
}

let docket: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
});
afterEach(() => Promise.all(['quayside', 'kestrel'].map((o) => control(o))));

/** One listing that stands, live or as a draft, with its proof. */
async function standing(outlet: string, as: 'live' | 'draft' = 'live'): Promise<Proof> {
  const run = await passedRun(await newArtworks(1), docket, [outlet]);
  await ok('POST', `/runs/${run.id}/send`, { as });
  await pressDone(run.id);
  return (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items[0]!;
}
const proofOf = (id: string) => ok<Proof>('GET', `/proofs/${id}`);
const full = (p: Proof) => ok<Full>('GET', `/listings/${p.listing!.id}`);
const rest = (id: string) => until(() => proofOf(id), (p) => p.state !== 'sending', 'the change'); // prettier-ignore
const changes = (p: Proof, over = false) => ok<{ queued: number; held: number }>('POST', '/listings/changes', { ids: [p.listing!.id], over }); // prettier-ignore
const page = async (p: Proof) => (await fetch((await ok<{ url: string }>('GET', `/listings/${p.listing!.id}`)).url)).text();

describe.each([
  ['quayside', 'live'],
  ['kestrel', 'live'],
  ['kestrel', 'draft'],
] as const)('a listing at %s that is %s', (outlet, as) => {
  test('takes a new title and price, and nothing else is sent', async () => {
    const p = await standing(outlet, as);
    expect([p.state, p.changed]).toEqual(['listed', []]);
    const edited = await ok<Proof>('PATCH', `/proofs/${p.id}`, { title: 'Put right afterwards', prices: { M: 4321 } });
    expect([edited.state, edited.changed]).toEqual(['ready', ['title', 'prices']]);
    expect((await full(p)).step).toBe('stale');
    expect(await changes(p)).toEqual({ queued: 1, held: 0 });
    expect(await rest(p.id)).toMatchObject({ state: 'listed', changed: [] });
    const now = await full(p);
    expect(now.orders.map((o) => [o.kind, o.state])).toEqual([['change', 'done'], ['make', 'done']]); // prettier-ignore
    expect([now.step, now.sent.title, now.state]).toEqual([
      'in step',
      'Put right afterwards',
      as === 'live' ? 'live' : 'draft there',
    ]);
    expect(now.links.every((l) => l.link === 'linked')).toBe(true);
    expect(await page(p)).toContain('$43.21');
  });
});

test('the line leads there as well: passed and sent, a changed proof becomes a change', async () => {
  const p = await standing('quayside');
  await ok('PATCH', `/proofs/${p.id}`, { tags: ['another tag'] });
  await ok('POST', '/proofs/pass', { ids: [p.id] });
  await ok('POST', `/runs/${p.runId}/send`, { as: 'draft' });
  await rest(p.id);
  const now = await full(p);
  // it was live, and no one asked to take it out of the window
  expect([now.orders[0], now.state]).toMatchObject([{ kind: 'change', fields: ['tags'] }, 'live']);
});

test('set live while its change still waits, a listing gets both', async () => {
  const p = await standing('quayside', 'draft');
  await ok('PATCH', `/proofs/${p.id}`, { title: 'Changed and set live', tags: ['both of them'] });
  await control('quayside', { limitNext: 1, retryAfterSeconds: 6 });
  await changes(p);
  await until(() => full(p), (l) => l.orders[0]!.state === 'waiting' && l.orders[0]!.sentence !== null, 'the lane to be held'); // prettier-ignore
  expect(await ok('POST', '/listings/live', { ids: [p.listing!.id] })).toMatchObject({ queued: 1 });
  expect(await rest(p.id)).toMatchObject({ state: 'listed', changed: [] });
  const now = await full(p);
  expect([now.state, now.sent.title, now.there.tags]).toEqual(['live', 'Changed and set live', ['both of them']]);
  expect(now.orders.map((o) => [o.kind, o.state, o.goal])).toEqual([['change', 'done', 'live'], ['change', 'withdrawn', null], ['make', 'done', 'draft']]); // prettier-ignore
});

test('what would break its outlet’s rules is not put back over there either', async () => {
  const p = await standing('quayside');
  await changeWare(`up-${p.id}`, { name: 'Their own name' });
  await ok('POST', '/outlets/quayside/look', {});
  await until(() => full(p), (l) => l.drift.length > 0, 'the drift to be seen'); // prettier-ignore
  await ok('PATCH', `/proofs/${p.id}`, { title: 'x'.repeat(400) });
  expect(await changes(p, true)).toEqual({ queued: 0, held: 1 });
  expect((await ware(`up-${p.id}`))!.name).toBe('Their own name');
});

test('an edit that is taken back is no change, and nothing is sent', async () => {
  const p = await standing('quayside');
  await ok('PATCH', `/proofs/${p.id}`, { title: 'For a moment' });
  const back = await ok<Proof>('PATCH', `/proofs/${p.id}`, { pattern: ['title'] });
  expect([back.state, back.changed]).toEqual(['listed', []]);
  expect(await changes(p)).toEqual({ queued: 0, held: 0 });
});

test('a change that breaks a rule is held, and what stands is left alone', async () => {
  const p = await standing('quayside');
  const held = await ok<Proof>('PATCH', `/proofs/${p.id}`, { title: 'x'.repeat(400) });
  expect(held.state).toBe('held');
  expect(await changes(p)).toEqual({ queued: 0, held: 1 });
  expect((await ware(`up-${p.id}`))!.name).toBe(p.fields.title.value);
});

test.each([
  ['the answer is lost', { dropNext: 2 }],
  ['it has trouble', { failNext: 2 }],
  ['it asks to slow down', { limitNext: 2, retryAfterSeconds: 1 }],
])('the change is made once where %s', async (_, how) => {
  const p = await standing('kestrel');
  const fair = async () => ((await (await fetch(`${STANDINS}/kestrel/fair`)).text()).match(/\/fair\//g) ?? []).length;
  const before = await fair();
  await ok('PATCH', `/proofs/${p.id}`, { title: 'Through rough water', prices: { S: 5150 } });
  await control('kestrel', how);
  await changes(p);
  expect(await rest(p.id)).toMatchObject({ state: 'listed', changed: [] });
  expect(await page(p)).toContain('<h1>Through rough water</h1>');
  expect(await fair()).toBe(before);
});

test('a worker that dies in the middle of a change: it is finished by the next, and nothing is there twice', async () => {
  const p = await standing('quayside');
  const count = await wareCount();
  await ok('PATCH', `/proofs/${p.id}`, {
    title: 'Finished by another',
    tags: ['one', 'two'],
    description: 'Quite another story.',
  });
  await control('quayside', { slowMs: 400 });
  await changes(p);
  await until(() => full(p), (f) => f.orders[0]!.state === 'sending', 'the change to begin'); // prettier-ignore
  await trouble('kill-worker');
  await control('quayside');
  expect(await until(() => proofOf(p.id), (x) => x.state === 'listed', 'the change', 90)).toMatchObject({ changed: [] }); // prettier-ignore
  expect([(await ware(`up-${p.id}`))!.name, await wareCount()]).toEqual(['Finished by another', count]);
});

describe('what somebody changed at the outlet', () => {
  const look = async (p: Proof) => {
    await ok('POST', '/outlets/quayside/look', {});
    return until(() => full(p), (f) => f.drift.length > 0, 'looking'); // prettier-ignore
  };
  test('is noticed, told, and left alone by a change of something else', async () => {
    const p = await standing('quayside');
    await changeWare(`up-${p.id}`, { labels: ['by the hand of the shop'] });
    expect(await look(p)).toMatchObject({ step: 'drifted', drift: ['tags'], there: { tags: ['by the hand of the shop'] } });
    await ok('PATCH', `/proofs/${p.id}`, { title: 'Only the title' });
    await changes(p);
    await rest(p.id);
    const there = (await ware(`up-${p.id}`))!;
    expect([there.name, there.labels]).toEqual(['Only the title', ['by the hand of the shop']]);
    expect(await full(p)).toMatchObject({ step: 'drifted', drift: ['tags'] });
  });
  test('is not written over unseen: the order is refused with the reason, and sent all the same when it is asked to', async () => {
    const p = await standing('quayside');
    await changeWare(`up-${p.id}`, { name: 'Named by the shop' });
    await ok('PATCH', `/proofs/${p.id}`, { title: 'Named by us' });
    await changes(p);
    const refused = await rest(p.id);
    expect([refused.state, refused.refusal]).toEqual([
      'refused',
      'At Quayside this was changed since it was sent: title. Send it all the same, or leave it as it is there.',
    ]);
    expect((await ware(`up-${p.id}`))!.name).toBe('Named by the shop');
    await changes(p, true);
    expect(await rest(p.id)).toMatchObject({ state: 'listed', changed: [] });
    expect((await ware(`up-${p.id}`))!.name).toBe('Named by us');
  });
  test('can be put back as it was sent', async () => {
    const p = await standing('quayside');
    await changeWare(`up-${p.id}`, { labels: ['theirs'], name: 'Theirs' });
    await look(p);
    expect(await changes(p, true)).toEqual({ queued: 1, held: 0 });
    await rest(p.id);
    const there = (await ware(`up-${p.id}`))!;
    expect([there.name, there.labels]).toEqual([p.fields.title.value, p.fields.tags.value]);
    expect((await full(p)).step).toBe('in step');
  });
});

test('a listing that is ended can be set live again, and its words stay', async () => {
  const p = await standing('kestrel');
  const state = async (goal: string) => {
    await ok('POST', `/listings/${goal}`, { ids: [p.listing!.id] });
    await rest(p.id);
    return (await full(p)).state;
  };
  expect([await state('end'), await state('live')]).toEqual(['ended', 'live']);
  expect((await full(p)).orders.map((o) => [o.kind, o.goal])).toEqual([['state', 'live'], ['state', 'ended'], ['make', 'live']]); // prettier-ignore
});

test('what an outlet does not let be done is said, and nothing is tried', async () => {
  const p = await standing('quayside');
  // a shop of one's own has no end: its wares are in the back or in the window
  await ok('POST', '/listings/end', { ids: [p.listing!.id] });
  const now = await rest(p.id);
  expect(now.refusal).toBe('Quayside does not let a listing that is live be put ended.');
  expect((await ware(`up-${p.id}`))!.standing).toBe('in-the-window');
});

test('a SKU stays with its variant when sizes come and go', async () => {
  const p = await standing('quayside');
  const spec = (await ok<{ spec: { sizes: string[] }; blankId: string; name: string }>('GET', `/dockets/${docket}`)).spec;
  const save = (sizes: string[]) => ok('PUT', `/dockets/${docket}`, { name: 'Test shirt', blankId: 'brightsea-tee-180', spec: { ...spec, sizes } }); // prettier-ignore
  await save(['M', '2XL']);
  const again = await ok<{ id: string }>('POST', '/proofs/draft', { ids: [p.id] });
  await drafted(again.id);
  const fewer = (await proofOf(p.id)).variants.map((v) => v.sku);
  expect(fewer.length).toBeLessThan(p.variants.length);
  expect(p.variants.map((v) => v.sku)).toEqual(expect.arrayContaining(fewer));
  await save(spec.sizes);
  await drafted((await ok<{ id: string }>('POST', '/proofs/draft', { ids: [p.id] })).id);
  const back = (await proofOf(p.id)).variants.map((v) => v.sku);
  expect(back.filter((s) => fewer.includes(s))).toEqual(expect.arrayContaining(fewer));
  expect(new Set(back).size).toBe(back.length);
});

test('ids of nobody are no listings', async () => {
  const nobody = '00000000-0000-4000-8000-000000000000';
  expect(await ok('POST', '/listings/changes', { ids: [nobody] })).toEqual({ queued: 0, held: 0 });
  expect((await call('GET', `/listings/${nobody}`)).status).toBe(404);
});
