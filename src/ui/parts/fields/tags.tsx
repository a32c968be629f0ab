'use client';
import { X } from 'lucide-react';
import { useState } from 'react';
import { Field, type Told } from './field';

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
