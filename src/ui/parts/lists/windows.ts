import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Change } from '@/core/desk/changes';
import { Refusal } from '../../api';
import { onChange } from '../../shell/live';

/** So many blocks are kept: those looked at longest ago go first. */
const KEPT = 120;
const AT_ONCE = 4;
/** The house did not answer: it is asked again after so long. */
const AGAIN_MS = 2000;

/** A part of a long list: rows from a place on, and how many there are in all. */
export interface WindowOf<Row> {
  total: number;
  rows: Row[];
}
/** Where windows come from. */
export interface Source<Row, W extends WindowOf<Row>> {
  /** Rows of a block. */
  block: number;
  /** Asks for a window; a part names what of the rows is wanted, where they are wide. */
  fetch: (from: number, count: number, part: string) => Promise<W>;
  /** Tables that rows are made of. */
  tables: readonly string[];
  /** Whether these rows may not be true any more. */
  touches: (changes: readonly Change[], rows: readonly Row[]) => boolean;
}
/** What was found before the screen was drawn: the block that begins at `from`. */
export interface First<W> {
  part?: string;
  from?: number;
  window: W;
}

interface Block<Row> {
  rows: Row[];
  stale: boolean;
  /** Which question these rows answer. */
  question: number;
}
/** What a hand wrote into a row; `answered` is the last question that was asked before the house answered to it. */
interface Put<Row> {
  change: (row: Row) => Row;
  answered: number | null;
}

/** A long list in blocks, fetched as they come into view, and again when what they show has changed. */
export class Windows<Row extends { id: string }, W extends WindowOf<Row> = WindowOf<Row>> {
  private blocks = new Map<string, Block<Row>>();
  private asked = new Set<string>();
  /** Asked for, and something changed since: what comes may not be true any more. */
  private doubtful = new Set<string>();
  /** Which question the house answered last, of all that were asked. */
  private questions = 0;
  private toldBy = 0;
  private mine = new Map<string, Put<Row>[]>();
  private waiting: { page: number; part: string }[] = [];
  private hearers = new Set<() => void>();
  /** What the last window said beside its rows. */
  told: W;
  version = 0;

  constructor(
    private readonly source: Source<Row, W>,
    first: First<W>,
  ) {
    this.told = first.window;
    const page = Math.floor((first.from ?? 0) / source.block);
    if (first.window.rows.length)
      this.blocks.set(this.key(page, first.part ?? ''), { rows: first.window.rows, stale: false, question: 0 });
  }
  private key = (page: number, part: string) => `${page} ${part}`;

  get total(): number {
    return this.told.total;
  }
  hear = (hearer: () => void) => {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  };
  private tell(): void {
    this.version++;
    for (const hearer of this.hearers) hearer();
  }

  /** A row as one of these parts tells it; undefined while it is not here. */
  row(index: number, parts: readonly string[] = ['']): Row | undefined {
    const { block } = this.source;
    const page = Math.floor(index / block);
    for (const part of parts) {
      const here = this.blocks.get(this.key(page, part));
      const row = here?.rows[index % block];
      if (row) return this.withMine(row, here.question);
    }
    return undefined;
  }
  /** Where a row stands, of those that are here; -1 when it is not among them. */
  indexOf(id: string, part = ''): number {
    for (const [key, { rows }] of this.blocks) {
      const at = key.endsWith(` ${part}`) ? rows.findIndex((r) => r.id === id) : -1;
      if (at >= 0) return parseInt(key, 10) * this.source.block + at;
    }
    return -1;
  }

  /** Says what is looked at now, from and behind the last row; what is not here, or not true any more, is fetched, the nearest first. */
  want(from: number, to: number, parts: readonly string[] = ['']): void {
    this.waiting = [];
    const { block } = this.source;
    for (let page = Math.floor(from / block); page * block < Math.max(to, 1); page++)
      for (const part of parts) {
        const key = this.key(page, part);
        const here = this.blocks.get(key);
        if (here) {
          // looked at last, kept longest
          this.blocks.delete(key);
          this.blocks.set(key, here);
        }
        if ((!here || here.stale) && !this.asked.has(key)) this.waiting.push({ page, part });
      }
    this.next();
  }
  private next(): void {
    while (this.asked.size < AT_ONCE) {
      const one = this.waiting.shift();
      if (!one) return;
      void this.fetch(one.page, one.part);
    }
  }
  private async fetch(page: number, part: string): Promise<void> {
    const key = this.key(page, part);
    this.asked.add(key);
    const question = ++this.questions;
    const before = this.blocks.get(key);
    if (before) before.stale = false;
    const { block, fetch } = this.source;
    const window = await fetch(page * block, block, part).catch((error: unknown) =>
      // what is asked for makes no sense: there is nothing of it, and asking again does not help
      error instanceof Refusal && [400, 404, 422].includes(error.status) ? { ...this.told, total: 0, rows: [] } : null,
    );
    this.asked.delete(key);
    if (window) {
      // changed again while it was under way: asked for once more
      const stale = this.doubtful.delete(key);
      this.blocks.delete(key);
      this.blocks.set(key, { rows: window.rows, stale, question });
      // an answer that was overtaken says nothing new of how many there are
      if (question > this.toldBy) {
        this.toldBy = question;
        this.told = window;
      }
      for (const old of this.blocks.keys()) {
        if (this.blocks.size <= KEPT) break;
        this.blocks.delete(old);
      }
    } else {
      if (before) before.stale = true;
      this.doubtful.delete(key);
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
    this.tell();
    this.next();
  }

  /**
   * Shows what a hand has just written in rows, over what the house said of them; returns what is called once the house has taken or refused
   * it: from then on it is asked, and what it says counts.
   */
  put(changes: ReadonlyMap<string, (row: Row) => Row>): () => void {
    const put: Put<Row>[] = [];
    for (const [id, change] of changes) {
      const one = { change, answered: null };
      put.push(one);
      this.mine.set(id, [...(this.mine.get(id) ?? []), one]);
    }
    this.tell();
    return () => {
      for (const one of put) one.answered = this.questions;
      for (const block of this.blocks.values()) if (block.rows.some((r) => changes.has(r.id))) block.stale = true;
      for (const key of this.asked) this.doubtful.add(key);
      this.tell();
    };
  }
  /** A row with what was written into it and the house has not told since. */
  private withMine(row: Row, question: number): Row {
    const all = this.mine.get(row.id);
    if (!all) return row;
    const holds = all.filter((p) => p.answered === null || question <= p.answered);
    if (!holds.length) this.mine.delete(row.id);
    return holds.reduce((r, p) => p.change(r), row);
  }

  /** Something in the house has changed: blocks that show it are not true any more. */
  changed(changes: readonly Change[]): void {
    for (const block of this.blocks.values()) if (this.source.touches(changes, block.rows)) block.stale = true;
    for (const key of this.asked) this.doubtful.add(key);
    this.tell();
  }
}

/**
 * The windows of a list by its name; another name is another list, which has as many rows as the last until it is told how many.
 * `first` is what the server found for the first paint.
 */
export function useWindows<Row extends { id: string }, W extends WindowOf<Row>>(
  name: string,
  source: Source<Row, W>,
  first: First<W>,
): Windows<Row, W> {
  const [held, setHeld] = useState(() => ({ name, list: new Windows(source, first) }));
  if (held.name !== name) {
    const nothing = { window: { ...held.list.told, rows: [] } };
    setHeld({ name, list: new Windows(source, nothing) });
  }
  const { list } = held;
  const { tables } = source;
  useEffect(() => onChange(tables, (changes) => list.changed(changes)), [list, tables]);
  useSyncExternalStore(
    list.hear,
    () => list.version,
    () => 0,
  );
  return list;
}
