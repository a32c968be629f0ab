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

for (const path of ['/artwork', '/sheet', '/proofs', '/press', '/ledger', '/stockroom'])
  for (const theme of ['light', 'dark'] as const)
    test(`${path} keeps WCAG 2.2 AA by ${theme === 'light' ? 'day' : 'night'}`, async ({ page }) => {
      await page.emulateMedia({ colorScheme: theme });
      await page.goto(path);
      await page.waitForTimeout(400);
      expect(await faults(page)).toEqual([]);
    });
