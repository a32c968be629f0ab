import type { Mesh } from '../mesh';
import { withSmoothNormals } from '../mesh';
import type { Product, ProductThing } from '../setup';
import { arc, lathe, sheet, tube } from '../shapes';
import { noise2, smoothstep, type Vec2, type Vec3 } from '../vectors';

const WHITE = 'texture{pigment{rgb .80} finish{diffuse 1 ambient 0}}';
const SATIN = 'texture{pigment{rgb 0} finish{diffuse 0 ambient 0 reflection{.004,.3 fresnel off} specular .05 roughness .06}}';
const VARNISH =
  'texture{pigment{rgb 0} normal{bumps .006 scale .4} finish{diffuse 0 ambient 0 reflection{0,.9 fresnel on}}} interior{ior 1.45}';

type Lay = (x: number, y: number) => Vec3;

/** A slab that lies on z = 0: its face up, printed to its rounded corners; the middle at 0,0. `inside` keeps its edges within what is printed. */
function slab(
  width: number,
  height: number,
  thick: number,
  corner: number,
  edge: number,
  lift: (x: number, y: number) => number = () => 0,
  inside = 0.996,
) {
  // the outline in arcs, from the upper left corner against the clock
  const outline: Vec2[] = [];
  const r = Math.max(corner, 0.02);
  for (const [cx, cy, from] of [
    [-width / 2 + r, height / 2 - r, 90],
    [-width / 2 + r, -height / 2 + r, 180],
    [width / 2 - r, -height / 2 + r, 270],
    [width / 2 - r, height / 2 - r, 0],
  ] as [number, number, number][])
    outline.push(...arc([cx, cy], r, from, from + 90, 12));
  const rings = [0, 0.15, 0.3, 0.45, 0.6, 0.75, 0.88, 1];
  const points: Vec3[] = [];
  const plane: Vec2[] = [];
  const add = (x: number, y: number, z: number): number => {
    plane.push([x * inside + width / 2, height / 2 - y * inside]);
    return points.push([x, y, z + lift(x, y)]) - 1;
  };
  const n = outline.length;
  const ring = (k: number) => outline.map(([x, y]) => add(x * k, y * k, thick));
  const triangles: Vec3[] = [];
  const join = (inner: number[], outer: number[]) => {
    for (let i = 0; i < n; i++) {
      const j = (i + 1) % n;
      triangles.push([inner[i]!, outer[i]!, outer[j]!], [inner[i]!, outer[j]!, inner[j]!]);
    }
  };
  const inset = 1 - edge / Math.min(width, height);
  const all = rings.map((k) => ring(Math.max(0.001, k * inset)));
  all.slice(1).forEach((outer, i) => join(all[i]!, outer));
  // over the rounded edge and down
  let last = all.at(-1)!;
  for (const [k, z] of [
    [inset + (1 - inset) * 0.6, thick - edge * 0.12],
    [inset + (1 - inset) * 0.9, thick - edge * 0.42],
    [1, thick - edge * 0.9],
    [1, 0],
  ] as [number, number][]) {
    const next = outline.map(([x, y]) => add(x * k, y * k, Math.max(0, z)));
    join(last, next);
    last = next;
  }
  return { ...withSmoothNormals({ points, triangles }), plane };
}

const one = (kinds: string[], part: Product['parts'][number], things: Omit<ProductThing, 'part'>[], room: Product['rooms'][number]): Product => ({ kinds, parts: [part], things: things.map((t) => ({ ...t, part: part.name })), rooms: [room] }); // prettier-ignore
const face = (name: string, side: string, width: number, height: number) => ({ name, side, xMm: 0, yMm: 0, widthMm: width * 10, heightMm: height * 10 }); // prettier-ignore
const paper = (name: string): Product['parts'][number] => ({ name, takes: 'colour', material: 'paper' });

/** A bound book with a soft cover that lies closed, a little thinner at its spine. */
export function notebook(): Product {
  const [w, h, thick] = [14.8, 21, 1.15];
  const sink = (x: number) => -0.2 * smoothstep(-w / 2 + 1.1, -w / 2, x);
  const at = (m: Mesh, z: number): Mesh => ({ ...m, points: m.points.map((p) => [p[0], p[1], p[2] + z]) });
  const pages = slab(w - 0.25, h - 0.35, thick, 0.3, 0.02, sink);
  return {
    kinds: ['notebook'],
    parts: [paper('cover'), { name: 'pages', takes: '#f1ece0', material: 'paper' }],
    things: [
      { shape: at(slab(w, h, 0.07, 0.35, 0.04, sink), thick + 0.05), look: WHITE, gloss: SATIN, part: 'cover', printed: true },
      { shape: { ...at(pages, 0.06), plane: undefined }, look: 'texture{pigment{gradient z scale .06 color_map{[0 rgb .80][.6 rgb .80][1 rgb .62]}} finish{diffuse 1 ambient 0}}', part: 'pages' }, // prettier-ignore
      { shape: { ...slab(w, h, 0.07, 0.35, 0.04), plane: undefined }, look: WHITE, part: 'cover' },
    ],
    rooms: [face('front cover', 'front', w, h)],
  };
}

/** A folded card that stands open a little, its fold at the left: 0,0 is the middle of its foot. */
export function card(open = 26): Product {
  const [w, h] = [12.7, 17.78];
  const a = (open * Math.PI) / 180;
  const front: Lay = (x, y) => [x - w / 2, -Math.sin(a) * x * 0.55 - 0.12 * Math.sin((Math.PI * x) / w), h - y];
  const back: Lay = (x, y) => [x * Math.cos(a) - w / 2, Math.sin(a) * x, h - y];
  const inside = (lay: Lay) => { const m = sheet(w, h, 24, 4, lay); return { points: m.points, triangles: m.triangles.map(([p, q, r]) => [p, r, q] as Vec3), normals: m.normals!.map((v) => v.map((c) => -c) as Vec3) }; }; // prettier-ignore
  return one(
    ['card'],
    paper('card'),
    [
      { shape: sheet(w, h, 24, 4, front), look: WHITE, gloss: SATIN, printed: true },
      { shape: inside((x, y) => { const [px, py, pz] = front(x, y); return [px, py + 0.035, pz]; }), look: WHITE }, // prettier-ignore
      { shape: inside(back), look: WHITE },
      { shape: sheet(w, h, 24, 4, (x, y) => { const [px, py, pz] = back(x, y); return [px, py - 0.035, pz]; }), look: WHITE }, // prettier-ignore
    ],
    face('front', 'front', w, h),
  );
}

/** A postcard or a sheet of stickers that lies on z = 0, its corners raised a little. */
export function flatSheet(kind: string, name: string, width: number, height: number, curl = 0.25): Product {
  const lift = (x: number, y: number) => curl * (Math.abs((2 * x) / width) ** 3 + 0.6 * Math.abs((2 * y) / height) ** 4) * (0.6 + noise2(x * 0.1, y * 0.1, 4)); // prettier-ignore
  return one([kind], paper('sheet'), [{ shape: slab(width, height, 0.06, 0.25, 0.02, lift), look: WHITE, gloss: SATIN, printed: true }], face(name, 'front', width, height)); // prettier-ignore
}

/** A sheet of wrapping paper round a box on z = 0: over its top and down its front in one, and folded at its ends. */
export function wrapped(width = 26, deep = 18, high = 9): Product {
  const r = 0.35;
  const crease = (x: number, y: number) => 0.04 * noise2(x * 0.5, y * 0.5, 5) + 0.03 * noise2(x * 1.4, y * 1.2, 8);
  const turn = (Math.PI / 2) * r;
  const over = sheet(width, deep + high, 150, 150, (x, y) => {
    const past = y - (deep - r);
    const side = x - width / 2;
    if (past < 0) return [side, deep / 2 - y, high + crease(x, y)];
    if (past > turn) return [side, -deep / 2 - crease(x, y), high - r - (past - turn)];
    return [side, -deep / 2 + r - r * Math.sin(past / r), high - r + r * Math.cos(past / r)];
  });
  // ends are folded in from both sides, one flap over the other
  const end = (s: number): Mesh =>
    sheet(deep, high, 60, 60, (x, y) => {
      const [u, v] = [x / deep, y / high];
      const flap =
        0.22 * smoothstep(0, 0.03, Math.abs(u - 0.5) * 1.1 - (1 - v) * 0.5) + 0.05 * noise2(u * 6, v * 5, s > 0 ? 3 : 12);
      return [s * (width / 2 + 0.1 + flap), s * (x - deep / 2), high - y];
    });
  const things = [over, offset(end(1), width + 4, deep - 1), offset(end(-1), -deep - 4, deep - 1)];
  return {
    kinds: ['gift wrap'],
    parts: [paper('paper')],
    things: things.map((shape) => ({ shape, look: WHITE, gloss: SATIN, part: 'paper', printed: true })),
    rooms: [{ name: 'sheet', side: 'sheet', xMm: -160, yMm: -330, widthMm: 580, heightMm: 910 }],
  };
}

/** The same mesh, elsewhere on the flat product. */
const offset = (mesh: Mesh, x: number, y: number): Mesh => ({ ...mesh, plane: mesh.plane!.map(([a, b]) => [a + x, b + y]) });

/** A badge or a magnet: a domed disc that lies on z = 0, printed over its edge. */
export function button(kind: string, name: string, across: number, rise: number): Product {
  const r = across / 2;
  const dome = Array.from({ length: 30 }, (_, i): Vec2 => {
    const t = 1 - i / 29;
    return [r * t, 0.32 + rise * (1 - t ** 2.2)];
  });
  const profile: Vec2[] = [[r * 0.92, 0], ...arc([r * 0.97, 0.16], 0.16, -80, 60, 10), ...dome];
  const m = lathe(profile.slice(0), 1, 0, 200);
  // places: as seen from above, a little wider at the edge, where the paper goes down
  const flatPlaces = m.points.map(([x, y, z]): Vec2 => {
    const d = Math.hypot(x, y) || 1e-6;
    const out = ((d + Math.max(0, 0.3 - z) * 0.9) * r) / (r + 0.3);
    return [r + (x / d) * out, r - (y / d) * out];
  });
  return {
    kinds: [kind],
    parts: [paper('face')],
    things: [{ shape: { ...m, plane: flatPlaces }, look: WHITE, gloss: VARNISH, part: 'face', printed: true }],
    rooms: [{ name, side: 'front', xMm: 0, yMm: 0, widthMm: across * 10, heightMm: across * 10 }],
  };
}

/** A wall clock with its back at y = 0 and its middle at z = 0; hands at ten past ten. */
export function clock(): Product {
  const [r, rim] = [12.5, 1.4];
  const disc = lathe(
    [
      [11.2, 0],
      [0, 0.02],
    ],
    1,
    0,
    200,
  );
  const stand = (m: Mesh): Mesh => ({ ...m, points: m.points.map(([x, y, z]) => [x, -z, y] as Vec3), normals: m.normals!.map(([x, y, z]) => [x, -z, y] as Vec3), triangles: m.triangles }); // prettier-ignore
  const face3 = stand({ ...disc, points: disc.points.map(([x, y, z]) => [x, y, z + 2.1]), plane: disc.points.map(([x, y]) => [11 + x * 0.98, 11 - y * 0.98]) }); // prettier-ignore
  const ring = stand(lathe([[r, 0], [r, 3.1], ...arc([r - 0.35, 3.1], 0.35, 0, 90, 6), [r - rim + 0.2, 3.4], [r - rim, 3.1], [r - rim, 2.1]] as Vec2[])); // prettier-ignore
  const hand = (degrees: number, long: number, wide: number, y: number): Mesh => {
    const a = (degrees * Math.PI) / 180;
    const to = (t: number): Vec3 => [Math.sin(a) * t, -y, Math.cos(a) * t];
    return tube([to(-1.6), to(0), to(long * 0.6), to(long)], (t) => [wide * (1 - 0.45 * t), 0.07], [0, 1, 0], 12);
  };
  const hub = stand(
    lathe([
      [0.45, 2.2],
      [0.45, 2.95],
      [0, 3],
    ]),
  );
  return {
    kinds: ['wall clock'],
    parts: [
      { name: 'case', takes: 'colour', material: 'paper' },
      { name: 'face', takes: 'ground', material: 'paper' },
      { name: 'hands', takes: 'finish', material: 'paper' },
    ],
    things: [
      { shape: ring, look: WHITE, gloss: VARNISH, part: 'case' },
      { shape: face3, look: WHITE, gloss: VARNISH, part: 'face', printed: true },
      { shape: hand(305, 5.6, 0.34, 2.5), look: WHITE, gloss: SATIN, part: 'hands' },
      { shape: hand(60, 8.6, 0.26, 2.7), look: WHITE, gloss: SATIN, part: 'hands' },
      { shape: hub, look: WHITE, gloss: SATIN, part: 'hands' },
    ],
    rooms: [{ name: 'face', side: 'front', xMm: 0, yMm: 0, widthMm: 220, heightMm: 220 }],
  };
}

/** A phone's case that lies on z = 0 with its back up, its camera in the opening. */
export function phoneCase(): Product {
  const [w, h, thick] = [7.8, 15.7, 1.05];
  const back = slab(w, h, thick, 1.25, 0.32, undefined, 0.975);
  // the opening and what is in it
  const hole = slab(3.1, 3.3, 0.14, 0.75, 0.1);
  const at = (m: Mesh, x: number, y: number, z: number): Mesh => ({ points: m.points.map((p) => [p[0] + x, p[1] + y, p[2] + z]), triangles: m.triangles, normals: m.normals! }); // prettier-ignore
  const lens = (x: number, y: number, r: number) => at(lathe([[r, 0], [r, 0.16], [r - 0.1, 0.22], [r - 0.22, 0.2], [r - 0.3, 0.1], [0, 0.08]], 0, 0, 80), x, y, thick + 0.1); // prettier-ignore
  const [cx, cy] = [-w / 2 + 2.25, h / 2 - 2.35];
  const dark = (shape: Mesh): ProductThing => ({ shape, look: WHITE, gloss: VARNISH, part: 'camera' });
  return {
    kinds: ['phone case'],
    parts: [
      { name: 'back', takes: 'ground', material: 'paper' },
      { name: 'camera', takes: '#16171a', material: 'paper' },
    ],
    things: [
      { shape: back, look: WHITE, gloss: VARNISH, part: 'back', printed: true },
      dark(at(hole, cx, cy, thick - 0.02)),
      dark(lens(cx - 0.68, cy + 0.7, 0.62)),
      dark(lens(cx + 0.68, cy - 0.7, 0.62)),
      dark(lens(cx + 0.8, cy + 0.85, 0.24)),
    ],
    rooms: [face('back', 'back', w, h)],
  };
}

/**
 * The lid of a laptop with its middle at 0,0 and its face at z = 0, to stick on: a sticker of any outline lies with its rim near a corner. The
 * vinyl is a tenth of a millimetre thick, so that it lies in the light of the lid.
 */
export function lid(width = 33, height = 22.5): Product {
  const at = slab(width, height, 0.7, 1.3, 0.12);
  const long = 100;
  return {
    kinds: ['sticker'],
    parts: [{ name: 'lid', takes: '#8d9094', material: 'paper' }],
    things: [
      {
        shape: { ...at, points: at.points.map(([x, y, z]): Vec3 => [x, y, z - 0.7]) },
        look: WHITE,
        gloss:
          'texture{pigment{rgb 0} normal{bumps .012 scale <6,.05,1>} finish{diffuse 0 ambient 0 reflection{.1,.16} specular .16 roughness .03}}',
        part: 'lid',
        printed: true,
      },
    ],
    rooms: [{ name: 'sticker', side: 'front', xMm: width * 5 + 80 - long / 2, yMm: height * 5 - 38 - long / 2, widthMm: long, heightMm: long, rimMm: 3 }], // prettier-ignore
  };
}

/** A padded sleeve for a laptop, with a zip along its upper edge; lies on z = 0. */
export function laptopSleeve(): Product {
  const [w, h] = [34, 25];
  const lift = (x: number, y: number) => {
    const [u, v] = [(2 * x) / w, (2 * y) / h];
    return (
      0.9 * (1 - u ** 6) * (1 - v ** 6) + 0.12 * noise2(x * 0.12, y * 0.12, 3) * (1 - u ** 8) + 0.05 * noise2(x * 0.5, y * 0.4, 9)
    );
  };
  const line: Vec3[] = Array.from({ length: 60 }, (_, i) => [-w / 2 + 1.6 + ((w - 3.2) * i) / 59, h / 2 - 0.05, 0.95]);
  return {
    kinds: ['laptop sleeve'],
    parts: [
      { name: 'cloth', takes: 'colour', material: 'cloth' },
      { name: 'zip', takes: '#2a2c30', material: 'paper' },
    ],
    things: [
      { shape: slab(w, h, 1.1, 2.4, 0.7, lift), look: 'texture{pigment{rgb .80} normal{bumps .12 scale .05} finish{diffuse 1 ambient 0}}', part: 'cloth', printed: true }, // prettier-ignore
      { shape: tube(line, () => [0.34, 0.14], [0, 0, 1], 12), look: 'texture{pigment{gradient x scale .22 color_map{[0 rgb .8][.5 rgb .8][.55 rgb .5][1 rgb .5]}} finish{diffuse 1 ambient 0}}', part: 'zip' }, // prettier-ignore
    ],
    rooms: [face('front', 'front', w, h)],
  };
}

/** A thick mat with a pile that lies on z = 0. */
export function bathMat(): Product {
  const [w, h] = [61, 43];
  // tufts lean where they were last brushed
  const pile = (x: number, y: number) => 0.2 * noise2(x * 2.6 + 0.6 * noise2(x * 0.3, y * 0.3, 2), y * 2.6, 3) + 0.12 * noise2(x * 5.2, y * 5.2, 7) + 0.3 * noise2(x * 0.12, y * 0.15, 5); // prettier-ignore
  const top = sheet(w, h, 440, 310, (x, y) => {
    const e = Math.min(x, w - x, y, h - y);
    return [
      x - w / 2 + 0.1 * noise2(x * 2, y * 2, 9),
      h / 2 - y + 0.1 * noise2(x * 2, y * 2, 19),
      1.5 * Math.min(1, e / 0.9) ** 0.5 + pile(x, y) * Math.min(1, e),
    ];
  });
  return one(['bath mat'], { name: 'pile', takes: 'colour', material: 'cloth' }, [{ shape: top, look: 'texture{pigment{rgb .80} normal{average normal_map{[1 bumps .7 scale .11][1 granite .3 scale .5]}} finish{diffuse 1 ambient 0}}', printed: true }], face('front', 'front', w, h)); // prettier-ignore
}
