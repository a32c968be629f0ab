import { LINEAR_OF_BYTE, linearToSrgb } from '../colour/colour';
import type { PassMode } from './sheet';

/** Blend functions B(backdrop, source) of W3C Compositing and Blending Level 1, section 9.1, on values of 0 to 1. */
export const BLENDS: Record<Exclude<PassMode, 'light'>, (backdrop: number, source: number) => number> = {
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  'soft-light': (b, s) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
    return b + (2 * s - 1) * (d - b);
  },
};
const hardLight = (b: number, s: number): number => (s <= 0.5 ? b * 2 * s : BLENDS.screen(b, 2 * s - 1));

const tables = new Map<PassMode, Uint8Array>();
function tableOf(mode: PassMode, of: (backdrop: number, source: number) => number): Uint8Array {
  let table = tables.get(mode);
  if (!table) {
    table = new Uint8Array(65536);
    for (let s = 0; s < 256; s++)
      for (let b = 0; b < 256; b++) table[(s << 8) | b] = Math.round(255 * Math.min(1, Math.max(0, of(b, s))));
    tables.set(mode, table);
  }
  return table;
}

/** What a blend makes of every source byte (the high one of the index) on every backdrop byte. */
export const blendTable = (mode: Exclude<PassMode, 'light'>): Uint8Array => tableOf(mode, (b, s) => BLENDS[mode](b / 255, s / 255)); // prettier-ignore

/** Light on light: the sum in linear light (IEC 61966-2-1), by encoded bytes. */
export const lightTable = (): Uint8Array => tableOf('light', (b, s) => linearToSrgb(LINEAR_OF_BYTE[b]! + LINEAR_OF_BYTE[s]!));
