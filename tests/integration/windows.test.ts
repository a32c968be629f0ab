import { closeDatabase, inWorkspace } from '../../src/data/database';
import { countToMove, dropToMove, movable, moveSome, putToMove } from '../../src/data/line/moving';
import {
  asOwner,
  call,
  drafted,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  until,
  type Items,
  type Listing,
  type Proof,
  type Run,
} from './press';

// long lists are read in windows, and what is done with much is told by what it means

interface Line {
  id: string;
  artwork: string;
  outlet: string;
  state: string;
}
interface Window<R> {
  from: number;
  total: number;
  states: Record<string, number>;
  rows: R[];
}
let docket: string;
let artworks: string[];
let run: Run;
const rows = (query: string) => ok<Window<Line>>('GET', `/proofs/rows?run=${run.id}&${query}`);
const all = async () => (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&limit=1000`)).items;

afterAll(closeDatabase);

beforeAll(async () => {
  ({ docket } = await openShop());
  artworks = await newArtworks(4);
  for (const [i, name] of ['Wren', 'Anchor', 'otter', 'Kelp'].entries()) await ok('PATCH', `/artworks/${artworks[i]}`, { name });
  run = await drafted((await ok<Run>('POST', '/runs', { artworks, dockets: [docket] })).id);
});

describe('proofs that were picked elsewhere', () => {
  interface Picked {
    id: string;
    count: number;
  }
  const columns = () => ['kestrel', 'quayside'].map((outlet) => ({ docket, outlet }));
  const search = () => ({ rows: artworks.map((id) => id.slice(0, 8)).join() });
  const found = async (query: string) => (await ok<Window<Line>>('GET', `/proofs/rows?${query}`)).rows.map((p) => p.id).sort();

  test('of a part of the sheet are looked at together, narrowed and changed like any others', async () => {
    const known = await all();
    const whole = await ok<Picked>('POST', '/proofs/picked', { selection: { search: search(), columns: columns() } });
    expect(whole.count).toBe(8);
    expect(await found(`picked=${whole.id}&count=200`)).toEqual(known.map((p) => p.id).sort());
    expect(await found(`picked=${whole.id}&outlet=kestrel`)).toEqual(known.filter((p) => p.outletId === 'kestrel').map((p) => p.id).sort()); // prettier-ignore
    const rows = { first: artworks[1], last: artworks[1] };
    const one = await ok<Picked>('POST', '/proofs/picked', { selection: { search: search(), rows, columns: columns() } });
    expect(await found(`picked=${one.id}`)).toEqual(known.filter((p) => p.artworkId === artworks[1]).map((p) => p.id).sort()); // prettier-ignore
    const looked = { search: { picked: one.id }, language: null, fields: ['title'], steps: [], from: 0, count: 10 };
    const words = await ok<{ total: number }>('POST', '/proofs/words/rows', looked);
    expect(words.total).toBe(2);
    expect(await ok('POST', '/proofs/count', { picked: one.id })).toMatchObject({ total: 2 });
  });
  test('behind listings: those that the listings were made from, and none where nothing is meant', async () => {
    const none = await ok<Picked>('POST', '/proofs/picked', { listings: { ids: [artworks[0]] } });
    expect([none.count, await found(`picked=${none.id}`)]).toEqual([0, []]);
    const sent = await passedRun(await newArtworks(2), docket, ['kestrel']);
    await ok('POST', `/runs/${sent.id}/send`, { as: 'live' });
    await pressDone(sent.id);
    const its = (await ok<Items<Proof>>('GET', `/proofs?run=${sent.id}`)).items.map((p) => p.id).sort();
    const { items } = await ok<Items<Listing & { proofId: string }>>('GET', '/listings?limit=1000');
    const ids = items.filter((l) => its.includes(l.proofId)).map((l) => l.id);
    const picked = await ok<Picked>('POST', '/proofs/picked', { listings: { ids } });
    expect([picked.count, await found(`picked=${picked.id}`)]).toEqual([2, its]);
  });
  test.each([
    ['what is not kept means none', `/proofs/rows?picked=${'0'.repeat(8)}-0000-4000-8000-000000000000`, 200],
    ['what is no id is refused', '/proofs/rows?picked=mine', 400],
  ])('%s', async (_, path, status) => expect((await call('GET', path)).status).toBe(status));
  test('rows that are gone, nothing at all, and both at once are refused', async () => {
    const gone = { first: artworks[0], last: '00000000-0000-4000-8000-000000000000' };
    const asked = [{ selection: { search: search(), rows: gone, columns: columns() } }, {}, { selection: { search: search(), columns: [] }, listings: { ids: [] } }]; // prettier-ignore
    const status = [];
    for (const body of asked) status.push((await call('POST', '/proofs/picked', body)).status);
    expect(status).toEqual([409, 422, 422]);
  });
  test('is forgotten after some days', async () => {
    const { id } = await ok<Picked>('POST', '/proofs/picked', { selection: { search: search(), columns: columns() } });
    expect(await found(`picked=${id}`)).toHaveLength(8);
    await asOwner((owner) => owner.query("UPDATE picked SET made_at = now() - interval '4 days' WHERE id = $1", [id]));
    await ok('POST', '/proofs/picked', { selection: { search: search(), columns: columns() } });
    expect(await found(`picked=${id}`)).toEqual([]);
  });
});

describe('a window of proofs', () => {
  test('holds what a list holds, newest first, with how they stand', async () => {
    const known = await all();
    const whole = await rows('count=200');
    expect(whole.rows.map((p) => p.id)).toEqual(known.map((p) => p.id).reverse());
    expect([whole.from, whole.total, whole.states.ready ?? 0]).toEqual([0, 8, known.filter((p) => p.state === 'ready').length]);
    const parts = [await rows('from=0&count=3'), await rows('from=3&count=3'), await rows('from=6&count=3')];
    expect(parts.flatMap((w) => w.rows)).toEqual(whole.rows);
    expect((await rows('from=70&count=3')).rows).toEqual([]);
  });
  test('is sorted and chosen by the database', async () => {
    const names = (await rows('sort=artwork')).rows.map((p) => p.artwork);
    expect(names).toEqual(['Anchor', 'Anchor', 'Kelp', 'Kelp', 'otter', 'otter', 'Wren', 'Wren']);
    expect((await rows('sort=oldest')).rows.map((p) => p.id)).toEqual((await all()).map((p) => p.id));
    const kestrel = await rows('outlet=kestrel&find=OTT');
    expect(kestrel.rows.map((p) => [p.artwork, p.outlet])).toEqual([['otter', 'Kestrel Fair']]);
    const some = (await all()).slice(0, 2).map((p) => p.id);
    expect((await rows(`ids=${some.map((id) => id.slice(0, 8)).join(',')}`)).total).toBe(2);
    expect((await rows('state=listed,refused')).total).toBe(0);
  });
  test('is found around one of them, and leads from one in a state to the next', async () => {
    const known = (await rows('count=200')).rows;
    const around = await rows(`count=3&around=${known[4]!.id}`);
    expect([around.from, around.rows[1]!.id]).toEqual([3, known[4]!.id]);
    expect((await rows(`count=3&around=${artworks[0]}`)).from).toBe(0);
    await ok('PATCH', `/proofs/${known[1]!.id}`, { title: 'T'.repeat(400) });
    await ok('PATCH', `/proofs/${known[6]!.id}`, { title: 'T'.repeat(400) });
    const next = async (after: string) =>
      (await ok<{ next: { id: string; at: number } | null }>('GET', `/proofs/next?run=${run.id}&wanted=held&after=${after}`))
        .next;
    expect(await next(known[1]!.id)).toEqual({ id: known[6]!.id, at: 6 });
    // round to the first
    expect(await next(known[6]!.id)).toEqual({ id: known[1]!.id, at: 1 });
    for (const i of [1, 6]) await ok('PATCH', `/proofs/${known[i]!.id}`, { pattern: ['title'] });
    expect(await next(known[6]!.id)).toBeNull();
  });
  test('asked for in a way that makes no sense is refused with a sentence', async () => {
    for (const query of ['state=lost', 'sort=size', 'run=7', 'count=5000', 'from=-1', 'around=me'])
      expect([query, String((await call('GET', `/proofs/rows?${query}`)).status)]).toEqual([
        query,
        expect.stringMatching(/^4(00|22)$/),
      ]);
  });
});

test('what is out of date is found by the database', async () => {
  const search = { run: run.id, stale: 'yes' };
  const count = () => ok<{ total: number }>('POST', '/proofs/count', search);
  expect((await count()).total).toBe(0);
  // as if the docket’s words had been saved anew, after any other change of it, and taken back
  await asOwner((owner) => owner.query('UPDATE docket_outlet SET words = words + 1000 WHERE docket_id = $1', [docket]));
  expect((await count()).total).toBe(8);
  expect((await rows('stale=yes')).rows).toHaveLength(8);
  await asOwner((owner) => owner.query('UPDATE docket_outlet SET words = words - 1000 WHERE docket_id = $1', [docket]));
  expect((await count()).total).toBe(0);
});

test('all that a search means are passed as one step, and taken back as one', async () => {
  const search = { run: run.id, outlet: 'quayside' };
  const passed = await ok<{ passed: number }>('POST', '/proofs/pass', { search });
  expect(passed.passed).toBe(4);
  const by = async () => (await ok<{ states: Record<string, number> }>('POST', '/proofs/count', { run: run.id })).states;
  expect(await by()).toEqual({ ready: 4, passed: 4 });
  await ok('POST', '/activity/undo', {});
  expect(await by()).toEqual({ ready: 8 });
});

test('what the worker is to pass is passed though its job was lost, but for what has gone another way', async () => {
  const its = await drafted(
    (await ok<Run>('POST', '/runs', { artworks: await newArtworks(3), dockets: [docket], outlets: ['quayside'] })).id,
  );
  const ids = (await ok<Items<Proof>>('GET', `/proofs?run=${its.id}`)).items.map((p) => p.id);
  await ok('PATCH', `/proofs/${ids[1]}`, { title: 'T'.repeat(400) });
  const leave = () =>
    asOwner((owner) =>
      owner.query(
        "INSERT INTO to_move (workspace_id, state, proofs, among) SELECT workspace_id, 'passed', array_agg(id), 3 FROM proof WHERE id = ANY($1) GROUP BY 1",
        [ids],
      ),
    );
  const counts = async () => (await ok<Run>('GET', `/runs/${its.id}`)).counts;
  await leave();
  await until(counts, (c) => c.passed === 2, 'them to be passed');
  expect(await counts()).toEqual({ passed: 2, held: 1 });
  expect((await ok<{ work: { kind: string }[] }>('GET', '/line')).work.filter((w) => w.kind === 'passing')).toEqual([]);
});

test('a passing that the worker is only half through is taken back: what it has not come to stays, in the order it had', async () => {
  const its = await drafted(
    (await ok<Run>('POST', '/runs', { artworks: await newArtworks(5), dockets: [docket], outlets: ['quayside'] })).id,
  );
  const ids = (await ok<Items<Proof>>('GET', `/proofs?run=${its.id}`)).items.map((p) => p.id);
  const workspace = await asOwner(
    async (owner) =>
      (await owner.query<{ id: string }>('SELECT workspace_id AS id FROM proof WHERE id = $1', [ids[0]])).rows[0]!.id,
  );
  const over = new Error('seen enough');
  const seen: object[] = [];
  // nobody else sees any of it: it is never committed
  const looked = inWorkspace(workspace, async (tx) => {
    const states = async () =>
      (await tx.query<{ state: string }>('SELECT state FROM proof WHERE id = ANY($1) ORDER BY array_position($1, id)', [ids])).rows.map((p) => p.state); // prettier-ignore
    expect(await movable(tx, { run: its.id }, 'passed')).toHaveLength(5);
    await putToMove(tx, ids, 'passed', 2);
    seen.push(await countToMove(tx));
    expect(await moveSome(tx)).toBe(2);
    seen.push(await countToMove(tx), await states());
    // two that were moved already, one of the next part, one that is not a proof
    expect(await dropToMove(tx, [ids[0]!, ids[1]!, ids[3]!, crypto.randomUUID()], 'passed')).toBe(1);
    expect(await dropToMove(tx, ids, 'ready')).toBe(0);
    await putToMove(tx, [ids[0]!], 'ready', 2);
    while (await moveSome(tx));
    seen.push(await countToMove(tx), await states());
    throw over;
  });
  await expect(looked).rejects.toBe(over);
  expect(seen).toEqual([
    { left: 5, total: 5 },
    { left: 3, total: 5 },
    ['passed', 'passed', 'ready', 'ready', 'ready'],
    { left: 0, total: 0 },
    ['ready', 'passed', 'passed', 'ready', 'passed'],
  ]);
});

describe('what is to be sent', () => {
  interface Preflight {
    outlets: {
      outletId: string;
      proofs: number;
      pictures: number;
      feesMinor: number;
      first: { title: string; priceMinor: number }[];
    }[];
    staying: Record<string, number>;
    first: { artwork: string; state: string; why: string | null }[];
  }
  test('is told before it goes: where, how many, and what stays and why', async () => {
    const known = await all();
    await ok('POST', '/proofs/pass', { ids: known.slice(1).map((p) => p.id) });
    await ok('PATCH', `/proofs/${known[0]!.id}`, { title: 'T'.repeat(400) });
    const flight = await ok<Preflight>('GET', `/runs/${run.id}/preflight`);
    const passed = (await all()).filter((p) => p.state === 'passed');
    for (const o of flight.outlets) {
      const mine = passed.filter((p) => p.outletId === o.outletId);
      expect(o.proofs).toBe(mine.length);
      expect(o.pictures).toBe(mine.reduce((n, p) => n + p.pictures.length, 0));
      expect(o.first).toEqual(
        mine.map((p) => ({
          title: p.fields.title.value,
          priceMinor: Math.min(...p.fields.prices.value.map((x) => x.priceMinor)),
        })),
      );
    }
    expect(flight.outlets.reduce((n, o) => n + o.proofs, 0)).toBe(7);
    expect(flight.staying).toEqual({ held: 1 });
    expect(flight.first[0]).toMatchObject({ state: 'held', why: expect.stringContaining('Title is 400 characters') as string });
  });

  /** Proofs that were sent off, as they stand before the worker has made an order of any. */
  const sentOff = (of: string[]) =>
    asOwner(async (owner) => {
      await owner.query("UPDATE proof SET state = 'sending' WHERE id = ANY($1)", [of]);
      await owner.query(
        `INSERT INTO to_order (proof_id, workspace_id, run_id, back, live, over_theirs, apart, asked_by)
         SELECT id, workspace_id, run_id, 'passed', false, false, false, '{"by": "press"}' FROM proof WHERE id = ANY($1)`,
        [of],
      );
    });
  const work = async () =>
    (await ok<{ work: { kind: string; done: number; total: number; paused: boolean }[] }>('GET', '/line')).work.filter(
      (w) => w.kind === 'ordering',
    );

  test('waits while its run is paused, and stays here when that is stopped', async () => {
    const its = await passedRun(await newArtworks(2), docket, ['quayside']);
    await ok('POST', `/runs/${its.id}/pause`, {});
    const ids = (await ok<Items<Proof>>('GET', `/proofs?run=${its.id}`)).items.map((p) => p.id);
    await sentOff(ids);
    expect(await work()).toMatchObject([{ done: 0, total: 2, paused: true }]);
    await ok('POST', `/runs/${its.id}/stop`, {});
    expect(await work()).toEqual([]);
    expect((await ok<Run>('GET', `/runs/${its.id}`)).counts).toEqual({ passed: 2 });
    // and goes when it is sent again
    expect(await ok('POST', `/runs/${its.id}/send`, { as: 'draft' })).toEqual({ queued: 2, held: 0 });
    expect((await pressDone(its.id)).counts).toEqual({ listed: 2 });
  });

  test('goes on by itself when the job that was to make its orders was lost', async () => {
    const its = await passedRun(await newArtworks(1), docket, ['quayside']);
    await sentOff((await ok<Items<Proof>>('GET', `/proofs?run=${its.id}`)).items.map((p) => p.id));
    expect((await pressDone(its.id)).counts).toEqual({ listed: 1 });
  });

  test('is held where nothing can be made of it, and the others go', async () => {
    const its = await passedRun(await newArtworks(3), docket, ['quayside']);
    const ids = (await ok<Items<Proof>>('GET', `/proofs?run=${its.id}`)).items.map((p) => p.id);
    // as nothing in the house would leave it: words that are none
    await asOwner((owner) => owner.query(`UPDATE proof SET fields = 'null' WHERE id = $1`, [ids[1]]));
    try {
      await ok('POST', `/runs/${its.id}/send`, { as: 'draft' });
      await pressDone(its.id);
      const states = await asOwner(
        async (owner) =>
        (await owner.query<{ state: string; codes: string[] }>("SELECT state, ARRAY(SELECT p->>'code' FROM jsonb_array_elements(problems) p) AS codes FROM proof WHERE id = ANY($1) ORDER BY seq", [ids])).rows, // prettier-ignore
      );
      expect(states.map((p) => p.state)).toEqual(['listed', 'held', 'listed']);
      expect(states[1]!.codes).toContain('not-ordered');
    } finally {
      // nothing else could be read beside it
      await asOwner((owner) => owner.query('DELETE FROM proof WHERE id = $1', [ids[1]]));
    }
  });

  test('goes in the name of whoever sent it', async () => {
    const its = await passedRun(await newArtworks(1), docket, ['kestrel']);
    await ok('POST', `/runs/${its.id}/send`, { as: 'draft' });
    await pressDone(its.id);
    const [p] = (await ok<Items<Proof & { listing: { id: string } }>>('GET', `/proofs?run=${its.id}`)).items;
    const { orders } = await ok<{ orders: { askedBy: string }[] }>('GET', `/listings/${p!.listing.id}`);
    const { items } = await ok<Items<{ who: string; did: string }>>('GET', `/activity?of=${p!.id}`);
    expect(orders.map((o) => o.askedBy)).toEqual([items.find((a) => a.did === 'proof.sent')!.who]);
    // the story of a listing begins with that of its proof
    const story = (await ok<Items<{ did: string }>>('GET', `/activity?of=${p!.listing.id}`)).items;
    expect(story.map((a) => a.did)).toEqual(items.map((a) => a.did));
  });
});

describe('a window of listings', () => {
  interface Window {
    total: number;
    rows: (Listing & { title: string; seq: number })[];
  }
  const window = (query: string) => ok<Window>('GET', `/listings/rows?${query}`);
  test('holds what a list holds, sorted by what is asked for, both ways', async () => {
    const known = (await ok<Items<Listing & { seq: number; title: string }>>('GET', '/listings?limit=1000')).items;
    const newest = await window('count=200');
    expect(newest.total).toBe(known.length);
    expect(newest.rows.map((l) => l.id)).toEqual(
      known
        .map((l) => l.id)
        .reverse()
        .slice(0, 200),
    );
    const up = (await window('count=200&sort=title')).rows.map((l) => l.title.toLowerCase());
    expect((await window('count=200&sort=-title')).rows.map((l) => l.title.toLowerCase())).toEqual([...up].reverse());
    expect(new Set(up)).toEqual(new Set(known.map((l) => l.title.toLowerCase())));
    const prices = (await window('count=200&sort=price')).rows.map((l) => l.priceMinor);
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    const found = await window('find=unlikely%20words');
    expect(found).toEqual({ total: 0, rows: [] });
    expect((await call('GET', '/listings/rows?sort=size')).status).toBe(400);
  });
  test('is acted on by what it means, but for some, and says first how many that are', async () => {
    const search = { outlet: 'kestrel', state: 'draft there' };
    const mine = (await window('count=200&outlet=kestrel&state=draft there')).rows;
    expect(mine.length).toBeGreaterThan(0);
    const count = await ok<{ listings: number; live: number; end: number }>('POST', '/listings/count', {
      search,
      except: [mine[0]!.id],
    });
    expect(count).toMatchObject({ listings: mine.length - 1, live: mine.length - 1, end: 0 });
    expect(await ok('POST', '/listings/live', { search, except: mine.slice(1).map((l) => l.id) })).toEqual({
      queued: 1,
      held: 0,
    });
    await until(
      async () => (await ok<Listing>('GET', `/listings/${mine[0]!.id}`)).state,
      (state) => state === 'live',
      'the listing to be live',
    );
    expect(await ok('POST', '/listings/count', { ids: [mine[0]!.id] })).toEqual({ listings: 1, live: 0, end: 1, changes: 0 });
  });
});

describe('a view that is kept', () => {
  const keep = (station: string, name: string, query: string) =>
    call<{ id: string; query: string }>('POST', '/views', { station, name, query });
  test('says rows, order and columns, and not what was open', async () => {
    const kept = await keep('ledger', ' Live, by price ', 'state=live&sort=-price&cols=title:300,price&open=7&run=3');
    expect([kept.status, kept.body.query]).toEqual([201, 'state=live&sort=-price&cols=title%3A300%2Cprice']);
    const again = await keep('ledger', 'Live, by price', 'state=live');
    expect(again.body).toMatchObject({ id: kept.body.id, query: 'state=live' });
    const mine = (await ok<Items<{ name: string; station: string }>>('GET', '/views?station=ledger')).items;
    expect(mine.filter((v) => v.name === 'Live, by price')).toHaveLength(1);
    expect(new Set(mine.map((v) => v.station))).toEqual(new Set(['ledger']));
    await ok('DELETE', `/views/${kept.body.id}`);
    expect((await call('DELETE', `/views/${kept.body.id}`)).status).toBe(404);
  });
  test('of one name at two stations is two', async () => {
    const two = await Promise.all([keep('proofs', 'Held', 'state=held'), keep('ledger', 'Held', 'step=drifted')]);
    expect(new Set(two.map((v) => v.body.id)).size).toBe(2);
    for (const v of two) await ok('DELETE', `/views/${v.body.id}`);
  });
  test('that says nothing, or of a station that has none, is refused', async () => {
    expect((await keep('ledger', 'x', 'open=7')).status).toBe(422);
    expect((await keep('press', 'x', 'runs=9')).status).toBe(422);
    expect((await keep('proofs', '  ', 'state=held')).status).toBe(422);
  });
});
