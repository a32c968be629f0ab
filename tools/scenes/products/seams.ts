import sharp from 'sharp';
import type { EdgePart, LaidCloth } from '../cloth';
import { WORK } from '../povray';
import { noise2, type Vec2 } from '../vectors';
import type { GarmentForm } from './garment';
import { edgesOf } from './patch';

const BUMP_PX = 4800;

/** The square of flat cloth that a picture of its seams shows, cm, y up. */
export interface Square {
  x: number;
  top: number;
  side: number;
}

/** Runs of the outline that are of one part, each in its order. */
export function runsOf(cloth: LaidCloth, part: EdgePart): number[][] {
  const out: number[][] = [];
  const n = cloth.edge.length;
  const start = cloth.edge.findIndex((p, i) => p !== part && cloth.edge[(i + 1) % n] === part) + 1;
  for (let k = 0; k < n; k++) {
    const i = (start + k) % n;
    if (cloth.edge[i] !== part) continue;
    if (out.at(-1)?.at(-1) === (i + n - 1) % n) out.at(-1)!.push(i);
    else out.push([i]);
  }
  return out;
}

/** Hems, seams and stitches as a grey height map in flat cloth, drawn as vectors. */
export async function bumpMap(
  name: string,
  cloth: LaidCloth,
  { cut, collar, ribs, knit, patch }: GarmentForm,
  square: Square,
): Promise<string> {
  const k = BUMP_PX / square.side;
  const n = cloth.edge.length;
  const line = cloth.flat.slice(0, n);
  const at = ([x, y]: Vec2) => `${((x - square.x) * k).toFixed(1)},${((square.top - y) * k).toFixed(1)}`;
  const inset = (ids: number[], d: number) =>
    ids.map((i): Vec2 => {
      const a = line[(i + n - 3) % n]!;
      const b = line[(i + 3) % n]!;
      const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
      return [line[i]![0] + ((b[1] - a[1]) / l) * d, line[i]![1] - ((b[0] - a[0]) / l) * d];
    });
  const stroke = (points: Vec2[], wide: number, grey: string, dash = '') =>
    `<polyline points="${points.map(at).join(' ')}" fill="none" stroke="${grey}" stroke-width="${(wide * k).toFixed(1)}" stroke-linejoin="round" ${dash}/>`;
  const stitch = (a: number, b: number) =>
    `stroke-dasharray="${(a * k).toFixed(1)} ${(b * k).toFixed(1)}" stroke-linecap="round"`;
  let soft = '';
  let fine = '';
  const seam = (points: Vec2[], rows: number[], shift: (d: number) => Vec2[]) => {
    soft += stroke(points, 0.3, '#4c4c4c') + stroke(shift(0.32), 0.4, '#929292');
    for (const d of rows) fine += stroke(shift(d), 0.07, '#505050', stitch(0.2, 0.1));
  };
  for (const [part, wide] of [
    ['hem', 2.3],
    ['sleeveEnd', 2],
  ] as [EdgePart, number][])
    for (const ids of runsOf(cloth, part)) {
      if (ribs) {
        // a band of ribs, gathered at its seam
        soft += stroke(inset(ids, ribs), 0.5, '#454545') + stroke(inset(ids, ribs - 0.5), 0.5, '#9a9a9a');
        const [out, seamed] = [inset(ids, -0.1), inset(ids, ribs)];
        let gone = 0;
        ids.forEach((_, i) => {
          if (i) gone += Math.hypot(out[i]![0] - out[i - 1]![0], out[i]![1] - out[i - 1]![1]);
          if (gone < 0.36) return;
          gone = 0;
          fine += stroke([out[i]!, seamed[i]!], 0.13, '#3c3c3c');
        });
        continue;
      }
      soft += stroke(inset(ids, wide / 2), wide, '#8f8f8f') + stroke(inset(ids, wide + 0.12), 0.34, '#555');
      for (const d of [wide - 0.05, wide - 0.6]) fine += stroke(inset(ids, d), 0.1, '#3a3a3a') + stroke(inset(ids, d), 0.09, '#b0b0b0', stitch(0.22, 0.12)); // prettier-ignore
    }
  for (const ids of runsOf(cloth, 'neck')) {
    soft += stroke(inset(ids, collar + 0.05), 0.28, '#4a4a4a');
    fine += stroke(inset(ids, collar + 0.34), 0.09, '#444') + stroke(inset(ids, collar + 0.34), 0.08, '#aaa', stitch(0.2, 0.12));
  }
  for (const ids of runsOf(cloth, 'shoulder')) {
    soft += stroke(inset(ids, 0.8), 0.2, '#666');
    fine += stroke(inset(ids, 1.05), 0.07, '#555', stitch(0.2, 0.1));
  }
  if (cut.line.some(([part]) => part === 'sleeveTop'))
    for (const s of [-1, 1]) {
      const armhole = Array.from({ length: 61 }, (_, i): Vec2 => {
        const t = i / 60;
        const bow = -2.5 * Math.sin(Math.PI * t) ** 0.9 * (1 - 0.15 * t);
        return [s * (cut.shoulder[0] + (cut.pit[0] - cut.shoulder[0]) * t + bow), cut.shoulder[1] + (cut.pit[1] - cut.shoulder[1]) * t]; // prettier-ignore
      });
      seam(armhole, [0.55], (d) => armhole.map(([x, y]): Vec2 => [x - s * d, y]));
    }
  for (const { from, to, inward, open } of patch ? edgesOf(patch) : []) {
    const line = (d: number): Vec2[] => [from, to].map(([x, y]): Vec2 => [x + inward[0] * d, y + inward[1] * d]);
    soft += stroke(line(0), 0.3, '#484848');
    for (const d of open ? [1.5, 2] : [0.25, 0.8])
      fine += stroke(line(d), 0.09, '#444') + stroke(line(d), 0.08, '#aaa', stitch(0.22, 0.12));
  }
  if (patch?.parted) {
    const [a, b, c, d] = patch.corners as [Vec2, Vec2, Vec2, Vec2];
    const middle: Vec2[] = [[(a[0] + b[0]) / 2, a[1]], [(c[0] + d[0]) / 2, c[1]]]; // prettier-ignore
    seam(middle, [0.3], (t) => middle.map(([x, y]): Vec2 => [x + t, y]));
  }
  const layer = (body: string, blur: number) =>
    sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${BUMP_PX}" height="${BUMP_PX}"><rect width="100%" height="100%" fill="#808080"/>${body}</svg>`), { unlimited: true }) // prettier-ignore
      .flatten()
      .blur(blur * k)
      .greyscale()
      .raw()
      .toBuffer();
  const [wide, thin] = await Promise.all([layer(soft, 0.07), layer(fine, 0.022)]);
  const out = Buffer.alloc(BUMP_PX * BUMP_PX);
  for (let y = 0, i = 0; y < BUMP_PX; y++)
    for (let x = 0; x < BUMP_PX; x++, i++) {
      // jersey: little loops in columns, that vary a little
      const [u, v] = [x / k / 0.085, y / k / 0.07];
      const loops = Math.sin(u * 2 * Math.PI) * (0.6 + 0.4 * Math.sin(v * 2 * Math.PI + (Math.floor(u) & 1) * Math.PI));
      out[i] = Math.max(0, Math.min(255, 128 + (wide[i]! - 128) * 0.8 + (thin[i]! - 128) * 0.55 + 3.2 * knit * loops + 5 * noise2(x * 0.05, y * 0.05, 3))); // prettier-ignore
    }
  const file = `${WORK}/${name}-bump.png`;
  await sharp(out, { raw: { width: BUMP_PX, height: BUMP_PX, channels: 1 } })
    .png({ compressionLevel: 2 })
    .toFile(file);
  return file;
}
