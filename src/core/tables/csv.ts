import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { unguarded } from './formula';

/** A table as text: RFC 4180, UTF-8; a separator other than the comma is told by its first line. */
export interface Table {
  columns: string[];
  rows: Record<string, string>[];
}
export type ReadTable = { ok: true; table: Table } | { ok: false; sentence: string };

const SEPARATORS = [',', ';', '\t'];

/** Which separator the first line has most of. */
const separatorOf = (text: string): string => {
  const first = /^[^\r\n]*/.exec(text)![0];
  const count = (s: string) => first.split(s).length;
  return SEPARATORS.reduce((best, s) => (count(s) > count(best) ? s : best));
};

/**
 * Reads a table whose first line names its columns. A cell that was guarded against spreadsheets comes out as it was. Says what is
 * wrong with one that cannot be read: which line, and why.
 */
export function readTable(text: string, { maxRows }: { maxRows: number }): ReadTable {
  const plain = text.replace(/^\uFEFF/, '');
  try {
    const lines: string[][] = parse(plain, {
      delimiter: separatorOf(plain),
      relax_column_count_less: true,
      skip_empty_lines: true,
      to: maxRows + 2,
    });
    const [header, ...cells] = lines;
    if (!header) return { ok: false, sentence: 'The table is empty.' };
    if (cells.length > maxRows) return { ok: false, sentence: `The table has more than ${maxRows.toLocaleString('en')} rows.` };
    const columns = header.map((name) => name.trim().toLowerCase());
    const twice = columns.find((name, i) => columns.indexOf(name) !== i);
    if (twice !== undefined) return { ok: false, sentence: `The table has two columns called ${twice}.` };
    const rows = cells.map((row) => Object.fromEntries(columns.map((name, i) => [name, unguarded(row[i] ?? '').trim()])));
    return { ok: true, table: { columns, rows } };
  } catch (error) {
    const { lines, message } = error as Error & { lines?: number };
    return { ok: false, sentence: `The table cannot be read${lines ? ` at line ${lines}` : ''}: ${message}.` };
  }
}

/** A table as text, with cells guarded that a spreadsheet would take for formulas. Lines end as RFC 4180 has it. */
export const writeTable = ({ columns, rows }: Table): string =>
  stringify(rows, { header: true, columns, record_delimiter: '\r\n', escape_formulas: true, quoted_match: /[\r\n]/ });
