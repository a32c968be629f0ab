import { join } from 'node:path';
import { Tinypool } from 'tinypool';
import { drawLettered, letteredDesigns, score } from '../../bench/words-set';
import type { SaidLine } from '../../src/core/artwork/words';
import { derivedName, keepDerived } from '../../src/files/store';

jest.setTimeout(300_000);

// known text against recognised text: made-up phrases in faces that ship, so the truth is ours and exact
test('forty-four phrases in eleven faces of ten families, in light and in dark ink, are read well enough to search by', async () => {
  const words = new Tinypool({
    runtime: 'child_process',
    serialization: 'advanced',
    env: { FILES_DIR: process.env.FILES_DIR!, PATH: process.env.PATH! },
    filename: join(process.env.PRESS_ROOT!, 'dist/words-process.mjs'),
    minThreads: 0,
    maxThreads: 1,
    concurrentTasksPerWorker: 2,
  });
  const sums = { light: { hits: 0, known: 0, read: 0 }, dark: { hits: 0, known: 0, read: 0 } };
  // each phrase once, in light and dark by turns
  const designs = letteredDesigns().filter((_, i) => (i >> 1) % 2 === i % 2);
  expect(designs.length).toBe(44);
  await Promise.all(
    designs.map(async (design) => {
      const working = derivedName(['words test', design.file], '.png');
      await keepDerived(working, await drawLettered(design, 1600));
      const said = (await words.run({ working })) as SaidLine[];
      const one = score(design.text, said.map((l) => l.text).join(' '));
      const sum = sums[design.file.endsWith('light.png') ? 'light' : 'dark'];
      for (const k of ['hits', 'known', 'read'] as const) sum[k] += one[k];
    }),
  );
  await words.destroy();
  for (const sum of [sums.light, sums.dark]) {
    expect(sum.hits / sum.known).toBeGreaterThan(0.8);
    expect(sum.hits / sum.read).toBeGreaterThan(0.85);
  }
});
