import { OutletAnswer, millionths, type Done, type OutletAdapter, type Session } from './adapter';
import { ask } from './http';
import { renewTokens, type KestrelSecret } from './kestrel-sign-in';

interface Listing {
  id: string;
  state: 'draft' | 'active';
  variants: unknown[];
  pictures: { id: string; rank: number }[];
}
interface Rules {
  edition: string;
  currency: string;
  title: number;
  description: number;
  tags: { count: number; min_length: number; max_length: number };
  pictures: number;
  picture_min_side: number;
  picture_bytes: number;
  option_axes: number;
  variants: number;
  fees: { listing_cents: number; sale_percent: string; payment_percent: string; payment_cents: number };
}

const NAME = 'Kestrel Fair';
const why = (body: unknown): string => {
  const { error = '', fields = {} } = body as { error?: string; fields?: Record<string, string> };
  const detail = Object.entries(fields).map(([field, says]) => `${field} ${says}`);
  return [error.replace(/\.$/, ''), ...detail].join('; ') + '.';
};

/** A call with the access token; when it has expired, renews it once and calls again. */
async function call<T>(session: Session, method: string, path: string, body?: object | FormData): Promise<T> {
  const send = () =>
    ask<T>(
      NAME,
      `${session.baseUrl}/v1${path}`,
      {
        method,
        headers: {
          authorization: `Bearer ${session.secret.accessToken}`,
          ...(body && !(body instanceof FormData) && { 'content-type': 'application/json' }),
        },
        ...(body && { body: body instanceof FormData ? body : JSON.stringify(body) }),
      },
      why,
    );
  try {
    return await send();
  } catch (error) {
    if (!(error instanceof OutletAnswer) || error.kind !== 'sign-in') throw error;
    const secret = await renewTokens(session.baseUrl, session.secret as unknown as KestrelSecret);
    session.secret = { ...secret };
    await session.keep(session.secret);
    return send();
  }
}

const listingOf = (session: Session, done: Done): Promise<Listing> =>
  call<Listing>(session, 'GET', `/listings/${done.create!.id}`);

export const kestrel: OutletAdapter = {
  style: 'kestrel',

  async fetchRules(session) {
    const r = await call<Rules>(session, 'GET', '/rules');
    return {
      version: r.edition,
      currency: r.currency,
      title: { maxLength: r.title },
      description: { maxLength: r.description, format: 'text' },
      tags: { max: r.tags.count, minLength: r.tags.min_length, maxLength: r.tags.max_length },
      pictures: { max: r.pictures, minSidePx: r.picture_min_side, maxBytes: r.picture_bytes },
      variants: { max: r.variants, axes: r.option_axes },
      fees: {
        transactionShare: millionths(r.fees.sale_percent),
        paymentShare: millionths(r.fees.payment_percent),
        paymentFixedMinor: r.fees.payment_cents,
        listingMinor: r.fees.listing_cents,
      },
      listingSchema: {
        type: 'object',
        required: ['title', 'description', 'tags', 'variants', 'pictures'],
        properties: {
          title: { type: 'string', minLength: 1, maxLength: r.title },
          description: { type: 'string', minLength: 1, maxLength: r.description, pattern: '^[^<>]*$' },
          tags: {
            type: 'array',
            maxItems: r.tags.count,
            uniqueItems: true,
            items: { type: 'string', minLength: r.tags.min_length, maxLength: r.tags.max_length },
          },
          options: { type: 'array', maxItems: r.option_axes },
          variants: { type: 'array', minItems: 1, maxItems: r.variants },
          pictures: { type: 'array', minItems: 1, maxItems: r.pictures },
        },
      },
    };
  },

  steps: (payload, goLive) => [
    'create',
    'inventory',
    ...payload.pictures.map((_, i) => `picture ${i + 1}`),
    ...(goLive ? ['activate'] : []),
  ],

  async perform(step, payload, done, session): Promise<Record<string, string>> {
    if (step === 'create') {
      const { ref, title, description, tags } = payload;
      const made = await call<Listing>(session, 'POST', '/listings', {
        external_ref: ref,
        title,
        description,
        tags,
        who_made: 'i_did',
        when_made: 'made_to_order',
      });
      return { id: made.id };
    }
    const path = `/listings/${done.create!.id}`;
    if (step === 'inventory') {
      await call(session, 'PUT', `${path}/inventory`, {
        options: payload.options,
        variants: payload.variants.map((v) => ({ values: v.values, price_cents: v.priceMinor })),
      });
      return {};
    }
    if (step === 'activate') {
      await call(session, 'POST', `${path}/activate`, {});
      return {};
    }
    const rank = Number(step.split(' ')[1]);
    const picture = payload.pictures[rank - 1]!;
    const form = new FormData();
    form.set('rank', String(rank));
    form.set('alt', picture.alt);
    form.set(
      'picture',
      new Blob([new Uint8Array(await session.readPicture(picture.file))], { type: 'image/jpeg' }),
      `${rank}.jpg`,
    );
    const made = await call<{ id: string }>(session, 'POST', `${path}/pictures`, form);
    return { id: made.id };
  },

  async recover(step, payload, done, session): Promise<Record<string, string> | null> {
    if (step === 'create') {
      const found = await call<{ listings: Listing[] }>(
        session,
        'GET',
        `/listings?external_ref=${encodeURIComponent(payload.ref)}`,
      );
      return found.listings[0] ? { id: found.listings[0].id } : null;
    }
    const listing = await listingOf(session, done);
    if (step === 'activate') return listing.state === 'active' ? {} : null;
    if (step === 'inventory') return null; // the same call again does the same
    const rank = Number(step.split(' ')[1]);
    const there = listing.pictures.find((p) => p.rank === rank);
    return there ? { id: there.id } : null;
  },

  standing: (done, session) => ({ remoteId: done.create!.id!, url: `${session.baseUrl}/fair/listing/${done.create!.id}` }),
};
