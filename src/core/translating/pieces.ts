import { literal } from '../word-pattern';
const STOPS = /[,:]/;
const AT = /(\s*[,:]\s+)/;
/** Signs of Unicode's private use area that stand for a comma and a colon within a name. */
const STANDS: Record<string, string> = { ',': '\uE000', ':': '\uE001' };
const BACK: Record<string, string> = { '\uE000': ',', '\uE001': ':' };

/** A line taken apart at its commas and colons, but for those within names: pieces, and between them what parts them (odd places). */
export function splitLine(text: string, names: readonly string[]): string[] {
  const parted = names.filter((n) => STOPS.test(n)).sort((a, b) => b.length - a.length);
  if (!parted.length) return text.split(AT);
  const whole = text.replace(new RegExp(parted.map(literal).join('|'), 'gi'), (name) => name.replace(/[,:]/g, (s) => STANDS[s]!));
  return whole.split(AT).map((piece) => piece.replace(/[\uE000\uE001]/g, (s) => BACK[s]!));
}
