import { curtain, cushion, tapestry, tote } from '../products/soft';
import { planks } from '../ground';
import { leaves, roomLight, panes } from '../light';
import { camera, matte } from '../povray';
import { plant } from '../props';
import { moved, type Setups, type Thing } from '../setup';
import { place, roundBox } from '../shapes';
import { linen, wall } from '../stage';
import { randomFrom, type Vec3 } from '../vectors';

/** A wooden peg out of the wall at a place. */
const peg = ([x, y, z]: Vec3): Thing => ({
  shape: `union{cylinder{<${x},${y + 0.4},${z}>,<${x},${y - 4.4},${z + 0.8}>,.72} sphere{<${x},${y - 4.4},${z + 0.8}>,1.05}`,
  look: 'texture{pigment{wood turbulence .06 scale .4 color_map{[0 rgb<.46,.30,.16>][1 rgb<.38,.24,.12>]}} finish{diffuse 1 ambient 0}}',
});

export const TEXTILES: Setups = {
  'tote-peg': () => ({
    title: 'Hung from a peg on a painted wall',
    crop: 'whole',
    camera: camera([12, -205, -22], [0, 0, -34.5], 22, [0, 0, 1]),
    light: roomLight([0, 0, -34], 45, { before: leaves(9, 2.4, 0.24, randomFrom(9), 0.3) }),
    stage: [wall('<.58,.60,.52>', 0.9), peg([0, 0, -1])],
    products: [tote()],
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
    title: 'Lying on a linen bed, from above',
    crop: 'whole',
    camera: camera([0, -92, 128], [0, -1, 4], 24, [0, 1, 0.6]),
    light: roomLight([0, 0, 5], 40, { before: leaves(10, 2.6, 0.26, randomFrom(14), 0.3) }),
    stage: linen('<.60,.57,.52>', 120),
    products: [moved(cushion(45, 14), place([0, 0, -1.6], 14))],
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
};
