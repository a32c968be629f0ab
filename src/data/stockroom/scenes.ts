import type { Tx } from '../database';

/** Writes down which scenes there are, each with the state of its data. They belong to no workspace. */
export async function tellScenes(tx: Tx, scenes: { id: string; state: string }[]): Promise<void> {
  await tx.query('SELECT tell_scenes($1, $2)', [scenes.map((s) => s.id), scenes.map((s) => s.state)]);
}
