import { rgbToHex, type Rgb } from '../colour/colour';
import type { Ground } from './form';

/** What of an artwork lends its colours: its inks, and its edge where that was measured. */
export interface Inked {
  inks: readonly { rgb: Rgb }[];
  rim?: { rgb: Rgb } | null;
}

/** An ink as `#rrggbb`: its colour, or the artwork's own, the last where it has fewer, or its edge's; null where it has none. */
export function inkHex(ink: Ground, { inks, rim }: Inked): string | null {
  if (typeof ink === 'string') return ink;
  if ('edge' in ink && rim) return rgbToHex(rim.rgb);
  const its = inks[Math.min('ink' in ink ? ink.ink : 0, inks.length - 1)];
  return its ? rgbToHex(its.rgb) : null;
}
