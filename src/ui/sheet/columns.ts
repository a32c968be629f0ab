import { columnKey, noCoverage, type Column, type Coverage } from '@/core/planning/cells';
import type { SheetColumn } from '@/services/line/sheet';

export type By = 'outlet' | 'docket';
export type CountedColumn = SheetColumn & { counts: Omit<Coverage, 'open'> };

/** Columns that go together: those of an outlet, or those of a docket. */
export interface Group {
  id: string;
  name: string;
  columns: CountedColumn[];
  folded: boolean;
  /** Where it begins among what is shown, and how much of that it takes. */
  from: number;
  span: number;
}
/** One column as it is shown: a docket at an outlet, or a group folded to one. */
export interface ShownColumn {
  key: string;
  group: string;
  /** What stands above it. */
  name: string;
  /** What it is, in full. */
  label: string;
  folded: boolean;
  /** What it stands for. */
  columns: CountedColumn[];
}

const groupOf = (c: SheetColumn, by: By) =>
  by === 'outlet' ? { id: c.outlet, name: c.outletName } : { id: c.docket, name: c.docketName };

/** Puts columns into their groups, in the order in which these first come, and folds some of them. */
export function arranged(
  columns: readonly CountedColumn[],
  by: By,
  folded: ReadonlySet<string>,
): { groups: Group[]; shown: ShownColumn[] } {
  const groups = new Map<string, Group>();
  for (const c of columns) {
    const { id, name } = groupOf(c, by);
    const group = groups.get(id) ?? { id, name, columns: [], folded: folded.has(id), from: 0, span: 0 };
    group.columns.push(c);
    groups.set(id, group);
  }
  const shown: ShownColumn[] = [];
  for (const g of groups.values()) {
    g.from = shown.length;
    g.span = g.folded ? 1 : g.columns.length;
    if (g.folded) shown.push({ key: `folded ${g.id}`, group: g.id, name: '', label: g.name, folded: true, columns: g.columns });
    else
      for (const c of g.columns) {
        const name = by === 'outlet' ? c.docketName : c.outletName;
        shown.push({
          key: columnKey(c),
          group: g.id,
          name,
          label: `${c.docketName}, ${c.outletName}`,
          folded: false,
          columns: [c],
        });
      }
  }
  return { groups: [...groups.values()], shown };
}

/** How the cells of several columns stand, of so many rows. */
export function sumOf(columns: readonly CountedColumn[]): Coverage {
  const sum = noCoverage();
  for (const { counts } of columns) for (const how of ['stands', 'waits', 'held'] as const) sum[how] += counts[how];
  return sum;
}

/** The columns of a stretch of what is shown. */
export const columnsBetween = (shown: readonly ShownColumn[], c0: number, c1: number): Column[] =>
  shown.slice(c0, c1 + 1).flatMap((s) => s.columns.map(({ docket, outlet }) => ({ docket, outlet })));
