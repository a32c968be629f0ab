import { useMemo } from 'react';
import type { CheckView, ChecksSeenView } from '@/api/shapes/checks';
import type { Put } from '../parts/use-address';
import { foundAddress, foundKey, inOrder, stepFrom, useChecks, type At } from './checks';
import type { Column } from './search';

/** What was found in the words, which of it is looked at, and the way on. */
export interface Found {
  /** What the address says is looked at. */
  isAt: string | null;
  seen: ChecksSeenView | undefined;
  things: At[];
  thing: At | null;
  /** Shows the listings of a check, or of one thing that it found, with the fields in which that stands. */
  goTo: (check: CheckView, what: string | null) => void;
  stepBy: (by: 1 | -1) => void;
  /** Goes on to what stands behind the thing that is looked at; false where there is no other. */
  goOn: (behind: At | null) => boolean;
  /** Nothing that was found is looked at any more. */
  lookAway: () => void;
  /** What stands behind it as the list is now: to be asked before it is mended, and is no longer there. */
  behind: () => At | null;
}

/** What was found, as an address of the galley looks at it. */
export function useFound(o: {
  open: boolean;
  address: URLSearchParams;
  put: Put;
  columns: readonly Column[];
  shown: readonly Column[];
  language: string | null;
}): Found {
  const { address, put } = o;
  const isAt = address.get('found');
  const { data: seen } = useChecks(o.open || isAt !== null);
  const things = useMemo(() => inOrder(seen?.checks ?? []), [seen]);
  const thing = things.find((t) => foundKey(t.check.check, t.found.what) === isAt) ?? null;

  const goTo = (check: CheckView, what: string | null) => put(foundAddress(check, what, o));
  const behind = () => stepFrom(things, isAt, 1);
  const goOn = (next: At | null) => {
    if (!next || next === thing) return false;
    goTo(next.check, next.found.what);
    return true;
  };
  const stepBy = (by: 1 | -1) => {
    const next = stepFrom(things, isAt, by);
    if (next) goTo(next.check, next.found.what);
  };
  return { isAt, seen, things, thing, goTo, stepBy, goOn, lookAway: () => put({ found: null }), behind };
}
