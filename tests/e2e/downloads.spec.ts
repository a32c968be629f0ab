import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { expect, test } from './alive';
import { ok, openShop, settled, upload, type Items } from '../integration/press';

// files to download: a docket that sells them, what it makes of an artwork, and what buyers would be handed
interface Docket {
  id: string;
  name: string;
  document: { downloads: { renditions: { sheet: string; formats: string[]; upTo?: string; how: string }[]; along?: string[] } };
}
const named = async (name: string) => (await ok<Items<Docket>>('GET', '/dockets')).items.find((d) => d.name === name)!;

test.describe.configure({ mode: 'serial' });
const name = `Walls ${process.pid}`;
const artworkName = `Dusk ${process.pid}`;
test.beforeAll(async () => {
  await openShop();
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="2400" height="3600"><rect width="2400" height="3600" fill="hsl(215 40% 30%)"/><circle cx="1200" cy="1115" r="500" fill="#f2d388"/></svg>';
  const [taken] = await upload([[`${artworkName}.png`, await sharp(Buffer.from(svg)).png().toBuffer()]]);
  await settled(taken!.id);
  await ok('PATCH', `/artworks/${taken!.id}`, { name: artworkName, subject: 'dusk', keywords: ['evening sky'] });
});

test('shapes and formats are chosen, a file goes along, and what becomes of an artwork is seen at once', async ({ page }) => {
  const { items } = await ok<Items<{ id: string; name: string }>>('GET', '/artworks?limit=1000');
  const artwork = items.find((a) => a.name === artworkName)!.id;
  await page.goto(`/stockroom/dockets/new?downloads=printable&on=${artwork}`);
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('combobox', { name: 'Sample artwork' }).selectOption({ label: artworkName });
  const shown = page.getByRole('table', { name: 'Files to download' });
  await expect(shown.getByRole('row', { name: /^2:3 up to 16 × 24 in 2400 × 3600 px JPG$/ })).toBeVisible();
  // 3:4 would take a ninth off 2:3, 11:14 more than a tenth
  const formats = (word: string) => page.getByRole('group', { name: `Formats of ${word}` });
  await formats('2:3').getByRole('button', { name: 'PDF' }).click();
  await formats('11:14').getByRole('button', { name: 'JPG' }).click();
  await page.getByLabel('Largest size of ISO A').selectOption('A3');
  await page.getByLabel('How the picture lies in 4:5').selectOption('inside');
  await expect(shown.getByRole('row', { name: /^2:3 .* JPG, PDF$/ })).toBeVisible();
  await expect(shown.getByRole('row', { name: /^ISO A up to A3/ })).toBeVisible();
  await expect(shown.getByRole('row', { name: /^11:14/ })).toHaveCount(0);
  const terms = { name: `Terms ${process.pid}.txt`, mimeType: 'text/plain', buffer: Buffer.from('For you.') };
  await page.getByLabel('File that goes along').setInputFiles(terms);
  await expect(page.getByRole('checkbox', { name: new RegExp(terms.name) })).toBeChecked();
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText(`${name} is saved.`)).toBeVisible();
  const { renditions, along } = (await named(name)).document.downloads;
  expect(renditions.map((r) => [r.sheet, r.formats.join(' '), r.upTo ?? '', r.how])).toEqual([
    ['2:3', 'jpg pdf', '', 'cover'],
    ['3:4', 'jpg', '', 'cover'],
    ['4:5', 'jpg', '', 'inside'],
    ['ISO A', 'jpg', 'A3', 'cover'],
  ]);
  expect(along).toHaveLength(1);
});

test('a file that buyers could not open is said, and nothing goes along', async ({ page }) => {
  await page.goto(`/stockroom/dockets/${(await named(name)).id}`);
  await page.getByLabel('File that goes along').setInputFiles({ name: 'Guide.pdf', mimeType: 'application/pdf', buffer: Buffer.from('no') }); // prettier-ignore
  await expect(page.getByText('Guide.pdf is not what its name says. Export it again.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save docket' })).toBeDisabled();
});

test('a proof shows what buyers get, and each of it can be taken away', async ({ page }) => {
  const docket = await named(name);
  const { items } = await ok<Items<{ id: string; name: string }>>('GET', '/artworks?limit=1000');
  const artwork = items.find((a) => a.name === artworkName)!.id;
  const run = await ok<{ id: string }>('POST', '/runs', { artworks: [artwork], dockets: [docket.id], outlets: ['kestrel'] });
  await expect
    .poll(async () => (await ok<Items<{ state: string }>>('GET', `/proofs?run=${run.id}`)).items[0]?.state, { timeout: 60_000 })
    .toBe('ready');
  const [proof] = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items;
  await page.goto(`/proofs?open=${proof!.id}`);
  const sheet = page.getByRole('region', { name: 'Proof', exact: true });
  await expect(sheet.getByText('Contents.pdf')).toBeVisible();
  await expect(sheet.getByText(`${artworkName} 2x3.jpg`)).toBeVisible();
  const came = page.waitForEvent('download');
  await sheet.getByRole('link', { name: 'Take Contents.pdf away' }).click();
  const file = await came;
  expect(file.suggestedFilename()).toBe('Contents.pdf');
  expect(readFileSync(await file.path()).toString('latin1', 0, 5)).toBe('%PDF-');
  // nothing is printed, so no print files are offered
  await expect(sheet.getByText('Print files')).toHaveCount(0);
});

test('beside goods: a docket gets files as a further line, and loses them again', async ({ page }) => {
  await page.goto('/stockroom/dockets/new?blank=brightsea-tee-180');
  await page.getByLabel('Add a goods line').selectOption('files to download');
  await expect(page.getByRole('tab', { name: 'Printable' })).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('group', { name: 'Formats of 2:3' })).toBeVisible();
  await page.getByRole('tab', { name: 'Shirt' }).click();
  await expect(page.getByLabel('Blank')).toBeVisible();
  await page.getByRole('tab', { name: 'Printable' }).click();
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await expect(page.getByRole('tab', { name: 'Printable' })).toHaveCount(0);
  await expect(page.getByLabel('Blank')).toBeVisible();
});
