'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** The first of several changes is shown at once; while they go on, the screen follows at this pace. */
const EVERY_MS = 1500;

/** Keeps the screen true: when something changes in the house, what the server rendered is asked for again. */
export function Live() {
  const router = useRouter();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let last = 0;
    const tables = new Set<string>();
    const source = new EventSource('/api/v1/events');
    source.addEventListener('change', (e: MessageEvent<string>) => {
      for (const table of JSON.parse(e.data) as string[]) tables.add(table);
      timer ??= setTimeout(
        () => {
          timer = undefined;
          last = Date.now();
          router.refresh();
          window.dispatchEvent(new CustomEvent('press:change', { detail: [...tables] }));
          tables.clear();
        },
        Math.max(60, EVERY_MS - (Date.now() - last)),
      );
    });
    return () => {
      source.close();
      clearTimeout(timer);
    };
  }, [router]);
  return null;
}

/** Whether a change in the house, as the names of its tables, is about one of these; any is when none are named. */
export const isAbout = (changed: readonly string[], tables: readonly string[] | null | undefined): boolean =>
  !tables || changed.includes('all') || changed.some((t) => tables.includes(t));

/** Calls `look` when one of the tables changes, or any when none is named; and after a time in which nothing was heard. */
export function onChange(tables: readonly string[] | null, look: (changed: readonly string[]) => void): () => void {
  const heard = (e: Event) => {
    const changed = (e as CustomEvent<string[]>).detail;
    if (isAbout(changed, tables)) look(changed);
  };
  window.addEventListener('press:change', heard);
  return () => window.removeEventListener('press:change', heard);
}
