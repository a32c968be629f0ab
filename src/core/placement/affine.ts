/** An affine map of the plane as SVG and canvas write it: x' = a x + c y + e, y' = b x + d y + f. */
export interface Affine {
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}
export interface Point {
  x: number;
  y: number;
}
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

export const moved = (x: number, y: number): Affine => ({ a: 1, b: 0, c: 0, d: 1, e: x, f: y });
export const scaled = (x: number, y: number): Affine => ({ a: x, b: 0, c: 0, d: y, e: 0, f: 0 });

/** A turn about the origin; with y downwards, positive degrees turn clockwise. Quarter turns are exact. */
export function turned(degrees: number): Affine {
  const quarter = degrees / 90;
  const [cos, sin] = Number.isInteger(quarter)
    ? [[1, 0, -1, 0][mod(quarter, 4)]!, [0, 1, 0, -1][mod(quarter, 4)]!]
    : [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return { a: cos, b: sin, c: -sin, d: cos, e: 0, f: 0 };
}

/** The remainder that is never negative. */
export const mod = (n: number, m: number): number => ((n % m) + m) % m;

/** One map after another: the last is applied first, as matrices are written. */
export const chain = (...maps: Affine[]): Affine =>
  maps.reduce((m, n) => ({
    a: m.a * n.a + m.c * n.b,
    b: m.b * n.a + m.d * n.b,
    c: m.a * n.c + m.c * n.d,
    d: m.b * n.c + m.d * n.d,
    e: m.a * n.e + m.c * n.f + m.e,
    f: m.b * n.e + m.d * n.f + m.f,
  }));

export const apply = ({ a, b, c, d, e, f }: Affine, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** The map that leads back. Throws a RangeError for one that flattens the plane. */
export function inverse({ a, b, c, d, e, f }: Affine): Affine {
  const det = a * d - b * c;
  if (Math.abs(det) < 1e-12) throw new RangeError('This map has no inverse');
  const [ia, ib, ic, id] = [d / det, -b / det, -c / det, a / det];
  return { a: ia, b: ib, c: ic, d: id, e: -(ia * e + ic * f), f: -(ib * e + id * f) };
}

/** The corners of a box under a map, in the order in which one walks around it. */
export const corners = (map: Affine, { x, y, width, height }: Box): Point[] =>
  [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ].map((p) => apply(map, p));

/** The upright box around points. */
export function boxAround(points: readonly Point[]): Box {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** What of a convex shape lies in an upright box: clipped edge by edge (Sutherland and Hodgman, 1974). */
export function clipped(shape: readonly Point[], box: Box): Point[] {
  const sides: ((p: Point) => number)[] = [
    (p) => p.x - box.x,
    (p) => box.x + box.width - p.x,
    (p) => p.y - box.y,
    (p) => box.y + box.height - p.y,
  ];
  return sides.reduce<Point[]>(
    (points, inside) => {
      const out: Point[] = [];
      points.forEach((p, i) => {
        const q = points[(i + 1) % points.length]!;
        const [dp, dq] = [inside(p), inside(q)];
        if (dp >= 0) out.push(p);
        if (dp < 0 !== dq < 0) {
          const t = dp / (dp - dq);
          out.push({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t });
        }
      });
      return out;
    },
    [...shape],
  );
}

/** The area of a shape without crossings, by the surveyor's formula (Gauss). */
export const surface = (shape: readonly Point[]): number =>
  Math.abs(
    shape.reduce((sum, p, i) => sum + p.x * shape[(i + 1) % shape.length]!.y - shape[(i + 1) % shape.length]!.x * p.y, 0),
  ) / 2;
