import sharp from 'sharp';
import { ARM, layShirt, NECK_SIDE, type EdgePart, type LaidCloth } from './cloth';
import { gridMesh, povMesh, withSmoothNormals, type Mesh } from './mesh';
import { planks } from './ground';
import { camera, flat, matte, opening, render, FINE_EDGES, SOFT_EDGES, WORK, type Camera } from './povray';
import type { MadeScene } from './pack';
import { noise2, type Vec2, type Vec3 } from './vectors';

/** The square of flat cloth that textures cover: 90 cm from (-45, -10), y up. */
const SQUARE = { x: -45, y: -10, side: 90 };
const BUMP_PX = 5400;
const COLLAR_CM = 2;
/** The print areas of the shirt in flat cloth, cm: y down from the collar's front edge. */
const COLLAR_Y = 62.4;

const uv = ([x, y]: Vec2): Vec2 => [(x - SQUARE.x) / SQUARE.side, (COLLAR_Y - y - SQUARE.y) / SQUARE.side];

interface Garment {
  front: Mesh;
  edge: Mesh;
  back: Mesh;
  collar: Mesh;
  backCollar: Mesh;
}

function outward(points: Vec3[], i: number, n: number): Vec2 {
  const a = points[(i + n - 2) % n]!;
  const b = points[(i + 2) % n]!;
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  return [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
}

/** Rounds the cloth's outline down to the table. */
function rolledEdge(cloth: LaidCloth): Mesh {
  const n = cloth.edge.length;
  const rows: Vec3[][] = Array.from({ length: 5 }, () => []);
  for (let i = 0; i < n; i++) {
    const p = cloth.points[i]!;
    const [nx, ny] = outward(cloth.points, i, n);
    const radius = Math.min(0.16, p[2] * 0.5);
    rows.forEach((row, k) => {
      const turn = (k / 4) * Math.PI * 0.62;
      const out = radius * Math.sin(turn);
      row.push([p[0] + nx * out, p[1] + ny * out, k === 4 ? 0 : p[2] - radius * (1 - Math.cos(turn))]);
    });
  }
  return gridMesh(rows, true);
}

/** Indices of the neck's outline from the wearer's right to left. */
function neckLine(cloth: LaidCloth): number[] {
  const ids = cloth.edge.flatMap((part, i) => (part === 'neck' ? [i] : []));
  return ids.sort((a, b) => cloth.points[a]![0] - cloth.points[b]![0]);
}

function spline(points: Vec3[], steps: number): Vec3[] {
  const at = (i: number) => points[Math.max(0, Math.min(points.length - 1, i))]!;
  const out: Vec3[] = [];
  for (let s = 0; s <= steps; s++) {
    const f = (s / steps) * (points.length - 1);
    const i = Math.min(points.length - 2, Math.floor(f));
    const t = f - i;
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    out.push(
      [0, 1, 2].map(
        (k) =>
          0.5 *
          (2 * p1[k]! +
            (p2[k]! - p0[k]!) * t +
            (2 * p0[k]! - 5 * p1[k]! + 4 * p2[k]! - p3[k]!) * t * t +
            (3 * p1[k]! - p0[k]! - 3 * p2[k]! + p3[k]!) * t ** 3),
      ) as Vec3,
    );
  }
  return out;
}

/** A ribbed band of cloth along a line: real ribs, so that light finds them at any angle. */
function ribbedBand(line: Vec3[], towards: (p: Vec3, tangent: Vec2) => Vec2, width: number, lift: number): Mesh {
  const PROFILE = 16;
  const rows: Vec3[][] = Array.from({ length: PROFILE + 1 }, () => []);
  let along = 0;
  line.forEach((p, i) => {
    const a = line[Math.max(0, i - 3)]!;
    const b = line[Math.min(line.length - 1, i + 3)]!;
    const l = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (i) along += Math.hypot(p[0] - line[i - 1]![0], p[1] - line[i - 1]![1]);
    const [nx, ny] = towards(p, [(b[0] - a[0]) / l, (b[1] - a[1]) / l]);
    const rib = 0.5 + 0.5 * Math.cos((along / 0.27) * 2 * Math.PI);
    rows.forEach((row, k) => {
      const t = k / PROFILE;
      const dome = Math.pow(Math.sin(Math.PI * (0.04 + 0.92 * t)), 0.42);
      const ribDepth = 0.05 * Math.min(1, 6 * t, 6 * (1 - t));
      row.push([p[0] + nx * width * (t - 0.03), p[1] + ny * width * (t - 0.03), p[2] + lift * dome + ribDepth * rib - 0.06]);
    });
  });
  return gridMesh(rows);
}

function backNeckY(x: number): number {
  return 69.3 + 2.1 * (Math.min(Math.abs(x), 9.9) / 9.9) ** 2.6;
}

function garment(cloth: LaidCloth): Garment {
  const ids = neckLine(cloth);
  const frontLine = spline(
    ids
      .filter((_, i) => i % 4 === 0 || i === ids.length - 1)
      .map((i) => cloth.points[i]!)
      .map((p): Vec3 => [p[0], p[1], p[2] + 0.02]),
    900,
  );
  const backLine = Array.from({ length: 500 }, (_, i): Vec3 => {
    const x = -10.2 + (20.4 * i) / 499;
    return [x, backNeckY(x) + 0.1, 0.42 - 0.1 * (Math.abs(x) / 10) ** 2];
  });
  const rows = Array.from({ length: 37 }, (_, j) =>
    Array.from({ length: 61 }, (_, i): Vec3 => {
      const x = -10.6 + (21.2 * i) / 60;
      const top = backNeckY(x) - 0.2;
      const y = 57 + ((top - 57) * j) / 36;
      const fold = 0.12 * Math.exp(-((x + 2.5 - (top - y - 4) * 0.5) ** 2) / 1.6) * Math.min(1, (top - y) / 4);
      return [x, y, 0.13 + 0.06 * noise2(x * 0.3, y * 0.3, 4) + fold];
    }),
  );
  const turnDown = (_: Vec3, t: Vec2): Vec2 => (t[0] > 0 ? [t[1], -t[0]] : [-t[1], t[0]]);
  return {
    front: withSmoothNormals({
      points: cloth.points,
      triangles: cloth.triangles,
      plane: cloth.flat.map(([x, y]) => [x, COLLAR_Y - y]),
    }),
    edge: rolledEdge(cloth),
    back: gridMesh(rows),
    collar: ribbedBand(frontLine, (p, t) => blendOut(turnDown(p, t), p), COLLAR_CM, 0.2),
    backCollar: ribbedBand(backLine, turnDown, COLLAR_CM, 0.16),
  };
}

/** Near the shoulder the band's fall turns so that its end lies along the shoulder seam instead of standing out. */
function blendOut([nx, ny]: Vec2, p: Vec3): Vec2 {
  const t = Math.max(0, (Math.abs(p[0]) - 8.4) / (NECK_SIDE[0] - 8.4));
  const want: Vec2 = [Math.sign(p[0]) * 0.93, -0.37];
  const x = nx * (1 - t) + want[0] * t;
  const y = ny * (1 - t) + want[1] * t;
  const l = Math.hypot(x, y);
  return [x / l, y / l];
}

/** Hems, seams and stitches as a grey height map in flat cloth, drawn as vectors. */
async function bumpMap(cloth: LaidCloth): Promise<string> {
  const k = BUMP_PX / SQUARE.side;
  const n = cloth.edge.length;
  const line = cloth.flat.slice(0, n);
  const at = ([x, y]: Vec2) => `${((x - SQUARE.x) * k).toFixed(1)},${((COLLAR_Y - y - SQUARE.y) * k).toFixed(1)}`;
  const inset = (ids: number[], d: number) =>
    ids.map((i): Vec2 => {
      const a = line[(i + n - 2) % n]!;
      const b = line[(i + 2) % n]!;
      const l = Math.hypot(b[0] - a[0], b[1] - a[1]);
      return [line[i]![0] + ((b[1] - a[1]) / l) * d, line[i]![1] - ((b[0] - a[0]) / l) * d];
    });
  const stroke = (points: Vec2[], width: number, grey: string, dash = '') =>
    `<polyline points="${points.map(at).join(' ')}" fill="none" stroke="${grey}" stroke-width="${(width * k).toFixed(1)}" stroke-linejoin="round" ${dash}/>`;
  const stitch = (a: number, b: number) =>
    `stroke-dasharray="${(a * k).toFixed(1)} ${(b * k).toFixed(1)}" stroke-linecap="round"`;
  const runs = (part: EdgePart): number[][] => {
    const out: number[][] = [];
    for (let i = 0; i < n; i++)
      if (cloth.edge[i] === part) (cloth.edge[i - 1] === part ? out.at(-1)! : (out[out.push([]) - 1] as number[])).push(i);
    return out;
  };
  let soft = '';
  let sharpLines = '';
  for (const [part, width] of [
    ['hem', 2.3],
    ['sleeveEnd', 2.1],
  ] as [EdgePart, number][])
    for (const ids of runs(part)) {
      soft += stroke(inset(ids, width / 2), width, '#8f8f8f') + stroke(inset(ids, width + 0.12), 0.34, '#555');
      for (const d of [width - 0.05, width - 0.55])
        sharpLines += stroke(inset(ids, d), 0.1, '#3a3a3a') + stroke(inset(ids, d), 0.09, '#b0b0b0', stitch(0.22, 0.12));
    }
  for (const ids of runs('neck')) {
    soft += stroke(inset(ids, COLLAR_CM + 0.05), 0.28, '#4a4a4a');
    sharpLines +=
      stroke(inset(ids, COLLAR_CM + 0.34), 0.09, '#444') + stroke(inset(ids, COLLAR_CM + 0.34), 0.08, '#aaa', stitch(0.2, 0.12));
  }
  for (const ids of runs('shoulder')) {
    soft += stroke(inset(ids, 0.9), 0.22, '#666');
    sharpLines += stroke(inset(ids, 1.15), 0.07, '#555', stitch(0.2, 0.1));
  }
  for (const side of [-1, 1]) {
    const [a, b] = [ARM.shoulder, ARM.pit];
    const seam = Array.from({ length: 51 }, (_, i): Vec2 => {
      const t = i / 50;
      const bow = -2.6 * Math.sin(Math.PI * t) ** 0.9 * (1 - 0.15 * t);
      return [side * (a[0] + (b[0] - a[0]) * t + bow), a[1] + (b[1] - a[1]) * t];
    });
    const shifted = (d: number) => seam.map(([x, y]): Vec2 => [x - side * d, y]);
    soft += stroke(seam, 0.3, '#4c4c4c') + stroke(shifted(0.35), 0.45, '#929292');
    sharpLines += stroke(shifted(0.6), 0.07, '#505050', stitch(0.2, 0.1));
  }
  const layer = (body: string, blur: number) =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${BUMP_PX}" height="${BUMP_PX}"><rect width="100%" height="100%" fill="#808080"/>${body}</svg>`,
      ),
      { unlimited: true },
    )
      .flatten()
      .blur(blur * k)
      .greyscale()
      .raw()
      .toBuffer();
  const [wide, fine] = await Promise.all([layer(soft, 0.07), layer(sharpLines, 0.022)]);
  const out = Buffer.alloc(BUMP_PX * BUMP_PX);
  let s = 1;
  for (let i = 0; i < out.length; i++) {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    out[i] = Math.max(0, Math.min(255, 128 + (wide[i]! - 128) * 0.8 + (fine[i]! - 128) * 0.55 + ((s >>> 24) - 128) * 0.02));
  }
  const file = `${WORK}/shirt-bump.png`;
  await sharp(out, { raw: { width: BUMP_PX, height: BUMP_PX, channels: 1 } })
    .png()
    .toFile(file);
  return file;
}

interface Setting {
  id: string;
  title: string;
  camera: Camera;
  seed: number;
  slack: number;
  ground: () => Promise<string>;
  light: string;
  /** How far the camera is from the middle of the print, for the note beside the scene. */
  crop: 'whole' | 'close';
  told: MadeScene['told'];
}

const SKY =
  'sphere{0,1 inverse no_image no_shadow pigment{gradient z scale 2 translate -1*z color_map{[0.5 rgb<.50,.51,.53>][1 rgb<.56,.57,.60>]}} finish{ambient 0 diffuse 0 emission .40} scale 900}';

const SETTINGS: Setting[] = [
  {
    id: 'shirt-flat',
    title: 'Laid flat on pale plaster',
    camera: camera([0, 34.6, 230], [0, 34.6, 0], 22.2, [0, 1, 0]),
    seed: 7,
    slack: 0.0125,
    ground: () => Promise.resolve('plane{z,0 pigment{rgb<.66,.655,.645>} finish{diffuse 1 ambient 0}}'),
    light: 'light_source{<-190,175,165> rgb .95 area_light <62,62,0>,<0,-45,75>,7,7 adaptive 1 jitter}',
    crop: 'whole',
    told: { moods: ['plain', 'calm'], light: 'soft', ground: 'plaster' },
  },
  {
    id: 'shirt-close',
    title: 'Close, on oak boards by a window',
    camera: camera([-13, -24, 104], [-0.5, 44.5, 0], 27.5, [0, 1, 0]),
    seed: 19,
    slack: 0.0135,
    ground: async () =>
      `plane{z,0 pigment{image_map{png "${await planks('boards')}" gamma srgb interpolate 2} scale<150,72,1> rotate z*-28} finish{diffuse .86 ambient 0}}`,
    light:
      'light_source{<210,150,120> rgb<1.04,.98,.90>*.98 area_light <40,-60,0>,<0,40,60>,7,7 adaptive 1 jitter} light_source{<-150,20,170> rgb<.9,.96,1.05>*.16 area_light <80,0,0>,<0,80,0>,5,5 adaptive 1 jitter shadowless}',
    crop: 'close',
    told: { moods: ['warm', 'outdoors'], light: 'window', ground: 'oak' },
  },
];

/** Renders one setting of the shirt. */
export async function makeShirt(id: string, size: number): Promise<MadeScene> {
  const setting = SETTINGS.find((s) => s.id === id)!;
  const cloth = layShirt(setting.seed, setting.slack, 7);
  const parts = garment(cloth);
  const bump = await bumpMap(cloth);
  const cm = setting.camera;
  const woven = `texture{pigment{rgb .80} normal{uv_mapping bump_map{png "${bump}" interpolate 2 bump_size 5}} finish{diffuse 1 ambient 0}}`;
  const texturePlace = (p: Vec2): Vec2 => {
    const [u, v] = uv([p[0], COLLAR_Y - p[1]]);
    return [u, 1 - v];
  };
  const label = (t: string) =>
    `mesh2{vertex_vectors{4,<-2.1,63.9,.2>,<2.1,63.95,.2>,<2.05,67.4,.36>,<-2.1,67.4,.36>} face_indices{2,<0,1,2>,<0,2,3>} ${t}}`;
  const rest = (t: string) => [parts.edge, parts.back, parts.collar, parts.backCollar].map((m) => povMesh(m, t)).join('\n');
  const plate = await render(
    `${id}-plate`,
    opening(cm, true) +
      setting.light +
      SKY +
      (await setting.ground()) +
      povMesh(parts.front, woven, texturePlace) +
      rest(matte(0.8)) +
      label(matte(0.84)),
    size,
    SOFT_EDGES,
  );
  const mask = await render(
    `${id}-mask`,
    opening(cm, false) + povMesh(parts.front, flat(1, 1, 0)) + rest(flat(0, 1, 0)) + label(flat(0, 0, 0)),
    size,
    FINE_EDGES,
  );
  return {
    id,
    title: setting.title,
    blank: 'shirt',
    material: 'cloth',
    crop: setting.crop,
    camera: cm,
    surface: parts.front,
    plate,
    mask,
    gloss: null,
    whiteAt: 0.85,
    told: setting.told,
    rooms: [
      { name: 'front', side: 'front', xMm: -190.5, yMm: 45, widthMm: 381, heightMm: 457.2 },
      { name: 'chest', side: 'chest', xMm: 40, yMm: 70, widthMm: 101.6, heightMm: 101.6 },
      { name: 'hem', side: 'front', xMm: 120, yMm: 540, widthMm: 70, heightMm: 35 },
    ],
  };
}
export const SHIRTS = SETTINGS.map((s) => s.id);
