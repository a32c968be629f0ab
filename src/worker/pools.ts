import { availableParallelism } from 'node:os';
import { Tinypool } from 'tinypool';
import type { SaidLine } from '../core/artwork/words/words';
import type { PictureResult, PictureTask } from './picture-process';

/**
 * Heavy work is done in processes of their own, as many as there are processors. They end when nothing is to be done for a
 * while: only then the memory that decoders and engines took is really given back.
 */
export const processes = Math.max(1, availableParallelism());
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

export const makePictures = (task: PictureTask) => pictures.run(task) as Promise<PictureResult>;

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

export const readWords = (task: { working: string }) => words.run(task) as Promise<SaidLine[]>;

/** Ends the processes. */
export const closePools = (): Promise<unknown> => Promise.all([pictures.destroy(), words.destroy()]);
