import { artworksIn, isAbout } from '@/core/desk/changes';
import type { SheetCell, SheetRow, SheetWindow } from '@/services/line/sheet';
import { api } from '../api';
import { useWindows, type Source, type Windows } from '../parts/lists/windows';
import { BLOCK } from './blocks';
import type { By } from './columns';

/** What of a sheet is looked at. */
export interface View {
  query: string;
  by: By;
}
/** Windows of the sheet; a part is the columns of a block. */
export type SheetStore = Windows<SheetRow, SheetWindow>;

const TABLES = ['artwork', 'proof', 'listing', 'outlet', 'docket', 'allowed'];

const sourceOf = (view: View): Source<SheetRow, SheetWindow> => ({
  block: BLOCK.rows,
  tables: TABLES,
  fetch: (from, count, columns) => {
    const query = new URLSearchParams(view.query);
    query.set('from', String(from));
    query.set('count', String(count));
    query.set('by', view.by);
    query.set('columns', columns);
    return api<SheetWindow>('GET', `/sheet/rows?${query}`);
  },
  touches: (changes, rows) => {
    // a new artwork, or another name, may move every row
    const artworks = isAbout(changes, ['artwork', 'outlet', 'docket']) ? null : artworksIn(changes, ['proof', 'listing']);
    return !artworks || rows.some((r) => artworks.has(r.id));
  },
});

/** One cell; undefined while it is not here. */
export const cellOf = (store: SheetStore, index: number, columns: string, key: string): SheetCell | undefined =>
  store.row(index, [columns])?.cells[key];

/** The store of a view. `first` is what the server found for the first paint. */
export const useSheet = (view: View, first: { columns: string; window: SheetWindow }): SheetStore =>
  useWindows(`${view.by} ${view.query}`, sourceOf(view), { part: first.columns, window: first.window });
