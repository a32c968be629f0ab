import type { Mesh } from '../mesh';
import { withSmoothNormals } from '../mesh';
import type { Product } from '../setup';
import { sheet } from '../shapes';
import type { Vec2, Vec3 } from '../vectors';

const PAPER = 'texture{pigment{rgb .80} finish{diffuse 1 ambient 0}}';
const ACRYLIC = 'texture{pigment{rgb 0} finish{diffuse 0 ambient 0 reflection{0,1 fresnel on}}} interior{ior 1.49}';
const LACQUER = 'texture{pigment{rgb 0} finish{diffuse 0 ambient 0 specular .12 roughness .02 reflection{.01,.12}}}';
/** Wood in white: its grain is seen in every colour. */
const GRAIN =
  'texture{pigment{wood turbulence .05 octaves 3 scale<.35,.35,9> rotate<4,3,0> translate 3 color_map{[0 rgb .80][.6 rgb .74][1 rgb .66]}} finish{diffuse 1 ambient 0}}';

/** One moulding, swept round a rectangle with mitred corners: its foot is z = 0, its back y = 0. */
function moulding(width: number, height: number, wide: number, deep: number): Mesh {
  const r = Math.min(0.16, wide / 5);
  const profile: Vec2[] = [
    [0, 0],
    [0, deep - r],
    [r * 0.3, deep - r * 0.3],
    [r, deep],
    [wide - r, deep],
    [wide - r * 0.3, deep - r * 0.3],
    [wide, deep - r],
    [wide, deep - 1.02],
  ];
  const [x0, x1, top] = [-width / 2 - wide, width / 2 + wide, height + 2 * wide];
  const corners: [number, number, number, number][] = [
    [x0, 0, 1, 1],
    [x1, 0, -1, 1],
    [x1, top, -1, -1],
    [x0, top, 1, -1],
  ];
  const mesh: Mesh = { points: [], triangles: [] };
  corners.forEach((a, s) => {
    const b = corners[(s + 1) % 4]!;
    for (let k = 0; k + 1 < profile.length; k++) {
      const at = (c: typeof a, [out, d]: Vec2): Vec3 => [c[0] + c[2] * out, -d, c[1] + c[3] * out];
      const i = mesh.points.push(at(a, profile[k]!), at(b, profile[k]!), at(b, profile[k + 1]!), at(a, profile[k + 1]!)) - 4;
      mesh.triangles.push([i, i + 1, i + 2], [i, i + 2, i + 3]);
    }
  });
  return withSmoothNormals(mesh);
}

const ROOM = { name: 'sheet', side: 'sheet', xMm: 0, yMm: 0 };

/** A sheet in a frame behind acrylic, that stands on z = 0 with its back to y = 0. Lengths in cm. */
export function framed(width = 42, height = 59.4, wide = 1.8, deep = 2.4): Product {
  const paper = sheet(width, height, 1, 1, (x, y) => [x - width / 2, -(deep - 1), wide + height - y]);
  return {
    kinds: ['framed print', 'poster'],
    parts: [
      { name: 'moulding', takes: 'colour', material: 'paper' },
      { name: 'sheet', takes: 'ground', material: 'paper' },
    ],
    things: [
      { shape: moulding(width, height, wide, deep), look: GRAIN, gloss: LACQUER, part: 'moulding' },
      { shape: paper, look: PAPER, gloss: ACRYLIC, part: 'sheet', printed: true },
    ],
    rooms: [{ ...ROOM, widthMm: width * 10, heightMm: height * 10 }],
  };
}

/** A sheet by itself against y = 0, bent a little away from the wall at its foot. */
export function poster(width = 42, height = 59.4, curl = 0.9): Product {
  const paper = sheet(width, height, 40, 60, (x, y) => {
    const [u, v] = [x / width, y / height];
    const out = 0.12 + curl * v ** 3 * (0.75 + 0.25 * Math.cos(Math.PI * 2 * u)) + 0.1 * Math.sin(Math.PI * u) * (1 - v);
    return [x - width / 2, -out, height - y];
  });
  return {
    kinds: ['poster'],
    parts: [{ name: 'sheet', takes: 'ground', material: 'paper' }],
    things: [{ shape: paper, look: PAPER, part: 'sheet', printed: true }],
    rooms: [{ ...ROOM, widthMm: width * 10, heightMm: height * 10 }],
  };
}

/** A stretched canvas whose picture goes round its sides, with its back to y = 0. */
export function canvas(width = 40.6, height = 50.8, deep = 3.8): Product {
  // front and sides in one cloth, bent at rounded edges
  const [cols, rows, r] = [120, 140, 0.25];
  const bend = (at: number, long: number): [number, number] => {
    // from the place on the cloth to the place across and how far back
    const over = at < 0 ? -at : at > long ? at - long : 0;
    if (!over) return [at, 0];
    const turn = Math.min(over / r, Math.PI / 2);
    const out = r * Math.sin(turn);
    const back = r * (1 - Math.cos(turn)) + Math.max(0, over - (r * Math.PI) / 2);
    return [at < 0 ? -out : long + out, back];
  };
  const whole = sheet(width + 2 * deep, height + 2 * deep, cols, rows, (x, y) => {
    const [px, bx] = bend(x - deep, width);
    const [py, by] = bend(y - deep, height);
    return [px - width / 2, -deep + Math.max(bx, by), height - py];
  });
  const surface: Mesh = {
    ...whole,
    plane: whole.plane!.map(([x, y]) => [x - deep, y - deep]),
    // corners are folded away
    triangles: whole.triangles.filter((t) =>
      t.some((i) => {
        const [x, y] = whole.plane![i]!;
        return (x >= deep - r && x <= width + deep + r) || (y >= deep - r && y <= height + deep + r);
      }),
    ),
  };
  return {
    kinds: ['canvas'],
    parts: [{ name: 'cloth', takes: 'colour', material: 'paper' }],
    things: [
      {
        shape: surface,
        look: 'texture{pigment{rgb .80} normal{quilted .12 control0 .6 control1 .6 scale .16} finish{diffuse 1 ambient 0}}',
        part: 'cloth',
        printed: true,
      },
    ],
    rooms: [{ name: 'front', side: 'front', xMm: 0, yMm: 0, widthMm: width * 10, heightMm: height * 10 }],
  };
}
