import { chromium, type Page } from '@playwright/test';
import sharp from 'sharp';
import { BROWSER } from '../bin/browser';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { figure } from './figure';
import { onStack } from './stack';

const ARTWORKS = 200;
const MOVES = 120;
const ROUNDS = 3;

/** So long after one another: as a hand moves, ms. */
const PACE_MS = 40;

/** From each move of a dragging hand to the mockup that shows it, ms: the canvas says which question it shows. */
async function previews(page: Page): Promise<number[]> {
  await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-drawn]')!;
    const times: number[] = [];
    const asked = new Map<number, number>();
    Object.assign(window, { times });
    new MutationObserver(() => {
      const [a, d] = [Number(canvas.dataset.asked), Number(canvas.dataset.drawn)];
      if (!asked.has(a)) asked.set(a, performance.now());
      for (const [n, began] of asked)
        if (n <= d) {
          times.push(performance.now() - began);
          asked.delete(n);
        }
    }).observe(canvas, { attributeFilter: ['data-asked', 'data-drawn'] });
  });
  const stage = (await page.getByRole('group', { name: /drag what is printed/ }).boundingBox())!;
  const [x, y] = [stage.x + stage.width / 2, stage.y + stage.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 0; i < MOVES; i++) {
    await page.mouse.move(x + 40 * Math.sin(i / 9), y + 30 * Math.cos(i / 7));
    await page.waitForTimeout(PACE_MS);
  }
  await page.mouse.up();
  return page.evaluate(() => (window as unknown as { times: number[] }).times);
}

/** The bench with 200 artworks: until the first of the row are drawn, until each of them has been, and a hand that drags one. */
export const filmstrip = (): Promise<void> =>
  onStack(async (stack) => {
    const { api, measured, until, upload } = await import('../demo/client');
    const { connectOutlets, makeDockets } = await import('../demo/stockroom');
    await connectOutlets();
    const { shirt } = await makeDockets(null);
    const designs: Buffer[] = [];
    for (const piece of collection().slice(0, 20))
      designs.push(await sharp(await draw(piece)).resize(900, 1080, { fit: 'inside' }).png().toBuffer()); // prettier-ignore
    const files: string[] = [];
    for (let i = 0; i < ARTWORKS; i++) {
      const name = `strip-${i}.png`;
      const shade = sharp(designs[i % designs.length]).modulate({ hue: i * 7 });
      await upload(name, await shade.png().toBuffer(), 'Strip');
      files.push(name);
    }
    await measured(files, 900);
    await until(
      () => api<{ work: unknown[] }>('GET', '/line'),
      (l) => !l.work.length,
      900,
    );
    const { rail } = await api<{ rail: object[] }>('GET', `/dockets/${shirt}/bench`);
    const browser = await chromium.launch(BROWSER);
    const first: number[] = [];
    const all: number[] = [];
    for (let i = 0; i < ROUNDS; i++) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      const began = performance.now();
      await page.goto(`${stack.base}/bench?on=${shirt}`, { waitUntil: 'commit' });
      await page.waitForFunction(() => {
        const images = [...document.querySelectorAll<SVGImageElement>('[role=option] svg image')];
        return images.length >= 8;
      });
      first.push(performance.now() - began);
      const row = page.getByRole('listbox');
      const seen = new Set<string>();
      while (seen.size < rail.length) {
        // the next ones are gone to when all that are in view are drawn
        const ids = await page.waitForFunction(() => {
          const options = [...document.querySelectorAll('[role=option]')];
          return options.every((o) => o.querySelector('svg image')) && options.map((o) => o.id);
        });
        for (const id of (await ids.jsonValue()) || []) seen.add(id);
        // a screen further, round to the beginning; two frames later the row has drawn what is there
        await row.evaluate(
          (r) =>
            new Promise((drawn) => {
              r.scrollLeft = r.scrollLeft + r.clientWidth >= r.scrollWidth - 1 ? 0 : r.scrollLeft + 1100;
              requestAnimationFrame(() => requestAnimationFrame(drawn));
            }),
        );
      }
      all.push(performance.now() - began);
      await page.close();
    }
    const median = (of: number[]) => [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)]!;
    figure('placement.filmstrip_200_first_ms', median(first), 'ms', `from the address to eight of ${rail.length} drawn; aim 300`);
    figure(
      'placement.filmstrip_200_all_ms',
      median(all),
      'ms',
      'until each of them has been drawn, going along the row; aim 6,000',
    );
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${stack.base}/bench?on=${shirt}`);
    await page.locator('canvas[data-drawn]').waitFor();
    await page.waitForTimeout(1500);
    const times = (await previews(page)).sort((a, b) => a - b);
    figure(
      'placement.preview_ms',
      times[Math.floor(times.length * 0.95)]!,
      'ms',
      `from a move to the mockup that shows it, 95th percentile of ${times.length}; aim 33`,
    );
    figure('mockups.preview_fps', 1000 / times[Math.floor(times.length / 2)]!, 'pictures/s', 'the same, at the median; aim 30');
    figure('placement.preview_median_ms', times[Math.floor(times.length / 2)]!, 'ms', 'the same, median');
    await browser.close();
  });
