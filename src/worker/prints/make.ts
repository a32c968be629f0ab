import { mkdir, readFile, rm } from 'node:fs/promises';
import type { Sharp } from 'sharp';
import { hexToRgb } from '../../core/colour/colour';
import { LIMITS } from '../../core/limits';
import { namedOf, pdfOf, type PrintFile } from '../../core/print-file/print-file';
import { fill, type Strip } from '../../core/print-file/strip';
import { borrow, has, keepDerived, keepDerivedFile, temporary } from '../../files/store';
import { CannotRead } from '../pictures/problem';
import { openDrawing, openOriginal } from './original';
import { alone, paintersOf, Scratch, type Opened, type Painter } from './paint';
import { printPdf } from './pdf';
import { RasterWriter, writePng } from './raster';

/** So much of a print file is in memory at a time, and as much of each layer. */
const STRIP_BYTES = 16 << 20;

/** Makes a print file, and its PDF where it is wanted, unless it is there already. Throws CannotRead for what no file can be made of. */
export async function makePrintFile(file: PrintFile, pdf: boolean): Promise<void> {
  if (!(await has('derived', file.file))) await drawn(file);
  if (!pdf || (await has('derived', pdfOf(file.file)))) return;
  const png = await borrow('derived', file.file, (path) => readFile(path));
  await keepDerived(pdfOf(file.file), await printPdf(png, file));
}

const drawn = (file: PrintFile): Promise<void> =>
  drawnTo(file, async (image, path) => {
    await writePng(image, file, path('.png'));
    await keepDerivedFile(file.file, path('.png'));
  });

/**
 * Draws a print file and has it written: `write` gets the picture, and paths by ending beside which nothing else lies, all gone when
 * it is over. Throws CannotRead.
 */
export async function drawnTo(
  file: PrintFile,
  write: (image: Sharp, path: (ending: string) => string) => Promise<void>,
): Promise<void> {
  const { widthPx, heightPx } = file;
  if (widthPx * heightPx > LIMITS.pixels)
    throw new CannotRead('print-too-large', namedOf(file), { widthPx, heightPx, area: file.area });
  const scratch = new Scratch(await temporary());
  await mkdir(scratch.folder);
  try {
    const stem = scratch.path('');
    await withOriginals(file, async (open) => {
      const image = (await alone(file, open[0]!, scratch)) ?? (await composed(file, open, scratch));
      await write(image, (ending) => stem + ending);
    });
  } finally {
    await rm(scratch.folder, { recursive: true, force: true });
  }
}

const groundWord = (hex: string | null): number => {
  if (!hex) return 0;
  const [r, g, b] = hexToRgb(hex);
  return (r | (g << 8) | (b << 16) | (255 << 24)) >>> 0;
};

/** All layers of a print file laid over each other, strip by strip, on disk. */
async function composed(file: PrintFile, open: readonly Opened[], scratch: Scratch): Promise<Sharp> {
  const { widthPx: width, heightPx: height } = file;
  const painters: Painter[] = [];
  for (const [i, layer] of file.layers.entries())
    painters.push(...(await paintersOf(layer, open[i]!, { left: 0, top: 0, width, height }, scratch)));
  const canvas = await RasterWriter.begin(scratch.path('.tif'), width, height);
  try {
    const rows = Math.min(height, Math.max(1, Math.floor(STRIP_BYTES / (width * 4))));
    const rgba = new Uint8Array(rows * width * 4);
    for (let top = 0; top < height; top += rows) {
      const strip: Strip = { width, top, rows: Math.min(rows, height - top), rgba };
      fill(strip, groundWord(file.ground));
      for (const paint of painters) await paint(strip);
      await canvas.rows(rgba.subarray(0, strip.rows * width * 4));
    }
  } finally {
    await canvas.close();
  }
  return file.ground ? canvas.read().removeAlpha() : canvas.read();
}

/** Does something with the originals of all layers, which are borrowed for as long as that takes. */
async function withOriginals(file: PrintFile, then: (open: Opened[]) => Promise<void>): Promise<void> {
  const from = async (index: number, before: Opened[]): Promise<void> => {
    const layer = file.layers[index];
    if (!layer) return then(before);
    if ('svg' in layer) return from(index + 1, [...before, (size) => openDrawing(layer.svg, size)]);
    const { sha256, fileName } = layer.original;
    await borrow('originals', sha256, (path) => from(index + 1, [...before, (size) => openOriginal(path, fileName, size)]));
  };
  await from(0, []);
}
