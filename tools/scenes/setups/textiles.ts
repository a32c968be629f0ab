import { apron, apronHung, toteHung, toteLaid } from '../products/laid';
import { blanket, curtain, cushion, tapestry } from '../products/soft';
import { planks } from '../ground';
import { leaves, lightOf, roomLight, panes } from '../light';
import { camera, matte } from '../povray';
import { plant } from '../props';
import { moved, type Product, type Setups, type Thing } from '../setup';
import { place, roundBox } from '../shapes';
import { boards, linen, wall } from '../stage';
import { randomFrom, type Vec3 } from '../vectors';

/** A wooden peg out of the wall at a place. */
const peg = ([x, y, z]: Vec3): Thing => ({
  shape: `union{cylinder{<${x},${y + 0.4},${z}>,<${x},${y - 4.4},${z + 0.8}>,.72} sphere{<${x},${y - 4.4},${z + 0.8}>,1.05}`,
  look: 'texture{pigment{wood turbulence .06 scale .4 color_map{[0 rgb<.46,.30,.16>][1 rgb<.38,.24,.12>]}} finish{diffuse 1 ambient 0}}',
});

/** A wooden spoon that lies on the table. */
const spoon = ([x, y, z]: Vec3, turn: number): Thing[] => {
  const look =
    'texture{pigment{wood turbulence .05 scale .5 rotate y*90 color_map{[0 rgb<.50,.33,.18>][1 rgb<.40,.25,.13>]}} finish{diffuse 1 ambient 0}}';
  const put = `rotate z*${turn} translate<${x},${y},${z + 0.75}>`;
  return [
    {
      shape: `difference{sphere{0,1 scale<5,3.2,1.15>} sphere{0,1 scale<4.4,2.7,1.3> translate z*.95} translate x*-4.2 ${put}`,
      look,
    },
    { shape: `union{cone{<-.2,0,-.1>,.85,<26,0,-.25>,.5} sphere{<26,0,-.25>,.5} ${put}`, look },
  ];
};

/** A cushion as what stands around, in a colour of its own. */
const bedding = (of: Product, put: (p: Vec3) => Vec3, rgb: string): Thing[] =>
  moved(of, put).things.map(({ shape, look }) => ({ shape, look: look.replace('rgb .80', `rgb ${rgb}`) }));

export const TEXTILES: Setups = {
  'tote-peg': async () => ({
    title: 'Hung from a peg on a painted wall',
    crop: 'whole',
    camera: camera([12, -205, -22], [0, 0, -34.5], 22, [0, 0, 1]),
    light: roomLight([0, 0, -34], 45, { before: leaves(9, 2.4, 0.24, randomFrom(9), 0.3) }),
    stage: [wall('<.58,.60,.52>', 0.9), peg([0, 0, -1])],
    products: [await toteHung()],
    told: { moods: ['calm', 'young'], light: 'sun', ground: 'plaster', season: 'summer' },
  }),
  'cushion-chair': async () => ({
    title: 'Upright on a bench by the window',
    crop: 'close',
    camera: camera([-10, -190, 52], [0, -8, 21.5], 20, [0, 0, 1]),
    light: roomLight([0, 0, 20], 45, { before: panes(2, 3, 0.5, 0.55, 0.45) }),
    stage: [wall('<.70,.68,.63>', 5), { shape: roundBox([-120, -46, -9], [120, 4.5, 0], 0.6), look: `texture{pigment{image_map{png "${await planks('bench', 3, 1)}" gamma srgb interpolate 2} scale<150,60,1> translate<-75,-50,0>} finish{diffuse .8 ambient 0 reflection{0,.05}}}` }], // prettier-ignore
    products: [moved(cushion(), (p) => place([0, -12, 20.6], 0, 72)(p))],
    told: { moods: ['homely', 'warm'], light: 'window', ground: 'oak' },
  }),
  'cushion-bed': () => ({
    title: 'On a linen bed, before a pillow',
    crop: 'whole',
    camera: camera([-20, -150, 88], [1, 2, 15], 29, [0, 0, 1]),
    light: roomLight([0, 0, 10], 45, { before: leaves(10, 2.6, 0.26, randomFrom(14), 0.3) }),
    stage: [
      ...linen('<.60,.57,.52>', 150),
      wall('<.58,.57,.54>', 74),
      // a pillow leans at the head, another lies before it
      ...bedding(cushion(62, 20), place([-27, 31, 20], -9, 58), '<.74,.725,.69>'),
      ...bedding(cushion(62, 20), place([37, 33, 20], 7, 58), '<.46,.47,.45>'),
    ],
    products: [moved(cushion(45, 14), place([0, -4, 13.6], 5, 52))],
    told: { moods: ['calm', 'homely'], light: 'sun', ground: 'linen', season: 'spring' },
  }),
  'curtain-bath': () => ({
    title: 'Half drawn in a pale bathroom',
    crop: 'whole',
    camera: camera([40, -430, 105], [0, 0, 96], 26.5, [0, 0, 1]),
    light: roomLight([0, 0, 90], 130),
    stage: [
      wall('<.66,.70,.69>', 60, 0.01),
      { shape: 'plane{z,-8', look: 'texture{pigment{rgb<.55,.53,.50>} finish{diffuse 1 ambient 0 reflection{0,.08}}}' },
      { shape: 'cylinder{<-200,-4,186>,<200,-4,186>,1.1', look: 'texture{pigment{rgb .3} finish{diffuse .6 ambient 0 specular .6 roughness .02 reflection{.1,.4}}}' }, // prettier-ignore
      ...Array.from({ length: 10 }, (_, i): Thing => ({ shape: `torus{2.1,.16 rotate x*90 rotate z*90 translate<${-63 + i * 14},-4,184.6>`, look: matte(0.3) })), // prettier-ignore
      {
        shape: roundBox([-160, 6, -8], [160, 60, 44], 5),
        look: 'texture{pigment{rgb .76} finish{diffuse 1 ambient 0 specular .2 roughness .02}}',
      },
      ...plant([98, -6, -8], 2.6, 24, 11),
    ],
    products: [curtain()],
    told: { moods: ['calm'], light: 'window', ground: 'tiles' },
  }),
  'tapestry-wall': () => ({
    title: 'Hung from a rod over a low bed',
    crop: 'whole',
    camera: camera([-26, -400, 72], [0, 0, 74], 26, [0, 0, 1]),
    light: roomLight([0, 0, 75], 120, { before: panes(2, 3, 0.42, 0.5, 0.45) }),
    stage: [
      wall('<.72,.69,.64>', 0.4),
      {
        shape: 'union{cylinder{<-72,-1.4,150.5>,<72,-1.4,150.5>,1} sphere{<-72,-1.4,150.5>,1.6} sphere{<72,-1.4,150.5>,1.6}',
        look: matte(0.33, 0.21, 0.11),
      },
      { shape: roundBox([-110, -90, -40], [110, -3, -2], 7), look: matte(0.62, 0.6, 0.55) },
    ],
    products: [tapestry()],
    told: { moods: ['homely', 'young'], light: 'window', ground: 'plaster' },
  }),
  'blanket-bench': async () => ({
    title: 'Thrown over the end of a bed',
    crop: 'close',
    camera: camera([-38, -245, 64], [0, 4, -27], 29, [0, 0, 1]),
    light: roomLight([0, 0, -20], 80, { before: panes(2, 3, 0.5, 0.55, 0.45) }),
    stage: [
      wall('<.66,.665,.63>', 190),
      { shape: roundBox([-86, 0.2, -34], [86, 200, 0], 3), look: matte(0.62, 0.59, 0.54) },
      { shape: roundBox([-88, 0.8, -62], [88, 200, -33], 0.8), look: `texture{pigment{image_map{png "${await planks('bench', 3, 1)}" gamma srgb interpolate 2} rotate x*90 scale<150,1,60> translate<-75,0,-50>} finish{diffuse .8 ambient 0}}` }, // prettier-ignore
      ...(await boards('floor', 260, 90, 8, 0.06, 0.8, 0, -100)),
    ],
    products: [moved(blanket(), place([4, -0.5, 0]))],
    told: { moods: ['cosy', 'homely'], light: 'window', ground: 'linen', season: 'winter' },
  }),
  'apron-slate': async () => ({
    title: 'Laid on a dark kitchen table',
    crop: 'whole',
    camera: camera([0, 53, 280], [0, 53, 0], 25, [0, 1, 0]),
    light: lightOf({ aim: [0, 48, 0], reach: 70, sources: [{ round: 142, up: 34, size: 0.12, strength: 0.98, colour: [1.03, 1, 0.95] }], sky: 0.4 }), // prettier-ignore
    stage: [
      { shape: 'plane{z,0', look: 'texture{pigment{bozo scale<60,22,1> turbulence .6 color_map{[0 rgb<.105,.115,.12>][1 rgb<.145,.155,.16>]}} normal{average normal_map{[1 bumps .12 scale<6,1.6,1>][.6 granite .05 scale 8]}} finish{diffuse 1 ambient 0 reflection{0,.06}}}' }, // prettier-ignore
      ...spoon([43, 74, 0], -118),
    ],
    products: [await apron()],
    told: { moods: ['homely', 'plain'], light: 'window', ground: 'slate' },
  }),
  'apron-peg': async () => ({
    title: 'Hung from a peg by the kitchen door',
    crop: 'whole',
    camera: camera([-30, -330, -44], [0, 0, -53], 21.5, [0, 0, 1]),
    light: roomLight([0, 0, -50], 70, { before: panes(2, 3, 0.5, 0.55, 0.45) }),
    stage: [
      wall('<.64,.60,.50>', 0.9),
      {
        shape: 'union{box{<-200,-.4,-3.6>,<200,.9,4.4>} cylinder{<-200,-.4,4.4>,<200,-.4,4.4>,.5}',
        look: matte(0.42, 0.45, 0.4),
      },
      ...[-46, 0, 46].map((x) => peg([x, -0.9, -1])),
    ],
    products: [moved(await apronHung(), place([0, -1.2, 0]))],
    told: { moods: ['homely', 'warm'], light: 'window', ground: 'plaster' },
  }),
  'tote-flat': async () => ({
    title: 'Laid on oak, its handles in loops',
    crop: 'whole',
    camera: camera([0, 33, 180], [0, 33, 0], 24.5, [0, 1, 0]),
    light: lightOf({ aim: [0, 33, 0], reach: 46, sources: [{ round: 140, up: 34, size: 0.09, strength: 0.98, colour: [1.04, 1, 0.94] }, { round: -40, up: 45, size: 0.4, strength: 0.12, colour: [0.93, 0.97, 1.06] }], sky: 0.36, before: leaves(9, 2.6, 0.28, randomFrom(23), 0.3) }), // prettier-ignore
    stage: await boards('boards', 150, 78, 8, 0.02, 0.66),
    products: [moved(await toteLaid(), place([0, 0, 0], 3))],
    told: { moods: ['warm', 'outdoors'], light: 'sun', ground: 'oak', season: 'summer' },
  }),
};
