import type { Done, ListingPayload, OutletAdapter, Result, Session, Step } from '../contract';
import { call } from './connect';

/** An offer's words as the fair takes them. */
const wordsOf = (p: ListingPayload) => ({
  headline: p.title,
  text: p.description,
  catchwords: p.tags,
  shelf: null,
  maker: 'stallholder',
  made: 'to-order',
  tell: null,
});
const goodsOf = (p: ListingPayload) => ({
  choices: p.options,
  kinds: p.variants.map((v) => ({ picks: v.values, price: v.priceMinor, code: v.sku })),
});
const placeOf = (step: string) => Number(step.split(' ')[1]);

/** Places that this listing fills, and those that an earlier content of it filled. */
function places(payload: ListingPayload, done: Done): number[] {
  const before = Object.keys(done).filter((name) => name.startsWith('picture '));
  const most = Math.max(payload.pictures.length, ...before.map(placeOf));
  return Array.from({ length: most }, (_, i) => i + 1);
}

/** First the offer with its words, set aside; what can be picked; the pictures one by one; then it is laid out. */
export const steps: OutletAdapter['steps'] = (payload, goLive, done): Step[] => [
  { name: 'offer', carries: wordsOf(payload) },
  { name: 'kinds', carries: goodsOf(payload) },
  ...places(payload, done).map((n) => ({ name: `picture ${n}`, carries: payload.pictures[n - 1] ?? null })),
  ...(goLive ? [{ name: 'lay out', carries: null }] : []),
];

export const perform: OutletAdapter['perform'] = async (step, payload, done, session): Promise<Result> => {
  if (step === 'offer') {
    if (!done.offer) {
      const { body } = await call<{ id: string }>(session, 'POST', '/offers', { ticket: payload.ref, ...wordsOf(payload) });
      return { id: body.id };
    }
    await call(session, 'PUT', `/offers/${done.offer.id}/words`, wordsOf(payload));
    return done.offer;
  }
  const offer = `/offers/${done.offer!.id}`;
  if (step === 'kinds') await call(session, 'PUT', `${offer}/kinds`, goodsOf(payload));
  else if (step === 'lay out') await call(session, 'POST', `${offer}/lay-out`, {});
  else return hang(step, payload, offer, session);
  return {};
};

/** Hangs the picture of a place, or takes down what an earlier content left there. */
async function hang(step: string, payload: ListingPayload, offer: string, session: Session): Promise<Result> {
  const picture = payload.pictures[placeOf(step) - 1];
  const address = `${offer}/pictures/${placeOf(step)}`;
  if (!picture) {
    await call(session, 'DELETE', address);
    return {};
  }
  const data = await session.readPicture(picture.file);
  const form = new FormData();
  form.set('said', picture.alt);
  form.set('picture', new Blob([new Uint8Array(data)], { type: 'image/jpeg' }), `${placeOf(step)}.jpg`);
  const { body } = await call<{ sha256: string }>(session, 'PUT', address, form);
  return { sha256: body.sha256 };
}

/** Only an offer could be made twice: the fair does not compare tickets. Everything else is put where it belongs. */
export const find: OutletAdapter['find'] = async (step, payload, session) => {
  if (step !== 'offer') return null;
  const { body } = await call<{ offers: { id: string }[] }>(session, 'GET', `/offers?ticket=${encodeURIComponent(payload.ref)}`);
  return body.offers[0] ? { id: body.offers[0].id } : null;
};
