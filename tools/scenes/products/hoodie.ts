import type { Mesh } from '../mesh';
import { gridMesh } from '../mesh';
import type { Product, ProductThing } from '../setup';
import { bezier, tube } from '../shapes';
import { noise2, smoothstep, type Vec2, type Vec3 } from '../vectors';
import { cutOf, garment } from './garment';

const BRUSHED = 'texture{pigment{rgb .80} normal{bumps .14 scale .09} finish{diffuse 1 ambient 0}}';
/** Little light comes into the hood. */
const INSIDE = 'texture{pigment{rgb .56} normal{bumps .14 scale .09} finish{diffuse 1 ambient 0}}';
const CORD = 'texture{pigment{rgb .80} normal{gradient y .7 sine_wave scale .14} finish{diffuse 1 ambient 0}}';

const LENGTH = 68;
const NECK = { wide: 9.4, deep: 8.2 };

/** A point at a share of a line of points. */
function on(line: readonly Vec2[], t: number): Vec2 {
  const at = Math.max(0, Math.min(1, t)) * (line.length - 1);
  const i = Math.min(line.length - 2, Math.floor(at));
  const k = at - i;
  return [line[i]![0] * (1 - k) + line[i + 1]![0] * k, line[i]![1] * (1 - k) + line[i + 1]![1] * k];
}

/** The right half of a hood as it lies: its outline from the middle of the neck to its top, and its opening. */
const foot: Vec2 = [0, LENGTH - NECK.deep];
const OUTLINE: Vec2[] = [
  ...bezier<Vec2>(foot, [NECK.wide * 0.6, foot[1]], [NECK.wide * 0.95, foot[1] + 3], [NECK.wide + 0.3, LENGTH], 40).slice(0, -1),
  ...bezier<Vec2>([NECK.wide + 0.3, LENGTH], [17.6, LENGTH + 3], [20, LENGTH + 24], [0, LENGTH + 24.5], 90),
];
const OPENING: Vec2[] = bezier<Vec2>([0.4, foot[1] + 1.4], [9.6, foot[1] + 6], [13.4, LENGTH + 16.6], [0, LENGTH + 17.2], 90);

/** The hood: cloth between its outline and its opening, doubled at the opening with a wide hem. One side lies over the other at its foot. */
export function hoodCloth(): Mesh {
  const [around, across] = [420, 130];
  const rows: Vec3[][] = [];
  for (let j = -6; j <= across; j++) {
    const s = Math.max(0, j) / across;
    rows.push(
      Array.from({ length: around + 1 }, (_, i): Vec3 => {
        // from just beside the middle, round the top, to just past it
        const t = (i / around) * 2;
        const side = t <= 1 ? 1 : -1;
        const half = t <= 1 ? t : 2 - t;
        const [ox, oy] = on(OPENING, half);
        const [hx, hy] = on(OUTLINE, half);
        const wide = Math.hypot(hx - ox, hy - oy) || 1;
        const rough = 0.35 * noise2(t * 9, s * 1.6, 14) + 0.5 * noise2(t * 4 + 2, s * 1.1, 31);
        const low = smoothstep(0.3, 0, half);
        // it swells out of the neck, and lies down towards its top
        const dome = Math.sin(Math.PI * Math.min(1, 0.2 + s * 0.8)) ** 0.7;
        const fold =
          0.75 *
          Math.exp(-(((s - 0.55 - 0.25 * noise2(t * 3, 1, 5)) / 0.13) ** 2)) *
          smoothstep(0.02, 0.2, half) *
          smoothstep(1, 0.7, half);
        let z = 0.35 + (1.75 + 0.5 * low) * dome + (rough + fold) * Math.sin(Math.PI * s) ** 0.6 * 0.8;
        // the neck's seam pulls it in where it is sewn on
        z += low * 0.55 * (1 - s);
        const hem = (s * wide - 2.4) / 0.11;
        z -= 0.1 * Math.exp(-hem * hem) + 0.03 * Math.exp(-(((s * wide - 2.1) / 0.06) ** 2));
        const lap = side > 0 ? 0.3 * smoothstep(0.14, 0, half) : 0;
        // the doubled edge rolls in
        const roll = j < 0 ? (-j / 6) * Math.PI : 0;
        const inward = -0.26 * Math.sin(roll);
        const x = side * (ox + (hx - ox) * s) + side * inward * Math.min(1, half * 6);
        const y = oy + (hy - oy) * s + (roll ? 0.1 * Math.sin(roll) : 0);
        return [x, y, z + lap - 0.24 * (1 - Math.cos(roll))];
      }),
    );
  }
  return gridMesh(rows);
}

/** What is seen inside: the hood's back with its seam, and the neck's. It ends beneath the hood's cloth. */
export function lining(): Mesh {
  const rows = 121;
  return gridMesh(
    Array.from({ length: rows }, (_, r) => {
      // across the hood, halfway between its opening and its outline
      const half = r / (rows - 1);
      const [a, b] = [on(OPENING, half), on(OUTLINE, half)];
      const [reach, y] = [(a[0] + b[0]) / 2, a[1] + (b[1] - a[1]) * 0.3];
      return Array.from({ length: 91 }, (_, c): Vec3 => {
        const x = (c / 45 - 1) * reach;
        const seam = 0.16 * Math.exp(-(((x - 0.6 - 0.5 * noise2(y * 0.1, 2, 3)) / 0.16) ** 2));
        const neck = 0.3 * Math.exp(-(((y - LENGTH + 2.6 + 0.02 * x * x) / 0.5) ** 2));
        return [x, y, 0.25 + 0.008 * x * x + seam + neck + 0.35 * noise2(x * 0.14, y * 0.12, 8)];
      });
    }),
  );
}

/** A hoodie laid flat with its hood spread, its cord and a pocket for both hands. */
export async function hoodie(seed: number): Promise<Product> {
  const cloth = await garment('hoodie', {
    ...{ kinds: ['hoodie'], seed, slack: 0.014, collar: 0, ribs: 5.6, knit: 0, back: true },
    cut: cutOf({ chest: 29, hem: 27, length: LENGTH, neckWide: NECK.wide, neckDeep: NECK.deep, sleeve: { long: 51, end: 11.5, down: 56 } }), // prettier-ignore
    patch: { corners: [[-11, 21], [11, 21], [16, 10.5], [16, 5.7], [-16, 5.7], [-16, 10.5]], open: [1, 5] }, // prettier-ignore
    rooms: [{ name: 'front', side: 'front', xMm: -165.1, yMm: 60, widthMm: 330.2, heightMm: 330.2 }],
  });
  const front = cloth.things[0]!.shape as Mesh;
  const heightAt = (x: number, y: number) => {
    let [far, z] = [Infinity, 0];
    for (const p of front.points) {
      const d = (p[0] - x) ** 2 + (p[1] - y) ** 2;
      if (d < far) [far, z] = [d, p[2]];
    }
    return z;
  };
  const hood = hoodCloth();
  const cord = (side: number, long: number, bend: number): ProductThing[] => {
    const from = on(OPENING, 0.12);
    const x0 = side * (from[0] + 1.1);
    const flat = bezier<Vec2>([x0, from[1] - 0.1], [x0 + bend, from[1] - 6], [x0 - bend * 1.4 + side, from[1] - long * 0.6], [x0 + side * 0.8, from[1] - long], 70); // prettier-ignore
    const line = flat.map(([x, y], i): Vec3 => {
      const above = heightAt(x, y) + 0.34;
      // out of its eye, over the hood's edge and down on the chest
      return [x, y, Math.max(above, 3.05 - i * 0.16)];
    });
    const thick = (t: number): Vec2 => {
      const tip = t > 0.955 ? 1.55 : t > 0.93 ? 1.5 * (1 - (0.955 - t) * 14) : 1;
      return [0.27 * tip, 0.27 * tip];
    };
    const eye = gridMesh(
      Array.from({ length: 9 }, (_, j) =>
        Array.from({ length: 40 }, (_, i): Vec3 => {
          const [a, b] = [(i / 40) * 2 * Math.PI, (j / 8) * Math.PI];
          const r = 0.5 - 0.14 * Math.cos(b);
          return [x0 + r * Math.cos(a), from[1] + r * Math.sin(a), 2.86 + 0.14 * Math.sin(b)];
        }),
      ),
      true,
    );
    return [
      { shape: tube(line, thick, [0, 0, 1], 16), look: CORD, part: 'cord' },
      { shape: eye, look: 'texture{pigment{rgb .62} finish{diffuse .8 ambient 0 specular .5 roughness .03}}', part: 'eye' },
    ];
  };
  return {
    ...cloth,
    parts: [...cloth.parts, { name: 'cord', takes: 'colour', material: 'cloth' }, { name: 'eye', takes: '#9a9b9d', material: 'paper' }], // prettier-ignore
    things: [
      ...cloth.things,
      { shape: hood, look: BRUSHED, part: 'cloth' },
      { shape: lining(), look: INSIDE, part: 'cloth' },
      ...cord(-1, 17, 0.9),
      ...cord(1, 19.5, -0.7),
    ],
  };
}
