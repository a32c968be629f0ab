import { nameIn } from '../artwork/pictures';
import { motifName } from '../../core/artwork/likeness/motif-name';
import { whyNot } from '../../core/planning/docket';
import * as artworks from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import * as data from '../../data/line/runs';
import type { ProofState, RunRow } from '../../data/line/runs';
import { addJob } from '../../data/jobs';
import { listListings } from '../../data/outlets/listings';
import { outletsWaiting, queueSending, rejoinRun, withdraw } from '../../data/outlets/sendings';
import { listOutlets } from '../../data/outlets/outlets';
import * as stock from '../../data/stockroom/stockroom';
import { payloadOf, schemaProblems } from './payload';
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

/**
 * Begins a run: one proof for every artwork x docket x outlet that can be, the rest left out with the reason. Drafting
 * goes on in the worker, one job an artwork, so that each file is decoded once.
 */
export async function beginRun(workspace: string, wish: RunWish): Promise<RunReport> {
  const id = await inWorkspace(workspace, async (tx) => {
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
    const dockets = await stock.listDockets(tx);
    const outlets = await listOutlets(tx);
    const named = (wish.cells?.map((c) => c.docket) ?? wish.dockets ?? []).map((d) =>
      dockets.find((k) => k.id === d || k.name === d),
    );
    // one may be named twice, by its id and by its name
    const wantedDockets = new Set(named);
    if (!wantedDockets.size || wantedDockets.has(undefined))
      throw new Trouble('not-valid', 'Say which dockets: ids or names of dockets that are in the stockroom.', 'dockets');
    const wantedOutlets = wish.cells?.map((c) => c.outlet) ?? wish.outlets ?? outlets.map((o) => o.id);
    const strange = wantedOutlets.find((o) => !outlets.some((k) => k.id === o));
    if (strange) throw new Trouble('not-valid', `There is no outlet ${strange}.`, 'outlets');

    const cellsOf = wish.cells && new Map<string, Set<string>>();
    for (const c of wish.cells ?? []) {
      const at = `${dockets.find((d) => d.id === c.docket || d.name === c.docket)!.id}/${c.outlet}`;
      cellsOf!.set(at, new Set([...(cellsOf!.get(at) ?? []), ...c.artworks]));
    }
    const runId = await data.addRun(tx, wish.name?.trim() || nameOf(works.map((a) => a.name)));
    const leftOut: RunRow['leftOut'] = [];
    // linked twins are one motif: the first of them has the proof, and each cloth takes the twin that suits it
    const motifs = works.flatMap((w) => (w.motifId ? [w.motifId] : []));
    const motifAt = new Map(
      (await data.motifProofs(tx, motifs)).map((p) => [
        `${p.motifId}/${p.docketId}/${p.outletId}`,
        { id: p.artworkId, name: p.name },
      ]),
    );
    for (const work of works) {
      const cells: { docketId: string; outletId: string }[] = [];
      for (const docket of wantedDockets as Set<stock.DocketRow>)
        for (const outlet of outlets) {
          const wanted = cellsOf
            ? cellsOf.get(`${docket.id}/${outlet.id}`)?.has(work.id)
            : wantedOutlets.includes(outlet.id) && docket.spec.outlets.includes(outlet.id);
          if (!wanted) continue;
          const place = `${work.motifId}/${docket.id}/${outlet.id}`;
          const lead = work.motifId ? motifAt.get(place) : undefined;
          const why = !outlet.rules
            ? `${outlet.name} is not connected`
            : (whyNot(docket.spec.accepts, work) ?? (lead && lead.id !== work.id ? `goes with its twin “${lead.name}”` : null));
          if (!why && work.motifId) motifAt.set(place, { id: work.id, name: work.name });
          if (why) leftOut.push({ artwork: work.name, docket: docket.name, outlet: outlet.name, why });
          else cells.push({ docketId: docket.id, outletId: outlet.id });
        }
      const added = await data.addProofs(tx, runId, work.id, cells);
      for (const cell of cells)
        if (!added.some((a) => a.docketId === cell.docketId && a.outletId === cell.outletId))
          leftOut.push({
            artwork: work.name,
            docket: dockets.find((d) => d.id === cell.docketId)!.name,
            outlet: outlets.find((o) => o.id === cell.outletId)!.name,
            why: 'passed or listed already',
          });
      if (added.length) await addJob(tx, 'run.draft', { workspace, runId, artworkId: work.id });
    }
    await data.setLeftOut(tx, runId, leftOut);
    return runId;
  });
  return run(workspace, id);
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
    const passed = await data.moveProofs(tx, where, ['ready'], 'passed');
    const held = (await data.listProofs(tx, { ...where, state: 'held', limit: 100_000 })).length;
    return { passed, held };
  });
}

/** Takes passed proofs back to ready. */
export const unpassProofs = (workspace: string, ids: string[]): Promise<number> =>
  inWorkspace(workspace, (tx) => data.moveProofs(tx, { ids }, ['passed'], 'ready'));

/** Puts every passed proof of a run in the outbox; `retry` takes the refused ones instead. */
export async function sendRun(
  workspace: string,
  runId: string,
  goLive: boolean,
  retry = false,
): Promise<{ queued: number; held: number }> {
  return inWorkspace(workspace, async (tx) => {
    const it = await runIn(tx, runId);
    if (it.state === 'paused') throw new Trouble('conflict', 'This run is paused. Go on with it first.');
    if (it.state === 'stopped') await data.setRunState(tx, runId, 'going');
    const proofs = await data.listProofs(tx, { run: runId, state: retry ? 'refused' : 'passed', limit: 100_000 });
    return enqueue(tx, workspace, proofs, { live: goLive, apart: false });
  });
}

/** Sets drafts at the outlets live, whatever their run does: the steps already done are not done again. */
export async function goLive(workspace: string, listingIds: string[]): Promise<{ queued: number; held: number }> {
  return inWorkspace(workspace, async (tx) => {
    const drafts = await listListings(tx, { ids: listingIds, state: 'draft there', limit: 100_000 });
    const ids = drafts.flatMap((l) => l.proofId ?? []);
    if (drafts.length && !ids.length)
      throw new Trouble('conflict', 'The artwork of this listing was deleted here. Set it live at the outlet itself.');
    const proofs = await data.listProofs(tx, { ids, limit: 100_000 });
    return enqueue(tx, workspace, proofs, { live: true, apart: true });
  });
}

/**
 * Puts proofs in the outbox. One that its outlet would refuse goes nowhere: it is held with the reason, and stops no other.
 * Returns how many were queued and held.
 */
async function enqueue(
  tx: Tx,
  workspace: string,
  proofs: data.ProofRow[],
  how: { live: boolean; apart: boolean },
): Promise<{ queued: number; held: number }> {
  const dockets = await stock.listDockets(tx);
  const outlets = await listOutlets(tx);
  const brand = await stock.workspaceName(tx);
  const names = await artworks.motifNames(
    tx,
    proofs.map((p) => p.artworkId),
  );
  const going: data.ProofRow[] = [];
  for (const proof of proofs) {
    const { id: proofId, runId, outletId } = proof;
    const outlet = outlets.find((o) => o.id === outletId)!;
    const docket = dockets.find((d) => d.id === proof.docketId)!;
    const motif = motifName(names.get(proof.artworkId) ?? [proof.artwork]);
    const payload = payloadOf(proof, docket, outlet.rules!, brand, motif);
    const problems = schemaProblems(outlet.name, outlet.rules!, payload);
    if (problems.length) {
      await data.changeProof(tx, proofId, { fields: proof.fields, problems: [...proof.problems, ...problems], state: 'held' });
      continue;
    }
    await queueSending(tx, { proofId, runId, outletId, goLive: how.live, apart: how.apart, payload });
    going.push(proof);
  }
  await data.moveProofs(tx, { ids: going.map((p) => p.id) }, ['passed', 'refused', 'listed'], 'sending');
  for (const outletId of new Set(going.map((p) => p.outletId))) await addJob(tx, 'outlet.lane', { workspace, outletId });
  return { queued: going.length, held: proofs.length - going.length };
}

/** Pauses a run: what is under way finishes its step, the rest waits. */
export async function pauseRun(workspace: string, id: string): Promise<RunReport> {
  await inWorkspace(workspace, async (tx) => {
    if ((await runIn(tx, id)).state === 'going') await data.setRunState(tx, id, 'paused');
  });
  return run(workspace, id);
}

/** Goes on with a paused run. */
export async function resumeRun(workspace: string, id: string): Promise<RunReport> {
  await inWorkspace(workspace, async (tx) => {
    if ((await runIn(tx, id)).state !== 'paused') return;
    await data.setRunState(tx, id, 'going');
    for (const outletId of await outletsWaiting(tx, id)) await addJob(tx, 'outlet.lane', { workspace, outletId });
    const drafting = await data.listProofs(tx, { run: id, state: 'drafting', limit: 100_000 });
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
    await runIn(tx, id);
    await data.setRunState(tx, id, 'stopped');
    await rejoinRun(tx, id);
    await withdraw(tx, { run: id });
    // what a dead worker left half-way gives itself back
    for (const outletId of await outletsWaiting(tx, id)) await addJob(tx, 'outlet.lane', { workspace, outletId });
    for (const other of await data.leaveUndrafted(tx, id))
      await addJob(tx, 'run.draft', { workspace, runId: other.runId, artworkId: other.artworkId });
  });
  return run(workspace, id);
}
