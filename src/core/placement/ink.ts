import { rgbToHex, type Rgb } from '../colour/colour';
import type { Ink } from './form';

/** An ink as `#rrggbb`: its colour, or the artwork's own, the last where it has fewer; null where it has none. */
export function inkHex(ink: Ink, inks: readonly { rgb: Rgb }[]): string | null {
  if (typeof ink === 'string') return ink;
  const its = inks[Math.min(ink.ink, inks.length - 1)];
  return its ? rgbToHex(its.rgb) : null;
}
