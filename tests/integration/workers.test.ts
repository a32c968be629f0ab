import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import {
  asOwner,
  drafted,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  until,
  ware,
  withoutDrafting,
  type Artwork,
  type Items,
  type Proof,
  type Run,
} from './press';

let docket: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
});
const proofsOf = async (run: Run) => (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&limit=100`)).items;

test('of two workers one is killed with jobs in its hands: the other does them, once', async () => {
  const artworks = await newArtworks(8);
  const second = spawn(process.execPath, ['dist/worker.mjs'], {
    env: { ...process.env, NODE_ENV: 'production' },
    stdio: 'ignore',
  });
  try {
    const alive = () =>
      asOwner(async (o) => {
        const beats = "SELECT worker_id AS id FROM worker_beat WHERE seen_at > now() - interval '5 seconds'";
        return (await o.query<{ id: string }>(beats)).rows.length;
      });
    await until(alive, (n) => n === 2, 'both workers to show themselves');
    // more jobs than one worker takes at once, and none can be ended: both have some in their hands
    const run = await withoutDrafting(async (owner) => {
      const begun = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['quayside'] });
      const holders = async () => {
        const held =
          "SELECT DISTINCT locked_by AS id FROM graphile_worker.jobs WHERE key LIKE 'draft:%' AND locked_by IS NOT NULL";
        return (await owner.query<{ id: string }>(held)).rows.length;
      };
      await until(holders, (n) => n === 2, 'both to have jobs');
      second.kill('SIGKILL');
      await once(second, 'exit');
      return begun;
    });
    expect((await drafted(run.id)).counts).toEqual({ ready: 8 });
    await ok('POST', `/runs/${run.id}/pass`, {});
    await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
    expect((await pressDone(run.id, 90)).counts).toEqual({ listed: 8 });
    for (const p of await proofsOf(run)) expect((await ware(`up-${p.id}`))!.pictures).toHaveLength(2);
  } finally {
    second.kill('SIGKILL');
  }
});

test('a picture that is gone from the store is made again when it is to be sent', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  const [proof] = await proofsOf(run);
  // behind the mark of the house stands the name of the file
  const name = proof!.pictures[0]!.picture.slice(-'.jpg'.length - 64);
  await rm(join(process.env.FILES_DIR!, 'derived', name.slice(0, 2), name));
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
  expect((await ware(`up-${proof!.id}`))!.pictures).toHaveLength(2);
});

test('artwork whose job was lost is measured after all; one whose job gave up is refused with a sentence', async () => {
  const [lost, worn] = await newArtworks(2);
  await asOwner(async (o) => {
    await o.query(`UPDATE artwork SET state = 'arriving' WHERE id = ANY($1)`, [[lost, worn]]);
    await o.query(
      `SELECT graphile_worker.add_job('artwork.measure', '{}', job_key := 'measure:' || $1::text, run_at := now() + interval '1 hour')`,
      [worn],
    );
    await o.query(`UPDATE graphile_worker._private_jobs SET attempts = max_attempts WHERE key = 'measure:' || $1::text`, [worn]);
  });
  const settled = (id: string) => until(() => ok<Artwork>('GET', `/artworks/${id}`), (a) => a.state !== 'arriving', 'a way out'); // prettier-ignore
  expect((await settled(lost!)).state).toBe('ready');
  const refused = await settled(worn!);
  expect([refused.state, refused.problem]).toEqual(['refused', expect.stringContaining('failed again and again')]);
});
