import { ChevronsLeftRight, ChevronsRightLeft } from 'lucide-react';
import type { VirtualItem } from '@tanstack/react-virtual';
import { count } from '../parts/format';
import { sumOf, type Group, type ShownColumn } from './columns';
import { CoverageBar, coverageSaid } from './coverage';
import { NAME } from './measures';

/** Outlets and their dockets (or the other way round) above the sheet; a press on one selects all below it. */
export function SheetHead({
  shown,
  groups,
  items,
  column,
  artworks,
  whole,
  fold,
}: {
  shown: readonly ShownColumn[];
  groups: readonly Group[];
  items: readonly VirtualItem[];
  /** Width of a column, px. */
  column: number;
  artworks: number;
  whole: (first: number, last: number) => void;
  fold: (group: string) => void;
}) {
  const [first, last] = [items[0]?.index ?? 0, items.at(-1)?.index ?? -1];
  const inView = groups.filter((g) => g.from <= last && g.from + g.span > first);
  return (
    <div className="sticky top-0 z-20 h-[62px] border-b-[1.5px] border-ink bg-paper2" role="rowgroup">
      <div role="row" className="absolute inset-x-0 top-0 h-[30px]">
        <div
          role="columnheader"
          className="sticky left-0 z-10 h-[62px] border-r border-rule2 bg-paper2 px-2.5 pt-2 font-semibold"
          style={{ width: NAME }}
        >
          Artwork
        </div>
        {inView.map((g) => (
          <div
            key={g.id}
            role="columnheader"
            className="absolute top-0 flex h-[30px] items-center border-l-[1.5px] border-ink"
            style={{ left: NAME + g.from * column, width: g.span * column }}
          >
            <span className="sticky flex max-w-full min-w-0 items-center" style={{ left: NAME + 1 }}>
              <button
                className="min-w-0 truncate px-2.5 text-left font-slab text-[14.5px] leading-[30px] font-semibold hover:bg-rule2"
                onClick={() => whole(g.from, g.from + g.span - 1)}
              >
                {g.name}
              </button>
              {g.columns.length > 1 && (
                <button
                  className="grid h-6 w-6 shrink-0 place-items-center text-soft hover:text-ink"
                  aria-expanded={!g.folded}
                  aria-label={g.folded ? `Unfold ${g.name}` : `Fold ${g.name} to one column`}
                  title={g.folded ? 'Unfold' : 'Fold to one column'}
                  onClick={() => fold(g.id)}
                >
                  {g.folded ? <ChevronsLeftRight size={13} /> : <ChevronsRightLeft size={13} />}
                </button>
              )}
            </span>
          </div>
        ))}
      </div>
      <div role="row" className="absolute inset-x-0 top-[30px] h-[31px]">
        {items.map((v) => {
          const c = shown[v.index]!;
          const sum = sumOf(c.columns);
          const isFirst = groups.some((g) => g.from === v.index);
          return (
            <button
              key={c.key}
              role="columnheader"
              aria-colindex={v.index + 2}
              title={`${c.label}: ${coverageSaid(sum)}`}
              className={`absolute top-0 grid h-[31px] content-between text-left text-[12px] text-soft hover:bg-rule2 ${isFirst ? 'border-l-[1.5px] border-ink' : 'border-l border-rule2'}`}
              style={{ left: v.start, width: v.size }}
              onClick={() => whole(v.index, v.index)}
            >
              <span className="block truncate px-2.5 pt-1">{c.folded ? count(c.columns.length, 'column') : c.name}</span>
              <CoverageBar of={artworks * c.columns.length} coverage={sum} />
            </button>
          );
        })}
      </div>
    </div>
  );
}
