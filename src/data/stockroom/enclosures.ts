import { row, rows, type Tx } from '../database';

/** A file that goes along with downloads. */
export interface EnclosureRow {
  id: string;
  name: string;
  sha256: string;
  bytes: number;
}

const ENCLOSURE = 'SELECT id, name, file_sha256 AS sha256, bytes::int AS bytes FROM enclosure';

export const listEnclosures = (tx: Tx): Promise<EnclosureRow[]> => rows(tx, `${ENCLOSURE} ORDER BY lower(name)`);
export const enclosuresByIds = (tx: Tx, ids: readonly string[]): Promise<EnclosureRow[]> =>
  rows(tx, `${ENCLOSURE} WHERE id = ANY($1)`, [ids]);

export const addEnclosure = async (tx: Tx, e: Omit<EnclosureRow, 'id'>): Promise<EnclosureRow> =>
  (await row<EnclosureRow>(
    tx,
    'INSERT INTO enclosure (name, file_sha256, bytes) VALUES ($1, $2, $3) RETURNING id, name, file_sha256 AS sha256, bytes::int AS bytes',
    [e.name, e.sha256, e.bytes],
  ))!;
export const dropEnclosure = async (tx: Tx, id: string): Promise<void> => {
  await tx.query('DELETE FROM enclosure WHERE id = $1', [id]);
};
/** Names of dockets that let a file go along. */
export const docketsWithEnclosure = async (tx: Tx, id: string): Promise<string[]> =>
  (
    await rows<{ name: string }>(
      tx,
      "SELECT name FROM docket WHERE document->'downloads'->'along' @> to_jsonb($1::text) ORDER BY name",
      [id],
    )
  ).map((d) => d.name);
