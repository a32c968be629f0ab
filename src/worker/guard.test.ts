import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { build } from 'esbuild';

const ROOT = join(__dirname, '../..');
const PROGRAM = join(ROOT, 'node_modules/.cache/press-guard-test.mjs');

/** Tries the guard in a program of its own: the pool is an ES module that starts processes beside its own file. */
const DRIVER = `
import { Ended, guardedPool, Spent } from './guard';
const pool = guardedPool(${JSON.stringify(`file://${ROOT}/tests/fixtures/greedy-process.mjs`)}, 1, 60_000, {});
const what = (task, allowed = {}) => pool.run(task, { seconds: 20, megabytes: 400, ...allowed }).then(
  (did) => did,
  (error) => (error instanceof Spent ? 'spent ' + error.what : error instanceof Ended ? 'ended' : error.message),
);
const alive = setInterval(() => undefined, 1000); // the pool's processes do not keep a program going
const found = {
  well: await what('well'),
  throws: await what('throw'),
  endless: [await what('time', { seconds: 0.3 }), await what('next')],
  grows: [await what('memory'), await what('next')],
  dies: [await what('end'), await what('next')],
  waits: await Promise.all([what('time', { seconds: 1 }), what('second', { seconds: 0.6 })]),
};
await pool.destroy();
console.log(JSON.stringify(found));
process.exit(0);
`;

let found: Record<string, unknown>;
beforeAll(async () => {
  await build({
    stdin: { contents: DRIVER, resolveDir: __dirname, loader: 'ts' },
    outfile: PROGRAM,
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20',
  });
  const child = spawn(process.execPath, [PROGRAM], { stdio: ['ignore', 'pipe', 'inherit'], timeout: 50_000 });
  found = JSON.parse(await text(child.stdout)) as typeof found;
}, 60_000);

test('a task within its allowance gives what it gives', () => expect(found.well).toBe('did well'));
test('its own errors come through', () => expect(found.throws).toBe('not like that'));
test('one that never ends is ended, and the next is done by another process', () =>
  expect(found.endless).toEqual(['spent time', 'did next']));
test('one that grows is ended', () => expect(found.grows).toEqual(['spent memory', 'did next']));
test('one whose process dies is told apart from both', () => expect(found.dies).toEqual(['ended', 'did next']));
test('time counts from the beginning of a task, not while it waits for its turn', () =>
  expect(found.waits).toEqual(['spent time', 'did second']));
