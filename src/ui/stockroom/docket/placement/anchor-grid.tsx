'use client';
import { useId } from 'react';
import { ANCHORS, type Anchor } from '@/core/placement/form';

/** The nine points of an area, one of which holds the artwork. */
export function AnchorGrid({ label, value, change }: { label: string; value: Anchor; change: (anchor: Anchor) => void }) {
  const name = useId();
  return (
    <fieldset>
      <legend className="mb-0.5 block text-[11.5px] text-soft">{label}</legend>
      <div className="grid w-[74px] grid-cols-3 border border-rule bg-paper2">
        {ANCHORS.map((anchor) => (
          <label key={anchor} title={anchor} className="grid h-[24px] cursor-pointer place-items-center">
            <input
              type="radio"
              name={name}
              aria-label={anchor}
              className="radio size-[11px] p-[2px]"
              checked={value === anchor}
              onChange={() => change(anchor)}
            />
          </label>
        ))}
      </div>
    </fieldset>
  );
}
