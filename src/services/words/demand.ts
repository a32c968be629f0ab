import { demandFromTable } from '../../core/tags/demand-table';
import { seasonFrom, type DemandSource } from '../../core/tags/demand';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/demand';
import { DEMAND_HOUSE } from '../stockroom/houses';
import { Trouble } from '../trouble';

/** Several thousand rows are put with one statement. */
const AT_ONCE = 5_000;

async function put(tx: Tx, text: string, source: DemandSource) {
  const table = demandFromTable(text);
  if (!table.ok) throw new Trouble('not-valid', table.sentence);
  const { found, faults } = table.read;
  let count = 0;
  for (let i = 0; i < found.length; i += AT_ONCE) count += await data.putDemand(tx, found.slice(i, i + AT_ONCE), source);
  return { count, faults };
}

/** Fetches what is searched from where it is told. Throws Trouble where that does not answer. */
export async function fetchDemand(workspace: string): Promise<number> {
  const response = await fetch(DEMAND_HOUSE(), { signal: AbortSignal.timeout(20_000) }).catch(() => null);
  if (!response?.ok) throw new Trouble('outlet-trouble', 'What is searched could not be fetched just now.');
  const text = await response.text();
  return inWorkspace(workspace, async (tx) => (await put(tx, text, 'fetched')).count);
}

/** Takes a seller’s own table in: what it says counts before what was fetched. */
export const takeDemand = (workspace: string, text: string) =>
  inWorkspace(workspace, async (tx) => {
    const taken = await put(tx, text, 'own');
    if (taken.count) await record(tx, { did: 'demand.taken', about: 'phrasebook', ids: [], values: { count: taken.count } });
    return taken;
  });

/** Throws a seller’s own phrases away, and fetches what they stood before. */
export async function dropOwnDemand(workspace: string): Promise<number> {
  const count = await inWorkspace(workspace, async (tx) => {
    const dropped = await data.dropDemand(tx, 'own');
    if (dropped) await record(tx, { did: 'demand.dropped', about: 'phrasebook', ids: [], values: { count: dropped } });
    return dropped;
  });
  if (count) await fetchDemand(workspace);
  return count;
}

export interface DemandSeen {
  total: number;
  counts: Record<DemandSource, number>;
  rows: (data.DemandRow & { used: number; season: number | null })[];
}
/** A window of what is searched, with when it is, and how many live listings say it. */
export const demandSeen = (workspace: string, search: data.DemandSearch, from: number, count: number): Promise<DemandSeen> =>
  inWorkspace(workspace, async (tx) => {
    const { total, rows } = await data.demandWindow(tx, search, from, count);
    return {
      total,
      counts: await data.demandCounts(tx),
      rows: rows.map((r) => ({ ...r, season: seasonFrom(r.months) })),
    };
  });
