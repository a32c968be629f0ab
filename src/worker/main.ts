import { availableParallelism } from 'node:os';
import { run, Logger, type TaskList } from 'graphile-worker';
import pg from 'pg';
import { Tinypool } from 'tinypool';
import { closeDatabase } from '../data/database';
import type { SaidLine } from '../core/artwork/words/words';
import { artwork } from '../services/artwork/artworks';
import { rasterNames } from '../services/artwork/raster-names';
import { has } from '../files/store';
import { finishDrafts, picturesBack, planDrafts, planPictures } from '../services/line/drafting';
import { unpackParcel } from '../services/artwork/intake';
import { runLane } from '../services/outlets/lane';
import { look } from '../services/outlets/looking';
import { keepRulesFresh, takeUpOutlets } from '../services/outlets/outlets';
import { putOffWords, recordMeasured, recordRefused, recordSaid } from '../services/artwork/understanding';
import { watchInbox } from './inbox';
import { sweep } from '../services/desk/leftovers';
import { Presence } from './presence';
import type { PictureResult, PictureTask } from './picture-process';

/**
 * Heavy work is done in processes of their own, as many as there are processors. They end when nothing is to be done for a
 * while: only then the memory that decoders and engines took is really given back.
 */
const processes = Math.max(1, availableParallelism());
const IDLE_MS = 30_000;
const ENVIRONMENT = Object.fromEntries(Object.entries(process.env).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]])));
const pictures = new Tinypool({
  runtime: 'child_process',
  serialization: 'advanced',
  env: ENVIRONMENT,
  filename: new URL('./picture-process.mjs', import.meta.url).href,
  minThreads: 0,
  maxThreads: processes,
  idleTimeout: IDLE_MS,
});
const makePictures = (task: PictureTask) => pictures.run(task) as Promise<PictureResult>;

/**
 * The engines that read words take half a gigabyte: one process holds them, has two readings under way, and ends soon: words
 * wait for pictures, and pictures need the room.
 */
const WORDS_IDLE_MS = 6_000;
const words = new Tinypool({
  runtime: 'child_process',
  serialization: 'advanced',
  env: ENVIRONMENT,
  filename: new URL('./words-process.mjs', import.meta.url).href,
  minThreads: 0,
  maxThreads: 1,
  concurrentTasksPerWorker: 2,
  idleTimeout: WORDS_IDLE_MS,
});
const readWords = (task: { working: string }) => words.run(task) as Promise<SaidLine[]>;

/** What lost its job is looked for this often. */
const SWEEP_MS = 30_000;

interface Payload {
  workspace: string;
  artworkId: string;
  proofId: string;
  runId: string;
  outletId: string;
  after: number;
  parcelId: string;
}

const tasks: TaskList = {
  'artwork.measure': async (payload) => {
    const { workspace, artworkId } = payload as Payload;
    const it = await artwork(workspace, artworkId).catch(() => null);
    if (it?.state !== 'arriving') return;
    const result = await makePictures({
      kind: 'read',
      sha256: it.sha256,
      fileName: it.fileName,
      names: rasterNames(it.sha256),
    });
    if (result.ok) await recordMeasured(workspace, it.id, it.sha256, result.read!);
    else await recordRefused(workspace, it.id, result.sentence);
  },
  'artwork.words': async (payload) => {
    const { workspace, artworkId } = payload as Payload;
    const it = await artwork(workspace, artworkId).catch(() => null);
    if (it?.state !== 'ready' || it.said) return;
    // pictures and proofs are what somebody waits for
    if (await putOffWords(workspace, it.id)) return;
    const names = rasterNames(it.sha256);
    if (!(await has('derived', names.working)))
      await makePictures({ kind: 'read', sha256: it.sha256, fileName: it.fileName, names });
    await recordSaid(workspace, it.id, it.sha256, await readWords({ working: names.working }));
  },
  'parcel.unpack': async (payload) => {
    const { workspace, parcelId } = payload as Payload;
    await unpackParcel(workspace, parcelId);
  },
  'run.draft': async (payload) => {
    const { workspace, runId, artworkId } = payload as Payload;
    const plan = await planDrafts(workspace, runId, artworkId);
    if (!plan) return;
    const result = await makePictures({ kind: 'render', orders: plan.pictures }).catch((error: Error): PictureResult => {
      console.error(`pictures of ${plan.artwork.name}: ${error.message}`);
      return { ok: false, sentence: error.message };
    });
    await finishDrafts(workspace, plan, new Set(result.ok ? result.made : []));
  },
  'proof.pictures': async (payload) => {
    const { workspace, proofId } = payload as Payload;
    const orders = await planPictures(workspace, proofId);
    const result = orders && (await makePictures({ kind: 'render', orders }));
    await picturesBack(workspace, proofId, result !== null && result.ok);
  },
  'outlet.lane': async (payload) => {
    const { workspace, outletId } = payload as Payload;
    await runLane(workspace, outletId);
  },
  'outlet.look': async (payload) => {
    const { workspace, outletId, after } = payload as Payload;
    await look(workspace, outletId, after);
  },
  'outlet.rules': async (payload) => {
    const { workspace, outletId } = payload as Payload;
    await keepRulesFresh(workspace, outletId);
  },
};

const quiet = new Logger(() => (level, message) => {
  if (['error', 'warning'].includes(String(level))) console.error(`queue: ${message}`);
});

const queuePool = new pg.Pool({ connectionString: process.env.QUEUE_URL, max: processes + 8 });
queuePool.on('error', () => undefined);
queuePool.on('connect', (client) => client.on('error', () => undefined));

let stopping = false;
const presence = new Presence(process.env.QUEUE_URL!, queuePool, () => {
  console.error('worker: cut off for too long; ending, to be started anew');
  process.exit(1);
});
const runner = await run({
  pgPool: queuePool,
  taskList: tasks,
  concurrency: processes + 4,
  pollInterval: 150,
  noHandleSignals: true,
  parsedCronItems: [],
  logger: quiet,
  events: presence.events,
});
await presence.begin();

await takeUpOutlets();
const tell = (error: Error) => console.error(`sweep: ${error.message}`);
await sweep().catch(tell);
const sweeping = setInterval(() => void sweep().catch(tell), SWEEP_MS);
const closeInbox = process.env.INBOX_DIR ? await watchInbox(process.env.INBOX_DIR) : () => Promise.resolve();

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    void (async () => {
      clearInterval(sweeping);
      await closeInbox();
      await runner.stop().catch(() => undefined);
      await Promise.all([pictures.destroy(), words.destroy()]);
      await presence.leave();
      await Promise.all([queuePool.end(), closeDatabase()]);
      process.exit(0);
    })();
  });
// the queue ends when it loses the database for good; whoever started us starts us again
void runner.promise.catch((error: Error) => {
  console.error(`worker: ${error.message}`);
  if (!stopping) process.exit(1);
});
console.log('worker: ready');
