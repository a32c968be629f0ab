import { LIMITS } from '../../core/limits';
import {
  alsoUsed,
  gatherUsedDerived,
  knownOriginals,
  sweepingOriginals,
  unusedDerived,
  usedOriginals,
} from '../../data/artwork/originals';
import { inWorkspace, onOwnConnection } from '../../data/database';
import { dropUnusedFitting } from '../../data/artwork/artworks';
import { dropOldPrints } from '../../data/prints/plans';
import * as files from '../../files/store';
import { rasterNames } from './raster-names';

const OLD_MS = LIMITS.unusedHours * 3_600_000;
/** So many names are looked up at a time. */
const AT_A_TIME = 1000;

/** Removes those of the named originals that no workspace needs. Nothing is put among the originals meanwhile; none is removed while a backup is made. */
export const dropUnused = (sha256: string[]): Promise<number> =>
  inWorkspace(null, async (tx) => {
    if (!(await sweepingOriginals(tx))) return 0;
    const used = await usedOriginals(tx, sha256, LIMITS.unusedHours);
    const unused = sha256.filter((s) => !used.has(s));
    await files.remove('originals', unused);
    return unused.length;
  });

/** What a sweep looked at, what of it belonged to nothing, and how much that was. */
export interface Swept {
  originals: { looked: number; unused: number; bytes: number };
  derived: { looked: number; unused: number; bytes: number };
}

/**
 * Removes files that nothing refers to: originals, and pictures that were made from what has changed since. Young files are left alone.
 * Dry, it only counts.
 */
export async function sweepFiles(dry = false): Promise<Swept> {
  const swept: Swept = {
    originals: { looked: 0, unused: 0, bytes: 0 },
    derived: { looked: 0, unused: 0, bytes: 0 },
  };
  for await (const old of oldOnes('originals', swept.originals)) {
    const unused = await unusedOriginals(old);
    swept.originals.unused += unused.length;
    swept.originals.bytes += unused.reduce((n, f) => n + f.bytes, 0);
    if (!dry && unused.length) await dropUnused(unused.map((f) => f.name));
  }
  if (!dry)
    await inWorkspace(null, async (tx) => {
      await dropOldPrints(tx, LIMITS.printsKeptDays);
      await dropUnusedFitting(tx, LIMITS.fittingKeptDays);
    });
  // what is used is gathered once by the database: far too much to be asked for name by name, or to be held here
  await onOwnConnection(async (tx) => {
    await gatherUsedDerived(tx);
    for (let after = '', more = true; more;) {
      const known = await knownOriginals(tx, after, AT_A_TIME);
      await alsoUsed(tx, known.flatMap((sha256) => Object.values(rasterNames(sha256)))); // prettier-ignore
      more = known.length === AT_A_TIME;
      after = known.at(-1) ?? '';
    }
    for await (const old of oldOnes('derived', swept.derived)) {
      const unused = await unusedDerived(tx, [...new Set(old.map((f) => files.ownerOf(f.name)))]);
      const names = new Set(old.map((f) => f.name).filter((name) => unused.has(files.ownerOf(name))));
      swept.derived.unused += names.size;
      swept.derived.bytes += old.reduce((n, f) => n + (names.has(f.name) ? f.bytes : 0), 0);
      // they can be made again, should one come to be used just now
      if (!dry) await files.remove('derived', [...names]);
    }
  });
  if (!dry) await files.sweepScratch(OLD_MS);
  return swept;
}

/** Files of a shelf that are old enough to be swept, some at a time. */
async function* oldOnes(shelf: files.Shelf, counted: { looked: number }): AsyncIterable<files.Stored[]> {
  let old: files.Stored[] = [];
  for await (const file of files.list(shelf)) {
    counted.looked++;
    if (file.at > Date.now() - OLD_MS) continue;
    old.push(file);
    if (old.length < AT_A_TIME) continue;
    yield old;
    old = [];
  }
  yield old;
}

const unusedOriginals = async (some: files.Stored[]): Promise<files.Stored[]> => {
  if (!some.length) return [];
  const used = await inWorkspace(null, (tx) => usedOriginals(tx, some.map((f) => f.name), LIMITS.unusedHours)); // prettier-ignore
  return some.filter((f) => !used.has(f.name));
};
