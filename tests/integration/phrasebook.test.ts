import { BASE, call, drafted, newArtworks, ok, openShop, TOKEN, until, type Items, type Run } from './press';

// wording by subject: called up by artworks, written into proofs, taken in and out
interface Entry {
  key: string;
  name: string;
  parent: string | null;
  document: {
    kind: string;
    calls: string[];
    meant?: object;
    by: Record<string, { long: string[]; short: string[]; tags: string[] }>;
  };
  revision: number;
}
interface Content {
  state: string;
  outOfDate: boolean;
  fields: { title: { value: string }; description: { value: string }; tags: { value: string[] } };
  content: { words: Record<string, Record<string, { from: string }>> };
}
interface Seen {
  total: number;
  items: { proof: string; fields: { field: string; now: string; next: string; stays: boolean }[] }[];
}
const made = (key: string, calls: string[], long = 'Said at length.'): Omit<Entry, 'key' | 'revision'> => ({
  name: key,
  parent: null,
  document: { kind: 'subject', calls, by: { en: { long: [long], short: ['Said shortly'], tags: [`${key} gift`] } } },
});
const proof = (id: string) => ok<Content>('GET', `/proofs/${id}`);
const table = async (text: string) =>
  fetch(`${BASE}/api/v1/phrases/table`, { method: 'POST', body: text, headers: { authorization: `Bearer ${TOKEN}`, 'content-type': 'text/csv' } }).then(
    async (r) => ({ status: r.status, body: (await r.json()) as { added: number; changed: number; faults: { row: number }[]; detail: string } }),
  ); // prettier-ignore

test('a workspace begins with what ships', async () => {
  const { items } = await ok<Items<Entry>>('GET', '/phrases');
  expect(items.length).toBeGreaterThanOrEqual(120);
  const entry = await ok<Entry>('GET', '/phrases/lighthouse');
  expect(entry.parent).toBe('sea');
});

test('an entry is made, changed on the state it was seen in, and taken out; each step can be taken back', async () => {
  const body = made('sea glass', ['sea glass']);
  const first = await ok<Entry>('PUT', '/phrases/sea-glass', body);
  expect(first.revision).toBe(1);
  expect((await call('PUT', '/phrases/sea-glass', body)).status).toBe(409);
  const changed = { ...body, name: 'Sea glass', document: { ...body.document, calls: ['sea glass', 'beach glass'] } };
  expect((await ok<Entry>('PUT', '/phrases/sea-glass', { ...changed, revision: 1 })).revision).toBe(2);
  expect((await call('PUT', '/phrases/sea-glass', { ...changed, revision: 1 })).status).toBe(409);
  await ok('DELETE', '/phrases/sea-glass');
  expect((await call('GET', '/phrases/sea-glass')).status).toBe(404);
  await ok('POST', '/activity/undo', {});
  expect((await ok<Entry>('GET', '/phrases/sea-glass')).document.calls).toHaveLength(2);
});

test.each([
  ['below itself', 'PUT', '/phrases/ring-a', { ...made('ring-a', ['ring a']), parent: 'ring-a' }, /below itself/],
  ['below what is not there', 'PUT', '/phrases/ring-a', { ...made('ring-a', ['ring a']), parent: 'nowhere' }, /no entry nowhere/],
  ['without a name', 'PUT', '/phrases/ring-a', { ...made('ring-a', ['ring a']), name: ' ' }, /needs a name/],
])('%s is refused with a sentence', async (_, method, path, body, sentence) => {
  const answer = await call<{ detail: string }>(method, path, body);
  expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(sentence)]);
});

test('the book goes out as a table and comes in again; rows that make no sense are told', async () => {
  const out = await fetch(`${BASE}/api/v1/phrases/table`, { headers: { authorization: `Bearer ${TOKEN}` } });
  expect(out.headers.get('content-disposition')).toContain('phrasebook.csv');
  const text = await out.text();
  expect((await table(text)).body).toMatchObject({ added: 0, changed: 0, faults: [] });
  const more = await table(
    'name,kind,calls,tags\r\nDriftwood,subject,driftwood,driftwood art\r\n,subject,x,y\r\nOdd,planet,x,y\r\n',
  );
  expect(more.body).toMatchObject({ added: 1, changed: 0 });
  expect(more.body.faults.map((f) => f.row)).toEqual([2, 3]);
  const json = JSON.parse(await (await fetch(`${BASE}/api/v1/phrases/table?form=json`, { headers: { authorization: `Bearer ${TOKEN}` } })).text()) as { entries: object[] }; // prettier-ignore
  expect((await table(JSON.stringify(json))).body).toMatchObject({ added: 0, changed: 0, faults: [] });
  expect((await table('{"entries": 3}')).status).toBe(422);
  expect((await table('\u0000\u0001')).status).toBe(422);
  await ok('DELETE', '/phrases/driftwood');
});

test('a key that comes twice, and what would stand below one that makes no sense, are told and stop no other', async () => {
  const entry = (key: string, parent: string | null, document: object = made(key, [key]).document) => ({
    key,
    name: key,
    parent,
    document,
  });
  const entries = [entry('twice-a', null), entry('twice-a', null), entry('odd-a', null, { kind: 'planet' }), entry('below-a', 'odd-a'), entry('below-b', 'below-a'), entry('fine-a', 'twice-a')]; // prettier-ignore
  const { status, body } = await table(JSON.stringify({ form: 1, entries }));
  expect([status, body.added, body.faults.length]).toEqual([200, 2, 4]);
  expect((await ok<Entry>('GET', '/phrases/fine-a')).parent).toBe('twice-a');
  expect((await call('GET', '/phrases/below-b')).status).toBe(404);
});
test('what is brought back when its parent is gone stands at the top', async () => {
  await ok('PUT', '/phrases/top-c', made('top-c', ['top c']));
  await ok('PUT', '/phrases/low-c', { ...made('low-c', ['low c']), parent: 'top-c' });
  await ok('DELETE', '/phrases/low-c');
  const { items } = await ok<Items<{ id: string }>>('GET', '/activity?limit=1');
  await ok('DELETE', '/phrases/top-c');
  await ok('POST', '/activity/undo', { id: items[0]!.id });
  expect((await ok<Entry>('GET', '/phrases/low-c')).parent).toBeNull();
});

describe('proofs', () => {
  let docket: string;
  let run: Run;
  let ids: string[];
  beforeAll(async () => {
    await openShop();
    const artworks = await newArtworks(3);
    const shop = await openShop();
    const { document } = await ok<{ document: Record<string, unknown> }>('GET', `/dockets/${shop.docket}`);
    docket = (
      await ok<{ id: string }>('POST', '/dockets', {
        name: `Written ${process.pid}`,
        document: {
          ...document,
          words: { title: { en: '{{ written.title }}' }, description: { en: '{{ phrase.long }}' } },
          tags: { en: ['{{ written.tags }}'] },
        },
      })
    ).id;
    run = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets: ['quayside'] });
    await drafted(run.id);
    ids = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items.map((p) => p.id);
  });

  test('say what the phrasebook says, and are out of date when that says otherwise', async () => {
    const before = await proof(ids[0]!);
    const entry = await ok<Entry>('GET', '/phrases/lighthouse');
    expect(entry.document.by.en!.long).toContain(before.fields.description.value);
    expect(before.content.words.description!.en!.from).toBe('phrasebook');
    expect(before.outOfDate).toBe(false);
    const document = { ...entry.document, by: { en: { ...entry.document.by.en!, long: ['Light for late boats.'] } } };
    await ok('PUT', '/phrases/lighthouse', { name: entry.name, parent: entry.parent, document, revision: entry.revision });
    expect((await proof(ids[0]!)).outOfDate).toBe(true);
    const again = await ok<Run>('POST', '/proofs/draft', { ids });
    await drafted(again.id);
    expect((await proof(ids[0]!)).fields.description.value).toBe('Light for late boats.');
    const uses = (await ok<Items<{ key: string; proofs: number }>>('GET', '/phrases')).items.find((e) => e.key === 'lighthouse')!;
    expect(uses.proofs).toBeGreaterThanOrEqual(3);
  });

  test('are shown before they are written anew, field by field; what a hand wrote stays, and it is taken back', async () => {
    await ok('PATCH', `/proofs/${ids[1]!}`, { description: 'By hand.' });
    const asked = { ids, fields: ['description'], seeds: ['gift for a night owl'], throws: 1 };
    const seen = await ok<Seen>('POST', '/proofs/writing/try', asked);
    expect(seen.total).toBe(3);
    const fields = new Map(seen.items.map((i) => [i.proof, i.fields[0]!]));
    expect(fields.get(ids[0]!)).toMatchObject({ field: 'description', stays: false });
    expect(fields.get(ids[1]!)).toMatchObject({ stays: true, next: 'By hand.' });
    const next = fields.get(ids[0]!)!.next;
    expect(next).toMatch(/night owl/);
    expect((await proof(ids[0]!)).fields.description.value).not.toBe(next);
    const done = await ok<{ proofs: number; undo: string }>('POST', '/proofs/writing', { ...asked, except: [ids[2]!] });
    expect(done.proofs).toBe(2);
    const state = (want: (c: Content) => boolean, what: string) => until(() => proof(ids[0]!), (c) => c.state !== 'drafting' && want(c), what); // prettier-ignore
    const after = await state((c) => c.fields.description.value === next, 'written');
    expect(after.content.words.description!.en!.from).toBe('drafted');
    expect((await proof(ids[1]!)).fields.description.value).toBe('By hand.');
    await ok('POST', '/activity/undo', { id: done.undo });
    await state((c) => c.fields.description.value === 'Light for late boats.', 'taken back');
  });

  test('another throw of the dice says otherwise, the same one the same', async () => {
    const ask = async (throws: number) =>
      (await ok<Seen>('POST', '/proofs/writing/try', { ids: [ids[0]!], fields: ['description'], seeds: [], throws })).items[0]!
        .fields[0]!.next;
    const [one, same, other] = [await ask(1), await ask(1), await ask(2)];
    expect(one).toBe(same);
    expect(other).not.toBe(one);
  });

  test('nothing is asked of nothing', async () => {
    expect((await call('POST', '/proofs/writing', { ids: [], fields: ['title'], seeds: [], throws: 1 })).status).toBe(422);
    expect((await call('POST', '/proofs/writing/try', { ids, fields: [], seeds: [], throws: 1 })).status).toBe(422);
  });
});

test('a subject that is seen often and has no entry is offered as one, with what its listings say', async () => {
  const artworks = await newArtworks(3);
  for (const id of artworks) await ok('PATCH', `/artworks/${id}`, { subject: 'quillwort' });
  const { items } = await ok<Items<{ subject: string; artworks: number; entry: Entry }>>('GET', '/phrases/offered');
  const offered = items.find((o) => o.subject === 'quillwort')!;
  expect(offered.artworks).toBe(3);
  expect(offered.entry).toMatchObject({ key: 'quillwort', document: { calls: ['quillwort'] } });
  const { key, name, parent, document } = offered.entry;
  await ok('PUT', `/phrases/${key}`, { name, parent, document });
  const called = await ok<Items<{ key: string; place: string }>>('GET', `/artworks/${artworks[0]!}/phrases`);
  expect(called.items[0]).toMatchObject({ key: 'quillwort', place: 'subject' });
});

describe('what is searched', () => {
  interface Seen {
    total: number;
    counts: { fetched: number; own: number };
    rows: {
      phrase: string;
      source: string;
      searches: number;
      competing: number;
      clickRate: number;
      worth: number;
      used: number;
    }[];
  }
  const own = (text: string) =>
    fetch(`${BASE}/api/v1/demand/table`, { method: 'POST', body: text, headers: { authorization: `Bearer ${TOKEN}`, 'content-type': 'text/csv' } }).then(
      async (r) => ({ status: r.status, body: (await r.json()) as { count: number; faults: object[]; detail?: string } }),
    ); // prettier-ignore
  test('a workspace begins with the table that ships, and finds in it', async () => {
    const all = await ok<Seen>('GET', '/demand?count=5');
    expect(all.counts.fetched).toBeGreaterThanOrEqual(5000);
    const found = await ok<Seen>('GET', '/demand?find=lighthouse&count=20');
    expect(found.total).toBeGreaterThan(5);
    for (const r of found.rows) {
      expect(r.phrase).toContain('lighthouse');
      expect(r.worth).toBeCloseTo((r.searches * r.clickRate) / Math.sqrt(1 + r.competing), 3);
    }
    expect(found.rows.map((r) => r.worth)).toEqual(found.rows.map((r) => r.worth).sort((a, b) => b - a));
  });
  test('a phrase is told with its figures, phrases beside it, what says it and what might', async () => {
    interface Phrase {
      row: { worth: number; used: number };
      related: { phrase: string }[];
      proofs: { total: number; live: number; listings: { proof: string; title: string }[] };
      suits: { name: string }[];
    }
    const phrase = 'lighthouse gift';
    await own(`phrase,searches,competing,click rate\n${phrase},1200,99,5%\n`);
    const { docket } = await openShop();
    const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(1), dockets: [docket], outlets: ['kestrel'] });
    await drafted(run.id);
    const seen = await ok<Phrase>('GET', `/demand/phrase?phrase=${encodeURIComponent(phrase.toUpperCase())}`);
    expect(seen.row.worth).toBeCloseTo(6, 3);
    expect(seen.related.length).toBeGreaterThan(0);
    for (const r of seen.related) expect(r.phrase).toMatch(/lighthouse|gift/);
    expect(seen.proofs.total).toBeGreaterThan(0);
    expect(seen.proofs.listings[0]!.title).toMatch(/Shirt/);
    // artworks of the tests are of lighthouses
    expect(seen.suits.length).toBeGreaterThan(0);
    await ok('DELETE', '/demand/own');
    expect((await call('GET', '/demand/phrase?phrase=nobody%20ever%20looked%20for%20this')).status).toBe(404);
  });
  test('what suits artwork that is here and no listing says, what listings say, and what is searched from some month on', async () => {
    const missed = await ok<Seen>('GET', '/demand?use=nobody&mine=yes&count=50');
    expect(missed.total).toBeGreaterThan(0);
    expect(missed.rows.some((r) => /lighthouse/.test(r.phrase))).toBe(true);
    for (const r of missed.rows) expect(r.used).toBe(0);
    for (const r of (await ok<Seen>('GET', '/demand?use=ours&count=50')).rows) expect(r.used).toBeGreaterThan(0);
    const season = (months: string) => ok<{ total: number; rows: { season: number | null }[] }>('GET', `/demand?season=${months}&count=100`); // prettier-ignore
    const autumn = await season('8,9');
    expect(autumn.total).toBeGreaterThan(0);
    for (const r of autumn.rows) expect([8, 9]).toContain(r.season);
    expect((await call('GET', '/demand?season=12')).status).toBe(400);
    expect((await call('GET', '/demand?mine=no')).status).toBe(400);
  });
  test('a table of one’s own counts before it, decides on tags, and goes again', async () => {
    const taken = await own(
      'phrase,searches,competing,click rate\nlighthouse shirt,900000,3,9%\nlighthouse nonsense,many,1,1%\n',
    );
    expect(taken).toMatchObject({ status: 200, body: { count: 1, faults: [{ row: 2 }] } });
    expect((await own('colour,size\n1,2')).status).toBe(422);
    const { docket } = await openShop();
    const { document } = await ok<{ document: Record<string, unknown> }>('GET', `/dockets/${docket}`);
    const artworks = await newArtworks(1);
    const tags = { en: ['{{ searched.tags }}', ...Array.from({ length: 30 }, (_, i) => `filler number ${i}`)] };
    const { id } = await ok<{ id: string }>('POST', '/dockets', {
      name: `Searched ${process.pid}`,
      document: { ...document, tags },
    });
    const run = await ok<Run>('POST', '/runs', { artworks, dockets: [id], outlets: ['kestrel'] });
    await drafted(run.id);
    const [made] = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items;
    const { value } = (await proof(made!.id)).fields.tags;
    // by itself, or with a word more
    expect(value.some((t) => t.includes('lighthouse') && t.includes('shirt'))).toBe(true);
    // as many as this outlet takes
    expect(value).toHaveLength(12);
    expect((await ok<{ count: number }>('DELETE', '/demand/own')).count).toBe(1);
    const back = await ok<Seen>('GET', '/demand?find=lighthouse%20shirt');
    expect(back.counts.own).toBe(0);
    expect(back.rows.find((r) => r.phrase === 'lighthouse shirt')?.searches ?? 0).toBeLessThan(900000);
  });
});

test('why tags were chosen is told: what is searched that each answers to, and which were nearly', async () => {
  const { docket } = await openShop();
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(1), dockets: [docket], outlets: ['kestrel'] });
  await drafted(run.id);
  const [made] = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items;
  const why = await ok<{
    chosen: { tag: string; covers: string[]; worth: number }[];
    nearly: { tag: string; worth: number }[];
    bound: number;
  }>('GET', `/proofs/${made!.id}/tags/why`);
  const { value } = (await proof(made!.id)).fields.tags;
  expect(why.chosen.map((t) => t.tag)).toEqual(value);
  expect(why.bound).toBe(1);
  // what a tag answers to has no word that the tag lacks, in whatever number
  for (const { tag, covers } of why.chosen) for (const c of covers) expect(c.split(' ').length).toBeLessThanOrEqual(tag.split(' ').length); // prettier-ignore
  expect((await call('GET', '/proofs/00000000-0000-4000-8000-000000000000/tags/why')).status).toBe(404);
});

test('listings of the same subject do not all get the same tags where there are more than have room', async () => {
  const { docket } = await openShop();
  const { document } = await ok<{ document: Record<string, unknown> }>('GET', `/dockets/${docket}`);
  const tags = { en: Array.from({ length: 24 }, (_, i) => `harbour word ${String.fromCharCode(97 + i)}`) };
  const { id } = await ok<{ id: string }>('POST', '/dockets', { name: `Varied ${process.pid}`, document: { ...document, tags } });
  const artworks = await newArtworks(2);
  for (const a of artworks) await ok('PATCH', `/artworks/${a}`, { subject: `varied ${process.pid}`, keywords: [] });
  const tagsOf = async (artwork: string) => {
    const run = await ok<Run>('POST', '/runs', { artworks: [artwork], dockets: [id], outlets: ['kestrel'] });
    await drafted(run.id);
    const [made] = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items;
    return (await proof(made!.id)).fields.tags.value;
  };
  const [first, second] = [await tagsOf(artworks[0]!), await tagsOf(artworks[1]!)];
  expect([first.length, second.length]).toEqual([12, 12]);
  // each of the first counts for half: the other twelve are taken
  expect(second.filter((t) => first.includes(t))).toEqual([]);
});
