import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import { Tinypool } from 'tinypool';
import type { PicturesMade } from '../../services/line/drafting';
import type { PictureOrder } from '../../services/line/prepare/pictures';
import { HeldShelf, serve } from './shelf';

// whoever started us is gone: nobody waits for what we do
process.once('disconnect', () => process.exit());

const shelf = new HeldShelf();
const threads = new Tinypool({
  runtime: 'worker_threads',
  filename: new URL('./mockup-thread.mjs', import.meta.url).href,
  minThreads: 0,
  maxThreads: Math.max(1, availableParallelism()),
  isolateWorkers: false,
});

/** Makes mockups in threads that share what they print on. */
export default function run(orders: PictureOrder[]): Promise<PicturesMade> {
  const { port1, port2 } = new MessageChannel();
  serve(shelf, port1);
  return threads.run({ orders, shelf: port2 }, { transferList: [port2] }) as Promise<PicturesMade>;
}
