// Takes the pictures of docs/screenshots from a running ./start with the demo: node tools/screenshots.mjs [ADDRESS [NAME,NAME…]]
import { chromium } from '@playwright/test';

const base = process.argv[2] ?? 'http://127.0.0.1:4500';
const only = process.argv[3]?.split(',');
const flags =
  '--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update --disable-sync --disable-dev-shm-usage';
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
  args: flags.split(' '),
});
const get = async (path) => (await (await fetch(`${base}/api/v1${path}`)).json()).items;

async function picture(name, address, { night = false, before, wait = 2500 } = {}) {
  if (only && !only.includes(name)) return;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: night ? 'dark' : 'light' });
  await page.goto(address.startsWith('http') ? address : base + address);
  await page.waitForTimeout(wait);
  if (before) await before(page);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
}

/** Selects a range of the sheet by mouse. */
const range = (from, to) => async (page) => {
  const box = async (name) => page.getByRole('gridcell', { name }).first().boundingBox();
  const [a, b] = [await box(from), await box(to)];
  await page.mouse.move(a.x + 40, a.y + 30);
  await page.mouse.down();
  await page.mouse.move(b.x + 40, b.y + 30, { steps: 4 });
  await page.mouse.up();
  await page.waitForTimeout(1500);
};
const scrolled = async (page) => {
  await page.getByRole('grid').evaluate((el) => el.scrollTo(0, 1184));
  await page.waitForTimeout(1200);
};

const artworks = await get('/artworks?limit=100');
const dockets = await get('/dockets');
const listings = await get('/listings?limit=200');
const runs = await get('/runs');
const sheetRange = async (page) => {
  await scrolled(page);
  await range(/^Gathering, navy ink, Shirts for big.*Kestrel/, /^Little whale, Shirts for big.*Kestrel/)(page);
};

await picture('artwork', `/artwork?open=${artworks.find((a) => a.name === 'Sideways is still forwards').id}`);
const named = (name) => artworks.find((a) => a.name === name).id;
await picture('artwork-large', `/artwork?view=large&open=${named('First light swim')}`, {
  before: async (page) => {
    for (const name of ['trim box', 'words']) await page.getByRole('checkbox', { name }).check();
    await page.waitForTimeout(600);
  },
});
await picture('demand', '/stockroom/demand?shown=missed', {
  before: async (page) => {
    await page.getByRole('list', { name: 'Phrases' }).getByRole('button').nth(5).click();
    await page.waitForTimeout(2500);
  },
});
await picture('phrasebook', '/stockroom/phrasebook?entry=lighthouse');
await picture('artwork-alike', '/artwork?view=alike');
const shirts = runs.reduce((a, b) => (a.total >= b.total ? a : b));
await picture('contact', `/contact?run=${shirts.id}`, {
  before: async (page) => {
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('2');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('v');
    await page.waitForTimeout(4000);
  },
});
await picture('sheet', '/sheet', { before: sheetRange });
await picture('sheet-night', '/sheet', { night: true, before: sheetRange });
await picture(
  'bench',
  `/bench?on=${dockets.find((d) => d.name === 'Shirt, soft cotton').id}&show=${named('Eight arms, no plan')}`,
  {
    before: async (page) => {
      for (const name of [/^Tide table/, /^First light/, /^High water/])
        await page
          .getByRole('option', { name })
          .first()
          .click({ modifiers: ['Control'] });
      await page.waitForTimeout(900);
    },
  },
);
await picture('proofs', `/proofs?run=${runs.find((r) => r.name === 'Harbour gifts').id}`);
await picture('press', '/press');
await picture('ledger', '/ledger');
await picture('listing', '/ledger', {
  before: async (page) => {
    await page.getByRole('button', { name: 'in step' }).nth(1).click();
    await page.waitForTimeout(1500);
  },
});
await picture('stockroom', '/stockroom');
await picture('blanks', `/stockroom/blanks?with=${named('Little whale')}`);
await picture(
  'downloads',
  `/stockroom/dockets/${dockets.find((d) => d.name === 'Printables').id}?on=${named('Low sun, slack tide')}`,
  { before: (page) => page.getByLabel('Sample artwork').selectOption({ label: 'Low sun, slack tide' }), wait: 3500 },
);
await picture(
  'docket',
  `/stockroom/dockets/${dockets.find((d) => d.name === 'Shirts for big and small').id}?on=${named('Little whale')}`,
  { wait: 6000 },
);
await picture('galley', '/galley?state=any&fields=title,tags', {
  before: async (page) => {
    await page.getByRole('button', { name: 'Correct many' }).click();
    await page.getByRole('textbox', { name: 'Replace' }).fill('gift');
    await page.getByRole('combobox', { name: 'with', exact: true }).fill('present');
    await page.getByRole('group', { name: 'Fields of step 1' }).getByRole('button', { name: 'Tags' }).click();
    await page.waitForTimeout(2500);
  },
});
await browser.close();
