import { whyNot, type Candidate } from '../docket/accepts';
import type { Accepts } from '../docket/docket';
import type { Said } from '../said';

/** A column of the sheet: a docket at an outlet. */
export interface Column {
  docket: string;
  outlet: string;
}
/** What of a docket and an outlet decides on the cells below them. */
export interface Place {
  accepts: Accepts;
  outletName: string;
  /** The outlet has told its rules, and the docket names it. */
  told: boolean;
  offered: boolean;
}
export const columnKey = (c: Column): string => `${c.docket}/${c.outlet}`;
/** A column by its key; null when it is none. */
export const columnOf = (key: string): Column | null => {
  const [, docket, outlet] = /^([0-9a-f-]{36})\/([0-9a-z-]{1,64})$/.exec(key) ?? [];
  return docket && outlet ? { docket, outlet } : null;
};

/**
 * Why an artwork cannot be a proof at a place; null when it can. `lead` is the artwork of its motif that has the place: linked
 * twins are one proof, and each cloth takes the twin that suits it.
 */
export function whyClosed(
  work: Candidate & { id: string },
  at: Place,
  lead: { id: string; name: string } | undefined,
): Said | null {
  if (!at.told) return { code: 'not-connected', values: { outlet: at.outletName } };
  if (!at.offered) return { code: 'not-offered', values: { outlet: at.outletName } };
  return whyNot(at.accepts, work) ?? (lead && lead.id !== work.id ? { code: 'twin', values: { name: lead.name } } : null);
}

/** How many cells of a part of the sheet stand at their outlet, wait on the way, are held or refused, or could be made. */
export interface Coverage {
  stands: number;
  waits: number;
  held: number;
  open: number;
}
export const noCoverage = (): Coverage => ({ stands: 0, waits: 0, held: 0, open: 0 });

/** Which of these a proof's state counts as. */
export const standingOf = (state: string): 'stands' | 'waits' | 'held' =>
  state === 'listed' ? 'stands' : state === 'held' || state === 'refused' ? 'held' : 'waits';
