import { sentenceOf } from '../../core/listing/problems';
import { answerSentence } from '../../core/outlet/answers';
import { nameIn } from '../artwork/pictures';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob, addJobs } from '../../data/jobs';
import { countHeld, type ProofState } from '../../data/line/proofs';
import * as data from '../../data/line/runs';
import type { RunRow } from '../../data/line/runs';
import { proofsAt } from '../../data/line/sheet';
import { leavesTheHouse, outletsWaiting, rejoinRun, withdraw } from '../../data/outlets/orders';
import { listOutlets } from '../../data/outlets/outlets';
import { bringBack, preflight, staying, type Preflight } from '../../data/outlets/to-order';
import { sendProofs, type Queued } from '../outlets/ordering';
import { Trouble } from '../trouble';
import { move } from './passing';
import * as planning from './planning';
import type { RunWish } from './planning';
import { proofsMeant, type ProofSearch } from './proof-windows';
import { selected, type Selection } from './sheet';

export type { ProofState, RunRow };

/** A run with its proofs counted by outlet and state. */
export interface RunReport extends RunRow {
  total: number;
  counts: Partial<Record<ProofState, number>>;
  outlets: Record<string, Partial<Record<ProofState, number>>>;
}

const report = (run: RunRow, counts: data.RunCount[]): RunReport => {
  const mine = counts.filter((c) => c.runId === run.id);
  const out: RunReport = { ...run, total: 0, counts: {}, outlets: {} };
  for (const c of mine) {
    out.total += c.count;
    out.counts[c.state] = (out.counts[c.state] ?? 0) + c.count;
    (out.outlets[c.outlet] ??= {})[c.state] = c.count;
  }
  return out;
};

/** So many runs are told where no number is asked for. */
const LATEST = 200;
export const listRuns = (workspace: string, count = LATEST): Promise<RunReport[]> =>
  inWorkspace(workspace, async (tx) => {
    const all = await data.listRuns(tx, count);
    const counts = await data.countProofs(
      tx,
      all.map((r) => r.id),
    );
    return all.map((r) => report(r, counts));
  });

/** Names of a few small pictures of each run. */
export const runPictures = (workspace: string, runIds: string[]): Promise<Map<string, string[]>> =>
  inWorkspace(
    workspace,
    async (tx) =>
      new Map(
        (await data.runPictures(tx, runIds)).flatMap((r) =>
          r.smalls ? [[r.runId, r.smalls.map((s) => nameIn(workspace, s))] as const] : [],
        ),
      ),
  );

/** A proof that an outlet refused. */
export interface Refused {
  id: string;
  runId: string;
  artwork: string;
  why: string;
}
/** How many runs there are, and the first of what was refused of some of them. */
export const runsRefused = (workspace: string, runIds: string[], count: number): Promise<{ runs: number; refused: Refused[] }> =>
  inWorkspace(workspace, async (tx) => ({
    runs: await data.countRuns(tx),
    refused: (await data.runRefused(tx, runIds, count)).map(({ why, ...p }) => ({ ...p, why: why ? answerSentence(why) : '' })),
  }));

async function runIn(tx: Tx, id: string): Promise<RunRow> {
  const run = await data.runById(tx, id);
  if (!run) throw new Trouble('not-found', 'There is no such run.');
  return run;
}

export const run = (workspace: string, id: string): Promise<RunReport> =>
  inWorkspace(workspace, async (tx) => report(await runIn(tx, id), await data.countProofs(tx, [id])));

/** Begins a run, and tells how it stands. */
export const beginRun = async (workspace: string, wish: RunWish): Promise<RunReport> =>
  run(workspace, await planning.beginRun(workspace, wish));

/** Drafts proofs again in a run of their own. Those that are on their way, or stand as they are made now, are left out with the reason. */
export async function draftAgain(workspace: string, asked: { ids: string[] } | { search: ProofSearch }): Promise<RunReport> {
  const places = await inWorkspace(workspace, async (tx) =>
    data.placesOf(tx, 'ids' in asked ? asked.ids : await proofsMeant(tx, asked.search)),
  );
  if (!places.length) throw new Trouble('not-valid', 'Say which proofs.', 'ids');
  const columns = new Map<string, { docket: string; outlet: string; artworks: string[] }>();
  for (const p of places) {
    const key = `${p.docketId}/${p.outletId}`;
    const column = columns.get(key) ?? { docket: p.docketId, outlet: p.outletId, artworks: [] };
    column.artworks.push(p.artworkId);
    columns.set(key, column);
  }
  const count = new Set(places.map((p) => p.artworkId)).size;
  const name = `${planning.nameOf(places[0]!.name, count)}, drafted again`.slice(0, 120);
  return beginRun(workspace, { name, cells: [...columns.values()] });
}

/** Passes ready proofs of a run, of a part of the sheet, of a search, or just the given ones. Held ones stay; the answer says how many. */
export async function passProofs(
  workspace: string,
  asked: { run?: string; ids?: string[]; selection?: Selection; search?: ProofSearch },
): Promise<{ passed: number; held: number }> {
  return inWorkspace(workspace, async (tx) => {
    if (asked.run) await runIn(tx, asked.run);
    else if (!asked.ids && !asked.selection && !asked.search) throw new Trouble('not-valid', 'Say which proofs.', 'ids');
    const where = asked.selection
      ? { ids: await proofsAt(tx, await selected(tx, asked.selection), asked.selection.columns, ['ready', 'held'], null) }
      : asked.search
        ? { ids: await proofsMeant(tx, asked.search, ['ready', 'held']) }
        : asked;
    return { passed: await moved(tx, workspace, where, 'passed'), held: await countHeld(tx, where) };
  });
}

/** Takes passed proofs back to ready. */
export const unpassProofs = (workspace: string, ids: string[]): Promise<number> =>
  inWorkspace(workspace, (tx) => moved(tx, workspace, { ids }, 'ready'));

/** Passes proofs or takes them back, as one step that can be undone. Returns how many. */
async function moved(
  tx: Tx,
  workspace: string,
  where: { run?: string; ids?: string[] },
  to: 'ready' | 'passed',
): Promise<number> {
  const ids = await move(tx, workspace, where, to);
  if (ids.length)
    await record(tx, {
      did: to === 'passed' ? 'proof.passed' : 'proof.taken-back',
      about: 'proof',
      ids,
      values: { count: ids.length },
      undo: { kind: 'pass', to: to === 'passed' ? 'ready' : 'passed' },
    });
  return ids.length;
}

/** Sends every passed proof of a run off; `retry` takes the refused ones instead. */
export async function sendRun(workspace: string, runId: string, goLive: boolean, retry = false): Promise<Queued> {
  return inWorkspace(workspace, async (tx) => {
    const it = await runIn(tx, runId);
    if (it.state === 'paused') throw new Trouble('conflict', 'This run is paused. Go on with it first.');
    if (it.state === 'stopped') await data.setRunState(tx, runId, 'going');
    const which = { run: runId, state: retry ? 'refused' : 'passed' } as const;
    const queued = await sendProofs(tx, workspace, which, { live: goLive, apart: false, over: false });
    return { queued, held: 0 };
  });
}

/** Before anything of a run leaves the house: what each outlet would get, and what stays and why. */
export interface RunPreflight {
  outlets: (Preflight & { feesMinor: number })[];
  /** How many stay, by state. */
  staying: Partial<Record<ProofState, number>>;
  /** The first that stay. */
  first: { artwork: string; outlet: string; state: ProofState; why: string | null }[];
}
/** So many that stay are told by name. */
const TOLD = 100;
const STAYING: readonly ProofState[] = ['held', 'ready', 'drafting', 'refused'];

export const preflightRun = (workspace: string, runId: string): Promise<RunPreflight> =>
  inWorkspace(workspace, async (tx) => {
    await runIn(tx, runId);
    const { counts } = report((await data.runById(tx, runId))!, await data.countProofs(tx, [runId]));
    const outlets = new Map((await listOutlets(tx)).map((o) => [o.id, o]));
    return {
      outlets: (await preflight(tx, runId, 'passed')).map((o) => ({
        ...o,
        feesMinor: o.proofs * (outlets.get(o.outletId)?.rules?.fees.find((f) => f.kind === 'listing')?.fixedMinor ?? 0),
      })),
      staying: Object.fromEntries(STAYING.flatMap((s) => (counts[s] ? [[s, counts[s]]] : []))),
      first: (await staying(tx, runId, TOLD)).map(({ problem, ...p }) => ({ ...p, why: problem && sentenceOf(problem) })),
    };
  });

/** Pauses a run: what is under way finishes its step, the rest waits. */
export async function pauseRun(workspace: string, id: string): Promise<RunReport> {
  await inWorkspace(workspace, async (tx) => {
    const it = await runIn(tx, id);
    if (it.state !== 'going') return;
    await data.setRunState(tx, id, 'paused');
    await record(tx, { did: 'run.paused', about: 'run', ids: [id], values: { name: it.name } });
  });
  return run(workspace, id);
}

/** Goes on with a paused run. Where something of it would leave the house, `maySend` must be: a token for preparing does not send. */
export async function resumeRun(workspace: string, id: string, maySend: boolean): Promise<RunReport> {
  await inWorkspace(workspace, async (tx) => {
    const it = await runIn(tx, id);
    if (it.state !== 'paused') return;
    if (!maySend && (await leavesTheHouse(tx, id)))
      throw new Trouble('not-allowed', 'This run is being sent: going on with it needs a token for “send”.');
    await data.setRunState(tx, id, 'going');
    await record(tx, { did: 'run.resumed', about: 'run', ids: [id], values: { name: it.name } });
    for (const outletId of await outletsWaiting(tx, id)) await addJob(tx, 'outlet.lane', { workspace, outletId });
    if (it.planning) await addJob(tx, 'run.plan', { workspace, runId: id });
    await addJob(tx, 'proofs.order', { workspace });
    const drafting = await data.artworksDrafting(tx, id);
    await addJobs(tx, 'run.draft', drafting.map((artworkId) => ({ workspace, runId: id, artworkId }))); // prettier-ignore
  });
  return run(workspace, id);
}

/**
 * Stops a run: what was not begun is withdrawn, its proofs go back to what they were before. Only proofs that this run made
 * new and never drafted are dropped. Nothing sent is undone.
 */
export async function stopRun(workspace: string, id: string): Promise<RunReport> {
  await inWorkspace(workspace, async (tx) => {
    const it = await runIn(tx, id);
    await data.setRunState(tx, id, 'stopped');
    await data.dropParts(tx, id);
    await bringBack(tx, id);
    await rejoinRun(tx, id);
    await withdraw(tx, { run: id });
    // what a dead worker left half-way gives itself back
    for (const outletId of await outletsWaiting(tx, id)) await addJob(tx, 'outlet.lane', { workspace, outletId });
    for (const other of await data.leaveUndrafted(tx, id))
      await addJob(tx, 'run.draft', { workspace, runId: other.runId, artworkId: other.artworkId });
    await record(tx, { did: 'run.stopped', about: 'run', ids: [id], values: { name: it.name } });
  });
  return run(workspace, id);
}
