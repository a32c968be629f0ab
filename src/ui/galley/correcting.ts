import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { CorrectionDoneView, CorrectionSeenView } from '@/api/shapes/galley';
import type { Step } from '@/core/correcting/steps';
import { act, api } from '../api';
import { count } from '../parts/format';
import type { Range } from '../parts/lists/range';
import { useSettled } from '../parts/use-settled';
import type { Cells } from './cells';
import { begunStep, doable } from './steps';
import { tell } from './tell';

const NO_STEPS: Step[] = [];
const begun = (): Step[] => [begunStep('replace', ['title'])];

/** All of the list, or what is marked of it. */
export type Whom = 'all' | 'marked';
/** What a correction is asked for, as the house takes it. */
interface CorrectionAsk {
  language: string | null;
  steps: Step[];
  except: string[];
  ids?: string[];
  search?: Record<string, string>;
}

/** What steps would do: asked for as often as they change, and counted over all that are meant. */
const useSeen = (asked: CorrectionAsk | null) =>
  useQuery({
    queryKey: ['corrections', JSON.stringify(asked)],
    queryFn: () => api<CorrectionSeenView>('POST', '/corrections/try', asked!),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
    meta: { tables: ['proof'] },
  });

/** Steps of a correction as they are put together. */
export interface Steps {
  open: boolean;
  all: Step[];
  put: (steps: Step[]) => void;
  /** Those that can be done, as they were when a hand last rested: the marks that are shown are of these. */
  asked: Step[];
  /** That is how they are now. */
  settled: boolean;
}
export function useSteps(open: boolean): Steps {
  const [all, put] = useState<Step[]>(begun);
  const now = JSON.stringify(open ? doable(all) : NO_STEPS);
  const rested = useSettled(now);
  const asked = useMemo(() => JSON.parse(rested) as Step[], [rested]);
  return { open, all, put, asked, settled: rested === now };
}

/** A correction: whom it is for, which are left out, and what it would do. */
export interface Correcting {
  whom: Whom;
  setWhom: (whom: Whom) => void;
  without: ReadonlySet<string>;
  /** Leaves a listing out, or takes it in again. */
  toggle: (id: string) => void;
  seen: CorrectionSeenView | null;
  error: Error | null;
  /** So many it would change; 0 while that is being counted. */
  changes: number;
  /** Does it, and says what came of it; false where it could not be done. */
  take: () => Promise<boolean>;
}

/** A correction over the galley's list, or over what is marked of it. */
export function useCorrecting(o: {
  steps: Steps;
  /** The list that is looked at. */
  search: Record<string, string>;
  language: string | null;
  total: number;
  range: Range;
  cells: Cells;
}): Correcting {
  const { steps, search, language, total, range, cells } = o;
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const [whom, setWhom] = useState<Whom>('all');
  const query = JSON.stringify([search, language]);
  const [shownQuery, setShownQuery] = useState(query);
  // who was left out was of another list
  if (shownQuery !== query) {
    setShownQuery(query);
    setWithout(new Set());
  }

  const onlyMarked = steps.open && whom === 'marked' && total > 0;
  const markedHere = onlyMarked ? (cells.here()?.map((r) => r.id) ?? null) : null;
  // a long range reaches beyond the rows that are here: which they are is asked
  const far = useQuery({
    queryKey: ['galley marked', query, range.r0, range.r1],
    queryFn: async () => (await cells.rows()).map((r) => r.id),
    enabled: onlyMarked && markedHere === null,
    retry: false,
    meta: { tables: ['proof'] },
  });
  const markedIds = markedHere ?? far.data ?? null;
  const ask: CorrectionAsk | null =
    !steps.open || !steps.asked.length || !total || (onlyMarked && !markedIds)
      ? null
      : { language, steps: steps.asked, except: [...without], ...(onlyMarked ? { ids: markedIds! } : { search }) };
  const seen = useSeen(ask);
  // only what was counted for these very steps is taken
  const counted = ask !== null && !seen.isPlaceholderData && steps.settled;

  return {
    whom,
    setWhom,
    without,
    toggle: (id) =>
      setWithout((was) => {
        const next = new Set(was);
        if (!next.delete(id)) next.add(id);
        return next;
      }),
    seen: ask && seen.data ? seen.data : null,
    error: ask ? seen.error : onlyMarked ? far.error : null,
    changes: counted ? (seen.data?.changed ?? 0) : 0,
    take: () =>
      act(async () => {
        const done = await api<CorrectionDoneView>('POST', '/corrections', ask!);
        const n = done.left ? done.total : done.changed;
        tell(`${count(n, 'listing')} ${done.left ? 'are being corrected' : 'corrected'}`, done);
        steps.put(begun());
        setWithout(new Set());
      }),
  };
}
