import type { ClothPattern } from '@/core/scene/cloth';

/** A colour as the background of a small sign: cloth of two yarns shows both, as they lie in it. */
export function swatchOf({ hex, mixed }: { hex: string; mixed?: { with: string; pattern: ClothPattern } }): string {
  if (!mixed) return hex;
  const bands = (turn: number) => `repeating-linear-gradient(${turn}deg, ${hex} 0 3px, ${mixed.with} 3px 6px)`;
  if (mixed.pattern === 'stripes') return bands(180);
  if (mixed.pattern === 'checks')
    return `repeating-linear-gradient(90deg, ${hex}99 0 3px, ${mixed.with}99 3px 6px), ${bands(180)}`;
  return `repeating-linear-gradient(115deg, ${hex} 0 2px, ${mixed.with} 2px 3px)`;
}
