'use client';
import { useQuery } from '@tanstack/react-query';
import type { RunForecastView } from '@/api/shapes/line';
import type { Selection } from '@/services/line/sheet';
import { api } from '../api';
import { count, during } from '../parts/format';
import { useSettled } from '../parts/use-settled';

/** What drafting a selection makes and how long its pictures take here, before it is begun. */
export function Forecast({ selection, only }: { selection: Selection; only: 'open' | 'held' }) {
  const asked = useSettled(JSON.stringify({ selection: { ...selection, only } }));
  const { data } = useQuery({
    queryKey: ['/runs/forecast', asked],
    queryFn: () => api<RunForecastView>('POST', '/runs/forecast', JSON.parse(asked) as object),
    gcTime: 0,
    meta: { tables: ['docket', 'proof'] },
  });
  if (!data?.pictures) return null;
  const again = data.again
    ? ` ${count(data.again, 'proof')} of them are there and made anew; what a hand wrote stays, and what has not changed is not made again.`
    : '';
  const time = data.seconds === null ? '' : `, about ${during(Math.max(1, data.seconds))}`;
  return (
    <span
      className="block text-[11.5px] whitespace-nowrap text-soft"
      role="status"
      title={`${count(data.proofs, 'proof')}.${again}`}
    >
      {count(data.pictures, 'picture')}
      {time}
      {data.again ? `, ${data.again} anew` : ''}
    </span>
  );
}
