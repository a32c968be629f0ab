import type { Locator } from '@playwright/test';
import { expect, test } from './alive';
import { drafted, newArtworks, ok, openShop, passedRun, pressDone, type Run } from '../integration/press';

test.describe.configure({ mode: 'serial' });

// proofs and listings in windows: found, stepped through, chosen by what they mean; columns and views as one likes them

let run: Run;
test.beforeAll(async () => {
  const { docket } = await openShop();
  const ids = await newArtworks(5);
  for (const [i, name] of ['Plover one', 'Plover two', 'Plover three', 'Plover four', 'Curlew'].entries())
    await ok('PATCH', `/artworks/${ids[i]}`, { name });
  run = await drafted(
    (await ok<Run>('POST', '/runs', { artworks: ids.slice(0, 4), dockets: [docket], outlets: ['quayside'] })).id,
  );
  const sent = await passedRun(ids.slice(3), docket, ['kestrel']);
  await ok('POST', `/runs/${sent.id}/send`, { as: 'draft' });
  await pressDone(sent.id);
});

test('proofs are found by words, in an order, and stepped through with keys; the address keeps it', async ({ page }) => {
  await page.goto(`/proofs?run=${run.id}`);
  const list = page.getByRole('list', { name: 'Proofs that wait' });
  await expect(list.getByRole('listitem')).toHaveCount(4);
  const current = list.locator('button[aria-current=true]');
  const names = await list.locator('b').allTextContents();
  await expect(current).toContainText(names[0]!);
  // a key that is pressed before the page is alive is lost
  await expect(async () => {
    if ((await current.textContent())?.includes(names[0]!)) await page.keyboard.press('ArrowDown');
    await expect(current).toContainText(names[1]!, { timeout: 2000 });
  }).toPass();
  await expect(page.getByRole('region', { name: 'Proof' }).getByRole('heading', { level: 2 })).toHaveText(names[1]!);
  await page.getByLabel('Order').selectOption('artwork');
  await expect(current).toContainText('Plover four');
  await expect(list.getByRole('listitem').nth(1)).toContainText('Plover one');
  await page.getByLabel('Find proofs').fill('plover two');
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await page.reload();
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await expect(page.getByLabel('Find proofs')).toHaveValue('plover two');
  await page.getByLabel('Find proofs').fill('nothing of that kind');
  await expect(page.getByText('No proof answers to that.')).toBeVisible();
});

test('all that a search means are passed at once, and taken back', async ({ page }) => {
  await page.goto(`/proofs?run=${run.id}&find=plover`);
  await page.getByRole('button', { name: /^Pass all 4 that are ready/ }).click();
  await expect(page.getByText('4 proofs passed; they wait at the press.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Pass all/ })).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Pass all 4 that are ready/ })).toBeVisible();
});

test('what somebody else does to a proof arrives in the list and in the proof, without a reload', async ({ page }) => {
  await page.goto(`/proofs?run=${run.id}&sort=artwork`);
  const list = page.getByRole('list', { name: 'Proofs that wait' });
  await expect(list.locator('button[aria-current=true]')).toContainText('Plover four');
  const { items } = await ok<{ items: { id: string; artwork: string }[] }>('GET', `/proofs?run=${run.id}`);
  await ok('PATCH', `/proofs/${items.find((p) => p.artwork === 'Plover four')!.id}`, { title: 'A title from afar' });
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('A title from afar');
});

test('the ledger’s columns are chosen, moved and widened, and kept as a view with its order', async ({ page }) => {
  await page.goto('/ledger?find=plover');
  const head = (name: string) => page.getByRole('columnheader', { name, exact: true });
  await expect(head('Sent')).toBeVisible();
  const chooser = page.getByRole('dialog', { name: 'Columns' });
  const opened = async (button: string, sheet: Locator) => {
    // the page may be there before it is alive
    await expect(async () => {
      await page.getByRole('button', { name: button, exact: true }).click();
      await expect(sheet).toBeVisible({ timeout: 2000 });
    }).toPass();
  };
  await opened('Columns', chooser);
  await chooser.getByLabel('Sent', { exact: true }).click();
  await chooser.getByLabel('Docket', { exact: true }).click();
  await chooser.getByLabel('Width of Outlet, px').fill('200');
  await page.getByRole('button', { name: 'Move Docket' }).focus();
  for (const key of ['Space', 'ArrowUp', 'ArrowUp', 'Space']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(150);
  }
  await page.keyboard.press('Escape');
  await expect(head('Sent')).toBeHidden();
  await expect(head('Docket')).toBeVisible();
  await expect(page).toHaveURL(/cols=title%2Coutlet%3A200%2Cstate%2Cdocket%2Cstep%2Cprice/);
  expect((await head('Outlet').boundingBox())!.width).toBeCloseTo(200, 0);
  await page.getByRole('button', { name: 'Listing', exact: true }).click();
  await expect(head('Listing')).toHaveAttribute('aria-sort', 'descending');
  const views = page.getByRole('dialog', { name: 'Kept views' });
  await opened('Views', views);
  await page.getByLabel('Name of the view').fill('Plovers');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept as “Plovers”.')).toBeVisible();

  await page.goto('/ledger');
  await opened('Views', views);
  await page.getByRole('button', { name: 'Plovers', exact: true }).click();
  await expect(page.getByLabel('Find listings')).toHaveValue('plover');
  await expect(head('Docket')).toBeVisible();
  await expect(head('Listing')).toHaveAttribute('aria-sort', 'descending');
  await page.getByRole('button', { name: 'Forget the view Plovers' }).click();
  await expect(page.getByText('Forgot “Plovers”.')).toBeVisible();
});

test('listings are picked one by one or all that are found, and what can be done says how many it means', async ({ page }) => {
  await page.goto('/ledger?outlet=kestrel&find=curlew');
  await page.getByLabel('Select all').check();
  const bar = page.getByRole('toolbar', { name: 'Selection' });
  await expect(bar).toContainText('1 listing');
  await expect(page.getByRole('button', { name: /^Set 1 live/ })).toBeVisible();
  await page.getByRole('gridcell').getByRole('checkbox').first().uncheck();
  await expect(bar).toBeHidden();
  await page.getByRole('gridcell').getByRole('checkbox').first().check();
  await page.getByRole('button', { name: /^Set 1 live/ }).click();
  await expect(page.getByText('1 listing being set live.')).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'live' })).toBeVisible();
});
