import { pictureType } from '../../core/outlet/pictures';
import { createHash } from 'node:crypto';
import mergePatch from 'json-merge-patch';
import { toDecimal } from '../../core/money/money';
import {
  OutletAnswer,
  type Done,
  type ListingField,
  type ListingPayload,
  type OutletAdapter,
  type Result,
  type Session,
  type Step,
} from '../contract';
import { ANY, type Answered } from '../http';
import { call } from './connect';
import { WareThere, type Ware } from './shapes';
import { toHtml } from './story';

const searchOf = (p: ListingPayload) =>
  p.texts?.searchTitle || p.texts?.searchText
    ? { for_search: { title: p.texts.searchTitle ?? '', text: p.texts.searchText ?? '' } }
    : {};

const bagOf = (p: ListingPayload) => (p.downloads ?? []).map(({ sha256, name }) => ({ sha256, called: name }));

const wareOf = (p: ListingPayload, sha256: string[]): Ware => ({
  name: p.title,
  story: toHtml(p.description),
  labels: p.tags,
  brand: p.brand ?? '',
  kind: p.kind ?? '',
  choices: p.options,
  articles: p.variants.map((v) => ({
    picks: v.values,
    price: { [p.currency]: toDecimal({ minor: v.priceMinor, currency: p.currency }) },
    code: v.sku,
    ...(v.weightG !== undefined && { grams: v.weightG }),
  })),
  pictures: p.pictures.map((picture, i) => ({ sha256: sha256[i] ?? '', alt: picture.alt })),
  ...(p.downloads && { in_the_bag: bagOf(p) }),
  ...(p.origin && { origin: p.origin }),
  ...(p.hsCode && { hs: p.hsCode }),
  ...searchOf(p),
  ...(p.settings?.collection && { collections: [p.settings.collection] }),
});
/** What of a ware belongs to each of our fields; a field that is empty now is taken away there. */
const PARTS: Record<Exclude<ListingField, 'pictures' | 'downloads'>, (w: Ware) => Partial<Record<keyof Ware, unknown>>> = {
  title: (w) => ({ name: w.name }),
  description: (w) => ({ story: w.story }),
  tags: (w) => ({ labels: w.labels }),
  texts: (w) => ({ for_search: w.for_search ?? { title: '', text: '' } }),
  options: (w) => ({ choices: w.choices, articles: w.articles }),
  prices: (w) => ({ choices: w.choices, articles: w.articles }),
  weights: (w) => ({ articles: w.articles }),
  brand: (w) => ({ brand: w.brand }),
  kind: (w) => ({ kind: w.kind }),
  origin: (w) => ({ origin: w.origin ?? null }),
  hsCode: (w) => ({ hs: w.hs ?? null }),
  settings: (w) => ({ collections: w.collections ?? [] }),
};

/** SHA-256 of the pictures as they were put on the quay. */
const sentPictures = (p: ListingPayload, done: Done): string[] =>
  p.pictures.map((_, i) => done[`picture ${i + 1}`]?.sha256 ?? '');

/** The pictures, each under its hash: put again it is the same. */
const pictureSteps = (p: ListingPayload): Step[] =>
  p.pictures.map(({ file }, i) => ({
    part: `picture ${i + 1}`,
    carries: file,
    perform: async (_, session) => {
      const data = await session.readFile(file);
      const sha256 = createHash('sha256').update(data).digest('hex');
      await call(session, ANY, 'PUT', `/pictures/${sha256}`, { type: pictureType(file), data: new Uint8Array(data) });
      return { sha256 };
    },
  }));

/** What buyers get at once, each under its hash as well. */
const bagSteps = (p: ListingPayload): Step[] =>
  (p.downloads ?? []).map(({ file, sha256 }, i) => ({
    part: `bag ${i + 1}`,
    carries: sha256,
    perform: async (_, session) => {
      const data = await session.readFile(file);
      await call(session, ANY, 'PUT', `/bag/${sha256}`, { type: 'application/octet-stream', data: new Uint8Array(data) });
      return { sha256 };
    },
  }));

const files = (p: ListingPayload) => p.pictures.map((picture) => picture.file);
const addressOf = (key: string) => `/wares/${encodeURIComponent(key)}`;
const json = (value: unknown, type = 'application/json') => ({ type, data: JSON.stringify(value) });
const failed = (error: unknown, status: number) => error instanceof OutletAnswer && error.more.status === status;

/** First the pictures, each under its hash; then the ware with everything in it, in the back. It is put under our own key. */
export const write: OutletAdapter['write'] = {
  make: (p) => [
    ...pictureSteps(p),
    ...bagSteps(p),
    {
      part: 'ware',
      carries: wareOf(p, files(p)),
      perform: (done, session) => putWare(p.ref, wareOf(p, sentPictures(p, done)), session),
    },
  ],
  change: ({ remoteId, listing: p, fields }) => {
    const ours = fields.filter((f): f is keyof typeof PARTS => f !== 'pictures' && f !== 'downloads');
    const parts = Object.assign({}, ...ours.map((f) => PARTS[f](wareOf(p, [])))) as Partial<Ware>;
    return ours.length
      ? [{ part: 'ware words', carries: parts, perform: (_, session) => change(remoteId, session, () => parts) }]
      : [];
  },
  pictures: ({ remoteId, listing: p }) => [
    ...pictureSteps(p),
    {
      part: 'ware pictures',
      carries: wareOf(p, files(p)).pictures,
      perform: (done, session) => change(remoteId, session, () => ({ pictures: wareOf(p, sentPictures(p, done)).pictures })),
    },
  ],
  downloads: ({ remoteId, listing: p }) => [
    ...bagSteps(p),
    {
      part: 'ware bag',
      carries: bagOf(p),
      perform: (_, session) => change(remoteId, session, () => ({ in_the_bag: bagOf(p) })),
    },
  ],
  state: (goal, { remoteId, key }) => [
    {
      part: 'window',
      carries: goal === 'live' ? null : goal,
      perform: (_, session) =>
        change(remoteId ?? key, session, () => ({ standing: goal === 'live' ? 'in-the-window' : 'in-the-back' })),
    },
  ],
  sentPictures,
  standing: (done, session) => ({
    remoteId: done.ware!.reference!,
    url: `${session.baseUrl}/shop/${encodeURIComponent(done.ware!.address!)}`,
  }),
};

/** Makes the ware only if there is none (RFC 9110, 13.1.2); one that is there already is changed to what we have. */
async function putWare(key: string, ware: Ware, session: Session): Promise<Result> {
  try {
    const made = await call(session, WareThere, 'PUT', addressOf(key), json({ ...ware, standing: 'in-the-back' }), {
      'if-none-match': '*',
    });
    return found(made);
  } catch (error) {
    if (!failed(error, 412)) throw error;
    return change(key, session, () => ware);
  }
}

const found = ({ body }: Answered<WareThere>): Result => ({ reference: body.reference, address: body.address });

/** How often a ware that somebody changes at the same moment is read again. */
const READINGS = 3;

/** Changes a ware by the merge patch (RFC 7396) from what is there to what is wanted, if it is still that (If-Match). */
async function change(reference: string, session: Session, wanted: (there: WareThere) => object): Promise<Result> {
  for (let reading = 1; ; reading++) {
    const there = await call(session, WareThere, 'GET', addressOf(reference));
    const patch = mergePatch.generate(there.body, { ...there.body, ...wanted(there.body) });
    if (patch === undefined) return found(there);
    try {
      const tag = there.headers.get('etag') ?? '*';
      return found(
        await call(session, WareThere, 'PATCH', addressOf(reference), json(patch, 'application/merge-patch+json'), {
          'if-match': tag,
        }),
      );
    } catch (error) {
      if (!failed(error, 412)) throw error;
      if (reading === READINGS)
        throw new OutletAnswer('unclear', { code: 'changed-by-another', values: { outlet: session.name } });
    }
  }
}
