import type { ChosenPart } from '../../core/docket/docket';
import type { AreaPlacement, Layer } from '../../core/placement/form';
import { gravity, type PlacementTrouble, type TroubleCode } from '../../core/placement/trouble';
import { byRule, type Allowed } from '../../core/planning/cells';
import { troublesOver } from '../../core/planning/placed';
import { cutTo } from '../../core/stock/cut';
import { artworksByIds, type ArtworkRow } from '../../data/artwork/artworks';
import { findArtworks } from '../../data/artwork/search';
import { inWorkspace, type Tx } from '../../data/database';
import { allowedOf } from '../../data/line/allowed';
import { choicesUnder } from '../../data/line/own-choices';
import { ownUnder } from '../../data/line/own-placements';
import { sheetWorks } from '../../data/line/sheet';
import { waiversUnder, type Waiver } from '../../data/line/waivers';
import { filterOf, type Search } from '../artwork/artworks';
import { shownBy, type Shown } from '../line/prepare/printed';
import { benchArea, othersIn, pictureOn, workSize, type Work, type AreaAsked, type BenchArea } from './area';

/** So many artworks lie on the bench at most. */
export const MOST_ON_BENCH = 5000;
const AT_A_TIME = 1000;

/** An artwork's place on the rail. */
export interface RailPlace {
  id: string;
  /** What is wrong with it and not waived. */
  troubles: TroubleCode[];
  /** It sits otherwise than the docket says. */
  own: boolean;
}
/** What lies on the bench: a print area, and artworks in the order in which they are to be looked at. */
export interface Bench extends BenchArea {
  rail: RailPlace[];
  /** Artworks of the search that the docket does not take, and those that are too many. */
  notTaken: number;
  left: number;
}

/** Lays the artworks of a search on the bench: those with the gravest trouble first, else in the order of the search. */
export function layOut(workspace: string, asked: AreaAsked, search: Search): Promise<Bench> {
  const { filter, sort } = filterOf(search);
  return inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    const found = (await findArtworks(tx, filter, sort)).map((a) => a.id);
    const some = found.slice(0, MOST_ON_BENCH);
    const rail: (RailPlace & { gravity: number })[] = [];
    for (let i = 0; i < some.length; i += AT_A_TIME)
      for (const { artwork, own, troubles } of await looked(tx, at, await worksOf(tx, at, some.slice(i, i + AT_A_TIME))))
        rail.push({
          id: artwork.id,
          troubles: open(troubles).map((t) => t.code),
          own: own[at.placement.area] !== undefined,
          gravity: gravity(open(troubles)),
        });
    return {
      ...at,
      rail: rail.sort((a, b) => b.gravity - a.gravity).map(({ gravity: _, ...place }) => place),
      notTaken: some.length - rail.length,
      left: found.length - some.length,
    };
  });
}

const open = (troubles: OnBench['troubles']) => troubles.filter((t) => !t.waived);

/** An artwork as it sits on a print area. */
export interface OnBench {
  artwork: ArtworkRow;
  /** Colours and finishes of the goods line that a hand chose for it. */
  choices: Partial<Record<ChosenPart, string[]>>;
  /** Its own placements on the areas of the goods line, by area. */
  own: Record<string, AreaPlacement>;
  troubles: (PlacementTrouble & { waived: { reason: string; by: string } | null })[];
  /** What each layer shows on the area, from below, where that is not the artwork; null for what cannot be shown. */
  shown: (Shown | null)[];
}

/** How artworks sit on a print area, in the order of their ids; those that are gone, or that the docket does not take, are left out. */
export const onBench = (workspace: string, asked: AreaAsked, ids: readonly string[]): Promise<OnBench[]> =>
  inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    const all = await looked(tx, at, taken(at, ids, await artworksByIds(tx, [...ids]), await allowedOf(tx, ids)));
    const placed = all.map((a) => a.own[at.placement.area] ?? at.placement);
    const others = await othersIn(tx, placed);
    return all.map((a, i) => ({ ...a, shown: placed[i]!.layers.map((l) => shownBy(l, a.artwork, others)) }));
  });

const worksOf = async (tx: Tx, at: BenchArea, ids: string[]): Promise<Work[]> =>
  taken(at, ids, await sheetWorks(tx, ids), await allowedOf(tx, ids));

/** Those of some artworks that a docket takes, in the order of their ids. */
function taken<W extends Work>({ docket }: BenchArea, ids: readonly string[], works: readonly W[], allowed: Allowed): W[] {
  const at = { docket: docket.id, accepts: docket.document.accepts };
  const known = new Map(works.map((w) => [w.id, w]));
  return ids.flatMap((id) => {
    const w = known.get(id);
    return w?.measured && w.state === 'ready' && !byRule(w, at, allowed) ? [w] : [];
  });
}

/** Artworks, each with what is of its own and what is wrong with how it sits. */
async function looked<W extends Work>(
  tx: Tx,
  at: BenchArea,
  works: readonly W[],
): Promise<(Omit<OnBench, 'shown' | 'artwork'> & { artwork: W })[]> {
  const ids = works.map((w) => w.id);
  const mine = new Map<string, Record<string, AreaPlacement>>();
  for (const { artworkId, line, area, document } of await ownUnder(tx, ids, [at.docket.id]))
    if (line === at.line.key) mine.set(artworkId, { ...mine.get(artworkId), [area]: document });
  const chosen = new Map<string, Partial<Record<ChosenPart, string[]>>>();
  for (const c of await choicesUnder(tx, ids, [at.docket.id]))
    if (c.line === at.line.key) chosen.set(c.artworkId, { ...chosen.get(c.artworkId), [c.part]: c.names });
  const { area } = at.placement;
  const waivers = new Map<string, Waiver[]>();
  for (const w of await waiversUnder(tx, ids, [at.docket.id]))
    if (w.line === at.line.key && w.area === area) waivers.set(w.artworkId, [...(waivers.get(w.artworkId) ?? []), w]);
  const others = await othersIn(tx, [at.placement, ...[...mine.values()].flatMap((own) => own[area] ?? [])]);
  return works.map((artwork) => {
    const own = mine.get(artwork.id) ?? {};
    const picture = (l: Layer) => pictureOn(l, workSize(artwork), others);
    const troubles = troublesOver(
      own[area] ?? at.placement,
      cutTo(at.blank, at.line, artwork),
      at.line.sizes,
      at.minPpi,
      picture,
    );
    return {
      artwork,
      own,
      choices: chosen.get(artwork.id) ?? {},
      troubles: troubles.map((t) => {
        const waived = waivers.get(artwork.id)?.find((w) => w.code === t.code);
        return { ...t, waived: waived ? { reason: waived.reason, by: waived.by.name ?? 'somebody' } : null };
      }),
    };
  });
}
