import type { ListingsAsked } from '@/services/outlets/listing-windows';
import { act, api } from '../api';
import { count } from '../parts/format';

/** Drafts proofs again from what they are made of now: some by id, or all that a search means. */
export const draftAgain = (meant: { ids: string[] } | { search: Record<string, string> }): Promise<boolean> =>
  act(() =>
    api<{ total: number; planning: object | null; leftOut: { why: string }[] }>('POST', '/proofs/draft', meant).then((run) =>
      run.total || run.planning
        ? `${run.planning ? 'They are' : `${count(run.total, 'proof')}`} being drafted again; what a hand wrote stays.`
        : `Nothing to draft: ${run.leftOut[0]?.why ?? 'they are on their way'}.`,
    ),
  );

/** Sends what differs between proofs and their listings; with `over` also over what was changed at the outlet. */
export const sendChanges = (meant: ListingsAsked, over: boolean): Promise<boolean> =>
  act(() =>
    api<{ queued: number; held: number }>('POST', '/listings/changes', { ...meant, over }).then(({ queued, held }) =>
      [
        queued ? `${count(queued, 'change')} on ${queued === 1 ? 'its' : 'their'} way.` : 'Nothing differs from what was sent.',
        held ? `${count(held, 'proof')} held: mend what is wrong first.` : '',
      ]
        .join(' ')
        .trim(),
    ),
  );
