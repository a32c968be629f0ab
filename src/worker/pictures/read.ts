import { open, readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { measure, type Measured } from '../../core/artwork/measure';
import { keepDerived, pathOf } from '../../files/store';
import { cleanSvg } from './svg';

/** A file that cannot be taken, with the sentence that says why. */
export class CannotRead extends Error {}

const MAX_PIXELS = 150_000_000;
const WORKING_SIDE = 2400;
const THUMB_SIDE = 480;
/** SVG has no size in pixels; it is drawn at the usual shirt print's longer side. */
const SVG_SIDE = 5400;

export interface ReadArtwork {
  format: string;
  widthPx: number;
  heightPx: number;
  measured: Measured & { notes: string[] };
}

/** Reads an original, measures it, and keeps its working copy and its thumbnail under the given names. */
export async function readArtwork(sha256: string, fileName: string, working: string, thumb: string): Promise<ReadArtwork> {
  const { input, format, notes } = await recognise(pathOf('originals', sha256), fileName);
  const open = () => sharp(input, { limitInputPixels: MAX_PIXELS, failOn: 'truncated' });
  const head = await open()
    .metadata()
    .catch((e: Error) => refuse(fileName, e));
  const turned = (head.orientation ?? 1) >= 5;
  let [widthPx, heightPx] = turned ? [head.height, head.width] : [head.width, head.height];
  if (widthPx * heightPx > MAX_PIXELS)
    throw new CannotRead(
      `${fileName} is ${widthPx} × ${heightPx} px; at most ${MAX_PIXELS / 1e6} million pixels can be taken. Export it at its print size.`,
    );
  let picture = open().rotate();
  if (format === 'svg') {
    const grow = SVG_SIDE / Math.max(widthPx, heightPx);
    [widthPx, heightPx] = [Math.max(1, Math.round(widthPx * grow)), Math.max(1, Math.round(heightPx * grow))];
    picture = sharp(input, {
      density: Math.min(7200, 72 * (WORKING_SIDE / Math.max(head.width, head.height))),
      limitInputPixels: MAX_PIXELS,
    });
  }
  const reduced = await picture
    .toColourspace('srgb')
    .resize({
      width: WORKING_SIDE,
      height: WORKING_SIDE,
      fit: 'inside',
      withoutEnlargement: format !== 'svg',
      kernel: 'lanczos3',
    })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch((e: Error) => refuse(fileName, e));
  const raw = { raw: { width: reduced.info.width, height: reduced.info.height, channels: 4 as const } };
  const small = await sharp(reduced.data, raw)
    .resize({ width: THUMB_SIDE, height: THUMB_SIDE, fit: 'inside', withoutEnlargement: true })
    .raw()
    .toBuffer({ resolveWithObject: true });
  const statedPpi = head.density && format !== 'svg' ? head.density : null;
  const measured = measure(small.data, small.info.width, small.info.height, statedPpi);
  if (!measured)
    throw new CannotRead(
      `${fileName} is empty: every pixel is see-through. Check that its layers were visible when it was exported.`,
    );
  await Promise.all([
    sharp(reduced.data, raw)
      .png({ compressionLevel: 2, adaptiveFiltering: false })
      .toBuffer()
      .then((b) => keepDerived(working, b)),
    sharp(small.data, { raw: { width: small.info.width, height: small.info.height, channels: 4 } })
      .webp({ quality: 84, alphaQuality: 90, effort: 3 })
      .toBuffer()
      .then((b) => keepDerived(thumb, b)),
  ]);
  return { format, widthPx, heightPx, measured: { ...measured, notes } };
}

/** Tells what a file is by its first bytes, whatever its name says. */
async function recognise(path: string, fileName: string): Promise<{ input: string | Buffer; format: string; notes: string[] }> {
  const handle = await open(path);
  const first = Buffer.alloc(512);
  const { bytesRead } = await handle.read(first, 0, 512, 0).finally(() => handle.close());
  const head = first.subarray(0, bytesRead);
  if (head.length >= 8 && head.readUInt32BE(0) === 0x89504e47) return { input: path, format: 'png', notes: [] };
  if (head.length >= 3 && head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff)
    return { input: path, format: 'jpeg', notes: [] };
  const text = head
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (/^<(\?xml|!DOCTYPE svg|!--|svg)/i.test(text)) {
    try {
      const cleaned = cleanSvg((await readFile(path)).toString('utf8'));
      return {
        input: Buffer.from(cleaned.svg),
        format: 'svg',
        notes: cleaned.removed.length ? [`Left out for safety: ${cleaned.removed.join(', ')}.`] : [],
      };
    } catch {
      throw new CannotRead(`${fileName} is not a whole SVG drawing. Export it again.`);
    }
  }
  const plain = head.length > 0 && head.every((b) => b === 9 || b === 10 || b === 13 || (b >= 32 && b !== 127));
  throw new CannotRead(
    `${fileName} is not a picture${plain ? ': it holds plain text' : ' of a kind we know'}. Bring in PNG, JPEG or SVG.`,
  );
}

function refuse(fileName: string, error: Error): never {
  if (/pixel limit/i.test(error.message))
    throw new CannotRead(`${fileName} has more than ${MAX_PIXELS / 1e6} million pixels. Export it at its print size.`);
  throw new CannotRead(
    `${fileName} is damaged or cut short: its picture data ends too soon or makes no sense. Export or copy it again.`,
  );
}
