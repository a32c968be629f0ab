import { Type } from '@sinclair/typebox';
import { fromDecimal, type Money } from '../../core/money/money';
import { OutletAnswer, type OutletAdapter, type Session } from '../contract';
import { shape } from '../http';
import { call } from './connect';
import { toText } from './story';
import { Reference, WareThere } from './shapes';

const Wares = shape(
  Type.Object({
    wares: Type.Array(Type.Object({ reference: Reference }), { maxItems: 1000 }),
    last: Type.Union([Reference, Type.Null()]),
  }),
);

export const read: OutletAdapter['read'] = {
  async one(remoteId, session) {
    try {
      const { body: w } = await call(session, WareThere, 'GET', `/wares/${encodeURIComponent(remoteId)}`);
      return {
        ref: w.reference,
        url: `${session.baseUrl}/shop/${encodeURIComponent(w.address)}`,
        currency: priceOf(w.articles[0]?.price ?? {}, session).currency,
        state: w.standing === 'in-the-window' ? 'live' : 'draft there',
        title: w.name,
        description: toText(w.story),
        tags: w.labels,
        texts: { searchTitle: w.for_search?.title ?? '', searchText: w.for_search?.text ?? '' },
        brand: w.brand,
        kind: w.kind,
        origin: w.origin ?? '',
        hsCode: w.hs ?? '',
        settings: { collection: w.collections?.[0] ?? '' },
        options: w.choices,
        variants: w.articles.map((a) => ({
          values: a.picks,
          priceMinor: priceOf(a.price, session).minor,
          sku: a.code,
          weightG: a.grams,
        })),
        pictures: w.pictures.map((p) => p.sha256),
        downloads: (w.in_the_bag ?? []).map((f) => f.sha256),
      };
    } catch (error) {
      if (error instanceof OutletAnswer && error.more.status === 404) return null;
      throw error;
    }
  },
  async list(after, session) {
    const from = after ? `?after=${encodeURIComponent(after)}` : '';
    const { body } = await call(session, Wares, 'GET', `/wares${from}`);
    return { remoteIds: body.wares.map((w) => w.reference), next: body.last };
  },
  async byKey(key, session) {
    try {
      const { body } = await call(session, WareThere, 'GET', `/wares/${encodeURIComponent(key)}`);
      return { reference: body.reference, address: body.address };
    } catch (error) {
      if (error instanceof OutletAnswer && error.more.status === 404) return null;
      throw error;
    }
  },
};

/** The first price of an article: the currency that the shop counts in comes first. */
function priceOf(price: Record<string, string>, session: Session): Money {
  const [currency, text] = Object.entries(price)[0] ?? ['', ''];
  const money = currency ? fromDecimal(text, currency) : null;
  if (!money)
    throw new OutletAnswer('refused', {
      code: 'not-read',
      values: { outlet: session.name, what: 'a price', value: `${text} ${currency}` },
    });
  return money;
}
