import { hoodie } from '../products/hoodie';
import { foldedShirt } from '../products/laid';
import { cutOf, garment, type GarmentForm, type Measures } from '../products/garment';
import { lightOf, roomLight, type Rig, leaves, panes } from '../light';
import { camera } from '../povray';
import { moved, type Product, type Setups, type Thing } from '../setup';
import { fir } from '../props';
import { bezier, movedMesh, place, tube } from '../shapes';
import { boards, linen, wall } from '../stage';
import { randomFrom, type Vec3 } from '../vectors';

const SHIRT: Measures = {
  chest: 25.8,
  hem: 26.2,
  length: 75,
  neckWide: 8.9,
  neckDeep: 9.2,
  sleeve: { long: 22, end: 16, down: 36 },
};
const ROOMS = [
  { name: 'front', side: 'front', xMm: -190.5, yMm: 50, widthMm: 381, heightMm: 457.2 },
  { name: 'chest', side: 'chest', xMm: 40, yMm: 75, widthMm: 101.6, heightMm: 101.6 },
  { name: 'hem', side: 'front', xMm: 120, yMm: 560, widthMm: 70, heightMm: 35 },
];
const shirt = (seed: number, slack = 0.012, more: Partial<GarmentForm> = {}) =>
  garment(`shirt-${seed}`, { kinds: ['shirt', 'toddler shirt', 'fitted shirt'], cut: cutOf(SHIRT), seed, slack, collar: 2, knit: 0, rooms: ROOMS, ...more }); // prettier-ignore

const above = (reach: number, more: Partial<Rig> = {}) =>
  lightOf({
    aim: [0, 38, 0],
    reach,
    sources: [{ round: 138, up: 33, size: 0.13, strength: 0.98, colour: [1.02, 1, 0.97] }],
    sky: 0.4,
    ...more,
  });

/** Stands before a wall as if it hung there: what lay with its hem at y = 0 has it at z = 0. */
const upright = (product: Product, x: number, y: number, z: number, turn = 0): Product =>
  moved(product, place([x, y, z], turn, 90));

const WOOD =
  'texture{pigment{wood turbulence .06 scale .5 color_map{[0 rgb<.50,.34,.20>][1 rgb<.42,.27,.14>]}} finish{diffuse 1 ambient 0}}';

/** Light for what hangs before a wall. */
const hung = (more: Partial<Rig>) => roomLight([0, 0, 42], 60, more);

/** A wooden hanger whose shoulders carry a garment that is so long, turned like it. */
function hanger(x: number, y: number, long: number, turn: number): Thing[] {
  const arm = (s: number) => tube(bezier<Vec3>([0, 0, 1.6], [s * 6, 0, 0.8], [s * 14, 0, -2.4], [s * 19, 0, -5], 40), (t) => [0.55 + 0.35 * t, 0.9 - 0.35 * t], [0, 1, 0], 20); // prettier-ignore
  const move = place([x, y, long - 0.4], turn);
  const hook = `union{difference{torus{2.4,.17} box{<-3,-1,-3>,<0,1,0>}} cylinder{<0,0,-2.4>,<0,0,-6.6>,.17} rotate z*${turn} translate<${x},${y},${long + 6.2}>`;
  return [
    ...[-1, 1].map((s) => ({ shape: movedMesh(arm(s), move), look: WOOD })),
    { shape: hook, look: 'texture{pigment{rgb .34} finish{diffuse .6 ambient 0 specular .6 roughness .02 reflection{.1,.35}}}' },
  ];
}

/** A wooden ball, painted. */
const ball = ([x, y, z]: Vec3, r: number, rgb: string): Thing => ({
  shape: `sphere{<${x},${y},${z + r}>,${r}`,
  look: `texture{pigment{rgb<${rgb}>} finish{diffuse 1 ambient 0 specular .2 roughness .03}}`,
});

const sweatshirt = () =>
  garment('sweatshirt', {
    ...{ kinds: ['sweatshirt'], seed: 41, slack: 0.015, collar: 2.6, ribs: 5.4, knit: 0 },
    cut: cutOf({ chest: 28, hem: 26.4, length: 66, neckWide: 9.6, neckDeep: 8.4, sleeve: { long: 50, end: 11, down: 55 } }),
    rooms: [{ name: 'front', side: 'front', xMm: -177.8, yMm: 50, widthMm: 355.6, heightMm: 406.4 }],
  });

export const CLOTHES: Setups = {
  'shirt-flat': async () => ({
    title: 'Laid flat on pale plaster',
    crop: 'whole',
    camera: camera([0, 37.4, 240], [0, 37.4, 0], 21.6, [0, 1, 0]),
    light: above(60),
    stage: [{ shape: 'plane{z,0', look: 'texture{pigment{bozo scale 30 turbulence .4 color_map{[0 rgb<.60,.595,.585>][1 rgb<.67,.665,.655>]}} normal{bumps .03 scale 1.3} finish{diffuse 1 ambient 0}}' }], // prettier-ignore
    products: [await shirt(7)],
    told: { moods: ['plain', 'calm'], light: 'soft', ground: 'plaster' },
  }),
  'shirt-close': async () => ({
    title: 'Close, on oak boards by a window',
    crop: 'close',
    camera: camera([-13, -20, 108], [-0.5, 48.5, 0], 27.5, [0, 1, 0]),
    light: above(50, {
      sources: [
        { round: 36, up: 30, size: 0.08, strength: 1, colour: [1.05, 1, 0.92] },
        { round: 200, up: 40, size: 0.4, strength: 0.18, colour: [0.9, 0.96, 1.06], shadowless: true },
      ],
      before: panes(3, 3, 0.7, 0.8, 0.4),
    }),
    stage: await boards('boards', 190, -28, 8, 0.02, 0.62),
    products: [await shirt(19, 0.0135, { knit: 1 })],
    told: { moods: ['warm', 'outdoors'], light: 'window', ground: 'oak' },
  }),
  'shirt-hanger': async () => ({
    title: 'On a wooden hanger against a wall',
    crop: 'whole',
    camera: camera([-26, -250, 48], [0, 0, 42], 23.5, [0, 0, 1]),
    light: hung({ before: leaves(10, 2.6, 0.24, randomFrom(28), 0.3) }),
    stage: [
      wall('<.66,.60,.52>', 0.8),
      ...hanger(0, -0.5, SHIRT.length, 0),
      { shape: `cylinder{<0,.6,${SHIRT.length + 8.5}>,<0,-2.6,${SHIRT.length + 8.5}>,.5`, look: WOOD },
    ],
    products: [upright(await shirt(33, 0.0115), 0, -1.4, 0)],
    told: { moods: ['calm', 'homely'], light: 'sun', ground: 'plaster', season: 'summer' },
  }),
  'shirt-back': async () => ({
    title: 'The back, laid on linen',
    crop: 'whole',
    camera: camera([0, 37.4, 240], [0, 37.4, 0], 21.6, [0, 1, 0]),
    light: above(60, { before: leaves(10, 2.6, 0.26, randomFrom(3), 0.32) }),
    stage: linen('<.46,.44,.40>', 110).map((t) => ({ ...t, shape: typeof t.shape === 'string' ? t.shape : movedMesh(t.shape, place([0, 38, -0.35])) })), // prettier-ignore
    products: [await shirt(51, 0.012, { cut: cutOf({ ...SHIRT, neckDeep: 2.6 }), back: true, rooms: [{ ...ROOMS[0]!, name: 'back', side: 'back', yMm: 75 }] })], // prettier-ignore
    told: { moods: ['calm'], light: 'sun', ground: 'linen' },
  }),
  'shirt-folded': async () => ({
    title: 'Folded, on a painted bench',
    crop: 'close',
    camera: camera([-9, -26, 104], [0, 21.2, 1], 27.5, [0, 1, 0]),
    light: above(34, { aim: [0, 22, 0], before: leaves(9, 2.6, 0.28, randomFrom(8), 0.3) }),
    stage: await boards('painted', 120, 4, 6, 0.04, 0.84, 0.9),
    products: [moved(await foldedShirt(15), place([0, 0, 0], -4))],
    told: { moods: ['calm', 'homely'], light: 'sun', ground: 'wood', season: 'spring' },
  }),
  'shirts-rail': async () => {
    const two = [await shirt(33, 0.0115), await shirt(61, 0.0125)];
    const at = Array.from({ length: 5 }, (_, i) => -30 + i * 14);
    return {
      title: 'Five on a rail, five colours',
      crop: 'whole',
      camera: camera([62, -300, 52], [3, 0, 44], 21.5, [0, 0, 1]),
      light: hung({}),
      stage: [
        wall('<.70,.68,.65>', 46),
        { shape: `cylinder{<-120,0,${SHIRT.length + 8.4}>,<120,0,${SHIRT.length + 8.4}>,1.1`, look: WOOD },
        ...at.flatMap((x) => hanger(x, 0, SHIRT.length, 28)),
      ],
      // the one in front is the first: it shows the picture’s own colour
      products: at.map((x, i) => upright(two[i % 2]!, x + 0.3, -0.8, 0, 28)).reverse(),
      told: { moods: ['young', 'homely'], light: 'window', ground: 'plaster' },
    };
  },
  'youth-shirt': async () => ({
    title: 'A small one, on warm boards',
    crop: 'whole',
    camera: camera([0, 26, 170], [0, 26.4, 0], 21.5, [0, 1, 0]),
    light: above(44, { aim: [0, 26, 0], before: panes(2, 3, 0.6, 0.7, 0.42) }),
    stage: [...(await boards('boards', 150, 62, 8, 0.02, 0.7)), ball([-21.5, 9, 0], 3.4, '.60,.16,.10'), ball([-19, 1.6, 0], 2.3, '.14,.28,.34'), ball([21, 48, 0], 2.6, '.62,.44,.12')], // prettier-ignore
    products: [
      await garment('youth', {
        ...{ kinds: ['toddler shirt', 'shirt'], seed: 71, slack: 0.013, collar: 1.6, knit: 0 },
        cut: cutOf({
          chest: 18.6,
          hem: 19.2,
          length: 53,
          neckWide: 7.4,
          neckDeep: 6.6,
          sleeve: { long: 14.5, end: 12.5, down: 34 },
        }),
        rooms: [{ name: 'front', side: 'front', xMm: -101.6, yMm: 42, widthMm: 203.2, heightMm: 228.6 }],
      }),
    ],
    told: { moods: ['playful', 'homely'], light: 'window', ground: 'oak' },
  }),
  'tank-sand': async () => ({
    title: 'Laid on pale sand, high sun',
    crop: 'whole',
    camera: camera([0, 36, 240], [0, 36.6, 0], 21, [0, 1, 0]),
    light: above(60, { sources: [{ round: 128, up: 42, size: 0.05, strength: 1.02, colour: [1.04, 1, 0.94] }], sky: 0.44, skyColour: [0.88, 0.97, 1.1] }), // prettier-ignore
    stage: [{ shape: 'plane{z,0', look: 'texture{pigment{average pigment_map{[1 granite scale .5 color_map{[0 rgb<.36,.28,.19>][.5 rgb<.62,.54,.42>][1 rgb<.86,.79,.66>]}][1.6 bozo scale 14 turbulence .6 color_map{[0 rgb<.60,.52,.40>][1 rgb<.68,.60,.47>]}]}} normal{average normal_map{[1 granite .35 scale .7][.8 bumps .6 scale 4.5][1.2 ripples .12 scale 12 turbulence .5]}} finish{diffuse 1 ambient 0}}' }], // prettier-ignore
    products: [
      await garment('tank', {
        ...{ kinds: ['tank'], seed: 83, slack: 0.012, collar: 1.1, knit: 0 },
        cut: cutOf({ chest: 24.4, hem: 25.4, length: 72, neckWide: 8.4, neckDeep: 13.5, sleeve: null }),
        rooms: [{ name: 'front', side: 'front', xMm: -152.4, yMm: 45, widthMm: 304.8, heightMm: 406.4 }],
      }),
    ],
    told: { moods: ['outdoors', 'young'], light: 'sun', ground: 'sand', season: 'summer' },
  }),
  'vneck-flat': async () => ({
    title: 'Laid on painted boards',
    crop: 'whole',
    camera: camera([0, 37, 240], [0, 37, 0], 21.6, [0, 1, 0]),
    light: above(60, { before: panes(3, 3, 0.6, 0.7, 0.42) }),
    stage: await boards('painted', 190, 90, 9, 0.03, 0.8, 0.95),
    products: [
      await garment('vneck', {
        ...{ kinds: ['v-neck', 'fitted shirt'], seed: 97, slack: 0.012, collar: 1.5, knit: 0 },
        cut: cutOf({ ...SHIRT, chest: 24.6, hem: 25.2, neckDeep: 14.5, neckWide: 8.6, v: true }),
        rooms: [{ name: 'front', side: 'front', xMm: -177.8, yMm: 40, widthMm: 355.6, heightMm: 406.4 }],
      }),
    ],
    told: { moods: ['young'], light: 'window', ground: 'wood' },
  }),
  'sweatshirt-winter': async () => ({
    title: 'Laid by fir, winter light',
    crop: 'whole',
    camera: camera([0, 33.6, 250], [0, 33.6, 0], 24.5, [0, 1, 0]),
    light: above(64, { sources: [{ round: 148, up: 28, size: 0.1, strength: 0.95, colour: [0.98, 1, 1.05] }], sky: 0.36 }),
    stage: [
      { shape: 'plane{z,0', look: 'texture{pigment{bozo scale 26 turbulence .4 color_map{[0 rgb<.34,.37,.40>][1 rgb<.40,.43,.46>]}} normal{bumps .06 scale .5} finish{diffuse 1 ambient 0}}' }, // prettier-ignore
      ...fir([-50, 66, 0.2], -22, 30, 5),
      ...fir([47, -4, 0.2], 118, 26, 9),
      ball([-41, 57, 0], 2.1, '.30,.05,.05'),
    ],
    products: [await sweatshirt()],
    told: { moods: ['cosy'], light: 'window', ground: 'felt', season: 'winter' },
  }),
  'hoodie-flat': async () => ({
    title: 'Laid with its hood spread',
    crop: 'whole',
    camera: camera([0, 46, 270], [0, 46, 0], 26.5, [0, 1, 0]),
    light: above(70, { aim: [0, 46, 0], before: panes(3, 3, 0.6, 0.7, 0.42) }),
    stage: await boards('painted', 190, 90, 9, 0.03, 0.72, 0.6),
    products: [await hoodie(29)],
    told: { moods: ['young', 'cosy'], light: 'window', ground: 'wood', season: 'autumn' },
  }),
  'long-sleeve': async () => ({
    title: 'Laid on washed linen',
    crop: 'whole',
    camera: camera([0, 36, 250], [0, 36, 0], 25.5, [0, 1, 0]),
    light: above(64),
    stage: linen('<.52,.47,.40>', 110).map((t) => ({ ...t, shape: typeof t.shape === 'string' ? t.shape : movedMesh(t.shape, place([0, 38, -0.35])) })), // prettier-ignore
    products: [
      await garment('long-sleeve', {
        ...{ kinds: ['long sleeve'], seed: 23, slack: 0.012, collar: 2, knit: 0 },
        cut: cutOf({ ...SHIRT, sleeve: { long: 56, end: 9.5, down: 55 } }),
        rooms: [ROOMS[0]!],
      }),
    ],
    told: { moods: ['calm', 'warm'], light: 'window', ground: 'linen', season: 'autumn' },
  }),
};
