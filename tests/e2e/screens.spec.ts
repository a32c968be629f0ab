import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

/** Runs after the story in line.spec.ts, so that every screen has something on it. */
const faults = async (page: Page) =>
  (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()).violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  );
/** Looks at the page as it stands, by day and by night. */
async function lookedAt(page: Page, what: string): Promise<void> {
  for (const theme of ['day', 'night']) {
    await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
    await page.waitForTimeout(250); // colours fade over
    expect([what, theme, await faults(page)]).toEqual([what, theme, []]);
  }
}

for (const path of [
  '/artwork',
  '/artwork?view=table',
  '/sheet',
  '/proofs',
  '/press',
  '/ledger',
  '/stockroom',
  '/stockroom/dockets/new',
  '/parts',
])
  test(`${path} keeps WCAG 2.2 AA by day and by night`, async ({ page }) => {
    await page.goto(path);
    await page.waitForTimeout(400);
    await lookedAt(page, path);
  });
