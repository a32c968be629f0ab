'use client';
import { useState } from 'react';
import { fromDecimal, toDecimal } from '@/core/money/money';
import { TextField, type Text } from './field';

/** A number with its unit. Says a number when there is one, and null for an empty field. */
export const NumberField = ({
  value,
  change,
  ...rest
}: Omit<Text, 'value' | 'onChange' | 'type'> & { value: number | null; change: (value: number | null) => void }) => (
  <TextField
    type="number"
    inputMode="decimal"
    value={value ?? ''}
    onChange={(e) => change(e.target.value === '' || Number.isNaN(e.target.valueAsNumber) ? null : e.target.valueAsNumber)}
    {...rest}
  />
);

/** An amount of money, written in the currency's own digits (ISO 4217) and told in minor units. */
export function MoneyField({
  minor,
  currency,
  change,
  ...rest
}: Omit<Text, 'value' | 'onChange' | 'type' | 'unit'> & { minor: number; currency: string; change: (minor: number) => void }) {
  // what is being typed need not be an amount yet
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : fromDecimal(typed, currency);
  return (
    <TextField
      inputMode="decimal"
      unit={currency}
      value={typed ?? toDecimal({ minor, currency })}
      problem={typed && !read ? `“${typed}” is not an amount in ${currency}.` : rest.problem}
      onChange={(e) => {
        setTyped(e.target.value);
        const amount = fromDecimal(e.target.value, currency);
        if (amount) change(amount.minor);
      }}
      onBlur={() => read && setTyped(null)}
      {...rest}
    />
  );
}
