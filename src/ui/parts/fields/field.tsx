'use client';
import { useId } from 'react';

export interface Told {
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

export type Text = Told & { unit?: React.ReactNode; inputClass?: string } & Omit<React.ComponentProps<'input'>, 'className'> & {
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
/** Options that belong together, under a word. */
export interface OptionGroup {
  group: string;
  options: readonly Option[];
}

const choices = (options: readonly (Option | OptionGroup)[]): React.ReactNode =>
  options.map((o) => {
    if (typeof o === 'object' && 'group' in o)
      return (
        <optgroup key={o.group} label={o.group}>
          {choices(o.options)}
        </optgroup>
      );
    const [value, word] = typeof o === 'string' ? [o, o] : o;
    return (
      <option key={value} value={value}>
        {word}
      </option>
    );
  });

/** One of several values; `quiet` where it stands within a line of words. */
export const ChoiceField = ({
  label,
  hideLabel,
  note,
  problem,
  options,
  quiet = false,
  className,
  ...select
}: Told & { options: readonly (Option | OptionGroup)[]; quiet?: boolean } & React.ComponentProps<'select'>) => (
  <Field {...{ label, hideLabel, note, problem, className }}>
    {(wired) => (
      <select {...wired} className={`select ${quiet ? 'select-sm border-rule bg-transparent' : ''}`} {...select}>
        {choices(options)}
      </select>
    )}
  </Field>
);
