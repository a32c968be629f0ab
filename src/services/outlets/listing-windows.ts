import { inWorkspace } from '../../data/database';
import { LISTING_STATES, type ListingRow } from '../../data/outlets/listings';
import * as data from '../../data/outlets/listing-windows';
import { LISTING_SORTS, type ListingFilter, type ListingsCount, type ListingSort } from '../../data/outlets/listing-windows';
import { Trouble } from '../trouble';

export type { ListingsCount };
/** A search among listings, as it stands in an address. */
export type ListingSearch = Partial<Record<(typeof LISTING_SEARCH_PARTS)[number], string>>;
export const LISTING_SEARCH_PARTS = ['find', 'outlet', 'state', 'step', 'sort'] as const;
const STEPS = ['in step', 'stale', 'drifted'] as const;

/** What a search means: `sort` is a column, downwards with a minus before it; what was sent last comes first where none is named. */
export function listingFilterOf(s: ListingSearch): { filter: ListingFilter; sort: ListingSort } {
  const by = (s.sort || '-sent').replace(/^-/, '');
  if (!(by in LISTING_SORTS)) throw new Trouble('not-valid', `Listings are not sorted by ${by}.`, 'sort');
  if (s.state && !LISTING_STATES.includes(s.state as never))
    throw new Trouble('not-valid', `A listing is never ${s.state}.`, 'state');
  if (s.step && !STEPS.includes(s.step as never)) throw new Trouble('not-valid', `A listing is never ${s.step}.`, 'step');
  return {
    sort: { by: by as ListingSort['by'], down: (s.sort || '-sent').startsWith('-') },
    filter: {
      ...(s.outlet && { outlet: s.outlet }),
      ...(s.state && { state: s.state }),
      ...(s.find?.trim() && { find: s.find.trim() }),
      ...(s.step && { step: s.step as (typeof STEPS)[number] }),
    },
  };
}

/** Listings by id, or all that a search means without some. */
export type ListingsAsked = { ids: string[] } | { search: ListingSearch; except?: string[] };
export const listingsAsked = (asked: ListingsAsked): data.ListingsMeant =>
  'ids' in asked ? asked : { search: listingFilterOf(asked.search).filter, except: asked.except };

/** A window of a search among listings. */
export function listingWindow(
  workspace: string,
  search: ListingSearch,
  o: { from: number; count: number },
): Promise<{ total: number; rows: ListingRow[] }> {
  const { filter, sort } = listingFilterOf(search);
  return inWorkspace(workspace, async (tx) => ({
    total: await data.countListings(tx, filter),
    rows: await data.listingsFrom(tx, filter, sort, o.from, o.count),
  }));
}

/** How many listings are meant, and what could be done with them, before anything is. */
export const countListings = (workspace: string, asked: ListingsAsked): Promise<ListingsCount> =>
  inWorkspace(workspace, (tx) => data.countMeantListings(tx, listingsAsked(asked)));
