import { createHash } from 'node:crypto';
import mergePatch from 'json-merge-patch';
import { toDecimal } from '../../core/money/money';
import {
  OutletAnswer,
  type Done,
  type ListingPayload,
  type OutletAdapter,
  type Result,
  type Session,
  type Step,
} from '../contract';
import type { Answered } from '../http';
import { call, NAME } from './connect';
import { toHtml } from './story';

/** A ware as the shop takes it, but for its standing. */
export interface Ware {
  name: string;
  story: string;
  labels: string[];
  brand: string;
  kind: string;
  choices: string[];
  articles: { picks: string[]; price: Record<string, string>; code: string }[];
  pictures: { sha256: string; alt: string }[];
}
/** As it gives one back. */
export type WareThere = Ware & { reference: string; address: string; standing: 'in-the-back' | 'in-the-window' };

const wareOf = (p: ListingPayload, sha256: string[]): Ware => ({
  name: p.title,
  story: toHtml(p.description),
  labels: p.tags,
  brand: p.brand,
  kind: p.kind,
  choices: p.options,
  articles: p.variants.map((v) => ({
    picks: v.values,
    price: { [p.currency]: toDecimal({ minor: v.priceMinor, currency: p.currency }) },
    code: v.sku,
  })),
  pictures: p.pictures.map((picture, i) => ({ sha256: sha256[i] ?? '', alt: picture.alt })),
});

/** SHA-256 of the pictures as they were put on the quay. */
export const sentPictures = (payload: ListingPayload, done: Done): string[] =>
  payload.pictures.map((_, i) => done[`picture ${i + 1}`]?.sha256 ?? '');

/** First the pictures, each under its hash; then the ware with everything in it, in the back; then into the window. */
export const steps: OutletAdapter['steps'] = (payload, goLive): Step[] => [
  ...payload.pictures.map((p, i) => ({ name: `picture ${i + 1}`, carries: p.file })),
  {
    name: 'ware',
    carries: wareOf(
      payload,
      payload.pictures.map((p) => p.file),
    ),
  },
  ...(goLive ? [{ name: 'window', carries: null }] : []),
];

const addressOf = (payload: ListingPayload) => `/wares/${encodeURIComponent(payload.ref)}`;
const json = (value: unknown, type = 'application/json') => ({ type, data: JSON.stringify(value) });
const failed = (error: unknown, status: number) => error instanceof OutletAnswer && error.more.status === status;

export const perform: OutletAdapter['perform'] = async (step, payload, done, session): Promise<Result> => {
  if (step === 'window') return change(payload, session, () => ({ standing: 'in-the-window' }));
  if (step === 'ware') return putWare(payload, wareOf(payload, sentPictures(payload, done)), session);
  const data = await session.readPicture(payload.pictures[Number(step.split(' ')[1]) - 1]!.file);
  const sha256 = createHash('sha256').update(data).digest('hex');
  await call(session, 'PUT', `/pictures/${sha256}`, { type: 'image/jpeg', data: new Uint8Array(data) });
  return { sha256 };
};

/** Makes the ware only if there is none (RFC 9110, 13.1.2); one that is there already is changed to what we have. */
async function putWare(payload: ListingPayload, ware: Ware, session: Session): Promise<Result> {
  try {
    const made = await call<WareThere>(session, 'PUT', addressOf(payload), json({ ...ware, standing: 'in-the-back' }), {
      'if-none-match': '*',
    });
    return found(made);
  } catch (error) {
    if (!failed(error, 412)) throw error;
    return change(payload, session, () => ware);
  }
}

const found = ({ body }: Answered<WareThere>): Result => ({ reference: body.reference, address: body.address });

/** How often a ware that somebody changes at the same moment is read again. */
const READINGS = 3;

/** Changes a ware by the merge patch (RFC 7396) from what is there to what is wanted, if it is still that (If-Match). */
async function change(payload: ListingPayload, session: Session, wanted: (there: WareThere) => object): Promise<Result> {
  for (let reading = 1; ; reading++) {
    const there = await call<WareThere>(session, 'GET', addressOf(payload));
    const patch = mergePatch.generate(there.body, { ...there.body, ...wanted(there.body) });
    if (patch === undefined) return found(there);
    try {
      const tag = there.headers.get('etag') ?? '*';
      return found(
        await call<WareThere>(session, 'PATCH', addressOf(payload), json(patch, 'application/merge-patch+json'), {
          'if-match': tag,
        }),
      );
    } catch (error) {
      if (!failed(error, 412)) throw error;
      if (reading === READINGS)
        throw new OutletAnswer('unclear', `${NAME} says that the ware is being changed by somebody else.`);
    }
  }
}
