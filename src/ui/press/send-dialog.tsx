'use client';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { RunReport } from '@/services/line/runs';
import type { OutletView, ProofView } from '@/api/views';
import { act, api, sentenceOf } from '../api';
import { amount, count } from '../parts/format';
import { Dialog } from '../parts/dialog';
import { RadioGroup } from '../parts/fields/choices';
import { Failed } from '../parts/notice';
import { Button } from '../parts/button';

/** All proofs of a run, however many: what is said before sending must be the whole of it. */
async function everyPage(run: string): Promise<ProofView[]> {
  const all: ProofView[] = [];
  for (let after: number | null = 0; after !== null;) {
    const page: { items: ProofView[]; next: number | null } = await api('GET', `/proofs?run=${run}&limit=1000&after=${after}`);
    all.push(...page.items);
    after = page.next;
  }
  return all;
}

/** Before anything leaves the house: exactly what will be sent where, as what, and what is left out and why. */
export function SendDialog({ run, outlets, close }: { run: RunReport; outlets: OutletView[]; close: () => void }) {
  const [as, setAs] = useState<'draft' | 'live'>('draft');
  const {
    data: proofs,
    error,
    refetch,
  } = useQuery({ queryKey: ['proofs of', run.id], queryFn: () => everyPage(run.id), meta: { live: false }, gcTime: 0 });
  const going = (proofs ?? []).filter((p) => p.state === 'passed');
  const staying = (proofs ?? []).filter((p) => ['held', 'ready', 'drafting', 'refused'].includes(p.state));
  const send = () =>
    void act(async () => {
      const { queued, held } = await api<{ queued: number; held: number }>('POST', `/runs/${run.id}/send`, { as });
      close();
      return `${count(queued, 'proof')} on their way.${held ? ` ${count(held, 'proof')} held: the outlet would not take them.` : ''}`;
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
          <Button tone="go" disabled={!going.length} onClick={send}>
            Send {count(going.length, 'proof')} {as === 'live' ? 'live' : 'as drafts'}
          </Button>
        </>
      }
    >
      <small className="text-soft">{run.name}</small>
      <h2 className="text-[20px]">What will be sent</h2>
      {error && <Failed what="The list of proofs" why={sentenceOf(error)} again={() => void refetch()} />}
      {outlets
        .filter((o) => going.some((p) => p.outletId === o.id))
        .map((o) => {
          const mine = going.filter((p) => p.outletId === o.id);
          const fee = mine.length * (o.rules?.fees.listingMinor ?? 0);
          return (
            <div key={o.id} className="cut mt-3 grid grid-cols-[150px_1fr] gap-4 pt-3">
              <div>
                <b className="font-slab text-[15px] font-semibold">{o.name}</b>
                <p className="text-soft">{count(mine.length, 'listing')}</p>
                <p className="text-soft">
                  {count(
                    mine.reduce((n, p) => n + p.pictures.length, 0),
                    'picture',
                  )}
                </p>
                {fee > 0 && as === 'live' && <p>{amount(fee)} listing fees</p>}
              </div>
              <ul className="max-h-[150px] overflow-auto text-[12.5px]">
                {mine.map((p) => (
                  <li key={p.id} className="flex justify-between gap-3 border-b border-rule2 py-0.5">
                    <span className="truncate">{p.fields.title?.value}</span>
                    <span className="shrink-0">
                      {amount(Math.min(...(p.fields.prices?.value ?? []).map((x) => x.priceMinor)))}
                    </span>
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
      {staying.length > 0 && (
        <div className="cut mt-3 pt-3">
          <b>Stays here</b>
          <ul className="mt-1 max-h-[90px] overflow-auto text-[12.5px] text-soft">
            {staying.map((p) => (
              <li key={p.id}>
                {p.artwork}, {p.outlet}:{' '}
                {p.state === 'held'
                  ? p.problems.find((x) => x.stops)?.sentence
                  : p.state === 'ready'
                    ? 'not passed yet'
                    : p.state}
              </li>
            ))}
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
