import diff from 'microdiff';
import { Trouble } from './trouble';

/** One thing that differs between two states of a document. */
export interface Difference {
  path: string;
  before: unknown;
  after: unknown;
}

/** So many differences go into what is written down of a change; all of them are told when versions are compared. */
const TOLD = 40;

/** What differs between two states of a document, by the paths of its parts. */
export const differencesBetween = (before: object, after: object): Difference[] =>
  diff(before, after).map((d) => ({
    path: d.path.join('.'),
    before: d.type === 'CREATE' ? null : (d.oldValue as unknown),
    after: d.type === 'REMOVE' ? null : (d.value as unknown),
  }));

/** The first of them, for the record of what was done. */
export const toldDifferences = (before: object, after: object): Difference[] => differencesBetween(before, after).slice(0, TOLD);

/**
 * What differs between two versions of a document of which `newest` is the last; between the last two where none are named.
 * Throws Trouble `not-found` for a version that there never was.
 */
export async function betweenVersions(
  newest: number,
  asked: { from?: number; to?: number },
  read: (version: number) => Promise<object | null>,
): Promise<{ from: number; to: number; changes: Difference[] }> {
  const to = asked.to ?? newest;
  const from = asked.from ?? Math.max(1, to - 1);
  const [before, after] = [await read(from), await read(to)];
  if (!before || !after) throw new Trouble('not-found', 'There is no such version of it.');
  return { from, to, changes: differencesBetween(before, after) };
}
