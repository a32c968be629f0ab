'use client';
import { ChevronDown } from 'lucide-react';
import { Popover as Radix } from 'radix-ui';
import { buttonClass, type Tone } from './button';

/** A button that opens a small sheet over the page (WAI-ARIA APG, dialog: Esc closes it and leads back to the button). */
export function Popover({
  label,
  icon,
  name,
  tone = 'plain',
  width = 280,
  align = 'end',
  children,
}: {
  label: string;
  /** Before the word, instead of the arrow behind it. */
  icon?: React.ReactNode;
  /** What the sheet is called. */
  name: string;
  tone?: Tone;
  /** px */
  width?: number;
  /** Which edge of the button it stands at. */
  align?: 'start' | 'end';
  children: React.ReactNode;
}) {
  return (
    <Radix.Root>
      <Radix.Trigger className={buttonClass(tone)}>
        {icon} {label} {!icon && <ChevronDown size={13} aria-hidden />}
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align={align}
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
