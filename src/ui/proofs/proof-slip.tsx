'use client';
import { useQuery } from '@tanstack/react-query';
import type { ProofView } from '@/api/views';
import { act, api, sentenceOf } from '../api';
import { amount } from '../parts/format';
import { Mark } from '../parts/marks';
import { Failed } from '../parts/notice';
import { Line, Slip, Source } from '../parts/slip';
import { PriceBars } from './price-bars';
import { usePass } from './passing';
import { Downloads } from './downloads';
import { Problems } from './problems';
import { Button, ButtonLink } from '../parts/button';
import { sourceOf } from './source-of';

/** A proof beside the sheet: its pictures, what is wrong, its words and its money. */
export function ProofSlip({ id, close }: { id: string; close: () => void }) {
  const pass = usePass();
  const {
    data: proof,
    error,
    refetch,
  } = useQuery({
    queryKey: ['proofs', id],
    queryFn: () => api<ProofView>('GET', `/proofs/${id}`),
  });
  if (!proof)
    return (
      <Slip label="Proof" kicker="Proof" title="…" close={close}>
        {error ? (
          <Failed what="The proof" why={sentenceOf(error)} again={() => void refetch()} />
        ) : (
          <p className="text-soft">Being fetched.</p>
        )}
      </Slip>
    );
  const { fields } = proof;
  const prices = fields.prices?.value ?? [];
  const shown = prices.find((p) => p.size === 'M') ?? prices[0];
  return (
    <Slip
      label="Proof"
      kicker={`Proof · ${proof.outlet} · ${proof.docket}`}
      title={proof.artwork}
      close={close}
      foot={
        <>
          {proof.state === 'ready' && (
            <Button tone="go" keys="P" onClick={() => pass([id])}>
              Pass
            </Button>
          )}
          <ButtonLink href={`/proofs?open=${id}`}>Open</ButtonLink>
          {proof.state === 'passed' && (
            <Button
              tone="quiet"
              onClick={() =>
                void act(() => api('POST', '/proofs/unpass', { ids: [id] }).then(() => 'Taken back; it can be changed again.'))
              }
            >
              Take back
            </Button>
          )}
        </>
      }
    >
      <Shots proof={proof} />
      <div className="mt-2.5">
        <Mark state={proof.state} word />
      </div>
      <Problems proof={proof} />
      <Downloads proof={proof} />
      {fields.title && (
        <Line label="Title" from={<Source from={sourceOf(proof, 'title')} />} note={`${fields.title.value.length}`}>
          <p className="font-medium">{fields.title.value}</p>
        </Line>
      )}
      {fields.tags && (
        <Line label="Tags" from={<Source from={sourceOf(proof, 'tags')} />} note={`${fields.tags.value.length}`}>
          <p className="flex flex-wrap gap-x-2.5 gap-y-1">
            {fields.tags.value.map((t) => (
              <span key={t} className="border-b border-rule">
                {t}
              </span>
            ))}
          </p>
        </Line>
      )}
      {shown && (
        <Line
          label={`Price, ${shown.size}`}
          from={<Source from={fields.prices!.from} plan={proof.plan} />}
          note={amount(shown.priceMinor)}
        >
          <PriceBars price={shown} />
        </Line>
      )}
    </Slip>
  );
}

function Shots({ proof }: { proof: ProofView }) {
  const [first, ...rest] = proof.pictures;
  if (!first?.picture)
    return (
      <div className="grid h-[150px] place-items-center bg-rule2 text-soft">
        {proof.state === 'drafting' ? 'being made…' : 'no picture yet'}
      </div>
    );
  return (
    <div className="grid grid-cols-[2fr_1fr] gap-[5px]">
      <img className="row-span-2 h-[204px] w-full object-cover" src={first.picture} alt={`${proof.artwork}, ${first.colour}`} />
      {rest.slice(0, 2).map((s, i) => (
        <img
          key={i}
          className="h-[99.5px] w-full object-cover"
          src={s.small ?? undefined}
          alt={`${proof.artwork}, ${s.colour}`}
        />
      ))}
    </div>
  );
}
