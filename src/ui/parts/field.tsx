'use client';
import { X } from 'lucide-react';
import { useId, useState } from 'react';
import { fromDecimal, toDecimal } from '@/core/money/money';

interface Told {
  label: string;
  /** The label is read out only: what stands around the field says it to the eye. */
  hideLabel?: boolean;
  /** What helps to fill it in. */
  note?: React.ReactNode;
  /** What is wrong with it, as a sentence. */
  problem?: string;
}

interface Wired {
  id: string;
  'aria-invalid': true | undefined;
  'aria-describedby': string | undefined;
}

/** A field with its label above and, where something is wrong with it, the sentence below. */
export function Field({
  label,
  hideLabel = false,
  note,
  problem,
  className = '',
  children,
}: Told & { className?: string; children: (wired: Wired) => React.ReactNode }) {
  const id = useId();
  const says = problem || note;
  return (
    <div className={`min-w-0 ${className}`}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'mb-0.5 block text-[11.5px] text-soft'}>
        {label}
      </label>
      {children({ id, 'aria-invalid': problem ? true : undefined, 'aria-describedby': says ? `${id}-says` : undefined })}
      {says && (
        <p
          id={`${id}-says`}
          role={problem ? 'alert' : undefined}
          className={`mt-0.5 text-[11.5px] ${problem ? 'text-spot' : 'text-soft'}`}
        >
          {says}
        </p>
      )}
    </div>
  );
}

type Text = Told & { unit?: React.ReactNode; inputClass?: string } & Omit<React.ComponentProps<'input'>, 'className'> & {
    className?: string;
  };

/** A line of text; `unit` stands behind what is typed. */
export const TextField = ({ label, hideLabel, note, problem, unit, className, inputClass = '', ...input }: Text) => (
  <Field {...{ label, hideLabel, note, problem, className }}>
    {(wired) =>
      unit ? (
        <span className={`input ${inputClass}`}>
          <input {...wired} {...input} />
          <span className="text-soft">{unit}</span>
        </span>
      ) : (
        <input {...wired} className={`input ${inputClass}`} {...input} />
      )
    }
  </Field>
);

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

export const LongTextField = ({
  label,
  hideLabel,
  note,
  problem,
  className,
  ...area
}: Told & React.ComponentProps<'textarea'>) => (
  <Field {...{ label, hideLabel, note, problem, className }}>
    {(wired) => <textarea {...wired} className="textarea" {...area} />}
  </Field>
);

export type Option = string | readonly [value: string, word: string];

/** One of several values. */
export const ChoiceField = ({
  label,
  hideLabel,
  note,
  problem,
  options,
  className,
  ...select
}: Told & { options: readonly Option[] } & React.ComponentProps<'select'>) => (
  <Field {...{ label, hideLabel, note, problem, className }}>
    {(wired) => (
      <select {...wired} className="select" {...select}>
        {options.map((o) => {
          const [value, word] = typeof o === 'string' ? [o, o] : o;
          return (
            <option key={value} value={value}>
              {word}
            </option>
          );
        })}
      </select>
    )}
  </Field>
);

/** A colour by picker; `null` is no colour at all. */
export const ColourField = ({
  value,
  change,
  none,
  ...told
}: Told & { value: string | null; change: (hex: string | null) => void; none: string; className?: string }) => (
  <Field {...told}>
    {(wired) => (
      <span className="flex items-center gap-1.5">
        <input
          {...wired}
          type="color"
          className="h-[24px] w-[34px] cursor-pointer border border-rule bg-transparent p-0"
          value={`#${value ?? 'c63d22'}`}
          onChange={(e) => change(e.target.value.slice(1))}
        />
        {value && (
          <>
            <span className="text-[11.5px]">#{value}</span>
            <button
              type="button"
              aria-label={none}
              className="btn btn-ghost btn-square btn-xs text-soft"
              onClick={() => change(null)}
            >
              <X size={12} />
            </button>
          </>
        )}
      </span>
    )}
  </Field>
);

/** Several short texts: Enter or a comma adds one, Backspace in the empty field takes the last away. */
export function TagsField({
  values,
  change,
  placeholder,
  ...told
}: Told & { values: string[]; change: (values: string[]) => void; placeholder?: string; className?: string }) {
  const [typed, setTyped] = useState('');
  const add = () => {
    const next = typed
      .split(',')
      .map((t) => t.trim())
      .filter((t) => t && !values.includes(t));
    setTyped('');
    if (next.length) change([...values, ...next]);
  };
  return (
    <Field {...told}>
      {(wired) => (
        <span className="input h-auto min-h-[30px] flex-wrap gap-1 py-1">
          {values.map((v) => (
            <span key={v} className="badge badge-sm gap-1 border-rule bg-paper2">
              {v}
              <button
                type="button"
                aria-label={`Take off ${v}`}
                className="hover:text-spot"
                onClick={() => change(values.filter((x) => x !== v))}
              >
                <X size={10} />
              </button>
            </span>
          ))}
          <input
            {...wired}
            className="w-[80px] grow"
            placeholder={placeholder}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={add}
            onKeyDown={(e) => {
              if ((e.key === 'Enter' || e.key === ',') && typed.trim()) {
                e.preventDefault();
                add();
              } else if (e.key === 'Backspace' && !typed && values.length) change(values.slice(0, -1));
            }}
          />
        </span>
      )}
    </Field>
  );
}

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

/** Of several, exactly one; each with what it means. */
export const RadioGroup = <V extends string>({
  label,
  value,
  change,
  options,
}: {
  label: string;
  value: V;
  change: (value: V) => void;
  options: readonly (readonly [value: V, word: string, what: string])[];
}) => {
  const name = useId();
  return (
    <fieldset className="flex flex-wrap gap-6">
      <legend className="sr-only">{label}</legend>
      {options.map(([v, word, what]) => (
        <label key={v} className="flex cursor-pointer gap-2">
          <input type="radio" name={name} className="radio radio-xs mt-0.5" checked={value === v} onChange={() => change(v)} />
          <span>
            <b>{word}</b>
            <span className="block text-[12px] text-soft">{what}</span>
          </span>
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
