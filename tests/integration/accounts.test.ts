import { call, control, drafted, newArtworks, ok, openShop, pressDone, SHIRT, STANDINS, until, type Items, type Listing, type Proof, type Run } from './press'; // prettier-ignore

/* Several accounts of one kind: each with its own key, settings, lane and listings. */

interface Outlet {
  id: string;
  name: string;
  connected: boolean;
  settings: Record<string, string>;
  settingsOffer: { fields: { name: string; choices?: { value: string }[] }[] } | null;
}
interface Problem {
  detail: string;
}
const NORTH = `${STANDINS}/quayside-north`;
const KEY = 'north-pier-demo';
let north: string;

beforeAll(async () => {
  await openShop();
  const there = (await ok<Items<Outlet>>('GET', '/outlets')).items.find((o) => o.name === 'The north pier');
  north = there?.id ?? (await ok<Outlet>('POST', '/outlets', { style: 'quayside', name: 'The north pier', baseUrl: NORTH })).id;
  await ok('POST', `/outlets/${north}/connect`, { token: KEY });
});
afterEach(() => control('quayside-north'));

const wares = async (): Promise<{ reference: string; brand: string; name: string }[]> => {
  const auth = { headers: { authorization: `Bearer ${KEY}` } };
  const { wares: all } = (await (await fetch(`${NORTH}/yard/wares?many=200`, auth)).json()) as { wares: { reference: string }[] };
  return Promise.all(all.map(async (w) => (await fetch(`${NORTH}/yard/wares/${w.reference}`, auth)).json() as Promise<{ reference: string; brand: string; name: string }>)); // prettier-ignore
};

describe('adding one', () => {
  const add = (o: object) => call<Problem>('POST', '/outlets', o);
  test.each<[string, object, number, RegExp]>([
    ['of no kind', { style: 'nobody' }, 422, /no kind of outlet called nobody/],
    ['of a name that is taken', { style: 'quayside', name: 'The north pier' }, 409, /called The north pier already/],
    ['at an address of somebody else', { style: 'quayside', name: 'Elsewhere', baseUrl: 'http://example.org/shop' }, 422, /no outlet at that address/],
    ['at an address that reads a file', { style: 'quayside', name: 'File', baseUrl: 'file:///etc/passwd' }, 422, /no outlet at that address/],
    ['at an address with a name in it', { style: 'quayside', name: 'User', baseUrl: NORTH.replace('http://', 'http://me@') }, 422, /no outlet at that address/],
  ])('%s is refused in a sentence', async (_, o, status, sentence) => {
    const answer = await add(o);
    expect([answer.status, answer.body.detail]).toEqual([status, expect.stringMatching(sentence)]);
  }); // prettier-ignore
  test('another shop’s key opens no door here', async () => {
    const answer = await call<Problem>('POST', `/outlets/${north}/connect`, { token: 'harbour-light-demo' });
    expect([answer.status, answer.body.detail]).toEqual([502, 'The north pier does not know that key.']);
  });
  test('one that nothing was made for is taken away again, one in use is not', async () => {
    const spare = await ok<Outlet>('POST', '/outlets', { style: 'kestrel', name: `Spare ${process.pid}` });
    expect((await call('DELETE', `/outlets/${spare.id}`)).status).toBe(200);
    const used = await call<Problem>('DELETE', '/outlets/quayside');
    expect([used.status, used.body.detail]).toEqual([409, expect.stringMatching(/^Quayside is in use/)]);
  });
  test('it can be called something else, and sentences call it so', async () => {
    await ok('PATCH', `/outlets/${north}`, { name: 'North' });
    await control('quayside-north', { down: true });
    const answer = await call<Problem>('POST', `/outlets/${north}/rules`, {});
    await ok('PATCH', `/outlets/${north}`, { name: 'The north pier' });
    expect(answer.body.detail).toBe('North did not answer.');
  });
});

test('what is chosen for an account is sent with its listings; what it does not offer is refused', async () => {
  const { items } = await ok<Items<Outlet>>('GET', '/outlets');
  expect(items.find((o) => o.id === north)!.settingsOffer!.fields.map((f) => f.name)).toContain('brand');
  const wrong = await call<Problem>('PATCH', `/outlets/${north}`, { settings: { collection: 'no-such' } });
  expect([wrong.status, wrong.body.detail]).toEqual([422, expect.stringMatching(/^Collection can be/)]);
  expect((await call('PATCH', `/outlets/${north}`, { settings: { nonsense: 'x' } })).status).toBe(422);
  await ok('PATCH', `/outlets/${north}`, { settings: { brand: 'North Pier Prints' } });
});

test('two accounts of one kind: the same artwork stands once in each, under its own key, each lane by itself', async () => {
  const spec = { ...SHIRT, outlets: ['quayside', north] };
  const { id: docket } = await ok<{ id: string }>('POST', '/dockets', { name: `Piers ${process.pid}`, blankId: 'brightsea-tee-180', spec });
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(2), dockets: [docket], outlets: ['quayside', north] });
  expect((await drafted(run.id)).counts).toEqual({ ready: 4 });
  await ok('POST', `/runs/${run.id}/pass`, {});
  // one shop is away: the other is not held up
  await control('quayside-north', { down: true });
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await until(() => ok<Run>('GET', `/runs/${run.id}`), (r) => r.outlets.quayside?.listed === 2, 'the shop that is there'); // prettier-ignore
  await control('quayside-north');
  expect((await pressDone(run.id)).counts).toEqual({ listed: 4 });
  const mine = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&outlet=${north}`)).items.map((p) => `up-${p.id}`);
  const there = (await wares()).filter((w) => mine.includes(w.reference));
  expect([there.length, new Set(there.map((w) => w.brand))]).toEqual([2, new Set(['North Pier Prints'])]);
}); // prettier-ignore

test('what stands there and did not come from here is entered in the ledger, without a proof, once', async () => {
  const reference = `by-hand-${process.pid}`;
  const sha = await pictureOfTheirs();
  const ware = { name: 'Made at the pier', story: '<p>By hand.</p>', labels: [], brand: 'Pier', kind: 'Print', choices: [], articles: [{ picks: [], price: { USD: '12.50' }, code: 'p' }], pictures: [{ sha256: sha, alt: '' }], standing: 'in-the-window' }; // prettier-ignore
  const put = await fetch(`${NORTH}/yard/wares/${reference}`, { method: 'PUT', headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json', 'if-none-match': '*' }, body: JSON.stringify(ware) }); // prettier-ignore
  expect(put.status).toBe(201);
  const mine = async () => (await ok<Items<Listing>>('GET', `/listings?outlet=${north}&limit=1000`)).items.filter((l) => l.remoteId === reference); // prettier-ignore
  const gather = async () => {
    await ok('POST', `/outlets/${north}/gather`, {});
    await until(mine, (l) => l.length > 0, 'gathering');
  };
  await gather();
  await gather();
  expect(await mine()).toMatchObject([{ proofId: null, title: 'Made at the pier', state: 'live', priceMinor: 1250 }]);
  // it may be put aside from here, though we never sent it
  const [l] = await mine();
  expect(await ok('POST', '/listings/changes', { ids: [] })).toEqual({ queued: 0, held: 0 });
  const none = await call<Problem>('POST', '/listings/changes', { ids: [l!.id] });
  expect([none.status, none.body.detail]).toEqual([409, 'These listings have no proof here: there is nothing to send.']);
});

/** A picture that the shop has already: one of a ware that was sent before. */
async function pictureOfTheirs(): Promise<string> {
  const auth = { headers: { authorization: `Bearer ${KEY}` } };
  const [first] = await wares();
  const whole = (await (await fetch(`${NORTH}/yard/wares/${first!.reference}`, auth)).json()) as {
    pictures: { sha256: string }[];
  };
  return whole.pictures[0]!.sha256;
}
