import type { Bounds, Finder, ScenePixels } from '../compiled';
import { openKernels, PAGE } from './open';

/** Points side by side are told together, up to so many. */
export const RUN = 32;

/** Looks through a scene's map for the points of its rooms, in a memory of its own that goes with it. */
export async function roomFinder({ size, map }: ScenePixels, first: Uint8Array | null): Promise<Finder> {
  const [mapAt, firstAt] = [PAGE, PAGE + map.length];
  const inputs = firstAt + (first?.length ?? 0) + 16;
  const { kernels, memory } = await openKernels(inputs);
  new Uint8Array(memory.buffer).set(map, mapAt);
  if (first) new Uint8Array(memory.buffer).set(first, firstAt);
  return ({ left, top, right, bottom, mine }: Bounds, allocate) => {
    new Uint8Array(memory.buffer).set(mine, 0);
    const look = (places: number, cover: number, runs: number) =>
      kernels.room(mapAt, size, first ? firstAt : 0, 0, left, top, right, bottom, RUN, places, cover, runs);
    const counted = look(0, 0, 0);
    const [points, count] = [Number(counted & 0xffffffffn), Number(counted >> 32n)];
    const places = (inputs + 7) & ~7;
    const runs = places + points * 4 + (points & 1) * 4;
    const cover = runs + count * 8;
    const more = cover + points - memory.buffer.byteLength;
    if (more > 0) memory.grow(Math.ceil(more / PAGE));
    look(places, cover, runs);
    const copy = <A extends Uint8Array | Uint32Array>(from: A, bytes: number, make: (buffer: ArrayBufferLike) => A): A => {
      const to = make(allocate(bytes));
      to.set(from);
      return to;
    };
    return {
      places: copy(new Uint32Array(memory.buffer, places, points), points * 4, (b) => new Uint32Array(b)),
      cover: copy(new Uint8Array(memory.buffer, cover, points), points, (b) => new Uint8Array(b)),
      runs: copy(new Uint32Array(memory.buffer, runs, count * 2), count * 8, (b) => new Uint32Array(b)),
    };
  };
}
