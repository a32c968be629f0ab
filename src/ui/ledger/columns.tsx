'use client';
import { fieldNames } from '@/core/listing/field-names';
import type { ColumnDef } from '@tanstack/react-table';
import { format } from 'date-fns';
import { ExternalLink } from 'lucide-react';
import Link from 'next/link';
import type { ListingView } from '@/api/views';
import { amount } from '../parts/format';
import { Mark } from '../parts/marks';
import { Picture } from '../parts/picture';

/** How a listing goes with what we sent and have. */
const STEP_INK = { 'in step': 'text-soft', stale: 'text-teal', drifted: 'text-ochre' } as const;
const STEP_WORDS = { 'in step': 'in step', stale: 'stale', drifted: 'drifted' } as const;
const STATE_INK: Partial<Record<ListingView['state'], string>> = { live: 'text-teal', gone: 'text-spot' };

/** Columns that may be shown, in which order and how wide stands in the address. */
export const COLUMN_CHOICES = [
  { id: 'title', word: 'Listing' },
  { id: 'outlet', word: 'Outlet' },
  { id: 'state', word: 'State' },
  { id: 'step', word: 'In step' },
  { id: 'price', word: 'Price from' },
  { id: 'sent', word: 'Sent' },
  { id: 'looked', word: 'Looked at' },
  { id: 'artwork', word: 'Artwork' },
  { id: 'docket', word: 'Docket' },
  { id: 'number', word: 'Number at the outlet' },
];
export const FIRST_COLUMNS = ['title', 'outlet', 'state', 'step', 'price', 'sent'];

/** The ledger's columns; `open` shows one listing in full. */
export const columns = (open: (id: string) => void): ColumnDef<ListingView>[] => [
  {
    id: 'picture',
    header: () => <span className="sr-only">Picture</span>,
    size: 58,
    meta: { fixed: 'first' },
    enableSorting: false,
    cell: ({ row }) => <Picture src={row.original.small} alt="" className="h-[58px] w-[58px]" />,
  },
  {
    id: 'title',
    header: 'Listing',
    size: 220,
    meta: { wide: true },
    cell: ({ row: { original: l } }) => (
      <span className="block min-w-0 leading-tight">
        {l.proofId ? (
          <Link href={`/proofs?open=${l.proofId}`} className="block truncate font-semibold hover:underline">
            {l.title}
          </Link>
        ) : (
          <b className="block truncate font-semibold">{l.title}</b>
        )}
        <span className="block truncate text-[11.5px] text-soft">
          {l.artwork
            ? `${l.artwork} · ${l.docket} · ${l.proofId ? l.remoteId : 'its artwork was deleted here'}`
            : `made at ${l.outlet}, not from here`}
        </span>
      </span>
    ),
  },
  {
    id: 'outlet',
    header: 'Outlet',
    size: 110,
    cell: ({ row }) => <span className="font-slab font-semibold">{row.original.outlet}</span>,
  },
  {
    id: 'state',
    header: 'State',
    size: 100,
    cell: ({ row: { original: l } }) => (
      <span className={`inline-flex items-center gap-1.5 ${STATE_INK[l.state] ?? 'text-soft'}`}>
        {l.state === 'live' && <Mark state="listed" />}
        {l.state === 'gone' && <Mark state="refused" />} {l.state}
      </span>
    ),
  },
  {
    id: 'step',
    header: 'In step',
    enableSorting: false,
    size: 120,
    cell: ({ row: { original: l } }) => (
      <button
        className={`${STEP_INK[l.step]} underline decoration-dotted underline-offset-2`}
        title={[
          ...(l.changed.length ? [`changed here: ${fieldNames(l.changed)}`] : []),
          ...(l.drift.length ? [`changed there: ${fieldNames(l.drift)}`] : []),
        ].join('; ')}
        onClick={() => open(l.id)}
      >
        {STEP_WORDS[l.step]}
      </button>
    ),
  },
  {
    id: 'price',
    header: 'From, USD',
    size: 80,
    meta: { right: true },
    cell: ({ row: { original: l } }) => <span className="font-semibold">{amount(l.priceMinor, l.currency)}</span>,
  },
  {
    id: 'sent',
    header: 'Sent',
    size: 100,
    cell: ({ row }) => (
      <span className="text-soft" suppressHydrationWarning>
        {row.original.sentAt ? format(row.original.sentAt, 'd MMM, HH:mm') : ''}
      </span>
    ),
  },
  {
    id: 'looked',
    header: 'Looked at',
    size: 100,
    cell: ({ row }) => (
      <span className="text-soft" suppressHydrationWarning>
        {row.original.lookedAt ? format(row.original.lookedAt, 'd MMM, HH:mm') : ''}
      </span>
    ),
  },
  {
    id: 'artwork',
    header: 'Artwork',
    size: 150,
    enableSorting: false,
    cell: ({ row }) => row.original.artwork,
  },
  {
    id: 'docket',
    header: 'Docket',
    size: 130,
    enableSorting: false,
    cell: ({ row }) => row.original.docket,
  },
  {
    id: 'number',
    header: 'Number there',
    size: 120,
    enableSorting: false,
    cell: ({ row }) => <span className="text-soft tabular-nums">{row.original.remoteId}</span>,
  },
  {
    id: 'page',
    header: () => <span className="sr-only">Page</span>,
    size: 146,
    meta: { fixed: 'last' },
    enableSorting: false,
    cell: ({ row: { original: l } }) =>
      l.state === 'gone' && l.proofId ? (
        <Link
          href={`/proofs?open=${l.proofId}`}
          className="block text-[11.5px] leading-tight whitespace-normal text-soft hover:underline"
        >
          {l.outlet} does not know it any more. Pass its proof to send it anew.
        </Link>
      ) : (
        <a
          href={l.url}
          target="_blank"
          rel="noreferrer"
          className="inline-flex items-center gap-1.5 text-teal underline underline-offset-2"
        >
          As a buyer sees it <ExternalLink size={12} aria-hidden />
        </a>
      ),
  },
];
