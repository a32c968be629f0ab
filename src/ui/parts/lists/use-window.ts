import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';

/** Taken for the room there is until it is measured, so that the first rows come with the page: px. */
export const FIRST_PAINT = { width: 1280, height: 700 };
/** Rows beyond the screen that are drawn all the same, so that nothing is blank while it is scrolled. */
const OVERSCAN = 8;

/**
 * Draws only the rows of a long list that are on the screen. `at` is scrolled to when it changes; `onWindow` is told which
 * rows are drawn, from and behind the last. Heights are px.
 */
export function useWindow(count: number, rowHeight: number, at: number, onWindow?: (from: number, to: number) => void) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: OVERSCAN,
    initialRect: FIRST_PAINT,
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
  return { scroller, shown, height: virtual.getTotalSize() };
}
