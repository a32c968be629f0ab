import { spawn } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { closeDatabase } from '../src/data/database';
import { adoptToken, claimCode, demoWorkspace, hasAnyAccount } from '../src/services/people/access';
import { openStockroom } from '../src/services/stockroom/setup';
import { ensureBuilt } from './built';
import { objectStoreAt } from '../src/files/objects';
import { Plain } from './cluster';
import { once } from './once';
import { ROOT, startStack, type Stack } from './stack';

const began = Date.now();
const log = (line: string) => console.log(`  ${line}`);

const USAGE = `Usage: ./start [--empty [--host NAME]] [--port N] [--data DIR]
       ./start --empty [--web-only | --worker-only] --database URL --store URL [--standins URL] [--data DIR] …
       ./start --backup FILE | --restore FILE | --sweep [--dry-run]  [--data DIR] [--database URL] [--store URL]`;

function options() {
  try {
    const { values } = parseArgs({
      options: {
        empty: { type: 'boolean', default: false },
        host: { type: 'string' },
        port: { type: 'string', default: '4500' },
        data: { type: 'string', default: path.join(ROOT, 'data') },
        'web-only': { type: 'boolean', default: false },
        'worker-only': { type: 'boolean', default: false },
        database: { type: 'string' },
        store: { type: 'string' },
        standins: { type: 'string' },
        backup: { type: 'string' },
        restore: { type: 'string' },
        sweep: { type: 'boolean', default: false },
        'dry-run': { type: 'boolean', default: false },
      },
    });
    const port = Number(values.port);
    if (!Number.isInteger(port) || port < 1 || port > 65535) throw new Error('port');
    // the demo is entered without signing in, so it is for this machine alone
    if (values.host !== undefined && (!values.empty || !/^[a-z0-9.-]{1,253}$/i.test(values.host))) throw new Error('host');
    const only = values['web-only'] ? 'web' : values['worker-only'] ? 'worker' : null;
    const once = [values.backup, values.restore, values.sweep || undefined].filter((v) => v !== undefined);
    if ((values['web-only'] && values['worker-only']) || once.length > 1 || (only && once.length)) throw new Error('one of them');
    // a part of the house needs the rest of it; the demo is one machine's own
    if (only && !values.database) throw new Error('database');
    if ((values.database ?? values.store) && !values.empty && !once.length) throw new Error('empty');
    if (values['dry-run'] && !values.sweep) throw new Error('dry-run');
    return {
      empty: values.empty,
      host: values.host,
      port,
      folder: path.resolve(values.data),
      only,
      database: values.database,
      store: values.store?.startsWith('s3:') ? values.store : values.store && path.resolve(values.store),
      standins: values.standins,
      backup: values.backup && path.resolve(values.backup),
      restore: values.restore && path.resolve(values.restore),
      sweep: values.sweep,
      dry: values['dry-run'],
    } as const;
  } catch {
    console.error(USAGE);
    process.exit(2);
  }
}

const asked = options();
const { empty, host, port, folder, only, database, store } = asked;
let stack: Stack | undefined;
let starting: Promise<Stack> | undefined;
let stopping = false;

async function shutDown(code: number): Promise<void> {
  if (stopping) return;
  stopping = true;
  try {
    stack ??= await starting;
    await closeDatabase();
    await stack?.stop();
  } catch (error) {
    console.error((error as Error).message);
  }
  console.log('\nUnion Press has stopped; everything is kept.');
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void shutDown(0));

try {
  console.log('Union Press');
  if (store?.startsWith('s3:')) objectStoreAt(store);
  if (asked.backup ?? asked.restore ?? (asked.sweep || undefined)) {
    await once({ folder, database, store, backup: asked.backup, restore: asked.restore, dry: asked.dry, log });
    process.exit(0);
  }
  ensureBuilt(ROOT, log);
  starting = startStack({
    folder,
    port,
    demo: !empty,
    durable: true,
    host,
    log,
    database,
    store,
    standins: asked.standins,
    ...(only && { parts: [only] }),
  });
  stack = await starting;
  Object.assign(process.env, stack.env);
  if (!empty) {
    const workspace = await demoWorkspace('Saltmarsh Lane');
    await adoptToken(workspace, stack.token, 'made by ./start');
    await openStockroom(workspace);
    // once it is complete it is the seller's own: what they changed in it is not done over
    const complete = path.join(folder, 'demo-is-complete');
    if (!existsSync(complete)) {
      // the demo is filled in by a program of its own, over the same HTTP interface that everyone uses
      const demo = spawn(process.execPath, ['dist/demo.mjs'], {
        cwd: ROOT,
        env: { ...process.env, PRESS_TOKEN: stack.token },
        stdio: ['ignore', 'inherit', 'inherit'],
      });
      demo.once('exit', (code) => code === 0 && writeFileSync(complete, ''));
      process.once('exit', () => demo.kill());
    }
  }
  if (only === 'worker') {
    console.log(`
  Worker    of the database at ${new URL(stack.ownerUrl).host}
  Up after ${((Date.now() - began) / 1000).toFixed(1)} s. Ctrl-C stops it.
`);
  }
  const claim = (await hasAnyAccount()) ? '' : `\n  Code      ${claimCode()} (for whoever makes the owner’s account)`;
  if (only !== 'worker')
    console.log(`
  Address   ${stack.base}
  API       ${stack.base}/api/v1/openapi.json${empty ? '' : `\n  Token     ${stack.token}`}${claim}
  Outlets   ${stack.standins}/kestrel/fair   ${stack.standins}/quayside/shop
  Data      ${folder}
${empty ? '\n  Open the address to make the owner’s account; tokens for the API are made in the stockroom.\n' : ''}
  Up after ${((Date.now() - began) / 1000).toFixed(1)} s. Ctrl-C stops everything.
`);
  void stack.lost.then((reason) => {
    console.error(`Stopping: ${reason}.`);
    return shutDown(1);
  });
} catch (error) {
  if (!stopping) {
    console.error(error instanceof Plain || error instanceof RangeError ? error.message : (error as Error).stack);
    await stack?.stop();
    process.exit(1);
  }
}
