import { isId } from '@/core/id';
import { createReadStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { applyPatch } from '../../core/artwork/filing/change';
import { nameFrom, plainName } from '../../core/artwork/filing/file-name';
import { refusal, refusalSentence, type RefusalCode } from '../../core/artwork/refusals';
import { LIMITS } from '../../core/limits';
import type { Said } from '../../core/said';
import * as data from '../../data/artwork/artworks';
import { record } from '../../data/desk/activity';
import { inWorkspace, type Tx } from '../../data/database';
import { drawerFor } from '../../data/artwork/drawers';
import * as keeping from '../../data/artwork/keeping';
import { addJob } from '../../data/jobs';
import { ArchiveTrouble, isPlainZip, openArchive, type ArchiveFile } from '../../files/archive';
import * as files from '../../files/store';
import { drawerPath } from './drawers';
import { keepOriginal } from './keep-original';
import { dropUnused } from './originals';
import { PATTERN_SETTING } from './settings';
import { Trouble } from '../trouble';

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
  /** It is made for a print area, to be used there instead of another artwork: no list shows it. */
  fitting?: boolean;
  /** It comes out of an archive: another archive in it is not unpacked. */
  nested?: boolean;
}

/**
 * Takes one file in: keeps it bit for bit, files it, and has it measured by a worker. The same bytes twice give the
 * artwork that is there; an archive is unpacked by a worker; an empty or too large file is refused with a sentence.
 */
export async function takeIn(workspace: string, fileName: string, source: Readable, to: Destination = {}): Promise<TakenIn> {
  files.heed(source);
  const shown = plainName(fileName);
  const refuse = async (code: RefusalCode, values: Said['values'] = {}): Promise<TakenIn> => {
    const why = refusal(code, { ...values, file: shown });
    await inWorkspace(workspace, (tx) => data.addRefused(tx, shown, why));
    return { fileName: shown, outcome: 'refused', sentence: refusalSentence(why) };
  };
  const isArchiveByName = /\.zip$/i.test(shown);
  const limit = isArchiveByName ? LIMITS.archiveBytes : LIMITS.fileBytes;
  if (!(await files.hasRoom())) {
    source.resume();
    return refuse('no-room');
  }
  let kept: files.Arrived;
  try {
    kept = await files.arrive(source, limit);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') return refuse('no-room');
    if ((error as Error).message !== 'tooLarge') throw error;
    return refuse(isArchiveByName ? 'archive-too-many-bytes' : 'too-many-bytes');
  }
  try {
    if (!kept.bytes) return await refuse('no-bytes');
    let drawer: string | null;
    try {
      drawer = to.drawer ? drawerPath(to.drawer) : null;
    } catch (error) {
      return await refuse('no-such-drawer', { says: (error as Trouble).sentence });
    }
    if (to.nested && isPlainZip(kept.head)) return await refuse('archive-in-archive');
    return await fileArrived(workspace, shown, kept, {
      drawer,
      batch: isId(to.batch) ? to.batch : null,
      fitting: to.fitting === true,
    });
  } finally {
    // nothing is left behind of what found no place
    await files.dropArrived(kept);
  }
}

/** Files what has arrived: an archive to be unpacked, anything else as an artwork to be measured. */
async function fileArrived(
  workspace: string,
  shown: string,
  kept: files.Arrived,
  { drawer, batch, fitting }: { drawer: string | null; batch: string | null; fitting: boolean },
): Promise<TakenIn> {
  const isArchive = isPlainZip(kept.head);
  await keepOriginal(kept);
  return inWorkspace(workspace, async (tx): Promise<TakenIn> => {
    if (isArchive) {
      const { id } = (await keeping.addParcel(tx, { fileName: shown, sha256: kept.sha256, drawer }))!;
      await addJob(tx, 'parcel.unpack', { workspace, parcelId: id });
      return { fileName: shown, outcome: 'unpacking', id };
    }
    const drawerId = drawer ? await drawerFor(tx, drawer) : null;
    const { sha256, bytes } = kept;
    const id = await data.addArtwork(tx, {
      fileName: shown,
      sha256,
      bytes,
      name: nameFrom(shown),
      drawerId,
      batchId: batch,
      fitting,
    });
    if (!id) {
      const same = (await data.artworkBySha(tx, sha256))!;
      if (same.standing === 'fitting' && !fitting) return admitted(tx, workspace, shown, same);
      return { fileName: shown, outcome: 'already here', id: same.id, sentence: sameAs(shown, same) };
    }
    if (!fitting) await readFileName(tx, id);
    await addJob(tx, 'artwork.measure', { workspace, artworkId: id });
    await record(tx, { did: 'artwork.brought-in', about: 'artwork', ids: [id], values: { name: nameFrom(shown) } });
    return { fileName: shown, outcome: 'taken', id };
  });
}

/** A file that has been a fitting file only is an artwork from now on: it is read and compared as any other. */
async function admitted(tx: Tx, workspace: string, fileName: string, { id, state }: data.ArtworkRow): Promise<TakenIn> {
  await data.admitFitting(tx, id);
  await readFileName(tx, id);
  if (state === 'ready') await addJob(tx, 'artwork.words', { workspace, artworkId: id });
  return { fileName, outcome: 'taken', id };
}

function sameAs(fileName: string, same: data.ArtworkRow): string {
  const where = {
    here: 'which is here already',
    aside: 'which was put aside',
    deleted: 'which lies in the bin',
    fitting: 'a fitting file',
  }[same.standing];
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
  await files
    .borrow('originals', parcel.sha256, (path) => unpackFrom(workspace, parcel, path))
    .catch(async (error: unknown) => {
      if (!(error instanceof files.NotStored)) throw error;
      await refuseParcel(workspace, parcel, 'not-an-archive');
    });
}

const refuseParcel = (workspace: string, { id, fileName }: keeping.ParcelRow, code: RefusalCode): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const problem = refusal(code, { file: fileName });
    await keeping.setParcel(tx, id, { state: 'refused', problem });
    await data.addRefused(tx, fileName, problem);
  });

async function unpackFrom(workspace: string, parcel: keeping.ParcelRow, path: string): Promise<void> {
  const { id } = parcel;
  const set = (change: Parameters<typeof keeping.setParcel>[2]) =>
    inWorkspace(workspace, (tx) => keeping.setParcel(tx, id, change));
  let archive: Awaited<ReturnType<typeof openArchive>>;
  try {
    archive = await openArchive(path);
    if (!archive.files.length) {
      archive.close();
      throw new ArchiveTrouble('archive-empty');
    }
  } catch (error) {
    if (!(error instanceof ArchiveTrouble)) throw error;
    return refuseParcel(workspace, parcel, error.code);
  }
  try {
    await set({ state: 'unpacking', total: archive.files.length });
    let { done, hereAlready } = parcel;
    for (const file of archive.files.slice(done)) {
      if (!(await files.hasRoom(file.bytes))) {
        await set({ state: 'stopped', problem: refusal('archive-stopped', { file: parcel.fileName }) });
        return;
      }
      const parts = file.path.split('/');
      const folder = [parcel.drawer, ...parts.slice(0, -1)].filter(Boolean).join('/');
      const taken = await unpacked(workspace, parcel.fileName, file, { drawer: folder || null, batch: id, nested: true });
      if (taken?.outcome === 'already here') hereAlready++;
      await set({ done: ++done, hereAlready });
      const now = await inWorkspace(workspace, (tx) => keeping.parcelById(tx, id));
      if (now?.state !== 'unpacking') return;
    }
    await set({ state: 'done' });
    // the files are kept one by one; the archive itself was only their wrapping
    await dropUnused([parcel.sha256]);
  } finally {
    archive.close();
  }
}

/** One file out of an archive, taken in as if it came by itself; what cannot be unpacked is named and stops no other. */
async function unpacked(workspace: string, archive: string, file: ArchiveFile, to: Destination): Promise<TakenIn | null> {
  const name = plainName(file.path);
  const refuse = ({ code, values }: NonNullable<ArchiveFile['trouble']>) =>
    inWorkspace(workspace, (tx) => data.addRefused(tx, name, refusal(code, { ...values, file: name, inArchive: archive })));
  if (file.trouble) return refuse(file.trouble).then(() => null);
  let whole = true;
  try {
    const stream = await file.open();
    stream.on('error', () => (whole = false));
    return await takeIn(workspace, file.path, stream, to);
  } catch (error) {
    // what the reader of archives says is about the file; what the disk or the database says is not
    if (whole && !/zlib|crc|end of|invalid|corrupt|size/i.test((error as Error).message)) throw error;
    return refuse({ code: 'packed-damaged' }).then(() => null);
  }
}

/** Archives that are being unpacked or were, with what went wrong as a sentence. */
export const listParcels = async (
  workspace: string,
): Promise<(Omit<keeping.ParcelRow, 'problem'> & { problem: string | null })[]> =>
  (await inWorkspace(workspace, keeping.listParcels)).map((p) => ({ ...p, problem: p.problem && refusalSentence(p.problem) }));

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
