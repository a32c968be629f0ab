'use client';
import type { ColumnDef } from '@tanstack/react-table';
import { format } from 'date-fns';
import { ExternalLink } from 'lucide-react';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { ListingView } from '@/api/views';
import { act, api } from '../api';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { ButtonLink } from '../parts/button';
import { EmptyState } from '../parts/empty';
import { ChoiceField } from '../parts/fields/field';
import { amount, count } from '../parts/format';
import { Mark } from '../parts/marks';
import { Picture } from '../parts/picture';
import { SearchField } from '../parts/fields/search-field';
import { SelectionBar } from '../parts/lists/selection-bar';
import { Table } from '../parts/lists/table';

const ROW = 66;
const STATE_INK: Partial<Record<ListingView['state'], string>> = { live: 'text-teal', gone: 'text-spot' };

/** What stands where: every listing with its state and the way to its page as buyers see it. */
export function LedgerStation({ listings }: { listings: ListingView[] }) {
  const [find, setFind] = useState('');
  const [outlet, setOutlet] = useState('');
  const [state, setState] = useState('');
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const states = useMemo(() => [...new Set(listings.map((l) => l.state))].sort(), [listings]);
  const outlets = useMemo(() => [...new Map(listings.map((l) => [l.outletId, l.outlet]))], [listings]);
  const shown = useMemo(
    () =>
      listings.filter(
        (l) =>
          (!outlet || l.outletId === outlet) &&
          (!state || l.state === state) &&
          `${l.title} ${l.artwork}`.toLowerCase().includes(find.toLowerCase()),
      ),
    [listings, outlet, state, find],
  );
  const drafts = shown.filter((l) => picked.has(l.id) && l.state === 'draft there');
  const all = shown.length > 0 && shown.every((l) => picked.has(l.id));
  const asked = outlets.filter(([id]) => !outlet || id === outlet);
  const bindings: Bindings = {
    'ledger.all': shown.length
      ? { says: `Select all ${count(shown.length, 'listing')}`, does: () => setPicked(new Set(shown.map((l) => l.id))) }
      : null,
    // what the outlets say arrives by itself
    'ledger.look': asked.length
      ? {
          says: `Ask ${asked.map(([, name]) => name).join(' and ')} what stands there`,
          does: () =>
            void act(async () => {
              for (const [id] of asked) await api('POST', `/outlets/${id}/look`, {});
              return `Asking ${asked.map(([, name]) => name).join(' and ')} what stands there.`;
            }),
        }
      : null,
    'ledger.live': drafts.length
      ? {
          says: `Set ${drafts.length} live`,
          does: () =>
            void act(async () => {
              const { queued } = await api<{ queued: number }>('POST', '/listings/live', { ids: drafts.map((l) => l.id) });
              setPicked(new Set());
              return `${count(queued, 'listing')} being set live.`;
            }),
        }
      : null,
  };
  useCommands(bindings);
  const toggle = (id: string) =>
    setPicked((old) => {
      const next = new Set(old);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  if (!listings.length)
    return (
      <EmptyState
        title="Nothing stands at an outlet yet"
        action={
          <ButtonLink tone="go" href="/press">
            To the press
          </ButtonLink>
        }
      >
        Each listing that was sent is entered here, with a link to its page as a buyer sees it.
      </EmptyState>
    );
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
      <div className="flex min-h-[51px] items-center gap-3 border-b border-rule px-[18px] py-2">
        <h1 className="text-[22px]">Ledger</h1>
        <span className="whitespace-nowrap text-soft">
          {shown.length === listings.length
            ? count(listings.length, 'listing')
            : `${shown.length} of ${count(listings.length, 'listing')}`}
        </span>
        <SearchField label="Find listings" hint="find by title or artwork" value={find} change={setFind} />
        <ChoiceField
          hideLabel
          label="Outlet"
          options={[['', 'every outlet'], ...outlets]}
          value={outlet}
          onChange={(e) => setOutlet(e.target.value)}
        />
        <ChoiceField
          hideLabel
          label="State"
          options={[['', 'every state'], ...states]}
          value={state}
          onChange={(e) => setState(e.target.value)}
        />
        <span className="grow" />
        {drafts.length > 0 ? (
          <SelectionBar says={count(drafts.length, 'draft')} none={() => setPicked(new Set())}>
            <CommandButton id="ledger.live" of={bindings} tone="go" />
          </SelectionBar>
        ) : (
          <CommandButton id="ledger.look" of={bindings}>
            Look again
          </CommandButton>
        )}
      </div>
      <Table
        label="Listings"
        data={shown}
        idOf={(l) => l.id}
        rowHeight={ROW}
        sortHere
        hands={{ picked, pick: toggle }}
        columns={[
          {
            id: 'pick',
            header: () => (
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                aria-label="Select all"
                checked={all}
                onChange={() => setPicked(all ? new Set() : new Set(shown.map((l) => l.id)))}
              />
            ),
            size: 20,
            enableSorting: false,
            cell: ({ row }) => (
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                aria-label={`Select ${row.original.title}`}
                checked={picked.has(row.id)}
                onChange={() => toggle(row.id)}
              />
            ),
          },
          ...COLUMNS,
        ]}
      />
    </div>
  );
}

const COLUMNS: ColumnDef<ListingView>[] = [
  {
    id: 'picture',
    header: () => <span className="sr-only">Picture</span>,
    size: 58,
    enableSorting: false,
    cell: ({ row }) => <Picture src={row.original.small} alt="" className="h-[58px] w-[58px]" />,
  },
  {
    id: 'title',
    header: 'Listing',
    accessorKey: 'title',
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
          {l.artwork} · {l.docket} · {l.proofId ? l.remoteId : 'its artwork was deleted here'}
        </span>
      </span>
    ),
  },
  {
    id: 'outlet',
    header: 'Outlet',
    accessorKey: 'outlet',
    size: 110,
    cell: ({ row }) => <span className="font-slab font-semibold">{row.original.outlet}</span>,
  },
  {
    id: 'state',
    header: 'State',
    accessorKey: 'state',
    size: 100,
    cell: ({ row: { original: l } }) => (
      <span className={`inline-flex items-center gap-1.5 ${STATE_INK[l.state] ?? 'text-soft'}`}>
        {l.state === 'live' && <Mark state="listed" />}
        {l.state === 'gone' && <Mark state="refused" />} {l.state}
      </span>
    ),
  },
  {
    id: 'price',
    header: 'From, USD',
    accessorKey: 'priceMinor',
    size: 80,
    meta: { right: true },
    cell: ({ row: { original: l } }) => <span className="font-semibold">{amount(l.priceMinor, l.currency)}</span>,
  },
  {
    id: 'sent',
    header: 'Sent',
    accessorKey: 'sentAt',
    size: 100,
    cell: ({ row }) => <span className="text-soft">{row.original.sentAt ? format(row.original.sentAt, 'd MMM, HH:mm') : ''}</span>,
  },
  {
    id: 'page',
    header: () => <span className="sr-only">Page</span>,
    size: 146,
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
