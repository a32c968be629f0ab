/** Small vector helpers for the scene makers. Plain tuples, right-handed, no state. */
export type Vec3 = [number, number, number];
export type Vec2 = [number, number];

export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const unit = (a: Vec3): Vec3 => scale(a, 1 / (Math.hypot(...a) || 1));
export const smoothstep = (a: number, b: number, x: number): number => {
  const t = Math.min(1, Math.max(0, (x - a) / (b - a)));
  return t * t * (3 - 2 * t);
};

/** Hash noise in -0.5..0.5, smooth over unit cells. */
export function noise2(x: number, y: number, seed: number): number {
  const cell = (i: number, j: number) => {
    let n = (i * 374761393 + j * 668265263 + seed * 1442695041) | 0;
    n = Math.imul(n ^ (n >>> 13), 1274126177);
    return ((n ^ (n >>> 16)) >>> 0) / 4294967296;
  };
  const i = Math.floor(x);
  const j = Math.floor(y);
  const u = x - i;
  const v = y - j;
  const a = u * u * (3 - 2 * u);
  const b = v * v * (3 - 2 * v);
  const top = cell(i, j) * (1 - a) + cell(i + 1, j) * a;
  const bottom = cell(i, j + 1) * (1 - a) + cell(i + 1, j + 1) * a;
  return top * (1 - b) + bottom * b - 0.5;
}

/** Deterministic random numbers in 0..1 (linear congruential; repeatable pictures matter more than quality). */
export function randomFrom(seed: number): () => number {
  let s = seed >>> 0;
  return () => (s = (Math.imul(s, 1664525) + 1013904223) >>> 0) / 4294967296;
}
