import { call, drafted, newArtworks, ok, openShop, type Items, type Proof, type Run } from './press';

/* Who did what and when; and taking one's own steps back from there. */

interface Activity {
  id: string;
  who: string;
  own: boolean;
  did: string;
  sentence: string;
  undone: boolean;
  undoable: boolean;
}
interface Problem {
  detail: string;
}
let docket: string;
let partner: string;
beforeAll(async () => {
  docket = (await openShop()).docket;
  partner = (await ok<{ token: string }>('POST', '/tokens', { label: 'the partner' })).token;
});

const of = async (id: string) => (await ok<Items<Activity>>('GET', `/activity?of=${id}`)).items;
async function ready(): Promise<Proof> {
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(1), dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
  return (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items[0]!;
}
const title = async (id: string) => (await ok<Proof>('GET', `/proofs/${id}`)).fields.title;

test('the story of a proof is its own, of its artwork too, newest first, with who did it', async () => {
  const p = await ready();
  await ok('PATCH', `/proofs/${p.id}`, { title: 'By the tests' });
  await call('PATCH', `/proofs/${p.id}`, { tags: ['by the partner'] }, partner);
  const story = await of(p.id);
  expect(story.map((a) => [a.did, a.who, a.own])).toEqual([
    ['proof.changed', 'the partner', false],
    ['proof.changed', 'tests', true],
  ]);
  expect(story[1]!.sentence).toMatch(/^Changed title of “Motif \d+” on Test shirt at Quayside$/);
  expect((await of(p.artworkId)).map((a) => a.did)).toEqual([
    'proof.changed',
    'proof.changed',
    'artwork.changed',
    'artwork.brought-in',
  ]);
});

test('a step is taken back and made again from there, and what was changed since stays', async () => {
  const p = await ready();
  const before = await title(p.id);
  await ok('PATCH', `/proofs/${p.id}`, { title: 'Once', prices: { M: 4444 } });
  const [step] = await of(p.id);
  expect(await ok('POST', '/activity/undo', { id: step!.id })).toMatchObject({ left: 0, sentence: '' });
  expect(await title(p.id)).toEqual(before);
  expect((await ok<Proof>('GET', `/proofs/${p.id}`)).fields.prices).toEqual(p.fields.prices);
  expect((await call('POST', '/activity/undo', { id: step!.id })).status).toBe(409);
  await ok('POST', '/activity/redo', { id: step!.id });
  expect(await title(p.id)).toEqual({ value: 'Once', from: 'hand' });
  await ok('PATCH', `/proofs/${p.id}`, { title: 'Since' });
  expect(await ok('POST', '/activity/undo', { id: step!.id })).toMatchObject({
    left: 1,
    sentence: 'Changed since, and stays: title.',
  });
  expect((await title(p.id)).value).toBe('Since');
});

test('undo takes back one’s own last step, not a partner’s', async () => {
  const p = await ready();
  await ok('PATCH', `/proofs/${p.id}`, { title: 'Mine' });
  await call('PATCH', `/proofs/${p.id}`, { tags: ['theirs'] }, partner);
  const [theirs] = await of(p.id);
  const refused = await call<Problem>('POST', '/activity/undo', { id: theirs!.id });
  expect([refused.status, refused.body.detail, theirs!.undoable]).toEqual([409, 'That was done by the partner: it is theirs to take back.', false]); // prettier-ignore
  await ok('POST', '/activity/undo', {});
  const now = await ok<Proof>('GET', `/proofs/${p.id}`);
  expect([now.fields.title.from, now.fields.tags.value]).toEqual(['pattern', ['theirs']]);
  await call('POST', '/activity/undo', {}, partner);
  expect((await ok<Proof>('GET', `/proofs/${p.id}`)).fields.tags.from).toBe('pattern');
});

test('passing, a docket and a price plan are taken back as well', async () => {
  const p = await ready();
  await ok('POST', '/proofs/pass', { ids: [p.id] });
  await ok('POST', '/activity/undo', {});
  expect((await ok<Proof>('GET', `/proofs/${p.id}`)).state).toBe('ready');

  const kept = await ok<{ id: string; name: string; revision: number; document: { tags: object } }>('GET', `/dockets/${docket}`);
  await ok('PUT', `/dockets/${docket}`, { name: kept.name, document: { ...kept.document, tags: { en: ['other'] } } });
  await ok('POST', '/activity/undo', {});
  const back = await ok<typeof kept>('GET', `/dockets/${docket}`);
  expect([back.document, back.revision]).toEqual([kept.document, kept.revision + 2]);

  const terms = { aim: { kind: 'fixed', minor: 2000 }, postageIncluded: true, largeSizeExtraMinor: 0, ending: null };
  const plan = await ok<{ id: string }>('POST', '/price-plans', { name: `Undone ${process.pid}`, document: terms });
  await ok('PUT', `/price-plans/${plan.id}`, { name: 'Renamed', document: { ...terms, ending: 99 } });
  await ok('POST', '/activity/undo', {});
  const found = (await ok<Items<{ id: string; name: string }>>('GET', '/price-plans')).items.find((x) => x.id === plan.id)!;
  expect(found.name).toBe(`Undone ${process.pid}`);
  await ok('DELETE', `/price-plans/${plan.id}`);
});

test('a window of it is asked for by where the last one ended', async () => {
  const first = await ok<Items<Activity & { seq: number }>>('GET', '/activity?limit=3');
  const next = await ok<Items<Activity & { seq: number }>>('GET', `/activity?limit=3&before=${first.next}`);
  expect(next.items.every((a) => a.seq < first.items.at(-1)!.seq)).toBe(true);
  expect(await of('00000000-0000-4000-8000-000000000000')).toEqual([]);
});
