'use client';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import type { ListingView } from '@/api/views';
import { act, api } from '../api';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { ButtonLink } from '../parts/button';
import { EmptyState } from '../parts/empty';
import { ChoiceField } from '../parts/fields/field';
import { count } from '../parts/format';
import { SearchField } from '../parts/fields/search-field';
import { SelectionBar } from '../parts/lists/selection-bar';
import { Table } from '../parts/lists/table';
import { sendChanges } from '../proofs/orders';
import { columns } from './columns';

const ListingSlip = dynamic(() => import('./listing-slip').then((m) => m.ListingSlip));

const ROW = 66;
/** What stands where: every listing with its state and the way to its page as buyers see it. */
export function LedgerStation({ listings }: { listings: ListingView[] }) {
  const [find, setFind] = useState('');
  const [outlet, setOutlet] = useState('');
  const [state, setState] = useState('');
  const [step, setStep] = useState('');
  const [openId, setOpenId] = useState<string | null>(null);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const states = useMemo(() => [...new Set(listings.map((l) => l.state))].sort(), [listings]);
  const outlets = useMemo(() => [...new Map(listings.map((l) => [l.outletId, l.outlet]))], [listings]);
  const shown = useMemo(
    () =>
      listings.filter(
        (l) =>
          (!outlet || l.outletId === outlet) &&
          (!state || l.state === state) &&
          (!step || l.step === step) &&
          `${l.title} ${l.artwork}`.toLowerCase().includes(find.toLowerCase()),
      ),
    [listings, outlet, state, step, find],
  );
  const chosen = shown.filter((l) => picked.has(l.id));
  const mayGoLive = chosen.filter((l) => l.state === 'draft there' || l.state === 'ended');
  const mayEnd = chosen.filter((l) => l.state === 'live');
  const differ = chosen.filter((l) => l.proofId && l.changed.length > 0);
  const open = listings.find((l) => l.id === openId);
  const all = shown.length > 0 && shown.every((l) => picked.has(l.id));
  const asked = outlets.filter(([id]) => !outlet || id === outlet);
  const put = (way: 'live' | 'end', of: ListingView[], says: (n: number) => string) =>
    void act(async () => {
      const { queued } = await api<{ queued: number }>('POST', `/listings/${way}`, { ids: of.map((l) => l.id) });
      setPicked(new Set());
      return says(queued);
    });
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
    'ledger.live': mayGoLive.length
      ? {
          says: `Set ${mayGoLive.length} live`,
          does: () => put('live', mayGoLive, (n) => `${count(n, 'listing')} being set live.`),
        }
      : null,
    'ledger.end': mayEnd.length
      ? {
          says: `End ${count(mayEnd.length, 'listing')}`,
          does: () => put('end', mayEnd, (n) => `${count(n, 'listing')} being ended.`),
        }
      : null,
    'ledger.changes': differ.length
      ? {
          says: `Send what differs of ${count(differ.length, 'listing')}`,
          does: () => void sendChanges(differ.map((l) => l.id), false).then(() => setPicked(new Set())), // prettier-ignore
        }
      : null,
    'ledger.open': chosen.length === 1 ? { says: `Open “${chosen[0]!.title}”`, does: () => setOpenId(chosen[0]!.id) } : null,
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
        <ChoiceField
          hideLabel
          label="In step"
          options={[
            ['', 'in step or not'],
            ['in step', 'in step'],
            ['stale', 'stale: changed here'],
            ['drifted', 'drifted: changed there'],
          ]}
          value={step}
          onChange={(e) => setStep(e.target.value)}
        />
        <span className="grow" />
        {chosen.length > 0 ? (
          <SelectionBar says={count(chosen.length, 'listing')} none={() => setPicked(new Set())}>
            <CommandButton id="ledger.changes" of={bindings} tone="go">
              Send what differs
            </CommandButton>
            <CommandButton id="ledger.end" of={bindings}>
              End
            </CommandButton>
            <CommandButton id="ledger.live" of={bindings} tone="go" />
          </SelectionBar>
        ) : (
          <CommandButton id="ledger.look" of={bindings}>
            Look again
          </CommandButton>
        )}
      </div>
      <div className={`grid min-h-0 ${open ? 'grid-cols-[1fr_372px]' : ''}`}>
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
            ...columns(setOpenId),
          ]}
        />
        {open && <ListingSlip key={open.id} listing={open} close={() => setOpenId(null)} />}
      </div>
    </div>
  );
}
