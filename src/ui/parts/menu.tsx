'use client';
import { ChevronDown } from 'lucide-react';
import { DropdownMenu as Radix } from 'radix-ui';
import { buttonClass, KeyHint, type Tone } from './button';

export interface MenuItem {
  word: string;
  does: () => void;
  keys?: string;
  off?: boolean;
  /** For items that are on or off. */
  on?: boolean;
}

/** A button that opens a list of things to do (WAI-ARIA APG, menu button: Enter or Down opens, arrows move, Esc closes). */
export function Menu({ label, tone = 'plain', items }: { label: React.ReactNode; tone?: Tone; items: readonly MenuItem[] }) {
  const look = 'flex cursor-pointer items-center justify-between gap-6 px-3 py-1.5 outline-none';
  return (
    <Radix.Root>
      <Radix.Trigger className={buttonClass(tone)}>
        {label} <ChevronDown size={13} aria-hidden />
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align="end"
          sideOffset={3}
          className="menu z-50 min-w-[180px] border-[1.5px] border-ink bg-paper p-0 text-ink"
        >
          {items.map((i) =>
            i.on === undefined ? (
              <Radix.Item
                key={i.word}
                disabled={i.off}
                onSelect={i.does}
                className={`${look} data-[disabled]:text-faint data-[highlighted]:bg-teal-t`}
              >
                {i.word} {i.keys && <KeyHint keys={i.keys} />}
              </Radix.Item>
            ) : (
              <Radix.CheckboxItem
                key={i.word}
                checked={i.on}
                disabled={i.off}
                onSelect={(e) => e.preventDefault()}
                onCheckedChange={i.does}
                className={`${look} justify-start gap-2 data-[highlighted]:bg-teal-t`}
              >
                <input type="checkbox" tabIndex={-1} readOnly aria-hidden className="checkbox checkbox-xs" checked={i.on} />
                {i.word}
              </Radix.CheckboxItem>
            ),
          )}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
