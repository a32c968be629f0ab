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
    const bare = pick(ground, ground, ground);
    const clear = invert ? 255 - bare : bare;
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0, o = (y + BORDER) * w + BORDER; x < width; x++, i += 4, o++) {
        const alpha = rgba[i + 3]!;
        if (!alpha) {
          out[o] = clear;
          continue;
        }
        const a = alpha / 255;
        const rest = ground * (1 - a);
        const v = pick(rgba[i]! * a + rest, rgba[i + 1]! * a + rest, rgba[i + 2]! * a + rest);
        out[o] = invert ? 255 - v : v;
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
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, o = ((y + BORDER) * w + BORDER) * 3; x < width; x++, i += 4, o += 3) {
      const a = rgba[i + 3]! / 255;
      const rest = 127 * (1 - a);
      data[o] = rgba[i]! * a + rest;
      data[o + 1] = rgba[i + 1]! * a + rest;
      data[o + 2] = rgba[i + 2]! * a + rest;
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
  const on = (i: number) =>
    full
      ? Math.abs(data[i]! - data[0]!) + Math.abs(data[i + 1]! - data[1]!) + Math.abs(data[i + 2]! - data[2]!) > 40
      : data[i + 3]! > 16;
  const row = (y: number) => {
    for (let x = 0; x < width; x++) if (on((y * width + x) * 4)) return true;
    return false;
  };
  let [top, bottom] = [0, height - 1];
  while (top < height && !row(top)) top++;
  if (top === height) return null;
  while (!row(bottom)) bottom--;
  let [left, right] = [width, -1];
  for (let y = top; y <= bottom; y++) {
    // only what would make the box wider is looked at
    for (let x = 0; x < left; x++) if (on((y * width + x) * 4)) left = x;
    for (let x = width - 1; x > right; x--) if (on((y * width + x) * 4)) right = x;
  }
  return { left, top, width: right + 1 - left, height: bottom + 1 - top };
}

/** A ground as PNG, for engines that read files. */
export const asPng = (g: Ground): Promise<Buffer> =>
  sharp(g.data, { raw: { width: g.width, height: g.height, channels: g.channels } })
    .png({ compressionLevel: 1 })
    .toBuffer();
