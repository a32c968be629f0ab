import { arc, bezier, lathe, tube } from '../shapes';
import type { Product } from '../setup';
import type { Vec2, Vec3 } from '../vectors';
import { GLAZE } from './mug';

const WHITE = 'texture{pigment{rgb .80} finish{diffuse 1 ambient 0}}';
const STEEL = 'texture{pigment{rgb <.42,.42,.43>} normal{bumps .02 scale <.4,.4,.01>} finish{diffuse .55 ambient 0 specular .5 roughness .03 reflection{.18,.5}}}'; // prettier-ignore

/** An enamel mug of 350 ml with a rolled rim, its handle towards x. Common practice, no single source. */
export function enamelMug(): Product {
  const [radius, height, area] = [4.2, 8, { widthMm: 210, heightMm: 68 }];
  const body = [[0, 0.25], [3.5, 0.25], [3.7, 0], ...arc([3.9, 0.3], 0.3, -90, 0, 8)] as Vec2[];
  const wall: Vec2[] = Array.from({ length: 25 }, (_, i) => [radius, 0.3 + (7.5 * i) / 24]);
  const inside: Vec2[] = [
    [radius - 0.08, height - 0.1],
    [radius - 0.1, 0.9],
    ...arc([radius - 0.6, 0.9], 0.5, 0, -90, 8),
    [0, 0.4],
  ];
  const rim = lathe(arc([radius + 0.06, height - 0.08], 0.2, -90, 270, 20));
  const line = bezier<Vec3>([4.1, 0, 6.7], [7.6, 0, 7.6], [7.2, 0, 1], [4.1, 0, 1.6], 90);
  // a strap: broad across, thin along its bend
  const handle = tube(line, () => [0.13, 0.62], [0, 1, 0], 28);
  const enamel = (shape: Product['things'][number]['shape'], part: string, printed = false) => ({ shape, look: WHITE, gloss: GLAZE, part, printed }); // prettier-ignore
  return {
    kinds: ['enamel mug'],
    parts: [
      { name: 'enamel', takes: 'colour', material: 'paper' },
      { name: 'rim', takes: '#23272f', material: 'paper' },
    ],
    things: [
      enamel(lathe(body), 'enamel'),
      enamel(lathe(wall, radius, 0.3 + 3.75 + area.heightMm / 20), 'enamel', true),
      enamel(lathe(inside), 'enamel'),
      enamel(rim, 'rim'),
      enamel(handle, 'enamel'),
    ],
    rooms: [{ name: 'around', side: 'around', xMm: -area.widthMm / 2, yMm: 0, ...area }],
  };
}

/** A steel tumbler of 590 ml with a lid, narrower at its foot. A print goes level round it: 8% wider at its top than it was drawn, 8% narrower at its foot. */
export function tumbler(): Product {
  const [foot, top, height] = [3.35, 3.95, 20.5];
  const wall: Vec2[] = Array.from({ length: 41 }, (_, i) => [foot + ((top - foot) * i) / 40, 0.5 + ((height - 0.5) * i) / 40]);
  const mean = (foot + top) / 2;
  const body = lathe(wall, mean, height);
  return {
    kinds: ['tumbler'],
    parts: [
      { name: 'coat', takes: 'colour', material: 'paper' },
      { name: 'steel', takes: '#c9c9cb', material: 'paper' },
      { name: 'lid', takes: '#3b3e42', material: 'paper' },
    ],
    things: [
      { shape: body, look: WHITE, gloss: GLAZE, part: 'coat', printed: true },
      { shape: lathe([[0, 0.02], [2.9, 0.02], [3.2, 0.05], ...arc([3.22, 0.2], 0.15, -90, 0, 5), [foot, 0.5]] as Vec2[]), look: WHITE, gloss: STEEL, part: 'steel' }, // prettier-ignore
      { shape: lathe([[top, height], [top + 0.02, height + 0.25], [top - 0.05, height + 0.4]]), look: WHITE, gloss: STEEL, part: 'steel' }, // prettier-ignore
      { shape: lathe([[top - 0.04, height + 0.36], [top + 0.12, height + 0.4], ...arc([top, height + 0.95], 0.18, 0, 90, 6), [top - 0.6, height + 1.1], [top - 0.75, height + 0.75], [0, height + 0.7]] as Vec2[]), look: WHITE, gloss: GLAZE, part: 'lid' }, // prettier-ignore
      { shape: tube(bezier<Vec3>([-2, 0.3, height + 0.85], [-0.6, 0.3, height + 1.15], [0.6, 0.3, height + 1.15], [2, 0.3, height + 0.85], 20), () => [0.6, 0.16], [0, 1, 0], 20), look: WHITE, gloss: GLAZE, part: 'lid' }, // prettier-ignore
    ],
    rooms: [{ name: 'around', side: 'around', xMm: -114.5, yMm: 0, widthMm: 229, heightMm: 205 }],
  };
}
