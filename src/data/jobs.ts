import type { Tx } from './database';

/** Adds a job in this transaction. `queue` makes jobs of that name run one after another; `key` keeps them from doubling. */
export async function addJob(
  tx: Tx,
  task: string,
  payload: object,
  options: { queue?: string; key?: string; delaySeconds?: number; urgency?: number } = {},
): Promise<void> {
  await tx.query('SELECT add_job($1, $2, $3, $4, $5, $6)', [
    task,
    payload,
    options.queue ?? null,
    options.key ?? null,
    Math.ceil(options.delaySeconds ?? 0),
    options.urgency ?? 0,
  ]);
}
