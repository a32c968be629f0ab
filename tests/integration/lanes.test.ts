import { closeDatabase, holding } from '../../src/data/database';
import { asOwner, call, control, newArtworks, ok, openShop, passedRun, pressDone, until, type Items, type Run } from './press';

afterAll(() => closeDatabase());
afterEach(() => Promise.all(['kestrel', 'quayside'].map((o) => control(o))));

const gate = () => {
  let open: () => void = () => undefined;
  const opened = new Promise<void>((resolve) => (open = resolve));
  return { open, opened };
};

describe('a lock that one holds', () => {
  test('is nobody else’s, and is free when the work is done, also when it fails', async () => {
    const [name, { open, opened }] = ['lanes test', gate()];
    const began = gate();
    const first = holding(name, () => (began.open(), opened));
    await began.opened;
    expect(await holding(name, () => Promise.resolve())).toBe(false);
    open();
    expect(await first).toBe(true);
    await expect(holding(name, () => Promise.reject(new Error('work failed')))).rejects.toThrow('work failed');
    expect(await holding(name, () => Promise.resolve())).toBe(true);
  });
  test('is free at once when the connection of the one who held it is gone', async () => {
    const [name, { open, opened }] = ['lanes test of a dead one', gate()];
    const began = gate();
    const held = holding(name, () => (began.open(), opened));
    await began.opened;
    await asOwner(
      (o) =>
      o.query("SELECT pg_terminate_backend(pid) FROM pg_locks WHERE locktype = 'advisory' AND classid = 7003 AND objid = (hashtext($1)::bigint & 4294967295)::oid", [name]), // prettier-ignore
    );
    await until(
      () => holding(name, () => Promise.resolve()),
      (mine) => mine,
      'the lock to be free',
    );
    open();
    await held;
  });
});

test('two outlets are two lanes: one that is slow does not hold up the other', async () => {
  const { docket } = await openShop();
  const run = await passedRun(await newArtworks(2), docket, ['kestrel', 'quayside']);
  await control('kestrel', { slowMs: 1500 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  const counts = async () => (await ok<Run>('GET', `/runs/${run.id}`)).outlets;
  const seen = await until(counts, (o) => o.quayside!.listed === 2, 'the quick one');
  expect(seen.kestrel!.sending).toBeGreaterThan(0);
  await control('kestrel');
  await pressDone(run.id);
});

test('an outlet that asks for time is left alone that long, says so, and nothing waits in a worker', async () => {
  const { docket } = await openShop();
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await control('quayside', { limitNext: 1, retryAfterSeconds: 4 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  const outlet = async () =>
    (await ok<Items<{ id: string; hold: { why: string; until: string } | null }>>('GET', '/outlets')).items.find(
      (o) => o.id === 'quayside',
    )!;
  const { hold } = await until(outlet, (o) => o.hold !== null, 'the hold');
  expect(hold!.why).toBe('Quayside asks to slow down.');
  const { work } = await ok<{ work: { key: string; waits?: string }[] }>('GET', '/line');
  expect(work.find((w) => w.key.startsWith('send-') && w.key.endsWith('/quayside'))!.waits).toBe('Quayside asks to slow down');
  // the job has ended and stands in the queue for later: no slot is taken
  const job = await asOwner(async (o) => (await o.query<{ locked: boolean; later: boolean }>("SELECT locked_at IS NOT NULL AS locked, run_at > now() AS later FROM graphile_worker.jobs WHERE key LIKE 'lane:%:quayside'")).rows[0]); // prettier-ignore
  expect(job).toEqual({ locked: false, later: true });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
  expect((await outlet()).hold).toBeNull();
});

test('a look at an outlet that is not connected, or that nobody knows, is refused with a sentence', async () => {
  expect((await call<{ detail: string }>('POST', '/outlets/nowhere/look', {})).body.detail).toBe('There is no such outlet.');
  await asOwner((o) => o.query("UPDATE outlet SET connected = false WHERE id = 'quayside'"));
  try {
    const answer = await call<{ detail: string }>('POST', '/outlets/quayside/look', {});
    expect([answer.status, answer.body.detail]).toEqual([409, 'Quayside is not connected. Connect it in the stockroom.']);
  } finally {
    await asOwner((o) => o.query("UPDATE outlet SET connected = true WHERE id = 'quayside'"));
  }
});
