import { apply, boxAround, corners, type Box, type Point } from './affine';
import type { AreaPlacement, Face, Layer, Seat } from './form';
import { isLead, nudged } from './form';
import { lay, type AreaSize, type ArtworkSize, type Laid } from './lay';

/** How something lies, whatever its rule: the part that it is measured by, mm and degrees. */
export interface Pose {
  widthMm: number;
  /** Of that part, from the upper left corner of the area. */
  centre: Point;
  turn: number;
}

const WHOLE: Box = { x: 0, y: 0, width: 1, height: 1 };
const partOf = (seat: Pick<Seat, 'by'>, { trim }: ArtworkSize): Box => (seat.by === 'motif' ? trim : WHOLE);
const middle = ({ x, y, width, height }: Box): Point => ({ x: x + width / 2, y: y + height / 2 });

/** How a seat lies just now. */
export function poseOf(seat: Seat, artwork: ArtworkSize, area: AreaSize): Pose {
  const { maps, widthMm } = lay(artwork, area, seat);
  return { widthMm, centre: apply(maps[0]!, middle(partOf(seat, artwork))), turn: seat.turn ?? 0 };
}

/** Placements are kept to a hundredth of a millimetre and of a degree. */
const kept = (value: number): number => Math.round(value * 100) / 100;
const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));
/** Widths so near to each other are the same, mm. */
const SAME_MM = 0.02;

/**
 * A seat that lies as the pose says. Its rule of size stays where it still says that; otherwise it becomes exactly so wide. What
 * covers its area stays covering: it is enlarged, and slides no further than it overhangs.
 */
export function posed<S extends Seat>(seat: S, artwork: ArtworkSize, area: AreaSize, pose: Pose): S {
  const turn = kept(within(pose.turn, -180, 180));
  const { turn: _, ...rest } = seat;
  const facing = (turn ? { ...rest, turn } : rest) as S;
  if (seat.size.rule === 'cover') return covered(facing, artwork, area, pose);
  const there = moved(facing, artwork, area, pose.centre);
  if (Math.abs(lay(artwork, area, there).widthMm - pose.widthMm) < SAME_MM) return there;
  return moved(resized(facing, artwork, area, pose.widthMm), artwork, area, pose.centre);
}

/** As wide, by its rule where that names a size. */
function resized<S extends Seat>(seat: S, artwork: ArtworkSize, area: AreaSize, widthMm: number): S {
  const { scale = 1, size } = seat;
  const mm = (value: number) => kept(within(value, 1, 5000));
  const laid = lay(artwork, area, seat);
  const by = widthMm / laid.widthMm;
  if (size.rule === 'box')
    return { ...seat, size: { ...size, widthMm: mm(size.widthMm * by), heightMm: mm(size.heightMm * by) } };
  const { scale: _, ...rest } = seat;
  if (size.rule === 'optical')
    return { ...rest, size: { rule: 'optical', mm: mm(widthMm / Math.sqrt(laid.widthMm / laid.heightMm)) } } as S;
  return size.rule === 'width'
    ? { ...seat, size: { rule: 'width', mm: mm(widthMm / scale) } }
    : ({ ...rest, size: { rule: 'width', mm: mm(widthMm) } } as S);
}

/** With the middle of what it is measured by at a point of the area. */
function moved<S extends Seat>(seat: S, artwork: ArtworkSize, area: AreaSize, to: Point): S {
  let there = seat;
  // where the size depends on the distance to an edge, the first step may miss
  for (let i = 0; i < 3; i++) {
    const { centre } = poseOf(there, artwork, area);
    const sign = (far: string) => (seat.anchor.includes(far) ? -1 : 1);
    const at = (value: number) => kept(within(value, -5000, 5000));
    const next = {
      ...there,
      xMm: at(there.xMm + sign('right') * (to.x - centre.x)),
      yMm: at(there.yMm + sign('bottom') * (to.y - centre.y)),
    };
    if (next.xMm === there.xMm && next.yMm === there.yMm) break;
    there = next;
  }
  return there;
}

/**
 * A covering seat in a pose. What of the picture is kept in sight is told as shares of what overhangs, not in mm: so a crop that was moved
 * on one size of a product is the same crop on all of them.
 */
function covered<S extends Seat>(seat: S, artwork: ArtworkSize, area: AreaSize, { widthMm, centre }: Pose): S {
  const { scale: _, ...bare } = seat;
  const least = lay(artwork, area, bare).widthMm;
  const scale = Math.round(within(widthMm / least, 1, 20) * 1e4) / 1e4;
  const sized = (scale > 1 ? { ...bare, scale } : bare) as S;
  const focusOn = (x: number, y: number): S => ({ ...sized, xMm: 0, yMm: 0, size: { rule: 'cover', focus: { x, y } } });
  const at = (x: number, y: number) => poseOf(focusOn(x, y), artwork, area).centre;
  // the middle of what it is measured by runs straight from one end of what overhangs to the other, along each of its sides
  const [none, right, down] = [at(0, 0), at(1, 0), at(0, 1)];
  const share = (to: Point): number => {
    const [x, y] = [to.x - none.x, to.y - none.y];
    const length = x * x + y * y;
    const along = length < 1e-9 ? 0.5 : ((centre.x - none.x) * x + (centre.y - none.y) * y) / length;
    return Math.round(within(along, 0, 1) * 1e5) / 1e5;
  };
  return focusOn(share(right), share(down));
}

/** Side of the square with the same surface as what a seat is measured by: how large it is to the eye, mm. */
export const opticalMm = ({ widthMm, heightMm }: Pick<Laid, 'widthMm' | 'heightMm'>): number => Math.sqrt(widthMm * heightMm);

/**
 * A layer as it is given to other artworks: as large to the eye and in the same place by what prints of it, not by a file's pixels or
 * margins. What covers its area, and what shows no artwork of the proof, is given as it is; a tile of a repeat keeps its margins.
 * `relative`: the areas differ by size, so that a share of the area says more than millimetres.
 */
export function sharedLayer(layer: Layer, artwork: ArtworkSize, area: AreaSize, relative: boolean): Layer {
  const { size, spread } = layer;
  const whole = spread !== undefined && spread.kind !== 'copies';
  const by = whole ? layer.by : 'motif';
  if (!isLead(layer) || size.rule === 'cover' || (size.rule === 'optical' && by === layer.by)) return layer;
  if (relative && size.rule === 'fit') return { ...layer, by };
  const laid = lay(artwork, area, layer);
  const share = by === layer.by ? 1 : artwork.trim.width;
  const tall = by === layer.by ? 1 : artwork.trim.height;
  const { scale: _, ...rest } = layer;
  const mm = kept(opticalMm({ widthMm: laid.widthMm * share, heightMm: laid.heightMm * tall }));
  const next: Layer = { ...rest, by, size: { rule: 'optical', mm } };
  return moved(next, artwork, area, apply(laid.maps[0]!, middle(partOf({ by }, artwork))));
}

/** A placement as it is given to other artworks, each of its faces as it lies on the area of a size. */
export function sharedPlacement(
  { form, area, bySize, ...face }: AreaPlacement,
  artwork: ArtworkSize,
  areaOf: (size: string | null) => AreaSize | null,
  relative: boolean,
): AreaPlacement {
  const shared = (f: Face, size: string | null): Face => {
    const on = areaOf(size);
    return on ? { ...f, layers: f.layers.map((l) => sharedLayer(l, artwork, on, relative && size === null)) } : f;
  };
  const own = bySize && Object.fromEntries(Object.entries(bySize).map(([size, f]) => [size, shared(f, size)]));
  return { form, area, ...shared(face, null), ...(own && { bySize: own }) };
}

/** A placement with the further copies of another: what shows the proof's artwork stands as often and as far apart. */
export function withCopies(placement: AreaPlacement, from: AreaPlacement): AreaPlacement {
  const given = from.layers.find(isLead)?.spread;
  const face = <F extends Face>(f: F): F => ({
    ...f,
    layers: f.layers.map((l): Layer => {
      if (!isLead(l)) return l;
      const { spread: _, ...once } = l;
      return given ? { ...once, spread: given } : once;
    }),
  });
  const { bySize } = placement;
  return {
    ...face(placement),
    ...(bySize && { bySize: Object.fromEntries(Object.entries(bySize).map(([size, f]) => [size, face(f)])) }),
  };
}

/** The upright boxes around all motifs of a layer, the first and its copies, mm. */
export const motifBoxes = (laid: Pick<Laid, 'maps'>, { trim }: ArtworkSize): Box[] =>
  laid.maps.map((m) => boxAround(corners(m, trim)));

/** A seat so wide, held where it is held. What covers its area is enlarged. */
export function sized<S extends Seat>(seat: S, artwork: ArtworkSize, area: AreaSize, widthMm: number): S {
  return seat.size.rule === 'cover'
    ? covered(seat, artwork, area, { ...poseOf(seat, artwork, area), widthMm })
    : resized(seat, artwork, area, widthMm);
}

/** Less than these is no difference: of a size, mm, degrees. */
const LEAST = { size: 0.005, mm: 0.5, turn: 0.5 };

/** How one layer lies otherwise than another, in a few words; empty where nothing is seen of it. */
export function differenceWords(is: Pose, was: Pose): string {
  const by = is.widthMm / was.widthMm - 1;
  const [right, down, turn] = [is.centre.x - was.centre.x, is.centre.y - was.centre.y, is.turn - was.turn];
  const mm = (value: number) => `${Math.abs(value) < 10 ? Math.abs(value).toFixed(1) : Math.round(Math.abs(value))} mm`;
  return [
    Math.abs(by) >= LEAST.size && `${Math.max(1, Math.round(Math.abs(by) * 100))}% ${by > 0 ? 'larger' : 'smaller'}`,
    Math.abs(down) >= LEAST.mm && `${mm(down)} ${down > 0 ? 'lower' : 'higher'}`,
    Math.abs(right) >= LEAST.mm && `${mm(right)} further ${right > 0 ? 'right' : 'left'}`,
    Math.abs(turn) >= LEAST.turn && `turned by ${Math.round(turn)}°`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** A seat moved by so much, mm, as it is seen: what covers its area slides no further than it overhangs. */
export function slid<S extends Seat>(seat: S, artwork: ArtworkSize, area: AreaSize, right: number, down: number): S {
  if (seat.size.rule !== 'cover') return nudged(seat, right, down);
  const pose = poseOf(seat, artwork, area);
  return posed(seat, artwork, area, { ...pose, centre: { x: pose.centre.x + right, y: pose.centre.y + down } });
}
