import { isAbout } from '@/core/desk/changes';
import type { ProofLineReport, ProofWindow } from '@/services/line/proof-windows';
import { api } from '../api';
import { BLOCK } from './search-text';
import { useWindows, type Source, type Windows } from '../parts/lists/windows';

export type ProofList = Windows<ProofLineReport, ProofWindow>;
/** What a line shows something of. */
const TABLES = ['proof', 'listing', 'outlet', 'artwork', 'docket', 'price_plan', 'blank'];

const sourceOf = (query: string): Source<ProofLineReport, ProofWindow> => ({
  block: BLOCK,
  tables: TABLES,
  fetch: (from, count) => api<ProofWindow>('GET', `/proofs/rows?${query}&from=${from}&count=${count}`),
  // another state may bring a proof in or out of what is meant, and move all behind it
  touches: (changes) => isAbout(changes, TABLES),
});

/** The proofs that a search means, window by window. */
export const useProofs = (query: string, first: ProofWindow): ProofList =>
  useWindows(query, sourceOf(query), { from: first.from, window: first });
