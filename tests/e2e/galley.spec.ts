import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import { drafted, newArtworks, ok, openShop, type Items, type Run } from '../integration/press';

// words of many listings side by side: corrected with marks first, and written into like a spreadsheet
test.describe.configure({ mode: 'serial' });
let run: string;
let ids: string[];
const titles = async () => (await Promise.all(ids.map((id) => ok<{ fields: { title: { value: string } } }>('GET', `/proofs/${id}`)))).map((p) => p.fields.title.value); // prettier-ignore
const grid = (page: Page) => page.getByRole('grid', { name: 'Words of listings' });
const cell = (page: Page, row: number, column: number) => grid(page).getByRole('row').nth(row + 1).getByRole('gridcell').nth(column); // prettier-ignore
const address = () => `/galley?run=${run}&sort=oldest`;

test.beforeAll(async () => {
  const { docket } = await openShop();
  const made = await ok<Run>('POST', '/runs', { artworks: await newArtworks(3), dockets: [docket], outlets: ['quayside'] });
  await drafted(made.id);
  run = made.id;
  ids = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run}`)).items.map((p) => p.id);
});

test('a correction is seen as marks, with what it would break; one is left out, the others are taken, and taken back', async ({
  page,
}) => {
  const before = await titles();
  await page.goto(`/proofs?run=${run}`);
  await page.getByRole('button', { name: 'Galley' }).click();
  await expect(page).toHaveURL(/\/galley\?run=/);
  await page.goto(address());
  await page.getByRole('button', { name: 'Correct many' }).click();
  const slip = page.getByRole('complementary', { name: 'Correction' });
  await slip.getByRole('combobox', { name: 'What step 1 does' }).selectOption('put-before');
  await slip.getByRole('combobox', { name: 'Before what stands there' }).fill('Very Merry');
  await expect(cell(page, 0, 0).locator('ins')).toHaveText('Very Merry ');
  await expect(page.getByLabel('What it would do')).toContainText('3change as marked');
  await page.getByRole('checkbox', { name: /^Correct / }).nth(1).uncheck(); // prettier-ignore
  await expect(page.getByLabel('What it would do')).toContainText('1left out by hand');
  await expect(cell(page, 1, 0).locator('ins')).toHaveCount(0);
  expect((await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()).violations).toEqual([]);
  await slip.getByRole('button', { name: 'Take 2 corrections' }).click();
  await expect(page.getByText('2 listings corrected')).toBeVisible();
  expect(await titles()).toEqual([`Very Merry ${before[0]}`, before[1], `Very Merry ${before[2]}`]);
  await expect(cell(page, 0, 0)).toContainText('corrected');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(titles).toEqual(before);
});

test('a correction may be only for what is marked', async ({ page }) => {
  const before = await titles();
  await page.goto(address());
  await cell(page, 1, 0).click();
  await cell(page, 2, 0).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Correct many' }).click();
  const slip = page.getByRole('complementary', { name: 'Correction' });
  await slip.getByRole('combobox', { name: 'What step 1 does' }).selectOption('case');
  await slip.getByRole('combobox', { name: 'Which capitals' }).selectOption('upper');
  await slip.getByRole('radio', { name: 'The 2 marked' }).check();
  await slip.getByRole('button', { name: 'Take 2 corrections' }).click();
  await expect(page.getByText('2 listings corrected')).toBeVisible();
  expect(await titles()).toEqual([before[0], before[1]!.toUpperCase(), before[2]!.toUpperCase()]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(titles).toEqual(before);
});

test('what would not fit is told, shortened by one press, and a pattern that cannot be read is said', async ({ page }) => {
  await page.goto(address());
  await page.getByRole('button', { name: 'Correct many' }).click();
  const slip = page.getByRole('complementary', { name: 'Correction' });
  await slip.getByRole('combobox', { name: 'What step 1 does' }).selectOption('put-after');
  await slip.getByRole('combobox', { name: 'Behind what stands there' }).fill('and so on, '.repeat(24));
  await expect(page.getByLabel('What it would do')).toContainText(/3would be held: Title is \d+ characters/);
  await expect(cell(page, 0, 0)).toContainText(/Title is \d+ characters/);
  await slip.getByRole('button', { name: 'Shorten what does not fit' }).click();
  await expect(page.getByLabel('What it would do')).not.toContainText('would be held');
  await slip.getByRole('combobox', { name: 'What step 1 does' }).selectOption('replace');
  await slip.getByRole('textbox', { name: 'Replace' }).fill('(a');
  await slip.getByRole('combobox', { name: 'How it is found' }).selectOption('pattern');
  await expect(slip.getByText(/The pattern cannot be read/)).toBeVisible();
});

test('cells are written into like a spreadsheet: typed, filled down, pasted, copied, emptied', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const before = await titles();
  await page.goto(address());
  await cell(page, 0, 0).click();
  await page.keyboard.type('Typed by a hand');
  await page.keyboard.press('Enter');
  await expect.poll(titles).toEqual(['Typed by a hand', before[1], before[2]]);
  // the cursor went down; Esc leaves a cell as it was
  await page.keyboard.press('Enter');
  await page.keyboard.type(' and nothing more');
  await page.keyboard.press('Escape');
  expect((await titles())[1]).toBe(before[1]);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect.poll(titles).toEqual(Array(3).fill('Typed by a hand'));
  await page.keyboard.press('Control+z');
  await expect.poll(titles).toEqual(['Typed by a hand', before[1], before[2]]);

  const paste = (text: string) =>
    grid(page).evaluate((el, data) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', data);
      el.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
    }, text);
  // what was taken back stands there again
  await expect(cell(page, 1, 0)).toContainText(before[1]!);
  await cell(page, 1, 0).click();
  await paste('Pasted two\tred fox, owl\r\n"Pasted ""three"""\t\'=elk\r\n');
  await expect.poll(titles).toEqual(['Typed by a hand', 'Pasted two', 'Pasted "three"']);
  await expect(cell(page, 1, 1)).toContainText('red fox');
  await cell(page, 1, 0).click();
  await cell(page, 2, 1).click({ modifiers: ['Shift'] });
  await page.keyboard.press('Control+c');
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('Pasted two\tred fox, owl\n"Pasted ""three"""\t\'=elk');
  await page.keyboard.press('Delete');
  await expect.poll(titles).toEqual(['Typed by a hand', '', '']);
  await expect(cell(page, 2, 0)).toContainText('There is no title');
  await page.keyboard.press('Control+b');
  await expect.poll(async () => (await titles()).slice(1)).toEqual(before.slice(1));
});

test('words are found, and what the address says is what is seen', async ({ page }) => {
  const [, second] = await titles();
  await page.goto(address());
  await page.getByRole('searchbox', { name: 'Find in the words' }).fill(second!);
  await expect(page).toHaveURL(/says=/);
  await page.goto(`${address()}&says=nothing%20says%20that`);
  await expect(page.getByText('No listing answers to that.')).toBeVisible();
  await page.goto(`${address()}&fields=description`);
  await expect(grid(page).getByRole('columnheader')).toHaveText(['Listing', 'Description']);
});

test('what was found is stepped through: a thing is mended in all its listings with marks first, another is left as it is', async ({
  page,
}) => {
  await ok('PATCH', `/proofs/${ids[0]}`, { title: 'Beautifull Sail Zzyqa' });
  await ok('PATCH', `/proofs/${ids[2]}`, { title: 'The Beautifull Keel' });
  await page.goto(address());
  await page.getByRole('button', { name: 'Look over' }).click();
  const found = page.getByRole('complementary', { name: 'What was found' });
  await expect(found.getByText('all listings looked over')).toBeVisible({ timeout: 60_000 });
  await found.getByRole('button', { name: /^Spelling/ }).click();
  await found.getByRole('button', { name: /^beautifull/ }).click();
  await expect(page).toHaveURL(/found=spelling%3Abeautifull/);
  await expect(grid(page).getByRole('row')).toHaveCount(3);
  await expect(cell(page, 0, 0).locator('mark')).toHaveText(['Beautifull', 'Zzyqa']);
  expect((await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()).violations).toEqual([]);
  // the box of commands does it as well: here by key
  await page.keyboard.press('F9');
  const slip = page.getByRole('complementary', { name: 'Correction' });
  await expect(cell(page, 0, 0).locator('ins')).toHaveText('Beautiful');
  await slip.getByRole('button', { name: 'Take 2 corrections' }).click();
  await expect(page.getByText('2 listings corrected')).toBeVisible();
  await expect.poll(async () => (await titles()).filter((t) => t.includes('Beautiful '))).toHaveLength(2);
  await expect(found).toBeVisible();

  await expect(found.getByText('all listings looked over')).toBeVisible({ timeout: 60_000 });
  await found.getByRole('button', { name: /^zzyqa/ }).click();
  await expect(cell(page, 0, 0)).toContainText('in neither dictionary');
  await found.getByRole('button', { name: 'It is spelt right' }).click();
  await expect(page.getByText(/“zzyqa” is left as it is/)).toBeVisible();
  await expect(found.getByRole('button', { name: /^zzyqa/ })).toHaveCount(0);
  await found.getByRole('button', { name: 'Words of the house' }).click();
  const lists = page.getByRole('dialog', { name: 'Words of the house' });
  await expect(lists.getByText('zzyqa')).toBeVisible();
  await lists.getByRole('textbox', { name: 'Not to be written' }).fill('keel');
  await lists.getByRole('button', { name: 'Keep the lists' }).click();
  await expect(found.getByRole('button', { name: /^Barred words/ })).toBeVisible({ timeout: 60_000 });
});
