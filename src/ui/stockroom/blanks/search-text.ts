/** Lines of a block of the list. */
export const BLOCK = 40;
const PARTS = ['find', 'department', 'kind', 'house', 'family', 'days', 'sort'] as const;

/** The search that an address of the blanks means. */
export const blankSearch = (search: URLSearchParams): Record<string, string> =>
  Object.fromEntries(PARTS.flatMap((p) => (search.get(p) ? [[p, search.get(p)!]] : [])));
