import { inverse } from '../placement/affine';
import { REPEATS } from '../placement/form';
import type { Lie } from '../placement/lay';
import type { Rgb } from '../colour/colour';
import { blendTable, lightTable } from './blend';
import type { CompiledRoom, CompiledScene } from './compiled';
import { INK_KINDS, type InkKind } from './ink';
import { openKernels, PAGE, type Kernels } from './kernels/open';
import { floodInto, planeMap } from './kernels/reference';
import { tintTables } from './tint';
import { BORDER, LEVELS, placesOf, strideOf, texelsIn, wrap, type Level, type Pixels, type Pyramid } from './texture';

/** A picture that lies in a printer's memory. */
export interface Texture {
  /** Names it: its layers are kept by that. */
  key: string;
  /** Width and height of the finest level, with the repeat. */
  pyramid: Pyramid;
  /** Address of its levels' table. */
  table: number;
}

/** What is printed in a room, from below. */
export interface RoomPrint {
  room: CompiledRoom;
  ink: InkKind;
  ground: Rgb | null;
  /** `key` names what is shown: it is asked for only where it is not on the room already. */
  layers: { key: string; lie: Lie; texture: () => Texture | Promise<Texture> }[];
}

/** Where the memory begins to be given out: below lie the tables of small things. */
const FIRST = PAGE;
const TABLES = { map: 0, levels: 1024 };
/** Bytes of a level's row in its table. */
const LEVEL = 16;
/** Textures in memory at a time: the artwork in hand, and its twin or lettering. Each can take 32 MB. */
const TEXTURES = 2;
/** Rows of a picture that are brought in at a time. */
const ROWS = 64;

/** A part of the memory that is used again for things of its kind. */
interface Place {
  at: number;
  bytes: number;
}

/** Room is given in steps, so that a place that grows leaves little behind. */
const stepped = (bytes: number): number => {
  const whole = 2 ** Math.ceil(Math.log2(Math.max(bytes, PAGE)));
  return bytes <= whole * 0.75 ? whole * 0.75 : whole;
};

/**
 * Prints on compiled scenes, in a memory of its own that is laid out once and used again and again: nothing is allocated for a picture.
 * One printer does one thing at a time: who shares one waits for its turn. What it gives out (`print`) is a view of its memory, true until that place is printed on again.
 */
export class Printer {
  private readonly memory: WebAssembly.Memory;
  private readonly kernels: Kernels;
  private top = FIRST;
  private places = new Map<string, Place>();
  private textures = new Map<string, Texture & { slot: number }>();
  /** The scene whose rooms lie in memory, and which layers they carry. */
  private scene: CompiledScene | null = null;
  private layers = new Map<CompiledRoom, string>();

  private constructor(memory: WebAssembly.Memory, kernels: Kernels) {
    this.memory = memory;
    this.kernels = kernels;
  }

  /** With so many bytes of memory, for good: views of it would be lost if it grew. */
  static async open(bytes: number): Promise<Printer> {
    const { kernels, memory } = await openKernels(bytes);
    return new Printer(memory, kernels);
  }

  /** Lets go of all that lies in memory: where it is too full for what comes. Views are no longer true. */
  clear(): void {
    this.top = FIRST;
    this.places.clear();
    this.textures.clear();
    this.layers.clear();
    this.scene = null;
  }

  /** The place of a name, large enough. Throws a RangeError when the memory is full: `clear` makes room. */
  private place(name: string, bytes: number): number {
    const known = this.places.get(name);
    if (known && known.bytes >= bytes) return known.at;
    const wanted = stepped(bytes);
    if (this.top + wanted > this.memory.buffer.byteLength) throw new RangeError(`The printer has no room for ${name}`);
    this.places.set(name, { at: this.top, bytes: wanted });
    this.top += wanted;
    return this.top - wanted;
  }
  private bytes = (at: number, length: number): Uint8Array => new Uint8Array(this.memory.buffer, at, length);
  private words = (at: number, length: number): Uint32Array => new Uint32Array(this.memory.buffer, at, length);
  private put(name: string, from: Uint8Array | Uint32Array | Float32Array, spare = 0): number {
    const at = this.place(name, from.byteLength + spare);
    this.bytes(at, from.byteLength).set(new Uint8Array(from.buffer, from.byteOffset, from.byteLength));
    return at;
  }

  /** A picture of this key, if it lies in memory still. */
  texture(key: string): Texture | undefined {
    const found = this.textures.get(key);
    if (found) {
      // the longest unused goes first
      this.textures.delete(key);
      this.textures.set(key, found);
    }
    return found;
  }

  /** Brings a picture into memory; with a repeat it is the tile. */
  load(key: string, { width, height, rgba }: Pixels, repeat: Lie['repeat']): Texture {
    let slot = this.textures.size;
    if (slot >= TEXTURES) {
      const [oldest, { slot: free }] = this.textures.entries().next().value!;
      this.textures.delete(oldest);
      slot = free;
    }
    const sizes = [{ width, height }];
    while (!repeat && sizes.length < LEVELS && sizes.at(-1)!.width > 8 && sizes.at(-1)!.height > 8)
      sizes.push({ width: (sizes.at(-1)!.width + 1) >> 1, height: (sizes.at(-1)!.height + 1) >> 1 });
    const need = sizes.reduce((n, s) => n + texelsIn(s.width, s.height) * 4, 0);
    const at = this.place(`texture ${slot}`, need);
    const straight = this.place('straight', ROWS * width * 4);
    this.bytes(at, need).fill(0);
    const table = TABLES.levels + slot * LEVELS * LEVEL;
    let next = at;
    const levels = sizes.map((size, l): Level => {
      const stride = strideOf(size.width);
      const count = texelsIn(size.width, size.height);
      this.words(table + l * LEVEL, 4).set([next, size.width, size.height, stride]);
      const texels = this.words(next, count);
      next += count * 4;
      return { ...size, stride, texels };
    });
    const inner = (l: number) => this.words(table + l * LEVEL, 1)[0]! + (BORDER * levels[l]!.stride + BORDER) * 4;
    for (let y = 0; y < height; y++) {
      const row = y % ROWS;
      if (!row) {
        const its = rgba.subarray(y * width * 4, (y + ROWS) * width * 4);
        this.bytes(straight, its.length).set(its);
      }
      this.kernels.premultiply(straight + row * width * 4, inner(0) + y * levels[0]!.stride * 4, width);
    }
    if (repeat) wrap(levels[0]!, repeat);
    for (let l = 1; l < levels.length; l++)
      this.kernels.halve(inner(l - 1), levels[l - 1]!.stride, inner(l), levels[l]!.stride, levels[l]!.width, levels[l]!.height);
    const texture = { key, pyramid: { levels, repeat }, table, slot };
    this.textures.set(key, texture);
    return texture;
  }

  /** Makes a scene the one in hand: its rooms come into memory. */
  private bring(scene: CompiledScene): void {
    if (this.scene === scene) return;
    this.scene = null;
    this.layers.clear();
    this.put('plate', scene.plate, 16);
    for (const name of ['share', 'first', 'second'] as const) if (scene.cover[name]) this.put(name, scene.cover[name], 16);
    scene.rooms.forEach((room, i) => {
      this.put(`places ${i}`, room.places);
      this.put(`cover ${i}`, room.cover);
      this.put(`runs ${i}`, room.runs);
      this.put(`steps ${i}`, room.steps);
    });
    scene.passes.forEach((pass, i) => {
      this.put(`pass runs ${i}`, pass.runs);
      this.put(`value ${i}`, pass.value);
      const { mode } = scene.sheet.passes[i]!;
      if (!this.places.has(`table ${mode}`)) this.put(`table ${mode}`, mode === 'light' ? lightTable() : blendTable(mode));
    });
    this.scene = scene;
  }

  /** Dyes the parts of the scene in hand in these colours, into a picture's place. */
  private dye(scene: CompiledScene, colours: readonly string[], picture: number): void {
    const tables = tintTables(scene.sheet.parts, colours);
    const at = this.place('tints', tables.length * 3072);
    tables.forEach((table, i) =>
      // red, green and blue each in its place in a word
      this.words(at + i * 3072, 768).set(Uint32Array.from(table, (byte, k) => byte << (8 * (k >> 8)))),
    );
    const where = (name: string) => this.places.get(name)?.at ?? 0;
    const [first, second] = scene.cover.first ? [where('first'), where('second')] : [0, 0];
    this.kernels.tint(picture, where('plate'), where('share'), first, second, scene.cover.share.length, at);
  }

  /** What a room carries, sampled; nothing is done where it carries that already. Returns its address. */
  private async layer(scene: CompiledScene, { room, ink, ground, layers }: RoomPrint): Promise<number> {
    const i = scene.rooms.indexOf(room);
    const at = this.place(`layer ${i}`, room.places.byteLength + 64);
    const key = JSON.stringify([ink, ground, layers.map((l) => [l.key, l.lie])]);
    if (this.layers.get(room) === key) return at;
    this.layers.delete(room);
    const its = this.words(at, room.places.length);
    if (ground) floodInto(its, room, scene.plate, ground, ink);
    else its.fill(0);
    const { plane } = scene.sheet.products[room.product]!;
    const where = (name: string) => this.places.get(`${name} ${i}`)!.at;
    for (const { texture: find, lie } of layers) {
      const texture = await find();
      for (const map of placesOf(lie)) {
        new Float32Array(this.memory.buffer, TABLES.map, 6).set(planeMap(room, plane, inverse(map), texture.pyramid));
        const { repeat, levels } = texture.pyramid;
        this.kernels.sample(
          at,
          where('places'),
          this.places.get('plate')!.at,
          where('cover'),
          where('runs'),
          where('steps'),
          room.runs.length / 2,
          texture.table,
          levels.length,
          TABLES.map,
          INK_KINDS.indexOf(ink),
          repeat ? 1 + REPEATS.indexOf(repeat.kind) : 0,
          repeat?.pitch.x ?? 1,
          repeat?.pitch.y ?? 1,
        );
      }
    }
    this.layers.set(room, key);
    return at;
  }

  /**
   * Prints on a scene, in the place `to` of pictures: its parts dyed in these colours, or as `base` has them. What its rooms carry is
   * sampled once: another colour of the same costs little. Throws a RangeError when the memory is full.
   */
  async print(
    scene: CompiledScene,
    base: readonly string[] | Uint8Array,
    prints: readonly RoomPrint[],
    to: string,
  ): Promise<Uint8Array> {
    this.bring(scene);
    const bytes = scene.plate.length;
    const picture = this.place(`picture ${to}`, bytes + 16);
    const layers: number[] = [];
    for (const print of prints) layers.push(await this.layer(scene, print));
    // from here on without waiting
    if (base instanceof Uint8Array) this.bytes(picture, bytes).set(base);
    else this.dye(scene, base, picture);
    for (const [k, print] of prints.entries()) {
      const layer = layers[k]!;
      const i = scene.rooms.indexOf(print.room);
      this.kernels.print(picture, this.places.get(`runs ${i}`)!.at, print.room.runs.length / 2, layer, print.ink === 'dye');
    }
    scene.passes.forEach(({ runs }, i) =>
      this.kernels.pass(
        picture,
        this.places.get(`pass runs ${i}`)!.at,
        runs.length / 2,
        this.places.get(`value ${i}`)!.at,
        this.places.get(`table ${scene.sheet.passes[i]!.mode}`)!.at,
      ),
    );
    return this.bytes(picture, bytes);
  }

  /** The picture of a place as RGBA, which a canvas takes. */
  rgba(of: Uint8Array): Uint8Array {
    const points = of.length / 3;
    const at = this.place('rgba', points * 4);
    this.kernels.opaque(of.byteOffset, at, points);
    return this.bytes(at, points * 4);
  }
}
