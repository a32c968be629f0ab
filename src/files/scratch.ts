import { randomUUID } from 'node:crypto';
import { mkdir, readdir, rm, stat, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import { LIMITS } from '../core/limits';

/** This machine's own folder of files, from FILES_DIR: what arrives, and what is borrowed, lies here for a while. */
export function root(): string {
  const folder = process.env.FILES_DIR;
  if (!folder) throw new Error('FILES_DIR is not set; start Union Press with ./start');
  return folder;
}

/** A path that nobody else has: no thread of this process either, which has this module’s state anew. */
export async function temporary(): Promise<string> {
  await mkdir(join(root(), 'incoming'), { recursive: true });
  return join(root(), 'incoming', randomUUID());
}

/** Is there room on this machine's disk for so many bytes more, with the reserve left untouched? The reserve may be set in megabytes. */
export async function hasRoom(bytes = 0): Promise<boolean> {
  await mkdir(root(), { recursive: true });
  const { bavail, bsize } = await statfs(root());
  const told = Number(process.env.PRESS_RESERVE_MB);
  return bavail * bsize - bytes >= (told > 0 ? told * 1024 ** 2 : LIMITS.reserveBytes);
}

/** Removes what arrived half when somebody died, and is older than that. */
export async function sweepScratch(olderMs: number): Promise<number> {
  const folder = join(root(), 'incoming');
  let removed = 0;
  for (const name of await readdir(folder).catch(() => [])) {
    const found = await stat(join(folder, name)).catch(() => null);
    if (!found || found.mtimeMs > Date.now() - olderMs) continue;
    await rm(join(folder, name), { recursive: true, force: true }).catch(() => undefined);
    removed++;
  }
  return removed;
}
