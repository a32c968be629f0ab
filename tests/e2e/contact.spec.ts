import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import { drafted, newArtworks, ok, openShop, type Run } from '../integration/press';

// the contact sheet: looked through by keyboard, flagged, compared, put right in place for one and for many
test.describe.configure({ mode: 'serial' });

let run: Run;
test.beforeAll(async () => {
  const { docket } = await openShop();
  run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(4), dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
});

const frames = (page: Page) => page.locator('[data-spot]');
const frame = (page: Page, n: number) => frames(page).nth(n);
const open = async (page: Page, more = '') => {
  await page.goto(`/contact?run=${run.id}${more}`);
  await expect(frame(page, 0)).toBeVisible();
};
const slip = (page: Page) => page.getByRole('complementary', { name: 'Picture' });
interface Strip {
  frames: { colour: string; scene: string; wrong: string | null }[];
}
/** What the house has of the run, in the order of the sheet. */
const strips = async (): Promise<Strip['frames'][]> => {
  await drafted(run.id);
  const { rows } = await ok<{ rows: Strip[] }>('GET', `/pictures/strips?run=${run.id}`);
  return rows.map((r) => r.frames);
};

test('through the pictures by keyboard: flagged with one key, closer, and only what is flagged', async ({ page }) => {
  await open(page);
  await expect(page.getByRole('listitem').filter({ has: page.locator('[data-spot]') })).toHaveCount(4);
  await page.keyboard.press('ArrowRight');
  await expect(frame(page, 1)).toHaveAttribute('aria-current', 'true');
  await page.keyboard.press('2');
  await expect(frame(page, 1)).toHaveAccessibleName(/hard to see$/);
  await page.keyboard.press('ArrowDown');
  await expect(frame(page, 3)).toHaveAttribute('aria-current', 'true');
  await page.keyboard.press('Enter');
  const closer = page.getByRole('dialog', { name: 'Looked at closely' });
  await expect(closer).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await closer.getByRole('button', { name: /sits wrong/ }).click();
  await expect(closer.getByRole('button', { name: /sits wrong/ })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await expect(page.getByText('2 flagged')).toBeVisible();
  await page.getByRole('button', { name: 'Only flagged' }).click();
  await expect(frames(page)).toHaveCount(4); // two strips of two
  expect((await strips()).map((s) => s.map((f) => f.wrong))).toEqual([[null, 'hard to see'], [null, null], ['sits wrong', null], [null, null]]); // prettier-ignore
});

test('another colour in place: it lands in its frame, its flag goes, and Ctrl Z takes it back', async ({ page }) => {
  await open(page);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('v');
  const before = (await strips())[0]![1]!.colour;
  const other = before === 'Ink' ? 'Harbour' : 'Ink';
  await slip(page).getByRole('button', { name: other, exact: true }).click();
  await expect(page.getByText(/^1 picture of 1 proof to be made/)).toBeVisible();
  await expect(frame(page, 1)).toHaveAccessibleName(new RegExp(`, ${other}, `), { timeout: 60_000 });
  await expect(frame(page, 1)).not.toHaveAccessibleName(/hard to see/);
  await slip(page).getByRole('textbox', { name: 'Any colour' }).fill('blue');
  await slip(page).getByRole('button', { name: 'Show' }).click();
  await expect(slip(page).getByText(/Six digits/)).toBeVisible();
  await page.keyboard.press('Escape');
  await frame(page, 1).click();
  await page.keyboard.press('Control+z');
  await expect(frame(page, 1)).toHaveAccessibleName(new RegExp(`, ${before}, `), { timeout: 60_000 });
});

test('the same mend for all alike: what it makes and how long is said before', async ({ page }) => {
  await open(page);
  await page.keyboard.press('c');
  await slip(page).getByText('Change it on every proof').click();
  // each as it would be
  const offered = slip(page).getByRole('list', { name: 'Scenes' }).getByRole('listitem');
  await expect.poll(() => offered.count()).toBeGreaterThan(1);
  await expect(slip(page).locator('canvas[data-drawn]')).toHaveCount(await offered.count(), { timeout: 60_000 });
  await slip(page)
    .getByRole('list', { name: 'Scenes' })
    .getByRole('button', { name: /^Close, on oak boards/ })
    .click();
  const asked = page.getByRole('dialog', { name: 'Make pictures again' });
  await expect(asked.getByText(/^4 pictures of 4 proofs to be made, about \d+ s\.$/)).toBeVisible();
  await asked.getByRole('button', { name: 'Make them again' }).click();
  await expect.poll(async () => (await strips()).map((s) => s[0]!.scene)).toEqual(Array(4).fill('shirt-close'));
  await expect(frame(page, 6)).toHaveAccessibleName(/oak boards/, { timeout: 60_000 });
});

test('picked and compared side by side, by scene, in three sizes', async ({ page }) => {
  await open(page, '&by=scene');
  await page
    .getByRole('navigation', { name: 'What pictures show' })
    .getByRole('button', { name: /oak boards/ })
    .click();
  await expect(frames(page)).toHaveCount(8);
  await page.keyboard.press('Space');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('3 pictures picked')).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByRole('dialog', { name: 'Side by side' }).getByRole('figure')).toHaveCount(3);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('Escape');
  await expect(page.getByText('3 pictures picked')).toBeHidden();
  const side = async () => (await frame(page, 0).boundingBox())!.width;
  const middle = await side();
  await page.keyboard.press('s');
  await expect.poll(side).toBeGreaterThan(middle);
  await page.keyboard.press('s');
  await expect.poll(side).toBeLessThan(middle);
});

test('dragged to another place, and onto another proof', async ({ page }) => {
  await open(page);
  const before = await strips();
  const drag = async (from: number, to: number) => {
    const [a, b] = [(await frame(page, from).boundingBox())!, (await frame(page, to).boundingBox())!];
    await page.mouse.move(a.x + 40, a.y + 40);
    await page.mouse.down();
    await page.mouse.move(a.x + 60, a.y + 50, { steps: 4 });
    await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 8 });
    await page.mouse.up();
  };
  await drag(1, 0);
  await expect
    .poll(async () => (await strips())[0]!.map((f) => f.colour))
    .toEqual([before[0]![1]!.colour, before[0]![0]!.colour]);
  await expect(frame(page, 0)).toHaveAccessibleName(new RegExp(`, ${before[0]![1]!.colour}, `), { timeout: 60_000 });
  await drag(0, 3);
  const put = page.getByRole('dialog', { name: 'Put a picture on others' });
  await expect(put.getByText(/^1 picture of 1 proof to be made/)).toBeVisible();
  await put.getByText(/^Showing “/).click();
  await put.getByRole('button', { name: 'Make it again' }).click();
  await expect.poll(async () => (await strips())[1]!.length).toBe(3);
});

test('scenes for a docket are chosen by sight; a favourite stays one', async ({ page }) => {
  const { docket } = await openShop();
  await page.goto(`/stockroom/dockets/${docket}`);
  const opens = page.getByRole('button', { name: 'Scenes for picture 1' });
  const chooser = page.getByRole('dialog', { name: 'Scenes' });
  await expect(async () => {
    await opens.click();
    await expect(chooser).toBeVisible({ timeout: 700 });
  }).toPass();
  const star = chooser.getByRole('button', { name: /^Favourite: Laid flat/ });
  if ((await star.getAttribute('aria-pressed')) === 'false') await star.click();
  await expect(star).toHaveAttribute('aria-pressed', 'true');
  await chooser.getByRole('combobox', { name: 'Among' }).selectOption('favourites');
  await expect(chooser.getByRole('list', { name: 'Scenes' }).getByRole('listitem')).toHaveCount(1);
  await chooser.getByRole('textbox', { name: /New set/ }).fill('Plain ones');
  await page.keyboard.press('Enter');
  await expect(chooser.getByRole('button', { name: 'Plain ones' })).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(async () => (await ok<{ sets: object[] }>('GET', '/scenes/shelf')).sets).toEqual(expect.arrayContaining([{ name: 'Plain ones', scenes: ['shirt-flat'] }])); // prettier-ignore
});

test('a picture of several products: the colour of each and what it carries are chosen beneath it', async ({ page }) => {
  const { docket } = await openShop();
  await page.goto(`/stockroom/dockets/${docket}`);
  await page.getByRole('combobox', { name: 'Picture 1', exact: true }).selectOption({ label: 'Five on a rail, five colours' });
  const colour = (n: number) => page.getByRole('combobox', { name: `Colour of product ${n} of picture 1` });
  await expect(colour(5)).toHaveValue('');
  await colour(3).selectOption('named Ink');
  await expect(colour(2)).toHaveValue('');
  await expect(colour(3)).toHaveValue('named Ink');
  // back to one product there are none
  await page.getByRole('combobox', { name: 'Picture 1', exact: true }).selectOption({ label: 'Laid flat on pale plaster' });
  await expect(colour(2)).toHaveCount(0);
});

test('making is paused and gone on with from the sheet', async ({ page }) => {
  const { docket } = await openShop();
  const more = await ok<Run>('POST', '/runs', { artworks: await newArtworks(3), dockets: [docket], outlets: ['quayside'] });
  await ok('POST', `/runs/${more.id}/pause`, {});
  await page.goto(`/contact?run=${more.id}`);
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByText(/goes on\.$/)).toBeVisible();
  await drafted(more.id);
  await expect(page.getByRole('button', { name: 'Go on' })).toHaveCount(0);
  await expect.poll(() => frames(page).count(), { timeout: 60_000 }).toBeGreaterThan(0);
});
