'use client';
import { X } from 'lucide-react';
import { Field, type Told } from './field';

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
