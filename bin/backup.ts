import { createReadStream, createWriteStream } from 'node:fs';
import { open, rename, stat, unlink } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { pack, type Pack } from 'tar-stream';
import * as files from '../src/files/store';
import { checkBackup, hashOf, runOn, type BackupKeys, type Manifest } from './backup-file';
import { Plain } from './cluster';
import type { Keys } from './stack';

/** While this lock is held no original is removed: `sweepingOriginals` knows it. */
const BACKUP_LOCK = 7006;
const EVERY_MS = 5000;

/**
 * Writes a backup while the house runs: the database as it stood at one moment, and every original that it names. The file takes its name
 * only when it was read back and found whole.
 */
export async function makeBackup(file: string, o: { ownerUrl: string; keys: Keys; log: (line: string) => void }): Promise<void> {
  const [dump, part] = [`${file}.database`, `${file}.part`];
  const owner = new pg.Client({ connectionString: o.ownerUrl });
  await owner.connect();
  try {
    const lock = await owner.query<{ held: boolean }>('SELECT pg_try_advisory_lock($1) AS held', [BACKUP_LOCK]);
    if (!lock.rows[0]!.held) throw new Plain('A backup is being made already. Wait until it has ended.');
    await owner.query('BEGIN ISOLATION LEVEL REPEATABLE READ');
    const { rows } = await owner.query<{ snapshot: string }>('SELECT pg_export_snapshot() AS snapshot');
    o.log('writing down the database');
    await runOn(o.ownerUrl, 'pg_dump', ['--format=custom', '--no-owner', `--snapshot=${rows[0]!.snapshot}`, `--file=${dump}`]);
    const named = await owner.query<{ sha256: string }>(ORIGINALS);
    await owner.query('COMMIT');
    await write(part, dump, named.rows.map((r) => r.sha256), o); // prettier-ignore
    o.log('reading it back');
    const { manifest } = await checkBackup(part);
    await rename(part, file);
    const { size } = await stat(file);
    o.log(
      `${file}: the database and ${manifest.originals.length.toLocaleString('en')} originals, ${(size / 1e6).toFixed(1)} MB, read back and whole.`,
    );
    if (manifest.missing.length) o.log(`${manifest.missing.length} originals that the database names were not there.`);
  } finally {
    await owner.end();
    for (const left of [dump, part]) await unlink(left).catch(() => undefined);
  }
}

/** Every original that something needs. */
const ORIGINALS = `SELECT file_sha256 AS sha256 FROM artwork WHERE state <> 'refused' UNION SELECT file_sha256 FROM artwork_version
  UNION SELECT file_sha256 FROM parcel WHERE state IN ('waiting', 'unpacking') ORDER BY 1`;

async function write(
  to: string,
  dump: string,
  originals: string[],
  { keys, log }: { keys: Keys; log: (line: string) => void },
): Promise<void> {
  const tar = pack();
  // nobody else's to read: whoever has the keys reads the outlets' secrets
  const written = pipeline(tar, createWriteStream(to, { mode: 0o600 }));
  const filling = fill(tar, dump, originals, keys, log).catch((error: Error) => tar.destroy(error));
  await Promise.all([written, filling]);
  const handle = await open(to);
  await handle.sync().finally(() => handle.close());
}

async function fill(tar: Pack, dump: string, originals: string[], keys: Keys, log: (line: string) => void): Promise<void> {
  const add = async (name: string, from: { stream: NodeJS.ReadableStream; bytes: number }) =>
    pipeline(from.stream, tar.entry({ name, size: from.bytes, mode: 0o600 }));
  const addText = (name: string, says: object): Promise<void> =>
    new Promise((resolve, reject) => {
      tar.entry({ name, mode: 0o600 }, JSON.stringify(says), (error) => (error ? reject(error) : resolve()));
    });
  const database = await hashOf(createReadStream(dump));
  await addText('keys.json', { sealKey: keys.sealKey, standinsPort: keys.standinsPort } satisfies BackupKeys);
  await add('database', { stream: createReadStream(dump), bytes: database.bytes });
  const manifest: Manifest = {
    format: 'union-press-backup',
    version: 1,
    made: new Date().toISOString(),
    database,
    originals: [],
    missing: [],
  };
  let told = Date.now();
  for (const [i, sha256] of originals.entries()) {
    const found = await files.stream('originals', sha256);
    if (!found) manifest.missing.push(sha256);
    else {
      await add(`originals/${sha256}`, found);
      manifest.originals.push({ sha256, bytes: found.bytes });
    }
    if (Date.now() - told < EVERY_MS) continue;
    told = Date.now();
    log(`originals: ${(i + 1).toLocaleString('en')} of ${originals.length.toLocaleString('en')}`);
  }
  await addText('manifest.json', manifest);
  tar.finalize();
}
