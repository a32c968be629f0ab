import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { ROOT } from '../bin/stack';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { figure } from './figure';
import { onStack } from './stack';

const WARMING = 8;

/** A worker that has one processor to itself (util-linux, taskset). */
const workerOn = (core: number, env: Record<string, string>): ChildProcess =>
  spawn('taskset', ['-c', String(core), process.execPath, 'dist/worker.mjs'], {
    cwd: ROOT,
    env: { ...process.env, ...env, MALLOC_ARENA_MAX: '2' },
    stdio: 'ignore',
  });
const end = async (worker: ChildProcess): Promise<void> => {
  const gone = once(worker, 'exit');
  worker.kill('SIGTERM');
  await gone;
};

/** How much sooner drafts are done with a second worker, each with a processor of its own; the rest of the house shares these two. */
export const twoWorkers = (): Promise<void> =>
  onStack(
    async (stack) => {
      const { api, drafted, measured, until, upload } = await import('../demo/client');
      const { connectOutlets, makeDockets } = await import('../demo/stockroom');
      const workers = [workerOn(0, stack.env)];
      try {
        await connectOutlets();
        const { shirt } = await makeDockets(null);
        const { document } = await api<{ document: Document }>('GET', `/dockets/${shirt}`);
        // the same work twice, none of it known from the time before: another size is another picture
        const docket = async (less: number) => {
          const its = structuredClone(document);
          its.accepts = { ground: 'any', minPpi: 30 };
          for (const line of its.lines)
            for (const p of line.placements) for (const layer of p.layers) layer.scale = 1 - less / 100;
          return (await api<{ id: string }>('POST', '/dockets', { name: `Bench ${less}`, document: its })).id;
        };
        const dockets = [await docket(1), await docket(2), await docket(3), await docket(4)];
        const files: string[] = [];
        for (const piece of collection()) {
          const { id } = await upload(piece.file, await draw(piece), 'Bench');
          await api('PATCH', `/artworks/${id}`, { subject: 'lighthouse' });
          files.push(piece.file);
        }
        await measured(files, 600);
        await until(() => api<{ work: unknown[] }>('GET', '/line'), (l) => !l.work.length, 600); // prettier-ignore
        // scenes are read once by every process: that is not what is asked here
        const warm = async (of: string) => {
          const { items } = await api<{ items: { id: string }[] }>('GET', `/artworks?limit=${WARMING}`);
          const run = await api<{ id: string }>('POST', '/runs', {
            artworks: items.map((a) => a.id),
            dockets: [of],
            outlets: ['kestrel'],
          });
          await drafted(run.id, 300);
        };
        const seconds = async (of: string) => {
          const began = performance.now();
          const run = await api<{ id: string }>('POST', '/runs', {
            drawer: 'Bench',
            dockets: [of],
            outlets: ['kestrel', 'quayside'],
          });
          await drafted(run.id, 900);
          return (performance.now() - began) / 1000;
        };
        await warm(dockets[2]!);
        const one = await seconds(dockets[0]!);
        workers.push(workerOn(1, stack.env));
        await sleep(3000);
        await warm(dockets[3]!);
        const two = await seconds(dockets[1]!);
        figure('scale.two_workers_speedup', one / two, '', `${files.length} artworks drafted at two outlets: ${one.toFixed(1)} s with one worker, ${two.toFixed(1)} s with two, a processor each; aim 1.7`); // prettier-ignore
      } finally {
        await Promise.all(workers.map(end));
      }
    },
    ['standins', 'web'],
  );

interface Document {
  accepts: object;
  lines: { placements: { layers: { scale?: number }[] }[] }[];
}
