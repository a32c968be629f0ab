import { readFile, writeFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp, { type Sharp } from 'sharp';
import { MM_PER_INCH } from '../../core/placement/lay';
import type { MadeSold, Sold, SoldState } from '../../core/downloads/sold';
import type { Said } from '../../core/said';
import { borrow, bytesOf, has, keepDerived, keepDerivedFile } from '../../files/store';
import { CannotRead } from '../pictures/problem';
import { drawnTo } from '../prints/make';
import { layPicture } from '../prints/pdf';
import { writePng } from '../prints/raster';
import { drawnSvg, tracedSvg } from './trace';

/** A side of a WebP has at most so many pixels (RFC 9649, 2.7). */
const WEBP_SIDE = 16_383;

/** A file that was made, and which of its states it is in. */
export type SoldMade = { ok: true; file: string; made: MadeSold; state: number } | { ok: false; why: Said };

/**
 * Makes a file that is sold, in the first of its states that is no larger than `most` bytes, and opens it again: what is sold has been
 * seen whole. Throws CannotRead for what nothing can be made of.
 */
export async function makeSold(sold: Sold, most: number): Promise<SoldMade> {
  if (sold.kind === 'vectors') return makeVectors(sold, most);
  for (const [state, it] of sold.states.entries()) {
    const { widthPx, heightPx } = it.print;
    if (sold.format === 'webp' && Math.max(widthPx, heightPx) > WEBP_SIDE) continue;
    await makePixels(sold.format, it);
    const bytes = await bytesOf('derived', it.file);
    if (bytes > most) continue;
    await opened(it.file, sold.format, it);
    return { ok: true, file: it.file, made: { name: sold.name, widthPx, heightPx, prints: it.prints, bytes }, state };
  }
  return { ok: false, why: { code: 'download-too-large', values: { name: sold.name } } };
}

async function makeVectors({ name, file, original, drawn }: Extract<Sold, { kind: 'vectors' }>, most: number): Promise<SoldMade> {
  if (!(await has('derived', file))) {
    const { sha256, fileName } = original;
    const svg = await borrow('originals', sha256, (path) => (drawn ? drawnSvg(path) : tracedSvg(path, fileName)));
    if (svg === null) return { ok: false, why: { code: 'not-traced' } };
    await keepDerived(file, Buffer.from(svg));
  }
  const bytes = await bytesOf('derived', file);
  if (bytes > most) return { ok: false, why: { code: 'download-too-large', values: { name } } };
  await borrow('derived', file, (path) => sharp(path).metadata());
  return { ok: true, file, made: { name, widthPx: null, heightPx: null, prints: [], bytes }, state: 0 };
}

type PixelFormat = Extract<Sold, { kind: 'pixels' }>['format'];
async function makePixels(format: PixelFormat, state: SoldState): Promise<void> {
  const { file, print, quality, jpg } = state;
  if (await has('derived', file)) return;
  if (jpg) {
    await makePixels('jpg', { ...state, file: jpg, jpg: undefined });
    const picture = await borrow('derived', jpg, (path) => readFile(path));
    return keepDerived(file, await pagePdf(picture, print.widthMm, print.heightMm, print.noun));
  }
  await drawnTo(print, async (image, path) => {
    const to = path(`.${format}`);
    if (format === 'png') await writePng(image, print, to);
    else if (format === 'webp') await srgb(image).webp({ quality: quality!, alphaQuality: 100, smartSubsample: true }).toFile(to);
    else await writeJpeg(image, quality!, print.ppi, to);
    await keepDerivedFile(file, to);
  });
}

/** Only the profile goes along: what a camera or a program wrote into the original is nobody’s business. */
const srgb = (image: Sharp): Sharp => image.withIccProfile('srgb');

/** Colour at full fineness: lettering and edges are what is bought. */
async function writeJpeg(image: Sharp, quality: number, ppi: number, to: string): Promise<void> {
  const data = await srgb(image).jpeg({ quality, chromaSubsampling: '4:4:4' }).toBuffer();
  await writeFile(to, withDensity(data, Math.round(ppi)));
}

/** Puts a JFIF header in front of a JPEG that has none, which states its resolution, px/in (ISO/IEC 10918-5, 10.1). */
export function withDensity(jpeg: Buffer, ppi: number): Buffer {
  const header = Buffer.from([0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 2, 1, 0, 0, 0, 0, 0, 0]);
  header.writeUInt16BE(ppi, 12);
  header.writeUInt16BE(ppi, 14);
  // after the marker that begins the picture
  return Buffer.concat([jpeg.subarray(0, 2), header, jpeg.subarray(2)]);
}

const points = (mm: number): number => (mm / MM_PER_INCH) * 72;

/** A page that its picture fills, of the size that it is printed in. */
async function pagePdf(jpeg: Buffer, widthMm: number, heightMm: number, title: string): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false });
  document.setTitle(title);
  document.setProducer('Union Press');
  const [width, height] = [points(widthMm), points(heightMm)];
  const page = document.addPage([width, height]);
  const { icc, ...size } = await sharp(jpeg).metadata();
  layPicture(page, 'Picture', {
    ...{ width: size.width, height: size.height, data: jpeg },
    profile: document.context.flateStream(icc!, { N: 3 }),
    packed: { Filter: 'DCTDecode' },
  });
  return document.save();
}

/** Opens a file that was made, as a buyer’s program would, to its last pixel. Throws when it is not what it is to be. */
async function opened(file: string, format: string, { print }: SoldState): Promise<void> {
  const wrong = (what: string): never => {
    throw new CannotRead('not-as-made', print.noun, { what });
  };
  if (format === 'pdf') {
    const page = (await PDFDocument.load(await borrow('derived', file, (path) => readFile(path)))).getPage(0);
    const off = Math.max(Math.abs(page.getWidth() - points(print.widthMm)), Math.abs(page.getHeight() - points(print.heightMm)));
    if (off > 0.01) wrong('its page has another size');
    return;
  }
  const { width, height } = await borrow('derived', file, async (path) => {
    const image = sharp(path, { limitInputPixels: false, failOn: 'warning', sequentialRead: true });
    // every row is decoded: a file that was cut short would be told here
    await image.clone().resize(64, 64, { fit: 'fill', fastShrinkOnLoad: false }).raw().toBuffer();
    return image.metadata();
  });
  if (width !== print.widthPx || height !== print.heightPx) wrong('it has other pixels');
}
