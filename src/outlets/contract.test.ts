import formbody from '@fastify/formbody';
import multipart from '@fastify/multipart';
import fc from 'fast-check';
import Fastify, { type FastifyInstance } from 'fastify';
import { createHash } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { controlRoutes } from '../../standins/control';
import { kestrel as kestrelFair } from '../../standins/kestrel/kestrel';
import { quayside as quaysideShop } from '../../standins/quayside/quayside';
import { adapterFor } from '.';
import { differences } from '../core/listing/compare';
import { OutletAnswer, type Done, type ListingPayload, type OutletAdapter, type Session } from './contract';

/** What every adapter promises the sending service, held against its stand-in over real HTTP, without the service. */
let app: FastifyInstance;
let base = '';
const pictures = new Map<string, Buffer>();
beforeAll(async () => {
  app = Fastify({ bodyLimit: 24 << 20, forceCloseConnections: true });
  await app.register(formbody);
  await app.register(multipart, { limits: { fileSize: 16 << 20, files: 1 } });
  controlRoutes(app);
  const folder = mkdtempSync(join(tmpdir(), 'press-contract-'));
  await app.register((part, _, done) => (kestrelFair(part, `${folder}/k`), done()), { prefix: '/kestrel' });
  await app.register((part, _, done) => (quaysideShop(part, `${folder}/q`), done()), { prefix: '/quayside' });
  await app.listen({ host: '127.0.0.1', port: 0 });
  base = `http://127.0.0.1:${(app.server.address() as AddressInfo).port}`;
  for (const [i, name] of ['a.jpg', 'b.jpg', 'c.jpg', 'd.jpg'].entries())
    pictures.set(name, await sharp({ create: { width: 1000, height: 1000, channels: 3, background: { r: 40 * i, g: 90, b: 120 } } }).jpeg().toBuffer()); // prettier-ignore
});
afterAll(() => app.close());

const control = (outlet: string, behaviour: object) =>
  fetch(`${base}/control/${outlet}`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(behaviour) }); // prettier-ignore

async function open(outlet: string): Promise<{ adapter: OutletAdapter; session: Session; kept: Record<string, string>[] }> {
  const adapter = adapterFor(outlet);
  const kept: Record<string, string>[] = [];
  const baseUrl = `${base}/${outlet}`;
  let secret: Record<string, string>;
  if (adapter.connecting.by === 'key') secret = adapter.connecting.secretOf('harbour-light-demo');
  else {
    const back = 'http://127.0.0.1:1/back';
    let verifier = '';
    const asked = new URL(adapter.connecting.begin(baseUrl, back, (v) => ((verifier = v), 'state')));
    const form = new URLSearchParams([...asked.searchParams, ['answer', 'allow']]);
    const answer = await fetch(asked.origin + asked.pathname, { method: 'POST', body: form, redirect: 'manual' });
    const code = new URL(answer.headers.get('location')!).searchParams.get('code')!;
    secret = await adapter.connecting.end(baseUrl, code, verifier, back);
  }
  const session: Session = {
    baseUrl,
    secret,
    keep: (s) => Promise.resolve(void kept.push(s)),
    readPicture: (file) => Promise.resolve(pictures.get(file)!),
  };
  return { adapter, session, kept };
}

let serial = 0;
const listing = (change: Partial<ListingPayload> = {}): ListingPayload => ({
  ref: `contract-${process.pid}-${serial++}`,
  title: 'Heron Shirt, Marsh Tee',
  description: 'One heron.\n\n- standing\n- on one leg & still',
  tags: ['heron shirt', 'marsh gift'],
  brand: 'Saltmarsh Lane',
  kind: 'Shirt',
  currency: 'USD',
  options: ['Colour', 'Size'],
  variants: [
    { values: ['Ink', 'M'], priceMinor: 2699, sku: '1' },
    { values: ['Ink', '2XL'], priceMinor: 2999, sku: '2' },
  ],
  pictures: [
    { file: 'a.jpg', alt: 'front' },
    { file: 'b.jpg', alt: 'close' },
  ],
  ...change,
});

/** Goes through the steps as the service would, and waits where the outlet says so. */
async function send(
  adapter: OutletAdapter,
  session: Session,
  payload: ListingPayload,
  live: boolean,
  done: Done = {},
): Promise<Done> {
  for (const step of adapter.steps(payload, live, done)) {
    for (;;) {
      try {
        done[step.name] = await adapter.perform(step.name, payload, done, session);
        break;
      } catch (error) {
        if (!(error instanceof OutletAnswer) || error.kind !== 'wait') throw error;
        await new Promise((resolve) => setTimeout(resolve, error.more.waitMs));
      }
    }
  }
  return done;
}
async function reread(adapter: OutletAdapter, session: Session, done: Done, payload: ListingPayload) {
  for (;;) {
    try {
      const there = await adapter.read(adapter.standing(done, session).remoteId, session);
      return { there, differs: there && differences(payload, adapter.sentPictures(payload, done), there) };
    } catch (error) {
      if (!(error instanceof OutletAnswer) || error.kind !== 'wait') throw error;
      await new Promise((resolve) => setTimeout(resolve, error.more.waitMs));
    }
  }
}

describe.each(['kestrel', 'quayside'])('%s', (outlet) => {
  afterEach(() => control(outlet, {}));

  test('its rules are read whole: lengths, counts, fees in millionths and minor units, and a schema', async () => {
    const { adapter, session } = await open(outlet);
    const rules = await adapter.fetchRules(session);
    for (const n of [rules.title.maxLength, rules.tags.max, rules.pictures.max, rules.variants.max, rules.fees.paymentShare])
      expect(Number.isInteger(n) && n > 0).toBe(true);
    expect(Object.values(rules.fees).every((f) => Number.isInteger(f) && f >= 0)).toBe(true);
    expect(rules.currency).toMatch(/^[A-Z]{3}$/);
    expect(rules.version).not.toBe('');
    expect(rules.listingSchema).toHaveProperty('properties.title.maxLength', rules.title.maxLength);
  });

  test('what was sent reads back without a difference, first as a draft, then live', async () => {
    const { adapter, session } = await open(outlet);
    const payload = listing();
    const done = await send(adapter, session, payload, false);
    const draft = await reread(adapter, session, done, payload);
    expect([draft.differs, draft.there!.state]).toEqual([[], 'draft there']);
    await send(adapter, session, payload, true, done);
    const live = await reread(adapter, session, done, payload);
    expect([live.differs, live.there!.state]).toEqual([[], 'live']);
    const page = await fetch(adapter.standing(done, session).url);
    expect(await page.text()).toContain(`<h1>${payload.title}</h1>`);
  });

  test('sent again with other content, the same listing is changed: words, prices, fewer and other pictures', async () => {
    const { adapter, session } = await open(outlet);
    const first = listing({ pictures: ['a.jpg', 'b.jpg', 'c.jpg'].map((file) => ({ file, alt: '' })) });
    const done = await send(adapter, session, first, true);
    const id = adapter.standing(done, session).remoteId;
    const second = listing({
      ref: first.ref,
      title: 'Egret Shirt',
      tags: ['egret'],
      variants: [{ values: ['Ink', 'M'], priceMinor: 3099, sku: '1' }],
      pictures: [{ file: 'd.jpg', alt: 'new' }],
    });
    await send(adapter, session, second, true, done);
    expect(adapter.standing(done, session).remoteId).toBe(id);
    const { there, differs } = await reread(adapter, session, done, second);
    expect([differs, there!.pictures]).toEqual([[], [createHash('sha256').update(pictures.get('d.jpg')!).digest('hex')]]);
  });

  test('every step whose answer is lost can be found or repeated, and nothing is there twice', async () => {
    const { adapter, session } = await open(outlet);
    const payload = listing();
    const done: Done = {};
    for (const { name } of adapter.steps(payload, true, done)) {
      await control(outlet, { dropNext: 1 });
      await expect(adapter.perform(name, payload, done, session)).rejects.toMatchObject({ kind: 'unclear' });
      await control(outlet, {});
      done[name] = (await adapter.find(name, payload, session)) ?? (await adapter.perform(name, payload, done, session));
    }
    const { differs } = await reread(adapter, session, done, payload);
    expect(differs).toEqual([]);
    const shop = await (await fetch(`${base}/${outlet}/${outlet === 'kestrel' ? 'fair' : 'shop'}`)).text();
    const address = new URL(adapter.standing(done, session).url).pathname;
    expect(shop.split(address).length - 1).toBe(1);
  });

  test.each([
    ['a refusal', { refuseNext: 1 }, 'refused'],
    ['too many requests', { limitNext: 1, retryAfterSeconds: 7 }, 'wait'],
    ['trouble', { failNext: 1 }, 'unclear'],
    ['no answer', { down: true }, 'unclear'],
  ])('%s is told as what it is, with a sentence', async (_, behaviour, kind) => {
    const { adapter, session } = await open(outlet);
    const payload = listing();
    await control(outlet, behaviour);
    const error = await adapter
      .perform(adapter.steps(payload, false, {})[0]!.name, payload, {}, session)
      .catch((e: unknown) => e);
    expect(error).toBeInstanceOf(OutletAnswer);
    const answer = error as OutletAnswer;
    expect([answer.kind, /^[A-Z].+\.$/.test(answer.sentence)]).toEqual([kind, true]);
    if (kind === 'wait') expect(answer.more.waitMs).toBe(7000);
  });

  test('what it does not know is null, and a stranger’s secret is a sign-in, not a refusal', async () => {
    const { adapter, session } = await open(outlet);
    expect(await adapter.read('nothing-of-the-kind', session)).toBeNull();
    const stranger = { ...session, secret: { key: 'x', accessToken: 'x', refreshToken: 'x' } };
    await expect(adapter.fetchRules(stranger)).rejects.toMatchObject({ kind: 'sign-in' });
  });

  test('steps carry what they send: other content is another step, the same content is the same', () => {
    const adapter = adapterFor(outlet);
    const word = fc.stringMatching(/^[a-z]{3,12}$/);
    fc.assert(
      fc.property(word, word, fc.integer({ min: 100, max: 9999 }), fc.boolean(), (a, b, price, live) => {
        const of = (title: string, priceMinor: number) =>
          JSON.stringify(adapter.steps(listing({ ref: 'r', title, variants: [{ values: ['Ink', 'M'], priceMinor, sku: '1' }] }), live, {})); // prettier-ignore
        expect(of(a, price)).toBe(of(a, price));
        if (a !== b) expect(of(a, price)).not.toBe(of(b, price));
        expect(of(a, price)).not.toBe(of(a, price + 1));
      }),
    );
  });
});

test('a token that has expired is renewed once, kept, and the call goes through', async () => {
  const { adapter, session, kept } = await open('kestrel');
  await fetch(`${base}/control/kestrel/expire-tokens`, { method: 'POST' });
  expect((await adapter.fetchRules(session)).currency).toBe('USD');
  expect(kept).toHaveLength(1);
  expect(session.secret).toEqual(kept[0]);
});

test('the quay says when no call is left: the adapter holds back by itself until there are more', async () => {
  const { adapter, session } = await open('quayside');
  let waits: OutletAnswer | undefined;
  for (let i = 0; i < 200 && !waits; i++)
    await adapter.fetchRules(session).catch((error: unknown) => {
      waits = error as OutletAnswer;
    });
  expect(waits!.kind).toBe('wait');
  // it was our own word, not the shop's: nothing was refused
  expect([waits!.more.status, waits!.sentence]).toEqual([undefined, 'Quayside takes no more calls just now.']);
  await new Promise((resolve) => setTimeout(resolve, waits!.more.waitMs));
  expect((await adapter.fetchRules(session)).version).toBe('11');
});
