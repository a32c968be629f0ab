import { planks } from './ground';
import { gridMesh } from './mesh';
import type { Thing } from './setup';
import { noise2, type Vec3 } from './vectors';

const thing = (shape: string, look: string): Thing => ({ shape, look });

/** Paper that hangs down behind and lies on the table, in one sweep: `at` where it begins to rise, cm. */
export function sweep(colour: string, at: number, radius: number): Thing[] {
  const floor = `union{box{<-4000,-4000,-1>,<4000,${at},0>} box{<-4000,${at + radius},${radius}>,<4000,${at + radius + 1},4000>}
    difference{box{<-4000,${at},-1>,<4000,${at + radius + 1},${radius}>} cylinder{<-4001,${at},${radius}>,<4001,${at},${radius}>,${radius}}}`;
  return [thing(floor, `texture{pigment{rgb ${colour}} finish{diffuse 1 ambient 0}}`)];
}

/** A table of boards, turned about z; `long` cm of the picture of three thousand points. `grey` takes the warmth out. */
export async function boards(
  name: string,
  long: number,
  turn: number,
  rows = 8,
  shine = 0.05,
  light = 0.9,
  grey = 0,
  z = 0,
): Promise<Thing[]> {
  const picture = await planks(name, rows, 1, grey);
  return [
    thing(
      `plane{z,${z}`,
      `texture{pigment{image_map{png "${picture}" gamma srgb interpolate 2} scale<${long},${long / 2},1> translate<${-long / 2},${-long / 4},0> rotate z*${turn}} finish{diffuse ${light} ambient 0 reflection{0,${shine}}}}`,
    ),
  ];
}

/** A wall behind, at y = `at`. */
export const wall = (colour: string, at: number, rough = 0.035): Thing =>
  thing(`plane{-y,${-at}`, `texture{pigment{rgb ${colour}} normal{bumps ${rough} scale 1.1} finish{diffuse 1 ambient 0}}`);

/** A linen cloth on the table, `half` cm to each side, that was smoothed by hand: it waves a little and shows its weave. */
export function linen(colour: string, half: number): Thing[] {
  const rows = Array.from({ length: 161 }, (_, r) =>
    Array.from({ length: 161 }, (_, c): Vec3 => {
      const [x, y] = [((c - 80) / 80) * half, ((r - 80) / 80) * half];
      const wave = 0.22 * noise2(x * 0.09, y * 0.05 + 7, 31) + 0.12 * noise2(x * 0.24 + 3, y * 0.2, 12);
      const middle = Math.min(1, Math.hypot(x, y) / (half * 0.55));
      return [x, y, 0.1 + 0.35 * middle * middle * Math.max(0, wave + 0.12)];
    }),
  );
  return [
    { shape: gridMesh(rows), look: `texture{pigment{bozo scale <.9,.05,1> turbulence .1 color_map{[0 rgb ${colour}*.92][1 rgb ${colour}]}} normal{average normal_map{[1 gradient x .28 sine_wave scale .085][1 gradient y .28 sine_wave scale .085][.6 bumps .12 scale .3]}} finish{diffuse 1 ambient 0}}` }, // prettier-ignore
  ];
}
