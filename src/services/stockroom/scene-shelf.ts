import { setSetting, setting } from '../../data/artwork/keeping';
import { inWorkspace } from '../../data/database';
import { sceneUses } from '../../data/stockroom/scenes';
import { Trouble } from '../trouble';
import { sceneById } from './scenes';

/** Scenes as a seller sorts them: favourites, and sets under names of their own. */
export interface SceneShelf {
  favourites: string[];
  sets: { name: string; scenes: string[] }[];
}
const SHELF_SETTING = 'scene-shelf';
const EMPTY: SceneShelf = { favourites: [], sets: [] };

/** The shelf, and how many pictures the dockets' lists make of each scene: of every proof one a place. */
export const sceneShelf = (workspace: string): Promise<SceneShelf & { uses: Record<string, number> }> =>
  inWorkspace(workspace, async (tx) => ({
    ...((await setting<SceneShelf>(tx, SHELF_SETTING)) ?? EMPTY),
    uses: Object.fromEntries((await sceneUses(tx)).map((u) => [u.scene, u.count])),
  }));

/** Keeps the shelf. Sets have names of their own, and scenes that ship; one that ships no more is dropped. */
export async function keepShelf(workspace: string, shelf: SceneShelf): Promise<SceneShelf & { uses: Record<string, number> }> {
  const there = (ids: readonly string[]) => [...new Set(ids)].filter((id) => sceneById(id));
  const sets = shelf.sets.map((s) => ({ name: s.name.trim(), scenes: there(s.scenes) }));
  if (sets.some((s) => !s.name)) throw new Trouble('not-valid', 'Give the set a name.', 'sets');
  if (new Set(sets.map((s) => s.name.toLowerCase())).size < sets.length)
    throw new Trouble('not-valid', 'There is a set of that name already.', 'sets');
  await inWorkspace(workspace, (tx) => setSetting(tx, SHELF_SETTING, { favourites: there(shelf.favourites), sets }));
  return sceneShelf(workspace);
}
