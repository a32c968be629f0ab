import { asOwner, BASE, call, drafted, newArtworks, ok, openShop, TOKEN, until, type Items, type Proof, type Run } from './press';

// what a workspace of any size rests on: windows, selections by what they mean, counts that are kept, changes that say what they touched

interface Coverage {
  stands: number;
  waits: number;
  held: number;
  open: number;
}
interface Row {
  id: string;
  name: string;
  coverage: Coverage;
  groups: Record<string, Coverage>;
  cells: Record<string, { id?: string; state?: string; why?: string } | null>;
}
interface Window {
  total: number;
  rows: Row[];
}
interface Counted {
  rows: number;
  cells: number;
  proofs: number;
  open: number;
  ready: number;
  held: number;
  first: string | null;
}
type Column = { docket: string; outlet: string };
type Planned = Run & { leftOutCount: number; planning: { done: number; total: number } | null };

let docket: string;
let ids: string[];
/** Only these artworks: other tests have theirs in the same workspace. */
let rows: string;
const short = (some: string[]) => some.map((id) => id.slice(0, 8)).join(',');
const at = (outlet: string): Column => ({ docket, outlet });
const both = () => [at('kestrel'), at('quayside')];
const count = (body: object) => ok<Counted>('POST', '/sheet/count', body);

beforeAll(async () => {
  ({ docket } = await openShop());
  ids = await newArtworks(5);
  rows = short(ids);
  await drafted((await ok<Run>('POST', '/runs', { artworks: ids.slice(0, 3), dockets: [docket], outlets: ['kestrel'] })).id);
});

/** Every number that is kept, against the rows that it counts; what differs. */
const KEPT = `WITH kept AS (SELECT workspace_id, of, what, outlet_id, state, sum(count)::int AS n FROM tally GROUP BY 1, 2, 3, 4, 5 HAVING sum(count) <> 0),
  counted AS (
    SELECT workspace_id, 'artwork' AS of, NULL::uuid AS what, '' AS outlet_id, state || ' ' || standing AS state, count(*)::int AS n FROM artwork GROUP BY 1, 5
    UNION ALL SELECT workspace_id, 'cell', docket_id, outlet_id, state, count(*)::int FROM proof GROUP BY 1, 3, 4, 5
    UNION ALL SELECT workspace_id, 'run', run_id, outlet_id, state, count(*)::int FROM proof GROUP BY 1, 3, 4, 5
    UNION ALL SELECT workspace_id, 'listing', NULL, outlet_id, state, count(*)::int FROM listing GROUP BY 1, 4, 5)
  (TABLE kept EXCEPT TABLE counted) UNION ALL (TABLE counted EXCEPT TABLE kept)`;

describe('counts that the database keeps', () => {
  const wrong = () => asOwner(async (owner) => (await owner.query<object>(KEPT)).rows);
  test('are those of the rows, also once they are added up', async () => {
    expect(await wrong()).toEqual([]);
    const { before, after } = await asOwner(async (owner) => {
      const lines = async () => (await owner.query<{ n: number }>('SELECT count(*)::int AS n FROM tally')).rows[0]!.n;
      const before = await lines();
      await owner.query('SELECT fold_tallies(0)');
      return { before, after: await lines() };
    });
    expect(after).toBeLessThan(before);
    expect(await wrong()).toEqual([]);
  });
  test('follow what is deleted, and what is taken back with a whole transaction', async () => {
    const [gone] = await newArtworks(1);
    await drafted((await ok<Run>('POST', '/runs', { artworks: [gone], dockets: [docket] })).id);
    await asOwner(async (owner) => {
      await owner.query('BEGIN');
      await owner.query('DELETE FROM proof WHERE artwork_id = $1', [gone]);
      await owner.query('ROLLBACK');
      expect((await owner.query(KEPT)).rows).toEqual([]);
      await owner.query('DELETE FROM artwork WHERE id = $1', [gone]);
    });
    expect(await wrong()).toEqual([]);
  });
  test('are what the line and the runs tell', async () => {
    const run = await ok<Run>('POST', '/runs', { artworks: [ids[3]], dockets: [docket], outlets: ['kestrel'] });
    expect((await drafted(run.id)).counts).toEqual({ ready: 1 });
    const { stations } = await ok<{ stations: { sheet: { proofs: number } } }>('GET', '/line');
    const proofs = await asOwner(async (o) => (await o.query<{ n: number }>(`SELECT count(*)::int AS n FROM proof p JOIN workspace w ON w.id = p.workspace_id WHERE w.is_demo`)).rows[0]!.n); // prettier-ignore
    expect(stations.sheet.proofs).toBe(proofs);
  });
});

describe('windows of the sheet', () => {
  const window = (query: string) => ok<Window>('GET', `/sheet/rows?rows=${rows}&${query}`);
  test('one after another are the whole, in any order of rows', async () => {
    for (const sort of ['newest', 'oldest', 'name', 'lightness']) {
      const whole = await window(`sort=${sort}&count=200`);
      const parts: string[] = [];
      for (let from = 0; from < whole.total; from += 2) parts.push(...(await window(`sort=${sort}&from=${from}&count=2`)).rows.map((r) => r.id)); // prettier-ignore
      expect(parts).toEqual(whole.rows.map((r) => r.id));
      expect([...parts].sort()).toEqual([...ids].sort());
    }
  });
  test('past the end there are no rows, and the total is told all the same', async () =>
    expect(await window('from=1000')).toMatchObject({ total: ids.length, rows: [] }));
  test('have the cells that are asked for, and count all of them', async () => {
    const columns = `${docket}/kestrel,${docket}/nowhere,nonsense`;
    for (const row of (await window(`columns=${columns}`)).rows) {
      expect(Object.keys(row.cells)).toEqual([`${docket}/kestrel`]);
      const sum = Object.values(row.groups).reduce((a, g) => ({ stands: a.stands + g.stands, waits: a.waits + g.waits, held: a.held + g.held, open: a.open + g.open })); // prettier-ignore
      expect(sum).toEqual(row.coverage);
    }
  });
  test('tell the same as the whole grid', async () => {
    const grid = await ok<{ columns: Column[]; rows: { id: string; cells: unknown[] }[] }>('GET', '/sheet');
    const c = grid.columns.findIndex((k) => k.docket === docket && k.outlet === 'kestrel');
    for (const row of (await window(`columns=${docket}/kestrel`)).rows)
      expect(row.cells[`${docket}/kestrel`]).toEqual(grid.rows.find((r) => r.id === row.id)!.cells[c]);
  });
  test.each([
    ['missing', 'quayside', 5],
    ['missing', 'kestrel', 1],
    ['ready', 'kestrel', 4],
    ['held', 'kestrel', 0],
    ['nothing live', 'kestrel', 5],
    ['live', 'kestrel', 0],
  ])('rows by how they stand: %s at %s', async (stands, outlet, n) =>
    expect((await window(`stands=${encodeURIComponent(stands)}&at=${outlet}&docket=${docket}`)).total).toBe(n),
  );
  test('nonsense is said', async () => {
    for (const query of ['stands=upside-down', 'docket=none', 'from=-1', 'count=5000', 'sort=luck'])
      expect((await call<{ detail: string }>('GET', `/sheet/rows?${query}`)).status).toBe(400);
  });
});

describe('a part of the sheet, by what it means', () => {
  test('is counted before anything is done, and what is done is as much as was counted', async () => {
    const selection = { search: { rows, sort: 'name' }, columns: both() };
    const counted = await count(selection);
    expect(counted).toMatchObject({ rows: 5, cells: 10, proofs: 4, open: 6, ready: 4, held: 0 });
    const run = await ok<Planned>('POST', '/runs', { selection: { ...selection, only: 'open' } });
    expect(run).toMatchObject({ total: 6, leftOutCount: 0, planning: null });
    await drafted(run.id);
    expect(await count(selection)).toMatchObject({ proofs: 10, open: 0, ready: 10 });
    // what is there is not drafted again
    expect((await ok<Run>('POST', '/runs', { selection: { ...selection, only: 'open' } })).total).toBe(0);
    expect(await ok('POST', '/proofs/pass', { selection: { ...selection, columns: [at('quayside')] } })).toEqual({
      passed: 5,
      held: 0,
    });
    const { ids: found } = await ok<{ ids: string[] }>('POST', '/sheet/proofs', { ...selection, columns: [at('quayside')] });
    const proofs = (await Promise.all(found.map((id) => ok<Proof>('GET', `/proofs/${id}`)))).map((p) => [
      p.artworkId,
      p.outletId,
      p.state,
    ]);
    const order = (await ok<Window>('GET', `/sheet/rows?rows=${rows}&sort=name`)).rows.map((r) => r.id);
    expect(proofs).toEqual(order.map((id) => [id, 'quayside', 'passed']));
  });
  test('from one row to another is what stands between them, whichever comes first', async () => {
    const order = (await ok<Window>('GET', `/sheet/rows?rows=${rows}&sort=name`)).rows.map((r) => r.id);
    const search = { rows, sort: 'name' };
    for (const [a, b] of [[1, 3], [3, 1], [2, 2]] as const) // prettier-ignore
      expect(await count({ search, rows: { first: order[a], last: order[b] }, columns: [at('kestrel')] })).toMatchObject({ rows: Math.abs(a - b) + 1, cells: Math.abs(a - b) + 1 }); // prettier-ignore
  });
  test('whose rows are not found any more does nothing, and says so', async () => {
    const stranger = { first: ids[0], last: '00000000-0000-4000-8000-000000000000' };
    for (const path of ['/sheet/count', '/sheet/proofs'])
      expect(await call('POST', path, { search: { rows }, rows: stranger, columns: both() })).toMatchObject({ status: 409 });
    const asked = { search: { rows }, rows: stranger, columns: both() };
    expect((await call('POST', '/proofs/pass', { selection: asked })).status).toBe(409);
    expect((await call('POST', '/runs', { selection: { ...asked, only: 'all' } })).status).toBe(409);
  });
  test('with columns that there are not means none of them', async () =>
    expect(await count({ search: { rows }, columns: [{ docket: ids[0], outlet: 'nowhere' }] })).toMatchObject({
      cells: 0,
      proofs: 0,
    }));
  test('to pass nothing in particular is not to pass everything', async () =>
    expect((await call('POST', '/proofs/pass', {})).status).toBe(422));
});

describe('a run of more than a moment’s work', () => {
  const MANY = 2300;
  const mark = `nobody-${process.pid}`;
  let wanting: string;
  beforeAll(async () => {
    // none of these is marked so: every cell is looked at, and none is drafted
    const { document, name } = await ok<{ document: object; name: string }>('GET', `/dockets/${docket}`);
    const accepts = { ground: 'see-through', minPpi: 150, marks: [mark] };
    wanting = (await ok<{ id: string }>('POST', '/dockets', { name: `${name}, wanting ${process.pid}`, document: { ...document, accepts } })).id; // prettier-ignore
    await asOwner((owner) =>
      owner.query(
        `INSERT INTO artwork (workspace_id, file_name, file_sha256, file_bytes, state, name, subject, width_px, height_px, measured, said, batch_id)
         SELECT workspace_id, 'many-' || n, encode(sha256(($2 || n)::bytea), 'hex'), 1, 'ready', 'Many ' || n, 'crowd', width_px, height_px, measured, '[]', $3
         FROM artwork, generate_series(1, ${MANY}) n WHERE id = $1`,
        [ids[0], mark, ids[0]],
      ),
    );
  });
  afterAll(() => asOwner((owner) => owner.query('DELETE FROM artwork WHERE batch_id = $1', [ids[0]])));

  const planned = (id: string) => until(() => ok<Planned>('GET', `/runs/${id}`), (r) => r.planning === null, 'laying out'); // prettier-ignore
  const begin = (columns: Column[]) =>
    ok<Planned>('POST', '/runs', { selection: { search: { batch: ids[0] }, columns, only: 'all' } });

  test('is laid out by the worker; what is left out is told by name up to a thousand, and counted', async () => {
    const run = await begin([{ docket: wanting, outlet: 'kestrel' }]);
    expect(run.planning).toEqual({ done: 0, total: MANY });
    const { leftOut, leftOutCount, total } = await planned(run.id);
    expect({ left: leftOut.length, leftOutCount, total }).toEqual({ left: 1000, leftOutCount: MANY, total: 0 });
    expect(leftOut[0]!.why).toContain(mark);
  });
  test('paused it waits, gone on with it is laid out to its end, each cell once', async () => {
    const run = await begin(['kestrel', 'quayside'].map((outlet) => ({ docket: wanting, outlet })));
    await ok('POST', `/runs/${run.id}/pause`, {});
    await ok('POST', `/runs/${run.id}/resume`, {});
    expect((await planned(run.id)).leftOutCount).toBe(2 * MANY);
  });
  test('stopped it is laid out no further, and what never began is no longer waited for', async () => {
    const run = await begin([{ docket: wanting, outlet: 'kestrel' }]);
    const stopped = await ok<Planned>('POST', `/runs/${run.id}/stop`, {});
    expect(stopped).toMatchObject({ state: 'stopped', planning: null });
  });
  test('whose job is lost is given a new one', async () => {
    const id = await asOwner(async (owner) => {
      const run = await owner.query<{ id: string }>("INSERT INTO run (workspace_id, name) SELECT workspace_id, 'lost' FROM artwork WHERE id = $1 RETURNING id", [ids[0]]); // prettier-ignore
      await owner.query(
        `INSERT INTO run_part (run_id, workspace_id, place, columns, artworks) SELECT $1, workspace_id, 0, $2, array_agg(id) FROM artwork WHERE batch_id = $3 GROUP BY workspace_id`,
        [run.rows[0]!.id, JSON.stringify([{ docket: wanting, outlet: 'kestrel' }]), ids[0]],
      );
      return run.rows[0]!.id;
    });
    expect((await planned(id)).leftOutCount).toBe(MANY);
  });
  test('a change of many is told as a number', async () => {
    const heard = await hearing(
      () => asOwner((owner) => owner.query('UPDATE artwork SET keywords = keywords WHERE batch_id = $1', [ids[0]])),
      (c) => c.table === 'artwork' && (c.count ?? 0) >= MANY,
    );
    expect(heard.ids).toBeUndefined();
  });
});

interface Heard {
  table: string;
  count?: number;
  ids?: string[];
  artworks?: string[];
}
/** Listens while something is done, until it is told; returns what was. */
async function hearing(does: () => Promise<unknown>, good: (c: Heard) => boolean): Promise<Heard> {
  const heard: Heard[] = [];
  const stop = new AbortController();
  const stream = await fetch(`${BASE}/api/v1/events`, { headers: { authorization: `Bearer ${TOKEN}` }, signal: stop.signal });
  const reading = (async () => {
    let text = '';
    for await (const part of stream.body! as unknown as AsyncIterable<Uint8Array>) {
      text += Buffer.from(part).toString();
      for (let end = text.indexOf('\n\n'); end >= 0; text = text.slice(end + 2), end = text.indexOf('\n\n')) {
        const [, event, data] = /^event: (\w+)\ndata: (.*)/.exec(text) ?? [];
        if (event === 'changed') heard.push(...(JSON.parse(data!) as Heard[]));
      }
    }
  })().catch(() => undefined);
  await does();
  await until(() => Promise.resolve(heard), (h) => h.some(good), 'the change to be told'); // prettier-ignore
  stop.abort();
  await reading;
  return heard.find(good)!;
}

test('a change is told by what it touched', async () => {
  const { items } = await ok<Items<Proof>>('GET', `/proofs?outlet=kestrel&limit=1000`);
  const mine = items.find((p) => p.artworkId === ids[1])!;
  const told = await hearing(
    () => ok('PATCH', `/proofs/${mine.id}`, { title: 'Told of' }),
    (c) => c.table === 'proof' && (c.ids?.includes(mine.id) ?? false),
  );
  expect(told.artworks).toContain(mine.artworkId);
  expect(told.count).toBeGreaterThan(0);
});
