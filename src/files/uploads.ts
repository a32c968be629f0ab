import { mkdir, readdir, readFile, rename, stat, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { FileStore } from '@tus/file-store';
import type { MetadataValue } from '@tus/s3-store';
import type { DataStore } from '@tus/server';
import type { Bucket } from './objects';
import { root } from './scratch';
import { bucket } from './store';

/** Where uploads lie until they are whole and taken in: beside the files, so that any machine goes on with what another began. */
export interface UploadPlace {
  store: DataStore;
  /** What has arrived of one, as a stream. */
  read: (id: string) => Promise<Readable>;
  /** What became of one, as it was written down; null when nothing was. */
  outcome: (id: string) => Promise<string | null>;
  keepOutcome: (id: string, said: string) => Promise<void>;
  /** Removes what has arrived of one, whole or not. */
  remove: (id: string) => Promise<void>;
  /** Ids of those that are there. */
  list: () => AsyncIterable<string>;
  /** Removes outcomes, and what was never finished, that are older than that. */
  sweep: (olderMs: number) => Promise<void>;
}

const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}-[0-9a-f]{24}$/;

/** The place of this installation; what is not finished expires after so long. */
export async function uploadPlace(expiresMs: number): Promise<UploadPlace> {
  const b = bucket();
  return b ? inBucket(b, expiresMs) : inFolder(join(process.env.STORE_URL || root(), 'uploads'), expiresMs);
}

async function inFolder(folder: string, expiresMs: number): Promise<UploadPlace> {
  await mkdir(folder, { recursive: true });
  const store = new FileStore({ directory: folder, expirationPeriodInMilliseconds: expiresMs });
  const outcomeFile = (id: string) => join(folder, `${id}.outcome`);
  return {
    store,
    read: (id) => Promise.resolve(store.read(id)),
    outcome: (id) => readFile(outcomeFile(id), 'utf8').catch(() => null),
    async keepOutcome(id, said) {
      await writeFile(`${outcomeFile(id)}.new`, said);
      await rename(`${outcomeFile(id)}.new`, outcomeFile(id));
    },
    remove: (id) => store.remove(id).catch(() => undefined),
    async *list() {
      for (const name of await readdir(folder)) if (ID.test(name)) yield name;
    },
    async sweep(olderMs) {
      for (const name of await readdir(folder)) {
        if (!name.endsWith('.outcome')) continue;
        const { mtimeMs } = await stat(join(folder, name));
        if (mtimeMs < Date.now() - olderMs) await unlink(join(folder, name));
      }
      await store.deleteExpired();
    },
  };
}

/** The least that a part of an upload may have (AWS S3 user guide, limits of multipart uploads: 5 MiB). */
const PART = 8 << 20;

/** So many uploads' beginnings are remembered by the library, which would remember all. */
const REMEMBERED = 200;
function remembered() {
  const kept = new Map<string, MetadataValue>();
  return {
    get: (id: string) => Promise.resolve(kept.get(id)),
    set(id: string, value: MetadataValue) {
      kept.set(id, value);
      if (kept.size > REMEMBERED) kept.delete(kept.keys().next().value!);
      return Promise.resolve();
    },
    delete: (id: string) => Promise.resolve(void kept.delete(id)),
  };
}

async function inBucket(b: Bucket, expiresMs: number): Promise<UploadPlace> {
  const { S3Store } = await import('@tus/s3-store');
  const cache = remembered();
  const store = new S3Store({
    partSize: PART,
    // not every store knows tags
    useTags: false,
    cache,
    expirationPeriodInMilliseconds: expiresMs,
    s3ClientConfig: { ...b.at.config, bucket: b.at.bucket },
  });
  const outcomeKey = (id: string) => `outcomes/${id}`;
  return {
    store,
    read: (id) => store.read(id),
    async outcome(id) {
      const found = await b.open(outcomeKey(id));
      return found && text(found.stream);
    },
    keepOutcome: (id, said) => b.put(outcomeKey(id), said, Buffer.byteLength(said)),
    async remove(id) {
      // the library ends what is half; what is whole it leaves
      await store.remove(id).catch(() => undefined);
      await b.remove([id, `${id}.info`, `${id}.part`]);
      await cache.delete(id);
    },
    async *list() {
      // beside the shelves, one small object tells of each
      for await (const { key } of b.list('', '/')) {
        const id = key.replace(/\.info$/, '');
        if (id !== key && ID.test(id)) yield id;
      }
    },
    async sweep(olderMs) {
      const old: string[] = [];
      for await (const { key, at } of b.list('outcomes/')) if (at < Date.now() - olderMs) old.push(key);
      if (old.length) await b.remove(old);
      await store.deleteExpired();
    },
  };
}
