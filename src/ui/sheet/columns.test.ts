import fc from 'fast-check';
import { columnKey } from '@/core/planning/cells';
import { arranged, columnsBetween, sumOf, type CountedColumn } from './columns';

const column = (d: number, o: number): CountedColumn => ({
  docket: `00000000-0000-4000-8000-00000000000${d}`,
  docketName: `Docket ${d}`,
  outlet: `outlet-${o}`,
  outletName: `Outlet ${o}`,
  counts: { stands: d, waits: o, held: 1 },
});
const all = [0, 1, 2].flatMap((o) => [0, 1, 2, 3].filter((d) => d !== o).map((d) => column(d, o)));

test('however they are grouped and folded, each column is shown once, and groups stand side by side without gaps', () =>
  fc.assert(
    fc.property(
      fc.constantFrom('outlet' as const, 'docket' as const),
      fc.subarray(all),
      fc.array(fc.nat(3)),
      (by, columns, fold) => {
        const folded = new Set(fold.map((n) => (by === 'outlet' ? `outlet-${n}` : column(n, 0).docket)));
        const { groups, shown } = arranged(columns, by, folded);
        const keys = shown.flatMap((s) => s.columns.map(columnKey));
        expect([...keys].sort()).toEqual(columns.map(columnKey).sort());
        let at = 0;
        for (const g of groups) {
          expect(g.from).toBe(at);
          expect(shown.slice(g.from, g.from + g.span).every((s) => s.group === g.id)).toBe(true);
          at += g.span;
        }
        expect(at).toBe(shown.length);
        expect(columnsBetween(shown, 0, shown.length - 1)).toHaveLength(columns.length);
      },
    ),
  ));
test('a folded group counts what is under it', () => {
  const { shown } = arranged(all, 'outlet', new Set(['outlet-1']));
  const one = shown.find((s) => s.folded)!;
  expect(one.label).toBe('Outlet 1');
  expect(sumOf(one.columns)).toEqual({ stands: 0 + 2 + 3, waits: 3, held: 3, open: 0 });
});
test('by docket, a column is called by its outlet', () =>
  expect(arranged(all, 'docket', new Set()).shown[0]).toMatchObject({ name: 'Outlet 0', label: 'Docket 1, Outlet 0' }));
