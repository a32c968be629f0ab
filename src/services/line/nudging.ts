import { isLead, type AreaPlacement } from '../../core/placement/form';
import { placementMoved, type Nudge } from '../../core/placement/nudge';
import { showsArea } from '../../core/planning/placed';
import { same } from '../../core/docket/docket';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/line/contact';
import type { MendRow } from '../../data/line/contact';
import { addRun } from '../../data/line/runs';
import { benchArea, type BenchArea } from '../bench/area';
import { addressOf, ownNow, placed, putPlacementsBack, type PlacementsUndo } from '../bench/giving';
import { sceneById } from '../stockroom/scenes';
import { listOf, placesOf, wayOf, type Mended, type PicturesMeant } from './mending';
import { secondsFor } from './pace';

/** What taking such a step back needs: placements on one area and more. */
export interface SitsUndo {
  kind: 'sits';
  parts: PlacementsUndo[];
}

/**
 * Moves artworks on what some pictures show of them: on that print area they have a placement of their own then, and all their proofs
 * under that docket are drafted again. With `preview` it only tells what would be done.
 */
export const nudgePictures = (workspace: string, asked: PicturesMeant, by: Nudge, preview = false): Promise<Mended> =>
  inWorkspace(workspace, async (tx) => {
    const [proofs, places] = await placesOf(tx, asked);
    const left: Mended['left'] = {};
    const groups = new Map<string, { at: BenchArea; artworks: Set<string> }>();
    for (const p of proofs) {
      const why = wayOf(p);
      const areas = why ? [] : await areasOf(tx, p, places(p), groups);
      if (!areas.length) left[why ?? 'makes no sense'] = (left[why ?? 'makes no sense'] ?? 0) + 1;
      for (const key of areas) groups.get(key)!.artworks.add(p.artworkId);
    }
    const going = new Map<string, { id: string; state: string; pictures: number }>();
    const parts: PlacementsUndo[] = [];
    for (const { at, artworks } of groups.values()) {
      const ids = [...artworks];
      for (const p of await data.proofsUnder(tx, at.docket.id, ids)) if (data.MENDABLE.includes(p.state)) going.set(p.id, p);
      if (preview) continue;
      const own = await ownNow(tx, addressOf(at), ids);
      const wanted = new Map<string, AreaPlacement | null>();
      for (const id of ids) {
        const next = placementMoved(own.get(id) ?? at.placement, by);
        wanted.set(id, same(next, at.placement) ? null : next);
      }
      const part = await placed(tx, addressOf(at), wanted);
      if (part) parts.push(part);
    }
    const all = [...going.values()];
    const pictures = all.reduce((n, p) => n + p.pictures, 0);
    const told = {
      ...{ pictures, proofs: all.length, left, undo: null },
      seconds: await secondsFor(tx, pictures),
      passed: all.filter((p) => p.state === 'passed').length,
      listed: all.filter((p) => p.state === 'listed').length,
    };
    if (preview) return told;
    if (!parts.length) return { ...told, pictures: 0, proofs: 0, passed: 0, listed: 0 };
    await again(tx, workspace, [...going.keys()]);
    const step = await record(tx, {
      did: 'pictures.mended',
      about: 'proof',
      ids: [...going.keys()],
      values: { how: 'sits', proofs: going.size, pictures },
      undo: { kind: 'sits', parts },
    });
    return { ...told, undo: step };
  });

/** The print areas that pictures of a proof show its artwork on, as keys of `groups`, to which they are added. */
async function areasOf(
  tx: Tx,
  p: MendRow,
  places: readonly number[],
  groups: Map<string, { at: BenchArea; artworks: Set<string> }>,
): Promise<string[]> {
  const keys = new Set<string>();
  for (const place of places) {
    const shot = listOf(p)[place];
    if (shot?.kind !== 'scene') continue;
    const line = p.document.lines.find((l) => (shot.line ? l.key === shot.line : true));
    const areas = line?.placements.filter((a) => a.layers.some(isLead)) ?? [];
    for (const { area } of areas) {
      const key = `${p.docketId} ${line!.key} ${area}`;
      const at = groups.get(key)?.at ?? (await benchArea(tx, { docket: p.docketId, line: line!.key, area }));
      const sheet = sceneById(shot.scene);
      if (!sheet || !showsArea(sheet, at.blank, area)) continue;
      if (!groups.has(key)) groups.set(key, { at, artworks: new Set() });
      keys.add(key);
    }
  }
  return [...keys];
}

const again = (tx: Tx, workspace: string, ids: readonly string[]): Promise<void> =>
  data.draftHere(tx, workspace, ids, () => addRun(tx, 'Pictures put right'));

/** Puts placements back as a step found them, or forward again, and has what they were for drafted anew. */
export async function putSitsBack(
  tx: Tx,
  workspace: string,
  step: SitsUndo,
  forward: boolean,
): Promise<{ count: number; left: number }> {
  const sum = { count: 0, left: 0 };
  for (const part of step.parts) {
    const { count, left } = await putPlacementsBack(tx, part, forward);
    sum.count += count;
    sum.left += left;
    const artworks = part.is.flatMap((g) => g.artworks);
    const proofs = await data.proofsUnder(tx, part.docketId, artworks);
    await again(tx, workspace, proofs.filter((p) => data.MENDABLE.includes(p.state)).map((p) => p.id)); // prettier-ignore
  }
  return sum;
}
