import http from 'node:http';
import { closeDatabase } from '../../src/data/database';
import { ADA, adaMovesOut, cookieOf, send } from './ada';
import {
  asOwner,
  BASE,
  call,
  connectKestrel,
  drafted,
  newArtworks,
  ok,
  openShop,
  type Items,
  type Proof,
  type Run,
} from './press';

let session = '';
const asAda = (method: string, path: string, body?: object) => send(method, path, body, session);
const withToken = (token: string, method: string, path: string, body?: object) =>
  send(method, path, body, '', { authorization: `Bearer ${token}` });
const sentence = async (answer: Response) => [answer.status, ((await answer.json()) as { detail?: string }).detail];
let docket = '';

beforeAll(async () => {
  ({ docket } = await openShop());
  session = cookieOf(await send('POST', '/owner', ADA));
  expect(session).not.toBe('');
});
afterAll(async () => {
  await adaMovesOut();
  await closeDatabase();
});

describe('pictures are guarded by house', () => {
  test('each opens its own, and another’s is the name of nothing, however it was come by', async () => {
    const [id] = await newArtworks(1);
    const run = await ok<Run>('POST', '/runs', { artworks: [id], dockets: [docket], outlets: ['quayside'] });
    await drafted(run.id);
    const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
    const { thumb, mini, large } = await ok<Record<'thumb' | 'mini' | 'large', string>>('GET', `/artworks/${id}`);
    for (const address of [thumb, mini, large, proof!.pictures[0]!.picture, proof!.pictures[0]!.small]) {
      const path = address.replace('/api/v1', '');
      expect([path, (await withToken(process.env.PRESS_TOKEN!, 'GET', path)).status]).toEqual([path, 200]);
      expect([path, (await asAda('GET', path)).status]).toEqual([path, 404]);
      // without the mark, and with the mark of something else
      const bare = path.replace(/\/pictures\/.{22}-/, '/pictures/');
      expect((await withToken(process.env.PRESS_TOKEN!, 'GET', bare)).status).toBe(404);
      expect(
        (
          await withToken(
            process.env.PRESS_TOKEN!,
            'GET',
            path.replace(/\/pictures\/(.)/, (_, c) => `/pictures/${c === '_' ? '-' : '_'}`),
          )
        ).status,
      ).toBe(404);
    }
  });
});

describe('whoever says who they are is that, or nobody', () => {
  test.each(['Bearer up_wrong', 'Bearer', 'Bearer ', 'bearer  nobody', 'Basic YTpi', 'up_wrong', 'Digest x', ' '])(
    '%j',
    async (authorization) => {
      expect((await send('GET', '/runs', undefined, '', { authorization })).status).toBe(401);
    },
  );
});

describe('a change that another site began is not taken', () => {
  // fetch does not let Host be set: an agent of the network does
  const raw = (headers: Record<string, string>, path = '/drawers') =>
    new Promise<number>((resolve, reject) => {
      const { hostname, port } = new URL(BASE);
      const request = http.request({ hostname, port, method: 'POST', path: `/api/v1${path}`, headers: { 'content-type': 'application/json', ...headers } }, (answer) => {
        answer.resume();
        resolve(answer.statusCode!);
      }); // prettier-ignore
      request.on('error', reject);
      request.end(JSON.stringify({ path: `Strangers ${Math.random()}` }));
    });
  const host = new URL(BASE).host;
  const token = { authorization: `Bearer ${process.env.PRESS_TOKEN}` };
  test.each<[string, Record<string, string>, number]>([
    ['from our own page', { host, origin: `http://${host}`, 'sec-fetch-site': 'same-origin' }, 201],
    ['from a program', { host }, 201],
    ['from another site', { host, origin: 'http://example.org', 'sec-fetch-site': 'cross-site' }, 403],
    ['from another site, by an old browser', { host, origin: 'http://example.org' }, 403],
    ['from a page that has no origin', { host, origin: 'null' }, 403],
    ['from another port of this machine', { host, origin: 'http://127.0.0.1:1', 'sec-fetch-site': 'same-site' }, 403],
    ['under a name that somebody pointed here', { host: 'evil.example.org', origin: 'http://evil.example.org', 'sec-fetch-site': 'same-origin' }, 403],
  ])('%s', async (_, headers, status) => expect(await raw({ ...token, ...headers })).toBe(status)); // prettier-ignore
  test.each(['/session', '/owner'])('nor is %s', async (path) =>
    expect(await raw({ host, origin: 'http://example.org' }, path)).toBe(403),
  );
});

describe('tokens', () => {
  test('are listed without their secret, know when they were used, and open nothing once ended', async () => {
    const { token } = (await (await asAda('POST', '/tokens', { label: 'script', scope: 'prepare' })).json()) as { token: string };
    expect((await withToken(token, 'GET', '/runs')).status).toBe(200);
    const listed = (await (await asAda('GET', '/credentials')).json()) as Items<Record<string, unknown>>;
    const mine = listed.items.find((c) => c.label === 'script')!;
    expect(mine).toMatchObject({ kind: 'token', scope: 'prepare', own: false });
    expect(Date.now() - Date.parse(mine.usedAt as string)).toBeLessThan(60_000);
    expect(JSON.stringify(listed)).not.toContain(token.slice(3));
    expect(listed.items.filter((c) => c.own)).toHaveLength(1);
    // another house can neither see nor end it
    expect((await call('DELETE', `/credentials/${mine.id as string}`)).status).toBe(404);
    expect((await withToken(token, 'GET', '/runs')).status).toBe(200);
    expect((await asAda('DELETE', `/credentials/${mine.id as string}`)).status).toBe(200);
    expect((await withToken(token, 'GET', '/runs')).status).toBe(401);
  });
  test.each<['read' | 'prepare' | 'send', number[]]>([
    ['read', [200, 403, 403, 403]],
    ['prepare', [200, 201, 403, 403]],
    ['send', [200, 201, 404, 200]],
  ])('for “%s” are for nothing more', async (scope, wanted) => {
    const { token } = (await (await asAda('POST', '/tokens', { label: scope, scope })).json()) as { token: string };
    const nowhere = '00000000-0000-4000-8000-000000000000';
    const asked = [
      await withToken(token, 'GET', '/drawers'),
      await withToken(token, 'POST', '/drawers', { path: `By ${scope}` }),
      await withToken(token, 'POST', `/runs/${nowhere}/send`, { as: 'draft' }),
      await withToken(token, 'GET', '/credentials'),
    ];
    expect(asked.map((a) => a.status)).toEqual(wanted);
  });
  test('a visit ends at once where it is ended', async () => {
    const other = cookieOf(await send('POST', '/session', { email: ADA.email, password: ADA.password }));
    const { items } = (await (await send('GET', '/credentials', undefined, other)).json()) as Items<{ id: string; own: boolean }>;
    const { id } = items.find((c) => c.own)!;
    expect((await asAda('DELETE', `/credentials/${id}`)).status).toBe(200);
    const left = (await (await asAda('GET', '/credentials')).json()) as Items<{ id: string }>;
    expect(left.items.map((c) => c.id)).not.toContain(id);
  });
});

describe('rows refer to their own house only', () => {
  test('a drawer of another house is none', async () => {
    const mine = (await (await asAda('POST', '/drawers', { path: 'Hers' })).json()) as { id: string };
    const [artwork] = await newArtworks(1);
    for (const [method, path, body] of [
      ['PATCH', `/artworks/${artwork}`, { drawerId: mine.id }],
      ['POST', '/artworks/change', { ids: [artwork], change: { drawerId: mine.id } }],
    ] as const) {
      const answer = await call<{ drawerId: string | null }>(method, path, body);
      expect([path, answer.status]).toEqual([path, 422]);
    }
    expect((await ok<{ drawerId: string | null }>('GET', `/artworks/${artwork}`)).drawerId).toBeNull();
  });
  test('every foreign key between houses’ things carries the house', async () => {
    const loose = await asOwner((o) =>
      o.query(`SELECT c.conrelid::regclass AS at, c.conname FROM pg_constraint c WHERE c.contype = 'f' AND cardinality(c.conkey) = 1
        AND c.confrelid <> 'workspace'::regclass AND c.connamespace = 'public'::regnamespace
        AND EXISTS (SELECT FROM pg_attribute w WHERE w.attrelid = c.conrelid AND w.attname = 'workspace_id')
        AND EXISTS (SELECT FROM pg_attribute w WHERE w.attrelid = c.confrelid AND w.attname = 'workspace_id')`),
    );
    expect(loose.rows).toEqual([]);
  });
});

describe('what an outlet sends back (RFC 6749, section 10.12; RFC 9700)', () => {
  const back = (state: string, headers: Record<string, string> = {}) =>
    fetch(`${BASE}/outlets/callback?code=whatever&state=${state}`, { redirect: 'manual', headers });
  const begin = async () =>
    new URL((await ok<{ address: string }>('POST', '/outlets/kestrel/connect', {})).address).searchParams.get('state')!;
  const token = { authorization: `Bearer ${process.env.PRESS_TOKEN}` };
  const why = (answer: Response) => new URL(answer.headers.get('location')!, BASE).searchParams.get('why') ?? '';
  const STRANGE = /does not belong to a connection begun here/;

  test('is taken from the one who began, once; a wrong code uses it up', async () => {
    const state = await begin();
    expect(why(await back(state, { cookie: session }))).toMatch(STRANGE);
    expect(why(await back(state, token))).not.toMatch(STRANGE);
    expect(why(await back(state, token))).toMatch(STRANGE);
    await connectKestrel('allow');
  });
  test.each(['', 'x', '00000000-0000-4000-8000-000000000000'])('state %j is nobody’s', async (state) => {
    const location = (await back(state, token)).headers.get('location')!;
    expect(location).toMatch(state ? /connect=failed/ : /connect=declined/);
  });
  test('one that is over is not taken', async () => {
    const state = await begin();
    await asOwner((o) => o.query("UPDATE consent SET ends_at = now() - interval '1 second' WHERE id = $1", [state]));
    expect(why(await back(state, token))).toMatch(STRANGE);
  });
});

test('guessing a password is slowed down, for that name only', async () => {
  const guess = (email: string) => send('POST', '/session', { email, password: 'not this one either' });
  const answers: number[] = [];
  for (let i = 0; i < 7; i++) answers.push((await guess('guessed@example.org')).status);
  expect(answers.slice(0, 5)).toEqual([401, 401, 401, 401, 401]);
  expect(answers.slice(5)).toContain(429);
  expect(await sentence(await guess('guessed@example.org'))).toEqual([429, expect.stringMatching(/^Too many wrong tries\. Try again in \d+ seconds?\.$/)]);
  expect((await send('POST', '/session', { email: ADA.email, password: ADA.password })).status).toBe(200);
}); // prettier-ignore

test('every answer says that it is nothing to run or to frame', async () => {
  for (const path of ['/health', '/runs', '/nothing/here', '/openapi.json']) {
    const { headers } = await send('GET', path);
    expect([path, headers.get('content-security-policy'), headers.get('x-content-type-options')]).toEqual([
      path,
      "default-src 'none'; sandbox; frame-ancestors 'none'",
      'nosniff',
    ]);
  }
});
