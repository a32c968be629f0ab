import { useSyncExternalStore } from 'react';

/**
 * Things by id: fetched when they come into view, and again when something in the house has changed. What was asked for and is not
 * there is not asked for again until something changes.
 */
export class ById<T extends { id: string }> {
  private known = new Map<string, T>();
  private missing = new Set<string>();
  private stale = new Set<string>();
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
    this.stale = new Set(this.known.keys());
    this.missing.clear();
    this.tell();
  };
  /** Asks again for some of them, now: no more than are asked for at once. */
  again = async (ids: readonly string[]): Promise<void> => {
    for (const id of ids) if (this.known.has(id)) this.stale.add(id);
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
    const items = await this.source.fetch(ids).catch((): T[] => []);
    for (const it of items) this.known.set(it.id, it);
    for (const id of ids) {
      this.asked.delete(id);
      this.stale.delete(id);
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
