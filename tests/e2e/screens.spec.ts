import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import { SCREENS } from '../../trial/house';

/**
 * Faults against WCAG 2.2 AA by axe, in the whole page or a part of it. By night only the contrast of colours is asked for:
 * nothing else depends on the theme.
 */
async function faults(page: Page, theme: 'day' | 'night', part?: string): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  if (part) axe.include(part);
  if (theme === 'night') axe.withRules(['color-contrast']);
  else axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']);
  return (await axe.analyze()).violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  );
}
/** Looks at the page, or a part of it, as it stands, by day and by night. */
async function lookedAt(page: Page, what: string, part?: string): Promise<void> {
  for (const theme of ['day', 'night'] as const) {
    await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
    await page.waitForTimeout(700); // colours fade over
    expect([what, theme, await faults(page, theme, part)]).toEqual([what, theme, []]);
  }
}

// runs after the story in line.spec.ts, so that every screen has something on it
for (const path of SCREENS)
  test(`${path} keeps WCAG 2.2 AA by day and by night`, async ({ page }) => {
    await page.goto(path);
    await page.waitForTimeout(400);
    await lookedAt(page, path);
  });

test('dialogs keep WCAG 2.2 AA by day and by night', async ({ page }) => {
  await page.goto('/artwork');
  const opened = async (keys: string, name: string) => {
    const dialog = page.getByRole('dialog', { name });
    await expect(async () => {
      await page.keyboard.press(keys);
      await expect(dialog).toBeVisible({ timeout: 700 });
    }).toPass({ timeout: 90_000 });
    await lookedAt(page, name, keys === 'Control+k' ? '[role=dialog]' : 'dialog[open]');
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
  };
  await opened('?', 'Keys and marks');
  await opened('Control+k', 'Command box');
  await page.getByRole('listbox', { name: 'Artworks' }).getByRole('option').first().click();
  await opened('e', 'Change the selection');
  await opened('n', 'Read file names');
  await opened('Delete', 'Delete artwork');
  await page.goto('/proofs');
  await opened('f', 'Print files');
});
