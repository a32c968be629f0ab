import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef } from 'react';

/** Changes parts of the address; null takes one out. */
export type Put = (change: Record<string, string | null>) => void;

/** So long after a change of the address nothing else may put another one in its place, and so long not the one before: ms. */
const SETTLES_MS = 2000;
const OLD_MS = 15_000;

/** What stands in the address of a screen, and a way to change it that draws nothing else anew. */
export function useAddress(path: string): { search: URLSearchParams; put: Put } {
  const address = useSearchParams();
  const search = useMemo(() => new URLSearchParams(address.toString()), [address]);
  const wanted = useRef({ search: '', before: '', at: -Infinity });
  const put = useCallback<Put>(
    (change) => {
      const next = new URLSearchParams(window.location.search);
      for (const [k, v] of Object.entries(change))
        if (v) next.set(k, v);
        else next.delete(k);
      const before = window.location.search;
      wanted.current = { search: next.size ? `?${next}` : '', before, at: performance.now() };
      window.history.replaceState(null, '', `${path}${wanted.current.search}`);
    },
    [path],
  );
  useEffect(() => {
    const back = () => (wanted.current.at = -Infinity);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, []);
  // a refresh that was under way may put the address back that it began with: what was asked for last counts
  useEffect(() => {
    const { search: asked, before, at } = wanted.current;
    const [here, since] = [window.location.search, performance.now() - at];
    if (here !== asked && (since < SETTLES_MS || (since < OLD_MS && here === before)))
      window.history.replaceState(null, '', `${path}${asked}`);
  }, [search, path]);
  return { search, put };
}
