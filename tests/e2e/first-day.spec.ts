import type { Locator, Page } from '@playwright/test';
import { expect, test } from './alive';
import fs from 'node:fs';
import path from 'node:path';
import { motif } from '../integration/press';
import { newFolder, start, type Started } from '../integration/started';

/** A start with nothing in it, on a port and a data folder of its own. */
let empty: Started;
let folder: string;
let file: string;
test.beforeEach(async () => {
  folder = newFolder();
  file = path.join(process.env.CHECK_FOLDER!, 'lighthouse-keeper.png');
  fs.writeFileSync(file, await motif(88_001, 3600, 4200));
  empty = await start(folder);
  expect(await empty.up()).toContain('Up after');
});
test.afterEach(async () => {
  await empty.stop();
  fs.rmSync(folder, { recursive: true, force: true });
});

const MOST_STEPS = 10;

async function moveIn(page: Page): Promise<void> {
  await page.goto(`http://127.0.0.1:${empty.port}/`);
  await page.getByLabel('Name of the workspace').fill('Lantern Row');
  await page.getByLabel('Your name').fill('Ada');
  await page.getByLabel('E-mail').fill('ada@example.org');
  await page.getByLabel('Password').fill('a long and quiet tide');
  await page.getByLabel('Code').fill(empty.code);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Drop a folder of designs here' })).toBeVisible();
}
const way = (page: Page) => page.getByRole('region', { name: 'Your first listing' });
const stands = async (page: Page) => {
  await expect(way(page)).toBeHidden({ timeout: 180_000 });
  await page.goto(`http://127.0.0.1:${empty.port}/ledger`);
  const link = page.getByRole('link', { name: /As a buyer sees it/ }).first();
  await expect(page.getByRole('gridcell', { name: 'live' })).toBeVisible();
  await page.goto((await link.getAttribute('href'))!);
  await expect(page.getByRole('heading', { name: /Lighthouse Keeper/ })).toBeVisible();
};

test('from an empty start to a first live listing with the mouse, led all the way', async ({ page, context }) => {
  await moveIn(page);
  const steps: string[] = [];
  /** Follows the one button that says what to do now. */
  const next = async (word: string) => {
    steps.push(word);
    expect(steps.length).toBeLessThan(MOST_STEPS);
    const button = way(page).getByRole('link', { name: word, exact: true }).last();
    await expect(way(page)).toContainText(`${steps.length - 1} of 6`);
    await button.click();
  };
  await next('Connect an outlet');
  const quayside = page
    .getByRole('listitem')
    .filter({ hasText: 'Quayside' })
    .filter({ has: page.getByRole('button') });
  // the key is where the outlet says
  const office = context.waitForEvent('page');
  await quayside.getByRole('link', { name: 'Open it' }).click();
  const key = await (await office).locator('.note').innerText();
  await quayside.getByLabel('Key of Quayside').fill(key);
  await quayside.getByRole('button', { name: 'Connect' }).click();
  await expect(page.getByText('Quayside is connected.')).toBeVisible();
  await next('Make a docket');
  await page.getByLabel('Blank', { exact: true }).selectOption({ label: 'Soft cotton T-shirt 180, Brightsea Works' });
  await expect(page.getByRole('button', { name: 'Harbour' })).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Shirts');
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText('Shirts is saved.')).toBeVisible();
  await next('Bring in artwork');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose files' }).click();
  await (await chooser).setFiles(file);
  await expect(page.getByText('1 of 1 brought in')).toBeVisible();
  await next('Draft proofs');
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await page.getByRole('gridcell').first().click();
  await page.getByRole('button', { name: /^Draft 1 proof/ }).click();
  await expect(page.getByRole('button', { name: /^Pass 1 proof/ })).toBeVisible({ timeout: 180_000 });
  await next('Pass them');
  await page.getByRole('button', { name: /Pass all 1/ }).click();
  await expect(page.getByText('1 proof passed')).toBeVisible();
  await next('Send them');
  await page.getByRole('button', { name: /^Send 1 proof/ }).click();
  await page.getByText('Live at once').click();
  await page.getByRole('button', { name: 'Send 1 proof live' }).click();
  await stands(page);
});

test('the same by keyboard alone', async ({ page }) => {
  await moveIn(page);
  const steps: string[] = [];
  /** Tab until something has the focus. */
  const tabTo = async (wanted: Locator, key: 'Tab' | 'Shift+Tab' = 'Tab') => {
    await expect(wanted).toBeVisible();
    for (let i = 0; i < 80; i++) {
      if (await wanted.evaluate((e) => e === document.activeElement)) return;
      await page.keyboard.press(key);
    }
    throw new Error('not reached by Tab');
  };
  const box = async (command: string) => {
    steps.push(command);
    expect(steps.length).toBeLessThan(MOST_STEPS);
    // a page that has just come may not hear yet
    await expect(async () => {
      await page.keyboard.press('Control+k');
      await expect(page.getByRole('dialog', { name: 'Command box' })).toBeVisible({ timeout: 500 });
    }).toPass();
    await page.keyboard.type(command);
    await expect(page.getByRole('option').first()).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('Enter');
  };
  await box('go.stockroom');
  await tabTo(page.getByLabel('Key of Quayside'));
  await page.keyboard.type('harbour-light-demo');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Quayside is connected.')).toBeVisible();
  await page.keyboard.press('Escape');
  await box('stockroom.new-docket');
  await tabTo(page.getByLabel('Name', { exact: true }));
  await page.keyboard.type('Shirts');
  await tabTo(page.getByLabel('Blank', { exact: true }));
  await page.keyboard.type('Soft');
  await expect(page.getByRole('button', { name: 'Harbour' })).toBeVisible();
  await tabTo(page.getByRole('button', { name: 'Save docket' }), 'Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Shirts is saved.')).toBeVisible();
  await expect(page).toHaveURL(/dockets\/[0-9a-f-]{36}/);
  await box('go.artwork');
  await expect(page.getByRole('heading', { name: 'Drop a folder of designs here' })).toBeVisible();
  const chooser = page.waitForEvent('filechooser');
  await box('artwork.bring-in');
  await (await chooser).setFiles(file);
  await expect(page.getByText('1 of 1 brought in')).toBeVisible();
  await expect(page.getByRole('option', { name: /Lighthouse keeper/i })).toBeVisible();
  await box('go.sheet');
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('d');
  await expect(page.getByRole('button', { name: /^Pass 1 proof/ })).toBeVisible({ timeout: 180_000 });
  await page.keyboard.press('p');
  await expect(page.getByText('1 proof passed')).toBeVisible();
  await box('go.press');
  await expect(page.getByRole('button', { name: /^Send 1 proof/ })).toBeVisible();
  await page.keyboard.press('s');
  await tabTo(page.getByRole('radio', { name: /As drafts/ }));
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('radio', { name: /Live at once/ })).toBeChecked();
  await tabTo(page.getByRole('button', { name: 'Send 1 proof live' }));
  await page.keyboard.press('Enter');
  await stands(page);
});
