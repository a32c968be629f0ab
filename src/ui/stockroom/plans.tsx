'use client';
import { useState } from 'react';
import type { PlanView } from '@/api/shapes/stockroom';
import type { PricePlan } from '@/core/pricing/plan';
import { act, api } from '../api';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { TextField } from '../parts/fields/field';
import { amount, count } from '../parts/format';
import { PlanTerms } from './plan-terms';

/** What a plan aims at, in a few words. */
const aimOf = ({ aim, ending, postageIncluded }: PricePlan): string =>
  [
    aim.kind === 'margin'
      ? `${aim.share / 10_000}% kept`
      : aim.kind === 'profit'
        ? `${amount(aim.minor)} kept`
        : `always ${amount(aim.minor)}`,
    postageIncluded ? 'postage in the price' : 'postage beside the price',
    ending === null ? 'as prices come' : `ending in .${String(ending).padStart(2, '0')}`,
  ].join(' · ');

/** The seller's price plans: what dockets follow. */
export function Plans({ plans, edit }: { plans: PlanView[]; edit: (plan: PlanView) => void }) {
  return (
    <ul className="bg-paper">
      {plans.length === 0 && (
        <li className="p-4 text-soft">No price plan yet. A docket makes its own, or one is made here for several.</li>
      )}
      {plans.map((p) => (
        <li key={p.id} className="flex items-center justify-between gap-3 border-b border-rule2 p-3">
          <span>
            <b className="block font-slab text-[15px] font-semibold">{p.name}</b>
            <span className="text-soft">
              {aimOf(p.document)} ·{' '}
              {p.dockets ? `${count(p.dockets, 'docket')} ${p.dockets === 1 ? 'follows' : 'follow'} it` : 'no docket follows it'}
            </span>
          </span>
          <Button onClick={() => edit(p)}>Change…</Button>
        </li>
      ))}
    </ul>
  );
}

export type PlanAsked = Pick<PlanView, 'name' | 'document' | 'dockets' | 'revision'> & { id: string | null };

/** One plan, changed for all dockets that follow it. */
export function PlanDialog({ plan, currency, close }: { plan: PlanAsked; currency: string; close: () => void }) {
  const [name, setName] = useState(plan.name);
  const [terms, setTerms] = useState<PricePlan>(plan.document);
  const body = { name, document: terms };
  const save = () =>
    void act(async () => {
      if (plan.id) await api('PUT', `/price-plans/${plan.id}`, { ...body, revision: plan.revision });
      else await api('POST', '/price-plans', body);
      return plan.dockets ? `${name} is saved. Proofs that follow it are out of date now.` : `${name} is saved.`;
    }).then((ok) => ok && close());
  const remove = () =>
    void act(() => api('DELETE', `/price-plans/${plan.id}`).then(() => `${plan.name} is taken away.`)).then(
      (ok) => ok && close(),
    );
  return (
    <Dialog
      open
      onClose={close}
      label="Price plan"
      width={620}
      foot={
        <>
          {plan.id && !plan.dockets && (
            <Button tone="quiet" onClick={remove}>
              Take away
            </Button>
          )}
          <Button tone="go" onClick={save}>
            Save
          </Button>
        </>
      }
    >
      <h2 className="mb-3 text-[20px]">{plan.id ? 'Price plan' : 'New price plan'}</h2>
      <div className="grid gap-3">
        <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} />
        <PlanTerms terms={terms} currency={currency} put={setTerms} />
      </div>
    </Dialog>
  );
}
