import { drawPlaces, noPlaces } from './pack';
import { camera } from './povray';
import { lathe, movedMesh, place, sheet } from './shapes';
import { cross, dot, scale, sub, unit, type Vec3 } from './vectors';

const SIDE = 160;
const AT: Vec3 = [3, -52, 19];
const AIM: Vec3 = [0.5, 0, 4.6];
const DEGREES = 17;
const cam = camera(AT, AIM, DEGREES, [0, 0, 1]);

/** The ray of a picture point by the pinhole's own formula: z forward, x right, y down, focal length 1 over the tangent of half the width. */
function rayOf(px: number, py: number): Vec3 {
  const forward = unit(sub(AIM, AT));
  const right = unit(cross(forward, [0, 0, 1]));
  const down = cross(forward, right);
  const half = Math.tan((DEGREES * Math.PI) / 360);
  const [u, v] = [((px + 0.5) / SIDE) * 2 - 1, ((py + 0.5) / SIDE) * 2 - 1];
  return [0, 1, 2].map((k) => forward[k]! + u * half * right[k]! + v * half * down[k]!) as Vec3;
}

/** Where a ray first meets a cylinder or a cone about z, whose radius is r0 + k z. */
function meets(d: Vec3, r0: number, k: number): Vec3 | null {
  const [a, b, c] = [
    d[0] ** 2 + d[1] ** 2 - (k * d[2]) ** 2,
    2 * (AT[0] * d[0] + AT[1] * d[1] - k * d[2] * (r0 + k * AT[2])),
    AT[0] ** 2 + AT[1] ** 2 - (r0 + k * AT[2]) ** 2,
  ];
  const under = b * b - 4 * a * c;
  if (under <= 0) return null;
  const t = (-b - Math.sqrt(under)) / (2 * a);
  return [0, 1, 2].map((i) => AT[i]! + t * d[i]!) as Vec3;
}

// the surfaces of mug and tumbler by their equations (pinhole projection; any textbook of projective geometry)
test.each([
  ['a mug (cylinder)', 4.1, 0],
  ['a tumbler (cone)', 3.35, 0.03],
])('the map of %s is its surface, seen through a pinhole', (_, r0, k) => {
  const [low, high] = [0.6, 9];
  const wall = lathe([[r0 + k * low, low], [r0 + k * high, high]], r0, high, 2048); // prettier-ignore
  const drawn = noPlaces(SIDE);
  drawPlaces(drawn, wall, cam, SIDE);
  let seen = 0;
  for (let py = 0; py < SIDE; py++)
    for (let px = 0; px < SIDE; px++) {
      const i = py * SIDE + px;
      const at = meets(rayOf(px, py), r0, k);
      const onIt = at !== null && at[2] > low + 0.1 && at[2] < high - 0.1;
      // at the very edge it goes round: nothing is claimed of that
      const facing = at ? Math.abs(Math.sin(Math.atan2(at[1], at[0]) - Math.atan2(AT[1], AT[0]))) : 1;
      if (!onIt || facing > 0.99) continue;
      const round = (Math.atan2(at[1], at[0]) + 2 * Math.PI) % (2 * Math.PI);
      expect(Math.abs(drawn.x[i]! - (round - Math.PI) * r0)).toBeLessThan(0.01);
      expect(Math.abs(drawn.y[i]! - (high - at[2]))).toBeLessThan(0.01);
      seen++;
    }
  expect(seen).toBeGreaterThan(SIDE * SIDE * 0.15);
});

test('the map of a sheet is its plane, seen through a pinhole, straight however few corners it has', () => {
  const tilt = 23;
  const flat = movedMesh(sheet(9, 9, 1, 1, (x, y) => [x - 4.5, 0, 9 - y]), place([0.4, 0, 0], 0, -tilt)); // prettier-ignore
  const drawn = noPlaces(SIDE);
  drawPlaces(drawn, flat, cam, SIDE);
  const a = (tilt * Math.PI) / 180;
  const [across, up]: Vec3[] = [[1, 0, 0], [0, Math.sin(a), Math.cos(a)]]; // prettier-ignore
  const normal = cross(across!, up!);
  let seen = 0;
  for (let py = 0; py < SIDE; py++)
    for (let px = 0; px < SIDE; px++) {
      const d = rayOf(px, py);
      const t = dot(sub([0.4, 0, 0], AT), normal) / dot(d, normal);
      const at = sub([0, 1, 2].map((k) => AT[k]! + t * d[k]!) as Vec3, [0.4, 0, 0]);
      const [x, y] = [dot(at, across!) + 4.5, 9 - dot(at, up!)];
      if (x < 0.1 || y < 0.1 || x > 8.9 || y > 8.9) continue;
      expect(Math.hypot(drawn.x[py * SIDE + px]! - x, drawn.y[py * SIDE + px]! - y)).toBeLessThan(1e-4);
      seen++;
    }
  expect(seen).toBeGreaterThan(SIDE * SIDE * 0.15);
});

test('what looks away is not drawn, and what is nearer hides what is behind', () => {
  const drawn = noPlaces(SIDE);
  const near = sheet(4, 4, 1, 1, (x, y) => [x - 2, -2, 6.6 - y]);
  const far = { ...sheet(12, 12, 1, 1, (x, y) => [x - 6, 3, 10.6 - y]), plane: [[50, 50], [50, 50], [50, 50], [50, 50]] as [number, number][] }; // prettier-ignore
  const away = { ...near, points: near.points.map((p) => [p[0], p[1] - 3, p[2]] as Vec3), triangles: near.triangles.map(([p, q, r]) => [p, r, q] as Vec3) }; // prettier-ignore
  for (const mesh of [near, far, away]) drawPlaces(drawn, mesh, cam, SIDE);
  const at = (p: Vec3) => { const [x, y] = cam.project(p); return Math.floor(y * SIDE) * SIDE + Math.floor(x * SIDE); }; // prettier-ignore
  expect(drawn.x[at([0, -2, 4.6])]).toBeLessThan(4);
  expect(drawn.x[at([0, 3, 9.6])]).toBe(50);
});

test('the camera keeps straight lines straight and halves what is twice as far away', () => {
  const forward = unit(sub(AIM, AT));
  const right = unit(cross(forward, [0, 0, 1]));
  const shown = (far: number) => {
    const at = AT.map((v, i) => v + forward[i]! * far) as Vec3;
    return cam.project([0, 1, 2].map((i) => at[i]! + right[i]!) as Vec3)[0] - cam.project(at)[0];
  };
  expect(shown(40) / shown(80)).toBeCloseTo(2, 9);
  const [a, b]: Vec3[] = [[-3, 2, 1], [5, -6, 8]]; // prettier-ignore
  const [p, q, m] = [a!, b!, scale([a![0] + b![0], a![1] + b![1], a![2] + b![2]], 0.5)].map((v) => cam.project(v));
  const turn = (q![0] - p![0]) * (m![1] - p![1]) - (q![1] - p![1]) * (m![0] - p![0]);
  expect(Math.abs(turn)).toBeLessThan(1e-12);
});
