import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt } from '../bin/built';
import { freePort, ROOT, startStack } from '../bin/stack';
import { closeDatabase } from '../src/data/database';
import { adoptToken, demoWorkspace } from '../src/services/people/access';
import { openStockroom } from '../src/services/stockroom/setup';
import { tryFiles } from './files';
import type { House } from './house';
import { print, type Report } from './report';

const { values, positionals } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, rounds: { type: 'string', default: '6' } },
  allowPositionals: true,
});
const seed = Number(values.seed);
const rounds = Number(values.rounds);

const TOPICS: Record<string, (house: House) => Promise<Report>> = {
  files: (house) => tryFiles(house, { root: ROOT, seed, damages: rounds, bombs: () => true, mostMegabytes: 1500 }),
};

ensureBuilt(ROOT, console.error);
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-trial-'));
fs.chmodSync(folder, 0o755); // the user postgres has to enter it
const stack = await startStack({ folder, port: await freePort(), demo: true, durable: false, log: () => undefined });
let failed = 0;
try {
  Object.assign(process.env, stack.env);
  const workspace = await demoWorkspace('Trial');
  await adoptToken(workspace, stack.token, 'trial');
  await openStockroom(workspace);
  for (const topic of positionals.length ? positionals : Object.keys(TOPICS)) {
    const tried = TOPICS[topic];
    if (!tried) throw new RangeError(`There is no trial ${topic}; there are ${Object.keys(TOPICS).join(', ')}.`);
    const report = await tried({ base: stack.base, token: stack.token, pid: stack.pid });
    print(report);
    failed += report.failed.length;
  }
} finally {
  await closeDatabase();
  await stack.stop();
  if (failed) console.error(`  what was logged: ${fs.readFileSync(path.join(folder, 'programs.log'), 'utf8').slice(-4000)}`);
  fs.rmSync(folder, { recursive: true, force: true });
}
process.exit(failed ? 1 : 0);
