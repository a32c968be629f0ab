import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { freePort, ROOT, startStack } from '../bin/stack';
import { ensureBuilt } from '../bin/built';
import { closeDatabase } from '../src/data/database';
import { adoptToken, demoWorkspace } from '../src/services/people/access';
import { openStockroom } from '../src/services/stockroom/setup';
import { figure } from './figure';
import { memoryOf, watchMemory } from './process-memory';
import { drawLettered, letteredDesigns } from './words-set';

const FILES = 60;
/** Pictures of each artwork: 240 mockups in all. */
const SHOTS = [
  { scene: 'shirt-flat', colour: 'featured' },
  { scene: 'shirt-close', colour: 1 },
  { scene: 'shirt-flat', colour: 2 },
  { scene: 'shirt-close', colour: 3 },
];
const IDLE_MS = 120_000;

/** Memory of the worker and its processes: 60 files of 4500 x 5400 px with words read, 240 mockups, then two minutes of nothing. */
export async function memory(): Promise<void> {
  ensureBuilt(ROOT, console.error);
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-bench-'));
  fs.chmodSync(folder, 0o755);
  const stack = await startStack({ folder, port: await freePort(), demo: true, durable: true, log: () => undefined });
  try {
    Object.assign(process.env, stack.env, { PRESS_TOKEN: stack.token });
    const workspace = await demoWorkspace('Bench');
    await adoptToken(workspace, stack.token, 'bench');
    await openStockroom(workspace);
    const { api, drafted, upload, until } = await import('../demo/client');
    const { connectOutlets, makeDockets } = await import('../demo/stockroom');
    await connectOutlets();
    const { shirt } = await makeDockets();
    const docket = await api<{ name: string; blankId: string; spec: object }>('GET', `/dockets/${shirt}`);
    await api('PUT', `/dockets/${shirt}`, {
      ...docket,
      spec: { ...docket.spec, shots: SHOTS, accepts: { ground: 'any', minPpi: 30 } },
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
  } finally {
    await closeDatabase();
    await stack.stop();
    fs.rmSync(folder, { recursive: true, force: true });
  }
}
