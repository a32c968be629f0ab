import { Type, type Static } from '@sinclair/typebox';
import { ShotColour } from '@/core/docket/docket';
import { WRONGS } from '@/core/listing/mends';
import { LEFT } from '@/services/line/mending';
import { ListingsMeant, PROOF_STATES, ProofSearch } from './line';
import { Exactly, Ids, MOST_IDS, Named, OneOf, OrNull, Picture, Text, Uuid, Whole } from './parts';
import { ScenePreview } from './stockroom';

const KINDS = ['scene', 'card', 'kept', 'free'] as const;
const frame = {
  at: Type.Integer({ description: 'its place in the proof, from 0' }),
  kind: OneOf(KINDS),
  shows: Type.String({ description: 'what it shows, in words' }),
  scene: Text,
  colour: Text,
  notOffered: OrNull(Text, 'its colour, #rrggbb, where buyers cannot order it here'),
  picture: Picture,
  small: Picture,
  wrong: OrNull(OneOf(WRONGS), 'what somebody found wrong with it'),
};
export const Frame = Named('Frame', frame);
export type FrameView = Static<typeof Frame>;
const of = {
  artworkId: Uuid,
  artwork: Text,
  docketId: Uuid,
  docket: Text,
  outlet: Text,
  state: OneOf(PROOF_STATES),
  own: Type.Boolean({ description: 'its list of pictures is its own, not the docket’s' }),
};
export const StripWindow = Named('StripWindow', {
  total: Whole,
  longest: Type.Integer({ description: 'the most pictures that one of all has' }),
  rows: Type.Array(Exactly({ id: Uuid, ...of, frames: Type.Array(Frame) })),
});
export type StripWindowView = Static<typeof StripWindow>;
export type StripView = StripWindowView['rows'][number];
const LooseFrame = Exactly({ id: Text, proof: Uuid, ...of, ...frame });
export type LooseFrameView = Static<typeof LooseFrame>;
export const FrameWindow = Named('FrameWindow', { rows: Type.Array(LooseFrame) });
export const Shown = {
  kind: OneOf(KINDS),
  scene: Type.String({ maxLength: 64, description: 'the scene, the card or the artwork' }),
};
export const ShownCount = Exactly({ kind: OneOf(KINDS), scene: Text, word: Text, count: Whole, wrong: Whole });
export type ShownCountView = Static<typeof ShownCount>;

const At = Type.Integer({ minimum: 0, maximum: 200, description: 'a place, from 0' });
const PictureAt = Exactly({ proof: Uuid, at: At });
const Pictures = Type.Array(PictureAt, { minItems: 1, maxItems: MOST_IDS });
const Mend = Type.Union([
  Exactly({ kind: Type.Literal('scene'), scene: Type.String({ maxLength: 64 }) }),
  Exactly({ kind: Type.Literal('colour'), colour: ShotColour }),
  Exactly({ kind: Type.Literal('artwork'), artwork: OrNull(Uuid, 'null for the proof’s own') }),
  Exactly({ kind: Type.Literal('take out') }),
  Exactly({ kind: Type.Literal('move'), to: At }),
  Exactly({ kind: Type.Literal('docket') }, { description: 'back to the list of the docket' }),
  Exactly(
    {
      kind: Type.Literal('sits'),
      scale: Type.Optional(Type.Number({ minimum: 0.2, maximum: 5, description: 'larger by so much' })),
      downMm: Type.Optional(Type.Number({ minimum: -1000, maximum: 1000 })),
      rightMm: Type.Optional(Type.Number({ minimum: -1000, maximum: 1000 })),
    },
    { description: 'where the artwork sits on what they show: a placement of its own, on every picture of it under that docket' },
  ),
]);
const preview = Type.Optional(Type.Boolean({ description: 'only tells what would be done' }));
/** These pictures; or, of the proofs that a search means, all that are made as this one is. */
export const MendBody = Type.Union([
  Exactly({ pictures: Pictures, mend: Mend, preview }),
  Exactly({ alike: PictureAt, search: Exactly(ProofSearch), mend: Mend, preview }),
]);
export type MendAsked = Static<typeof MendBody>;
export const PutBody = Exactly({
  from: PictureAt,
  onto: Type.Union([
    Exactly({ ids: Ids }),
    Exactly({ search: Exactly(ProofSearch) }),
    Exactly({ listings: ListingsMeant }, { description: 'the proofs of these listings' }),
  ]),
  at: At,
  showing: OneOf(['their artwork', 'this artwork']),
  preview,
});
export const FlagBody = Exactly({ pictures: Pictures, wrong: OrNull(OneOf(WRONGS), 'null takes it back') });
export const Flagged = Exactly({ flagged: Whole });
export const MendedView = Exactly({
  pictures: Type.Integer({ description: 'made otherwise' }),
  proofs: Whole,
  seconds: OrNull(Whole, 'how long that takes on this machine; null while it has made none'),
  passed: Type.Integer({ description: 'proofs that were passed, and are to be passed anew' }),
  listed: Type.Integer({ description: 'proofs that stand at an outlet, and then differ from what was sent' }),
  left: Type.Partial(Exactly(Object.fromEntries(LEFT.map((l) => [l, Whole])) as Record<(typeof LEFT)[number], typeof Whole>), {
    additionalProperties: false,
    description: 'proofs that stay as they are, and why',
  }),
  undo: OrNull(Uuid, 'the step that takes it back'),
});
export type MendedReport = Static<typeof MendedView>;

/** What a picture could show instead. */
export const PictureChoices = Exactly({
  pictures: Type.Array(ScenePreview),
  cloths: Type.Array(
    Exactly({
      name: Text,
      hex: Text,
      legibility: Type.Number({ description: 'share of the inks that stay visible on it' }),
      artworkId: Type.String({ format: 'uuid', description: 'the artwork of the motif that reads best on it' }),
      artwork: Text,
      offered: Type.Boolean({ description: 'buyers can order it' }),
    }),
  ),
  motif: Type.Array(Exactly({ id: Uuid, name: Text })),
});
export type PictureChoicesView = Static<typeof PictureChoices>;
