import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { CardView } from '@/api/views';
import { api } from '../api';
import { onChange } from '../shell/live';

const AT_A_TIME = 200;

/** Cards by id: fetched when they come into view, and again when something in the house has changed. */
class Cards {
  private known = new Map<string, CardView>();
  private stale = new Set<string>();
  private asked = new Set<string>();
  private wanted = new Set<string>();
  private hearers = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  version = 0;

  constructor(first: CardView[]) {
    for (const card of first) this.known.set(card.id, card);
  }
  get = (id: string): CardView | undefined => this.known.get(id);
  hear = (hearer: () => void) => {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  };
  /** Says which cards are looked at now; those that are not known or out of date are fetched. */
  want = (ids: string[]): void => {
    for (const id of ids) if ((!this.known.has(id) || this.stale.has(id)) && !this.asked.has(id)) this.wanted.add(id);
    if (this.wanted.size) this.timer ??= setTimeout(() => void this.fetch(), 20);
  };
  /** Something has changed: what is looked at is asked for again. */
  refresh = (): void => {
    this.stale = new Set(this.known.keys());
    this.tell();
  };
  private async fetch(): Promise<void> {
    this.timer = undefined;
    const ids = [...this.wanted].slice(0, AT_A_TIME);
    for (const id of ids) {
      this.wanted.delete(id);
      this.asked.add(id);
    }
    if (this.wanted.size) this.timer = setTimeout(() => void this.fetch(), 20);
    const { items } = await api<{ items: CardView[] }>('POST', '/artworks/cards', { ids }).catch(() => ({ items: [] }));
    for (const card of items) this.known.set(card.id, card);
    for (const id of ids) {
      this.asked.delete(id);
      this.stale.delete(id);
    }
    this.tell();
  }
  private tell(): void {
    this.version++;
    for (const hearer of this.hearers) hearer();
  }
}

/** The cards' store. Only what shows cards follows it, by `useCardsChange`: the rest of the screen stays as it is. */
export function useCards(first: CardView[]): Cards {
  const [store] = useState(() => new Cards(first));
  useEffect(() => onChange(['artwork'], store.refresh), [store]);
  return store;
}
export type { Cards };

/** Draws again when cards arrive; a number that changes with them. */
export const useCardsChange = (store: Cards): number =>
  useSyncExternalStore(
    store.hear,
    () => store.version,
    () => 0,
  );

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
