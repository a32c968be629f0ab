import { call, drafted, newArtworks, ok, openShop, until, withoutDrafting, type Items, type Run } from './press';

// corrections of many proofs' words: counted first, done as one step, taken back
interface Content {
  id: string;
  state: string;
  version: number;
  fields: { title: { value: string }; tags: { value: string[] } };
  content: { words: Record<string, Record<string, { from: string; made: string | null }>> };
}
interface Seen {
  total: number;
  changed: number;
  byField: Record<string, number>;
  stays: Record<string, number>;
  breaks: { code: string; proofs: number; says: string }[];
}
interface Done {
  id: string;
  undo: string;
  total: number;
  left: number;
  changed: number;
  stayed: Record<string, number>;
}
interface Rows {
  total: number;
  rows: { id: string; fields: Record<string, { value: string; next: string | null; lacks: string | null; problems: { says: string; mend: object | null }[] }> }[];
} // prettier-ignore

let search: { run: string; sort: string };
let ids: string[];
const proof = (id: string) => ok<Content>('GET', `/proofs/${id}`);
const titles = async () => (await Promise.all(ids.map(proof))).map((p) => p.fields.title.value);
const rows = (steps: object[], fields = ['title']) =>
  ok<Rows>('POST', '/proofs/words/rows', { search, fields, steps, from: 0, count: 10 });

beforeAll(async () => {
  const { docket } = await openShop();
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(3), dockets: [docket], outlets: ['kestrel'] });
  await drafted(run.id);
  search = { run: run.id, sort: 'oldest' };
  ids = (await ok<Items<Content>>('GET', `/proofs?run=${run.id}`)).items.map((p) => p.id);
}, 240_000);

test('steps are counted and shown before, done as one step, told, taken back and made again', async () => {
  const before = await titles();
  const steps = [
    { does: 'put-before', fields: ['title'], text: 'Merry' },
    { does: 'add-tags', fields: ['tags'], tags: ['merry sailor'] },
    { does: 'fit', fields: ['tags'] },
  ];
  const seen = await ok<Seen>('POST', '/corrections/try', { search, steps });
  expect(seen).toMatchObject({ total: 3, changed: 3, byField: { title: 3 } });
  const window = await rows(steps);
  expect(window.rows.map((r) => r.fields.title!.next)).toEqual(before.map((t) => `Merry ${t}`));
  expect(await titles()).toEqual(before);

  const done = await ok<Done>('POST', '/corrections', { search, steps, except: [ids[1]!] });
  expect(done).toMatchObject({ total: 2, left: 0, changed: 2 });
  expect(await titles()).toEqual([`Merry ${before[0]}`, before[1], `Merry ${before[2]}`]);
  expect((await proof(ids[0]!)).content.words.title!.en!.from).toBe('correction');
  const { items } = await ok<Items<{ sentence: string }>>('GET', `/activity?of=${ids[0]}&limit=1`);
  expect(items[0]!.sentence).toMatch(/^Corrected 2 proofs/);

  await ok('POST', '/activity/undo', { id: done.undo });
  expect(await titles()).toEqual(before);
  expect((await proof(ids[0]!)).content.words.title!.en!.from).not.toBe('correction');
  await ok('POST', '/activity/redo', { id: done.undo });
  expect((await titles())[0]).toBe(`Merry ${before[0]}`);
  await ok('POST', '/activity/undo', { id: done.undo });
});

test('what was changed since a correction stays when it is taken back', async () => {
  const before = await titles();
  const done = await ok<Done>('POST', '/corrections', { ids, steps: [{ does: 'put-after', fields: ['title'], text: 'At Sea' }] });
  await ok('PATCH', `/proofs/${ids[0]}`, { title: 'A hand wrote this' });
  const back = await ok<{ sentence: string }>('POST', '/activity/undo', { id: done.undo });
  expect(back.sentence).toMatch(/^1 was changed since/);
  expect(await titles()).toEqual(['A hand wrote this', before[1], before[2]]);
  const rule = await ok<Done>('POST', '/corrections', { ids: [ids[0]], steps: [{ does: 'back-to-rule', fields: ['title'] }] });
  expect(rule.changed).toBe(1);
  expect((await proof(ids[0]!)).content.words.title!.en!.from).toBe('pattern');
});

test('what would be broken is counted, shown with a mend, and holds the proof once it is done', async () => {
  const steps = [{ does: 'put-after', fields: ['title'], text: 'and more of it '.repeat(12).trim() }];
  const seen = await ok<Seen>('POST', '/corrections/try', { search, steps });
  expect(seen.breaks).toEqual([expect.objectContaining({ code: 'title-too-long', proofs: 3 })]);
  expect((await rows(steps)).rows[0]!.fields.title!.problems[0]).toMatchObject({ mend: { label: 'Shorten to fit' } });
  const fitted = [...steps, { does: 'fit', fields: ['title'] }];
  expect((await ok<Seen>('POST', '/corrections/try', { search, steps: fitted })).breaks).toEqual([]);
  const done = await ok<Done>('POST', '/corrections', { search, steps });
  expect((await proof(ids[0]!)).state).toBe('held');
  await ok('POST', '/activity/undo', { id: done.undo });
  expect((await proof(ids[0]!)).state).toBe('ready');
});

test('what a proof lacks leaves it as it is, and is said', async () => {
  const steps = [{ does: 'put-after', fields: ['title'], text: 'for {{ artwork.occasion }}' }];
  expect(await ok<Seen>('POST', '/corrections/try', { search, steps })).toMatchObject({ changed: 0, stays: { 'without what is asked for': 3 } }); // prettier-ignore
  expect((await rows(steps)).rows[0]!.fields.title).toMatchObject({
    next: null,
    lacks: expect.stringMatching(/occasion/) as string,
  });
  const named = [{ does: 'put-after', fields: ['title'], text: 'for {{ artwork.subject }} lovers' }];
  expect((await rows(named)).rows[0]!.fields.title!.next).toMatch(/for lighthouse lovers$/);
});

test('cells are written as one step; what somebody changed meanwhile stays', async () => {
  const before = await titles();
  const cell = (i: number, value: unknown, was: unknown = before[i], field = 'title') => ({ proof: ids[i], field, was, value });
  const done = await ok<Done>('POST', '/proofs/words/cells', {
    cells: [cell(0, ' Pasted one '), cell(1, 'Pasted two', 'not what stands there'), cell(2, 'Pasted three')],
  });
  expect(done).toMatchObject({ changed: 2, stayed: { 'changed meanwhile': 1 } });
  expect(await titles()).toEqual(['Pasted one', before[1], 'Pasted three']);
  expect((await proof(ids[0]!)).content.words.title!.en!.from).toBe('hand');
  await ok('POST', '/activity/undo', { id: done.undo });
  expect(await titles()).toEqual(before);
  expect((await call('POST', '/proofs/words/cells', { cells: [cell(0, 'text', [], 'tags')] })).status).toBe(422);
});

test('what a buyer should not find is told with a mend, and stops nothing', async () => {
  const steps = [{ does: 'put-after', fields: ['title'], text: '[colour]' }];
  const [row] = (await rows(steps)).rows;
  expect(row!.fields.title!.problems).toEqual([
    { says: 'Left to be filled in: “[colour]”.', pieces: [], mend: { label: 'Cut it out', value: row!.fields.title!.value } },
  ]);
  expect((await ok<Seen>('POST', '/corrections/try', { search, steps })).breaks).toEqual([]);
});

test('where nothing is changed there is nothing to take back; a field that no outlet has is none', async () => {
  const same = { ids, steps: [{ does: 'replace', fields: ['title'], what: 'no such words', text: 'x' }] };
  expect(await ok('POST', '/corrections', same)).toMatchObject({ changed: 0, undo: null });
  const odd = [{ does: 'set', fields: ['constructor', 'toString', 'nothing'], text: 'x' }];
  expect(await ok<Seen>('POST', '/corrections/try', { ids, steps: odd })).toMatchObject({ changed: 0, byField: {} });
  expect((await rows(odd, ['constructor', 'title'])).rows[0]!.fields).toEqual({ title: expect.anything() as object });
  const cells = [{ proof: ids[0], field: 'constructor', was: '', value: 'x' }];
  expect(await ok('POST', '/proofs/words/cells', { cells })).toMatchObject({ changed: 0, undo: null });
});

test('proofs are found by what their words say', async () => {
  const done = await ok<Done>('POST', '/corrections', { ids: [ids[1]], steps: [{ does: 'put-after', fields: ['title'], text: '100% Quokka_ish' }] }); // prettier-ignore
  const found = async (says: string) => (await ok<Rows>('POST', '/proofs/words/rows', { search: { ...search, says }, fields: ['title'], from: 0, count: 5 })).rows.map((r) => r.id); // prettier-ignore
  expect(await found('quokka_')).toEqual([ids[1]]);
  expect(await found('0% q')).toEqual([ids[1]]);
  expect(await found('quokkaX')).toEqual([]);
  await ok('POST', '/activity/undo', { id: done.undo });
});

test.each<[string, object, RegExp]>([
  [
    'a pattern that cannot be read',
    { does: 'replace', fields: ['title'], what: '(a', text: '', how: 'pattern' },
    /cannot be read/,
  ],
  ['a value that there is not', { does: 'set', fields: ['title'], text: '{{ artwork.shoe }}' }, /artwork’s shoe/],
  ['no capitals', { does: 'case', fields: ['title'] }, /which capitals/],
  ['a deed that there is not', { does: 'shred', fields: ['title'] }, /does/],
  ['tags into a title', { does: 'add-tags', fields: ['title'], tags: ['x'] }, /Only tags/],
])('%s is refused with a sentence', async (_, step, sentence) => {
  for (const path of ['/corrections/try', '/corrections']) {
    const answer = await call<{ detail: string }>('POST', path, { ids, steps: [step] });
    expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(sentence)]);
  }
});

test('a correction can be stopped and goes on', async () => {
  const { id } = await ok<Done>('POST', '/corrections', { ids, steps: [{ does: 'put-after', fields: ['title'], text: 'Once' }] });
  await ok('POST', `/corrections/${id}/steer`, { stopped: true });
  expect(await ok('GET', `/corrections/${id}`)).toMatchObject({ stopped: true, left: 0, goesTo: 'corrected' });
  await ok('POST', `/corrections/${id}/steer`, { stopped: false });
  await until(() => ok<{ stopped: boolean }>('GET', `/corrections/${id}`), (c) => !c.stopped, 'going on'); // prettier-ignore
  expect((await call('POST', '/corrections/00000000-0000-4000-8000-000000000000/steer', { stopped: true })).status).toBe(404);
});

describe('a correction of many, by the worker', () => {
  // proofs that are not here are passed over: with them among those that are, a few make many parts
  const among = (real: readonly string[]) =>
    real.flatMap((id) => [id, ...Array.from({ length: 500 }, () => crypto.randomUUID())]);
  interface Now {
    left: number;
    changed: number;
    stopped: boolean;
  }
  const over = (id: string) => until(() => ok<Now>('GET', `/corrections/${id}`), (c) => c.left === 0, 'the correction'); // prettier-ignore
  const steps = [{ does: 'put-before', fields: ['title'], text: 'Far' }];

  test('it goes part by part, is taken back part by part, and made again', async () => {
    const before = await titles();
    const done = await ok<Done>('POST', '/corrections', { ids: among(ids), steps });
    expect(done).toMatchObject({ total: 1503, left: 1503, changed: 0 });
    expect(await over(done.id)).toMatchObject({ changed: 3 });
    expect(await titles()).toEqual(before.map((t) => `Far ${t}`));
    await ok('POST', '/activity/undo', { id: done.undo });
    await over(done.id);
    expect(await titles()).toEqual(before);
    await ok('POST', '/activity/redo', { id: done.undo });
    await over(done.id);
    expect((await titles())[2]).toBe(`Far ${before[2]}`);
    await ok('POST', '/activity/undo', { id: done.undo });
    await over(done.id);
  });

  test('taken back or stopped on its way it leaves nothing half done', async () => {
    const before = await titles();
    const done = await ok<Done>('POST', '/corrections', { ids: among([...ids, ...ids, ...ids]), steps });
    await ok('POST', '/activity/undo', { id: done.undo });
    await over(done.id);
    expect(await titles()).toEqual(before);

    const again = await ok<Done>('POST', '/corrections', { ids: among(ids), steps });
    await ok('POST', `/corrections/${again.id}/steer`, { stopped: true });
    const stopped = await ok<Now>('GET', `/corrections/${again.id}`);
    const at = await titles();
    expect(at.filter((t, i) => t === `Far ${before[i]}`)).toHaveLength(stopped.changed);
    await ok('POST', `/corrections/${again.id}/steer`, { stopped: false });
    await over(again.id);
    expect(await titles()).toEqual(before.map((t) => `Far ${t}`));
    await ok('POST', '/activity/undo', { id: again.undo });
    await over(again.id);
    expect(await titles()).toEqual(before);
  });
});

test('of what was never drafted to its end nothing is told as wrong', async () => {
  const { docket } = await openShop();
  const artworks = await newArtworks(1);
  const run = await withoutDrafting(async () => {
    const begun = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['kestrel'] });
    const asked = { search: { run: begun.id }, fields: ['title', 'description'], steps: [], from: 0, count: 10 };
    const window = await ok<Rows & { rows: { stays: string | null }[] }>('POST', '/proofs/words/rows', asked);
    expect(window.rows).toMatchObject([{ stays: 'being made', fields: { title: { value: '', problems: [] }, description: { problems: [] } } }]); // prettier-ignore
    return begun.id;
  });
  await drafted(run);
});
