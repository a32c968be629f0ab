import { readTable } from '../tables/csv';
import { wordSet, type Demand } from './demand';

const MOST_ROWS = 200_000;

/** A phrase with the words by which it is found. */
export type Found = Demand & { words: string[] };
export interface ReadDemand {
  found: Found[];
  faults: { row: number; sentence: string }[];
}

const whole = (cell: string | undefined): number | null => {
  const n = Number((cell ?? '').replace(/[\s,'’]/g, ''));
  return cell?.trim() && Number.isInteger(n) && n >= 0 && n <= 2_000_000_000 ? n : null;
};
/** A share: `0.05`, or `5%`. */
const share = (cell: string | undefined): number | null => {
  const text = (cell ?? '').trim();
  const n = Number(text.replace(/%$/, '').replace(',', '.'));
  const value = text.endsWith('%') ? n / 100 : n;
  return text && Number.isFinite(value) && value >= 0 && value <= 1 ? value : null;
};
const monthsIn = (cell: string | undefined): number[] | null => {
  const parts = (cell ?? '').trim().split(/[\s;|]+/).filter(Boolean).map(Number); // prettier-ignore
  if (!parts.length) return [];
  if (parts.length !== 12 || parts.some((n) => !Number.isFinite(n) || n < 0)) return null;
  const mean = parts.reduce((a, b) => a + b, 0) / 12;
  // told as shares or as searches: what counts is how months stand to each other
  return mean > 0 ? parts.map((n) => Math.round((n / mean) * 100) / 100) : [];
};

/** So far do those look closer who see a listing, where a table does not say it: common practice, no single source. */
const USUAL_CLICKS = 0.03;

/**
 * Reads what is searched from a table: `phrase` and `searches`, and where they are known `competing`, `click rate` and `months` (twelve
 * numbers, January first). A row that makes no sense is told and stops no other.
 */
export function demandFromTable(text: string): { ok: true; read: ReadDemand } | { ok: false; sentence: string } {
  const table = readTable(text, { maxRows: MOST_ROWS });
  if (!table.ok) return table;
  const { columns, rows } = table.table;
  const missing = ['phrase', 'searches'].find((c) => !columns.includes(c));
  if (missing) return { ok: false, sentence: `The table has no column called ${missing}.` };
  const found = new Map<string, Found>();
  const faults: ReadDemand['faults'] = [];
  rows.forEach((row, i) => {
    const tell = (sentence: string) => void faults.push({ row: i + 1, sentence });
    const phrase = row.phrase!.toLowerCase().replace(/\s+/g, ' ').trim();
    const words = wordSet(phrase);
    const searches = whole(row.searches);
    const competing = row.competing ? whole(row.competing) : 0;
    const clickRate = row['click rate'] ? share(row['click rate']) : USUAL_CLICKS;
    const months = monthsIn(row.months);
    if (!words.length || phrase.length > 80) return tell(`“${phrase.slice(0, 40)}” is no phrase that is searched.`);
    if (searches === null) return tell(`“${row.searches}” is no number of searches.`);
    if (competing === null) return tell(`“${row.competing}” is no number of listings.`);
    if (clickRate === null) return tell(`“${row['click rate']}” is no click rate: 0.05 or 5%.`);
    if (months === null) return tell('The months are twelve numbers, January first.');
    found.set(phrase, { phrase, words, searches, competing, clickRate, months });
  });
  return { ok: true, read: { found: [...found.values()], faults } };
}
