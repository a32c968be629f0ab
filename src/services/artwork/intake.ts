import { isId } from '@/core/id';
import { createReadStream } from 'node:fs';
import { unlink } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { applyPatch } from '../../core/artwork/filing/change';
import { nameFrom } from '../../core/artwork/filing/file-name';
import * as data from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { drawerFor } from '../../data/artwork/drawers';
import * as keeping from '../../data/artwork/keeping';
import { addJob } from '../../data/jobs';
import { ArchiveTrouble, isPlainZip, openArchive } from '../../files/archive';
import * as files from '../../files/store';
import { drawerPath } from './drawers';
import { PATTERN_SETTING } from './searches';
import { Trouble } from '../trouble';

/** A file may have this many bytes; larger ones are refused while they stream in. Archives may have more. */
export const MAX_FILE_BYTES = 250 * 1024 * 1024;
export const MAX_ARCHIVE_BYTES = 8 * 1024 ** 3;
/** What an upload may announce: a little more than the largest archive, so that the sentence about it can be ours. */
export const ARCHIVE_HEADROOM = MAX_ARCHIVE_BYTES + 1024 ** 2;

/** What became of one file that was brought in. */
export type TakenIn =
  | { fileName: string; outcome: 'taken'; id: string }
  | { fileName: string; outcome: 'already here'; id: string; sentence: string }
  | { fileName: string; outcome: 'unpacking'; id: string }
  | { fileName: string; outcome: 'refused'; sentence: string };

/** Where a file is to go: a drawer by its path, and the batch it came with. */
export interface Destination {
  drawer?: string | null;
  batch?: string | null;
}

/**
 * Takes one file in: keeps it bit for bit, files it, and has it measured by a worker. The same bytes twice give the
 * artwork that is there; an archive is unpacked by a worker; an empty or too large file is refused with a sentence.
 */
export async function takeIn(workspace: string, fileName: string, source: Readable, to: Destination = {}): Promise<TakenIn> {
  const shown = fileName.split(/[\\/]/).at(-1)!.slice(-200) || 'untitled';
  const refuse = async (sentence: string): Promise<TakenIn> => {
    await inWorkspace(workspace, (tx) => data.addRefused(tx, shown, sentence));
    return { fileName: shown, outcome: 'refused', sentence };
  };
  const isArchiveByName = /\.zip$/i.test(shown);
  const limit = isArchiveByName ? MAX_ARCHIVE_BYTES : MAX_FILE_BYTES;
  let kept: { sha256: string; bytes: number };
  try {
    kept = await files.keepOriginal(source, limit);
  } catch (error) {
    if ((error as Error).message !== 'tooLarge') throw error;
    return refuse(
      isArchiveByName
        ? `${shown} is larger than ${limit / 1024 ** 3} GB. Pack it in parts.`
        : `${shown} is larger than ${limit / 1024 ** 2} MB. Export it with compression, or at its print size.`,
    );
  }
  if (!kept.bytes) return refuse(`${shown} is empty: it has no bytes. Export it again.`);
  let drawer: string | null;
  try {
    drawer = to.drawer ? drawerPath(to.drawer) : null;
  } catch (error) {
    return refuse(`${shown} was not taken: ${(error as Trouble).sentence}`);
  }
  if (await isPlainZip(files.pathOf('originals', kept.sha256)))
    return inWorkspace(workspace, async (tx): Promise<TakenIn> => {
      const { id } = (await keeping.addParcel(tx, { fileName: shown, sha256: kept.sha256, drawer }))!;
      await addJob(tx, 'parcel.unpack', { workspace, parcelId: id });
      return { fileName: shown, outcome: 'unpacking', id };
    });
  return inWorkspace(workspace, async (tx): Promise<TakenIn> => {
    const drawerId = drawer ? await drawerFor(tx, drawer) : null;
    const batchId = isId(to.batch) ? to.batch : null;
    const id = await data.addArtwork(tx, { fileName: shown, ...kept, name: nameFrom(shown), drawerId, batchId });
    if (!id) {
      const same = (await data.artworkBySha(tx, kept.sha256))!;
      return { fileName: shown, outcome: 'already here', id: same.id, sentence: sameAs(shown, same) };
    }
    await readFileName(tx, id);
    await addJob(tx, 'artwork.measure', { workspace, artworkId: id });
    return { fileName: shown, outcome: 'taken', id };
  });
}

function sameAs(fileName: string, same: data.ArtworkRow): string {
  const where = { here: 'which is here already', aside: 'which was put aside', deleted: 'which lies in the bin' }[same.standing];
  return `${fileName} is the same file as “${same.name}”, ${where}.`;
}

/** Reads the file name by the seller's pattern, where there is one and the name fits. */
async function readFileName(tx: Tx, id: string): Promise<void> {
  const pattern = await keeping.setting<string>(tx, PATTERN_SETTING);
  if (!pattern) return;
  const [it] = await data.editables(tx, [id]);
  const { id: _, fileName, ...fields } = it!;
  await data.writeEditables(tx, [{ ...applyPatch(fields, { fromFileName: pattern }, fileName, 'file name'), id }]);
}

/** Takes in a file that lies on this machine's disk. */
export const takeInFile = (workspace: string, path: string, fileName: string, to: Destination): Promise<TakenIn> =>
  takeIn(workspace, fileName, createReadStream(path), to);

/**
 * Unpacks an archive: each file as if it had been brought in by itself, folders as drawers. Files that cannot be taken are
 * named and stop nothing. Goes on where it was when it is run again.
 */
export async function unpackParcel(workspace: string, id: string): Promise<void> {
  const parcel = await inWorkspace(workspace, (tx) => keeping.parcelById(tx, id));
  if (!parcel || !['waiting', 'unpacking'].includes(parcel.state)) return;
  const set = (change: Parameters<typeof keeping.setParcel>[2]) =>
    inWorkspace(workspace, (tx) => keeping.setParcel(tx, id, change));
  let archive: Awaited<ReturnType<typeof openArchive>>;
  try {
    archive = await openArchive(files.pathOf('originals', parcel.sha256));
    if (!archive.files.length) {
      archive.close();
      throw new ArchiveTrouble('holds no files');
    }
  } catch (error) {
    if (!(error instanceof ArchiveTrouble)) throw error;
    const sentence = `${parcel.fileName} ${error.message}.`;
    await inWorkspace(workspace, async (tx) => {
      await keeping.setParcel(tx, id, { state: 'refused', problem: sentence });
      await data.addRefused(tx, parcel.fileName, sentence);
    });
    return;
  }
  try {
    await set({ state: 'unpacking', total: archive.files.length });
    let { done, hereAlready } = parcel;
    for (const file of archive.files.slice(done)) {
      const parts = file.path.split('/');
      const folder = [parcel.drawer, ...parts.slice(0, -1)].filter(Boolean).join('/');
      const taken = await file
        .open()
        .then((stream) => takeIn(workspace, parts.at(-1)!, stream, { drawer: folder || null, batch: id }))
        .catch(async (error: Error) => {
          if (!/zlib|crc|end of|invalid|corrupt|size/i.test(error.message)) throw error;
          await inWorkspace(workspace, (tx) =>
            data.addRefused(
              tx,
              file.path,
              `${file.path} in ${parcel.fileName} is damaged and cannot be unpacked. Pack it again.`,
            ),
          );
          return null;
        });
      if (taken?.outcome === 'already here') hereAlready++;
      await set({ done: ++done, hereAlready });
      const now = await inWorkspace(workspace, (tx) => keeping.parcelById(tx, id));
      if (now?.state !== 'unpacking') return;
    }
    await set({ state: 'done' });
    // the files are kept one by one; the archive itself was only their wrapping
    await unlink(files.pathOf('originals', parcel.sha256)).catch(() => undefined);
  } finally {
    archive.close();
  }
}

export const listParcels = (workspace: string): Promise<keeping.ParcelRow[]> => inWorkspace(workspace, keeping.listParcels);

/** Stops an archive that is being unpacked; what came out of it stays. */
export const stopParcel = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const parcel = await keeping.parcelById(tx, id);
    if (!parcel) throw new Trouble('not-found', 'There is no such archive.');
    if (parcel.state === 'waiting' || parcel.state === 'unpacking') await keeping.setParcel(tx, id, { state: 'stopped' });
  });

/** Takes finished archives off the list. */
export const dismissParcels = (workspace: string): Promise<void> => inWorkspace(workspace, keeping.removeParcels);

/** The workspace whose inbox folder this installation watches. */
export const inboxWorkspace = async (): Promise<string | null> => (await inWorkspace(null, keeping.inboxWorkspace))?.id ?? null;
