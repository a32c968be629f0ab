'use client';
import {
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type RowData,
  type SortingState,
} from '@tanstack/react-table';
import { useId, useState } from 'react';
import { useWindow } from './use-window';

declare module '@tanstack/react-table' {
  // the names of the type parameters are the library's
  // eslint-disable-next-line @typescript-eslint/no-unused-vars
  interface ColumnMeta<TData extends RowData, TValue> {
    /** Numbers stand at the right. */
    right?: boolean;
    /** A column that takes what room is left. */
    wide?: boolean;
  }
}

/** Rows that Page Up and Page Down go over. */
const PAGE = 8;

/** What is done with the rows: which one is under the cursor, which are picked, and what a press on one does. */
export interface RowHands {
  openId?: string | null;
  picked?: ReadonlySet<string>;
  press?: (id: string, e: React.MouseEvent) => void;
  /** Space on the row under the cursor, where rows are picked one by one. */
  pick?: (id: string) => void;
  enlarge?: (id: string) => void;
}

/**
 * A table by TanStack Table of which only the rows on the screen are drawn. Column sizes are px; a column that is `wide`
 * takes the rest. Sorting is told (`sorting`, `sortBy`) where the server does it, and done here where it is not.
 */
export function Table<T>({
  label,
  data,
  columns,
  idOf,
  rowHeight,
  sorting,
  sortBy,
  sortHere = false,
  hands = {},
  onWindow,
}: {
  label: string;
  data: readonly T[];
  columns: ColumnDef<T, unknown>[];
  idOf: (row: T) => string;
  rowHeight: number;
  sorting?: SortingState;
  sortBy?: (column: string) => void;
  sortHere?: boolean;
  hands?: RowHands;
  onWindow?: (from: number, to: number) => void;
}) {
  const table = useReactTable<T>({
    data: data as T[],
    columns,
    getRowId: idOf,
    getCoreRowModel: getCoreRowModel(),
    ...(sortHere && { getSortedRowModel: getSortedRowModel() }),
    manualSorting: !sortHere,
    ...(sorting && { state: { sorting } }),
    enableSortingRemoval: false,
  });
  const tableId = useId();
  const { rows } = table.getRowModel();
  // where nobody else keeps a cursor, the table has its own (WAI-ARIA APG, grid)
  const [cursor, setCursor] = useState<string | null>(null);
  const openId = hands.openId === undefined ? cursor : hands.openId;
  const at = openId ? rows.findIndex((r) => r.id === openId) : -1;
  const { scroller, shown, height } = useWindow(rows.length, rowHeight, at, onWindow);
  const moved = (e: React.KeyboardEvent) => {
    if (hands.openId !== undefined || e.target !== e.currentTarget) return;
    const to = {
      ArrowDown: at + 1,
      ArrowUp: Math.max(0, at - 1),
      PageDown: at + PAGE,
      PageUp: Math.max(0, at - PAGE),
      Home: 0,
      End: rows.length - 1,
    }[e.key];
    if (to !== undefined) setCursor(rows[Math.min(rows.length - 1, to)]?.id ?? null);
    else if (e.key === ' ' && cursor && hands.pick) hands.pick(cursor);
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
      aria-rowcount={rows.length + 1}
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
          {table.getFlatHeaders().map((h) => {
            const sorted = h.column.getIsSorted();
            const content = flexRender(h.column.columnDef.header, h.getContext());
            return (
              <div
                key={h.id}
                role="columnheader"
                aria-sort={sorted ? (sorted === 'asc' ? 'ascending' : 'descending') : undefined}
                className={h.column.columnDef.meta?.right ? 'text-right' : ''}
              >
                {h.column.getCanSort() ? (
                  <button
                    className={`hover:text-ink ${sorted ? 'font-semibold text-ink underline' : ''}`}
                    onClick={() => (sortBy ? sortBy(h.column.id) : h.column.toggleSorting())}
                  >
                    {content}
                  </button>
                ) : (
                  content
                )}
              </div>
            );
          })}
        </div>
        <div role="rowgroup" className="relative" style={{ height: height }}>
          {shown.map((v) => {
            const r = rows[v.index]!;
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
                style={{ transform: `translateY(${v.start}px)`, height: rowHeight, gridTemplateColumns: template }}
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
