import { planks } from './ground';
import { povMesh, type Mesh } from './mesh';
import { camera, flat, matte, opening, render, FINE_EDGES, SOFT_EDGES, type Camera } from './povray';
import type { MadeScene } from './pack';
import type { Vec3 } from './vectors';

/** A framed sheet: ISO A2 proportions, all lengths in cm. */
const SHEET = { width: 42, height: 59.4 };
const FRAME = { width: 1.5, depth: 2.4 };

interface Setting {
  id: string;
  title: string;
  camera: Camera;
  /** Local frame coordinates (x across, d towards the viewer, h up) to the world (x right, y away, z up). */
  place: (p: Vec3) => Vec3;
  frame: string;
  room: () => Promise<string>;
  light: string;
  reflections: string;
  crop: 'whole' | 'close';
  told: MadeScene['told'];
}

const SKY =
  'sphere{0,1 inverse no_image no_shadow pigment{rgb<.60,.61,.63>} finish{ambient 0 diffuse 0 emission .36} scale 3000}';
const plaster = 'normal{bumps .035 scale 1.1} finish{diffuse 1 ambient 0}';

/** Light through a six-pane window, made by a mask between the sun and the wall. */
function windowLight(): string {
  const [from, to, part]: [Vec3, Vec3, number] = [[250, -300, 250], [6, 0, 48], 0.55];
  const at = to.map((v, i) => v + (from[i]! - v) * part);
  const panes = [-1, 0].flatMap((i) =>
    [-1, 0, 1].map((j) => `box{<${i * 27 + 1.6},${j * 30 - 13.2},-1>,<${i * 27 + 25.4},${j * 30 + 13.2},1>}`),
  );
  return `difference{box{<-400,-400,-.05>,<400,400,.05>} ${panes.join(' ')} rotate x*90 translate<${at.join(',')}> no_image no_reflection no_radiosity pigment{rgb 0}}
  light_source{<${from.join(',')}> rgb<1.05,1.0,.93>*.72 area_light <6,5,0>,<-1,-1,7>,7,7 adaptive 1 jitter}
  light_source{<-170,-260,240> rgb<.95,.98,1.04>*.42 area_light <150,-90,0>,<0,60,120>,7,7 adaptive 1 jitter}`;
}

const TILT = (6.5 * Math.PI) / 180;
const LEAN_BACK = -(SHEET.height + 2 * FRAME.width) * Math.sin(TILT) - FRAME.depth * Math.cos(TILT) - 0.1;

const SETTINGS: Setting[] = [
  {
    id: 'poster-leaning',
    title: 'Framed in oak, leaning in window light',
    camera: camera([-34, -255, 52], [-3.4, 0, 33], 18.6, [0, 0, 1]),
    place: ([x, d, h]) => [
      x - 2,
      LEAN_BACK + FRAME.depth - d * Math.cos(TILT) + h * Math.sin(TILT),
      h * Math.cos(TILT) + d * Math.sin(TILT),
    ],
    frame: 'texture{pigment{rgb<.47,.29,.13>} finish{diffuse 1 ambient 0 specular .12 roughness .05}}',
    room: async () =>
      `plane{-y,0 pigment{rgb<.72,.705,.68>} ${plaster}} box{<-900,-1.3,0>,<900,1,8> ${matte(0.8, 0.79, 0.775)}} box{<-900,-1,8>,<900,1,8.5> ${matte(0.8, 0.79, 0.775)}}
       plane{z,0 texture{pigment{image_map{png "${await planks('floor')}" gamma srgb interpolate 2} scale<260,100,1>} finish{diffuse 1 ambient 0 reflection{0,.10}}}}`,
    light: windowLight(),
    reflections: `sphere{0,1 inverse no_image pigment{gradient z scale 2 translate -1*z color_map{[.3 rgb .05][.7 rgb .3]}} finish{ambient 0 diffuse 0 emission 1} scale 3000}
      box{<-1,-1,-.001>,<1,1,.001> pigment{function{pow(max(0,1-pow(abs(x),8)),.8)*pow(max(0,1-pow(abs(y),8)),.8)} color_map{[0 rgb 0][1 rgb 1.2]}} finish{ambient 0 diffuse 0 emission 1} no_image scale<85,160,1> rotate z*24 Reorient_Trans(z,<-80,600,-100>) translate<150,-600,120>}`,
    crop: 'whole',
    told: { moods: ['warm', 'homely'], light: 'window', ground: 'oak' },
  },
  {
    id: 'poster-shelf',
    title: 'Framed in black above a sideboard',
    camera: camera([24, -262, 62], [3.5, 0, 54], 21, [0, 0, 1]),
    place: ([x, d, h]) => [x, -d - 0.2, h + 29],
    frame: 'texture{pigment{rgb<.018,.017,.016>} finish{diffuse 1 ambient 0 specular .25 roughness .03}}',
    room: async () => {
      const oak = await planks('sideboard', 3, 1.05);
      return `plane{-y,0 pigment{rgb<.60,.655,.63>} ${plaster}}
      box{<-46,-38,-60>,<70,0,16.5> texture{pigment{image_map{png "${oak}" gamma srgb interpolate 2} rotate x*90 scale<120,1,44> translate<-50,0,-27>} finish{diffuse .82 ambient 0 reflection{0,.06}}}}
      lathe{cubic_spline 10,<0,-.5>,<0,0>,<4.3,0>,<6.6,4>,<6.2,9>,<3.4,14>,<2.5,17>,<3.2,19>,<2.9,19>,<2.2,17.5> rotate x*90 translate<39,-17,16.5> texture{pigment{rgb<.74,.69,.60>} normal{bumps .06 scale .25} finish{diffuse 1 ambient 0 specular .16 roughness .06}}}
      ${stems()}
      box{<-39,-26,16.5>,<-15,-9,18.9> rotate z*0 ${matte(0.55, 0.2, 0.12)}} box{<-38.4,-26.1,16.8>,<-14.8,-9.4,18.6> ${matte(0.82, 0.8, 0.74)}}
      box{<-37,-25,18.9>,<-16,-10,20.9> ${matte(0.12, 0.24, 0.27)}} box{<-36.6,-25.1,19.2>,<-15.8,-10.2,20.6> ${matte(0.83, 0.81, 0.76)}}
      sphere{<-27,-17,24.1>,3.2 texture{pigment{rgb<.62,.60,.56>} normal{granite .12 scale 2} finish{diffuse 1 ambient 0}}}`;
    },
    light: `light_source{<-330,-240,260> rgb<1.04,1,.94>*1.0 area_light <60,-80,0>,<0,30,110>,7,7 adaptive 1 jitter}
      light_source{<210,-300,120> rgb<.93,.97,1.05>*.22 area_light <140,60,0>,<0,0,120>,7,7 adaptive 1 jitter}`,
    reflections: `sphere{0,1 inverse no_image pigment{gradient z scale 2 translate -1*z color_map{[.3 rgb .05][.8 rgb .22]}} finish{ambient 0 diffuse 0 emission 1} scale 3000}
      box{<-60,-.01,-90>,<60,.01,90> no_image rotate z*28 translate<-330,-560,120> pigment{rgb .9} finish{ambient 0 diffuse 0 emission 1}}`,
    crop: 'close',
    told: { moods: ['calm', 'homely'], light: 'soft', ground: 'plaster' },
  },
];

/** A few dry grasses for the vase: thin bent stems with seed heads. */
function stems(): string {
  const out: string[] = [];
  for (let i = 0; i < 9; i++) {
    const lean = (i - 4) * 1.55 + ((i * 7) % 3) * 0.6;
    const tall = 22 + ((i * 37) % 11);
    const away = ((i * 13) % 5) - 2;
    const at = (t: number): string => `<${39 + lean * t * t * 1.25},${-17 + away * t},${34 + tall * t}>`;
    for (let s = 0; s < 10; s++) out.push(`cylinder{${at(s / 10)},${at((s + 1) / 10)},.11} `);
    for (let s = 0; s < 7; s++)
      out.push(
        `sphere{0,1 scale<.42,.42,.85> rotate y*${(lean * 3 + (s % 2 ? 22 : -22)).toFixed(1)} translate ${at(0.84 + s * 0.028)}}`,
      );
  }
  return `union{${out.join('\n')} ${matte(0.6, 0.5, 0.33)}}`;
}

function sheet(place: Setting['place']): Mesh {
  const d = FRAME.depth - 1;
  const [x0, x1, h0, h1] = [-SHEET.width / 2, SHEET.width / 2, FRAME.width, FRAME.width + SHEET.height];
  const corners: Vec3[] = [
    [x0, d, h0],
    [x1, d, h0],
    [x1, d, h1],
    [x0, d, h1],
  ];
  return {
    points: corners.map(place),
    plane: corners.map(([x, , h]) => [x, h1 - h]),
    triangles: [
      [0, 1, 2],
      [0, 2, 3],
    ],
  };
}

/** A mitred frame: one rounded profile swept round the sheet. */
function frame(place: Setting['place']): Mesh {
  const r = 0.14;
  const { width, depth } = FRAME;
  const profile: [number, number][] = [
    [0, 0],
    [0, depth - r],
    [r * 0.3, depth - r * 0.3],
    [r, depth],
    [width - r, depth],
    [width - r * 0.3, depth - r * 0.3],
    [width, depth - r],
    [width, depth - 1.02],
  ];
  const [x0, x1, top] = [-SHEET.width / 2 - width, SHEET.width / 2 + width, SHEET.height + 2 * width];
  const corners: [number, number, number, number][] = [
    [x0, 0, 1, 1],
    [x1, 0, -1, 1],
    [x1, top, -1, -1],
    [x0, top, 1, -1],
  ];
  const mesh: Mesh = { points: [], triangles: [] };
  corners.forEach((a, s) => {
    const b = corners[(s + 1) % 4]!;
    for (let k = 0; k + 1 < profile.length; k++) {
      const at = (c: typeof a, p: [number, number]) => place([c[0] + c[2] * p[0], p[1], c[1] + c[3] * p[0]]);
      const i = mesh.points.push(at(a, profile[k]!), at(b, profile[k]!), at(b, profile[k + 1]!), at(a, profile[k + 1]!)) - 4;
      mesh.triangles.push([i, i + 1, i + 2], [i, i + 2, i + 3]);
    }
  });
  return mesh;
}

SETTINGS.push({
  ...SETTINGS[0]!,
  id: 'poster-close',
  title: 'Close, along the oak frame',
  camera: camera([-70, -128, 50], [-6, -3, 37], 23, [0, 0, 1]),
  crop: 'close',
  told: { moods: ['warm'], light: 'window', ground: 'plaster' },
});

/** Renders one setting of the framed poster. */
export async function makePoster(id: string, size: number): Promise<MadeScene> {
  const setting = SETTINGS.find((s) => s.id === id)!;
  const surface = sheet(setting.place);
  const wood = frame(setting.place);
  const cm = setting.camera;
  const plate = await render(
    `${id}-plate`,
    opening(cm, true) +
      setting.light +
      SKY +
      (await setting.room()) +
      povMesh(wood, setting.frame) +
      povMesh(surface, matte(0.82)),
    size,
    SOFT_EDGES,
  );
  const mask = await render(
    `${id}-mask`,
    opening(cm, false) + povMesh(wood, flat(0, 0, 0)) + povMesh(surface, flat(1, 1, 0)),
    size,
    FINE_EDGES,
  );
  const glass = 'texture{pigment{rgb 0} finish{diffuse 0 ambient 0 reflection{0,1 fresnel on}}} interior{ior 1.5}';
  const gloss = await render(
    `${id}-gloss`,
    opening(cm, false) + setting.reflections + povMesh(wood, flat(0, 0, 0)) + povMesh(surface, glass),
    size,
    SOFT_EDGES,
  );
  return {
    id,
    title: setting.title,
    blank: 'poster',
    material: 'paper',
    crop: setting.crop,
    camera: cm,
    surface,
    plate,
    mask,
    gloss,
    whiteAt: 0.84,
    told: setting.told,
    rooms: [
      { name: 'sheet', side: 'front', xMm: -SHEET.width * 5, yMm: 0, widthMm: SHEET.width * 10, heightMm: SHEET.height * 10 },
    ],
  };
}
export const POSTERS = SETTINGS.map((s) => s.id);
