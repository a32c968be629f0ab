import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open, readFile, rename, stat, unlink } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

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

let serial = 0;
function temporary(): string {
  return join(root(), 'incoming', `${process.pid}-${Date.now()}-${serial++}`);
}

/** Writes to a temporary name, syncs, then renames: a file under its final name is always whole. */
async function settle(from: string, to: string): Promise<void> {
  const handle = await open(from, 'r+');
  await handle.sync();
  await handle.close();
  await mkdir(dirname(to), { recursive: true });
  await rename(from, to);
}

/** Takes in an original bit for bit while it streams. Rejects with `tooLarge` past `maxBytes`, leaving nothing behind. */
export async function keepOriginal(source: Readable, maxBytes: number): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256');
  let bytes = 0;
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      hash.update(chunk);
      done(bytes > maxBytes ? new Error('tooLarge') : null, chunk);
    },
  });
  const incoming = temporary();
  await mkdir(dirname(incoming), { recursive: true });
  try {
    await pipeline(source, meter, createWriteStream(incoming));
    const sha256 = hash.digest('hex');
    await settle(incoming, pathOf('originals', sha256));
    return { sha256, bytes };
  } catch (error) {
    await unlink(incoming).catch(() => undefined);
    throw error;
  }
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
