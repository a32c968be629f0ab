import { patternFault } from '../../core/copy/wording';
import { stepFault, type Step } from '../../core/correcting/steps';
import { sentenceOf } from '../../core/listing/problems';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/corrections';
import type { CellPut, CorrectionCount, CorrectionPart, CorrectionRow, Standing } from '../../data/line/corrections';
import { proofsMeant, type ProofSearch } from '../line/proof-windows';
import { Trouble } from '../trouble';
import { becomes } from './becoming';
import { carryPart, fieldsIn, NOTHING_AHEAD, readAhead, readerFor, translatedAhead, translatesOn, type Ahead } from './carrying';
import { newlyWrong, staysFor, type Stays } from './proof-words';
import { translates } from './translating';

/** So many proofs are corrected in one transaction, and so many at once in the request that asks for it; more go to the worker. */
const PART = 500;
/** A preview counts over so many proofs, read some at a time. */
const PREVIEWED = 20_000;
const READ = 1000;

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

/** Counts what steps would do to all proofs that are meant, and what they would break. Nothing is changed. */
export async function tryCorrection(workspace: string, asked: Asked): Promise<Preview> {
  checkSteps(asked.steps);
  const [ids, read] = await inWorkspace(workspace, async (tx) => [await meantBy(tx, asked), await readerFor(tx, asked)] as const);
  const fields = fieldsIn(asked.steps);
  const out: Preview = { total: ids.length, counted: 0, changed: 0, stands: 0, byField: {}, stays: {}, breaks: [] };
  const breaks = new Map<string, Preview['breaks'][number]>();
  const stay = (why: Stays) => (out.stays[why] = (out.stays[why] ?? 0) + 1);
  const window = (from: number) =>
    from < Math.min(ids.length, PREVIEWED) ? readAhead(workspace, ids.slice(from, Math.min(from + READ, PREVIEWED)), read) : null;
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
}

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
  ahead: Ahead,
): Promise<Corrected> {
  const id = await data.addCorrection(tx, c, parts);
  const proofs = parts.flatMap((p) => p.proofs);
  await carry(tx, workspace, id, parts.length > 1, ahead);
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

/** At once, or by the worker. */
async function carry(tx: Tx, workspace: string, id: string, byWorker: boolean, ahead: Ahead): Promise<void> {
  if (byWorker) return addJob(tx, 'words.correct', { workspace, correctionId: id });
  const it = await data.correctionForUpdate(tx, id);
  if (it) await carryPart(tx, it, ahead);
}

/** Corrects all proofs that are meant, as one step that can be taken back: a few at once, many by the worker with progress. */
export async function correct(workspace: string, asked: Asked): Promise<Corrected> {
  const { steps, language } = asked;
  checkSteps(steps);
  const ids = await inWorkspace(workspace, (tx) => meantBy(tx, asked));
  if (!ids.length) throw new Trouble('not-valid', 'Say which proofs.', 'ids');
  const parts = parted(ids, null);
  const ahead = parts.length === 1 && translates(steps) ? await translatedAhead(workspace, 0, ids, asked) : NOTHING_AHEAD;
  return inWorkspace(workspace, (tx) => begin(tx, workspace, { steps, language }, parts, ahead));
}

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
    return begin(tx, workspace, { steps: null, language }, parted(Object.keys(by), by), NOTHING_AHEAD);
  });
const tidied = (tags: readonly string[]): string[] => tags.map((t) => t.replace(/\s+/g, ' ').trim()).filter(Boolean);

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
  // what has to be translated once more waits for the translator, and that not here
  const byWorker = it.total > PART || translatesOn({ ...it, goesTo: again ? 'corrected' : 'as it was' });
  await carry(tx, workspace, id, byWorker, NOTHING_AHEAD);
  const now = await data.countCorrection(tx, id);
  return { count: Math.max(before.changed, now.changed), left: now.stayed['changed meanwhile'] ?? 0 };
}
