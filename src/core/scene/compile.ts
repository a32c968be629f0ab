import type { Allocate, Bounds, CompiledPass, CompiledRoom, CompiledScene, Cover, Finder, ScenePixels } from './compiled';
import { roomFinder } from './kernels/finder';
import type { PassMode, SceneRoom, SceneSheet } from './sheet';

/** Values up to which a pass of light does nothing that could be seen. */
const NO_LIGHT = 2;
/** Neighbours that are further apart than so many typical distances lie on different folds. */
const FOLD = 5;

const plain: Allocate = (bytes) => new ArrayBuffer(bytes);

/** Compiles a decoded scene, which can be let go afterwards. Throws a RangeError where its points name parts that it has not. */
export async function compileScene(sheet: SceneSheet, pixels: ScenePixels, allocate: Allocate = plain): Promise<CompiledScene> {
  const cover = coverOf(sheet.parts.length, pixels, allocate);
  const finder = await roomFinder(pixels, cover.first);
  const plate = new Uint8Array(allocate(pixels.plate.length));
  plate.set(pixels.plate);
  return {
    sheet,
    plate,
    cover,
    rooms: sheet.products.flatMap((product, i) =>
      product.rooms.map((room) => compileRoom(sheet, pixels, cover, { product: i, room }, finder, allocate)),
    ),
    passes: sheet.passes.map(({ mode }, i) => compilePass(pixels.passes[i]!, mode, allocate)),
  };
}

function coverOf(partCount: number, { size, map, parts }: ScenePixels, allocate: Allocate): Cover {
  const n = size * size;
  const bytes = () => new Uint8Array(allocate(n));
  const share = bytes();
  if (!parts) {
    for (let i = 0, from = n * 3 + 2; i < n; i++, from += 3) share[i] = map[from]!;
    return { first: null, second: null, share };
  }
  const [first, second] = [bytes(), bytes()];
  for (let i = 0; i < n; i++) {
    first[i] = parts[i * 3]!;
    second[i] = parts[i * 3 + 1]!;
    share[i] = parts[i * 3 + 2]!;
    if (first[i]! > partCount || second[i]! > partCount)
      throw new RangeError(`The scene has ${partCount} parts; a point of it is of part ${Math.max(first[i]!, second[i]!)}`);
  }
  return { first, second, share };
}

/** Whether a byte of a pass changes what it is laid over: no light is nothing, white multiplied is, and grey of the others nearly. */
const DOES: Record<PassMode, (byte: number) => boolean> = {
  light: (byte) => byte > NO_LIGHT,
  screen: (byte) => byte > 0,
  multiply: (byte) => byte < 255,
  overlay: (byte) => byte < 127 || byte > 128,
  'soft-light': (byte) => byte < 127 || byte > 128,
};

function compilePass(pixels: Uint8Array, mode: PassMode, allocate: Allocate): CompiledPass {
  // by a table: it is asked twelve million times
  const of = Uint8Array.from({ length: 256 }, (_, byte) => (DOES[mode](byte) ? 1 : 0));
  const does = (i: number) => of[pixels[i]!]! | of[pixels[i + 1]!]! | of[pixels[i + 2]!]!;
  const found: number[] = [];
  let count = 0;
  for (let i = 0, open = false; i < pixels.length; i += 3) {
    const starts = does(i) === 1;
    if (starts !== open) found.push(i);
    open = starts;
    if (starts) count++;
  }
  if (found.length % 2) found.push(pixels.length);
  const runs = new Uint32Array(allocate(found.length * 4));
  const value = new Uint8Array(allocate(count * 3));
  for (let r = 0, k = 0; r < found.length; r += 2) {
    const its = pixels.subarray(found[r], found[r + 1]);
    value.set(its, k);
    k += its.length;
    runs.set([found[r]! / 3, its.length / 3], r);
  }
  return { runs, value };
}

/** The edges of a room in the map's own numbers, and which parts are its product's (part 0 is nobody's). */
function boundsOf({ products, parts }: SceneSheet, product: number, room: SceneRoom): Bounds {
  const { plane } = products[product]!;
  const left = ((room.xMm - plane.xMm) / plane.widthMm) * 65535;
  const top = ((room.yMm - plane.yMm) / plane.heightMm) * 65535;
  return {
    ...{
      left,
      top,
      right: left + (room.widthMm / plane.widthMm) * 65535,
      bottom: top + (room.heightMm / plane.heightMm) * 65535,
    },
    mine: Uint8Array.of(0, ...parts.map((p) => (p.product === product ? 1 : 0))),
  };
}

function compileRoom(
  sheet: SceneSheet,
  { size, map }: ScenePixels,
  { first }: Cover,
  { product, room }: { product: number; room: SceneRoom },
  finder: Finder,
  allocate: Allocate,
): CompiledRoom {
  const { plane } = sheet.products[product]!;
  const n = size * size;
  const low = n * 3;
  const bounds = boundsOf(sheet, product, room);
  const mine = (i: number) => !first || bounds.mine[first[i]!] === 1;
  const xAt = (i: number) => (map[i * 3]! << 8) | map[low + i * 3]!;
  const yAt = (i: number) => (map[i * 3 + 1]! << 8) | map[low + i * 3 + 1]!;
  const { places, cover, runs } = finder(bounds, allocate);
  const runCount = runs.length / 2;
  const steps = new Float32Array(allocate(runCount * 16));
  // how far it goes from point to point, typical first
  const perMm = { x: plane.widthMm / 65535, y: plane.heightMm / 65535 };
  // hypot would take ten times as long
  const far = (i: number, j: number) => Math.sqrt(((xAt(j) - xAt(i)) * perMm.x) ** 2 + ((yAt(j) - yAt(i)) * perMm.y) ** 2);
  const longer = Array.from({ length: runCount }, (_, r) => r * 2).filter((r) => runs[r + 1]! > 1);
  const sampled = Float64Array.from(longer, (r) => far(runs[r]!, runs[r]! + 1)).sort();
  const mmPerPoint = sampled[sampled.length >> 1] || 1;
  const addressed = (i: number) => i >= 0 && i < n && map[i * 3 + 2]! > 0 && mine(i);
  const near = (i: number, j: number, apart: number) => addressed(j) && far(i, j) / apart < FOLD * mmPerPoint;
  for (let r = 0; r < runCount; r++) {
    const [from, long] = [runs[r * 2]!, runs[r * 2 + 1]!];
    const middle = from + (long >> 1);
    const along = between(middle, 1, near, long > 2 ? Math.min(long >> 1, 6) : 1);
    const down = between(middle, size, near, 4);
    const step = (pair: [number, number] | null, by: number, at: (i: number) => number) =>
      pair ? ((at(pair[1]) - at(pair[0])) * by) / (pair[1] - pair[0]) : null;
    const [ax, ay] = [step(along, 1, xAt), step(along, 1, yAt)];
    const [dx, dy] = [step(down, size, xAt), step(down, size, yAt)];
    // where nothing is known of a direction it is as fine as it mostly is
    steps[r * 4] = ax ?? mmPerPoint / perMm.x;
    steps[r * 4 + 1] = ay ?? 0;
    steps[r * 4 + 2] = dx ?? 0;
    steps[r * 4 + 3] = dy ?? mmPerPoint / perMm.y;
  }
  return { product, room, places, cover, runs, steps, mmPerPoint };
}

/** Two points on either side of one, up to `reach` steps away, between which the map goes on; null where there are none. */
function between(
  at: number,
  by: number,
  near: (i: number, j: number, apart: number) => boolean,
  reach: number,
): [number, number] | null {
  let [from, to] = [at, at];
  for (let k = 1; k <= reach; k++) {
    if (from === at - by * (k - 1) && near(at, at - by * k, k)) from = at - by * k;
    if (to === at + by * (k - 1) && near(at, at + by * k, k)) to = at + by * k;
  }
  return from === to ? null : [from, to];
}
