'use client';
import { useWindow } from './use-window';

/** A long list of which only what is on the screen is drawn. `at` is scrolled to when it changes. */
export function WindowedList<T>({
  label,
  items,
  rowHeight,
  keyOf,
  row,
  at = -1,
  onWindow,
}: {
  label: string;
  items: readonly T[];
  /** px, every row alike. */
  rowHeight: number;
  keyOf: (item: T) => string;
  row: (item: T, index: number) => React.ReactNode;
  at?: number;
  /** Told which rows are drawn, from and behind the last. */
  onWindow?: (from: number, to: number) => void;
}) {
  const { scroller, shown, height } = useWindow(items.length, rowHeight, at, onWindow);
  return (
    <div ref={scroller} tabIndex={0} className="h-full overflow-auto bg-paper">
      <div role="list" aria-label={label} className="relative" style={{ height: height }}>
        {shown.map((v) => (
          <div
            key={keyOf(items[v.index]!)}
            role="listitem"
            aria-setsize={items.length}
            aria-posinset={v.index + 1}
            className="absolute left-0 w-full"
            style={{ transform: `translateY(${v.start}px)`, height: rowHeight }}
          >
            {row(items[v.index]!, v.index)}
          </div>
        ))}
      </div>
    </div>
  );
}
