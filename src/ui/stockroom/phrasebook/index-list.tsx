'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { count } from '../../parts/format';
import type { Line } from './tree';

const ROW_PX = 30;

/** The index of the book: entries in their tree, drawn as far as they are in view; arrows go along it. */
export function IndexList({ lines, at, open }: { lines: readonly Line[]; at: string | null; open: (key: string) => void }) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
    initialRect: { width: 300, height: 700 },
  });
  const here = lines.findIndex((l) => l.entry.key === at);
  useEffect(() => {
    if (here >= 0) rows.scrollToIndex(here, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- when another entry is opened, and only then
  }, [at]);
  const step = (by: number) => {
    const next = lines[Math.max(0, Math.min(lines.length - 1, here < 0 ? 0 : here + by))];
    if (next) open(next.entry.key);
  };
  return (
    <div
      ref={box}
      role="listbox"
      tabIndex={0}
      aria-label="Entries of the phrasebook"
      aria-activedescendant={at && here >= 0 ? `phrase-${at}` : undefined}
      className="min-h-0 overflow-auto bg-paper outline-offset-[-2px]"
      onKeyDown={(e) => {
        const by = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12 }[e.key];
        if (!by) return;
        e.preventDefault();
        step(by);
      }}
    >
      <div className="relative" style={{ height: rows.getTotalSize() }} role="presentation">
        {rows.getVirtualItems().map((row) => {
          const { entry, depth } = lines[row.index]!;
          const chosen = entry.key === at;
          return (
            <div
              key={entry.key}
              id={`phrase-${entry.key}`}
              role="option"
              aria-selected={chosen}
              aria-setsize={lines.length}
              aria-posinset={row.index + 1}
              onClick={() => open(entry.key)}
              className={`absolute flex w-full cursor-pointer items-baseline gap-2 border-b border-rule2 pr-3 leading-[29px] ${chosen ? 'bg-teal-t font-semibold' : 'hover:bg-paper2'}`}
              style={{ top: row.start, height: ROW_PX, paddingLeft: 12 + depth * 16 }}
            >
              <span className={`min-w-0 truncate ${depth ? '' : 'font-slab text-[14.5px]'}`}>{entry.name}</span>
              <span className="grow" />
              {entry.proofs > 0 && (
                <span
                  className="shrink-0 text-[11.5px] text-soft tabular-nums"
                  title={`${count(entry.proofs, 'proof')} made of it`}
                >
                  {entry.proofs}
                </span>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
