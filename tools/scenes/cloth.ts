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

const SPACING = 0.55;
export const NECK_SIDE: Vec2 = [9.6, 71.4];
export const ARM: { shoulder: Vec2; pit: Vec2 } = { shoulder: [23.2, 67.6], pit: [26.2, 50.2] };

function bezier(a: Vec2, b: Vec2, c: Vec2, d: Vec2, n: number): Vec2[] {
  return Array.from({ length: n }, (_, i) => {
    const t = i / n;
    const s = 1 - t;
    const at = (k: 0 | 1) => s ** 3 * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t ** 3 * d[k];
    return [at(0), at(1)];
  });
}

/** The outline of a laid crew-neck shirt, size M, 52 cm across the chest. */
function outline(): { at: Vec2; part: EdgePart }[] {
  const { shoulder, pit } = ARM;
  const [sleeveTop, sleeveEnd]: Vec2[] = [
    [39.6, 52.6],
    [32.4, 44.2],
  ];
  const parts: [EdgePart, Vec2[]][] = [
    ['neck', bezier([0, 62.4], [5.4, 62.4], [8.9, 65.6], NECK_SIDE, 80)],
    ['shoulder', bezier(NECK_SIDE, [14, 70.3], [19, 69.2], shoulder, 60)],
    ['sleeveTop', bezier(shoulder, [28.5, 65.4], [34.5, 59], sleeveTop!, 80)],
    ['sleeveEnd', bezier(sleeveTop!, [37.6, 49.6], [35, 46.6], sleeveEnd!, 60)],
    ['sleeveUnder', bezier(sleeveEnd!, [30, 46.2], [27.4, 48.2], pit, 40)],
    ['side', bezier(pit, [25.6, 40], [25.9, 14], [26.8, 0.2], 120)],
    ['hem', bezier([26.8, 0.2], [18, -0.5], [9, -0.6], [0, -0.5], 80)],
  ];
  const right = parts.flatMap(([part, points]) => points.map((at) => ({ at, part })));
  const left = right.slice(1).map(({ at, part }) => ({ at: [-at[0], at[1]] as Vec2, part }));
  return [...right, { at: [0, -0.5], part: 'hem' }, ...left.reverse()];
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
 * Lays a shirt on a table: a fine mesh of the outline whose rest shape is a little larger than the place it lies in
 * (`slack`, as a share), relaxed under gravity and friction with position-based constraints. The chest gets the least
 * slack, as when a hand has smoothed it; sleeves and sides get the most.
 */
export function layShirt(seed: number, slack: number, sleeveDeg: number): LaidCloth {
  const random = randomFrom(seed);
  const shape = outline();
  const edge = evenly(shape, SPACING);
  const inside = insideTest(shape.map((p) => p.at));
  const flat: Vec2[] = edge.map((p) => [...p.at]);
  const depth: number[] = edge.map(() => 0);
  for (let y = -1, row = 0; y < 73; y += SPACING * 0.866, row++)
    for (let x = -41 + ((row & 1) * SPACING) / 2; x < 41; x += SPACING) {
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
  const rest = flat.map((p) => restPlace(p, slack, sleeveDeg));
  const points = settle(
    flat,
    rest,
    depth,
    triangles,
    edge.map((p) => p.part),
  );
  smooth(points, rest, triangles, edge.length);
  return { points, flat: rest, triangles, edge: edge.map((p) => p.part) };
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

function restPlace([x, y]: Vec2, slack: number, sleeveDeg: number): Vec2 {
  const side = Math.sign(x) || 1;
  const ax = Math.abs(x);
  const sleeve = smoothstep(20, 32, ax) * smoothstep(36, 50, y);
  const turn = ((sleeve * sleeveDeg * Math.PI) / 180) * (1 + 0.25 * side);
  const [dx, dy] = [ax - 23.5, y - 60];
  const rx = side * (23.5 + dx * Math.cos(turn) - dy * Math.sin(turn));
  const ry = 60 + dx * Math.sin(turn) + dy * Math.cos(turn);
  const chest = Math.exp(-((x / 15) ** 2) - ((y - 46) / 17) ** 2);
  const loose = slack * (1 - 0.62 * chest);
  const wander = 1.05 * (1 - 0.6 * chest);
  return [
    rx * (1 + loose) + wander * noise2(x * 0.09 + 3, y * 0.07, 11),
    ry * (1 + loose * 0.7) + wander * noise2(x * 0.08, y * 0.06 + 9, 23),
  ];
}

function settle(flat: Vec2[], rest: Vec2[], depth: number[], triangles: Vec3[], edge: EdgePart[]): Vec3[] {
  const n = flat.length;
  const opposite = new Map<number, [number, number, number[]]>();
  for (const [a, b, c] of triangles)
    for (const [i, j, k] of [
      [a, b, c],
      [b, c, a],
      [c, a, b],
    ] as Vec3[]) {
      const key = Math.min(i, j) * n + Math.max(i, j);
      if (!opposite.has(key)) opposite.set(key, [i, j, []]);
      opposite.get(key)![2].push(k);
    }
  const edges = [...opposite.values()];
  const length = (i: number, j: number) => Math.hypot(rest[i]![0] - rest[j]![0], rest[i]![1] - rest[j]![1]);
  const stretch = edges.map(([i, j]) => ({ i: i * 3, j: j * 3, l: length(i, j) }));
  const bend = edges.flatMap(([, , o]) => (o.length === 2 ? [{ i: o[0]! * 3, j: o[1]! * 3, l: length(o[0]!, o[1]!) }] : []));
  const table = depth.map((d) => 0.18 + 0.42 * (1 - Math.exp(-d / 0.9)));
  const x = new Float64Array(n * 3);
  const before = new Float64Array(n * 3);
  const speed = new Float64Array(n * 3);
  flat.forEach(([px, py], i) => {
    const ripple =
      1 + 1.6 * noise2(px * 0.22 + noise2(px * 0.05, py * 0.05, 3) * 4, py * 0.13, 5) + 0.8 * noise2(px * 0.5, py * 0.4, 8);
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
  const near: Set<number>[] = points.map(() => new Set());
  for (const [a, b, c] of triangles) {
    near[a]!.add(b).add(c);
    near[b]!.add(a).add(c);
    near[c]!.add(a).add(b);
  }
  // Taubin's pair of steps keeps the folds' height
  for (let round = 0; round < 3; round++)
    for (const weight of [0.5, -0.52]) {
      const old = points.map((p) => [...p] as Vec3);
      for (let i = edgeCount; i < points.length; i++)
        for (let k = 0; k < 3; k++) {
          let mean = 0;
          for (const j of near[i]!) mean += old[j]![k]!;
          points[i]![k]! += weight * (mean / near[i]!.size - old[i]![k]!);
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
      const m = near[i]!.size;
      return [d[0] * 0.4 + (0.6 * sx) / m, d[1] * 0.4 + (0.6 * sy) / m];
    });
  drift.forEach((d, i) => (rest[i] = [points[i]![0] + d[0], points[i]![1] + d[1]]));
}
