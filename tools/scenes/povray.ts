import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { cross, dot, scale, sub, unit, type Vec3 } from './vectors';

export const WORK = '/tmp/union-press-scenes';

/** A pinhole camera with explicit vectors, so that the projection is known exactly. */
export interface Camera {
  pov: string;
  /** World point to picture position in 0..1 (x right, y down) and depth in cm. */
  project: (p: Vec3) => Vec3;
}

export function camera(at: Vec3, lookAt: Vec3, widthDeg: number, up: Vec3): Camera {
  const forward = unit(sub(lookAt, at));
  const right = unit(cross(forward, up));
  const top = cross(right, forward);
  const width = 2 * Math.tan((widthDeg * Math.PI) / 360);
  const text = (v: Vec3) => `<${v.map((n) => n.toFixed(9)).join(',')}>`;
  return {
    pov: `camera{perspective location ${text(at)} direction ${text(forward)} right ${text(scale(right, width))} up ${text(scale(top, width))}}`,
    project(p) {
      const q = sub(p, at);
      const z = dot(q, forward);
      return [dot(q, right) / z / width + 0.5, 0.5 - dot(q, top) / z / width, z];
    },
  };
}

/** Linear RGB picture, 0..1 per channel, row by row. */
export interface Linear {
  size: number;
  data: Float32Array;
}

/** What renders here: its name and version. */
export const rendererVersion = (): string =>
  /POV-Ray \d+(\.\d+)+/.exec(spawnSync('povray', ['--version'], { encoding: 'utf8' }).stderr)?.[0] ?? 'unknown';

/** Renders scene text to a picture and returns its path. Throws with POV-Ray's own words when it fails. */
async function povFile(name: string, scene: string, size: number, how: string[]): Promise<string> {
  mkdirSync(WORK, { recursive: true });
  const source = join(WORK, `${name}-${size}.pov`);
  const target = join(WORK, `${name}-${size}.png`);
  writeFileSync(source, scene);
  const args = [`+I${source}`, `+O${target}`, `+W${size}`, `+H${size}`, 'File_Gamma=1.0', '-D', '+WT2', '-V'];
  const child = spawn('povray', [...args, 'Dither=off', ...how], { stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (d: Buffer) => (said += d.toString()));
  const code = await new Promise((resolve) => child.on('exit', resolve));
  if (code !== 0) throw new Error(`${name}: ${said.slice(-2000)}`);
  return target;
}

/** Renders scene text to a linear 16-bit picture. */
export const render = async (name: string, scene: string, size: number, antialias: string[]): Promise<Linear> =>
  readLinear(await povFile(name, scene, size, ['+FN16', ...antialias]));

/** Reads a 16-bit picture without any colour management. */
export async function readLinear(file: string): Promise<Linear> {
  const { data, info } = await sharp(file, { limitInputPixels: false })
    .removeAlpha()
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const wide = new Uint16Array(data.buffer, data.byteOffset, info.width * info.height * 3);
  return { size: info.width, data: Float32Array.from(wide, (v) => v / 65535) };
}

export const SOFT_EDGES = ['+A0.35', '+AM2', '+R2', '-J'];

/** Scene opening. `radiosity` on for shading passes, off for masks and gloss. */
export function opening(cam: Camera, radiosity: boolean): string {
  const light = radiosity
    ? 'radiosity{pretrace_start 0.08 pretrace_end 0.02 count 40 nearest_count 5 error_bound 0.7 recursion_limit 2 gray_threshold 0.3 brightness 1 normal on}'
    : '';
  return `#version 3.7;\n#include "transforms.inc"\nglobal_settings{assumed_gamma 1.0 ${light} max_trace_level 6}\nbackground{rgb 0}\n${cam.pov}\n`;
}

export const flat = (r: number, g: number, b: number): string =>
  `texture{pigment{rgb<${r},${g},${b}>} finish{ambient 0 diffuse 0 emission 1}}`;
export const matte = (r: number, g = r, b = r): string => `texture{pigment{rgb<${r},${g},${b}>} finish{diffuse 1 ambient 0}}`;
