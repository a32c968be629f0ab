import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { drafted, newArtworks, ok, openShop, type Items, type Proof, type Run } from '../integration/press';
import { expect, test } from './alive';

// print files on screen: one taken from its proof, many as an archive
async function proofs(count: number): Promise<{ run: string; items: Proof[] }> {
  const { docket } = await openShop();
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(count), dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
  return { run: run.id, items: (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items };
}

test('a proof says what it prints; one click makes a file and takes it away', async ({ page }) => {
  const { run, items } = await proofs(1);
  await page.goto(`/proofs?run=${run}&open=${items[0]!.id}`);
  await page.getByText('Print files', { exact: true }).last().click();
  await expect(page.getByText('381 × 457.2 mm · 4,500 × 5,400 px at 300 px/in')).toBeVisible();
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: /^PNG of Shirt, front/ }).click();
  const download = await coming;
  expect(download.suggestedFilename()).toMatch(/Shirt, front.*\.png$/);
  const told = await sharp(readFileSync(await download.path())).metadata();
  expect([told.width, told.height, told.density, told.hasProfile]).toEqual([4500, 5400, 300, true]);
});

test('all of a list are asked for at once, shown as they are made, and taken away as one archive', async ({ page }) => {
  const { run } = await proofs(2);
  await page.goto(`/proofs?run=${run}`);
  await page.getByRole('button', { name: /^Print files/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Print files' });
  await dialog.getByLabel('What all 2 proofs of this list print').check();
  await dialog.getByLabel('Names').fill('{{ print.weight }}');
  await dialog.getByRole('button', { name: 'Make print files' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('The pattern asks for print.weight, which has no value.');
  await dialog.getByLabel('Names').fill('{{ artwork.name }} {{ print.area }}');
  await dialog.getByRole('button', { name: 'Make print files' }).click();
  const row = dialog.getByRole('list', { name: 'Print files that were asked for' }).getByRole('listitem').first();
  await expect(row).toContainText(/\d files, [\d.]+ (kB|MB)/, { timeout: 60_000 });
  const coming = page.waitForEvent('download');
  await row.getByRole('button', { name: /^Take away/ }).click();
  expect((await coming).suggestedFilename()).toMatch(/\.zip$/);
  await row.getByRole('button', { name: /off the list$/ }).click();
  await expect(row.getByRole('button', { name: /^Take away/ })).toHaveCount(0);
});
