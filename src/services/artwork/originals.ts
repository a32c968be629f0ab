import { readdir, stat, unlink } from 'node:fs/promises';
import { join } from 'node:path';
import { LIMITS } from '../../core/limits';
import { sweepingOriginals, usedOriginals } from '../../data/artwork/originals';
import { inWorkspace } from '../../data/database';
import * as files from '../../files/store';

const OLD_MS = LIMITS.unusedHours * 3_600_000;

/** Removes those of the named originals that no workspace needs. Nothing is put among the originals meanwhile. */
export const dropUnused = (sha256: string[]): Promise<number> =>
  inWorkspace(null, async (tx) => {
    await sweepingOriginals(tx);
    const used = await usedOriginals(tx, sha256, LIMITS.unusedHours);
    const unused = sha256.filter((s) => !used.has(s));
    await Promise.all(unused.map((s) => unlink(files.pathOf('originals', s)).catch(() => undefined)));
    return unused.length;
  });

const older = async (path: string, ms: number): Promise<boolean> =>
  stat(path).then(
    (s) => s.mtimeMs < Date.now() - ms,
    () => false,
  );
const inside = (folder: string): Promise<string[]> => readdir(folder).catch(() => []);

/** Removes originals that nothing refers to, and what arrived half when somebody died. Young files are left alone. */
export async function sweepOriginals(): Promise<number> {
  let removed = 0;
  const folder = files.folderOf('originals');
  for (const prefix of await inside(folder)) {
    const old: string[] = [];
    for (const name of await inside(join(folder, prefix)))
      if (/^[0-9a-f]{64}$/.test(name) && (await older(join(folder, prefix, name), OLD_MS))) old.push(name);
    if (old.length) removed += await dropUnused(old);
  }
  const incoming = files.folderOf('incoming');
  for (const name of await inside(incoming))
    if (await older(join(incoming, name), OLD_MS)) await unlink(join(incoming, name)).catch(() => undefined);
  return removed;
}
