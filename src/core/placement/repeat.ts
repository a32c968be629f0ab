import { chain, moved, scaled, type Affine } from './affine';
import type { REPEATS } from './form';

/** A repeat over the plane. */
export interface Repeat {
  kind: (typeof REPEATS)[number];
  /** From one tile to the next, in widths and heights of a tile; at least 1. */
  pitch: { x: number; y: number };
}

/** A tile within the cell of a repeat: where its upper left corner lies, in tiles, and whether it is mirrored in its own place. */
interface Tile {
  x: number;
  y: number;
  flipX: boolean;
  flipY: boolean;
}
/** The smallest upright box that tells a repeat when it is set side by side; tiles may reach over its edge. */
export interface Cell {
  width: number;
  height: number;
  tiles: Tile[];
}

const plain = (x: number, y: number): Tile => ({ x, y, flipX: false, flipY: false });

/**
 * The cell of a repeat, in tiles. With a tile of no symmetry of its own, a straight repeat, half-drop and brick have the wallpaper group
 * p1, and mirrored with pitch 1 has pmm (International Tables for Crystallography, volume A: plane groups 1 and 6).
 */
export function cellOf({ kind, pitch: { x, y } }: Repeat): Cell {
  switch (kind) {
    case 'straight':
      return { width: x, height: y, tiles: [plain(0, 0)] };
    case 'half-drop':
      return { width: 2 * x, height: y, tiles: [plain(0, 0), plain(x, y / 2), plain(x, -y / 2)] };
    case 'brick':
      return { width: x, height: 2 * y, tiles: [plain(0, 0), plain(x / 2, y), plain(-x / 2, y)] };
    case 'mirrored':
      return {
        width: 2 * x,
        height: 2 * y,
        tiles: [0, 1].flatMap((i) => [0, 1].map((j) => ({ x: i * x, y: j * y, flipX: i === 1, flipY: j === 1 }))),
      };
  }
}

/** A tile's own square under its place in the cell. */
export const tileMap = ({ x, y, flipX, flipY }: Tile): Affine =>
  chain(moved(x + (flipX ? 1 : 0), y + (flipY ? 1 : 0)), scaled(flipX ? -1 : 1, flipY ? -1 : 1));

/** A tile's own square under its place in the plane: in a column and a row of the repeat, either of which may be negative. In tiles. */
export function tileAt({ kind, pitch: { x, y } }: Repeat, column: number, row: number): Affine {
  const odd = { column: isOdd(column), row: isOdd(row) };
  return tileMap({
    x: column * x + (kind === 'brick' && odd.row ? x / 2 : 0),
    y: row * y + (kind === 'half-drop' && odd.column ? y / 2 : 0),
    flipX: kind === 'mirrored' && odd.column,
    flipY: kind === 'mirrored' && odd.row,
  });
}

/**
 * Where a point of the plane, in tiles, lies within its tile: written to `into`, 0 to 1 both ways. Outside those where it falls between
 * tiles.
 */
export function withinTile({ kind, pitch }: Repeat, x: number, y: number, into: { x: number; y: number }): void {
  const { x: across, y: down } = pitch;
  let u = x;
  let v = y;
  if (kind === 'half-drop' && isOdd(Math.floor(x / across))) v -= down / 2;
  else if (kind === 'brick' && isOdd(Math.floor(y / down))) u -= across / 2;
  const column = Math.floor(u / across);
  const row = Math.floor(v / down);
  into.x = u - column * across;
  into.y = v - row * down;
  if (kind !== 'mirrored') return;
  if (isOdd(column)) into.x = 1 - into.x;
  if (isOdd(row)) into.y = 1 - into.y;
}

/** Of a whole number, negative ones too; a remainder would cost as much as all the rest. */
const isOdd = (n: number): boolean => (n & 1) !== 0;
