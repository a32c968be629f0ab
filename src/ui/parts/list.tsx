'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';

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
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    useFlushSync: false,
  });
  const shown = virtual.getVirtualItems();
  const [from, to] = [shown[0]?.index ?? 0, (shown.at(-1)?.index ?? -1) + 1];
  useEffect(() => onWindow?.(from, to), [onWindow, from, to]);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // only when the cursor moves
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at]);
  return (
    <div ref={scroller} tabIndex={0} className="h-full overflow-auto bg-paper">
      <div role="list" aria-label={label} className="relative" style={{ height: virtual.getTotalSize() }}>
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
