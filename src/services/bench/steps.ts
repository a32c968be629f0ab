import { same } from '../../core/docket/docket';

/** What is to hold of artworks, by id; null where nothing of their own does. */
export type Wanted<T> = Map<string, T | null>;
/** The same, with those of which the same holds together: one change gives the same to thousands. */
export type Groups<T> = { value: T | null; artworks: string[] }[];

export function grouped<T>(wanted: Wanted<T>): Groups<T> {
  const by = new Map<string, Groups<T>[number]>();
  for (const [id, value] of wanted) {
    const key = JSON.stringify(value);
    const group = by.get(key) ?? { value, artworks: [] };
    group.artworks.push(id);
    by.set(key, group);
  }
  return [...by.values()];
}
const ungrouped = <T>(groups: Groups<T>): Wanted<T> =>
  new Map(groups.flatMap((g) => g.artworks.map((id) => [id, g.value] as const)));

/** What differs from what holds now: what was, and what is to be. */
export function differing<T>(now: ReadonlyMap<string, T>, wanted: Wanted<T>): { was: Wanted<T>; is: Wanted<T> } {
  const was: Wanted<T> = new Map();
  const is: Wanted<T> = new Map();
  for (const [id, next] of wanted) {
    const before = now.get(id) ?? null;
    if (same(before, next)) continue;
    was.set(id, before);
    is.set(id, next);
  }
  return { was, is };
}

/** What a step that is taken back, or made again, is to put; what was changed since is left out. */
export async function turnedBack<T>(
  step: { was: Groups<T>; is: Groups<T> },
  again: boolean,
  nowOf: (ids: string[]) => Promise<ReadonlyMap<string, T>>,
): Promise<{ put: [string, T | null][]; count: number; left: number }> {
  const [from, to] = again ? [ungrouped(step.was), ungrouped(step.is)] : [ungrouped(step.is), ungrouped(step.was)];
  const now = await nowOf([...from.keys()]);
  const put = [...to].filter(([id]) => same(now.get(id) ?? null, from.get(id)));
  return { put, count: from.size, left: from.size - put.length };
}
