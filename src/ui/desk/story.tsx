'use client';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { formatDistanceToNowStrict } from 'date-fns';
import { useState } from 'react';
import type { ActivityView } from '@/api/views';
import { act, api } from '../api';

const FIRST = 20;
const MOST = 200;

/** What was done to one thing, folded away until it is asked for. */
export function StoryFold({ of, empty, className = '' }: { of: string; empty: string; className?: string }) {
  return (
    <details className={`cut pt-3 ${className}`}>
      <summary className="cursor-pointer font-semibold">What was done to it</summary>
      <div className="mt-2">
        <Story of={of} empty={empty} />
      </div>
    </details>
  );
}

/** What was done, newest first: in the whole workspace, or to one thing. One's own steps can be taken back from here. */
export function Story({ of, empty }: { of?: string; empty: string }) {
  const [many, setMany] = useState(FIRST);
  const query = new URLSearchParams({ ...(of && { of }), limit: String(many) });
  const { data } = useQuery({
    queryKey: ['activity', of ?? '', many],
    queryFn: () => api<{ items: ActivityView[]; next: number | null }>('GET', `/activity?${query}`),
    placeholderData: keepPreviousData,
    meta: { tables: ['activity'] },
  });
  if (!data) return <p className="text-soft">…</p>;
  if (!data.items.length) return <p className="text-soft">{empty}</p>;
  return (
    <>
      <ol className="grid gap-2">
        {data.items.map((a) => (
          <Step key={a.id} step={a} />
        ))}
      </ol>
      {data.next !== null && many < MOST && (
        <button className="mt-2 text-teal underline" onClick={() => setMany(Math.min(MOST, many * 3))}>
          Further back
        </button>
      )}
    </>
  );
}

function Step({ step: a }: { step: ActivityView }) {
  const turn = (way: 'undo' | 'redo') =>
    void act(() =>
      api<{ label: string; sentence: string }>('POST', `/activity/${way}`, { id: a.id }).then((t) =>
        `${way === 'undo' ? 'Taken back' : 'Made again'}: ${t.label}. ${t.sentence}`.trim(),
      ),
    );
  return (
    <li className="grid grid-cols-[1fr_auto] items-baseline gap-x-3">
      <span className={a.undone ? 'text-soft line-through' : ''}>{a.sentence}</span>
      {a.undoable && (
        <button className="text-[12px] text-teal underline" onClick={() => turn(a.undone ? 'redo' : 'undo')}>
          {a.undone ? 'Make again' : 'Take back'}
        </button>
      )}
      <span className="col-span-2 text-[11.5px] text-soft">
        {a.who} ·{' '}
        <time dateTime={a.at} title={new Date(a.at).toLocaleString('en-GB')}>
          {formatDistanceToNowStrict(a.at, { addSuffix: true })}
        </time>
      </span>
    </li>
  );
}
