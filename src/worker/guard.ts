import { readFileSync } from 'node:fs';
import pLimit from 'p-limit';
import { Tinypool } from 'tinypool';

/** What a process may take while it has one task in hand. */
export interface Allowance {
  seconds: number;
  megabytes: number;
}

/** The process was ended: it took more than it was allowed. */
export class Spent extends Error {
  constructor(readonly what: 'time' | 'memory') {
    super(`took more ${what} than allowed`);
  }
}
/** The process ended by itself, in the middle of a task. */
export class Ended extends Error {}

const LOOK_MS = 50;
const PAGE_BYTES = 4096;

/** Resident memory of a process in MB, as Linux tells it (proc(5), statm); 0 where nobody tells. */
function memoryOf(pid: number): number {
  try {
    return (Number(readFileSync(`/proc/${pid}/statm`, 'latin1').split(' ')[1]) * PAGE_BYTES) / 1024 ** 2;
  } catch {
    return 0;
  }
}

/** Said by a process of a pool when it begins with a task: time counts from then, not while the task waits for its turn. */
export interface Begun {
  begun: number;
}
export const tellBegun = (): void => void process.send?.({ begun: process.pid } satisfies Begun);

/** Processes that take one task at a time, each with an allowance. */
export interface GuardedPool {
  /** Runs a task whose process calls `tellBegun` first. Throws Spent or Ended, else what the task threw. */
  run: <R>(task: unknown, allowed: Allowance) => Promise<R>;
  destroy: () => Promise<void>;
}

/**
 * A pool of at most `most` processes of a program. One that takes more time or memory than its task is allowed is ended, whatever
 * it is doing, and another begun. They end by themselves when nothing was to be done for `idleMs`.
 */
export function guardedPool(program: string, most: number, idleMs: number, env: Record<string, string>): GuardedPool {
  const pool = new Tinypool({
    runtime: 'child_process',
    serialization: 'advanced',
    env,
    filename: program,
    minThreads: 0,
    maxThreads: most,
    idleTimeout: idleMs,
  });
  // tasks wait for their turn here: those that wait in the pool itself are forgotten when a process dies
  const turn = pLimit(most);
  return { run: (task, allowed) => turn(() => guarded(pool, task, allowed)), destroy: () => pool.destroy() };
}

async function guarded<R>(pool: Tinypool, task: unknown, allowed: Allowance): Promise<R> {
  let watch: NodeJS.Timeout | undefined;
  let spent: Spent | undefined;
  const begin = (pid: number) => {
    const end = Date.now() + allowed.seconds * 1000;
    clearInterval(watch);
    watch = setInterval(() => {
      if (Date.now() > end) spent = new Spent('time');
      else if (memoryOf(pid) > allowed.megabytes) spent = new Spent('memory');
      else return;
      clearInterval(watch);
      try {
        process.kill(pid, 'SIGKILL');
      } catch {
        // it ended just now
      }
    }, LOOK_MS);
  };
  const postMessage = (message: unknown) => {
    const pid = (message as Partial<Begun> | undefined)?.begun;
    if (pid) begin(pid);
  };
  try {
    return (await pool.run(task, { channel: { postMessage } })) as R;
  } catch (error) {
    if (spent) throw spent;
    throw /exited unexpectedly/.test((error as Error).message) ? new Ended('the process ended') : error;
  } finally {
    clearInterval(watch);
  }
}
