import { smoothstep, type Vec2, type Vec3 } from '../vectors';

/** A pocket that is sewn on, in flat cloth: its edges in their order round it, and which of them are open. */
export interface Patch {
  corners: Vec2[];
  /** Edges by the corner that they begin at. */
  open: number[];
  /** A seam that parts it in two, from the middle of its first edge. */
  parted?: boolean;
}

export type PatchEdge = { from: Vec2; to: Vec2; inward: Vec2; open: boolean };

/** The edges, each with the direction into the pocket. */
export function edgesOf({ corners, open }: Patch): PatchEdge[] {
  const n = corners.length;
  const middle = [0, 1].map((k) => corners.reduce((s, c) => s + c[k]!, 0) / n) as Vec2;
  return corners.map((from, i) => {
    const to = corners[(i + 1) % n]!;
    const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const normal: Vec2 = [-(to[1] - from[1]) / long, (to[0] - from[0]) / long];
    const towards = (middle[0] - from[0]) * normal[0] + (middle[1] - from[1]) * normal[1] > 0 ? 1 : -1;
    return { from, to, inward: [normal[0] * towards, normal[1] * towards], open: open.includes(i) };
  });
}

/** Cloth of a pocket lies on the cloth beneath, and gapes where it is open. The pocket bulges outward: its corners are none of a star. */
export function withPatch(points: readonly Vec3[], flat: readonly Vec2[], patch: Patch): Vec3[] {
  const edges = edgesOf(patch);
  return points.map(([x, y, z], i) => {
    const depths = edges.map(({ from, inward }) => (flat[i]![0] - from[0]) * inward[0] + (flat[i]![1] - from[1]) * inward[1]);
    const inside = Math.min(...depths);
    if (inside <= 0) return [x, y, z];
    const gape = edges.reduce((most, e, k) => (e.open ? Math.max(most, Math.exp(-((depths[k]! / 3) ** 2))) : most), 0);
    return [x, y, z + (0.24 + 0.42 * gape) * smoothstep(0, 0.42, inside)];
  });
}
