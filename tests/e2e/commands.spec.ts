import sharp from 'sharp';
import type { Page } from '@playwright/test';
import { expect, test } from './alive';
import type { BlankDocument } from '../../src/core/stock/blank';
import { COMMAND_IDS, STATIONS, type CommandId } from '../../src/ui/commands/table';
import {
  control,
  drafted,
  motif,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  settled,
  SHIRT,
  upload,
  withoutDrafting,
  type Items,
  type Run,
} from '../integration/press';

// every action of the interface, by keyboard alone: the command box offers it with what it acts on, and it shows what it did
test.describe.configure({ mode: 'serial' });
const done = new Set<CommandId>();

const said = (page: Page, words: RegExp | string) =>
  expect(
    page
      .getByRole('region', { name: /Notifications/ })
      .getByText(words)
      .first(),
  ).toBeVisible();
const opens = (page: Page, name: string | RegExp) => async () => {
  await expect(page.getByRole('dialog', { name })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name })).toBeHidden();
};

/** Does a command through the box; `says` is what it offers to act on. */
async function command(page: Page, id: CommandId, says: RegExp | string, shows: () => Promise<unknown>): Promise<void> {
  await test.step(id, async () => {
    // a page that has just come may not hear yet
    await expect(async () => {
      await page.keyboard.press('Control+k');
      await expect(page.getByRole('dialog', { name: 'Command box' })).toBeVisible({ timeout: 500 });
    }).toPass();
    await page.keyboard.type(id);
    const offered = page.getByRole('option', { name: says }).first();
    await expect(offered).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog', { name: 'Command box' })).toBeHidden();
    await shows();
    done.add(id);
  });
}
/** An artwork that fills its sheet: shirts do not take it by rule. */
async function filled(): Promise<string> {
  const noise = { type: 'gaussian' as const, mean: 120, sigma: 50 };
  const png = await sharp({ create: { width: 3000, height: 3600, channels: 3, background: '#446688', noise } }).png({ compressionLevel: 1 }).toBuffer(); // prettier-ignore
  const { id } = (await upload([[`filled-${Date.now()}.png`, png]]))[0]!;
  await settled(id);
  return id;
}
/** Two blanks of one's own that end a colour. */
async function twoChanges(): Promise<void> {
  const { document } = await ok<{ document: BlankDocument }>('GET', '/blanks/brightsea-mug-325');
  for (const n of [1, 2]) {
    const own = { ...document, id: `own-command-mug-${n}`, name: `Command mug ${n}`, department: 'trials', source: 'own' };
    await ok('POST', '/blanks', { document: own });
    await ok('PUT', `/blanks/${own.id}`, { document: { ...own, colours: own.colours.slice(1) }, version: 1 });
  }
}
const all = (page: Page) =>
  expect(async () => {
    await page.keyboard.press('Control+a');
    await expect(page.getByRole('toolbar', { name: 'Selection' })).toBeVisible({ timeout: 500 });
  }).toPass();
const at = (page: Page, url: RegExp) => () => expect(page).toHaveURL(url);

/** Artworks in a drawer of their own. */
async function inDrawer(drawer: string, first: number, count: number): Promise<string[]> {
  const files = Array.from({ length: count }, async (_, i): Promise<[string, Buffer]> => [
    `command-${first + i}.png`,
    await motif(70_000 + first + i, 3000, 3600),
  ]);
  const taken = await upload(await Promise.all(files), drawer);
  for (const { id } of taken) await settled(id);
  return taken.map((t) => t.id);
}

test('artwork', async ({ page }) => {
  await inDrawer('Commanded', 0, 2);
  await page.goto('/artwork?drawer=Commanded');
  await expect(page.getByRole('option', { name: /Command 1/ })).toBeVisible();
  const choosing = (id: CommandId, says: string) => async () => {
    const chooser = page.waitForEvent('filechooser');
    await command(page, id, says, () => chooser);
  };
  await choosing('artwork.bring-in', 'Bring in files')();
  await choosing('artwork.bring-folder', 'Bring in a folder')();
  await command(page, 'artwork.set-keys', 'Set the keys of marks…', opens(page, 'Marks by one key'));
  await command(page, 'artwork.all', 'Select all 2', () =>
    expect(page.getByRole('toolbar', { name: 'Selection' })).toContainText('2 selected'),
  );
  await command(page, 'artwork.change', 'Change a field of 2 artworks…', opens(page, 'Change the selection'));
  await command(page, 'artwork.file', 'File 2 artworks in a drawer…', opens(page, 'Change the selection'));
  await command(page, 'artwork.read-names', 'Read the file names of 2 artworks…', opens(page, 'Read file names'));
  await command(page, 'artwork.delete', 'Delete 2 artworks…', opens(page, 'Delete artwork'));
  await command(page, 'artwork.link', 'Link 2 artworks as one motif', () => said(page, 'Linked: one motif now.'));
  await command(page, 'undo', 'Undo the last change', () => said(page, /Taken back: Linked/));
  await command(page, 'redo', 'Make again what was undone', () => said(page, /Made again: Linked/));
  await command(page, 'artwork.pair', 'Side by side', at(page, /view=pair/));
  await page.goto('/artwork?drawer=Commanded');
  await all(page);
  await command(page, 'artwork.aside', 'Put 2 artworks aside', () => said(page, '2 artworks put aside.'));
  await page.goto('/artwork?drawer=Commanded&standing=aside');
  await expect(page.getByRole('option', { name: /Command 1/ })).toBeVisible();
  await all(page);
  await command(page, 'artwork.bring-back', 'Bring 2 artworks back', () => said(page, '2 artworks brought back.'));
  await page.goto('/artwork?drawer=Commanded');
  await expect(page.getByRole('option', { name: /Command 1/ })).toBeVisible();
  await all(page);
  await command(page, 'artwork.to-sheet', 'Take 2 artworks to the sheet', at(page, /\/sheet\?rows=/));
  await page.goto('/artwork?drawer=Commanded');
  await expect(page.getByRole('option', { name: /Command 1/ })).toBeVisible();
  await all(page);
  await command(page, 'artwork.bench', 'Place 2 artworks on goods', at(page, /\/bench\?drawer=Commanded/));
  const [gone] = await inDrawer('Thrown', 5, 1);
  await ok('PATCH', `/artworks/${gone}`, { standing: 'deleted' });
  await page.goto('/artwork?drawer=Thrown&standing=deleted');
  await expect(page.getByRole('option', { name: /Command 5/ })).toBeVisible();
  await command(page, 'artwork.empty-bin', 'Empty the bin…', opens(page, 'Delete artwork'));
});

test('sheet and proofs', async ({ page }) => {
  const { docket } = await openShop();
  const ids = await newArtworks(2);
  await page.goto(`/sheet?rows=${ids.map((id) => id.slice(0, 8)).join()}`);
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await command(page, 'sheet.all', /Select all \d+ cells/, () =>
    expect(page.getByRole('toolbar', { name: 'Selection' })).toContainText('selected'),
  );
  await command(page, 'sheet.bench', 'Place these on goods', at(page, /\/bench\?rows=.*on=/));
  await page.goto(`/sheet?rows=${ids.map((id) => id.slice(0, 8)).join()}`);
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await command(page, 'sheet.all', /Select all \d+ cells/, () =>
    expect(page.getByRole('toolbar', { name: 'Selection' })).toContainText('selected'),
  );
  await page.goto(`/sheet?rows=${(await filled()).slice(0, 8)}`);
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await command(page, 'sheet.all', /Select all \d+ cells/, () =>
    expect(page.getByRole('button', { name: 'Allow here' })).toBeVisible(),
  );
  await command(page, 'sheet.allow', /^Allow \d+ artworks? here all the same/, () => said(page, /allowed by hand/));
  await expect(page.getByRole('button', { name: 'By rule again' })).toBeVisible();
  await page.goto(`/sheet?rows=${ids.map((id) => id.slice(0, 8)).join()}`);
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await command(page, 'sheet.all', /Select all \d+ cells/, () =>
    expect(page.getByRole('toolbar', { name: 'Selection' })).toContainText('selected'),
  );
  await command(page, 'sheet.draft', /Draft \d+ proofs/, () => said(page, /being drafted as/));
  await expect(page.getByRole('button', { name: /^Pass \d+ proofs/ })).toBeVisible({ timeout: 180_000 });
  await command(page, 'sheet.pass', /Pass \d+ proofs/, () => said(page, /passed; they wait at the press/));
  await command(page, 'sheet.look', /Look through \d+ proofs/, at(page, /\/proofs\?picked=/));
  await page.goBack();
  await expect(page.getByRole('gridcell').first()).toBeVisible();
  await command(page, 'sheet.all', /Select all \d+ cells/, () =>
    expect(page.getByRole('button', { name: /^Galley/ })).toBeVisible(),
  );
  await command(page, 'sheet.galley', /Words of \d+ proofs/, at(page, /\/galley\?picked=/));

  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(3), dockets: [docket], outlets: ['kestrel'] });
  await drafted(run.id);
  const { items } = await ok<{ items: { id: string }[] }>('GET', `/proofs?run=${run.id}`);
  await ok('PATCH', `/proofs/${items[2]!.id}`, { title: 'x'.repeat(400) });
  await page.goto(`/proofs?run=${run.id}`);
  await command(page, 'proofs.closer', 'Look closer', async () => {
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
  });
  await command(page, 'proofs.prints', 'Make print files', opens(page, 'Print files'));
  await command(page, 'proofs.pictures', 'Take pictures away', opens(page, 'Pictures'));
  await command(page, 'proofs.write', 'Write from the artwork', opens(page, 'Write from the artwork'));
  await command(page, 'proofs.bench', /^Place “/, at(page, /\/bench\?on=.*rows=/));
  await page.goto(`/proofs?run=${run.id}`);
  await command(page, 'proofs.held', 'Step through 1 held', at(page, new RegExp(`open=${items[2]!.id}`)));
  await page.goto(`/proofs?run=${run.id}&open=${items[0]!.id}`);
  await command(page, 'proofs.pass', /^Pass “/, () => said(page, '1 proof passed; it waits at the press.'));
  await expect(page.getByRole('button', { name: /Pass all 1 / })).toBeVisible();
  await command(page, 'proofs.pass-all', 'Pass all 1 that are ready', () => said(page, '1 proof passed; it waits at the press.'));
  await page.goto(`/proofs?run=${run.id}&state=passed`);
  await command(page, 'proofs.take-back', /Take back “/, () => said(page, 'Taken back; it can be changed again.'));
});

test('galley', async ({ page }) => {
  const { docket } = await openShop();
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(2), dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
  await page.goto(`/proofs?run=${run.id}`);
  await command(page, 'proofs.galley', 'Galley', at(page, /\/galley\?run=/));
  const grid = page.getByRole('grid', { name: 'Words of listings' });
  const title = (row: number) => grid.getByRole('row').nth(row + 1).getByRole('gridcell').first(); // prettier-ignore
  await title(0).click();
  await title(1).click({ modifiers: ['Shift'] });
  await command(page, 'galley.fill-down', 'Fill 2 rows with the first', () => said(page, /1 listing changed/));
  await command(page, 'galley.rule', 'Back to the rule, 2 rows', () => said(page, /1 listing back at the rule/));
  await command(page, 'galley.write', 'Write from the artwork', opens(page, 'Write from the artwork'));
  const slip = page.getByRole('complementary', { name: 'Correction' });
  await command(page, 'galley.correct', 'Correct many', () => expect(slip).toBeVisible());
  await slip.getByRole('combobox', { name: 'What step 1 does' }).selectOption('put-before');
  await slip.getByRole('combobox', { name: 'Before what stands there' }).fill('Merry');
  await expect(slip.getByRole('button', { name: 'Take 2 corrections' })).toBeVisible();
  await command(page, 'galley.take', 'Take 2 corrections', () => said(page, /2 listings corrected/));

  const [one] = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items;
  await ok('PATCH', `/proofs/${one!.id}`, { title: 'Qwertyish Commandeered Sail [x]' });
  const checks = page.getByRole('complementary', { name: 'What was found' });
  await command(page, 'galley.checks', 'Look words over', () =>
    expect(checks.getByText('all listings looked over')).toBeVisible(),
  );
  await command(page, 'galley.next-found', 'Next thing', at(page, /found=/));
  await command(page, 'galley.previous-found', 'Previous thing', at(page, /found=/));
  await checks.getByRole('button', { name: /^Left to be filled in/ }).click();
  await checks.getByRole('button', { name: /^\[x\]/ }).click();
  await command(page, 'galley.lists', 'Words of the house', opens(page, 'Words of the house'));
  await command(page, 'galley.mend', 'Cut it out', () =>
    expect(slip.getByRole('textbox', { name: 'Replace' })).toHaveValue('[x]'),
  );
  await slip.getByRole('button', { name: 'Close the slip' }).click();
  await command(page, 'galley.leave', 'Leave it as it is', () => said(page, /“\[x\]” is left as it is/));
});

test('contact sheet', async ({ page }) => {
  const { docket } = await openShop();
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(2), dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
  await page.goto(`/proofs?run=${run.id}`);
  await command(page, 'proofs.contact', 'Contact sheet', at(page, /\/contact\?run=/));
  const frame = (n: number) => page.locator('[data-spot]').nth(n);
  const slip = page.getByRole('complementary', { name: 'Picture' });
  await expect(frame(3)).toBeVisible();
  const wrongs = ['sits wrong', 'hard to see', 'wrong colour', 'wrong scene', 'wrong artwork', 'not good'];
  for (const [i, wrong] of wrongs.entries())
    await command(page, `contact.wrong-${i + 1}` as CommandId, `picture 1: ${wrong}`, () =>
      expect(frame(0)).toHaveAccessibleName(new RegExp(`: ${wrong}$`)),
    );
  await page.keyboard.press('ArrowRight');
  await command(page, 'contact.next-wrong', 'To the next of 1 flagged', () =>
    expect(frame(0)).toHaveAttribute('aria-current', 'true'),
  );
  await command(page, 'contact.right', 'Nothing wrong with picture 1', () =>
    expect(frame(0)).not.toHaveAccessibleName(/not good/),
  );
  await command(page, 'contact.closer', 'Look closer', opens(page, 'Looked at closely'));
  await command(page, 'contact.loupe', 'Loupe', async () => {
    await page.keyboard.press('Control+k');
    await page.keyboard.type('contact.loupe');
    await expect(page.getByRole('option', { name: 'Put the loupe away' })).toBeVisible();
    await page.keyboard.press('Escape');
  });
  await command(page, 'contact.slip', 'Close the slip', () => expect(slip).toBeHidden());
  for (const [id, says] of [
    ['contact.scene', 'Scene'],
    ['contact.colour', 'Colour'],
    ['contact.artwork', 'Artwork'],
  ] as const)
    await command(page, id, `Another ${says.toLowerCase()}`, () =>
      expect(slip.getByRole('tab', { name: says, exact: true })).toHaveAttribute('aria-selected', 'true'),
    );
  await command(page, 'contact.size', 'Another size', at(page, /size=large/));
  await command(page, 'contact.pictures', 'Take pictures away', opens(page, 'Pictures'));
  await command(page, 'contact.put', 'Put on others', opens(page, 'Put a picture on others'));
  await page.goto(`/contact?run=${run.id}`);
  await expect(frame(3)).toBeVisible();
  await page.keyboard.press('Space');
  await page.keyboard.press('Shift+ArrowRight');
  await command(page, 'contact.compare', 'Compare 2', opens(page, 'Side by side'));
  await page.keyboard.press('Escape');
  const first = await frame(0).getAttribute('aria-label');
  await frame(0).click();
  await command(page, 'contact.later', 'One place later', () => said(page, /no picture has to be made/));
  await expect(frame(1)).toHaveAccessibleName(first!.replace(/^1/, '2'), { timeout: 60_000 });
  await frame(1).click();
  await expect(slip.getByText('ready')).toBeVisible({ timeout: 60_000 });
  await command(page, 'contact.earlier', 'One place earlier', () => said(page, /no picture has to be made/));
  await expect(frame(0)).toHaveAccessibleName(first!, { timeout: 60_000 });
  await expect(slip.getByText('ready')).toBeVisible({ timeout: 60_000 });
  await command(page, 'contact.out', 'Take picture 1 out', () => said(page, /no picture has to be made/));
  await expect(page.locator('[data-spot]')).toHaveCount(3, { timeout: 60_000 });
  await expect(slip.getByText('ready')).toBeVisible({ timeout: 60_000 });
  await command(page, 'contact.docket', 'Back to the docket’s list', () => said(page, /to be made/));
  await expect(page.locator('[data-spot]')).toHaveCount(4, { timeout: 60_000 });
  await command(page, 'contact.bench', 'Place it otherwise', at(page, /\/bench\?rows=.*on=/));
});

test('bench', async ({ page }) => {
  const shop = await openShop();
  const { document } = await ok<{ document: object }>('GET', `/dockets/${shop.docket}`);
  const { id } = await ok<{ id: string }>('POST', '/dockets', { name: `Bench ${process.pid}`, document });
  const ids = await newArtworks(3);
  const spread = { kind: 'copies', at: [{ xMm: 500, yMm: 0 }] };
  const layer = { kind: 'artwork', by: 'motif', size: { rule: 'width', mm: 80 }, anchor: 'top', xMm: 0, yMm: 20, spread };
  await ok('PUT', `/dockets/${id}/placements`, { artwork: ids[1], placement: { form: 1, area: 'front', layers: [layer] } });
  await page.goto(`/bench?on=${id}&rows=${ids.map((i) => i.slice(0, 8)).join()}&show=${ids[0]}`);
  const row = page.getByRole('listbox', { name: 'Artworks on the bench' });
  await expect(row.getByRole('option')).toHaveCount(3);
  const chooser = page.waitForEvent('filechooser');
  await command(page, 'bench.fitting', /^Use a fitting file for “/, () => chooser);
  await command(page, 'bench.trouble', 'To the next one with trouble', at(page, new RegExp(`show=${ids[1]}`)));
  await row
    .getByRole('option')
    .nth(2)
    .click({ modifiers: ['Control'] });
  await command(page, 'bench.give-marked', 'Give it to 1 marked', () => said(page, /^1 artwork sits like/));
  await command(page, 'bench.copies', 'Give only its copies to 1 marked', () => said(page, 'They sit like that already.'));
  await page.getByRole('button', { name: 'None' }).click();
  await command(page, 'bench.give-all', 'Give it to all 3', () => said(page, /sits? like “/));
  await command(page, 'bench.standard', /^Make it the docket’s own/, () => said(page, /^The docket places artworks like “/));
  await page.goto(`/bench?on=${id}&rows=${ids.map((i) => i.slice(0, 8)).join()}&show=${ids[2]}`);
  await command(page, 'bench.back', /back to the docket$/, () => said(page, /^1 artwork follows the docket/));
});

test('proofs that are out of date, or stand and were changed', async ({ page }) => {
  const { spec, name } = { spec: { ...SHIRT, outlets: ['quayside'] }, name: `Commanded ${process.pid}` };
  const blankId = 'brightsea-tee-180';
  const { id } = await ok<{ id: string }>('POST', '/dockets', { name, blankId, spec });
  const old = await ok<Run>('POST', '/runs', { artworks: await newArtworks(1), dockets: [id], outlets: ['quayside'] });
  await drafted(old.id);
  const wording = { ...spec.wording, title: 'Another {{ product.noun }}' };
  await ok('PUT', `/dockets/${id}`, { name, blankId, spec: { ...spec, wording } });
  await page.goto(`/proofs?run=${old.id}`);
  await expect(page.getByText(`The wording of “${name}” was changed since.`)).toBeVisible();
  await command(page, 'proofs.draft-again', /^Draft “.*” again$/, () => said(page, /1 proof being drafted again/));

  const run = await passedRun(await newArtworks(1), id, ['quayside']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await pressDone(run.id);
  const [proof] = (await ok<{ items: { id: string }[] }>('GET', `/proofs?run=${run.id}`)).items;
  await ok('PATCH', `/proofs/${proof!.id}`, { title: 'Commanded otherwise' });
  await page.goto(`/proofs?open=${proof!.id}`);
  await expect(page.getByText('It differs from what was sent: title.')).toBeVisible();
  await command(page, 'proofs.send-change', /^Send the change of “/, () => said(page, '1 change on its way.'));
});

test('press and ledger', async ({ page }) => {
  const { docket } = await openShop();
  await control('quayside', { refuseNext: 1 });
  const refused = await passedRun(await newArtworks(1), docket, ['quayside']);
  await ok('POST', `/runs/${refused.id}/send`, { as: 'draft' });
  await pressDone(refused.id);
  await page.goto('/press');
  await command(page, 'press.again', /Try 1 refused of “.*” again/, () => said(page, '1 proof tried again.'));
  await pressDone(refused.id);
  await passedRun(await newArtworks(1), docket, ['quayside']);
  await page.goto('/press');
  await command(page, 'press.send', /Send 1 proof of “.*”…/, opens(page, 'Send'));
  const artworks = await newArtworks(1);
  await withoutDrafting(async () => {
    await ok('POST', '/runs', { name: 'Held up', artworks, dockets: [docket], outlets: ['kestrel'] });
    await page.goto('/press');
    await command(page, 'press.pause', 'Pause “Held up”', () => said(page, '“Held up” is paused.'));
    await expect(page.getByRole('button', { name: 'Go on' })).toBeVisible();
    await command(page, 'press.go-on', 'Go on with “Held up”', () => said(page, '“Held up” goes on.'));
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await command(page, 'press.stop', 'Stop “Held up”', () => said(page, /^Stopped\./));
  });
  await page.goto('/ledger');
  await command(page, 'ledger.look', /Ask .* what stands there/, () => said(page, /^Asking .* what stands there\.$/));
  await command(page, 'ledger.all', /Select all \d+ listings?/, () =>
    expect(page.getByRole('checkbox', { name: 'Select all' })).toBeChecked(),
  );
  await command(page, 'ledger.live', /Set \d+ live/, () => said(page, /being set live/));

  const live = await passedRun(await newArtworks(1), docket, ['kestrel']);
  await ok('POST', `/runs/${live.id}/send`, { as: 'live' });
  await pressDone(live.id);
  const [proof] = (await ok<{ items: { id: string }[] }>('GET', `/proofs?run=${live.id}`)).items;
  await ok('PATCH', `/proofs/${proof!.id}`, { title: 'Ledger, to be changed' });
  await page.goto('/ledger');
  const pickFirst = async () => {
    const first = page.getByRole('checkbox', { name: /^Select (?!all)/ }).first();
    // what was sent lets go of its selection, a moment after it is said
    await expect(first).not.toBeChecked();
    await first.check();
  };
  await pickFirst();
  await command(page, 'ledger.changes', 'Send what differs of 1 listing', () => said(page, '1 change on its way.'));
  await pickFirst();
  await command(page, 'ledger.open', /^Open “/, () => expect(page.getByRole('complementary', { name: 'Listing' })).toBeVisible());
  await command(page, 'ledger.prints', 'Make print files of 1 listing', opens(page, 'Print files'));
  await command(page, 'ledger.galley', 'Words of 1 listing', async () => {
    await expect(page).toHaveURL(/\/galley\?picked=/);
    await expect(page.getByRole('gridcell', { name: 'Ledger, to be changed' })).toBeVisible();
  });
  await page.goBack();
  await pickFirst();
  await command(page, 'ledger.end', 'End 1 listing', () => said(page, '1 listing being ended.'));
});

test('stockroom, and what holds everywhere', async ({ page }) => {
  await openShop();
  await page.goto('/stockroom');
  await command(page, 'stockroom.catalogues', 'Fetch the print houses’ catalogues', () =>
    said(page, 'The catalogues are up to date.'),
  );
  await command(page, 'stockroom.rules', /Fetch the rules of/, () =>
    said(page, /Kestrel Fair’s rules are up to date\. Quayside’s rules are up to date\./),
  );
  await command(page, 'stockroom.new-plan', 'Make a new price plan', opens(page, 'Price plan'));
  await command(page, 'stockroom.ready', 'Make ready dockets for common goods', opens(page, 'Ready dockets'));
  await command(page, 'stockroom.add-outlet', 'Add an outlet', opens(page, 'Add an outlet'));
  await command(page, 'stockroom.changes', 'Look at what print houses changed', at(page, /\/stockroom\/changes/));
  await twoChanges();
  await expect(page.getByRole('list', { name: 'What changed' }).getByRole('link', { name: /^Command mug/ })).toHaveCount(2);
  await page.getByRole('listitem').filter({ hasText: 'Command mug 1' }).first().focus();
  await command(page, 'stockroom.looked', 'Command mug 1: looked at', () => said(page, '1 change looked at.'));
  await command(page, 'stockroom.looked-all', /looked at$/, () =>
    expect(page.getByRole('heading', { name: 'Nothing has changed' })).toBeVisible(),
  );
  await page.goto('/stockroom');
  await command(page, 'stockroom.new-blank', 'Make a blank of your own', at(page, /\/stockroom\/blanks\/new/));
  await page.goto('/stockroom');
  await command(page, 'stockroom.new-docket', 'Make a new docket', at(page, /\/stockroom\/dockets\/new/));
  await page.goto('/stockroom');
  await command(page, 'stockroom.demand', 'Look at what is searched', at(page, /\/stockroom\/demand/));
  await page.goto('/stockroom');
  await command(page, 'stockroom.phrasebook', 'Open the phrasebook', at(page, /\/stockroom\/phrasebook/));
  await command(page, 'stockroom.new-phrase', 'Write a new entry', () =>
    expect(page.getByRole('heading', { name: 'New entry' })).toBeVisible(),
  );
  await page.goto('/stockroom/phrasebook');
  const chooser = page.waitForEvent('filechooser');
  await command(page, 'stockroom.phrases-in', 'Bring entries in from a table or JSON', async () => {
    await (
      await chooser
    ).setFiles({
      name: 'more.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('name,calls\r\nBagpipes,bagpipe\r\n'),
    });
    await said(page, '1 entry new, 0 changed.');
  });
  const coming = page.waitForEvent('download');
  await command(page, 'stockroom.phrases-out', 'Take the phrasebook away as a table', async () =>
    expect((await coming).suggestedFilename()).toBe('phrasebook.csv'),
  );
  for (const station of STATIONS) await command(page, `go.${station}`, /^To the /, at(page, new RegExp(`/${station}$`)));
  await page.goto('/ledger');
  await command(page, 'search', 'Search in this screen', () => expect(page.getByRole('searchbox')).toBeFocused());
  await page.keyboard.press('Escape');
  await page.goto('/press');
  await command(page, 'theme', 'Day or night', () => expect(page.locator('html')).toHaveAttribute('data-theme', 'night'));
  await command(page, 'keys', 'Keys and marks', opens(page, 'Keys and marks'));
  await command(page, 'activity', 'What was done', opens(page, 'What was done'));
});

test('no command was left out', () => {
  expect(COMMAND_IDS.filter((id) => !done.has(id))).toEqual([]);
});
