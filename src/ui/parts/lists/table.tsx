'use client';
import {
  flexRender,
  getCoreRowModel,
  useReactTable,
  type ColumnDef,
  type Header,
  type RowData,
  type SortingState,
} from '@tanstack/react-table';
import { useId, useState } from 'react';
import { widened, type Shown } from './layout';
import { useWindow } from './use-window';

declare module '@tanstack/react-table' {
  // the names of the type parameters are the library's
  // eslint-disable-next-line @typescript-eslint/no-unused-vars
  interface ColumnMeta<TData extends RowData, TValue> {
    /** Numbers stand at the right. */
    right?: boolean;
    /** A column that takes what room is left. */
    wide?: boolean;
    /** Stands before or behind those that are chosen, whatever the layout. */
    fixed?: 'first' | 'last';
  }
}

/** Rows that Page Up and Page Down go over. */
const PAGE = 8;

/** What is done with the rows: which one is under the cursor, which are picked, and what a press on one does. */
export interface RowHands {
  /** The row under the cursor and its place, where somebody else keeps them. */
  openId?: string | null;
  openAt?: number;
  picked?: ReadonlySet<string>;
  press?: (id: string, e: React.MouseEvent) => void;
  /** Space on the row under the cursor, where rows are picked one by one. */
  pick?: (id: string) => void;
  enlarge?: (id: string) => void;
}

/** Rows of which only some are here. */
export interface RowWindow<T> {
  total: number;
  /** The row at a place; undefined while it is not here yet. */
  row: (index: number) => T | undefined;
}
/** Which columns are shown, in which order, how wide; and another layout. */
export interface Layout {
  shown: readonly Shown[];
  put: (shown: Shown[]) => void;
}

/** Columns as a layout has them: the fixed ones at their ends, the others in its order and widths. */
function laidOut<T>(columns: readonly ColumnDef<T, unknown>[], layout: Layout | undefined): ColumnDef<T, unknown>[] {
  if (!layout) return [...columns];
  const fixed = (end: 'first' | 'last') => columns.filter((c) => c.meta?.fixed === end);
  const chosen = layout.shown.flatMap(({ id, width }) => {
    const column = columns.find((c) => c.id === id);
    return column ? [{ ...column, ...(width && { size: width, meta: { ...column.meta, wide: false } }) }] : [];
  });
  return [...fixed('first'), ...chosen, ...fixed('last')];
}

/**
 * A table by TanStack Table of which only the rows on the screen are drawn; what is not here yet is drawn grey. Column sizes are px; a
 * column that is `wide` takes the rest. The server sorts: what is sorted by is told (`sorting`), and a press on a head asks for another
 * (`sortBy`).
 */
export function Table<T extends { id: string }>({
  label,
  rows,
  columns,
  rowHeight,
  sorting,
  sortBy,
  layout,
  hands = {},
  onWindow,
}: {
  label: string;
  rows: RowWindow<T>;
  columns: ColumnDef<T, unknown>[];
  rowHeight: number;
  sorting?: SortingState;
  sortBy?: (column: string) => void;
  layout?: Layout;
  hands?: RowHands;
  onWindow?: (from: number, to: number) => void;
}) {
  const tableId = useId();
  // where nobody else keeps a cursor, the table has its own (WAI-ARIA APG, grid)
  const [cursor, setCursor] = useState(-1);
  const own = hands.openId === undefined;
  const at = own ? cursor : (hands.openAt ?? -1);
  const openId = own ? (rows.row(cursor)?.id ?? null) : hands.openId;
  const { scroller, shown, height } = useWindow(rows.total, rowHeight, at, onWindow);
  const table = useReactTable<T>({
    data: shown.flatMap((v) => rows.row(v.index) ?? []),
    columns: laidOut(columns, layout),
    getRowId: (r) => r.id,
    getCoreRowModel: getCoreRowModel(),
    manualSorting: true,
    // rows come and go as one scrolls: nothing begins anew for that
    autoResetAll: false,
    state: { sorting: sorting ?? [] },
    enableSortingRemoval: false,
  });
  const drawn = new Map(table.getRowModel().rows.map((r) => [r.id, r]));
  const moved = (e: React.KeyboardEvent) => {
    if (!own || e.target !== e.currentTarget) return;
    const to = {
      ArrowDown: at + 1,
      ArrowUp: Math.max(0, at - 1),
      PageDown: at + PAGE,
      PageUp: Math.max(0, at - PAGE),
      Home: 0,
      End: rows.total - 1,
    }[e.key];
    if (to !== undefined) setCursor(Math.min(rows.total - 1, to));
    else if (e.key === ' ' && openId && hands.pick) hands.pick(openId);
    else return;
    e.preventDefault();
  };
  const leaves = table.getVisibleLeafColumns();
  const template = leaves.map((c) => (c.columnDef.meta?.wide ? `minmax(${c.getSize()}px, 1fr)` : `${c.getSize()}px`)).join(' ');
  const width = leaves.reduce((n, c) => n + c.getSize() + 12, 24);
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={label}
      aria-rowcount={rows.total + 1}
      tabIndex={0}
      aria-activedescendant={openId && at >= 0 ? `${tableId}-${openId}` : undefined}
      onKeyDown={moved}
      className="h-full overflow-auto bg-paper"
    >
      <div style={{ minWidth: width }}>
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-10 grid gap-3 border-b border-ink bg-paper px-3 py-1.5 text-[11.5px] text-soft"
          style={{ gridTemplateColumns: template }}
        >
          {table.getFlatHeaders().map((h) => (
            <Head key={h.id} of={h} sortBy={sortBy} layout={layout} />
          ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height: height }}>
          {shown.map((v) => {
            const id = rows.row(v.index)?.id;
            const r = id === undefined ? undefined : drawn.get(id);
            const place = { transform: `translateY(${v.start}px)`, height: rowHeight, gridTemplateColumns: template };
            if (!r)
              return (
                <div key={v.index} role="row" aria-rowindex={v.index + 2} className="absolute left-0 w-full p-2" style={place}>
                  <div role="gridcell" className="skeleton h-full rounded-none" />
                </div>
              );
            const isPicked = hands.picked?.has(r.id) ?? false;
            return (
              <div
                key={r.id}
                id={`${tableId}-${r.id}`}
                role="row"
                aria-rowindex={v.index + 2}
                aria-selected={hands.picked && isPicked}
                data-id={r.id}
                onClick={hands.press && ((e) => hands.press!(r.id, e))}
                onDoubleClick={hands.enlarge && (() => hands.enlarge!(r.id))}
                className={`absolute left-0 grid w-full items-center gap-3 border-b border-rule2 px-3 ${hands.press ? 'cursor-pointer' : ''} ${isPicked ? 'bg-teal-t' : r.id === openId ? 'bg-paper2 outline-2 -outline-offset-2 outline-teal' : 'hover:bg-paper2'}`}
                style={place}
              >
                {r.getVisibleCells().map((c) => (
                  <div
                    key={c.id}
                    role="gridcell"
                    className={`min-w-0 truncate ${c.column.columnDef.meta?.right ? 'text-right tabular-nums' : ''}`}
                  >
                    {flexRender(c.column.columnDef.cell, c.getContext())}
                  </div>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

/** A column's head: a press sorts by it, its edge is drawn wider or narrower (with keys: in the chooser of columns). */
function Head<T>({ of: h, sortBy, layout }: { of: Header<T, unknown>; sortBy?: (column: string) => void; layout?: Layout }) {
  const { meta, header } = h.column.columnDef;
  const sorted = h.column.getIsSorted();
  const content = flexRender(header, h.getContext());
  const draw = (e: React.PointerEvent<HTMLSpanElement>) => {
    const edge = e.currentTarget;
    const [from, wide] = [e.clientX, edge.parentElement!.getBoundingClientRect().width];
    edge.setPointerCapture(e.pointerId);
    edge.onpointermove = (to) => layout!.put(widened(layout!.shown, h.column.id, wide + to.clientX - from));
    edge.onpointerup = () => (edge.onpointermove = null);
    e.preventDefault();
  };
  return (
    <div
      role="columnheader"
      aria-sort={sorted ? (sorted === 'asc' ? 'ascending' : 'descending') : undefined}
      className={`relative min-w-0 ${meta?.right ? 'text-right' : ''}`}
    >
      {h.column.columnDef.enableSorting !== false && sortBy ? (
        <button
          className={`max-w-full truncate hover:text-ink ${sorted ? 'font-semibold text-ink underline' : ''}`}
          onClick={() => sortBy(h.column.id)}
        >
          {content}
        </button>
      ) : (
        content
      )}
      {layout && !meta?.fixed && (
        <span
          aria-hidden
          title="Drag to widen"
          onPointerDown={draw}
          className="absolute -top-1.5 -right-[9px] z-10 h-[calc(100%+12px)] w-[7px] cursor-col-resize border-r border-rule hover:border-teal"
        />
      )}
    </div>
  );
}
