import { makingsOf } from '../line/prepare/making';
import { prepareAll } from '../line/prepare/prepare-all';
import { mainLanguage } from '../../core/outlet/rules';
import type { ChosenTag } from '../../core/tags/choose';
import { artworksByIds } from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import { listProofs } from '../../data/line/proofs';
import { Trouble } from '../trouble';

/** Why a proof's rules choose the tags that they do. */
export interface TagReasons {
  /** What they choose now, the lead tag first; with what is searched that each covers, and what that is worth. */
  chosen: ChosenTag[];
  /** Those that were nearly chosen, and what they would have added. */
  nearly: { tag: string; worth: number }[];
  /** What is covered is at least this share of what can be: 1 is exact. */
  bound: number;
}

/** Reckons a proof's tags once more, in its outlet's own language, and says why. Throws Trouble where there is no such proof. */
export async function tagReasons(workspace: string, id: string): Promise<TagReasons> {
  const { making, measured } = await inWorkspace(workspace, async (tx) => {
    const [proof] = await listProofs(tx, { ids: [id], limit: 1 });
    const [artwork] = proof ? await artworksByIds(tx, [proof.artworkId]) : [];
    const [making] = proof && artwork ? await makingsOf(tx, artwork, [proof]) : [];
    if (!proof || !making) throw new Trouble('not-found', 'There is no such proof.');
    return { making, measured: Boolean(artwork!.measured) };
  });
  const [prepared] = measured ? await prepareAll([making]) : [];
  const choice = prepared?.choices[mainLanguage(making.outlet.rules)];
  return { chosen: choice?.tags ?? [], nearly: choice?.nearly ?? [], bound: choice?.bound ?? 1 };
}
