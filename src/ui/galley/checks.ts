import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { CheckView, ChecksSeenView, FoundView } from '@/api/shapes/checks';
import { act, api } from '../api';
import type { Column } from './search';

/** One thing that was found, with the check that found it. */
export interface At {
  check: CheckView;
  found: FoundView;
}
/** Everything that was found, in the order in which it is stepped through. */
export const inOrder = (checks: readonly CheckView[]): At[] =>
  checks.flatMap((check) => check.found.map((found) => ({ check, found })));

/** What an address says is looked at: a check, and one thing that it found. */
export const foundKey = (check: string, what: string | null): string => (what === null ? check : `${check}:${what}`);

/**
 * What an address says that looks at a check, or at one thing that it found: columns in which that stands are shown beside those that are, and
 * a language that it stands in.
 */
export function foundAddress(
  check: CheckView,
  what: string | null,
  o: { columns: readonly Column[]; shown: readonly Column[]; language: string | null },
): Record<string, string> {
  const found = check.found.find((f) => f.what === what);
  const shows = new Set(o.shown.map((c) => c.name));
  const lacks = found?.fields.some((f) => !shows.has(f));
  const fields = o.columns.map((c) => c.name).filter((name) => shows.has(name) || found?.fields.includes(name));
  return {
    found: foundKey(check.check, what),
    ...(lacks && { fields: fields.join(',') }),
    ...(found && o.language && !found.languages.includes(o.language) && { language: found.languages[0]! }),
  };
}

/** What stands before or behind the thing that is looked at, round to the first; the first of its check where only that is. */
export function stepFrom(all: readonly At[], key: string | null, by: 1 | -1): At | null {
  if (!all.length) return null;
  const at = all.findIndex((a) => foundKey(a.check.check, a.found.what) === key);
  if (at >= 0) return all[(at + by + all.length) % all.length]!;
  const first = all.findIndex((a) => a.check.check === key);
  return first >= 0 ? all[first]! : all[by === 1 ? 0 : all.length - 1]!;
}

/** What was found in all listings. What changed is looked over by itself while somebody looks at it, unless that was stopped. */
export function useChecks(open: boolean) {
  const seen = useQuery({
    queryKey: ['checks'],
    queryFn: () => api<ChecksSeenView>('GET', '/words/checks'),
    enabled: open,
    meta: { tables: ['finding', 'look', 'proof', 'house_words'] },
  });
  const { data } = seen;
  const waits = open && data !== undefined && data.waiting > 0 && (data.look === null || data.look.state === 'done');
  const waiting = data?.waiting;
  useEffect(() => {
    if (waits) void act(() => api('POST', '/words/checks').then(() => undefined));
    // asked once for each state that is seen
  }, [waits, waiting]);
  return seen;
}
