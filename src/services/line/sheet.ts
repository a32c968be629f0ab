import { whyNot, whyPhrase } from '../../core/docket/accepts';
import { offersAt } from '../../core/docket/docket';
import { sentenceOf } from '../../core/listing/problems';
import { inWorkspace } from '../../data/database';
import * as searchData from '../../data/artwork/search';
import { cellProofs, type ProofState } from '../../data/line/proofs';
import { listOutlets } from '../../data/outlets/outlets';
import { listDockets } from '../../data/stockroom/dockets';
import { nameIn } from '../artwork/pictures';
import { miniName } from '../artwork/raster-names';

export interface SheetColumn {
  outlet: string;
  outletName: string;
  docket: string;
  docketName: string;
}
/** A proof, an open cell (null), or the reason why there cannot be one. */
export type SheetCell =
  | {
      id: string;
      state: ProofState;
      small: string | null;
      priceMinor: number | null;
      problem: string | null;
      outOfDate: boolean;
      /** What stands of it at the outlet, and whether it differs from that. */
      stands: string | null;
      changed: boolean;
    }
  | { why: string }
  | null;
export interface SheetRow {
  id: string;
  name: string;
  about: string;
  lightness: number;
  clearShare: number;
  thumb: string;
  cells: SheetCell[];
}
export interface Sheet {
  columns: SheetColumn[];
  rows: SheetRow[];
}

/** The whole grid: artworks x dockets within outlets. */
export async function sheet(workspace: string): Promise<Sheet> {
  return inWorkspace(workspace, async (tx) => {
    const [outlets, dockets, works, proofs] = [
      await listOutlets(tx),
      await listDockets(tx),
      await searchData.listArtworks(tx, { state: 'ready' }, 0, 20_000),
      await cellProofs(tx),
    ];
    const pairs = outlets
      .filter((o) => o.rules)
      .flatMap((outlet) => dockets.filter((d) => offersAt(d.document, outlet.id)).map((docket) => ({ outlet, docket })));
    const at = new Map(proofs.map((p) => [`${p.artworkId}/${p.docketId}/${p.outletId}`, p]));
    const motifAt = new Map<string, string>();
    const byId = new Map(works.map((w) => [w.id, w]));
    for (const p of proofs) {
      const work = byId.get(p.artworkId);
      if (work?.motifId && p.state !== 'refused') motifAt.set(`${work.motifId}/${p.docketId}/${p.outletId}`, work.name);
    }
    return {
      columns: pairs.map(({ outlet, docket }) => ({
        outlet: outlet.id,
        outletName: outlet.name,
        docket: docket.id,
        docketName: docket.name,
      })),
      rows: works.map((work) => ({
        id: work.id,
        name: work.name,
        about: [work.subject, work.byHand.tone ?? work.measured!.tone].filter(Boolean).join(' · '),
        lightness: work.measured!.lightness,
        clearShare: work.measured!.clearShare,
        thumb: nameIn(workspace, miniName(work.sha256)),
        cells: pairs.map(({ outlet, docket }): SheetCell => {
          const p = at.get(`${work.id}/${docket.id}/${outlet.id}`);
          if (p)
            return {
              id: p.id,
              state: p.state,
              small: p.small && nameIn(workspace, p.small),
              priceMinor: p.priceMinor,
              problem: p.problem && sentenceOf(p.problem),
              outOfDate: p.because.length > 0,
              stands: p.stands,
              changed: p.changed.length > 0,
            };
          const twin = work.motifId ? motifAt.get(`${work.motifId}/${docket.id}/${outlet.id}`) : undefined;
          const why = whyNot(docket.document.accepts, work);
          return why ? { why: whyPhrase(why) } : twin ? { why: `goes with “${twin}”` } : null;
        }),
      })),
    };
  });
}
