import type { Said } from '../../core/said';
import sharp from 'sharp';
import { fingerprint, type Fingerprint } from '../../core/artwork/likeness/fingerprint';
import { measure, type Measured } from '../../core/artwork/measure/measure';
import { reduceAndCount, reductionFor, resample, type Pixels } from '../../core/artwork/measure/reduce';
import { borrow, keepDerived } from '../../files/store';
import { decodeOriginal } from './decode';
import { CannotRead } from './problem';

const THUMB_SIDE = 480;
const MINI_SIDE = 192;

/** Under what names the rasters made from an original are kept. */
export interface RasterNames {
  working: string;
  thumb: string;
  mini: string;
}

export interface ReadArtwork {
  format: string;
  widthPx: number;
  heightPx: number;
  measured: Measured & { notes: Said[] };
  fingerprint: Fingerprint;
  /** Titles and layer names in the file: they may tell what it shows. */
  titles: string[];
}

/** Reads an original, measures it, and keeps its working copy and its small pictures under the given names. */
export async function readArtwork(sha256: string, fileName: string, names: RasterNames): Promise<ReadArtwork> {
  const it = await borrow('originals', sha256, (path) => decodeOriginal(path, fileName));
  const small = thumbnail(it.working);
  const measured = measure(it.counts, it.working, it.by, small, it.statedPpi);
  if (!measured) throw new CannotRead('all-see-through', fileName);
  await Promise.all([
    picture(it.working)
      .png({ compressionLevel: 1, adaptiveFiltering: false })
      .toBuffer()
      .then((b) => keepDerived(names.working, b)),
    webp(small).then((b) => keepDerived(names.thumb, b)),
    webp(exactly(small, MINI_SIDE)).then((b) => keepDerived(names.mini, b)),
  ]);
  return {
    format: it.format,
    widthPx: it.widthPx,
    heightPx: it.heightPx,
    measured: { ...measured, notes: it.notes },
    fingerprint: fingerprint(small),
    titles: it.titles,
  };
}

const webp = (p: Pixels) => picture(p).webp({ quality: 84, alphaQuality: 90, effort: 2 }).toBuffer();
const picture = (p: Pixels) => sharp(p.rgba, { raw: { width: p.width, height: p.height, channels: 4 } });

/** A small picture: by a whole number where there is much to lose, exactly to size where there is little. */
function thumbnail(working: Pixels): Pixels {
  const longer = Math.max(working.width, working.height);
  if (longer <= THUMB_SIDE) return working;
  if (longer > 2 * THUMB_SIDE) return reduceAndCount(working, reductionFor(working.width, working.height, THUMB_SIDE)).small;
  return exactly(working, THUMB_SIDE);
}

/** Reduced so that the longer side is `most`; never enlarged. */
function exactly(p: Pixels, most: number): Pixels {
  const scale = Math.min(1, most / Math.max(p.width, p.height));
  const side = (v: number) => Math.max(1, Math.round(v * scale));
  return scale === 1 ? p : resample(p, { x: 0, y: 0, width: 1, height: 1 }, side(p.width), side(p.height));
}
