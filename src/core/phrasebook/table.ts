import { readTable, writeTable } from '../tables/csv';
import { PHRASE_KEY, PHRASE_KINDS, type Phrase, type PhraseKind, type Wording } from './entry';

/** The columns of a phrasebook as a table: a row an entry and language. */
const COLUMNS = ['key', 'parent', 'kind', 'name', 'calls', 'one', 'many', 'language', 'short', 'long', 'tags'];
const MOST_ROWS = 20_000;
const LANGUAGE = /^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8}){0,5}$/;

/** A row that cannot be taken: its place in the table, from 1 beneath the heading, and why. */
export interface RowFault {
  row: number;
  sentence: string;
}
export interface ReadPhrases {
  entries: Phrase[];
  faults: RowFault[];
}

const listed = (cell: string | undefined): string[] => [
  ...new Set((cell ?? '').split(/[;\n]/).map((t) => t.trim()).filter(Boolean)),
]; // prettier-ignore
const ways = (cell: string | undefined): string[] => (cell ?? '').split(/\r?\n/).map((t) => t.trim()).filter(Boolean); // prettier-ignore

/** A key made of a name: “Sausage dogs” is `sausage-dogs`. */
export const keyOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 40)
    .replace(/^-+|-+$/g, '');

/** Reads a phrasebook from a table. A row that makes no sense is told and stops no other. */
export function phrasesFromTable(text: string): { ok: true; read: ReadPhrases } | { ok: false; sentence: string } {
  const found = readTable(text, { maxRows: MOST_ROWS });
  if (!found.ok) return found;
  const { columns, rows } = found.table;
  const missing = ['name'].filter((c) => !columns.includes(c));
  if (missing.length) return { ok: false, sentence: `The table has no column called ${missing[0]}.` };
  const entries = new Map<string, Phrase>();
  const faults: RowFault[] = [];
  rows.forEach((row, i) => {
    const tell = (sentence: string) => void faults.push({ row: i + 1, sentence });
    const name = row.name!;
    const key = row.key || keyOf(name);
    const kind = (row.kind || 'subject') as PhraseKind;
    const language = row.language || 'en';
    if (!name) return tell('It has no name.');
    if (!new RegExp(PHRASE_KEY).test(key) || key.length > 40)
      return tell(`“${key}” cannot be a key: small letters, digits and dashes, 40 at most.`);
    if (!PHRASE_KINDS.includes(kind)) return tell(`“${kind}” is no kind of entry: ${PHRASE_KINDS.join(', ')}.`);
    if (!LANGUAGE.test(language)) return tell(`“${language}” is no language: BCP 47 has en, de, fr-CA.`);
    const wording: Wording = { long: ways(row.long), short: ways(row.short), tags: listed(row.tags) };
    const known = entries.get(key);
    if (known?.document.by[language]) return tell(`${key} is there twice in ${language}.`);
    if (known) {
      known.document.by[language] = wording;
      return;
    }
    const meant = row.one || row.many ? { one: row.one || row.many!, many: row.many || row.one! } : undefined;
    entries.set(key, {
      key,
      name,
      parent: row.parent || null,
      document: { kind, calls: listed(row.calls), ...(meant && { meant }), by: { [language]: wording } },
    });
  });
  return { ok: true, read: { entries: [...entries.values()], faults } };
}

/** A phrasebook as a table, in the order given. */
export function phrasesToTable(entries: readonly Phrase[]): string {
  const rows = entries.flatMap(({ key, name, parent, document: { kind, calls, meant, by } }) => {
    const spoken = Object.entries(by);
    return (spoken.length ? spoken : [['en', { long: [], short: [], tags: [] }] as [string, Wording]]).map(([language, w]) => ({
      key,
      parent: parent ?? '',
      kind,
      name,
      calls: calls.join('; '),
      one: meant?.one ?? '',
      many: meant?.many ?? '',
      language,
      short: w.short.join('\n'),
      long: w.long.join('\n'),
      tags: w.tags.join('; '),
    }));
  });
  return writeTable({ columns: COLUMNS, rows });
}
