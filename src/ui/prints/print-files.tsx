'use client';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { thousands } from '@/core/thousands';
import { act, api } from '../api';
import { Button } from '../parts/button';
import { takePrint, type PrintFileView, type PrintsOf } from './take';

const mm = (n: number) => Math.round(n * 10) / 10;
const list = (names: readonly string[]) => (names.length > 4 ? `${names[0]} to ${names.at(-1)}` : names.join(', '));

/** What a proof prints, or a listing was sent to print: folded away until somebody asks, then each file with its exact size. */
export function PrintFiles({ of, className = '' }: { of: PrintsOf; className?: string }) {
  const [open, setOpen] = useState(false);
  const key = ['prints', of.kind, of.id];
  const { data, isError } = useQuery({
    queryKey: key,
    queryFn: () => api<{ items: PrintFileView[] }>('GET', `/${of.kind}/${of.id}/prints`),
    enabled: open,
    meta: { tables: ['proof', 'listing'] },
  });
  return (
    <details className={`cut pt-3 ${className}`} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer font-semibold">Print files</summary>
      {open && !data && <p className="mt-1.5 text-soft">{isError ? 'They cannot be shown just now.' : '…'}</p>}
      {data && !data.items.length && <p className="mt-1.5 text-soft">Nothing is printed: no size or colour can be offered.</p>}
      <ul className="mt-1.5 grid">
        {data?.items.map((f) => (
          <OneFile key={`${f.area} ${f.file}`} file={f} of={of} all={key} />
        ))}
      </ul>
    </details>
  );
}

function OneFile({ file: f, of, all }: { file: PrintFileView; of: PrintsOf; all: string[] }) {
  const client = useQueryClient();
  const [busy, setBusy] = useState<'png' | 'pdf' | null>(null);
  const take = (as: 'png' | 'pdf') =>
    void act(async () => {
      setBusy(as);
      try {
        await takePrint(of, f, as === 'pdf');
        await client.invalidateQueries({ queryKey: all });
      } finally {
        setBusy(null);
      }
    });
  const what = `${f.product}, ${f.area}, ${list(f.sizes)}`;
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-0.5 border-b border-rule2 py-1.5 last:border-0">
      <span className="min-w-0 grow">
        <b className="font-semibold">
          {f.product}, {f.area}
        </b>{' '}
        <span className="text-soft">{list(f.sizes)}</span>
        <span className="block text-[12px] text-soft">
          {mm(f.widthMm)} × {mm(f.heightMm)} mm
          {f.bleedMm > 0 && ` with ${mm(f.bleedMm)} mm of bleed`} · {thousands(f.widthPx)} × {thousands(f.heightPx)} px at {f.ppi}{' '}
          px/in
        </span>
      </span>
      <Button className="btn-sm" aria-label={`PNG of ${what}`} busy={busy === 'png'} onClick={() => take('png')}>
        PNG
      </Button>
      {f.pdf && (
        <Button className="btn-sm" aria-label={`PDF of ${what}`} busy={busy === 'pdf'} onClick={() => take('pdf')}>
          PDF
        </Button>
      )}
    </li>
  );
}
