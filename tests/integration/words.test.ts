import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { drawLettered, letteredDesigns, score } from '../../bench/words-set';
import type { SaidLine } from '../../src/core/artwork/words/words';
import { derivedName, keepDerived } from '../../src/files/store';

// known text against recognised text: made-up phrases in faces that ship, so the truth is ours and exact
test('phrases in eleven faces of ten families, in light and in dark ink, are read well enough to search by', async () => {
  const sums = { light: { hits: 0, known: 0, read: 0 }, dark: { hits: 0, known: 0, read: 0 } };
  // every other phrase, in light and dark by turns; `npm run bench -- sureness` reads all of them
  const designs = letteredDesigns().filter((_, i) => i % 4 === (i % 8 < 4 ? 0 : 1));
  expect(designs.length).toBe(22);
  const names = designs.map((design) => derivedName(['words test', design.file], '.png'));
  for (const [i, design] of designs.entries()) await keepDerived(names[i]!, await drawLettered(design, 1600));
  // the very program that reads words, two at a time as in the worker
  const program = `import read from ${JSON.stringify(join(process.env.PRESS_ROOT!, 'dist/words-process.mjs'))};
    const names = ${JSON.stringify(names)}, out = [];
    const hand = async () => { for (let i; (i = out.length) < names.length;) { out.push(null); out[i] = await read({ working: names[i] }); } };
    await Promise.all([hand(), hand()]);
    process.stdout.write(JSON.stringify(out), () => process.exit(0));`;
  const { stdout } = await promisify(execFile)(process.execPath, ['--input-type=module', '-e', program], {
    maxBuffer: 1 << 26,
    cwd: process.env.PRESS_ROOT,
  });
  const all = JSON.parse(stdout) as SaidLine[][];
  for (const [i, design] of designs.entries()) {
    const one = score(design.text, all[i]!.map((l) => l.text).join(' '));
    const sum = sums[design.file.endsWith('light.png') ? 'light' : 'dark'];
    for (const k of ['hits', 'known', 'read'] as const) sum[k] += one[k];
  }
  for (const sum of [sums.light, sums.dark]) {
    expect(sum.hits / sum.known).toBeGreaterThan(0.8);
    expect(sum.hits / sum.read).toBeGreaterThan(0.85);
  }
});
