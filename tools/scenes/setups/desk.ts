import { bathMat, button, card, clock, flatSheet, laptopSleeve, lid, notebook, phoneCase, wrapped } from '../products/paper';
import { planks } from '../ground';
import { leaves, lightOf, panes, type Rig } from '../light';
import { camera, matte } from '../povray';
import { books, bowl, fir, pencil, plant, stone, vase } from '../props';
import { moved, type Setups, type Thing } from '../setup';
import { bezier, movedMesh, place, roundBox, tube } from '../shapes';
import { boards, linen, sweep, wall } from '../stage';
import { randomFrom, type Vec3 } from '../vectors';

const desk = (reach: number, more: Partial<Rig> = {}) =>
  lightOf({
    aim: [0, 0, 0],
    reach,
    sources: [
      { round: 152, up: 36, size: 0.09, strength: 0.96, colour: [1.04, 1, 0.95] },
      { round: -45, up: 40, size: 0.4, strength: 0.2, colour: [0.94, 0.97, 1.05] },
    ],
    sky: 0.38,
    ...more,
  });

/** An envelope that lies on z = 0. */
function envelope(width: number, height: number, put: string): Thing[] {
  const flat = `box{<${-width / 2},${-height / 2},0>,<${width / 2},${height / 2},.09> ${put}`;
  const flap = `prism{linear_sweep linear_spline 0,.035,4,<${-width / 2},${height / 2}>,<${width / 2},${height / 2}>,<0,-1>,<${-width / 2},${height / 2}> rotate x*-90 scale<1,1,-1> translate z*.09 ${put}`;
  return [
    { shape: flat, look: matte(0.5, 0.4, 0.27) },
    { shape: flap, look: matte(0.54, 0.44, 0.31) },
  ];
}

/** A red ribbon round a box that is so high, turned about z, with a bow on its top. */
function ribbon(top: number, turn: number): Thing[] {
  const look = 'texture{pigment{rgb<.36,.045,.055>} normal{gradient y .04 sine_wave scale .05} finish{diffuse .9 ambient 0 specular .28 roughness .05}}'; // prettier-ignore
  const flat = (line: Vec3[], wide: (t: number) => number): Thing => ({
    shape: movedMesh(
      tube(line, (t) => [0.045, wide(t)], [0, 1, 0], 16),
      place([0, 0, top], turn),
    ),
    look,
  });
  const loop = (s: number) => [
    ...bezier<Vec3>([0, 0, 0.35], [s * 2.4, -0.3, 3.6], [s * 5.6, -0.5, 3.8], [s * 6.1, -0.3, 1.9], 40),
    ...bezier<Vec3>([s * 6.1, -0.3, 1.9], [s * 6.4, -0.1, 0.5], [s * 3, 0.1, 0.3], [0, 0.1, 0.25], 40).slice(1),
  ];
  const tail = (s: number) => bezier<Vec3>([0, 0, 0.4], [s * 1.8, -1.4, 0.9], [s * 3.4, -2.6, 0.2], [s * 5.2, -4.4, 0.14], 40);
  return [
    { shape: `union{${roundBox([-1.1, -9.25, top - 0.1], [1.1, 9.1, top + 0.03], 0.05)}} ${roundBox([-1.1, -9.22, 0], [1.1, -9.08, top], 0.05)}} rotate z*${turn}`, look }, // prettier-ignore
    ...[-1, 1].flatMap((s) => [flat(loop(s), (t) => 1.1 - 0.65 * (1 - Math.sin(Math.PI * t))), flat(tail(s), (t) => 0.5 + 0.6 * t)]), // prettier-ignore
    { shape: `sphere{0,1 scale<.75,.62,.55> translate z*${top + 0.45} rotate z*${turn}`, look },
  ];
}

/** A table of pale speckled stone. */
const paleStone = (): Thing => ({
  shape: 'plane{z,0',
  look: 'texture{pigment{granite scale 2.2 turbulence .3 color_map{[0 rgb<.66,.64,.60>][.45 rgb<.62,.60,.56>][.62 rgb<.54,.52,.48>][1 rgb<.70,.68,.65>]}} finish{diffuse 1 ambient 0 reflection{0,.06}}}',
});

export const DESK: Setups = {
  'notebook-desk': async () => ({
    title: 'On a pale desk with a pencil',
    crop: 'whole',
    camera: camera([3, -46, 50], [0.4, -0.6, 0.8], 24, [0, 0, 1]),
    light: desk(18, { before: leaves(9, 2.6, 0.3, randomFrom(6), 0.32) }),
    stage: [
      ...(await boards('desk', 150, 90, 6, 0.05, 0.82, 0.2)),
      ...pencil([9.4, -7.5, 0], 74),
      ...plant([-15, 15, 0], 0.7, 22, 4),
    ],
    products: [moved(notebook(), place([0, 0, 0], 9))],
    told: { moods: ['calm', 'young'], light: 'sun', ground: 'wood', season: 'spring' },
  }),
  'card-envelope': () => ({
    title: 'Standing, with its envelope',
    crop: 'whole',
    camera: camera([7, -64, 22], [1.2, 0, 7.8], 21.5, [0, 0, 1]),
    light: desk(16, { aim: [0, 0, 6], before: panes(2, 3, 0.8, 0.9, 0.45) }),
    stage: [
      ...sweep('<.40,.36,.33>', 40, 40),
      ...envelope(18.4, 13.3, 'rotate z*-24 translate<10,-7.5,0>'),
      ...vase([-13, 12, 0], 0.55, '.70,.66,.60', 7),
    ],
    products: [moved(card(), place([-0.6, 0, 0], 8))],
    told: { moods: ['calm', 'warm'], light: 'window', ground: 'paper' },
  }),
  'wrap-festive': async () => ({
    title: 'Round a box, with fir and ribbon',
    crop: 'whole',
    camera: camera([26, -62, 40], [0.6, 0, 4], 29, [0, 0, 1]),
    light: desk(22, { sources: [{ round: 236, up: 44, size: 0.1, strength: 0.9, colour: [1.06, 0.98, 0.86] }, { round: -10, up: 35, size: 0.4, strength: 0.22, colour: [1, 0.95, 0.85] }], sky: 0.34 }), // prettier-ignore
    stage: [
      ...(await boards('table', 190, 20, 7, 0.05, 0.42)),
      ...fir([-20, -12, 0], 10, 17, 5),
      ...fir([16, 13, 0], 130, 20, 9),
      ...ribbon(9.1, 24),
      stone([-17, 3, 0], [1.5, 1.4, 1.2], 10, '.28,.14,.08'),
    ],
    products: [moved(wrapped(), place([0, 0, 0], 24))],
    told: { moods: ['cosy'], light: 'lamp', ground: 'wood', season: 'festive' },
  }),
  'sticker-lid': async () => ({
    title: 'Cut out, on the lid of a laptop',
    crop: 'close',
    camera: camera([9, -28, 32], [8.6, 4.2, -0.2], 19.5, [0, 0, 1]),
    light: desk(16, { before: leaves(9, 2.6, 0.3, randomFrom(27), 0.32) }),
    stage: [
      ...(await boards('desk', 130, 10, 6, 0.05, 0.7, 0, -1.6)),
      { shape: roundBox([-16.4, -11.2, -1.6], [16.4, 11.2, -0.72], 0.3), look: matte(0.16) },
    ],
    products: [moved(lid(), place([0, 0, 0], -7))],
    told: { moods: ['young'], light: 'sun', ground: 'metal' },
  }),
  'sticker-sheet-desk': () => ({
    title: 'A sheet on pale stone',
    crop: 'whole',
    camera: camera([0, -20, 46], [0, -0.3, 0], 26, [0, 1, 0.4]),
    light: desk(14, { before: leaves(9, 2.6, 0.3, randomFrom(17), 0.32) }),
    stage: [paleStone(), ...pencil([7.6, -7, 0], 68, '.12,.25,.30')],
    products: [moved(flatSheet('sticker sheet', 'sheet', 10.5, 14.8), place([-0.6, 0, 0], 7))],
    told: { moods: ['young', 'calm'], light: 'sun', ground: 'stone', season: 'summer' },
  }),
  'badge-pair': () => ({
    title: 'Two badges on denim cloth',
    crop: 'close',
    camera: camera([0, -11, 19], [0, 0.1, 0.2], 25, [0, 0, 1]),
    light: desk(6),
    stage: [{ shape: 'plane{z,0', look: 'texture{pigment{bozo scale<.05,.4,1> rotate z*45 color_map{[0 rgb<.10,.14,.22>][1 rgb<.16,.22,.33>]}} normal{gradient x .5 sine_wave scale .08 rotate z*45} finish{diffuse 1 ambient 0}}' }], // prettier-ignore
    products: [
      moved(button('badge', 'front', 3.2, 0.28), place([-2, 0.6, 0], 6)),
      moved(button('badge', 'front', 3.2, 0.28), place([2, -0.5, 0], -9)),
    ],
    told: { moods: ['young'], light: 'window', ground: 'denim' },
  }),
  'magnet-fridge': () => ({
    title: 'On an enamelled door',
    crop: 'close',
    camera: camera([-6, -27, 3], [0.2, 0, 0], 19, [0, 0, 1]),
    light: desk(9, { sources: [{ round: 215, up: 30, size: 0.12, strength: 0.95, colour: [1.03, 1, 0.96] }, { round: -40, up: 30, size: 0.4, strength: 0.2 }] }), // prettier-ignore
    stage: [{ shape: roundBox([-40, 0.02, -60], [40, 6, 40], 2), look: 'texture{pigment{rgb<.52,.60,.58>} finish{diffuse .95 ambient 0 specular .3 roughness .01 reflection{.02,.1}}}' }], // prettier-ignore
    products: [moved(button('magnet', 'front', 5.8, 0.24), place([0, 0, 0], 0, 90))],
    told: { moods: ['homely'], light: 'soft', ground: 'metal' },
  }),
  'clock-wall': async () => ({
    title: 'On a kitchen wall, ten past ten',
    crop: 'whole',
    camera: camera([-16, -92, -6], [0, 0, -3.4], 23, [0, 0, 1]),
    light: desk(26, { sources: [{ round: 216, up: 40, size: 0.07, strength: 0.98, colour: [1.04, 1, 0.94] }, { round: -40, up: 25, size: 0.4, strength: 0.22, colour: [0.93, 0.97, 1.05] }], before: leaves(9, 2.6, 0.28, randomFrom(41), 0.3) }), // prettier-ignore
    stage: [wall('<.72,.67,.57>', 0), { shape: roundBox([-60, -14, -24], [60, -0.1, -22], 0.3), look: `texture{pigment{image_map{png "${await planks('shelf', 3, 1)}" gamma srgb interpolate 2} scale<120,50,1> translate<-60,-30,0>} finish{diffuse .8 ambient 0}}` }, bowl([-12, -7, -22], 4.6, '.36,.46,.44'), ...books([11, -7, -22], 90, ['.5,.22,.14', '.72,.66,.54'], [11, 15, 1.8])], // prettier-ignore
    products: [clock()],
    told: { moods: ['homely'], light: 'sun', ground: 'plaster' },
  }),
  'phone-linen': () => ({
    title: 'Lying on linen by a stone',
    crop: 'whole',
    camera: camera([2, -22, 32], [0.3, -0.3, 0.5], 27, [0, 0, 1]),
    light: desk(12),
    stage: [...linen('<.50,.47,.42>', 40), stone([8.4, 5.2, 0.1], [1.9, 1.5, 1], 30)],
    products: [moved(phoneCase(), place([0, 0, 0.02], -17))],
    told: { moods: ['calm', 'young'], light: 'window', ground: 'linen' },
  }),
  'sleeve-desk': async () => ({
    title: 'On a walnut desk, from above',
    crop: 'whole',
    camera: camera([0, -40, 72], [0, -0.5, 0], 29, [0, 1, 0.4]),
    light: desk(26, { before: panes(2, 3, 0.7, 0.8, 0.45) }),
    stage: [
      ...(await boards('walnut', 170, 3, 5, 0.05, 0.34)),
      ...pencil([21, -8, 0], 100, '.62,.5,.2'),
      ...books([-25, 10, 0], 12, ['.5,.2,.13'], [13, 19, 1.6]),
    ],
    products: [moved(laptopSleeve(), place([0, 0, 0], -6))],
    told: { moods: ['young', 'warm'], light: 'window', ground: 'walnut' },
  }),
  'mat-bathroom': () => ({
    title: 'Before the bath, on pale tiles',
    crop: 'whole',
    camera: camera([14, -104, 84], [0, 5, 0], 35, [0, 0, 1]),
    light: desk(40, { sources: [{ round: 238, up: 44, size: 0.14, strength: 0.95, colour: [1.02, 1, 0.97] }, { round: -30, up: 40, size: 0.4, strength: 0.2 }], before: panes(2, 3, 0.7, 0.8, 0.45) }), // prettier-ignore
    stage: [
      { shape: 'plane{z,0', look: 'texture{pigment{rgb<.45,.44,.42>} normal{average normal_map{[1 gradient x 3 slope_map{[0 <0,1>][.985 <0,0>][1 <-.03,-1>]} scale 30][1 gradient y 3 slope_map{[0 <0,0>][1 <0,0>]} scale 30]}} finish{diffuse 1 ambient 0 reflection{0,.1}}}' }, // prettier-ignore
      {
        shape: roundBox([-160, 34, -2], [160, 90, 50], 4),
        look: 'texture{pigment{rgb .74} finish{diffuse 1 ambient 0 specular .2 roughness .02}}',
      },
    ],
    products: [moved(bathMat(), place([0, 0, 0], 5))],
    told: { moods: ['calm'], light: 'soft', ground: 'tiles' },
  }),
  'postcard-table': async () => ({
    title: 'On a table outside, by a stone',
    crop: 'close',
    camera: camera([-2, -26, 27], [0, 0.2, 0], 24, [0, 0, 1]),
    light: desk(12, { before: leaves(10, 2.6, 0.3, randomFrom(19), 0.3) }),
    stage: [...(await boards('weathered', 90, 12, 6, 0.02, 0.7, 0.7)), stone([7.8, 4.6, 0], [1.8, 1.5, 1.1], 40)],
    products: [moved(flatSheet('postcard', 'front', 14.8, 10.5, 0.18), place([0, 0, 0], -8))],
    told: { moods: ['outdoors'], light: 'open sky', ground: 'wood', season: 'summer' },
  }),
};
