import { rows, type Tx } from './database';

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

/** Something in a passing state that no living job takes on. `other` is the run of drafts, the outlet of sendings. */
export interface LeftOver {
  workspace: string;
  kind: 'arriving' | 'unread' | 'drafting' | 'unpacking' | 'sending';
  id: string;
  other: string;
  /** Its job ran out of tries; else it was lost. */
  failed: boolean;
}

/** Asked over all workspaces, before any is known. */
export const leftOver = (tx: Tx): Promise<LeftOver[]> => rows(tx, 'SELECT * FROM left_over() LIMIT 1000');

/** Takes away a job that ran out of tries, so that another may have its key. */
export async function dropJob(tx: Tx, key: string): Promise<void> {
  await tx.query('SELECT drop_job($1)', [key]);
}
