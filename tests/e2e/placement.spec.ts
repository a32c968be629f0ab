import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import { newArtworks, ok, openShop, type Items } from '../integration/press';

// where artwork sits on a print area: by numbers, by hand on the drawing, and what comes of it beside it
const name = `Placed ${process.pid}`;
interface Docket {
  name: string;
  document: { lines: { placements: { layers: Record<string, unknown>[]; ground?: unknown; bySize?: object }[] }[] };
}
const kept = async () =>
  (await ok<Items<Docket>>('GET', '/dockets')).items.find((d) => d.name === name)!.document.lines[0]!.placements[0]!;

test.describe.configure({ mode: 'serial' });
let artwork = '';
test.beforeAll(async () => {
  await openShop();
  [artwork] = (await newArtworks(1)) as [string];
});
/** The docket that was made here, tried on the artwork that was brought in here. */
const opened = async (page: Page) => {
  const { items } = await ok<Items<{ id: string; name: string }>>('GET', '/dockets');
  await page.goto(`/stockroom/dockets/${items.find((d) => d.name === name)!.id}?on=${artwork}`);
};

test('a motif is moved on the drawing, by hand and by keys, held from where one likes', async ({ page }) => {
  await page.goto(`/stockroom/dockets/new?blank=brightsea-tee-180&on=${artwork}`);
  await page.getByLabel('Name', { exact: true }).fill(name);
  const drawing = page.getByRole('group', { name: /^Drag it/ });
  await expect(drawing.locator('image')).toHaveCount(1);
  await expect(page.getByText(/mm at \d+ px\/in/).first()).toBeVisible();
  await page.getByRole('radio', { name: 'top right' }).check();
  await page.getByLabel('From the right').fill('20');
  await page.getByLabel('From the top').fill('50');
  await drawing.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Alt+ArrowUp');
  // held from the right: to the left is further from it
  await expect(page.getByLabel('From the right')).toHaveValue('21');
  await expect(page.getByLabel('From the top')).toHaveValue('59.9');
  const box = (await drawing.boundingBox())!;
  await page.mouse.move(box.x + 100, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 100, box.y + 80, { steps: 4 });
  await page.mouse.up();
  // 20 px of a drawing in which 457.2 mm take 210 px
  await expect(page.getByLabel('From the top')).toHaveValue('103.9');
  await page.getByLabel('Turned').fill('-12');
  await page.getByLabel('mirrored').check();
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText(`${name} is saved.`)).toBeVisible();
  expect((await kept()).layers).toEqual([
    expect.objectContaining({ anchor: 'top right', xMm: 21, yMm: 103.9, turn: -12, mirror: true, by: 'motif' }),
  ]);
});

test('what is cut off is said as it is moved over the edge, and a proof would be held', async ({ page }) => {
  await opened(page);
  await page.getByLabel('From the right').fill('-100');
  await expect(page.getByText(/% cut off$/)).toBeVisible();
  await expect(page.getByText(/would be cut off|lies outside/i).first()).toBeVisible();
});

test('a repeat, a ground below it, a second layer, and another seat on a size', async ({ page }) => {
  await opened(page);
  await page.getByLabel('How often').selectOption('half-drop');
  await expect(page.getByLabel('How large')).toHaveValue('width');
  await page.getByLabel('Gap across').fill('25');
  await page.getByLabel('Below it').selectOption('ink 0');
  await page.getByRole('button', { name: 'Print more on it' }).click();
  const layers = page.getByRole('group', { name: 'Layers, from below' });
  await expect(layers.getByRole('button')).toHaveCount(2);
  await page.getByLabel('How often').selectOption('copies');
  await page.getByRole('button', { name: 'A copy more' }).click();
  await expect(page.getByRole('group', { name: /^Copy / })).toHaveCount(2);
  await page.getByLabel('Sits otherwise on a size').selectOption('XS');
  await expect(page.getByText('Otherwise on XS')).toBeVisible();
  // the preview is drawn from the same
  await expect(page.locator('canvas[data-drawn]').first()).toBeVisible();
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText(`${name} is saved.`)).toBeVisible();
  const { layers: its, ground, bySize } = await kept();
  expect(ground).toEqual({ ink: 0 });
  expect(its.map((l) => (l.spread as { kind: string }).kind)).toEqual(['half-drop', 'copies']);
  expect(its[0]!.spread).toEqual({ kind: 'half-drop', pitch: { x: 1.25, y: 1 } });
  expect(Object.keys(bySize!)).toEqual(['XS']);
});

test('dockets for common goods are made with one click, each with an artwork of one’s own on it', async ({ page }) => {
  await page.goto('/stockroom');
  await page.getByRole('button', { name: 'Ready dockets' }).click();
  const dialog = page.getByRole('dialog', { name: 'Ready dockets' });
  // the dozen, and two kinds of files to download
  await expect(dialog.getByRole('checkbox')).toHaveCount(14);
  await expect(dialog.getByRole('checkbox', { name: /^Printables/ })).toBeVisible();
  await expect(dialog.getByRole('img').first().locator('image')).toHaveCount(1);
  await expect(dialog.getByRole('button', { name: 'Make dockets' })).toBeDisabled();
  await dialog.getByRole('checkbox', { name: /^Mugs/ }).check();
  await dialog.getByRole('checkbox', { name: /^Caps/ }).check();
  await dialog.getByRole('button', { name: 'Make 2 dockets' }).click();
  await expect(page.getByText('Mugs, Caps: made. Everything in them can be changed.')).toBeVisible();
  await expect(page.getByRole('link', { name: /^cap, no scene yet Caps/ })).toBeVisible();
  await page.getByRole('link', { name: /^Mugs Glazed mug/ }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Mugs');
});

test('a line of text below the motif is drawn as it is typed, filled from the artwork, and kept', async ({ page }) => {
  await opened(page);
  await page.getByRole('button', { name: 'Print more on it' }).first().click();
  await page.getByLabel('What is printed there').first().selectOption('text');
  const drawing = page.getByRole('group', { name: /^Drag it/ }).first();
  await expect(drawing.locator('image[href^="data:image/svg+xml"]')).toHaveCount(1);
  const text = page.getByLabel('Text, up to three lines');
  await text.fill('{{ name }}\nfrom the harbour\n\none too many');
  await expect(text).toHaveValue('{{ name }}\nfrom the harbour\n');
  await page.getByLabel('Bent').fill('-90');
  await page.getByLabel('Font').selectOption('script');
  await text.fill('{{ weight }}');
  await expect(page.getByRole('alert').filter({ hasText: 'The pattern asks for weight' })).toBeVisible();
  await text.fill('{{ name }}\nfrom the harbour');
  await expect(page.getByRole('alert').filter({ hasText: 'weight' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Save docket' }).click();
  await expect(page.getByText(`${name} is saved.`)).toBeVisible();
  expect((await kept()).layers.at(-1)).toMatchObject({
    kind: 'text',
    lines: ['{{ name }}', 'from the harbour'],
    font: 'script',
    arc: -90,
  });
});
