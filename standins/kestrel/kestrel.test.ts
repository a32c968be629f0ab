import formbody from '@fastify/formbody';
import multipart from '@fastify/multipart';
import Fastify, { type FastifyInstance } from 'fastify';
import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { kestrel } from './kestrel';
import { NOTICEBOARD } from './noticeboard';

const BACK = 'http://127.0.0.1:1/back';
let app: FastifyInstance;
beforeAll(async () => {
  app = Fastify({ bodyLimit: 24 << 20 });
  await app.register(formbody);
  await app.register(multipart);
  const folder = mkdtempSync(join(tmpdir(), 'press-fair-'));
  await app.register((part, _, done) => (kestrel(part, `${folder}/k`), done()), { prefix: '/kestrel' });
});
afterAll(() => app.close());

async function code(verifier: string): Promise<string> {
  const challenge = createHash('sha256').update(verifier).digest('base64url');
  const answer = await app.inject({
    method: 'POST',
    url: '/kestrel/door',
    payload: { client_id: 'c', redirect_uri: BACK, state: 's', code_challenge: challenge, answer: 'allow' },
  });
  return new URL(answer.headers.location as string).searchParams.get('code')!;
}
const exchange = (form: object) =>
  app.inject({ method: 'POST', url: '/kestrel/door/token', payload: { client_id: 'c', redirect_uri: BACK, ...form } });
async function token(): Promise<string> {
  const verifier = randomBytes(32).toString('base64url');
  const answer = await exchange({ grant_type: 'authorization_code', code: await code(verifier), code_verifier: verifier });
  return answer.json<{ access_token: string }>().access_token;
}

describe('the door', () => {
  test('a code is worth tokens once, with its own verifier', async () => {
    const verifier = 'v'.repeat(43);
    const form = { grant_type: 'authorization_code', code: await code(verifier), code_verifier: verifier };
    expect((await exchange(form)).statusCode).toBe(200);
    expect((await exchange(form)).json()).toMatchObject({ error: 'invalid_grant' });
  });
  test('a wrong verifier is refused', async () =>
    expect(
      (await exchange({ grant_type: 'authorization_code', code: await code('a'.repeat(43)), code_verifier: 'b'.repeat(43) }))
        .statusCode,
    ).toBe(400));
  test('the verifier of RFC 7636, appendix B, opens what its challenge closed', async () => {
    const answer = await app.inject({
      method: 'POST',
      url: '/kestrel/door',
      payload: { client_id: 'c', redirect_uri: BACK, state: 's', code_challenge: 'E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM', answer: 'allow' }, // prettier-ignore
    });
    const given = new URL(answer.headers.location as string).searchParams.get('code')!;
    const verifier = 'dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk';
    expect((await exchange({ grant_type: 'authorization_code', code: given, code_verifier: verifier })).statusCode).toBe(200);
  });
  test('plain challenges are not taken', async () =>
    expect(
      (
        await app.inject(
          `/kestrel/door?response_type=code&client_id=c&redirect_uri=${BACK}&state=s&code_challenge=x&code_challenge_method=plain`,
        )
      ).statusCode,
    ).toBe(400));
});

const WORDS = {
  headline: 'A shirt',
  text: 'Soft.',
  catchwords: ['coastal gift'],
  shelf: 'cloth',
  maker: 'stallholder',
  made: 'to-order',
  tell: null,
};
type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';
async function ask(method: Method, path: string, payload?: object) {
  return app.inject({
    method,
    url: `/kestrel/stall${path}`,
    headers: { authorization: `Bearer ${await token()}` },
    ...(payload && { payload }),
  });
}
const offer = async (): Promise<string> => (await ask('POST', '/offers', { ticket: 't', ...WORDS })).json<{ id: string }>().id;
async function hang(id: string, place: number, side = 1000) {
  const picture = await sharp({ create: { width: side, height: side + 50, channels: 3, background: '#24405e' } }).jpeg().toBuffer(); // prettier-ignore
  const form = new FormData();
  form.set('said', 'a shirt');
  form.set('picture', new Blob([new Uint8Array(picture)], { type: 'image/jpeg' }), 'p.jpg');
  const request = new Request('http://x', { method: 'PUT', body: form });
  return app.inject({
    method: 'PUT',
    url: `/kestrel/stall/offers/${id}/pictures/${place}`,
    headers: { authorization: `Bearer ${await token()}`, 'content-type': request.headers.get('content-type')! },
    payload: Buffer.from(await request.arrayBuffer()),
  });
}
const KINDS = { choices: ['Size'], kinds: [{ picks: ['M'], price: 1999, code: '1' }] };

test('a stranger is told so as a problem of RFC 9457: its media type, and members of its own types', async () => {
  const answer = await app.inject('/kestrel/stall/offers');
  expect([answer.statusCode, answer.headers['content-type']]).toEqual([401, 'application/problem+json']);
  const body = answer.json<Record<string, unknown>>();
  expect(Object.entries(body).map(([name, value]) => [name, typeof value])).toEqual([
    ['type', 'string'],
    ['title', 'string'],
    ['status', 'number'],
    ['detail', 'string'],
  ]);
  expect(() => new URL(body.type as string)).not.toThrow(); // an absolute URI, section 3.1.1
});

test.each([
  ['#/headline', { headline: 'T'.repeat(131) }],
  ['#/headline', { headline: '' }],
  ['#/catchwords', { catchwords: Array.from({ length: 13 }, (_, i) => `word ${i}`) }],
  ['#/catchwords', { catchwords: ['x'] }],
  ['#/catchwords', { catchwords: ['x'.repeat(25)] }],
  ['#/catchwords', { catchwords: ['Same word', 'same word'] }],
  ['#/text', { text: '<b>bold</b>' }],
  ['#/maker', { maker: 'somebody' }],
  ['#/made', { made: 'tomorrow' }],
  ['#/shelf', { shelf: 'of wonders' }],
  ['#/tell', { tell: 'n'.repeat(241) }],
  ['#/ticket', { ticket: '' }],
])('a wrong %s is refused and pointed at', async (pointer, change) => {
  const answer = await ask('POST', '/offers', { ticket: 't', ...WORDS, ...change });
  expect(answer.statusCode).toBe(422);
  expect(answer.json<{ errors: { pointer: string }[] }>().errors.map((e) => e.pointer)).toEqual([pointer]);
});
test('a headline is counted in code points: 130 fish are 260 UTF-16 units, and fit', async () =>
  expect((await ask('POST', '/offers', { ticket: 't', ...WORDS, headline: '🐟'.repeat(130) })).statusCode).toBe(201));
test.each([
  ['#/choices', { choices: ['a', 'b', 'c'], kinds: KINDS.kinds }],
  ['#/kinds', { choices: ['Size'], kinds: [] }],
  ['#/kinds', { choices: [], kinds: Array.from({ length: 321 }, () => ({ picks: [], price: 100, code: '' })) }],
  ['#/kinds/0/price', { choices: ['Size'], kinds: [{ picks: ['M'], price: 19.5, code: '' }] }],
  ['#/kinds/0/price', { choices: ['Size'], kinds: [null] }],
  ['#/kinds/0/picks', { choices: ['Size'], kinds: [{ picks: [], price: 1950, code: '' }] }],
])('kinds with a wrong %s are refused', async (pointer, goods) => {
  const answer = await ask('PUT', `/offers/${await offer()}/kinds`, goods);
  expect([answer.statusCode, answer.json<{ errors: { pointer: string }[] }>().errors[0]!.pointer]).toEqual([422, pointer]);
});

test('an offer needs a picture in the first place and a price before it is laid out, and stands aside until then', async () => {
  const id = await offer();
  const layOut = () => ask('POST', `/offers/${id}/lay-out`, {});
  expect((await layOut()).json<{ detail: string }>().detail).toMatch(/no picture/);
  expect((await hang(id, 1)).statusCode).toBe(200);
  expect((await layOut()).json<{ detail: string }>().detail).toMatch(/has a price/);
  await ask('PUT', `/offers/${id}/kinds`, KINDS);
  expect((await app.inject(`/kestrel/fair/${id}`)).body).toContain('only the stallholder sees this');
  expect((await app.inject('/kestrel/fair')).body).not.toContain(id);
  const laid = (await layOut()).json<{ standing: string; table: { until: string; again: boolean } }>();
  expect([laid.standing, laid.table.again]).toEqual(['on-the-table', true]);
  expect((await app.inject('/kestrel/fair')).body).toContain(id);
  // laying out what lies there already does nothing, and pays for nothing
  expect((await layOut()).json()).toEqual(laid);
  await ask('POST', `/offers/${id}/pack-away`, {});
  expect((await app.inject('/kestrel/fair')).body).not.toContain(id);
});

test('a place holds one picture: another one takes its place, and a place can be cleared', async () => {
  const id = await offer();
  for (const [place, side] of [[2, 1000], [1, 1010], [2, 1020]] as const) await hang(id, place, side); // prettier-ignore
  const pictures = async () => (await ask('GET', `/offers/${id}`)).json<{ pictures: { place: number; sha256: string }[] }>().pictures; // prettier-ignore
  const hung = await pictures();
  expect(hung.map((p) => p.place)).toEqual([1, 2]);
  await ask('DELETE', `/offers/${id}/pictures/1`);
  expect(await pictures()).toEqual([hung[1]]);
  expect((await hang(id, 19)).statusCode).toBe(422);
  expect((await hang(id, 1, NOTICEBOARD.pictures.shorter_side - 1)).json<{ detail: string }>().detail).toMatch(/shorter side/);
});

test('words can be taken anew, and the fair does not compare tickets', async () => {
  const first = await offer();
  const second = await offer();
  expect(second).not.toBe(first);
  await ask('PUT', `/offers/${first}/words`, { ...WORDS, headline: 'Another shirt' });
  const found = (await ask('GET', '/offers?ticket=t&many=100')).json<{ offers: { id: string; headline: string }[] }>().offers;
  expect(found.filter((o) => [first, second].includes(o.id)).map((o) => o.headline)).toEqual(['Another shirt', 'A shirt']);
});
