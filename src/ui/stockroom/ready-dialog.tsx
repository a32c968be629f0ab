'use client';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ReadyDocket } from '@/services/stockroom/ready';
import { act, api } from '../api';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { count } from '../parts/format';
import { AreaDrawing, groundOf, suiting, usually, type Sample } from './area-drawing';

/** The commonest goods as dockets, each with an artwork of one's own on it: those that are ticked are made with one click. */
export function ReadyDialog({ samples, close }: { samples: readonly Sample[]; close: () => void }) {
  const router = useRouter();
  const [kinds, setKinds] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const { data, isError } = useQuery({
    queryKey: ['dockets/ready'],
    queryFn: () => api<{ items: ReadyDocket[] }>('GET', '/dockets/ready'),
    meta: { tables: ['blank', 'docket', 'outlet'] },
  });
  const make = () =>
    act(async () => {
      setBusy(true);
      try {
        const { items } = await api<{ items: { name: string }[] }>('POST', '/dockets/ready', { kinds });
        close();
        router.refresh();
        return `${items.map((d) => d.name).join(', ')}: made. Everything in them can be changed.`;
      } finally {
        setBusy(false);
      }
    });
  const toggle = (kind: string) => setKinds((all) => (all.includes(kind) ? all.filter((k) => k !== kind) : [...all, kind]));
  return (
    <Dialog
      open
      onClose={close}
      label="Ready dockets"
      width={880}
      foot={
        <>
          <Button onClick={close}>Cancel</Button>
          <Button tone="go" busy={busy} disabled={!kinds.length} onClick={() => void make()}>
            {kinds.length ? `Make ${count(kinds.length, 'docket')}` : 'Make dockets'}
          </Button>
        </>
      }
    >
      <h2 className="text-[19px]">Ready dockets</h2>
      <p className="mt-0.5 mb-3 text-soft">
        Blank, placement, colours, pictures, wording and prices that are sensible to begin with, for all outlets. Change what you
        like afterwards.
      </p>
      {isError && <p className="text-spot">They cannot be shown just now.</p>}
      <ul className="grid grid-cols-4 gap-2.5">
        {data?.items.map((it) => (
          <li key={it.kind}>
            <label
              className={`grid cursor-pointer justify-items-center gap-1 border p-2.5 ${kinds.includes(it.kind) ? 'border-ink bg-teal-t' : 'border-rule hover:bg-paper2'}`}
            >
              <AreaDrawing
                area={it.area}
                roomMm={Math.max(it.area.widthMm, it.area.heightMm)}
                size={112}
                ground={groundOf(it.colours, suiting(samples, it.area))}
                layers={usually(suiting(samples, it.area), it.area)}
              />
              <span className="flex w-full items-start gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs mt-0.5"
                  aria-label={`${it.name}: ${it.blank}, ${it.house}`}
                  checked={kinds.includes(it.kind)}
                  onChange={() => toggle(it.kind)}
                />
                <span className="min-w-0">
                  <b className="block font-slab text-[14px] font-semibold">{it.name}</b>
                  <span className="block truncate text-[12px] text-soft">{it.blank}</span>
                  <span className="block truncate text-[12px] text-soft">{it.made ? 'you have one of these' : it.house}</span>
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
