import { drafted, newArtworks, ok, openShop, STANDINS, until, type Items, type Run } from './press';

// an outlet in another language: words translated by machine wait for a look, are taken as they are, and go back
interface Content {
  id: string;
  state: string;
  problems: { code: string; field: string; says?: string }[];
  fields: { title: { value: string }; tags: { value: string[] } };
  content: { words: Record<string, Record<string, { value: string; from: string }>> };
}
interface Done {
  changed: number;
  undo: string;
}
let run: string;
let ids: string[];
const proof = (id: string) => ok<Content>('GET', `/proofs/${id}`);
const german = async (id: string) => (await proof(id)).content.words.title!.de!;
const correct = (steps: object[]) => ok<Done>('POST', '/corrections', { search: { run }, language: 'de', steps });
const ALL = ['title', 'tags', 'description'];

beforeAll(async () => {
  const { docket } = await openShop();
  const { items } = await ok<Items<{ id: string; name: string }>>('GET', '/outlets');
  const name = 'Hafen of the tests';
  const hafen =
    items.find((o) => o.name === name)?.id ??
    (await ok<{ id: string }>('POST', '/outlets', { style: 'quayside', name, baseUrl: `${STANDINS}/quayside-hafen` })).id;
  await ok('POST', `/outlets/${hafen}/connect`, { token: 'hafenlicht-demo' });
  await until(
    async () =>
      (await ok<Items<{ id: string; rulesDocument: { languages: string[] } | null }>>('GET', '/outlets')).items.find(
        (o) => o.id === hafen,
      ),
    (o) => o?.rulesDocument?.languages[0] === 'de',
    'its rules',
  );
  const { document } = await ok<{ document: { words: object } }>('GET', `/dockets/${docket}`);
  // a docket of its own: the others' columns stay as they are, and its words are none but these
  const words = { ...document.words, title: { en: '{{ artwork.name }} Shirt, {{ artwork.subject | title }} Tee' } };
  const { id: german } = await ok<{ id: string }>('POST', '/dockets', {
    name: `Shirt for Hafen ${process.pid}`,
    document: { ...document, words, outlets: [{ outlet: hafen }] },
  });
  const made = await ok<Run>('POST', '/runs', { artworks: await newArtworks(2), dockets: [german], outlets: [hafen] });
  await drafted(made.id);
  run = made.id;
  ids = (await ok<Items<Content>>('GET', `/proofs?run=${run}`)).items.map((p) => p.id);
}, 240_000);

test('a docket that does not speak an outlet’s language holds its proofs, and is drafted in its own beside', async () => {
  const it = await proof(ids[0]!);
  expect(it.state).toBe('held');
  expect(it.problems.map((p) => p.code)).toContain('language-missing');
  expect(it.content.words.title!.en!.value).toMatch(/Shirt/);
});

test('translated by machine it waits for a look; taken as it is it is a person’s; both go back', async () => {
  const english = (await proof(ids[0]!)).content.words.title!.en!.value;
  const seen = await ok<{ changed: number; byField: Record<string, number> }>('POST', '/corrections/try', { search: { run }, language: 'de', steps: [{ does: 'translate', fields: ALL }] }); // prettier-ignore
  expect(seen).toMatchObject({ changed: 2, byField: { title: 2, description: 2 } });
  const done = await correct([{ does: 'translate', fields: ALL }]);
  expect(done.changed).toBe(2);
  const title = await german(ids[0]!);
  expect(title.from).toBe('translated');
  expect(title.value).not.toBe(english);
  // the motif's own name stays
  expect(title.value).toMatch(/^Motif \d+/);
  const held = await proof(ids[0]!);
  expect(held.state).toBe('held');
  expect(held.problems.map((p) => p.code)).toContain('by-machine');
  expect(held.problems.map((p) => p.code)).not.toContain('language-missing');
  // what stays as it came is told, so that it is looked at first
  const asked = { search: { run }, language: 'de', fields: ['title'], steps: [], from: 0, count: 10 };
  const cellNow = async () => {
    const { rows } = await ok<{ rows: { id: string; fields: { title: { value: string; problems: { says: string; pieces: string[] }[] } } }[] }>('POST', '/proofs/words/rows', asked); // prettier-ignore
    return rows.find((r) => r.id === ids[0])!.fields.title;
  };
  const { value, problems } = await cellNow();
  const machine = problems.find((p) => /by a machine/.test(p.says))!;
  expect(machine.pieces.every((p) => value.includes(p) && english.includes(p))).toBe(true);

  const taken = await correct([{ does: 'take', fields: ALL }]);
  expect(taken.changed).toBe(2);
  expect(await german(ids[0]!)).toEqual({ ...title, from: 'hand' });
  expect((await proof(ids[0]!)).problems.map((p) => p.code)).not.toContain('by-machine');
  expect((await proof(ids[0]!)).state).toBe('ready');

  await ok('POST', '/activity/undo', { id: taken.undo });
  expect((await german(ids[0]!)).from).toBe('translated');
  expect((await proof(ids[0]!)).state).toBe('held');
  await ok('POST', '/activity/redo', { id: taken.undo });
  expect((await proof(ids[0]!)).state).toBe('ready');
});

test('what is corrected beside it is still a machine’s, and only proofs in its language are meant', async () => {
  await correct([
    { does: 'translate', fields: ALL },
    { does: 'fit', fields: ALL },
  ]);
  await correct([{ does: 'clear', fields: ['title'] }]);
  await correct([{ does: 'translate', fields: ['title'] }, { does: 'put-after', fields: ['title'], text: 'Neu' }]); // prettier-ignore
  await correct([{ does: 'replace', fields: ['title'], what: 'Neu', text: 'Neuer' }]);
  expect(await german(ids[0]!)).toMatchObject({ from: 'translated', value: expect.stringMatching(/ Neuer$/) as string });
  const meant = (language: string) => ok<{ total: number }>('POST', '/proofs/words/rows', { search: { run, language }, fields: ['title'], from: 0, count: 1 }); // prettier-ignore
  expect([(await meant('de')).total, (await meant('en')).total]).toEqual([2, 0]);
});

test('a translation is told as older once its English says something else, by machine and taken alike', async () => {
  const [byMachine, taken] = ids as [string, string];
  await correct([{ does: 'clear', fields: ['title'] }]);
  await correct([{ does: 'translate', fields: ['title'] }]);
  const correctOne = (id: string, steps: object[]) => ok<Done>('POST', '/corrections', { ids: [id], language: 'de', steps });
  await correctOne(taken, [{ does: 'take', fields: ['title'] }]);
  /** What is told of each title as older, and its mend. */
  const older = async () => {
    const asked = { search: { run }, language: 'de', fields: ['title'], steps: [], from: 0, count: 10 };
    type Problems = { says: string; mend: { label: string; value: string } | null }[];
    const { rows } = await ok<{ rows: { id: string; fields: { title: { problems: Problems } } }[] }>('POST', '/proofs/words/rows', asked); // prettier-ignore
    const told = rows.map((r) => [r.id, r.fields.title.problems.find((p) => /something else by now/.test(p.says))?.mend?.label]);
    return Object.fromEntries(told) as Record<string, string | undefined>;
  };
  expect(await older()).toEqual({ [byMachine]: undefined, [taken]: undefined });

  // the docket’s rule becomes another: English is drafted anew, German stays
  const title = (await german(taken)).value;
  const { docketId } = await ok<{ docketId: string }>('GET', `/proofs/${taken}`);
  const docket = await ok<{ name: string; document: { words: { title: object } } }>('GET', `/dockets/${docketId}`);
  const words = { ...docket.document.words, title: { en: '{{ artwork.name }} Shirt, Made for the Beach' } };
  await ok('PUT', `/dockets/${docketId}`, { name: docket.name, document: { ...docket.document, words } });
  const artworks = await Promise.all(ids.map(async (id) => (await ok<{ artworkId: string }>('GET', `/proofs/${id}`)).artworkId));
  await drafted((await ok<Run>('POST', '/runs', { artworks, dockets: [docketId], outlets: [(await ok<{ outletId: string }>('GET', `/proofs/${taken}`)).outletId] })).id); // prettier-ignore
  expect((await proof(taken)).content.words.title!.en!.value).toContain('Made for the Beach');
  expect(await german(taken)).toMatchObject({ value: title, from: 'hand' });
  run = (await ok<{ runId: string }>('GET', `/proofs/${taken}`)).runId;
  expect(await older()).toEqual({ [byMachine]: 'Take it as it is', [taken]: 'It still fits' });

  // the checks name both, each with its mend
  await ok('POST', '/words/checks');
  type Seen = { waiting: number; checks: { check: string; found: { what: string; says: string; mend: { label: string } }[] }[] };
  const seen = await until(
    () => ok<Seen>('GET', '/words/checks'),
    (s) => s.waiting === 0,
    'all looked over',
  );
  const found = seen.checks.find((c) => c.check === 'older')!.found.sort((a, b) => a.what.length - b.what.length);
  expect(found.map((f) => f.mend.label)).toEqual(['It still fits', 'Translate anew']);
  expect(found[1]!.what).toBe(`${found[0]!.what} by machine`);

  // what a step corrects besides is not a person’s look; writing it as it is, or translating it anew, is
  await correctOne(taken, [{ does: 'put-after', fields: ['title'], text: ' neu' }]);
  expect((await older())[taken]).toBe('It still fits');
  const value = `${title} neu`;
  await ok('POST', '/proofs/words/cells', { language: 'de', cells: [{ proof: taken, field: 'title', was: value, value }] });
  await correctOne(byMachine, [{ does: 'translate', fields: ['title'] }]);
  expect(await older()).toEqual({ [byMachine]: undefined, [taken]: undefined });
});

test('what a person wrote is not translated over, and a cell is taken by writing it as it stands', async () => {
  await correct([{ does: 'set', fields: ['title'], text: 'Von Hand geschrieben' }]);
  expect((await correct([{ does: 'translate', fields: ['title'] }])).changed).toBe(0);
  await correct([{ does: 'clear', fields: ['title'] }]);
  await correct([{ does: 'translate', fields: ['title'] }]);
  const { value, from } = await german(ids[1]!);
  expect(from).toBe('translated');
  await ok('POST', '/proofs/words/cells', { language: 'de', cells: [{ proof: ids[1], field: 'title', was: value, value }] });
  expect(await german(ids[1]!)).toMatchObject({ value, from: 'hand' });
});
