'use client';
import { useId } from 'react';

/** A box to tick, its words beside it. */
export const CheckField = ({
  label,
  note,
  className = '',
  ...box
}: { label: React.ReactNode; note?: string } & React.ComponentProps<'input'>) => (
  <label className={`flex cursor-pointer items-start gap-2 ${className}`}>
    <input type="checkbox" className="checkbox checkbox-xs mt-0.5" {...box} />
    <span>
      {label}
      {note && <span className="block text-[12px] text-soft">{note}</span>}
    </span>
  </label>
);

/** Of several, exactly one: side by side with what each means, or, where nothing is said of any, one below the other. */
export const RadioGroup = <V extends string>({
  label,
  value,
  change,
  options,
  inline = false,
}: {
  label: string;
  value: V;
  change: (value: V) => void;
  options: readonly (readonly [value: V, word: string, what?: string])[];
  /** Side by side, although nothing is said of them. */
  inline?: boolean;
}) => {
  const name = useId();
  return (
    <fieldset
      className={options.some(([, , what]) => what) || inline ? `flex flex-wrap ${inline ? 'gap-x-5' : 'gap-6'}` : 'grid gap-1'}
    >
      <legend className="sr-only">{label}</legend>
      {options.map(([v, word, what]) => (
        <label key={v} className="flex min-h-6 cursor-pointer gap-2">
          <input type="radio" name={name} className="radio radio-xs mt-0.5" checked={value === v} onChange={() => change(v)} />
          {what ? (
            <span>
              <b>{word}</b>
              <span className="block text-[12px] text-soft">{what}</span>
            </span>
          ) : (
            word
          )}
        </label>
      ))}
    </fieldset>
  );
};

/** Several values of which any may be on. */
export const Toggles = ({
  label,
  options,
  on,
  toggle,
}: {
  label: string;
  options: readonly { value: string; sign?: React.ReactNode }[];
  on: readonly string[];
  toggle: (value: string) => void;
}) => (
  <div className="flex flex-wrap gap-1.5" role="group" aria-label={label}>
    {options.map(({ value, sign }) => (
      <button
        key={value}
        type="button"
        aria-pressed={on.includes(value)}
        className={`btn btn-sm btn-outline px-2 font-normal ${on.includes(value) ? 'border-ink font-semibold' : 'border-rule text-soft'}`}
        onClick={() => toggle(value)}
      >
        {sign}
        {value}
      </button>
    ))}
  </div>
);
