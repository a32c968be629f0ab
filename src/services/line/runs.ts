import { nameIn } from '../artwork/pictures';
import { whyNot } from '../../core/docket/accepts';
import { offersAt } from '../../core/docket/docket';
import * as artworks from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob } from '../../data/jobs';
import { countHeld, listedOutOfDate, listProofs, motifProofs, moveProofs, type ProofState } from '../../data/line/proofs';
import * as data from '../../data/line/runs';
import type { LeftOut, RunRow } from '../../data/line/runs';
import { outletsWaiting, rejoinRun, withdraw } from '../../data/outlets/orders';
import { listOutlets, type OutletRow } from '../../data/outlets/outlets';
import { listDockets, type DocketRow } from '../../data/stockroom/dockets';
import { enqueue, type Queued } from '../outlets/ordering';
import { Trouble } from '../trouble';

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

export const listRuns = (workspace: string): Promise<RunReport[]> =>
  inWorkspace(workspace, async (tx) => {
    const all = await data.listRuns(tx);
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
    async (tx) => new Map((await data.runPictures(tx, runIds)).map((r) => [r.runId, r.smalls.map((s) => nameIn(workspace, s))])),
  );

async function runIn(tx: Tx, id: string): Promise<RunRow> {
  const run = await data.runById(tx, id);
  if (!run) throw new Trouble('not-found', 'There is no such run.');
  return run;
}

export const run = (workspace: string, id: string): Promise<RunReport> =>
  inWorkspace(workspace, async (tx) => report(await runIn(tx, id), await data.countProofs(tx, [id])));

/** The product of artworks x dockets x outlets, or single cells of it. */
export interface RunWish {
  name?: string;
  artworks?: string[];
  drawer?: string;
  dockets?: string[];
  outlets?: string[];
  /** Column by column: the id of each artwork is told once a column, so that thousands of cells are a small request. */
  cells?: { docket: string; outlet: string; artworks: string[] }[];
}

/** What a wish names, found. */
interface Asked {
  works: artworks.ArtworkRow[];
  dockets: Set<DocketRow>;
  outlets: OutletRow[];
  /** Is a cell wanted? */
  wants: (work: string, docket: DocketRow, outlet: string) => boolean;
}

async function asked(tx: Tx, wish: RunWish): Promise<Asked> {
  const ids = [
    ...new Set(
      wish.cells?.flatMap((c) => c.artworks) ??
        wish.artworks ??
        (wish.drawer ? (await artworks.artworkIdsInDrawer(tx, wish.drawer)).map((a) => a.id) : []),
    ),
  ];
  if (!ids.length)
    throw new Trouble(
      'not-valid',
      wish.drawer ? `The drawer ${wish.drawer} holds no artwork.` : 'Say which artworks: a list of ids, or a drawer.',
      'artworks',
    );
  const works = await artworks.artworksByIds(tx, ids);
  const missing = ids.length - works.length;
  if (missing) throw new Trouble('not-valid', `${missing} of ${ids.length} artworks are not here.`, 'artworks');
  const known = await listDockets(tx);
  const outlets = await listOutlets(tx);
  const find = (named: string) => known.find((k) => k.id === named || k.name === named);
  // one may be named twice, by its id and by its name
  const dockets = new Set((wish.cells?.map((c) => c.docket) ?? wish.dockets ?? []).map(find));
  if (!dockets.size || dockets.has(undefined))
    throw new Trouble('not-valid', 'Say which dockets: ids or names of dockets that are in the stockroom.', 'dockets');
  const wanted = wish.cells?.map((c) => c.outlet) ?? wish.outlets ?? outlets.map((o) => o.id);
  const strange = wanted.find((o) => !outlets.some((k) => k.id === o));
  if (strange) throw new Trouble('not-valid', `There is no outlet ${strange}.`, 'outlets');
  const cells = wish.cells && new Map<string, Set<string>>();
  for (const c of wish.cells ?? []) {
    const at = `${find(c.docket)!.id}/${c.outlet}`;
    cells!.set(at, new Set([...(cells!.get(at) ?? []), ...c.artworks]));
  }
  return {
    works,
    dockets: dockets as Set<DocketRow>,
    outlets,
    wants: (work, docket, outlet) =>
      cells
        ? (cells.get(`${docket.id}/${outlet}`)?.has(work) ?? false)
        : wanted.includes(outlet) && offersAt(docket.document, outlet),
  };
}

/**
 * Begins a run: one proof for every artwork x docket x outlet that can be, the rest left out with the reason. Drafting
 * goes on in the worker, one job an artwork, so that each file is decoded once.
 */
export async function beginRun(workspace: string, wish: RunWish): Promise<RunReport> {
  const id = await inWorkspace(workspace, async (tx) => {
    const { works, dockets, outlets, wants } = await asked(tx, wish);
    const name = wish.name?.trim() || nameOf(works.map((a) => a.name));
    const runId = await data.addRun(tx, name);
    const leftOut: LeftOut[] = [];
    // linked twins are one motif: the first of them has the proof, and each cloth takes the twin that suits it
    const motifs = works.flatMap((w) => (w.motifId ? [w.motifId] : []));
    const motifAt = new Map(
      (await motifProofs(tx, motifs)).map((p) => [`${p.motifId}/${p.docketId}/${p.outletId}`, { id: p.artworkId, name: p.name }]),
    );
    const again = await listedOutOfDate(
      tx,
      works.map((w) => w.id),
    );
    for (const work of works) {
      const cells: { docketId: string; outletId: string }[] = [];
      for (const docket of dockets)
        for (const outlet of outlets) {
          if (!wants(work.id, docket, outlet.id)) continue;
          // a docket that does not name the outlet offers nothing there
          const place = `${work.motifId}/${docket.id}/${outlet.id}`;
          const lead = work.motifId ? motifAt.get(place) : undefined;
          const why = !outlet.rules
            ? { code: 'not-connected', values: { outlet: outlet.name } }
            : !offersAt(docket.document, outlet.id)
              ? { code: 'not-offered', values: { outlet: outlet.name } }
              : (whyNot(docket.document.accepts, work) ??
                (lead && lead.id !== work.id ? { code: 'twin', values: { name: lead.name } } : null));
          if (!why && work.motifId) motifAt.set(place, { id: work.id, name: work.name });
          if (why) leftOut.push({ artwork: work.name, docket: docket.name, outlet: outlet.name, ...why });
          else cells.push({ docketId: docket.id, outletId: outlet.id });
        }
      const added = await data.addProofs(tx, runId, work.id, cells, again);
      for (const cell of cells)
        if (!added.some((a) => a.docketId === cell.docketId && a.outletId === cell.outletId))
          leftOut.push({
            artwork: work.name,
            docket: [...dockets].find((d) => d.id === cell.docketId)!.name,
            outlet: outlets.find((o) => o.id === cell.outletId)!.name,
            code: 'further-on',
          });
      if (added.length) await addJob(tx, 'run.draft', { workspace, runId, artworkId: work.id });
    }
    await data.setLeftOut(tx, runId, leftOut);
    await record(tx, { did: 'run.begun', about: 'run', ids: [runId], values: { name, count: works.length } });
    return runId;
  });
  return run(workspace, id);
}

/** Drafts proofs again in a run of their own. Those that are on their way, or stand as they are made now, are left out with the reason. */
export async function draftAgain(workspace: string, ids: string[]): Promise<RunReport> {
  const proofs = await inWorkspace(workspace, (tx) => listProofs(tx, { ids, limit: 100_000 }));
  if (!proofs.length) throw new Trouble('not-valid', 'Say which proofs.', 'ids');
  const columns = new Map<string, { docket: string; outlet: string; artworks: string[] }>();
  for (const p of proofs) {
    const key = `${p.docketId}/${p.outletId}`;
    const column = columns.get(key) ?? { docket: p.docketId, outlet: p.outletId, artworks: [] };
    column.artworks.push(p.artworkId);
    columns.set(key, column);
  }
  const name = `${nameOf([...new Set(proofs.map((p) => p.artwork))])}, drafted again`.slice(0, 120);
  return beginRun(workspace, { name, cells: [...columns.values()] });
}

function nameOf(names: string[]): string {
  return names.length === 1 ? names[0]! : `${names[0]} and ${names.length - 1} more`;
}

/** Passes ready proofs of a run, or just the given ones. Held ones stay; the answer says how many. */
export async function passProofs(
  workspace: string,
  where: { run?: string; ids?: string[] },
): Promise<{ passed: number; held: number }> {
  return inWorkspace(workspace, async (tx) => {
    if (where.run) await runIn(tx, where.run);
    return { passed: await moved(tx, where, 'ready', 'passed'), held: await countHeld(tx, where) };
  });
}

/** Takes passed proofs back to ready. */
export const unpassProofs = (workspace: string, ids: string[]): Promise<number> =>
  inWorkspace(workspace, (tx) => moved(tx, { ids }, 'passed', 'ready'));

/** Passes proofs or takes them back, as one step that can be undone. Returns how many. */
async function moved(
  tx: Tx,
  where: { run?: string; ids?: string[] },
  from: 'ready' | 'passed',
  to: 'ready' | 'passed',
): Promise<number> {
  const ids = await moveProofs(tx, where, [from], to);
  if (ids.length)
    await record(tx, {
      did: to === 'passed' ? 'proof.passed' : 'proof.taken-back',
      about: 'proof',
      ids,
      values: { count: ids.length },
      undo: { kind: 'pass', to: from },
    });
  return ids.length;
}

/** Puts every passed proof of a run in the outbox; `retry` takes the refused ones instead. */
export async function sendRun(workspace: string, runId: string, goLive: boolean, retry = false): Promise<Queued> {
  return inWorkspace(workspace, async (tx) => {
    const it = await runIn(tx, runId);
    if (it.state === 'paused') throw new Trouble('conflict', 'This run is paused. Go on with it first.');
    if (it.state === 'stopped') await data.setRunState(tx, runId, 'going');
    const proofs = await listProofs(tx, { run: runId, state: retry ? 'refused' : 'passed', limit: 100_000 });
    return enqueue(tx, workspace, proofs, { live: goLive, apart: false });
  });
}

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

/** Goes on with a paused run. */
export async function resumeRun(workspace: string, id: string): Promise<RunReport> {
  await inWorkspace(workspace, async (tx) => {
    const it = await runIn(tx, id);
    if (it.state !== 'paused') return;
    await data.setRunState(tx, id, 'going');
    await record(tx, { did: 'run.resumed', about: 'run', ids: [id], values: { name: it.name } });
    for (const outletId of await outletsWaiting(tx, id)) await addJob(tx, 'outlet.lane', { workspace, outletId });
    const drafting = await listProofs(tx, { run: id, state: 'drafting', limit: 100_000 });
    for (const artworkId of new Set(drafting.map((p) => p.artworkId)))
      await addJob(tx, 'run.draft', { workspace, runId: id, artworkId });
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
