import { same } from '../../core/docket/docket';
import { covering, isLead, onArea, type AreaPlacement, type ArtworkLayer } from '../../core/placement/form';
import { lay } from '../../core/placement/lay';
import { sharedPlacement, withCopies } from '../../core/placement/seat';
import { differsBySize, sizeDrawn } from '../../core/planning/placed';
import { cutTo } from '../../core/stock/cut';
import { areaOn } from '../../core/stock/blank';
import { artworkById, artworksThere, type ArtworkRow } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { ownForUpdate, putOwn, type AreaOf } from '../../data/line/own-placements';
import { sheetWorks } from '../../data/line/sheet';
import { docketForUpdate } from '../../data/stockroom/dockets';
import { sizeOf } from '../line/prepare/printed';
import { keepDocket } from '../stockroom/dockets';
import { Trouble } from '../trouble';
import { differing, grouped, turnedBack, type Groups, type Wanted } from './steps';
import { benchArea, othersIn, workSize, type AreaAsked, type BenchArea } from './area';

/** What a change of placements did: how many artworks sit otherwise now, and the step that takes it back. */
export interface Given {
  changed: number;
  undo: string | null;
}
/** Where a print area stands in the database. */
export const addressOf = ({ docket, line, placement }: BenchArea): AreaOf => ({
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
    const to = (await artworksThere(tx, o.to)).filter((id) => id !== o.from);
    const wanted: Wanted<AreaPlacement> = new Map();
    for (const id of to) {
      const next = o.what === 'copies' ? withCopies(own.get(id) ?? at.placement, given) : given;
      wanted.set(id, same(next, at.placement) ? null : next);
    }
    return write(tx, at, wanted);
  });

/** A tile is no wider than this share of its area: one alone would be no repeat. */
const TILE_SHARE = 0.5;

/** Lets artworks fill their area: each covers it, or is repeated over it, as large as it is just now, its whole file the tile. */
export const fillWith = (
  workspace: string,
  asked: AreaAsked,
  o: { how: 'cover' | 'repeat'; artworks: readonly string[] },
): Promise<Given> =>
  inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    const { area: name, ground } = at.placement;
    const size = sizeDrawn(at.blank, at.placement, at.line.sizes) ?? at.line.sizes[0]!;
    const own = await ownNow(tx, addressOf(at), o.artworks);
    const wanted: Wanted<AreaPlacement> = new Map();
    for (const artwork of await sheetWorks(tx, [...new Set(o.artworks)])) {
      const lead = (own.get(artwork.id) ?? at.placement).layers.find(isLead);
      if (!artwork.measured || !lead) continue;
      const area = areaOn(cutTo(at.blank, at.line, artwork), name, size)!;
      const { maps } = lay(workSize(artwork), area, lead);
      const mm = Math.max(1, Math.round(Math.min(Math.hypot(maps[0]!.a, maps[0]!.b), area.widthMm * TILE_SHARE)));
      const layer: ArtworkLayer =
        o.how === 'cover'
          ? covering()
          : { ...covering(), size: { rule: 'width', mm }, spread: { kind: 'straight', pitch: { x: 1, y: 1 } } };
      wanted.set(artwork.id, { ...onArea(name, layer), ...(ground !== undefined && { ground }) });
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
function shared({ line, blank: whole }: BenchArea, artwork: ArtworkRow, placement: AreaPlacement): AreaPlacement {
  const blank = cutTo(whole, line, artwork);
  return sharedPlacement(
    placement,
    sizeOf(artwork),
    (size) => areaOn(blank, placement.area, size ?? sizeDrawn(blank, placement, line.sizes) ?? line.sizes[0]!),
    differsBySize(blank, placement.area, line.sizes),
  );
}

/** What taking a change of placements back needs. */
export interface PlacementsUndo extends AreaOf {
  kind: 'placements';
  was: Groups<AreaPlacement>;
  is: Groups<AreaPlacement>;
}

/** The placements that artworks have of their own on an area, held for this transaction. */
export const ownNow = async (tx: Tx, at: AreaOf, ids: readonly string[]): Promise<Map<string, AreaPlacement>> =>
  new Map((await ownForUpdate(tx, at, ids)).map((w) => [w.artworkId, w.document]));
const put = (tx: Tx, at: AreaOf, placements: Iterable<readonly [string, AreaPlacement | null]>): Promise<void> =>
  putOwn(tx, at, [...placements].map(([artworkId, document]) => ({ artworkId, document }))); // prettier-ignore

/** Writes placements of artworks' own; tells what takes that back, null where nothing differs. */
export async function placed(tx: Tx, at: AreaOf, wanted: Wanted<AreaPlacement>): Promise<PlacementsUndo | null> {
  const { was, is } = differing(await ownNow(tx, at, [...wanted.keys()]), wanted);
  if (!is.size) return null;
  await put(tx, at, is);
  return { kind: 'placements', ...at, was: grouped(was), is: grouped(is) };
}

async function write(tx: Tx, at: BenchArea, wanted: Wanted<AreaPlacement>): Promise<Given> {
  const undo = await placed(tx, addressOf(at), wanted);
  if (!undo) return { changed: 0, undo: null };
  const back = undo.is.every((g) => !g.value);
  const ids = undo.is.flatMap((g) => g.artworks);
  return recorded(tx, at, back ? 'placement.given-back' : 'placement.changed', ids, undo);
}

/** Writes a step down that was about some artworks on an area. */
export async function recorded(
  tx: Tx,
  { docket, placement }: BenchArea,
  did: string,
  ids: string[],
  undo: object,
  values: object = {},
): Promise<Given> {
  const name = ids.length === 1 ? (await artworkById(tx, ids[0]!))?.name : undefined;
  const told = { count: ids.length, docket: docket.name, area: placement.area, ...(name !== undefined && { name }), ...values };
  return { changed: ids.length, undo: await record(tx, { did, about: 'artwork', ids, values: told, undo }) };
}

/** Puts placements back as a step found them, or forward again; what was changed since stays. Returns of how many, and how many stay. */
export async function putPlacementsBack(tx: Tx, step: PlacementsUndo, again: boolean): Promise<{ count: number; left: number }> {
  const { docketId, line, area } = step;
  const back = await turnedBack(step, again, (ids) => ownNow(tx, { docketId, line, area }, ids));
  await put(tx, { docketId, line, area }, back.put);
  return back;
}
