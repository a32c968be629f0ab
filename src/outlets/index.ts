import type { OutletAdapter } from './contract';
import { kestrel } from './kestrel';
import { quayside } from './quayside';

/** Every style of outlet interface that we speak. */
export const ADAPTERS: readonly OutletAdapter[] = [kestrel, quayside];

/** The adapter for a style of interface. Throws a RangeError for one that nobody wrote. */
export function adapterFor(style: string): OutletAdapter {
  const found = ADAPTERS.find((a) => a.style === style);
  if (!found) throw new RangeError(`There is no adapter for outlets of the style ${style}.`);
  return found;
}
