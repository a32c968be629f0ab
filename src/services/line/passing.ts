import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/moving';
import type { Passing } from '../../data/line/moving';
import { moveProofs } from '../../data/line/proofs';

/** More proofs than that are moved by the worker. */
const AT_ONCE = 5000;
/** The worker moves so many at a time, and so often before others have their turn. */
const WINDOW = 2000;
const TURNS = 10;

/** Passes proofs or takes them back: at once, or by the worker where they are many. Returns which are meant. */
export async function move(tx: Tx, workspace: string, where: { run?: string; ids?: string[] }, to: Passing): Promise<string[]> {
  const ids = await data.movable(tx, where, to);
  if (ids.length <= AT_ONCE) return moveProofs(tx, { ids }, [data.FROM[to]], to);
  await data.putToMove(tx, ids, to, WINDOW);
  await addJob(tx, 'proofs.pass', { workspace });
  return ids;
}

/** Takes a passing back, or makes it again: what the worker has not come to is left, the rest goes the other way. Returns how many. */
export async function moveBack(tx: Tx, workspace: string, ids: string[], to: Passing): Promise<number> {
  const left = await data.dropToMove(tx, ids, data.FROM[to]);
  return left + (await move(tx, workspace, { ids }, to)).length;
}

/** Moves what waits to be moved, until nothing does. */
export async function moveOn(workspace: string): Promise<void> {
  for (let turn = 0; turn < TURNS; turn++) if (!(await inWorkspace(workspace, (tx) => data.moveSome(tx)))) return;
  await inWorkspace(workspace, (tx) => addJob(tx, 'proofs.pass', { workspace }));
}
