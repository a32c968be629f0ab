import { searchText } from '../artwork/search-text';

/** More artworks than these are not named one by one in an address. */
const MOST_NAMED = 500;

/**
 * The address of the bench with some artworks on it: those named, or, where they are all that a search finds or too many to be named, what
 * was searched for. `on` is a docket; without one the bench takes the one that takes most of them.
 */
export function benchAddress(o: { ids: readonly string[]; whole: boolean; query: string; on?: string }): string {
  const named = !o.whole && o.ids.length <= MOST_NAMED;
  const search = new URLSearchParams(
    named ? { rows: o.ids.map((id) => id.slice(0, 8)).join(',') } : searchText(new URLSearchParams(o.query)),
  );
  if (o.on) search.set('on', o.on);
  return `/bench?${search}`;
}
