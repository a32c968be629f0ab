import { useSyncExternalStore } from 'react';

const NAMES = ['ink', 'paper', 'ground', 'soft', 'rule', 'spot', 'spot-t', 'teal', 'ochre', 'font-archivo'] as const;
export type Inks = Record<(typeof NAMES)[number], string>;

const none = Object.fromEntries(NAMES.map((n) => [n, '#000'])) as Inks;
let read: { theme: string | null; inks: Inks } | null = null;
function now(): Inks {
  const root = document.documentElement;
  const theme = root.getAttribute('data-theme');
  if (read?.theme !== theme) {
    const style = getComputedStyle(root);
    read = { theme, inks: Object.fromEntries(NAMES.map((n) => [n, style.getPropertyValue(`--${n}`).trim()])) as Inks };
  }
  return read.inks;
}
function hear(hearer: () => void): () => void {
  const observer = new MutationObserver(hearer);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

/** The inks of the theme as colours that a canvas understands; they change with day and night. */
export const useInks = (): Inks => useSyncExternalStore(hear, now, () => none);
