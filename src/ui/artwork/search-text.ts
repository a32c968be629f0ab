/** The parts of an address that are a search, not a way of showing. */
export const SEARCH_PARTS = [
  'find', 'drawer', 'tone', 'picture', 'repeats', 'audience', 'occasion', 'subject', 'mark', 'colour', 'inches', 'used', 'words',
  'alike', 'standing', 'batch', 'stands', 'at', 'docket', 'rows', 'sort',
] as const; // prettier-ignore

/** Those that say how something is shown or stands elsewhere, and have a place of their own on the screen. */
const APART: readonly string[] = ['find', 'sort', 'batch', 'standing', 'drawer', 'stands', 'at', 'docket', 'rows'];
/** Those that say what artworks are. */
export const FACETS = SEARCH_PARTS.filter((p) => !APART.includes(p));

/** Only the searching parts of an address. */
export function searchText(search: URLSearchParams): string {
  return new URLSearchParams(SEARCH_PARTS.flatMap((p) => (search.get(p) ? [[p, search.get(p)!]] : []))).toString();
}
