import { cross, sub, unit, type Vec2, type Vec3 } from './vectors';

/** A triangle mesh. `plane` holds, per vertex, the position in the flat product in cm (x right, y down). */
export interface Mesh {
  points: Vec3[];
  triangles: Vec3[];
  normals?: Vec3[];
  plane?: Vec2[] | undefined;
}

/** Adds area-weighted vertex normals. */
export function withSmoothNormals(mesh: Mesh): Mesh {
  const sums: Vec3[] = mesh.points.map(() => [0, 0, 0]);
  for (const [a, b, c] of mesh.triangles) {
    const n = cross(sub(mesh.points[b]!, mesh.points[a]!), sub(mesh.points[c]!, mesh.points[a]!));
    for (const i of [a, b, c]) for (let k = 0; k < 3; k++) sums[i]![k]! += n[k]!;
  }
  return { ...mesh, normals: sums.map(unit) };
}

/** A grid of rows x columns of points as a mesh; `wrap` joins the last column to the first. */
export function gridMesh(rows: Vec3[][], wrap = false): Mesh {
  const width = rows[0]!.length;
  const triangles: Vec3[] = [];
  for (let r = 0; r + 1 < rows.length; r++)
    for (let c = 0; c + (wrap ? 0 : 1) < width; c++) {
      const d = (c + 1) % width;
      const [p, q, s, t] = [r * width + c, r * width + d, (r + 1) * width + c, (r + 1) * width + d];
      triangles.push([p, q, s], [q, t, s]);
    }
  return withSmoothNormals({ points: rows.flat(), triangles });
}

/** The mesh as POV-Ray scene text; `uvScale` maps plane cm to the 0..1 square that a texture uses. */
export function povMesh(mesh: Mesh, texture: string, uv?: (p: Vec2) => Vec2): string {
  const list = (name: string, rows: number[][], digits: number) =>
    `${name}{${rows.length},${rows.map((r) => `<${r.map((v) => v.toFixed(digits)).join(',')}>`).join(',')}}`;
  return [
    'mesh2{',
    list('vertex_vectors', mesh.points, 5),
    mesh.normals ? list('normal_vectors', mesh.normals, 5) : '',
    uv && mesh.plane ? list('uv_vectors', mesh.plane.map(uv), 7) : '',
    list('face_indices', mesh.triangles, 0),
    texture,
    '}',
  ].join('\n');
}
