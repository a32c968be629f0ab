import { fromDecimal } from '../../core/money/money';
import { OutletAnswer, type OutletAdapter, type ThereListing } from '../contract';
import { call, connecting, NAME } from './connect';
import { fetchRules } from './rules';
import { toText } from './story';
import { perform, sentPictures, steps, type WareThere } from './write';

/** Quayside: a thing is put under our own reference by conditional requests, so that nothing can be made twice. */
export const quayside: OutletAdapter = {
  style: 'quayside',
  connecting,
  fetchRules,
  steps,
  perform,
  find: () => Promise.resolve(null), // every step may be repeated: it is conditional, or goes by its hash
  sentPictures,
  standing: (done, session) => ({ remoteId: done.ware!.reference!, url: `${session.baseUrl}/shop/${done.ware!.address}` }),
  async read(remoteId, session): Promise<ThereListing | null> {
    try {
      const { body: w } = await call<WareThere>(session, 'GET', `/wares/${encodeURIComponent(remoteId)}`);
      return {
        state: w.standing === 'in-the-window' ? 'live' : 'draft there',
        title: w.name,
        description: toText(w.story),
        tags: w.labels,
        options: w.choices,
        variants: w.articles.map((a) => ({ values: a.picks, priceMinor: priceOf(a.price) })),
        pictures: w.pictures.map((p) => p.sha256),
      };
    } catch (error) {
      if (error instanceof OutletAnswer && error.more.status === 404) return null;
      throw error;
    }
  },
};

/** The first price of an article: the currency that the shop counts in comes first. */
function priceOf(price: Record<string, string>): number {
  const [currency, text] = Object.entries(price)[0] ?? ['', ''];
  const money = currency ? fromDecimal(text, currency) : null;
  if (!money) throw new OutletAnswer('refused', `${NAME} states a price as “${text} ${currency}”, which cannot be read.`);
  return money.minor;
}
