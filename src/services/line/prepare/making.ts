import {
  artworksIn,
  artworksShown,
  effective,
  withChoices,
  withOwn,
  type Effective,
  type OwnChoice,
  type Shot,
} from '../../../core/docket/docket';
import { artworksOf } from '../../../core/placement/form';
import type { ProofFields, ProofVariant } from '../../../core/listing/proof';
import type { PricePlan } from '../../../core/pricing/plan';
import type { RulesDocument } from '../../../core/outlet/rules';
import * as artworks from '../../../data/artwork/artworks';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { AskedWriting } from '../../../core/writing/brief';
import type { Tx } from '../../../data/database';
import { choicesUnder } from '../../../data/line/own-choices';
import { ownNames, ownUnder } from '../../../data/line/own-placements';
import { tagShares, type TagShares } from '../../../data/line/tag-shares';
import { waiversUnder, type Waiver } from '../../../data/line/waivers';
import { listOutlets, type OutletRow } from '../../../data/outlets/outlets';
import { blanksByIds, type BlankRow } from '../../../data/stockroom/blanks';
import { docketsByIds, type DocketRow } from '../../../data/stockroom/dockets';
import { enclosuresByIds, type EnclosureRow } from '../../../data/stockroom/enclosures';
import { listPlans } from '../../../data/stockroom/plans';
import type { DemandRow } from '../../../data/stockroom/demand';
import { demandOf } from './searched';
import type { Called } from '../../../core/phrasebook/call-up';
import { motifName } from '../../../core/artwork/likeness/motif-name';
import { tellingOf } from './telling';
import { calledUp, phrasebookOf, type Phrasebook } from '../../words/phrasebook';

/** A plan as it stands: prices say which revision of which plan they follow. */
export interface PlanAt {
  id: string;
  name: string;
  revision: number;
  document: PricePlan;
}

/** Everything that a proof is made from. */
export interface Making {
  proofId: string;
  artwork: ArtworkRow;
  /** The other artworks of its motif: each cloth takes the one that reads best on it. */
  twins: ArtworkRow[];
  docket: DocketRow;
  /** The docket as it holds for the outlet, with what is of the artwork's own in the place of what the docket says. */
  order: Effective;
  plan: PlanAt;
  /** A name of what is of the artwork's own, as a proof keeps it. */
  ownPlacements: string | null;
  /** Colours and finishes that a hand chose for it: they stand in the order already. */
  choices: Pick<OwnChoice, 'line' | 'part'>[];
  /** What is wrong with how it sits, and offered all the same. */
  waivers: Pick<Waiver, 'line' | 'area' | 'code'>[];
  /** By id; a blank that the stockroom lacks is not in it. */
  blanks: Map<string, BlankRow>;
  /** Artworks that the docket names by itself: kept pictures, and prints that are always the same. */
  others: Map<string, ArtworkRow>;
  /** Files that go along with what is sold to be downloaded. */
  enclosures: Map<string, EnclosureRow>;
  outlet: OutletRow & { rules: RulesDocument; rulesVersion: number };
  /** What it says and costs now: what a person wrote stays. */
  kept: { fields: ProofFields; variants: ProofVariant[]; shots: Shot[] | null; writing: AskedWriting | null };
  /** What words are made of beside the docket’s patterns. */
  book: Phrasebook;
  /** Entries that its artwork calls up, the nearest first. */
  called: Called[];
  /** What is searched of what it shows: phrases that say nothing beyond it. */
  demand: DemandRow[];
  /** Tags that similar listings have, and the share of them that has each: they count for less. */
  used: TagShares;
}

export interface Wanted {
  id: string;
  docketId: string;
  outletId: string;
  fields: ProofFields;
  variants: ProofVariant[];
  /** Its own list of pictures, in the place of the docket's; null where no hand changed it. */
  shots: Shot[] | null;
  writing: AskedWriting | null;
}

/** Loads what one artwork's proofs are made from, with one question a kind; null for a proof whose outlet has no rules yet. */
export async function makingsOf(tx: Tx, artwork: ArtworkRow, wanted: readonly Wanted[]): Promise<(Making | null)[]> {
  const twins = artwork.motifId
    ? (await artworks.artworksOfMotif(tx, artwork.motifId)).filter((t) => t.id !== artwork.id && t.measured)
    : [];
  const dockets = new Map((await docketsByIds(tx, [...new Set(wanted.map((w) => w.docketId))])).map((d) => [d.id, d]));
  const outlets = new Map((await listOutlets(tx)).map((o) => [o.id, o]));
  const plans = new Map((await listPlans(tx)).map((p) => [p.id, p]));
  const named = [...dockets.values()];
  const own = await ownUnder(tx, [artwork.id], [...dockets.keys()]);
  const waived = await waiversUnder(tx, [artwork.id], [...dockets.keys()]);
  const chosen = await choicesUnder(tx, [artwork.id], [...dockets.keys()]);
  const ownNamed =
    own.length || waived.length || chosen.length
      ? await ownNames(tx, artwork.id, [...dockets.keys()])
      : new Map<string, string>();
  const blanks = new Map(
    (await blanksByIds(tx, [...new Set(named.flatMap((d) => d.document.lines.map((l) => l.blank)))])).map((b) => [b.id, b]),
  );
  const others = new Map(
    (
      await artworks.artworksByIds(tx, [
        ...new Set([
          ...named.flatMap((d) => artworksIn(d.document)),
          ...own.flatMap((o) => artworksOf(o.document)),
          ...wanted.flatMap((w) => artworksShown(w.shots ?? [])),
        ]),
      ])
    ).map((a) => [a.id, a]),
  );
  const along = [...new Set(named.flatMap((d) => d.document.downloads?.along ?? []))];
  const enclosures = new Map(along.length ? (await enclosuresByIds(tx, along)).map((e) => [e.id, e]) : []);
  const book = await phrasebookOf(tx);
  const called = calledUp(book, tellingOf(artwork, motifName([artwork, ...twins].map((a) => a.name))));
  const demand = await demandOf(tx, artwork, called, [...dockets.values()], blanks);
  const used = await tagShares(tx, artwork.subject, [artwork.id, ...twins.map((t) => t.id)], wanted);
  return wanted.map(({ id, docketId, outletId, fields, variants, shots, writing }) => {
    const docket = dockets.get(docketId)!;
    const outlet = outlets.get(outletId)!;
    const { rules, rulesVersion } = outlet;
    if (!rules || rulesVersion === null) return null;
    const shared = effective(docket.document, outletId);
    const choices = chosen.filter((c) => c.docketId === docketId);
    const placed = withOwn(shared.lines, own.filter((o) => o.docketId === docketId)); // prettier-ignore
    const order = { ...shared, ...(shots && { shots }), lines: withChoices(placed, choices) };
    return {
      proofId: id,
      artwork,
      twins,
      docket,
      order,
      plan: plans.get(order.pricePlan)!,
      ownPlacements: ownNamed.get(docketId) ?? null,
      choices,
      waivers: waived.filter((w) => w.docketId === docketId),
      blanks,
      others,
      enclosures,
      outlet: { ...outlet, rules, rulesVersion },
      kept: { fields, variants, shots, writing },
      book,
      called,
      demand,
      used: used({ docketId, outletId }),
    };
  });
}
