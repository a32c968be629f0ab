'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ExternalLink } from 'lucide-react';
import Link from 'next/link';
import { useMemo, useRef, useState } from 'react';
import type { ListingView } from '@/api/views';
import { act, api } from '../api';
import { amount, count } from '../parts/format';
import { Mark } from '../parts/marks';
import { SearchField } from '../parts/search-field';
import { Button, ButtonLink } from '../parts/button';

const ROW = 66;
const STATE_INK: Partial<Record<ListingView['state'], string>> = { live: 'text-teal', gone: 'text-spot' };
const GRID = 'grid grid-cols-[34px_68px_minmax(220px,1fr)_120px_110px_86px_118px_132px] items-center gap-x-3 px-[18px]';

/** What stands where: every listing with its state and the way to its page as buyers see it. */
export function LedgerStation({ listings }: { listings: ListingView[] }) {
  const [find, setFind] = useState('');
  const [outlet, setOutlet] = useState('');
  const [state, setState] = useState('');
  const states = useMemo(() => [...new Set(listings.map((l) => l.state))].sort(), [listings]);
  const [picked, setPicked] = useState<Set<string>>(new Set());
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
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const all = shown.length > 0 && shown.every((l) => picked.has(l.id));
  /** Asks every outlet shown what it has of our listings; what it says arrives by itself. */
  const lookAgain = () =>
    void act(async () => {
      const asked = outlets.filter(([id]) => !outlet || id === outlet);
      for (const [id] of asked) await api('POST', `/outlets/${id}/look`, {});
      return `Asking ${asked.map(([, name]) => name).join(' and ')} what stands there.`;
    });
  if (!listings.length)
    return (
      <div className="grid h-full place-items-center text-center">
        <div>
          <h1 className="text-[22px]">Nothing stands at an outlet yet</h1>
          <p className="mx-auto mt-2 mb-5 max-w-[420px] text-soft">
            Each listing that was sent is entered here, with a link to its page as a buyer sees it.
          </p>
          <ButtonLink tone="go" href="/press">
            To the press
          </ButtonLink>
        </div>
      </div>
    );
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_auto_1fr]">
      <div className="flex min-h-[51px] items-center gap-3 px-[18px] py-2">
        <h1 className="text-[22px]">Ledger</h1>
        <span className="text-soft">
          {shown.length === listings.length
            ? count(listings.length, 'listing')
            : `${shown.length} of ${count(listings.length, 'listing')}`}
        </span>
        <SearchField label="Find listings" hint="find by title or artwork" value={find} change={setFind} />
        <select aria-label="Outlet" className="select w-auto" value={outlet} onChange={(e) => setOutlet(e.target.value)}>
          <option value="">every outlet</option>
          {outlets.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <select aria-label="State" className="select w-auto" value={state} onChange={(e) => setState(e.target.value)}>
          <option value="">every state</option>
          {states.map((s) => (
            <option key={s}>{s}</option>
          ))}
        </select>
        <Button className="ml-auto" onClick={lookAgain}>
          Look again
        </Button>
        {drafts.length > 0 && (
          <div className="flex items-center gap-2.5 bg-teal-t py-1 pr-1.5 pl-3">
            <b className="text-teal">{count(drafts.length, 'draft')}</b>
            <Button
              tone="go"
              onClick={() =>
                void act(() =>
                  api<{ queued: number }>('POST', '/listings/live', { ids: drafts.map((l) => l.id) }).then((a) => {
                    setPicked(new Set());
                    return `${count(a.queued, 'listing')} being set live.`;
                  }),
                )
              }
            >
              Set {drafts.length} live
            </Button>
          </div>
        )}
      </div>
      <div className={`${GRID} border-t border-b-[1.5px] border-t-rule border-b-ink bg-paper2 py-1.5 text-[12px] text-soft`}>
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          aria-label="Select all"
          checked={all}
          onChange={() => setPicked(all ? new Set() : new Set(shown.map((l) => l.id)))}
        />
        <span />
        <span>Listing</span>
        <span>Outlet</span>
        <span>State</span>
        <span className="text-right">From, USD</span>
        <span>Sent</span>
        <span />
      </div>
      <div ref={scroller} className="overflow-auto bg-paper">
        <div className="relative" role="list" aria-label="Listings" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((v) => {
            const l = shown[v.index]!;
            const toggle = () =>
              setPicked((old) => {
                const next = new Set(old);
                if (!next.delete(l.id)) next.add(l.id);
                return next;
              });
            return (
              <div
                key={l.id}
                role="listitem"
                className={`${GRID} absolute left-0 w-full border-b border-rule2 ${picked.has(l.id) ? 'bg-teal-t/60' : ''}`}
                style={{ transform: `translateY(${v.start}px)`, height: ROW }}
              >
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  aria-label={`Select ${l.title}`}
                  checked={picked.has(l.id)}
                  onChange={toggle}
                />
                {l.small ? <img src={l.small} alt="" className="h-[58px] w-[58px] object-cover" loading="lazy" /> : <span />}
                <span className="min-w-0 leading-tight">
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
                <span className="font-slab font-semibold">{l.outlet}</span>
                <span className={`inline-flex items-center gap-1.5 ${STATE_INK[l.state] ?? 'text-soft'}`}>
                  {l.state === 'live' && <Mark state="listed" />}
                  {l.state === 'gone' && <Mark state="refused" />} {l.state}
                </span>
                <span className="text-right font-semibold">{amount(l.priceMinor, l.currency)}</span>
                <span className="text-soft">
                  {new Date(l.sentAt).toLocaleString('en-GB', {
                    day: 'numeric',
                    month: 'short',
                    hour: '2-digit',
                    minute: '2-digit',
                  })}
                </span>
                {l.state === 'gone' && l.proofId ? (
                  <Link href={`/proofs?open=${l.proofId}`} className="text-[11.5px] leading-tight text-soft hover:underline">
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
                )}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
