import type { ListingsAsked } from '@/services/outlets/listing-windows';

/** What is picked: single listings, or all that are found but for some. */
export type Picked = { all: false; ids: ReadonlySet<string> } | { all: true; but: ReadonlySet<string> };

export const NONE: Picked = { all: false, ids: new Set() };
export const ALL: Picked = { all: true, but: new Set() };

const flipped = (set: ReadonlySet<string>, id: string): Set<string> => {
  const next = new Set(set);
  if (!next.delete(id)) next.add(id);
  return next;
};

/** Picks one, or lets it go; of all that are found it is left out, or taken again. */
export const toggled = (p: Picked, id: string): Picked =>
  p.all ? { all: true, but: flipped(p.but, id) } : { all: false, ids: flipped(p.ids, id) };

export const has = (p: Picked, id: string): boolean => (p.all ? !p.but.has(id) : p.ids.has(id));

/** How many are picked of so many. */
export const countPicked = (p: Picked, total: number): number => (p.all ? Math.max(0, total - p.but.size) : p.ids.size);

/** What is picked, by what it means: however many they are, it is told in a few words. */
export const meantBy = (p: Picked, search: Record<string, string>): ListingsAsked =>
  p.all ? { search, ...(p.but.size && { except: [...p.but] }) } : { ids: [...p.ids] };
