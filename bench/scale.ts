import { chromium, type Page } from '@playwright/test';
import pg from 'pg';
import { BROWSER } from '../bin/browser';
import { fill } from '../crowd/fill';
import { figure } from './figure';
import { watchMemory } from './process-memory';
import { onStack } from './stack';

const SIZE = { artworks: 10_000, dockets: 20, outlets: 7, perMille: 400, seed: 1 };
const ROUNDS = 5;
/** Artworks of which all columns are laid out. */
const PLANNED = 500;
const SCROLLS = 120;
const PATIENCE_MS = 180_000;

const middle = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1]!;

/** How long until something is on the screen, from the moment the address is asked for. */
async function firstMs(page: Page, url: string, until: () => boolean, rounds = ROUNDS): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < rounds; i++) {
    await page.goto('about:blank');
    await page.goto(url, { waitUntil: 'commit' });
    await page.waitForFunction(until, null, { timeout: PATIENCE_MS });
    times.push(await page.evaluate(() => performance.now()));
  }
  return middle(times);
}

/** Scrolls the sheet by the wheel, down and to the right, and tells the 95th percentile of the time between frames. */
async function scrollMs(page: Page): Promise<number> {
  await page.mouse.move(700, 500);
  await page.evaluate(() => {
    const seen = window as unknown as { frames: number[] };
    seen.frames = [];
    let last = performance.now();
    const frame = (now: number) => {
      seen.frames.push(now - last);
      last = now;
      requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
  });
  for (let i = 0; i < SCROLLS; i++) {
    await page.mouse.wheel(i % 4 === 3 ? 120 : 0, i % 4 === 3 ? 0 : 180);
    await page.waitForTimeout(16);
  }
  const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames);
  return frames.sort((a, b) => a - b)[Math.floor(frames.length * 0.95)]!;
}

/** What a shop of ten thousand designs, twenty dockets and seven outlets costs. */
export const scale = (): Promise<void> =>
  onStack(async (stack) => {
    const { api, until } = await import('../demo/client');
    const made = await fill(stack.ownerUrl, SIZE);
    const of = `${made.artworks} artworks x ${made.columns} columns, ${made.proofs} proofs, ${made.variants} variants, ${made.listings} listings`;
    const memory = watchMemory(() => stack.pid('web'));
    const asked = async (name: string, path: string) => {
      const times: number[] = [];
      for (let i = 0; i < 4 * ROUNDS; i++) {
        const began = performance.now();
        await api('GET', path);
        times.push(performance.now() - began);
      }
      figure(`scale.${name}_ms`, middle(times), 'ms', `GET ${path} over HTTP, ${of}, median of ${times.length}`);
    };
    await asked('masthead', '/line');
    await asked('ledger_search', '/listings?find=otter%20by&limit=100');
    await asked('sheet_window', '/sheet/rows?from=4000&count=40');

    const browser = await chromium.launch(BROWSER);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const picture = () => [...document.querySelectorAll<HTMLImageElement>('[role=gridcell] img')].some((i) => i.complete && i.naturalWidth > 0); // prettier-ignore
    figure('scale.sheet_first_ms', await firstMs(page, `${stack.base}/sheet`, picture), 'ms', `to the first picture in a cell, ${of}, median of ${ROUNDS}; aim 700`); // prettier-ignore
    figure('scale.sheet_scroll_frame_ms', await scrollMs(page), 'ms', `between frames, 95th percentile of ${SCROLLS} turns of the wheel; aim 20`); // prettier-ignore

    const columns = (await api<{ items: { docket: string; outlet: string }[] }>('GET', '/sheet/columns')).items.map(({ docket, outlet }) => ({ docket, outlet })); // prettier-ignore
    const { rows } = await api<{ rows: { id: string }[] }>('GET', '/sheet/rows?from=0&count=1');
    const last = await api<{ rows: { id: string }[] }>('GET', `/sheet/rows?from=${PLANNED - 1}&count=1`);
    const selection = { search: {}, rows: { first: rows[0]!.id, last: last.rows[0]!.id }, columns };
    const began = performance.now();
    await api('POST', '/sheet/count', { search: {}, columns });
    figure('scale.count_all_ms', performance.now() - began, 'ms', `POST /sheet/count of everything, ${of}`);

    // nothing is drafted in the meantime: drafting reads blanks, and finds them locked
    const owner = new pg.Client({ connectionString: stack.ownerUrl });
    await owner.connect();
    await owner.query('BEGIN; LOCK TABLE blank_version IN ACCESS EXCLUSIVE MODE');
    const from = performance.now();
    const run = await api<{ id: string }>('POST', '/runs', { selection: { ...selection, only: 'all' } });
    type Planned = { planning: object | null; total: number; leftOutCount: number };
    const laid = await until(() => api<Planned>('GET', `/runs/${run.id}`), (r) => r.planning === null, 300); // prettier-ignore
    figure('scale.draft_plan_ms', performance.now() - from, 'ms', `${PLANNED} artworks x ${columns.length} columns laid out: ${laid.total} proofs, ${laid.leftOutCount} left out; aim 8000`); // prettier-ignore
    await api('POST', `/runs/${run.id}/stop`, {});
    await owner.query('ROLLBACK');
    await owner.end();
    figure('scale.web_rss_mb', memory.stop(), 'MB', 'most that the web process had of its own through all that; aim 400');
    const row = () => document.querySelectorAll('[role=listitem]').length > 0;
    figure('scale.proofs_first_ms', await firstMs(page, `${stack.base}/proofs`, row), 'ms', `to the first row, median of ${ROUNDS}; aim 500`); // prettier-ignore
    await browser.close();
  });
