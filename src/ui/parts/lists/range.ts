/** A rectangle of cells, by its first and last row and column. */
export interface Range {
  r0: number;
  c0: number;
  r1: number;
  c1: number;
}
export interface Spot {
  r: number;
  c: number;
}

export const between = (a: Spot, b: Spot): Range => ({
  r0: Math.min(a.r, b.r),
  c0: Math.min(a.c, b.c),
  r1: Math.max(a.r, b.r),
  c1: Math.max(a.c, b.c),
});
export const holds = (range: Range | null, r: number, c: number): boolean =>
  range !== null && r >= range.r0 && r <= range.r1 && c >= range.c0 && c <= range.c1;

/** Where a key leads from a spot, kept inside the grid (WAI-ARIA APG, grid; Ctrl written before the key). */
export function stepped(from: Spot, key: string, rows: number, columns: number): Spot | null {
  const by: Record<string, [number, number]> = {
    ArrowUp: [-1, 0],
    ArrowDown: [1, 0],
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
    PageUp: [-8, 0],
    PageDown: [8, 0],
  };
  if (key === 'Home') return { r: Math.max(0, from.r), c: 0 };
  if (key === 'End') return { r: Math.max(0, from.r), c: columns - 1 };
  if (key === 'Ctrl Home') return { r: 0, c: 0 };
  if (key === 'Ctrl End') return { r: rows - 1, c: columns - 1 };
  const move = by[key];
  if (!move) return null;
  return { r: Math.max(0, Math.min(rows - 1, from.r + move[0])), c: Math.max(0, Math.min(columns - 1, from.c + move[1])) };
}

/** Crop-mark classes of a cell: marks stand at the corners of the range. */
export function cropMarks(range: Range | null, r: number, c: number): string {
  if (!range || !holds(range, r, c)) return '';
  return [
    r === range.r0 && c === range.c0 && 'crop-tl',
    r === range.r0 && c === range.c1 && 'crop-tr',
    r === range.r1 && c === range.c0 && 'crop-bl',
    r === range.r1 && c === range.c1 && 'crop-br',
  ]
    .filter(Boolean)
    .join(' ');
}
