import * as artworks from '../../data/artwork/artworks';
import type { ArtworkRow } from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/proofs';
import type { ProofRow } from '../../data/line/proofs';
import { runById } from '../../data/line/runs';
import { picturesMade } from '../../data/outlets/orders';
import { keepPlans } from '../../data/prints/plans';
import type { Download, DownloadOrder } from '../../core/downloads/sold';
import type { Problem } from '../../core/listing/problems';
import type { ProofPicture } from '../../core/listing/proof';
import { SEEN_BELOW } from '../../core/outlet/pictures';
import { contentsOf, stateAfter } from './content';
import { makingsOf, type Making } from './prepare/making';
import type { Picture, PictureOrder } from './prepare/pictures';
import { outlined, prepare, type Prepared } from './prepare/prepare';
import { prepareAll } from './prepare/prepare-all';

/** What came of the files that a proof sells. */
export interface DownloadsMade {
  downloads: Download[];
  problems: Problem[];
}

/**
 * Which pictures are there, each with what its outlet's limits cost it; `full`: the disk had no room for more. `printed` of them were not
 * there before, which took one thread `ms`.
 */
export interface PicturesMade {
  pictures: { file: string; quality?: number; sidePx?: number; heavy?: true }[];
  full: boolean;
  printed: number;
  ms: number;
}

/** Proofs of one artwork that wait to be drafted, with the pictures and files that they need (each once). */
export interface DraftPlan {
  artwork: ArtworkRow;
  pictures: PictureOrder[];
  downloads: { order: DownloadOrder; outlet: string }[];
  proofs: { proof: ProofRow; making: Making; prepared: Prepared }[];
}

const ordersIn = (pictures: readonly Picture[]): PictureOrder[] =>
  pictures.flatMap(({ shot: _, notOffered: __, ...p }) => (p.kind === 'free' ? [] : [p]));

/** Plans the drafting of an artwork's waiting proofs in a run; null when the run was stopped or paused, or nothing waits. */
export async function planDrafts(workspace: string, runId: string, artworkId: string): Promise<DraftPlan | null> {
  const wanted = await inWorkspace(workspace, async (tx) => {
    const run = await runById(tx, runId);
    const artwork = await artworks.artworkById(tx, artworkId);
    if (run?.state !== 'going' || !artwork) return null; // resuming a paused run queues it again
    const waiting = await data.draftingProofs(tx, runId, artworkId);
    if (!waiting.length) return null;
    const makings = await makingsOf(tx, artwork, waiting);
    return { artwork, found: waiting.flatMap((proof, i) => (makings[i] ? [{ proof, making: makings[i] }] : [])) };
  });
  if (!wanted) return null;
  // the writer may be outside: nothing is held in the database while it is asked
  const prepared = await prepareAll(wanted.found.map((f) => f.making));
  const proofs = wanted.found.map((f, i) => ({ ...f, prepared: prepared[i]! }));
  const pictures = [...new Map(proofs.flatMap((p) => ordersIn(p.prepared.pictures)).map((o) => [o.file, o])).values()];
  const downloads = new Map(
    proofs.flatMap(({ making, prepared: { downloads: order } }) =>
      order ? [[order.manifest, { order, outlet: making.outlet.name }] as const] : [],
    ),
  );
  return { artwork: wanted.artwork, pictures, downloads: [...downloads.values()], proofs };
}

/** What a proof keeps of its pictures; `made` says which could be rendered. */
const kept = (pictures: readonly Picture[], made: Set<string>): ProofPicture[] =>
  pictures.map((p) => ({
    kind: p.kind,
    scene: p.scene,
    colour: p.colourName,
    shot: p.shot,
    ...(p.notOffered && { notOffered: p.notOffered }),
    file: p.kind !== 'free' && made.has(p.file) ? p.file : null,
    small: p.kind !== 'free' && made.has(p.file) ? p.small : null,
  }));

/** What is wrong with the pictures of a proof: some are missing, too heavy for the outlet, or worse than they could be. */
function pictureProblems(
  made: PicturesMade['pictures'],
  kept: readonly ProofPicture[],
  { name: outlet, rules }: Making['outlet'],
  full: boolean,
): Problem[] {
  const problem = (code: string, stops: boolean, values: Problem['values']): Problem => ({
    ...{ code, field: 'pictures', stops },
    values: { ...values, outlet, maxBytes: rules.pictures.maxBytes },
  });
  const wanted = kept.length;
  const heavy = made.filter((p) => p.heavy).length;
  const missing = kept.filter((p) => !p.file && p.kind !== 'free').length - heavy;
  const coarse = made.filter((p) => p.sidePx !== undefined && p.quality! < SEEN_BELOW);
  return [
    ...(missing ? [problem(full ? 'pictures-no-room' : 'pictures-missing', true, { missing, wanted, again: true })] : []),
    ...(heavy ? [problem('pictures-heavy', true, { count: heavy })] : []),
    ...(coarse.length
      ? [
          problem('pictures-coarse', false, {
            count: coarse.length,
            quality: Math.min(...coarse.map((p) => p.quality!)),
            sidePx: Math.min(...coarse.map((p) => p.sidePx!)),
          }),
        ]
      : []),
  ];
}

/**
 * Writes drafted proofs. `made` says which pictures could be rendered, `sold` what came of the files that are sold, by their manifests.
 * One that stands as it is now is listed again.
 */
export async function finishDrafts(
  workspace: string,
  plan: DraftPlan,
  made: PicturesMade,
  sold: ReadonlyMap<string, DownloadsMade>,
): Promise<void> {
  const there = new Map(made.pictures.map((p) => [p.file, p]));
  const files = new Set(made.pictures.filter((p) => !p.heavy).map((p) => p.file));
  await inWorkspace(workspace, async (tx) => {
    const drafts = plan.proofs.map(({ proof, making, prepared }) => {
      const pictures = kept(prepared.pictures, files);
      const downloads = prepared.downloads && sold.get(prepared.downloads.manifest);
      const its = prepared.pictures.flatMap((p) => (p.kind === 'free' ? [] : (there.get(p.file) ?? [])));
      const problems = [
        ...prepared.problems,
        ...(downloads?.problems ?? []),
        ...pictureProblems(its, pictures, making.outlet, made.full),
      ];
      const { fields, colours, variants, currency, scenes, goods } = prepared;
      const drafted = {
        ...{ fields, colours, variants, currency, scenes, goods, pictures, problems },
        downloads: downloads ? downloads.downloads : null,
        madeFrom: [making.artwork, ...making.twins].map((a) => a.sha256),
        docketRevision: making.docket.revision,
        ownPlacements: making.ownPlacements,
        shotsMade: making.kept.shots,
        writingMade: making.kept.writing,
        phrases: prepared.phrases,
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

/** What of a proof is gone and is made again: its pictures, and the files that it sells. */
export interface Again {
  pictures: PictureOrder[];
  downloads: { order: DownloadOrder; outlet: string } | null;
}
/** The pictures and files of a proof whose files are gone, as orders; null when they cannot be made as they were. */
export function planPictures(workspace: string, proofId: string): Promise<Again | null> {
  return inWorkspace(workspace, async (tx) => {
    const proof = await data.proofById(tx, proofId);
    const artwork = proof && (await artworks.artworkById(tx, proof.artworkId));
    if (!proof || !artwork?.measured) return null;
    const [making] = await makingsOf(tx, artwork, [proof]);
    if (!making) return null;
    const [{ pictures: all, downloads: order }] = (await prepareAll([making])) as [Prepared];
    const pictures = asTheyWere(proof, ordersIn(all));
    if (pictures.length !== proof.pictures.filter((p) => p.file).length) return null;
    const downloads = proof.downloads?.length && order ? { order, outlet: making.outlet.name } : null;
    return proof.downloads?.length && !order ? null : { pictures, downloads };
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
      m ? asTheyWere(by.get(m.proofId)!, ordersIn(prepare(outlined(m)).pictures)) : [],
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
