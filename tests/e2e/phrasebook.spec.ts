import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './alive';
import { newArtworks, ok, openShop, drafted, type Items, type Run } from '../integration/press';

// wording by subject: an entry is found, written and used; proofs are written from their artwork
test.describe.configure({ mode: 'serial' });

test('an entry is found by its call-up words, changed, and said otherwise in the house', async ({ page }) => {
  await page.goto('/stockroom');
  await page.getByRole('heading', { name: 'Phrasebook' }).locator('..').getByRole('link', { name: 'Open' }).click();
  await expect(page.getByRole('heading', { name: 'Phrasebook', level: 1 })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find an entry' }).fill('hermit');
  const index = page.getByRole('listbox', { name: 'Entries of the phrasebook' });
  // what stands above it is shown along
  await expect(index.getByRole('option')).toHaveText([/The sea/, /Rock pool/, /Crab/]);
  await index.getByRole('option', { name: 'Crab' }).click();
  await expect(page.getByRole('heading', { name: 'Crab' })).toBeVisible();
  await expect(page).toHaveURL(/entry=crab/);
  const long = page.getByRole('textbox', { name: /^At length/ });
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await long.fill('Sideways, as ever.\nA crab does not ask for directions.');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('“Crab” says otherwise now')).toBeVisible();
  await expect.poll(async () => (await ok<{ document: { by: { en: { long: string[] } } } }>('GET', '/phrases/crab')).document.by.en.long.length).toBe(2); // prettier-ignore
  // with arrows one goes along the index
  await index.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page).toHaveURL(/entry=rock-pool/);
});

test('a new entry is written; one that has no name or a key that is taken is told so', async ({ page }) => {
  await page.goto('/stockroom/phrasebook');
  await page.getByRole('button', { name: 'New entry' }).click();
  const name = page.getByRole('textbox', { name: 'Name', exact: true });
  await name.fill('Fishing');
  await page.getByRole('textbox', { name: /^Called up/ }).fill('kite,');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/There is an entry “fishing” already/)).toBeVisible();
  await name.fill(`Kites ${process.pid}`);
  await page.getByRole('combobox', { name: 'Below' }).selectOption({ label: 'Outdoors' });
  await page.getByRole('textbox', { name: /^In a few words/ }).fill('Hold on tight');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('is in the phrasebook')).toBeVisible();
  await expect(page).toHaveURL(new RegExp(`entry=kites-${process.pid}`));
  const entry = await ok<{ parent: string; document: { calls: string[] } }>('GET', `/phrases/kites-${process.pid}`);
  expect(entry).toMatchObject({ parent: 'outdoors', document: { calls: ['kite'] } });
});

test('proofs are written from their artwork: shown field by field, one left out, and written', async ({ page }) => {
  const { docket } = await openShop();
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(2), dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
  const ids = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items.map((p) => p.id);
  await page.goto(`/proofs?run=${run.id}`);
  await page.getByRole('button', { name: 'Write from the artwork' }).click();
  const dialog = page.getByRole('dialog', { name: 'Write from the artwork' });
  await dialog.getByRole('radio', { name: 'All 2 proofs of this list' }).check();
  await dialog.getByRole('textbox', { name: /^Phrases/ }).fill('gift for keepers');
  await page.keyboard.press('Enter');
  const shown = dialog.getByRole('list', { name: 'What would be written' }).getByRole('listitem');
  await expect(shown).toHaveCount(2);
  await expect(shown.first().getByRole('definition').filter({ hasText: /Gift for Keepers/ }).first()).toBeVisible(); // prettier-ignore
  await shown.nth(1).getByRole('checkbox').uncheck();
  await dialog.getByRole('button', { name: 'Write 1 proof' }).click();
  await expect(page.getByText('1 proof is being written')).toBeVisible();
  const titles = async () =>
    Promise.all(ids.map(async (id) => (await ok<{ fields: { title: { value: string } } }>('GET', `/proofs/${id}`)).fields.title.value)); // prettier-ignore
  await expect.poll(async () => (await titles()).filter((t) => t.includes('Gift for Keepers')).length).toBe(1);
});

test('a pattern is completed while it is typed, by keys', async ({ page }) => {
  const { docket } = await openShop();
  await page.goto(`/stockroom/dockets/${docket}`);
  const field = page.getByRole('combobox', { name: 'Description' });
  await field.fill('');
  await field.pressSequentially('About {{ crab');
  const list = page.getByRole('listbox', { name: 'Values for Description' });
  await expect(list.getByRole('option').first()).toContainText('"crab" | phrase');
  await page.keyboard.press('Enter');
  await expect(field).toHaveValue('About {{ "crab" | phrase }}');
  await expect(list).toBeHidden();
  await field.pressSequentially(' and {{ inch');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Escape');
  await expect(list).toBeHidden();
});

test('what is searched is looked up, reckoned before one’s eyes, and followed to what says it', async ({ page }) => {
  await page.goto('/stockroom');
  await page.getByRole('heading', { name: 'What is searched' }).locator('..').getByRole('link', { name: 'Open' }).click();
  await page.getByRole('searchbox', { name: 'Find a phrase' }).fill('lighthouse');
  await expect(page).toHaveURL(/find=lighthouse/);
  const phrases = page.getByRole('list', { name: 'Phrases' });
  await expect(phrases.getByRole('listitem').first()).toContainText('lighthouse');
  await phrases.getByRole('button').first().click();
  const slip = page.getByRole('complementary', { name: 'Phrase' });
  await expect(slip).toContainText(/[\d,]+ × [\d.]+% ÷ √\(1 \+ [\d,]+\) = [\d.,]+/);
  await expect(
    slip
      .getByRole('img', { name: /^Searches by month; most in/ })
      .locator('svg')
      .first(),
  ).toBeVisible();
  expect((await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()).violations).toEqual([]);
  const beside = slip.getByRole('listitem').getByRole('button').first();
  const next = (await beside.locator('span').first().textContent())!;
  await beside.click();
  await expect(slip.getByRole('heading', { name: next })).toBeVisible();
  await page.getByRole('tab', { name: 'Missed' }).click();
  await expect(page.getByText(/of your artwork, unsaid/)).toBeVisible();
  await page.getByRole('tab', { name: 'Seasons ahead' }).click();
  await expect(page).toHaveURL(/shown=ahead/);
});

test('the writer is told something else for one outlet, and the worst sample is found by one press', async ({ page }) => {
  const { docket } = await openShop();
  await newArtworks(2);
  await page.goto(`/stockroom/dockets/${docket}`);
  await page.getByRole('button', { name: 'The worst' }).click();
  await expect(page.getByText(/^(The worst of|Nothing is wrong on any of) \d+/)).toBeVisible();
  const outlet = page.getByRole('listitem').filter({ has: page.getByRole('checkbox', { name: 'Quayside', exact: true }) });
  await outlet.getByRole('button', { name: /everything shared|its own/ }).click();
  await outlet.getByRole('combobox', { name: 'What the writer is told' }).selectOption('own');
  await outlet.getByRole('combobox', { name: 'Tone' }).selectOption('playful');
  await page.getByRole('button', { name: /^Save/ }).click();
  const own = async () => (await ok<{ document: { outlets: { outlet: string; own?: { writing?: { tone?: string } } }[] } }>('GET', `/dockets/${docket}`)).document.outlets.find((o) => o.outlet === 'quayside')?.own?.writing?.tone; // prettier-ignore
  await expect.poll(own).toBe('playful');
  await outlet.getByRole('combobox', { name: 'What the writer is told' }).selectOption('shared');
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect.poll(own).toBeUndefined();
});
