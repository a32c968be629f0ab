import { mkdir, rename, writeFile } from 'node:fs/promises';
import { basename, dirname, join, relative, sep } from 'node:path';
import { watch } from 'chokidar';
import { inboxWorkspace, takeInFile } from '../services/artwork/intake';

const TAKEN = 'taken';
const REFUSED = 'refused';
/** Names under which programs write what is not finished yet, and what systems leave behind. */
const NOT_MEANT = /(^\.)|(~$)|\.(part|partial|crdownload|download|tmp|swp)$|^(Thumbs\.db|desktop\.ini)$/i;

/**
 * Watches a folder and takes in every file that is put there, once it stops growing; folders inside become drawers. Taken
 * files are moved to `taken`, others to `refused` with the reason beside them: nothing of the seller's is ever removed.
 */
export async function watchInbox(folder: string): Promise<() => Promise<void>> {
  await mkdir(join(folder, TAKEN), { recursive: true });
  await mkdir(join(folder, REFUSED), { recursive: true });
  let queue = Promise.resolve();
  const watcher = watch(folder, {
    ignored: (path) => {
      const parts = relative(folder, path).split(sep);
      return parts[0] === TAKEN || parts[0] === REFUSED || NOT_MEANT.test(basename(path));
    },
    awaitWriteFinish: { stabilityThreshold: 1500, pollInterval: 200 },
  });
  watcher.on('add', (path) => {
    queue = queue.then(() => take(folder, path)).catch((error: Error) => console.error(`inbox: ${error.name}`));
  });
  watcher.on('error', (error) => console.error(`inbox: ${(error as Error).name}`));
  return async () => {
    await watcher.close();
    await queue;
  };
}

async function take(folder: string, path: string): Promise<void> {
  const workspace = await inboxWorkspace();
  if (!workspace) return; // found again at the next start, when there is an owner
  const inside = relative(folder, path);
  const drawer = dirname(inside) === '.' ? null : dirname(inside).split(sep).join('/');
  const taken = await takeInFile(workspace, path, basename(path), { drawer });
  const to = join(folder, taken.outcome === 'refused' ? REFUSED : TAKEN, inside);
  await mkdir(dirname(to), { recursive: true });
  await rename(path, to);
  if ('sentence' in taken) await writeFile(`${to}.txt`, `${taken.sentence}\n`);
}
