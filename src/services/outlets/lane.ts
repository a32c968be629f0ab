import { randomUUID } from 'node:crypto';
import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import { tryLock, unlock } from '../../data/locks';
import { nextInSeconds, takeNext } from '../../data/outlets/orders';
import { sendOne } from './sending';

/** After this long a lane lets other work have its place and is queued again. */
const SPELL_MS = 20_000;

/** A lane that somebody else has is looked into again after this. */
const BUSY_SECONDS = 2;

/**
 * Sends what waits for one outlet, in order, one after another. What is to wait is left in the outbox with its time: the
 * lane ends and is queued for the earliest, so that nothing sleeps in a worker.
 */
export async function runLane(workspace: string, outletId: string): Promise<void> {
  const until = Date.now() + SPELL_MS;
  const holder = randomUUID();
  // The lock, and not the queue alone, makes a lane single: a worker may be taken for dead and not be it. All locks of a process share
  // one connection, so that a hundred lanes that wait for their outlets take none of the pool's.
  const lock = `lane ${workspace} ${outletId}`;
  const mine = await tryLock(lock);
  try {
    while (mine && Date.now() < until) {
      const next = await inWorkspace(workspace, (tx) => takeNext(tx, outletId, holder));
      if (!next) break;
      await sendOne(workspace, next, holder);
    }
  } finally {
    if (mine) await unlock(lock);
  }
  await inWorkspace(workspace, async (tx) => {
    const seconds = mine ? await nextInSeconds(tx, outletId) : BUSY_SECONDS;
    if (seconds !== null) await addJob(tx, 'outlet.lane', { workspace, outletId }, seconds);
  });
}
