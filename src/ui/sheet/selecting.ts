import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import type { Selection, SelectionCount } from '@/services/line/sheet';
import { api } from '../api';
import { useSettled } from '../parts/use-settled';
import { columnsBetween, type ShownColumn } from './columns';
import type { Range } from '../parts/lists/range';
import type { SheetStore } from './store';

const TABLES = ['proof', 'artwork', 'docket', 'outlet', 'allowed'];

/** What a range on the screen means, so that it holds whatever is loaded. Null while one of its ends is not here yet. */
export function meantBy(
  range: Range | null,
  query: string,
  shown: readonly ShownColumn[],
  store: SheetStore,
  names: readonly string[],
): Selection | null {
  if (!range) return null;
  const search = Object.fromEntries(new URLSearchParams(query));
  const columns = columnsBetween(shown, range.c0, range.c1);
  if (range.r0 === 0 && range.r1 >= store.total - 1 && store.total > 1) return { search, columns };
  const [first, last] = [store.row(range.r0, names), store.row(range.r1, names)];
  return first && last ? { search, rows: { first: first.id, last: last.id }, columns } : null;
}

/** How much a selection means, asked once it rests, and again when that changes; `now` asks at once. */
export function useCounted(selection: Selection | null): {
  counted: SelectionCount | undefined;
  now: () => Promise<SelectionCount>;
} {
  const key = selection && JSON.stringify(selection);
  const settled = useSettled(key);
  const client = useQueryClient();
  const ask = (of: string) => api<SelectionCount>('POST', '/sheet/count', JSON.parse(of) as object);
  const { data } = useQuery({
    queryKey: ['/sheet/count', settled],
    queryFn: () => ask(settled!),
    enabled: settled !== null,
    meta: { tables: TABLES },
    gcTime: 60_000,
  });
  const now = useCallback(
    () =>
      client.fetchQuery({ queryKey: ['/sheet/count', key], queryFn: () => ask(key!), staleTime: 0, meta: { tables: TABLES } }),
    [client, key],
  );
  return { counted: settled === key ? data : undefined, now };
}
