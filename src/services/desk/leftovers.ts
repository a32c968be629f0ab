import { refusal } from '../../core/artwork/refusals';
import * as artworks from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob, dropJob, leftOver, type LeftOver } from '../../data/jobs';
import { setParcel } from '../../data/artwork/keeping';
import { foldTallies } from '../../data/line/counts';
import { draftingProofs, failDrafts } from '../../data/line/proofs';
import { NOT_DRAFTED } from '../line/drafting';
import { recordRefused, recordSaid } from '../artwork/understanding';

/**
 * Finds what is in a passing state without a job that would take it on, and gives it a way out: where the job was lost, a new
 * one; where it ran out of tries, the state and the sentence that a person can do something with.
 */
export async function sweep(): Promise<void> {
  for (const left of await inWorkspace(null, leftOver)) await wayOut(left);
  await inWorkspace(null, foldTallies);
}

async function wayOut({ workspace, kind, id, other, failed }: LeftOver): Promise<void> {
  const within = (work: (tx: Tx) => Promise<void>) => inWorkspace(workspace, work);
  if (kind === 'arriving') {
    if (!failed) return within((tx) => addJob(tx, 'artwork.measure', { workspace, artworkId: id }));
    const it = await inWorkspace(workspace, (tx) => artworks.artworkById(tx, id));
    await within((tx) => dropJob(tx, 'artwork.measure', { workspace, artworkId: id }));
    if (it) await recordRefused(workspace, id, refusal('reading-failed', { file: it.fileName }));
  } else if (kind === 'unread') {
    if (!failed) return within((tx) => addJob(tx, 'artwork.words', { workspace, artworkId: id }));
    const it = await inWorkspace(workspace, (tx) => artworks.artworkById(tx, id));
    await within((tx) => dropJob(tx, 'artwork.words', { workspace, artworkId: id }));
    if (it) await recordSaid(workspace, id, it.sha256, []);
  } else if (kind === 'planning') {
    if (failed) await within((tx) => dropJob(tx, 'run.plan', { workspace, runId: id }));
    await within((tx) => addJob(tx, 'run.plan', { workspace, runId: id }));
  } else if (kind === 'passing') {
    if (failed) await within((tx) => dropJob(tx, 'proofs.pass', { workspace }));
    await within((tx) => addJob(tx, 'proofs.pass', { workspace }));
  } else if (kind === 'correcting') {
    if (failed) await within((tx) => dropJob(tx, 'words.correct', { workspace, correctionId: id }));
    await within((tx) => addJob(tx, 'words.correct', { workspace, correctionId: id }));
  } else if (kind === 'looking') {
    if (failed) await within((tx) => dropJob(tx, 'words.look', { workspace }));
    await within((tx) => addJob(tx, 'words.look', { workspace }));
  } else if (kind === 'rechecking') {
    if (failed) await within((tx) => dropJob(tx, 'outlet.recheck', { workspace, outletId: other }));
    await within((tx) => addJob(tx, 'outlet.recheck', { workspace, outletId: other }));
  } else if (kind === 'ordering') {
    if (failed) await within((tx) => dropJob(tx, 'proofs.order', { workspace }));
    await within((tx) => addJob(tx, 'proofs.order', { workspace }));
  } else if (kind === 'drafting') {
    if (!failed) return within((tx) => addJob(tx, 'run.draft', { workspace, runId: other, artworkId: id }));
    await within(async (tx) => {
      await dropJob(tx, 'run.draft', { workspace, runId: other, artworkId: id });
      const left = await draftingProofs(tx, other, id);
      await failDrafts(tx, left.map((p) => p.id), NOT_DRAFTED); // prettier-ignore
    });
  } else if (kind === 'unpacking') {
    if (!failed) return within((tx) => addJob(tx, 'parcel.unpack', { workspace, parcelId: id }));
    await within(async (tx) => {
      await dropJob(tx, 'parcel.unpack', { workspace, parcelId: id });
      await setParcel(tx, id, {
        state: 'refused',
        problem: refusal('unpacking-failed', {}),
      });
    });
  } else if (kind === 'printing') {
    if (failed) await within((tx) => dropJob(tx, 'prints.make', { workspace, setId: id, few: false }));
    await within((tx) => addJob(tx, 'prints.make', { workspace, setId: id, few: false }));
  } else await within((tx) => addJob(tx, 'outlet.lane', { workspace, outletId: other }));
}
