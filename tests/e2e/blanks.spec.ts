import { expect, test } from './alive';
import { newArtworks, ok, openShop, type Items } from '../integration/press';

// what print houses offer is browsed, looked at with one's own artwork, and its words are put right

test.beforeAll(async () => {
  await openShop();
  const [artwork] = await newArtworks(1);
  await ok('PATCH', `/artworks/${artwork}`, { name: 'Sandpiper' });
});

test('blanks are found, narrowed and sorted; the address keeps it', async ({ page }) => {
  await page.goto('/stockroom');
  await page.getByRole('link', { name: /^All \d+ blanks$/ }).click();
  const list = page.getByRole('list', { name: 'Blanks' });
  await expect(list.getByRole('link', { name: /Baby suit 190/ })).toBeVisible();
  await expect(async () => {
    await page.getByLabel('Kind').selectOption('department drinkware');
    await expect(list.getByRole('listitem')).toHaveCount(3, { timeout: 2000 });
  }).toPass();
  await page.getByLabel('Order').selectOption('cost');
  await expect(list.getByRole('listitem').first()).toContainText('Glazed mug');
  await page.getByLabel('Find blanks').fill('enamel');
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await page.reload();
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await expect(page.getByText(/^1 of \d+ blanks$/)).toBeVisible();
  await page.getByLabel('Find blanks').fill('nothing of that kind');
  await expect(page.getByText('No blank answers to that.')).toBeVisible();
});

test('what is typed before the page is alive is looked for as well', async ({ page }) => {
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/_next/static/**/*.js', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto('/stockroom/blanks', { waitUntil: 'commit' });
  await page.getByLabel('Find blanks').fill('enamel');
  release();
  await expect(page.getByRole('list', { name: 'Blanks' }).getByRole('listitem')).toHaveCount(1);
  await expect(page.getByLabel('Find blanks')).toHaveValue('enamel');
});

test('a blank shows its areas to scale with an artwork on them, size by size', async ({ page }) => {
  await page.goto('/stockroom/blanks?find=phone');
  await expect(async () => {
    await page.getByLabel('Shown with').selectOption({ label: 'with Sandpiper' });
    await expect(page).toHaveURL(/with=/, { timeout: 2000 });
  }).toPass();
  await page.getByRole('link', { name: /Tough phone case/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Tough phone case');
  const area = page.getByRole('img', { name: /^back, / });
  await expect(area).toHaveAccessibleName('back, 74 by 149 mm');
  await expect(area.locator('image')).toHaveAttribute('href', /\/pictures\//);
  await page.getByLabel('On size').selectOption('Large, camera bar');
  await expect(area).toHaveAccessibleName('back, 84 by 169 mm');
  // 84 and 169 mm with 4 mm of bleed on each side, at 300 px/in; 1 in = 25.4 mm
  await expect(page.getByText('1087 x 2091 px with its bleed')).toBeVisible();
  await expect(page.getByText('told to buyers in the European Union')).toBeVisible();
});

test('size tables are told in centimetres, inches or both', async ({ page }) => {
  await page.goto('/stockroom/blanks/brightsea-tee-180');
  const cell = page.getByRole('row', { name: /^M 53/ }).getByRole('cell').nth(1);
  await expect(cell).toHaveText('53');
  await page.getByRole('button', { name: 'both' }).click();
  await expect(cell).toHaveText('53 / 20 ¾');
});

test('a sentence is put on the other side by a click, and back by leaving it to the rules', async ({ page }) => {
  const sentence = 'The eyelets cut your picture along the top.';
  await page.goto('/stockroom/blanks/aldergate-shower-curtain');
  const [buyers, sellers] = [page.getByRole('region', { name: 'For buyers' }), page.getByRole('region', { name: 'For sellers' })];
  await expect(sellers).toContainText(sentence);
  await expect(sellers).toContainText('speaks of files for printing');
  await page.getByRole('button', { name: `This is for buyers: ${sentence}` }).click();
  await expect(buyers).toContainText(sentence);
  await expect(sellers).not.toContainText(sentence);
  await page.reload();
  await buyers.getByRole('button', { name: 'by hand; leave it to the rules' }).click();
  await expect(sellers).toContainText(sentence);
});

test('a docket is begun from a blank that no scene shows yet', async ({ page }) => {
  await page.goto('/stockroom/blanks/brightsea-cap-six');
  await page.getByRole('link', { name: 'Make a docket of it' }).click();
  await expect(page).toHaveURL(/dockets\/new\?blank=brightsea-cap-six/);
  await expect(page.getByLabel('Blank', { exact: true })).toHaveValue('brightsea-cap-six');
  await expect(page.getByText('A picture is still to be put in: a photograph of the goods.')).toBeVisible();
});

test('what is written while a blank is on its way is kept', async ({ page }) => {
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/api/v1/blanks/brightsea-tank-150', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto('/stockroom/dockets/new?blank=brightsea-tee-180');
  const noun = page.getByLabel('Noun');
  await expect(async () => {
    await noun.fill('');
    await noun.fill('Jersey');
    await expect(page.getByRole('tab')).toHaveText('Jersey', { timeout: 2000 });
  }).toPass();
  await page.getByLabel('Add a goods line').selectOption('brightsea-tank-150');
  await noun.fill('Sea jersey');
  release();
  await expect(page.getByRole('tab')).toHaveText(['Sea jersey', 'Sea jersey']);
  await page.getByRole('tab').first().click();
  await expect(noun).toHaveValue('Sea jersey');
});

test('blanks are compared side by side', async ({ page }) => {
  await page.goto('/stockroom/blanks?department=drinkware');
  // a box stands as the address says, a moment after it is pressed
  const beside = (name: string, address: RegExp) =>
    expect(async () => {
      await page.getByLabel(`Compare ${name}`).setChecked(true);
      await expect(page).toHaveURL(address, { timeout: 2000 });
    }).toPass();
  await beside('Glazed mug', /side=brightsea-mug-325/);
  await expect(page.getByRole('button', { name: 'Compare', exact: true })).toBeDisabled();
  await beside('Enamel mug', /side=brightsea-mug-325(,|%2C)/);
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Blanks side by side' });
  await expect(dialog.getByRole('columnheader')).toHaveText([/What/, /Glazed mug/, /Enamel mug/]);
  await expect(dialog.getByRole('row', { name: /^Print house/ }).getByRole('cell')).toHaveText([
    'Brightsea Works',
    'Brightsea Works',
  ]);
  await expect(dialog.getByRole('row', { name: /^Cost/ }).getByRole('cell')).toHaveText(['USD 5.60 – 6.80', 'USD 8.90']);
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
});

test('a docket is copied, also for a blank that is like its own', async ({ page }) => {
  interface Docket {
    id: string;
    name: string;
    document: { lines: { blank: string }[] };
  }
  const { items } = await ok<Items<Docket>>('GET', '/dockets');
  const it = items.find((d) => d.document.lines.length === 1)!;
  await page.goto(`/stockroom/dockets/${it.id}`);
  await page.getByRole('link', { name: 'Copy' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue(`${it.name}, copy`);
  await expect(page.getByLabel('Blank', { exact: true })).toHaveValue(it.document.lines[0]!.blank);
  await page.goto(`/stockroom/dockets/new?copy=${it.id}&blank=brightsea-vneck-155`);
  await expect(page.getByLabel('Blank', { exact: true })).toHaveValue('brightsea-vneck-155');
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page).toHaveURL(/dockets\/[0-9a-f-]{36}$/);
  const id = page.url().split('/').at(-1)!;
  expect(id).not.toBe(it.id);
  const kept = (await ok<Items<Docket>>('GET', '/dockets')).items.find((d) => d.id === id)!;
  expect([kept.name, kept.document.lines[0]!.blank]).toEqual([`${it.name}, copy`, 'brightsea-vneck-155']);
});

test('what is announced says when it comes', async ({ page }) => {
  await page.goto('/stockroom/blanks?find=boxy');
  await expect(page.getByRole('listitem').filter({ hasText: 'Heavy boxy T-shirt' })).toContainText('from 1 Feb 2027');
});
