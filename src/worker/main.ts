import { Logger, run, type TaskList } from 'graphile-worker';
import pg from 'pg';
import { closeDatabase } from '../data/database';
import { sweepFiles } from '../services/artwork/originals';
import { sweep } from '../services/desk/leftovers';
import { takeUpOutlets } from '../services/outlets/outlets';
import { announceScenes } from '../services/stockroom/scenes';
import { watchInbox } from './inbox';
import { closePools, processes } from './pools';
import { Presence } from './presence';
import { TASKS } from './tasks';

/** What lost its job is looked for this often. */
const SWEEP_MS = 30_000;
/** Files that nothing refers to are looked for this often. */
const SWEEP_FILES_MS = 3_600_000;

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
  taskList: TASKS as TaskList,
  concurrency: processes + 4,
  pollInterval: 150,
  noHandleSignals: true,
  parsedCronItems: [],
  logger: quiet,
  events: presence.events,
});
await presence.begin();

await announceScenes();
await takeUpOutlets();
const tell = (error: Error) => console.error(`sweep: ${error.message}`);
await sweep().catch(tell);
const sweeping = [
  setInterval(() => void sweep().catch(tell), SWEEP_MS),
  setInterval(() => void sweepFiles().catch(tell), SWEEP_FILES_MS),
];
void sweepFiles().catch(tell);
const closeInbox = process.env.INBOX_DIR ? await watchInbox(process.env.INBOX_DIR) : () => Promise.resolve();

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    void (async () => {
      sweeping.forEach(clearInterval);
      await closeInbox();
      await runner.stop().catch(() => undefined);
      await closePools();
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
