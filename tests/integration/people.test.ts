import { ADA, adaMovesOut, cookieOf, send } from './ada';
import { BASE, drafted, newArtworks, ok, openShop, type Items, type Run } from './press';

let session = '';
/** As the other owner. */
const asAda = (method: string, path: string, body?: object) => send(method, path, body, session);
const problem = async (answer: Response) => [answer.status, ((await answer.json()) as { field?: string }).field];

/** What the demo's house has. */
const ours: Record<string, string> = {};
beforeAll(async () => {
  const { docket } = await openShop();
  const [artwork] = await newArtworks(1);
  const run = await ok<Run>('POST', '/runs', { artworks: [artwork], dockets: [docket], outlets: ['quayside'] });
  await drafted(run.id);
  const [proof] = (await ok<Items<{ id: string }>>('GET', `/proofs?run=${run.id}`)).items;
  const drawer = await ok<{ id: string }>('POST', '/drawers', { path: 'Nobody else’s' });
  Object.assign(ours, { artwork, docket, run: run.id, proof: proof!.id, drawer: drawer.id });
});

afterAll(adaMovesOut);

test.each([
  [{ ...ADA, workspace: ' ' }, 'workspace'],
  [{ ...ADA, name: '' }, 'name'],
  [{ ...ADA, email: 'ada' }, 'email'],
  [{ ...ADA, password: 'short' }, 'password'],
])('an owner is not made of %j', async (body, field) =>
  expect(await problem(await send('POST', '/owner', body))).toEqual([422, field]),
);

test('the first owner is made once, and signs in with the address in any case', async () => {
  const made = await send('POST', '/owner', ADA);
  expect(made.status).toBe(201);
  expect(made.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=lax/i);
  expect((await send('POST', '/owner', { ...ADA, email: 'eve@example.org' })).status).toBe(409);
  const signedIn = await send('POST', '/session', { email: ' ADA@example.org ', password: ADA.password });
  expect(signedIn.status).toBe(200);
  session = cookieOf(signedIn);
});
test('a wrong password and an unknown address are told alike', async () => {
  const answers = [
    await send('POST', '/session', { email: ADA.email, password: 'a loud and short tide' }),
    await send('POST', '/session', { email: 'nobody@example.org', password: ADA.password }),
  ];
  const told = await Promise.all(answers.map(async (a) => [a.status, ((await a.json()) as { detail: string }).detail]));
  expect(told[0]).toEqual(told[1]);
  expect(told[0]![0]).toBe(401);
});

test('one house sees nothing of another: its lists are empty', async () => {
  for (const path of ['/artworks', '/runs', '/proofs', '/listings', '/dockets', '/drawers', '/views', '/artworks/alike'])
    expect([path, ((await (await asAda('GET', path)).json()) as Items<unknown>).items]).toEqual([path, []]);
  const sheet = (await (await asAda('GET', '/sheet')).json()) as { rows: unknown[] };
  expect(sheet.rows).toEqual([]);
  expect(((await (await asAda('GET', '/artworks/found')).json()) as { ids: string[] }).ids).toEqual([]);
});

test.each([
  ['GET', '/artworks/{artwork}', undefined],
  ['GET', '/artworks/{artwork}/original', undefined],
  ['PATCH', '/artworks/{artwork}', { name: 'Mine now' }],
  ['POST', '/artworks/{artwork}/versions/1', {}],
  ['GET', '/dockets/{docket}', undefined],
  ['GET', '/runs/{run}', undefined],
  ['POST', '/runs/{run}/pass', {}],
  ['POST', '/runs/{run}/send', { as: 'live' }],
  ['POST', '/runs/{run}/stop', {}],
  ['GET', '/proofs/{proof}', undefined],
  ['PATCH', '/proofs/{proof}', { title: 'Mine now' }],
  ['PATCH', '/drawers/{drawer}', { path: 'Mine now' }],
  ['DELETE', '/drawers/{drawer}', undefined],
] as [string, string, object | undefined][])('%s %s of another house is not there', async (method, path, body) => {
  const at = path.replace(/\{(\w+)\}/, (_, what: string) => ours[what]!);
  expect([at, (await asAda(method, at, body)).status]).toEqual([at, 404]);
});

test('what names things of another house changes nothing there', async () => {
  // its words may be read meanwhile: that is nobody's doing
  const byHands = async () => {
    const { subject, standing, motifId, sources } = await ok<Record<string, unknown>>('GET', `/artworks/${ours.artwork}`);
    return { subject, standing, motifId, sources };
  };
  const before = await byHands();
  for (const [path, body] of [
    ['/artworks/change', { ids: [ours.artwork], change: { subject: 'stolen' } }],
    ['/artworks/cards', { ids: [ours.artwork] }],
    ['/proofs/pass', { ids: [ours.proof] }],
    ['/proofs/unpass', { ids: [ours.proof] }],
    ['/artworks/dismiss', { ids: [ours.artwork] }],
  ] as const)
    expect((await asAda('POST', path, body)).status).toBe(200);
  expect((await asAda('POST', '/runs', { artworks: [ours.artwork], dockets: [ours.docket] })).status).toBe(422);
  expect((await asAda('POST', '/artworks/alike', { ids: [ours.artwork, ours.artwork], decision: 'link' })).status).toBe(422);
  expect(await byHands()).toEqual(before);
  expect((await ok<{ state: string }>('GET', `/proofs/${ours.proof}`)).state).toBe('ready');
});

test('what another house picked to look at is nothing here', async () => {
  const selection = { search: { rows: ours.artwork!.slice(0, 8) }, columns: [{ docket: ours.docket, outlet: 'quayside' }] };
  const { id, count } = await ok<{ id: string; count: number }>('POST', '/proofs/picked', { selection });
  expect(count).toBe(1);
  const seen = async (answer: Response) => ((await answer.json()) as { total: number }).total;
  expect(await seen(await asAda('GET', `/proofs/rows?picked=${id}`))).toBe(0);
});

test('a token opens its own house only, and a session that was ended opens none', async () => {
  const { token } = (await (await asAda('POST', '/tokens', { label: 'script' })).json()) as { token: string };
  const asked = await fetch(`${BASE}/api/v1/runs`, { headers: { authorization: `Bearer ${token}` } });
  expect(((await asked.json()) as Items<unknown>).items).toEqual([]);
  const again = cookieOf(await send('POST', '/session', { email: ADA.email, password: ADA.password }));
  expect((await send('DELETE', '/session', undefined, again)).status).toBe(200);
  // on loopback a stranger is the demo's guest: what it sees is not Ada's
  const after = (await (await send('GET', '/drawers', undefined, again)).json()) as Items<{ path: string }>;
  expect(after.items.map((d) => d.path)).toContain('Nobody else’s');
});
