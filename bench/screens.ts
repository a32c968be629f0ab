import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { chromium, type Page } from '@playwright/test';
import { BROWSER } from '../bin/browser';
import { ROOT } from '../bin/stack';
import { figure } from './figure';
import { onStack } from './stack';

const STATIONS = ['artwork', 'sheet', 'proofs', 'press', 'ledger', 'stockroom'];
const ROUNDS = 5;
const SETTLES_MS = 1500;

interface Seen {
  firstMs: number;
  scriptKb: number;
  shift: number;
}

/** One visit by somebody who was never here: nothing is in the browser's store. */
async function visit(page: Page, url: string): Promise<Seen> {
  let bytes = 0;
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  await client.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Set<string>();
  client.on('Network.responseReceived', (e) => {
    if (e.type === 'Script') scripts.add(e.requestId);
  });
  // what came over the wire: compressed
  client.on('Network.loadingFinished', (e) => {
    if (scripts.has(e.requestId)) bytes += e.encodedDataLength;
  });
  await page.addInitScript(() => {
    const seen = window as unknown as { shift: number };
    seen.shift = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as unknown as { value: number; hadRecentInput: boolean }[])
        if (!entry.hadRecentInput) seen.shift += entry.value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  await page.goto(url, { waitUntil: 'load' });
  await page.waitForTimeout(SETTLES_MS);
  const [firstMs, shift] = await page.evaluate(() => [
    performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? NaN,
    (window as unknown as { shift: number }).shift,
  ]);
  return { firstMs, scriptKb: bytes / 1024, shift };
}

/** Each station with the demo, as it comes to a browser that was never here: first paint, scripts, what jumps. */
export const screens = (): Promise<void> =>
  onStack(async (stack) => {
    const demo = spawn(process.execPath, ['dist/demo.mjs'], {
      cwd: ROOT,
      env: { ...process.env, PRESS_URL: stack.base },
      stdio: 'ignore',
    });
    await once(demo, 'exit');
    const browser = await chromium.launch(BROWSER);
    let worst = 0;
    for (const station of STATIONS) {
      const seen: Seen[] = [];
      for (let i = 0; i < ROUNDS; i++) {
        const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
        seen.push(await visit(page, `${stack.base}/${station}`));
        await page.close();
      }
      const median = (of: (s: Seen) => number) => seen.map(of).sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
      worst = Math.max(worst, ...seen.map((s) => s.shift));
      figure(
        `screens.${station}_first_ms`,
        median((s) => s.firstMs),
        'ms',
        `first contentful paint with the demo, median of ${ROUNDS}`,
      );
      figure(
        `screens.${station}_script_kb`,
        median((s) => s.scriptKb),
        'kB',
        'scripts over the wire; aim under 250',
      );
    }
    figure('screens.layout_shift', worst, 'score', 'cumulative layout shift, the worst of all visits; aim under 0.02');
    await browser.close();
  });
