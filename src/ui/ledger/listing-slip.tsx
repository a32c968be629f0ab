'use client';
import { useQuery } from '@tanstack/react-query';
import { formatDistanceToNowStrict } from 'date-fns';
import type { ListingView } from '@/api/views';
import type { ListingPayload, ThereListing } from '@/core/listing/payload';
import type { ListingField } from '@/core/listing/compare';
import { fieldName, fieldNames } from '@/core/listing/field-names';
import { api } from '../api';
import { Story } from '../desk/story';
import { Button } from '../parts/button';
import { amount, count } from '../parts/format';
import { Slip } from '../parts/slip';
import { PrintFiles } from '../prints/print-files';
import { sendChanges } from '../proofs/orders';

interface Full {
  sent: ListingPayload | null;
  there: ThereListing | null;
  links: { sku: string; link: string }[];
  orders: {
    id: string;
    kind: string;
    fields: string[];
    goal: string | null;
    state: string;
    sentence: string | null;
    askedBy: string;
    createdAt: string;
  }[];
}

const KINDS: Record<string, string> = {
  make: 'Make it',
  change: 'Change',
  pictures: 'Put other pictures',
  variants: 'Change prices and sizes',
  state: 'Put it',
};
const words = (o: Full['orders'][number]): string =>
  [KINDS[o.kind], o.kind === 'change' ? fieldNames(o.fields) : '', o.goal && o.kind !== 'make' ? o.goal : '']
    .filter(Boolean)
    .join(' ');

type Side = ListingPayload | ThereListing;
const pairs = (of: Record<string, string> | undefined) =>
  Object.entries(of ?? {})
    .filter(([, value]) => value)
    .map(([name, value]) => `${fieldName(name)}: ${value}`)
    .join('; ');

/** Each field of a listing as a person reads it. */
const READ: Record<ListingField, (l: Side, currency: string) => string> = {
  title: (l) => l.title,
  description: (l) => l.description,
  tags: (l) => l.tags.join(', '),
  texts: (l) => pairs(l.texts),
  settings: (l) => pairs(l.settings),
  brand: (l) => l.brand ?? '',
  kind: (l) => l.kind ?? '',
  origin: (l) => l.origin ?? '',
  hsCode: (l) => l.hsCode ?? '',
  options: (l) => l.options.join(', '),
  prices: (l, currency) => `${count(l.variants.length, 'variant')}, ${range(l.variants.map((v) => v.priceMinor), l.currency ?? currency)}`, // prettier-ignore
  weights: (l) => [...new Set(l.variants.flatMap((v) => v.weightG ?? []))].map((g) => `${g} g`).join(', '),
  pictures: (l) => count(l.pictures.length, 'picture'),
  downloads: (l) => count(l.downloads?.length ?? 0, 'file'),
};
function range(prices: number[], currency: string): string {
  if (!prices.length) return '–';
  const [low, high] = [Math.min(...prices), Math.max(...prices)].map((p) => amount(p, currency));
  return low === high ? `${low} ${currency}` : `${low} to ${high} ${currency}`;
}

/** A listing with its three sides: what was sent, what is there, what our proof says; and everything that was ordered. */
export function ListingSlip({ listing: l, close }: { listing: ListingView; close: () => void }) {
  const { data } = useQuery({
    queryKey: ['listing', l.id],
    queryFn: () => api<Full>('GET', `/listings/${l.id}`),
    meta: { tables: ['listing', 'outlet_order'] },
  });
  const loose = data?.links.filter((x) => x.link !== 'linked').length ?? 0;
  return (
    <Slip
      label="Listing"
      kicker={`${l.outlet} · ${l.state} · ${l.step}`}
      title={l.title}
      close={close}
      foot={
        l.proofId && (
          <>
            {l.changed.length > 0 && <Button onClick={() => void sendChanges({ ids: [l.id] }, false)}>Send what differs</Button>}
            {l.drift.length > 0 && (
              <Button onClick={() => void sendChanges({ ids: [l.id] }, true)}>Put back what was changed there</Button>
            )}
          </>
        )
      }
    >
      {l.changed.length > 0 && (
        <p className="border-l-2 border-teal px-2.5 py-1">Changed here since it was sent: {fieldNames(l.changed)}.</p>
      )}
      {l.notRead && (
        <p className="border-l-2 border-ochre bg-ochre-t/50 px-2.5 py-1">
          When it was last asked for, it could not be read. {l.notRead} What is told here is from before.
        </p>
      )}
      {l.drift.length > 0 && data?.sent && data.there && (
        <div className="mt-3">
          <b>Changed there since it was sent</b>
          <dl className="mt-1 grid gap-2 text-[12.5px]">
            {l.drift.map((field) => (
              <div key={field}>
                <dt className="text-soft first-letter:uppercase">{fieldName(field)}</dt>
                <dd className="line-clamp-4 text-soft line-through">{READ[field](data.sent!, l.currency) || 'nothing'}</dd>
                <dd className="line-clamp-4 bg-ochre-t/50 px-1">{READ[field](data.there!, l.currency) || 'nothing'}</dd>
              </div>
            ))}
          </dl>
        </div>
      )}
      {data?.sent && data.there && (
        <p className="mt-2 text-soft">
          {loose
            ? `${loose} of ${data.links.length} variants are not as we sent them.`
            : data.links.length === 1
              ? 'Its one variant is linked.'
              : `All ${data.links.length} variants are linked.`}
        </p>
      )}
      <div className="cut mt-4 pt-3">
        <b>Orders</b>
        {data && !data.orders.length && <p className="text-soft">None: it was made at the outlet.</p>}
        <ol className="mt-1 grid gap-1.5 text-[12.5px]">
          {data?.orders.map((o) => (
            <li key={o.id}>
              {words(o)} <span className={o.state === 'refused' ? 'text-spot' : 'text-soft'}>· {o.state}</span>
              {o.sentence && <span className="block text-soft">{o.sentence}</span>}
              <span className="block text-[11.5px] text-soft">
                {o.askedBy} · {formatDistanceToNowStrict(o.createdAt, { addSuffix: true })}
              </span>
            </li>
          ))}
        </ol>
      </div>
      <PrintFiles of={{ kind: 'listings', id: l.id }} className="mt-4 text-[12.5px]" />
      <div className="cut mt-4 pt-3 text-[12.5px]">
        <b className="mb-1 block">What was done</b>
        <Story of={l.id} empty="Nothing by hand yet." />
      </div>
    </Slip>
  );
}
