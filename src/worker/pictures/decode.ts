import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { reduceAndCount, reductionFor, type FullCounts, type Pixels } from '../../core/artwork/reduce';
import { readLayeredPsd, readOpenRaster, type Flat } from './layered';
import { readPdf } from './pdf';
import { CannotRead, damaged, MAX_PIXELS, tooManyPixels } from './problem';
import { recognise, type Format } from './recognise';
import { cleanSvg } from './svg';

/** The working copy's longer side is at most this. */
export const WORKING_SIDE = 3000;
/** SVG has no size in pixels; it is stated at the usual shirt print's longer side. */
const SVG_SIDE = 5400;

/** An original, decoded and reduced to working size. Straight-alpha sRGB. */
export interface Decoded {
  format: Format;
  widthPx: number;
  heightPx: number;
  working: Pixels;
  /** The whole number by which the original was reduced. */
  by: number;
  counts: FullCounts;
  statedPpi: number | null;
  /** Titles and layer names in the file. */
  titles: string[];
  notes: string[];
}

/** Decodes any file we take, converts it to sRGB and stands it upright. Throws CannotRead with a sentence. */
export async function decodeOriginal(path: string, fileName: string): Promise<Decoded> {
  const format = await recognise(path, fileName);
  if (format === 'zip')
    throw new CannotRead(`${fileName} is an archive inside an archive. Unpack the inner one and bring in its files.`);
  if (format === 'svg') return decodeSvg(path, fileName);
  if (format === 'psd') return reduced(format, await readLayeredPsd(path, fileName));
  if (format === 'ora') return reduced(format, await readOpenRaster(path, fileName));
  if (format === 'pdf') return reduced(format, await readPdf(path, fileName));
  return decodeRaster(path, fileName, format);
}

function reduced(format: Format, flat: Flat): Decoded {
  const by = reductionFor(flat.width, flat.height, WORKING_SIDE);
  const { small, counts } = reduceAndCount(flat, by);
  return {
    format,
    widthPx: flat.width,
    heightPx: flat.height,
    working: small,
    by,
    counts,
    statedPpi: flat.ppi,
    titles: flat.titles,
    notes: flat.notes,
  };
}

async function decodeRaster(path: string, fileName: string, format: Format): Promise<Decoded> {
  const head = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => {
      throw damaged(fileName);
    });
  if (head.width * head.height > MAX_PIXELS) throw tooManyPixels(fileName, head.width, head.height);
  const notes: string[] = [];
  if (head.space === 'cmyk') notes.push('Was CMYK; colours were converted to sRGB and may look duller than on paper.');
  if (head.depth === 'ushort') notes.push('16 bits a channel; pictures are made with 8.');
  if ((head.pages ?? 1) > 1) notes.push(`The first of ${head.pages} pages.`);
  // the pipeline converts by the embedded profile, or takes sRGB where there is none
  const { data, info } = await sharp(path, { limitInputPixels: MAX_PIXELS, failOn: 'truncated' })
    .rotate()
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw damaged(fileName);
    });
  const statedPpi = head.density && head.density !== 72 ? head.density : null;
  return reduced(format, { rgba: data, width: info.width, height: info.height, ppi: statedPpi, titles: [], notes });
}

async function decodeSvg(path: string, fileName: string): Promise<Decoded> {
  let cleaned: ReturnType<typeof cleanSvg>;
  try {
    cleaned = cleanSvg((await readFile(path)).toString('utf8'));
  } catch {
    throw new CannotRead(`${fileName} is not a whole SVG drawing. Export it again.`);
  }
  const input = Buffer.from(cleaned.svg);
  const head = await sharp(input, { limitInputPixels: false })
    .metadata()
    .catch(() => {
      throw damaged(fileName);
    });
  const side = Math.max(head.width, head.height);
  const density = Math.min(7200, 72 * (WORKING_SIDE / side));
  const { data, info } = await sharp(input, { density, limitInputPixels: MAX_PIXELS })
    .toColourspace('srgb')
    .resize({ width: WORKING_SIDE, height: WORKING_SIDE, fit: 'inside' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw damaged(fileName);
    });
  const { small, counts } = reduceAndCount({ rgba: data, width: info.width, height: info.height }, 1);
  return {
    format: 'svg',
    widthPx: Math.max(1, Math.round((head.width / side) * SVG_SIDE)),
    heightPx: Math.max(1, Math.round((head.height / side) * SVG_SIDE)),
    working: small,
    by: 1,
    counts,
    statedPpi: null,
    titles: cleaned.titles,
    notes: cleaned.removed.length ? [`Left out for safety: ${cleaned.removed.join(', ')}.`] : [],
  };
}
