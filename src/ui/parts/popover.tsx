'use client';
import { ChevronDown } from 'lucide-react';
import { Popover as Radix } from 'radix-ui';
import { buttonClass, type Tone } from './button';

/** A button that opens a small sheet over the page (WAI-ARIA APG, dialog: Esc closes it and leads back to the button). */
export function Popover({
  label,
  name,
  tone = 'plain',
  width = 280,
  children,
}: {
  label: React.ReactNode;
  /** What the sheet is called. */
  name: string;
  tone?: Tone;
  /** px */
  width?: number;
  children: React.ReactNode;
}) {
  return (
    <Radix.Root>
      <Radix.Trigger className={buttonClass(tone)}>
        {label} <ChevronDown size={13} aria-hidden />
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align="end"
          sideOffset={4}
          aria-label={name}
          className="z-50 max-h-[70vh] overflow-auto border-[1.5px] border-ink bg-paper p-3 text-[13px] text-ink"
          style={{ width }}
        >
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
