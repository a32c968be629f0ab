import { useQuery } from '@tanstack/react-query';
import type { Line, Work } from '@/services/line/line';
import { api } from '../api';

export interface LineNow {
  stations: Line;
  work: Work[];
  /** How much of each piece of work is done in a second, once that can be told. */
  rates: Record<string, number>;
}

/** What a worker does while nothing changes is looked at so often. */
const EVERY_MS = 5000;
/** A pace is that of the last so many milliseconds, and is said after so many. */
const PACE_OVER_MS = 15_000;
const PACE_AFTER_MS = 900;

let seen = new Map<string, { at: number; done: number }[]>();
/** Notes how far work is, and tells its pace. */
function paced(work: readonly Work[]): Record<string, number> {
  const at = Date.now();
  const rates: Record<string, number> = {};
  seen = new Map(
    work.map((w) => {
      const points = [...(seen.get(w.key) ?? []), { at, done: w.done }].filter((p) => p.at > at - PACE_OVER_MS);
      const first = points[0]!;
      if (at - first.at > PACE_AFTER_MS) rates[w.key] = ((w.done - first.done) * 1000) / (at - first.at);
      return [w.key, points];
    }),
  );
  return rates;
}

/** What stands at each station and what runs, kept true: one question, whoever on the screen shows of it. */
export const useLine = (): LineNow | undefined =>
  useQuery({
    queryKey: ['/line'],
    queryFn: async (): Promise<LineNow> => {
      const now = await api<{ stations: Line; work: Work[] }>('GET', '/line');
      return { ...now, rates: paced(now.work) };
    },
    refetchInterval: EVERY_MS,
  }).data;
