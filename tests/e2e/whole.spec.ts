import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import { newArtworks, ok, openShop, passedRun, pressDone, ware } from '../integration/press';

// the whole model by hand: goods lines and print areas in a docket, two people at it, a change of what stands, and what was done
const name = `Big and small ${process.pid}`;

test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  await openShop();
  await newArtworks(1);
});

test('a docket gets a second goods line and a second print area, and says more than one could before', async ({ page }) => {
  await page.goto('/stockroom/dockets/new?blank=brightsea-tee-180');
  await page.getByLabel('Name', { exact: true }).fill(name);
  // other goods than those it began with, and back: what no hand has written goes with them
  const tags = page.getByLabel('Tags, one a line', { exact: false });
  await page.getByLabel('Blank', { exact: true }).selectOption({ label: 'Matt art poster 200, Aldergate Press' });
  await expect(tags).toHaveValue(/wall art/);
  await page.getByLabel('Blank', { exact: true }).selectOption({ label: 'Soft cotton T-shirt 180, Brightsea Works' });
  await expect(tags).toHaveValue(/graphic tee/);
  await page.getByRole('button', { name: 'Print on another area too' }).click();
  await expect(page.getByLabel('Print area').nth(1)).toHaveValue('chest');
  await page.getByLabel('Add a goods line').selectOption({ label: 'Soft cotton youth T-shirt 165' });
  await expect(page.getByRole('tab')).toHaveCount(2);
  await page.getByLabel('Noun').fill('Youth shirt');
  await expect(page.getByRole('tab')).toHaveText(['Shirt', 'Youth shirt']);
  await page.getByRole('button', { name: 'Add a picture' }).click();
  await page.getByLabel('Picture 4', { exact: true }).selectOption({ label: 'Card of sizes' });
  await page.getByLabel('Goods of picture 4').selectOption({ label: 'Youth shirt' });
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText(`${name} is saved.`)).toBeVisible();
  await expect(page).toHaveURL(/dockets\/[0-9a-f-]{36}/);
  await page.reload();
  await expect(page.getByRole('tab')).toHaveText(['Shirt', 'Youth shirt']);
  const { items } = await ok<{ items: { name: string; narrow: boolean; document: { lines: { placements: object[] }[]; shots: object[] } }[] }>('GET', '/dockets'); // prettier-ignore
  const kept = items.find((d) => d.name === name)!;
  expect(kept.narrow).toBe(false);
  expect(kept.document.lines.map((l) => l.placements.length)).toEqual([2, 1]);
  expect(kept.document.shots.at(-1)).toEqual({ kind: 'card', card: 'sizes', line: 'goods-2' });
});

test('a part may be an outlet’s own, or left out there', async ({ page }) => {
  const { items } = await ok<{ items: { id: string; name: string }[] }>('GET', '/dockets');
  await page.goto(`/stockroom/dockets/${items.find((d) => d.name === name)!.id}`);
  await page.getByRole('button', { name: 'everything shared' }).last().click();
  await page.getByLabel('Name', { exact: true }).last().selectOption('own');
  await page.getByLabel('Name at Quayside').fill('In the shop: {{ artwork.name }}');
  await page.getByLabel('Tags', { exact: true }).selectOption('left out');
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText(`${name} is saved.`)).toBeVisible();
  await expect(page.getByRole('button', { name: /^its own: title, tags/ })).toBeVisible();
});

test('two people at one docket: the later one is told what the other changed', async ({ page, context }) => {
  const { items } = await ok<{ items: { id: string; name: string }[] }>('GET', '/dockets');
  const address = `/stockroom/dockets/${items.find((d) => d.name === name)!.id}`;
  await page.goto(address);
  const other = await context.newPage();
  await other.goto(address);
  const tags = (at: Page) => at.getByLabel('Tags, one a line', { exact: false });
  await page.getByLabel('At least, as printed').fill('120');
  await tags(other).fill('one tag\nanother tag');
  await other.getByRole('button', { name: 'Save docket' }).click();
  await expect(other.getByText(`${name} is saved.`)).toBeVisible();
  await expect(page.getByText('somebody else saved it meanwhile')).toBeVisible();
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText(/changed “.*” meanwhile: wording\. Look at it as it is now/)).toBeVisible();
  await page.getByRole('button', { name: 'Take changes back' }).click();
  await expect(tags(page)).toHaveValue('one tag\nanother tag');
  // and who has written nothing sees what the other saves
  await other.getByLabel('At least, as printed').fill('140');
  await other.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByLabel('At least, as printed')).toHaveValue('140');
});

test('what stands is changed from its proof, and the story of it is taken back from there', async ({ page }) => {
  const { docket } = await openShop();
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await pressDone(run.id);
  const [proof] = (await ok<{ items: { id: string; fields: { title: { value: string } } }[] }>('GET', `/proofs?run=${run.id}`))
    .items;
  await page.goto(`/proofs?run=${run.id}&open=${proof!.id}`);
  await expect(page.getByText('It stands at Quayside, live.')).toBeVisible();
  const title = page.getByLabel('Title', { exact: true });
  // a page that has just come may not hear yet
  await expect(async () => {
    await title.fill('A better name for it');
    await expect(title).toHaveValue('A better name for it', { timeout: 500 });
  }).toPass();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('It differs from what was sent: title.')).toBeVisible();
  await page.getByRole('button', { name: 'Send the change' }).click();
  await expect.poll(async () => (await ware(`up-${proof!.id}`))!.name).toBe('A better name for it');
  await expect(page.getByText('It differs from what was sent')).toBeHidden();
  await page.getByText('What was done to it').click();
  await expect(page.getByText(/^Changed title of “/)).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).first().click();
  await expect(title).toHaveValue(proof!.fields.title.value);
  await expect(page.getByText('It differs from what was sent: title.')).toBeVisible();
});
