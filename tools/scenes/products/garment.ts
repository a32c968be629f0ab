import { layGarment, type Cut, type EdgePart, type LaidCloth } from '../cloth';
import { gridMesh, withSmoothNormals, type Mesh } from '../mesh';
import type { Product, ProductThing } from '../setup';
import { bezier } from '../shapes';
import { noise2, type Vec2, type Vec3 } from '../vectors';
import { withPatch, type Patch } from './patch';
import { bumpMap, runsOf, type Square } from './seams';

/** A garment with its front up, or its back. All lengths in cm. */
export interface GarmentForm {
  kinds: string[];
  cut: Cut;
  seed: number;
  slack: number;
  /** Width of the ribbed band round the neck; none is bound in its own cloth. */
  collar: number;
  /** Ribbed bands at hem and cuffs, as sweatshirts have. */
  ribs?: number;
  /** How much of its stitches is seen: 1 close up, 0 from where they would flicker. */
  knit: number;
  /** Seen from behind: the neck is high, and nothing is seen inside. */
  back?: boolean;
  /** A pocket on its front. */
  patch?: Patch;
  rooms: Product['rooms'];
}

type Line = [EdgePart, Vec2[]][];
const curve = (a: Vec2, b: Vec2, c: Vec2, d: Vec2, n: number): Vec2[] => bezier(a, b, c, d, n).slice(0, -1);

export interface Measures {
  /** Half of the chest, and of the hem. */
  chest: number;
  hem: number;
  /** From the hem to the side of the neck. */
  length: number;
  neckWide: number;
  neckDeep: number;
  /** Sleeve: how long, how wide at its end; none has none. */
  sleeve: { long: number; end: number; down: number } | null;
  v?: boolean;
}

/** A cut from measures: sleeves run on from the shoulder and are turned down by so many degrees. */
export function cutOf({ chest, hem, length, neckWide, neckDeep, sleeve, v }: Measures): Cut {
  const neckSide: Vec2 = [neckWide, length];
  const middle: Vec2 = [0, length - neckDeep];
  const shoulder: Vec2 = sleeve ? [chest * 0.885, length - chest * 0.165] : [neckWide + chest * 0.24, length - chest * 0.07];
  const pit: Vec2 = [chest, length - chest * 0.85];
  const neck = v ? curve(middle, [middle[0] + 2, middle[1] + 2.4], [neckWide - 1.6, length - 5], neckSide, 80) : curve(middle, [neckWide * 0.58, middle[1]], [neckWide * 0.94, middle[1] + neckDeep * 0.38], neckSide, 80); // prettier-ignore
  const line: Line = [['neck', neck]];
  if (sleeve) {
    const a = (-sleeve.down * Math.PI) / 180;
    const [along, across]: Vec2[] = [[Math.cos(a), Math.sin(a)], [Math.sin(a), -Math.cos(a)]]; // prettier-ignore
    const at = (from: Vec2, out: number, over: number): Vec2 => [from[0] + along![0] * out + across![0] * over, from[1] + along![1] * out + across![1] * over]; // prettier-ignore
    const top = at(shoulder, sleeve.long, 0.6);
    const under = at(top, -1.2, sleeve.end);
    line.push(
      ['shoulder', curve(neckSide, [neckWide + 4.4, length - 1], [shoulder[0] - 4.6, shoulder[1] + 1.5], shoulder, 60)],
      [
        'sleeveTop',
        curve(
          shoulder,
          at(shoulder, sleeve.long * 0.22, -sleeve.down / 26),
          at(shoulder, sleeve.long * 0.6, -sleeve.down / 70),
          top,
          90,
        ),
      ],
      ['sleeveEnd', curve(top, at(top, 0.5, sleeve.end * 0.3), at(top, -0.1, sleeve.end * 0.7), under, 60)],
      ['sleeveUnder', curve(under, at(under, -sleeve.long * 0.3, -0.2), [pit[0] + 2.4, pit[1] - 1.6], pit, 60)],
    );
  } else {
    line.push(
      ['shoulder', curve(neckSide, [neckWide + 1.5, length - 0.3], [shoulder[0] - 1.5, shoulder[1] + 0.4], shoulder, 40)],
      ['sleeveEnd', curve(shoulder, [shoulder[0] + 0.6, shoulder[1] - 9], [pit[0] - 5, pit[1] + 1.5], pit, 90)],
    );
  }
  line.push(
    ['side', curve(pit, [chest - 0.5, pit[1] * 0.75], [hem - 0.5, pit[1] * 0.3], [hem, 0.2], 120)],
    ['hem', [...curve([hem, 0.2], [hem * 0.66, -0.4], [hem * 0.33, -0.5], [0, -0.45], 80), [0, -0.45]]],
  );
  return { line, neckSide, shoulder, pit, sleeveDeg: 6 };
}

function outward(points: readonly Vec3[], i: number, n: number): Vec2 {
  const a = points[(i + n - 2) % n]!;
  const b = points[(i + 2) % n]!;
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return [-(b[1] - a[1]) / long, (b[0] - a[0]) / long];
}

/** Rounds the cloth's outline down to the table. */
function rolledEdge(cloth: LaidCloth): Mesh {
  const n = cloth.edge.length;
  const rows: Vec3[][] = Array.from({ length: 6 }, () => []);
  for (let i = 0; i < n; i++) {
    const p = cloth.points[i]!;
    const [nx, ny] = outward(cloth.points, i, n);
    const radius = Math.min(0.2, p[2] * 0.5);
    rows.forEach((row, k) => {
      const turn = (k / 5) * Math.PI * 0.66;
      const out = radius * Math.sin(turn);
      row.push([p[0] + nx * out, p[1] + ny * out, k === 5 ? 0 : p[2] - radius * (1 - Math.cos(turn))]);
    });
  }
  return gridMesh(rows, true);
}

/** Points along a line at even distances, smoothed. */
function even(line: readonly Vec3[], count: number): Vec3[] {
  let soft = line.map((p) => [...p] as Vec3);
  for (let round = 0; round < 8; round++)
    soft = soft.map((p, i) => (i && i < soft.length - 1 ? (p.map((c, k) => c * 0.5 + (soft[i - 1]![k]! + soft[i + 1]![k]!) * 0.25) as Vec3) : p)); // prettier-ignore
  const lengths = [0];
  for (let i = 1; i < soft.length; i++)
    lengths.push(lengths[i - 1]! + Math.hypot(...soft[i]!.map((c, k) => c - soft[i - 1]![k]!)));
  const whole = lengths.at(-1)!;
  let j = 0;
  return Array.from({ length: count }, (_, i) => {
    const at = (i / (count - 1)) * whole;
    while (j < lengths.length - 2 && lengths[j + 1]! < at) j++;
    const t = (at - lengths[j]!) / (lengths[j + 1]! - lengths[j]! || 1);
    return soft[j]!.map((c, k) => c + (soft[j + 1]![k]! - c) * t) as Vec3;
  });
}

/** A ribbed band of cloth along a line: real ribs, so that light finds them at any angle. `over` cm across it, from the line on. */
function ribbedBand(line: readonly Vec3[], side: (p: Vec3, along: Vec2) => Vec2, over: number, lift: number, rib = 0.27): Mesh {
  const steps = 18;
  const rows: Vec3[][] = Array.from({ length: steps + 1 }, () => []);
  let along = 0;
  line.forEach((p, i) => {
    const a = line[Math.max(0, i - 4)]!;
    const b = line[Math.min(line.length - 1, i + 4)]!;
    const l = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (i) along += Math.hypot(p[0] - line[i - 1]![0], p[1] - line[i - 1]![1]);
    const [nx, ny] = side(p, [(b[0] - a[0]) / l, (b[1] - a[1]) / l]);
    const wave = 0.5 + 0.5 * Math.cos((along / rib) * 2 * Math.PI);
    rows.forEach((row, k) => {
      const t = k / steps;
      const dome = Math.pow(Math.sin(Math.PI * (0.04 + 0.92 * t)), 0.42);
      const deep = 0.05 * Math.min(1, 6 * t, 6 * (1 - t));
      row.push([p[0] + nx * over * (t - 0.03), p[1] + ny * over * (t - 0.03), p[2] + lift * dome + deep * wave - 0.06]);
    });
  });
  return gridMesh(rows);
}

/** A garment laid down on z = 0, its hem at y = 0. Its plane has y down from the front edge of its neck, x from its middle. */
export async function garment(name: string, form: GarmentForm): Promise<Product> {
  const { cut, collar, back } = form;
  const laid = layGarment(cut, form.seed, form.slack);
  const cloth = form.patch ? { ...laid, points: withPatch(laid.points, laid.flat, form.patch) } : laid;
  const origin = cut.line[0]![1][0]![1];
  const extent = Math.max(...cloth.flat.map(([x]) => Math.abs(x))) + 3;
  const side = Math.max(extent * 2, cut.neckSide[1] + 14);
  const square: Square = { x: -side / 2, top: cut.neckSide[1] + 6, side };
  const bump = await bumpMap(name, cloth, form, square);
  const uv = ([x, y]: Vec2): Vec2 => [(x - square.x) / side, 1 - (square.top - (origin - y)) / side];
  const look = `texture{pigment{rgb .80} normal{uv_mapping bump_map{png "${bump}" interpolate 2 bump_size 4}} finish{diffuse 1 ambient 0}}`;
  const plain = 'texture{pigment{rgb .80} normal{bumps .12 scale .08} finish{diffuse 1 ambient 0}}';
  const front: Mesh = withSmoothNormals({
    points: cloth.points,
    triangles: cloth.triangles,
    plane: cloth.flat.map(([x, y]) => [x, origin - y]),
  });
  const things: ProductThing[] = [
    { shape: front, look, uv, part: 'cloth', printed: true },
    { shape: rolledEdge(cloth), look: plain, part: 'cloth' },
  ];
  const add = (...shapes: Mesh[]) => things.push(...shapes.map((shape) => ({ shape, look: plain, part: 'cloth' })));
  const neck = runsOf(cloth, 'neck').flat().map((i) => cloth.points[i]!).sort((a, b) => a[0] - b[0]); // prettier-ignore
  const down = (_: Vec3, t: Vec2): Vec2 => (t[0] > 0 ? [t[1], -t[0]] : [-t[1], t[0]]);
  if (collar) {
    const neckLine = even(neck.map((p): Vec3 => [p[0], p[1], p[2] + 0.02]), 900); // prettier-ignore
    // near the shoulder the band turns so that its end lies along the seam
    const from = cut.neckSide[0] * 0.88;
    const turned = (p: Vec3, t: Vec2): Vec2 => {
      const [nx, ny] = down(p, t);
      const k = Math.max(0, Math.min(1, (Math.abs(p[0]) - from) / (cut.neckSide[0] - from)));
      const [x, y] = [nx * (1 - k) + Math.sign(p[0]) * 0.93 * k, ny * (1 - k) - 0.37 * k];
      const l = Math.hypot(x, y);
      return [x / l, y / l];
    };
    add(ribbedBand(neckLine, turned, collar, 0.2));
  }
  if (!back) {
    const [cloth, tape, band] = inside(cut, collar, down);
    // little light comes in there
    things.push({
      shape: cloth,
      look: 'texture{pigment{rgb .60} normal{bumps .12 scale .08} finish{diffuse 1 ambient 0}}',
      part: 'cloth',
    });
    add(tape, band);
  }
  return { kinds: form.kinds, parts: [{ name: 'cloth', takes: 'colour', material: 'cloth' }], things, rooms: form.rooms };
}

/** What is seen inside the neck: the back, in its own shade, a tape along its seam, and the collar behind. */
function inside({ neckSide: [wide, length], line }: Cut, collar: number, down: (p: Vec3, t: Vec2) => Vec2): [Mesh, Mesh, Mesh] {
  const low = line[0]![1][0]![1] - 5;
  const backY = (x: number) => length - 2.2 + 2 * (Math.min(Math.abs(x), wide + 0.3) / wide) ** 2.6;
  const rows = Array.from({ length: 41 }, (_, j) =>
    Array.from({ length: 61 }, (_, i): Vec3 => {
      const x = (wide + 0.9) * (i / 30 - 1);
      const top = backY(x) - 0.1;
      const y = low + ((top - low) * j) / 40;
      const fold = 0.13 * Math.exp(-((x + 2.5 - (top - y - 4) * 0.5) ** 2) / 1.6) * Math.min(1, (top - y) / 4);
      return [x, y, 0.12 + 0.05 * noise2(x * 0.3, y * 0.3, 4) + fold];
    }),
  );
  const backLine = (inset: number, z: number) => Array.from({ length: 500 }, (_, i): Vec3 => { const x = (wide - 0.1 - inset * 0.2) * (i / 249.5 - 1); return [x, backY(x) - inset, z - 0.08 * (x / wide) ** 2]; }); // prettier-ignore
  const tape = gridMesh(
    [0, 0.12, 0.5, 0.88, 1].map((t, k) => backLine(collar + 0.15 + t * 1.1, 0.32).map(([x, y, z]): Vec3 => [x, y, z + (k === 0 || k === 4 ? -0.06 : 0)])), // prettier-ignore
  );
  return [gridMesh(rows), tape, ribbedBand(backLine(-0.1, 0.44), down, Math.max(collar, 0.9), 0.16)];
}
