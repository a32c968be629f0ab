import { call, drafted, newArtworks, ok, openShop, SHIRT, type Items, type Proof, type Run } from './press';

interface Problem {
  detail: string;
  field?: string;
}
const save = (change: object, name = `Docket ${Math.random()}`, blankId = 'brightsea-tee-180') =>
  call<Problem & { id: string; name: string; spec: object }>('POST', '/dockets', {
    name,
    blankId,
    spec: { ...SHIRT, ...change },
  });

beforeAll(() => openShop());

describe('a docket is held against its schema, its blank and its own patterns', () => {
  test.each([
    ['a colour that the blank has not', { colours: ['Chalk', 'Beetroot'] }, 'Soft cotton T-shirt 180 has no colour Beetroot.'],
    ['a size that the blank has not', { sizes: ['M', '9XL'] }, 'Soft cotton T-shirt 180 has no size 9XL.'],
    ['a print area that the blank has not', { area: 'sleeve' }, 'Soft cotton T-shirt 180 has no print area sleeve.'],
    [
      'a scene that does not show the area',
      { shots: [{ scene: 'poster-shelf', colour: 'featured' }] },
      'The scene poster-shelf does not show the print area front.',
    ],
    ['a pattern that cannot be read', { wording: { ...SHIRT.wording, title: '{{ artwork.name | rot13 }}' } }, /rot13/],
    ['a pattern that is not closed', { wording: { ...SHIRT.wording, title: '{{ artwork.name ' } }, /cannot be read/],
    ['no colours at all', { colours: [] }, /colours/],
    ['a scale of more than the whole', { placement: { ...SHIRT.placement, scale: 3 } }, /placement\.scale/],
    ['a margin of more than all', { pricePlan: { ...SHIRT.pricePlan, aim: { kind: 'margin', share: 2_000_000 } } }, /pricePlan/],
  ])('%s', async (_, change, sentence) => {
    const answer = await save(change);
    expect(answer.status).toBe(422);
    expect(answer.body.detail).toEqual(typeof sentence === 'string' ? sentence : expect.stringMatching(sentence));
  });
  test('a blank that is not in the stockroom', async () =>
    expect((await save({}, 'Nowhere', 'no-such-blank')).body.detail).toBe('That blank is not in the stockroom.'));
  test('no name, and a name that is taken', async () => {
    expect((await save({}, '  ')).body).toMatchObject({ detail: 'A docket needs a name.', field: 'name' });
    await save({}, 'Taken already');
    expect((await save({}, 'Taken already')).status).toBe(409);
  });
});

test('what is saved comes back as it was, and is changed in place', async () => {
  const made = await save({ sizes: ['M'] });
  expect(made.status).toBe(201);
  const there = await ok<{ spec: object }>('GET', `/dockets/${made.body.id}`);
  expect(there.spec).toEqual({ ...SHIRT, sizes: ['M'] });
  await ok('PUT', `/dockets/${made.body.id}`, { name: 'Renamed', blankId: 'brightsea-tee-180', spec: SHIRT });
  const { items } = await ok<Items<{ id: string; name: string }>>('GET', '/dockets');
  expect(items.filter((d) => d.id === made.body.id).map((d) => d.name)).toEqual(['Renamed']);
});

test('trying a docket says what it would make of an artwork, and saves nothing', async () => {
  const [artwork] = await newArtworks(1);
  const before = (await ok<Items<object>>('GET', '/dockets')).items.length;
  const ask = (spec: object) =>
    ok<{ fields: { title: { value: string }; prices: { value: { size: string; marginShare: number }[] } }; pictures: object[] }>(
      'POST',
      '/dockets/try',
      { spec, blankId: 'brightsea-tee-180', artwork, outlet: 'kestrel' },
    );
  const made = await ask(SHIRT);
  expect(made.fields.title.value).toMatch(/ Shirt, Lighthouse Tee$/);
  expect(made.fields.prices.value.map((p) => p.size)).toEqual(['S', 'M', '2XL']);
  for (const p of made.fields.prices.value) expect(p.marginShare).toBeGreaterThanOrEqual(350_000);
  expect(made.pictures).toHaveLength(2);
  const dearer = await ask({ ...SHIRT, pricePlan: { ...SHIRT.pricePlan, aim: { kind: 'margin', share: 500_000 } } });
  for (const p of dearer.fields.prices.value) expect(p.marginShare).toBeGreaterThanOrEqual(500_000);
  expect((await ok<Items<object>>('GET', '/dockets')).items).toHaveLength(before);
});

test('a poster’s sizes are judged one by one: too coarse ones are left out by name, until none is left', async () => {
  const [artwork] = await newArtworks(1); // about 3,000 x 3,600 px, see-through
  const poster = {
    ...SHIRT,
    noun: 'Poster',
    colours: ['White'],
    sizes: ['A3', 'A2', '24 x 36 in'],
    area: 'sheet',
    placement: { mode: 'cover', scale: 1, topMm: 0 },
    shots: [{ scene: 'poster-shelf', colour: 'featured' }],
  };
  const ask = (minPpi: number) =>
    ok<{ fields: { prices: { value: { size: string }[] } }; problems: { code: string; stops: boolean; sentence: string }[] }>(
      'POST',
      '/dockets/try',
      {
        spec: { ...poster, accepts: { ground: 'any', minPpi } },
        blankId: 'aldergate-poster-200',
        artwork,
        outlet: 'quayside',
      },
    );
  const some = await ask(150);
  expect(some.fields.prices.value.map((p) => p.size)).toEqual(['A3', 'A2']);
  expect(some.problems.find((p) => p.code === 'sizes-left-out')).toMatchObject({
    stops: false,
    sentence: expect.stringMatching(
      /^Left out, would print too coarsely: 24 x 36 in \(\d+ px\/in\)\. The docket asks for 150\.$/,
    ) as string,
  });
  const none = await ask(300);
  // its cream ink cannot be read on white paper either
  expect([none.fields.prices.value, none.problems.filter((p) => p.stops).map((p) => p.code)]).toEqual([
    [],
    ['too-coarse', 'unreadable'],
  ]);
});

describe('single cells of the sheet', () => {
  const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
  test('are drafted column by column, also where one is named twice, by id and by name; no other cell is', async () => {
    const name = `Cells ${Math.random()}`;
    const docket = (await save({}, name)).body.id;
    const [a, b] = await newArtworks(2);
    const run = await ok<Run>('POST', '/runs', {
      cells: [
        { docket, outlet: 'quayside', artworks: [a] },
        { docket: name, outlet: 'quayside', artworks: [b] },
        { docket, outlet: 'kestrel', artworks: [b] },
      ],
    });
    const { items } = await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`);
    expect(items.map((p) => `${p.artworkId} ${p.outletId}`).sort()).toEqual(
      [`${a} quayside`, `${b} kestrel`, `${b} quayside`].sort(),
    );
    await drafted(run.id);
  });
  // a sheet of 5,000 artworks in four columns is one request within the limit of a body
  test('are read by the ten thousand', async () => {
    const artworks = Array.from({ length: 5000 }, (_, i) => uuid(i));
    const columns = ['quayside', 'kestrel', 'quayside', 'kestrel'].map((outlet) => ({ docket: 'Test shirt', outlet, artworks }));
    const answer = await call<Problem>('POST', '/runs', { cells: columns });
    expect([answer.status, answer.body.detail]).toEqual([422, '5000 of 5000 artworks are not here.']);
  });
  test('none at all is no run', async () => expect((await call('POST', '/runs', { cells: [] })).status).toBe(422));
});

test('the worst of some artworks is found: what stops it first, then what is told, then the shortest title', async () => {
  const { docket } = await openShop();
  const { document } = await ok<{ document: { words: Record<string, object> } }>('GET', `/dockets/${docket}`);
  const [lacks, fine] = await newArtworks(2);
  await ok('PATCH', `/artworks/${lacks}`, { subject: '' });
  await ok('PATCH', `/artworks/${fine}`, { name: 'A name that is a good deal longer than any other name is here' });
  const worst = async (title: string, artworks = [fine!, lacks!]) =>
    (await ok<{ worst: { artwork: string; stops: number; tried: number } | null }>('POST', '/dockets/worst', { document: { ...document, words: { ...document.words, title: { en: title } } }, artworks, outlet: 'kestrel' })).worst; // prettier-ignore
  expect(await worst('{{ artwork.subject }} Shirt')).toMatchObject({
    artwork: lacks,
    stops: expect.any(Number) as number,
    tried: 2,
  });
  expect((await worst('{{ artwork.subject }} Shirt'))!.stops).toBeGreaterThan(0);
  expect(await worst('{{ artwork.subject }} Shirt', [fine!])).toMatchObject({ artwork: fine, tried: 1 });
  expect((await worst('{{ artwork.name }} Shirt'))!.artwork).toBe(lacks);
  expect(await worst('x', ['00000000-0000-4000-8000-000000000000'])).toBeNull();
  expect((await call('POST', '/dockets/worst', { document, artworks: [fine], outlet: 'nowhere' })).status).toBe(404);
});
