import { closeDatabase } from '../../src/data/database';
import { closeLocks, tryLock, unlock } from '../../src/data/locks';
import { asOwner, call, control, newArtworks, ok, openShop, passedRun, pressDone, until, type Items, type Run } from './press';

afterAll(async () => {
  await closeLocks();
  await closeDatabase();
});
afterEach(() => Promise.all(['kestrel', 'quayside'].map((o) => control(o))));

describe('a lock by name', () => {
  test('is one’s own, and is free when it is given back', async () => {
    expect(await tryLock('lanes test')).toBe(true);
    expect(await tryLock('lanes test')).toBe(false);
    const { rows } = await asOwner((o) => o.query("SELECT pg_try_advisory_lock(7005, hashtext('lanes test')) AS mine"));
    expect(rows).toEqual([{ mine: false }]);
    await unlock('lanes test');
    expect(await tryLock('lanes test')).toBe(true);
    await unlock('lanes test');
  });
  test('is free at once when the connection of the process that held it is gone', async () => {
    const name = 'lanes test of a dead one';
    expect(await tryLock(name)).toBe(true);
    await asOwner(
      (o) =>
        o.query("SELECT pg_terminate_backend(pid) FROM pg_locks WHERE locktype = 'advisory' AND classid = 7005 AND objid = (hashtext($1)::bigint & 4294967295)::oid", [name]), // prettier-ignore
    );
    await until(() => tryLock(name), (mine) => mine, 'the lock to be free'); // prettier-ignore
    await unlock(name);
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
