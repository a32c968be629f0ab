import { startLiar, type Lie, type Liar } from '../liar';
import {
  asOwner,
  control,
  newArtworks,
  ok,
  openShop,
  passedRun,
  pressDone,
  STANDINS,
  until,
  type Items,
  type Listing as Told,
  type Proof,
  type Run,
} from './press';

/* An outlet whose answers make no sense: what was done there is found out, and nothing is lost, doubled or stuck. */

type Listing = Told & { notRead: string | null; step: string };
let docket: string;
let liar: Liar;
const atOutlet = (address: string) =>
  asOwner((o) => o.query("UPDATE outlet SET base_url = $1 WHERE id = 'kestrel'", [`${address}/kestrel`]));
beforeAll(async () => {
  docket = (await openShop()).docket;
  liar = await startLiar(STANDINS);
  await atOutlet(liar.base);
});
afterEach(async () => {
  liar.lie = () => null;
  await control('kestrel');
});
afterAll(async () => {
  await atOutlet(STANDINS);
  liar.close();
});

const proofsOf = async (run: Run) => (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&limit=1000`)).items;
const listingsOf = async (run: Run) => {
  const proofs = (await proofsOf(run)).map((p) => p.id);
  return (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items.filter((l) => proofs.includes(l.proofId!));
};
/** A token of Kestrel's own, as a helper at the stall would have one. */
async function kestrelToken(): Promise<string> {
  const challenge = 'E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM'; // RFC 7636, appendix B
  const asked = { response_type: 'code', client_id: 'tests', redirect_uri: 'http://127.0.0.1:9/', state: 's', code_challenge: challenge, code_challenge_method: 'S256' }; // prettier-ignore
  const answer = await fetch(`${STANDINS}/kestrel/door`, { method: 'POST', body: new URLSearchParams({ ...asked, answer: 'allow' }), redirect: 'manual' }); // prettier-ignore
  const code = new URL(answer.headers.get('location')!).searchParams.get('code')!;
  const form = { grant_type: 'authorization_code', code, client_id: 'tests', redirect_uri: 'http://127.0.0.1:9/', code_verifier: 'dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk' }; // prettier-ignore
  const token = await fetch(`${STANDINS}/kestrel/door/token`, { method: 'POST', body: new URLSearchParams(form) });
  return ((await token.json()) as { access_token: string }).access_token;
}
const stall = async (method: string, path: string) =>
  fetch(`${STANDINS}/kestrel/stall${path}`, { method, headers: { authorization: `Bearer ${await kestrelToken()}` } });
/** How many offers there are under our key of a proof. */
const offersOf = async (p: Proof): Promise<number> =>
  ((await (await stall('GET', `/offers?ticket=up-${p.id}`)).json()) as { in_all: number }).in_all;

test.each<Lie>(['no id', 'a page', 'another type', 'half of it', 'ten megabytes', 'a redirect'])(
  'a listing is made once although %s came in the place of an answer',
  async (lie) => {
    const run = await passedRun(await newArtworks(1), docket, ['kestrel']);
    const lied = new Set<string>();
    // one lie for each request that writes
    liar.lie = ({ method, path }) => {
      const what = `${method} ${path.replace(/[0-9a-f]{10}/, 'id')}`;
      return method === 'GET' || path.includes('/door') || lied.has(what) ? null : (lied.add(what), lie);
    };
    await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
    expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
    expect(lied).toContain('POST /kestrel/stall/offers');
    expect(await Promise.all((await proofsOf(run)).map(offersOf))).toEqual([1]);
  },
);

test('one listing whose answer makes no sense is passed over and says so; the others are read', async () => {
  const run = await passedRun(await newArtworks(3), docket, ['kestrel']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  const before = await listingsOf(run);
  const [first] = before;
  liar.lie = ({ method, path }) => (method === 'GET' && path.endsWith(`/offers/${first!.remoteId}`) ? 'numbers for words' : null);
  await ok('POST', '/outlets/kestrel/look', {});
  const seen = await until(() => listingsOf(run), (all) => all.some((l) => l.notRead !== null), 'the reading'); // prettier-ignore
  const odd = seen.find((l) => l.id === first!.id)!;
  expect([odd.state, odd.title]).toEqual([first!.state, first!.title]);
  expect(odd.notRead).toMatch(/^Kestrel Fair sent an answer that cannot be read: .+\.$/);
  liar.lie = () => null;
  await ok('POST', '/outlets/kestrel/look', {});
  await until(() => listingsOf(run), (all) => all.every((l) => l.notRead === null), 'the reading'); // prettier-ignore
});

test('an edited proof whose listing was taken away there is made anew, as a draft', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['kestrel']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'live' });
  await pressDone(run.id);
  const [proof] = await proofsOf(run);
  const [listing] = await listingsOf(run);
  await ok('PATCH', `/proofs/${proof!.id}`, { title: 'Edited before it was gone' });
  // nobody can throw an offer away at the fair: it answers as if it were not there
  const gone = new RegExp(`/offers/${listing!.remoteId}`);
  expect((await stall('DELETE', `/offers/${listing!.remoteId}`)).status).toBe(204);
  await ok('POST', '/outlets/kestrel/look', {});
  await until(() => listingsOf(run), ([l]) => l!.state === 'gone', 'gone'); // prettier-ignore
  await ok('POST', `/runs/${run.id}/pass`, {});
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
  const [anew] = await listingsOf(run);
  expect([anew!.state, anew!.title, gone.test(`/offers/${anew!.remoteId}`)]).toEqual([
    'draft there',
    'Edited before it was gone',
    false,
  ]);
});

test('an offer that is taken away while it is being made is made from the beginning', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['kestrel']);
  await control('kestrel', { slowMs: 400 });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  const [proof] = await proofsOf(run);
  const first = await until(
    async () => ((await (await stall('GET', `/offers?ticket=up-${proof!.id}`)).json()) as { offers: { id: string }[] }).offers[0],
    (o) => o !== undefined,
    'the offer',
  );
  await stall('DELETE', `/offers/${first!.id}`);
  await control('kestrel');
  expect((await pressDone(run.id)).counts).toEqual({ listed: 1 });
  expect(await offersOf(proof!)).toBe(1);
});

test('a refresh token that holds for one use only is used once, however many calls find the access token too old', async () => {
  const run = await passedRun(await newArtworks(2), docket, ['kestrel']);
  await fetch(`${STANDINS}/control/kestrel/expire-tokens`, { method: 'POST' });
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  // rules are fetched by the web process, outside of the lane
  await Promise.all(Array.from({ length: 6 }, () => ok('POST', '/outlets/kestrel/rules', {})));
  expect((await pressDone(run.id)).counts).toEqual({ listed: 2 });
  const { items } = await ok<Items<{ id: string; connected: boolean }>>('GET', '/outlets');
  expect(items.find((o) => o.id === 'kestrel')!.connected).toBe(true);
});

test('a hold stays when a token is renewed meanwhile', async () => {
  await asOwner((o) => o.query(`UPDATE outlet SET hold_until = now() + interval '1 hour', hold = '{"code": "slow-down"}' WHERE id = 'kestrel'`)); // prettier-ignore
  try {
    await fetch(`${STANDINS}/control/kestrel/expire-tokens`, { method: 'POST' });
    await ok('POST', '/outlets/kestrel/rules', {});
    const { items } = await ok<Items<{ id: string; hold: object | null }>>('GET', '/outlets');
    expect(items.find((o) => o.id === 'kestrel')!.hold).not.toBeNull();
  } finally {
    await asOwner((o) => o.query("UPDATE outlet SET hold_until = NULL, hold = NULL WHERE id = 'kestrel'"));
  }
});

test('another shelf makes what stands there stale, and is sent as a change', async () => {
  const run = await passedRun(await newArtworks(2), docket, ['kestrel']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  interface Outlet {
    id: string;
    settings: Record<string, string>;
    settingsOffer: { fields: { name: string; choices?: { value: string }[] }[] };
  }
  const kestrel = (await ok<Items<Outlet>>('GET', '/outlets')).items.find((o) => o.id === 'kestrel')!;
  const chosen = kestrel.settings.shelf!;
  const choices = kestrel.settingsOffer.fields.find((f) => f.name === 'shelf')!.choices!.map((c) => c.value);
  const another = choices.find((v) => v !== '' && v !== chosen)!;
  const put = (value: string) => ok('PATCH', '/outlets/kestrel', { settings: { shelf: value } });
  try {
    await put(another);
    const stale = await until(() => listingsOf(run), (all) => all.every((l) => l.step === 'stale'), 'the recheck'); // prettier-ignore
    await ok('POST', '/listings/changes', { ids: stale.map((l) => l.id), over: false });
    await until(() => listingsOf(run), (all) => all.every((l) => l.step === 'in step'), 'the change'); // prettier-ignore
    const offer = (await (await stall('GET', `/offers/${stale[0]!.remoteId}`)).json()) as { shelf: string };
    expect(offer.shelf).toBe(another);
  } finally {
    await put(chosen);
  }
});

test('a recheck that lost its job is gone on with by itself, and every proof is held against the rules', async () => {
  const run = await ok<Run>('POST', '/runs', { artworks: await newArtworks(2), dockets: [docket], outlets: ['kestrel'] });
  await until(() => ok<Run>('GET', `/runs/${run.id}`), (r) => !r.counts.drafting, 'drafting'); // prettier-ignore
  const ids = (await proofsOf(run)).map((p) => p.id);
  await asOwner(async (o) => {
    await o.query('UPDATE proof SET rules_version = NULL WHERE id = ANY($1)', [ids]);
    // as a worker leaves it that is killed after the rules were kept
    await o.query("INSERT INTO recheck (workspace_id, outlet_id) SELECT workspace_id, 'kestrel' FROM proof WHERE id = $1", [
      ids[0],
    ]);
  });
  const behind = () => asOwner(async (o) => (await o.query('SELECT FROM proof WHERE id = ANY($1) AND rules_version IS NULL', [ids])).rowCount); // prettier-ignore
  await until(behind, (n) => n === 0, 'the recheck');
  await until(() => asOwner(async (o) => (await o.query('SELECT FROM recheck')).rowCount), (n) => n === 0, 'its end'); // prettier-ignore
});

test('our own listings are brought over when the house no longer knows them', async () => {
  const run = await passedRun(await newArtworks(1), docket, ['kestrel']);
  await ok('POST', `/runs/${run.id}/send`, { as: 'draft' });
  await pressDone(run.id);
  const [listing] = await listingsOf(run);
  // as after a loss of the database
  await asOwner((o) => o.query('DELETE FROM listing WHERE id = $1', [listing!.id]));
  await ok('POST', '/outlets/kestrel/gather', {});
  const found = await until(
    async () => (await ok<Items<Listing>>('GET', '/listings?limit=1000')).items.find((l) => l.remoteId === listing!.remoteId),
    (l) => l !== undefined,
    'the gathering',
  );
  expect([found!.title, found!.proofId]).toEqual([listing!.title, null]);
});
