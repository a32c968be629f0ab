'use client';
import { ChoiceField, TextField } from '../../parts/fields/field';
import { PlanTerms } from '../plan-terms';
import { Part, useDocket, useGoods, type PlanDraft } from './form';

const dirty = { shouldDirty: true, shouldValidate: true };

/** How prices are made: one of the stockroom's plans, changed in place, or a new one. */
export function PlanPart() {
  const { form, document } = useDocket();
  const { plans, blanks } = useGoods();
  const plan = form.watch('plan');
  const currency = blanks.find((b) => b.id === document.lines[0]?.blank)?.currency ?? 'USD';
  const put = (part: Partial<PlanDraft>) => form.setValue('plan', { ...plan, ...part }, dirty);
  const kept = plans.find((p) => p.id === plan.id);
  const choose = (id: string) => {
    const other = plans.find((p) => p.id === id);
    if (other) return put({ id: other.id, name: other.name, document: other.document, revision: other.revision });
    put({ id: null, name: `${plan.name} 2`, revision: 0 });
  };
  return (
    <Part
      word="Price plan"
      about={kept && kept.dockets > 1 ? `${kept.dockets} dockets follow it: a change holds for all of them` : undefined}
    >
      <div className="grid grid-cols-2 gap-4">
        <ChoiceField
          label="Follows"
          value={plan.id ?? ''}
          options={[...plans.map((p) => [p.id, p.name] as const), ['', 'a new plan']]}
          onChange={(e) => choose(e.target.value)}
        />
        <TextField label="Plan" value={plan.name} onChange={(e) => put({ name: e.target.value })} />
      </div>
      <PlanTerms terms={plan.document} currency={currency} put={(document) => put({ document })} />
    </Part>
  );
}
