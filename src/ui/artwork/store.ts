import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { CardView } from '@/api/views';
import { api } from '../api';
import { ById, useArrivals } from '../parts/lists/by-id';
import { onChange } from '../shell/live';

const CARDS = {
  atATime: 200,
  soon: 20,
  fetch: async (ids: readonly string[]) => (await api<{ items: CardView[] }>('POST', '/artworks/cards', { ids })).items,
};
export type Cards = ById<CardView>;

/** The cards' store. Only what shows cards follows it, by `useCardsChange`: the rest of the screen stays as it is. */
export function useCards(first: CardView[]): Cards {
  const [store] = useState(() => new ById(CARDS, first));
  useEffect(() => onChange(['artwork'], store.refresh), [store]);
  return store;
}

/** Draws again when cards arrive; a number that changes with them. */
export const useCardsChange: (store: Cards) => number = useArrivals;

/** Ids that a search finds, kept true while the house changes. `first` is what the server found for the first paint. */
export function useFound(query: string, first: { query: string; ids: string[]; whole: boolean; total: number }) {
  const [found, setFound] = useState({ query: first.query, ids: first.ids, total: first.total });
  const asked = useRef(0);
  const look = useCallback(async () => {
    const mine = ++asked.current;
    const answer = await api<{ ids: string[] }>('GET', `/artworks/found?${query}`).catch(() => null);
    if (answer && mine === asked.current) setFound({ query, ids: answer.ids, total: answer.ids.length });
  }, [query]);
  useEffect(() => {
    const timer = setTimeout(() => void look(), first.query === query && first.whole ? 3_600_000 : 60);
    const stop = onChange(tablesOf(query), () => void look());
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [look, query, first.query, first.whole]);
  return useMemo(() => ({ ...found, stale: found.query !== query }), [found, query]);
}

/** What a search looks at beside the artworks themselves. */
const LOOKS_AT: Record<string, string[]> = {
  used: ['proof', 'listing'],
  stands: ['proof', 'listing'],
  alike: ['likeness'],
  drawer: ['drawer'],
};
const tablesOf = (query: string): string[] => [
  'artwork',
  ...[...new URLSearchParams(query).keys()].flatMap((part) => LOOKS_AT[part] ?? []),
];

/** Something small from the server that follows changes of some tables in the house; of any, when none are named. */
export function useLive<T>(path: string, first: T, tables: readonly string[] | null = null): T {
  const { data } = useQuery({
    queryKey: [path],
    queryFn: () => api<T>('GET', path),
    meta: { tables },
  });
  return data ?? first;
}
