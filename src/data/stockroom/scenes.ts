import { rows, type Tx } from '../database';

/** Writes down which scenes there are, each with the state of its data. They belong to no workspace. */
export async function tellScenes(tx: Tx, scenes: { id: string; state: string }[]): Promise<void> {
  await tx.query('SELECT tell_scenes($1, $2)', [scenes.map((s) => s.id), scenes.map((s) => s.state)]);
}

/** How many pictures the lists of dockets make of each scene: of each of their proofs one a place. Read from what is counted anyway. */
export const sceneUses = (tx: Tx): Promise<{ scene: string; count: number }[]> =>
  rows(
    tx,
    `SELECT s->>'scene' AS scene, sum(c.count)::int AS count
     FROM docket d JOIN (SELECT what, sum(count) AS count FROM tally WHERE of = 'cell' GROUP BY 1) c ON c.what = d.id, jsonb_array_elements(d.document->'shots') s
     WHERE s->>'kind' = 'scene' GROUP BY 1`,
  );
