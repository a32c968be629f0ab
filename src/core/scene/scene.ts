/** A print area's place on the flat product of a scene, mm. */
export interface SceneArea {
  name: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** What `scene.json` says of a scene. */
export interface SceneSheet {
  id: string;
  title: string;
  /** The kind of blank it shows. */
  blank: string;
  material: 'cloth' | 'paper';
  crop: 'whole' | 'close';
  /** Side of the square plate in px. */
  size: number;
  /** sRGB 0..1 of the median of the white product, the shading that counts as plain. */
  medianSrgb: number;
  /** The rectangle of flat product that the 16-bit map spans, mm. */
  plane: { xMm: number; yMm: number; widthMm: number; heightMm: number };
  areas: SceneArea[];
  gloss: boolean;
}

/** A decoded scene: interleaved RGB bytes, row by row. `map` is twice as high; see `tools/scenes/pack.ts` for its layout. */
export interface ScenePixels {
  size: number;
  plate: Uint8Array;
  map: Uint8Array;
  gloss: Uint8Array | null;
}

/** What is left of a decoded scene once its print areas are compiled: a sixth of the map is all that dyeing needs. */
export interface SceneGround {
  size: number;
  plate: Uint8Array;
  /** How much of each point is the product, 0..255. */
  product: Uint8Array;
  gloss: Uint8Array | null;
}

/** Takes what dyeing and printing need out of a decoded scene, so that the map can be let go. */
export function groundOf({ size, plate, map, gloss }: ScenePixels): SceneGround {
  const product = new Uint8Array(size * size);
  const mask = size * size * 3 + 2;
  for (let i = 0; i < product.length; i++) product[i] = map[mask + i * 3]!;
  return { size, plate, product, gloss };
}

/** The points of one print area in a scene, as parallel lists in picture order. */
export interface PrintPoints {
  /** Index of the picture point (row * size + column). */
  at: Uint32Array;
  /** Position in the print area, mm. */
  x: Float32Array;
  y: Float32Array;
  /** Coverage of the print surface, 0..255. */
  mask: Uint8Array;
  /** Typical distance between neighbouring points on the product, mm: how fine a texture is worth having. */
  mmPerPoint: number;
}

/** Compiles the list of print points once per scene and area. */
export function compileArea(sheet: SceneSheet, pixels: ScenePixels, area: SceneArea): PrintPoints {
  const { size, map } = pixels;
  const n = size * size;
  const { plane } = sheet;
  const low = n * 3;
  const xOf = (i: number) => plane.xMm + (((map[i * 3]! << 8) | map[low + i * 3]!) / 65535) * plane.widthMm - area.xMm;
  const yOf = (i: number) => plane.yMm + (((map[i * 3 + 1]! << 8) | map[low + i * 3 + 1]!) / 65535) * plane.heightMm - area.yMm;
  const inside = (i: number): boolean => {
    if (!map[i * 3 + 2]) return false;
    const [x, y] = [xOf(i), yOf(i)];
    return x >= 0 && x <= area.widthMm && y >= 0 && y <= area.heightMm;
  };
  // counted first: lists that grow would take four times the memory for a moment
  let count = 0;
  for (let i = 0; i < n; i++) if (inside(i)) count++;
  const at = new Uint32Array(count);
  const [xs, ys] = [new Float32Array(count), new Float32Array(count)];
  const mask = new Uint8Array(count);
  for (let i = 0, k = 0; i < n; i++) {
    if (!inside(i)) continue;
    at[k] = i;
    xs[k] = xOf(i);
    ys[k] = yOf(i);
    mask[k++] = map[i * 3 + 2]!;
  }
  const steps: number[] = [];
  for (let k = 1; k < at.length; k += 101)
    if (at[k] === at[k - 1]! + 1) steps.push(Math.hypot(xs[k]! - xs[k - 1]!, ys[k]! - ys[k - 1]!));
  steps.sort((a, b) => a - b);
  return { at, x: xs, y: ys, mask, mmPerPoint: steps[steps.length >> 1] ?? 1 };
}
