import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { searchText } from './rail';
import type { Put, Size, View } from './types';

/** So long after a change of the address nothing else may put an older one back. */
const SETTLES_MS = 2000;

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
  const address = useSearchParams();
  const search = useMemo(() => new URLSearchParams(address.toString()), [address]);
  const wanted = useRef({ search: '', at: -Infinity });
  const put = useCallback<Put>((change) => {
    const next = new URLSearchParams(window.location.search);
    for (const [k, v] of Object.entries(change))
      if (v) next.set(k, v);
      else next.delete(k);
    wanted.current = { search: next.size ? `?${next}` : '', at: performance.now() };
    window.history.replaceState(null, '', `/artwork${wanted.current.search}`);
  }, []);
  useEffect(() => {
    const back = () => (wanted.current.at = -Infinity);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, []);
  // a refresh that was under way may put the address back that it began with: what was asked for last counts
  useEffect(() => {
    const { search: asked, at } = wanted.current;
    if (performance.now() - at < SETTLES_MS && window.location.search !== asked)
      window.history.replaceState(null, '', `/artwork${asked}`);
  }, [search]);
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
