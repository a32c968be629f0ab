import { availableParallelism } from 'node:os';
import pLimit from 'p-limit';
import { Tinypool } from 'tinypool';
import type { SaidLine } from '../core/artwork/words/words';
import { refusal } from '../core/artwork/refusals';
import { LIMITS } from '../core/limits';
import { namedOf, type PrintFile } from '../core/print-file/print-file';
import type { Said } from '../core/said';
import type { PicturesMade } from '../services/line/drafting';
import { has } from '../files/store';
import { tellPace } from '../services/line/pace';
import { rasterNames } from '../services/artwork/raster-names';
import type { PictureOrder, PictureSource } from '../services/line/prepare/pictures';
import { ALLOCATOR } from './mockups/allocator';
import { Ended, guardedPool, Spent, type Allowance } from './guard';
import type { PictureResult, PictureTask } from './picture-process';

/**
 * Heavy work is done in processes of their own, as many as there are processors. They end when nothing is to be done for a
 * while: only then the memory that decoders and engines took is really given back.
 */
export const processes = Math.max(1, availableParallelism());
const IDLE_MS = 30_000;
const ENVIRONMENT = Object.fromEntries(Object.entries(process.env).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]])));
const pictures = guardedPool(new URL('./picture-process.mjs', import.meta.url).href, processes, IDLE_MS, ENVIRONMENT);

type Reading = Extract<PictureTask, { kind: 'read' }>;
/** What came of reading a file; `slow` when it wants more time than a file has while others wait. */
export type Read = PictureResult | 'slow';

/** Reads a file: within the time that one has at first, or within all it may take. Never throws for what the file did. */
export async function readFile(task: Reading, patient: boolean): Promise<Read> {
  const allowed = { seconds: patient ? LIMITS.readSeconds : LIMITS.quickSeconds, megabytes: LIMITS.readMegabytes };
  for (const again of [true, false])
    try {
      return await pictures.run<PictureResult>(task, allowed);
    } catch (error) {
      if (error instanceof Spent && error.what === 'time' && !patient) return 'slow';
      if (error instanceof Spent) return { ok: false, why: tooDear(task.fileName, error, allowed) };
      if (!(error instanceof Ended)) throw error;
      // it may have been somebody else's doing: a second time it is the file's
      if (!again) break;
    }
  return { ok: false, why: refusal('reader-ended', { file: task.fileName }) };
}

const tooDear = (file: string, spent: Spent, { seconds, megabytes }: Allowance): Said =>
  spent.what === 'time' ? refusal('too-long', { file, seconds }) : refusal('too-much-memory', { file, megabytes });

/**
 * Mockups are made of working copies and scenes, which are ours and of bounded size, in one process whose threads share what they
 * print on. It ends itself when one takes too long.
 */
const threads = Math.min(processes, LIMITS.mockupThreads);
const mockups = new Tinypool({
  runtime: 'child_process',
  serialization: 'advanced',
  env: { ...ENVIRONMENT, ...ALLOCATOR },
  filename: new URL('./mockup-process.mjs', import.meta.url).href,
  minThreads: 0,
  maxThreads: 1,
  concurrentTasksPerWorker: threads,
  // whoever puts one picture right after another should not wait for scenes to be compiled each time
  idleTimeout: 3 * IDLE_MS,
});
// pictures wait for their turn here: those that wait in the pool itself are forgotten when a process dies
const turn = pLimit(threads);

/**
 * Makes the pictures of one artwork's proofs, and tells which are there afterwards. Working copies that are gone are made again before, as
 * files are read: under a guard. Where the process dies, it may have been another one's doing: it is tried once more.
 */
export const makePictures = (orders: PictureOrder[]): Promise<PicturesMade> =>
  turn(async () => {
    for (const { working, original } of sourcesOf(orders))
      if (!(await has('derived', working)))
        await readFile({ kind: 'read', ...original, names: rasterNames(original.sha256) }, true);
    const make = () => mockups.run(orders) as Promise<PicturesMade>;
    const made = await make().catch((error: Error) => {
      console.error(`pictures of ${orders[0]?.file}: ${error.message}; tried once more`);
      return make();
    });
    // the threads work side by side
    if (made.printed) await tellPace(made.printed, made.ms / threads);
    return made;
  });

/** The artworks that pictures are made of, each once. */
function sourcesOf(orders: readonly PictureOrder[]): PictureSource[] {
  const all = orders.flatMap((o): PictureSource[] =>
    o.kind === 'kept'
      ? [o]
      : o.kind === 'scene'
        ? o.prints.flatMap((p) => p.layers.flatMap((l) => ('working' in l ? [l] : [])))
        : [],
  );
  return [...new Map(all.map((s) => [s.working, s])).values()];
}

type Drawing = Extract<PictureTask, { kind: 'print' | 'sold' | 'pack' }>;
/**
 * Draws or packs something large, within the time and memory for one. A process that has drawn others before may still hold what they
 * took: one that took too much is tried once more, in a process of its own. Never throws for what it is made of.
 */
async function drawn(task: Drawing, file: string, failed: 'print-failed' | 'download-failed'): Promise<PictureResult> {
  const allowed = { seconds: LIMITS.printSeconds, megabytes: LIMITS.readMegabytes };
  for (const again of [true, false])
    try {
      return await pictures.run<PictureResult>(task, allowed);
    } catch (error) {
      if (error instanceof Spent && error.what === 'memory' && again) continue;
      if (error instanceof Spent) return { ok: false, why: tooDear(file, error, allowed) };
      console.error(`${task.kind} of ${file}: ${(error as Error).message}`);
      break;
    }
  return { ok: false, why: refusal(failed, { file }) };
}

/** Makes a print file. */
export const makePrint = (file: PrintFile, pdf: boolean): Promise<PictureResult> =>
  drawn({ kind: 'print', file, pdf }, namedOf(file), 'print-failed');
/** Makes a file that is sold, or packs them. */
export const makeDownload = (task: Extract<PictureTask, { kind: 'sold' | 'pack' }>): Promise<PictureResult> =>
  drawn(task, task.kind === 'sold' ? task.sold.name : task.order.name, 'download-failed');

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

/** Reads the words in a working copy, which is ours and of bounded size: it needs no guard. */
export const readWords = (task: { working: string }) => words.run(task) as Promise<SaidLine[]>;

/** Ends the processes. */
export const closePools = (): Promise<unknown> => Promise.all([pictures.destroy(), mockups.destroy(), words.destroy()]);
