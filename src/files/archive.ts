import { open, stat } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { inBytes, LIMITS } from '../core/limits';

/** An archive that cannot be used, or one file in it; the message is a sentence without the archive's name. */
export class ArchiveTrouble extends Error {}

/** One file in an archive: its path with forward slashes, and what it will take on disk. */
export interface ArchiveFile {
  path: string;
  bytes: number;
  /** Why this one cannot be unpacked, as the end of a sentence; it stops no other. */
  trouble: string | null;
  open: () => Promise<Readable>;
}

/** Files that operating systems add and nobody means. */
const CLUTTER = /(^|\/)(__MACOSX\/|\.DS_Store$|Thumbs\.db$|desktop\.ini$|\._)/i;

/**
 * Opens a ZIP and lists its files without unpacking any. Paths that would leave the archive are refused by the reader;
 * names, number, sizes and growth are held to the table of limits. Throws ArchiveTrouble.
 */
export async function openArchive(path: string): Promise<{ files: ArchiveFile[]; close: () => void }> {
  let zip: ZipFile;
  try {
    zip = await openPromise(path, { autoClose: false, strictFileNames: false });
  } catch {
    throw new ArchiveTrouble('is not a whole ZIP archive; pack it again');
  }
  const files: ArchiveFile[] = [];
  try {
    let total = 0;
    const { size } = await stat(path);
    for await (const entry of zip.eachEntry()) {
      if (entry.fileName.endsWith('/') || CLUTTER.test(entry.fileName)) continue;
      const trouble = troubleOf(entry);
      if (!trouble) total += entry.uncompressedSize;
      if (files.length >= LIMITS.archiveFiles)
        throw new ArchiveTrouble(`holds more than ${LIMITS.archiveFiles} files; pack it in parts`);
      if (total > LIMITS.archiveTotalBytes)
        throw new ArchiveTrouble(`unpacks to more than ${inBytes(LIMITS.archiveTotalBytes)}; pack it in parts`);
      if (grows(total, size)) throw new ArchiveTrouble(`would grow more than ${LIMITS.archiveGrowth} times; it was not opened`);
      files.push({
        path: entry.fileName,
        bytes: entry.uncompressedSize,
        trouble,
        open: () => zip.openReadStreamPromise(entry),
      });
    }
  } catch (error) {
    zip.close();
    if (error instanceof ArchiveTrouble) throw error;
    const message = (error as Error).message;
    throw new ArchiveTrouble(
      /relative path|absolute path|invalid characters/.test(message)
        ? 'holds a file whose path leads out of the archive; it was not opened'
        : 'is damaged: its list of files makes no sense; pack it again',
    );
  }
  return { files, close: () => zip.close() };
}

/** Methods of compression (PKWARE APPNOTE 6.3, section 4.4.5). */
const STORED = 0;
const DEFLATED = 8;
/** Bit 0 of the general purpose flag (section 4.4.4). */
const ENCRYPTED = 1;

const grows = (bytes: number, packed: number): boolean =>
  bytes > LIMITS.archiveGrowthFrom && bytes / Math.max(1, packed) > LIMITS.archiveGrowth;

/** What speaks against one file, before any of it is unpacked. */
function troubleOf({ fileName: name, uncompressedSize: bytes, compressedSize: packed, ...entry }: Entry): string | null {
  if ((entry.generalPurposeBitFlag & ENCRYPTED) !== 0) return 'is locked with a password; pack it without one';
  if (![STORED, DEFLATED].includes(entry.compressionMethod))
    return 'is packed by a method that is not read here; pack it as a plain ZIP';

  if (/[\0-\x1f]/.test(name)) return 'has control characters in its name';
  if (name.length > LIMITS.pathLength) return `has a path of ${name.length} letters; shorten its folders’ names`;
  if (name.split('/').length - 1 > LIMITS.archiveDepth)
    return `lies in folders more than ${LIMITS.archiveDepth} deep; pack it flatter`;
  if (bytes > LIMITS.fileBytes) return `is larger than ${inBytes(LIMITS.fileBytes)}`;
  if (grows(bytes, packed)) return `would grow more than ${LIMITS.archiveGrowth} times`;
  return null;
}

/** Does an archive begin as OpenRaster asks: with a stored file `mimetype` that says image/openraster? */
export const isOpenRaster = (head: Buffer): boolean =>
  head.subarray(30, 38).toString('latin1') === 'mimetype' && head.subarray(38, 54).toString('latin1') === 'image/openraster';

/** Is a file a ZIP that is meant as an archive, and not a picture format that is packed as one? */
export async function isPlainZip(path: string): Promise<boolean> {
  const handle = await open(path);
  const head = Buffer.alloc(64);
  await handle.read(head, 0, head.length, 0).finally(() => handle.close());
  const mark = head.subarray(0, 4).toString('latin1');
  return (mark === 'PK\x03\x04' && !isOpenRaster(head)) || mark === 'PK\x05\x06';
}
