'use client';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { KeptView, Viewed } from '@/services/desk/kept-views';
import { act, api } from '../../api';
import { Button } from '../button';
import { Popover } from '../popover';

const TABLES = ['kept_view'];

/** What an address shows, whatever order its parts stand in and whatever is open. */
function meaning(query: string): string {
  const parts = new URLSearchParams(query);
  parts.delete('open');
  parts.sort();
  return parts.toString();
}

/** Views of a station by name: one is gone to, kept as what is shown now, or forgotten. */
export function KeptViews({ station, query, go }: { station: Viewed; query: string; go: (query: string) => void }) {
  const [name, setName] = useState('');
  const { data: views = [] } = useQuery({
    queryKey: ['/views', station],
    queryFn: () => api<{ items: KeptView[] }>('GET', `/views?station=${station}`).then((a) => a.items),
    meta: { tables: TABLES },
  });
  const keep = (as: string) =>
    void act(async () => {
      await api('POST', '/views', { station, name: as, query });
      setName('');
      return `Kept as “${as}”.`;
    });
  const now = meaning(query);
  const current = views.find((v) => meaning(v.query) === now);
  return (
    <Popover label={current?.name ?? 'Views'} name="Kept views" tone="quiet" width={250}>
      {views.length === 0 && (
        <p className="px-1 pb-2 text-soft">What is shown now can be kept under a name: rows, order, columns.</p>
      )}
      <ul>
        {views.map((v) => (
          <li key={v.id} className="flex items-center">
            <button
              className={`min-h-7 grow truncate px-1.5 text-left hover:bg-teal-t ${v === current ? 'font-semibold text-teal' : ''}`}
              aria-pressed={v === current}
              onClick={() => go(v.query)}
            >
              {v.name}
            </button>
            <button
              aria-label={`Forget the view ${v.name}`}
              className="grid h-7 w-7 place-items-center text-faint hover:text-spot"
              onClick={() => void act(() => api('DELETE', `/views/${v.id}`).then(() => `Forgot “${v.name}”.`))}
            >
              <X size={13} />
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1.5 flex gap-1.5 border-t border-rule pt-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim()) keep(name.trim());
        }}
      >
        <input
          aria-label="Name of the view"
          placeholder="keep this as"
          className="input input-sm min-w-0 grow"
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button type="submit" disabled={!name.trim()}>
          Keep
        </Button>
      </form>
    </Popover>
  );
}
