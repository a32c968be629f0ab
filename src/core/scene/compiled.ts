import type { SceneRoom, SceneSheet } from './sheet';

/** A decoded scene: interleaved bytes, row by row. `map` and `parts` as `docs/scenes.md` tells. */
export interface ScenePixels {
  size: number;
  /** RGB, sRGB: the picture with white products. */
  plate: Uint8Array;
  /** RGB, twice as high: above the high bytes of the place and the print's coverage, below the low bytes and the product's. */
  map: Uint8Array;
  /** RGB: first part, second part, share of the first; null where there is one part. */
  parts: Uint8Array | null;
  /** RGB, one for each of the sheet's passes. */
  passes: Uint8Array[];
}

/** Which parts a point shows: `share` of 255 is the first, the rest the second; part 0 is the surroundings. */
export interface Cover {
  /** Null: the first is part 1, the second the surroundings. */
  first: Uint8Array | null;
  second: Uint8Array | null;
  share: Uint8Array;
}

/** A pass as the points where it does something. */
export interface CompiledPass {
  /** Two numbers a run: its first picture point and how many points it has. */
  runs: Uint32Array;
  /** RGB of each point, run after run. */
  value: Uint8Array;
}

/**
 * The points of a print area in a scene, in picture order. A run is at most `RUN` points side by side, over which the map is taken for
 * straight when it is asked how fine a picture has to be.
 */
export interface CompiledRoom {
  product: number;
  room: SceneRoom;
  /** The place in the plane, as the map has it: x in the low 16 bits, y in the high ones. */
  places: Uint32Array;
  /** The print's share of each point, 0 to 255. */
  cover: Uint8Array;
  /** Two numbers a run: its first picture point (row * size + column) and how many points it has. */
  runs: Uint32Array;
  /** Four numbers a run: how far x and y go in the plane from one point to the next in the row, and from one row to the next. */
  steps: Float32Array;
  /** Typical distance between neighbouring points on the product, mm. */
  mmPerPoint: number;
}

/** A scene made ready for printing; what a thousand pictures of it share. */
export interface CompiledScene {
  sheet: SceneSheet;
  plate: Uint8Array;
  cover: Cover;
  rooms: CompiledRoom[];
  passes: CompiledPass[];
}

/** Makes room for so many bytes: in the browser plain memory, in threads memory that they share. */
export type Allocate = (bytes: number) => ArrayBufferLike;
/** What of a map lies in a room. */
export interface Bounds {
  left: number;
  top: number;
  right: number;
  bottom: number;
  mine: Uint8Array;
}
/** Finds the points of a room, in picture order. */
export type Finder = (bounds: Bounds, allocate: Allocate) => Pick<CompiledRoom, 'places' | 'cover' | 'runs'>;

/** How much memory a compiled scene takes. */
export const sceneBytes = ({ plate, cover, rooms, passes }: CompiledScene): number =>
  plate.byteLength +
  cover.share.byteLength +
  (cover.first?.byteLength ?? 0) * 2 +
  rooms.reduce((n, r) => n + r.places.byteLength + r.cover.byteLength + r.runs.byteLength + r.steps.byteLength, 0) +
  passes.reduce((n, p) => n + p.runs.byteLength + p.value.byteLength, 0);
