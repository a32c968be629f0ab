'use client';
import type { PricePlan } from '@/core/pricing/plan';
import { MoneyField, NumberField } from '../../parts/fields/amount';
import { CheckField } from '../../parts/fields/choices';
import { ChoiceField, TextField } from '../../parts/fields/field';
import { Part, useDocket, useGoods, type PlanDraft } from './form';

const FIRST_AIM = {
  margin: { kind: 'margin', share: 350_000 },
  profit: { kind: 'profit', minor: 800 },
  fixed: { kind: 'fixed', minor: 2499 },
} as const;
const dirty = { shouldDirty: true, shouldValidate: true };

/** How prices are made: one of the stockroom's plans, changed in place, or a new one. */
export function PlanPart() {
  const { form, document } = useDocket();
  const { plans, blanks } = useGoods();
  const plan = form.watch('plan');
  const currency = blanks.find((b) => b.id === document.lines[0]!.blank)?.currency ?? 'USD';
  const put = (part: Partial<PlanDraft>) => form.setValue('plan', { ...plan, ...part }, dirty);
  const terms = (part: Partial<PricePlan>) => put({ document: { ...plan.document, ...part } });
  const kept = plans.find((p) => p.id === plan.id);
  const { aim } = plan.document;
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
      <div className="grid grid-cols-4 items-end gap-4">
        <ChoiceField
          label="Aim"
          options={[
            ['margin', 'margin'],
            ['profit', 'profit'],
            ['fixed', 'fixed price'],
          ]}
          value={aim.kind}
          onChange={(e) => terms({ aim: FIRST_AIM[e.target.value as keyof typeof FIRST_AIM] })}
        />
        {aim.kind === 'margin' ? (
          <NumberField
            label="How much"
            unit="%"
            min={0}
            max={95}
            step="any"
            value={aim.share / 10_000}
            change={(n) =>
              n !== null && terms({ aim: { kind: 'margin', share: Math.round(Math.min(95, Math.max(0, n)) * 10_000) } })
            }
          />
        ) : (
          <MoneyField
            key={aim.kind}
            label="How much"
            currency={currency}
            minor={aim.minor}
            change={(minor) => terms({ aim: { kind: aim.kind, minor } })}
          />
        )}
        <MoneyField
          label="More from 2XL up"
          currency={currency}
          minor={plan.document.largeSizeExtraMinor}
          change={(largeSizeExtraMinor) => terms({ largeSizeExtraMinor })}
        />
        <ChoiceField
          label="Prices end in"
          options={[
            ['99', '.99'],
            ['95', '.95'],
            ['', 'as they come'],
          ]}
          value={plan.document.ending === null ? '' : String(plan.document.ending)}
          onChange={(e) => terms({ ending: e.target.value === '' ? null : Number(e.target.value) })}
        />
      </div>
      <CheckField
        label="postage is in the price"
        checked={plan.document.postageIncluded}
        onChange={(e) => terms({ postageIncluded: e.target.checked })}
      />
    </Part>
  );
}
