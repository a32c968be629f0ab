import type { MessagePort } from 'node:worker_threads';
import pLimit from 'p-limit';
import { compileScene } from '../../core/scene/compile';
import { sceneBytes, type CompiledScene } from '../../core/scene/compiled';
import { sceneById } from '../../services/stockroom/scenes';
import { Budget } from './budget';
import { giveBack } from './give-back';
import { scenePixels } from './scene-files';

/** What all threads of a process print on: compiled once, in memory that they share. */
export interface Shelf {
  scene(id: string): Promise<CompiledScene>;
}

/** Scenes that are kept as long as there is room for them: of `bytes`, some 25 MB each. */
export class HeldShelf implements Shelf {
  private readonly scenes: Budget<CompiledScene>;
  /** Compiled at this moment: two threads that want one wait for the same. */
  private readonly coming = new Map<string, Promise<CompiledScene>>();
  /** One at a time: compiling takes a hundred MB beside what is kept. */
  private readonly turn = pLimit(1);

  /** How often scenes had to make room for another. */
  letGo = 0;

  constructor(bytes: number) {
    this.scenes = new Budget(bytes, sceneBytes);
  }

  /** A compiled scene. Throws a RangeError for one that does not ship. */
  async scene(id: string): Promise<CompiledScene> {
    const held = this.scenes.get(id);
    if (held) return held;
    const coming = this.coming.get(id) ?? this.turn(() => this.load(id));
    this.coming.set(id, coming);
    return coming.finally(() => this.coming.delete(id));
  }
  private async load(id: string): Promise<CompiledScene> {
    const sheet = sceneById(id);
    if (!sheet) throw new RangeError(`There is no scene ${id}`);
    const compiled = await compileScene(sheet, await scenePixels(sheet), (bytes) => new SharedArrayBuffer(bytes));
    const before = this.scenes.bytes;
    this.scenes.put(id, compiled);
    if (this.scenes.bytes < before + sceneBytes(compiled)) this.letGo++;
    // what it was compiled from, too
    giveBack();
    return compiled;
  }
}

/** What a thread asks of the shelf, and what it is answered: by the question's number. */
export type ShelfAsk = { serial: number; scene: string };
export type ShelfAnswer = { serial: number; value?: unknown; error?: string; letGo?: number };

/** The shelf as a thread sees it, by messages. What it hands over lies in memory that is shared. */
export class AskedShelf implements Shelf {
  private serial = 0;
  private readonly waiting = new Map<number, { done: (value: unknown) => void; failed: (error: Error) => void }>();
  /** The scene in hand: what is asked for again and again. */
  private latest: CompiledScene | null = null;
  /** How often the shelf had let scenes go when it answered last. */
  private letGo = 0;

  constructor(private readonly port: MessagePort) {
    port.on('message', ({ serial, value, error, letGo = 0 }: ShelfAnswer) => {
      const its = this.waiting.get(serial);
      this.waiting.delete(serial);
      if (letGo > this.letGo) {
        this.letGo = letGo;
        this.latest = null;
        giveBack();
      }
      if (error) its?.failed(new Error(error));
      else its?.done(value);
    });
  }
  private ask(scene: string): Promise<unknown> {
    const serial = ++this.serial;
    this.port.postMessage({ serial, scene } satisfies ShelfAsk);
    return new Promise((done, failed) => this.waiting.set(serial, { done, failed }));
  }
  async scene(id: string): Promise<CompiledScene> {
    if (this.latest?.sheet.id === id) return this.latest;
    // not held while another one is compiled
    this.latest = null;
    return (this.latest = (await this.ask(id)) as CompiledScene);
  }
}

/** Answers a thread's questions. */
export function serve(shelf: HeldShelf, port: MessagePort): void {
  port.on('message', ({ serial, scene }: ShelfAsk) => {
    void shelf.scene(scene).then(
      (value) => port.postMessage({ serial, value, letGo: shelf.letGo } satisfies ShelfAnswer),
      (error: Error) => port.postMessage({ serial, error: error.message } satisfies ShelfAnswer),
    );
  });
}
