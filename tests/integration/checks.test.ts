import { call, drafted, newArtworks, ok, openShop, until, type Items, type Run } from './press';

// words looked over: what is found, the same in many listings as one, mended for all or left as it is
interface Found {
  what: string;
  says: string;
  listings: number;
  fields: string[];
  mend: { label: string; does: { steps?: object[]; write?: string[] } } | null;
}
interface Seen {
  waiting: number;
  look: { state: string; total: number; looked: number } | null;
  checks: { check: string; listings: number; total: number; found: Found[] }[];
}
interface Lists {
  document: { right: string[]; barred: { word: string; outlet?: string }[]; trademarks: string[]; left: { check: string; what: string }[] };
  revision: number;
} // prettier-ignore

let run: string;
let ids: string[];
const title = async (id: string) =>
  (await ok<{ fields: { title: { value: string } } }>('GET', `/proofs/${id}`)).fields.title.value;
const write = (id: string, value: string) => ok('PATCH', `/proofs/${id}`, { title: value });
async function looked(): Promise<Seen> {
  await until(() => ok<Seen>('GET', '/words/checks'), (s) => s.look?.state !== 'going', 'an earlier look'); // prettier-ignore
  await ok('POST', '/words/checks');
  return until(() => ok<Seen>('GET', '/words/checks'), (s) => s.look?.state === 'done' && s.waiting === 0, 'the look'); // prettier-ignore
}
const foundIn = (seen: Seen, check: string, what: string) => seen.checks.find((c) => c.check === check)!.found.find((f) => f.what === what); // prettier-ignore
const listed = async (found: string) =>
  (await ok<{ rows: { id: string }[] }>('POST', '/proofs/words/rows', { search: { run, found }, fields: ['title'], from: 0, count: 50 })).rows
    .map((r) => r.id)
    .sort(); // prettier-ignore

beforeAll(async () => {
  const { docket } = await openShop();
  const made = await ok<Run>('POST', '/runs', { artworks: await newArtworks(4), dockets: [docket], outlets: ['kestrel'] });
  await drafted(made.id);
  run = made.id;
  ids = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run}`)).items.map((p) => p.id).sort();
}, 240_000);

test('what is wrong is found by the worker, the same in two listings as one, and mended for both', async () => {
  await write(ids[0]!, 'Beautifull Sail Shirt zqqx');
  await write(ids[1]!, 'A Beautifull Keel Shirt');
  const seen = await looked();
  const it = foundIn(seen, 'spelling', 'beautifull')!;
  expect(it).toMatchObject({ listings: 2, fields: ['title'], mend: { label: 'Write “beautiful”' } });
  expect(it.says).toMatch(/neither dictionary; perhaps “beautiful”/);
  expect(await listed('spelling:beautifull')).toEqual([ids[0], ids[1]]);
  expect(await listed('spelling')).toEqual(expect.arrayContaining([ids[0], ids[1]]));

  await ok('POST', '/corrections', { search: { run, found: 'spelling:beautifull' }, steps: it.mend!.does.steps });
  expect(await title(ids[0]!)).toBe('Beautiful Sail Shirt zqqx');
  expect(await title(ids[1]!)).toBe('A Beautiful Keel Shirt');
  // what was changed is not told as it was, also before it is looked over again
  expect(await listed('spelling:beautifull')).toEqual([]);
  const after = await looked();
  expect(foundIn(after, 'spelling', 'beautifull')).toBeUndefined();
  expect(foundIn(after, 'spelling', 'zqqx')).toMatchObject({ listings: 1 });
});

test('a noun of another product, a claim, what was left open and a seller’s sentence are told, each with its mend', async () => {
  await ok('PATCH', `/proofs/${ids[0]}`, {
    title: 'Sail Mug and Mugs',
    description: 'A sail on the sea.\nPure merino wool.\nAsk [name].\nOrder a sample at half price first.',
  });
  const seen = await looked();
  const mug = seen.checks.find((c) => c.check === 'other-noun')!.found.find((f) => f.what.startsWith('Mug → '))!;
  expect(mug).toMatchObject({
    listings: 1,
    fields: ['title'],
    mend: { does: { steps: [expect.objectContaining({ does: 'noun' })] } },
  });
  expect(foundIn(seen, 'claims', 'merino wool')).toMatchObject({ fields: ['description'] });
  expect(foundIn(seen, 'left-over', '[name]')).toMatchObject({ mend: { label: 'Cut it out' } });
  expect(foundIn(seen, 'sellers', 'Order a sample at half price first.')).toMatchObject({ mend: { label: 'Cut the sentence' } });
  const [row] = (await ok<{ rows: { fields: { description: { problems: { says: string; pieces: string[]; mend: { value: string } | null }[] } } }[] }>(
    'POST', '/proofs/words/rows', { search: { ids: ids[0]!.slice(0, 8) }, fields: ['description'], from: 0, count: 1 })).rows; // prettier-ignore
  const wool = row!.fields.description.problems.find((p) => p.pieces[0] === 'merino wool')!;
  expect(wool.says).toMatch(/does not state that/);
  expect(wool.mend!.value).not.toMatch(/merino/);
  for (const group of [mug, foundIn(seen, 'claims', 'merino wool')!])
    await ok('POST', '/corrections', { ids: [ids[0]], steps: group.mend!.does.steps });
  expect(await title(ids[0]!)).toMatch(/^Sail (?!Mug)\S.* and (?!Mugs)\S/);
});

test('same titles at one outlet, and descriptions that are nearly one, are told for all that have them', async () => {
  const words = 'The old boat leaves the harbour before the light does. Nobody sees her go but the gulls and a man who mends nets and has never learned to sleep. By noon she is a mark on the line where the water ends.'; // prettier-ignore
  for (const id of ids.slice(0, 3)) await ok('PATCH', `/proofs/${id}`, { title: 'The Very Same Title Qq', description: words });
  // of a check that finds much the list tells the greatest groups alone: these are asked for by name
  const seen = await looked();
  expect(seen.checks.find((c) => c.check === 'same-title')!.listings).toBeGreaterThanOrEqual(3);
  expect(await listed('same-title:The Very Same Title Qq')).toEqual(ids.slice(0, 3));
  expect(await listed('alike')).toEqual(expect.arrayContaining(ids.slice(0, 3)));
  await write(ids[1]!, 'Another One Altogether Qq');
  await looked();
  expect(await listed('same-title:The Very Same Title Qq')).toEqual([ids[0], ids[2]]);
});

test('lists that are changed while a look goes on are held to all the same', async () => {
  const before = await ok<Lists>('GET', '/words/lists');
  for (const i of [1, 2, 3, 4, 5, 6]) {
    await ok('POST', '/words/checks');
    const { document, revision } = await ok<Lists>('GET', '/words/lists');
    // listings need a new look each time
    await ok('PUT', '/words/lists', {
      seen: revision,
      document: { ...document, barred: [{ word: `shirt${'s'.repeat(i % 2)}` }] },
    });
    await ok('POST', '/words/checks');
    await until(
      () => ok<Seen>('GET', '/words/checks'),
      (s) => s.waiting === 0,
      'all looked over',
    );
  }
  const { revision } = await ok<Lists>('GET', '/words/lists');
  await ok('PUT', '/words/lists', { seen: revision, document: before.document });
  await looked();
});

test('lists of the house: barred at one outlet, trademarks, spelt right; what is left is told no more', async () => {
  const before = await ok<Lists>('GET', '/words/lists');
  const keep = (document: object, seen: number) => call<Lists & { detail: string }>('PUT', '/words/lists', { seen, document: { ...before.document, ...document } }); // prettier-ignore
  await write(ids[2]!, 'Cheapo Keel by Zorblex');
  const kept = await keep({ barred: [{ word: 'cheapo', outlet: 'kestrel' }, { word: 'keel', outlet: 'quayside' }], trademarks: [' Zorblex ', 'zorblex'] }, before.revision); // prettier-ignore
  expect(kept.status).toBe(200);
  expect(kept.body.document.trademarks).toHaveLength(1);
  expect((await keep({}, before.revision)).status).toBe(409);
  let seen = await looked();
  expect(foundIn(seen, 'barred', 'cheapo')).toMatchObject({ listings: 1 });
  expect(foundIn(seen, 'barred', 'keel')).toBeUndefined();
  expect(foundIn(seen, 'trademark', 'zorblex')).toMatchObject({ mend: { label: 'Cut it out' } });
  expect(foundIn(seen, 'spelling', 'zorblex')).toBeDefined();

  await ok('POST', '/words/checks/left', { check: 'spelling', what: 'zorblex' });
  await ok('POST', '/words/checks/left', { check: 'barred', what: 'cheapo' });
  // at once, without another look
  seen = await ok<Seen>('GET', '/words/checks');
  expect([foundIn(seen, 'spelling', 'zorblex'), foundIn(seen, 'barred', 'cheapo')]).toEqual([undefined, undefined]);
  const now = await ok<Lists>('GET', '/words/lists');
  expect(now.document).toMatchObject({ right: expect.arrayContaining(['zorblex']) as string[], left: [{ check: 'barred', what: 'cheapo' }] });
  // what is taken off the lists is found again
  expect((await keep({}, now.revision)).status).toBe(200);
  seen = await looked();
  expect(foundIn(seen, 'spelling', 'zorblex')).toBeDefined();
  expect(foundIn(seen, 'trademark', 'zorblex')).toBeUndefined();
}); // prettier-ignore

test('a look can be stopped, and goes on; what makes no sense is refused with a sentence', async () => {
  await write(ids[3]!, 'Stopped On Its Way');
  await ok('POST', '/words/checks');
  await ok('DELETE', '/words/checks');
  expect((await ok<Seen>('GET', '/words/checks')).look!.state).toMatch(/^(stopped|done)$/);
  expect((await looked()).waiting).toBe(0);
  const odd = await call<{ detail: string }>('POST', '/proofs/words/rows', { search: { found: 'shoes' }, fields: ['title'], from: 0, count: 1 }); // prettier-ignore
  expect([odd.status, odd.body.detail]).toEqual([422, 'Words are not looked over for that.']);
  expect((await call('POST', '/words/checks/left', { check: 'spelling', what: '' })).status).toBe(422);
  // a whole field is no one thing: what is still to come would be left with it
  for (const check of ['limits', 'missing', 'by-machine'])
    expect((await call('POST', '/words/checks/left', { check, what: 'Title' })).status).toBe(422);
  expect((await call('PUT', '/words/lists', { seen: 0, document: { right: 'x' } })).status).toBe(422);
});
