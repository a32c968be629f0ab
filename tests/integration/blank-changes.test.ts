import http from 'node:http';
import type { AddressInfo } from 'node:net';
import type { BlankChangesView } from '../../src/api/shapes/stockroom';
import type { DocketDocument } from '../../src/core/docket/docket';
import type { BlankDocument } from '../../src/core/stock/blank';
import { closeDatabase } from '../../src/data/database';
import { fetchCatalogue } from '../../src/services/stockroom/blanks';
import {
  asOwner,
  call,
  drafted,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  SHIRT,
  STANDINS,
  until,
  type Items,
  type Listing,
  type Proof,
  type Run,
} from './press';

// what a print house offers otherwise: told, decided on, taken back. A house of its own, so that no other test meets its lists.

type Product = Record<string, unknown> & { id: string; colours: { name: string; hex: string }[] };
const HOUSE = 'Change Works';
let workspace: string;
let tee: Product;
let mug: Product;
let body = '';
const server = http.createServer((_, response) => void response.setHeader('content-type', 'application/json').end(body));
const fetched = (...products: Product[]): Promise<string[]> => {
  body = JSON.stringify({ house: HOUSE, products });
  return fetchCatalogue(workspace, `http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
};
const without = (name: string, it = tee): Product => ({ ...it, colours: it.colours.filter((c) => c.name !== name) });

beforeAll(async () => {
  const { docket } = await openShop();
  workspace = await asOwner(async (o) => (await o.query<{ workspace_id: string }>('SELECT workspace_id FROM docket WHERE id = $1', [docket])).rows[0]!.workspace_id); // prettier-ignore
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { products } = (await (await fetch(`${STANDINS}/houses/brightsea/catalogue`)).json()) as { products: Product[] };
  const as = (of: string, id: string, name: string) => ({
    ...products.find((p) => p.id === of)!,
    id,
    name,
    department: 'trials',
  });
  [tee, mug] = [as('brightsea-tee-180', 'change-tee', 'Changing T-shirt'), as('brightsea-mug-325', 'change-mug', 'Changing mug')];
  expect(await fetched(tee, mug)).toEqual([]);
});
afterAll(async () => {
  // what is gone is in nobody's way
  await fetched();
  await ok('POST', '/blank-changes/looked', {});
  server.closeAllConnections();
  server.close();
  await closeDatabase();
});

const changes = async () => (await ok<BlankChangesView>('GET', '/blank-changes?count=100')).items.filter((c) => c.blank.house === HOUSE); // prettier-ignore
const changeOf = async (blank: string) => (await changes()).find((c) => c.blank.id === blank);
interface DocketGot {
  id: string;
  revision: number;
  document: DocketDocument;
}
const docketOf = (id: string) => ok<DocketGot>('GET', `/dockets/${id}`);
const coloursOf = async (id: string) => (await docketOf(id)).document.lines[0]!.colours;
let serial = 0;
const newDocket = async (colours: string[], blankId = 'change-tee') =>
  (await ok<{ id: string }>('POST', '/dockets', { name: `Changing ${Date.now()} ${serial++}`, blankId, spec: { ...SHIRT, colours, outlets: ['quayside'] } })).id; // prettier-ignore
const listed = async (run: Run) => {
  const proofs = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
  const all = (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items;
  return all.filter((l) => proofs.some((p) => p.id === l.proofId));
};

test('the first list of a house is no news, and neither is the same list again', async () => {
  expect(await changes()).toEqual([]);
  await fetched(tee, mug);
  expect(await changes()).toEqual([]);
});

test('what changed is told with what it touches, decided on for a docket, and taken back', async () => {
  const docket = await newDocket(['Chalk', 'Harbour', 'Ink', 'Storm']);
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
  const offers = (await ok<Items<{ colours: { name: string }[] }>>('GET', `/proofs?run=${run.id}`)).items[0]!.colours.map((c) => c.name); // prettier-ignore
  // the one that reads best is on offer: that one ends
  const gone = offers[0]!;
  await fetched(without(gone), { ...mug, production_days: 9 });
  const [first, second] = await changes();
  expect(first!.changes.map((c) => [c.weight, c.says])).toEqual([['ended', `Colour ended: ${gone}`]]);
  expect(second!.changes.map((c) => c.says)).toEqual(['Made in 9 days, was 2']);
  const touched = first!.dockets.find((d) => d.id === docket)!;
  expect(touched).toMatchObject({ proofs: 1, live: 1, offering: 1, rule: null });
  expect(touched.ended).toEqual([expect.objectContaining({ what: 'colour', name: gone, says: gone })]);
  expect(touched.answers.map((a) => a.rule)).toEqual(['drop colour', 'drop sizes', 'nearest colour']);
  // nothing was changed by itself
  expect((await docketOf(docket)).revision).toBe(1);

  const done = await ok<{ changed: number; did: string[] }>('POST', '/blank-changes/mend', { dockets: [docket], rule: 'drop colour', keep: false }); // prettier-ignore
  expect(done).toEqual({ changed: 1, did: [`${gone} left out`], left: [], undo: expect.any(String) as string });
  expect(await coloursOf(docket)).not.toContain(gone);
  expect((await changeOf('change-tee'))!.dockets.find((d) => d.id === docket)!.answers).toEqual([]);
  const [proof] = (await ok<Items<Proof & { stale: unknown }>>('GET', `/proofs?run=${run.id}`)).items;
  expect(JSON.stringify(proof)).toMatch(/docket|goods/);

  await ok('POST', '/activity/undo', {});
  expect(await coloursOf(docket)).toContain(gone);
  expect((await changeOf('change-tee'))!.dockets.find((d) => d.id === docket)!.answers).toHaveLength(3);

  // a list that is as it was is nothing to look at
  await fetched(tee, mug);
  expect(await changes()).toEqual([]);
});

test('a docket’s rule is followed when a list comes in, is told with the change, and can be taken back', async () => {
  const docket = await newDocket(['Chalk', 'Ink']);
  const fern: Product = { ...tee, colours: [...tee.colours, { name: 'Off-white', hex: '#f3f0e8' }] };
  await fetched(fern, mug);
  await ok('POST', '/blank-changes/mend', { dockets: [docket], rule: 'nearest colour', keep: true });
  expect((await docketOf(docket)).document.whenEnded).toBe('nearest colour');
  await fetched(without('Chalk', fern), mug);
  expect(await coloursOf(docket)).toEqual(['Off-white', 'Ink']);
  const [told] = (await changeOf('change-tee'))!.mended;
  expect(told).toMatchObject({ docket, rule: 'nearest colour', left: [], undone: false });
  expect(told!.did).toEqual([expect.stringMatching(/^Chalk became Off-white \(\d\.\d apart\)$/)]);
  await ok('POST', '/activity/undo', { id: told!.step! });
  expect(await coloursOf(docket)).toEqual(['Chalk', 'Ink']);
  const after = (await changeOf('change-tee'))!;
  expect(after.mended[0]!.undone).toBe(true);
  expect(after.dockets.find((d) => d.id === docket)!.answers).toHaveLength(3);
  await ok('POST', '/activity/redo', { id: told!.step! });
  expect(await coloursOf(docket)).toEqual(['Off-white', 'Ink']);
  await fetched(tee, mug);
});

test('many dockets are decided on alike as one step; what was changed since stays and is said', async () => {
  const [a, b] = [await newDocket(['Chalk', 'Ink', 'Kelp']), await newDocket(['Sand', 'Kelp'])];
  await fetched(without('Kelp'), mug);
  const done = await ok<{ changed: number }>('POST', '/blank-changes/mend', { dockets: [a, b], rule: 'drop colour', keep: true });
  expect(done.changed).toBe(2);
  const now = await docketOf(b);
  await ok('PUT', `/dockets/${b}`, { name: 'Changed by a hand', revision: now.revision, document: { ...now.document, accepts: { ...now.document.accepts, minPpi: 170 } } }); // prettier-ignore
  const { items } = await ok<Items<{ id: string; label?: string; did?: string }>>('GET', '/activity?limit=20');
  const step = items.find((i) => JSON.stringify(i).includes('2 dockets'))!;
  const back = await ok<{ left: number; sentence: string }>('POST', '/activity/undo', { id: step.id });
  expect(back).toMatchObject({ left: 1, sentence: '1 docket was changed since, and stays.' });
  expect(await coloursOf(a)).toEqual(['Chalk', 'Ink', 'Kelp']);
  expect(await coloursOf(b)).toEqual(['Sand']);
  await fetched(tee, mug);
});

test('a blank that is left out is gone, and back when it is listed again; a new one is told', async () => {
  await fetched(tee);
  expect((await changeOf('change-mug'))!.changes.map((c) => c.says)).toEqual(['Not offered any more']);
  await fetched(tee, mug);
  expect(await changeOf('change-mug')).toBeUndefined();
  await fetched(tee, mug, { ...mug, id: 'change-cup', from: '2999-05-01' });
  expect((await changeOf('change-cup'))!.changes.map((c) => c.says)).toEqual(['New', 'Comes out on 1 May 2999']);
});

test('what was looked at leaves the list, and comes back when that is taken back', async () => {
  await fetched(tee, { ...mug, production_days: 5 });
  const { id } = (await changeOf('change-mug'))!;
  expect(await ok('POST', '/blank-changes/looked', { changes: [id] })).toMatchObject({ looked: 1 });
  expect(await changeOf('change-mug')).toBeUndefined();
  expect(await ok('POST', '/blank-changes/looked', { changes: [id] })).toEqual({ looked: 0, undo: null });
  await ok('POST', '/activity/undo', {});
  expect((await changeOf('change-mug'))!.id).toBe(id);
  // looked at again, the next change is told from there on
  await ok('POST', '/blank-changes/looked', { changes: [id] });
  await fetched(tee, { ...mug, production_days: 6 });
  expect((await changeOf('change-mug'))!.changes.map((c) => c.says)).toEqual(['Made in 6 days, was 5']);
  await fetched(tee, mug);
});

test('what is announced is prepared and sent, waits for its day, and goes on offer by itself', async () => {
  const soon: Product = { ...tee, id: 'change-soon', name: 'Soon T-shirt', from: '2999-01-31' };
  await fetched(tee, mug, soon);
  const docket = await newDocket(['Chalk', 'Ink'], 'change-soon');
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  expect(run.counts).toEqual({ passed: 1 });
  const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
  expect(proof!.problems.filter((p) => p.code === 'not-out-yet').map((p) => [p.stops, p.sentence])).toEqual([
    [false, expect.stringContaining('goes on offer by itself on that day')],
  ]);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  const waiting = await until(
    () => asOwner(async (o) => (await o.query<{ day: string; state: string; code: string }>(`SELECT to_char(not_before AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS day, state, problem->>'code' AS code FROM outlet_order WHERE run_id = $1`, [run.id])).rows[0]), // prettier-ignore
    (o) => o !== undefined,
    'its order',
  );
  expect(waiting).toEqual({ day: '2999-01-31', state: 'waiting', code: 'not-out-yet' });
  expect(await listed(run)).toEqual([]);
  // it comes out sooner than it was to
  await fetched(tee, mug, { ...soon, from: '2020-01-31' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
  expect((await listed(run)).map((l) => l.state)).toEqual(['live']);
});

test('a draft of an announced blank may stand, and is put live on its day only', async () => {
  const soon: Product = { ...tee, id: 'change-later', name: 'Later T-shirt', from: '2999-01-31' };
  await fetched(tee, mug, soon);
  const docket = await newDocket(['Chalk', 'Ink'], 'change-later');
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  const [listing] = await listed(run);
  expect(listing!.state).toBe('draft there');
  await ok('POST', '/listings/live', { ids: [listing!.id] });
  await fetched(tee, mug, { ...soon, production_days: 8 });
  expect((await listed(run))[0]!.state).toBe('draft there');
  await fetched(tee, mug, { ...soon, from: '2020-01-31' });
  await until(() => listed(run), ([l]) => l!.state === 'live', 'live'); // prettier-ignore
});

describe('a blank of one’s own', () => {
  interface BlankGot {
    id: string;
    version: number;
    document: BlankDocument;
  }
  let copied: BlankDocument;
  beforeAll(async () => {
    const { document } = await ok<BlankGot>('GET', '/blanks/change-tee');
    copied = { ...document, id: 'own-linen-shirt', name: 'Linen shirt', source: 'own', house: 'The studio' };
  });

  test('is made from a document, changed, and taken away; each can be taken back', async () => {
    const made = await ok<BlankGot>('POST', '/blanks', { document: copied });
    expect(made).toMatchObject({ id: 'own-linen-shirt', version: 1 });
    expect((await call<{ detail: string }>('POST', '/blanks', { document: copied })).status).toBe(409);
    const dearer = { ...copied, variants: [{ costMinor: 2000 }] };
    const changed = await ok<BlankGot>('PUT', '/blanks/own-linen-shirt', { document: dearer, version: 1 });
    expect(changed.version).toBe(2);
    const late = await call<{ detail: string }>('PUT', '/blanks/own-linen-shirt', { document: copied, version: 1 });
    expect([late.status, late.body.detail]).toEqual([409, expect.stringContaining('was changed meanwhile')]);
    await ok('POST', '/activity/undo', {});
    expect((await ok<BlankGot>('GET', '/blanks/own-linen-shirt')).document.variants).toEqual(copied.variants);
    await ok('DELETE', '/blanks/own-linen-shirt');
    expect((await call('GET', '/blanks/own-linen-shirt')).status).toBe(404);
    await ok('POST', '/activity/undo', {});
    expect((await ok<BlankGot>('GET', '/blanks/own-linen-shirt')).document).toEqual(copied);
  });

  test('stays when a catalogue is fetched that has its id or its house', async () => {
    body = JSON.stringify({ house: 'The studio', products: [{ ...tee, id: 'own-linen-shirt' }] });
    const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
    expect(await fetchCatalogue(workspace, at)).toEqual(['own-linen-shirt: that is a blank of your own.']);
    const { rows } = await ok<{ rows: { id: string; goneAt: string | null }[] }>('GET', '/blanks/rows?find=linen');
    expect(rows).toEqual([expect.objectContaining({ id: 'own-linen-shirt', goneAt: null })]);
  });

  test('what ends by one’s own hand is asked about as well, and a used one stays', async () => {
    const docket = await newDocket(['Chalk', 'Storm'], 'own-linen-shirt');
    const { version } = await ok<BlankGot>('GET', '/blanks/own-linen-shirt');
    const less = { ...copied, colours: copied.colours.filter((c) => c.name !== 'Storm') };
    await ok('PUT', '/blanks/own-linen-shirt', { document: less, version });
    const told = (await ok<BlankChangesView>('GET', '/blank-changes?count=100')).items.find(
      (c) => c.blank.id === 'own-linen-shirt',
    )!;
    expect(told.dockets.map((d) => [d.id, d.answers.length])).toEqual([[docket, 3]]);
    const refused = await call<{ detail: string }>('DELETE', '/blanks/own-linen-shirt');
    expect([refused.status, refused.body.detail]).toEqual([409, expect.stringContaining('is in the docket')]);
    await ok('POST', '/blank-changes/mend', { dockets: [docket], rule: 'drop colour', keep: false });
    await ok('POST', '/blank-changes/looked', { changes: [told.id] });
  });

  test('what makes no sense is said; a print house’s own is copied, not changed', async () => {
    const twice = await call<{ detail: string }>('POST', '/blanks', { document: { ...copied, id: 'own-twice', sizes: [{ name: 'S' }, { name: 'S' }] } }); // prettier-ignore
    expect([twice.status, twice.body.detail]).toEqual([422, 'The size S is named twice.']);
    const odd = await call<{ detail: string }>('POST', '/blanks', { document: { ...copied, id: 'Own!' } });
    expect(odd.status).toBe(422);
    const theirs = await call<{ detail: string }>('PUT', '/blanks/change-mug', {
      document: { ...copied, id: 'change-mug' },
      version: 1,
    });
    expect([theirs.status, theirs.body.detail]).toEqual([409, `Changing mug is ${HOUSE}’s: copy it, and change the copy.`]);
  });
});

test('the catalogues are fetched again by themselves, a day later', async () => {
  const waiting = () =>
    asOwner(async (o) => (await o.query<{ hours: number }>("SELECT extract(epoch FROM run_at - now()) / 3600 AS hours FROM graphile_worker.jobs WHERE key = $1", [`houses:${workspace}`])).rows); // prettier-ignore
  const [first, ...more] = await waiting();
  expect(more).toEqual([]);
  expect(Number(first!.hours)).toBeGreaterThan(20);
  // its day has come: the worker fetches, and is asked again for the next one
  await asOwner((o) => o.query("SELECT graphile_worker.reschedule_jobs(ARRAY[id], run_at := now()) FROM graphile_worker.jobs WHERE key = $1", [`houses:${workspace}`])); // prettier-ignore
  await until(waiting, ([j]) => j !== undefined && Number(j.hours) > 20, 'the next day');
});

test('nobody decides for a stranger’s docket', async () => {
  const strange = '0b5fb0f6-7c1e-4a3a-9d56-0a4a6d0a7a11';
  expect((await call('POST', '/blank-changes/mend', { dockets: [strange], rule: 'drop colour', keep: true })).status).toBe(404);
  expect(await ok('POST', '/blank-changes/looked', { changes: [strange] })).toEqual({ looked: 0, undo: null });
  await drafted((await ok<Items<Run>>('GET', '/runs')).items[0]!.id);
});
