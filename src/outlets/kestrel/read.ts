import { OutletAnswer, type OutletAdapter } from '../contract';
import { call } from './connect';

interface Offer {
  id: string;
  ticket: string;
  standing: 'set-aside' | 'on-the-table' | 'packed-away';
  headline: string;
  text: string;
  catchwords: string[];
  tell: string | null;
  choices: string[];
  kinds: { picks: string[]; price: number; code: string }[];
  pictures: { place: number; sha256: string }[];
  downloads: { place: number; sha256: string }[];
}

const STATES = { 'set-aside': 'draft there', 'on-the-table': 'live', 'packed-away': 'ended' } as const;
const PAGE = 50;

export const read: OutletAdapter['read'] = {
  async one(remoteId, session) {
    try {
      const { body: o } = await call<Offer>(session, 'GET', `/offers/${encodeURIComponent(remoteId)}`);
      return {
        ref: o.ticket,
        url: `${session.baseUrl}/fair/${o.id}`,
        state: STATES[o.standing],
        title: o.headline,
        description: o.text,
        tags: o.catchwords,
        texts: { personalisation: o.tell ?? '' },
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
    const { body } = await call<{ offers: { id: string }[]; in_all: number }>(
      session,
      'GET',
      `/offers?from=${from}&many=${PAGE}`,
    );
    return { remoteIds: body.offers.map((o) => o.id), next: from + PAGE < body.in_all ? String(from + PAGE) : null };
  },
  async byKey(key, session) {
    const { body } = await call<{ offers: { id: string }[] }>(session, 'GET', `/offers?ticket=${encodeURIComponent(key)}`);
    return body.offers[0] ? { id: body.offers[0].id } : null;
  },
};
