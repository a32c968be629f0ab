import { refusal, refusalSentence } from '../../core/artwork/refusals';
import { faultSentence } from '../../core/copy/wording';
import { LIMITS } from '../../core/limits';
import { PRINT_NAMES } from '../../core/print-file/default-names';
import { free, printPath } from '../../core/print-file/names';
import { pdfOf, type PrintFile } from '../../core/print-file/print-file';
import type { Said } from '../../core/said';
import { thousands } from '../../core/thousands';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import { listingsIn } from '../../data/outlets/listing-windows';
import { fileInPlan, printingOf, type PrintingKind } from '../../data/prints/plans';
import * as data from '../../data/prints/sets';
import type { NewSetFile, PrintSetRow } from '../../data/prints/sets';
import { hasRoom } from '../../files/store';
import { proofsMeant, type ProofSearch } from '../line/proof-windows';
import { listingsAsked, type ListingsAsked } from '../outlets/listing-windows';
import { Trouble } from '../trouble';
import { withPlans } from './printing';

export { PRINT_SET_STATES } from '../../data/prints/sets';

/** Whose print files: proofs by id or by what a search means, or listings, which print what they were sent with. */
export type PrintsMeant = { proofs: { ids: string[] } | { search: ProofSearch } } | { listings: ListingsAsked };
export interface PrintsAsked {
  of: PrintsMeant;
  /** A pattern for their names; a slash makes a folder. */
  names?: string;
  /** Paper as PDF instead of PNG. */
  pdf?: boolean;
  /** Only these of them. */
  files?: string[];
}

/** So many are few: somebody waits for them. */
const FEW = 3;
/** So many proofs are laid out at a time. */
const WINDOW = 100;

const pathOrTrouble = (...asked: Parameters<typeof printPath>): string => {
  const filled = printPath(...asked);
  if (!filled.ok) throw new Trouble('not-valid', faultSentence(filled.fault), 'names');
  return filled.text;
};

/** Asks for print files: they are laid out and made by the worker, and taken away as one archive. Returns the set. */
export const askForPrints = (workspace: string, { of, names, pdf = false, files }: PrintsAsked): Promise<PrintSet> =>
  inWorkspace(workspace, async (tx) => {
    const [kind, asked] = await meant(tx, of);
    if (!asked.length) throw new Trouble('not-valid', 'Say of which: nothing is meant by that.', 'of');
    const most = LIMITS.printsAtOnce;
    if (asked.length > most)
      throw new Trouble(
        'not-valid',
        `Print files can be asked for of ${thousands(most)} at once; these are ${thousands(asked.length)}. Ask for them in parts.`,
        'of',
      );
    const [first] = await withPlans(tx, await printingOf(tx, kind, asked.slice(0, 1)));
    if (!first) throw new Trouble('not-found', kind === 'proofs' ? 'There is no such proof.' : 'There is no such listing.');
    const pattern = names?.trim() ? names.trim() : PRINT_NAMES;
    // a pattern that cannot be filled is said now, not file by file
    if (first.files?.[0]) pathOrTrouble(pattern, first, first.files[0]);
    const name = asked.length === 1 ? first.artwork : `${first.artwork} and ${thousands(asked.length - 1)} more`;
    const id = await data.addSet(tx, { name, kind, asked, pattern, pdf, files: files ?? null });
    await addJob(tx, 'prints.make', { workspace, setId: id, few: (files?.length ?? Infinity) * asked.length <= FEW });
    return toldSet(tx, (await data.setById(tx, id))!);
  });

async function meant(tx: Tx, of: PrintsMeant): Promise<[PrintingKind, string[]]> {
  if ('listings' in of) return ['listings', (await listingsIn(tx, listingsAsked(of.listings), null)).map((l) => l.id)];
  return ['proofs', 'ids' in of.proofs ? [...new Set(of.proofs.ids)] : await proofsMeant(tx, of.proofs.search)];
}

/** A set as it is told: its files that could not be made by name, with the reason. */
export type PrintSet = Omit<PrintSetRow, 'problem'> & { problem: string | null; failures: { path: string; says: string }[] };
const TOLD_FAILURES = 20;
const noRoomFor = ({ name }: PrintSetRow): Said => refusal('no-room-to-print', { file: name });

async function toldSet(tx: Tx, set: PrintSetRow): Promise<PrintSet> {
  const failed = set.failed ? await data.failedFiles(tx, set.id, TOLD_FAILURES) : [];
  return {
    ...set,
    problem: set.problem && refusalSentence(set.problem),
    failures: failed.map((f) => ({ path: f.path, says: refusalSentence(f.problem!) })),
  };
}

export const listPrintSets = (workspace: string, count: number): Promise<PrintSet[]> =>
  inWorkspace(workspace, async (tx) => {
    const sets: PrintSet[] = [];
    for (const set of await data.listSets(tx, count)) sets.push(await toldSet(tx, set));
    return sets;
  });

export const printSet = (workspace: string, id: string): Promise<PrintSet> =>
  inWorkspace(workspace, async (tx) => toldSet(tx, await setIn(tx, id)));

export async function setIn(tx: Tx, id: string): Promise<PrintSetRow> {
  const found = await data.heldSet(tx, id);
  if (!found) throw new Trouble('not-found', 'There is no such set of print files.');
  return found;
}

/** Stops: what was made stays and can be taken away. */
export const stopPrints = (workspace: string, id: string): Promise<PrintSet> =>
  inWorkspace(workspace, async (tx) => {
    const set = await setIn(tx, id);
    if (set.state !== 'done') await data.setSetState(tx, id, 'stopped');
    return toldSet(tx, (await data.setById(tx, id))!);
  });

/** Goes on with what is not made yet, also with what could not be made before. */
export const goOnWithPrints = (workspace: string, id: string): Promise<PrintSet> =>
  inWorkspace(workspace, async (tx) => {
    const set = await setIn(tx, id);
    await data.waitAgain(tx, id, null);
    await begin(tx, workspace, set);
    return toldSet(tx, (await data.setById(tx, id))!);
  });

/** Has the worker take a set up. */
export async function begin(tx: Tx, workspace: string, set: PrintSetRow): Promise<void> {
  await data.setSetState(tx, set.id, set.done < set.count ? 'laying out' : 'making');
  await addJob(tx, 'prints.make', { workspace, setId: set.id, few: false });
}

export const forgetPrints = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    await setIn(tx, id);
    await data.dropSet(tx, id);
  });

/** A print file that is to be made next. */
export interface NextPrint {
  n: number;
  file: PrintFile;
  pdf: boolean;
}

/**
 * The next files of a set to be made, at most so many; lays out first what is not laid out. Null when there is nothing to do: it is done,
 * stopped, or forgotten.
 */
export const nextPrints = (workspace: string, id: string, count: number): Promise<NextPrint[] | null> =>
  inWorkspace(workspace, async (tx) => {
    const set = await data.heldSet(tx, id);
    if (!set) return null;
    if (set.state === 'laying out') return layOutSome(tx, set).then(() => []);
    if (set.state !== 'making') return null;
    const next: NextPrint[] = [];
    for (const { n, plan, file } of await data.waitingFiles(tx, id, count)) {
      const found = await fileInPlan(tx, plan, file.replace(/\.pdf$/, '.png'));
      next.push({ n, file: found!, pdf: file.endsWith('.pdf') });
    }
    if (!next.length) await data.setSetState(tx, id, 'done');
    const [first] = next;
    // pixels, layers and what is packed of them, each for a while
    if (first && !(await hasRoom(first.file.widthPx * first.file.heightPx * 4 * 3))) {
      await data.setSetState(tx, id, 'stopped', noRoomFor(set));
      return null;
    }
    return next.length ? next : null;
  });

async function layOutSome(tx: Tx, set: PrintSetRow): Promise<void> {
  const ids = await data.askedFrom(tx, set.id, WINDOW);
  if (!ids.length) return data.setSetState(tx, set.id, 'making');
  const taken = await data.pathsOf(tx, set.id);
  const files: NewSetFile[] = [];
  for (const printing of await withPlans(tx, await printingOf(tx, set.kind, ids)))
    for (const file of printing.files ?? []) {
      if (set.files && !set.files.includes(file.file)) continue;
      const pdf = set.pdf && file.paper;
      // a name that cannot be filled for this one is named after what it is
      const path = printPath(set.pattern, printing, file);
      const named = path.ok ? path.text : pathOrTrouble(PRINT_NAMES, printing, file);
      files.push({
        plan: printing.plan!,
        file: pdf ? pdfOf(file.file) : file.file,
        path: free(named, pdf ? '.pdf' : '.png', taken),
      });
    }
  await data.addFiles(tx, set.id, files, ids.length);
}

/** Notes what came of files. */
export const printsEnded = (workspace: string, id: string, outcomes: readonly data.FileOutcome[]): Promise<void> =>
  inWorkspace(workspace, (tx) => data.filesEnded(tx, id, outcomes));
