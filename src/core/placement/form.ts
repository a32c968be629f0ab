import { Type, type Static } from '@sinclair/typebox';
import { FONT_NAMES } from '../lettering/fonts';
import { Between, Exactly, Id, OneOf, Words } from '../schema/parts';

const mm = (description: string) => Type.Number({ minimum: -5000, maximum: 5000, description: `${description}, mm` });
const turn = Type.Optional(Type.Number({ minimum: -180, maximum: 180, description: 'clockwise, degrees' }));
const scale = Type.Optional(Type.Number({ minimum: 0.05, maximum: 20, description: 'enlarges what the size says' }));
const mirror = Type.Optional(Type.Boolean({ description: 'left and right change places' }));
const share = (minimum: number, description: string) => Type.Number({ minimum, maximum: 1, description });
const pitch = Type.Number({ minimum: 1, maximum: 10, description: 'from one to the next; 1 is edge to edge' });

/** How large a layer is. */
const Size = Type.Union([
  Exactly(
    { rule: Type.Literal('fit'), share: share(0.05, 'of the width and height of the area that it may take') },
    { description: 'all of it inside, keeping its shape' },
  ),
  Exactly(
    {
      rule: Type.Literal('cover'),
      focus: Type.Optional(
        Exactly(
          { x: share(0, '0 is its left edge'), y: share(0, '0 is its upper edge') },
          { description: 'what stays in sight where something must be cut; else the anchor says' },
        ),
      ),
    },
    { description: 'the whole area and its bleed covered; what overhangs is cut' },
  ),
  Exactly(
    { rule: Type.Literal('width'), mm: Type.Number({ minimum: 1, maximum: 5000 }) },
    { description: 'so wide, whatever the area' },
  ),
  Exactly(
    {
      rule: Type.Literal('box'),
      widthMm: Type.Number({ minimum: 1, maximum: 5000 }),
      heightMm: Type.Number({ minimum: 1, maximum: 5000 }),
    },
    { description: 'all of it inside a box, whatever the area' },
  ),
  Exactly(
    { rule: Type.Literal('optical'), mm: Type.Number({ minimum: 1, maximum: 5000 }) },
    {
      description:
        'as large to the eye, whatever its shape: its box has the surface of a square with sides of so many mm; never larger than the area',
    },
  ),
]);

export const REPEATS = ['straight', 'half-drop', 'brick', 'mirrored'] as const;
/** How often a layer stands on its area. */
const Spread = Type.Union([
  Exactly(
    { kind: OneOf(REPEATS), pitch: Exactly({ x: pitch, y: pitch }) },
    {
      description:
        'over the whole area. half-drop: every other column half a pitch lower; brick: every other row half a pitch to the right; mirrored: every other one mirrored, both ways',
    },
  ),
  Exactly(
    {
      kind: Type.Literal('copies'),
      at: Type.Array(Exactly({ xMm: mm('to the right'), yMm: mm('downwards'), turn, scale, mirror }), {
        minItems: 1,
        maxItems: 12,
      }),
    },
    { description: 'further copies, each moved from the first' },
  ),
]);

export const ANCHORS = [
  'top left',
  'top',
  'top right',
  'left',
  'centre',
  'right',
  'bottom left',
  'bottom',
  'bottom right',
] as const;
export type Anchor = (typeof ANCHORS)[number];

const seat = {
  by: OneOf(['motif', 'file'], 'measured and aligned by what prints of the picture, or by the whole of it'),
  size: Size,
  scale,
  anchor: OneOf(ANCHORS, 'the point of the area that it is held by'),
  xMm: mm('from that edge inwards; from the centre to the right'),
  yMm: mm('from that edge inwards; from the centre downwards'),
  turn,
  mirror,
  spread: Type.Optional(Spread),
};

/** An artwork on a print area. */
const ArtworkLayer = Exactly({
  kind: Type.Literal('artwork'),
  artwork: Type.Optional({ ...Id, description: 'always this one; else the artwork of the proof' }),
  ...seat,
});
export type ArtworkLayer = Static<typeof ArtworkLayer>;

const inkColour = Type.String({ pattern: '^#[0-9a-f]{6}$' });
const OwnInk = Exactly({
  ink: Between(0, 7, 'of the artwork’s main colours, from the most used on; the last where it has fewer'),
});
/** A colour, or one of the artwork's own. */
const Ink = Type.Union([inkColour, OwnInk]);
export type Ink = Static<typeof Ink>;
const Ground = Type.Union(
  [
    ...Ink.anyOf,
    Exactly({
      edge: Type.Literal(true, { description: 'the colour that most of the artwork’s edge has, else its main colour' }),
    }),
  ],
  { description: 'covers the whole area below the layers; without it the product shows through' },
);
export type Ground = Static<typeof Ground>;

/** Lettering on a print area. */
export const TextLayer = Exactly({
  kind: Type.Literal('text'),
  lines: Type.Array(Words(200, 'a pattern, filled from the artwork: {{ name }}, {{ subject }}'), { minItems: 1, maxItems: 3 }),
  font: OneOf(FONT_NAMES),
  colour: Ink,
  outline: Type.Optional(
    Exactly({ colour: inkColour, share: Type.Number({ minimum: 0.005, maximum: 0.3, description: 'of the font’s size' }) }),
  ),
  arc: Type.Optional(
    Type.Number({
      minimum: -350,
      maximum: 350,
      description: 'degrees that it goes around: like a bridge, or a bowl where negative',
    }),
  ),
  spacing: Type.Optional(Type.Number({ minimum: -0.1, maximum: 1, description: 'letters further apart, of the font’s size' })),
  ...seat,
});
export type TextLayer = Static<typeof TextLayer>;

export type Layer = ArtworkLayer | TextLayer;
/** How a picture sits on an area: all of a layer but what it shows. */
export type Seat = Omit<ArtworkLayer, 'kind' | 'artwork'>;

const face = {
  ground: Type.Optional(Ground),
  layers: Type.Array(Type.Union([ArtworkLayer, TextLayer]), { minItems: 1, maxItems: 8, description: 'from below' }),
};
const Face = Exactly(face);
/** What is printed on one area. */
export type Face = Static<typeof Face>;

const name = Words(60);
/** What is printed on one print area of a blank, and how it sits there. The first form. */
export const AreaPlacement = Exactly({
  form: Type.Literal(1),
  area: name,
  ...face,
  bySize: Type.Optional(Type.Record(name, Face, { maxProperties: 200, description: 'sizes on which it sits otherwise' })),
});
export type AreaPlacement = Static<typeof AreaPlacement>;

/** What is printed on an area on one size. */
export const faceOn = ({ bySize, ground, layers }: AreaPlacement, size: string): Face =>
  bySize?.[size] ?? (ground === undefined ? { layers } : { ground, layers });

/** All layers of a placement, those of every size. */
export const layersOf = (p: AreaPlacement): Layer[] => [p, ...Object.values(p.bySize ?? {})].flatMap((f) => f.layers);

/** The artworks that a placement names by itself. */
export const artworksOf = (p: AreaPlacement): string[] =>
  layersOf(p).flatMap((l) => (l.kind === 'artwork' && l.artwork ? [l.artwork] : []));

/** Does a layer show the artwork of the proof? */
export const isLead = (l: Layer): boolean => l.kind === 'artwork' && !l.artwork;

/** All of the motif inside a share of the area, so far from its top. */
export const fitted = (share: number, topMm: number): ArtworkLayer => ({
  kind: 'artwork',
  by: 'motif',
  size: { rule: 'fit', share },
  anchor: 'top',
  xMm: 0,
  yMm: topMm,
});
/** The whole picture, over the whole area. */
export const covering = (): ArtworkLayer => ({
  kind: 'artwork',
  by: 'file',
  size: { rule: 'cover' },
  anchor: 'centre',
  xMm: 0,
  yMm: 0,
});
/** A line of text to begin with: the artwork's name, inside a box at the foot of an area. */
export const lettering = (widthMm: number): TextLayer => ({
  kind: 'text',
  lines: ['{{ name }}'],
  font: 'slab',
  colour: { ink: 0 },
  by: 'file',
  size: { rule: 'box', widthMm, heightMm: Math.round(widthMm / 6) },
  anchor: 'bottom',
  xMm: 0,
  yMm: 10,
});
export const onArea = (area: string, ...layers: Layer[]): AreaPlacement => ({ form: 1, area, layers });

/** A seat moved on its area by so many millimetres to the right and downwards, whichever edge it is held from. */
export function nudged<S extends Pick<Seat, 'anchor' | 'xMm' | 'yMm'>>(seat: S, right: number, down: number): S {
  const sign = (far: string) => (seat.anchor.includes(far) ? -1 : 1);
  const at = (value: number) => Math.min(5000, Math.max(-5000, Math.round(value * 10) / 10));
  return { ...seat, xMm: at(seat.xMm + sign('right') * right), yMm: at(seat.yMm + sign('bottom') * down) };
}
