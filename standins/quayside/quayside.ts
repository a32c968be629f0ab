import { createHash } from 'node:crypto';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import mergePatch from 'json-merge-patch';
import sanitize from 'sanitize-html';
import { misbehave } from '../control';
import { problem, type Fault } from '../problem';
import { Files, openFolder, pictureSize, pictureType, Records } from '../store';
import { conditionOf, entityTag, tagged } from './conditional';
import { HOUSE } from './house';
import { officePage, shopPage, warePage } from './storefront';
import { turnstile } from './turnstile';
import { contentOf, faultsOf, type Ware, type WareContent } from './ware';

/** A shop of this house: its name among the outlets, and its one key (RFC 6750), which whoever asks at its own back door is given. */
export interface Shop {
  name: string;
  key: string;
  /** The language of its pages. */
  speaks: string;
}
export const HARBOUR: Shop = { name: 'quayside', key: process.env.QUAYSIDE_KEY ?? 'harbour-light-demo', speaks: 'en' };
/** Another shop of the same seller. */
export const NORTH: Shop = { name: 'quayside-north', key: process.env.QUAYSIDE_NORTH_KEY ?? 'north-pier-demo', speaks: 'en' };
/** The same seller's shop for buyers in German. */
export const HAFEN: Shop = { name: 'quayside-hafen', key: process.env.QUAYSIDE_HAFEN_KEY ?? 'hafenlicht-demo', speaks: 'de' };

interface Collection {
  id: string;
  title: string;
  /** Its wares are what the shop's first page shows. */
  front: boolean;
}

const PROBLEMS = {
  'wrong-key': [401, 'Wrong key'],
  'nothing-there': [404, 'Nothing there'],
  'changed-meanwhile': [412, 'Not as you thought'],
  'no-condition': [428, 'Say what you expect to find'],
  'will-not-do': [422, 'Will not do'],
  'too-many-calls': [429, 'Too many calls'],
  'quay-is-flooded': [503, 'The quay is flooded'],
} as const;
type Kind = keyof typeof PROBLEMS;
const no = (reply: FastifyReply, kind: Kind, detail: string, errors: Fault[] = []) =>
  problem(reply, PROBLEMS[kind][0], `tag:quayside.example,2026:${kind}`, PROBLEMS[kind][1], detail, errors);

/** Quayside: the seller's own web shop. Pictures go by their hash, a ware under the seller's own reference. */
export function quayside(app: FastifyInstance, place: string, shop: Shop = HARBOUR): void {
  const folder = openFolder(place, 'quayside, wares 1', (line) => console.log(line));
  const wares = new Records<Ware>(`${folder}/wares`);
  const collections = new Records<Collection>(`${folder}/collections`);
  const pictures = new Files(`${folder}/pictures`);
  const pass = turnstile(Date.now);
  const bag = new Files(`${folder}/bag`);
  const known = {
    picture: (sha: string) => pictures.has(sha),
    bagged: (sha: string) => bag.has(sha),
    collection: (id: string) => collections.get(id) !== undefined,
  };

  const cleaned = (content: WareContent): WareContent => ({
    ...content,
    story: sanitize(content.story, { allowedTags: HOUSE.ware.story_may_use, allowedAttributes: {} }),
  });
  const told = (reply: FastifyReply, ware: Ware) =>
    tagged(reply, contentOf(ware)).send({ reference: ware.id, address: ware.address, ...contentOf(ware) });
  const addressFor = (name: string): string => {
    const slug = name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '').slice(0, 56) || 'ware'; // prettier-ignore
    const taken = new Set(wares.list().map((w) => w.address));
    for (let n = 1; ; n++) if (!taken.has(n === 1 ? slug : `${slug}-${n}`)) return n === 1 ? slug : `${slug}-${n}`;
  };
  const referenceIn = (request: FastifyRequest) => (request.params as { reference: string }).reference;
  /** Keeps what was put or patched, unless the house has something against it. */
  const keep = (reply: FastifyReply, before: Ware | undefined, id: string, content: WareContent) => {
    const faults = faultsOf(content, known);
    if (faults.length) return no(reply, 'will-not-do', 'This ware cannot be taken.', faults);
    const ware = wares.put({ ...cleaned(content), id, address: before?.address ?? addressFor(content.name) });
    return told(reply.code(before ? 200 : 201), ware);
  };

  void app.register(
    (api, _, done) => {
      misbehave(api, shop.name, (reply, how) =>
        how === 'too-many'
          ? no(reply, 'too-many-calls', 'Wait for the tide.')
          : how === 'refused'
            ? no(reply, 'will-not-do', 'The shop is being painted and takes nothing in today')
            : no(reply, 'quay-is-flooded', 'High water. It goes down again.'),
      );
      api.addHook('onRequest', async (request, reply) => {
        if (reply.sent) return;
        if (request.headers.authorization !== `Bearer ${shop.key}`) return no(reply, 'wrong-key', 'That key opens no door here.');
        const { passed, headers } = pass();
        reply.headers(headers);
        if (!passed)
          return no(reply, 'too-many-calls', `The quay takes ${HOUSE.calls.of} calls in ${HOUSE.calls.within_seconds} seconds.`);
      });
      api.addContentTypeParser(
        ['image/jpeg', 'image/png', 'image/webp'],
        { parseAs: 'buffer', bodyLimit: HOUSE.picture.bytes },
        (_request, body, next) => next(null, body),
      );
      api.addContentTypeParser(
        'application/octet-stream',
        { parseAs: 'buffer', bodyLimit: HOUSE.bag.bytes },
        (_request, body, next) => next(null, body),
      );
      api.addContentTypeParser('application/merge-patch+json', { parseAs: 'string' }, (_request, body, next) => {
        try {
          next(null, JSON.parse(body as string));
        } catch (error) {
          next(Object.assign(error as Error, { statusCode: 400 }));
        }
      });

      api.get('/house', () => ({ ...HOUSE, speaks: shop.speaks }));

      // a HEAD route comes with every GET
      api.get('/pictures/:sha256', async (request, reply) => {
        const data = pictures.get((request.params as { sha256: string }).sha256);
        return data
          ? reply.type(pictureType(data)).send(data)
          : no(reply, 'nothing-there', 'No picture of that hash is on the quay.');
      });
      api.put('/pictures/:sha256', async (request, reply) => {
        const { sha256 } = request.params as { sha256: string };
        const data = request.body as Buffer;
        const size = Buffer.isBuffer(data) ? pictureSize(data) : null;
        if (!size) return no(reply, 'will-not-do', 'That is not a JPEG, PNG or WebP');
        if (createHash('sha256').update(data).digest('hex') !== sha256)
          return no(reply, 'will-not-do', 'What came has another SHA-256 than its address says');
        if (Math.min(size.width, size.height) < HOUSE.picture.shorter_side)
          return no(reply, 'will-not-do', `A picture needs ${HOUSE.picture.shorter_side} px on its shorter side`);
        if (Math.max(size.width, size.height) > HOUSE.picture.longer_side)
          return no(reply, 'will-not-do', `A picture may have ${HOUSE.picture.longer_side} px on its longer side, no more`);
        const there = pictures.has(sha256);
        if (!there) pictures.put(sha256, data);
        return reply.code(there ? 204 : 201).send();
      });

      api.put('/bag/:sha256', async (request, reply) => {
        const { sha256 } = request.params as { sha256: string };
        const data = request.body as Buffer;
        if (!Buffer.isBuffer(data) || createHash('sha256').update(data).digest('hex') !== sha256)
          return no(reply, 'will-not-do', 'What came has another SHA-256 than its address says');
        const there = bag.has(sha256);
        if (!there) bag.put(sha256, data);
        return reply.code(there ? 204 : 201).send();
      });

      api.get('/wares', (request) => {
        const { after = '', many = '50' } = request.query as { after?: string; many?: string };
        const found = wares.list().map((w) => w.id).filter((id) => id > after).sort().slice(0, Math.min(200, Number(many) || 50)); // prettier-ignore
        return { wares: found.map((id) => ({ reference: id, standing: wares.get(id)!.standing, tag: entityTag(contentOf(wares.get(id)!)) })), last: found.at(-1) ?? null }; // prettier-ignore
      });
      api.get('/wares/:reference', async (request, reply) => {
        const ware = wares.get(referenceIn(request));
        if (!ware) return no(reply, 'nothing-there', 'No ware of that reference is in the shop.');
        if (conditionOf(request, entityTag(contentOf(ware))) === 'not-modified')
          return tagged(reply.code(304), contentOf(ware)).send();
        return told(reply, ware);
      });
      api.put('/wares/:reference', async (request, reply) => {
        const id = referenceIn(request);
        if (!/^[A-Za-z0-9._~-]{1,80}$/.test(id))
          return no(reply, 'will-not-do', 'A reference has 1 to 80 unreserved characters (RFC 3986)');
        const ware = wares.get(id);
        const state = conditionOf(request, ware ? entityTag(contentOf(ware)) : null);
        if (state === 'none')
          return no(reply, 'no-condition', 'Send If-None-Match: * to make a ware, If-Match with its tag to replace it.');
        if (state !== 'met')
          return no(
            reply,
            'changed-meanwhile',
            ware ? 'There is a ware of that reference, and it is another one.' : 'There is no ware of that reference any more.',
          );
        return keep(reply, ware, id, contentOf(request.body ?? {}));
      });
      api.patch('/wares/:reference', async (request, reply) => {
        const ware = wares.get(referenceIn(request));
        if (!ware) return no(reply, 'nothing-there', 'No ware of that reference is in the shop.');
        const state = conditionOf(request, entityTag(contentOf(ware)));
        if (state === 'none') return no(reply, 'no-condition', 'Send If-Match with the tag of the ware that you mean to change.');
        if (state !== 'met') return no(reply, 'changed-meanwhile', 'The ware has been changed since.');
        return keep(reply, ware, ware.id, contentOf(mergePatch.apply(contentOf(ware), request.body) as object));
      });
      api.delete('/wares/:reference', async (request, reply) => {
        const ware = wares.get(referenceIn(request));
        if (!ware) return no(reply, 'nothing-there', 'No ware of that reference is in the shop.');
        if (conditionOf(request, entityTag(contentOf(ware))) !== 'met')
          return no(reply, 'changed-meanwhile', 'The ware has been changed since.');
        wares.remove(ware.id);
        return reply.code(204).send();
      });

      api.get('/collections', () => ({ collections: collections.list() }));
      api.put('/collections/:id', async (request, reply) => {
        const { id } = request.params as { id: string };
        const { title, front = false } = (request.body ?? {}) as Partial<Collection>;
        if (!/^[a-z0-9-]{1,40}$/.test(id) || !title)
          return no(reply, 'will-not-do', 'A collection has an id of letters, digits and dashes, and a title');
        if (front) for (const other of collections.list()) if (other.front) collections.put({ ...other, front: false });
        return collections.put({ id, title, front });
      });
      done();
    },
    { prefix: '/yard' },
  );

  app.get('/picture/:sha256', async (request, reply) => {
    const data = pictures.get((request.params as { sha256: string }).sha256);
    return data ? reply.type(pictureType(data)).send(data) : reply.code(404).send('gone');
  });
  // whoever looks at the stand-in sees what a buyer would have in the bag
  app.get('/bag/:sha256/:called', async (request, reply) => {
    const { sha256, called } = request.params as { sha256: string; called: string };
    const data = bag.has(sha256) ? bag.get(sha256) : undefined;
    if (!data) return reply.code(404).send('gone');
    return reply
      .type('application/octet-stream')
      .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(called)}`)
      .send(data);
  });
  app.get('/office', (_, reply) => reply.type('text/html').send(officePage(shop.key, shop)));
  app.get('/shop', async (_, reply) => {
    const shown = wares.list().filter((w) => w.standing === 'in-the-window');
    const front = collections.list().find((c) => c.front);
    return reply.type('text/html').send(shopPage(front ? shown.filter((w) => w.collections?.includes(front.id)) : shown, shop));
  });
  app.get('/shop/:address', async (request, reply) => {
    const ware = wares.list().find((w) => w.address === (request.params as { address: string }).address);
    return ware
      ? reply.type('text/html').send(warePage(ware, shop))
      : reply.code(404).type('text/html').send('<h1>Not on this quay</h1>');
  });
}
