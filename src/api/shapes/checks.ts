import { Type, type Static } from '@sinclair/typebox';
import { CHECKS, MOST_WHAT } from '@/core/checking/checks';
import { HouseWords } from '@/core/checking/house-words';
import { Step } from '@/core/correcting/steps';
import { Exactly, Named, OneOf, OrNull, Text, Whole } from './parts';

/** Requests and answers about what is found when the words of all proofs are looked over. */

const Mend = Exactly({
  label: Text,
  does: Type.Union([
    Exactly({ steps: Type.Array(Step, { description: 'steps of a correction' }) }),
    Exactly({ write: Type.Array(Text, { description: 'fields that the writer makes anew' }) }),
  ]),
});
export const ChecksSeen = Named('ChecksSeen', {
  waiting: Type.Integer({ description: 'proofs whose words were not looked over as they are now' }),
  look: OrNull(Exactly({ state: OneOf(['going', 'stopped', 'done']), total: Whole, looked: Whole })),
  checks: Type.Array(
    Exactly({
      check: OneOf(CHECKS),
      label: Text,
      says: Text,
      listings: Whole,
      total: Type.Integer({ description: 'things that were found, also those beyond the listed ones' }),
      found: Type.Array(
        Exactly({
          what: Text,
          says: Text,
          listings: Whole,
          fields: Type.Array(Text),
          languages: Type.Array(Text),
          mend: OrNull(Mend, 'what mends it in all listings'),
        }),
        { description: 'the same in many listings is one' },
      ),
    }),
  ),
});
export type ChecksSeenView = Static<typeof ChecksSeen>;
export type CheckView = ChecksSeenView['checks'][number];
export type FoundView = CheckView['found'][number];

export const LookBegun = Exactly({ waiting: Whole });
export const HouseWordsSeen = Named('HouseWordsSeen', {
  document: Type.Unsafe<Static<typeof HouseWords>>(HouseWords),
  revision: Type.Integer({ description: '0 where none was ever kept' }),
});
export type HouseWordsView = Static<typeof HouseWordsSeen>;
export const HouseWordsBody = Exactly({
  seen: Type.Integer({ minimum: 0, description: 'the revision that was looked at' }),
  document: HouseWords,
});
export const LeaveBody = Exactly({ check: OneOf(CHECKS), what: Type.String({ minLength: 1, maxLength: MOST_WHAT }) });
