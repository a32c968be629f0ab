import { open } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { openPromise, type Entry, type ZipFile } from 'yauzl';

/** What an archive may hold; more is refused before it fills the disk. */
export const ARCHIVE_LIMITS = {
  files: 5000,
  fileBytes: 250 * 1024 * 1024,
  totalBytes: 20 * 1024 ** 3,
  /** Pictures hardly shrink in an archive; what grows this much from at least `ratioFrom` bytes was made to do harm. */
  ratio: 400,
  ratioFrom: 10 * 1024 * 1024,
  depth: 12,
  nameLength: 240,
} as const;

/** An archive that cannot be used, or one file in it; the message is a sentence without the archive's name. */
export class ArchiveTrouble extends Error {}

/** One file in an archive: its path with forward slashes, and what it will take on disk. */
export interface ArchiveFile {
  path: string;
  bytes: number;
  open: () => Promise<Readable>;
}

/** Files that operating systems add and nobody means. */
const CLUTTER = /(^|\/)(__MACOSX\/|\.DS_Store$|Thumbs\.db$|desktop\.ini$|\._)/i;

/**
 * Opens a ZIP and lists its files without unpacking any. Paths that would leave the archive are refused by the reader;
 * names, number, sizes and growth are held to ARCHIVE_LIMITS. Throws ArchiveTrouble.
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
    for await (const entry of zip.eachEntry()) {
      if (entry.fileName.endsWith('/') || CLUTTER.test(entry.fileName)) continue;
      refuseStrange(entry);
      total += entry.uncompressedSize;
      if (files.length >= ARCHIVE_LIMITS.files)
        throw new ArchiveTrouble(`holds more than ${ARCHIVE_LIMITS.files} files; pack it in parts`);
      if (total > ARCHIVE_LIMITS.totalBytes) throw new ArchiveTrouble('unpacks to more than 20 GB; pack it in parts');
      files.push({
        path: entry.fileName,
        bytes: entry.uncompressedSize,
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

function refuseStrange(entry: Entry): void {
  const { fileName: name, uncompressedSize: bytes, compressedSize: packed } = entry;
  if (entry.isEncrypted()) throw new ArchiveTrouble('is locked with a password; pack it without one');
  if (name.length > ARCHIVE_LIMITS.nameLength)
    throw new ArchiveTrouble(`holds a path of ${name.length} letters; shorten its folders’ names`);
  if (name.split('/').length - 1 > ARCHIVE_LIMITS.depth)
    throw new ArchiveTrouble(`holds folders more than ${ARCHIVE_LIMITS.depth} deep; pack it flatter`);
  if (bytes > ARCHIVE_LIMITS.ratioFrom && bytes / Math.max(1, packed) > ARCHIVE_LIMITS.ratio)
    throw new ArchiveTrouble(
      `holds ${name.split('/').at(-1)}, which would grow more than ${ARCHIVE_LIMITS.ratio} times; it was not opened`,
    );
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
