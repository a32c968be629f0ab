'use client';
import { useVirtualizer, type Virtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Group, ShownColumn } from './columns';
import { FIRST_PAINT } from '../parts/lists/use-window';
import { SheetHead } from './head';
import { COLUMN, HEAD, NAME, ROW } from './measures';
import type { Range, Spot } from '../parts/lists/range';
import { Row, type InView } from './row';
import { BLOCK, blockColumns } from './blocks';
import { cellOf, type SheetStore } from './store';

/** What a pointer does on the sheet. */
export interface SheetHands {
  press: (at: Spot, extend: boolean) => void;
  drag: (to: Spot) => void;
  row: (r: number) => void;
  whole: (c0: number, c1: number) => void;
  fold: (group: string) => void;
  open: (at: Spot) => void;
}
/** Brings a cell into view. */
export type ScrollTo = (at: Spot) => void;

/** Rows and columns of which only those in view are there; what comes into view is fetched. */
export function SheetGrid({
  store,
  artworks,
  shown,
  groups,
  range,
  hands,
  onScroll,
}: {
  store: SheetStore;
  /** How many there are in all, also those that the rows leave out. */
  artworks: number;
  shown: readonly ShownColumn[];
  groups: readonly Group[];
  range: Range | null;
  hands: SheetHands;
  onScroll: (to: ScrollTo) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const watch = new ResizeObserver(() => setWidth(scroller.current!.clientWidth));
    watch.observe(scroller.current!);
    return () => watch.disconnect();
  }, []);
  const column = Math.max(COLUMN, Math.floor((width - NAME) / shown.length));
  const rows = useVirtualizer({
    count: store.total,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 4,
    // rows begin below the heads, which stay
    scrollMargin: HEAD,
    scrollPaddingStart: HEAD,
    initialRect: FIRST_PAINT,
    useFlushSync: false,
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => column,
    overscan: 2,
    paddingStart: NAME,
    scrollPaddingStart: NAME,
    initialRect: FIRST_PAINT,
    useFlushSync: false,
  });
  useEffect(() => columns.measure(), [columns, column]);
  useScrollTo(onScroll, rows, columns);

  const [inRows, inColumns] = [rows.getVirtualItems(), columns.getVirtualItems()];
  const [from, to] = [inRows[0]?.index ?? 0, (inRows.at(-1)?.index ?? 0) + 1];
  const [c0, c1] = [inColumns[0]?.index ?? 0, inColumns.at(-1)?.index ?? 0];
  const pages = useMemo(() => {
    const all: { page: number; columns: string }[] = [];
    for (let page = Math.floor(c0 / BLOCK.columns); page * BLOCK.columns <= c1; page++)
      all.push({ page, columns: blockColumns(shown, page) });
    return all;
  }, [shown, c0, c1]);
  const names = useMemo(() => pages.map((p) => p.columns), [pages]);
  useEffect(() => store.want(from, to, names), [store, store.version, from, to, names]);
  const at = (c: number) => pages.find((p) => p.page === Math.floor(c / BLOCK.columns))!.columns;
  const firsts = new Set(groups.map((g) => g.from));

  const spotOf = (e: React.PointerEvent | React.MouseEvent): (Spot & { isRow: boolean }) | null => {
    const el = (e.target as HTMLElement).closest<HTMLElement>('[data-r]');
    return el ? { r: Number(el.dataset.r), c: Number(el.dataset.c ?? 0), isRow: el.dataset.c === undefined } : null;
  };
  return (
    <div
      ref={scroller}
      className="overflow-auto border-t border-rule bg-paper"
      role="grid"
      aria-label="Sheet"
      aria-multiselectable
      aria-rowcount={store.total + 2}
      aria-colcount={shown.length + 1}
    >
      <div className="relative" style={{ width: columns.getTotalSize() }}>
        <SheetHead
          shown={shown}
          groups={groups}
          items={inColumns}
          column={column}
          artworks={artworks}
          whole={hands.whole}
          fold={hands.fold}
        />
        <div
          className="relative select-none"
          role="rowgroup"
          style={{ height: rows.getTotalSize() }}
          onPointerDown={(e) => {
            const spot = spotOf(e);
            if (!spot || e.button !== 0) return;
            if (spot.isRow) hands.row(spot.r);
            else hands.press(spot, e.shiftKey);
          }}
          onPointerOver={(e) => {
            const spot = e.buttons === 1 ? spotOf(e) : null;
            if (spot && !spot.isRow) hands.drag(spot);
          }}
          onDoubleClick={(e) => {
            const spot = spotOf(e);
            if (spot && !spot.isRow) hands.open(spot);
          }}
        >
          {inRows.map((v) => (
            <Row
              key={v.index}
              r={v.index}
              top={v.start - HEAD}
              row={store.row(v.index, names)}
              range={range}
              cells={inColumns.map((i): InView => {
                const c = shown[i.index]!;
                return {
                  c: i.index,
                  key: c.key,
                  left: i.start,
                  width: i.size,
                  label: c.label,
                  first: firsts.has(i.index),
                  group: c.folded ? c.group : null,
                  cell: c.folded ? undefined : cellOf(store, v.index, at(i.index), c.key),
                };
              })}
            />
          ))}
        </div>
      </div>
    </div>
  );
}

type Rolls = Virtualizer<HTMLDivElement, Element>;
/** Hands out how to bring a cell into view. */
function useScrollTo(hand: (to: ScrollTo) => void, rows: Rolls, columns: Rolls): void {
  useEffect(() => {
    hand(({ r, c }) => {
      rows.scrollToIndex(r, { align: 'auto' });
      if (c >= 0) columns.scrollToIndex(c, { align: 'auto' });
    });
  }, [hand, rows, columns]);
}
