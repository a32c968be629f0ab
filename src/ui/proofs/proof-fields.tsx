'use client';
import { useState } from 'react';
import type { ProofView } from '@/api/views';
import { fromDecimal } from '@/core/money/money';
import { amount } from '../parts/format';
import { Line } from '../parts/slip';
import { PriceBars } from './price-bars';

/** A text that is saved when it is left, or with Ctrl+Enter. */
export function Text({
  label,
  value,
  rows,
  locked,
  save,
}: {
  label: string;
  value: string;
  rows: number;
  locked: boolean;
  save: (text: string) => void;
}) {
  if (locked)
    return (
      <p className="whitespace-pre-line" dir="auto">
        {value}
      </p>
    );
  return (
    <textarea
      className="textarea min-h-0 resize-y"
      dir="auto"
      aria-label={label}
      rows={rows}
      defaultValue={value}
      onBlur={(e) => e.target.value.trim() !== value && save(e.target.value.trim())}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) e.currentTarget.blur();
        if (e.key === 'Escape') {
          e.currentTarget.value = value;
          e.currentTarget.blur();
        }
      }}
    />
  );
}

/** The prices of a proof, size by size, and what goes and what stays of the one looked at. */
export function Prices({
  proof,
  locked,
  change,
  source,
  currency,
}: {
  proof: ProofView;
  locked: boolean;
  change: (body: object) => void;
  source: React.ReactNode;
  currency: string;
}) {
  const prices = proof.fields.prices!.value;
  const [size, setSize] = useState(prices.find((p) => p.size === 'M')?.size ?? prices[0]!.size);
  const shown = prices.find((p) => p.size === size) ?? prices[0]!;
  const set = (text: string, was: number, name: string) => {
    const money = fromDecimal(text, currency);
    if (money && money.minor > 0 && money.minor !== was) change({ prices: { [name]: money.minor } });
  };
  return (
    <div className="cut mt-5 grid grid-cols-[minmax(300px,44%)_1fr] gap-6 pt-3 [&>div]:mt-0">
      <Line label={`Price of ${shown.size}: what goes and what stays`} note={`${(shown.marginShare / 10_000).toFixed(1)}% kept`}>
        <PriceBars price={shown} detail />
      </Line>
      <Line label="Prices" from={source} note={currency}>
        <table className="w-full text-right text-[12px]">
          <thead className="text-soft">
            <tr className="border-b border-ink">
              <th className="py-1 text-left font-medium">Size</th>
              <th className="font-medium">Cost</th>
              <th className="font-medium">Postage</th>
              <th className="font-medium">Fees</th>
              <th className="font-medium">You keep</th>
              <th className="font-medium">Price</th>
            </tr>
          </thead>
          <tbody>
            {prices.map((p) => (
              <tr
                key={p.size}
                className={`border-b border-rule2 ${p.size === size ? 'bg-teal-t/60' : ''}`}
                onClick={() => setSize(p.size)}
              >
                <td className="py-0.5 text-left">{p.size}</td>
                <td>{amount(p.costMinor)}</td>
                <td>{amount(p.postageMinor)}</td>
                <td>{amount(p.feesMinor)}</td>
                <td className={p.keepMinor < 0 ? 'font-semibold text-spot' : 'text-teal'}>{amount(p.keepMinor)}</td>
                <td className="font-semibold">
                  {locked ? (
                    amount(p.priceMinor)
                  ) : (
                    <input
                      key={p.priceMinor}
                      aria-label={`Price of ${p.size}`}
                      className="h-6 w-16 border-b border-rule bg-transparent text-right focus:border-ink"
                      defaultValue={amount(p.priceMinor)}
                      onFocus={() => setSize(p.size)}
                      onBlur={(e) => set(e.target.value, p.priceMinor, p.size)}
                      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Line>
    </div>
  );
}
