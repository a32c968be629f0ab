import { svgPathProperties } from 'svg-path-properties';
import { apply, boxAround, corners, type Point } from './affine';
import { isLead } from './form';
import { MM_PER_INCH, type AreaSize, type ArtworkSize, type Laid, type LaidLayer } from './lay';

/** A print area, with what can be wrong about a print on it. */
export interface TroubledArea extends AreaSize {
  safeMm?: number;
  shape?: 'rectangle' | 'ellipse';
  cutOuts?: readonly string[];
  seams?: readonly string[];
  mustBeFilled?: boolean;
  /** It is printed on cloth, through which nothing half see-through can be printed. */
  cloth?: boolean;
}

/** What is wrong with a print on its area, the gravest first. */
export const TROUBLES = [
  'cut-off',
  'not-filled',
  'coarse',
  'in-cut-out',
  'on-seam',
  'outside-safe',
  'border-cut',
  'soft-edges',
] as const;
export type TroubleCode = (typeof TROUBLES)[number];
export interface PlacementTrouble {
  code: TroubleCode;
  /** How much: a share of the motif or of the area, px/in, or mm. */
  by: number;
}

/** So much of a motif may lie outside its area before it counts as cut off, and of an area that must be filled may show through. */
const TOLERANCE = 0.02;
/** Millimetres and pixels do not divide evenly: so little is nothing. */
const ROUNDING = 1e-6;
/** What reaches into the safe margin by less is not seen, mm. */
const SAFE_TOLERANCE_MM = 0.25;
/** A half see-through rim wider than that prints as a fringe on cloth, mm. Common practice, no single source. */
const FRINGE_MM = 1 / 3;
/** Lines are looked at point by point, so far apart, mm. */
const STEP_MM = 2;
const MOST_POINTS = 600;

/**
 * What is wrong with what is printed on an area. `minPpi` is the resolution that is asked for; `ground`: ink lies below all of it.
 * What covers its area, or is repeated all over it, is meant to overhang and to cross seams and cut-outs.
 */
export function troublesOf(
  layers: readonly LaidLayer[],
  area: TroubledArea,
  minPpi: number,
  ground: boolean,
): PlacementTrouble[] {
  const found = new Map<TroubleCode, number>();
  const worst = (code: TroubleCode, by: number, worse: (a: number, b: number) => number = Math.max) => {
    const was = found.get(code);
    found.set(code, was === undefined ? by : worse(was, by));
  };
  let filled = 0;
  for (const { layer, laid, picture } of layers) {
    // letters fill nothing, and are as fine as they are printed
    if (layer.kind === 'artwork') {
      filled += laid.filledShare;
      // what is always the same says nothing about the artwork
      if (isLead(layer) && laid.ppi < minPpi - ROUNDING) worst('coarse', laid.ppi, Math.min);
      const fringe = ((picture.rimPx ?? 0) / laid.ppi) * MM_PER_INCH;
      if (isLead(layer) && area.cloth && !ground && fringe > FRINGE_MM) worst('soft-edges', fringe);
    }
    if (layer.kind === 'artwork' && !laid.repeat) {
      const left = borderLeft(laid, picture, area);
      if (left !== null) worst('border-cut', left, Math.min);
    }
    if (layer.size.rule === 'cover' || laid.repeat) continue;
    if (laid.cutShare > TOLERANCE) worst('cut-off', laid.cutShare);
    for (const map of laid.maps) {
      const motif = corners(map, picture.trim);
      const out = outsideSafe(map, picture, motif, area);
      if (out > SAFE_TOLERANCE_MM) worst('outside-safe', out);
      if (area.cutOuts?.some((d) => touches(motif, d, true))) worst('in-cut-out', 1);
      if (area.seams?.some((d) => touches(motif, d, false))) worst('on-seam', 1);
    }
  }
  if (area.mustBeFilled && !ground && 1 - filled > TOLERANCE) worst('not-filled', 1 - filled);
  return TROUBLES.flatMap((code) => (found.has(code) ? [{ code, by: found.get(code)! }] : []));
}

/** Sheets are cut true to so much, mm: common practice, no single source. A border that is left narrower than three times that looks crooked. */
const CUT_TOLERANCE_MM = 1;

/**
 * A picture with a border of its own that reaches over the trim of an area with bleed: how much of the border is left where it is
 * narrowest, mm. Null where it has none, where it is cut away on all sides, or where enough of it is left that nobody sees how it was cut.
 */
function borderLeft(
  laid: Laid,
  { border, widthPx, heightPx }: ArtworkSize,
  { widthMm, heightMm, bleedMm = 0 }: TroubledArea,
): number | null {
  if (!border || bleedMm <= 0) return null;
  const shorter = Math.min(widthPx, heightPx);
  const [bx, by] = [(border * shorter) / widthPx, (border * shorter) / heightPx];
  const lefts = laid.maps.flatMap((map) => {
    const outer = boxAround(corners(map, { x: 0, y: 0, width: 1, height: 1 }));
    // what lies wholly within the trim is not cut
    if (outer.x >= 0 && outer.y >= 0 && outer.x + outer.width <= widthMm && outer.y + outer.height <= heightMm) return [];
    const inner = boxAround(corners(map, { x: bx, y: by, width: 1 - 2 * bx, height: 1 - 2 * by }));
    return [inner.x, inner.y, widthMm - inner.x - inner.width, heightMm - inner.y - inner.height];
  });
  const seen = lefts.filter((mm) => mm > -CUT_TOLERANCE_MM);
  if (!seen.length) return null;
  const least = Math.max(0, Math.min(...lefts));
  return least < 3 * CUT_TOLERANCE_MM ? least : null;
}

/** How far a motif reaches beyond the safe margin, mm. In a round area its sides count, as the corners of a round motif are empty. */
function outsideSafe(map: Laid['maps'][number], { trim }: ArtworkSize, motif: Point[], area: TroubledArea): number {
  const { widthMm, heightMm, safeMm = 0, shape } = area;
  if (safeMm <= 0) return 0;
  if (shape === 'ellipse') {
    const [rx, ry] = [widthMm / 2 - safeMm, heightMm / 2 - safeMm];
    const [cx, cy] = [trim.x + trim.width / 2, trim.y + trim.height / 2];
    const sides = [
      { x: trim.x, y: cy },
      { x: trim.x + trim.width, y: cy },
      { x: cx, y: trim.y },
      { x: cx, y: trim.y + trim.height },
    ].map((p) => apply(map, p));
    const beyond = sides.map((p) => Math.hypot((p.x - widthMm / 2) / rx, (p.y - heightMm / 2) / ry));
    return (Math.max(...beyond) - 1) * Math.min(rx, ry);
  }
  const box = boxAround(motif);
  return safeMm - Math.min(box.x, box.y, widthMm - box.x - box.width, heightMm - box.y - box.height);
}

/** The points of SVG paths, each found once. */
const paths = new Map<string, Point[]>();
function pointsOf(d: string): Point[] {
  const known = paths.get(d);
  if (known) return known;
  let points: Point[] = [];
  try {
    const path = new svgPathProperties(d);
    const length = path.getTotalLength();
    const steps = Math.min(MOST_POINTS, Math.max(2, Math.ceil(length / STEP_MM)));
    points = Array.from({ length: steps + 1 }, (_, i) => path.getPointAtLength((length * i) / steps));
  } catch {
    // what a print house sends as a path and is none bounds nothing
  }
  if (paths.size >= 500) paths.clear();
  paths.set(d, points);
  return points;
}

/** Whether a motif meets a path, or, where that encloses a surface, lies in it. */
function touches(motif: readonly Point[], d: string, encloses: boolean): boolean {
  const points = pointsOf(d);
  const middle = { x: (motif[0]!.x + motif[2]!.x) / 2, y: (motif[0]!.y + motif[2]!.y) / 2 };
  return points.some((p) => inside(p, motif)) || (encloses && [middle, ...motif].some((p) => inside(p, points)));
}

/** Whether a point lies in a shape: a ray from it crosses its outline an odd number of times. */
function inside({ x, y }: Point, shape: readonly Point[]): boolean {
  let odd = false;
  shape.forEach((a, i) => {
    const b = shape[(i + 1) % shape.length]!;
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) odd = !odd;
  });
  return odd;
}

/** How grave: of two placements the one with the larger number is to be looked at first; 0 is fine. */
export const gravity = (troubles: readonly PlacementTrouble[]): number =>
  troubles.length ? (TROUBLES.length - TROUBLES.indexOf(troubles[0]!.code)) * 10 + troubles.length : 0;

const NAMES: Record<TroubleCode, string> = {
  'cut-off': 'cut off',
  'not-filled': 'not filled',
  coarse: 'too coarse',
  'in-cut-out': 'cut by an opening',
  'on-seam': 'on a seam',
  'outside-safe': 'over the safe margin',
  'border-cut': 'its border is cut',
  'soft-edges': 'soft edges on cloth',
};
/** What a trouble is called. */
export const troubleName = (code: string): string => NAMES[code as TroubleCode] ?? code;

const SENTENCES: Record<TroubleCode, (by: number) => string> = {
  'cut-off': (by) => `${Math.max(1, Math.round(by * 100))}% of it is cut off`,
  'not-filled': (by) => `${Math.max(1, Math.round(by * 100))}% of the area shows through`,
  coarse: (by) => `${Math.floor(by)} px/in`,
  'in-cut-out': () => 'cut by an opening',
  'on-seam': () => 'crosses a seam',
  'outside-safe': (by) => `${by < 10 ? by.toFixed(1) : Math.round(by)} mm over the safe margin`,
  'border-cut': (by) => `its border runs into the bleed, ${by.toFixed(1)} mm of it are left`,
  'soft-edges': (by) => `a soft edge of ${by.toFixed(1)} mm on cloth`,
};
/** What is wrong, in a few words. */
export const troubleWords = ({ code, by }: PlacementTrouble): string => SENTENCES[code](by);
