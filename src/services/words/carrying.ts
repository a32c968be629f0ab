import { sameValue, type Value } from '../../core/correcting/correct';
import type { Step } from '../../core/correcting/steps';
import type { Field } from '../../core/listing/proof';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/corrections';
import type { CorrectionPart, CorrectionRow, FieldsOf } from '../../data/line/corrections';
import { holdProofs } from '../../data/line/galley';
import { listOutlets, type OutletRow } from '../../data/outlets/outlets';
import { keepWords, type NewWords } from '../line/keeping';
import { becomes, fieldStepped } from './becoming';
import {
  cellOf,
  fieldWith,
  markNow,
  olderIn,
  staysFor,
  wordsReader,
  type Stays,
  type Words,
  type WordsReader,
} from './proof-words';
import { takeTranslations, translate, translates } from './translating';

/** Others have their turn after so long. */
const TURN_MS = 5000;

/** Fields that some steps are about. */
export const fieldsIn = (steps: readonly Step[]): string[] => [...new Set(steps.flatMap((s) => s.fields))];

/** Words of proofs as they stand, with what steps have translated of them: no transaction waits for the translator. */
export async function readAhead(workspace: string, ids: readonly string[], read: WordsReader): Promise<Words[]> {
  const words = await inWorkspace(workspace, (tx) => read(tx, ids));
  await translate(words);
  return words;
}
/** What reads words for steps, and all fields that these are about. */
export const readerFor = (
  tx: Tx,
  { steps, language }: Pick<CorrectionRow, 'language'> & { steps: readonly Step[] },
): Promise<WordsReader> => wordsReader(tx, fieldsIn(steps), language, steps);
/** A part of a correction whose words were translated before it is carried, and its words by proof. */
export interface Ahead {
  part: number | null;
  words: ReadonlyMap<string, Words>;
}
export const NOTHING_AHEAD: Ahead = { part: null, words: new Map() };
export async function translatedAhead(
  workspace: string,
  part: number,
  ids: readonly string[],
  asked: Pick<CorrectionRow, 'language'> & { steps: readonly Step[] },
): Promise<Ahead> {
  const read = await inWorkspace(workspace, (tx) => readerFor(tx, asked));
  return { part, words: new Map((await readAhead(workspace, ids, read)).map((w) => [w.row.id, w])) };
}

/** Does a correction have words translated where it goes now? */
export const translatesOn = ({ goesTo, steps }: CorrectionRow): boolean =>
  goesTo === 'corrected' && steps !== null && translates(steps);

/** Carries one part of a correction to where that goes; false when none is left. One that others carried meanwhile is left to the next time. */
export async function carryPart(tx: Tx, it: CorrectionRow, ahead: Ahead): Promise<boolean> {
  const part = await data.nextPart(tx, it);
  if (!part) return false;
  if (translatesOn(it) && part.n !== ahead.part) return true;
  const done = it.goesTo === 'corrected' ? await forward(tx, it, part, ahead) : await backward(tx, part, it.language);
  await data.partStands(tx, it.id, part.n, { stands: it.goesTo, ...done });
  return true;
}

type Stayed = Record<string, number>;
interface Carried {
  was: FieldsOf | null;
  made: FieldsOf | null;
  stayed: Stayed;
}

async function forward(tx: Tx, it: CorrectionRow, part: CorrectionPart, ahead: Ahead): Promise<Carried> {
  const [was, made, stayed]: [FieldsOf, FieldsOf, Stayed] = [{}, {}, {}];
  const stay = (why: Stays) => (stayed[why] = (stayed[why] ?? 0) + 1);
  const fields = it.steps ? fieldsIn(it.steps) : cellFields(part.cells ?? {});
  const next: NewWords[] = [];
  const here = await held(tx, part.proofs, fields, it.language, it.steps ?? []);
  takeTranslations(here, ahead.words);
  for (const words of here) {
    const { row } = words;
    const why = staysFor(row);
    if (why) {
      stay(why);
      continue;
    }
    const put: Record<string, Field<Value>> = {};
    let left: Stays | null = null;
    for (const field of fields) {
      const cell = cellOf(words, field);
      if (!cell) continue;
      const before = row.fields[field];
      const cellPut = part.cells?.[row.id]?.[field];
      if (cellPut && !sameValue(cellPut.was, cell.value)) left = 'changed meanwhile';
      else if (cellPut && (!sameValue(cellPut.value, cell.value) || before?.from === 'translated' || olderIn(words, field)))
        put[field] = fieldWith(before, cellPut.value, 'hand', markNow(words, field, false));
      // what it is translated from became another since it was asked for
      const isOther = words.asks?.[field] !== undefined && words.translated?.[field] === undefined;
      if (isOther) left = 'changed meanwhile';
      const is = it.steps && !isOther && becomes(words, field, it.steps);
      if (is && 'lacks' in is) left = 'without what is asked for';
      else if (is) put[field] = fieldStepped(words, cell, it.steps!, is.value);
    }
    if (left) stay(left);
    if (!Object.keys(put).length) continue;
    const language = row.language!;
    was[row.id] = { language, fields: Object.fromEntries(Object.keys(put).map((f) => [f, row.fields[f] ?? null])) };
    made[row.id] = { language, fields: put };
    next.push(newWords(words, language, put));
  }
  await keepWords(tx, next);
  return { was, made, stayed };
}

const cellFields = (cells: Record<string, object>): string[] => [...new Set(Object.values(cells).flatMap((c) => Object.keys(c)))];

/** Words of proofs that are held by this transaction, with all further texts where one of these is changed. */
async function held(
  tx: Tx,
  ids: readonly string[],
  fields: readonly string[],
  language: string | null,
  steps: readonly Step[],
): Promise<Words[]> {
  await holdProofs(tx, ids);
  const further = fields.some((f) => !['title', 'description', 'tags'].includes(f));
  const all = further ? [...new Set([...fields, ...furtherTexts(await listOutlets(tx))])] : fields;
  return (await wordsReader(tx, all, language, steps))(tx, ids);
}
const furtherTexts = (outlets: readonly OutletRow[]): string[] =>
  outlets.flatMap((o) => Object.keys(o.rules?.texts ?? {}).filter((n) => n !== 'title' && n !== 'description'));

const newWords = ({ row, rules, outlet }: Words, language: string, put: NewWords['put']): NewWords => ({
  id: row.id,
  outlet,
  rules: rules!,
  language,
  put,
  beside: row.fields,
});

/** Fields put back to what they were, where nothing has changed them since. */
async function backward(tx: Tx, { was, made }: CorrectionPart, language: string | null): Promise<Carried> {
  const stayed: Stayed = {};
  const ids = Object.keys(made ?? {});
  const fields = [...new Set(Object.values(made ?? {}).flatMap((m) => Object.keys(m.fields)))];
  const next: NewWords[] = [];
  for (const words of await held(tx, ids, fields, language, [])) {
    const { row } = words;
    const step = made![row.id]!;
    const free = staysFor(row) === null && row.language === step.language;
    const back = Object.fromEntries(
      Object.entries(step.fields).flatMap(([f, is]) =>
        free && sameValue(row.fields[f]?.value ?? '', is!.value) ? [[f, was![row.id]!.fields[f] ?? null]] : [],
      ),
    );
    if (Object.keys(back).length < Object.keys(step.fields).length)
      stayed['changed meanwhile'] = (stayed['changed meanwhile'] ?? 0) + 1;
    if (Object.keys(back).length) next.push(newWords(words, step.language, back));
  }
  await keepWords(tx, next);
  return { was: null, made: null, stayed };
}

/** What the next part of a correction has translated, asked for before that part is held. */
async function aheadOf(workspace: string, id: string): Promise<Ahead> {
  const next = await inWorkspace(workspace, async (tx) => {
    const it = await data.correctionById(tx, id);
    const part = it && !it.stopped && translatesOn(it) ? await data.nextPart(tx, it) : null;
    return part && { n: part.n, proofs: part.proofs, steps: it!.steps!, language: it!.language };
  });
  return next ? translatedAhead(workspace, next.n, next.proofs, next) : NOTHING_AHEAD;
}

/** Goes on with a correction, part by part, until it is where it goes, is stopped, or others have their turn. */
export async function correctOn(workspace: string, id: string): Promise<void> {
  for (const began = performance.now(); performance.now() - began < TURN_MS;) {
    const ahead = await aheadOf(workspace, id);
    const more = await inWorkspace(workspace, async (tx) => {
      const it = await data.correctionForUpdate(tx, id);
      return it && !it.stopped ? carryPart(tx, it, ahead) : false;
    });
    if (!more) return;
  }
  await inWorkspace(workspace, (tx) => addJob(tx, 'words.correct', { workspace, correctionId: id }));
}
