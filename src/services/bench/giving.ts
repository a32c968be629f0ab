import { same } from '../../core/docket/docket';
import type { AreaPlacement } from '../../core/placement/form';
import { sharedPlacement, withCopies } from '../../core/placement/seat';
import { differsBySize, sizeDrawn } from '../../core/planning/placed';
import { areaOn } from '../../core/stock/blank';
import { artworkById, artworksByIds, type ArtworkRow } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { ownForUpdate, putOwn, type AreaOf } from '../../data/line/own-placements';
import { docketForUpdate } from '../../data/stockroom/dockets';
import { sizeOf } from '../line/prepare/printed';
import { keepDocket } from '../stockroom/dockets';
import { Trouble } from '../trouble';
import { benchArea, othersIn, type AreaAsked, type BenchArea } from './area';

/** What a change of placements did: how many artworks sit otherwise now, and the step that takes it back. */
export interface Given {
  changed: number;
  undo: string | null;
}
type Wanted = Map<string, AreaPlacement | null>;
const addressOf = ({ docket, line, placement }: BenchArea): AreaOf => ({
  docketId: docket.id,
  line: line.key,
  area: placement.area,
});

/** Keeps a placement for one artwork, as its own. */
export const keepOwn = (workspace: string, asked: AreaAsked, artwork: string, placement: AreaPlacement): Promise<Given> =>
  inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    if (placement.area !== at.placement.area)
      throw new Trouble('not-valid', `That placement is for ${placement.area}, not for ${at.placement.area}.`, 'placement.area');
    const strange = Object.keys(placement.bySize ?? {}).filter((s) => !at.blank.sizes.some((b) => b.name === s));
    if (strange.length) throw new Trouble('not-valid', `${at.blank.name} has no size ${strange.join(', ')}.`, 'placement.bySize');
    const others = await othersIn(tx, [placement]);
    if (placement.layers.some((l) => l.kind === 'artwork' && l.artwork && !others.has(l.artwork)))
      throw new Trouble('not-valid', 'A print that it names is not among the artworks.', 'placement.layers');
    return placeOne(tx, at, artwork, placement);
  });

/** Writes a placement of an artwork's own; the docket's own words of it are none. */
export async function placeOne(tx: Tx, at: BenchArea, artwork: string, placement: AreaPlacement): Promise<Given> {
  await known(tx, artwork);
  return write(tx, at, new Map([[artwork, same(placement, at.placement) ? null : placement]]));
}

/** Gives artworks back to their docket. */
export const giveBack = (workspace: string, asked: AreaAsked, artworks: readonly string[]): Promise<Given> =>
  inWorkspace(workspace, async (tx) => write(tx, await benchArea(tx, asked), new Map(artworks.map((id) => [id, null]))));

/**
 * Gives the way an artwork sits to others: all of it, as large to the eye and in the same place by the motif; or only how often it
 * stands there, and where its copies are.
 */
export const giveTo = (
  workspace: string,
  asked: AreaAsked,
  o: { from: string; to: readonly string[]; what: 'all' | 'copies' },
): Promise<Given> =>
  inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    const source = await known(tx, o.from);
    const own = new Map((await ownForUpdate(tx, addressOf(at), [...o.to, o.from])).map((w) => [w.artworkId, w.document]));
    const given = shared(at, source, own.get(o.from) ?? at.placement);
    const to = new Set((await artworksByIds(tx, [...new Set(o.to)])).filter((a) => a.id !== o.from).map((a) => a.id));
    const wanted: Wanted = new Map();
    for (const id of to) {
      const next = o.what === 'copies' ? withCopies(own.get(id) ?? at.placement, given) : given;
      wanted.set(id, same(next, at.placement) ? null : next);
    }
    return write(tx, at, wanted);
  });

/** Makes the way an artwork sits the docket's own: for all artworks, now and later, that have none of their own. */
export const giveToDocket = (workspace: string, asked: AreaAsked, from: string): Promise<Given> =>
  inWorkspace(workspace, async (tx) => {
    const before = await docketForUpdate(tx, asked.docket);
    const at = await benchArea(tx, asked);
    const source = await known(tx, from);
    const mine = (await ownForUpdate(tx, addressOf(at), [from]))[0];
    const placement = shared(at, source, mine?.document ?? at.placement);
    const lines = at.docket.document.lines.map((l) =>
      l.key === at.line.key ? { ...l, placements: l.placements.map((p) => (p.area === placement.area ? placement : p)) } : l,
    );
    const step = await keepDocket(tx, before!, before!.name, { ...at.docket.document, lines });
    if (mine) await write(tx, { ...at, placement }, new Map([[from, null]]));
    return { changed: step ? 1 : 0, undo: step };
  });

async function known(tx: Tx, id: string): Promise<ArtworkRow> {
  const found = await artworkById(tx, id);
  if (!found?.measured) throw new Trouble('not-found', 'There is no such artwork.');
  return found;
}

/** How an artwork sits, as it is given to others. */
const shared = ({ line, blank }: BenchArea, artwork: ArtworkRow, placement: AreaPlacement): AreaPlacement =>
  sharedPlacement(
    placement,
    sizeOf(artwork),
    (size) => areaOn(blank, placement.area, size ?? sizeDrawn(blank, placement, line.sizes) ?? line.sizes[0]!),
    differsBySize(blank, placement.area, line.sizes),
  );

/** What taking a change of placements back needs: artworks that sat, or sit, the same way, together. */
export interface PlacementsUndo extends AreaOf {
  kind: 'placements';
  was: Groups;
  is: Groups;
}
type Groups = { document: AreaPlacement | null; artworks: string[] }[];
function grouped(placements: Wanted): Groups {
  const by = new Map<string, Groups[number]>();
  for (const [id, document] of placements) {
    const key = JSON.stringify(document);
    const group = by.get(key) ?? { document, artworks: [] };
    group.artworks.push(id);
    by.set(key, group);
  }
  return [...by.values()];
}
const spread = (groups: Groups): Wanted => new Map(groups.flatMap((g) => g.artworks.map((id) => [id, g.document] as const)));

async function write(tx: Tx, at: BenchArea, wanted: Wanted): Promise<Given> {
  const address = addressOf(at);
  const own = new Map((await ownForUpdate(tx, address, [...wanted.keys()])).map((w) => [w.artworkId, w.document]));
  const was: Wanted = new Map();
  const is: Wanted = new Map();
  for (const [id, next] of wanted) {
    const before = own.get(id) ?? null;
    if (same(before, next)) continue;
    was.set(id, before);
    is.set(id, next);
  }
  if (!is.size) return { changed: 0, undo: null };
  await putOwn(tx, address, [...is].map(([artworkId, document]) => ({ artworkId, document }))); // prettier-ignore
  const ids = [...is.keys()];
  const name = ids.length === 1 ? (await artworkById(tx, ids[0]!))?.name : undefined;
  const back = [...is.values()].every((document) => !document);
  const undo: PlacementsUndo = { kind: 'placements', ...address, was: grouped(was), is: grouped(is) };
  const step = await record(tx, {
    did: back ? 'placement.given-back' : 'placement.changed',
    about: 'artwork',
    ids,
    values: { count: ids.length, docket: at.docket.name, area: address.area, ...(name !== undefined && { name }) },
    undo,
  });
  return { changed: ids.length, undo: step };
}

/** Puts placements back as a step found them, or forward again; what was changed since stays. Returns of how many, and how many stay. */
export async function putPlacementsBack(
  tx: Tx,
  { docketId, line, area, was, is }: PlacementsUndo,
  again: boolean,
): Promise<{ count: number; left: number }> {
  const [from, to] = again ? [spread(was), spread(is)] : [spread(is), spread(was)];
  const now = new Map((await ownForUpdate(tx, { docketId, line, area }, [...from.keys()])).map((w) => [w.artworkId, w.document]));
  const put = [...to].filter(([id]) => same(now.get(id) ?? null, from.get(id)));
  await putOwn(tx, { docketId, line, area }, put.map(([artworkId, document]) => ({ artworkId, document }))); // prettier-ignore
  return { count: from.size, left: from.size - put.length };
}
