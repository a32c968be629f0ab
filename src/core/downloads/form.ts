import { Type, type Static } from '@sinclair/typebox';
import { Between, Exactly, Id, OneOf, Words } from '../schema/parts';
import { SHEET_NAMES } from './sheets';

/** Formats of a file that is sold; `svg` is vectors: the artwork's own, or traced where it is flat. */
export const FORMATS = ['jpg', 'png', 'pdf', 'webp', 'svg'] as const;
export type Format = (typeof FORMATS)[number];

/** The files of one shape. */
export const Rendition = Exactly({
  sheet: OneOf(SHEET_NAMES, 'the shape, with the sizes that it is printed in'),
  formats: Type.Array(OneOf(FORMATS), { minItems: 1, maxItems: FORMATS.length, uniqueItems: true }),
  upTo: Type.Optional(Words(40, 'its largest size, such as 16 × 24 in or A2; the largest there is where it is not said')),
  ppi: Between(72, 600, 'so fine as the artwork allows, and not finer, px/in'),
  how: OneOf(['cover', 'inside'], 'the sheet filled and what overhangs cut, or all of the picture inside of it'),
  border: Type.Optional(
    Type.Number({ minimum: 0, maximum: 0.4, description: 'inside: so much of the sheet’s shorter side is left free all round' }),
  ),
  ground: Type.Optional(
    Type.String({ pattern: '^#[0-9a-f]{6}$', description: 'what lies below; see-through where the format can, else white' }),
  ),
});
export type Rendition = Static<typeof Rendition>;

export const PACKINGS = ['loose where they fit', 'archives'] as const;
export type Packing = (typeof PACKINGS)[number];

/** Files that are sold instead of goods: what a docket makes of an artwork for buyers to download. */
export const DownloadLine = Exactly({
  noun: Exactly({ one: Words(60), many: Words(60) }, { description: 'as buyers say it' }),
  renditions: Type.Array(Rendition, { minItems: 1, maxItems: 24 }),
  along: Type.Optional(
    Type.Array(Id, { maxItems: 10, uniqueItems: true, description: 'files that always go along, such as terms of use' }),
  ),
  pack: OneOf(PACKINGS, 'each file by itself where the outlet takes so many, or in archives'),
  note: Type.Optional(
    Type.Record(Type.String({ pattern: '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8}){0,5}$' }), Words(5000), {
      minProperties: 1,
      maxProperties: 30,
      description: 'what the page of contents says above the list, a pattern by language',
    }),
  ),
});
export type DownloadLine = Static<typeof DownloadLine>;

/** The key by which variants know the line that sells files. */
export const DOWNLOADS_KEY = 'downloads';
