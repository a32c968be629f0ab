import { inWorkspace } from '../../data/database';
import * as data from '../../data/desk/kept-views';
import type { KeptView } from '../../data/desk/kept-views';
import type { Viewed } from '../../core/desk/viewed';
import { SEARCH_PARTS } from '../artwork/artworks';
import { PROOF_SEARCH_PARTS } from '../line/proof-windows';
import { LISTING_SEARCH_PARTS } from '../outlets/listing-windows';
import { Trouble } from '../trouble';

export type { KeptView, Viewed };

/** What of an address is the view itself; the rest says what is open just now. */
const PARTS: Record<Viewed, readonly string[]> = {
  artwork: [...SEARCH_PARTS, 'view', 'size', 'ground', 'cols'],
  sheet: [...SEARCH_PARTS, 'by', 'fold'],
  proofs: PROOF_SEARCH_PARTS,
  ledger: [...LISTING_SEARCH_PARTS, 'cols'],
};

export const keptViews = (workspace: string, station: Viewed | null): Promise<KeptView[]> =>
  inWorkspace(workspace, (tx) => data.listViews(tx, station));

/** Keeps what a station shows under a name; one of that name is replaced. */
export const keepView = (workspace: string, { station, name, query }: Omit<KeptView, 'id'>): Promise<KeptView> =>
  inWorkspace(workspace, async (tx) => {
    if (!name.trim()) throw new Trouble('not-valid', 'Give the view a name.', 'name');
    const parts = [...new URLSearchParams(query)].filter(([part, value]) => value && PARTS[station].includes(part));
    if (!parts.length)
      throw new Trouble(
        'not-valid',
        'There is nothing to keep: search for something, or choose an order or columns first.',
        'query',
      );
    return data.keepView(tx, { station, name: name.trim().slice(0, 80), query: new URLSearchParams(parts).toString() });
  });

export const forgetView = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    if (!(await data.forgetView(tx, id))) throw new Trouble('not-found', 'There is no such view.');
  });
