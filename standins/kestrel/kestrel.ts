import { randomInt, randomUUID } from 'node:crypto';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { misbehave } from '../control';
import type { KestrelListing } from './listing';
import { Pictures, pictureSize, Records } from '../store';
import { oauth } from './oauth';
import { RULES } from './rules';
import { listingPage, stallPage } from './storefront';

/** Kestrel Fair: a craft marketplace. Drafts first, pictures one by one, then activate. */
export function kestrel(app: FastifyInstance, folder: string): void {
  const listings = new Records<KestrelListing>(`${folder}/listings`);
  const pictures = new Pictures(`${folder}/pictures`);
  const knows = oauth(app, folder);
  const refuse = (reply: FastifyReply, status: number, error: string, fields: Record<string, string> = {}) =>
    reply.code(status).send({ error, fields });

  void app.register(
    (api, _, done) => {
      misbehave(api, 'kestrel');
      api.addHook('onRequest', async (request, reply) => {
        if (!reply.sent && !knows(request)) return refuse(reply, 401, 'The access token is missing, unknown or expired.');
      });
      const find = (request: { params: unknown }) => listings.get((request.params as { id: string }).id);

      api.get('/rules', () => RULES);

      api.get('/listings', (request) => {
        const { external_ref } = request.query as { external_ref?: string };
        const found = listings.list().filter((l) => !external_ref || l.external_ref === external_ref);
        return { count: found.length, listings: found };
      });

      api.post('/listings', async (request, reply) => {
        const b = request.body as Partial<KestrelListing>;
        const fields = wordingFaults(b);
        if (!b.external_ref) fields.external_ref = 'is needed';
        if (b.who_made !== 'i_did' && b.who_made !== 'member') fields.who_made = 'must be i_did or member';
        if (!b.when_made) fields.when_made = 'is needed';
        if (Object.keys(fields).length) return refuse(reply, 422, 'The listing breaks our rules.', fields);
        const listing: KestrelListing = {
          id: String(randomInt(100_000_000, 999_999_999)),
          external_ref: b.external_ref!,
          state: 'draft',
          title: b.title!,
          description: b.description!,
          tags: b.tags!,
          who_made: b.who_made!,
          when_made: b.when_made!,
          options: [],
          variants: [],
          pictures: [],
          made_at: new Date().toISOString(),
        };
        return reply.code(201).send(listings.put(listing));
      });

      api.get('/listings/:id', async (request, reply) => find(request) ?? refuse(reply, 404, 'There is no such listing.'));

      api.put('/listings/:id/inventory', async (request, reply) => {
        const listing = find(request);
        if (!listing) return refuse(reply, 404, 'There is no such listing.');
        const b = request.body as Pick<KestrelListing, 'options' | 'variants'>;
        if (!Array.isArray(b.options) || b.options.length > RULES.option_axes)
          return refuse(reply, 422, `At most ${RULES.option_axes} options.`, { options: 'too many' });
        if (!b.variants?.length || b.variants.length > RULES.variants)
          return refuse(reply, 422, `1 to ${RULES.variants} variants.`, { variants: 'wrong number' });
        if (
          b.variants.some((v) => !Number.isInteger(v.price_cents) || v.price_cents < 20 || v.values.length !== b.options.length)
        )
          return refuse(reply, 422, 'A variant has no price of 0.20 or more.', { variants: 'wrong' });
        return listings.put({ ...listing, options: b.options, variants: b.variants });
      });

      api.post('/listings/:id/pictures', async (request, reply) => {
        const listing = find(request);
        if (!listing) return refuse(reply, 404, 'There is no such listing.');
        const part = await request.file();
        const data = await part?.toBuffer();
        const rank = Number((part?.fields.rank as { value?: string } | undefined)?.value);
        const alt = (part?.fields.alt as { value?: string } | undefined)?.value ?? '';
        const size = data && pictureSize(data);
        if (!data || !size) return refuse(reply, 422, 'A picture must be JPEG or PNG.', { picture: 'not a picture' });
        if (Math.min(size.width, size.height) < RULES.picture_min_side)
          return refuse(reply, 422, `A picture needs ${RULES.picture_min_side} px on its shorter side.`, {
            picture: 'too small',
          });
        if (!Number.isInteger(rank) || rank < 1 || rank > RULES.pictures)
          return refuse(reply, 422, `Rank must be 1 to ${RULES.pictures}.`, { rank: 'out of range' });
        if (listing.pictures.some((p) => p.rank === rank))
          return refuse(reply, 409, `There is a picture at rank ${rank} already.`, { rank: 'taken' });
        const picture = { id: randomUUID(), rank, alt };
        pictures.put(picture.id, data);
        // read again: another picture may have landed while this one was read
        const now = listings.get(listing.id)!;
        listings.put({ ...now, pictures: [...now.pictures, picture].sort((a, b) => a.rank - b.rank) });
        return reply.code(201).send(picture);
      });

      api.post('/listings/:id/activate', async (request, reply) => {
        const listing = find(request);
        if (!listing) return refuse(reply, 404, 'There is no such listing.');
        if (!listing.pictures.length)
          return refuse(reply, 422, 'A listing needs a picture before it goes live.', { pictures: 'none' });
        if (!listing.variants.length)
          return refuse(reply, 422, 'A listing needs a price before it goes live.', { variants: 'none' });
        return listings.put({ ...listing, state: 'active' });
      });
      done();
    },
    { prefix: '/v1' },
  );

  app.get('/picture/:id', async (request, reply) => {
    const data = pictures.get((request.params as { id: string }).id);
    return data ? reply.type('image/jpeg').send(data) : reply.code(404).send('gone');
  });
  app.get('/fair', async (_, reply) =>
    reply.type('text/html').send(stallPage(listings.list().filter((l) => l.state === 'active'))),
  );
  app.get('/fair/listing/:id', async (request, reply) => {
    const listing = listings.get((request.params as { id: string }).id);
    return listing
      ? reply.type('text/html').send(listingPage(listing))
      : reply.code(404).type('text/html').send('<h1>This stall is empty</h1>');
  });
}

function wordingFaults(b: Partial<KestrelListing>): Record<string, string> {
  const faults: Record<string, string> = {};
  if (!b.title || b.title.length > RULES.title) faults.title = `must have 1 to ${RULES.title} characters`;
  if (!b.description || b.description.length > RULES.description)
    faults.description = `must have 1 to ${RULES.description} characters`;
  if (/[<>]/.test(b.description ?? '')) faults.description = 'must be plain text';
  if (!Array.isArray(b.tags) || b.tags.length > RULES.tags.count) faults.tags = `at most ${RULES.tags.count}`;
  else if (b.tags.some((t) => t.length < RULES.tags.min_length || t.length > RULES.tags.max_length))
    faults.tags = `each must have ${RULES.tags.min_length} to ${RULES.tags.max_length} characters`;
  else if (new Set(b.tags).size !== b.tags.length) faults.tags = 'must not repeat';
  return faults;
}
