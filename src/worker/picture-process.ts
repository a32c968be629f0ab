import sharp from 'sharp';
import type { PrintFile } from '../core/print-file/print-file';
import type { DownloadOrder, Sold } from '../core/downloads/sold';
import type { Said } from '../core/said';
import { makeSold, type SoldMade } from './downloads/make';
import { packDownloads, type PackedUp, type ToPack } from './downloads/pack';
import { tellBegun } from './guard';
import { CannotRead } from './pictures/problem';
import { readArtwork, type RasterNames, type ReadArtwork } from './pictures/read';
import { makePrintFile } from './prints/make';

// one libvips thread in each of our processes: the processes are the parallelism
sharp.concurrency(1);
sharp.cache(false);
// whoever started us is gone: nobody waits for what we do
process.once('disconnect', () => process.exit());

/** Work for a picture process. Errors that are about the file come back as values; others are thrown. */
export type PictureTask =
  | { kind: 'read'; sha256: string; fileName: string; names: RasterNames }
  | { kind: 'print'; file: PrintFile; pdf: boolean }
  | { kind: 'sold'; sold: Sold; most: number }
  | { kind: 'pack'; order: DownloadOrder; files: ToPack[] };
export type PictureResult = { ok: true; read?: ReadArtwork; sold?: SoldMade; packed?: PackedUp } | { ok: false; why: Said };

export default async function run(task: PictureTask): Promise<PictureResult> {
  tellBegun();
  try {
    if (task.kind === 'read') return { ok: true, read: await readArtwork(task.sha256, task.fileName, task.names) };
    if (task.kind === 'sold') return { ok: true, sold: await makeSold(task.sold, task.most) };
    if (task.kind === 'pack') return { ok: true, packed: await packDownloads(task.order, task.files) };
    await makePrintFile(task.file, task.pdf);
    return { ok: true };
  } catch (error) {
    if (error instanceof CannotRead) return { ok: false, why: error.said };
    throw error;
  }
}
