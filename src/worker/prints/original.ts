import { readFile } from 'node:fs/promises';
import sharp, { type Sharp } from 'sharp';
import { LIMITS } from '../../core/limits';
import { openSvg } from '../pictures/decode';
import { readLayeredPsd, readOpenRaster, type Flat } from '../pictures/layered';
import { readPdf } from '../pictures/pdf';
import { CannotRead } from '../pictures/problem';
import { recognise } from '../pictures/recognise';

/** Vectors are drawn with at most so many pixels, whatever size they are needed in; the rest is enlarged. */
const DRAWN = LIMITS.pixels / 2;

const flat = ({ rgba, width, height }: Flat): Sharp => sharp(rgba, { raw: { width, height, channels: 4 } });

/** The longer side at which vectors are drawn for a size, px. */
const drawnSide = ({ width, height }: { width: number; height: number }): number =>
  Math.max(1, Math.round(Math.max(width, height) * Math.min(1, Math.sqrt(DRAWN / (width * height)))));

/** Lettering, drawn for the size that is asked for. */
export const openDrawing = async (svg: string, wanted: { width: number; height: number }): Promise<Sharp> =>
  (await openSvg(svg, 'lettering', drawnSide(wanted))).image;

/**
 * An original as a picture in sRGB, upright, at full fineness: vectors are drawn for the size that is asked for (its
 * sides, px), all else has the pixels that it has. Rasters are decoded while they are read, never held as a whole. Throws CannotRead.
 */
export async function openOriginal(path: string, fileName: string, wanted: { width: number; height: number }): Promise<Sharp> {
  const format = await recognise(path, fileName);
  const side = drawnSide(wanted);
  switch (format) {
    case 'zip':
      throw new CannotRead('archive-in-archive', fileName);
    case 'svg':
      return (await openSvg(await readFile(path, 'utf8'), fileName, side)).image;
    case 'psd':
      return flat(await readLayeredPsd(path, fileName));
    case 'ora':
      return flat(await readOpenRaster(path, fileName));
    case 'pdf':
      return flat(await readPdf(path, fileName, side));
    default:
      return sharp(path, { limitInputPixels: LIMITS.pixels, failOn: 'truncated' }).rotate().toColourspace('srgb');
  }
}
