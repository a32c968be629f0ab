/** Rows of a block of the list. */
export const BLOCK = 60;
const PARTS = ['find', 'outlet', 'state', 'step', 'sort'] as const;

/** The search that an address of the ledger means. */
export const listingSearch = (search: URLSearchParams): Record<string, string> =>
  Object.fromEntries(PARTS.flatMap((p) => (search.get(p) ? [[p, search.get(p)!]] : [])));

/** What a press on a column's head asks for next: downwards first, then up. */
export const nextSort = (now: string | null, column: string): string =>
  (now ?? '-sent') === `-${column}` ? column : `-${column}`;
