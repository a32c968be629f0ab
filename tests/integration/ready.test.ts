import { COMMONEST, READY } from '../../src/core/docket/ready';
import { call, drafted, newArtworks, ok, openShop, type Items, type Proof } from './press';

/* Dockets that are made with one click: sensible to begin with, all of them or none. */

interface Ready {
  kind: string;
  name: string;
  blankId: string | null;
  made: boolean;
}
const ready = async () => (await ok<Items<Ready>>('GET', '/dockets/ready')).items;
const dockets = async () => (await ok<Items<{ id: string; name: string; document: { lines: { blank: string }[]; outlets: object[] } }>>('GET', '/dockets')).items; // prettier-ignore

beforeAll(() => openShop());

test('the print houses offer all of the dozen, the commonest first; files to download follow', async () => {
  const items = await ready();
  expect(items.map((r) => r.kind)).toEqual([...READY]);
  expect(new Set(items.map((r) => r.blankId)).size).toBe(13);
  expect(items.filter((r) => r.blankId === null).map((r) => r.name)).toEqual(['Printables', 'Clip Art']);
});

test('all are made with one click, for all outlets, and what is there already is called otherwise', async () => {
  const before = await dockets();
  const { items } = await ok<Items<{ id: string; name: string }>>('POST', '/dockets/ready', { kinds: COMMONEST });
  const after = await dockets();
  expect(after).toHaveLength(before.length + 12);
  const outlets = (await ok<Items<object>>('GET', '/outlets')).items.length;
  for (const made of items) expect(after.find((d) => d.id === made.id)?.document.outlets).toHaveLength(outlets);
  expect((await ready()).every((r) => r.made || r.blankId === null)).toBe(true);
  const [again] = (await ok<Items<{ name: string }>>('POST', '/dockets/ready', { kinds: ['mug'] })).items;
  expect(again!.name).toBe('Mugs 2');
});

test('each makes a proof of an artwork that it takes, with prices, words and no fault of its own', async () => {
  const named = (await dockets()).filter((d) => /^(Hoodies|Tote Bags|Shirts)$/.test(d.name));
  expect(named).toHaveLength(3);
  const run = await ok<{ id: string }>('POST', '/runs', { artworks: await newArtworks(1), dockets: named.map((d) => d.id), outlets: ['quayside'] }); // prettier-ignore
  await drafted(run.id);
  const { items } = await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`);
  expect(items).toHaveLength(3);
  for (const p of items) {
    expect(p.fields.prices.value.length).toBeGreaterThan(0);
    expect(p.fields.title.value).toMatch(/\S/);
    // what no scene shows waits for a photograph; what the house lacks in one of the colours that suit the artwork is left out and said
    const others = p.problems.filter((x) => !/place-free|pictures|colours-left-out|card/.test(x.code));
    expect(others.filter((x) => x.stops || !/discontinued|out-of-stock/.test(x.code))).toEqual([]);
  }
});

test('a kind that is not among them is refused, and with it all that was asked for at once', async () => {
  const before = (await dockets()).length;
  expect((await call('POST', '/dockets/ready', { kinds: ['mug', 'submarine'] })).status).toBe(422);
  expect((await call('POST', '/dockets/ready', { kinds: [] })).status).toBe(422);
  expect(await dockets()).toHaveLength(before);
});
