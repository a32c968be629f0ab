'use client';
import { thousands } from '@/core/thousands';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { ListingView, ListingWindowView, OutletView } from '@/api/views';
import type { ListingsCount } from '@/services/outlets/listing-windows';
import { act, api } from '../api';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { ButtonLink } from '../parts/button';
import { EmptyState } from '../parts/empty';
import { count } from '../parts/format';
import { ColumnsChooser } from '../parts/lists/columns-chooser';
import { KeptViews } from '../parts/lists/kept-views';
import { layoutOf, layoutText, type Shown } from '../parts/lists/layout';
import { SelectionBar } from '../parts/lists/selection-bar';
import { Table } from '../parts/lists/table';
import { useAddress } from '../parts/use-address';
import { useSettled } from '../parts/use-settled';
import { sendChanges } from '../proofs/orders';
import { useLine } from '../shell/use-line';
import { COLUMN_CHOICES, columns, FIRST_COLUMNS } from './columns';
import { LedgerFilters } from './filters';
import { useListings } from './list';
import { ALL, countPicked, has, meantBy, NONE, toggled, type Picked } from './picking';
import { listingSearch, nextSort } from './search-text';

const ListingSlip = dynamic(() => import('./listing-slip').then((m) => m.ListingSlip));

const PrintsDialog = dynamic(() => import('../prints/prints-dialog').then((m) => m.PrintsDialog));

const ROW = 66;
const KNOWN = COLUMN_CHOICES.map((c) => c.id);
/** What a count of listings depends on. */
const TABLES = ['listing', 'proof'];

/** What stands where: every listing with its state and the way to its page as buyers see it. */
export function LedgerStation({ first, outlets }: { first: ListingWindowView; outlets: OutletView[] }) {
  const { search, put } = useAddress('/ledger');
  const meant = listingSearch(search);
  const query = new URLSearchParams(meant).toString();
  const list = useListings(query, first);
  const { total } = list;
  const all = useLine()?.stations.ledger.listings ?? total;
  const [open, setOpen] = useState<ListingView | null>(null);
  const [picked, setPicked] = useState<Picked>(NONE);
  const [printing, setPrinting] = useState(false);
  // what was picked was picked of other rows
  const { sort: _, ...rows } = meant;
  const among = JSON.stringify(rows);
  const [shownAmong, setShownAmong] = useState(among);
  if (shownAmong !== among) {
    setShownAmong(among);
    setPicked(NONE);
  }
  const router = useRouter();
  const chosen = countPicked(picked, total);
  const asked = chosen ? meantBy(picked, meant) : null;
  const settled = useSettled(asked && JSON.stringify(asked));
  const { data: may } = useQuery({
    queryKey: ['/listings/count', settled],
    queryFn: () => api<ListingsCount>('POST', '/listings/count', JSON.parse(settled!) as object),
    enabled: settled !== null,
    placeholderData: (last: ListingsCount | undefined) => last,
    meta: { tables: TABLES },
  });
  const can = asked ? may : undefined;
  const looked = outlets.filter((o) => o.connected && (!meant.outlet || o.id === meant.outlet));
  const names = looked.map((o) => o.name).join(' and ');
  const state = (way: 'live' | 'end', says: (n: number) => string) =>
    void act(async () => {
      const { queued } = await api<{ queued: number }>('POST', `/listings/${way}`, asked!);
      setPicked(NONE);
      return says(queued);
    });
  const toGalley = () =>
    void act(async () => {
      const { id, count: found } = await api<{ id: string; count: number }>('POST', '/proofs/picked', { listings: asked });
      if (!found) return 'These listings were not made here: they have no proofs.';
      router.push(`/galley?picked=${id}`);
    });
  const one = !picked.all && picked.ids.size === 1 ? list.row(list.indexOf([...picked.ids][0]!)) : undefined;
  const bindings: Bindings = {
    'ledger.all': total ? { says: `Select all ${count(total, 'listing')}`, does: () => setPicked(ALL) } : null,
    // what the outlets say arrives by itself
    'ledger.look': looked.length
      ? {
          says: `Ask ${names} what stands there`,
          does: () =>
            void act(async () => {
              for (const { id } of looked) await api('POST', `/outlets/${id}/look`, {});
              return `Asking ${names} what stands there.`;
            }),
        }
      : null,
    'ledger.live': can?.live
      ? {
          says: `Set ${thousands(can.live)} live`,
          does: () => state('live', (n) => `${count(n, 'listing')} being set live.`),
        }
      : null,
    'ledger.end': can?.end
      ? { says: `End ${count(can.end, 'listing')}`, does: () => state('end', (n) => `${count(n, 'listing')} being ended.`) }
      : null,
    'ledger.changes': can?.changes
      ? {
          says: `Send what differs of ${count(can.changes, 'listing')}`,
          does: () => void sendChanges(asked!, false).then(() => setPicked(NONE)),
        }
      : null,
    'ledger.prints': asked ? { says: `Make print files of ${count(chosen, 'listing')}`, does: () => setPrinting(true) } : null,
    'ledger.galley': asked ? { says: `Words of ${count(chosen, 'listing')}`, does: toGalley } : null,
    'ledger.open': one ? { says: `Open “${one.title}”`, does: () => setOpen(one) } : null,
  };
  useCommands(bindings);

  const [seen, setSeen] = useState<[number, number]>([0, 0]);
  const look = useCallback((from: number, to: number) => setSeen([from, to]), []);
  // what is on the screen is asked for again when it has become out of date
  useEffect(() => list.want(...seen), [list, seen, list.version]);

  const layout = layoutOf(search.get('cols'), KNOWN, FIRST_COLUMNS);
  const putLayout = (next: Shown[]) => put({ cols: layoutText(next, FIRST_COLUMNS) });
  const sort = search.get('sort') ?? '-sent';
  const nothingYet = !total && !Object.keys(rows).length;
  if (nothingYet)
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
  // the row as it is now, where it is on the screen; else as it was when it was opened
  const shown = open && (list.row(list.indexOf(open.id)) ?? open);
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
      <div className="border-b border-rule px-[18px] py-2">
        <div className="flex min-h-[34px] items-center gap-3">
          <h1 className="text-[22px]">Ledger</h1>
          <span className="whitespace-nowrap text-soft">
            {total < all ? `${thousands(total)} of ${count(all, 'listing')}` : count(total, 'listing')}
          </span>
          <span className="grow" />
          {chosen > 0 ? (
            <SelectionBar says={count(chosen, 'listing')} none={() => setPicked(NONE)}>
              <CommandButton id="ledger.changes" of={bindings} tone="go" />
              <CommandButton id="ledger.end" of={bindings} />
              <CommandButton id="ledger.prints" of={bindings}>
                Print files
              </CommandButton>
              <CommandButton id="ledger.galley" of={bindings}>
                Galley
              </CommandButton>
              <CommandButton id="ledger.live" of={bindings} tone="go" />
            </SelectionBar>
          ) : (
            <>
              <KeptViews station="ledger" query={search.toString()} go={(view) => put(parts(view))} />
              <ColumnsChooser
                choices={COLUMN_CHOICES}
                shown={layout}
                put={putLayout}
                reset={search.get('cols') ? () => put({ cols: null }) : null}
              />
              <CommandButton id="ledger.look" of={bindings}>
                Look again
              </CommandButton>
            </>
          )}
        </div>
        <LedgerFilters search={search} put={put} outlets={outlets} />
      </div>
      <div className={`grid min-h-0 ${shown ? 'grid-cols-[1fr_372px]' : ''}`}>
        {total === 0 ? (
          <p className="p-12 text-center text-soft">No listing answers to that.</p>
        ) : (
          <Table
            label="Listings"
            rows={{ total, row: (i) => list.row(i) }}
            rowHeight={ROW}
            sorting={[{ id: sort.replace('-', ''), desc: sort.startsWith('-') }]}
            sortBy={(column) => put({ sort: nextSort(search.get('sort'), column) })}
            layout={{ shown: layout, put: putLayout }}
            hands={{
              picked: new Set([...drawn(list, seen)].filter((id) => has(picked, id))),
              pick: (id) => setPicked(toggled(picked, id)),
            }}
            onWindow={look}
            columns={[
              {
                id: 'pick',
                header: () => (
                  <input
                    type="checkbox"
                    className="checkbox checkbox-xs"
                    aria-label="Select all"
                    checked={picked.all && !picked.but.size}
                    onChange={() => setPicked(picked.all ? NONE : ALL)}
                  />
                ),
                size: 20,
                meta: { fixed: 'first' },
                enableSorting: false,
                cell: ({ row }) => (
                  <input
                    type="checkbox"
                    className="checkbox checkbox-xs"
                    aria-label={`Select ${row.original.title}`}
                    checked={has(picked, row.id)}
                    onChange={() => setPicked(toggled(picked, row.id))}
                  />
                ),
              },
              ...columns((id) => setOpen(list.row(list.indexOf(id)) ?? null)),
            ]}
          />
        )}
        {shown && <ListingSlip key={shown.id} listing={shown} close={() => setOpen(null)} />}
      </div>
      {printing && asked && (
        <PrintsDialog
          choices={[
            {
              says: chosen === 1 ? 'What this listing was sent to print' : `What ${count(chosen, 'listing')} were sent to print`,
              of: { listings: asked },
            },
          ]}
          close={() => setPrinting(false)}
        />
      )}
    </div>
  );
}

const drawn = (list: ReturnType<typeof useListings>, [from, to]: [number, number]): string[] =>
  Array.from({ length: Math.max(0, to - from) }, (_, i) => list.row(from + i)?.id ?? '').filter(Boolean);

/** Everything that a kept view says; what it does not is as at first. */
const parts = (view: string): Record<string, string | null> => {
  const said = new URLSearchParams(view);
  return Object.fromEntries(['find', 'outlet', 'state', 'step', 'sort', 'cols'].map((p) => [p, said.get(p)]));
};
