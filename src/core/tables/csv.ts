import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { thousands } from '../thousands';
import { unguarded } from './formula';

/** A table as text: RFC 4180, UTF-8; a separator other than the comma is told by its first line. */
export interface Table {
  columns: string[];
  rows: Record<string, string>[];
}
export type ReadTable = { ok: true; table: Table } | { ok: false; sentence: string };

const SEPARATORS = [',', ';', '\t'];

/** Most columns of a table: ours have a dozen, a spreadsheet that is shared perhaps fifty. */
const MAX_COLUMNS = 200;
/** Most cells that are read at all: about two seconds' work, and 200 MB. */
const MAX_CELLS = 2_000_000;
/** Most separators of one line of text, also within quotes: a text of 20,000 characters has fewer. It bounds what one row costs. */
const MAX_IN_LINE = 5_000;

/** Longest row, in characters: twenty ways to say something, of 20,000 characters each. It also ends a quote that is never closed. */
const MAX_ROW = 400_000;

/** The first line with more separators than any row has, from one; null where there is none. Looked for before anything is taken apart. */
function crowdedLine(text: string, separator: string): number | null {
  for (let line = 1, inLine = 0, at = 0; at < text.length; at++) {
    const char = text[at];
    if (char === '\n' || char === '\r') {
      if (char === '\n') line++;
      inLine = 0;
    } else if (char === separator && ++inLine > MAX_IN_LINE) return line;
  }
  return null;
}

/** Characters of the first line that are looked at for its separator: the names of 200 columns fit. */
const HEAD = 20_000;

/** Which separator the first line has most of. */
const separatorOf = (text: string): string => {
  const first = /^[^\r\n]*/.exec(text.slice(0, HEAD))![0];
  const count = (s: string) => first.split(s).length;
  return SEPARATORS.reduce((best, s) => (count(s) > count(best) ? s : best));
};

/**
 * Reads a table whose first line names its columns. A cell that was guarded against spreadsheets comes out as it was. Says what is
 * wrong with one that cannot be read: which line, and why. One that is too large in rows, columns or cells is refused before it costs
 * anything: it is read as far as its bounds only.
 */
export function readTable(text: string, { maxRows }: { maxRows: number }): ReadTable {
  const plain = text.replace(/^\uFEFF/, '');
  try {
    const delimiter = separatorOf(plain);
    const crowded = crowdedLine(plain, delimiter);
    if (crowded !== null) return { ok: false, sentence: `Line ${crowded} has more than ${thousands(MAX_IN_LINE)} cells.` };
    const how = { delimiter, relax_column_count_less: true, skip_empty_lines: true, max_record_size: MAX_ROW };
    const [header] = parse(plain, { ...how, to: 1 });
    if (!header) return { ok: false, sentence: 'The table is empty.' };
    if (header.length > MAX_COLUMNS) return { ok: false, sentence: `The table has more than ${MAX_COLUMNS} columns.` };
    const most = Math.min(maxRows, Math.floor(MAX_CELLS / header.length));
    const [, ...cells] = parse(plain, { ...how, to: most + 2 });
    if (cells.length > most) return { ok: false, sentence: `The table has more than ${thousands(most)} rows.` };
    const columns = header.map((name) => name.trim().toLowerCase());
    const twice = columns.find((name, i) => columns.indexOf(name) !== i);
    if (twice !== undefined) return { ok: false, sentence: `The table has two columns called ${twice}.` };
    const rows = cells.map((row) => Object.fromEntries(columns.map((name, i) => [name, unguarded(row[i] ?? '').trim()])));
    return { ok: true, table: { columns, rows } };
  } catch (error) {
    const { lines, message, code } = error as Error & { lines?: number; code?: string };
    if (code === 'CSV_MAX_RECORD_SIZE')
      return { ok: false, sentence: `A row has more than ${thousands(MAX_ROW)} characters. Is a quotation mark never closed?` };
    return { ok: false, sentence: `The table cannot be read${lines ? ` at line ${lines}` : ''}: ${message}.` };
  }
}

/** A table as text, with cells guarded that a spreadsheet would take for formulas. Lines end as RFC 4180 has it. */
export const writeTable = ({ columns, rows }: Table): string =>
  stringify(rows, { header: true, columns, record_delimiter: '\r\n', escape_formulas: true, quoted_match: /[\r\n]/ });
