import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { boxAround, chain, corners, inverse, moved, scaled, type Affine, type Box } from '../../core/placement/affine';
import type { LaidRepeat, Lie } from '../../core/placement/lay';
import { beforeTurning, shared, tilesIn, upright, type PixelBox, type Upright } from '../../core/print-file/pixels';
import { layPiece, layTurned, REACH, type Piece, type Strip, type Window } from '../../core/print-file/strip';
import { premultiplied, premultiply, wrap } from '../../core/scene/texture';
import type { PrintFile } from '../../core/print-file/print-file';
import { rasterOf, readPart, turnedRaster, type Raster } from './raster';

/** Puts what it stands for on some rows of a print file. */
export type Painter = (strip: Strip) => Promise<void>;

/** Tiles of up to so many pixels are held, in the few sizes to whole pixels that a repeat needs; larger ones are copies on disk. */
const TILE_PIXELS = 2_000_000;
/** A strip is sampled in blocks so wide: what a block needs of a picture that lies askew is little. */
const BLOCK = 512;

/** An original, opened for the size that its whole picture is needed in. */
export type Opened = (wanted: { width: number; height: number }) => Promise<Sharp>;

/** Files beside each other while a print file is made. */
export class Scratch {
  private count = 0;
  constructor(readonly folder: string) {}
  path(ending: string): string {
    return join(this.folder, `${this.count++}${ending}`);
  }
}

/** What paints a picture: copies from first to last, or its repeat. */
export async function paintersOf({ maps, repeat }: Lie, open: Opened, canvas: PixelBox, scratch: Scratch): Promise<Painter[]> {
  const copies = repeat ? largeTiles(repeat, canvas) : maps;
  if (!copies) return [await repeated(repeat!, open, canvas)];
  const painters: Painter[] = [];
  for (const map of copies) {
    const straight = upright(map);
    const painter = straight ? await uprightCopy(straight, open, canvas, scratch) : await turnedCopy(map, open, canvas, scratch);
    if (painter) painters.push(painter);
  }
  return painters;
}

/** The tiles of a repeat that are too large to be held, as maps of the whole picture; null where they are small. */
function largeTiles({ tile, box, ...repeat }: LaidRepeat, canvas: PixelBox): Affine[] | null {
  const { width, height } = sides(tile);
  if (width * height <= TILE_PIXELS) return null;
  const toTile = chain(scaled(1 / box.width, 1 / box.height), moved(-box.x, -box.y));
  return [...tilesIn(repeat, tile, canvas)].map((map) => chain(map, toTile));
}

/** How long the sides of a unit square become, in whole pixels. */
const sides = ({ a, b, c, d }: Affine) => ({
  width: Math.max(1, Math.round(Math.hypot(a, b))),
  height: Math.max(1, Math.round(Math.hypot(c, d))),
});

/** A part of a picture that is brought to a size: straight, with alpha if the picture has it. */
const reduced = async (open: Opened, full: { width: number; height: number }, part: PixelBox): Promise<Sharp> =>
  (await open(full)).resize(full.width, full.height, { fit: 'fill', kernel: 'lanczos3', fastShrinkOnLoad: false }).extract(part);

const onDisk = (image: Sharp, scratch: Scratch): Promise<Raster> => rasterOf(image.ensureAlpha(), scratch.path('.tif'));

/** What of an upright copy is seen on a print file, and where its corner lies; null when it lies outside. */
async function seenOf(
  how: Upright,
  open: Opened,
  canvas: PixelBox,
  scratch: Scratch,
): Promise<{ image: Sharp; seen: PixelBox } | null> {
  const seen = shared(how.box, canvas);
  if (!seen) return null;
  const { width, height } = how.box;
  const full = how.quarter ? { width: height, height: width } : { width, height };
  const image = await reduced(open, full, beforeTurning(how, seen));
  const turned = how.flop || how.flip || how.quarter;
  return { seen, image: turned ? turnedRaster(await onDisk(image, scratch), how) : image };
}

/**
 * The only upright copy of the only picture, on the whole print file: what most print files are, worked out in one go without
 * another file between. Null where there is more to it.
 */
export async function alone(file: PrintFile, open: Opened, scratch: Scratch): Promise<Sharp | null> {
  const [layer, more] = file.layers;
  const how = layer && !layer.repeat && layer.maps.length === 1 ? upright(layer.maps[0]!) : null;
  if (!how || more) return null;
  const { widthPx, heightPx, ground } = file;
  const found = await seenOf(how, open, { left: 0, top: 0, width: widthPx, height: heightPx }, scratch);
  if (!found) return null;
  const { image, seen } = found;
  const around = {
    ...{ left: seen.left, right: widthPx - seen.left - seen.width },
    ...{ top: seen.top, bottom: heightPx - seen.top - seen.height },
  };
  if (ground)
    return image
      .flatten({ background: ground })
      .extend({ ...around, background: ground })
      .removeAlpha();
  return image.ensureAlpha().extend({ ...around, background: { r: 0, g: 0, b: 0, alpha: 0 } });
}

async function uprightCopy(how: Upright, open: Opened, canvas: PixelBox, scratch: Scratch): Promise<Painter | null> {
  const found = await seenOf(how, open, canvas, scratch);
  if (!found) return null;
  const { seen } = found;
  const raster = await onDisk(found.image, scratch);
  return async (strip) => {
    const rows = shared(seen, { left: seen.left, top: strip.top, width: seen.width, height: strip.rows });
    if (!rows) return;
    const rgba = await readPart(raster, { left: 0, top: rows.top - seen.top, width: rows.width, height: rows.height });
    layPiece(strip, { width: rows.width, height: rows.height, rgba }, rows.left, rows.top);
  };
}

/** The whole pixels around a box, and some more. */
const outward = ({ x, y, width, height }: Box, more: number): PixelBox => {
  const [left, top] = [Math.floor(x) - more, Math.floor(y) - more];
  return { left, top, width: Math.ceil(x + width) + more - left, height: Math.ceil(y + height) + more - top };
};
const asBox = ({ left, top, width, height }: PixelBox): Box => ({ x: left, y: top, width, height });

async function turnedCopy(map: Affine, open: Opened, canvas: PixelBox, scratch: Scratch): Promise<Painter | null> {
  const full = sides(map);
  const back = chain(scaled(full.width, full.height), inverse(map));
  const around = (part: PixelBox) => outward(boxAround(corners(back, asBox(part))), REACH + 1);
  const seen = shared({ left: 0, top: 0, ...full }, around(canvas));
  if (!seen) return null;
  const raster = await onDisk(await reduced(open, full, seen), scratch);
  return async (strip) => {
    for (let left = canvas.left; left < canvas.left + canvas.width; left += BLOCK) {
      const block = { left, top: strip.top, width: Math.min(BLOCK, canvas.left + canvas.width - left), height: strip.rows };
      const needed = around(block);
      const there = shared(needed, seen);
      if (there) layTurned(strip, block, await windowOf(raster, seen, needed, there), back, null);
    }
  };
}

/** The texels of a part of a picture that need not all be there; what is not, is see-through. */
async function windowOf(raster: Raster, seen: PixelBox, needed: PixelBox, there: PixelBox): Promise<Window> {
  const part = { ...there, left: there.left - seen.left, top: there.top - seen.top };
  const from = premultiplied(await readPart(raster, part));
  const texels = new Uint32Array(needed.width * needed.height);
  for (let y = 0; y < there.height; y++)
    texels.set(
      from.subarray(y * there.width, (y + 1) * there.width),
      (there.top - needed.top + y) * needed.width + there.left - needed.left,
    );
  const inner = (size: number) => size - 2 * REACH;
  return {
    left: needed.left + REACH,
    top: needed.top + REACH,
    width: inner(needed.width),
    height: inner(needed.height),
    texels,
  };
}

/** A repeat of a tile that can be held: laid tile by tile where it is upright, else sampled. */
async function repeated({ tile, box, ...repeat }: LaidRepeat, open: Opened, canvas: PixelBox): Promise<Painter> {
  const piece = async (width: number, height: number): Promise<Sharp> => {
    const side = (size: number, share: number) => Math.max(size, Math.round(size / share));
    const full = { width: side(width, box.width), height: side(height, box.height) };
    const left = Math.min(full.width - width, Math.round(box.x * full.width));
    return reduced(open, full, { left, top: Math.min(full.height - height, Math.round(box.y * full.height)), width, height });
  };
  if (upright(tile)) return uprightTiles(tile, repeat, piece, canvas);
  const size = sides(tile);
  const level = premultiply({ ...size, rgba: await (await piece(size.width, size.height)).ensureAlpha().raw().toBuffer() });
  wrap(level, repeat);
  const window = { left: 0, top: 0, ...size, texels: level.texels };
  const back = inverse(tile);
  return (strip) => {
    layTurned(strip, { ...canvas, top: strip.top, height: strip.rows }, window, back, repeat);
    return Promise.resolve();
  };
}

/**
 * Each tile is brought to the whole pixels nearest to where it lies, so that none is off by more than half a pixel however many
 * there are, and edges that meet have no gap: that takes a few sizes, differing by a pixel.
 */
function uprightTiles(
  tile: Affine,
  repeat: Omit<LaidRepeat, 'tile' | 'box'>,
  piece: (width: number, height: number) => Promise<Sharp>,
  canvas: PixelBox,
): Painter {
  const held = new Map<string, Piece>();
  const pieceFor = async ({ box: { width, height }, flop, flip, quarter }: Upright): Promise<Piece> => {
    const name = [width, height, flop, flip, quarter].join();
    const known = held.get(name);
    if (known) return known;
    const upright = await (quarter ? piece(height, width) : piece(width, height));
    const first = await upright.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const mirrored = sharp(first.data, { raw: first.info }).flop(flop).flip(flip);
    const rgba = await (quarter ? mirrored.rotate(90) : mirrored).raw().toBuffer();
    const made = { width, height, rgba };
    held.set(name, made);
    return made;
  };
  return async (strip) => {
    for (const map of tilesIn(repeat, tile, { ...canvas, top: strip.top, height: strip.rows })) {
      const how = upright(map)!;
      layPiece(strip, await pieceFor(how), how.box.left, how.box.top);
    }
  };
}
