import type { SheetColumn } from '@/services/line/sheet';

/** Columns of one outlet, side by side. */
export interface OutletGroup {
  name: string;
  from: number;
  span: number;
}
export const groupsOf = (columns: SheetColumn[]): OutletGroup[] =>
  columns.reduce<OutletGroup[]>((all, c, i) => {
    const last = all.at(-1);
    if (last?.name === c.outletName) last.span++;
    else all.push({ name: c.outletName, from: i, span: 1 });
    return all;
  }, []);

/** Outlets and their dockets above the sheet; a press on one selects all below it. */
export function SheetHead({
  columns,
  groups,
  template,
  whole,
}: {
  columns: SheetColumn[];
  groups: OutletGroup[];
  template: string;
  whole: (first: number, last: number) => void;
}) {
  const first = (i: number) => groups.some((g) => g.from === i);
  return (
    <div className="sticky top-0 z-20 w-fit min-w-full bg-paper2" role="rowgroup">
      <div className="grid" role="row" style={{ gridTemplateColumns: template }}>
        <div role="columnheader" className="sticky left-0 z-10 border-r border-rule2 bg-paper2 px-2.5 pt-2 pb-1 font-semibold">
          Artwork
        </div>
        {groups.map((g) => (
          <button
            key={g.name}
            role="columnheader"
            className="border-l-[1.5px] border-ink px-2.5 pt-2 pb-1 text-left font-slab text-[14.5px] leading-none font-semibold hover:bg-rule2"
            style={{ gridColumn: `span ${g.span}` }}
            onClick={() => whole(g.from, g.from + g.span - 1)}
          >
            {g.name}
          </button>
        ))}
      </div>
      <div className="grid border-b-[1.5px] border-ink" role="row" style={{ gridTemplateColumns: template }}>
        <div role="columnheader" className="sticky left-0 z-10 border-r border-rule2 bg-paper2" aria-label="Artwork" />
        {columns.map((c, i) => (
          <button
            key={`${c.outlet}${c.docket}`}
            role="columnheader"
            className={`truncate px-2.5 pt-1 pb-1.5 text-left text-[12px] text-soft hover:bg-rule2 ${first(i) ? 'border-l-[1.5px] border-ink' : 'border-l border-rule2'}`}
            onClick={() => whole(i, i)}
          >
            {c.docketName}
          </button>
        ))}
      </div>
    </div>
  );
}
