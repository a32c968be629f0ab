import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { motif } from '../integration/press';

const folder = join(process.env.CHECK_FOLDER!, 'designs');
test.describe.configure({ mode: 'serial' });

test.beforeAll(async () => {
  mkdirSync(folder, { recursive: true });
  for (let i = 0; i < 3; i++) writeFileSync(join(folder, `story-${i}.png`), await motif(4000 + i, 3300 + i, 3600));
  writeFileSync(join(folder, 'story-note.png'), 'only words');
});

/** The run of this story at the press. */
const ours = (page: Page) => page.locator('li', { has: page.getByRole('heading', { name: /^Story \d and 2 more$/ }) });

test('outlets are connected, one on its own page and one by token', async ({ page }) => {
  await page.goto('/stockroom');
  const kestrel = page.locator('li', { hasText: 'Kestrel Fair' }).filter({ has: page.getByRole('button') });
  await kestrel.getByRole('button', { name: /Connect/ }).click();
  await expect(page.getByRole('heading', { name: /would like to help at your stall/ })).toBeVisible();
  await page.getByRole('button', { name: 'Let them help' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Kestrel Fair is connected.' })).toBeVisible();
  const quayside = page.locator('li', { hasText: 'Quayside' }).filter({ has: page.getByRole('button') });
  if (await quayside.getByPlaceholder('its key').isVisible()) {
    await quayside.getByPlaceholder('its key').fill('wrong');
    await quayside.getByRole('button', { name: 'Connect' }).click();
    await expect(page.getByText('Quayside does not know that key.')).toBeVisible();
    await quayside.getByPlaceholder('its key').fill('harbour-light-demo');
    await quayside.getByRole('button', { name: 'Connect' }).click();
  }
  await expect(quayside.getByText('connected', { exact: true })).toBeVisible();
});

test('a docket is made with its live result beside it', async ({ page }) => {
  await page.goto('/artwork');
  await page
    .getByTestId('files')
    .setInputFiles([0, 1, 2].map((i) => join(folder, `story-${i}.png`)).concat(join(folder, 'story-note.png')));
  await expect(page.getByText('4 of 4 brought in')).toBeVisible();
  await expect(page.getByText('story-note.png is not a picture: it holds plain text')).toBeVisible();
  await expect(page.getByRole('option', { name: /Story 2/ })).toBeVisible();
  await expect(page.getByRole('option', { name: /Story 2/ }).getByText(/light/)).toBeVisible();
  await page.goto('/stockroom/dockets/new?blank=brightsea-tee-180');
  await page.getByLabel('Name', { exact: true }).fill('Story shirt');
  await expect(page.locator('canvas[data-drawn]').first()).toBeVisible();
  await page.getByLabel('How much').fill('40');
  await page
    .getByRole('combobox', { name: /^Title, one part/ })
    .fill('{{ artwork.name }} Shirt, {{ artwork.subject | title }} Tee');
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText('Story shirt is saved.')).toBeVisible();
  await expect(page).toHaveURL(/dockets\/[0-9a-f-]{36}/);
});

test('artwork is given a subject in the slip, and it is kept', async ({ page }) => {
  for (const n of [0, 1]) {
    await page.goto('/artwork');
    await page.getByRole('option', { name: new RegExp(`Story ${n}`) }).click();
    await page.getByRole('complementary', { name: 'Artwork' }).getByLabel('subject').fill('lighthouse');
    await page.keyboard.press('Enter');
    await expect
      .poll(
        async () =>
          (
            (await (await page.request.get('/api/v1/artworks?find=Story&limit=50')).json()) as {
              items: { name: string; subject: string }[];
            }
          ).items.find((a) => a.name === `Story ${n}`)?.subject,
      )
      .toBe('lighthouse');
  }
});

test('a range of the sheet is drafted by keyboard; what lacks a subject is held', async ({ page }) => {
  await page.goto('/sheet');
  await page.getByRole('searchbox').fill('story');
  await expect(page.getByText(/^3 artworks/)).toBeVisible();
  await expect(page).toHaveURL(/find=story/);
  const cell = (row: number, text = 'Story shirt, Kestrel Fair') =>
    page.getByRole('gridcell', { name: new RegExp(`Story ${row}, ${text}`) });
  // they were brought in side by side, so any of them may have come first
  await page
    .getByRole('gridcell', { name: /Story \d, Story shirt, Kestrel Fair/ })
    .first()
    .click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByText('3 selected')).toBeVisible();
  await page.keyboard.press('d');
  await expect(cell(0)).toHaveAccessibleName(/ready/);
  await expect(cell(1)).toHaveAccessibleName(/ready/);
  await expect(cell(2)).toHaveAccessibleName(/held/);
});

test('a proof is edited in place, knows the hand, and is passed', async ({ page }) => {
  await page.goto('/press');
  await ours(page)
    .getByRole('link', { name: /Look through 3/ })
    .click();
  const sheet = page.getByRole('region', { name: 'Proof' });
  await page.getByRole('button', { name: /Story 0/ }).click();
  await expect(sheet.getByRole('heading', { name: /Story 0/ })).toBeVisible();
  await sheet.getByLabel('Title', { exact: true }).fill('A title by hand');
  await page.keyboard.press('Control+Enter');
  await expect(sheet.locator('.source.hand')).toBeVisible();
  await sheet.getByLabel('Price of M').fill('41.50');
  await page.keyboard.press('Enter');
  await expect(sheet.locator('.source.hand')).toHaveCount(2);
  await page.reload();
  await expect(sheet.getByLabel('Title', { exact: true })).toHaveValue('A title by hand');
  await expect(sheet.getByLabel('Price of M')).toHaveValue('41.50');
  await page.getByRole('button', { name: /Pass all 2/ }).click();
  await expect(page.getByText('2 proofs passed')).toBeVisible();
});

test('the press says first what goes where, sends with progress, and the ledger leads to the buyer’s page', async ({ page }) => {
  await page.goto('/press');
  await ours(page)
    .getByRole('button', { name: /Send 2 proofs/ })
    .click();
  const dialog = page.getByRole('dialog', { name: 'Send' });
  await expect(dialog.getByText('2 listings')).toBeVisible();
  await expect(dialog.getByText('A title by hand')).toBeVisible();
  await expect(dialog.getByText(/Story 2, Kestrel Fair: The pattern asks for the artwork’s subject/)).toBeVisible();
  await dialog.getByText('Live at once').click();
  await dialog.getByRole('button', { name: /Send 2 proofs live/ }).click();
  await expect(ours(page).getByRole('progressbar', { name: 'Kestrel Fair', exact: true })).toHaveAttribute('value', '2', {
    timeout: 40_000,
  });
  await page.goto('/ledger');
  await expect(async () => {
    await page.keyboard.press('/');
    await expect(page.getByRole('searchbox')).toBeFocused({ timeout: 500 });
  }).toPass();
  await page.keyboard.type('by hand');
  await expect(page.getByText(/1 of \d+ listings/)).toBeVisible();
  const row = page.getByRole('grid', { name: 'Listings' }).getByRole('row').filter({ hasText: 'A title by hand' });
  const address = await row.getByRole('link', { name: /As a buyer sees it/ }).getAttribute('href');
  await page.goto(address!);
  await expect(page.getByRole('heading', { name: 'A title by hand' })).toBeVisible();
  await expect(page.locator('img').first()).toHaveJSProperty('complete', true);
});

test('the web server is killed and comes back; the screen goes on', async ({ page }) => {
  await page.goto('/artwork');
  await fetch(`${process.env.TROUBLE_URL}/kill-web`);
  await expect
    .poll(async () =>
      fetch(`${process.env.PRESS_URL}/api/v1/health`).then(
        (r) => r.ok,
        () => false,
      ),
    )
    .toBe(true);
  await page.goto('/sheet');
  await expect(page.getByRole('grid', { name: 'Sheet' })).toBeVisible();
});
