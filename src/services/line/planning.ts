import { allowedOf } from '../../data/line/allowed';
import { effective, offersAt } from '../../core/docket/docket';
import { columnKey, standingOf, whyClosed, type Column, type Place } from '../../core/planning/cells';
import * as artworks from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob, addJobs } from '../../data/jobs';
import { listedOutOfDate } from '../../data/line/proofs';
import * as data from '../../data/line/runs';
import type { LeftOut, RunPart } from '../../data/line/runs';
import { placedProofs, sheetWorks, type SheetWork } from '../../data/line/sheet';
import { listOutlets, type OutletRow } from '../../data/outlets/outlets';
import { listDockets, type DocketRow } from '../../data/stockroom/dockets';
import { Trouble } from '../trouble';
import { secondsFor } from './pace';
import { leadAt, leadsOf, selected, takeLead, type Selection } from './sheet';

/** The product of artworks x dockets x outlets, single cells of it, or a part of the sheet. */
export interface RunWish {
  name?: string;
  artworks?: string[];
  drawer?: string;
  dockets?: string[];
  outlets?: string[];
  /** Column by column: the id of each artwork is told once a column, so that thousands of cells are a small request. */
  cells?: { docket: string; outlet: string; artworks: string[] }[];
  /** By what it means; `only` takes its cells without a proof, or those held and refused. */
  selection?: Selection & { only: RunPart['only'] };
}

/** More cells than that are laid out in the worker. */
const AT_ONCE = 2000;
/** The worker lays out so many cells at a time. */
const WINDOW = 20_000;

/**
 * Begins a run: one proof for every artwork x docket x outlet that can be, the rest left out with the reason. What is more than a
 * moment's work is laid out by the worker, window by window. Drafting is one job an artwork, so that each file is decoded once.
 * Returns the run's id.
 */
export const beginRun = (workspace: string, wish: RunWish): Promise<string> =>
  inWorkspace(workspace, async (tx) => {
    const parts = await partsOf(tx, wish);
    const ids = [...new Set(parts.flatMap((p) => p.artworks))];
    const names = await artworks.namesOf(tx, ids);
    const missing = ids.length - names.count;
    if (missing) throw new Trouble('not-valid', `${missing} of ${ids.length} artworks are not here.`, 'artworks');
    const name = wish.name?.trim() || nameOf(names.first, names.count);
    const runId = await data.addRun(tx, name);
    await data.addParts(tx, runId, parts);
    await record(tx, { did: 'run.begun', about: 'run', ids: [runId], values: { name, count: ids.length } });
    if (parts.reduce((n, p) => n + p.columns.length * p.artworks.length, 0) > AT_ONCE)
      await addJob(tx, 'run.plan', { workspace, runId });
    else while (await layOutSome(tx, workspace, runId, AT_ONCE));
    return runId;
  });

export const nameOf = (first: string, count: number): string => (count === 1 ? first : `${first} and ${count - 1} more`);

/** Lays a run out to its end, or until it is paused or stopped. Begun again, it goes on where it was. */
export async function layOut(workspace: string, runId: string): Promise<void> {
  while (await inWorkspace(workspace, (tx) => layOutSome(tx, workspace, runId, WINDOW)));
}

/** What a wish names, found: artworks under columns. */
async function partsOf(tx: Tx, wish: RunWish): Promise<RunPart[]> {
  if (wish.selection) {
    const { only, columns } = wish.selection;
    const found = await selected(tx, wish.selection);
    if (!found.length || !columns.length) throw new Trouble('not-valid', 'Nothing is selected.', 'selection');
    return [{ columns, artworks: found, only }];
  }
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
  if (wish.cells)
    return wish.cells.map((c) => ({
      columns: [{ docket: find(c.docket)!.id, outlet: c.outlet }],
      artworks: [...new Set(c.artworks)],
      only: 'all',
    }));
  const columns = [...(dockets as Set<DocketRow>)].flatMap((d) =>
    outlets.filter((o) => wanted.includes(o.id) && offersAt(d.document, o.id)).map((o) => ({ docket: d.id, outlet: o.id })),
  );
  return columns.length ? [{ columns, artworks: ids, only: 'all' }] : [];
}

type At = Column & Place & { docketName: string };
/** Columns with what decides on their cells; one whose docket or outlet is gone meanwhile is left out. */
function placesAt(columns: readonly Column[], dockets: DocketRow[], outlets: OutletRow[]): At[] {
  return columns.flatMap((c) => {
    const docket = dockets.find((d) => d.id === c.docket);
    const outlet = outlets.find((o) => o.id === c.outlet);
    return docket && outlet
      ? {
          ...c,
          docketName: docket.name,
          outletName: outlet.name,
          accepts: docket.document.accepts,
          told: outlet.rules !== null,
          offered: offersAt(docket.document, outlet.id),
        }
      : [];
  });
}

const cellKey = (c: data.Cell) => `${c.artworkId}/${columnKey({ docket: c.docketId, outlet: c.outletId })}`;
/** `state` is that of the proof that is there already. */
type SortedCell = data.Cell & { place: At; work: SheetWork; state: string | undefined };
/** The cells of a part of the sheet: those that can be drafted, and those that are left out, with the reason. */
async function sortedOut(tx: Tx, part: RunPart): Promise<{ wanted: SortedCell[]; leftOut: LeftOut[] }> {
  const works = await sheetWorks(tx, part.artworks);
  const places = placesAt(part.columns, await listDockets(tx), await listOutlets(tx));
  const leads = await leadsOf(tx, works);
  const allowed = await allowedOf(tx, part.artworks);
  const stands = new Map((await placedProofs(tx, part.artworks)).map((p) => [cellKey(p), p.state as string]));
  const leftOut: LeftOut[] = [];
  const wanted: SortedCell[] = [];
  for (const work of works)
    for (const place of places) {
      const at = { artworkId: work.id, docketId: place.docket, outletId: place.outlet };
      const state = stands.get(cellKey(at));
      if (part.only === 'open' ? state !== undefined : part.only === 'held' && standingOf(state ?? '') !== 'held') continue;
      const why = whyClosed(work, place, leadAt(leads, work, place), allowed);
      if (why) leftOut.push({ artwork: work.name, docket: place.docketName, outlet: place.outletName, ...why });
      else {
        takeLead(leads, work, place);
        wanted.push({ ...at, place, work, state });
      }
    }
  return { wanted, leftOut };
}

/** What a run would make. */
export interface Forecast {
  proofs: number;
  pictures: number;
  /** How long all pictures take on this machine; null while it has made none. What is there already takes no time. */
  seconds: number | null;
  /** Of the proofs: those that are there, and are drafted again. What a hand wrote stays. */
  again: number;
  leftOut: number;
}
/** Proofs in these states are left as they are; those that are listed are drafted again where they are out of date, which is not looked into here. */
const STAYS = ['passed', 'sending', 'listed'];
/** Tells what a run would make, without beginning it. */
export const forecastRun = (workspace: string, wish: RunWish): Promise<Forecast> =>
  inWorkspace(workspace, async (tx) => {
    const told: Forecast = { proofs: 0, pictures: 0, seconds: null, again: 0, leftOut: 0 };
    const shots = new Map<string, number>();
    for (const d of await listDockets(tx))
      for (const { outlet } of d.document.outlets)
        shots.set(columnKey({ docket: d.id, outlet }), effective(d.document, outlet).shots.length);
    for (const part of await partsOf(tx, wish)) {
      const rows = Math.max(1, Math.floor(WINDOW / part.columns.length));
      for (let at = 0; at < part.artworks.length; at += rows) {
        const { wanted, leftOut } = await sortedOut(tx, { ...part, artworks: part.artworks.slice(at, at + rows) });
        told.leftOut += leftOut.length;
        for (const c of wanted) {
          // passed on or sent, it stays where it is
          if (STAYS.includes(c.state ?? '')) continue;
          told.proofs++;
          told.pictures += shots.get(columnKey(c.place)) ?? 0;
          if (c.state) told.again++;
        }
      }
    }
    return { ...told, seconds: await secondsFor(tx, told.pictures) };
  });

/** Lays out about so many cells of a run. False when there was nothing left, or it does not go on. */
async function layOutSome(tx: Tx, workspace: string, runId: string, cells: number): Promise<boolean> {
  // whoever stops it takes hold of the run first as well, and of its parts then
  const part = (await data.heldRun(tx, runId)) === 'going' ? await data.takePart(tx, runId, cells) : null;
  if (!part) return false;
  const { wanted, leftOut } = await sortedOut(tx, part);
  const again = await listedOutOfDate(tx, part.artworks);
  const added = await data.addProofs(tx, runId, wanted, again);
  const taken = new Set(added.map(cellKey));
  for (const c of wanted)
    if (!taken.has(cellKey(c)))
      leftOut.push({ artwork: c.work.name, docket: c.place.docketName, outlet: c.place.outletName, code: 'further-on' });
  await data.addLeftOut(tx, runId, leftOut);
  const drafting = [...new Set(added.map((c) => c.artworkId))];
  await addJobs(tx, 'run.draft', drafting.map((artworkId) => ({ workspace, runId, artworkId }))); // prettier-ignore
  return true;
}
