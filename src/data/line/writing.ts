import type { AskedWriting } from '../../core/writing/brief';
import { rows, type Tx } from '../database';

/** What hands asked the writer for, of proofs; those that nobody asked for are not in it. */
export const ownWriting = async (tx: Tx, ids: readonly string[]): Promise<Map<string, AskedWriting>> =>
  new Map(
    (
      await rows<{ id: string; writing: AskedWriting }>(
        tx,
        'SELECT id, writing FROM proof WHERE id = ANY($1) AND writing IS NOT NULL',
        [ids],
      )
    ).map((r) => [r.id, r.writing]),
  );

/** Asks the writer for proofs, or leaves them to their dockets again. */
export async function putWriting(tx: Tx, ids: readonly string[], writing: AskedWriting | null): Promise<void> {
  await tx.query('UPDATE proof SET writing = $2, version = version + 1, updated_at = now() WHERE id = ANY($1)', [
    ids,
    writing && JSON.stringify(writing),
  ]);
}

/** Those of some proofs that can be written anew just now, with the states of all. */
export const statesOf = (tx: Tx, ids: readonly string[]): Promise<{ id: string; state: string; drafted: boolean }[]> =>
  rows(tx, 'SELECT id, state, docket_revision IS NOT NULL AS drafted FROM proof WHERE id = ANY($1)', [ids]);
