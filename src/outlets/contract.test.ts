import formbody from '@fastify/formbody';
import multipart from '@fastify/multipart';
import Ajv2020 from 'ajv/dist/2020.js';
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
import { LIES, startLiar, type Liar, type Lie } from '../../tests/liar';
import { adapterFor } from '.';
import { differences } from '../core/listing/compare';
import { publishedSchema } from '../core/schema/documents';
import { settled } from '../core/outlet/rules';
import {
  OutletAnswer,
  type Done,
  type ListingField,
  type ListingPayload,
  type OutletAdapter,
  type Session,
  type Step,
} from './contract';

/** What every adapter promises the sending service, held against its stand-in over real HTTP, without the service. */
let app: FastifyInstance;
let base = '';
let liar: Liar;
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
  liar = await startLiar(base);
  for (const [i, name] of ['a.jpg', 'b.jpg', 'c.jpg', 'd.jpg'].entries())
    pictures.set(name, await sharp({ create: { width: 1000, height: 1000, channels: 3, background: { r: 40 * i, g: 90, b: 120 } } }).jpeg().toBuffer()); // prettier-ignore
});
afterAll(async () => {
  liar.close();
  await app.close();
});

const control = (outlet: string, behaviour: object) =>
  fetch(`${base}/control/${outlet}`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(behaviour) }); // prettier-ignore

async function open(outlet: string): Promise<{ adapter: OutletAdapter; session: Session; kept: Record<string, string>[] }> {
  const adapter = adapterFor(outlet);
  const kept: Record<string, string>[] = [];
  const baseUrl = `${base}/${outlet}`;
  let secret: Record<string, string>;
  if (adapter.connect.by === 'key') secret = adapter.connect.secretOf('harbour-light-demo');
  else {
    const { address, keep } = adapter.connect.begin(baseUrl, 'http://127.0.0.1:1/back', 'our-token');
    const asked = new URL(address);
    const form = new URLSearchParams([...asked.searchParams, ['answer', 'allow']]);
    const answer = await fetch(asked.origin + asked.pathname, { method: 'POST', body: form, redirect: 'manual' });
    const back = new URL(answer.headers.get('location')!).searchParams;
    expect([adapter.connect.tokenIn(back), adapter.connect.declined(back)]).toEqual(['our-token', false]);
    secret = await adapter.connect.end('The outlet', baseUrl, back, keep);
  }
  const session: Session = {
    name: 'The outlet',
    baseUrl,
    secret,
    renew: async (renewed) => {
      session.secret = await renewed(session.secret);
      kept.push(session.secret);
    },
    readFile: (file) => Promise.resolve(pictures.get(file)!),
  };
  return { adapter, session, kept };
}

/** What our key leads to, under the name of the part that makes a listing there. */
const bySelf = async (adapter: OutletAdapter, key: string, session: Session): Promise<Done> => {
  const found = (await patiently(() => adapter.read.byKey(key, session)))!;
  return { offer: found, ware: found };
};

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

/** Carries out steps as the service would, and waits where the outlet says so. */
async function carryOut(steps: Step[], session: Session, done: Done): Promise<Done> {
  for (const step of steps) done[step.part] = await patiently(() => step.perform(done, session));
  return done;
}
async function patiently<T>(work: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof OutletAnswer) || error.kind !== 'wait') throw error;
      await new Promise((resolve) => setTimeout(resolve, error.more.waitMs));
    }
  }
}
const stepsOf = ({ write }: OutletAdapter, payload: ListingPayload, live: boolean, done: Done): Step[] => [
  ...write.make(payload, done),
  ...(live ? write.state('live', { remoteId: null, key: payload.ref }) : []),
];
const send = (adapter: OutletAdapter, session: Session, payload: ListingPayload, live: boolean, done: Done = {}) =>
  carryOut(stepsOf(adapter, payload, live, done), session, done);

async function reread(adapter: OutletAdapter, session: Session, done: Done, payload: ListingPayload) {
  const { remoteId } = adapter.write.standing(done, session);
  const there = await patiently(() => adapter.read.one(remoteId, session));
  return { remoteId, there, differs: there && differences(payload, adapter.write.sentPictures(payload, done), there) };
}

describe.each(['kestrel', 'quayside'])('%s', (outlet) => {
  afterEach(() => {
    liar.lie = () => null;
    return control(outlet, {});
  });

  test('its rules are read whole: lengths, counts, fees in millionths and minor units, and a schema', async () => {
    const { adapter, session } = await open(outlet);
    const rules = await adapter.rules(session);
    expect(new Ajv2020({ strict: false }).validate(publishedSchema('rules'), rules)).toBe(true);
    expect(rules.fees.some((f) => f.kind === 'payment' && f.share > 0)).toBe(true);
    expect(rules.listingSchema).toHaveProperty('properties.title.maxLength', rules.texts.title!.limit);
  });

  test('what buyers get at once is handed over: more, fewer and other files, in their order', async () => {
    const { adapter, session } = await open(outlet);
    const file = (name: string, data: string) => {
      pictures.set(name, Buffer.from(data));
      return { name, file: name, sha256: createHash('sha256').update(data).digest('hex') };
    };
    const [contents, wren, heron] = [
      file('Contents.pdf', '%PDF-1.7'),
      file('Wren × 2.zip', 'PK one'),
      file('Heron.zip', 'PK two'),
    ];
    expect((await adapter.rules(session)).downloads!.bytesEach).toBeGreaterThan(1_000_000);
    const first = listing({ options: [], variants: [{ values: [], priceMinor: 690, sku: '1' }], downloads: [contents, wren] });
    const done = await send(adapter, session, first, true);
    const { remoteId, differs, there } = await reread(adapter, session, done, first);
    expect([differs, there!.downloads]).toEqual([[], [contents.sha256, wren.sha256]]);
    const page = await (await fetch(adapter.write.standing(done, session).url)).text();
    for (const { name } of first.downloads!) expect(page).toContain(name);
    // as a buyer would be handed it
    const address = new RegExp('href="([^"]*)"[^>]*>Wren × 2.zip').exec(page)![1]!;
    const handed = await fetch(new URL(address, session.baseUrl));
    expect([await handed.text(), handed.headers.get('content-disposition')]).toEqual([
      'PK one',
      expect.stringContaining('attachment'),
    ]);
    for (const downloads of [[heron, contents], []]) {
      const target = { ...first, downloads };
      await carryOut(adapter.write.downloads({ remoteId, listing: target, fields: ['downloads'] }, done), session, done);
      expect((await reread(adapter, session, done, target)).differs).toEqual([]);
    }
  });

  test('what it lets a seller choose is told as a document, and what is chosen is sent', async () => {
    const { adapter, session } = await open(outlet);
    const offer = await adapter.settings(session);
    expect(new Ajv2020({ strict: false }).validate(publishedSchema('settings'), offer)).toBe(true);
    // what is chosen nowhere is what it begins with
    expect(Object.keys(settled(offer, {}))).toEqual(offer.fields.map((f) => f.name));
    const [first] = offer.fields;
    const chosen = { [first!.name]: first!.choices?.at(-1)?.value ?? 'Another brand' };
    const carries = (p: ListingPayload) => JSON.stringify(adapter.write.make(p, {}));
    const payload = listing({ brand: chosen.brand ?? 'Saltmarsh Lane', settings: settled(offer, chosen) });
    expect(carries(payload)).toContain(Object.values(chosen)[0]);
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
    const page = await fetch(adapter.write.standing(done, session).url);
    expect(await page.text()).toContain(`<h1>${payload.title}</h1>`);
  });

  test('sent again with other content, the same listing is changed: words, prices, fewer and other pictures', async () => {
    const { adapter, session } = await open(outlet);
    const first = listing({ pictures: ['a.jpg', 'b.jpg', 'c.jpg'].map((file) => ({ file, alt: '' })) });
    const done = await send(adapter, session, first, true);
    const id = adapter.write.standing(done, session).remoteId;
    const second = listing({
      ref: first.ref,
      title: 'Egret Shirt',
      tags: ['egret'],
      variants: [{ values: ['Ink', 'M'], priceMinor: 3099, sku: '1' }],
      pictures: [{ file: 'd.jpg', alt: 'new' }],
    });
    await send(adapter, session, second, true, done);
    expect(adapter.write.standing(done, session).remoteId).toBe(id);
    const { there, differs } = await reread(adapter, session, done, second);
    expect([differs, there!.pictures]).toEqual([[], [createHash('sha256').update(pictures.get('d.jpg')!).digest('hex')]]);
  });

  test.each<[string, Partial<ListingPayload>, ListingField[]]>([
    ['its title', { title: 'Egret Shirt' }, ['title']],
    ['its tags and description', { tags: ['egret'], description: 'One egret.' }, ['tags', 'description']],
    ['a price', { variants: [{ values: ['Ink', 'M'], priceMinor: 3099, sku: '1' }, { values: ['Ink', '2XL'], priceMinor: 2999, sku: '2' }] }, ['prices']],
    ['its pictures', { pictures: [{ file: 'd.jpg', alt: 'new' }] }, ['pictures']],
  ])('a change of %s changes just that, also where somebody changed the rest there', async (_, change, fields) => {
    const { adapter, session } = await open(outlet);
    const first = listing();
    const done = await send(adapter, session, first, true);
    const { remoteId } = await reread(adapter, session, done, first);
    // by hand at the outlet: what this change does not name
    const hand = fields.includes('title') ? { ...first, tags: ['by hand'] } : { ...first, title: 'By hand' };
    const theirs = fields.includes('title') ? (['tags'] as const) : (['title'] as const);
    await carryOut(adapter.write.change({ remoteId, listing: hand, fields: theirs }), session, done);
    const target = { ...hand, ...change };
    const how = { remoteId, listing: target, fields };
    const steps = [...adapter.write.change(how), ...(fields.includes('pictures') ? adapter.write.pictures(how, done) : [])];
    await carryOut(steps, session, done);
    const { there, differs } = await reread(adapter, session, done, target);
    expect([differs, there!.state]).toEqual([[], 'live']);
  }); // prettier-ignore

  test('what stands there is listed whole, a page at a time, and found by our key', async () => {
    const { adapter, session } = await open(outlet);
    const payload = listing();
    const done = await send(adapter, session, payload, false);
    const { remoteId } = adapter.write.standing(done, session);
    const all: string[] = [];
    for (let after: string | null = null, first = true; first || after; first = false) {
      const page: { remoteIds: string[]; next: string | null } = await patiently(() => adapter.read.list(after, session));
      all.push(...page.remoteIds);
      after = page.next;
    }
    expect([all.includes(remoteId), new Set(all).size]).toEqual([true, all.length]);
    expect(
      adapter.write.standing({ offer: {}, ware: {}, ...(await bySelf(adapter, payload.ref, session)) }, session).remoteId,
    ).toBe(remoteId);
  });

  test('it is put in every state that its rules let it be put in', async () => {
    const { adapter, session } = await open(outlet);
    const rules = await patiently(() => adapter.rules(session));
    const payload = listing();
    const done = await send(adapter, session, payload, false);
    const { remoteId } = adapter.write.standing(done, session);
    let state: string = 'draft there';
    for (let i = 0; i < 4; i++) {
      const goal = rules.states.find((s) => s.state === state)!.to[0]!;
      await carryOut(adapter.write.state(goal, { remoteId, key: payload.ref }), session, done);
      state = (await patiently(() => adapter.read.one(remoteId, session)))!.state;
      expect(state).toBe({ draft: 'draft there', live: 'live', ended: 'ended' }[goal]);
    }
  });

  test('every step whose answer is lost can be found or repeated, and nothing is there twice', async () => {
    const { adapter, session } = await open(outlet);
    const payload = listing();
    const done: Done = {};
    for (const step of stepsOf(adapter, payload, true, done)) {
      await control(outlet, { dropNext: 1 });
      await expect(step.perform(done, session)).rejects.toMatchObject({ kind: 'unclear' });
      await control(outlet, {});
      const found = step.makes ? await adapter.read.byKey(payload.ref, session) : null;
      done[step.part] = found ?? (await step.perform(done, session));
    }
    const { differs } = await reread(adapter, session, done, payload);
    expect(differs).toEqual([]);
    const shop = await (await fetch(`${base}/${outlet}/${outlet === 'kestrel' ? 'fair' : 'shop'}`)).text();
    const address = new URL(adapter.write.standing(done, session).url).pathname;
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
    const error = await stepsOf(adapter, payload, false, {})[0]!
      .perform({}, session)
      .catch((e: unknown) => e);
    expect(error).toBeInstanceOf(OutletAnswer);
    const answer = error as OutletAnswer;
    expect([answer.kind, /^[A-Z].+\.$/.test(answer.sentence)]).toEqual([kind, true]);
    if (kind === 'wait') expect(answer.more.waitMs).toBe(7000);
  });

  test.each(Object.keys(LIES) as Lie[])(
    '%s in the place of an answer is unclear at every step, and nothing is doubled',
    async (lie) => {
      const { adapter, session: honest } = await open(outlet);
      const session = { ...honest, baseUrl: honest.baseUrl.replace(base, liar.base) };
      const payload = listing();
      const done: Done = {};
      // what is not read of an answer cannot be lied about
      for (const step of stepsOf(adapter, payload, true, done)) {
        liar.told.length = 0;
        liar.lie = () => lie;
        const error: unknown = await patiently(() => step.perform(done, session)).then(() => null, (e: unknown) => e); // prettier-ignore
        liar.lie = () => null;
        if (error === null || !liar.told.length) expect(error).toBeNull();
        else if (lie === 'a bad pointer')
          expect(error).toMatchObject({ kind: 'refused', sentence: 'The outlet: Not so: a%b %E0%A4%A is odd.' }); // prettier-ignore
        else expect(error).toMatchObject({ kind: 'unclear' });
        const found = step.makes ? await adapter.read.byKey(payload.ref, session) : null;
        done[step.part] = found ?? (await patiently(() => step.perform(done, session)));
      }
      const { differs, there } = await reread(adapter, session, done, payload);
      expect([differs, there!.state]).toEqual([[], 'live']);
    },
  );

  test.each((Object.keys(LIES) as Lie[]).filter((l) => l !== 'a bad pointer'))('%s in the place of what is read is no listing, no list and no rules', async (lie) => {
    const { adapter, session: honest } = await open(outlet);
    const session = { ...honest, baseUrl: honest.baseUrl.replace(base, liar.base) };
    const payload = listing();
    const { remoteId } = adapter.write.standing(await send(adapter, session, payload, false), session);
    liar.lie = () => lie;
    const reads: (() => Promise<unknown>)[] = [
      () => adapter.read.one(remoteId, session),
      () => adapter.read.byKey(payload.ref, session),
      () => adapter.read.list(null, session),
      () => adapter.rules(session),
      () => adapter.settings(session),
    ];
    for (const read of reads) {
      liar.told.length = 0;
      const error: unknown = await patiently(read).then(() => null, (e: unknown) => e); // prettier-ignore
      if (liar.told.length) expect(error).toMatchObject({ kind: 'unclear' });
      else expect(error).toBeNull();
    }
  }); // prettier-ignore

  test('what it does not know is null, and a stranger’s secret is a sign-in, not a refusal', async () => {
    const { adapter, session } = await open(outlet);
    expect(await adapter.read.one('nothing-of-the-kind', session)).toBeNull();
    expect(await adapter.read.byKey('nothing-of-the-kind', session)).toBeNull();
    const stranger = { ...session, secret: { key: 'x', accessToken: 'x', refreshToken: 'x' } };
    await expect(adapter.rules(stranger)).rejects.toMatchObject({ kind: 'sign-in' });
  });

  test('steps carry what they send: other content is another step, the same content is the same', () => {
    const adapter = adapterFor(outlet);
    const word = fc.stringMatching(/^[a-z]{3,12}$/);
    fc.assert(
      fc.property(word, word, fc.integer({ min: 100, max: 9999 }), fc.boolean(), (a, b, price, live) => {
        const of = (title: string, priceMinor: number) =>
          JSON.stringify(stepsOf(adapter, listing({ ref: 'r', title, variants: [{ values: ['Ink', 'M'], priceMinor, sku: '1' }] }), live, {})); // prettier-ignore
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
  expect((await adapter.rules(session)).currencies[0]).toBe('USD');
  expect(kept).toHaveLength(1);
  expect(session.secret).toEqual(kept[0]);
});

test('the quay says when no call is left: the adapter holds back by itself until there are more', async () => {
  const { adapter, session } = await open('quayside');
  let waits: OutletAnswer | undefined;
  for (let i = 0; i < 200 && !waits; i++)
    await adapter.rules(session).catch((error: unknown) => {
      waits = error as OutletAnswer;
    });
  expect(waits!.kind).toBe('wait');
  // it was our own word, not the shop's: nothing was refused
  expect([waits!.more.status, waits!.sentence]).toEqual([undefined, 'The outlet takes no more calls just now.']);
  await new Promise((resolve) => setTimeout(resolve, waits!.more.waitMs));
  expect((await adapter.rules(session)).edition).toBe('11');
});
