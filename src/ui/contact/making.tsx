'use client';
import { useQuery } from '@tanstack/react-query';
import { thousands } from '@/core/thousands';
import type { RunReport } from '@/services/line/runs';
import { act, api } from '../api';
import { Button } from '../parts/button';

/** How far the run on the sheet is with its pictures: stopped for a while here, and gone on with. */
export function Making({ run }: { run: string }) {
  const { data } = useQuery({
    queryKey: ['/runs', run],
    queryFn: () => api<RunReport>('GET', `/runs/${run}`),
    enabled: run !== '',
    meta: { tables: ['run', 'proof'] },
  });
  const left = data?.counts.drafting ?? 0;
  if (!data || (!left && data.state !== 'paused')) return null;
  const tell = (what: 'pause' | 'resume', says: string) =>
    void act(() => api('POST', `/runs/${run}/${what}`, {}).then(() => `“${data.name}” ${says}`));
  return (
    <span className="flex items-center gap-2 text-[12px] text-soft" role="status">
      <progress className="progress w-[72px]" aria-label="Drafted" value={data.total - left} max={data.total || 1} />
      {left ? `${thousands(left)} of ${thousands(data.total)} being made` : 'paused'}
      {data.state === 'paused' ? (
        <Button tone="go" onClick={() => tell('resume', 'goes on.')}>
          Go on
        </Button>
      ) : (
        <Button onClick={() => tell('pause', 'is paused.')}>Pause</Button>
      )}
    </span>
  );
}
