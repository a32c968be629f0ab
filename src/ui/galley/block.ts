import type { GalleyRowView } from '@/api/shapes/galley';
import { guarded, unguarded } from '@/core/tables/formula';

/** So many cells are pasted, filled or copied at once. */
export const MOST_CELLS = 5000;

/** A block of cells as spreadsheets lay it on the clipboard: tabs between cells, lines between rows, quotes where a cell has either. */
export const blockText = (rows: readonly (readonly string[])[]): string =>
  rows
    .map((row) =>
      row
        .map(guarded)
        .map((cell) => (/[\t\r\n"]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell))
        .join('\t'),
    )
    .join('\n');

/** A block as it comes from a spreadsheet, or a text as it is where it is no block. */
export async function readBlock(text: string): Promise<string[][]> {
  const { parse } = await import('csv-parse/browser/esm/sync');
  const plain = text.replace(/\r?\n$/, '');
  try {
    const rows: string[][] = parse(plain, { delimiter: '\t', relax_column_count: true, relax_quotes: false, to: MOST_CELLS + 1 });
    return rows.map((row) => row.map(unguarded));
  } catch {
    // quotes that close nothing: a text, and no block
    return plain.split(/\r?\n/).map((line) => line.split('\t').map(unguarded));
  }
}

/**
 * What each cell of a range gets from a block: one cell fills it all, a block stands at its upper left corner and is repeated down and
 * across where it goes into the range a whole number of times. Rows and columns are counted from 0.
 */
export function laidBlock(
  block: readonly (readonly string[])[],
  range: { r0: number; c0: number; r1: number; c1: number },
  most: { rows: number; columns: number },
): { r: number; c: number; text: string }[] {
  const [high, wide] = [block.length, Math.max(0, ...block.map((row) => row.length))];
  if (!high || !wide) return [];
  const [rows, columns] = [range.r1 - range.r0 + 1, range.c1 - range.c0 + 1];
  const down = rows % high === 0 ? rows : high;
  const across = columns % wide === 0 ? columns : wide;
  const out: { r: number; c: number; text: string }[] = [];
  for (let r = 0; r < down && range.r0 + r < most.rows; r++)
    for (let c = 0; c < across && range.c0 + c < most.columns; c++) {
      const text = block[r % high]![c % wide];
      if (text !== undefined) out.push({ r: range.r0 + r, c: range.c0 + c, text });
    }
  return out;
}

/** Tags as they stand in a cell, and back. */
export const cellText = (value: string | readonly string[]): string => (typeof value === 'string' ? value : value.join(', '));
export const cellValue = (text: string, field: string): Said =>
  field === 'tags'
    ? text
        .split(/[,\n]/)
        .map((t) => t.replace(/\s+/g, ' ').trim())
        .filter(Boolean)
    : text.trim();

/** A value as the house keeps it: without spaces around it, and no empty tags. */
export const settledValue = (value: Said): Said =>
  Array.isArray(value) ? value.map((t) => t.replace(/\s+/g, ' ').trim()).filter(Boolean) : value.trim();

/** What a cell says: a text, or tags. */
export type Said = string | string[];
/** What a hand writes into a cell. */
export interface Written {
  row: Pick<GalleyRowView, 'id' | 'stays' | 'fields'>;
  field: string;
  value: Said;
}
/** Is a cell changed by what is written into it? What waits for a person to find it right is, by being written as it is. */
export function isChange({ row, field, value }: Written): boolean {
  const cell = row.fields[field];
  if (!cell || row.stays !== null) return false;
  const is = cellText(cell.value);
  return is !== cellText(value) || cell.problems.some((p) => p.mend && cellText(p.mend.value) === is);
}
