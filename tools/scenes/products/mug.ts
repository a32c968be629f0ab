import { arc, bezier, lathe, tube } from '../shapes';
import type { Product } from '../setup';
import type { Vec3 } from '../vectors';

/** A glazed mug of 325 ml: common practice, no single source. */
const RADIUS = 4.1;
const HEIGHT = 9.6;
const WALL = 0.36;
/** The print area lies in the middle of the straight wall, opposite the handle. */
const AREA = { widthMm: 200, heightMm: 85 };
const TOP = 9.15;

export const GLAZE = 'texture{pigment{rgb 0} finish{diffuse 0 ambient 0 reflection{0,1 fresnel on}}} interior{ior 1.52}';
const STONEWARE = 'texture{pigment{rgb .80} finish{diffuse 1 ambient 0}}';

/** Stands on z = 0 with its handle towards x. */
export function mug(): Product {
  const foot = [[0, 0.35], [2.9, 0.35], ...arc([3.05, 0.13], 0.13, 180, 270, 5), ...arc([3.5, 0.6], 0.6, -90, 0, 12)] as [number, number][]; // prettier-ignore
  const wall: [number, number][] = Array.from({ length: 25 }, (_, i) => [RADIUS, 0.6 + ((TOP - 0.6) * i) / 24]);
  const lip = [[RADIUS, TOP], ...arc([RADIUS - 0.18, HEIGHT - 0.2], 0.18, 0, 180, 14), [RADIUS - WALL, 8.8], [RADIUS - WALL - 0.02, 2], ...arc([RADIUS - 1.38, 1.7], 1, 0, -90, 12), [RADIUS - 1.44, 0.7], [1, 0.7], [0, 0.7]] as [number, number][]; // prettier-ignore
  // the wall's plane begins at the area's upper edge
  const outer = lathe(wall, RADIUS, 0.6 + (TOP - 0.6) / 2 + AREA.heightMm / 20);
  // its ends lie within the wall: straight, so that none comes through it
  const line: Vec3[] = [[3.88, 0, 7.7], ...bezier<Vec3>([4.12, 0, 7.73], [8.3, 0, 8.8], [7.8, 0, 1.5], [4.12, 0, 2.35], 90), [3.88, 0, 2.4]]; // prettier-ignore
  const flare = (t: number) => Math.exp(-(Math.min(t, 1 - t) ** 2) / 0.0022);
  const handle = tube(line, (t) => [0.7 * (1 + 0.45 * flare(t)), 0.46 * (1 + 0.75 * flare(t))], [0, 1, 0], 40);
  const thing = (shape: Product['things'][number]['shape'], printed = false) => ({
    ...{ shape, look: STONEWARE, gloss: GLAZE, part: 'glaze', printed },
  });
  return {
    kinds: ['mug'],
    parts: [{ name: 'glaze', takes: 'colour', material: 'paper' }],
    things: [thing(lathe(foot)), thing(outer, true), thing(lathe(lip)), thing(handle)],
    rooms: [{ name: 'around', side: 'around', xMm: -AREA.widthMm / 2, yMm: 0, ...AREA }],
  };
}
