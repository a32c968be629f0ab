import { patternFault } from '../../core/copy/wording';
import { sameValue, type Cell, type Value } from '../../core/correcting/correct';
import { stepFault, type Step } from '../../core/correcting/steps';
import { sentenceOf } from '../../core/listing/problems';
import type { Field } from '../../core/listing/proof';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/corrections';
import type { CellPut, CorrectionCount, CorrectionPart, CorrectionRow, FieldsOf, Standing } from '../../data/line/corrections';
import { holdProofs } from '../../data/line/galley';
import { listOutlets, type OutletRow } from '../../data/outlets/outlets';
import { keepWords, type NewWords } from '../line/keeping';
import { proofsMeant, type ProofSearch } from '../line/proof-windows';
import { Trouble } from '../trouble';
import { cellOf, fieldWith, type HandSource, newlyWrong, staysFor, stepsOn, wordsReader, type Stays, type Words } from './galley';

/** So many proofs are corrected in one transaction, and so many at once in the request that asks for it; more go to the worker. */
const PART = 500;
/** A preview counts over so many proofs, read some at a time. */
const PREVIEWED = 20_000;
const READ = 1000;
/** Others have their turn after so long. */
const TURN_MS = 5000;

export type Meant = { ids: string[] } | { search: ProofSearch };
export interface Asked {
  meant: Meant;
  steps: Step[];
  /** Null: each outlet's own. */
  language: string | null;
  except: readonly string[];
}

async function meantBy(tx: Tx, { meant, except }: Pick<Asked, 'meant' | 'except'>): Promise<string[]> {
  const ids = 'ids' in meant ? [...new Set(meant.ids)] : await proofsMeant(tx, meant.search);
  const out = new Set(except);
  return ids.filter((id) => !out.has(id));
}

/** Says what of some steps makes no sense. Throws Trouble. */
export function checkSteps(steps: readonly Step[]): void {
  steps.forEach((step, i) => {
    const fault = stepFault(step) ?? (step.text && /\{[{%]/.test(step.text) ? patternFault(step.text) : null);
    if (fault) throw new Trouble('not-valid', fault, `steps.${i}`);
  });
}

const fieldsIn = (steps: readonly Step[]): string[] => [...new Set(steps.flatMap((s) => s.fields))];

/** What some steps would do to proofs. */
export interface Preview {
  total: number;
  /** Over how many of them it was counted. */
  counted: number;
  /** Proofs in which something changes; how many of them stand at an outlet. */
  changed: number;
  stands: number;
  byField: Record<string, number>;
  stays: Partial<Record<Stays, number>>;
  /** Rules that would be broken and are not now, with one sentence as an example. */
  breaks: { code: string; proofs: number; says: string }[];
}

/** What one field of a proof becomes; null where it stays. */
type Becomes = { was: Value; value: Value } | { lacks: true } | null;
function becomes(words: Words, field: string, steps: readonly Step[]): Becomes {
  const cell = cellOf(words, field);
  if (!cell) return null;
  const made = stepsOn(words, cell, steps);
  if (!made.ok) return { lacks: true };
  // what a machine said and a person takes as it is becomes theirs
  if (lastDeed(steps, field) === 'take' && words.row.fields[field]?.from === 'translated')
    return { was: cell.value, value: made.value };
  return sameValue(made.value, cell.value) ? null : { was: cell.value, value: made.value };
}

const lastDeed = (steps: readonly Step[], field: string): Step['does'] | undefined =>
  steps.filter((s) => s.fields.includes(field)).at(-1)?.does;

/** Counts what steps would do to all proofs that are meant, and what they would break. Nothing is changed. */
export const tryCorrection = (workspace: string, asked: Asked): Promise<Preview> =>
  inWorkspace(workspace, async (tx) => {
    checkSteps(asked.steps);
    const ids = await meantBy(tx, asked);
    const fields = fieldsIn(asked.steps);
    const out: Preview = { total: ids.length, counted: 0, changed: 0, stands: 0, byField: {}, stays: {}, breaks: [] };
    const breaks = new Map<string, Preview['breaks'][number]>();
    const stay = (why: Stays) => (out.stays[why] = (out.stays[why] ?? 0) + 1);
    const read = await wordsReader(tx, fields, asked.language, asked.steps);
    const window = (from: number) =>
      from < Math.min(ids.length, PREVIEWED) ? read(ids.slice(from, Math.min(from + READ, PREVIEWED))) : null;
    for (let [from, coming] = [0, window(0)]; coming; from += READ) {
      const here = await coming;
      // the database reads on while this is worked out
      coming = window(from + READ);
      // where this throws nobody waits for that any more
      coming?.catch(() => undefined);
      for (const words of here) {
        out.counted++;
        const why = staysFor(words.row);
        if (why) {
          stay(why);
          continue;
        }
        let [changes, lacks] = [false, false];
        for (const field of fields) {
          const it = becomes(words, field, asked.steps);
          if (!it) continue;
          if ('lacks' in it) {
            lacks = true;
            continue;
          }
          changes = true;
          out.byField[field] = (out.byField[field] ?? 0) + 1;
          for (const p of newlyWrong(words, field, it.was, it.value)) {
            const known = breaks.get(p.code);
            if (known) known.proofs++;
            else breaks.set(p.code, { code: p.code, proofs: 1, says: sentenceOf(p) });
          }
        }
        if (changes) {
          out.changed++;
          if (words.row.stands) out.stands++;
        } else if (lacks) stay('without what is asked for');
      }
    }
    return { ...out, breaks: [...breaks.values()].sort((a, b) => b.proofs - a.proofs) };
  });

/** What came of a correction as far as it was carried; `undo` takes it back, and also what is still to come. */
export interface Corrected extends CorrectionCount {
  id: string;
  /** Null where nothing was changed. */
  undo: string | null;
}

const parted = (proofs: readonly string[], cells: CorrectionPart['cells']): Pick<CorrectionPart, 'proofs' | 'cells'>[] =>
  Array.from({ length: Math.ceil(proofs.length / PART) }, (_, n) => {
    const mine = proofs.slice(n * PART, (n + 1) * PART);
    return { proofs: mine, cells: cells && Object.fromEntries(mine.map((id) => [id, cells[id]!])) };
  });

async function begin(
  tx: Tx,
  workspace: string,
  c: Pick<CorrectionRow, 'steps' | 'language'>,
  parts: ReturnType<typeof parted>,
): Promise<Corrected> {
  const id = await data.addCorrection(tx, c, parts);
  const proofs = parts.flatMap((p) => p.proofs);
  await carry(tx, workspace, id, parts.length);
  const count = await data.countCorrection(tx, id);
  if (!count.left && !count.changed) return { id, undo: null, ...count };
  const undo = await record(tx, {
    did: 'words.corrected',
    about: 'proof',
    ids: proofs,
    values: { proofs: count.left ? count.total : count.changed, fields: c.steps ? fieldsIn(c.steps) : [] },
    undo: { kind: 'correction', id },
  });
  return { id, undo, ...count };
}

/** At once where it is one part, else by the worker. */
async function carry(tx: Tx, workspace: string, id: string, parts: number): Promise<void> {
  if (parts > 1) return addJob(tx, 'words.correct', { workspace, correctionId: id });
  const it = await data.correctionForUpdate(tx, id);
  if (it) await carryPart(tx, it);
}

/** Corrects all proofs that are meant, as one step that can be taken back: a few at once, many by the worker with progress. */
export const correct = (workspace: string, asked: Asked): Promise<Corrected> =>
  inWorkspace(workspace, async (tx) => {
    checkSteps(asked.steps);
    const ids = await meantBy(tx, asked);
    if (!ids.length) throw new Trouble('not-valid', 'Say which proofs.', 'ids');
    return begin(tx, workspace, { steps: asked.steps, language: asked.language }, parted(ids, null));
  });

/** One cell that a hand wrote into; `was` is what it saw there. */
export interface CellWritten extends CellPut {
  proof: string;
  field: string;
}

/** Writes cells, as one step; what somebody changed meanwhile stays, and is counted. */
export const writeCells = (workspace: string, language: string | null, cells: readonly CellWritten[]): Promise<Corrected> =>
  inWorkspace(workspace, (tx) => {
    const by: Record<string, Record<string, CellPut>> = {};
    for (const { proof, field, was, value } of cells) {
      if (Array.isArray(value) !== (field === 'tags'))
        throw new Trouble('not-valid', field === 'tags' ? 'Tags are a list.' : `${field} is a text.`, field);
      (by[proof] ??= {})[field] = { was, value: Array.isArray(value) ? tidied(value) : value.trim() };
    }
    return begin(tx, workspace, { steps: null, language }, parted(Object.keys(by), by));
  });
const tidied = (tags: readonly string[]): string[] => tags.map((t) => t.replace(/\s+/g, ' ').trim()).filter(Boolean);

/** Carries one part of a correction to where that goes; false when none is left. */
async function carryPart(tx: Tx, it: CorrectionRow): Promise<boolean> {
  const part = await data.nextPart(tx, it);
  if (!part) return false;
  const done = it.goesTo === 'corrected' ? await forward(tx, it, part) : await backward(tx, part, it.language);
  await data.partStands(tx, it.id, part.n, { stands: it.goesTo, ...done });
  return true;
}

type Stayed = Record<string, number>;
interface Carried {
  was: FieldsOf | null;
  made: FieldsOf | null;
  stayed: Stayed;
}

async function forward(tx: Tx, it: CorrectionRow, part: CorrectionPart): Promise<Carried> {
  const [was, made, stayed]: [FieldsOf, FieldsOf, Stayed] = [{}, {}, {}];
  const stay = (why: Stays) => (stayed[why] = (stayed[why] ?? 0) + 1);
  const fields = it.steps ? fieldsIn(it.steps) : cellFields(part.cells ?? {});
  const next: NewWords[] = [];
  for (const words of await held(tx, part.proofs, fields, it.language, it.steps ?? [])) {
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
      else if (cellPut && (!sameValue(cellPut.value, cell.value) || before?.from === 'translated'))
        put[field] = fieldWith(before, cellPut.value, 'hand');
      const is = it.steps && becomes(words, field, it.steps);
      if (is && 'lacks' in is) left = 'without what is asked for';
      else if (is) put[field] = fieldWith(before, is.value, sourceOf(it.steps!, cell, is.value, before?.from));
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
  return (await wordsReader(tx, all, language, steps))(ids);
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

/** Deeds that decide where a value is from; what others do to it leaves a machine's words a machine's. */
const DECIDING: readonly Step['does'][] = ['translate', 'take', 'back-to-rule', 'set', 'clear'];

/** Where the value of a field is from after some steps. */
function sourceOf(steps: readonly Step[], cell: Cell, value: Value, before: Field<Value>['from'] | undefined): HandSource {
  const { field, made, translated } = cell;
  const deed = steps.filter((s) => s.fields.includes(field) && DECIDING.includes(s.does)).at(-1)?.does;
  if (deed === 'take') return 'hand';
  if (deed === 'back-to-rule') return made !== null && sameValue(value, made) ? 'pattern' : 'correction';
  if (deed === 'translate' && translated) return 'translated';
  return deed === undefined && before === 'translated' ? 'translated' : 'correction';
}

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

/** Goes on with a correction, part by part, until it is where it goes, is stopped, or others have their turn. */
export async function correctOn(workspace: string, id: string): Promise<void> {
  for (const began = performance.now(); performance.now() - began < TURN_MS;) {
    const more = await inWorkspace(workspace, async (tx) => {
      const it = await data.correctionForUpdate(tx, id);
      return it && !it.stopped ? carryPart(tx, it) : false;
    });
    if (!more) return;
  }
  await inWorkspace(workspace, (tx) => addJob(tx, 'words.correct', { workspace, correctionId: id }));
}

/** Stops a correction that goes on, or has it go on. */
export const steer = (workspace: string, id: string, stopped: boolean): Promise<CorrectionCount> =>
  inWorkspace(workspace, async (tx) => {
    if (!(await data.correctionForUpdate(tx, id))) throw new Trouble('not-found', 'There is no such correction.');
    await data.steerCorrection(tx, id, { stopped });
    if (!stopped) await addJob(tx, 'words.correct', { workspace, correctionId: id });
    return data.countCorrection(tx, id);
  });

/** How far a correction is. */
export const correction = (workspace: string, id: string): Promise<CorrectionCount & { stopped: boolean; goesTo: Standing }> =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.correctionById(tx, id);
    if (!it) throw new Trouble('not-found', 'There is no such correction.');
    return { ...(await data.countCorrection(tx, id)), stopped: it.stopped, goesTo: it.goesTo };
  });

/** Turns a correction back, or makes it again: what it did at once, or by the worker where it is long. */
export async function putCorrectionBack(
  tx: Tx,
  workspace: string,
  id: string,
  again: boolean,
): Promise<{ count: number; left: number }> {
  const it = await data.correctionForUpdate(tx, id);
  if (!it) throw new Trouble('not-found', 'That correction is too old to be taken back.');
  const before = await data.countCorrection(tx, id);
  await data.steerCorrection(tx, id, { goesTo: again ? 'corrected' : 'as it was', stopped: false });
  await carry(tx, workspace, id, Math.ceil(it.total / PART));
  const now = await data.countCorrection(tx, id);
  return { count: Math.max(before.changed, now.changed), left: now.stayed['changed meanwhile'] ?? 0 };
}
