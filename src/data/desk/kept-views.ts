import type { Viewed } from '../../core/desk/viewed';
import { row, rows, type Tx } from '../database';

/** What a station shows, by name: which rows, in which order and columns, as it stands in its address. */
export interface KeptView {
  id: string;
  station: Viewed;
  name: string;
  query: string;
}
export const listViews = (tx: Tx, station: Viewed | null): Promise<KeptView[]> =>
  rows(
    tx,
    'SELECT id, station, name, query FROM kept_view WHERE $1::text IS NULL OR station = $1 ORDER BY station, lower(name)',
    [station],
  );
/** One of that name is replaced. */
export const keepView = async (tx: Tx, v: Omit<KeptView, 'id'>): Promise<KeptView> =>
  (await row<KeptView>(
    tx,
    `INSERT INTO kept_view (station, name, query) VALUES ($1, $2, $3) ON CONFLICT (workspace_id, station, name) DO UPDATE SET query = excluded.query
     RETURNING id, station, name, query`,
    [v.station, v.name, v.query],
  ))!;
export async function forgetView(tx: Tx, id: string): Promise<boolean> {
  return (await tx.query('DELETE FROM kept_view WHERE id = $1', [id])).rowCount === 1;
}
