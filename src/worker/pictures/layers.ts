import { note } from '../../core/artwork/refusals';
import type { Said } from '../../core/said';
import sharp, { type Blend, type OverlayOptions } from 'sharp';

/** One layer of a layered file: straight RGBA at its place on the canvas. */
export interface Layer {
  name: string;
  left: number;
  top: number;
  width: number;
  height: number;
  rgba: Uint8Array;
  /** 0..1 */
  opacity: number;
  /** A name from BLENDS; others are laid on as they are and told. */
  blend: string;
}

/** Blend modes as layered files name them, to the compositor's. */
const BLENDS: Record<string, Blend> = {
  normal: 'over',
  'pass through': 'over',
  'src-over': 'over',
  multiply: 'multiply',
  screen: 'screen',
  overlay: 'overlay',
  darken: 'darken',
  lighten: 'lighten',
  'color dodge': 'colour-dodge',
  'color-dodge': 'colour-dodge',
  'color burn': 'colour-burn',
  'color-burn': 'colour-burn',
  'hard light': 'hard-light',
  'hard-light': 'hard-light',
  'soft light': 'soft-light',
  'soft-light': 'soft-light',
  difference: 'difference',
  exclusion: 'exclusion',
  'linear dodge': 'add',
  plus: 'add',
};

/** Lays layers over each other, the lowest first. Returns straight RGBA and what could not be shown as it was meant. */
export async function flatten(layers: Layer[], width: number, height: number): Promise<{ rgba: Buffer; notes: Said[] }> {
  const notes: Said[] = [];
  const parts: OverlayOptions[] = [];
  for (const layer of layers) {
    const part = await onCanvas(layer, width, height);
    if (!part) continue;
    if (!BLENDS[layer.blend]) notes.push(note('blend', { layer: layer.name, blend: layer.blend }));
    parts.push({ ...part, blend: BLENDS[layer.blend] ?? 'over' });
  }
  const canvas = sharp({ create: { width, height, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } });
  const rgba = await (parts.length ? canvas.composite(parts) : canvas).ensureAlpha().raw().toBuffer();
  return { rgba, notes };
}

/** The part of a layer that lies on the canvas, with its opacity worked in. */
async function onCanvas(layer: Layer, width: number, height: number): Promise<OverlayOptions | null> {
  const left = Math.max(0, layer.left);
  const top = Math.max(0, layer.top);
  const w = Math.min(width, layer.left + layer.width) - left;
  const h = Math.min(height, layer.top + layer.height) - top;
  if (w <= 0 || h <= 0 || layer.opacity <= 0) return null;
  const input = await sharp(layer.rgba, { raw: { width: layer.width, height: layer.height, channels: 4 } })
    .extract({ left: left - layer.left, top: top - layer.top, width: w, height: h })
    .raw()
    .toBuffer();
  if (layer.opacity < 1) for (let i = 3; i < input.length; i += 4) input[i] = Math.round(input[i]! * layer.opacity);
  return { input, raw: { width: w, height: h, channels: 4 }, left, top };
}
