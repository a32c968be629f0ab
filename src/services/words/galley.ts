import { motifName } from '../../core/artwork/likeness/motif-name';
import type { WordingSubject } from '../../core/copy/values';
import { wordFindings } from '../../core/checking/words';
import type { Check, Finding } from '../../core/checking/checks';
import { mendingLabel, mendingOf } from '../../core/checking/mending';
import { findingSentence } from '../../core/checking/sentences';
import { isLine } from '../../core/copy/ranked';
import { faultSentence } from '../../core/copy/wording';
import { corrected, sameValue, type Cell, type Corrected, type Value } from '../../core/correcting/correct';
import type { Step } from '../../core/correcting/steps';
import { machineProblems, tagProblems, textProblems } from '../../core/listing/check';
import { mendLabel, sentenceOf, type Problem } from '../../core/listing/problems';
import type { Field } from '../../core/listing/proof';
import { mainLanguage, type RulesDocument } from '../../core/outlet/rules';
import { motifNames } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { findingsIn } from '../../data/line/findings';
import { wordsRows, type WordsRow } from '../../data/line/galley';
import { isOlder, markOf } from './translated-from';
import { leftByMachines, translate, withSources, type ToBeTranslated } from './translating';
import { miniIn } from '../artwork/pictures';
import { proofFilterOf, type ProofSearch } from '../line/proof-windows';
import * as windows from '../../data/line/proof-windows';
import { listOutlets } from '../../data/outlets/outlets';
import { listDockets } from '../../data/stockroom/dockets';

/** Why a proof's words stay as they are. */
export const STAYS = [
  'being made',
  'being sent',
  'never drafted',
  'not in this language',
  'without what is asked for',
  'changed meanwhile',
] as const;
export type Stays = (typeof STAYS)[number];

/** Nothing is written into a proof that is being made or sent, or has no words yet. */
export const staysFor = (p: Pick<WordsRow, 'state' | 'drafted' | 'language'>): Stays | null =>
  p.state === 'drafting'
    ? 'being made'
    : p.state === 'sending'
      ? 'being sent'
      : !p.drafted
        ? 'never drafted'
        : p.language === null
          ? 'not in this language'
          : null;

const speaks = (steps: readonly Step[]): boolean => steps.some((s) => s.text && /\{[{%]/.test(s.text));

/** A proof's words, with the rules that they are held against, what it is for, and what steps may speak of. */
export interface Words extends ToBeTranslated {
  docket: string;
  outlet: string;
  subject: WordingSubject;
}

/**
 * Reads words of proofs in one language (null: each outlet's own). What they have in common is asked for once. Where steps translate, that is
 * to be done before they are taken, outside of the transaction.
 */
export async function wordsReader(
  tx: Tx,
  fields: readonly string[],
  language: string | null,
  steps: readonly Step[],
): Promise<(ids: readonly string[]) => Promise<Words[]>> {
  const outlets = new Map((await listOutlets(tx)).map((o) => [o.id, o]));
  const dockets = new Map((await listDockets(tx)).map((d) => [d.id, d]));
  const languages = Object.fromEntries(
    [...outlets].flatMap(([id, { rules }]) =>
      rules && (language === null || rules.languages.includes(language)) ? [[id, language ?? mainLanguage(rules)]] : [],
    ),
  );
  const nouns = new Map([...dockets].map(([id, d]) => [id, (d.document.lines[0] ?? d.document.downloads)?.noun]));
  return async (ids) => {
    const found = await wordsRows(tx, ids, fields, languages, speaks(steps));
    const named = speaks(steps) ? await motifNames(tx, [...new Set(found.map((p) => p.artworkId))]) : null;
    const words = found.map((row): Words => {
      const [outlet, docket, noun] = [outlets.get(row.outletId), dockets.get(row.docketId)?.name ?? '', nouns.get(row.docketId)];
      return {
        row,
        rules: outlet?.rules ?? null,
        docket,
        outlet: outlet?.name ?? '',
        subject: {
          artwork: {
            name: named ? motifName(named.get(row.artworkId) ?? [row.artwork]) : row.artwork,
            subject: row.about?.subject ?? undefined,
            keywords: row.about?.keywords.join(', '),
            audience: row.about?.audience ?? undefined,
            occasion: row.about?.occasion ?? undefined,
          },
          product: { noun: noun?.one, nouns: noun?.many },
          docket: { name: docket },
          outlet: { name: outlet?.name },
        },
      };
    });
    await withSources(tx, words, steps);
    return words;
  };
}

/** Does an outlet have that field at all? */
export const hasField = (rules: RulesDocument | null, field: string): boolean =>
  rules !== null && (field === 'tags' ? rules.tags !== null : Object.hasOwn(rules.texts, field));

const emptyOf = (field: string): Value => (field === 'tags' ? [] : '');

/** A field of a proof as steps see it; null where its outlet has none of that name. */
export function cellOf({ row, rules, translated }: Words, field: string): Cell | null {
  if (!rules || row.language === null || !hasField(rules, field)) return null;
  const is = row.fields[field];
  return {
    field,
    language: row.language,
    value: is?.value ?? emptyOf(field),
    made: is?.made ?? null,
    translated: translated?.[field] ?? null,
    ...(field === 'tags' ? { tags: rules.tags! } : { text: rules.texts[field] }),
  };
}

/** What a field would say after some steps. */
export const stepsOn = (words: Words, cell: Cell, steps: readonly Step[]): Corrected => corrected(cell, steps, words.subject);

/** What is wrong with a value by the rule of its field. */
export const cellProblems = ({ outlet, rules }: Words, field: string, value: Value): Problem[] =>
  Array.isArray(value)
    ? rules!.tags
      ? tagProblems(rules!.tags, value, outlet)
      : []
    : textProblems(field, rules!.texts[field]!, value, outlet);

/** What a new value breaks that the old one did not. */
export const newlyWrong = (words: Words, field: string, was: Value, is: Value): Problem[] => {
  const known = new Set(cellProblems(words, field, was).map((p) => p.code));
  return cellProblems(words, field, is).filter((p) => !known.has(p.code));
};

/** Where a value is from that somebody put there. */
export type HandSource = 'hand' | 'correction' | 'pattern' | 'translated';
/**
 * A field with a value that a person gave it, or back at what its rule makes. `of`: what it was translated from; a person who writes into a
 * translation, or takes it, has what it comes from before them.
 */
export const fieldWith = (
  was: Field<Value> | null | undefined,
  value: Value,
  from: HandSource,
  of: string | undefined,
): Field<Value> => ({
  value,
  from,
  made: was?.made ?? null,
  ...(of !== undefined && { of }),
});

/** The mark of what a field comes from, once a person has looked at it, or a machine has translated it anew. */
export const markNow = ({ row, sources }: Words, field: string, translates: boolean): string | undefined => {
  const source = sources?.[field];
  return (translates || row.fields[field]?.of !== undefined) && source !== undefined ? markOf(source) : undefined;
};
/** Was a field of a proof translated from words that are others by now? */
export const olderIn = ({ row, sources }: Words, field: string): boolean => isOlder(row.fields[field], sources?.[field]);

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
  const isOld = olderIn(words, field);
  const made = steps.length && !staysFor(words.row) ? stepsOn(words, cell, steps) : null;
  const next = made?.ok && !sameValue(made.value, cell.value) ? made.value : null;
  return {
    value: cell.value,
    from: is?.from ?? null,
    made: cell.made !== null && !sameValue(cell.made, cell.value) ? cell.made : null,
    next,
    lacks: made && !made.ok ? faultSentence(made.fault) : null,
    problems: [
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
    ],
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
    const words = await (await wordsReader(tx, o.fields, o.language, o.steps))(ids);
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
