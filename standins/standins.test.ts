import formbody from '@fastify/formbody';
import multipart from '@fastify/multipart';
import Fastify, { type FastifyInstance } from 'fastify';
import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { kestrel } from './kestrel/kestrel';
import { quayside } from './quayside/quayside';
import { pictureSize } from './store';

const BACK = 'http://127.0.0.1:1/back';
let app: FastifyInstance;
let picture: Buffer;

beforeAll(async () => {
  app = Fastify({ bodyLimit: 12 << 20 });
  await app.register(formbody);
  await app.register(multipart);
  const folder = mkdtempSync(join(tmpdir(), 'press-standins-'));
  await app.register((part, _, done) => (kestrel(part, `${folder}/k`), done()), { prefix: '/kestrel' });
  await app.register((part, _, done) => (quayside(part, `${folder}/q`), done()), { prefix: '/quayside' });
  picture = await sharp({ create: { width: 1200, height: 1100, channels: 3, background: '#24405e' } })
    .jpeg()
    .toBuffer();
});
afterAll(() => app.close());

async function code(verifier: string): Promise<string> {
  const challenge = createHash('sha256').update(verifier).digest('base64url');
  const answer = await app.inject({
    method: 'POST',
    url: '/kestrel/oauth/authorize',
    payload: { client_id: 'c', redirect_uri: BACK, state: 's', code_challenge: challenge, answer: 'allow' },
  });
  return new URL(answer.headers.location as string).searchParams.get('code')!;
}
const exchange = (form: object) =>
  app.inject({ method: 'POST', url: '/kestrel/oauth/token', payload: { client_id: 'c', redirect_uri: BACK, ...form } });
async function token(): Promise<string> {
  const verifier = randomBytes(32).toString('base64url');
  return (await exchange({ grant_type: 'authorization_code', code: await code(verifier), code_verifier: verifier })).json<{
    access_token: string;
  }>().access_token;
}

describe('Kestrel Fair’s sign-in', () => {
  test('a code is worth tokens once, with its own verifier', async () => {
    const verifier = 'v'.repeat(43);
    const good = await code(verifier);
    expect((await exchange({ grant_type: 'authorization_code', code: good, code_verifier: verifier })).statusCode).toBe(200);
    expect((await exchange({ grant_type: 'authorization_code', code: good, code_verifier: verifier })).json()).toMatchObject({
      error: 'invalid_grant',
    });
  });
  test('a wrong verifier is refused', async () =>
    expect(
      (await exchange({ grant_type: 'authorization_code', code: await code('a'.repeat(43)), code_verifier: 'b'.repeat(43) }))
        .statusCode,
    ).toBe(400));
  test('plain challenges are not taken', async () =>
    expect(
      (
        await app.inject(
          `/kestrel/oauth/authorize?response_type=code&client_id=c&redirect_uri=${BACK}&state=s&code_challenge=x&code_challenge_method=plain`,
        )
      ).statusCode,
    ).toBe(400));
  test('no token, no answer', async () => expect((await app.inject('/kestrel/v1/listings')).statusCode).toBe(401));
});

describe('Kestrel Fair’s rules', () => {
  const good = {
    external_ref: 'r',
    title: 'A shirt',
    description: 'Soft.',
    tags: ['coastal gift'],
    who_made: 'i_did',
    when_made: 'made_to_order',
  };
  const post = async (body: object) =>
    app.inject({
      method: 'POST',
      url: '/kestrel/v1/listings',
      headers: { authorization: `Bearer ${await token()}` },
      payload: body,
    });
  test.each([
    ['title', { title: 'T'.repeat(141) }],
    ['title', { title: '' }],
    ['tags', { tags: Array.from({ length: 14 }, (_, i) => `tag number ${i}`) }],
    ['tags', { tags: ['no'] }],
    ['tags', { tags: ['x'.repeat(21)] }],
    ['tags', { tags: ['same tag', 'same tag'] }],
    ['description', { description: '<b>bold</b>' }],
    ['who_made', { who_made: 'someone' }],
    ['external_ref', { external_ref: '' }],
  ])('a wrong %s is refused and named', async (field, change) => {
    const answer = await post({ ...good, ...change });
    expect(answer.statusCode).toBe(422);
    expect(Object.keys(answer.json<{ fields: object }>().fields)).toEqual([field]);
  });
  test('a draft needs pictures and prices before it goes live', async () => {
    const { id } = (await post(good)).json<{ id: string }>();
    const live = await app.inject({
      method: 'POST',
      url: `/kestrel/v1/listings/${id}/activate`,
      headers: { authorization: `Bearer ${await token()}` },
      payload: {},
    });
    expect([live.statusCode, live.json<{ error: string }>().error]).toEqual([
      422,
      'A listing needs a picture before it goes live.',
    ]);
    expect((await app.inject(`/kestrel/fair/listing/${id}`)).body).toContain('Draft: only the stall holder sees this page.');
    expect((await app.inject('/kestrel/fair')).body).not.toContain(id);
  });
});

describe('Quayside', () => {
  const headers = { 'x-quayside-token': 'qs_demo_harbour_light' };
  const send = (method: 'POST' | 'PATCH', url: string, payload: object) =>
    app.inject({ method, url: `/quayside/api${url}`, headers, payload });
  const product = (change: object = {}) => ({
    source_ref: randomBytes(4).toString('hex'),
    name: 'A shirt',
    body_html: '<p>Soft.</p><script>1</script>',
    labels: ['gift'],
    vendor: 'Us',
    product_type: 'Shirt',
    option_names: ['Size'],
    variants: [{ choices: ['M'], price: '19.99', sku: '1' }],
    media: [],
    ...change,
  });

  test.each([
    ['name', { name: 'n'.repeat(256) }],
    ['labels', { labels: ['l'.repeat(61)] }],
    ['variants', { variants: Array.from({ length: 101 }, () => ({ choices: ['M'], price: '1.00', sku: '' })) }],
    ['variants', { variants: [{ choices: ['M'], price: '19.9', sku: '' }] }],
    [
      'option_names',
      { option_names: ['a', 'b', 'c', 'd'], variants: [{ choices: ['1', '2', '3', '4'], price: '1.00', sku: '' }] },
    ],
    ['media', { media: [{ file: 'unknown', alt: '' }] }],
  ])('a wrong %s is refused and named', async (path, change) => {
    const answer = await send('POST', '/products', product(change));
    expect([answer.statusCode, answer.json<{ errors: { path: string }[] }>().errors[0]!.path]).toEqual([422, path]);
  });
  test('its HTML is made safe, it begins hidden, and one reference is one product', async () => {
    const body = product();
    const made = (await send('POST', '/products', body)).json<{ status: string; body_html: string }>();
    expect(made).toMatchObject({ status: 'hidden', body_html: '<p>Soft.</p>' });
    expect((await send('POST', '/products', body)).statusCode).toBe(409);
  });
  test('its bucket runs full and says when to come back', async () => {
    const answers = await Promise.all(Array.from({ length: 60 }, () => app.inject({ url: '/quayside/api/policy', headers })));
    const limited = answers.filter((a) => a.statusCode === 429);
    expect(limited.length).toBeGreaterThan(5);
    expect(limited[0]!.headers['retry-after']).toBe('1');
  });
});

test('a picture’s size is read from its header', async () => {
  expect(pictureSize(picture)).toEqual({ width: 1200, height: 1100 });
  expect(pictureSize(await sharp(picture).png().toBuffer())).toEqual({ width: 1200, height: 1100 });
  expect(pictureSize(Buffer.from('not a picture'))).toBeNull();
});
