import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readFile, rename, stat, statfs, unlink, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { LIMITS } from '../core/limits';

/** The folder of files, from FILES_DIR. */
function root(): string {
  const folder = process.env.FILES_DIR;
  if (!folder) throw new Error('FILES_DIR is not set; start Union Press with ./start');
  return folder;
}

/** Originals stand under their SHA-256; `derived` ones under the hash of everything they were made from. */
export type Shelf = 'originals' | 'derived';

export function pathOf(shelf: Shelf, name: string): string {
  if (!/^[0-9a-f]{64}(\.[a-z0-9-]+)*$/.test(name)) throw new RangeError(`${name} is not the name of a stored file`);
  return join(root(), shelf, name.slice(0, 2), name);
}

/** The folder of a shelf, or of what is arriving. */
export const folderOf = (shelf: Shelf | 'incoming'): string => join(root(), shelf);

let serial = 0;
function temporary(): string {
  return join(root(), 'incoming', `${process.pid}-${Date.now()}-${serial++}`);
}

/** A file that has arrived whole and is safe on the disk, under a name that nobody knows yet. */
export interface Arrived {
  sha256: string;
  bytes: number;
  at: string;
}

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
  async function* metered() {
    for await (const chunk of source as AsyncIterable<Buffer | string>) {
      bytes += Buffer.byteLength(chunk);
      if (bytes > maxBytes) throw new Error('tooLarge');
      hash.update(chunk);
      yield chunk;
    }
  }
  const incoming = temporary();
  await mkdir(dirname(incoming), { recursive: true });
  // opened before anything flows: a stream that opens it by itself may do so after a source has failed, and leave the file behind
  const handle = await open(incoming, 'w');
  try {
    await writeFile(handle, metered());
    await handle.sync();
    return { sha256: hash.digest('hex'), bytes, at: incoming };
  } catch (error) {
    await unlink(incoming).catch(() => undefined);
    throw error;
  } finally {
    await handle.close();
  }
}

/**
 * Gives what has arrived its place among the originals: a file under its final name is always whole. Whoever does so says in the
 * same transaction that the file is used (`keepingOriginals`), or it may be swept away in between.
 */
export async function keepArrived({ sha256, at }: Arrived): Promise<void> {
  const to = pathOf('originals', sha256);
  await mkdir(dirname(to), { recursive: true });
  await rename(at, to);
}

/** Lets go of what has arrived and is not wanted. */
export const dropArrived = ({ at }: Arrived): Promise<void> => unlink(at).catch(() => undefined);

/** Is there room on the disk for so many bytes more, with the reserve left untouched? The reserve may be set in megabytes. */
export async function hasRoom(bytes = 0): Promise<boolean> {
  await mkdir(root(), { recursive: true });
  const { bavail, bsize } = await statfs(root());
  const told = Number(process.env.PRESS_RESERVE_MB);
  return bavail * bsize - bytes >= (told > 0 ? told * 1024 ** 2 : LIMITS.reserveBytes);
}

export async function keepDerived(name: string, data: Uint8Array): Promise<void> {
  const incoming = temporary();
  await mkdir(dirname(incoming), { recursive: true });
  const handle = await open(incoming, 'w');
  await handle.writeFile(data);
  await handle.close();
  // derived files can be made again, so they are renamed without waiting for the disk
  const to = pathOf('derived', name);
  await mkdir(dirname(to), { recursive: true });
  await rename(incoming, to);
}

export async function has(shelf: Shelf, name: string): Promise<boolean> {
  return stat(pathOf(shelf, name)).then(
    () => true,
    () => false,
  );
}

export const read = (shelf: Shelf, name: string): Promise<Buffer> => readFile(pathOf(shelf, name));
export const stream = (shelf: Shelf, name: string): Readable => createReadStream(pathOf(shelf, name));

/** Name of a derived file: the hash of all its inputs, plus an ending. */
export function derivedName(inputs: unknown, ending: string): string {
  return createHash('sha256').update(JSON.stringify(inputs)).digest('hex') + ending;
}
