import { createHash } from 'node:crypto';
import { open, stat, unlink, writeFile } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { diskShelves } from './disk';
import { Bucket, objectShelves, objectStoreAt } from './objects';
import { root, temporary } from './scratch';
import { NotStored, type Shelf, type Shelves, type Stored } from './shelves';

export { NotStored, SHELVES, type Shelf, type Stored } from './shelves';
export { hasRoom, sweepScratch, temporary } from './scratch';

/** The bucket that files are kept in, from STORE_URL; null while they are on the disk. */
let shared: { at: string; bucket: Bucket } | undefined;
export function bucket(): Bucket | null {
  const at = process.env.STORE_URL;
  if (!at?.startsWith('s3:')) return null;
  if (shared?.at !== at) shared = { at, bucket: new Bucket(objectStoreAt(at)) };
  return shared.bucket;
}

let opened: { at: string; shelves: Shelves } | undefined;
/** The shelves of this installation: STORE_URL names a bucket, or a folder that machines share; without it the folder of files. */
function shelves(): Shelves {
  const told = process.env.STORE_URL;
  const at = told ? told : root();
  if (opened?.at !== at) opened = { at, shelves: bucket() ? objectShelves(bucket()!) : diskShelves(at) };
  return opened.shelves;
}

/** A file that has arrived whole and is safe on this machine's disk, under a name that nobody knows yet. */
export interface Arrived {
  sha256: string;
  bytes: number;
  /** Its first bytes, by which its kind is told. */
  head: Buffer;
}
/** So many first bytes are told. */
const HEAD = 64;
const places = new WeakMap<Arrived, string>();

/**
 * Some sources only say that they failed, once, and neither end nor close: unheard it would end the process, heard too late
 * nobody would know. From here on one that fails is destroyed, and whoever reads it later knows.
 */
export const heed = (source: Readable): Readable => source.on('error', (error) => source.destroy(error));

/** Takes a file in bit for bit while it streams. Rejects with `tooLarge` past `maxBytes`, leaving nothing behind. */
export async function arrive(source: Readable, maxBytes: number): Promise<Arrived> {
  heed(source);
  const hash = createHash('sha256');
  let bytes = 0;
  let head = Buffer.alloc(0);
  async function* metered() {
    for await (const chunk of source as AsyncIterable<Buffer | string>) {
      bytes += Buffer.byteLength(chunk);
      if (bytes > maxBytes) throw new Error('tooLarge');
      if (head.length < HEAD) head = Buffer.concat([head, Buffer.from(chunk)]).subarray(0, HEAD);
      hash.update(chunk);
      yield chunk;
    }
  }
  const place = await temporary();
  // opened before anything flows: a stream that opens it by itself may do so after a source has failed, and leave the file behind
  const handle = await open(place, 'w');
  try {
    await writeFile(handle, metered());
    await handle.sync();
    const arrived = { sha256: hash.digest('hex'), bytes, head };
    places.set(arrived, place);
    return arrived;
  } catch (error) {
    await unlink(place).catch(() => undefined);
    throw error;
  } finally {
    await handle.close();
  }
}

/**
 * Gives what has arrived its place among the originals: a file under its final name is always whole. Whoever does so has claimed it
 * first (`keepOriginal`), or it may be swept away before anything says that it is used.
 */
export const keepArrived = (arrived: Arrived): Promise<void> =>
  shelves().keepFile('originals', arrived.sha256, places.get(arrived)!, arrived.bytes);

/** Lets go of what has arrived and is not wanted, or stands among the originals by now. */
export const dropArrived = (arrived: Arrived): Promise<void> => unlink(places.get(arrived)!).catch(() => undefined);

export const keepDerived = (name: string, data: Uint8Array): Promise<void> => shelves().keepBytes('derived', name, data);
/** Puts a file of this machine's disk among what is derived; it may be gone from where it was. */
export const keepDerivedFile = async (name: string, path: string): Promise<void> =>
  shelves().keepFile('derived', name, path, (await stat(path)).size);
export const has = (shelf: Shelf, name: string): Promise<boolean> => shelves().has(shelf, name);

/** A whole file. Throws NotStored. */
export async function read(shelf: Shelf, name: string): Promise<Buffer> {
  const found = await shelves().open(shelf, name);
  if (!found) throw new NotStored(shelf, name);
  return buffer(found.stream);
}
/** A file as a stream with its size; null when it is not there. */
export const stream = (shelf: Shelf, name: string): Promise<{ stream: Readable; bytes: number } | null> =>
  shelves().open(shelf, name);

/** How large a file is, bytes. Throws NotStored. */
export async function bytesOf(shelf: Shelf, name: string): Promise<number> {
  const found = await shelves().open(shelf, name);
  if (!found) throw new NotStored(shelf, name);
  found.stream.destroy();
  return found.bytes;
}

/** Lets a program that reads files by their paths read one: the path holds until `reads` has ended, and no longer. Throws NotStored. */
export const borrow = <T>(shelf: Shelf, name: string, reads: (path: string) => Promise<T>): Promise<T> =>
  shelves().borrow(shelf, name, reads);

export const list = (shelf: Shelf): AsyncIterable<Stored> => shelves().list(shelf);
export const remove = (shelf: Shelf, names: readonly string[]): Promise<void> => shelves().remove(shelf, names);

const MINI = '.mini';
/** Name of the smallest copy of a small picture: it goes with that, and needs no name of its own anywhere. */
export const miniOf = (small: string): string => small.replace(/(\.[a-z]+)$/, `${MINI}$1`);
const MADE = '.made';
/** Name of what is told of a picture's making: it goes with the picture as its smallest copy does. */
export const madeOf = (file: string): string => file.replace(/(\.[a-z]+)$/, `${MADE}$1`);
/** The picture that a name is the smallest copy of, or tells of; the name itself where it is neither. */
export const ownerOf = (name: string): string => name.replace(MINI, '').replace(MADE, '');

/** Name of a derived file: the hash of all its inputs, plus an ending. */
export function derivedName(inputs: unknown, ending: string): string {
  return createHash('sha256').update(JSON.stringify(inputs)).digest('hex') + ending;
}
