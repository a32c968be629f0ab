import { chmodSync, createWriteStream, existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { unlink } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { migrate } from '../src/data/migrate';
import * as files from '../src/files/store';
import { checkBackup, eachEntry, runOn, type BackupKeys } from './backup-file';
import { elsewhere, Plain, startCluster } from './cluster';
import { holdFolder, keysOf, portIsFree, ROOT } from './stack';

/**
 * Brings a backup back into a folder that has no house yet, or into an empty database elsewhere. It is read to its end and checked before
 * anything is written; the database comes last, all of it or nothing. Pictures are made again by the worker.
 */
export async function restoreBackup(
  file: string,
  o: { folder: string; database?: string; log: (line: string) => void },
): Promise<void> {
  if (!existsSync(file)) throw new Plain(`There is no ${file}.`);
  if (existsSync(o.folder) && readdirSync(o.folder).some((f) => f !== 'keys.json' || !o.database))
    throw new Plain(
      `There is something in ${o.folder} already. A backup is brought back into a new place: name one with --data DIR.`,
    );
  o.log('reading the backup');
  const { manifest, keys: kept } = await checkBackup(file);
  // as a start makes it: nobody else's to read, but the user of the database passes through
  process.umask(0o077);
  mkdirSync(o.folder, { recursive: true });
  chmodSync(o.folder, 0o711);
  const letGo = holdFolder(o.folder);
  if (!existsSync(path.join(o.folder, 'keys.json')))
    writeFileSync(path.join(o.folder, 'keys.json'), JSON.stringify(await hereAlso(kept)), { mode: 0o600 });
  const keys = await keysOf(o.folder);
  if (keys.sealKey !== kept.sealKey)
    throw new Plain('The backup was made with other keys than those in keys.json. Take that file away first.');
  const cluster = o.database
    ? await elsewhere(o.database)
    : await startCluster({
        folder: o.folder,
        port: keys.databasePort,
        password: keys.databasePassword,
        durable: true,
        log: o.log,
      });
  const ownerUrl = cluster.url('app', keys.databasePassword);
  const dump = path.join(o.folder, 'database.restore');
  try {
    await mustBeEmpty(ownerUrl);
    o.log(`bringing back ${manifest.originals.length.toLocaleString('en')} originals`);
    await eachEntry(file, async (name, stream) => {
      if (name === 'database') await pipeline(stream, createWriteStream(dump, { mode: 0o600 }));
      else if (name.startsWith('originals/')) {
        const arrived = await files.arrive(stream, Number.MAX_SAFE_INTEGER);
        await files.keepArrived(arrived).finally(() => files.dropArrived(arrived));
      }
    });
    o.log('bringing back the database');
    await owner(ownerUrl, async (client) => {
      const role = await client.query("SELECT FROM pg_roles WHERE rolname = 'press_app'");
      if (!role.rowCount) await client.query('CREATE ROLE press_app LOGIN NOBYPASSRLS');
    });
    await runOn(ownerUrl, 'pg_restore', ['--no-owner', '--single-transaction', '--exit-on-error', `--dbname=${new URL(ownerUrl).pathname.slice(1)}`, dump]); // prettier-ignore
    await migrate(ownerUrl, keys.appPassword, path.join(ROOT, 'src/data/migrations'));
    const pictures = await owner(ownerUrl, (client) => client.query<{ count: number }>('SELECT make_pictures_again() AS count'));
    o.log(
      `Brought back as it was on ${manifest.made}. Pictures of ${pictures.rows[0]!.count.toLocaleString('en')} artworks are made again once it runs.`,
    );
    o.log(`Begin with: ./start --empty --data ${o.folder}`);
  } finally {
    await unlink(dump).catch(() => undefined);
    await cluster.stop();
    letGo();
  }
}

/** The keys as a new place can have them: where the stand-ins stood something else may stand, the house that was backed up even. */
const hereAlso = async ({ sealKey, standinsPort }: BackupKeys): Promise<Partial<BackupKeys>> =>
  (await portIsFree(standinsPort)) ? { sealKey, standinsPort } : { sealKey };

async function owner<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  return work(client).finally(() => client.end());
}

const mustBeEmpty = (url: string): Promise<void> =>
  owner(url, async (client) => {
    const found = await client.query("SELECT FROM pg_tables WHERE schemaname = 'public' LIMIT 1");
    if (found.rowCount)
      throw new Plain('There is something in that database already. A backup is brought back into an empty one.');
  });
