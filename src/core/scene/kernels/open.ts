import { KERNELS } from './compiled';

/** What `kernels.ts` exports: addresses are bytes of the memory. */
export interface Kernels {
  sample(
    layer: number,
    places: number,
    plate: number,
    cover: number,
    runs: number,
    steps: number,
    runCount: number,
    levels: number,
    levelCount: number,
    map: number,
    kind: number,
    repeat: number,
    pitchX: number,
    pitchY: number,
  ): void;
  print(picture: number, runs: number, runCount: number, layer: number, dye: boolean): void;
  tint(picture: number, plate: number, share: number, first: number, second: number, count: number, tables: number): void;
  room(
    map: number,
    size: number,
    first: number,
    parts: number,
    left: number,
    top: number,
    right: number,
    bottom: number,
    longest: number,
    places: number,
    cover: number,
    runs: number,
  ): bigint;
  pass(picture: number, runs: number, runCount: number, value: number, table: number): void;
  premultiply(from: number, to: number, count: number): void;
  halve(from: number, fromStride: number, to: number, toStride: number, width: number, height: number): void;
  opaque(from: number, to: number, points: number): void;
}

/** A page of WebAssembly memory, bytes. */
export const PAGE = 65536;

let compiled: Promise<WebAssembly.Module> | undefined;

/** The kernels with so much memory of their own. Pages that are not used cost nothing. */
export async function openKernels(bytes: number): Promise<{ kernels: Kernels; memory: WebAssembly.Memory }> {
  compiled ??= WebAssembly.compile(Uint8Array.from(atob(KERNELS), (c) => c.charCodeAt(0)));
  const memory = new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE) });
  const { exports } = await WebAssembly.instantiate(await compiled, { env: { memory } });
  return { kernels: exports as unknown as Kernels, memory };
}
