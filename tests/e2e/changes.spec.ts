import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './alive';
import type { BlankDocument } from '../../src/core/stock/blank';
import { ok, openShop, SHIRT } from '../integration/press';

// a blank of one's own is made, changed and copied by hand; what ends by that is looked through, decided on, and taken back
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  await openShop();
});

const NAME = 'Harbour smock';
const ID = 'own-harbour-smock';

test('a blank is made by hand, drawn while it is written', async ({ page }) => {
  await page.goto('/stockroom/blanks/new?from=brightsea-tee-180');
  await expect(async () => {
    await page.getByLabel('Name', { exact: true }).first().fill('');
    await page.getByLabel('Name', { exact: true }).first().fill(NAME);
    await expect(page.getByLabel('Id', { exact: true })).toHaveValue(ID, { timeout: 2000 });
  }).toPass();
  await page.getByLabel('Who makes it').fill('The studio');
  await page.getByLabel('Wide').first().fill('300');
  await expect(page.getByRole('img', { name: /^front, 300 by 457/ })).toBeVisible();
  await page.getByLabel('Cost of S', { exact: true }).fill('12.50');
  await page.getByRole('button', { name: 'Another size' }).click();
  await page.getByLabel('Name of the size').last().fill('5XL');
  await page.getByLabel('Cost of 5XL').fill('19.00');
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  await page.getByRole('button', { name: 'Make the blank' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(NAME);
  const { document } = await ok<{ document: BlankDocument }>('GET', `/blanks/${ID}`);
  expect(document).toMatchObject({ source: 'own', house: 'The studio', areas: [{ name: 'front', widthMm: 300 }, {}, {}] });
  expect(document.variants.filter((v) => v.sizes?.includes('5XL') || v.sizes?.includes('S')).map((v) => v.costMinor)).toEqual([
    1250, 1900,
  ]);
});

test('what makes no sense stands at its field, and as a document it is read as it is typed', async ({ page }) => {
  await page.goto('/stockroom/blanks/new');
  await expect(async () => {
    await page.getByRole('tab', { name: 'As a document' }).click();
    await expect(page.getByLabel('Document', { exact: true })).toBeVisible({ timeout: 1000 });
  }).toPass();
  const text = page.getByLabel('Document', { exact: true });
  await text.fill('{ "name": ');
  await expect(page.getByText(/^That is not JSON yet/)).toBeVisible();
  await text.fill('{ "name": "A smock", "colours": 7 }');
  await page.getByRole('tab', { name: 'By hand' }).click();
  await expect(page.getByText('The document is no blank yet')).toBeVisible();
  await page.getByRole('tab', { name: 'As a document' }).click();
  const { document } = await ok<{ document: BlankDocument }>('GET', `/blanks/${ID}`);
  await page.getByLabel('Document file').setInputFiles({
    name: 'smock.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...document, id: 'own-second-smock', name: 'Second smock', productionDays: 400 })),
  });
  await page.getByRole('tab', { name: 'By hand' }).click();
  await expect(page.getByLabel('Id', { exact: true })).toHaveValue('own-second-smock');
  await page.getByRole('button', { name: 'Make the blank' }).click();
  await expect(page.getByLabel('Made within')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Made within').fill('4');
  await page.getByRole('button', { name: 'Make the blank' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Second smock');
  await page.getByRole('button', { name: 'Take away' }).click();
  await expect(page).toHaveURL(/\/stockroom\/blanks$/);
});

test('what ended is looked through: decided on with a click, kept as a rule, and taken back', async ({ page }) => {
  const { id } = await ok<{ id: string }>('POST', '/dockets', {
    name: 'Smocks',
    blankId: ID,
    spec: { ...SHIRT, colours: ['Chalk', 'Ink', 'Storm'], outlets: ['quayside'] },
  });
  const coloursOf = async () =>
    (await ok<{ document: { lines: { colours: string[] }[]; whenEnded?: string } }>('GET', `/dockets/${id}`)).document;
  await page.goto(`/stockroom/blanks/${ID}`);
  await page.getByRole('link', { name: 'Change', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Change it');
  const storm = page.getByRole('listitem').filter({ has: page.locator('input[value="Storm"]') });
  await expect(async () => {
    await storm.getByRole('button', { name: 'Take this colour away' }).click({ timeout: 2000 });
    await expect(storm).toHaveCount(0, { timeout: 1000 });
  }).toPass();
  await page.getByRole('button', { name: 'Save as the next version' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(NAME);

  await page.goto('/stockroom');
  await page.getByRole('link', { name: /^Look at \d+ changes?$/ }).click();
  const row = page.getByRole('listitem', { name: new RegExp(`^${NAME}: Colour ended: Storm`) });
  await expect(row).toContainText('Smocks');
  await expect(row).toContainText(/Storm\s*nearest\s*\w+, [\d.]+ apart/);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  await row.getByRole('button', { name: 'Leave Storm out' }).click();
  await expect(page.getByText('Storm left out.')).toBeVisible();
  await expect.poll(coloursOf).toMatchObject({ lines: [{ colours: ['Chalk', 'Ink'] }], whenEnded: 'drop colour' });
  await expect(row.getByRole('button', { name: 'Leave Storm out' })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row.getByRole('button', { name: 'Leave Storm out' })).toBeVisible();
  expect((await coloursOf()).lines[0]!.colours).toEqual(['Chalk', 'Ink', 'Storm']);

  await row.getByRole('button', { name: 'Looked at' }).click();
  await expect(row).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(row).toBeVisible();
  await page.goto(`/stockroom/dockets/${id}`);
  await expect(page.getByLabel('When the print house ends a colour')).toHaveValue('');
});
