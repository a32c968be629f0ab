import { PassThrough, type Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import { stream } from '../files/store';

/** What an archive is filled with, entry by entry, in the order in which they are packed. */
export interface Packing {
  /** A derived file under a path: pictures hardly shrink, so they are stored. */
  file: (path: string, file: string) => void;
  text: (path: string, text: string) => void;
  /** Whoever asked has gone away: nothing more is wanted. */
  over: () => boolean;
}

/** An archive that is packed while it is taken: its files are read one after another. A fault ends the stream with it. */
export function zipped(fill: (packing: Packing) => void | Promise<void>): Readable {
  const zip = new ZipFile();
  const out = new PassThrough();
  let current: Readable | null = null;
  const failed = (error: Error) => void out.destroy(error);
  zip.on('error', failed);
  out.on('close', () => current?.destroy());
  const open = async (file: string): Promise<Readable> => {
    const found = await stream('derived', file);
    if (!found) throw new Error(`${file} is gone`);
    return found.stream.on('error', failed);
  };
  const packing: Packing = {
    file: (path, file) =>
      zip.addReadStreamLazy(path, { compress: false }, (give) => {
        if (!out.destroyed) open(file).then((found) => give(null, (current = found)), failed);
      }),
    text: (path, text) => zip.addBuffer(Buffer.from(text), path),
    over: () => out.destroyed,
  };
  void (async () => {
    await fill(packing);
    zip.end();
  })().catch(failed);
  zip.outputStream.pipe(out);
  return out;
}
