import { useEffect, useState, useSyncExternalStore } from 'react';
import type { BenchView, PlacedView } from '@/api/shapes/bench';
import { api } from '../api';
import { onChange } from '../shell/live';

const AT_A_TIME = 100;
/** What a placed artwork is made from. */
const TABLES = ['own_placement', 'waiver', 'artwork', 'docket', 'blank'];

/** The print area that artworks lie on: of a docket's goods line. */
export interface AreaOf {
  docket: string;
  line: string;
  area: string;
}

/** Artworks as they lie on a print area: fetched when they come into view, and again when something in the house has changed. */
export class Placed {
  private known = new Map<string, PlacedView>();
  private stale = new Set<string>();
  private asked = new Set<string>();
  private wanted = new Set<string>();
  private hearers = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  version = 0;

  constructor(
    private at: AreaOf,
    first: readonly PlacedView[],
  ) {
    for (const it of first) this.known.set(it.id, it);
  }
  get = (id: string): PlacedView | undefined => this.known.get(id);
  hear = (hearer: () => void) => {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  };
  /** Says which are looked at now; those that are not known or out of date are fetched. */
  want = (ids: readonly string[]): void => {
    for (const id of ids) if ((!this.known.has(id) || this.stale.has(id)) && !this.asked.has(id)) this.wanted.add(id);
    if (this.wanted.size) this.timer ??= setTimeout(() => void this.fetch(), 10);
  };
  /** Something has changed: what is looked at is asked for again. */
  refresh = (): void => {
    this.stale = new Set(this.known.keys());
    this.tell();
  };
  /** Asks again for some of them, now. */
  again = async (ids: readonly string[]): Promise<void> => {
    for (const id of ids) if (this.known.has(id)) this.stale.add(id);
    await this.take(ids.slice(0, AT_A_TIME));
  };
  private async fetch(): Promise<void> {
    this.timer = undefined;
    const ids = [...this.wanted].slice(0, AT_A_TIME);
    for (const id of ids) {
      this.wanted.delete(id);
      this.asked.add(id);
    }
    if (this.wanted.size) this.timer = setTimeout(() => void this.fetch(), 10);
    await this.take(ids);
    for (const id of ids) this.asked.delete(id);
  }
  private async take(ids: readonly string[]): Promise<void> {
    const { docket, line, area } = this.at;
    const { items } = await api<{ items: PlacedView[] }>('POST', `/dockets/${docket}/placed`, {
      line,
      area,
      artworks: ids,
    }).catch(() => ({ items: [] }));
    for (const it of items) this.known.set(it.id, it);
    for (const id of ids) this.stale.delete(id);
    this.tell();
  }
  private tell(): void {
    this.version++;
    for (const hearer of this.hearers) hearer();
  }
}

export function usePlaced(at: AreaOf, first: readonly PlacedView[]): Placed {
  const [store] = useState(() => new Placed(at, first));
  useEffect(() => onChange(TABLES, store.refresh), [store]);
  return store;
}
/** Draws again when artworks arrive; a number that changes with them. */
export const usePlacedChange = (store: Placed): number =>
  useSyncExternalStore(
    store.hear,
    () => store.version,
    () => 0,
  );

/** What is wrong with an artwork of the row and not waived: as it is known here, else as it was when the row was laid out. */
export const openTroubles = (store: Placed, place: BenchView['rail'][number]): string[] => {
  const it = store.get(place.id);
  return it ? it.troubles.filter((t) => !t.waived).map((t) => t.code) : place.troubles;
};
