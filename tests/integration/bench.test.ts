import { fitted, onArea, type AreaPlacement } from '../../src/core/placement/form';
import { closeDatabase } from '../../src/data/database';
import { call, drafted, newArtworks, ok, openShop, upload, settled, type Items, type Proof, type Run } from './press';
import sharp from 'sharp';

// where artworks sit on a print area: of their own, given to others, given back, made the docket's

interface Bench {
  docket: { id: string; revision: number };
  line: string;
  area: string;
  placement: AreaPlacement;
  rail: { id: string; troubles: string[]; own: boolean }[];
  notTaken: number;
}
interface Placed {
  id: string;
  own: Record<string, AreaPlacement>;
  troubles: { code: string; says: string; waived: { reason: string; by: string } | null }[];
  shown: ({ lettering: boolean; widthPx: number } | null)[];
}
interface Given {
  changed: number;
  undo: string | null;
}

let docket = '';
let works: string[] = [];
const rows = () => works.map((id) => id.slice(0, 8)).join(',');
const bench = (more = '') => ok<Bench>('GET', `/dockets/${docket}/bench?rows=${rows()}${more}`);
const placed = async (ids = works) => (await ok<Items<Placed>>('POST', `/dockets/${docket}/placed`, { artworks: ids })).items;
const one = async (id: string) => (await placed([id]))[0]!;
const keep = (artwork: string, placement: AreaPlacement) =>
  ok<Given>('PUT', `/dockets/${docket}/placements`, { artwork, placement });
const give = (path: string, body: object) => ok<Given>('POST', `/dockets/${docket}/placements/${path}`, body);
const undo = (id: string, again = false) => ok<{ sentence: string }>('POST', again ? '/activity/redo' : '/activity/undo', { id });

beforeAll(async () => {
  const shop = await openShop();
  const { document } = await ok<{ document: object }>('GET', `/dockets/${shop.docket}`);
  docket = (await ok<{ id: string }>('POST', '/dockets', { name: 'On the bench', document })).id;
  works = await newArtworks(4);
});
afterAll(closeDatabase);

test('artworks of a search lie on the bench, those with trouble first', async () => {
  const [coarse] = await upload([['coarse.png', await sharp({ create: { width: 300, height: 360, channels: 4, background: '#c63d22' } }).png().toBuffer()]]); // prettier-ignore
  await settled(coarse!.id);
  works = [...works, coarse!.id];
  const lies = await bench();
  // one that fills its sheet is not for a shirt
  expect([lies.rail.length, lies.notTaken]).toEqual([4, 1]);
  works = works.slice(0, 4);
  await keep(works[2]!, onArea(lies.area, { ...fitted(1, 0), size: { rule: 'width', mm: 500 } }));
  const then = await bench();
  expect(then.rail[0]).toMatchObject({ id: works[2], own: true });
  expect(then.rail[0]!.troubles).toContain('cut-off');
  expect((await one(works[2]!)).troubles[0]).toMatchObject({ code: 'cut-off', waived: null });
  await give('give-back', { artworks: [works[2]] });
  expect((await bench()).rail.some((r) => r.own)).toBe(false);
});

test('a placement of its own is kept for one artwork, makes its proofs out of date, and prints as it says', async () => {
  const run = await drafted((await ok<Run>('POST', '/runs', { artworks: works, dockets: [docket], outlets: ['quayside'] })).id);
  const stale = async () => (await ok<{ total: number }>('POST', '/proofs/count', { docket, stale: 'yes' })).total;
  expect(await stale()).toBe(0);
  const { area } = await bench();
  const mine = onArea(area, { ...fitted(1, 25), size: { rule: 'width', mm: 120 } });
  const { undo: step } = await keep(works[0]!, mine);
  expect((await one(works[0]!)).own).toEqual({ [area]: mine });
  expect(await stale()).toBe(1);
  const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items.filter((p) => p.artworkId === works[0]);
  expect((await ok<{ because: { sentence: string }[] }>('GET', `/proofs/${proof!.id}`)).because[0]?.sentence).toMatch(
    /sits otherwise on the goods of/,
  );
  await ok('POST', '/proofs/draft', { ids: [proof!.id] });
  await drafted((await ok<Proof>('GET', `/proofs/${proof!.id}`)).runId);
  expect(await stale()).toBe(0);
  const prints = async (id: string) =>
    (await ok<Items<{ file: string }>>('GET', `/proofs/${id}/prints`)).items.map((f) => f.file);
  const own = await prints(proof!.id);
  // taken back, it is out of date again; made again, it is as it was drafted
  await undo(step!);
  expect([(await one(works[0]!)).own, await stale()]).toEqual([{}, 1]);
  await undo(step!, true);
  expect([(await one(works[0]!)).own, await stale()]).toEqual([{ [area]: mine }, 0]);
  await give('give-back', { artworks: [works[0]] });
  await ok('POST', '/proofs/draft', { ids: [proof!.id] });
  await drafted((await ok<Proof>('GET', `/proofs/${proof!.id}`)).runId);
  expect(await prints(proof!.id)).not.toEqual(own);
});

test('how one sits is given to others as one step; what was placed otherwise since stays when that is taken back', async () => {
  const { area } = await bench();
  const spread = { kind: 'copies' as const, at: [{ xMm: 60, yMm: 0 }] };
  await keep(works[0]!, onArea(area, { ...fitted(1, 30), size: { rule: 'width', mm: 90 }, spread }));
  const given = await give('give', { from: works[0], to: works });
  expect(given.changed).toBe(3);
  const layers = (await placed()).map((p) => p.own[area]!.layers[0]!);
  expect(layers[0]!.size).toEqual({ rule: 'width', mm: 90 });
  for (const l of layers.slice(1)) expect([l.size.rule, l.anchor, l.spread]).toEqual(['optical', 'top', spread]);
  await keep(works[3]!, onArea(area, fitted(0.3, 10)));
  expect((await undo(given.undo!)).sentence).toBe('1 was changed since, and stays.');
  expect((await placed()).map((p) => p.own[area]?.layers[0]!.size.rule ?? '')).toEqual(['width', '', '', 'fit']);
  // only the copies
  await give('give', { from: works[0], to: [works[3]], what: 'copies' });
  expect((await one(works[3]!)).own[area]!.layers[0]).toEqual({ ...fitted(0.3, 10), spread });
  expect((await give('give-back', { artworks: works })).changed).toBe(2);
  expect((await give('give-back', { artworks: works })).undo).toBeNull();
});

test('made the docket’s own it holds for all, is another revision, and is of nobody’s own any more', async () => {
  const before = await bench();
  await keep(works[1]!, onArea(before.area, { ...fitted(1, 55), size: { rule: 'width', mm: 100 } }));
  const { undo: step } = await give('standard', { from: works[1] });
  const then = await bench();
  expect([then.docket.revision, then.placement.layers[0]!.size.rule]).toEqual([before.docket.revision + 1, 'optical']);
  expect(then.placement.layers[0]!.yMm).toBe(55);
  expect(then.rail.some((r) => r.own)).toBe(false);
  await undo(step!);
  expect((await bench()).placement).toEqual(before.placement);
});

describe('a fitting file', () => {
  const picture = (width: number, height: number, hue: string) => sharp({ create: { width, height, channels: 3, background: hue } }).png().toBuffer(); // prettier-ignore
  const bring = async (name: string, data: Buffer) => (await upload([[name, data]], { fitting: 'yes' }))[0]!;
  const fit = (artwork: string, file: string) => call<Given & { detail: string }>('POST', `/dockets/${docket}/placements/fitting`, { artwork, file }); // prettier-ignore
  const searched = async (find: string) => (await ok<{ ids: string[] }>('GET', `/artworks/found?find=${find}`)).ids;

  test('is used on its area instead of the artwork, printed as it is, and stands in no list', async () => {
    const { id, outcome } = await bring('made-for-front.png', await picture(3000, 3600, '#0c5a5c'));
    expect(outcome).toBe('taken');
    expect((await settled(id)).standing).toBe('fitting');
    expect(await searched('made-for-front')).toEqual([]);
    const { body } = await fit(works[1]!, id);
    expect(body.changed).toBe(1);
    const it = await one(works[1]!);
    expect(it.own.front!.layers).toEqual([expect.objectContaining({ artwork: id, by: 'file', size: { rule: 'cover' } })]);
    expect([it.troubles, it.shown[0]!.widthPx]).toEqual([[], 3000]);
    const run = await drafted((await ok<Run>('POST', '/runs', { artworks: [works[1]], dockets: [docket], outlets: ['quayside'] })).id); // prettier-ignore
    const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
    expect(proof!.state).toBe('ready');
    await undo(body.undo!);
    expect((await one(works[1]!)).own).toEqual({});
  });
  test('of another shape, too coarse or not there is refused with a sentence', async () => {
    const wide = await bring('wide.png', await picture(1800, 1500, '#c63d22'));
    const small = await bring('small.png', await picture(300, 360, '#a8731a'));
    for (const { id } of [wide, small]) await settled(id);
    expect((await fit(works[1]!, wide.id)).body.detail).toMatch(/^wide\.png measures 1,800 × 1,500 px\. For front it must be [\d,]+ × [\d,]+ px, or as many/); // prettier-ignore
    expect((await fit(works[1]!, small.id)).body.detail).toMatch(/would print at \d+ px\/in; the docket asks for \d+/);
    expect((await fit(works[1]!, docket)).status).toBe(404);
    expect((await one(works[1]!)).own).toEqual({});
  });
  test('brought in as an artwork later it becomes one', async () => {
    const data = await picture(900, 1080, '#5d3a6b');
    const { id } = await bring('later-an-artwork.png', data);
    await settled(id);
    const again = (await upload([['later-an-artwork.png', data]]))[0]!;
    expect([again.outcome, again.id]).toEqual(['taken', id]);
    expect(await searched('later-an-artwork')).toEqual([id]);
  });
});

describe('what is wrong', () => {
  const wide = () => onArea('front', { ...fitted(1, 25), xMm: 150, size: { rule: 'width', mm: 300 } });
  const held = async (artwork: string) => {
    const run = await drafted((await ok<Run>('POST', '/runs', { artworks: [artwork], dockets: [docket], outlets: ['quayside'] })).id); // prettier-ignore
    const [proof] = (await ok<Items<Proof & { problems: { sentence: string; stops: boolean }[] }>>('GET', `/proofs?run=${run.id}`)).items; // prettier-ignore
    return { state: proof!.state, stops: proof!.problems.filter((p) => p.stops).map((p) => p.sentence) };
  };

  test('holds the proof, until it is waived with a reason; that is taken back like anything else', async () => {
    await keep(works[0]!, wide());
    expect(await held(works[0]!)).toEqual({ state: 'held', stops: [expect.stringMatching(/^\d+% of the motif lies outside the print area and would be cut off\./)] }); // prettier-ignore
    const { undo: step } = await give('waive', { code: 'cut-off', artworks: [works[0]], reason: 'it is to bleed off' });
    expect((await one(works[0]!)).troubles.find((t) => t.code === 'cut-off')!.waived).toEqual({ reason: 'it is to bleed off', by: expect.any(String) as string }); // prettier-ignore
    expect((await bench()).rail.find((r) => r.id === works[0])!.troubles).not.toContain('cut-off');
    expect(await held(works[0]!)).toEqual({ state: 'ready', stops: [] });
    const stale = async () => (await ok<{ total: number }>('POST', '/proofs/count', { docket, stale: 'yes' })).total;
    const before = await stale();
    await undo(step!);
    expect([await stale(), (await bench()).rail.find((r) => r.id === works[0])!.troubles]).toEqual([before + 1, expect.arrayContaining(['cut-off'])]); // prettier-ignore
    await give('give-back', { artworks: works });
  });
  test('is waived for all alike, and counts again for all', async () => {
    await keep(works[0]!, wide());
    await give('give', { from: works[0], to: works });
    const all = { code: 'cut-off', artworks: works };
    expect((await give('waive', { ...all, reason: 'so meant' })).changed).toBe(4);
    expect((await give('waive', { ...all, reason: 'so meant' })).undo).toBeNull();
    expect((await give('waive', { ...all, reason: null })).changed).toBe(4);
    const empty = await call<{ detail: string }>('POST', `/dockets/${docket}/placements/waive`, { ...all, reason: '  ' });
    expect([empty.status, empty.body.detail]).toEqual([422, 'Say why it is offered all the same.']);
    await give('give-back', { artworks: works });
  });
  test('an area is filled by all of them at once: covered, or repeated', async () => {
    expect((await give('fill', { how: 'cover', artworks: works })).changed).toBe(4);
    expect((await one(works[2]!)).own.front!.layers[0]!.size).toEqual({ rule: 'cover' });
    await give('fill', { how: 'repeat', artworks: works });
    const layer = (await one(works[2]!)).own.front!.layers[0]!;
    expect([layer.by, layer.spread]).toEqual(['file', { kind: 'straight', pitch: { x: 1, y: 1 } }]);
    expect((layer.size as { mm: number }).mm).toBeLessThanOrEqual(191);
    await give('give-back', { artworks: works });
  });
});

test('what makes no sense is refused with a sentence and changes nothing', async () => {
  const { area } = await bench();
  const put = (body: object) => call<{ detail: string }>('PUT', `/dockets/${docket}/placements`, body);
  const artwork = works[0];
  for (const [body, says] of [
    [{ artwork, placement: onArea('lid', fitted(1, 0)) }, `That placement is for lid, not for ${area}.`],
    [{ artwork, area: 'lid', placement: onArea('lid', fitted(1, 0)) }, '“On the bench” prints nothing on an area lid.'],
    [{ artwork, line: 'mugs', placement: onArea(area, fitted(1, 0)) }, '“On the bench” has no goods line mugs.'],
    [{ artwork: docket, placement: onArea(area, fitted(0.5, 0)) }, 'There is no such artwork.'],
    [
      { artwork, placement: onArea(area, { ...fitted(1, 0), artwork: docket }) },
      'A print that it names is not among the artworks.',
    ],
    [
      { artwork, placement: { ...onArea(area, fitted(1, 0)), bySize: { Elephant: { layers: [fitted(1, 0)] } } } },
      /has no size Elephant\.$/,
    ],
  ] as [object, string | RegExp][]) {
    const { status, body: answer } = await put(body);
    expect([status >= 400 && status < 500, answer.detail]).toEqual([
      true,
      says instanceof RegExp ? expect.stringMatching(says) : says,
    ]);
  }
  expect((await call('GET', `/dockets/${works[0]}/bench`)).status).toBe(404);
  expect((await placed()).every((p) => !Object.keys(p.own).length)).toBe(true);
});

test('colours are chosen by hand for some artworks, however these read on them; drafted, given back, and taken back', async () => {
  const choose = (body: object) => ok<Given>('PUT', `/dockets/${docket}/choices`, body);
  const chosen = async (id: string) => (await ok<Items<{ choices: object }>>('POST', `/dockets/${docket}/placed`, { artworks: [id] })).items[0]!.choices; // prettier-ignore
  const run = await drafted((await ok<Run>('POST', '/runs', { artworks: works.slice(0, 2), dockets: [docket], outlets: ['quayside'] })).id); // prettier-ignore
  const stale = async () => (await ok<{ total: number }>('POST', '/proofs/count', { docket, run: run.id, stale: 'yes' })).total;
  const before = await stale();
  // in the order of the blank, whatever the order in which they are told
  const { changed, undo: step } = await choose({ part: 'colours', artworks: works.slice(0, 2), names: ['Ink', 'Chalk'] });
  expect([changed, await chosen(works[0]!)]).toEqual([2, { colours: ['Chalk', 'Ink'] }]);
  expect(await stale()).toBe(before + 2);
  await ok('POST', '/runs', { artworks: [works[0]], dockets: [docket], outlets: ['quayside'] }).then((r) =>
    drafted((r as Run).id),
  );
  const again = (await ok<Items<Proof & { colours: { name: string }[] }>>('GET', `/proofs?docket=${docket}&limit=1000`)).items;
  const mine = again.filter((p) => p.artworkId === works[0]);
  // motifs of these tests are light: on Chalk they are hard to read
  expect(mine[0]!.colours.map((c) => c.name)).toEqual(['Chalk', 'Ink']);
  expect(mine[0]!.problems.find((p) => p.code === 'hard-to-read')).toMatchObject({ stops: false });
  expect(await choose({ part: 'colours', artworks: works.slice(0, 2), names: ['Chalk', 'Ink'] })).toEqual({
    changed: 0,
    undo: null,
  });

  await undo(step!);
  expect(await chosen(works[0]!)).toEqual({});
  await undo(step!, true);
  expect(await chosen(works[1]!)).toEqual({ colours: ['Chalk', 'Ink'] });
  expect((await choose({ part: 'colours', artworks: works.slice(0, 2), names: null })).changed).toBe(2);
  expect(await chosen(works[1]!)).toEqual({});

  const strange = await call<{ detail: string }>('PUT', `/dockets/${docket}/choices`, { part: 'colours', artworks: [works[0]], names: ['Plaid'] }); // prettier-ignore
  expect([strange.status, strange.body.detail]).toEqual([422, expect.stringMatching(/has no Plaid\.$/)]);
  expect(
    (await call('PUT', `/dockets/${docket}/choices`, { part: 'finishes', artworks: [works[0]], names: ['Black hands'] })).status,
  ).toBe(422);
});
