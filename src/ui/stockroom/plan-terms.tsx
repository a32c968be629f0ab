'use client';
import type { PricePlan } from '@/core/pricing/plan';
import { MoneyField, NumberField } from '../parts/fields/amount';
import { CheckField } from '../parts/fields/choices';
import { ChoiceField } from '../parts/fields/field';

const FIRST_AIM = {
  margin: { kind: 'margin', share: 350_000 },
  profit: { kind: 'profit', minor: 800 },
  fixed: { kind: 'fixed', minor: 2499 },
} as const;
/** The terms of a price plan: what is aimed at, and how prices are rounded. */
export function PlanTerms({ terms, currency, put }: { terms: PricePlan; currency: string; put: (terms: PricePlan) => void }) {
  const change = (part: Partial<PricePlan>) => put({ ...terms, ...part });
  const { aim } = terms;
  return (
    <>
      <div className="grid grid-cols-4 items-end gap-4">
        <ChoiceField
          label="Aim"
          options={[
            ['margin', 'margin'],
            ['profit', 'profit'],
            ['fixed', 'fixed price'],
          ]}
          value={aim.kind}
          onChange={(e) => change({ aim: FIRST_AIM[e.target.value as keyof typeof FIRST_AIM] })}
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
              n !== null && change({ aim: { kind: 'margin', share: Math.round(Math.min(95, Math.max(0, n)) * 10_000) } })
            }
          />
        ) : (
          <MoneyField
            key={aim.kind}
            label="How much"
            currency={currency}
            minor={aim.minor}
            change={(minor) => change({ aim: { kind: aim.kind, minor } })}
          />
        )}
        <MoneyField
          label="More from 2XL up"
          currency={currency}
          minor={terms.largeSizeExtraMinor}
          change={(largeSizeExtraMinor) => change({ largeSizeExtraMinor })}
        />
        <ChoiceField
          label="Prices end in"
          options={[
            ['99', '.99'],
            ['95', '.95'],
            ['', 'as they come'],
          ]}
          value={terms.ending === null ? '' : String(terms.ending)}
          onChange={(e) => change({ ending: e.target.value === '' ? null : Number(e.target.value) })}
        />
      </div>
      <CheckField
        label="postage is in the price"
        checked={terms.postageIncluded}
        onChange={(e) => change({ postageIncluded: e.target.checked })}
      />
    </>
  );
}
