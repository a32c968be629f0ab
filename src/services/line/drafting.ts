import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as artworks from '../../data/artwork/artworks';
import type { ArtworkRow } from '../../data/artwork/artworks';
import * as runs from '../../data/line/runs';
import type { ProofPicture, ProofRow } from '../../data/line/runs';
import { picturesMade } from '../../data/outlets/sendings';
import { listOutlets, outletById } from '../../data/outlets/outlets';
import * as stock from '../../data/stockroom/stockroom';
import type { PictureOrder } from './prepare/pictures';
import { prepare, type Prepared } from './prepare/prepare';

/** Proofs of one artwork that wait to be drafted, with the pictures they need (each once). */
export interface DraftPlan {
  artwork: ArtworkRow;
  /** SHA-256 of every file that the pictures are made from. */
  madeFrom: string[];
  pictures: PictureOrder[];
  proofs: { proof: ProofRow; prepared: Prepared }[];
}

/** Plans the drafting of an artwork's waiting proofs in a run; null when the run was stopped or paused, or nothing waits. */
export function planDrafts(workspace: string, runId: string, artworkId: string): Promise<DraftPlan | null> {
  return inWorkspace(workspace, async (tx) => {
    const run = await runs.runById(tx, runId);
    const artwork = await artworks.artworkById(tx, artworkId);
    if (run?.state !== 'going' || !artwork) return null; // resuming a paused run queues it again
    const waiting = await runs.draftingProofs(tx, runId, artworkId);
    if (!waiting.length) return null;
    const twins = (artwork.motifId ? await artworks.artworksOfMotif(tx, artwork.motifId) : []).filter((t) => t.id !== artwork.id);
    const [dockets, outlets, blanks] = [await stock.listDockets(tx), await listOutlets(tx), await stock.listBlanks(tx)];
    const proofs = waiting.map((proof) => {
      const docket = dockets.find((d) => d.id === proof.docketId)!;
      const blank = blanks.find((b) => b.id === docket.blankId)!;
      return {
        proof,
        prepared: prepare(
          artwork,
          docket,
          blank,
          outlets.find((o) => o.id === proof.outletId)!,
          proof.fields,
          twins,
        ),
      };
    });
    const pictures = [...new Map(proofs.flatMap((p) => p.prepared.pictures).map((o) => [o.file, o])).values()];
    return { artwork, madeFrom: [artwork, ...twins].map((a) => a.sha256), pictures, proofs };
  });
}

/** Writes drafted proofs. `made` says which pictures could be rendered. */
export async function finishDrafts(workspace: string, plan: DraftPlan, made: Set<string>): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    for (const { proof, prepared } of plan.proofs) {
      const pictures: ProofPicture[] = prepared.pictures.map((o) => ({
        scene: o.scene,
        colour: o.colourName,
        file: made.has(o.file) ? o.file : null,
        small: made.has(o.file) ? o.small : null,
      }));
      const lost = pictures.filter((p) => !p.file).length;
      const problems = lost
        ? [
            ...prepared.problems,
            {
              code: 'pictures-missing',
              field: 'pictures' as const,
              stops: true,
              sentence: `${lost} of ${pictures.length} pictures could not be made. Draft it again.`,
            },
          ]
        : prepared.problems;
      await runs.finishDraft(tx, proof.id, {
        fields: prepared.fields,
        colours: prepared.colours,
        pictures,
        problems,
        madeFrom: plan.madeFrom,
        draft: proof.draft,
        state: problems.some((p) => p.stops) ? 'held' : 'ready',
      });
    }
  });
}

/** The pictures of a proof whose files are gone, as orders; null when they cannot be made as they were. */
export function planPictures(workspace: string, proofId: string): Promise<PictureOrder[] | null> {
  return inWorkspace(workspace, async (tx) => {
    const proof = await runs.proofById(tx, proofId);
    const artwork = proof && (await artworks.artworkById(tx, proof.artworkId));
    const docket = proof && (await stock.docketById(tx, proof.docketId));
    const outlet = proof && (await outletById(tx, proof.outletId));
    const blank = (await stock.listBlanks(tx)).find((b) => b.id === docket?.blankId);
    if (!artwork?.measured || !docket || !outlet?.rules || !blank) return null;
    const twins = (artwork.motifId ? await artworks.artworksOfMotif(tx, artwork.motifId) : []).filter((t) => t.id !== artwork.id);
    const { pictures } = prepare(artwork, docket, blank, outlet, proof.fields, twins);
    // names are hashes of everything that goes in: the same name is the same picture
    const wanted = proof.pictures.flatMap((p) => p.file ?? []);
    const orders = wanted.flatMap((file) => pictures.find((o) => o.file === file) ?? []);
    return orders.length === wanted.length ? orders : null;
  });
}

/** Pictures were made again, or could not be: the sending that waits for them goes on, or is refused with the reason. */
export async function picturesBack(workspace: string, proofId: string, made: boolean): Promise<void> {
  const problem = made ? null : 'Its pictures are gone, and its docket or artwork has changed since. Draft it again.';
  await inWorkspace(workspace, async (tx) => {
    const outletId = await picturesMade(tx, proofId, problem);
    if (problem) await runs.moveProofs(tx, { ids: [proofId] }, ['sending'], 'refused');
    else if (outletId) await addJob(tx, 'outlet.lane', { workspace, outletId });
  });
}
