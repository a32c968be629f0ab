import { Type, type Static } from '@sinclair/typebox';
import { AreaPlacement } from '@/core/placement/form';
import { CHOSEN_PARTS } from '@/core/docket/docket';
import { TROUBLES } from '@/core/placement/trouble';
import { SearchQuery } from './artwork';
import { Exactly, Ids, Named, OneOf, OrNull, Share, Text, Uuid, Whole } from './parts';

const name = (description: string) => Type.Optional(Type.String({ maxLength: 60, description }));
/** Which print area: what is not named is the first. */
const where = { line: name('a goods line, by its key'), area: name('a print area of its blank') };

export const BenchQuery = { ...SearchQuery, ...where };

const Placed = Named('PlacedArtwork', {
  id: Uuid,
  name: Text,
  thumb: Text,
  large: Text,
  widthPx: Whole,
  heightPx: Whole,
  trim: Exactly(
    { x: Share, y: Share, width: Share, height: Share },
    { description: 'the box of what prints, in shares of the picture' },
  ),
  lightness: Share,
  fills: Type.Boolean({ description: 'it brings its own ground' }),
  edge: OrNull(Text, 'the colour that most of its edge has, where it fills its sheet'),
  inks: Type.Array(Exactly({ hex: Text, share: Share }), { description: 'its main colours, from the most used on' }),
  own: Type.Record(Text, AreaPlacement, { description: 'by area: what is of its own' }),
  choices: Exactly(
    { colours: Type.Optional(Type.Array(Text)), finishes: Type.Optional(Type.Array(Text)) },
    { description: 'chosen for it by hand' },
  ),
  troubles: Type.Array(
    Exactly({
      code: OneOf(TROUBLES),
      by: Type.Number({ description: 'a share, px/in or mm' }),
      says: Text,
      waived: OrNull(Exactly({ reason: Text, by: Text })),
    }),
  ),
  shown: Type.Array(
    OrNull(
      Exactly({
        src: Type.String({ description: 'the address of a picture, or lettering as an SVG text' }),
        lettering: Type.Boolean(),
        widthPx: Type.Number(),
        heightPx: Type.Number(),
        trim: Exactly({ x: Share, y: Share, width: Share, height: Share }),
      }),
    ),
    { description: 'what each layer shows, from below; null for what cannot be shown' },
  ),
});
export type PlacedView = Static<typeof Placed>;

export const Bench = Named('Bench', {
  docket: Exactly({ id: Uuid, name: Text, revision: Whole }),
  line: Text,
  area: Text,
  placement: AreaPlacement,
  rail: Type.Array(
    Exactly({
      id: Uuid,
      troubles: Type.Array(OneOf(TROUBLES)),
      own: Type.Boolean({ description: 'it sits otherwise than the docket says' }),
    }),
    {
      description: 'in the order in which they are to be looked at: the gravest trouble first',
    },
  ),
  notTaken: Type.Integer({ description: 'artworks of the search that the docket does not take' }),
  left: Type.Integer({ description: 'artworks of the search that are too many' }),
});
export type BenchView = Static<typeof Bench>;

export const PlacedAsked = Exactly({ ...where, artworks: Type.Array(Uuid, { maxItems: 200 }) });
export const PlacedItems = Exactly({ items: Type.Array(Placed) });

export const OwnBody = Exactly({ ...where, artwork: Uuid, placement: AreaPlacement });
export const GiveBody = Exactly({
  ...where,
  from: Uuid,
  to: { ...Ids, description: 'artworks' },
  what: Type.Optional(OneOf(['all', 'copies'], 'all of it, or only how often and where its copies stand')),
});
export const GiveBackBody = Exactly({ ...where, artworks: Ids });
export const FittingBody = Exactly({
  ...where,
  artwork: Uuid,
  file: { ...Uuid, description: 'brought in as a fitting file, and measured' },
});
export const FillBody = Exactly({ ...where, how: OneOf(['cover', 'repeat']), artworks: Ids });
export const WaiveBody = Exactly({
  ...where,
  code: OneOf(TROUBLES),
  artworks: Ids,
  reason: OrNull(Type.String({ maxLength: 500 }), 'why they are offered all the same; null makes it count again'),
});
export const ChooseBody = Exactly({
  line: where.line,
  part: OneOf(CHOSEN_PARTS),
  artworks: Ids,
  names: OrNull(
    Type.Array(Type.String({ maxLength: 60 }), { minItems: 1, maxItems: 200, uniqueItems: true }),
    'of the blank; null leaves it to the docket again',
  ),
});
export const StandardBody = Exactly({ ...where, from: Uuid });
export const Given = Named('Given', {
  changed: Type.Integer({ description: 'artworks that sit otherwise now; for a docket 1 where it says something else now' }),
  undo: OrNull(Uuid, 'takes it back, as POST /undo'),
});
export type GivenView = Static<typeof Given>;
