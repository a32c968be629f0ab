import { expect, test } from './alive';
import { drafted, newArtworks, ok, openShop, type Run } from '../integration/press';

test.describe.configure({ mode: 'serial' });

let docket: string;
let rows: string;
test.beforeAll(async () => {
  ({ docket } = await openShop());
  // a second one, so that there is something to fold
  const { document } = await ok<{ document: object }>('GET', `/dockets/${docket}`);
  await ok('POST', '/dockets', { name: `Folded ${process.pid}`, document });
  const ids = await newArtworks(3);
  rows = ids.map((id) => id.slice(0, 8)).join(',');
  await drafted((await ok<Run>('POST', '/runs', { artworks: ids.slice(0, 2), dockets: [docket], outlets: ['kestrel'] })).id);
});

test('an outlet folds to one column that counts, and unfolds again; the address keeps it', async ({ page }) => {
  await page.goto(`/sheet?rows=${rows}`);
  const grid = page.getByRole('grid', { name: 'Sheet' });
  await expect(grid.getByRole('gridcell').first()).toBeVisible();
  await page.getByRole('button', { name: 'Fold Kestrel Fair to one column' }).click();
  await expect(page).toHaveURL(/fold=kestrel/);
  await expect(grid.getByRole('gridcell', { name: /, Kestrel Fair: .*1 wait/ })).toHaveCount(2);
  await page.reload();
  await expect(grid.getByRole('gridcell', { name: /, Kestrel Fair: .*could be made/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Unfold Kestrel Fair' }).click();
  await expect(grid.getByRole('gridcell', { name: /, Test shirt, Kestrel Fair: ready/ })).toHaveCount(2);
});

test('columns go together by docket, and rows are those that stand in some way', async ({ page }) => {
  await page.goto(`/sheet?rows=${rows}`);
  await page.getByLabel('Columns by').selectOption('docket');
  await expect(page.getByRole('columnheader', { name: /Test shirt/ }).first()).toBeVisible();
  await page.getByLabel('How they stand').selectOption('missing');
  await page.getByLabel('Under which docket').selectOption({ label: 'Test shirt' });
  await expect(page.getByText(/^1 artwork/)).toBeVisible();
  await page.getByLabel('How they stand').selectOption('live');
  await expect(page.getByText('No artwork is like that.')).toBeVisible();
  await page.getByLabel('How they stand').selectOption('');
  await page.getByRole('button', { name: /^Filter/ }).click();
  await page.getByRole('group', { name: 'Kind' }).getByRole('button', { name: 'photograph' }).click();
  await expect(page.getByText(/^0 artworks/)).toBeVisible();
  await page.getByRole('button', { name: 'show all' }).last().click();
  await expect(page.getByText(/^3 artworks/)).toBeVisible();
});

test('a selection says how much it means, and another person’s proof arrives without a reload', async ({ page }) => {
  await page.goto(`/sheet?rows=${rows}&by=docket`);
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await page.getByTitle(/^Test shirt, Quayside/).click();
  await expect(page.getByRole('toolbar', { name: 'Selection' })).toContainText('3 selected');
  await expect(page.getByRole('button', { name: /^Draft 3 proofs/ })).toBeVisible();
  await ok('POST', '/runs', { selection: { search: { rows }, columns: [{ docket, outlet: 'quayside' }], only: 'open' } });
  await expect(page.getByRole('gridcell', { name: /, Test shirt, Quayside: ready/ })).toHaveCount(3);
  await expect(page.getByRole('button', { name: /^Pass 3 proofs/ })).toBeVisible();
});
