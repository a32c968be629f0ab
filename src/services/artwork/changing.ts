import { applyPatch, differing, SOURCED, type Editable, type Patch } from '../../core/artwork/filing/change';
import { takeBack, traceOf } from '../../core/artwork/filing/undo';
import { readPattern } from '../../core/artwork/filing/file-name';
import * as data from '../../data/artwork/artworks';
import * as usesData from '../../data/artwork/uses';
import { inWorkspace, type Tx } from '../../data/database';
import { drawerFor, drawerIds } from '../../data/artwork/drawers';
import * as keeping from '../../data/artwork/keeping';
import * as likeness from '../../data/artwork/likeness';
import { record } from '../../data/desk/activity';
import { Trouble } from '../trouble';
import { drawerPath } from './drawers';

/** A patch as it comes from outside: the drawer by its path. */
export type Change = Omit<Patch, 'drawerId'> & { drawer?: string | null };

/** What a change does or would do. */
export interface ChangeReport {
  /** How many change in all: of those asked for, and the near copies that it is carried over to. */
  changed: number;
  carried: number;
  of: number;
  /** The first changes, field by field. */
  examples: { id: string; name: string; field: string; before: unknown; after: unknown }[];
  /** To be given to `undo`; null where nothing changed or nothing was written. */
  undo: string | null;
}

const EXAMPLES = 200;

/** What no schema knows of a change; throws a Trouble naming the field. */
function checkChange(change: Change): void {
  if (change.name !== undefined && !change.name.trim()) throw new Trouble('not-valid', 'An artwork needs a name.', 'name');
  if (change.fromFileName) {
    const pattern = readPattern(change.fromFileName);
    if (typeof pattern === 'string') throw new Trouble('not-valid', pattern, 'fromFileName');
  }
}

/**
 * Changes artworks by hand, one or thousands: as one step that can be undone. With `preview` nothing is written and the
 * report says what would change. What a hand says of subject, audience, occasion and marks is carried over to near copies
 * where no hand has said otherwise.
 */
export function changeArtworks(workspace: string, ids: string[], change: Change, preview = false): Promise<ChangeReport> {
  checkChange(change);
  return inWorkspace(workspace, async (tx) => {
    const { drawer, ...rest } = change;
    const path = drawer ? drawerPath(drawer) : drawer;
    const drawerId = path === undefined ? undefined : path === null ? null : preview ? 'preview' : await drawerFor(tx, path);
    const before = await data.editables(tx, ids);
    const patch: Patch = { ...rest, ...(drawerId !== undefined && { drawerId }) };
    const after = before.map((it) => ({
      ...applyPatch(strip(it), patch, it.fileName, 'hand'),
      id: it.id,
      fileName: it.fileName,
    }));
    const carried = await carryOver(tx, before, after);
    const all = [...pairsOf(before, after), ...carried];
    const report: ChangeReport = { changed: all.length, carried: carried.length, of: before.length, examples: [], undo: null };
    for (const { was, is } of all)
      for (const field of differing(was, is)) {
        if (report.examples.length >= EXAMPLES || field === 'sources') continue;
        const show = (v: Editable) => (field === 'drawerId' ? (v.drawerId === 'preview' ? path : v.drawerId) : v[field]);
        const shown = field === 'drawerId' ? 'drawer' : field;
        report.examples.push({ id: is.id, name: was.name, field: shown, before: show(was), after: show(is) });
      }
    if (preview || !all.length) return report;
    await data.writeEditables(
      tx,
      all.map((p) => p.is),
    );
    const traces: keeping.Before = { artworks: all.map(({ was, is }) => traceOf(was.id, strip(was), strip(is))) };
    report.undo = await record(tx, {
      did: 'artwork.changed',
      about: 'artwork',
      ids: all.map((p) => p.is.id),
      values: {
        count: all.length,
        ...(all.length === 1 && { name: all[0]!.is.name }),
        fields: Object.keys(change),
        ...(change.standing && { standing: change.standing }),
      },
      undo: { kind: 'artworks', before: traces },
    });
    return report;
  });
}

type Row = Editable & { id: string; fileName: string };

const strip = ({ id: _, fileName: __, ...rest }: Row): Editable => rest;

const pairsOf = (before: Row[], after: Row[]): { was: Row; is: Row }[] =>
  before.map((was, i) => ({ was, is: after[i]! })).filter(({ was, is }) => differing(strip(was), strip(is)).length > 0);

const CARRIED = ['subject', 'audience', 'occasion', 'marks'] as const;

/** Near copies and twins of what a hand has changed, with what is carried over to them. */
async function carryOver(tx: Tx, before: Row[], after: Row[]): Promise<{ was: Row; is: Row }[]> {
  const touched = pairsOf(before, after).filter(({ was, is }) =>
    CARRIED.some((f) => JSON.stringify(was[f]) !== JSON.stringify(is[f]) && is.sources[f] === 'hand'),
  );
  if (!touched.length) return [];
  const known = new Set(before.map((b) => b.id));
  const to = new Map<string, Row>();
  for (const pair of await likeness.pairsOf(
    tx,
    touched.map((t) => t.is.id),
  )) {
    if (pair.kind === 'family' || pair.decision === 'ignored') continue;
    const from = touched.find((t) => t.is.id === pair.olderId || t.is.id === pair.newerId)!;
    const other = from.is.id === pair.olderId ? pair.newerId : pair.olderId;
    if (!known.has(other)) to.set(other, from.is);
  }
  if (!to.size) return [];
  const others = await data.editables(tx, [...to.keys()]);
  const result = others.map((was): Row => {
    const from = to.get(was.id)!;
    const patch: Patch = {};
    for (const field of CARRIED) if (from.sources[field] === 'hand') Object.assign(patch, { [field]: from[field] });
    return { ...applyPatch(strip(was), patch, was.fileName, 'copy'), id: was.id, fileName: was.fileName };
  });
  return pairsOf(others, result);
}

/** Applies what the machine proposes: never over a hand's word, and without a step to undo. */
export async function applyProposed(tx: Tx, id: string, patch: Patch, source: (field: string) => string): Promise<void> {
  const [was] = await data.editables(tx, [id]);
  if (!was) return;
  let is = strip(was);
  for (const field of SOURCED) {
    const value = patch[field];
    if (value === undefined) continue;
    is = applyPatch(is, { [field]: value }, was.fileName, source(field));
  }
  if (is !== strip(was) && differing(strip(was), is).length) await data.writeEditables(tx, [{ ...is, id }]);
}

const LEFT_WORDS: Record<string, string> = { drawerId: 'drawer', said: 'words', standing: 'place', picture: 'kind' };

/** Puts artworks back to what they were before a step. What has been changed since stays, and is said. */
export async function putBack(tx: Tx, before: keeping.Before): Promise<{ count: number; left: number; sentence: string }> {
  const traces = new Map(before.artworks.map((a) => [a.id, a]));
  const now = await data.editables(tx, [...traces.keys()]);
  const drawers = new Set(
    await drawerIds(
      tx,
      before.artworks.flatMap((a) => a.was.drawerId ?? []),
    ),
  );
  const fields = new Set<string>();
  let left = 0;
  const back = now.map((it) => {
    const { back, left: stays } = takeBack(strip(it), traces.get(it.id)!);
    // a drawer that is gone cannot be filed in again
    if (back.drawerId !== it.drawerId && back.drawerId && !drawers.has(back.drawerId)) {
      back.drawerId = it.drawerId;
      stays.push('drawerId');
    }
    for (const field of stays) fields.add(LEFT_WORDS[field] ?? field);
    if (stays.length) left++;
    return { ...back, id: it.id };
  });
  await data.writeEditables(tx, back);
  if (before.pairs) await likeness.takeBackDecisions(tx, before.pairs);
  if (before.motifs) await likeness.takeBackMotifs(tx, before.motifs);
  const what = left === 1 ? 'one artwork' : `${left} artworks`;
  const sentence = left ? `Of ${what} something was changed since, or is gone, and stays: ${[...fields].join(', ')}.` : '';
  return { count: traces.size, left, sentence };
}

/** What was made from artworks, as one sentence for the person who is about to delete them. */
export async function dependants(
  workspace: string,
  ids: string[],
): Promise<{ sentence: string; proofs: number; listings: number }> {
  const found = await inWorkspace(workspace, (tx) => usesData.dependants(tx, ids));
  const sum = (kind: string, ...states: string[]) =>
    found.filter((f) => f.kind === kind && (!states.length || states.includes(f.state))).reduce((n, f) => n + f.count, 0);
  const [proofs, listings, live] = [sum('proof'), sum('listing'), sum('listing', 'live')];
  const some = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;
  const parts = [
    listings && `${some(listings, 'listing')} at outlets${live ? `, ${live} of them live` : ''}`,
    proofs && some(proofs, 'proof'),
  ].filter(Boolean);
  const what = some(ids.length, 'artwork');
  return {
    proofs,
    listings,
    sentence: parts.length
      ? `${what} with ${parts.join(' and ')} made from ${ids.length === 1 ? 'it' : 'them'}. Proofs stay as they are until the bin is emptied; what stands at outlets stays there, and in the ledger.`
      : `${what}. Nothing was made from ${ids.length === 1 ? 'it' : 'them'} yet.`,
  };
}

/** Removes what is deleted for good, with the proofs made from it. */
export const emptyBin = (workspace: string): Promise<number> =>
  inWorkspace(workspace, async (tx) => {
    const count = await data.emptyBin(tx);
    if (count) await record(tx, { did: 'artwork.bin-emptied', about: 'artwork', ids: [], values: { count } });
    return count;
  });
