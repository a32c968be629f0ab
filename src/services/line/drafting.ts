import * as artworks from '../../data/artwork/artworks';
import type { ArtworkRow } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
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
import { isolated, succeeded, type Outcome } from './isolated';

/** A proof whose drafting failed, and not for anything in it that a rule knows. */
export const NOT_DRAFTED: Problem = { code: 'not-drafted', field: 'artwork', stops: true, values: {} };

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
    return { artwork, waiting: await data.draftingProofs(tx, runId, artworkId) };
  });
  if (!wanted?.waiting.length) return null;
  const { artwork, waiting } = wanted;
  const makings = await isolated(waiting, (some) => inWorkspace(workspace, (tx) => makingsOf(tx, artwork, some)));
  const found = makings.filter(succeeded).flatMap(({ of, result }) => (result ? [{ proof: of, making: result }] : []));
  // the writer may be outside: nothing is held in the database while it is asked
  const outcomes = found.length ? await isolated(found, (some) => prepareAll(some.map((f) => f.making))) : [];
  const proofs = outcomes.filter(succeeded).map(({ of, result }) => ({ ...of, prepared: result }));
  await holdFailed(workspace, makings);
  await holdFailed(workspace, outcomes.map((o) => ({ ...o, of: o.of.proof }))); // prettier-ignore
  const pictures = [...new Map(proofs.flatMap((p) => ordersIn(p.prepared.pictures)).map((o) => [o.file, o])).values()];
  const downloads = new Map(
    proofs.flatMap(({ making, prepared: { downloads: order } }) =>
      order ? [[order.manifest, { order, outlet: making.outlet.name }] as const] : [],
    ),
  );
  return { artwork, pictures, downloads: [...downloads.values()], proofs };
}

/** A proof that cannot be drafted is held, with the reason in the log: it stops no other of its artwork. */
async function holdFailed(workspace: string, outcomes: readonly Outcome<data.ProofRow, unknown>[]): Promise<void> {
  const failed = outcomes.flatMap((o) => (succeeded(o) ? [] : [o]));
  if (!failed.length) return;
  for (const { of, error } of failed) console.error(`drafting of proof ${of.id}:`, error);
  await inWorkspace(workspace, (tx) => data.failDrafts(tx, failed.map((f) => f.of.id), NOT_DRAFTED)); // prettier-ignore
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
  const write = async (tx: Tx, proofs: readonly DraftPlan['proofs'][number][]) => {
    const drafts = proofs.map(({ proof, making, prepared }) => {
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
    const printPlans = await keepPlans(tx, proofs.map((p) => p.prepared.prints)); // prettier-ignore
    for (const [i, { proof, drafted }] of drafts.entries()) {
      const content = contents.get(proof.id);
      const state = stateAfter(drafted.problems, content, 'drafting');
      await data.finishDraft(tx, proof.id, proof.draft, state, {
        ...drafted,
        printPlan: printPlans[i]!,
        changed: content?.changed ?? [],
      });
    }
    return proofs;
  };
  if (!plan.proofs.length) return;
  const outcomes = await isolated(plan.proofs, (some) => inWorkspace(workspace, (tx) => write(tx, some)));
  await holdFailed(workspace, outcomes.map((o) => ({ ...o, of: o.of.proof }))); // prettier-ignore
}

/** What of a proof is gone and is made again: its pictures, and the files that it sells. */
export interface Again {
  pictures: PictureOrder[];
  downloads: { order: DownloadOrder; outlet: string } | null;
}
/** The pictures and files of a proof whose files are gone, as orders; null when they cannot be made as they were. */
export async function planPictures(workspace: string, proofId: string): Promise<Again | null> {
  const found = await inWorkspace(workspace, async (tx) => {
    const proof = await data.proofById(tx, proofId);
    const artwork = proof && (await artworks.artworkById(tx, proof.artworkId));
    if (!proof || !artwork?.measured) return null;
    const [making] = await makingsOf(tx, artwork, [proof]);
    return making && { proof, making };
  });
  if (!found) return null;
  const { proof, making } = found;
  const [{ pictures: all, downloads: order }] = (await prepareAll([making])) as [Prepared];
  const pictures = asTheyWere(proof, ordersIn(all));
  if (pictures.length !== proof.pictures.filter((p) => p.file).length) return null;
  const downloads = proof.downloads?.length && order ? { order, outlet: making.outlet.name } : null;
  return proof.downloads?.length && !order ? null : { pictures, downloads };
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
