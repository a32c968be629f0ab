import type { Locator, Page } from '@playwright/test';
import { expect, test } from './alive';

// keyboard tables of the WAI-ARIA Authoring Practices (W3C): tabs, menu button, modal dialog, toolbar, combobox, grid
test.beforeEach(async ({ page }) => {
  await page.goto('/parts');
  await expect(page.getByRole('heading', { name: 'Parts', level: 1 })).toBeVisible();
  // a page that has just come does not hear yet
  await page.waitForFunction(() => {
    const tab = document.querySelector('[role=tab]');
    return tab && Object.keys(tab).some((k) => k.startsWith('__reactProps'));
  });
});
const focus = (it: Locator) => expect(it).toBeFocused();
const press = async (page: Page, ...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key);
};

test('tabs: arrows move and show, and go round; Home and End lead to the ends; only one is in the Tab order', async ({
  page,
}) => {
  const tab = (name: RegExp) => page.getByRole('tab', { name });
  // a page that has just come may not hear yet
  await expect(async () => {
    await tab(/Dockets/).focus();
    await press(page, 'ArrowRight');
    await expect(tab(/Blanks/)).toBeFocused({ timeout: 500 });
  }).toPass();
  await expect(tab(/Blanks/)).toHaveAttribute('aria-selected', 'true');
  await press(page, 'ArrowLeft');
  await focus(tab(/Dockets/));
  await press(page, 'ArrowLeft');
  await focus(tab(/Outlets/));
  await press(page, 'ArrowRight');
  await focus(tab(/Dockets/));
  await press(page, 'End');
  await focus(tab(/Outlets/));
  await press(page, 'Home');
  await focus(tab(/Dockets/));
  await expect(page.getByRole('tab', { selected: true })).toHaveCount(1);
  await press(page, 'Tab');
  await expect(page.getByRole('tab').and(page.locator(':focus'))).toHaveCount(0);
});

test('menu button: Enter, Space and Down open on the first item; arrows, Home, End and letters move; Esc leads back', async ({
  page,
}) => {
  const button = page.getByRole('button', { name: 'More' });
  const item = (name: string) => page.getByRole('menuitem', { name });
  for (const key of ['Enter', 'Space', 'ArrowDown']) {
    await button.focus();
    await expect(button).toHaveAttribute('aria-haspopup', 'menu');
    await press(page, key);
    await focus(item('Look again'));
    await expect(page.getByRole('menu')).toBeVisible();
    await press(page, 'Escape');
    await expect(page.getByRole('menu')).toBeHidden();
    await focus(button);
  }
  await press(page, 'Enter', 'End');
  await focus(page.getByRole('menuitemcheckbox', { name: 'Night shift' }));
  await press(page, 'Home');
  await focus(item('Look again'));
  // what is off is passed over
  await press(page, 'ArrowDown');
  await focus(page.getByRole('menuitemcheckbox', { name: 'Night shift' }));
  await expect(page.getByRole('menuitemcheckbox', { name: 'Night shift' })).toHaveAttribute('aria-checked', 'true');
  await press(page, 'Space');
  await expect(page.getByRole('menuitemcheckbox', { name: 'Night shift' })).toHaveAttribute('aria-checked', 'false');
  await press(page, 'l');
  await focus(item('Look again'));
});

test('dialog: the focus is inside, stays inside, and goes back to what opened it', async ({ page }) => {
  const opener = page.getByRole('button', { name: 'Open a dialog…' });
  const dialog = page.getByRole('dialog', { name: 'A dialog' });
  await expect(async () => {
    await opener.focus();
    await press(page, 'Enter');
    await expect(dialog).toBeVisible({ timeout: 500 });
  }).toPass();
  const inside = () => dialog.evaluate((d) => d.contains(document.activeElement) || document.activeElement === document.body);
  for (let i = 0; i < 6; i++) {
    await press(page, i % 3 ? 'Tab' : 'Shift+Tab');
    expect(await inside()).toBe(true);
  }
  await press(page, 'Escape');
  await expect(dialog).toBeHidden();
  await focus(opener);
});

test('toolbar: left and right move between its buttons and go round', async ({ page }) => {
  const bar = page.getByRole('toolbar', { name: 'Selection' });
  const buttons = bar.getByRole('button');
  await buttons.first().focus();
  await press(page, 'ArrowRight');
  await focus(buttons.nth(1));
  await press(page, 'ArrowLeft', 'ArrowLeft');
  await focus(buttons.last());
  await press(page, 'ArrowRight');
  await focus(buttons.first());
});

test('grid: arrows, Page keys, Home and End move the cursor and bring it into view', async ({ page }) => {
  await page.goto('/ledger');
  const grid = page.getByRole('grid', { name: 'Listings' });
  await expect(grid.getByRole('row').nth(1)).toBeVisible();
  const at = async () => {
    const id = await grid.getAttribute('aria-activedescendant');
    const row = page.locator(`[id="${id}"]`);
    await expect(row).toBeInViewport();
    return Number(await row.getAttribute('aria-rowindex')) - 2;
  };
  const rows = Number(await grid.getAttribute('aria-rowcount')) - 1;
  await grid.focus();
  await expect(async () => {
    await press(page, 'Home');
    expect(await at()).toBe(0);
  }).toPass();
  await press(page, 'ArrowDown');
  expect(await at()).toBe(Math.min(1, rows - 1));
  await press(page, 'ArrowUp', 'ArrowUp');
  expect(await at()).toBe(0);
  await press(page, 'PageDown');
  expect(await at()).toBe(Math.min(8, rows - 1));
  await press(page, 'End');
  expect(await at()).toBe(rows - 1);
  await press(page, 'Space');
  await expect(grid.locator('[role=row][aria-selected=true]')).toHaveCount(1);
});

test('combobox: the list follows what is typed, arrows move in it, Enter takes, Esc closes', async ({ page }) => {
  await page.goto('/ledger');
  const box = page.getByRole('dialog', { name: 'Command box' }).getByRole('combobox');
  await expect(async () => {
    await press(page, 'Control+k');
    await expect(page.getByRole('dialog', { name: 'Command box' })).toBeVisible({ timeout: 500 });
  }).toPass();
  await focus(box);
  await expect(box).toHaveAttribute('aria-expanded', 'true');
  const chosen = page.getByRole('option', { selected: true });
  await expect(chosen).toHaveCount(1);
  const first = await chosen.innerText();
  await press(page, 'ArrowDown');
  expect(await chosen.innerText()).not.toBe(first);
  await press(page, 'ArrowUp');
  expect(await chosen.innerText()).toBe(first);
  await page.keyboard.type('to the press');
  await expect(chosen).toContainText('To the press');
  await press(page, 'Escape');
  await expect(box).toBeHidden();
  await press(page, 'Control+k');
  await page.keyboard.type('to the press');
  await expect(chosen).toContainText('To the press');
  await press(page, 'Enter');
  await expect(page).toHaveURL(/\/press$/);
});
