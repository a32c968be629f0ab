import Fastify, { type FastifyInstance } from 'fastify';
import mergePatch from 'json-merge-patch';
import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { condition } from './conditional';
import { HOUSE } from './house';
import { quayside } from './quayside';
import { turnstile } from './turnstile';

/** The cases of RFC 7396, appendix A: original, patch, result. */
const RFC_7396: [unknown, unknown, unknown][] = [
  [{ a: 'b' }, { a: 'c' }, { a: 'c' }],
  [{ a: 'b' }, { b: 'c' }, { a: 'b', b: 'c' }],
  [{ a: 'b' }, { a: null }, {}],
  [{ a: 'b', b: 'c' }, { a: null }, { b: 'c' }],
  [{ a: ['b'] }, { a: 'c' }, { a: 'c' }],
  [{ a: 'c' }, { a: ['b'] }, { a: ['b'] }],
  [{ a: { b: 'c' } }, { a: { b: 'd', c: null } }, { a: { b: 'd' } }],
  [{ a: [{ b: 'c' }] }, { a: [1] }, { a: [1] }],
  [
    ['a', 'b'],
    ['c', 'd'],
    ['c', 'd'],
  ],
  [{ a: 'b' }, ['c'], ['c']],
  [{ a: 'foo' }, null, null],
  [{ a: 'foo' }, 'bar', 'bar'],
  [{ e: null }, { a: 1 }, { e: null, a: 1 }],
  [[1, 2], { a: 'b', c: null }, { a: 'b' }],
  [{}, { a: { bb: { ccc: null } } }, { a: { bb: {} } }],
];
test.each(RFC_7396)('merge patch of RFC 7396: %j with %j', (original, patch, result) =>
  expect(mergePatch.apply(structuredClone(original), patch)).toEqual(result),
);

describe('conditions, by the text of RFC 9110', () => {
  test.each([
    // 13.1.1: "If the field value is "*", the condition is true if the origin server has a current representation"
    ['PUT', '"a"', '*', undefined, 'met'],
    ['PUT', null, '*', undefined, 'failed'],
    // "If the field value is a list of entity tags, the condition is true if any of the listed tags match"
    ['PATCH', '"a"', '"b", "a"', undefined, 'met'],
    ['PATCH', '"a"', '"b"', undefined, 'failed'],
    // "An origin server MUST use the strong comparison function when comparing entity tags for If-Match"
    ['PATCH', '"a"', 'W/"a"', undefined, 'failed'],
    // 13.1.2: "If the field value is "*", the condition is false if the origin server has a current representation"
    ['PUT', '"a"', undefined, '*', 'failed'],
    ['PUT', null, undefined, '*', 'met'],
    // "A recipient MUST use the weak comparison function when comparing entity tags for If-None-Match"
    ['GET', '"a"', undefined, 'W/"a"', 'not-modified'],
    ['GET', '"a"', undefined, '"b"', 'met'],
    // 13.2.2: If-Match comes first
    ['PUT', '"a"', '"b"', '"c"', 'failed'],
    ['PUT', '"a"', undefined, undefined, 'none'],
  ] as const)('%s on %s with If-Match %s, If-None-Match %s: %s', (method, now, ifMatch, ifNoneMatch, result) =>
    expect(condition(method, now, ifMatch, ifNoneMatch)).toBe(result),
  );
});

test('the turnstile lets the quota through, tells what is left, and opens again with the next window', () => {
  let now = 1_000_000;
  const pass = turnstile(() => now);
  const { of, within_seconds } = HOUSE.calls;
  expect(pass().headers).toEqual({ 'ratelimit-policy': `"quay";q=${of};w=${within_seconds}`, ratelimit: `"quay";r=${of - 1};t=${within_seconds}` }); // prettier-ignore
  const all = Array.from({ length: of + 4 }, () => pass());
  expect(all.filter((a) => a.passed)).toHaveLength(of - 1);
  expect(all.at(-1)).toEqual({ passed: false, headers: expect.objectContaining({ ratelimit: `"quay";r=0;t=${within_seconds}`, 'retry-after': String(within_seconds) }) as object }); // prettier-ignore
  now += within_seconds * 1000;
  expect(pass().passed).toBe(true);
});

let app: FastifyInstance;
let picture: Buffer;
let sha256: string;
const headers = { authorization: 'Bearer harbour-light-demo' };
beforeAll(async () => {
  app = Fastify({ bodyLimit: 24 << 20 });
  const folder = mkdtempSync(join(tmpdir(), 'press-quay-'));
  await app.register((part, _, done) => (quayside(part, `${folder}/q`), done()), { prefix: '/quayside' });
  picture = await sharp({ create: { width: 700, height: 720, channels: 3, background: '#24405e' } }).jpeg().toBuffer(); // prettier-ignore
  sha256 = createHash('sha256').update(picture).digest('hex');
});
afterAll(() => app.close());

const put = (hash: string, data: Buffer) =>
  app.inject({ method: 'PUT', url: `/quayside/yard/pictures/${hash}`, headers: { ...headers, 'content-type': 'image/jpeg' }, payload: data }); // prettier-ignore
const send = (
  method: 'GET' | 'PUT' | 'PATCH' | 'DELETE',
  reference: string,
  payload?: object,
  more: Record<string, string> = {},
) =>
  app.inject({
    method,
    url: `/quayside/yard/wares/${reference}`,
    headers: { ...headers, ...more, ...(method === 'PATCH' && { 'content-type': 'application/merge-patch+json' }) },
    ...(payload && { payload }),
  });
const make = (reference: string, payload: object) => send('PUT', reference, payload, { 'if-none-match': '*' });
const fresh = () => `ref-${randomBytes(4).toString('hex')}`;
const ware = (change: object = {}) => ({
  name: 'A shirt',
  story: '<p>Soft.</p><script>1</script>',
  labels: ['gift'],
  brand: 'Us',
  kind: 'Shirt',
  choices: ['Size'],
  articles: [{ picks: ['M'], price: { USD: '19.99' }, code: '1' }],
  pictures: [],
  standing: 'in-the-back',
  ...change,
});

test('a picture goes by its SHA-256, once; what does not match its address is refused', async () => {
  expect((await put('0'.repeat(64), picture)).statusCode).toBe(422);
  expect((await put(sha256, picture)).statusCode).toBe(201);
  expect((await put(sha256, picture)).statusCode).toBe(204);
  expect((await app.inject({ method: 'HEAD', url: `/quayside/yard/pictures/${sha256}`, headers })).statusCode).toBe(200);
  expect((await put(createHash('sha256').update('x').digest('hex'), Buffer.from('x'))).statusCode).toBe(422);
});

test.each([
  ['#/name', { name: 'n'.repeat(181) }],
  ['#/labels', { labels: ['l'.repeat(41)] }],
  ['#/labels', { labels: Array.from({ length: 81 }, (_, i) => `l${i}`) }],
  ['#/articles', { articles: Array.from({ length: 241 }, () => ({ picks: ['M'], price: { USD: '1.00' }, code: '' })) }],
  ['#/articles/0/price', { articles: [{ picks: ['M'], price: { USD: '19.9' }, code: '' }] }],
  ['#/articles/0/price', { articles: [{ picks: ['M'], price: { EUR: '19.90' }, code: '' }] }],
  ['#/articles/0/picks', { articles: [{ picks: [], price: { USD: '19.90' }, code: '' }] }],
  ['#/choices', { choices: ['a', 'b', 'c', 'd'], articles: [{ picks: ['1', '2', '3', '4'], price: { USD: '1.00' }, code: '' }] }],
  ['#/pictures/0/sha256', { pictures: [{ sha256: 'f'.repeat(64), alt: '' }] }],
  ['#/pictures/0/sha256', { pictures: [null] }],
  ['#/standing', { standing: 'on the roof' }],
  ['#/origin', { origin: 'Norway' }],
  ['#/hs', { hs: 'shirt' }],
  ['#/collections/0', { collections: ['none'] }],
])('a wrong %s is refused and pointed at', async (pointer, change) => {
  const answer = await make(fresh(), ware(change));
  expect([answer.statusCode, answer.headers['content-type']]).toEqual([422, 'application/problem+json']);
  expect(answer.json<{ errors: { pointer: string }[] }>().errors.map((e) => e.pointer)).toEqual([pointer]);
});

test('a ware is made once: the second time the condition fails, and nothing is touched', async () => {
  const reference = fresh();
  const made = await make(reference, ware());
  expect([made.statusCode, made.json<{ story: string }>().story]).toEqual([201, '<p>Soft.</p>']);
  expect((await make(reference, ware({ name: 'Another' }))).statusCode).toBe(412);
  expect((await send('GET', reference)).json<{ name: string }>().name).toBe('A shirt');
  // RFC 6585, section 3
  expect((await send('PUT', reference, ware())).statusCode).toBe(428);
  expect((await send('PATCH', reference, { name: 'x' })).statusCode).toBe(428);
});

test('a patch with the current tag changes what it names, and an old tag changes nothing', async () => {
  const reference = fresh();
  const tag = (await make(reference, ware({ origin: 'PT' }))).headers.etag as string;
  const changed = await send('PATCH', reference, { name: 'Better', origin: null }, { 'if-match': tag });
  expect(changed.json()).toMatchObject({ name: 'Better', labels: ['gift'] });
  expect(changed.json()).not.toHaveProperty('origin');
  expect(changed.headers.etag).not.toBe(tag);
  expect((await send('PATCH', reference, { name: 'Late' }, { 'if-match': tag })).statusCode).toBe(412);
  const now = changed.headers.etag as string;
  expect((await send('GET', reference, undefined, { 'if-none-match': now })).statusCode).toBe(304);
  expect((await send('PATCH', reference, { name: '' }, { 'if-match': now })).statusCode).toBe(422);
  expect((await send('DELETE', reference, undefined, { 'if-match': now })).statusCode).toBe(204);
  expect((await send('GET', reference)).statusCode).toBe(404);
});

test('the first page shows the wares in the window, or those of the collection that is the front', async () => {
  const [a, b] = [fresh(), fresh()];
  const collection = (id: string, body: object) =>
    app.inject({ method: 'PUT', url: `/quayside/yard/collections/${id}`, headers, payload: body });
  await collection('winter', { title: 'Winter' });
  await make(a, ware({ name: 'Seen from the street', standing: 'in-the-window' }));
  await make(b, ware({ name: 'Wrapped up warm', standing: 'in-the-window', collections: ['winter'] }));
  const front = async () => (await app.inject('/quayside/shop')).body;
  expect(await front()).toContain('Seen from the street');
  await collection('winter', { title: 'Winter', front: true });
  expect(await front()).toContain('Wrapped up warm');
  expect(await front()).not.toContain('Seen from the street');
});
