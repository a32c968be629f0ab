import { gridMesh, withSmoothNormals, type Mesh } from './mesh';
import { add, cross, scale, sub, unit, type Vec2, type Vec3 } from './vectors';

/** A circular arc as points (radius, height), degrees. */
export const arc = ([cx, cy]: Vec2, r: number, from: number, to: number, steps = 10): Vec2[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const a = ((from + ((to - from) * i) / steps) * Math.PI) / 180;
    return [cx + r * Math.cos(a), cy + r * Math.sin(a)];
  });

/**
 * A profile of (radius, height) turned about z, outside to the right of its way up. Its plane has the way round at `roundAt` (radius, cm)
 * from the seam's other side, and the way down from `top`.
 */
export function lathe(profile: readonly Vec2[], roundAt = 0, top = 0, steps = 256): Mesh {
  const points: Vec3[] = [];
  const plane: Vec2[] = [];
  // the seam is there twice, so that its points have places on either side
  for (let i = 0; i <= steps; i++) {
    const a = (i / steps) * 2 * Math.PI;
    for (const [r, z] of profile) {
      points.push([r * Math.cos(a), r * Math.sin(a), z]);
      plane.push([(a - Math.PI) * roundAt, top - z]);
    }
  }
  const n = profile.length;
  const triangles: Vec3[] = [];
  for (let i = 0; i < steps; i++)
    for (let k = 0; k + 1 < n; k++) {
      const [p, q] = [i * n + k, (i + 1) * n + k];
      triangles.push([p, q, p + 1], [q, q + 1, p + 1]);
    }
  const mesh = withSmoothNormals({ points, triangles });
  // both sides of the seam shine as one
  for (let k = 0; k < n; k++) mesh.normals![steps * n + k] = mesh.normals![k] = unit(add(mesh.normals![k]!, mesh.normals![steps * n + k]!)); // prettier-ignore
  return roundAt ? { ...mesh, plane } : mesh;
}

/** A line swept by an oval of `half` widths (across, along `up`) that may change along it. */
export function tube(line: readonly Vec3[], half: (t: number) => Vec2, up: Vec3, sides = 32): Mesh {
  const rows = line.map((p, i): Vec3[] => {
    const along = unit(sub(line[Math.min(line.length - 1, i + 1)]!, line[Math.max(0, i - 1)]!));
    const across = unit(cross(along, up));
    const over = cross(across, along);
    const [w, h] = half(i / (line.length - 1));
    return Array.from({ length: sides }, (_, k) => {
      const a = (k / sides) * 2 * Math.PI;
      return add(p, add(scale(across, w * Math.cos(a)), scale(over, h * Math.sin(a))));
    });
  });
  return gridMesh(rows, true);
}

/** A cubic Bézier curve. */
export const bezier = <V extends number[]>(a: V, b: V, c: V, d: V, steps: number): V[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const t = i / steps;
    const s = 1 - t;
    return a.map((_, k) => s ** 3 * a[k]! + 3 * s * s * t * b[k]! + 3 * s * t * t * c[k]! + t ** 3 * d[k]!) as V;
  });

/** A sheet over (0..width, 0..height), y down, put into space by `lay`; its plane is in cm from its upper left corner. */
export function sheet(width: number, height: number, columns: number, rows: number, lay: (x: number, y: number) => Vec3): Mesh {
  const plane: Vec2[] = [];
  const grid = Array.from({ length: rows + 1 }, (_, r) =>
    Array.from({ length: columns + 1 }, (_, c): Vec3 => {
      const [x, y] = [(c / columns) * width, (r / rows) * height];
      plane.push([x, y]);
      return lay(x, y);
    }),
  );
  const mesh = gridMesh(grid);
  // seen from above or in front: rows go down, so that the grid's faces look away
  return {
    ...mesh,
    triangles: mesh.triangles.map(([a, b, c]) => [a, c, b]),
    normals: mesh.normals!.map((n) => scale(n, -1)),
    plane,
  };
}

/** A box with rounded edges as text, from its lower corner to its upper one. */
export function roundBox([x0, y0, z0]: Vec3, [x1, y1, z1]: Vec3, r: number): string {
  const [X, Y, Z]: Vec2[] = [[x0 + r, x1 - r], [y0 + r, y1 - r], [z0 + r, z1 - r]]; // prettier-ignore
  const box = (a: Vec3, b: Vec3) => `box{<${a.join(',')}>,<${b.join(',')}>}`;
  const out = [box([x0, Y![0], Z![0]], [x1, Y![1], Z![1]]), box([X![0], y0, Z![0]], [X![1], y1, Z![1]]), box([X![0], Y![0], z0], [X![1], Y![1], z1])]; // prettier-ignore
  const cylinder = (a: Vec3, b: Vec3) => out.push(`cylinder{<${a.join(',')}>,<${b.join(',')}>,${r}}`);
  for (const i of [0, 1])
    for (const j of [0, 1]) {
      cylinder([X![0], Y![i]!, Z![j]!], [X![1], Y![i]!, Z![j]!]);
      cylinder([X![i]!, Y![0], Z![j]!], [X![i]!, Y![1], Z![j]!]);
      cylinder([X![i]!, Y![j]!, Z![0]], [X![i]!, Y![j]!, Z![1]]);
      for (const k of [0, 1]) out.push(`sphere{<${X![i]},${Y![j]},${Z![k]}>,${r}}`);
    }
  return `union{${out.join(' ')}`;
}

/** A mesh moved by a rigid movement: its place on the flat product stays. */
export function movedMesh(mesh: Mesh, move: (p: Vec3) => Vec3): Mesh {
  const origin = move([0, 0, 0]);
  return {
    ...mesh,
    points: mesh.points.map(move),
    ...(mesh.normals && { normals: mesh.normals.map((n) => sub(move(n), origin)) }),
  };
}

/** Turned about z, then tilted about x, degrees, then moved. */
export function place(to: Vec3, turn = 0, tilt = 0): (p: Vec3) => Vec3 {
  const [a, b] = [(turn * Math.PI) / 180, (tilt * Math.PI) / 180];
  const [ca, sa, cb, sb] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b)];
  return ([x, y, z]) => {
    const [px, py, pz] = [x, y * cb - z * sb, y * sb + z * cb];
    return [px * ca - py * sa + to[0], px * sa + py * ca + to[1], pz + to[2]];
  };
}
