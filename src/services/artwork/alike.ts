import { randomUUID } from 'node:crypto';
import type { Editable } from '../../core/artwork/filing/change';
import { traceOf } from '../../core/artwork/filing/undo';
import { groupsOf, type Group } from '../../core/artwork/likeness/likeness';
import * as data from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import type * as keeping from '../../data/artwork/keeping';
import { record } from '../../data/desk/activity';
import * as likeness from '../../data/artwork/likeness';
import type { Pair } from '../../data/artwork/likeness';
import { Trouble } from '../trouble';

/** Groups of artworks that nobody has decided on. */
export async function openGroups(workspace: string): Promise<Group[]> {
  const pairs = await inWorkspace(workspace, (tx) => likeness.listPairs(tx, 'open'));
  return groupsOf(pairs);
}

export type Decision = 'link' | 'ignore' | 'merge';

/**
 * Decides on artworks that are alike. `link`: they stay, and are one motif (twins go on cloth together). `ignore`: they
 * are different. `merge`: the artwork `keep` stays, the others are put aside, their marks, keywords and what it lacks
 * going to it. Each is one step that can be undone.
 */
export function decideAlike(workspace: string, ids: string[], decision: Decision, keep?: string): Promise<{ undo: string }> {
  return inWorkspace(workspace, async (tx) => {
    // the worker may be finding the same pair just now: one after the other, or each waits for what the other holds
    await likeness.comparingAlone(tx);
    const rows = await data.artworksByIds(tx, ids);
    if (rows.length < 2 || rows.length !== ids.length)
      throw new Trouble('not-valid', 'Choose two or more artworks that are here.', 'ids');
    const known = await likeness.pairsAmong(tx, ids);
    // a person may know what no machine saw: an artwork that is in no pair with the others is paired with the oldest
    const alone = rows.slice(1).filter((r) => !known.some((p) => p.olderId === r.id || p.newerId === r.id));
    if (decision === 'link' && alone.length)
      await likeness.addPairs(
        tx,
        alone.map((r) => ({ olderId: rows[0]!.id, newerId: r.id, kind: 'twin' as const })),
      );
    const pairs = await likeness.pairsAmong(tx, ids);
    const gave = decision === 'ignore' ? 'ignored' : 'linked';
    const before: keeping.Before = {
      artworks: [],
      pairs: pairs.map(({ olderId, newerId, decision: was }) => ({ olderId, newerId, decision: was, gave })),
    };
    await likeness.decide(
      tx,
      pairs.map((p) => ({ ...p, decision: gave })),
    );
    const names = `${rows[0]!.name}${rows.length > 2 ? ` and ${rows.length - 1} more` : ` and ${rows[1]!.name}`}`;
    if (decision === 'merge') {
      const kept = rows.find((r) => r.id === keep) ?? rows.reduce((a, b) => (area(b) > area(a) ? b : a));
      before.artworks = await merge(tx, kept.id, ids);
    } else {
      const motif = decision === 'link' ? (rows.find((r) => r.motifId)?.motifId ?? randomUUID()) : null;
      before.motifs = rows.map((r) => ({ id: r.id, motifId: r.motifId, gave: motif }));
      await likeness.setMotif(
        tx,
        rows.map((r) => ({ id: r.id, motifId: motif })),
      );
    }
    const step = { kind: 'artworks', before };
    return { undo: await record(tx, { did: `artwork.${decision}`, about: 'artwork', ids, values: { names }, undo: step }) };
  });
}

const area = (a: data.ArtworkRow): number => (a.widthPx ?? 0) * (a.heightPx ?? 0);

/** Puts all but one aside, and gives that one what only the others had. Returns what they were before. */
async function merge(
  tx: Parameters<typeof data.editables>[0],
  keptId: string,
  ids: string[],
): Promise<keeping.Before['artworks']> {
  const all = await data.editables(tx, ids);
  const kept = all.find((a) => a.id === keptId)!;
  const others = all.filter((a) => a.id !== keptId);
  const gathered = {
    ...kept,
    subject: kept.subject || (others.find((o) => o.subject)?.subject ?? ''),
    audience: kept.audience || (others.find((o) => o.audience)?.audience ?? ''),
    occasion: kept.occasion || (others.find((o) => o.occasion)?.occasion ?? ''),
    keywords: [...new Set([...kept.keywords, ...others.flatMap((o) => o.keywords)])],
    marks: [...new Set([...kept.marks, ...others.flatMap((o) => o.marks)])],
    drawerId: kept.drawerId ?? others.find((o) => o.drawerId)?.drawerId ?? null,
  };
  const pairs = [{ was: kept, is: gathered }, ...others.map((o) => ({ was: o, is: { ...o, standing: 'aside' as const } }))];
  await data.writeEditables(
    tx,
    pairs.map((p) => p.is),
  );
  return pairs.map(({ was, is }) => traceOf(was.id, editable(was), editable(is)));
}

const editable = ({ id: _, fileName: __, ...rest }: Editable & { id: string; fileName: string }): Editable => rest;

/** What one artwork is like, decided or not. */
export const alikeTo = (workspace: string, id: string): Promise<Pair[]> =>
  inWorkspace(workspace, (tx) => likeness.pairsOf(tx, [id]));
