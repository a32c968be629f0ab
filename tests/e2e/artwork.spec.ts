import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { motif } from '../integration/press';

const folder = join(process.env.CHECK_FOLDER!, 'station');
test.describe.configure({ mode: 'serial' });

test.beforeAll(async () => {
  mkdirSync(folder, { recursive: true });
  for (let i = 0; i < 4; i++) writeFileSync(join(folder, `coast_wave-${i}_dark.png`), await motif(9100 + i, 1500 + i, 1800));
});

const options = (page: Page) => page.getByRole('option', { name: /wave/i });
const found = async (page: Page, query: string) =>
  ((await (await page.request.get(`/api/v1/artworks/found?${query}`)).json()) as { ids: string[] }).ids.length;

test('files come in although the connection breaks off in between, into the drawer that is open', async ({ page }) => {
  await page.request.post('/api/v1/drawers', { data: { path: 'Surf' } });
  await page.goto('/artwork?drawer=Surf');
  // the first part of every upload is lost once on its way
  let lost = 0;
  await page.route('**/api/v1/uploads/*', async (route) => {
    if (route.request().method() === 'PATCH' && lost < 3) {
      lost++;
      await route.abort('connectionreset');
    } else await route.continue();
  });
  await page.getByTestId('files').setInputFiles([0, 1, 2, 3].map((i) => join(folder, `coast_wave-${i}_dark.png`)));
  await expect(page.getByText('4 of 4 brought in')).toBeVisible();
  expect(lost).toBe(3);
  await expect(options(page)).toHaveCount(4);
  expect(await found(page, 'drawer=Surf')).toBe(4);
});

test('an upload is paused, survives a reload of the page, and goes on by itself', async ({ page }) => {
  const big = join(folder, 'slow_wave-9_dark.png');
  writeFileSync(big, await motif(9199, 3700, 4400));
  await page.goto('/artwork?drawer=Surf');
  let hold = true;
  await page.route('**/api/v1/uploads/*', (route) =>
    hold && route.request().method() === 'PATCH' ? undefined : route.continue(),
  );
  await page.getByTestId('files').setInputFiles([big]);
  await page.getByRole('button', { name: 'Pause slow_wave-9_dark.png' }).click();
  await expect(page.getByRole('button', { name: 'Go on with slow_wave-9_dark.png' })).toBeVisible();
  await page.waitForTimeout(500); // the browser keeps the file behind the scenes
  hold = false;
  await page.reload();
  await expect(page.getByText('1 of 1 brought in')).toBeVisible();
  await expect.poll(() => found(page, 'drawer=Surf')).toBe(5);
});

test('a selection is marked by one key, changed after a preview, and taken back', async ({ page }) => {
  await page.goto('/artwork?drawer=Surf');
  await expect(options(page)).toHaveCount(5);
  await page.keyboard.press('Control+a');
  await expect(page.getByRole('toolbar', { name: 'Selection' })).toContainText('5 selected');
  await page.keyboard.press('3');
  await expect.poll(() => found(page, 'drawer=Surf&audience=child')).toBe(5);
  await page.keyboard.press('e');
  await page.getByLabel('What to change').selectOption('addMarks');
  await page.getByRole('textbox', { name: 'Value' }).fill('spring tide');
  await expect(page.getByText('5 of 5 change')).toBeVisible();
  expect(await found(page, 'drawer=Surf&mark=spring%20tide')).toBe(0);
  await page.getByRole('button', { name: 'Change 5' }).click();
  await expect.poll(() => found(page, 'drawer=Surf&mark=spring%20tide')).toBe(5);
  // the page has the answer when its dialog is gone, and only then a step to take back
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect.poll(() => found(page, 'drawer=Surf&mark=spring%20tide')).toBe(0);
});

test('file names are read by a pattern that is tried on the selection first', async ({ page }) => {
  await page.goto('/artwork?drawer=Surf');
  await expect(options(page)).toHaveCount(5);
  await page.keyboard.press('Control+a');
  await page.getByRole('button', { name: 'Read names…' }).click();
  await page.getByLabel('Pattern').fill('<colour>_<phrase>');
  await expect(page.getByText('<colour> is not a part we know')).toBeVisible();
  await page.getByLabel('Pattern').fill('<subject>_<phrase>_<tone>');
  await expect(page.getByText('5 of 5 fit')).toBeVisible();
  await page.getByRole('button', { name: 'Read these 5' }).click();
  await expect.poll(() => found(page, 'drawer=Surf&tone=dark')).toBe(5);
});

test('artwork is dragged into a drawer', async ({ page }) => {
  await page.request.post('/api/v1/drawers', { data: { path: 'Dunes' } });
  await page.goto('/artwork?drawer=Surf&sort=name');
  await expect(options(page)).toHaveCount(5);
  const [from, to] = [
    (await options(page).first().boundingBox())!,
    (await page.getByRole('button', { name: /^Dunes/ }).boundingBox())!,
  ];
  await page.mouse.move(from.x + 40, from.y + 40);
  await page.mouse.down();
  await page.mouse.move(to.x + 30, to.y + 8, { steps: 12 });
  await expect(page.getByText('1 artwork', { exact: true })).toBeVisible();
  await page.mouse.up();
  await expect.poll(() => found(page, 'drawer=Dunes')).toBe(1);
  await expect(options(page)).toHaveCount(4);
});

test('artwork is looked at large and side by side, and the address holds the view', async ({ page }) => {
  await page.goto('/artwork?drawer=Surf&sort=name');
  await expect(options(page)).toHaveCount(4);
  await options(page).nth(0).click();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/view=large/);
  await expect(page.getByRole('checkbox', { name: 'trim box' })).toBeVisible();
  await page.keyboard.press('Escape');
  await options(page)
    .nth(1)
    .click({ modifiers: ['Control'] });
  await options(page)
    .nth(2)
    .click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: 'Side by side' }).click();
  await expect(page.getByRole('region', { name: /wave/i })).toHaveCount(2);
  await page.reload();
  await expect(page.getByRole('region', { name: /wave/i })).toHaveCount(2);
});

test('deleting says what depends on it and lies in the bin', async ({ page }) => {
  await page.goto('/artwork?drawer=Dunes');
  await options(page).first().click();
  // what a key acts on is what the slip shows
  await expect(page.getByRole('complementary', { name: 'Artwork' })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(page.getByText('1 artwork. Nothing was made from it yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect.poll(() => found(page, 'drawer=Dunes')).toBe(0);
  expect(await found(page, 'drawer=Dunes&standing=deleted')).toBe(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => found(page, 'drawer=Dunes')).toBe(1);
});
