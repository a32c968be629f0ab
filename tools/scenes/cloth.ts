import Delaunator from 'delaunator';
import { noise2, randomFrom, smoothstep, type Vec2, type Vec3 } from './vectors';

/** Parts of a shirt's outline, in the order they are met going clockwise from the collar's middle. */
export type EdgePart = 'neck' | 'shoulder' | 'sleeveTop' | 'sleeveEnd' | 'sleeveUnder' | 'side' | 'hem';

/** A cloth that was laid down and came to rest. */
export interface LaidCloth {
  /** The first `edge.length` points are the outline in order. */
  points: Vec3[];
  /** Where each point lies in the flat garment, cm, y up from the hem. */
  flat: Vec2[];
  triangles: Vec3[];
  edge: EdgePart[];
}

/** Points of the cloth are so far apart while it settles, cm; they are halved once it lies. */
const SPACING = 0.6;

/** A garment's front as it is cut and sewn: the right half of its outline from the middle of the neck, clockwise; y up from the hem. */
export interface Cut {
  line: [EdgePart, Vec2[]][];
  neckSide: Vec2;
  shoulder: Vec2;
  pit: Vec2;
  /** How far sleeves are turned when it is laid down, degrees. */
  sleeveDeg: number;
}

/** The whole outline: the right half and its mirror image. */
function outline({ line }: Cut): { at: Vec2; part: EdgePart }[] {
  const right = line.flatMap(([part, points]) => points.map((at) => ({ at, part })));
  const last = right.at(-1)!;
  const left = right.slice(1, -1).map(({ at, part }) => ({ at: [-at[0], at[1]] as Vec2, part }));
  return [...right.slice(0, -1), last, ...left.reverse()];
}

function evenly(line: { at: Vec2; part: EdgePart }[], step: number) {
  const out: typeof line = [];
  let left = 0;
  line.forEach((from, i) => {
    const to = line[(i + 1) % line.length]!;
    const length = Math.hypot(to.at[0] - from.at[0], to.at[1] - from.at[1]);
    let d = left;
    for (; d < length; d += step) {
      const t = d / length;
      out.push({ at: [from.at[0] + (to.at[0] - from.at[0]) * t, from.at[1] + (to.at[1] - from.at[1]) * t], part: from.part });
    }
    left = d - length;
  });
  return out;
}

function insideTest(polygon: Vec2[]) {
  return (x: number, y: number) => {
    let inside = false;
    for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
      const [a, b] = polygon[i]!;
      const [d, e] = polygon[j]!;
      if (b > y !== e > y && x < ((d - a) * (y - b)) / (e - b) + a) inside = !inside;
    }
    return inside;
  };
}

/** How firmly each part of the edge keeps its place while the cloth settles. */
const HOLD: Record<EdgePart, number> = {
  neck: 0.3,
  shoulder: 0.25,
  sleeveTop: 0.12,
  sleeveEnd: 0.05,
  sleeveUnder: 0.08,
  side: 0.1,
  hem: 0.04,
};

/**
 * Lays a garment on a table: a fine mesh of the outline whose rest shape is a little larger than the place it lies in
 * (`slack`, as a share), relaxed under gravity and friction with position-based constraints. The chest gets the least
 * slack, as when a hand has smoothed it; sleeves and sides get the most.
 */
export function layGarment(cut: Cut, seed: number, slack: number): LaidCloth {
  const random = randomFrom(seed);
  const shape = outline(cut);
  const edge = evenly(shape, SPACING);
  const inside = insideTest(shape.map((p) => p.at));
  const flat: Vec2[] = edge.map((p) => [...p.at]);
  const depth: number[] = edge.map(() => 0);
  const [xs, ys] = [shape.map((p) => p.at[0]), shape.map((p) => p.at[1])];
  const [x1, y0, y1] = [Math.max(...xs) + 1, Math.min(...ys) - 1, Math.max(...ys) + 1];
  for (let y = y0, row = 0; y < y1; y += SPACING * 0.866, row++)
    for (let x = -x1 + ((row & 1) * SPACING) / 2; x < x1; x += SPACING) {
      const px = x + (random() - 0.5) * SPACING * 0.3;
      const py = y + (random() - 0.5) * SPACING * 0.3;
      if (!inside(px, py)) continue;
      const d = Math.sqrt(Math.min(...edge.map((p) => (p.at[0] - px) ** 2 + (p.at[1] - py) ** 2)));
      if (d > SPACING * 0.55) {
        flat.push([px, py]);
        depth.push(d);
      }
    }
  const triangles = triangulate(flat, inside);
  const rest = flat.map((p) => restPlace(cut, p, slack, seed));
  const points = settle(
    flat,
    rest,
    depth,
    triangles,
    edge.map((p) => p.part),
    seed,
  );
  smooth(points, rest, triangles, edge.length);
  return halved({ points, flat: rest, triangles, edge: edge.map((p) => p.part) });
}

/** An edge of a mesh: its ends, the corners across it (one at the outline), and where its middle goes. */
interface Edge {
  a: number;
  b: number;
  c: number[];
  at: number;
}

const edgeKey = (n: number, i: number, j: number): number => Math.min(i, j) * n + Math.max(i, j);

function edgesOf(n: number, triangles: readonly Vec3[]): Map<number, Edge> {
  const edges = new Map<number, Edge>();
  for (const [p, q, r] of triangles)
    for (const [a, b, c] of [
      [p, q, r],
      [q, r, p],
      [r, p, q],
    ] as Vec3[]) {
      const known = edges.get(edgeKey(n, a, b));
      if (known) known.c.push(c);
      else edges.set(edgeKey(n, a, b), { a, b, c: [c], at: 0 });
    }
  return edges;
}

/** The points that each point has an edge to; none where it was left over. */
function neighboursIn(n: number, triangles: readonly Vec3[]): Set<number>[] {
  const near = Array.from({ length: n }, () => new Set<number>());
  for (const [a, b, c] of triangles) {
    near[a]!.add(b).add(c);
    near[b]!.add(a).add(c);
    near[c]!.add(a).add(b);
  }
  return near;
}

/**
 * Each triangle as four, by Loop's rules, so that folds are round close up and the way from cloth to print is as smooth as they are. (C. Loop,
 * Smooth Subdivision Surfaces Based on Triangles, 1987.)
 */
export function halved({ points, flat, triangles, edge }: LaidCloth): LaidCloth {
  const n = points.length;
  const rim = edge.length;
  const across = edgesOf(n, triangles);
  const near = neighboursIn(n, triangles);
  // the outline first: each of its points, and the middle of the way to the next
  let next = rim * 2;
  const moved = points.map((_, i) => (i < rim ? i * 2 : next++));
  for (const e of across.values()) {
    const [lo, hi] = [Math.min(e.a, e.b), Math.max(e.a, e.b)];
    const beside = e.c.length === 1 && hi < rim && (hi - lo === 1 || (lo === 0 && hi === rim - 1));
    e.at = beside ? (hi - lo === 1 ? lo * 2 + 1 : hi * 2 + 1) : next++;
  }
  const mixed = <V extends number[]>(from: readonly V[]): V[] => {
    const sum = (parts: [number, number][]): V => from[0]!.map((_, k) => parts.reduce((s, [i, w]) => s + from[i]![k]! * w, 0)) as V; // prettier-ignore
    const out: V[] = [];
    for (let i = 0; i < n; i++) {
      if (i < rim)
        out[moved[i]!] = sum([[i, 0.75], [(i + 1) % rim, 0.125], [(i + rim - 1) % rim, 0.125]]); // prettier-ignore
      else {
        // at least itself: a point may have been left over
        const m = near[i]!.size || 1;
        const beta = (5 / 8 - (3 / 8 + Math.cos((2 * Math.PI) / m) / 4) ** 2) / m;
        out[moved[i]!] = sum([[i, 1 - m * beta], ...[...near[i]!].map((j): [number, number] => [j, beta])]);
      }
    }
    for (const { a, b, c, at } of across.values())
      out[at] = c.length === 2 ? sum([[a, 3 / 8], [b, 3 / 8], [c[0]!, 1 / 8], [c[1]!, 1 / 8]]) : sum([[a, 0.5], [b, 0.5]]); // prettier-ignore
    // where no triangle runs along the outline its middle is nobody's corner
    for (let i = 0; i < rim; i++) out[i * 2 + 1] ??= sum([[i, 0.5], [(i + 1) % rim, 0.5]]); // prettier-ignore
    return out;
  };
  const middle = (i: number, j: number) => across.get(edgeKey(n, i, j))!.at;
  const finer = triangles.flatMap(([a, b, c]): Vec3[] => {
    const [ab, bc, ca] = [middle(a, b), middle(b, c), middle(c, a)];
    const [p, q, r] = [moved[a]!, moved[b]!, moved[c]!];
    return [[p, ab, ca], [ab, q, bc], [ca, bc, r], [ab, bc, ca]]; // prettier-ignore
  });
  return { points: mixed(points), flat: mixed(flat), triangles: finer, edge: edge.flatMap((part) => [part, part]) };
}

function triangulate(points: Vec2[], inside: (x: number, y: number) => boolean): Vec3[] {
  const { triangles } = new Delaunator(points.flat());
  const out: Vec3[] = [];
  for (let i = 0; i < triangles.length; i += 3) {
    const t = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!] as Vec3;
    const [a, b, c] = t.map((k) => points[k]!) as [Vec2, Vec2, Vec2];
    if (!inside((a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3)) continue;
    const clockwise = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) < 0;
    out.push(clockwise ? [t[2], t[1], t[0]] : t);
  }
  return out;
}

function restPlace({ shoulder, pit, sleeveDeg, neckSide }: Cut, [x, y]: Vec2, slack: number, seed: number): Vec2 {
  const side = Math.sign(x) || 1;
  const ax = Math.abs(x);
  const sleeve = smoothstep(shoulder[0] - 3, shoulder[0] + 9, ax) * smoothstep(pit[1] - 14, pit[1], y);
  const turn = ((sleeve * sleeveDeg * Math.PI) / 180) * (1 + 0.25 * side);
  const pivot: Vec2 = [shoulder[0] + 0.3, shoulder[1] - 7.6];
  const [dx, dy] = [ax - pivot[0], y - pivot[1]];
  const rx = side * (pivot[0] + dx * Math.cos(turn) - dy * Math.sin(turn));
  const ry = pivot[1] + dx * Math.sin(turn) + dy * Math.cos(turn);
  const chest = Math.exp(-((x / (pit[0] * 0.57)) ** 2) - ((y - neckSide[1] * 0.64) / (neckSide[1] * 0.24)) ** 2);
  const loose = slack * (1 - 0.62 * chest);
  const wander = 1.05 * (1 - 0.6 * chest);
  return [
    rx * (1 + loose) + wander * noise2(x * 0.09 + 3, y * 0.07, seed + 4),
    ry * (1 + loose * 0.7) + wander * noise2(x * 0.08, y * 0.06 + 9, seed + 16),
  ];
}

function settle(flat: Vec2[], rest: Vec2[], depth: number[], triangles: Vec3[], edge: EdgePart[], seed: number): Vec3[] {
  const n = flat.length;
  const edges = [...edgesOf(n, triangles).values()];
  const length = (i: number, j: number) => Math.hypot(rest[i]![0] - rest[j]![0], rest[i]![1] - rest[j]![1]);
  const stretch = edges.map(({ a, b }) => ({ i: a * 3, j: b * 3, l: length(a, b) }));
  const bend = edges.flatMap(({ c }) => (c.length === 2 ? [{ i: c[0]! * 3, j: c[1]! * 3, l: length(c[0]!, c[1]!) }] : []));
  const table = depth.map((d) => 0.18 + 0.42 * (1 - Math.exp(-d / 0.9)));
  const x = new Float64Array(n * 3);
  const before = new Float64Array(n * 3);
  const speed = new Float64Array(n * 3);
  flat.forEach(([px, py], i) => {
    const ripple =
      1 +
      1.6 * noise2(px * 0.22 + noise2(px * 0.05, py * 0.05, seed) * 4, py * 0.13, seed + 2) +
      0.8 * noise2(px * 0.5, py * 0.4, seed + 5);
    x.set([px, py, table[i]! + 0.2 * (1 - Math.exp(-depth[i]! / 3)) * ripple], i * 3);
  });
  const pull = (links: typeof stretch, stiffness: number, onlyShorter: boolean) => {
    for (const { i, j, l } of links) {
      const dx = x[j]! - x[i]!;
      const dy = x[j + 1]! - x[i + 1]!;
      const dz = x[j + 2]! - x[i + 2]!;
      const now = Math.sqrt(dx * dx + dy * dy + dz * dz) || 1e-9;
      if (onlyShorter && now > l) continue;
      const c = ((now - l) / now) * 0.5 * stiffness;
      x[i]! += dx * c;
      x[i + 1]! += dy * c;
      x[i + 2]! += dz * c;
      x[j]! -= dx * c;
      x[j + 1]! -= dy * c;
      x[j + 2]! -= dz * c;
    }
  };
  const STEPS = 420;
  const dt = 1 / 60;
  for (let step = 0; step < STEPS; step++) {
    const damping = step < STEPS * 0.75 ? 0.985 : 0.93;
    before.set(x);
    for (let i = 0; i < n; i++) {
      for (let k = 0; k < 3; k++) speed[i * 3 + k]! *= damping;
      speed[i * 3 + 2]! -= 21.5 * dt;
    }
    for (let i = 0; i < n * 3; i++) x[i]! += speed[i]! * dt;
    for (let round = 0; round < 14; round++) {
      pull(stretch, 0.9, false);
      pull(bend, 0.35, true);
      edge.forEach((part, i) => {
        const hold = HOLD[part];
        x[i * 3]! += (flat[i]![0] - x[i * 3]!) * hold;
        x[i * 3 + 1]! += (flat[i]![1] - x[i * 3 + 1]!) * hold;
        const top = table[i]! + 0.02;
        if (x[i * 3 + 2]! > top) x[i * 3 + 2]! += (top - x[i * 3 + 2]!) * 0.5 * (hold > 0.05 ? 1 : 0.35);
      });
      for (let i = 0; i < n; i++) x[i * 3 + 2] = Math.max(x[i * 3 + 2]!, table[i]!);
    }
    for (let i = 0; i < n; i++) {
      const touching = x[i * 3 + 2]! <= table[i]! + 0.01;
      for (let k = 0; k < 3; k++) {
        const v = (x[i * 3 + k]! - before[i * 3 + k]!) / dt;
        speed[i * 3 + k] = Math.max(-25, Math.min(25, v)) * (touching && k < 2 ? 0.35 : 1);
      }
    }
  }
  return flat.map((_, i) => [x[i * 3]!, x[i * 3 + 1]!, x[i * 3 + 2]!]);
}

/** Takes the solver's vertex-scale jitter out of the surface, the outline and the map from cloth to print. */
function smooth(points: Vec3[], rest: Vec2[], triangles: Vec3[], edgeCount: number): void {
  const near = neighboursIn(points.length, triangles);
  // Taubin's pair of steps keeps the folds' height
  for (let round = 0; round < 6; round++)
    for (const weight of [0.5, -0.51]) {
      const old = points.map((p) => [...p] as Vec3);
      for (let i = edgeCount; i < points.length; i++)
        for (let k = 0; k < 3; k++) {
          let mean = 0;
          for (const j of near[i]!) mean += old[j]![k]!;
          points[i]![k]! += weight * (mean / (near[i]!.size || 1) - old[i]![k]!);
        }
    }
  for (let round = 0; round < 10; round++) {
    const old = points.slice(0, edgeCount).map((p) => [...p] as Vec3);
    for (let i = 0; i < edgeCount; i++) {
      const [p, q] = [old[(i + edgeCount - 1) % edgeCount]!, old[(i + 1) % edgeCount]!];
      const turn = Math.abs(
        Math.atan2(
          (q[1] - old[i]![1]) * (old[i]![0] - p[0]) - (q[0] - old[i]![0]) * (old[i]![1] - p[1]),
          (q[0] - old[i]![0]) * (old[i]![0] - p[0]) + (q[1] - old[i]![1]) * (old[i]![1] - p[1]),
        ),
      );
      if (turn > 0.6) continue;
      for (let k = 0; k < 3; k++) points[i]![k] = old[i]![k]! * 0.5 + (p[k]! + q[k]!) * 0.25;
    }
  }
  let drift = rest.map((r, i): Vec2 => [r[0] - points[i]![0], r[1] - points[i]![1]]);
  for (let round = 0; round < 12; round++)
    drift = drift.map((d, i) => {
      let [sx, sy] = [0, 0];
      for (const j of near[i]!) {
        sx += drift[j]![0];
        sy += drift[j]![1];
      }
      const m = near[i]!.size || 1;
      return [d[0] * 0.4 + (0.6 * sx) / m, d[1] * 0.4 + (0.6 * sy) / m];
    });
  drift.forEach((d, i) => (rest[i] = [points[i]![0] + d[0], points[i]![1] + d[1]]));
}
