import { memo } from 'react';
import type { Coverage } from '@/core/planning/cells';
import type { SheetCell, SheetRow } from '@/services/line/sheet';
import { Cell, said } from './cell';
import { CoverageBar, coverageSaid, FoldedCell } from './coverage';
import { NAME, ROW } from './measures';
import { cropMarks, holds, type Range } from '../parts/lists/range';
import { MotifThumb } from './thumb';

/** A cell in view. */
export interface InView {
  c: number;
  key: string;
  left: number;
  width: number;
  label: string;
  /** The first of its group. */
  first: boolean;
  /** Of a folded group. */
  group: string | null;
  /** Undefined while it is not here. */
  cell: SheetCell | undefined;
}

/** A cell at its place. Each is held to its own: a column that comes into view makes no other anew. */
const GridCell = memo(function GridCell(v: {
  r: number;
  c: number;
  left: number;
  width: number;
  label: string;
  first: boolean;
  /** Undefined while it is not here. */
  cell: SheetCell | undefined;
  name: string | undefined;
  /** How the columns stand that are folded to this one. */
  folded: Coverage | undefined;
  chosen: boolean;
  /** Classes of the crop marks at its corners. */
  marks: string;
}) {
  const is = v.folded ? coverageSaid(v.folded) : v.cell === undefined ? '…' : said(v.cell);
  return (
    <div
      role="gridcell"
      aria-colindex={v.c + 2}
      aria-selected={v.chosen}
      aria-label={`${v.name ?? 'artwork'}, ${v.label}: ${is}`}
      data-r={v.r}
      data-c={v.c}
      className={`absolute top-0 cursor-default border-b border-rule2 ${v.first ? 'border-l-[1.5px] border-l-ink' : 'border-l border-l-rule2'} ${v.chosen ? 'bg-teal-t/60' : ''} ${v.cell && 'why' in v.cell ? 'hatched' : ''} ${v.marks}`}
      style={{ left: v.left, width: v.width, height: ROW, contain: 'layout style' }}
    >
      {v.folded ? <FoldedCell coverage={v.folded} /> : v.cell !== undefined && <Cell cell={v.cell} />}
      {v.marks.includes('crop-b') && (
        <>
          <i className="corner-l" />
          <i className="corner-r" />
        </>
      )}
    </div>
  );
});

/** The artwork of a row, which stays when its cells roll by. */
const RowHead = memo(function RowHead({ r, row }: { r: number; row: SheetRow | undefined }) {
  const all = row && row.coverage.stands + row.coverage.waits + row.coverage.held + row.coverage.open;
  return (
    <div
      role="rowheader"
      data-r={r}
      className="sticky left-0 z-10 grid h-full cursor-pointer grid-cols-[34px_60px_1fr] items-center overflow-hidden border-r border-b border-rule2 bg-paper text-left"
      style={{ width: NAME }}
    >
      <span className="pr-1.5 text-right text-[11px] text-faint">{String(r + 1).padStart(2, '0')}</span>
      {row ? <MotifThumb head={row} /> : <span className="h-[62px] w-[54px] bg-paper2" />}
      {row && (
        <span className="min-w-0 px-2 leading-tight">
          <b className="line-clamp-2 font-semibold">{row.name}</b>
          <span className="block truncate text-[11.5px] text-soft">{row.about}</span>
          <span className="sr-only">{coverageSaid(row.coverage)}</span>
          <span className="mt-1 block">
            <CoverageBar of={all!} coverage={row.coverage} />
          </span>
        </span>
      )}
    </div>
  );
});

/** One row: its artwork, and the cells of it that are in view. Where it was pressed is told by `data-r` and `data-c`. */
export const Row = memo(
  function Row({
    r,
    top,
    row,
    cells,
    range,
  }: {
    r: number;
    top: number;
    row: SheetRow | undefined;
    cells: InView[];
    range: Range | null;
  }) {
    return (
      <div
        role="row"
        aria-rowindex={r + 3}
        className="absolute left-0 w-full"
        style={{ transform: `translateY(${top}px)`, height: ROW, contain: 'layout style' }}
      >
        <RowHead r={r} row={row} />
        {cells.map((v) => (
          <GridCell
            key={v.key}
            r={r}
            c={v.c}
            left={v.left}
            width={v.width}
            label={v.label}
            first={v.first}
            cell={v.cell}
            name={row?.name}
            folded={v.group === null ? undefined : (row?.groups[v.group] ?? NONE)}
            chosen={holds(range, r, v.c)}
            marks={cropMarks(range, r, v.c)}
          />
        ))}
      </div>
    );
  },
  (a, b) =>
    a.r === b.r &&
    a.top === b.top &&
    a.row === b.row &&
    touches(a.range, a.r) === touches(b.range, b.r) &&
    a.cells.length === b.cells.length &&
    a.cells.every((v, i) => {
      const w = b.cells[i]!;
      return v.key === w.key && v.cell === w.cell && v.left === w.left && v.width === w.width && v.first === w.first;
    }),
);
const NONE = { stands: 0, waits: 0, held: 0, open: 0 };

/** What of a range a row shows: a row outside it does not care how it grows. */
const touches = (range: Range | null, r: number): string =>
  range && r >= range.r0 && r <= range.r1 ? `${range.c0} ${range.c1} ${r === range.r0} ${r === range.r1}` : '';
