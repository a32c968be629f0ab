import { ALIKE, alikeGroups } from '../../core/checking/sketch';
import { MOST_WHAT, type Finding } from '../../core/checking/checks';
import { beginning } from '../../core/checking/piece';
import { mainLanguage } from '../../core/outlet/rules';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/findings';
import { basisNow, basisOf, type Basis } from './basis';
import { lookedAt, type Spelling } from './look-over';

const WINDOW = 250;
/** Others have their turn after so long. */
const TURN_MS = 5000;
/** Descriptions of one outlet are held against each other up to so many, the newest: their sketches and bands take 100 MB. */
const MOST_COMPARED = 60_000;

/** Goes on with a look, window by window, until all is looked over, it is stopped, or others have their turn. */
export async function lookOn(workspace: string, spelling: () => Spelling): Promise<void> {
  const [basis, at] = await inWorkspace(workspace, async (tx) => [await basisOf(tx), await data.lookRow(tx)] as const);
  if (at?.state !== 'going') return;
  if (at.looked === 0) spelling().begin();
  let after = 0;
  for (const began = performance.now(); performance.now() - began < TURN_MS;) {
    const seen = await inWorkspace(workspace, async (tx) => {
      const look = await data.lookForUpdate(tx);
      if (look?.state !== 'going') return null;
      const window = await data.toLookAt(tx, basis.key, after, WINDOW);
      await data.keepFindings(tx, basis.key, window.map((p) => lookedAt(p, basis, spelling()))); // prettier-ignore
      const looked = look.looked + window.length;
      await data.setLook(tx, { state: 'going', looked, total: Math.max(look.total, looked) });
      return window;
    });
    if (!seen) return;
    if (!seen.length) return together(workspace, basis);
    after = seen.at(-1)!.seq;
  }
  await inWorkspace(workspace, (tx) => addJob(tx, 'words.look', { workspace }));
}

/** Holds listings against each other, and ends a look; what changed meanwhile is looked over next time. */
async function together(workspace: string, basis: Basis): Promise<void> {
  const alike: (Finding & { proof: string })[] = [];
  for (const [outlet, { rules }] of basis.outlets) {
    const found = await inWorkspace(workspace, (tx) => data.sketchesAt(tx, outlet, MOST_COMPARED));
    const language = mainLanguage(rules);
    const sketches = found.map(({ sketch }) => new Uint32Array(sketch.buffer.slice(sketch.byteOffset, sketch.byteOffset + sketch.length)));
    const groups = alikeGroups(sketches);
    const titles = await inWorkspace(workspace, (tx) => data.titlesOf(tx, groups.map((g) => found[g[0]!]!.id))); // prettier-ignore
    for (const group of groups) {
      const first = titles.get(found[group[0]!]!.id)?.replace(/^\S+ /, '') ?? 'without a title';
      if (basis.lists.isLeft('alike', first)) continue;
      for (const i of group) alike.push({ proof: found[i]!.id, check: 'alike', field: 'description', language, what: beginning(first, MOST_WHAT), values: { of: group.length, share: ALIKE } }); // prettier-ignore
    }
  } // prettier-ignore
  await inWorkspace(workspace, async (tx) => {
    const look = await data.lookForUpdate(tx);
    await data.findSameTitles(tx);
    await data.dropFindings(tx, (await data.houseWordsRow(tx))?.document.left ?? []);
    await data.keepAlike(tx, alike);
    if (look?.state !== 'going') return;
    // what all are held against may have changed under the look: who changed it saw that one goes on, and began none
    const now = await basisNow(tx);
    if (now === basis.key) return data.setLook(tx, { ...look, state: 'done' });
    await data.setLook(tx, { state: 'going', looked: 0, total: await data.countToLookAt(tx, now) });
    await addJob(tx, 'words.look', { workspace });
  });
}

/** Has the words of all proofs looked over that were not as they are now; goes on where that was stopped. Returns how many are to come. */
export const beginLook = (workspace: string): Promise<number> =>
  inWorkspace(workspace, async (tx) => {
    const left = await data.countToLookAt(tx, await basisNow(tx));
    const look = await data.lookForUpdate(tx);
    if (look?.state === 'going') return left;
    await data.setLook(tx, { state: 'going', total: left, looked: 0 });
    await addJob(tx, 'words.look', { workspace });
    return left;
  });

/** Stops a look where it is; what was found stays. */
export const stopLook = (workspace: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const look = await data.lookForUpdate(tx);
    if (look?.state === 'going') await data.setLook(tx, { ...look, state: 'stopped' });
  });

/** How many proofs were not looked over as they are now, and whether a look goes on. */
export async function lookNow(tx: Tx): Promise<{ waiting: number; look: data.LookRow | null }> {
  return { waiting: await data.countToLookAt(tx, await basisNow(tx)), look: await data.lookRow(tx) };
}
