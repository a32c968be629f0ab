import { open, type FileHandle } from 'node:fs/promises';
import { crc32 } from 'node:zlib';
import sharp, { type PngOptions, type Sharp } from 'sharp';
import { MM_PER_INCH } from '../../core/placement/lay';
import type { PixelBox, Upright } from '../../core/print-file/pixels';
import type { PrintFile } from '../../core/print-file/print-file';

/** A picture on disk, an uncompressed TIFF of straight RGBA: a part of it is read without the rest. */
export interface Raster {
  path: string;
  width: number;
  height: number;
}

/** In tiles: bands of it are read, and pieces of bands. */
const TILED = { compression: 'none', tile: true, tileWidth: 256, tileHeight: 256 } as const;

/** Writes a picture to disk; it is worked out in bands, never held as a whole. */
export async function rasterOf(image: Sharp, path: string): Promise<Raster> {
  const { width, height } = await image.tiff(TILED).toFile(path);
  return { path, width, height };
}

const LARGE = { limitInputPixels: false } as const;

export const readPart = ({ path }: Raster, part: PixelBox): Promise<Buffer> =>
  sharp(path, { ...LARGE, sequentialRead: false })
    .extract(part)
    .raw()
    .toBuffer();

/** A picture mirrored and turned: first mirrored, then a quarter clockwise. Reads it here and there, so it must be on disk. */
export function turnedRaster({ path }: Raster, { flop, flip, quarter }: Omit<Upright, 'box'>): Sharp {
  const image = sharp(path, { ...LARGE, sequentialRead: false })
    .flop(flop)
    .flip(flip);
  return quarter ? image.rotate(90) : image;
}

/** Types of a TIFF field: 16 and 32 bits (TIFF 6.0, section 2). */
const [SHORT, LONG] = [3, 4];
const ROWS_TOGETHER = 16;

/** The head of an uncompressed TIFF of straight RGBA bytes, whose rows follow (TIFF 6.0, sections 2 to 8, 18). */
function tiffHead(width: number, height: number): Buffer {
  const strips = Math.ceil(height / ROWS_TOGETHER);
  const rowBytes = width * 4;
  const fields: [tag: number, type: number, values: number[]][] = [
    [256, LONG, [width]],
    [257, LONG, [height]],
    [258, SHORT, [8, 8, 8, 8]],
    [259, SHORT, [1]], // not compressed
    [262, SHORT, [2]], // RGB
    [273, LONG, Array<number>(strips).fill(0)], // where rows begin: told below
    [277, SHORT, [4]],
    [278, LONG, [ROWS_TOGETHER]],
    [279, LONG, Array.from({ length: strips }, (_, i) => Math.min(ROWS_TOGETHER, height - i * ROWS_TOGETHER) * rowBytes)],
    [338, SHORT, [2]], // alpha, not multiplied in
  ];
  const bytesOf = (type: number, values: number[]) => (type === SHORT ? 2 : 4) * values.length;
  const directory = 8 + 2 + fields.length * 12 + 4;
  const outside = fields.map(([, type, values]) => (bytesOf(type, values) > 4 ? bytesOf(type, values) : 0));
  const head = Buffer.alloc(directory + outside.reduce((sum, n) => sum + n, 0));
  fields.find(([tag]) => tag === 273)![2].forEach((_, i, all) => (all[i] = head.length + i * ROWS_TOGETHER * rowBytes));
  head.write('II', 'latin1');
  head.writeUInt16LE(42, 2);
  head.writeUInt32LE(8, 4);
  head.writeUInt16LE(fields.length, 8);
  let free = directory;
  fields.forEach(([tag, type, values], i) => {
    const at = 10 + i * 12;
    head.writeUInt16LE(tag, at);
    head.writeUInt16LE(type, at + 2);
    head.writeUInt32LE(values.length, at + 4);
    const away = outside[i]! > 0;
    if (away) head.writeUInt32LE(free, at + 8);
    values.forEach((value, k) => {
      if (type === SHORT) head.writeUInt16LE(value, (away ? free : at + 8) + k * 2);
      else head.writeUInt32LE(value, (away ? free : at + 8) + k * 4);
    });
    free += outside[i]!;
  });
  return head;
}

/** A picture that is written to disk row by row, from above. */
export class RasterWriter {
  private constructor(
    private readonly path: string,
    private readonly handle: FileHandle,
  ) {}
  static async begin(path: string, width: number, height: number): Promise<RasterWriter> {
    const handle = await open(path, 'w');
    await handle.writeFile(tiffHead(width, height));
    return new RasterWriter(path, handle);
  }
  rows(rgba: Uint8Array): Promise<void> {
    return this.handle.writeFile(rgba);
  }
  close(): Promise<void> {
    return this.handle.close();
  }
  /** What was written, to be read once, from above. */
  read(): Sharp {
    return sharp(this.path, { ...LARGE, sequentialRead: true });
  }
}

/**
 * How a print file is packed. Filters make photographs a third smaller and drawings no smaller, for six times the time (measured
 * with designs of 4500 x 5400 px).
 */
export const printPng = ({ photographic }: Pick<PrintFile, 'photographic'>): PngOptions => ({
  compressionLevel: 6,
  adaptiveFiltering: photographic,
});

/** Writes a picture as PNG with the sRGB profile and its resolution, and nothing of what its originals tell beside pixels. */
export async function writePng(image: Sharp, file: PrintFile, path: string): Promise<void> {
  await image.withIccProfile('srgb').png(printPng(file)).toFile(path);
  await stampResolution(path, file.ppi);
}

/** Chunks before the pixels lie within so many bytes: header, profile, resolution. */
const CHUNKS_BYTES = 16_384;

/** Says the resolution in a PNG’s pHYs chunk, pixels to the metre (ISO/IEC 15948, 11.3.5.3). The encoder leaves a place for it. */
async function stampResolution(path: string, ppi: number): Promise<void> {
  const handle = await open(path, 'r+');
  try {
    const { buffer: head, bytesRead } = await handle.read(Buffer.alloc(CHUNKS_BYTES), 0, CHUNKS_BYTES, 0);
    for (let at = 8; at + 12 <= bytesRead; at += head.readUInt32BE(at) + 12) {
      if (head.toString('latin1', at + 4, at + 8) !== 'pHYs') continue;
      const perMetre = Math.round((ppi / MM_PER_INCH) * 1000);
      const chunk = Buffer.from(head.subarray(at + 4, at + 17));
      chunk.writeUInt32BE(perMetre, 4);
      chunk.writeUInt32BE(perMetre, 8);
      chunk.writeUInt8(1, 12);
      const sum = Buffer.alloc(4);
      sum.writeUInt32BE(crc32(chunk));
      await handle.write(Buffer.concat([chunk, sum]), 0, 17, at + 4);
      return;
    }
    throw new Error('The encoder left no place for the resolution');
  } finally {
    await handle.close();
  }
}
