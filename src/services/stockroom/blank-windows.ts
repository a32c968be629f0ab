import { inWorkspace } from '../../data/database';
import * as data from '../../data/stockroom/blank-windows';
import {
  BLANK_SORTS,
  type BlankFilter,
  type BlankKinds,
  type BlankLine,
  type BlankName,
  type BlankSort,
} from '../../data/stockroom/blank-windows';
import { Trouble } from '../trouble';

export type { BlankKinds, BlankLine, BlankName };

/** A search among blanks, as it stands in an address; what is left out narrows nothing. */
export type BlankSearch = Partial<Record<(typeof BLANK_SEARCH_PARTS)[number], string>>;
export const BLANK_SEARCH_PARTS = ['find', 'department', 'kind', 'house', 'family', 'days', 'sort'] as const;

/** What a search means. Throws Trouble on an order that there is not, or on days that are no number. */
export function blankFilterOf(s: BlankSearch): { filter: BlankFilter; sort: BlankSort } {
  const sort = s.sort || 'name';
  if (!(sort in BLANK_SORTS)) throw new Trouble('not-valid', `Blanks are not sorted by ${sort}.`, 'sort');
  const days = s.days ? Number(s.days) : undefined;
  if (days !== undefined && !(Number.isInteger(days) && days >= 0 && days <= 90))
    throw new Trouble('not-valid', 'Days are a whole number from 0 to 90.', 'days');
  return {
    sort: sort as BlankSort,
    filter: {
      ...(s.find?.trim() && { find: s.find }),
      ...(s.department && { department: s.department }),
      ...(s.kind && { kind: s.kind }),
      ...(s.house && { house: s.house }),
      ...(s.family && { family: s.family }),
      ...(days !== undefined && { days }),
    },
  };
}

export interface BlankWindow {
  from: number;
  total: number;
  rows: BlankLine[];
}
/** A window of a search among blanks, from a place on. */
export function blankWindow(workspace: string, search: BlankSearch, o: { from: number; count: number }): Promise<BlankWindow> {
  const { filter, sort } = blankFilterOf(search);
  return inWorkspace(workspace, async (tx) => ({
    from: o.from,
    total: await data.countBlanks(tx, filter),
    rows: await data.blankLines(tx, filter, sort, o.from, o.count),
  }));
}

/** Blanks by name, all or some: what of them is chosen is asked for by id. */
export const blankNames = (workspace: string, among?: string[]): Promise<BlankName[]> =>
  inWorkspace(workspace, (tx) => data.blankNames(tx, among));

/** Of what there are how many. */
export const blankKinds = (workspace: string): Promise<BlankKinds> => inWorkspace(workspace, data.blankKinds);
