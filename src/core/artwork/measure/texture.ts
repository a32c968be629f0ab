import type { Pixels } from './reduce';

/** What a picture is made of. `plain` is one flat colour from edge to edge. */
export type PictureKind = 'photograph' | 'drawing' | 'plain';

export interface Texture {
  kind: PictureKind;
  /** Shares of neighbouring pixels that are equal, and that differ a little (3 to 24 of 255): what photographs are full of. */
  equalShare: number;
  grainShare: number;
}

/** Pictures smaller than this are too coarse to judge. */
const JUDGED_FROM_PX = 120;

/**
 * Tells photographs from drawings by how neighbours differ: in drawings most are equal and the rest differ much. Limits
 * fitted on open clip art and open photographs; no single source. Give a picture of about 480 px.
 */
export function texture({ rgba, width, height }: Pixels): Texture {
  let [pairs, equal, slight, grain, clear, first, differs] = [0, 0, 0, 0, 0, -1, false];
  const compare = (i: number, j: number) => {
    if (rgba[j + 3]! < 128) return;
    pairs++;
    const g = gap(rgba, i, j);
    if (g === 0) equal++;
    else if (g <= 2) slight++;
    else if (g <= 24) grain++;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      if (rgba[i + 3]! < 128) {
        differs = true;
        clear++;
        continue;
      }
      if (first < 0) first = i;
      else if (!differs) differs = gap(rgba, first, i) > 6;
      if (x + 1 < width) compare(i, i + 4);
      if (y + 1 < height) compare(i, i + width * 4);
    }
  const share = (n: number) => Math.round((pairs ? n / pairs : 0) * 1000) / 1000;
  const [equalShare, grainShare] = [share(equal), share(grain)];
  // shaded drawings that were cut out come close, cut-out photographs are rare: they have to be clearer cases
  const enough =
    differs && clear > width * height * 0.02 ? equalShare < 0.1 && grainShare >= 0.4 : equalShare < 0.5 && grainShare >= 0.14;
  const photograph = Math.min(width, height) >= JUDGED_FROM_PX && enough && grainShare + share(slight) >= 0.5;
  const kind = first >= 0 && !differs ? 'plain' : photograph ? 'photograph' : 'drawing';
  return { kind, equalShare, grainShare };
}

/** Largest difference over the three channels of two pixels, by their byte offsets. */
function gap(rgba: Uint8Array, i: number, j: number): number {
  return Math.max(Math.abs(rgba[i]! - rgba[j]!), Math.abs(rgba[i + 1]! - rgba[j + 1]!), Math.abs(rgba[i + 2]! - rgba[j + 2]!));
}

/** How a picture can be laid side by side without a seam. */
export interface Repeat {
  kind: 'none' | 'straight' | 'half-drop' | 'brick' | 'across' | 'down';
  /** Change over the seam against the change between neighbours inside, for the kind found; about 1 is no seam. */
  seam: number;
}

/** A seam may differ this much more than neighbours inside do. Fitted on drawn repeats; no single source. */
const SEAM_MOST = 1.7;
/** Along one axis alone chance makes it likelier: it has to be a clearer case. */
const SURELY = 1.2;

/**
 * Looks whether opposite edges go on into each other: straight both ways, with every second column dropped by half, with
 * every second row shifted by half, or along one axis only. Edges of a single colour on all four sides prove nothing: that
 * is a motif on plain ground.
 */
export function repeat(p: Pixels): Repeat {
  const { width, height } = p;
  if (width < 16 || height < 16) return { kind: 'none', seam: 0 };
  const [top, bottom, left, right] = [row(p, 0), row(p, height - 1), column(p, 0), column(p, width - 1)];
  const across = typical(p, column, width);
  const down = typical(p, row, height);
  const shifted = (line: Uint8Array) => {
    const half = (line.length >> 3) << 2;
    const out = new Uint8Array(line.length);
    out.set(line.subarray(half));
    out.set(line.subarray(0, half), line.length - half);
    return out;
  };
  const seamX = change(right, left) / across;
  const seamY = change(bottom, top) / down;
  const lively = (least: number, ...lines: Uint8Array[]) => lines.every((line) => unrest(line) > least);
  // a cut-out motif that touches its edges is often the same left and right: see-through pictures need proof both ways
  const seeThrough = [top, bottom, left, right].some((l) => l.some((v, i) => i % 4 === 3 && v < 128));
  const both = lively(0.12, left, right, top, bottom);
  const livelyX = seeThrough ? both : lively(0.02, left, right);
  const livelyY = seeThrough ? both : lively(0.02, top, bottom);
  const found = (kind: Repeat['kind'], ...seams: number[]): Repeat | null =>
    seams.every((s) => s < SEAM_MOST) ? { kind, seam: Math.round(Math.max(...seams) * 100) / 100 } : null;
  return (
    ((livelyX || livelyY) && found('straight', seamX, seamY)) ||
    (livelyX && found('half-drop', change(right, shifted(left)) / across, seamY)) ||
    (livelyY && found('brick', seamX, change(bottom, shifted(top)) / down)) ||
    (livelyX && seamX < SURELY && found('across', seamX)) ||
    (livelyY && seamY < SURELY && found('down', seamY)) || { kind: 'none', seam: Math.round(Math.max(seamX, seamY) * 100) / 100 }
  );
}

/** One row or column as premultiplied RGBA bytes: what is see-through has no colour. */
function line(p: Pixels, length: number, at: (k: number) => number): Uint8Array {
  const out = new Uint8Array(length * 4);
  for (let k = 0; k < length; k++) {
    const i = at(k) * 4;
    const a = p.rgba[i + 3]!;
    for (let c = 0; c < 3; c++) out[k * 4 + c] = (p.rgba[i + c]! * a) / 255;
    out[k * 4 + 3] = a;
  }
  return out;
}
const row = (p: Pixels, y: number) => line(p, p.width, (x) => y * p.width + x);
const column = (p: Pixels, x: number) => line(p, p.height, (y) => y * p.width + x);

/** Root mean square change between two lines, so that one broken motif weighs more than much small noise. */
function change(a: Uint8Array, b: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i]! - b[i]!) ** 2;
  return Math.sqrt(sum / a.length);
}

/** The share of a line that stands out from its commonest colour: something crosses this edge. */
function unrest(a: Uint8Array): number {
  const middle = [0, 1, 2, 3].map((c) => {
    const values = a.filter((_, i) => i % 4 === c).sort();
    return values[values.length >> 1]!;
  });
  let out = 0;
  for (let i = 0; i < a.length; i += 4) if (middle.some((m, c) => Math.abs(a[i + c]! - m) > 16)) out++;
  return out / (a.length / 4);
}

/** The usual change between neighbouring lines inside and beside the edges, never so small that rounding would count as a seam. */
function typical(p: Pixels, get: (p: Pixels, at: number) => Uint8Array, length: number): number {
  const changes: number[] = [];
  for (let k = 1; k <= 24; k++) {
    const at = Math.floor((length * k) / 26);
    changes.push(change(get(p, at), get(p, at + 1)));
  }
  changes.sort((a, b) => a - b);
  const atTheEdge = Math.max(change(get(p, 0), get(p, 1)), change(get(p, length - 2), get(p, length - 1)));
  return Math.max(4, atTheEdge, changes[Math.floor(changes.length * 0.9)]!);
}
