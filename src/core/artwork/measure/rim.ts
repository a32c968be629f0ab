import { distance, type Rgb } from '../../colour/colour';
import { OPAQUE, type Pixels } from './reduce';

/** What runs round a picture that fills its sheet. */
export interface Rim {
  /** The colour that most of its edge has. */
  rgb: Rgb;
  /** Share of its edge that has about that colour. */
  even: number;
  /** A border of that colour all round, drawn in the picture: its width where it is narrowest, as a share of the shorter side; 0 for none. */
  border: number;
}

/** As near by OKLab as that counts as the same colour: what packing a JPEG does to an even one stays within it. Fitted by eye. */
const SAME = 0.06;
/** A row or column belongs to a border when so much of it has its colour, and none of the picture's own when so much has another. */
const BORDER = 0.97;
const PICTURE = 0.5;
/** What is wider is ground on which a motif stands, not a border. Fitted by eye. */
const WIDEST = 0.15;
/** The outermost pixel is mixed with nothing when a picture is reduced, so the second is looked at. */
const IN = 1;

/** Measures what runs round a picture, of about 480 px; null where it does not fill its sheet to the edges. */
export function rim({ rgba, width, height }: Pixels): Rim | null {
  if (width < 16 || height < 16) return null;
  const edge: number[] = [];
  for (let x = IN; x < width - IN; x++) edge.push((IN * width + x) * 4, ((height - 1 - IN) * width + x) * 4);
  for (let y = IN + 1; y < height - IN - 1; y++) edge.push((y * width + IN) * 4, (y * width + width - 1 - IN) * 4);
  if (edge.some((i) => rgba[i + 3]! < OPAQUE)) return null;
  const rgb = commonest(rgba, edge);
  const same = nearness(rgba, rgb);
  const even = edge.filter(same).length / edge.length;
  return { rgb, even: Math.round(even * 1000) / 1000, border: even >= BORDER ? borderOf(width, height, same) : 0 };
}

/** The mean of the colours in the fullest of 4,096 boxes. */
function commonest(rgba: Pixels['rgba'], at: readonly number[]): Rgb {
  const bins = new Map<number, [n: number, r: number, g: number, b: number]>();
  for (const i of at) {
    const key = ((rgba[i]! >> 4) << 8) | ((rgba[i + 1]! >> 4) << 4) | (rgba[i + 2]! >> 4);
    const bin = bins.get(key) ?? [0, 0, 0, 0];
    bins.set(key, bin);
    bin[0]++;
    for (let c = 0; c < 3; c++) bin[c + 1]! += rgba[i + c]!;
  }
  const [n, r, g, b] = [...bins.values()].reduce((best, bin) => (bin[0] > best[0] ? bin : best));
  return [Math.round(r / n), Math.round(g / n), Math.round(b / n)];
}

/** Whether the pixel at a place has about a colour; each colour is worked out once. */
function nearness(rgba: Pixels['rgba'], rgb: Rgb): (i: number) => boolean {
  const known = new Map<number, boolean>();
  return (i) => {
    const key = (rgba[i]! << 16) | (rgba[i + 1]! << 8) | rgba[i + 2]!;
    let near = known.get(key);
    if (near === undefined) {
      near = distance([rgba[i]!, rgba[i + 1]!, rgba[i + 2]!], rgb) < SAME;
      known.set(key, near);
    }
    return near;
  };
}

/** The narrowest side of a border, as a share of the shorter side; 0 where what follows it on a side is not a picture from end to end. */
function borderOf(width: number, height: number, same: (i: number) => boolean): number {
  const shorter = Math.min(width, height);
  const most = Math.floor(shorter * WIDEST);
  const row = (y: number) => (t: number) => (y * width + t) * 4;
  const column = (x: number) => (t: number) => (t * width + x) * 4;
  const sides: [line: (depth: number) => (t: number) => number, length: number][] = [
    [row, width],
    [(d) => row(height - 1 - d), width],
    [column, height],
    [(d) => column(width - 1 - d), height],
  ];
  let narrowest = most;
  for (const [line, length] of sides) {
    // within the border at both ends: only the picture's own part says whether one begins
    const share = (depth: number): number => {
      let n = 0;
      for (let t = 0; t < length; t++) if (same(line(depth)(t))) n++;
      return n / length;
    };
    let depth = 0;
    while (depth <= most && share(depth) >= BORDER) depth++;
    // the line where they meet may be mixed of both
    if (depth === 0 || depth > most || 1 - share(Math.min(depth + 1, most)) < PICTURE) return 0;
    narrowest = Math.min(narrowest, depth);
  }
  return Math.round((narrowest / shorter) * 10_000) / 10_000;
}
