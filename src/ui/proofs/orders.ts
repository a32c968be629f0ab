import { act, api } from '../api';
import { count } from '../parts/format';

/** Drafts proofs again from what they are made of now. */
export const draftAgain = (ids: string[]): Promise<boolean> =>
  act(() =>
    api<{ total: number; leftOut: { why: string }[] }>('POST', '/proofs/draft', { ids }).then((run) =>
      run.total
        ? `${count(run.total, 'proof')} being drafted again; what a hand wrote stays.`
        : `Nothing to draft: ${run.leftOut[0]?.why ?? 'they are on their way'}.`,
    ),
  );

/** Sends what differs between proofs and their listings; with `over` also over what was changed at the outlet. */
export const sendChanges = (listingIds: string[], over: boolean): Promise<boolean> =>
  act(() =>
    api<{ queued: number; held: number }>('POST', '/listings/changes', { ids: listingIds, over }).then(({ queued, held }) =>
      [
        queued ? `${count(queued, 'change')} on ${queued === 1 ? 'its' : 'their'} way.` : 'Nothing differs from what was sent.',
        held ? `${count(held, 'proof')} held: mend what is wrong first.` : '',
      ]
        .join(' ')
        .trim(),
    ),
  );
