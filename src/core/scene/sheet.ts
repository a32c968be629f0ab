import { Type, type Static } from '@sinclair/typebox';
import { Between, Exactly, OneOf, Words } from '../schema/parts';

const Place = Type.Number({ minimum: -10_000, maximum: 10_000, description: 'mm on the flat product' });
const Length = Type.Number({ exclusiveMinimum: 0, maximum: 20_000, description: 'mm' });
const Hex = Type.String({ pattern: '^#[0-9a-f]{6}$' });

/** What a scene shows of a print area: any blank's area on that side is laid into it (see `roomFor`). */
const Room = Exactly({
  name: Words(60, 'the print area as blanks of this kind mostly call it'),
  side: Words(40, 'the side of the product that it is on'),
  xMm: Place,
  yMm: Place,
  widthMm: Length,
  heightMm: Length,
  rimMm: Type.Optional(
    Type.Number({
      exclusiveMinimum: 0,
      maximum: 50,
      description: 'what is printed is cut out with such a rim: the rest shows what it sticks to',
    }),
  ),
});
export type SceneRoom = Static<typeof Room>;

/** One product in the picture, as it lies flat: what the map's addresses mean. */
const Product = Exactly({
  kinds: Type.Array(Words(40), { minItems: 1, maxItems: 20, description: 'kinds of blank that look like it' }),
  plane: Exactly(
    { xMm: Place, yMm: Place, widthMm: Length, heightMm: Length },
    { description: 'the rectangle of flat product that the 16-bit map spans' },
  ),
  rooms: Type.Array(Room, { minItems: 1, maxItems: 20 }),
});

export const MATERIALS = ['cloth', 'paper'] as const;
export type Material = (typeof MATERIALS)[number];

/** A region of the plate with a colour of its own. */
const Part = Exactly({
  name: Words(40, 'what it is: cloth, frame, handle, cord'),
  product: Between(0, 19, 'which product of the picture it belongs to'),
  takes: Type.Union([OneOf(['colour', 'ground', 'finish']), Hex], {
    description:
      'what it is dyed in: the product’s colour, what it is printed on where that is of another, its finish, or always this',
  }),
  material: OneOf(MATERIALS),
  medianSrgb: Type.Number({ exclusiveMinimum: 0, maximum: 1, description: 'the plate’s value where its white is lit plainly' }),
});
export type ScenePart = Static<typeof Part>;

/** How a pass is laid over what is printed: light is added in linear light, the others as CSS blends (W3C Compositing and Blending 1). */
export const PASS_MODES = ['light', 'multiply', 'screen', 'overlay', 'soft-light'] as const;
export type PassMode = (typeof PASS_MODES)[number];

/** What `scene.json` says of a scene. */
export const SceneSheet = Exactly(
  {
    id: Type.String({ pattern: '^[0-9a-z-]{1,64}$' }),
    title: Words(120),
    size: Between(200, 4000, 'side of the square plate, px'),
    crop: OneOf(['whole', 'close']),
    products: Type.Array(Product, { minItems: 1, maxItems: 12 }),
    parts: Type.Array(Part, {
      minItems: 1,
      maxItems: 40,
      description: 'numbered from 1 in parts.webp, which a scene with more than one has',
    }),
    passes: Type.Array(Exactly({ file: Type.String({ pattern: '^[a-z]{1,20}$' }), mode: OneOf(PASS_MODES) }), {
      maxItems: 6,
      description: 'pictures that are laid over the print in this order, such as reflections',
    }),
    moods: Type.Array(Words(30), { maxItems: 10 }),
    light: Words(30, 'where its light comes from: window, open sky, lamp'),
    ground: Words(30, 'what it stands or lies on: oak, plaster, linen'),
    season: Type.Optional(OneOf(['spring', 'summer', 'autumn', 'winter', 'festive'])),
  },
  { title: 'SceneSheet', description: 'a staged product photograph, prepared for printing on it' },
);
export type SceneSheet = Static<typeof SceneSheet>;

/** The kinds of blank that a scene shows. */
export const kindsIn = ({ products }: Pick<SceneSheet, 'products'>): string[] => [...new Set(products.flatMap((p) => p.kinds))];

export const showsKind = (sheet: Pick<SceneSheet, 'products'> | undefined, kind: string): boolean =>
  sheet !== undefined && sheet.products.some((p) => p.kinds.includes(kind));

/**
 * The room in which a print area is shown, by these rules: the one of its name; else, where the area is the blank's largest on its side,
 * the largest room on that side. Smaller areas that the scene has no room for (a chest print where only the front is told) are not shown:
 * nobody knows where they lie.
 */
export function roomFor<R extends Pick<SceneRoom, 'name' | 'side' | 'widthMm' | 'heightMm'>>(
  rooms: readonly R[],
  area: { name: string; side: string; widthMm: number; heightMm: number },
  others: readonly { side: string; widthMm: number; heightMm: number }[],
): R | null {
  const named = rooms.find((r) => r.name === area.name);
  if (named) return named;
  const face = (a: { widthMm: number; heightMm: number }) => a.widthMm * a.heightMm;
  if (others.some((o) => o.side === area.side && face(o) > face(area))) return null;
  return rooms
    .filter((r) => r.side === area.side)
    .reduce<R | null>((best, r) => (best && face(best) >= face(r) ? best : r), null);
}
