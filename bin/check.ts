import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import fs from 'node:fs';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { closeDatabase } from '../src/data/database';
import { adoptToken, demoWorkspace } from '../src/services/people/access';
import { openStockroom } from '../src/services/stockroom/setup';
import { ensureBuilt } from './built';
import { freePort, ROOT, startStack, type Part, type Stack } from './stack';

/** Everything the project promises, checked in one go; see the README. `--only unit,e2e` runs some of the steps, `--file WORD` of the
 * tests those whose path has the word. */
const { values } = parseArgs({ options: { only: { type: 'string' }, file: { type: 'string' } } });
const wanted = (step: string) => !values.only || values.only.split(',').includes(step);
const tally = { passed: 0, failed: 0 };
const began = Date.now();

/** The runners at work: they end with us. */
const runners = new Set<ChildProcess>();

async function run(step: string, program: string, args: string[], env: Record<string, string> = {}): Promise<number> {
  console.log(`\n── ${step}`);
  const child = spawn(process.execPath, [program, ...args], { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  runners.add(child);
  const [code] = (await once(child, 'exit')) as [number | null];
  runners.delete(child);
  return code ?? 1;
}

/**
 * Tests across parts and stories of the browser go side by side, each as a check of its own with a stack of its own: they wait
 * more than they work. What each of them counted is added here.
 */
async function sideBySide(steps: string[]): Promise<void> {
  await Promise.all(
    steps.map(async (step) => {
      const file = path.join(folder, `${step}-tally.json`);
      const only = ['--only', step, ...(values.file ? ['--file', values.file] : [])];
      const code = await run(`${step}, beside the others`, 'dist/check.mjs', only, { CHECK_TALLY: file });
      count(file, (told: typeof tally) => told, code);
    }),
  );
}

/** A step that either holds or does not; what it says is shown when it has ended, so that steps may go side by side. */
async function holds(step: string, program: string, args: string[]): Promise<void> {
  if (!wanted(step)) return;
  const child = spawn(process.execPath, [program, ...args], { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const out of [child.stdout, child.stderr]) out.on('data', (text: Buffer) => (said += text.toString()));
  const [code] = (await once(child, 'close')) as [number | null];
  console.log(`\n── ${step}\n${said.trim()}`);
  tally[code === 0 ? 'passed' : 'failed']++;
}

/** Adds a runner's own counts; a runner that ran nothing has failed. */
function count(file: string, read: (report: never) => { passed: number; failed: number }, code: number): void {
  try {
    const found = read(JSON.parse(fs.readFileSync(file, 'utf8')) as never);
    tally.passed += found.passed;
    tally.failed += found.failed || (code !== 0 || found.passed === 0 ? 1 : 0);
  } catch {
    tally.failed++;
  }
}

const jestCounts = (r: { numPassedTests: number; numFailedTests: number; numRuntimeErrorTestSuites: number }) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
});
const e2eCounts = (r: { stats: { expected: number; unexpected: number; flaky: number } }) => ({
  passed: r.stats.expected,
  failed: r.stats.unexpected + r.stats.flaky,
});

/** Lets tests make things go wrong: kill a part, restart the database; and tells the pid of a part. */
async function troubleMaker(stack: Stack): Promise<{ url: string; close: () => void }> {
  const server = http.createServer((request, response) => {
    const what = request.url!.slice(1);
    const work =
      what === 'restart-database'
        ? stack.restartDatabase()
        : what.startsWith('pid-')
          ? Promise.resolve(void response.write(String(stack.pid(what.replace('pid-', '') as Part))))
          : Promise.resolve().then(() => void process.kill(stack.pid(what.replace('kill-', '') as Part | 'database'), 'SIGKILL'));
    work.then(
      () => response.end(what.startsWith('pid-') ? '' : 'done'),
      (error: Error) => response.writeHead(500).end(error.message),
    );
  });
  const port = await freePort();
  server.listen(port, '127.0.0.1');
  return { url: `http://127.0.0.1:${port}`, close: () => server.close() };
}

const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-check-'));
fs.chmodSync(folder, 0o755); // the user postgres has to enter it
let stack: Stack | undefined;
const clean = async () => {
  for (const runner of runners) runner.kill('SIGTERM');
  await closeDatabase();
  await stack?.stop();
  fs.rmSync(folder, { recursive: true, force: true });
};
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => void clean().then(() => process.exit(1)));

try {
  await holds('format', 'node_modules/prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']);
  ensureBuilt(ROOT, (line) => console.log(line));
  await Promise.all([
    holds('lint', 'node_modules/eslint/bin/eslint.js', ['.']),
    holds('types', 'node_modules/typescript/bin/tsc', ['--noEmit']).then(() =>
      holds('dependencies', 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs', [
        '--config',
        '.dependency-cruiser.cjs',
        'src',
        'standins',
      ]),
    ),
  ]);
  const jest = async (project: string, env = {}) => {
    if (!wanted(project)) return;
    const report = path.join(folder, `${project}.json`);
    count(
      report,
      jestCounts,
      await run(
        project,
        'node_modules/jest/bin/jest.js',
        [
          '--ci',
          '--selectProjects',
          project,
          // tests across parts have one stack in common
          ...(project === 'unit' ? ['--maxWorkers', '2'] : ['--runInBand']),
          '--forceExit',
          '--json',
          '--outputFile',
          report,
          ...(values.file ? ['--testPathPatterns', values.file] : []),
        ],
        env,
      ),
    );
  };
  await jest('unit');
  if (wanted('integration') && wanted('e2e')) await sideBySide(['integration', 'e2e']);
  else if (wanted('integration') || wanted('e2e')) {
    process.env.PRESS_HOLD_ANSWERS = '1'; // every answer is held to its description
    stack = await startStack({
      folder: path.join(folder, 'data'),
      port: await freePort(),
      demo: true,
      durable: false,
      log: console.log,
    });
    Object.assign(process.env, stack.env);
    const workspace = await demoWorkspace('Saltmarsh Lane');
    await adoptToken(workspace, stack.token, 'tests');
    await openStockroom(workspace);
    const trouble = await troubleMaker(stack);
    const env = {
      ...stack.env,
      NODE_ENV: 'test',
      PRESS_TOKEN: stack.token,
      QUEUE_OWNER_URL: stack.ownerUrl,
      TROUBLE_URL: trouble.url,
      CHECK_FOLDER: folder,
    };
    await jest('integration', env);
    if (wanted('e2e')) {
      const report = path.join(folder, 'e2e.json');
      count(
        report,
        e2eCounts,
        await run('e2e', 'node_modules/@playwright/test/cli.js', ['test', ...(values.file ? [values.file] : [])], {
          ...env,
          NODE_ENV: 'production',
          PLAYWRIGHT_JSON_OUTPUT_NAME: report,
        }),
      );
    }
    trouble.close();
  }
} catch (error) {
  console.error(error);
  tally.failed++;
} finally {
  await clean();
}
if (process.env.CHECK_TALLY) fs.writeFileSync(process.env.CHECK_TALLY, JSON.stringify(tally));
else {
  console.log(`\nin ${((Date.now() - began) / 1000).toFixed(0)} s`);
  console.log(`${tally.passed} passed, ${tally.failed} failed`);
}
process.exit(tally.failed ? 1 : 0);
