import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import { Tinypool } from 'tinypool';
import { LIMITS } from '../../core/limits';
import type { PicturesMade } from '../../services/line/drafting';
import type { PictureOrder } from '../../services/line/prepare/pictures';
import { HeldShelf, serve } from './shelf';

// whoever started us is gone: nobody waits for what we do
process.once('disconnect', () => process.exit());

/** What the process may take: itself with a scene that is compiled, and each thread with a printer's memory as far as it is used; the rest is for scenes. */
const [ALL, ITSELF, THREAD, LEAST] = [820, 230, 160, 150].map((mb) => mb << 20) as [number, number, number, number];
const count = Math.min(LIMITS.mockupThreads, Math.max(1, availableParallelism()));
/** More scenes than fit in one run are compiled again and again, half a second each. */
const shelf = new HeldShelf(Math.max(LEAST, ALL - ITSELF - count * THREAD));
const threads = new Tinypool({
  runtime: 'worker_threads',
  filename: new URL('./mockup-thread.mjs', import.meta.url).href,
  minThreads: 0,
  maxThreads: count,
  isolateWorkers: false,
  // a thread with a printer takes half a second to come up: they stay as long as the process does
  idleTimeout: 2 ** 31 - 1,
});

/** Makes mockups in threads that share what they print on. One that takes too long ends the process: a thread that hangs hears nothing. */
export default async function run(orders: PictureOrder[]): Promise<PicturesMade> {
  const late = setTimeout(() => process.exit(1), LIMITS.renderSeconds * 1000);
  const { port1, port2 } = new MessageChannel();
  serve(shelf, port1);
  try {
    return (await threads.run({ orders, shelf: port2 }, { transferList: [port2] })) as PicturesMade;
  } finally {
    clearTimeout(late);
  }
}
