import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { copyFile, link, mkdir, open, readdir, rename, stat, unlink } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { isName, named, NotStored, type Shelf, type Shelves } from './shelves';
import { temporary } from './scratch';

/** Files in a folder: `SHELF/ab/abcd…`. Several machines may share it. */
export function diskShelves(folder: string): Shelves {
  const pathOf = (shelf: Shelf, name: string): string => join(folder, shelf, named(name).slice(0, 2), name);
  const put = async (from: string, shelf: Shelf, name: string): Promise<void> => {
    const to = pathOf(shelf, name);
    // what is derived can be made again: only originals wait for the disk
    const safe = shelf === 'originals' ? sync : () => Promise.resolve();
    const made = await mkdir(dirname(to), { recursive: true });
    await rename(from, to).catch(async (error: NodeJS.ErrnoException) => {
      if (error.code !== 'EXDEV') throw error;
      // another disk: whole beside its place first, then under its name; nobody else's copy has the same name
      const beside = `${to}.${randomUUID()}`;
      await copyFile(from, beside);
      await safe(beside);
      await rename(beside, to);
      await unlink(from);
    });
    // a name is safe only once its folder is (fsync(2), notes), and a new folder once the one above is
    await safe(dirname(to));
    if (made) await safe(dirname(dirname(to)));
  };
  return {
    has: (shelf, name) =>
      stat(pathOf(shelf, name)).then(
        () => true,
        () => false,
      ),
    async open(shelf, name) {
      const path = pathOf(shelf, name);
      const found = await stat(path).catch(() => null);
      return found && { stream: createReadStream(path), bytes: found.size };
    },
    keepFile: (shelf, name, path) => put(path, shelf, name),
    async keepBytes(shelf, name, data) {
      const path = await temporary();
      const handle = await open(path, 'w');
      await handle.writeFile(data).finally(() => handle.close());
      // what is derived can be made again, so it is renamed without waiting for the disk
      await put(path, shelf, name);
    },
    async borrow(shelf, name, reads) {
      const path = pathOf(shelf, name);
      if (!(await stat(path).catch(() => null))) throw new NotStored(shelf, name);
      return reads(path);
    },
    async *list(shelf) {
      for (const prefix of await inside(join(folder, shelf)))
        for (const name of await inside(join(folder, shelf, prefix))) {
          const found = isName(name) ? await stat(join(folder, shelf, prefix, name)).catch(() => null) : null;
          if (found) yield { name, bytes: found.size, at: found.mtimeMs };
        }
    },
    async remove(shelf, names) {
      await Promise.all(names.map((name) => unlink(pathOf(shelf, name)).catch(() => undefined)));
    },
  };
}

/** Waits until a file, or the names in a folder, are on the disk. */
async function sync(path: string): Promise<void> {
  const handle = await open(path, 'r');
  await handle.sync().finally(() => handle.close());
}

/** Puts a file of a folder of files under another name too, without taking room for it. */
export async function linkOnDisk(folder: string, shelf: Shelf, name: string, also: string): Promise<void> {
  const [from, to] = [name, also].map((n) => join(folder, shelf, named(n).slice(0, 2), n)) as [string, string];
  await mkdir(dirname(to), { recursive: true });
  await link(from, to);
}

const inside = (folder: string): Promise<string[]> => readdir(folder).catch(() => []);
