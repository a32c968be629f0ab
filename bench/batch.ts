import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { Tinypool } from 'tinypool';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { outputFor } from '../src/core/outlet/pictures';
import { covering, fitted } from '../src/core/placement/form';
import { lay } from '../src/core/placement/lay';
import type { SceneSheet } from '../src/core/scene/sheet';
import { derivedName, keepDerived } from '../src/files/store';
import type { PictureOrder } from '../src/services/line/prepare/pictures';
import { ALLOCATOR } from '../src/worker/mockups/allocator';
import { figure } from './figure';

const ARTWORKS = 100;
/** Drawn anew, each in so many hues: a hundred pictures that differ. */
const HUES = 5;
const COLOURS = ['#f7f5f0', '#a9c4bf', '#d9694f', '#24405e', '#53565c', '#17171a'];
const OUTPUT = outputFor({ minSidePx: 1000, maxBytes: 20e6 });

interface Working {
  name: string;
  widthPx: number;
  heightPx: number;
}

/** Working copies as bringing in leaves them behind. */
async function workingCopies(count: number): Promise<Working[]> {
  const made: Working[] = [];
  const pieces = collection().slice(0, Math.ceil(count / HUES));
  for (const [i, piece] of pieces.entries()) {
    const { data, info } = await sharp(await draw(piece))
      .resize({ width: 2400, height: 2400, fit: 'inside' })
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    for (let h = 0; h < HUES && made.length < count; h++) {
      const name = derivedName(['bench', i, h], '.png');
      const png = await sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } })
        .modulate({ hue: h * 60 })
        .png({ compressionLevel: 2, adaptiveFiltering: false })
        .toBuffer();
      await keepDerived(name, png);
      made.push({ name, widthPx: info.width, heightPx: info.height });
    }
  }
  return made;
}

/** One picture of an artwork in a scene: fitted on cloth, covering on paper. */
function order(it: Working, { id, products }: SceneSheet, colour: string): PictureOrder {
  const [room] = products[0]!.rooms;
  const cloth = products[0]!.kinds.includes('shirt');
  const size = { ...it, trim: { x: 0, y: 0, width: 1, height: 1 } };
  const { maps, repeat, widthMm, ppi } = lay(size, room!, cloth ? fitted(0.78, 38) : covering());
  const working = { working: it.name, original: { sha256: '', fileName: '' } };
  const inputs = ['bench', it.name, id, colour];
  return {
    ...{ kind: 'scene', scene: id, colourName: colour, products: [{ colour }], output: OUTPUT },
    prints: [{ product: 0, room: room!.name, ink: 'opaque', ground: null, layers: [{ ...working, maps, repeat, widthMm, ppi }] }],
    file: derivedName([inputs, OUTPUT], '.jpg'),
    small: derivedName(inputs, '.webp'),
  };
}

const childOf = (pid: number): number =>
  Number(fs.readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').at(-1)) || pid;

/** Has all pictures made by the worker's own process of mockups; returns how long it takes and the most memory that it has. */
async function made(batches: PictureOrder[][], root: string): Promise<{ seconds: number; megabytes: number }> {
  const pool = new Tinypool({
    ...{ runtime: 'child_process', serialization: 'advanced', minThreads: 1, maxThreads: 1 },
    concurrentTasksPerWorker: os.availableParallelism(),
    env: { ...process.env, ...ALLOCATOR, PRESS_ROOT: root },
    filename: new URL('./mockup-process.mjs', import.meta.url).href,
  });
  const began = performance.now();
  await Promise.all(batches.map((b) => pool.run(b)));
  const seconds = (performance.now() - began) / 1000;
  // the most that it has ever had in memory (proc(5)): looking again and again would slow it down
  const megabytes = Number(/^VmHWM:\s+(\d+)/m.exec(fs.readFileSync(`/proc/${childOf(process.pid)}/status`, 'utf8'))![1]) / 1024;
  await pool.destroy();
  return { seconds, megabytes };
}

/** A folder with as many scenes as asked for: those that ship, under further names. */
function scenesUnder(root: string, count: number): SceneSheet[] {
  const from = path.join(process.cwd(), 'assets/scenes');
  const ids = fs.readdirSync(from).filter((f) => fs.existsSync(path.join(from, f, 'scene.json')));
  return Array.from({ length: count }, (_, i) => {
    const id = ids[i % ids.length]!;
    const named = i < ids.length ? id : `${id}-${Math.floor(i / ids.length)}`;
    const folder = path.join(root, 'assets/scenes', named);
    fs.cpSync(path.join(from, id), folder, { recursive: true });
    const sheet = { ...(JSON.parse(fs.readFileSync(path.join(folder, 'scene.json'), 'utf8')) as SceneSheet), id: named };
    fs.writeFileSync(path.join(folder, 'scene.json'), JSON.stringify(sheet));
    return sheet;
  });
}

/** Does work with some working copies, in a folder of its own. */
async function withCopies(count: number, work: (working: Working[], folder: string) => Promise<void>): Promise<void> {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-bench-'));
  process.env.FILES_DIR = path.join(folder, 'data');
  fs.mkdirSync(process.env.FILES_DIR);
  try {
    await work(await workingCopies(count), folder);
  } finally {
    fs.rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
  }
}

/** A hundred artworks with thirteen pictures each, over nine scenes in six colours. */
export const batch = () =>
  withCopies(ARTWORKS, async (working, folder) => {
    const nine = scenesUnder(folder, 9);
    const { seconds } = await made(
      working.map((it) => Array.from({ length: 13 }, (_, k) => order(it, nine[k % 9]!, COLOURS[k % 6]!))),
      folder,
    );
    figure('mockups.batch_100x13_seconds', seconds, 's', 'all sizes written, on this machine’s processors');
  });

/** Forty scenes in forty colours: more than fit in memory at a time. */
export const manyScenes = () =>
  withCopies(4, async (working, folder) => {
    const forty = scenesUnder(folder, 40);
    const colours = Array.from({ length: 40 }, (_, i) => `#${(((i + 1) * 0x51c3b7) & 0xffffff).toString(16).padStart(6, '0')}`);
    const { seconds, megabytes } = await made(
      working.map((it) => forty.map((scene, i) => order(it, scene, colours[i]!))),
      folder,
    );
    figure('mockups.worker_rss_mb', megabytes, 'MB', 'the process of mockups at its most, forty scenes in forty colours; aim under 900'); // prettier-ignore
    figure('mockups.forty_scenes_per_second', 160 / seconds, 'pictures/s', 'the same run: more scenes than fit in memory are compiled again'); // prettier-ignore
  });
