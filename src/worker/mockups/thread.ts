import type { MessagePort } from 'node:worker_threads';
import sharp from 'sharp';
import type { PicturesMade } from '../../services/line/drafting';
import type { PictureOrder } from '../../services/line/prepare/pictures';
import { Renderer } from './render';
import { AskedShelf } from './shelf';

// one libvips thread for each of ours: the threads are the parallelism
sharp.concurrency(1);
sharp.cache(false);

let renderer: Renderer | undefined;

/** Makes the pictures of an artwork in a thread; the first task brings the line to the shelf. */
export default function render({ orders, shelf }: { orders: PictureOrder[]; shelf: MessagePort }): Promise<PicturesMade> {
  if (renderer) shelf.close();
  renderer ??= new Renderer(new AskedShelf(shelf));
  return renderer.render(orders);
}
