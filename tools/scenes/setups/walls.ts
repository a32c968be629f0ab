import { canvas, framed, poster } from '../products/frame';
import { planks } from '../ground';
import { leaves, roomLight, panes } from '../light';
import { camera, matte } from '../povray';
import { books, bowl, plant, stone, vase } from '../props';
import { moved, type Product, type Setups, type Thing } from '../setup';
import { place, roundBox } from '../shapes';
import { wall } from '../stage';
import { randomFrom, type Vec3 } from '../vectors';

const oak = async (name: string, long: number, put: string, rows = 3): Promise<string> =>
  `texture{pigment{image_map{png "${await planks(name, rows, 1.05)}" gamma srgb interpolate 2} ${put.includes('rotate') ? put : `scale<${long},${long / 2},1> ${put}`}} finish{diffuse .8 ambient 0 reflection{0,.05}}}`;

/** Skirting and a floor of boards before a wall. */
async function floor(): Promise<Thing[]> {
  return [
    { shape: 'union{box{<-900,-1.3,0>,<900,1,8>} box{<-900,-1,8>,<900,1,8.5>}', look: matte(0.8, 0.79, 0.775) },
    { shape: 'plane{z,0', look: `texture{pigment{image_map{png "${await planks('floor')}" gamma srgb interpolate 2} scale<260,100,1>} finish{diffuse .95 ambient 0 reflection{0,.10}}}` }, // prettier-ignore
  ];
}

/** A sideboard whose top is at z = 0. */
async function sideboard(from: number, to: number, deep = 40): Promise<Thing[]> {
  return [
    { shape: roundBox([from, -deep, -80], [to, -0.4, 0], 0.4), look: await oak('sideboard', 0, `rotate x*90 scale<120,1,44> translate<-50,0,-27>`) }, // prettier-ignore
  ];
}

/** Leans at a wall: its foot stands off. */
function leaning(product: Product, height: number, at: Vec3, tilt = 6.5): Product {
  const a = (tilt * Math.PI) / 180;
  return moved(product, place([at[0], at[1] - height * Math.sin(a) - 0.4, at[2]], 0, -tilt));
}

const window = (aim: Vec3) =>
  roomLight(aim, 60, {
    sources: [
      { round: -50, up: 40, size: 0.012, strength: 0.8, colour: [1.05, 1, 0.93] },
      { round: 235, up: 35, size: 0.3, strength: 0.4, colour: [0.95, 0.98, 1.04] },
    ],
    before: panes(2, 3, 0.3, 0.34, 0.5),
  });

export const WALLS: Setups = {
  'poster-leaning': async () => ({
    title: 'Framed, leaning in window light',
    crop: 'whole',
    camera: camera([-34, -255, 52], [-3.4, 0, 33], 18.6, [0, 0, 1]),
    light: window([0, 0, 40]),
    stage: [wall('<.72,.705,.68>', 0), ...(await floor())],
    products: [leaning(framed(), 63, [-2, 0, 0])],
    told: { moods: ['warm', 'homely'], light: 'window', ground: 'oak' },
  }),
  'poster-shelf': async () => ({
    title: 'Framed, above a sideboard',
    crop: 'close',
    camera: camera([24, -262, 45], [3.5, 0, 37], 21, [0, 0, 1]),
    light: roomLight([0, 0, 40], 60),
    stage: [
      wall('<.60,.655,.63>', 0),
      ...(await sideboard(-46, 70)),
      ...vase([39, -17, 0]),
      ...books([-27, -17, 0], 4, ['.55,.2,.12', '.12,.24,.27'], [24, 17, 2.4]),
      stone([-27, -17, 4.6], [3.4, 3, 2.6]),
    ],
    products: [moved(framed(), place([0, -0.2, 12]))],
    told: { moods: ['calm', 'homely'], light: 'soft', ground: 'plaster' },
  }),
  'poster-close': async () => ({
    title: 'Close, along the frame',
    crop: 'close',
    camera: camera([-70, -128, 50], [-6, -3, 37], 23, [0, 0, 1]),
    light: window([0, 0, 40]),
    stage: [wall('<.72,.705,.68>', 0), ...(await floor())],
    products: [leaning(framed(), 63, [-2, 0, 0])],
    told: { moods: ['warm'], light: 'window', ground: 'plaster' },
  }),
  'frames-three': async () => ({
    title: 'Three in a row above a bench',
    crop: 'whole',
    camera: camera([-14, -330, 54], [0, 0, 38], 26.5, [0, 0, 1]),
    light: roomLight([0, 0, 50], 80, { before: leaves(10, 2.4, 0.2, randomFrom(12), 0.3) }),
    stage: [
      wall('<.74,.69,.60>', 0),
      ...(await sideboard(-120, 126, 36)),
      ...plant([70, -19, 0], 1),
      ...books([-58, -16, 0], -8, ['.20,.28,.30', '.70,.62,.48', '.48,.16,.10'], [22, 16, 2.4]),
      bowl([-24, -18, 0], 8.5),
    ],
    products: [-48, 0, 48].map((x) => moved(framed(30, 42, 1.6), place([x, -0.2, 27]))),
    told: { moods: ['calm', 'homely'], light: 'sun', ground: 'plaster', season: 'summer' },
  }),
  'poster-taped': async () => ({
    title: 'Taped to a wall over a desk',
    crop: 'whole',
    camera: camera([16, -190, 46], [1, 0, 30], 18.5, [0, 0, 1]),
    light: roomLight([0, 0, 35], 55, { before: leaves(8, 2.2, 0.22, randomFrom(31), 0.3) }),
    stage: [
      wall('<.80,.79,.77>', 0),
      ...(await sideboard(-80, 90, 44)),
      ...books([-28, -18, 0], 9, ['.16,.22,.34', '.62,.5,.3'], [21, 15, 2]),
      ...vase([34, -16, 0], 0.62, '.30,.36,.36', 5),
      ...[-1, 1].map((s): Thing => ({ shape: `box{<-2.6,-.28,-.8>,<2.6,-.2,.8> rotate y*${s * 38} translate<${s * 14.2},0,${12 + 41.4}>`, look: 'texture{pigment{rgbt<.80,.76,.62,.12>} finish{diffuse 1 ambient 0}}' })), // prettier-ignore
    ],
    products: [moved(poster(29.7, 42, 0.7), place([0, 0, 12]))],
    told: { moods: ['young', 'homely'], light: 'sun', ground: 'plaster', season: 'spring' },
  }),
  'canvas-side': async () => ({
    title: 'From the side, over a shelf',
    crop: 'close',
    camera: camera([-92, -128, 40], [1, -2, 31], 25, [0, 0, 1]),
    light: roomLight([0, 0, 35], 50, {
      sources: [
        { round: 242, up: 34, size: 0.09, strength: 0.9, colour: [1.03, 1, 0.95] },
        { round: -30, up: 30, size: 0.3, strength: 0.16, colour: [0.93, 0.97, 1.05] },
      ],
    }),
    stage: [
      wall('<.70,.66,.60>', 0),
      ...(await sideboard(-90, 90, 26)),
      bowl([24, -13, 0], 7, '.50,.32,.22'),
      ...plant([-36, -14, 0], 0.7, 20, 9),
    ],
    products: [moved(canvas(), place([0, -0.1, 9]))],
    told: { moods: ['calm'], light: 'window', ground: 'plaster' },
  }),
};
