import { demandFromTable } from '../../core/tags/demand-table';
import { wordSet, seasonFrom, type DemandSource } from '../../core/tags/demand';
import { kindNames, kindOf } from '../../core/docket/kinds';
import { patternsOf } from '../../data/artwork/search';
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

/** Words that say what is sold or for whom, and nothing of a picture: common practice, no single source. */
const OF_GOODS = new Set([
  ...kindNames().flatMap((k) => [kindOf(k).one, ...kindOf(k).tags].flatMap(wordSet)),
  ...wordSet('gift present lover fan idea funny cute art print decor design drawing picture birthday for him her'),
]);

export interface DemandSeen {
  total: number;
  counts: Record<DemandSource, number>;
  rows: (data.DemandRow & { used: number; season: number | null })[];
}
/** What of the table is looked at; `mine`: only what speaks of artwork that is here. */
export type DemandAsked = Omit<data.DemandSearch, 'speaking'> & { mine?: boolean };

/** A window of what is searched, with when it is, and how many live listings say it. */
export const demandSeen = (
  workspace: string,
  { mine, ...search }: DemandAsked,
  from: number,
  count: number,
): Promise<DemandSeen> =>
  inWorkspace(workspace, async (tx) => {
    const about = mine ? [...new Set((await data.wordsOfArtworks(tx)).flatMap(wordSet))].filter((w) => !OF_GOODS.has(w)) : null;
    const speaking = about && { about, known: [...about, ...OF_GOODS] };
    const { total, rows } = await data.demandWindow(tx, { ...search, ...(speaking && { speaking }) }, from, count);
    return {
      total,
      counts: await data.demandCounts(tx),
      rows: rows.map((r) => ({ ...r, season: seasonFrom(r.months) })),
    };
  });

/** So much is told of one phrase. */
const MOST_TOLD = 24;

export interface PhraseSeen {
  row: DemandSeen['rows'][number];
  related: DemandSeen['rows'];
  /** Proofs that have it as a tag. */
  proofs: { total: number; live: number; listings: data.SayingListing[] };
  /** Artworks that it speaks of. */
  suits: { id: string; name: string }[];
}
/** Everything that is known of a phrase: its figures, phrases beside it, what says it, and what might. Throws Trouble where it is not known. */
export const phraseSeen = (workspace: string, phrase: string): Promise<PhraseSeen> =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.demandOfPhrase(tx, phrase);
    if (!it) throw new Trouble('not-found', 'Nothing is known of what is searched by these words.');
    const words = wordSet(phrase);
    const seen = <R extends data.DemandRow & { used: number }>(r: R) => ({ ...r, season: seasonFrom(r.months) });
    const proofs = await data.proofsSaying(tx, phrase, MOST_TOLD);
    const about = words.filter((w) => !OF_GOODS.has(w));
    return {
      row: seen({ ...it, used: proofs.live }),
      related: (await data.relatedDemand(tx, phrase, words, MOST_TOLD)).map(seen),
      proofs,
      suits: await data.artworksFor(tx, about.length ? patternsOf(about.join(' ')).patterns : [], MOST_TOLD),
    };
  });
