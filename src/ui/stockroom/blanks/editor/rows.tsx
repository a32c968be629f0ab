'use client';
import { Plus, X } from 'lucide-react';
import { IconButton } from '../../../parts/button';

/** A list of alike things, each with its fields in a row: added to at the end, taken from at each. One stays. */
export function Rows<T>({
  all,
  what,
  put,
  fresh,
  columns,
  children,
}: {
  all: readonly T[];
  /** What one of them is called. */
  what: string;
  put: (all: T[]) => void;
  fresh: () => T;
  /** How wide its fields are, as a grid says it. */
  columns: string;
  children: (one: T, change: (part: Partial<T>) => void, at: number) => React.ReactNode;
}) {
  return (
    <div className="grid gap-1.5">
      <ul className="grid gap-1.5">
        {all.map((one, at) => (
          <li key={at} className="grid items-end gap-2" style={{ gridTemplateColumns: `${columns} 34px` }}>
            {children(one, (part) => put(all.map((x, i) => (i === at ? { ...x, ...part } : x))), at)}
            <IconButton
              label={`Take this ${what} away`}
              className="mb-[3px]"
              disabled={all.length === 1}
              onClick={() => put(all.filter((_, i) => i !== at))}
            >
              <X size={14} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      <button type="button" className="btn justify-self-start btn-ghost btn-sm text-teal" onClick={() => put([...all, fresh()])}>
        <Plus size={14} aria-hidden /> Another {what}
      </button>
    </div>
  );
}
