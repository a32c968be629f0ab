import type { Readable } from 'node:stream';
import * as data from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import { record } from '../../data/desk/activity';
import * as keeping from '../../data/artwork/keeping';
import type { VersionRow } from '../../data/artwork/keeping';
import * as files from '../../files/store';
import { inBytes, LIMITS } from '../../core/limits';
import { plainName } from '../../core/artwork/filing/file-name';
import { noRoom } from '../../core/artwork/refusals';
import { keepOriginal } from './keep-original';
import { Trouble } from '../trouble';

export type { VersionRow };

/** Every file that an artwork has had, the newest first; empty while it has had only one. */
export const versionsOf = (workspace: string, id: string): Promise<VersionRow[]> =>
  inWorkspace(workspace, (tx) => keeping.versionsOf(tx, id));

/**
 * Puts a better file in place of an artwork's present one. What was made from the old one stays as it is and is shown as
 * out of date; the old file is kept and can be gone back to.
 */
export async function putInVersion(
  workspace: string,
  id: string,
  fileName: string,
  source: Readable,
): Promise<{ version: number }> {
  const shown = plainName(fileName);
  if (!(await files.hasRoom())) throw new Trouble('no-room', `${shown} was not taken: ${noRoom()}`);
  const kept = await files.arrive(source, LIMITS.fileBytes).catch((error: Error) => {
    if (error.message !== 'tooLarge') throw error;
    throw new Trouble('too-large', `${shown} is larger than ${inBytes(LIMITS.fileBytes)}.`);
  });
  try {
    if (!kept.bytes) throw new Trouble('not-valid', `${shown} is empty: it has no bytes. Export it again.`);
    await keepOriginal(kept);
    return await putInArrived(workspace, id, shown, kept);
  } finally {
    await files.dropArrived(kept);
  }
}

const putInArrived = (workspace: string, id: string, fileName: string, kept: files.Arrived): Promise<{ version: number }> =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.artworkById(tx, id);
    if (!it || it.state === 'refused') throw new Trouble('not-found', 'There is no such artwork.');
    if (it.state === 'arriving') throw new Trouble('conflict', `“${it.name}” is still being measured. Try again in a moment.`);
    if (it.sha256 === kept.sha256) throw new Trouble('conflict', `${fileName} is the file that “${it.name}” has already.`);
    const earlier = (await keeping.versionsOf(tx, id)).find((v) => v.sha256 === kept.sha256);
    const told = (file: string) =>
      record(tx, { did: 'artwork.version', about: 'artwork', ids: [id], values: { name: it.name, file } });
    if (earlier) {
      await keeping.goBackTo(tx, id, earlier.version);
      await told(earlier.fileName);
      await addJob(tx, 'artwork.measure', { workspace, artworkId: id });
      return { version: earlier.version };
    }
    const same = await data.artworkBySha(tx, kept.sha256);
    if (same) throw new Trouble('conflict', `${fileName} is the file of another artwork, “${same.name}”.`);
    const { sha256, bytes } = kept;
    const version = await keeping.putInVersion(tx, id, { fileName, sha256, bytes });
    await told(fileName);
    await addJob(tx, 'artwork.measure', { workspace, artworkId: id });
    return { version };
  });

/** Puts an earlier file back in place. */
export const goBack = (workspace: string, id: string, version: number): Promise<{ version: number }> =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.artworkById(tx, id);
    const found = (await keeping.versionsOf(tx, id)).find((v) => v.version === version);
    if (!it || !found) throw new Trouble('not-found', 'There is no such version.');
    if (it.version === version) return { version };
    await keeping.goBackTo(tx, id, version);
    const values = { name: it.name, file: found.fileName };
    await record(tx, { did: 'artwork.version', about: 'artwork', ids: [id], values });
    await addJob(tx, 'artwork.measure', { workspace, artworkId: id });
    return { version };
  });
