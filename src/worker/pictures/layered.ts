import { note } from '../../core/artwork/refusals';
import type { Said } from '../../core/said';
import { readFile } from 'node:fs/promises';
import { buffer } from 'node:stream/consumers';
import { DOMParser, type Element } from '@xmldom/xmldom';
import { initializeCanvas, readPsd, type Layer as PsdLayer } from 'ag-psd';
import sharp from 'sharp';
import { openArchive, type ArchiveFile } from '../../files/archive';
import { LIMITS } from '../../core/limits';
import { flatten, type Layer } from './layers';
import { boundLayers, CannotRead, damaged, tooManyPixels } from './problem';

/** A layered file as one picture: straight RGBA, its stated resolution, the names of its layers, and notes. */
export interface Flat {
  rgba: Uint8Array;
  width: number;
  height: number;
  ppi: number | null;
  titles: string[];
  notes: Said[];
}

// the reader asks for a canvas to hold pixels; plain memory does
initializeCanvas(
  () => {
    throw new Error('no canvas here');
  },
  (width, height) => ({ width, height, data: new Uint8ClampedArray(width * height * 4), colorSpace: 'srgb' }),
);

/** Reads a PSD: the flattened picture that most programs store with it, else its visible layers laid over each other. */
export async function readLayeredPsd(path: string, fileName: string): Promise<Flat> {
  const data = await readFile(path);
  if (data.length < 26) throw damaged(fileName);
  // the header: signature, version, channels, height, width, depth, colour mode
  const [height, width, depth, mode] = [
    data.readUInt32BE(14),
    data.readUInt32BE(18),
    data.readUInt16BE(22),
    data.readUInt16BE(24),
  ];
  if (width * height > LIMITS.pixels) throw tooManyPixels(fileName, width, height);
  if (mode === 4) throw new CannotRead('layered-cmyk', fileName);
  if (depth > 16) throw new CannotRead('too-many-bits', fileName, { bits: depth });
  const open = (skipLayerImageData: boolean) => {
    try {
      return readPsd(data, { skipLayerImageData, skipThumbnail: true, useImageData: true, throwForMissingFeatures: false });
    } catch {
      throw damaged(fileName);
    }
  };
  const whole = open(true);
  const titles: string[] = [];
  const named = (layers: PsdLayer[]) =>
    layers.forEach((l) => {
      if (l.text?.text) titles.push(l.text.text);
      else if (l.name) titles.push(l.name);
      named(l.children ?? []);
    });
  named(whole.children ?? []);
  const ppi = whole.imageResources?.resolutionInfo?.horizontalResolution ?? null;
  const notes = depth === 16 ? [note('sixteen-bits')] : [];
  const stored = whole.imageResources?.versionInfo?.hasRealMergedData !== false ? whole.imageData : undefined;
  if (stored && !(whole.children?.length && isBlank(stored.data as unknown as Uint8Array)))
    return { rgba: bytesOf(stored.data, depth), width, height, ppi, titles, notes };
  const sizes: { width: number; height: number }[] = [];
  const size = (list: PsdLayer[]) => {
    for (const { left = 0, top = 0, right = 0, bottom = 0, children } of list) {
      sizes.push({ width: Math.max(0, right - left), height: Math.max(0, bottom - top) });
      size(children ?? []);
    }
  };
  size(whole.children ?? []);
  boundLayers(fileName, sizes);
  const layers: Layer[] = [];
  const collect = (list: PsdLayer[], opacity: number) => {
    for (const l of list) {
      if (l.hidden) continue;
      const own = (l.opacity ?? 1) * opacity;
      if (l.children) collect(l.children, own);
      else if (l.imageData)
        layers.push({
          name: l.name ?? '',
          left: l.left ?? 0,
          top: l.top ?? 0,
          width: l.imageData.width,
          height: l.imageData.height,
          rgba: bytesOf(l.imageData.data, depth),
          opacity: own,
          blend: l.blendMode ?? 'normal',
        });
    }
  };
  collect(open(false).children ?? [], 1);
  const flat = await flatten(layers, width, height);
  return { rgba: flat.rgba, width, height, ppi, titles, notes: [...notes, ...flat.notes] };
}

/** Channel values of any depth as bytes. */
function bytesOf(
  data: ArrayLike<number> & { buffer: ArrayBufferLike; byteOffset: number; byteLength: number },
  depth: number,
): Uint8Array {
  if (data instanceof Uint16Array) return Uint8Array.from(data, (v) => v >> 8);
  if (depth <= 8 || data instanceof Uint8ClampedArray || data instanceof Uint8Array)
    return new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
  return Uint8Array.from(data, (v) => Math.round(v * 255));
}

/** A stored picture with one value everywhere: some programs write the place for it without the picture. */
function isBlank(rgba: Uint8Array): boolean {
  for (let i = 4; i < rgba.length; i++) if (rgba[i] !== rgba[i % 4]) return false;
  return true;
}

/** Reads an OpenRaster file: its merged picture, else the layers of its stack laid over each other. */
export async function readOpenRaster(path: string, fileName: string): Promise<Flat> {
  const archive = await openArchive(path).catch(() => {
    throw damaged(fileName);
  });
  try {
    const fileAt = (name: string) => archive.files.find((f) => f.path === name);
    const stack = fileAt('stack.xml');
    if (!stack) throw new CannotRead('no-stack', fileName);
    const xml = (await bytesOfEntry(stack, LIMITS.layerListBytes, fileName)).toString('utf8');
    const image = new DOMParser({ onError: () => undefined }).parseFromString(xml, 'text/xml').documentElement;
    if (image?.localName !== 'image') throw damaged(fileName);
    const number = (e: Element, name: string, otherwise: number) => Number(e.getAttribute(name) || otherwise);
    const [width, height] = [number(image, 'w', 0), number(image, 'h', 0)];
    if (!(width > 0 && height > 0 && Number.isInteger(width) && Number.isInteger(height))) throw damaged(fileName);
    if (width * height > LIMITS.pixels) throw tooManyPixels(fileName, width, height);
    const ppi = number(image, 'xres', 0) || null;
    const titles: string[] = [];
    const layers: { element: Element; opacity: number; left: number; top: number }[] = [];
    // the first in the file lies on top
    const walk = (stackElement: Element, opacity: number, left: number, top: number) => {
      for (const node of [...stackElement.childNodes].reverse()) {
        if (node.nodeType !== 1) continue;
        const e = node as Element;
        if (e.getAttribute('visibility') === 'hidden') continue;
        const own = opacity * number(e, 'opacity', 1);
        const [x, y] = [left + number(e, 'x', 0), top + number(e, 'y', 0)];
        if (e.localName === 'stack') walk(e, own, x, y);
        else if (e.localName === 'layer') {
          if (e.getAttribute('name')) titles.push(e.getAttribute('name')!);
          layers.push({ element: e, opacity: own, left: x, top: y });
        }
      }
    };
    walk(image, 1, 0, 0);
    const merged = fileAt('mergedimage.png');
    if (merged) {
      const { data, info } = await pixelsOf(merged, fileName);
      if (info.width === width && info.height === height) return { rgba: data, width, height, ppi, titles, notes: [] };
    }
    const drawn: Layer[] = [];
    const sources = layers.map(({ element }) => {
      const source = fileAt(element.getAttribute('src') ?? '');
      if (source) return source;
      throw new CannotRead('layer-missing', fileName, { layer: element.getAttribute('name') ?? 'without a name' });
    });
    boundLayers(fileName, await sizesOf(sources, fileName));
    for (const [i, { element, opacity, left, top }] of layers.entries()) {
      const source = sources[i]!;
      const { data, info } = await pixelsOf(source, fileName);
      const blend = (element.getAttribute('composite-op') || 'svg:src-over').replace(/^svg:/, '');
      drawn.push({
        name: element.getAttribute('name') ?? '',
        left,
        top,
        width: info.width,
        height: info.height,
        rgba: data,
        opacity,
        blend,
      });
    }
    const flat = await flatten(drawn, width, height);
    return { rgba: flat.rgba, width, height, ppi, titles, notes: flat.notes };
  } finally {
    archive.close();
  }
}

/** A file of the archive, unpacked, if it says that it is no larger than `most`; the reader holds it to what it says. */
async function bytesOfEntry(file: ArchiveFile, most: number, fileName: string): Promise<Buffer> {
  if (file.bytes > most) throw new CannotRead('part-too-large', fileName, { part: file.path, limit: most });
  return buffer(await file.open());
}

/** Width and height of each picture, from their first bytes. */
async function sizesOf(files: ArchiveFile[], fileName: string): Promise<{ width: number; height: number }[]> {
  if (files.length > LIMITS.layers) return files.map(() => ({ width: 0, height: 0 })); // too many already
  const sizes: { width: number; height: number }[] = [];
  for (const file of files) {
    const head = sharp(await bytesOfEntry(file, LIMITS.fileBytes, fileName), { limitInputPixels: false });
    sizes.push(
      await head.metadata().catch(() => {
        throw damaged(fileName);
      }),
    );
  }
  return sizes;
}

const pixelsOf = async (file: ArchiveFile, fileName: string) =>
  sharp(await bytesOfEntry(file, LIMITS.fileBytes, fileName), { limitInputPixels: LIMITS.pixels })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw damaged(fileName);
    });
