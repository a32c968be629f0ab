import { gridMesh, withSmoothNormals, type Mesh } from './mesh';
import { matte } from './povray';
import { roundBox } from './shapes';
import type { Thing } from './setup';
import { randomFrom, type Vec3 } from './vectors';

const at = (p: Vec3) => `translate<${p.map((v) => v.toFixed(3)).join(',')}>`;
const plain = (rgb: string, more = '') => `texture{pigment{rgb<${rgb}>} ${more} finish{diffuse 1 ambient 0}}`;
const glazed = (rgb: string) => `texture{pigment{rgb<${rgb}>} finish{diffuse .95 ambient 0 specular .35 roughness .012}}`;

/** A stoneware vase with dry grasses. */
export function vase(p: Vec3, size = 1, rgb = '.74,.69,.60', stems = 9): Thing[] {
  const out: Thing[] = [
    {
      shape: `lathe{cubic_spline 10,<0,-.5>,<0,0>,<4.3,0>,<6.6,4>,<6.2,9>,<3.4,14>,<2.5,17>,<3.2,19>,<2.9,19>,<2.2,17.5> rotate x*90 scale ${size} ${at(p)}`,
      look: plain(rgb, 'normal{bumps .05 scale .3}'),
    },
  ];
  const grass: string[] = [];
  for (let i = 0; i < stems; i++) {
    const lean = (i - stems / 2) * 1.55 + ((i * 7) % 3) * 0.6;
    const tall = 22 + ((i * 37) % 11);
    const away = ((i * 13) % 5) - 2;
    const on = (t: number) => `<${lean * t * t * 1.25},${away * t},${17.5 + tall * t}>`;
    for (let s = 0; s < 10; s++) grass.push(`cylinder{${on(s / 10)},${on((s + 1) / 10)},.11}`);
    for (let s = 0; s < 7; s++) grass.push(`sphere{0,1 scale<.42,.42,.85> rotate y*${(lean * 3 + (s % 2 ? 22 : -22)).toFixed(1)} translate ${on(0.84 + s * 0.028)}}`); // prettier-ignore
  }
  if (stems) out.push({ shape: `union{${grass.join('\n')} scale ${size} ${at(p)}`, look: matte(0.6, 0.5, 0.33) });
  return out;
}

/** Closed books, one on another. */
export function books(p: Vec3, turn: number, colours: string[], size: Vec3 = [15, 21, 2.2]): Thing[] {
  const random = randomFrom(colours.length * 7 + 3);
  let z = p[2];
  return colours.flatMap((rgb): Thing[] => {
    const [w, d, h] = size.map((v) => v * (0.9 + 0.2 * random())) as Vec3;
    const put = `rotate z*${turn + (random() - 0.5) * 22} ${at([p[0], p[1], z])}`;
    z += h;
    const cover = `difference{${roundBox([-w / 2, -d / 2, 0], [w / 2, d / 2, h], 0.16)}} box{<${-w / 2 + 0.25},${-d},.26>,<${w},${d},${h - 0.26}>} ${put}`;
    const pages = `box{<${-w / 2 + 0.2},${-d / 2 + 0.3},.2>,<${w / 2 - 0.3},${d / 2 - 0.3},${h - 0.2}> ${put}`;
    return [
      { shape: cover, look: plain(rgb, 'normal{bumps .04 scale .06}') },
      { shape: pages, look: `texture{pigment{gradient z scale .05 color_map{[0 rgb<.84,.81,.74>][1 rgb<.74,.70,.62>]}} finish{diffuse 1 ambient 0}}` }, // prettier-ignore
    ];
  });
}

/** A pointed leaf on z = 0 along y, folded along its middle and bent down towards its tip. */
function leafPoints(long: number, wide: number, bend: number): Vec3[][] {
  return Array.from({ length: 13 }, (_, j) => {
    const t = j / 12;
    const half = wide * 1.9 * t ** 0.62 * (1 - t) ** 0.85;
    const a = bend * t;
    const [along, down] = bend ? [(long * Math.sin(a)) / bend, (-long * (1 - Math.cos(a))) / bend] : [long * t, 0];
    return [-1, -0.5, 0, 0.5, 1].map((u): Vec3 => [u * half, along, down + 0.42 * Math.abs(u) * half]);
  });
}

/** A pot with a leafy plant: pointed leaves on stems that lean outwards. */
export function plant(p: Vec3, size = 1, leaves = 26, seed = 5): Thing[] {
  const random = randomFrom(seed);
  const stems: string[] = [];
  const green: Mesh = { points: [], triangles: [] };
  for (let i = 0; i < leaves * 1.5; i++) {
    const round = i * 137.5 + 20 * random();
    const lean = 10 + 58 * random() ** 0.85;
    const long = 5 + 12 * random();
    const [c, s, cl, sl] = [round, lean].flatMap((d) => [Math.cos((d * Math.PI) / 180), Math.sin((d * Math.PI) / 180)]) as [number, number, number, number]; // prettier-ignore
    // out of the pot, leaning away from its middle
    const out = ([x, y, z]: Vec3): Vec3 => {
      const [ly, lz] = [y * cl + z * sl, z * cl - y * sl];
      return [x * c + ly * s, ly * c - x * s, lz + 9.5];
    };
    const top: Vec3 = [0, 0, long];
    const turn = ((12 + 46 * random()) * Math.PI) / 180;
    const [ct, st] = [Math.cos(turn), Math.sin(turn)];
    const grid = leafPoints(6.4 + 3.4 * random(), 1.15 + 0.5 * random(), 0.5 + 0.7 * random());
    // a leaf goes on from its stem, and leans a little further
    const mesh = gridMesh(grid.map((row) => row.map(([x, y, z]) => out([x, y * st + z * ct, long + y * ct - z * st]))));
    const from = green.points.length;
    green.points.push(...mesh.points);
    green.triangles.push(...mesh.triangles.map((t) => t.map((k) => k + from) as Vec3));
    stems.push(`cylinder{<${out([0, 0, 0]).join(',')}>,<${out(top).join(',')}>,.11}`);
  }
  const look = 'texture{pigment{bozo scale 5 color_map{[0 rgb<.085,.17,.075>][1 rgb<.17,.28,.11>]}} normal{bumps .12 scale .5} finish{diffuse 1 ambient 0 specular .22 roughness .04}}'; // prettier-ignore
  const put = (m: Mesh) => withSmoothNormals({ ...m, points: m.points.map((q) => q.map((v, k) => v * size + p[k]!) as Vec3) });
  return [
    { shape: `lathe{linear_spline 7,<0,0>,<4.6,0>,<6.1,10>,<6.1,10.6>,<5.5,10.6>,<5.3,9.6>,<0,9.6> rotate x*90 scale ${size} ${at(p)}`, look: plain('.62,.34,.22', 'normal{bumps .05 scale .5}') }, // prettier-ignore
    { shape: `union{${stems.join('\n')} scale ${size} ${at(p)}`, look },
    { shape: put(green), look },
  ];
}

/** A shallow bowl. */
export const bowl = (p: Vec3, radius: number, rgb = '.62,.60,.56'): Thing => ({
  shape: `lathe{cubic_spline 9,<0,-.1>,<0,0>,<.45,0>,<.8,.25>,<1,.5>,<.96,.52>,<.74,.3>,<.4,.08>,<0,.06> rotate x*90 scale ${radius} ${at(p)}`,
  look: glazed(rgb),
});

/** A round stone. */
export const stone = (p: Vec3, size: Vec3, turn = 0, rgb = '.42,.41,.39'): Thing => ({
  shape: `sphere{0,1 scale<${size.join(',')}> rotate z*${turn} ${at([p[0], p[1], p[2] + size[2] * 0.96])}`,
  look: plain(rgb, 'normal{granite .08 scale 1.6}'),
});

/** A pencil that lies on the table. */
export const pencil = (p: Vec3, turn: number, rgb = '.60,.18,.10'): Thing[] => {
  const put = `rotate z*${turn} ${at([p[0], p[1], p[2] + 0.36])}`;
  return [
    { shape: `prism{linear_sweep linear_spline 0,14,7,<.38,0>,<.19,.33>,<-.19,.33>,<-.38,0>,<-.19,-.33>,<.19,-.33>,<.38,0> rotate z*-90 ${put}`, look: glazed(rgb) }, // prettier-ignore
    { shape: `cone{<14,0,0>,.36,<16.1,0,0>,.07 ${put}`, look: plain('.72,.55,.36') },
    { shape: `cone{<16.05,0,0>,.08,<16.45,0,0>,.02 ${put}`, look: plain('.06,.06,.07') },
  ];
};

/** A sprig of fir: needles along bent twigs. */
export function fir(p: Vec3, turn: number, long = 22, seed = 3): Thing[] {
  const random = randomFrom(seed);
  const needles: string[] = [];
  const twig = (x0: number, y0: number, angle: number, reach: number) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const bend = (t: number): Vec3 => [x0 + c * t - 0.012 * t * t * s, y0 + s * t + 0.012 * t * t * c, 0.5 + 0.35 * Math.sin((t / reach) * 2.2)]; // prettier-ignore
    for (let i = 0; i < 14; i++) needles.push(`cylinder{<${bend((reach * i) / 14).join(',')}>,<${bend((reach * (i + 1)) / 14).join(',')}>,${0.2 - 0.009 * i}}`); // prettier-ignore
    for (let t = 0.4; t < reach; t += 0.11) {
      const at0 = bend(t);
      const side = random() < 0.5 ? 1 : -1;
      const out = angle + side * (0.75 + 0.4 * random());
      const l = (1.25 + 0.5 * random()) * (1 - 0.45 * (t / reach));
      needles.push(`cone{<${at0.join(',')}>,.07,<${at0[0] + Math.cos(out) * l},${at0[1] + Math.sin(out) * l},${at0[2] + 0.45 * (random() - 0.35)}>,.02}`); // prettier-ignore
    }
  };
  twig(0, 0, 0, long);
  for (let i = 1; i < 6; i++) {
    const t = (long * i) / 7;
    twig(t, 0.012 * t * t, (i % 2 ? 1 : -1) * 0.75, (long - t) * 0.55);
  }
  return [{ shape: `union{${needles.join('\n')} rotate z*${turn} ${at(p)}`, look: 'texture{pigment{bozo scale 2 color_map{[0 rgb<.05,.13,.08>][1 rgb<.12,.22,.12>]}} finish{diffuse 1 ambient 0 specular .1 roughness .05}}' }]; // prettier-ignore
}

/** Warm small lamps far behind, as a lens shows them: discs that are a little brighter at their rim. */
export const lamps = (points: readonly Vec3[], radius: number, strength = 0.5): Thing[] =>
  points.map((q, i) => {
    const put = `scale ${radius * (0.8 + 0.08 * ((i * 5) % 6))} ${at(q)}`;
    return {
      shape: `disc{0,y,1 no_shadow no_reflection ${put}`,
      look: `texture{pigment{spherical color_map{[0 rgbt<1,.72,.38,1>][.05 rgbt<1,.74,.40,.72>][.11 rgbt<1,.78,.46,.5>][.2 rgbt<1,.72,.40,.66>][1 rgbt<1,.68,.34,.72>]} ${put}} finish{ambient 0 diffuse 0 emission ${strength}}}`,
    };
  });
