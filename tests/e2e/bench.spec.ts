import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import sharp from 'sharp';
import { covering, onArea, type AreaPlacement } from '../../src/core/placement/form';
import { newArtworks, ok, openShop, type Items } from '../integration/press';

// artworks are placed on the bench: by hand, by keys, by numbers; for one, for the marked, for all
test.describe.configure({ mode: 'serial' });

let docket = '';
let works: string[] = [];
test.beforeAll(async () => {
  const shop = await openShop();
  const { document } = await ok<{ document: object }>('GET', `/dockets/${shop.docket}`);
  docket = (await ok<{ id: string }>('POST', '/dockets', { name: `Placed by hand ${process.pid}`, document })).id;
  works = await newArtworks(4);
});
const own = async (id: string) => {
  const { items } = await ok<Items<{ own: Record<string, AreaPlacement> }>>('POST', `/dockets/${docket}/placed`, {
    artworks: [id],
  });
  return items[0]!.own.front?.layers[0];
};
const open = async (page: Page, show = works[0]!) => {
  await page.goto(`/bench?on=${docket}&rows=${works.map((id) => id.slice(0, 8)).join()}&show=${show}`);
  await expect(page.locator('canvas[data-drawn]')).toBeVisible();
};
const stage = (page: Page) => page.getByRole('group', { name: /drag what is printed/ });
/** The pointer goes to what is printed, until it shows that it can be taken hold of there: the sheet is drawn a moment after it stands. */
const reach = (page: Page, x: number, y: number) =>
  expect
    .poll(async () => {
      await page.mouse.move(x - 2, y);
      await page.mouse.move(x, y);
      return stage(page).locator('div[style*="cursor: move"]').count();
    })
    .toBe(1);
const field = (page: Page, name: string) => page.getByRole('spinbutton', { name, exact: true });

test('a motif is dragged, and lies on the middle when it comes near; it is kept by itself, and taken back', async ({ page }) => {
  await open(page);
  await expect(field(page, 'from the top')).toHaveValue('30');
  const box = (await stage(page).boundingBox())!;
  // well within it, however wide and short it came out
  const [x, y] = [box.x + box.width / 2 + 20, box.y + box.height * 0.3];
  await reach(page, x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y + 20, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText(/· kept/)).toBeVisible();
  await expect(page.getByText(/mm lower, .* further right$/)).toBeVisible();
  const right = (await own(works[0]!))!.xMm;
  expect(right).toBeGreaterThan(30);
  await expect.poll(async () => Number(await field(page, 'from the middle').inputValue())).toBeCloseTo(right, 0);
  // nearly back in the middle: the guide takes it all the way
  await reach(page, x + 60, y + 20);
  await page.mouse.down();
  await page.mouse.move(x + 30, y + 20, { steps: 4 });
  await page.mouse.move(x + 3, y + 20, { steps: 4 });
  await page.mouse.up();
  await expect(field(page, 'from the middle')).toHaveValue('0');
  await expect(page.getByText(/mm lower$/)).toBeVisible();
  await expect.poll(async () => (await own(works[0]!))?.xMm).toBe(0);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await own(works[0]!))?.xMm).toBeCloseTo(right, 0);
  await page.keyboard.press('Control+z');
  await expect.poll(() => own(works[0]!)).toBeUndefined();
  await expect(field(page, 'from the top')).toHaveValue('30');
});

test('it is moved by keys and numbers, made larger by a corner and turned by its handle', async ({ page }) => {
  await open(page);
  await stage(page).focus();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(field(page, 'from the top')).toHaveValue('39.9');
  await expect(field(page, 'from the middle')).toHaveValue('1');
  await field(page, 'width').fill('150');
  await field(page, 'turned').fill('30');
  await expect(page.getByText('exactly so wide · by the motif')).toBeVisible();
  await expect(page.getByText('nothing', { exact: true })).toBeVisible();
  await field(page, 'from the top').fill('-60');
  await expect(page.getByText(/^\d+\.\d%$/)).toBeVisible();
  await expect.poll(() => own(works[0]!)).toMatchObject({ size: { rule: 'width', mm: 150 }, turn: 30, yMm: -60 });
  await expect(page.getByRole('option', { name: /% of it is cut off/ })).toBeVisible();
  await page.keyboard.press('b');
});

test('the row is gone along by keys, artworks are marked in it, and what was done for one is given to them', async ({ page }) => {
  await open(page, works[1]);
  const row = page.getByRole('listbox', { name: 'Artworks on the bench' });
  // also when there is nothing to look at
  await expect(row).toBeInViewport({ ratio: 0.9 });
  const [first, second, third] = [0, 1, 2].map((i) => row.getByRole('option').nth(i));
  await first!.click();
  await field(page, 'width').fill('90');
  await expect(page.getByText(/· kept/)).toBeVisible();
  await row.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(second!).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(page.getByText('2 marked')).toBeVisible();
  await first!.click();
  await page.keyboard.press('m');
  await expect(page.getByText(/^2 artworks sit like “.*” now, as large to the eye\.$/)).toBeVisible();
  await expect(third!).toHaveAccessibleName(/of its own/);
  const layers = await Promise.all(works.map(own));
  expect(layers.filter((l) => l?.size.rule === 'optical')).toHaveLength(2);
  expect(layers.filter((l) => l === undefined)).toHaveLength(1);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await Promise.all(works.map(own))).filter(Boolean).length).toBe(1);
  // and nothing is lost by leaving at once
  await field(page, 'width').fill('77');
  await page.goto('/artwork');
  await expect.poll(async () => (await Promise.all(works.map(own))).map((l) => l && 'mm' in l.size && l.size.mm)).toContain(77);
});

test('what is wrong is counted, shown alone, and waived with a reason for all of these', async ({ page }) => {
  const layer = { kind: 'artwork', by: 'motif', size: { rule: 'width', mm: 300 }, anchor: 'top', xMm: 150, yMm: 20 };
  const body = { placement: { form: 1, area: 'front', layers: [layer] } };
  for (const artwork of works.slice(0, 2)) await ok('PUT', `/dockets/${docket}/placements`, { artwork, ...body });
  await open(page);
  const row = page.getByRole('listbox', { name: 'Artworks on the bench' });
  await expect(row.getByRole('option')).toHaveCount(4);
  await page.getByRole('button', { name: '2 cut off' }).click();
  await expect(row.getByRole('option')).toHaveCount(2);
  await page.getByRole('button', { name: 'Offer it all the same…' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'Offer it all the same' });
  await expect(dialog.getByRole('button', { name: 'Offer it all the same' })).toBeDisabled();
  await dialog.getByLabel('Why').fill('they are to bleed off');
  await dialog.getByText('All of these').click();
  await dialog.getByRole('button', { name: 'Offer it all the same' }).click();
  await expect(page.getByText('2 artworks are offered all the same.')).toBeVisible();
  await expect(page.getByText(/waived: “they are to bleed off”$/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: '2 cut off' })).toBeVisible();
});

test('a fitting file is dropped on the area; one of another shape is told what it must be', async ({ page }) => {
  await open(page, works[3]);
  const picture = (width: number, height: number, background: string) =>
    sharp({ create: { width, height, channels: 3, background } })
      .png()
      .toBuffer();
  const drop = async (name: string, data: Buffer) => {
    const transfer = await page.evaluateHandle(
      ([file, base64]) => {
        const bytes = Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0));
        const transfer = new DataTransfer();
        transfer.items.add(new File([bytes], file!, { type: 'image/png' }));
        return transfer;
      },
      [name, data.toString('base64')],
    );
    await stage(page).dispatchEvent('drop', { dataTransfer: transfer });
  };
  await drop('wide.png', await picture(1700, 1200, '#0c5a5c'));
  await expect(page.getByText(/^wide\.png measures 1,700 × 1,200 px\. For front it must be/)).toBeVisible({ timeout: 60_000 });
  await drop('for-front.png', await picture(3020, 3622, '#c63d22'));
  await expect(page.getByText(/^for-front\.png is used for “.*” on front\.$/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('covers all of it · by the whole file')).toBeVisible();
  expect(await own(works[3]!)).toMatchObject({ size: { rule: 'cover' }, artwork: expect.any(String) });
});

test('another print area, a docket without artworks, and an address that leads nowhere', async ({ page }) => {
  await open(page);
  await page.goto(`/bench?on=${docket}&find=nothing-is-called-like-that`);
  await expect(page.getByText('Nothing lies on the bench.')).toBeVisible();
  await page.goto(`/bench?on=${works[0]}`);
  await expect(page.getByText(/404|not here|nothing here/i).first()).toBeVisible();
});

test('all colours of the product stand there with the motif on each; one is picked to look at it', async ({ page }) => {
  await open(page, works[2]);
  const name = /offered$|stands out best$|reads only to|left out/;
  // the three that the docket names
  await expect(page.getByRole('radio', { name })).toHaveCount(3);
  await expect(page.getByRole('radio', { name: /stands out best$/ })).toBeChecked();
  const mockup = page.locator('canvas[data-drawn]');
  const seen = () => mockup.evaluate((c: HTMLCanvasElement) => [...c.getContext('2d')!.getImageData(400, 700, 1, 1).data]);
  const before = await seen();
  const drawn = Number(await mockup.getAttribute('data-drawn'));
  await page.getByRole('radio', { checked: false, name }).first().check();
  await expect.poll(async () => Number(await mockup.getAttribute('data-drawn'))).toBeGreaterThan(drawn);
  expect(await seen()).not.toEqual(before);
});

test('colours are offered by hand, and left to the rule again', async ({ page }) => {
  const chosen = async () =>
    (await ok<Items<{ choices: { colours?: string[] } }>>('POST', `/dockets/${docket}/placed`, { artworks: [works[1]] })).items[0]!.choices.colours; // prettier-ignore
  await open(page, works[1]);
  const strip = page.getByRole('group', { name: 'Colours of the product' });
  await expect(strip.getByRole('checkbox')).toHaveCount(0);
  await expect(async () => {
    await strip.getByRole('button', { name: 'By hand' }).click();
    await expect(strip.getByRole('checkbox', { name: 'Offer Chalk' })).toBeVisible({ timeout: 1000 });
  }).toPass();
  // a light motif is not offered on Chalk by rule; a colour that the docket does not name can be offered as well
  await expect(strip.getByRole('checkbox', { name: 'Offer Chalk' })).not.toBeChecked();
  await strip.getByRole('checkbox', { name: 'Offer Chalk' }).click();
  await expect(strip.getByRole('checkbox', { name: 'Offer Chalk' })).toBeChecked();
  await expect.poll(chosen).toContain('Chalk');
  await strip.getByRole('checkbox', { name: 'Offer Kelp' }).click();
  await expect.poll(chosen).toContain('Kelp');
  // it stands among the offered ones now
  await expect(strip.getByRole('checkbox', { name: 'Offer Kelp' })).toBeChecked();
  await strip.getByRole('radio', { name: /^Kelp, offered/ }).click();
  await expect(strip.getByRole('radio', { name: /^Kelp, offered/ })).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(strip.getByRole('checkbox', { name: 'Offer Kelp' })).not.toBeChecked();
  await strip.getByRole('button', { name: 'By rule' }).click();
  await expect.poll(chosen).toBeUndefined();
  await expect(strip.getByRole('checkbox')).toHaveCount(0);
});

test('finishes are chosen by rule from the artwork, and by hand', async ({ page }) => {
  const clock = await ok<{ document: { areas: { name: string }[]; sizes: { name: string }[] } }>('GET', '/blanks/aldergate-wall-clock'); // prettier-ignore
  const { document } = await ok<{ document: { lines: object[] } }>('GET', `/dockets/${docket}`);
  const line = {
    ...{ key: 'clock', blank: 'aldergate-wall-clock', noun: { one: 'Clock', many: 'Clocks' }, colours: { best: 3 } },
    ...{ sizes: clock.document.sizes.map((s) => s.name), finishes: { best: 1 }, placements: [onArea(clock.document.areas[0]!.name, covering())] }, // prettier-ignore
  };
  const accepts = { ground: 'any', minPpi: 30 };
  const made = await ok<{ id: string }>('POST', '/dockets', { name: `Clocks ${process.pid}`, document: { ...document, lines: [line], accepts, shots: [{ kind: 'free' }] } }); // prettier-ignore
  const chosen = async () =>
    (await ok<Items<{ choices: { finishes?: string[] } }>>('POST', `/dockets/${made.id}/placed`, { artworks: [works[1]] })).items[0]!.choices.finishes; // prettier-ignore
  await page.goto(`/bench?on=${made.id}&show=${works[1]}`);
  const hands = page.getByRole('group', { name: 'Hands' });
  // a light motif: dark hands
  await expect(hands.getByRole('checkbox', { name: 'Black' })).toBeChecked();
  await expect(hands.getByRole('checkbox', { name: 'White' })).not.toBeChecked();
  await expect(async () => {
    await hands.getByRole('checkbox', { name: 'Brass' }).click();
    await expect(hands.getByRole('button', { name: 'Hands by rule' })).toBeVisible({ timeout: 2000 });
  }).toPass();
  await expect.poll(chosen).toEqual(['Black', 'Brass']);
  await page.keyboard.press('Control+z');
  await expect.poll(chosen).toBeUndefined();
  await expect(hands.getByRole('checkbox', { name: 'Brass' })).not.toBeChecked();
  // the last one stays: something is offered
  await hands.getByRole('checkbox', { name: 'Black' }).click();
  await expect(hands.getByRole('checkbox', { name: 'Black' })).toBeChecked();
});
