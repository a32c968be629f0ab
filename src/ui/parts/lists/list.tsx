'use client';
import { useWindow } from './use-window';

/** A long list of which only what is on the screen is drawn. `at` is scrolled to when it changes. */
export function WindowedList<T extends { id: string }>({
  label,
  total,
  item,
  rowHeight,
  row,
  at = -1,
  onWindow,
}: {
  label: string;
  total: number;
  /** The item at a place; undefined while it is not here yet. */
  item: (index: number) => T | undefined;
  /** px, every row alike. */
  rowHeight: number;
  row: (item: T, index: number) => React.ReactNode;
  at?: number;
  /** Told which rows are drawn, from and behind the last. */
  onWindow?: (from: number, to: number) => void;
}) {
  const { scroller, shown, height } = useWindow(total, rowHeight, at, onWindow);
  return (
    <div ref={scroller} tabIndex={0} className="h-full overflow-auto bg-paper">
      <div role="list" aria-label={label} className="relative" style={{ height: height }}>
        {shown.map((v) => {
          const one = item(v.index);
          return (
            <div
              key={one?.id ?? v.index}
              role="listitem"
              aria-setsize={total}
              aria-posinset={v.index + 1}
              className="absolute left-0 w-full"
              style={{ transform: `translateY(${v.start}px)`, height: rowHeight }}
            >
              {one ? row(one, v.index) : <div className="skeleton mx-2.5 my-2 h-[70%] rounded-none" />}
            </div>
          );
        })}
      </div>
    </div>
  );
}
