/** What one statement, or several gathered, changed of a table. */
export interface Change {
  table: string;
  /** How many rows. Where nothing is said of rows, anything may have changed. */
  count?: number;
  /** Which; only while they are few. */
  ids?: string[];
  /** The artworks that they are about; only while they are few. */
  artworks?: string[];
}

/** So many ids are told; beyond that, a screen looks again at what it shows. */
export const FEW = 200;

const union = (a: string[] | undefined, b: string[] | undefined): string[] | undefined => {
  if (!a || !b) return undefined;
  const all = [...new Set([...a, ...b])];
  return all.length > FEW ? undefined : all;
};

/** Puts changes together, one a table. What is not known of one of them is not known of all. */
export function gathered(changes: readonly Change[]): Change[] {
  const by = new Map<string, Change>();
  for (const c of changes) {
    const was = by.get(c.table);
    if (!was) by.set(c.table, c);
    else {
      const [ids, artworks] = [union(was.ids, c.ids), union(was.artworks, c.artworks)];
      const count = was.count !== undefined && c.count !== undefined ? was.count + c.count : undefined;
      by.set(c.table, {
        table: c.table,
        ...(count !== undefined && { count }),
        ...(ids && { ids }),
        ...(artworks && { artworks }),
      });
    }
  }
  return [...by.values()];
}

/** Whether changes are about one of these tables; any is when none are named. */
export const isAbout = (changes: readonly Change[], tables: readonly string[] | null | undefined): boolean =>
  !tables || changes.some((c) => c.table === 'all' || tables.includes(c.table));

/** Which artworks have something new in one of these tables; null when that may be any. */
export function artworksIn(changes: readonly Change[], tables: readonly string[]): Set<string> | null {
  const mine = changes.filter((c) => c.table === 'all' || tables.includes(c.table));
  if (mine.some((c) => !c.artworks)) return null;
  return new Set(mine.flatMap((c) => c.artworks!));
}
