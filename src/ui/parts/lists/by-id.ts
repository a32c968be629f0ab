import { useSyncExternalStore } from 'react';

/**
 * Things by id: fetched when they come into view, and again when something in the house has changed. What was asked for and is not
 * there is not asked for again until something changes.
 */
export class ById<T extends { id: string }> {
  private known = new Map<string, T>();
  private missing = new Set<string>();
  /** Out of date, each with the number of the last request before it became so: only a later one clears it. */
  private stale = new Map<string, number>();
  /** Which request each is known from: an answer that comes late does not take the place of a newer one. */
  private from = new Map<string, number>();
  private requests = 0;
  private asked = new Set<string>();
  private wanted = new Set<string>();
  private hearers = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  version = 0;

  constructor(
    private readonly source: {
      /** So many are asked for at once, and so soon after they are wanted, ms. */
      atATime: number;
      soon: number;
      fetch: (ids: readonly string[]) => Promise<T[]>;
    },
    first: readonly T[],
  ) {
    for (const it of first) this.known.set(it.id, it);
  }
  get = (id: string): T | undefined => this.known.get(id);
  hear = (hearer: () => void) => {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  };
  /** Says which are looked at now; those that are not known or out of date are fetched. */
  want = (ids: readonly string[]): void => {
    for (const id of ids)
      if ((!this.known.has(id) || this.stale.has(id)) && !this.asked.has(id) && !this.missing.has(id)) this.wanted.add(id);
    if (this.wanted.size) this.timer ??= setTimeout(() => void this.fetch(), this.source.soon);
  };
  /** Something has changed: what is looked at is asked for again. */
  refresh = (): void => {
    for (const id of this.known.keys()) this.stale.set(id, this.requests);
    this.missing.clear();
    this.tell();
  };
  /** Asks again for some of them, now: no more than are asked for at once. */
  again = async (ids: readonly string[]): Promise<void> => {
    for (const id of ids) if (this.known.has(id)) this.stale.set(id, this.requests);
    await this.take(ids.slice(0, this.source.atATime));
  };
  private async fetch(): Promise<void> {
    this.timer = undefined;
    const ids = [...this.wanted].slice(0, this.source.atATime);
    for (const id of ids) {
      this.wanted.delete(id);
      this.asked.add(id);
    }
    if (this.wanted.size) this.timer = setTimeout(() => void this.fetch(), this.source.soon);
    await this.take(ids);
  }
  private async take(ids: readonly string[]): Promise<void> {
    const request = ++this.requests;
    const items = await this.source.fetch(ids).catch((): T[] => []);
    for (const it of items) {
      if (request < (this.from.get(it.id) ?? 0)) continue;
      this.known.set(it.id, it);
      this.from.set(it.id, request);
    }
    for (const id of ids) {
      this.asked.delete(id);
      if ((this.stale.get(id) ?? 0) < request) this.stale.delete(id);
      if (!this.known.has(id)) this.missing.add(id);
    }
    this.tell();
  }
  private tell(): void {
    this.version++;
    for (const hearer of this.hearers) hearer();
  }
}

/** Draws again when things arrive; a number that changes with them. */
export const useArrivals = <T extends { id: string }>(store: ById<T>): number =>
  useSyncExternalStore(
    store.hear,
    () => store.version,
    () => 0,
  );
