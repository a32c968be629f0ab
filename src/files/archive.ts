import { stat } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import type { RefusalCode } from '../core/artwork/refusals';
import { LIMITS } from '../core/limits';
import type { Said } from '../core/said';

/** An archive that cannot be used, and why. */
export class ArchiveTrouble extends Error {
  constructor(readonly code: RefusalCode) {
    super(code);
  }
}

/** One file in an archive: its path with forward slashes, and what it will take on disk. */
export interface ArchiveFile {
  path: string;
  bytes: number;
  /** Why this one cannot be unpacked; it stops no other. */
  trouble: { code: RefusalCode; values?: Said['values'] } | null;
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
    throw new ArchiveTrouble('not-an-archive');
  }
  const files: ArchiveFile[] = [];
  try {
    let total = 0;
    const { size } = await stat(path);
    for await (const entry of zip.eachEntry()) {
      if (entry.fileName.endsWith('/') || CLUTTER.test(entry.fileName)) continue;
      const trouble = troubleOf(entry);
      if (!trouble) total += entry.uncompressedSize;
      if (files.length >= LIMITS.archiveFiles) throw new ArchiveTrouble('archive-too-many');
      if (total > LIMITS.archiveTotalBytes) throw new ArchiveTrouble('archive-too-large');
      if (grows(total, size)) throw new ArchiveTrouble('archive-grows');
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
      /relative path|absolute path|invalid characters/.test(message) ? 'archive-leads-out' : 'archive-damaged',
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
function troubleOf({ fileName: name, uncompressedSize: bytes, compressedSize: packed, ...entry }: Entry): ArchiveFile['trouble'] {
  if ((entry.generalPurposeBitFlag & ENCRYPTED) !== 0) return { code: 'packed-locked' };
  if (![STORED, DEFLATED].includes(entry.compressionMethod)) return { code: 'packed-otherwise' };

  if (/[\0-\x1f]/.test(name)) return { code: 'packed-name' };
  if (name.length > LIMITS.pathLength) return { code: 'packed-path', values: { letters: name.length } };
  if (name.split('/').length - 1 > LIMITS.archiveDepth) return { code: 'packed-deep' };
  if (bytes > LIMITS.fileBytes) return { code: 'packed-large' };
  if (grows(bytes, packed)) return { code: 'packed-grows' };
  return null;
}

/** Does an archive begin as OpenRaster asks: with a stored file `mimetype` that says image/openraster? */
export const isOpenRaster = (head: Buffer): boolean =>
  head.subarray(30, 38).toString('latin1') === 'mimetype' && head.subarray(38, 54).toString('latin1') === 'image/openraster';

/** By its first 64 bytes: is a file a ZIP that is meant as an archive, and not a picture format that is packed as one? */
export function isPlainZip(head: Buffer): boolean {
  const mark = head.subarray(0, 4).toString('latin1');
  return (mark === 'PK\x03\x04' && !isOpenRaster(head)) || mark === 'PK\x05\x06';
}
