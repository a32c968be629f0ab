import type { Actor } from '../acting';
import { isId } from '../../core/id';
import { row, rows, type Tx } from '../database';

export type About = 'artwork' | 'proof' | 'listing' | 'docket' | 'price plan' | 'outlet' | 'blank' | 'run' | 'phrasebook';

/** One thing that was done: who, what, to what, when. The ids are those of everything that it is part of the story of. */
export interface ActivityRow {
  id: string;
  seq: number;
  at: string;
  who: Actor;
  did: string;
  about: About;
  values: Record<string, unknown>;
  undoneAt: string | null;
  undoable: boolean;
}

export interface Done {
  did: string;
  about: About;
  ids: string[];
  values?: Record<string, unknown>;
  undo?: object;
  /** In whose name, where it is not whoever this transaction acts for. */
  who?: Actor;
}

/** What is older than the last so many steps of a workspace is past being taken back. */
const UNDOABLE = 200;

/** Writes down that something was done, by whoever this transaction acts for. Returns its id. */
export async function record(tx: Tx, d: Done): Promise<string> {
  if (d.undo)
    await tx.query(
      `UPDATE activity SET undo = NULL WHERE undo IS NOT NULL
         AND seq <= (SELECT seq FROM activity WHERE undo IS NOT NULL ORDER BY seq DESC OFFSET $1 LIMIT 1)`,
      [UNDOABLE - 1],
    );
  const made = await row<{ id: string }>(
    tx,
    'INSERT INTO activity (did, about, ids, values, undo, who) VALUES ($1, $2, $3, $4, $5, coalesce($6, current_actor())) RETURNING id',
    [d.did, d.about, d.ids, d.values ?? {}, d.undo ?? null, d.who ?? null],
  );
  return made!.id;
}

const ACTIVITY = `id, seq, at, who, did, about, values, undone_at AS "undoneAt", undo IS NOT NULL AS undoable`;

/** What was done, newest first: in all, or to one thing. The story of a listing begins with that of its proof. */
export const listActivity = (
  tx: Tx,
  f: { of?: string; about?: string; before?: number; limit: number },
): Promise<ActivityRow[]> =>
  rows(
    tx,
    `SELECT ${ACTIVITY} FROM activity WHERE ($1::text IS NULL OR ids && (SELECT ARRAY[$1::text] || array_agg(proof_id::text) FILTER (WHERE proof_id IS NOT NULL) FROM listing WHERE id = $5::uuid)) AND ($2::text IS NULL OR about = $2) AND ($3::bigint IS NULL OR seq < $3)
     ORDER BY seq DESC LIMIT $4`,
    [f.of ?? null, f.about ?? null, f.before ?? null, f.limit, f.of && isId(f.of) ? f.of : null],
  );

export interface UndoRow extends ActivityRow {
  undo: { kind: string } & Record<string, unknown>;
  ids: string[];
}
const UNDO = `SELECT ${ACTIVITY}, undo, ids FROM activity`;

/** A step that can be taken back: the one named, else somebody's own last one. */
export const undoStep = (tx: Tx, id: string | null, me: Actor, about: About | null): Promise<UndoRow | null> =>
  id
    ? row(tx, `${UNDO} WHERE id = $1 AND undo IS NOT NULL FOR UPDATE`, [id])
    : row(
        tx,
        `${UNDO} WHERE undo IS NOT NULL AND undone_at IS NULL AND who->>'by' = $1 AND who->>'id' IS NOT DISTINCT FROM $2
           AND ($3::text IS NULL OR about = $3) ORDER BY seq DESC LIMIT 1 FOR UPDATE`,
        [me.by, me.id ?? null, about],
      );
export async function markUndone(tx: Tx, id: string, undone: boolean): Promise<void> {
  await tx.query('UPDATE activity SET undone_at = CASE WHEN $2 THEN now() END WHERE id = $1', [id, undone]);
}
