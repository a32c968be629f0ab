import { useCallback, useState } from 'react';
import type { GalleyRowView, GalleyWindowView } from '@/api/shapes/galley';
import type { Step } from '@/core/correcting/steps';
import { isAbout } from '@/core/desk/changes';
import { api } from '../api';
import { useWindows, type Source, type Windows } from '../parts/lists/windows';
import { BLOCK } from './search';

const TABLES = ['proof', 'listing', 'outlet', 'artwork', 'docket', 'finding'];

/** What of the words is looked at. */
export interface Looked {
  search: Record<string, string>;
  language: string | null;
  fields: string[];
  steps: Step[];
}
export const windowOf = (looked: Looked, from: number, count: number): Promise<GalleyWindowView> =>
  api<GalleyWindowView>('POST', '/proofs/words/rows', { ...looked, from, count });

const sourceOf = (looked: Looked): Source<GalleyRowView, GalleyWindowView> => ({
  block: BLOCK,
  tables: TABLES,
  fetch: (from, count) => windowOf(looked, from, count),
  touches: (changes) => isAbout(changes, TABLES),
});

export interface GalleyList {
  total: number;
  /** A row; while one with other marks is on its way, as it was shown last. */
  row: (index: number) => GalleyRowView | undefined;
  want: (from: number, to: number) => void;
  /** Shows what a hand has just written; what it returns is called once the house has answered to that. */
  put: (written: readonly { id: string; field: string; value: string | string[] }[]) => () => void;
  version: number;
}

/** Words of proofs, window by window, with what the steps make of them. */
export function useGalley(looked: Looked, first: GalleyWindowView): GalleyList {
  const name = JSON.stringify(looked);
  const same = JSON.stringify([looked.search, looked.language, looked.fields]);
  const list = useWindows(name, sourceOf(looked), { window: first });
  const [held, setHeld] = useState<{ same: string; list: Windows<GalleyRowView, GalleyWindowView>; before: typeof list | null }>({ same, list, before: null }); // prettier-ignore
  // other steps over the same proofs: what was shown stays until they are here
  if (held.list !== list) setHeld({ same, list, before: held.same === same ? held.list : null });
  const want = useCallback((from: number, to: number) => list.want(from, to), [list]);
  const put = useCallback<GalleyList['put']>(
    (written) => {
      const by = new Map<string, (row: GalleyRowView) => GalleyRowView>();
      for (const { id, field, value } of written) {
        const before = by.get(id) ?? ((row: GalleyRowView) => row);
        by.set(id, (row) => {
          const so = before(row);
          const cell = so.fields[field];
          return cell ? { ...so, fields: { ...so.fields, [field]: { ...cell, value, next: null, problems: [] } } } : so;
        });
      }
      return list.put(by);
    },
    [list],
  );
  return {
    total: list.total,
    row: (i) => list.row(i) ?? held.before?.row(i),
    want,
    put,
    version: list.version,
  };
}
