import { row, rows, type Tx } from '../database';

export interface DrawerRow {
  id: string;
  name: string;
  path: string;
  parentId: string | null;
  /** Artworks in it, and in it and all drawers inside. */
  artworks: number;
  within: number;
}

export const listDrawers = (tx: Tx): Promise<DrawerRow[]> =>
  rows(
    tx,
    `WITH own AS (SELECT drawer_id, count(*)::int AS n FROM artwork WHERE standing = 'here' AND state <> 'refused' GROUP BY drawer_id)
     SELECT d.id, d.name, d.path, d.parent_id AS "parentId", coalesce(own.n, 0) AS artworks,
       (SELECT coalesce(sum(o.n), 0)::int FROM drawer i JOIN own o ON o.drawer_id = i.id WHERE i.path = d.path OR starts_with(i.path, d.path || '/')) AS within
     FROM drawer d LEFT JOIN own ON own.drawer_id = d.id ORDER BY lower(d.path)`,
  );

export const drawerById = (tx: Tx, id: string): Promise<{ id: string; name: string; path: string } | null> =>
  row(tx, 'SELECT id, name, path FROM drawer WHERE id = $1', [id]);
export const drawerAt = (tx: Tx, path: string): Promise<{ id: string } | null> =>
  row(tx, 'SELECT id FROM drawer WHERE path = $1', [path]);

/** Which of these drawers are there. */
export const drawerIds = async (tx: Tx, ids: string[]): Promise<string[]> =>
  (await rows<{ id: string }>(tx, 'SELECT id FROM drawer WHERE id = ANY($1)', [ids])).map((r) => r.id);

/** The drawer at a path, made with all those around it where it is not there yet. */
export async function drawerFor(tx: Tx, path: string): Promise<string> {
  let id: string | null = null;
  let so = '';
  for (const name of path.split('/')) {
    so = so ? `${so}/${name}` : name;
    const found: { id: string } = (await row<{ id: string }>(
      tx,
      `INSERT INTO drawer (name, path, parent_id) VALUES ($1, $2, $3)
       ON CONFLICT (workspace_id, path) DO UPDATE SET name = excluded.name RETURNING id`,
      [name, so, id],
    ))!;
    id = found.id;
  }
  return id!;
}

/** Gives a drawer another name or place; the paths of those inside follow. */
export async function moveDrawer(
  tx: Tx,
  from: { id: string; path: string },
  name: string,
  parentId: string | null,
  path: string,
): Promise<void> {
  await tx.query('UPDATE drawer SET name = $2, parent_id = $3, path = $4 WHERE id = $1', [from.id, name, parentId, path]);
  await tx.query(`UPDATE drawer SET path = $2 || substr(path, length($1) + 1) WHERE starts_with(path, $1 || '/')`, [
    from.path,
    path,
  ]);
}

/** Takes a drawer away with those inside; the artworks in them are left in no drawer. */
export async function removeDrawer(tx: Tx, id: string): Promise<void> {
  await tx.query('DELETE FROM drawer WHERE id = $1', [id]);
}
