import { claimOriginal, keepingOriginals } from '../../data/artwork/originals';
import { inWorkspace } from '../../data/database';
import * as files from '../../files/store';

/**
 * Gives what has arrived its place among the originals, before anything says that it is used. A claim is put down first, which keeps the
 * sweep from it for a day: so no transaction waits while a large file goes to an object store. A file that stands there already is not
 * written again.
 */
export async function keepOriginal(arrived: files.Arrived): Promise<void> {
  await inWorkspace(null, async (tx) => {
    await keepingOriginals(tx);
    await claimOriginal(tx, arrived.sha256);
  });
  if (!(await files.has('originals', arrived.sha256))) await files.keepArrived(arrived);
}
