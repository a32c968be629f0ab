import { whyNot } from '../../core/docket/accepts';
import { mayBeAllowed } from '../../core/planning/cells';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { putAllowed } from '../../data/line/allowed';
import { sheetWorks } from '../../data/line/sheet';
import { docketsByIds } from '../../data/stockroom/dockets';
import { selected, type Selection } from './sheet';

/** What taking it back needs: artworks by docket. */
export interface AllowedUndo {
  kind: 'allowed';
  allow: boolean;
  artworks: Record<string, string[]>;
}

/** So many artworks are looked at with one question. */
const AT_A_TIME = 2000;

/**
 * Lets the dockets of a selection take its artworks by hand, where their rules do not; or, without `allow`, leaves it to the rules again.
 * Returns how many artworks under dockets that changed, and the step that takes it back.
 */
export const allow = (workspace: string, s: Selection, allow: boolean): Promise<{ changed: number; undo: string | null }> =>
  inWorkspace(workspace, async (tx) => {
    const ids = await selected(tx, s);
    const dockets = await docketsByIds(tx, [...new Set(s.columns.map((c) => c.docket))]);
    const artworks: Record<string, string[]> = {};
    for (let from = 0; from < ids.length; from += AT_A_TIME) {
      const works = await sheetWorks(tx, ids.slice(from, from + AT_A_TIME));
      for (const { id, document } of dockets) {
        const meant = works.filter((w) => !allow || mayBeAllowed(whyNot(document.accepts, w))).map((w) => w.id);
        const changed = meant.length ? await putAllowed(tx, id, meant, allow) : [];
        if (changed.length) artworks[id] = [...(artworks[id] ?? []), ...changed];
      }
    }
    const changed = Object.values(artworks).reduce((n, list) => n + list.length, 0);
    if (!changed) return { changed, undo: null };
    const undo: AllowedUndo = { kind: 'allowed', allow, artworks };
    const names = dockets.filter((d) => artworks[d.id]).map((d) => d.name);
    const step = await record(tx, {
      did: allow ? 'artwork.allowed' : 'artwork.by-rule',
      about: 'artwork',
      ids: [...new Set(Object.values(artworks).flat())],
      values: { count: changed, dockets: names },
      undo,
    });
    return { changed, undo: step };
  });

/** Takes such a step back, or makes it again. What was changed since stays, and is counted. */
export async function putAllowedBack(tx: Tx, step: AllowedUndo, again: boolean): Promise<{ count: number; left: number }> {
  let [count, done] = [0, 0];
  for (const [docket, artworks] of Object.entries(step.artworks)) {
    count += artworks.length;
    done += (await putAllowed(tx, docket, artworks, step.allow === again)).length;
  }
  return { count, left: count - done };
}
