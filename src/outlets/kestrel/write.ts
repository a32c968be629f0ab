import { pictureType } from '../../core/outlet/pictures';
import type { Done, ListingPayload, OutletAdapter, Result, Session, Step } from '../contract';
import { Type } from '@sinclair/typebox';
import { ANY, shape } from '../http';
import { call } from './connect';
import { OfferId, Sha256 } from './shapes';

const Made = shape(Type.Object({ id: OfferId }));
const Put = shape(Type.Object({ sha256: Sha256 }));

/** An offer's words as the fair takes them. */
const wordsOf = (p: ListingPayload) => ({
  headline: p.title,
  text: p.description,
  catchwords: p.tags,
  shelf: p.settings?.shelf || null,
  maker: p.settings?.maker ?? 'stallholder',
  made: p.settings?.made ?? 'to-order',
  tell: p.texts?.personalisation || null,
});
const goodsOf = (p: ListingPayload) => ({
  choices: p.options,
  kinds: p.variants.map((v) => ({ picks: v.values, price: v.priceMinor, code: v.sku })),
});
const offerAt = (id: string) => `/offers/${encodeURIComponent(id)}`;
const placeOf = (part: string) => Number(part.split(' ')[1]);

/** First the offer with its words, set aside. Only this could be made twice: the fair does not compare tickets. */
const offerStep = (p: ListingPayload): Step => ({
  part: 'offer',
  carries: wordsOf(p),
  makes: true,
  perform: async (done, session) => {
    if (!done.offer) {
      const { body } = await call(session, Made, 'POST', '/offers', { ticket: p.ref, ...wordsOf(p) });
      return { id: body.id };
    }
    await call(session, ANY, 'PUT', `${offerAt(done.offer.id!)}/words`, wordsOf(p));
    return done.offer;
  },
});
/** What can be picked, put as a whole. */
const kindsStep = (p: ListingPayload, id: (done: Done) => string): Step => ({
  part: 'kinds',
  carries: goodsOf(p),
  perform: async (done, session) => {
    await call(session, ANY, 'PUT', `${offerAt(id(done))}/kinds`, goodsOf(p));
    return {};
  },
});

/** The pictures one by one: places that this listing fills, and those that an earlier content of it filled. */
function pictureSteps(p: ListingPayload, done: Done, id: (done: Done) => string): Step[] {
  const before = Object.keys(done).filter((name) => name.startsWith('picture '));
  const most = Math.max(p.pictures.length, ...before.map(placeOf));
  return Array.from({ length: most }, (_, i): Step => {
    const picture = p.pictures[i];
    return {
      part: `picture ${i + 1}`,
      carries: picture ?? null,
      perform: (now, session) => hang(picture, `${offerAt(id(now))}/pictures/${i + 1}`, i + 1, session),
    };
  });
}

/** Hangs the picture of a place, or takes down what an earlier content left there. */
async function hang(
  picture: ListingPayload['pictures'][number] | undefined,
  address: string,
  place: number,
  session: Session,
): Promise<Result> {
  if (!picture) {
    await call(session, ANY, 'DELETE', address);
    return {};
  }
  const data = await session.readFile(picture.file);
  const form = new FormData();
  form.set('said', picture.alt);
  form.set('picture', new Blob([new Uint8Array(data)], { type: pictureType(picture.file) }), String(place));
  const { body } = await call(session, Put, 'PUT', address, form);
  return { sha256: body.sha256 };
}

type Handed = NonNullable<ListingPayload['downloads']>[number];
/** What buyers get at once, place by place, and places that an earlier content filled. */
function downloadSteps(p: ListingPayload, done: Done, id: (done: Done) => string): Step[] {
  const files = p.downloads ?? [];
  const before = Object.keys(done).filter((name) => name.startsWith('download '));
  const most = Math.max(files.length, ...before.map(placeOf), 0);
  return Array.from({ length: most }, (_, i): Step => ({
    part: `download ${i + 1}`,
    carries: files[i] ? { name: files[i].name, sha256: files[i].sha256 } : null,
    perform: (now, session) => handOver(files[i], `${offerAt(id(now))}/downloads/${i + 1}`, session),
  }));
}

/** Puts a file in its place, or takes away what an earlier content left there. */
async function handOver(file: Handed | undefined, address: string, session: Session): Promise<Result> {
  if (!file) {
    await call(session, ANY, 'DELETE', address);
    return {};
  }
  const form = new FormData();
  form.set('file', new Blob([new Uint8Array(await session.readFile(file.file))]), file.name);
  const { body } = await call(session, Put, 'PUT', address, form);
  return { sha256: body.sha256 };
}

const offered = (done: Done) => done.offer!.id!;
const WAYS = { live: 'lay-out', ended: 'pack-away' } as const;

export const write: OutletAdapter['write'] = {
  make: (p, done) => [offerStep(p), kindsStep(p, offered), ...pictureSteps(p, done, offered), ...downloadSteps(p, done, offered)],
  change: ({ remoteId, listing: p, fields }) => [
    ...(fields.some((f) => ['title', 'description', 'tags', 'texts', 'settings'].includes(f))
      ? [
          {
            ...offerStep(p),
            // the fair takes an offer's words as a whole
            perform: async (_: Done, session: Session) => {
              await call(session, ANY, 'PUT', `${offerAt(remoteId)}/words`, wordsOf(p));
              return { id: remoteId };
            },
            makes: false,
          },
        ]
      : []),
    ...(fields.some((f) => f === 'options' || f === 'prices') ? [kindsStep(p, () => remoteId)] : []),
  ],
  pictures: ({ remoteId, listing }, done) => pictureSteps(listing, done, () => remoteId),
  downloads: ({ remoteId, listing }, done) => downloadSteps(listing, done, () => remoteId),
  // a set-aside offer is one already: nothing is done to make it a draft
  state: (goal, { remoteId }) =>
    goal === 'draft'
      ? []
      : [
          {
            part: goal === 'live' ? 'lay out' : 'pack away',
            carries: null,
            perform: async (done, session) => {
              await call(session, ANY, 'POST', `${offerAt(remoteId ?? offered(done))}/${WAYS[goal]}`, {});
              return {};
            },
          },
        ],
  sentPictures: (p, done) => p.pictures.map((_, i) => done[`picture ${i + 1}`]?.sha256 ?? ''),
  standing: (done, session) => ({ remoteId: offered(done), url: `${session.baseUrl}/fair/${encodeURIComponent(offered(done))}` }),
};
