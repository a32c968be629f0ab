import { spawn, type ChildProcess } from 'node:child_process';
import { createHmac, randomBytes } from 'node:crypto';
import { once } from 'node:events';
import fs from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import { migrate } from '../src/data/migrate';
import { BoundedLog } from './bounded-log';
import { elsewhere, Plain, startCluster, type Cluster } from './cluster';

export const ROOT = path.dirname(import.meta.dirname);

/** What a data folder keeps between starts: secrets and ports. */
export interface Keys {
  databasePassword: string;
  appPassword: string;
  sealKey: string;
  token: string;
  databasePort: number;
  standinsPort: number;
}

export async function portIsFree(port: number): Promise<boolean> {
  const server = net.createServer();
  return new Promise((resolve) => {
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

export async function freePort(): Promise<number> {
  const server = net.createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as net.AddressInfo;
  await new Promise((done) => server.close(done));
  return port;
}

export async function keysOf(folder: string): Promise<Keys> {
  const file = path.join(folder, 'keys.json');
  const secret = (bytes: number) => randomBytes(bytes).toString('hex');
  let kept: Partial<Keys> = {};
  try {
    kept = JSON.parse(fs.readFileSync(file, 'utf8')) as Partial<Keys>;
  } catch {
    if (fs.existsSync(path.join(folder, 'pg-is-whole')))
      throw new Plain(
        `${file} is missing or damaged, so the database in ${folder} cannot be opened. Bring it back from a backup, or start with another --data DIR.`,
      );
  }
  const keys: Keys = {
    databasePassword: kept.databasePassword ?? secret(18),
    appPassword: kept.appPassword ?? secret(18),
    sealKey: kept.sealKey ?? secret(32),
    token: kept.token ?? `up_${randomBytes(24).toString('base64url')}`,
    databasePort: kept.databasePort && (await portIsFree(kept.databasePort)) ? kept.databasePort : await freePort(),
    standinsPort: kept.standinsPort ?? (await freePort()),
  };
  fs.writeFileSync(`${file}.new`, JSON.stringify(keys, null, 2), { mode: 0o600 });
  fs.renameSync(`${file}.new`, file);
  return keys;
}

export interface StackOptions {
  folder: string;
  port: number;
  demo: boolean;
  durable: boolean;
  /** A name beside the loopback's own under which the house may be asked, from other machines too. */
  host?: string;
  /** Which programs run here; all where none are named. */
  parts?: readonly Part[];
  /** A database that stands elsewhere: its owner's address. Without it one is kept in the folder. */
  database?: string;
  /** Where files are kept, when not in the folder: `s3://…`, or a folder that machines share. */
  store?: string;
  /** Where the stand-in outlets stand, when they do not run here. */
  standins?: string;
  log: (line: string) => void;
}

export type Part = 'standins' | 'worker' | 'web';
const ALL: readonly Part[] = ['standins', 'worker', 'web'];

export interface Stack {
  base: string;
  standins: string;
  token: string;
  env: Record<string, string>;
  folder: string;
  ownerUrl: string;
  pid: (part: Part | 'database') => number;
  restartDatabase: () => Promise<void>;
  stop: () => Promise<void>;
  /** Resolves with a reason when the database cannot be brought back. */
  lost: Promise<string>;
}

/** A part that ends is begun again: at once, then later and later while it keeps ending. */
const FIRST_WAIT_MS = 300;
const LONGEST_WAIT_MS = 20_000;
const DATABASE_TRIES = 5;

/** What a part need not know is not told to it: only the worker has the queue's own address, which is the owner's. */
const HIDDEN: Record<Part, string[]> = {
  standins: ['DATABASE_URL', 'QUEUE_URL', 'SEAL_KEY'],
  worker: [],
  web: ['QUEUE_URL'],
};

const PROGRAMS: Record<Part, string> = { standins: 'dist/standins.mjs', worker: 'dist/worker.mjs', web: 'dist/web.mjs' };

/** Starts database, stand-ins, worker and web server, in this order, and keeps them running. */
export async function startStack(o: StackOptions): Promise<Stack> {
  // what is written from here on is nobody else's to read; the user of the database passes through the folder
  process.umask(0o077);
  fs.mkdirSync(o.folder, { recursive: true });
  fs.chmodSync(o.folder, 0o711);
  const lock = holdFolder(o.folder);
  const keys = await keysOf(o.folder);
  const parts = o.parts ?? ALL;
  if (parts.includes('web') && !(await portIsFree(o.port)))
    throw new Plain(`Port ${o.port} is taken by another program. Start with --port and another number.`);
  if (parts.includes('standins') && !(await portIsFree(keys.standinsPort)))
    throw new Plain(
      `Port ${keys.standinsPort}, where the stand-in outlets stood, is taken by another program. Stop that, or change standinsPort in ${o.folder}/keys.json.`,
    );
  const log = new BoundedLog(path.join(o.folder, 'programs.log'));
  const start = () =>
    o.database
      ? elsewhere(o.database)
      : startCluster({
          folder: o.folder,
          port: keys.databasePort,
          password: keys.databasePassword,
          durable: o.durable,
          log: o.log,
        });
  let cluster: Cluster = await start();
  const running = new Map<Part, ChildProcess>();
  let stopping = false;
  let restarting = false;
  let lose: (reason: string) => void = () => undefined;
  const lost = new Promise<string>((resolve) => (lose = resolve));
  const watchDatabase = () =>
    cluster.child?.once('exit', () => {
      if (!stopping && !restarting) void bringBack();
    });
  // the web server answers with a sentence meanwhile
  const bringBack = async () => {
    for (let i = 1; i <= DATABASE_TRIES && !stopping; i++) {
      await sleep(FIRST_WAIT_MS * i);
      try {
        cluster = await start();
        return watchDatabase();
      } catch (error) {
        log.write(`database: ${(error as Error).message}\n`);
      }
    }
    lose('the database ended and cannot be started again; database.log says why');
  };

  const ownerUrl = cluster.url('app', keys.databasePassword);
  const base = `http://127.0.0.1:${o.port}`;
  const standins = o.standins ?? `http://127.0.0.1:${keys.standinsPort}`;
  const env: Record<string, string> = {
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    DATABASE_URL: cluster.url('press_app', keys.appPassword),
    QUEUE_URL: ownerUrl,
    FILES_DIR: path.join(o.folder, 'files'),
    STORE_URL: o.store ?? '',
    INBOX_DIR: path.join(o.folder, 'inbox'),
    SEAL_KEY: keys.sealKey,
    STANDINS_URL: standins,
    STANDINS_PORT: String(keys.standinsPort),
    STANDINS_DIR: path.join(o.folder, 'standins'),
    PRESS_ROOT: ROOT,
    PRESS_DEMO: o.demo ? '1' : '0',
    // outlets send sellers back to where their browser knows the house
    PRESS_URL: o.host ? `http://${o.host}:${o.port}` : base,
    PORT: String(o.port),
    HOST: o.host ? '0.0.0.0' : '127.0.0.1',
    PRESS_HOSTS: o.host ?? '',
  };
  const deaths: Record<Part, number[]> = { standins: [], worker: [], web: [] };
  const run = (part: Part) => {
    const child = spawn('setpriv', ['--pdeathsig', 'TERM', process.execPath, PROGRAMS[part]], {
      cwd: ROOT,
      // the allocator's many arenas keep what decoders gave back
      env: without({ ...process.env, ...env, MALLOC_ARENA_MAX: '2' }, HIDDEN[part]),
      detached: true,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const out of [child.stdout, child.stderr]) log.follow(out);
    running.set(part, child);
    child.once('exit', (code, signal) => {
      if (stopping) return;
      // one part that keeps ending takes no other with it
      deaths[part] = [...deaths[part].filter((t) => t > Date.now() - 60_000), Date.now()];
      const wait = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** Math.max(0, deaths[part].length - 4));
      log.write(`the ${part} ended (${signal ?? code}); begun again in ${wait} ms\n`);
      setTimeout(() => stopping || run(part), wait);
    });
  };
  const stop = async () => {
    stopping = true;
    for (const part of ['web', 'worker', 'standins'] as Part[]) {
      const child = running.get(part);
      if (!child || child.exitCode !== null || child.signalCode !== null) continue;
      const gone = once(child, 'exit');
      child.kill('SIGTERM');
      const hard = setTimeout(() => child.kill('SIGKILL'), 8000);
      await gone;
      clearTimeout(hard);
    }
    await cluster.stop();
    lock();
  };
  try {
    await migrate(ownerUrl, keys.appPassword, path.join(ROOT, 'src/data/migrations'));
    await holdKey(ownerUrl, keys.sealKey, o.folder);
    watchDatabase();
    for (const part of parts) run(part);
    await Promise.all([
      parts.includes('standins') && answers(`${standins}/health`, lost),
      parts.includes('web') && answers(`${base}/api/v1/health`, lost),
    ]);
  } catch (error) {
    await stop();
    throw error;
  }
  return {
    base,
    standins,
    token: keys.token,
    env,
    folder: o.folder,
    ownerUrl,
    pid: (part) => (part === 'database' ? cluster.child! : running.get(part)!).pid!,
    async restartDatabase() {
      restarting = true;
      await cluster.stop();
      cluster = await start();
      restarting = false;
      watchDatabase();
    },
    stop,
    lost,
  };
}

/** Secrets are sealed with the key of the first who opened a database: with another nothing could be read, and new ones not by the others. */
async function holdKey(ownerUrl: string, sealKey: string, folder: string): Promise<void> {
  const mark = createHmac('sha256', Buffer.from(sealKey, 'hex')).update('the house').digest('hex');
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query('INSERT INTO house (seal_mark) VALUES ($1) ON CONFLICT DO NOTHING', [mark]);
    const { rows } = await owner.query<{ mark: string }>('SELECT seal_mark AS mark FROM house');
    if (rows[0]!.mark !== mark)
      throw new Plain(
        `This database was opened with other keys than those in ${folder}/keys.json. Copy keys.json from the machine that began it, and start again.`,
      );
  } finally {
    await owner.end();
  }
}

const without = (env: NodeJS.ProcessEnv, names: string[]): NodeJS.ProcessEnv =>
  Object.fromEntries(Object.entries(env).filter(([name]) => !names.includes(name))) as NodeJS.ProcessEnv;

/** One start per data folder. A lock left by a start that crashed is taken over. */
export function holdFolder(folder: string): () => void {
  const file = path.join(folder, 'running.pid');
  try {
    const pid = Number(fs.readFileSync(file, 'utf8'));
    if (pid && pid !== process.pid && fs.readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('node'))
      throw new Plain(
        `Union Press is running already with the data in ${folder} (process ${pid}). Stop that one first, or use another --data DIR.`,
      );
  } catch (error) {
    if (error instanceof Plain) throw error;
  }
  fs.writeFileSync(file, String(process.pid));
  return () => fs.rmSync(file, { force: true });
}

async function answers(url: string, lost: Promise<string>): Promise<void> {
  let gone = '';
  void lost.then((why) => (gone = why));
  for (let i = 0; i < 600; i++) {
    if (gone) throw new Plain(gone);
    try {
      if ((await fetch(url)).ok) return;
    } catch {
      // not up yet
    }
    await sleep(50);
  }
  throw new Plain(`${url} did not answer within 30 seconds.`);
}
