import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef } from 'react';

/** Changes parts of the address; null takes one out. */
export type Put = (change: Record<string, string | null>) => void;

/** So long after a change of the address nothing else may put an older one back. */
const SETTLES_MS = 2000;

/** What stands in the address of a screen, and a way to change it that draws nothing else anew. */
export function useAddress(path: string): { search: URLSearchParams; put: Put } {
  const address = useSearchParams();
  const search = useMemo(() => new URLSearchParams(address.toString()), [address]);
  const wanted = useRef({ search: '', at: -Infinity });
  const put = useCallback<Put>(
    (change) => {
      const next = new URLSearchParams(window.location.search);
      for (const [k, v] of Object.entries(change))
        if (v) next.set(k, v);
        else next.delete(k);
      wanted.current = { search: next.size ? `?${next}` : '', at: performance.now() };
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
    const { search: asked, at } = wanted.current;
    if (performance.now() - at < SETTLES_MS && window.location.search !== asked)
      window.history.replaceState(null, '', `${path}${asked}`);
  }, [search, path]);
  return { search, put };
}
