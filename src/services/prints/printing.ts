import { pdfOf, type PrintFile } from '../../core/print-file/print-file';
import { artworksByIds } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { listProofs } from '../../data/line/proofs';
import { keepPlans, printingOf, setProofPlan, type Printing, type PrintingKind } from '../../data/prints/plans';
import { has } from '../../files/store';
import { makingsOf } from '../line/prepare/making';
import { outlined, prepare } from '../line/prepare/prepare';
import { Trouble } from '../trouble';

/** A print file, and whether it is made, and as PDF. */
export interface PrintFileNow extends PrintFile {
  made: boolean;
  madePdf: boolean;
}

const NOT_HERE: Record<PrintingKind, string> = {
  proofs: 'There is no such proof.',
  listings: 'There is no such listing.',
};

/** What a proof prints, or what a listing was sent to print. */
export async function printsOf(workspace: string, kind: PrintingKind, id: string): Promise<PrintFileNow[]> {
  const [found] = await inWorkspace(workspace, async (tx) => withPlans(tx, await printingOf(tx, kind, [id])));
  if (!found) throw new Trouble('not-found', NOT_HERE[kind]);
  return Promise.all(
    (found.files ?? []).map(async (f) => ({
      ...f,
      made: await has('derived', f.file),
      madePdf: f.paper && (await has('derived', pdfOf(f.file))),
    })),
  );
}

/**
 * What proofs or listings print. What was drafted before print files were kept is worked out now, from its docket and blanks as they
 * are, and kept from then on. Those that were never drafted print nothing.
 */
export async function withPlans(tx: Tx, found: readonly Printing[]): Promise<Printing[]> {
  const without = found.filter((p) => !p.plan && p.proofId);
  if (!without.length) return [...found];
  const ids = [...new Set(without.map((p) => p.proofId!))];
  const proofs = (await listProofs(tx, { ids, limit: ids.length })).filter((p) => p.docketRevision !== null);
  const artworks = await artworksByIds(tx, [...new Set(proofs.map((p) => p.artworkId))]);
  const now = new Map<string, { plan: string; files: PrintFile[] }>();
  for (const artwork of artworks) {
    if (!artwork.measured) continue;
    const its = proofs.filter((p) => p.artworkId === artwork.id);
    const makings = (await makingsOf(tx, artwork, its)).filter((m) => m !== null);
    const plans = makings.map((m) => prepare(outlined(m)).prints);
    const names = await keepPlans(tx, plans);
    for (const [i, { proofId }] of makings.entries()) {
      await setProofPlan(tx, proofId, names[i]!);
      now.set(proofId, { plan: names[i]!, files: plans[i]! });
    }
  }
  return found.map((p) => ({ ...p, ...(!p.plan && p.proofId && now.get(p.proofId)) }));
}
