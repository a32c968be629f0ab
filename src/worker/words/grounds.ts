import sharp from 'sharp';

/** An artwork put on a ground where its lettering may be read: one channel, or RGB for the detector. */
export interface Ground {
  data: Buffer;
  width: number;
  height: number;
  channels: 1 | 3;
}

/** The same artwork prepared in several ways; which reads best depends on how it was drawn. */
export interface Grounds {
  /** On the black or white that its ink stands out from most, dark lettering on light. */
  contrast: Ground;
  /** On middle grey, in colour: black and white lettering both show. */
  middle: Ground;
  /** The silhouette, black on white; null for artwork without see-through parts. */
  silhouette: Ground | null;
  /** The green channel of `contrast`: outlines of one colour on another. */
  green: Ground;
  /** Where the cut-out that was prepared stood in the working copy, in shares. */
  box: { x: number; y: number; width: number; height: number };
  /** Border around the cut-out in pixels of the grounds. */
  border: number;
}

const SIDE = 960;
const BORDER = 40;

/** Prepares a working copy for reading: cut to its ink, at most 960 px, on several grounds. */
export async function grounds(file: string): Promise<Grounds | null> {
  const { data, info } = await sharp(file)
    .resize(1500, 1500, { fit: 'inside', withoutEnlargement: true, kernel: 'cubic' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const cut = inkBox(data, info.width, info.height);
  if (!cut) return null;
  const scale = Math.min(1.5, SIDE / Math.max(cut.width, cut.height));
  const [width, height] = [Math.max(8, Math.round(cut.width * scale)), Math.max(8, Math.round(cut.height * scale))];
  const rgba = await sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } })
    .extract(cut)
    .resize(width, height, { fit: 'fill', kernel: 'lanczos3' })
    .raw()
    .toBuffer();
  const n = width * height;
  let [ink, light] = [0, 0];
  for (let i = 0; i < n; i++) {
    const a = rgba[i * 4 + 3]! / 255;
    ink += a;
    light += (a * (0.2126 * rgba[i * 4]! + 0.7152 * rgba[i * 4 + 1]! + 0.0722 * rgba[i * 4 + 2]!)) / 255;
  }
  const opaque = ink / n > 0.97;
  const corner = (0.2126 * rgba[0]! + 0.7152 * rgba[1]! + 0.0722 * rgba[2]!) / 255;
  // what lies around the lettering: the ground we choose, or the picture's own corner
  const around = opaque ? Math.round(corner * 255) : light / ink > 0.5 ? 0 : 255;
  const negative = around < 128;
  const over = (ground: number, pick: (r: number, g: number, b: number) => number, invert: boolean): Ground => {
    const [w, h] = [width + 2 * BORDER, height + 2 * BORDER];
    const out = Buffer.alloc(w * h, invert ? 255 - around : around);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const i = (y * width + x) * 4;
        const a = rgba[i + 3]! / 255;
        const mix = (c: number) => rgba[i + c]! * a + ground * (1 - a);
        const v = pick(mix(0), mix(1), mix(2));
        out[(y + BORDER) * w + x + BORDER] = invert ? 255 - v : v;
      }
    return { data: out, width: w, height: h, channels: 1 };
  };
  const luma = (r: number, g: number, b: number) => 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const clear = opaque ? null : once(() => silhouette(rgba, width, height));
  const [contrast, green] = [once(() => over(around, luma, negative)), once(() => over(around, (_, g) => g, negative))];
  return {
    // most pictures are read from one or two of them: the others are not made
    get contrast() {
      return contrast();
    },
    get green() {
      return green();
    },
    get silhouette() {
      return clear?.() ?? null;
    },
    middle: inColour(rgba, width, height, opaque ? around : 127),
    box: { x: cut.left / info.width, y: cut.top / info.height, width: cut.width / info.width, height: cut.height / info.height },
    border: BORDER,
  };
}

/** What is made when it is first asked for. */
function once<T>(make: () => T): () => T {
  let made: { it: T } | undefined;
  return () => (made ??= { it: make() }).it;
}

function inColour(rgba: Buffer, width: number, height: number, around: number): Ground {
  const [w, h] = [width + 2 * BORDER, height + 2 * BORDER];
  const data = Buffer.alloc(w * h * 3, around);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const a = rgba[i + 3]! / 255;
      const o = ((y + BORDER) * w + x + BORDER) * 3;
      for (let c = 0; c < 3; c++) data[o + c] = rgba[i + c]! * a + 127 * (1 - a);
    }
  return { data, width: w, height: h, channels: 3 };
}

function silhouette(rgba: Buffer, width: number, height: number): Ground {
  const [w, h] = [width + 2 * BORDER, height + 2 * BORDER];
  const data = Buffer.alloc(w * h, 255);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data[(y + BORDER) * w + x + BORDER] = 255 - rgba[(y * width + x) * 4 + 3]!;
  return { data, width: w, height: h, channels: 1 };
}

/** Box of the ink: what prints, or in an opaque picture what differs from its corner. */
function inkBox(
  data: Buffer,
  width: number,
  height: number,
): { left: number; top: number; width: number; height: number } | null {
  const full = data[3]! > 250 && data[(width - 1) * 4 + 3]! > 250;
  let [x0, x1, y0, y1] = [width, -1, height, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const on = full
        ? Math.abs(data[i]! - data[0]!) + Math.abs(data[i + 1]! - data[1]!) + Math.abs(data[i + 2]! - data[2]!) > 40
        : data[i + 3]! > 16;
      if (!on) continue;
      x0 = Math.min(x0, x);
      x1 = Math.max(x1, x);
      y0 = Math.min(y0, y);
      y1 = y;
    }
  return x1 < 0 ? null : { left: x0, top: y0, width: x1 + 1 - x0, height: y1 + 1 - y0 };
}

/** A ground as PNG, for engines that read files. */
export const asPng = (g: Ground): Promise<Buffer> =>
  sharp(g.data, { raw: { width: g.width, height: g.height, channels: g.channels } })
    .png({ compressionLevel: 1 })
    .toBuffer();
