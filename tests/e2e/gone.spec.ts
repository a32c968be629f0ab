import type { Client } from 'pg';
import { expect, test } from './alive';
import {
  asOwner,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  STANDINS,
  until,
  type Items,
  type Listing,
  type Proof,
} from '../integration/press';

test('what an outlet does not know any more is shown as gone, with the way to send it anew', async ({ page }) => {
  const { docket } = await openShop();
  const run = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await pressDone(run.id);
  const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
  const listing = (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items.find((l) => l.proofId === proof!.id)!;
  const address = `${STANDINS}/quayside/yard/wares/${listing.remoteId}`;
  const authorization = 'Bearer harbour-light-demo';
  const tag = (await fetch(address, { headers: { authorization } })).headers.get('etag')!;
  await fetch(address, { method: 'DELETE', headers: { authorization, 'if-match': tag } });

  await page.goto('/ledger');
  await page.getByRole('searchbox').fill(listing.artwork);
  const row = page.getByRole('grid', { name: 'Listings' }).getByRole('row').filter({ hasText: listing.title });
  await expect(row.getByText('live')).toBeVisible();
  await page.getByRole('button', { name: 'Look again' }).click();
  await expect(page.getByText(/Asking .*Quayside.* what stands there/)).toBeVisible();
  await expect(row.getByText('gone')).toBeVisible();
  await row.getByRole('link', { name: /Quayside does not know it any more/ }).click();
  await expect(page.getByRole('region', { name: 'Proof' }).getByLabel('Title', { exact: true })).toHaveValue(listing.title);
});

test('a listing whose artwork was deleted here stays in the ledger, and says so', async ({ page }) => {
  const { docket } = await openShop();
  const [artwork] = await newArtworks(1);
  const run = await passedRun([artwork!], docket, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
  const listing = (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items.find((l) => l.proofId === proof!.id)!;
  await ok('PATCH', `/artworks/${artwork}`, { standing: 'deleted' });
  await ok('POST', '/artworks/empty-bin', {});
  await page.goto('/ledger');
  await page.getByRole('searchbox').fill(listing.artwork);
  const row = page.getByRole('grid', { name: 'Listings' }).getByRole('row').filter({ hasText: listing.title });
  await expect(row.getByText('its artwork was deleted here')).toBeVisible();
  await expect(row.getByRole('link', { name: /As a buyer sees it/ })).toHaveAttribute('href', listing.url);
});

test('unsure words are underlined in the slip, and the file’s name is offered for one', async ({ page }) => {
  const [artwork] = await newArtworks(1);
  // else what the engines read comes behind it
  const isRead = (owner: Client) => owner.query('SELECT FROM artwork WHERE id = $1 AND said IS NOT NULL', [artwork]);
  await until(() => asOwner(isRead), (r) => r.rowCount === 1, 'reading its words'); // prettier-ignore
  const said = [{ text: 'SIDEWAYS LORWARDS', confidence: 0.8, sure: [0.99, 0.6] }];
  await asOwner(
    (owner) =>
    owner.query(`UPDATE artwork SET said = $2, file_name = 'sideways-forwards.png', by_hand = '{}' WHERE id = $1`, [artwork, JSON.stringify(said)]), // prettier-ignore
  );
  await page.goto(`/artwork?open=${artwork}`);
  const slip = page.getByRole('complementary', { name: 'Artwork' });
  await expect(slip.getByText('1 of 2 words unsure')).toBeVisible();
  const words = slip.getByLabel('words that are unsure');
  await expect(words.getByTitle('60% sure')).toHaveText('lorwards');
  await words.getByRole('button', { name: 'forwards?' }).click();
  await expect(slip.getByLabel('says')).toHaveValue('sideways forwards');
  await expect(slip.getByText('back to what was read')).toBeVisible();
});
