import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Readable } from 'node:stream';
import { PDFDocument } from '@cantoo/pdf-lib';
import yauzl, { type Entry, type ZipFile as OpenZip } from 'yauzl';
import { ZipFile } from 'yazl';
import { pack, type Packable, type Parcel } from '../../core/downloads/packing';
import type { Download, DownloadOrder, MadeSold } from '../../core/downloads/sold';
import { free } from '../../core/print-file/names';
import type { Said } from '../../core/said';
import { borrow, bytesOf, derivedName, has, keepDerived, keepDerivedFile, read, stream, temporary } from '../../files/store';
import { CannotRead } from '../pictures/problem';
import { contentsPdf, type Contents } from './contents';

/** A file that was made, to be packed. */
export interface ToPack {
  made: MadeSold;
  file: string;
}
export type PackedUp = { ok: true; downloads: Download[] } | { ok: false; why: Said };

/** Of no time: the same files make the same archive, byte for byte. The first day that archives can tell (APPNOTE 4.4.6). */
const NO_TIME = { mtime: new Date(1980, 0, 1, 12), forceDosTimestamp: true, mode: 0o100644, compress: false } as const;
/** So much is kept free for the page of contents, which is drawn when it is known what lies where. */
const CONTENTS_BYTES = 300_000;
const CONTENTS_NAME = 'Contents.pdf';

interface Part extends Packable {
  shelf: 'derived' | 'originals';
  file: string;
  made: MadeSold | null;
}

/**
 * Packs the files of an order within its outlet's limits, with a page of contents, and opens what was packed: every file in every archive
 * is read to its end and compared with what went in. What was packed before from the same is not packed again.
 */
export async function packDownloads(order: DownloadOrder, files: readonly ToPack[]): Promise<PackedUp> {
  const before = await packedBefore(order.manifest);
  if (before) return { ok: true, downloads: before };
  const taken = new Set([CONTENTS_NAME.toLowerCase()]);
  const called = (n: string): string => {
    const dot = n.lastIndexOf('.');
    return dot > 0 ? free(n.slice(0, dot), n.slice(dot), taken) : free(n, '', taken);
  };
  const parts: Part[] = [
    ...files.map(({ made, file }): Part => {
      const its = { ...made, name: called(made.name) };
      return { name: its.name, bytes: made.bytes, shelf: 'derived', file, made: its };
    }),
    ...order.along.map((a): Part => ({ name: called(a.name), bytes: a.bytes, shelf: 'originals', file: a.sha256, made: null })),
  ];
  const contents: Part = {
    name: CONTENTS_NAME,
    bytes: CONTENTS_BYTES,
    shelf: 'derived',
    file: derivedName([order.manifest, 'contents'], '.pdf'),
    made: null,
  };
  const all = [contents, ...parts];
  const packed = pack(all, order.limits, order.pack, order.name, 1);
  if (!packed.ok) return { ok: false, why: whyNot(packed, all, order) };
  const page = await contentsPdf(contentsOf(order, all, packed.parcels));
  if (page.length > CONTENTS_BYTES)
    throw new CannotRead('not-as-made', order.name, { what: 'its page of contents is too large' });
  contents.bytes = page.length;
  await PDFDocument.load(page);
  await keepDerived(contents.file, page);
  const downloads: Download[] = [];
  for (const [i, parcel] of packed.parcels.entries())
    downloads.push(
      parcel.kind === 'file'
        ? await alone(all[parcel.holds]!)
        : await archived(parcel, all, derivedName([order.manifest, i], '.zip')),
    );
  const over = downloads.find((d) => d.bytes > order.limits.bytesEach);
  if (over) throw new CannotRead('not-as-made', order.name, { what: `${over.name} is larger than was reckoned` });
  await keepDerived(order.manifest, Buffer.from(JSON.stringify(downloads)));
  return { ok: true, downloads };
}

/** What was packed for this order before, if all of it is still there. */
async function packedBefore(manifest: string): Promise<Download[] | null> {
  if (!(await has('derived', manifest))) return null;
  const downloads = JSON.parse((await read('derived', manifest)).toString()) as Download[];
  for (const { file } of downloads) if (!(await has('derived', file))) return null;
  return downloads;
}

function whyNot(packed: Exclude<ReturnType<typeof pack>, { ok: true }>, all: readonly Part[], { limits }: DownloadOrder): Said {
  if (packed.why === 'too-large') return { code: 'download-too-large', values: { name: all[packed.file]!.name } };
  if (packed.why === 'too-many')
    return { code: 'downloads-too-many', values: { needs: packed.needs, max: limits.files, each: limits.bytesEach } };
  return { code: 'downloads-too-much', values: { bytes: packed.bytes, max: limits.bytesInAll! } };
}

function contentsOf({ title, note }: DownloadOrder, all: readonly Part[], parcels: readonly Parcel[]): Contents {
  const line = ({ name, made }: Part) => ({ name, about: made ? aboutOf(made) : '' });
  return {
    title,
    note,
    parts: parcels.flatMap((p) => {
      if (p.kind === 'archive') return [{ name: p.name, lines: p.holds.map((i) => line(all[i]!)) }];
      const it = all[p.holds]!;
      return it.name === CONTENTS_NAME ? [] : [{ name: it.name, lines: [line(it)] }];
    }),
  };
}

/** What a file is good for: its pixels, and the sizes that it can be printed in. */
function aboutOf({ widthPx, heightPx, prints }: MadeSold): string {
  if (widthPx === null) return 'vectors: as large as you like';
  const [largest, ...smaller] = prints;
  const pixels = `${widthPx} × ${heightPx} px`;
  if (!largest) return pixels;
  const also = smaller.length ? `, finer on ${smaller.map((p) => p.name).join(', ')}` : '';
  return `${pixels} · up to ${largest.name}, ${largest.ppi} px/in${also}`;
}

const hashOf = async (source: Readable): Promise<string> => {
  const hash = createHash('sha256');
  for await (const chunk of source) hash.update(chunk as Buffer);
  return hash.digest('hex');
};
const hashOfFile = async ({ shelf, file, name }: Part): Promise<string> => {
  const found = await stream(shelf, file);
  if (!found) throw new CannotRead('not-as-made', name, { what: 'it is gone' });
  return hashOf(found.stream);
};

/** A file by itself. One that always goes along lies among the originals: what is handed over lies with what was made. */
async function alone(part: Part): Promise<Download> {
  const sha256 = await hashOfFile(part);
  let { file } = part;
  if (part.shelf === 'originals') {
    file = `${sha256}${/\.[a-z0-9]{1,5}$/i.exec(part.name)?.[0].toLowerCase() ?? '.bin'}`;
    await borrow('originals', part.file, async (path) => keepDerived(file, await readFile(path)));
  }
  return { name: part.name, file, sha256, bytes: part.bytes, holds: part.made ? [part.made] : [] };
}

/** Packs an archive, then opens it as anybody would: every file is there, whole, and the one that went in. */
async function archived(
  { name, holds }: Extract<Parcel, { kind: 'archive' }>,
  all: readonly Part[],
  file: string,
): Promise<Download> {
  const scratch = await temporary();
  await mkdir(scratch);
  const path = join(scratch, 'archive.zip');
  try {
    const hashes = new Map<string, string>();
    const zip = new ZipFile();
    zip.on('error', (error: Error) => (zip.outputStream as unknown as Readable).destroy(error));
    const written = pipeline(zip.outputStream as unknown as Readable, createWriteStream(path));
    for (const i of holds) {
      const part = all[i]!;
      hashes.set(part.name, await hashOfFile(part));
      zip.addReadStreamLazy(part.name, { ...NO_TIME, size: part.bytes }, (give) => {
        stream(part.shelf, part.file).then(
          (found) => (found ? give(null, found.stream) : give(new Error(`${part.name} is gone`), null as never)),
          (error: Error) => give(error, null as never),
        );
      });
    }
    zip.end();
    await written;
    await compared(path, hashes, name);
    await keepDerivedFile(file, path);
    const sha256 = await hashOf((await stream('derived', file))!.stream);
    const bytes = await bytesOf('derived', file);
    return { name, file, sha256, bytes, holds: holds.flatMap((i) => all[i]!.made ?? []) };
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
}

const openZip = (path: string): Promise<OpenZip> =>
  new Promise((resolve, reject) =>
    yauzl.open(path, { lazyEntries: true }, (error, zip) => (error ? reject(error) : resolve(zip))),
  );

/** Reads an archive entry by entry; throws unless it holds these files, whole, and nothing else. */
async function compared(path: string, hashes: ReadonlyMap<string, string>, name: string): Promise<void> {
  const wrong = (what: string) => new CannotRead('not-as-made', name, { what });
  const zip = await openZip(path);
  const seen = new Set<string>();
  await new Promise<void>((resolve, reject) => {
    zip.on('error', reject);
    zip.on('end', resolve);
    zip.on('entry', (entry: Entry) =>
      zip.openReadStream(entry, (error, content) => {
        if (error) return reject(error);
        hashOf(content).then((sha256) => {
          if (hashes.get(entry.fileName) !== sha256) return reject(wrong(`${entry.fileName} in it differs`));
          seen.add(entry.fileName);
          zip.readEntry();
        }, reject);
      }),
    );
    zip.readEntry();
  });
  if (seen.size !== hashes.size) throw wrong('a file is missing in it');
}
