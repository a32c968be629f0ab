import * as artworks from '../../data/artwork/artworks';
import type { ArtworkRow } from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/proofs';
import type { ProofRow } from '../../data/line/proofs';
import { runById } from '../../data/line/runs';
import { picturesMade } from '../../data/outlets/orders';
import { keepPlans } from '../../data/prints/plans';
import type { ProofPicture } from '../../core/listing/proof';
import { contentsOf, stateAfter } from './content';
import { makingsOf, type Making } from './prepare/making';
import type { Picture, PictureOrder } from './prepare/pictures';
import { prepare, type Prepared } from './prepare/prepare';

/** Proofs of one artwork that wait to be drafted, with the pictures they need (each once). */
export interface DraftPlan {
  artwork: ArtworkRow;
  pictures: PictureOrder[];
  proofs: { proof: ProofRow; making: Making; prepared: Prepared }[];
}

const ordersIn = (pictures: readonly Picture[]): PictureOrder[] => pictures.filter((p) => p.kind !== 'free');

/** Plans the drafting of an artwork's waiting proofs in a run; null when the run was stopped or paused, or nothing waits. */
export function planDrafts(workspace: string, runId: string, artworkId: string): Promise<DraftPlan | null> {
  return inWorkspace(workspace, async (tx) => {
    const run = await runById(tx, runId);
    const artwork = await artworks.artworkById(tx, artworkId);
    if (run?.state !== 'going' || !artwork) return null; // resuming a paused run queues it again
    const waiting = await data.draftingProofs(tx, runId, artworkId);
    if (!waiting.length) return null;
    const makings = await makingsOf(tx, artwork, waiting);
    const proofs = waiting.flatMap((proof, i) => {
      const making = makings[i];
      return making ? [{ proof, making, prepared: prepare(making) }] : [];
    });
    const pictures = [...new Map(proofs.flatMap((p) => ordersIn(p.prepared.pictures)).map((o) => [o.file, o])).values()];
    return { artwork, pictures, proofs };
  });
}

/** What a proof keeps of its pictures; `made` says which could be rendered. */
const kept = (pictures: readonly Picture[], made: Set<string>): ProofPicture[] =>
  pictures.map((p) => ({
    kind: p.kind,
    scene: p.scene,
    colour: p.colourName,
    file: p.kind !== 'free' && made.has(p.file) ? p.file : null,
    small: p.kind !== 'free' && made.has(p.file) ? p.small : null,
  }));

/** Writes drafted proofs. `made` says which pictures could be rendered. One that stands as it is now is listed again. */
export async function finishDrafts(workspace: string, plan: DraftPlan, made: Set<string>): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    const drafts = plan.proofs.map(({ proof, making, prepared }) => {
      const pictures = kept(prepared.pictures, made);
      const lost = pictures.filter((p) => !p.file && p.kind !== 'free').length;
      const problems = lost
        ? [
            ...prepared.problems,
            {
              code: 'pictures-missing',
              field: 'pictures' as const,
              stops: true,
              values: { missing: lost, wanted: pictures.length, again: true },
            },
          ]
        : prepared.problems;
      const { fields, colours, variants, currency, scenes, goods } = prepared;
      const drafted = {
        ...{ fields, colours, variants, currency, scenes, goods, pictures, problems },
        madeFrom: [making.artwork, ...making.twins].map((a) => a.sha256),
        docketRevision: making.docket.revision,
        ownPlacements: making.ownPlacements,
        plan: { id: making.plan.id, revision: making.plan.revision },
        rulesVersion: making.outlet.rulesVersion,
      };
      return { proof, drafted };
    });
    const contents = await contentsOf(
      tx,
      drafts.map(({ proof, drafted: { plan: _, ...drafted } }) => ({ ...proof, ...drafted })),
    );
    const printPlans = await keepPlans(tx, plan.proofs.map((p) => p.prepared.prints)); // prettier-ignore
    for (const [i, { proof, drafted }] of drafts.entries()) {
      const content = contents.get(proof.id);
      const state = stateAfter(drafted.problems, content, 'drafting');
      await data.finishDraft(tx, proof.id, proof.draft, state, {
        ...drafted,
        printPlan: printPlans[i]!,
        changed: content?.changed ?? [],
      });
    }
  });
}

/** The pictures of a proof whose files are gone, as orders; null when they cannot be made as they were. */
export function planPictures(workspace: string, proofId: string): Promise<PictureOrder[] | null> {
  return inWorkspace(workspace, async (tx) => {
    const proof = await data.proofById(tx, proofId);
    const artwork = proof && (await artworks.artworkById(tx, proof.artworkId));
    if (!proof || !artwork?.measured) return null;
    const [making] = await makingsOf(tx, artwork, [proof]);
    const orders = making ? asTheyWere(proof, ordersIn(prepare(making).pictures)) : [];
    return making && orders.length === proof.pictures.filter((p) => p.file).length ? orders : null;
  });
}

/** Orders for a proof's pictures as they are now. Names are hashes of everything that goes in: the same name is the same picture. */
const asTheyWere = (proof: data.ProofRow, made: PictureOrder[]): PictureOrder[] =>
  proof.pictures.flatMap((p) => made.find((o) => o.file === p.file) ?? []);

/** Orders for all pictures of an artwork's proofs that can be made as they were, each once. Those that are there cost nothing. */
export const planGone = (workspace: string, artworkId: string): Promise<PictureOrder[]> =>
  inWorkspace(workspace, async (tx) => {
    const artwork = await artworks.artworkById(tx, artworkId);
    if (!artwork?.measured) return [];
    const proofs = await data.proofsOfArtwork(tx, artworkId);
    const by = new Map(proofs.map((p) => [p.id, p]));
    const orders = (await makingsOf(tx, artwork, proofs)).flatMap((m) =>
      m ? asTheyWere(by.get(m.proofId)!, ordersIn(prepare(m).pictures)) : [],
    );
    return [...new Map(orders.map((o) => [o.file, o])).values()];
  });

/** Pictures were made again, or could not be: the order that waits for them goes on, or is refused with the reason. */
export async function picturesBack(workspace: string, proofId: string, made: boolean): Promise<void> {
  const problem = made ? null : { code: 'pictures-lost' };
  await inWorkspace(workspace, async (tx) => {
    const outletId = await picturesMade(tx, proofId, problem);
    if (problem) await data.moveProofs(tx, { ids: [proofId] }, ['sending'], 'refused');
    else if (outletId) await addJob(tx, 'outlet.lane', { workspace, outletId });
  });
}
