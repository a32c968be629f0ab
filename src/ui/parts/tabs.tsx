'use client';
import { Tabs as Radix } from 'radix-ui';

/** Several views of which one is shown (WAI-ARIA APG, tabs: arrows move and show, Home and End lead to the ends). */
export function Tabs<V extends string>({
  label,
  value,
  change,
  tabs,
  children,
}: {
  label: string;
  value: V;
  change: (value: V) => void;
  tabs: readonly { value: V; word: string; count?: number }[];
  children?: React.ReactNode;
}) {
  return (
    <Radix.Root value={value} onValueChange={(v) => change(v as V)}>
      <Radix.List aria-label={label} className="tabs tabs-border">
        {tabs.map((t) => (
          <Radix.Trigger key={t.value} value={t.value} className={`tab ${t.value === value ? 'tab-active' : ''}`}>
            {t.word}
            {t.count !== undefined && <span className="ml-1.5 text-soft">{t.count}</span>}
          </Radix.Trigger>
        ))}
      </Radix.List>
      <Radix.Content value={value}>{children}</Radix.Content>
    </Radix.Root>
  );
}
