import { inWorkspace } from '../../data/database';
import { keepPicked } from '../../data/line/picked';
import { listingsIn } from '../../data/outlets/listing-windows';
import { listingsAsked, type ListingsAsked } from '../outlets/listing-windows';
import { proofsIn, type Selection } from './sheet';

/** Proofs of a part of the sheet, or those behind listings. */
export type PickedFrom = { selection: Selection } | { listings: ListingsAsked };

/**
 * Keeps the proofs of what was picked, however many, so that they are looked at together: a search names them as `picked`. Listings that were
 * not made here have none. Throws Trouble where what was picked is not there any more.
 */
export const pickProofs = (workspace: string, from: PickedFrom): Promise<{ id: string; count: number }> =>
  inWorkspace(workspace, async (tx) => {
    const ids =
      'selection' in from
        ? await proofsIn(tx, from.selection, null)
        : [...new Set((await listingsIn(tx, listingsAsked(from.listings), null)).flatMap((l) => l.proofId ?? []))];
    return { id: await keepPicked(tx, ids), count: ids.length };
  });
