import { makeWorkerUtils } from 'graphile-worker';
import pg from 'pg';

const LOCK_SPACE = 7002;

/**
 * Frees the jobs of workers that died. The queue itself waits four hours before it gives a dead worker's job to
 * another. Each living process holds a shared advisory lock; when a process comes up and holds the lock alone, every
 * job that is locked belongs to the dead.
 */
export async function standIn(connectionString: string): Promise<{ leave: () => Promise<void> }> {
  const client = new pg.Client({ connectionString });
  let leaving = false;
  client.on('error', () => undefined);
  // without its lock this process no longer counts as living: better to end and be started again
  client.on('end', () => {
    if (!leaving) process.exit(1);
  });
  await client.connect();
  const alone = (await client.query<{ ok: boolean }>('SELECT pg_try_advisory_lock($1, 1) AS ok', [LOCK_SPACE])).rows[0]!.ok;
  if (alone) {
    const locked = await client.query<{ locked_by: string }>(
      'SELECT DISTINCT locked_by FROM graphile_worker.jobs WHERE locked_by IS NOT NULL',
    );
    const queues = await client.query<{ locked_by: string }>(
      'SELECT DISTINCT locked_by FROM graphile_worker._private_job_queues WHERE locked_by IS NOT NULL',
    );
    const dead = [...new Set([...locked.rows, ...queues.rows].map((r) => r.locked_by))];
    if (dead.length) {
      const utils = await makeWorkerUtils({ connectionString });
      await utils.forceUnlockWorkers(dead);
      await utils.release();
    }
    await client.query('SELECT pg_advisory_unlock($1, 1)', [LOCK_SPACE]);
  }
  // from here on this process counts as living
  await client.query('SELECT pg_advisory_lock_shared($1, 1)', [LOCK_SPACE]);
  return {
    leave() {
      leaving = true;
      return client.end();
    },
  };
}
