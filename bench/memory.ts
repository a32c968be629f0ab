import { setTimeout as sleep } from 'node:timers/promises';
import { figure } from './figure';
import { onStack } from './stack';
import { memoryOf, watchMemory } from './process-memory';
import { drawLettered, letteredDesigns } from './words-set';

const FILES = 60;
/** Pictures of each artwork: 240 mockups in all. */
const SHOTS = [
  { kind: 'scene', scene: 'shirt-flat', colour: 'featured' },
  { kind: 'scene', scene: 'shirt-close', colour: 1 },
  { kind: 'scene', scene: 'shirt-flat', colour: 2 },
  { kind: 'scene', scene: 'shirt-close', colour: 3 },
];
const IDLE_MS = 120_000;

/** Memory of the worker and its processes: 60 files of 4500 x 5400 px with words read, 240 mockups, then two minutes of nothing. */
export async function memory(): Promise<void> {
  await onStack(async (stack) => {
    const { api, drafted, upload, until } = await import('../demo/client');
    const { connectOutlets, makeDockets } = await import('../demo/stockroom');
    await connectOutlets();
    const { shirt } = await makeDockets(null);
    const { name, document } = await api<{ name: string; document: object }>('GET', `/dockets/${shirt}`);
    await api('PUT', `/dockets/${shirt}`, {
      name,
      document: { ...document, shots: SHOTS, accepts: { ground: 'any', minPpi: 30 } },
    });
    const watch = watchMemory(() => stack.pid('worker'));
    for (const design of letteredDesigns().slice(0, FILES)) {
      const { id } = await upload(design.file, await drawLettered(design, 4500), 'Bench');
      await api('PATCH', `/artworks/${id}`, { subject: 'lighthouse' });
    }
    const all = () => api<{ items: { state: string; said: object[] | null }[] }>('GET', '/artworks?limit=1000');
    await until(all, (a) => a.items.length >= FILES && a.items.every((i) => i.said !== null), 900);
    const run = await api<{ id: string }>('POST', '/runs', { drawer: 'Bench', dockets: [shirt], outlets: ['quayside'] });
    await drafted(run.id, 600);
    const peak = watch.stop();
    figure(
      'memory.peak_mb',
      peak,
      'MB',
      `worker with its processes, ${FILES} files with words and ${FILES * SHOTS.length} mockups; aim under 1200`,
    );
    await sleep(IDLE_MS);
    figure('memory.idle_mb', memoryOf(stack.pid('worker')), 'MB', 'the same, two minutes after the last work; aim under 350');
  });
}
