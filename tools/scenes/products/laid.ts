import type { Cut } from '../cloth';
import { withSmoothNormals, type Mesh } from '../mesh';
import type { Product, ProductThing } from '../setup';
import { bezier, sheet, tube } from '../shapes';
import { noise2, smoothstep, type Vec2, type Vec3 } from '../vectors';
import { garment } from './garment';
import { WOVEN } from './soft';

const TWILL = WOVEN(0.09, 0.12);

/** A flat band of cloth along a line. */
const band = (line: readonly Vec3[], wide: number, look = TWILL): ProductThing => ({
  ...{ shape: tube(line, () => [wide / 2, 0.09], [0, 0, 1], 20), look, part: 'cloth' },
});

/** A curve on the table through its four points, that lies as high as `z` tells along it. */
const lies = (points: readonly [Vec2, Vec2, Vec2, Vec2], z: (t: number) => number, steps = 90): Vec3[] =>
  bezier<Vec2>(...points, steps).map(([x, y], i): Vec3 => [x, y, z(i / steps)]);

/** An apron: the height of its bib and of its waist, and half its width. */
const APRON = { top: 84, waist: 56, half: 36 };

/** A kitchen apron without its bands, laid flat: a wide pocket with a seam down its middle. */
function bib(name: string, seed: number): Promise<Product> {
  const { top, waist, half } = APRON;
  const cut: Cut = {
    line: [
      ['hem', [[0, top], [6.5, top + 0.1], ...bezier<Vec2>([12.6, top], [13.1, top], [13.4, top - 0.4], [13.4, top - 1], 6)]],
      ['sleeveEnd', bezier<Vec2>([13.5, top - 1.2], [15.5, top - 15], [22, waist + 7], [half - 0.6, waist + 0.3], 90)],
      ['side', bezier<Vec2>([half, waist - 0.4], [half + 0.4, waist * 0.6], [half - 0.3, waist * 0.3], [half - 0.2, 1], 90)],
      ['hem', bezier<Vec2>([half - 0.6, 0.2], [half * 0.6, -0.3], [half * 0.3, 0.1], [0, 0], 80)],
    ],
    neckSide: [13.4, top],
    shoulder: [13.6, top - 1],
    pit: [half, waist],
    sleeveDeg: 0,
  };
  return garment(name, {
    ...{ kinds: ['apron'], cut, seed, slack: 0.011, collar: 0, knit: 0, back: true },
    patch: { corners: [[-16, 38], [16, 38], [16, 20], [-16, 20]], open: [0], parted: true }, // prettier-ignore
    rooms: [{ name: 'front', side: 'front', xMm: -127, yMm: 90, widthMm: 254, heightMm: 304.8 }],
  });
}

/** A kitchen apron laid flat: a band for the neck, two to tie. */
export async function apron(): Promise<Product> {
  const { top, waist, half } = APRON;
  const cloth = await bib('apron', 57);
  const low = (t: number) => 0.2 + 0.25 * Math.sin(Math.PI * t) * (0.5 + noise2(t * 6, 2, 9));
  const loop = [
    ...lies([[-11.6, top - 2.4], [-15, top + 12], [-11, top + 24], [-1, top + 25.2]], (t) => 0.95 - 0.5 * t), // prettier-ignore
    ...lies([[-1, top + 25.2], [9, top + 26], [15.5, top + 13], [11.6, top - 2.4]], (t) => 0.45 + 0.5 * t).slice(1), // prettier-ignore
  ];
  const tie = (s: number): Vec3[] => lies([[s * (half - 1.4), waist - 1.5], [s * (half + 12), waist + 7], [s * (half + 9), waist - 22], [s * (half + 26), waist - 30 - s * 5]], low); // prettier-ignore
  return { ...cloth, things: [...cloth.things, band(loop, 2.6), band(tie(-1), 2.2), band(tie(1), 2.2)] };
}

/** A kitchen apron hung by its band from a peg at z = 0 before the wall y = 0. */
export async function apronHung(): Promise<Product> {
  const { top, waist, half } = APRON;
  const drop = 21;
  const cloth = await bib('apron-hung', 91);
  const hangs = ([x, y, z]: Vec3): Vec3 => {
    const [u, v] = [x / half, 1 - y / top];
    // its corners carry it; below the waist it falls in folds that open downwards
    const corner = Math.exp(-(((Math.abs(x) - 11.6) / 3.4) ** 2)) * smoothstep(0.3, 0, v);
    const sag = 0.8 * smoothstep(0.16, 0, v) * (1 - (x / 13.4) ** 2);
    const fall = smoothstep(0.34, 1, v);
    const wander = noise2(u * 1.7 + 2, v * 1.2, 33) * 1.4;
    const folds = 2.6 * fall * (0.5 + 0.5 * Math.sin((u * 2.3 + wander) * Math.PI * 1.55 + 0.6));
    const sides = -7 * Math.sign(x) * smoothstep(0.7, 1, Math.abs(u)) * smoothstep(0.28, 0.6, v) * 0.35;
    return [x * (1 - 0.02 * fall) + sides, -(z + 0.5 + folds + 0.7 * corner), y - top - drop - sag];
  };
  const bent = (m: Mesh): Mesh => ({
    ...withSmoothNormals({ points: m.points.map(hangs), triangles: m.triangles }),
    plane: m.plane,
  });
  const band = (line: Vec3[], wide: number): ProductThing => ({ shape: tube(line, () => [wide / 2, 0.1], [0, 1, 0], 20), look: TWILL, part: 'cloth' }); // prettier-ignore
  const loop = (s: number): Vec3[] => {
    const [fx, fy, fz] = hangs([s * 11.6, top - 0.4, 0.6]);
    return bezier<Vec3>([fx, fy - 0.15, fz - 2.2], [fx, fy - 0.3, fz + 8], [s * 2.4, -1.3, -7], [s * 0.5, -1.25, -0.3], 60);
  };
  const tie = (s: number): Vec3[] => {
    const [fx, fy, fz] = hangs([s * (half - 1.4), waist - 1.5, 0.5]);
    return bezier<Vec3>([fx, fy - 0.2, fz], [fx + s * 5, fy - 0.8, fz + 1.5], [fx + s * 3.4, -0.9, fz - 14], [fx + s * (3.1 + s), -0.6, fz - 52], 70); // prettier-ignore
  };
  return {
    ...cloth,
    things: [
      ...cloth.things.map((t) => ({ ...t, shape: bent(t.shape as Mesh) })),
      ...[-1, 1].flatMap((s) => [band(loop(s), 2.6), band(tie(s), 2.2)]),
    ],
  };
}

/** A shirt folded to a rectangle: what is folded away lies beneath in layers, round at its folds. */
export async function foldedShirt(seed: number): Promise<Product> {
  const [half, length] = [16.6, 44];
  const cut: Cut = {
    line: [
      ['neck', bezier<Vec2>([0, length - 9.2], [5.2, length - 9.2], [8.4, length - 5.7], [8.9, length], 80).slice(0, -1)],
      ['shoulder', bezier<Vec2>([8.9, length], [11.4, length - 0.6], [13.8, length - 1.1], [half - 0.7, length - 1.7], 40)],
      ['side', [...bezier<Vec2>([half - 0.3, length - 2], [half, length - 2.2], [half + 0.1, length - 2.6], [half + 0.1, length - 4], 12), ...bezier<Vec2>([half + 0.1, length - 4.4], [half - 0.1, 30], [half + 0.25, 14], [half, 1.2], 110), ...bezier<Vec2>([half, 0.9], [half, 0.3], [half - 0.3, 0.05], [half - 0.9, 0], 10), ...bezier<Vec2>([half - 1.2, 0], [9, -0.15], [5, 0.15], [0, 0.05], 60)]], // prettier-ignore
    ],
    neckSide: [8.9, length],
    shoulder: [half, length - 2],
    pit: [half, length * 0.6],
    sleeveDeg: 0,
  };
  const cloth = await garment('folded', {
    ...{ kinds: ['shirt', 'fitted shirt'], cut, seed, slack: 0.011, collar: 2, knit: 0.5 },
    rooms: [{ name: 'front', side: 'front', xMm: -152.4, yMm: 55, widthMm: 304.8, heightMm: 365.8 }],
  });
  const stack = 1.5;
  const raised = (m: Mesh): Mesh => ({ ...m, points: m.points.map(([x, y, z]): Vec3 => [x, y, z + stack]) });
  const edge = cut.line.flatMap(([part, points]) => (part === 'side' || part === 'shoulder' ? points : []));
  const round = [...edge, ...edge.map(([x, y]): Vec2 => [-x, y]).reverse()];
  const layer = (k: number): ProductThing => {
    const line = round.map(([x, y], i): Vec3 => {
      const out = -0.12 - 0.16 * k + 0.3 * noise2(i * 0.02, k * 3.7, seed + k);
      const middle: Vec2 = [x * (1 + out / half), length / 2 + (y - length / 2) * (1 + out / (length / 2))];
      return [...middle, 0.28 + k * 0.5 + 0.08 * noise2(i * 0.015, k, 11)];
    });
    return { shape: tube(line, () => [0.26, 0.3], [0, 0, 1], 18), look: 'texture{pigment{rgb .80} normal{bumps .12 scale .08} finish{diffuse 1 ambient 0}}', part: 'cloth' }; // prettier-ignore
  };
  return {
    ...cloth,
    things: [...cloth.things.map((t) => ({ ...t, shape: raised(t.shape as Mesh) })), layer(0), layer(1), layer(2)],
  };
}

/** Half the width of a bag, and its height. */
const BAG = { half: 19, high: 42 };

/** A canvas bag without its handles, laid flat. */
function bag(name: string, seed: number, slack: number): Promise<Product> {
  const { half, high } = BAG;
  const cut: Cut = {
    line: [
      ['hem', [[0, high - 0.3], ...bezier<Vec2>([4, high - 0.3], [9, high - 0.1], [14, high], [half - 0.5, high], 60)]],
      ['side', [...bezier<Vec2>([half, high - 0.5], [half + 0.3, high * 0.66], [half - 0.5, high * 0.33], [half - 0.2, 0.8], 90), ...bezier<Vec2>([half - 0.3, 0.5], [half - 0.4, 0.2], [half - 0.6, 0.05], [half - 0.9, 0], 8), ...bezier<Vec2>([half - 1.2, 0], [12, -0.2], [6, 0.2], [0, 0], 60)]], // prettier-ignore
    ],
    neckSide: [half, high],
    shoulder: [half, high - 1],
    pit: [half, high * 0.6],
    sleeveDeg: 0,
  };
  return garment(name, {
    ...{ kinds: ['tote'], cut, seed, slack, collar: 0, knit: 0, back: true },
    rooms: [{ name: 'front', side: 'front', xMm: -139.7, yMm: 55, widthMm: 279.4, heightMm: 330.2 }],
  });
}

/** A canvas bag laid flat, its handles in loops above it. */
export async function toteLaid(): Promise<Product> {
  const { high } = BAG;
  const cloth = await bag('tote-laid', 88, 0.012);
  // sewn on inside and out: the one in front ends on the cloth
  const handle = (x: number, lean: number, tall: number, z: number): Vec3[] => [
    ...lies([[-x, high - 5.5], [-x, high - 1], [-x - 1 + lean * 0.2, high + tall * 0.9], [lean, high + tall]], (t) => z - 0.35 * t), // prettier-ignore
    ...lies([[lean, high + tall], [x + 1 + lean * 0.8, high + tall * 1.05], [x, high + 1], [x, high - 5.5]], (t) => z - 0.35 + 0.35 * t).slice(1), // prettier-ignore
  ];
  return { ...cloth, things: [...cloth.things, band(handle(7.6, 2.4, 25, 1.05), 2.6), band(handle(7.2, -4, 23, 0.42).filter(([, y]) => y > high - 3), 2.6)] }; // prettier-ignore
}

/** A canvas bag hung by its handles from a peg at z = 0 before the wall y = 0, with a little in it. */
export async function toteHung(): Promise<Product> {
  const { half, high } = BAG;
  const drop = 27;
  const sewn = 8;
  const cloth = await bag('tote-hung', 35, 0.017);
  const hangs = ([x, y, z]: Vec3): Vec3 => {
    const [u, v] = [x / half, 1 - y / high];
    // handles pull the mouth up where they are sewn on; between them it sags
    const pull = Math.exp(-(((Math.abs(x) - sewn) / 4.4) ** 2));
    const sag = 1.3 * smoothstep(0.34, 0, v) * (1 - pull) * (Math.abs(x) < sewn ? 0.85 : 0.6);
    const belly = 3.4 * Math.max(0, Math.cos((u * Math.PI) / 2)) ** 0.7 * smoothstep(0.02, 0.5, v) * smoothstep(1.04, 0.86, v);
    const t = Math.abs(x) - sewn;
    const drag = (0.75 * Math.exp(-((t - 5 * v) ** 2) / 1.1) + 0.5 * Math.exp(-((t + 4 * v) ** 2) / 1.3)) * Math.exp(-v * 3.2) * smoothstep(0.02, 0.14, v); // prettier-ignore
    const narrow = 1 - 0.035 * Math.sin(Math.PI * Math.min(1, v * 1.1));
    return [x * narrow, -(z + 0.5 + (belly + drag) * (1 - u ** 8)), y - high - drop - sag];
  };
  const bent = (m: Mesh): Mesh => ({
    ...withSmoothNormals({ points: m.points.map(hangs), triangles: m.triangles }),
    plane: m.plane,
  });
  const back = sheet(half * 2, high, 50, 60, (x, y) => { const [px, , pz] = hangs([x - half, high - y, 0]); return [px * 0.99, -0.3, pz + 0.6 * (1 - y / high)]; }); // prettier-ignore
  const handle = (side: number, near: boolean): Vec3[] => {
    const [fx, fy, fz] = hangs([side * sewn, high - 0.6, 0.55]);
    const y0 = near ? fy - 0.16 : -0.5;
    return bezier<Vec3>([fx, y0 - (near ? 0.25 : 0), fz - 4.4], [fx, y0 - 0.3, fz + 9], [side * 2.6, -1.3, -9], [side * 0.5, -1.25, near ? -0.3 : -0.5], 60); // prettier-ignore
  };
  const strap = (line: Vec3[]): ProductThing => ({
    shape: tube(line, () => [1.25, 0.12], [0, 1, 0], 20),
    look: TWILL,
    part: 'cloth',
  });
  return {
    ...cloth,
    things: [
      ...cloth.things.map((t) => ({ ...t, shape: bent(t.shape as Mesh) })),
      { shape: back, look: TWILL, part: 'cloth' },
      ...[-1, 1].flatMap((s) => [strap(handle(s, true)), strap(handle(s, false))]),
    ],
  };
}
