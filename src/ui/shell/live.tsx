'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

const EVERY_MS = 800;

/** Keeps the screen true: when something changes in the house, what the server rendered is asked for again. */
export function Live() {
  const router = useRouter();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let last = 0;
    const source = new EventSource('/api/v1/events');
    source.addEventListener('change', () => {
      timer ??= setTimeout(
        () => {
          timer = undefined;
          last = Date.now();
          router.refresh();
          window.dispatchEvent(new Event('press:change'));
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
