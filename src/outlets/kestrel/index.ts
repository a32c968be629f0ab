import { OutletAnswer, type OutletAdapter, type ThereListing } from '../contract';
import { call, connecting } from './connect';
import { fetchRules } from './rules';
import { find, perform, steps } from './write';

interface Offer {
  standing: 'set-aside' | 'on-the-table' | 'packed-away';
  headline: string;
  text: string;
  catchwords: string[];
  choices: string[];
  kinds: { picks: string[]; price: number }[];
  pictures: { place: number; sha256: string }[];
}

const STATES = { 'set-aside': 'draft there', 'on-the-table': 'live', 'packed-away': 'ended' } as const;

/** Kestrel Fair: JSON over HTTP, OAuth 2.0 with PKCE, problems as RFC 9457. */
export const kestrel: OutletAdapter = {
  style: 'kestrel',
  connecting,
  fetchRules,
  steps,
  perform,
  find,
  sentPictures: (payload, done) => payload.pictures.map((_, i) => done[`picture ${i + 1}`]?.sha256 ?? ''),
  standing: (done, session) => ({ remoteId: done.offer!.id!, url: `${session.baseUrl}/fair/${done.offer!.id}` }),
  async read(remoteId, session): Promise<ThereListing | null> {
    try {
      const { body: o } = await call<Offer>(session, 'GET', `/offers/${encodeURIComponent(remoteId)}`);
      return {
        state: STATES[o.standing],
        title: o.headline,
        description: o.text,
        tags: o.catchwords,
        options: o.choices,
        variants: o.kinds.map((k) => ({ values: k.picks, priceMinor: k.price })),
        pictures: o.pictures.map((p) => p.sha256),
      };
    } catch (error) {
      if (error instanceof OutletAnswer && error.more.status === 404) return null;
      throw error;
    }
  },
};
