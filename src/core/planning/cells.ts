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
  docket: string;
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

/** What dockets take by hand, whatever their rules say: artworks under dockets, by `allowedKey`. */
export type Allowed = ReadonlySet<string>;
export const allowedKey = (artwork: string, docket: string): string => `${artwork}/${docket}`;

/** May a hand let a docket take an artwork all the same? A rule of the docket can be set aside; what is not there yet cannot. */
export const mayBeAllowed = (why: Said | null): boolean => why !== null && !['still-measured', 'not-taken-in'].includes(why.code);

/**
 * Why an artwork cannot be a proof at a place; null when it can. `lead` is the artwork of its motif that has the place: linked
 * twins are one proof, and each cloth takes the twin that suits it. `allowed` is what dockets take by hand.
 */
export function whyClosed(
  work: Candidate & { id: string },
  at: Place,
  lead: { id: string; name: string } | undefined,
  allowed: Allowed,
): Said | null {
  if (!at.told) return { code: 'not-connected', values: { outlet: at.outletName } };
  if (!at.offered) return { code: 'not-offered', values: { outlet: at.outletName } };
  return byRule(work, at, allowed) ?? (lead && lead.id !== work.id ? { code: 'twin', values: { name: lead.name } } : null);
}

/** Why a docket does not take an artwork, by its rule or by a hand that sets the rule aside. */
export function byRule(
  work: Candidate & { id: string },
  { docket, accepts }: Pick<Place, 'docket' | 'accepts'>,
  allowed: Allowed,
): Said | null {
  const why = whyNot(accepts, work);
  return mayBeAllowed(why) && allowed.has(allowedKey(work.id, docket)) ? null : why;
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
