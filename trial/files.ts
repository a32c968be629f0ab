import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { bombs, NAMES, type Named } from './bombs';
import { damaged } from './damaged';
import { ask, until, watchLargest, type House } from './house';
import type { Report } from './report';
import { chance } from './seeded';

interface Intake {
  arriving: number;
  refused: { id: string; problem: string }[];
  parcels: { fileName: string; state: string; problem: string | null }[];
}

/** What no sentence for a person holds. */
const RAW = /\b(undefined|null|NaN|Error:|TypeError|ENOENT|at \w+ \(|vips|libspng|syntax error|duplicate key|violates)\b/;
/** Longer than anything may take that is alone. */
const PATIENCE = 400;

const small = (n: number): Buffer =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${300 + n}" height="300"><circle cx="150" cy="150" r="${20 + n}" fill="#c63d22"/></svg>`,
  );

/** Whole files of every format taken, made by independent programs (tests/fixtures/make.sh), as seeds of damage. */
export function seeds(root: string): Named[] {
  const folder = join(root, 'tests/fixtures/formats');
  return readdirSync(folder).map((name) => [name, readFileSync(join(folder, name))]);
}

/**
 * Brings in damaged and hostile files, with good ones among them. Every one must come to an end: taken, or refused with a
 * sentence; none may end a process, answer 5xx, or take more memory than a file may.
 */
export async function tryFiles(
  house: House,
  o: { root: string; seed: number; damages: number; bombs: (name: string) => boolean; names?: boolean; mostMegabytes: number },
): Promise<Report> {
  const by = chance(o.seed);
  const failed: string[] = [];
  const files: Named[] = [
    ...seeds(o.root).flatMap(([name, data]) => damaged(name, data, o.damages, by)),
    ...(await bombs()).filter(([name]) => o.bombs(name)),
    ...(o.names === false ? [] : NAMES).map((name, i): Named => [name, small(i)]),
  ];
  const worker = await house.pid('worker');
  const worst = watchLargest(() => house.pid('worker'));
  let slowest = 0;
  for (const [name, data] of files) {
    const began = Date.now();
    const form = new FormData();
    form.append('files', new Blob([new Uint8Array(data)]), name);
    const answer = await ask(house, 'POST', '/artworks', form);
    slowest = Math.max(slowest, Date.now() - began);
    if (answer.status === 0 || answer.status >= 500)
      failed.push(`${JSON.stringify(name)}: ${answer.status} ${answer.text.slice(0, 200)}`);
    else if (RAW.test(answer.text)) failed.push(`${JSON.stringify(name)}: raw words: ${answer.text.slice(0, 200)}`);
  }
  const good = await ask(house, 'POST', '/artworks', formOf(`good among ${files.length}.svg`, small(999)));
  const [taken] = good.json<{ results: { id: string }[] }>().results;
  const began = Date.now();
  const settled = await until(
    async () => (await ask(house, 'GET', `/artworks/${taken!.id}`)).json<{ state: string }>(),
    (a) => a.state !== 'arriving',
    PATIENCE,
  );
  if (settled.state !== 'ready') failed.push(`a good file behind ${files.length} bad ones is ${settled.state}`);
  const goodSeconds = Math.round((Date.now() - began) / 100) / 10;
  const look = async () => ({
    ...(await ask(house, 'GET', '/artworks/intake')).json<Omit<Intake, 'arriving'>>(),
    arriving: (await ask(house, 'GET', '/line')).json<{ stations: { artwork: { arriving: number } } }>().stations.artwork
      .arriving,
  });
  const intake = await until(
    look,
    (i: Intake) => i.arriving === 0 && i.parcels.every((p) => !['waiting', 'unpacking'].includes(p.state)),
    PATIENCE,
  );
  if (intake.arriving) failed.push(`${intake.arriving} files are stuck`);
  for (const p of intake.parcels)
    if (['waiting', 'unpacking'].includes(p.state)) failed.push(`${p.fileName} is stuck, ${p.state}`);
  for (const { problem } of intake.refused) if (RAW.test(problem)) failed.push(`raw words: ${problem}`);
  if ((await house.pid('worker')) !== worker) failed.push('the worker ended and was started anew');
  const mb = worst();
  if (mb > o.mostMegabytes) failed.push(`a process took ${mb} MB`);
  return {
    good_seconds: goodSeconds,
    topic: 'files',
    seed: o.seed,
    tried: files.length,
    failed,
    worst_mb: mb,
    worst_seconds: Math.round(slowest / 100) / 10,
  };
}

export function formOf(name: string, data: Buffer): FormData {
  const form = new FormData();
  form.append('files', new Blob([new Uint8Array(data)]), name);
  return form;
}
