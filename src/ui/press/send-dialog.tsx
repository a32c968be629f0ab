'use client';
import { thousands } from '@/core/thousands';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { RunReport } from '@/services/line/runs';
import type { OutletView, PreflightView } from '@/api/views';
import { act, api, sentenceOf } from '../api';
import { amount, count } from '../parts/format';
import { Dialog } from '../parts/dialog';
import { RadioGroup } from '../parts/fields/choices';
import { Failed } from '../parts/notice';
import { Button } from '../parts/button';

/** Before anything leaves the house: exactly what will be sent where, as what, and what is left out and why. */
export function SendDialog({ run, outlets, close }: { run: RunReport; outlets: OutletView[]; close: () => void }) {
  const [as, setAs] = useState<'draft' | 'live'>('draft');
  const {
    data: flight,
    error,
    refetch,
  } = useQuery({
    queryKey: ['preflight', run.id],
    queryFn: () => api<PreflightView>('GET', `/runs/${run.id}/preflight`),
    meta: { live: false },
    gcTime: 0,
  });
  const going = flight?.outlets.reduce((n, o) => n + o.proofs, 0) ?? 0;
  const stays = Object.values(flight?.staying ?? {}).reduce((n, c) => n + c, 0);
  const name = (id: string) => outlets.find((o) => o.id === id)?.name ?? id;
  const send = () =>
    void act(async () => {
      const { queued } = await api<{ queued: number }>('POST', `/runs/${run.id}/send`, { as });
      close();
      return `${count(queued, 'proof')} on their way.`;
    });
  return (
    <Dialog
      open
      onClose={close}
      label="Send"
      width={720}
      foot={
        <>
          <Button tone="quiet" onClick={close}>
            Not yet
          </Button>
          <Button tone="go" disabled={!going} onClick={send}>
            Send {count(going, 'proof')} {as === 'live' ? 'live' : 'as drafts'}
          </Button>
        </>
      }
    >
      <small className="text-soft">{run.name}</small>
      <h2 className="text-[20px]">What will be sent</h2>
      {error && <Failed what="The list of proofs" why={sentenceOf(error)} again={() => void refetch()} />}
      {!flight && !error && <div className="skeleton mt-3 h-[120px] rounded-none" />}
      {flight?.outlets.map((o) => (
        <div key={o.outletId} className="cut mt-3 grid grid-cols-[150px_1fr] gap-4 pt-3">
          <div>
            <b className="font-slab text-[15px] font-semibold">{name(o.outletId)}</b>
            <p className="text-soft">{count(o.proofs, 'listing')}</p>
            <p className="text-soft">{count(o.pictures, 'picture')}</p>
            {o.feesMinor > 0 && as === 'live' && <p>{amount(o.feesMinor)} listing fees</p>}
          </div>
          <ul className={`${flight.outlets.length > 3 ? 'max-h-[74px]' : 'max-h-[150px]'} overflow-auto text-[12.5px]`}>
            {o.first.map((p, i) => (
              <li key={i} className="flex justify-between gap-3 border-b border-rule2 py-0.5">
                <span className="truncate">{p.title}</span>
                <span className="shrink-0">{amount(p.priceMinor)}</span>
              </li>
            ))}
            {o.proofs > o.first.length && <li className="py-0.5 text-soft">and {thousands(o.proofs - o.first.length)} more</li>}
          </ul>
        </div>
      ))}
      {flight && stays > 0 && (
        <div className="cut mt-3 pt-3">
          <b>
            {count(stays, 'proof')} {stays === 1 ? 'stays' : 'stay'} here
          </b>
          <ul className="mt-1 max-h-[90px] overflow-auto text-[12.5px] text-soft">
            {flight.first.map((p, i) => (
              <li key={i}>
                {p.artwork}, {p.outlet}: {p.state === 'ready' ? 'not passed yet' : (p.why ?? p.state)}
              </li>
            ))}
            {stays > flight.first.length && <li>and {thousands(stays - flight.first.length)} more</li>}
          </ul>
        </div>
      )}
      <div className="cut mt-4 pt-3">
        <RadioGroup
          label="How"
          value={as}
          change={setAs}
          options={[
            ['draft', 'As drafts', 'You look at them at the outlet and set them live.'],
            ['live', 'Live at once', 'Buyers see them as soon as they are complete.'],
          ]}
        />
      </div>
    </Dialog>
  );
}
