import { mug } from '../products/mug';
import { enamelMug, tumbler } from '../products/vessels';
import { lightOf, type Rig, leaves, panes } from '../light';
import { camera } from '../povray';
import { books, bowl, fir, lamps, plant, stone } from '../props';
import { moved, type Setups } from '../setup';
import { place } from '../shapes';
import { boards, linen, sweep } from '../stage';
import { randomFrom, type Vec3 } from '../vectors';

const soft = (aim: Vec3, more: Partial<Rig> = {}) =>
  lightOf({
    aim,
    reach: 10,
    sources: [
      { round: 208, up: 38, size: 0.34, strength: 0.95, colour: [1.02, 1, 0.97] },
      { round: -35, up: 25, size: 0.3, strength: 0.14 },
    ],
    sky: 0.46,
    seen: 1.7,
    ...more,
  });

export const MUGS: Setups = {
  'mug-plain': () => ({
    title: 'On pale paper, handle to the right',
    crop: 'whole',
    camera: camera([1.2, -60, 17], [1.3, 0, 4.7], 15.6, [0, 0, 1]),
    light: soft([0, 0, 4]),
    stage: sweep('<.72,.715,.70>', 30, 50),
    products: [moved(mug(), place([0, 0, 0], -16))],
    told: { moods: ['plain', 'calm'], light: 'soft', ground: 'paper' },
  }),
  'mug-oak': async () => ({
    title: 'On an oak table, handle to the left',
    crop: 'whole',
    camera: camera([-6, -50, 18], [-0.9, 0, 4.5], 17.5, [0, 0, 1]),
    light: soft([0, 0, 4], {
      sources: [
        { round: 148, up: 33, size: 0.05, strength: 0.95, colour: [1.05, 1, 0.92] },
        { round: -70, up: 40, size: 0.4, strength: 0.3, colour: [0.95, 0.98, 1.05] },
      ],
      sky: 0.34,
      before: leaves(9, 3.2, 0.42, randomFrom(4)),
    }),
    stage: [
      ...(await boards('table', 170, 8, 7, 0.08, 0.72)),
      ...books([11, 13, 0], 22, ['.20,.30,.33', '.66,.58,.44'], [14, 20, 1.9]),
    ],
    products: [moved(mug(), place([0, 0, 0], -166))],
    told: { moods: ['warm', 'homely'], light: 'window', ground: 'oak' },
  }),
  'mug-front': async () => ({
    title: 'From the front, the middle of the print',
    crop: 'close',
    camera: camera([-3, -50, 21], [0, 0, 4.6], 17, [0, 0, 1]),
    light: soft([0, 0, 4], {
      sources: [
        { round: 152, up: 36, size: 0.06, strength: 0.95, colour: [1.04, 1, 0.94] },
        { round: -60, up: 35, size: 0.4, strength: 0.26, colour: [0.95, 0.98, 1.05] },
      ],
      sky: 0.36,
      before: panes(2, 3, 0.8, 0.9, 0.45),
    }),
    stage: [
      ...(await boards('painted', 110, 86, 7, 0.05, 0.7, 0.92)),
      ...books([-13, 12, 0], -14, ['.60,.52,.38', '.16,.26,.24', '.56,.24,.14'], [15, 20, 1.8]),
      ...plant([13, 17, 0], 0.72, 22, 13),
    ],
    products: [moved(mug(), place([0, 0, 0], 82))],
    told: { moods: ['calm', 'young'], light: 'window', ground: 'wood', season: 'spring' },
  }),
  'mug-pair': () => ({
    title: 'A pair on linen, one from either side',
    crop: 'whole',
    camera: camera([0, -64, 27], [0, 0, 3.9], 26.5, [0, 0, 1]),
    light: soft([0, 0, 4], {
      sources: [
        { round: 160, up: 34, size: 0.07, strength: 0.9, colour: [1.04, 1, 0.95] },
        { round: -50, up: 30, size: 0.4, strength: 0.22 },
      ],
      before: panes(2, 3, 0.8, 0.9, 0.45),
    }),
    stage: [...linen('<.44,.40,.33>', 30), ...sweep('<.50,.47,.43>', 60, 40)],
    products: [moved(mug(), place([-6.6, 1.4, -0.02], -166)), moved(mug(), place([6.4, -1.2, -0.02], -14))],
    told: { moods: ['homely', 'calm'], light: 'window', ground: 'linen' },
  }),
  'mug-winter': async () => ({
    title: 'By fir and small lamps, on a winter evening',
    crop: 'whole',
    camera: camera([3, -56, 15], [0.7, 0, 5], 18, [0, 0, 1]),
    light: soft([0, 0, 4], {
      sources: [
        { round: 214, up: 42, size: 0.16, strength: 0.7, colour: [1.08, 0.96, 0.8] },
        { round: -20, up: 35, size: 0.2, strength: 0.34, colour: [1.1, 0.9, 0.66] },
      ],
      sky: 0.2,
      skyColour: [0.8, 0.9, 1.1],
    }),
    stage: [
      ...(await boards('table', 150, -14, 7, 0.06, 0.5)),
      ...fir([-15, 5, 0], 12, 19, 3),
      ...fir([13, 9, 0], 152, 17, 8),
      stone([-9, -5.5, 0], [1.3, 1.1, 0.95], 20, '.30,.13,.07'),
      { shape: 'plane{-y,-46', look: 'texture{pigment{rgb<.022,.03,.042>} finish{diffuse 1 ambient 0}}' },
      ...lamps(Array.from({ length: 46 }, (_, i): Vec3 => [-27 + ((i * 37) % 55) + ((i * 7) % 5) * 0.4, 38 + (i % 7), 2 + ((i * 23) % 24) + ((i * 5) % 3) * 0.6]), 0.95, 0.85), // prettier-ignore
    ],
    products: [moved(mug(), place([0, 0, 0], -28))],
    told: { moods: ['cosy'], light: 'lamps', ground: 'wood', season: 'festive' },
  }),
  'enamel-outdoors': async () => ({
    title: 'On weathered boards, in the open',
    crop: 'whole',
    camera: camera([5, -50, 17], [0.9, 0, 4], 17.6, [0, 0, 1]),
    light: soft([0, 0, 4], {
      sources: [
        { round: 200, up: 48, size: 0.03, strength: 1.05, colour: [1.05, 1, 0.93] },
        { round: -40, up: 50, size: 0.5, strength: 0.18, colour: [0.85, 0.95, 1.1] },
      ],
      sky: 0.5,
      skyColour: [0.86, 0.96, 1.1],
      before: leaves(11, 3.4, 0.4, randomFrom(22), 0.3),
    }),
    stage: [
      ...(await boards('weathered', 90, 4, 6, 0.02, 0.6, 0.82)),
      stone([-9.5, 3, 0], [2.6, 2.1, 1.5], 30),
      stone([-12.4, -1.6, 0], [1.7, 1.4, 1], 80, '.50,.47,.42'),
    ],
    products: [moved(enamelMug(), place([0, 0, 0], -8))],
    told: { moods: ['outdoors'], light: 'open sky', ground: 'wood', season: 'summer' },
  }),
  'tumbler-desk': () => ({
    title: 'Upright on stone, side light',
    crop: 'whole',
    camera: camera([0, -96, 26], [0.4, 0, 10.6], 17, [0, 0, 1]),
    light: soft([0, 0, 10], { reach: 16 }),
    stage: [...sweep('<.60,.61,.60>', 34, 40), bowl([11.5, 8, 0], 5.2, '.42,.30,.24')],
    products: [moved(tumbler(), place([0, 0, 0], 98))],
    told: { moods: ['plain', 'young'], light: 'soft', ground: 'stone' },
  }),
};
