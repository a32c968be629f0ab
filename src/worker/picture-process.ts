import sharp from 'sharp';
import type { Said } from '../core/said';
import type { PictureOrder } from '../services/line/prepare/pictures';
import { tellBegun } from './guard';
import { CannotRead } from './pictures/problem';
import { readArtwork, type RasterNames, type ReadArtwork } from './pictures/read';
import { renderPictures } from './pictures/render';

// one libvips thread in each of our processes: the processes are the parallelism
sharp.concurrency(1);
sharp.cache(false);
// whoever started us is gone: nobody waits for what we do
process.once('disconnect', () => process.exit());

/** Work for a picture process. Errors that are about the file come back as values; others are thrown. */
export type PictureTask =
  { kind: 'read'; sha256: string; fileName: string; names: RasterNames } | { kind: 'render'; orders: PictureOrder[] };
export type PictureResult = { ok: true; read?: ReadArtwork; made?: string[] } | { ok: false; why: Said };

export default async function run(task: PictureTask): Promise<PictureResult> {
  tellBegun();
  try {
    if (task.kind === 'read') return { ok: true, read: await readArtwork(task.sha256, task.fileName, task.names) };
    return { ok: true, made: await renderPictures(task.orders) };
  } catch (error) {
    if (error instanceof CannotRead) return { ok: false, why: error.said };
    throw error;
  }
}
