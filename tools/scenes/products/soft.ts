import type { Mesh } from '../mesh';
import type { Product } from '../setup';
import { sheet, tube } from '../shapes';
import { noise2, smoothstep, type Vec3 } from '../vectors';

/** Cloth in white, with a weave of so many cm. */
export const WOVEN = (pitch: number, depth = 0.25) =>
  `texture{pigment{rgb .80} normal{average normal_map{[1 gradient x ${depth} sine_wave scale ${pitch}][1 gradient y ${depth} sine_wave scale ${pitch}][1 gradient z ${depth} sine_wave scale ${pitch}][.5 bumps .1 scale ${pitch * 4}]}} finish{diffuse 1 ambient 0}}`;

/** A sheet bent like itself but turned over: what is behind. */
const behind = (mesh: Mesh): Mesh => ({ points: mesh.points, triangles: mesh.triangles.map(([a, b, c]) => [a, c, b]), normals: mesh.normals!.map((n) => n.map((v) => -v) as Vec3) }); // prettier-ignore

/**
 * A filled cushion that lies on z = 0 with its front up, its middle at 0,0. Its height falls off to the seam; corners stay thin and pulled
 * out, and the cloth gathers along the seams. Places: as the cloth was cut.
 */
export function cushion(side = 45, high = 13): Product {
  const n = 150;
  const shapeAt = (x: number, y: number): Vec3 => {
    const [u, v] = [(x / side) * 2 - 1, (y / side) * 2 - 1];
    // what is filled is pulled in, more in the middle of a side than at its corners
    const pull = 0.058;
    const px = u * (1 - pull * (1 - v * v) ** 0.9 * Math.abs(u) ** 3);
    const py = v * (1 - pull * (1 - u * u) ** 0.9 * Math.abs(v) ** 3);
    const dome = (1 - Math.abs(u) ** 2.6) ** 0.62 * (1 - Math.abs(v) ** 2.6) ** 0.62;
    // gathers run in from the seam and die out
    const edge = Math.min(1 - Math.abs(u), 1 - Math.abs(v));
    const along = Math.abs(u) > Math.abs(v) ? v : u;
    // creases run from the corners towards the middle, where the filling draws the cloth
    const crease = [-1, 1].reduce((sum, side) => {
      const off = u * side - v + 0.16 * noise2(u * 2.6 + 4, v * 2.6, side + 40);
      const out = Math.abs(u + v * side) * 0.5;
      return sum - 0.9 * Math.exp(-((off / 0.1) ** 2)) * smoothstep(0.3, 0.75, out) * smoothstep(1, 0.86, out);
    }, 0);
    const wrinkle = noise2(along * 9 + 4, edge * 2.4, 17) * Math.exp(-edge * 4.2) * 2.6 + noise2(u * 2.2 + 9, v * 2.2, 5) * 1.7 * dome + noise2(u * 5 + v * 3, v * 5 - u * 3, 8) * 0.5 * dome + crease; // prettier-ignore
    const z = high * 0.5 * dome + wrinkle * (1 - Math.exp(-edge * 26)) * 0.55;
    return [(px * side) / 2, (-py * side) / 2, z + high * 0.42];
  };
  const top = sheet(side, side, n, n, shapeAt);
  const bottom = behind(sheet(side, side, 60, 60, (x, y) => { const [px, py, z] = shapeAt(x, y); return [px, py, high * 0.84 - z]; })); // prettier-ignore
  // a piped seam
  const border: Vec3[] = [];
  for (let i = 0; i < n; i++) border.push(shapeAt((i / n) * side, 0));
  for (let i = 0; i < n; i++) border.push(shapeAt(side, (i / n) * side));
  for (let i = n; i > 0; i--) border.push(shapeAt((i / n) * side, side));
  for (let i = n; i >= 0; i--) border.push(shapeAt(0, (i / n) * side));
  const seam = tube(border, () => [0.24, 0.24], [0, 0, 1], 14);
  const look = WOVEN(0.11);
  return {
    kinds: ['cushion'],
    parts: [{ name: 'cloth', takes: 'colour', material: 'cloth' }],
    things: [
      { shape: top, look, part: 'cloth', printed: true },
      { shape: bottom, look, part: 'cloth' },
      { shape: seam, look, part: 'cloth' },
    ],
    rooms: [{ name: 'front', side: 'front', xMm: 0, yMm: 0, widthMm: side * 10, heightMm: side * 10 }],
  };
}

interface Hung {
  width: number;
  height: number;
  /** Folds across the width. */
  folds: number;
  /** How much of its width it takes when it hangs, at the top and at the foot: the less, the deeper its folds. */
  share: [number, number];
  seed: number;
}

/**
 * A row of cloth in folds of a shape: where its points lie across, and how far out. The folds are as deep as lets it keep its own length
 * while it takes that share of its width.
 */
function folded(width: number, columns: number, share: number, shape: (u: number) => number): { x: number[]; out: number[] } {
  const bare = Array.from({ length: columns + 1 }, (_, c) => shape(c / columns));
  const least = Math.min(...bare);
  const raw = bare.map((r) => r - least);
  const step = width / columns;
  const steps = (deep: number) =>
    raw.slice(1).map((r, c) => Math.sqrt(Math.max(0.01 * step * step, step * step - (deep * (r - raw[c]!)) ** 2)));
  const across = (deep: number) => steps(deep).reduce((a, b) => a + b, 0);
  let [low, high] = [0, 40];
  for (let round = 0; round < 24; round++) {
    const middle = (low + high) / 2;
    if (across(middle) > width * share) low = middle;
    else high = middle;
  }
  let at = -across(low) / 2;
  return { x: [at, ...steps(low).map((d) => (at += d))], out: raw.map((r) => r * low) };
}

/** A cloth that hangs in soft folds before y = 0, its top at z = height. Its plane keeps the cloth's own length along the folds. */
function hung({ width, height, folds, share, seed }: Hung, columns = 420, rows = 160): Mesh {
  const lines = Array.from({ length: rows + 1 }, (_, r) => {
    const v = r / rows;
    return folded(width, columns, share[0] + (share[1] - share[0]) * smoothstep(0, 1, v), (u) => {
      const wander = noise2(u * 2.1 + 5, v * 0.8, seed) * 1.1 + noise2(u * 4.3, v * 1.6 + 3, seed + 4) * 0.35;
      const wave = Math.sin((u * folds + wander * (0.35 + 0.5 * v)) * 2 * Math.PI);
      return 0.5 + 0.5 * (wave + 0.18 * Math.sin((u * folds + wander) * 4 * Math.PI + 1));
    });
  });
  return sheet(width, height, columns, rows, (x, y) => {
    const [c, r] = [Math.round((x / width) * columns), Math.round((y / height) * rows)];
    return [lines[r]!.x[c]!, -lines[r]!.out[c]! - 0.3, height - y];
  });
}

/** A shower curtain on rings of a rod. */
export function curtain(): Product {
  const cloth = hung({ width: 180, height: 183, folds: 9, share: [0.8, 0.78], seed: 3 });
  return {
    kinds: ['shower curtain'],
    parts: [{ name: 'cloth', takes: 'colour', material: 'cloth' }],
    things: [{ shape: cloth, look: WOVEN(0.3, 0.12), part: 'cloth', printed: true }],
    rooms: [{ name: 'front', side: 'front', xMm: 0, yMm: 0, widthMm: 1800, heightMm: 1830 }],
  };
}

/** A wall hanging from a rod, nearly flat. */
export function tapestry(): Product {
  const cloth = hung({ width: 130, height: 150, folds: 3.2, share: [0.9985, 0.985], seed: 9 }, 240, 200);
  return {
    kinds: ['tapestry'],
    parts: [{ name: 'cloth', takes: 'colour', material: 'cloth' }],
    things: [{ shape: cloth, look: WOVEN(0.24, 0.1), part: 'cloth', printed: true }],
    rooms: [{ name: 'front', side: 'front', xMm: 0, yMm: 0, widthMm: 1300, heightMm: 1500 }],
  };
}

/** A fleece blanket that lies on z = 0 behind y = 0 and hangs over the edge there, in folds that open downwards. */
export function blanket(): Product {
  const [width, height, lying, r] = [127, 152.4, 62, 3.2];
  const [columns, rows] = [340, 400];
  const bend = (Math.PI / 2) * r;
  const lines = Array.from({ length: rows + 1 }, (_, i) => {
    const s = Math.max(0, (i / rows) * height - lying - bend);
    const v = smoothstep(-8, 75, s);
    return folded(width, columns, 0.998 - 0.11 * smoothstep(-10, height - lying, s), (u) => {
      const wander = noise2(u * 2.2 + 3, s * 0.006, 12) * 1.3 + noise2(u * 4.6, s * 0.012 + 5, 19) * 0.4;
      const wave = Math.sin((u * 4.6 + wander * (0.4 + 0.4 * v)) * 2 * Math.PI);
      return 0.5 + 0.5 * wave + 0.12 * Math.sin((u * 9.2 + wander) * 2 * Math.PI + 1);
    });
  });
  const thick = 0.5;
  const cloth = sheet(width, height, columns, rows, (x, y) => {
    const [c, i] = [Math.round((x / width) * columns), Math.round((y / height) * rows)];
    const [px, u, s] = [lines[i]!.x[c]!, x / width, y - lying];
    const edge = Math.min(x, width - x, y, height - y);
    const full = thick * Math.min(1, edge / 0.6) ** 0.5 + 0.06 * (0.5 + noise2(x * 0.9, y * 0.9, 3));
    // on what it lies on it was thrown, not smoothed
    const rumple =
      (0.9 + noise2(u * 3.2 + noise2(y * 0.03, u * 2, 4) * 2, y * 0.018, 21) * 3.6) * smoothstep(lying, lying - 26, y) * 0.55;
    if (s < 0) return [px + 0.8 * noise2(y * 0.04, u * 3, 5), r - s, full + Math.max(0, rumple)];
    if (s < bend) return [px, r - (r + full) * Math.sin(s / r), (r + full) * Math.cos(s / r) - r];
    const hang = s - bend;
    return [px, -full - lines[i]!.out[c]!, -r - hang + 0.9 * noise2(u * 3, 1, 6) * (hang / (height - lying))];
  });
  return {
    kinds: ['blanket'],
    parts: [{ name: 'cloth', takes: 'colour', material: 'cloth' }],
    things: [
      {
        shape: cloth,
        look: 'texture{pigment{rgb .80} normal{average normal_map{[1 bumps .45 scale .18][.6 bumps .4 scale .5]}} finish{diffuse 1 ambient 0}}',
        part: 'cloth',
        printed: true,
      },
    ],
    rooms: [{ name: 'front', side: 'front', xMm: 0, yMm: 0, widthMm: width * 10, heightMm: height * 10 }],
  };
}
