import { boxAround, chain, clipped, corners, moved, scaled, surface, turned, type Affine, type Box, type Point } from './affine';
import type { Anchor, Layer, Seat } from './form';
import type { Repeat } from './repeat';

/** A print area, mm. Its origin is the upper left corner; the bleed lies around it. */
export interface AreaSize {
  widthMm: number;
  heightMm: number;
  bleedMm?: number;
}

export interface ArtworkSize {
  widthPx: number;
  heightPx: number;
  /** Box of what prints, in shares of the picture. */
  trim: Box;
  /** Mean width of its half see-through rim where that is soft, px. */
  rimPx?: number;
  /** A border that is drawn in it all round, where it is narrowest: of its shorter side. */
  border?: number;
}

/** A picture that is repeated: `tile` leads from the tile's own square to mm, `box` is the tile in shares of the picture. */
export interface LaidRepeat extends Repeat {
  tile: Affine;
  box: Box;
}

/** Where a picture comes to lie. */
export interface Lie {
  /** From shares of the picture to mm in the area; the first, and one for each further copy. Of a repeat only the first. */
  maps: Affine[];
  repeat: LaidRepeat | null;
}
/** Where a picture comes to lie on its area, and what follows from it. */
export interface Laid extends Lie {
  /** Of the part that is measured by, as printed and before it is turned, mm. */
  widthMm: number;
  heightMm: number;
  /** Effective resolution where it is coarsest: pixels of the picture / printed inches. */
  ppi: number;
  /** The upright box around the first motif, mm. */
  box: Box;
  /** Share of the motif that lies outside the area, of the copy that loses most. */
  cutShare: number;
  /** Share of the area within motifs' boxes. */
  filledShare: number;
}

/** 1 in = 25.4 mm exactly (international yard and pound agreement, 1959). */
export const MM_PER_INCH = 25.4;

const WHOLE: Box = { x: 0, y: 0, width: 1, height: 1 };
/** However little room is left, a picture keeps so much of it, mm. */
const LEAST_MM = 1;

/** Where an anchor lies in an area, as shares of its width and height. */
export const anchorShares = (anchor: Anchor): Point => ({
  x: anchor.includes('left') ? 0 : anchor.includes('right') ? 1 : 0.5,
  y: anchor.includes('top') ? 0 : anchor.includes('bottom') ? 1 : 0.5,
});

/** Lays a picture on an area, by its motif or whole, so that empty margins in a file neither shrink nor shift the print. */
export function lay(artwork: ArtworkSize, area: AreaSize, seat: Seat): Laid {
  const part = seat.by === 'motif' ? artwork.trim : WHOLE;
  const angle = seat.turn ?? 0;
  const aspect = (part.width * artwork.widthPx) / (part.height * artwork.heightPx);
  const widthMm = widthOf(aspect, area, seat);
  const heightMm = widthMm / aspect;
  const centre = centreOf({ widthMm, heightMm }, area, seat);
  const around = (dx: number, dy: number, by: number, degrees: number, flipped: boolean): Affine =>
    chain(moved(centre.x + dx, centre.y + dy), turned(degrees), scaled(flipped ? -by : by, by));
  const frame = around(0, 0, 1, angle, seat.mirror ?? false);
  const copies = seat.spread?.kind === 'copies' ? seat.spread.at : [];
  const frames = [
    frame,
    ...copies.map((c) =>
      around(c.xMm, c.yMm, c.scale ?? 1, angle + (c.turn ?? 0), (seat.mirror ?? false) !== (c.mirror ?? false)),
    ),
  ];
  const picture = chain(
    scaled(widthMm / part.width, heightMm / part.height),
    moved(-part.x - part.width / 2, -part.y - part.height / 2),
  );
  const maps = frames.map((f) => chain(f, picture));
  const repeat: LaidRepeat | null =
    seat.spread && seat.spread.kind !== 'copies'
      ? { ...seat.spread, tile: chain(frame, scaled(widthMm, heightMm), moved(-0.5, -0.5)), box: part }
      : null;
  const motifs = maps.map((m) => corners(m, artwork.trim));
  const largest = Math.max(1, ...copies.map((c) => c.scale ?? 1));
  return {
    maps,
    repeat,
    widthMm,
    heightMm,
    ppi: (part.width * artwork.widthPx) / (widthMm / MM_PER_INCH) / largest,
    box: boxAround(motifs[0]!),
    ...shares(motifs, repeat, artwork, area),
  };
}

/** Width of the part that is measured by, mm, before it is turned. */
function widthOf(aspect: number, area: AreaSize, { size, scale = 1, turn = 0, anchor, xMm, yMm }: Seat): number {
  if (size.rule === 'width') return size.mm * scale;
  if (size.rule === 'box') return Math.min(size.widthMm, size.heightMm * aspect) * scale;
  const [cos, sin] = steepness(turn);
  if (size.rule === 'cover') {
    const [w, h] = outer(area);
    // a box covers another that is turned against it when it covers the upright box around that one
    return Math.max(w * cos + h * sin, (w * sin + h * cos) * aspect) * Math.max(1, scale);
  }
  const inside = (w: number, h: number) => Math.min(w / (cos + sin / aspect), h / (sin + cos / aspect));
  if (size.rule === 'optical') return Math.min(size.mm * Math.sqrt(aspect) * scale, inside(area.widthMm, area.heightMm));
  const at = anchorShares(anchor);
  const left = (whole: number, share: number, off: number) =>
    Math.max(LEAST_MM, Math.min(whole * size.share, whole - (share === 0.5 ? 2 * Math.abs(off) : Math.max(0, off))));
  return inside(left(area.widthMm, at.x, xMm), left(area.heightMm, at.y, yMm)) * scale;
}

const steepness = (turn: number): [number, number] => {
  const { a, b } = turned(turn);
  return [Math.abs(a), Math.abs(b)];
};
/** Width and height of an area with its bleed. */
const outer = ({ widthMm, heightMm, bleedMm = 0 }: AreaSize): [number, number] => [widthMm + 2 * bleedMm, heightMm + 2 * bleedMm];

function centreOf(part: { widthMm: number; heightMm: number }, area: AreaSize, seat: Seat): Point {
  const { size, anchor, xMm, yMm, turn = 0, mirror } = seat;
  const [cos, sin] = steepness(turn);
  const at = anchorShares(anchor);
  if (size.rule === 'cover') {
    const [w, h] = outer(area);
    // how far it may be moved along its own sides before an edge of the area is bare
    const slack = {
      x: Math.max(0, (part.widthMm - (w * cos + h * sin)) / 2),
      y: Math.max(0, (part.heightMm - (w * sin + h * cos)) / 2),
    };
    const focus = size.focus ? { x: mirror ? 1 - size.focus.x : size.focus.x, y: size.focus.y } : at;
    const { a, b, c, d } = turned(-turn);
    const along = {
      x: clamp((1 - 2 * focus.x) * slack.x + a * xMm + c * yMm, slack.x),
      y: clamp((1 - 2 * focus.y) * slack.y + b * xMm + d * yMm, slack.y),
    };
    const back = turned(turn);
    return {
      x: area.widthMm / 2 + back.a * along.x + back.c * along.y,
      y: area.heightMm / 2 + back.b * along.x + back.d * along.y,
    };
  }
  const box = {
    width: part.widthMm * cos + part.heightMm * sin,
    height: part.widthMm * sin + part.heightMm * cos,
  };
  const held = (whole: number, share: number, off: number, own: number) =>
    share === 0.5 ? whole / 2 + off : share === 0 ? off + own / 2 : whole - off - own / 2;
  return { x: held(area.widthMm, at.x, xMm, box.width), y: held(area.heightMm, at.y, yMm, box.height) };
}
const clamp = (value: number, most: number): number => Math.min(most, Math.max(-most, value));

function shares(
  motifs: Point[][],
  repeat: LaidRepeat | null,
  { trim }: ArtworkSize,
  area: AreaSize,
): Pick<Laid, 'cutShare' | 'filledShare'> {
  if (repeat) {
    const { box, pitch } = repeat;
    return {
      cutShare: 0,
      filledShare: Math.min(1, (trim.width * trim.height) / (box.width * box.height)) / (pitch.x * pitch.y),
    };
  }
  const sheet = { x: 0, y: 0, width: area.widthMm, height: area.heightMm };
  const inside = motifs.map((m) => surface(clipped(m, sheet)));
  return {
    cutShare: Math.max(0, ...motifs.map((m, i) => 1 - inside[i]! / surface(m))),
    filledShare: Math.min(1, inside.reduce((sum, s) => sum + s, 0) / (sheet.width * sheet.height)),
  };
}

/** The same on something that is drawn so many times as large, and whose corner lies elsewhere, mm. */
export function enlarged({ maps, repeat }: Lie, by: number, at: Point = { x: 0, y: 0 }): Lie {
  const to = (m: Affine) => chain(moved(at.x, at.y), scaled(by, by), m);
  return { maps: maps.map(to), repeat: repeat && { ...repeat, tile: to(repeat.tile) } };
}

/** A layer as it lies on an area, with the picture that it shows. */
export interface LaidLayer {
  layer: Layer;
  laid: Laid;
  picture: ArtworkSize;
}
/** All layers of a face laid, each with its picture; those whose picture is not here are left out. */
export function layAll(layers: readonly Layer[], area: AreaSize, pictureOf: (layer: Layer) => ArtworkSize | null): LaidLayer[] {
  return layers.flatMap((layer) => {
    const picture = pictureOf(layer);
    return picture ? [{ layer, laid: lay(picture, area, layer), picture }] : [];
  });
}
