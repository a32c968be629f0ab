import { OPAQUE, PRINTS, type Box, type Pixels } from './reduce';

/** The opacity of a picture alone: a quarter of the memory to walk through. */
export interface Silhouette {
  alpha: Uint8Array;
  width: number;
  height: number;
}

export function silhouetteOf({ rgba, width, height }: Pixels): Silhouette {
  const alpha = new Uint8Array(width * height);
  for (let i = 0, o = 3; i < alpha.length; i++, o += 4) alpha[i] = rgba[o]!;
  return { alpha, width, height };
}

/** How the see-through ground meets the ink. Soft rims print as a pale or dirty fringe on cloth. */
export interface Edges {
  kind: 'hard' | 'soft' | 'none';
  /** Mean width of the half see-through rim in pixels of the original. */
  widthPx: number;
}

/** A rim wider than this (a third of a millimetre at 300 px/in) is no longer just smoothed. Common practice, no single source. */
const SOFT_FROM_PX = 4;

/**
 * Measures the rim: half see-through pixels over the length of the outline. `by` is the reduction of the picture
 * against its original. Pictures with no see-through part have no edges.
 */
export function edges({ alpha, width, height }: Silhouette, by: number): Edges {
  let soft = 0;
  let outline = 0;
  let above = 0; // index of the row above; the first row is its own
  for (let y = 0, i = 0; y < height; y++) {
    let before = alpha[i]! >= 128;
    for (const end = i + width; i < end; i++, above++) {
      const a = alpha[i]!;
      if (a >= PRINTS && a < OPAQUE) soft++;
      const inside = a >= 128;
      if (inside !== before) outline++;
      if (inside !== alpha[above]! >= 128) outline++;
      before = inside;
    }
    if (y === 0) above = 0;
  }
  // a wash that is half see-through all over has no outline, and prints as badly as a soft rim
  if (!outline) return { kind: soft > (width * height) / 100 ? 'soft' : 'none', widthPx: 0 };
  const widthPx = (soft / outline) * by;
  return { kind: widthPx < SOFT_FROM_PX ? 'hard' : 'soft', widthPx: Math.round(widthPx * 10) / 10 };
}

/** Small marks that stand alone, as an eraser leaves them behind. */
export interface Specks {
  count: number;
  /** Where they are, the first twelve. */
  boxes: Box[];
  /** Box of everything but them. */
  trimWithout: Box | null;
}

/** A speck is at most this share of the longer side across, and this far from anything larger. */
const SPECK_SIDE = 0.006;
const SPECK_ALONE = 0.02;
/** More than this many small marks are a texture that somebody drew. */
const SPECKS_MOST = 24;

interface Blob {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

/** Finds stray specks among the connected parts of a picture; a drawing that is nothing but small marks has none. */
export function specks(p: Silhouette): Specks {
  const side = Math.max(p.width, p.height);
  const blobs = connectedParts(p);
  const small = (b: Blob) => Math.max(b.x1 - b.x0, b.y1 - b.y0) + 1 <= side * SPECK_SIDE;
  const large = blobs.filter((b) => !small(b));
  const few = blobs.length - large.length;
  if (!large.length || !few || few > SPECKS_MOST * 4) return { count: 0, boxes: [], trimWithout: null };
  const far = side * SPECK_ALONE;
  const gap = (a: Blob, b: Blob) => Math.max(Math.max(a.x0 - b.x1, b.x0 - a.x1), Math.max(a.y0 - b.y1, b.y0 - a.y1), 0);
  const found = blobs.filter((b) => small(b) && large.every((l) => gap(b, l) > far));
  if (!found.length || found.length > SPECKS_MOST) return { count: 0, boxes: [], trimWithout: null };
  const box = (b: Blob): Box => ({
    x: b.x0 / p.width,
    y: b.y0 / p.height,
    width: (b.x1 + 1 - b.x0) / p.width,
    height: (b.y1 + 1 - b.y0) / p.height,
  });
  const rest = blobs.filter((b) => !found.includes(b));
  const whole = rest.reduce((a, b) => ({
    x0: Math.min(a.x0, b.x0),
    x1: Math.max(a.x1, b.x1),
    y0: Math.min(a.y0, b.y0),
    y1: Math.max(a.y1, b.y1),
  }));
  return { count: found.length, boxes: found.slice(0, 12).map(box), trimWithout: box(whole) };
}

/** Connected parts (8 neighbours) of everything that prints, by joining the runs of each row with those above. */
function connectedParts({ alpha, width, height }: Silhouette): Blob[] {
  const parent: number[] = [];
  const blob: Blob[] = [];
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  };
  let above: [number, number, number][] = [];
  for (let y = 0; y < height; y++) {
    const runs: [number, number, number][] = [];
    let k = 0;
    const start = y * width;
    const end = start + width;
    for (let i = start; i < end; i++) {
      if (alpha[i]! < PRINTS) continue;
      const x0 = i - start;
      while (i < end && alpha[i]! >= PRINTS) i++;
      const x1 = i - start - 1;
      let mine = -1;
      while (k < above.length && above[k]![1] < x0 - 1) k++;
      for (let j = k; j < above.length && above[j]![0] <= x1 + 1; j++) {
        const its = root(above[j]![2]);
        if (mine < 0) mine = its;
        else if (its !== mine) {
          const [keep, drop] = [blob[mine]!, blob[its]!];
          keep.x0 = Math.min(keep.x0, drop.x0);
          keep.x1 = Math.max(keep.x1, drop.x1);
          keep.y0 = Math.min(keep.y0, drop.y0);
          keep.y1 = Math.max(keep.y1, drop.y1);
          parent[its] = mine;
        }
      }
      if (mine < 0) {
        mine = parent.length;
        parent.push(mine);
        blob.push({ x0, x1, y0: y, y1: y });
      } else {
        const b = blob[mine]!;
        b.x0 = Math.min(b.x0, x0);
        b.x1 = Math.max(b.x1, x1);
        b.y1 = y;
      }
      runs.push([x0, x1, mine]);
    }
    above = runs;
  }
  return blob.filter((_, i) => parent[i] === i);
}
