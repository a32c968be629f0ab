import { isAbout } from '@/core/desk/changes';
import type { ListingView, ListingWindowView } from '@/api/views';
import { api } from '../api';
import { useWindows, type Source, type Windows } from '../parts/lists/windows';
import { BLOCK } from './search-text';

export type ListingList = Windows<ListingView, ListingWindowView>;

/** What a row shows something of. */
const TABLES = ['listing', 'proof', 'outlet'];

const sourceOf = (query: string): Source<ListingView, ListingWindowView> => ({
  block: BLOCK,
  tables: TABLES,
  fetch: (from, count) => api<ListingWindowView>('GET', `/listings/rows?${query}&from=${from}&count=${count}`),
  touches: (changes, rows) => {
    if (isAbout(changes, ['listing', 'outlet'])) return true;
    const proofs = changes.find((c) => c.table === 'proof')?.ids;
    return !proofs || rows.some((l) => l.proofId && proofs.includes(l.proofId));
  },
});

/** The listings that a search means, window by window. */
export const useListings = (query: string, first: ListingWindowView): ListingList =>
  useWindows(query, sourceOf(query), { window: first });
