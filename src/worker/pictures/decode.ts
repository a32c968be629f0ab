import { note } from '../../core/artwork/refusals';
import type { Said } from '../../core/said';
import { readFile } from 'node:fs/promises';
import sharp, { type Sharp } from 'sharp';
import { LIMITS } from '../../core/limits';
import { reduceAndCount, reductionFor, type FullCounts, type Pixels } from '../../core/artwork/measure/reduce';
import { readLayeredPsd, readOpenRaster, type Flat } from './layered';
import { readPdf } from './pdf';
import { CannotRead, damaged, tooManyPixels } from './problem';
import { recognise, type Format } from './recognise';
import { cleanSvg, NoDrawing, type CleanSvg } from './svg';
import { TooManyEntities } from './svg-entities';
import { drawAt, meantSize } from './svg-size';

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
  notes: Said[];
}

/** Decodes any file we take, converts it to sRGB and stands it upright. Throws CannotRead with a sentence. */
export async function decodeOriginal(path: string, fileName: string): Promise<Decoded> {
  try {
    return await decoded(path, fileName);
  } catch (error) {
    // whatever a decoder trips over is the file's fault, and no reason to try again; what the system says is not
    const { syscall, code = '' } = error as NodeJS.ErrnoException;
    const ours = error instanceof CannotRead || syscall !== undefined || /^(MODULE_|ERR_(MODULE|REQUIRE|PACKAGE|VM)_)/.test(code);
    throw ours ? error : damaged(fileName);
  }
}

async function decoded(path: string, fileName: string): Promise<Decoded> {
  const format = await recognise(path, fileName);
  if (format === 'zip') throw new CannotRead('archive-in-archive', fileName);
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
  if (head.width * head.height > LIMITS.pixels) throw tooManyPixels(fileName, head.width, head.height);
  const notes: Said[] = [];
  if (head.space === 'cmyk') notes.push(note('cmyk'));
  if (head.depth === 'ushort') notes.push(note('sixteen-bits'));
  if (head.pages && head.pages > 1) notes.push(note('first-page', { pages: head.pages }));
  // the pipeline converts by the embedded profile, or takes sRGB where there is none
  const { data, info } = await sharp(path, { limitInputPixels: LIMITS.pixels, failOn: 'truncated' })
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

/** The renderer is told this density, so that physical units inside a drawing are CSS units: 96 to the inch. */
const SVG_DENSITY = 96;
/** At that density it draws so many pixels for each unit of width and height. */
const SVG_PER_UNIT = SVG_DENSITY / 72;

/** A drawing that is to be drawn; `shape` is its width over its height, `removed` and `titles` are as in cleanSvg. */
export interface Drawing {
  image: Sharp;
  shape: number;
  removed: string[];
  titles: string[];
}

/** A drawing as a picture whose longer side is `side`; nothing is drawn until pixels are asked for. */
export async function openSvg(source: string, fileName: string, side: number): Promise<Drawing> {
  let cleaned: CleanSvg;
  try {
    cleaned = cleanSvg(source);
  } catch (error) {
    if (error instanceof TooManyEntities) throw new CannotRead('text-grows', fileName);
    if (error instanceof NoDrawing) throw new CannotRead('no-drawing', fileName);
    if (error instanceof RangeError) throw new CannotRead('nested-too-deep', fileName);
    throw new CannotRead('not-well-formed', fileName);
  }
  const { root, removed, titles } = cleaned;
  const meant = meantSize(root) ?? (await inkedSize(cleaned.text(), fileName));
  const longer = Math.max(meant.width, meant.height);
  const size = {
    width: Math.max(1, Math.round((meant.width / longer) * side)),
    height: Math.max(1, Math.round((meant.height / longer) * side)),
  };
  drawAt(root, meant, size, 1 / SVG_PER_UNIT);
  const image = sharp(Buffer.from(cleaned.text()), { density: SVG_DENSITY, limitInputPixels: LIMITS.pixels }).toColourspace(
    'srgb',
  );
  return { image, shape: meant.width / meant.height, removed, titles };
}

/** A drawing as pixels, its longer side at `side`. Straight-alpha sRGB. */
export async function drawSvg(
  source: string,
  fileName: string,
  side: number,
): Promise<{ pixels: Pixels } & Omit<Drawing, 'image'>> {
  const { image, ...told } = await openSvg(source, fileName, side);
  const { data, info } = await image
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch((error: Error) => {
      throw cannotDraw(fileName, error);
    });
  return { pixels: { rgba: data, width: info.width, height: info.height }, ...told };
}

/** A drawing that states no size at all: as large as what is drawn in it. */
async function inkedSize(svg: string, fileName: string): Promise<{ width: number; height: number }> {
  const { width, height } = await sharp(Buffer.from(svg), { limitInputPixels: false, density: SVG_DENSITY })
    .metadata()
    .catch((error: Error) => {
      throw cannotDraw(fileName, error);
    });
  return { width: width / SVG_PER_UNIT, height: height / SVG_PER_UNIT };
}

const plain = (message: string): string => message.split('\n')[0]!.replace(/^\[?\w+\]?[:\s]*/, '').slice(0, 120) || 'it cannot be read'; // prettier-ignore
const cannotDraw = (fileName: string, error: Error): CannotRead =>
  new CannotRead('not-drawn', fileName, { says: plain(error.message) });

async function decodeSvg(path: string, fileName: string): Promise<Decoded> {
  const drawn = await drawSvg((await readFile(path)).toString('utf8'), fileName, WORKING_SIDE);
  const { small, counts } = reduceAndCount(drawn.pixels, 1);
  return {
    format: 'svg',
    widthPx: Math.max(1, Math.round(SVG_SIDE * Math.min(1, drawn.shape))),
    heightPx: Math.max(1, Math.round(SVG_SIDE / Math.max(1, drawn.shape))),
    working: small,
    by: 1,
    counts,
    statedPpi: null,
    titles: drawn.titles,
    notes: drawn.removed.length ? [note('left-out', { parts: drawn.removed.join(', ') })] : [],
  };
}
