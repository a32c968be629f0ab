import { Type } from '@sinclair/typebox';
import { PRINT_SET_STATES } from '@/services/prints/sets';
import { ListingsMeant, ProofsMeant } from './line';
import { Exactly, Named, OneOf, OrNull, Text, Texts, Time, Uuid, Whole } from './parts';

const Bytes = Type.Number({ description: 'bytes' });

export const PrintFile = Named('PrintFile', {
  file: Type.String({ description: 'its name: a hash of all that goes into its pixels' }),
  product: Text,
  area: Text,
  sizes: Texts,
  colours: Texts,
  widthMm: Type.Number({ description: 'of the print area, mm' }),
  heightMm: Type.Number(),
  bleedMm: Type.Number({ description: 'around it on every side, mm' }),
  ppi: Type.Number({ description: 'px/in' }),
  widthPx: Type.Integer({ description: 'of the file, with its bleed' }),
  heightPx: Whole,
  made: Type.Boolean({ description: 'it is there to be taken away' }),
  pdf: OrNull(Exactly({ made: Type.Boolean() }), 'for paper: the same as PDF'),
});

export const PrintsAsked = Exactly({
  of: Type.Union([Exactly({ proofs: ProofsMeant }), Exactly({ listings: ListingsMeant })]),
  names: Type.Optional(
    Type.String({
      maxLength: 300,
      description:
        'a pattern for their names, a slash makes a folder: artwork.name, docket.name, outlet.name, product.noun, print.area, print.for, print.sizes, print.colours, print.width, print.height, print.ppi',
    }),
  ),
  pdf: Type.Optional(Type.Boolean({ description: 'paper as PDF instead of PNG' })),
  files: Type.Optional(
    Type.Array(Type.String({ maxLength: 80 }), { minItems: 1, maxItems: 200, description: 'only these of them' }),
  ),
});

export const PrintSet = Named('PrintSet', {
  id: Uuid,
  name: Text,
  kind: OneOf(['proofs', 'listings']),
  count: Type.Integer({ description: 'of so many proofs or listings' }),
  done: Type.Integer({ description: 'so many of these are laid out' }),
  state: OneOf(PRINT_SET_STATES),
  total: Type.Integer({ description: 'files that are laid out' }),
  made: Whole,
  failed: Whole,
  bytes: Bytes,
  seconds: Type.Number({ description: 'how long its files took together' }),
  pdf: Type.Boolean(),
  problem: OrNull(Text, 'why it stopped'),
  failures: Type.Array(Exactly({ path: Text, says: Text }), { description: 'the first that could not be made' }),
  createdAt: Time,
});
