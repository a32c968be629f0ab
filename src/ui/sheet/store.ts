import { useEffect, useState, useSyncExternalStore } from 'react';
import { artworksIn, isAbout, type Change } from '@/core/desk/changes';
import type { SheetCell, SheetRow, SheetWindow } from '@/services/line/sheet';
import { api } from '../api';
import { onChange } from '../shell/live';
import { BLOCK } from './blocks';
import type { By } from './columns';

/** So many blocks are kept: those looked at longest ago go first. */
const KEPT = 120;
const AT_ONCE = 4;
/** The house did not answer: it is asked again after so long. */
const AGAIN_MS = 2000;

interface Block {
  rows: SheetRow[];
  stale: boolean;
}
/** What of a sheet is looked at. */
export interface View {
  query: string;
  by: By;
}

/** Windows of the sheet, fetched as they come into view, and again when what they show has changed. */
export class SheetStore {
  private blocks = new Map<string, Block>();
  private asked = new Set<string>();
  private waiting: { page: number; columns: string }[] = [];
  private hearers = new Set<() => void>();
  total: number;
  version = 0;

  constructor(
    private readonly view: View,
    first: { columns: string; window: SheetWindow },
  ) {
    this.total = first.window.total;
    this.blocks.set(this.key(0, first.columns), { rows: first.window.rows, stale: false });
  }
  private key = (page: number, columns: string) => `${page} ${columns}`;

  hear = (hearer: () => void) => {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  };
  private tell(): void {
    this.version++;
    for (const hearer of this.hearers) hearer();
  }

  /** A row's head and counts, as any block tells them. */
  row(index: number, columns: readonly string[]): SheetRow | undefined {
    const page = Math.floor(index / BLOCK.rows);
    for (const c of columns) {
      const row = this.blocks.get(this.key(page, c))?.rows[index % BLOCK.rows];
      if (row) return row;
    }
    return undefined;
  }
  /** One cell; undefined while it is not here. */
  cell(index: number, columns: string, key: string): SheetCell | undefined {
    return this.blocks.get(this.key(Math.floor(index / BLOCK.rows), columns))?.rows[index % BLOCK.rows]?.cells[key];
  }

  /** Says what is looked at now, from and behind the last row; what is not here, or not true any more, is fetched, the nearest first. */
  want(from: number, to: number, columns: readonly string[]): void {
    this.waiting = [];
    for (let page = Math.floor(from / BLOCK.rows); page * BLOCK.rows < Math.max(to, 1); page++)
      for (const c of columns) {
        const key = this.key(page, c);
        const block = this.blocks.get(key);
        if (block) {
          // looked at last, kept longest
          this.blocks.delete(key);
          this.blocks.set(key, block);
        }
        if ((!block || block.stale) && !this.asked.has(key)) this.waiting.push({ page, columns: c });
      }
    this.next();
  }
  private next(): void {
    while (this.asked.size < AT_ONCE) {
      const one = this.waiting.shift();
      if (!one) return;
      void this.fetch(one.page, one.columns);
    }
  }
  private async fetch(page: number, columns: string): Promise<void> {
    const key = this.key(page, columns);
    this.asked.add(key);
    const before = this.blocks.get(key);
    if (before) before.stale = false;
    const query = new URLSearchParams(this.view.query);
    query.set('from', String(page * BLOCK.rows));
    query.set('count', String(BLOCK.rows));
    query.set('by', this.view.by);
    query.set('columns', columns);
    const window = await api<SheetWindow>('GET', `/sheet/rows?${query}`).catch(() => null);
    this.asked.delete(key);
    if (window) {
      // changed again while it was under way: asked for once more
      const stale = this.blocks.get(key)?.stale ?? false;
      this.blocks.delete(key);
      this.blocks.set(key, { rows: window.rows, stale });
      this.total = window.total;
      for (const old of this.blocks.keys()) {
        if (this.blocks.size <= KEPT) break;
        this.blocks.delete(old);
      }
    } else {
      if (before) before.stale = true;
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
    this.tell();
    this.next();
  }

  /** Something in the house has changed: blocks that show it are not true any more. */
  changed(changes: readonly Change[]): void {
    // a new artwork, or another name, may move every row
    const rows = isAbout(changes, ['artwork', 'outlet', 'docket']) ? null : artworksIn(changes, ['proof', 'listing']);
    for (const block of this.blocks.values()) if (!rows || block.rows.some((r) => rows.has(r.id))) block.stale = true;
    this.tell();
  }
}

const TABLES = ['artwork', 'proof', 'listing', 'outlet', 'docket'];

/** The store of a view; another view has another. `first` is what the server found for the first paint. */
export function useSheet(view: View, first: { columns: string; window: SheetWindow }): SheetStore {
  const name = `${view.by} ${view.query}`;
  const [held, setHeld] = useState(() => ({ name, store: new SheetStore(view, first) }));
  if (held.name !== name) {
    // as many rows as there were, until it is told how many there are
    const nothing = { columns: 'none yet', window: { total: held.store.total, rows: [] } };
    setHeld({ name, store: new SheetStore(view, nothing) });
  }
  const { store } = held;
  useEffect(() => onChange(TABLES, (changes) => store.changed(changes)), [store]);
  useSyncExternalStore(
    store.hear,
    () => store.version,
    () => 0,
  );
  return store;
}
