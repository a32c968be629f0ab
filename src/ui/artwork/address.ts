import { useAddress, type Put } from '../parts/use-address';
import { searchText } from './search-text';
import type { Size, View } from './types';

export interface Shown {
  search: URLSearchParams;
  /** The searching parts of the address alone. */
  query: string;
  view: View;
  size: Size;
  ground: string;
  openId: string | null;
  beside: string | null;
  put: Put;
}

/** What is shown and how: all of it stands in the address, so that it can be kept, sent and gone back to. */
export function useShown(): Shown {
  const { search, put } = useAddress('/artwork');
  return {
    search,
    query: searchText(search),
    view: (search.get('view') ?? 'contact') as View,
    size: (search.get('size') ?? 'medium') as Size,
    ground: search.get('ground') ?? 'fitting',
    openId: search.get('open'),
    beside: search.get('beside'),
    put,
  };
}
