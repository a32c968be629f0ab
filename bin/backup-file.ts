import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { buffer, text } from 'node:stream/consumers';
import { extract } from 'tar-stream';
import { Plain, serverPrograms } from './cluster';

/**
 * A backup is one tar file (POSIX.1-2001, pax): `database` (a dump of pg_dump, custom format), `keys.json` with what secrets are sealed
 * with, `originals/SHA-256` bit for bit, and at the end `manifest.json`, which says what must be there.
 */
export interface Manifest {
  format: 'union-press-backup';
  version: 1;
  made: string;
  database: { sha256: string; bytes: number };
  originals: { sha256: string; bytes: number }[];
  /** Originals that the database names and that were not there any more. */
  missing: string[];
}
export interface BackupKeys {
  sealKey: string;
  standinsPort: number;
}

/** Every entry of a backup in turn; `reads` takes its stream to the end. Throws Plain when the file is no tar or breaks off. */
export async function eachEntry(file: string, reads: (name: string, stream: Readable) => Promise<void>): Promise<void> {
  const tar = extract();
  const source = createReadStream(file);
  source.on('error', (error) => tar.destroy(error));
  source.pipe(tar);
  try {
    for await (const entry of tar) {
      await reads(entry.header.name, entry as unknown as Readable);
      entry.resume();
    }
  } catch (error) {
    if (error instanceof Plain) throw error;
    throw new Plain(`${file} cannot be read as a backup: ${(error as Error).message}`);
  }
}

export async function hashOf(stream: Readable): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256');
  let bytes = 0;
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    hash.update(chunk);
    bytes += chunk.length;
  }
  return { sha256: hash.digest('hex'), bytes };
}

/** Reads a whole backup and holds it to its manifest: every original to its name, the dump to its hash. Throws Plain with what is wrong. */
export async function checkBackup(file: string): Promise<{ manifest: Manifest; keys: BackupKeys }> {
  const found = new Map<string, number>();
  let database: { sha256: string; bytes: number } | null = null;
  let manifest: Manifest | null = null;
  let keys: BackupKeys | null = null;
  await eachEntry(file, async (name, stream) => {
    if (name === 'manifest.json') manifest = parsed<Manifest>(await text(stream), file);
    else if (name === 'keys.json') keys = parsed<BackupKeys>((await buffer(stream)).toString('utf8'), file);
    else {
      const is = await hashOf(stream);
      if (name === 'database') database = is;
      else if (name === `originals/${is.sha256}`) found.set(is.sha256, is.bytes);
      else throw new Plain(`${file} is damaged: ${name} is not what its name says.`);
    }
  });
  const { manifest: m, keys: k, database: d } = { manifest, keys, database } as { manifest: Manifest | null; keys: BackupKeys | null; database: { sha256: string } | null }; // prettier-ignore
  if (m?.format !== 'union-press-backup')
    throw new Plain(`${file} is not a whole backup: it has no manifest. It may have been cut off.`);
  if (m.version !== 1) throw new Plain(`${file} was made by a newer Union Press. Bring it back with that one.`);
  if (!k || !/^[0-9a-f]{64}$/.test(k.sealKey)) throw new Plain(`${file} has no keys: the outlets’ secrets could not be read.`);
  if (d?.sha256 !== m.database.sha256) throw new Plain(`${file} is damaged: its database is not the one that was written.`);
  const lacking = m.originals.filter((o) => found.get(o.sha256) !== o.bytes).length;
  if (lacking) throw new Plain(`${file} is damaged: ${lacking} of ${m.originals.length} originals are not in it.`);
  return { manifest: m, keys: k };
}

function parsed<T>(json: string, file: string): T {
  try {
    return JSON.parse(json) as T;
  } catch {
    throw new Plain(`${file} is damaged: what it says of itself cannot be read.`);
  }
}

/** Runs one of PostgreSQL's own programs on a database; its password is told where nobody sees it. Throws Plain with its last words. */
export async function runOn(url: string, program: 'pg_dump' | 'pg_restore', args: string[]): Promise<void> {
  const at = new URL(url);
  const child = spawn(path.join(serverPrograms(), program), args, {
    env: {
      PATH: process.env.PATH,
      LC_ALL: 'C.UTF-8',
      PGHOST: at.hostname,
      PGPORT: at.port || '5432',
      PGUSER: decodeURIComponent(at.username),
      PGPASSWORD: decodeURIComponent(at.password),
      PGDATABASE: at.pathname.slice(1),
    } as unknown as NodeJS.ProcessEnv,
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  const said = text(child.stderr);
  const code = await new Promise<number | null>((resolve, reject) => {
    child.once('error', reject);
    child.once('exit', resolve);
  });
  if (code !== 0) throw new Plain(`${program} failed: ${(await said).trim().split('\n').at(-1) ?? ''}`);
}
