import { Type } from '@sinclair/typebox';
import { OneOf } from '../../core/schema/parts';
import { OutletAnswer, type OutletAdapter } from '../contract';
import { shape } from '../http';
import { call } from './connect';
import { OfferId, ANY_TEXT, Sha256 } from './shapes';

const Hung = Type.Object({ place: Type.Integer(), sha256: Sha256 });
const Offer = shape(
  Type.Object({
    id: OfferId,
    ticket: Type.String({ maxLength: 500 }),
    standing: OneOf(['set-aside', 'on-the-table', 'packed-away']),
    headline: ANY_TEXT,
    text: ANY_TEXT,
    catchwords: Type.Array(ANY_TEXT, { maxItems: 1000 }),
    shelf: Type.Union([ANY_TEXT, Type.Null()]),
    maker: ANY_TEXT,
    made: ANY_TEXT,
    tell: Type.Union([ANY_TEXT, Type.Null()]),
    choices: Type.Array(ANY_TEXT, { maxItems: 100 }),
    kinds: Type.Array(
      Type.Object({ picks: Type.Array(ANY_TEXT, { maxItems: 100 }), price: Type.Integer({ minimum: 0 }), code: ANY_TEXT }),
      { maxItems: 10_000 },
    ),
    pictures: Type.Array(Hung, { maxItems: 1000 }),
    downloads: Type.Array(Hung, { maxItems: 1000 }),
  }),
);
const Offers = shape(
  Type.Object({ offers: Type.Array(Type.Object({ id: OfferId }), { maxItems: 1000 }), in_all: Type.Integer({ minimum: 0 }) }),
);

const STATES = { 'set-aside': 'draft there', 'on-the-table': 'live', 'packed-away': 'ended' } as const;
const PAGE = 50;

export const read: OutletAdapter['read'] = {
  async one(remoteId, session) {
    try {
      const { body: o } = await call(session, Offer, 'GET', `/offers/${encodeURIComponent(remoteId)}`);
      return {
        ref: o.ticket,
        url: `${session.baseUrl}/fair/${encodeURIComponent(o.id)}`,
        state: STATES[o.standing],
        title: o.headline,
        description: o.text,
        tags: o.catchwords,
        texts: { personalisation: o.tell ?? '' },
        settings: { shelf: o.shelf ?? '', maker: o.maker, made: o.made },
        options: o.choices,
        variants: o.kinds.map((k) => ({ values: k.picks, priceMinor: k.price, sku: k.code })),
        pictures: o.pictures.map((p) => p.sha256),
        downloads: o.downloads.map((d) => d.sha256),
      };
    } catch (error) {
      if (error instanceof OutletAnswer && error.more.status === 404) return null;
      throw error;
    }
  },
  async list(after, session) {
    const from = Number(after ?? 0);
    const { body } = await call(session, Offers, 'GET', `/offers?from=${from}&many=${PAGE}`);
    return { remoteIds: body.offers.map((o) => o.id), next: from + PAGE < body.in_all ? String(from + PAGE) : null };
  },
  async byKey(key, session) {
    const { body } = await call(session, Offers, 'GET', `/offers?ticket=${encodeURIComponent(key)}`);
    return body.offers[0] ? { id: body.offers[0].id } : null;
  },
};
