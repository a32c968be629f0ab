import type { Light } from './setup';
import { cross, sub, unit, type Vec3 } from './vectors';

const text = (v: Vec3) => `<${v.map((n) => n.toFixed(4)).join(',')}>`;

/** Towards a place in the sky: degrees round from the right (90 is behind the scene) and up. */
function towards(round: number, up: number, far: number, [x, y, z]: Vec3 = [0, 0, 0]): Vec3 {
  const [a, b] = [(round * Math.PI) / 180, (up * Math.PI) / 180];
  return [x + far * Math.cos(b) * Math.cos(a), y + far * Math.cos(b) * Math.sin(a), z + far * Math.sin(b)];
}

/** Two directions across the way from a light to its aim. */
function across(round: number, up: number): [Vec3, Vec3] {
  const [a, b] = [(round * Math.PI) / 180, (up * Math.PI) / 180];
  return [
    [-Math.sin(a), Math.cos(a), 0],
    [-Math.sin(b) * Math.cos(a), -Math.sin(b) * Math.sin(a), Math.cos(b)],
  ];
}

interface Source {
  round: number;
  up: number;
  /** Side of the light as a share of how far away it is: small ones throw hard shadows. */
  size: number;
  strength: number;
  /** Linear RGB, about 1. */
  colour?: Vec3;
  shadowless?: boolean;
}

export interface Rig {
  /** What is lit, and how large it is, cm. */
  aim: Vec3;
  reach: number;
  sources: Source[];
  /** Light of the sky or the room from all sides. */
  sky: number;
  skyColour?: Vec3;
  /** Something between the first light and the scene. */
  before?: (source: Vec3, aim: Vec3, reach: number) => string;
  /** How bright lights are in reflections. */
  seen?: number;
}

/** Lights for a scene, with the same windows and lamps seen in what shines. */
export function lightOf({ aim, reach, sources, sky, skyColour = [1, 1.01, 1.03], before, seen = 1 }: Rig): Light {
  // far enough that what is between it and the scene stays clear of what stands behind
  const far = reach * 24;
  const lamps = sources.map(({ round, up, size, strength, colour = [1, 1, 1], shadowless }, i) => {
    // each of few rays by itself: their grain is taken out afterwards
    const rays = i ? '2,2 adaptive 0' : '3,3 adaptive 1';
    const at = towards(round, up, far, aim);
    const [u, v] = across(round, up).map((d) => d.map((c) => c * size * far) as Vec3) as [Vec3, Vec3];
    return `light_source{${text(at)} rgb ${text(colour.map((c) => c * strength) as Vec3)} area_light ${text(u)},${text(v)},${rays} jitter${shadowless ? ' shadowless' : ''}}`;
  });
  const dome = `sphere{0,1 inverse no_image no_shadow pigment{gradient z scale 2 translate -1*z color_map{[0.45 rgb ${text(skyColour.map((c) => c * 0.8) as Vec3)}][1 rgb ${text(skyColour)}]}} finish{ambient 0 diffuse 0 emission ${sky}} scale ${far * 20}}`;
  // what shines is mostly seen from above and shows what is low: windows reach down to the floor there
  const windows = sources
    .filter((s) => s.strength > 0.1)
    .map(({ round, size, strength }) => {
      const angle = ((round * Math.PI) / 180).toFixed(4);
      const half = Math.max(0.16, size * 0.62).toFixed(4);
      return `${(strength * 0.62 * seen).toFixed(4)}*exp(-pow(acos(max(-1,min(1,cos(atan2(y,x)-${angle}))))/${half},6))`;
    });
  const room = `${(sky * 0.1).toFixed(4)}+${(sky * 0.5).toFixed(4)}*max(0,z)`;
  const plain = ([round, up, strength]: readonly [number, number, number]) =>
    `light_source{${text(towards(round, up, far, aim))} rgb ${strength} shadowless}`;
  const [{ round, up }] = sources as [Source];
  return {
    guide: [plain([round, up, 0.55]), plain([round + 180, 35, 0.25]), plain([round + 90, 80, 0.25])].join('\n'),
    pov: [...lamps, dome, before?.(towards(sources[0]!.round, sources[0]!.up, far, aim), aim, reach) ?? ''].join('\n'),
    reflections: `sphere{0,1 inverse no_image pigment{function{min(.999,(${[room, ...windows].join('+')})*min(1,max(.05,(z+.68)/.3))/4)} color_map{[0 rgb 0][1 rgb 4]}} finish{ambient 0 diffuse 0 emission 1} scale ${far * 20}}`,
  };
}

/** A room as the camera looks at its wall: a window on the left, a little light from the right. */
export const roomLight = (aim: Vec3, reach: number, more: Partial<Rig> = {}): Light =>
  lightOf({
    aim,
    reach,
    sources: [
      { round: 215, up: 38, size: 0.13, strength: 0.98, colour: [1.04, 1, 0.94] },
      { round: -40, up: 25, size: 0.3, strength: 0.24, colour: [0.93, 0.97, 1.05] },
    ],
    sky: 0.36,
    ...more,
  });

/** A mask between a light and the scene: nothing is seen of it but its shadow. */
function mask(holes: string[], source: Vec3, aim: Vec3, part: number, half: number): string {
  const at = aim.map((v, i) => v + (source[i]! - v) * part) as Vec3;
  return `difference{box{<${-half},${-half},-.02>,<${half},${half},.02>} ${holes.join(' ')} ${facing(sub(source, aim), at)} no_image no_reflection no_radiosity pigment{rgb 0}}`;
}

/** Turns what lies in x and y so that it looks along an axis, upright, and moves it. */
function facing(axis: Vec3, at: Vec3): string {
  const n = unit(axis);
  const u = unit(cross([0, 0, 1], n));
  return `matrix<${[...u, ...cross(n, u), ...n, ...at].map((v) => v.toFixed(6)).join(',')}>`;
}

/** Light through panes of a window: `wide` and `high` of each as shares of the reach. */
export const panes =
  (columns: number, rows: number, wide: number, high: number, part = 0.5): NonNullable<Rig['before']> =>
  (source, aim, reach) => {
    const [w, h, bar] = [wide * reach, high * reach, 0.07 * wide * reach];
    const holes = Array.from({ length: columns * rows }, (_, i) => {
      const x = ((i % columns) - columns / 2) * w;
      const y = (Math.floor(i / columns) - rows / 2) * h;
      return `box{<${x + bar},${y + bar},-1>,<${x + w - bar},${y + h - bar},1>}`;
    });
    return mask(holes, source, aim, part, reach * 30);
  };

/** Shadows of a branch with leaves, somewhere outside. */
export const leaves =
  (count: number, spread: number, size: number, random: () => number, part = 0.35): NonNullable<Rig['before']> =>
  (source, aim, reach) => {
    const at = aim.map((v, i) => v + (source[i]! - v) * part) as Vec3;
    const out: string[] = [];
    for (let b = 0; b < 4; b++) {
      // a twig with leaves to both sides
      const [bx, by] = [(random() - 0.5) * spread * reach, (random() - 0.5) * spread * reach];
      const lean = random() * 360;
      const twig = [`cylinder{<0,0,0>,<0,${spread * reach * 0.9},0>,${0.012 * reach}}`];
      for (let i = 0; i < count; i++)
        twig.push(
          `sphere{0,1 scale<${size * reach * 0.34},${size * reach},.01> translate y*${size * reach} rotate z*${(i % 2 ? 1 : -1) * (38 + 26 * random())} translate y*${(i / count) * spread * reach * 0.9}}`,
        );
      out.push(`union{${twig.join(' ')} rotate z*${lean} translate<${bx},${by},0>}`);
    }
    return `union{${out.join(' ')} ${facing(sub(source, aim), at)} no_image no_reflection no_radiosity pigment{rgb 0}}`;
  };
