'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { gathered, isAbout, type Change } from '@/core/desk/changes';

/** The first of several changes is shown at once; while they go on, screens follow at this pace. */
const EVERY_MS = 1500;

/** Hears what changes in the house, and tells it to whoever on the screen shows something of it (`onChange`). */
export function Live() {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let last = 0;
    let changes: Change[] = [];
    const source = new EventSource('/api/v1/events');
    source.addEventListener('changed', (e: MessageEvent<string>) => {
      changes = gathered([...changes, ...(JSON.parse(e.data) as Change[])]);
      timer ??= setTimeout(
        () => {
          timer = undefined;
          last = Date.now();
          const detail = changes;
          changes = [];
          window.dispatchEvent(new CustomEvent('press:change', { detail }));
        },
        Math.max(60, EVERY_MS - (Date.now() - last)),
      );
    });
    return () => {
      source.close();
      clearTimeout(timer);
    };
  }, []);
  return null;
}

/** Calls `look` when one of the tables changes, or any when none is named; and after a time in which nothing was heard. */
export function onChange(tables: readonly string[] | null, look: (changes: readonly Change[]) => void): () => void {
  const heard = (e: Event) => {
    const changes = (e as CustomEvent<Change[]>).detail;
    if (isAbout(changes, tables)) look(changes);
  };
  window.addEventListener('press:change', heard);
  return () => window.removeEventListener('press:change', heard);
}

/** On a page that the server draws: it is drawn again when one of the tables changes. */
export function Follow({ tables }: { tables: readonly string[] }) {
  const router = useRouter();
  useEffect(() => onChange(tables, () => router.refresh()), [router, tables]);
  return null;
}
