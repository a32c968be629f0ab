import { Type, type Static } from '@sinclair/typebox';
import { FieldOf, MOST_STEPS, Step } from '@/core/correcting/steps';
import { SOURCES } from '@/core/listing/proof';
import { STAYS, type Stays } from '@/services/words/proof-words';
import { PROOF_STATES, ProofSearch } from './line';
import { Exactly, Ids, Named, OneOf, OrNull, Text, Uuid, Whole } from './parts';

/** Requests and answers about the words of many proofs: shown side by side, corrected, written into. */

const Value = Type.Union([Type.String({ maxLength: 100_000 }), Type.Array(Type.String({ maxLength: 500 }), { maxItems: 500 })], {
  description: 'a text, or tags',
});
const language = Type.Optional(
  OrNull(Type.String({ minLength: 1, maxLength: 35 }), 'BCP 47; each outlet’s own where none is named'),
);
const steps = Type.Array(Step, { minItems: 1, maxItems: MOST_STEPS, description: 'done one after another' });

export const GalleyAsked = Exactly({
  search: Exactly(ProofSearch),
  language,
  fields: Type.Array(FieldOf, { minItems: 1, maxItems: 40, uniqueItems: true }),
  steps: Type.Optional(Type.Array(Step, { maxItems: MOST_STEPS, description: 'what they would make is shown beside' })),
  from: Type.Integer({ minimum: 0, maximum: 10_000_000 }),
  count: Type.Integer({ minimum: 1, maximum: 100 }),
});
const Cell = Exactly({
  value: Value,
  from: OrNull(OneOf(SOURCES)),
  made: OrNull(Value, 'what the docket’s rule makes, where that differs'),
  next: OrNull(Value, 'what the steps make of it; null where it stays'),
  lacks: OrNull(Text, 'what steps speak of and this proof lacks'),
  problems: Type.Array(
    Exactly({
      says: Text,
      pieces: Type.Array(Text, { description: 'what of the text it is about' }),
      mend: OrNull(Exactly({ label: Text, value: Value })),
    }),
    {
      description: 'what is wrong with what would stand there',
    },
  ),
});
export const GalleyWindow = Named('GalleyWindow', {
  total: Whole,
  rows: Type.Array(
    Exactly({
      id: Uuid,
      artwork: Text,
      docket: Text,
      outlet: Text,
      outletId: Text,
      state: OneOf(PROOF_STATES),
      small: OrNull(Text, 'name of a picture'),
      stands: Type.Boolean({ description: 'it has a listing at its outlet' }),
      language: OrNull(Text, 'null: its outlet is not written in it'),
      stays: OrNull(OneOf(STAYS), 'why nothing can be written into it now'),
      fields: Type.Record(Text, Cell),
    }),
  ),
});
export type GalleyWindowView = Static<typeof GalleyWindow>;
export type GalleyRowView = GalleyWindowView['rows'][number];
export type GalleyCellView = GalleyRowView['fields'][string];

const asked = { language, steps, except: Type.Optional(Ids) };
export const CorrectionBody = Type.Union([Exactly({ ids: Ids, ...asked }), Exactly({ search: Exactly(ProofSearch), ...asked })]);
export type CorrectionAsked = Static<typeof CorrectionBody>;

const counts = Type.Record(Text, Whole);
export const CorrectionSeen = Named('CorrectionSeen', {
  total: Type.Integer({ description: 'proofs that are meant' }),
  counted: Type.Integer({ description: 'over how many of them it was counted' }),
  changed: Whole,
  stands: Type.Integer({ description: 'how many of those stand at an outlet' }),
  byField: Type.Record(Text, Whole, { description: 'how many change, by field' }),
  stays: Type.Partial(Exactly(Object.fromEntries(STAYS.map((s) => [s, Whole])) as Record<Stays, typeof Whole>), {
    additionalProperties: false,
  }),
  breaks: Type.Array(Exactly({ code: Text, proofs: Whole, says: Type.String({ description: 'an example' }) }), {
    description: 'rules that would be broken and are not now',
  }),
});
export type CorrectionSeenView = Static<typeof CorrectionSeen>;

const progress = { total: Whole, left: Type.Integer({ description: 'proofs still to come' }), changed: Whole, stayed: counts };
export const CorrectionDone = Named('CorrectionDone', {
  id: Uuid,
  undo: OrNull(Uuid, 'the step that takes it back, also what is still to come; null where nothing was changed'),
  ...progress,
});
export type CorrectionDoneView = Static<typeof CorrectionDone>;
export const CorrectionNow = Named('CorrectionNow', {
  ...progress,
  stopped: Type.Boolean(),
  goesTo: OneOf(['corrected', 'as it was']),
});
export const CorrectionCount = Exactly(progress);
export const SteerBody = Exactly({ stopped: Type.Boolean() });

export const CellsBody = Exactly({
  language,
  cells: Type.Array(
    Exactly({
      proof: Uuid,
      field: FieldOf,
      was: Type.Unsafe<Static<typeof Value>>({ ...Value, description: 'what it said when it was looked at' }),
      value: Value,
    }),
    { minItems: 1, maxItems: 5000 },
  ),
});
