import { wordFindings } from '../../core/checking/words';
import type { Check, Finding } from '../../core/checking/checks';
import { mendingLabel, mendingOf } from '../../core/checking/mending';
import { findingSentence } from '../../core/checking/sentences';
import { isLine } from '../../core/copy/ranked';
import { faultSentence } from '../../core/copy/wording';
import { sameValue, type Cell, type Value } from '../../core/correcting/correct';
import type { Step } from '../../core/correcting/steps';
import { machineProblems } from '../../core/listing/check';
import { mendLabel, sentenceOf, type Problem } from '../../core/listing/problems';
import type { Field } from '../../core/listing/proof';
import { inWorkspace } from '../../data/database';
import { findingsIn } from '../../data/line/findings';
import type { WordsRow } from '../../data/line/galley';
import * as windows from '../../data/line/proof-windows';
import { miniIn } from '../artwork/pictures';
import { proofFilterOf, type ProofSearch } from '../line/proof-windows';
import { cellOf, cellProblems, olderIn, staysFor, stepsOn, wordsReader, type Stays, type Words } from './proof-words';
import { leftByMachines, translate } from './translating';

/** One field of a proof as the galley shows it. */
export interface GalleyCell {
  value: Value;
  from: Field<Value>['from'] | null;
  /** What the docket's rule makes, where that differs. */
  made: Value | null;
  /** What it becomes by the steps; null where it stays. */
  next: Value | null;
  /** What the steps speak of and this proof lacks. */
  lacks: string | null;
  /** What is wrong with what would stand there. */
  problems: { says: string; pieces: string[]; mend: { label: string; value: Value } | null }[];
}
export interface GalleyRow {
  id: string;
  artwork: string;
  docket: string;
  outlet: string;
  outletId: string;
  state: WordsRow['state'];
  small: string | null;
  stands: boolean;
  language: string | null;
  stays: Stays | null;
  fields: Record<string, GalleyCell>;
}

/** What a buyer should not find in a field: it stops nothing. */
const advice = (cell: Cell, value: Value): Problem[] =>
  wordFindings(cell.field, value, Array.isArray(value) ? 'tags' : cell.text && isLine(cell.text) ? 'line' : 'long');

/** What the checks found in a field beside that, as far as it says what it said then. */
function lookedOver(words: Words, cell: Cell, found: readonly Finding[]): GalleyCell['problems'] {
  return found.map((f) => {
    const does = mendingOf(f, [cell.field]);
    const made = does && 'steps' in does ? stepsOn(words, cell, does.steps) : null;
    const mends = made?.ok && !sameValue(made.value, cell.value);
    return {
      says: findingSentence(f),
      pieces: PIECES.has(f.check) ? [f.what] : [],
      mend: mends ? { label: mendingLabel(f), value: made.value } : null,
    };
  });
}
/** Checks that name a piece of the text itself. */
const PIECES: ReadonlySet<Check> = new Set(['left-over', 'personal', 'barred', 'trademark', 'claims', 'sellers', 'spelling']);
/** Checks that are made of every cell as it is shown. */
const AT_ONCE: ReadonlySet<Check> = new Set(['limits', 'missing', 'by-machine', 'older', 'left-over', 'personal', 'stuffed']);

const leftSentence = ({ length }: readonly string[]): string[] =>
  length ? [length === 1 ? 'One piece stays as it came.' : `${length} pieces stay as they came.`] : [];

/** A translation of what says something else by now. */
const OLDER = {
  byMachine: { check: 'older', what: '', values: { byMachine: true } },
  taken: { check: 'older', what: '', values: { byMachine: false } },
} as const;
const STILL_FITS = { says: findingSentence(OLDER.taken), label: mendingLabel(OLDER.taken) };

/** What is wrong with what would stand in a cell, or is to be looked at there. */
function problemsIn(
  words: Words,
  cell: Cell,
  next: Value | null,
  found: readonly Finding[],
  left: readonly string[],
): GalleyCell['problems'] {
  const { field } = cell;
  const is = words.row.fields[field];
  const isOld = olderIn(words, field);
  return [
    ...[...cellProblems(words, field, next ?? cell.value), ...advice(cell, next ?? cell.value)].map((p) => ({
      says: sentenceOf(p),
      pieces: [],
      mend: p.mend ? { label: mendLabel(p.mend), value: p.mend.value as Value } : null,
    })),
    ...(next === null && isOld && is?.from !== 'translated'
      ? [{ says: STILL_FITS.says, pieces: [], mend: { label: STILL_FITS.label, value: cell.value } }]
      : []),
    ...(next === null ? machineProblems(field, is) : []).map((p) => ({
      says: [...(isOld ? [findingSentence(OLDER.byMachine)] : []), sentenceOf(p), ...leftSentence(left)].join(' '),
      pieces: [...left],
      mend: { label: mendLabel(p.mend!), value: cell.value },
    })),
    ...(next === null ? lookedOver(words, cell, found) : []),
  ];
}

function galleyCell(
  words: Words,
  field: string,
  steps: readonly Step[],
  found: readonly Finding[],
  left: readonly string[],
): GalleyCell | null {
  const cell = cellOf(words, field);
  if (!cell) return null;
  const is = words.row.fields[field];
  const made = steps.length && !staysFor(words.row) ? stepsOn(words, cell, steps) : null;
  const next = made?.ok && !sameValue(made.value, cell.value) ? made.value : null;
  return {
    value: cell.value,
    from: is?.from ?? null,
    made: cell.made !== null && !sameValue(cell.made, cell.value) ? cell.made : null,
    next,
    lacks: made && !made.ok ? faultSentence(made.fault) : null,
    // what was never drafted lacks everything, and nothing of that is wrong
    problems: words.row.drafted ? problemsIn(words, cell, next, found, left) : [],
  };
}

/** A window of proofs with their words in one language, and with what steps would make of them. */
export async function galleyWindow(
  workspace: string,
  search: ProofSearch,
  o: { language: string | null; fields: readonly string[]; steps: readonly Step[]; from: number; count: number },
): Promise<{ total: number; rows: GalleyRow[] }> {
  const { filter, sort } = proofFilterOf(search);
  const { total, read, left, found } = await inWorkspace(workspace, async (tx) => {
    const counts = Object.values(await windows.countMeant(tx, filter));
    const ids = await windows.proofsFrom(tx, filter, sort, o.from, o.count);
    const words = await (await wordsReader(tx, o.fields, o.language, o.steps))(tx, ids);
    return {
      total: counts.reduce((n, c) => n + c, 0),
      read: words,
      left: await leftByMachines(tx, words, o.fields),
      found: byCell(await findingsIn(tx, ids)),
    };
  });
  await translate(read);
  const rows = read.map((words) => {
    const { docket, outlet } = words;
    const { id, artwork, outletId, state, small, stands, language } = words.row;
    const cells = o.fields.flatMap((f) => {
      const cell = galleyCell(words, f, o.steps, found.get(`${id} ${f} ${language}`) ?? [], left.get(`${id} ${f}`) ?? []);
      return cell ? [[f, cell] as const] : [];
    });
    return {
      id,
      artwork,
      docket,
      outlet,
      outletId,
      state,
      stands,
      language,
      small: small && miniIn(workspace, small),
      stays: staysFor(words.row),
      fields: Object.fromEntries(cells),
    };
  });
  return { total, rows };
}

/** What was found in cells, by proof, field and language; but for what is looked for anew in each that is shown. */
function byCell(findings: readonly (Finding & { proof: string })[]): Map<string, Finding[]> {
  const found = new Map<string, Finding[]>();
  for (const f of findings) {
    const key = `${f.proof} ${f.field} ${f.language}`;
    if (!AT_ONCE.has(f.check)) found.set(key, [...(found.get(key) ?? []), f]);
  }
  return found;
}
