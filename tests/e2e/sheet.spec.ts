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

test('nothing moves under a pressed pointer: a slow drag ends where its hand points to, then what was chosen is told', async ({
  page,
}) => {
  await page.goto(`/sheet?rows=${rows}`);
  const cells = page.getByRole('gridcell', { name: /, Test shirt, Kestrel Fair: ready/ });
  await expect(cells).toHaveCount(2);
  const before = [(await cells.nth(0).boundingBox())!, (await cells.nth(1).boundingBox())!];
  const [from, to] = before.sort((a, b) => a.y - b.y) as [(typeof before)[0], (typeof before)[0]];
  const slip = page.getByRole('complementary', { name: 'Proof' });
  await page.mouse.move(from.x + 30, from.y + 8);
  await page.mouse.down();
  // it has been counted what one cell means, and the hand is still there
  await expect(page.getByRole('button', { name: /^Pass 1 proof/ })).toBeVisible();
  await expect(slip).toHaveCount(0);
  expect([(await cells.nth(0).boundingBox())!, (await cells.nth(1).boundingBox())!].sort((a, b) => a.y - b.y)).toEqual(before);
  await page.mouse.move(to.x + 30, to.y + 8, { steps: 5 });
  await page.mouse.up();
  // the third artwork, which has no proof, may stand between them
  const many = Math.round((to.y - from.y) / from.height) + 1;
  await expect(page.getByRole('toolbar', { name: 'Selection' })).toContainText(`${many} selected`);
  await expect(slip).toBeVisible();
});
