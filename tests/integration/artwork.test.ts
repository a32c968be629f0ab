import { call, motif, ok, settled, upload, type Artwork, type Items } from './press';

const byName = async (fileName: string) =>
  (await ok<Items<Artwork>>('GET', '/artworks?limit=1000')).items.filter((a) => a.fileName === fileName);

test('good files are measured, bad ones are named with the reason, and none stops another', async () => {
  const whole = await motif(1);
  const taken = await upload([
    ['good.png', whole],
    ['letter.png', Buffer.from('Dear printer,\nplease find attached')],
    ['cut.png', whole.subarray(0, whole.length >> 1)],
    ['nothing.png', Buffer.alloc(0)],
    [
      'script.svg',
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>1</script><rect width="5" height="5" fill="#f7efdc"/></svg>',
      ),
    ],
  ]);
  expect(taken.map((t) => t.outcome)).toEqual(['taken', 'taken', 'taken', 'refused', 'taken']);
  const [good, letter, cut, , script] = await Promise.all(taken.map((t) => (t.id ? settled(t.id) : Promise.resolve(null))));
  expect(good).toMatchObject({ state: 'ready', widthPx: 3000, measured: { tone: 'light' } });
  expect(letter!.problem).toContain('letter.png is not a picture: it holds plain text');
  expect(cut!.problem).toContain('cut.png is damaged or cut short');
  expect(taken[3]!.sentence).toContain('nothing.png is empty');
  expect(script).toMatchObject({ state: 'ready', measured: { notes: [expect.stringContaining('a script')] } });
});

test('two files of the same name are two artworks; the same file twice is one', async () => {
  const [a, b] = [await motif(21), await motif(22)];
  const first = await upload([
    ['same.png', a],
    ['same.png', b],
  ]);
  expect(first.map((t) => t.outcome)).toEqual(['taken', 'taken']);
  const again = await upload([['renamed.png', a]]);
  expect(again[0]).toMatchObject({ outcome: 'already here', id: first[0]!.id });
  expect(await byName('same.png')).toHaveLength(2);
  expect(await byName('renamed.png')).toHaveLength(0);
});

test('a request without files, as from an empty folder, is answered with a sentence', async () => {
  const answer = await call<{ detail: string }>('POST', '/artworks', new FormData());
  expect(answer.status).toBe(422);
  expect(answer.type).toBe('application/problem+json');
  expect(answer.body.detail).toContain('no files');
});

test('the original comes back bit for bit', async () => {
  const data = await motif(31);
  const [taken] = await upload([['kept.png', data]], 'Kept');
  const back = await fetch(`${process.env.PRESS_URL}/api/v1/artworks/${taken!.id}/original`, {
    headers: { authorization: `Bearer ${process.env.PRESS_TOKEN}` },
  });
  expect(Buffer.from(await back.arrayBuffer()).equals(data)).toBe(true);
});

test('lists are paged: pages join to the whole without gap or repeat', async () => {
  const whole = (await ok<Items<Artwork>>('GET', '/artworks?limit=1000')).items.map((a) => a.id);
  const pages: string[] = [];
  for (let after: number | null = 0; after !== null;) {
    const page: Items<Artwork> = await ok('GET', `/artworks?limit=2&after=${after}`);
    pages.push(...page.items.map((a) => a.id));
    after = page.next;
  }
  expect(pages).toEqual(whole);
});

test.each([
  ['GET', '/artworks/not-an-id', undefined, 404],
  ['GET', '/artworks?limit=many', undefined, 400],
  ['PATCH', '/artworks/00000000-0000-0000-0000-000000000000', { name: 'x' }, 404],
  ['POST', '/runs', { artworks: ['x'] }, 422],
  ['POST', '/runs', {}, 422],
] as const)('%s %s is refused as a problem', async (method, path, body, status) => {
  const answer = await call<{ title: string; detail: string; status: number }>(method, path, body);
  expect(answer).toMatchObject({ status, type: 'application/problem+json', body: { status } });
  expect(answer.body.detail.length).toBeGreaterThan(10);
});
