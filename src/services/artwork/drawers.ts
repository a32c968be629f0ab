import { inWorkspace } from '../../data/database';
import * as data from '../../data/artwork/drawers';
import type { DrawerRow } from '../../data/artwork/drawers';
import { Trouble } from '../trouble';

export type { DrawerRow };

const MAX_DEPTH = 8;

/** A drawer's path, tidied: parts joined by slashes. Throws a Trouble for one that is empty or too deep. */
export function drawerPath(text: string): string {
  const parts = text
    .split(/[\\/]/)
    .map((p) => p.trim().slice(0, 80))
    .filter((p) => p && p !== '.' && p !== '..');
  if (!parts.length) throw new Trouble('not-valid', 'A drawer needs a name.', 'drawer');
  if (parts.length > MAX_DEPTH)
    throw new Trouble('not-valid', `Drawers nest at most ${MAX_DEPTH} deep; “${parts.at(-1)}” would lie deeper.`, 'drawer');
  return parts.join('/');
}

export const drawers = (workspace: string): Promise<DrawerRow[]> => inWorkspace(workspace, data.listDrawers);

export const makeDrawer = (workspace: string, path: string): Promise<{ id: string; path: string }> =>
  inWorkspace(workspace, async (tx) => {
    const tidy = drawerPath(path);
    return { id: await data.drawerFor(tx, tidy), path: tidy };
  });

/** Gives a drawer another path: another name, another place, or both. What lies inside comes along. */
export const moveDrawer = (workspace: string, id: string, path: string): Promise<{ id: string; path: string }> =>
  inWorkspace(workspace, async (tx) => {
    const drawer = await data.drawerById(tx, id);
    if (!drawer) throw new Trouble('not-found', 'There is no such drawer.');
    const to = drawerPath(path);
    if (to === drawer.path) return { id, path: to };
    if (to.startsWith(`${drawer.path}/`)) throw new Trouble('not-valid', 'A drawer cannot be put into itself.', 'path');
    if (await data.drawerAt(tx, to)) throw new Trouble('conflict', `There is a drawer ${to} already.`, 'path');
    const around = to.includes('/') ? await data.drawerFor(tx, to.slice(0, to.lastIndexOf('/'))) : null;
    await data.moveDrawer(tx, drawer, to.split('/').at(-1)!, around, to);
    return { id, path: to };
  });

/** Takes a drawer away; what lay in it is in no drawer then. */
export const removeDrawer = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    if (!(await data.drawerById(tx, id))) throw new Trouble('not-found', 'There is no such drawer.');
    await data.removeDrawer(tx, id);
  });
