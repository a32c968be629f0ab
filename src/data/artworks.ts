import type { Measured } from '../core/artwork/measure';
import { row, rows, type Tx } from './database';

export interface ArtworkRow {
  id: string;
  seq: number;
  drawerId: string | null;
  drawer: string | null;
  fileName: string;
  sha256: string;
  bytes: number;
  state: 'arriving' | 'ready' | 'refused';
  problem: string | null;
  name: string;
  subject: string;
  keywords: string[];
  format: string | null;
  widthPx: number | null;
  heightPx: number | null;
  measured: (Measured & { notes: string[] }) | null;
  createdAt: string;
}

const COLUMNS = `a.id, a.seq, a.drawer_id AS "drawerId", d.name AS drawer, a.file_name AS "fileName", a.file_sha256 AS sha256,
  a.file_bytes AS bytes, a.state, a.problem, a.name, a.subject, a.keywords, a.format, a.width_px AS "widthPx",
  a.height_px AS "heightPx", a.measured, a.created_at AS "createdAt"`;
const FROM = 'FROM artwork a LEFT JOIN drawer d ON d.id = a.drawer_id';

export interface ArtworkFilter {
  state?: string;
  drawer?: string;
  tone?: string;
  find?: string;
  after?: number;
  limit: number;
}

export function listArtworks(tx: Tx, f: ArtworkFilter): Promise<ArtworkRow[]> {
  return rows(
    tx,
    `SELECT ${COLUMNS} ${FROM}
     WHERE ($1::text IS NULL OR a.state = $1) AND ($2::text IS NULL OR d.name = $2) AND ($3::text IS NULL OR a.measured->>'tone' = $3)
       AND ($4::text IS NULL OR a.name ILIKE '%' || $4 || '%' OR a.subject ILIKE '%' || $4 || '%' OR a.file_name ILIKE '%' || $4 || '%')
       AND a.seq > $5
     ORDER BY a.seq LIMIT $6`,
    [f.state ?? null, f.drawer ?? null, f.tone ?? null, f.find?.replace(/[\\%_]/g, '\\$&') ?? null, f.after ?? 0, f.limit],
  );
}

export const artworkById = (tx: Tx, id: string): Promise<ArtworkRow | null> =>
  row(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.id = $1`, [id]);

export const artworksByIds = (tx: Tx, ids: string[]): Promise<ArtworkRow[]> =>
  rows(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.id = ANY($1) ORDER BY a.seq`, [ids]);

export const artworkIdsInDrawer = (tx: Tx, drawer: string): Promise<{ id: string }[]> =>
  rows(tx, `SELECT a.id ${FROM} WHERE d.name = $1 ORDER BY a.seq`, [drawer]);

/** Adds an artwork that is still to be measured, or returns null with the one that has the same bytes already. */
export async function addArtwork(
  tx: Tx,
  a: { fileName: string; sha256: string; bytes: number; name: string; drawerId: string | null },
): Promise<string | null> {
  const added = await row<{ id: string }>(
    tx,
    `INSERT INTO artwork (file_name, file_sha256, file_bytes, name, drawer_id) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (workspace_id, file_sha256) WHERE state <> 'refused' DO NOTHING RETURNING id`,
    [a.fileName, a.sha256, a.bytes, a.name, a.drawerId],
  );
  return added?.id ?? null;
}

export const artworkBySha = (tx: Tx, sha256: string): Promise<ArtworkRow | null> =>
  row(tx, `SELECT ${COLUMNS} ${FROM} WHERE a.file_sha256 = $1 AND a.state <> 'refused'`, [sha256]);

export async function setMeasured(
  tx: Tx,
  id: string,
  m: { format: string; widthPx: number; heightPx: number; measured: object },
): Promise<void> {
  await tx.query(
    "UPDATE artwork SET state = 'ready', format = $2, width_px = $3, height_px = $4, measured = $5 WHERE id = $1 AND state = 'arriving'",
    [id, m.format, m.widthPx, m.heightPx, m.measured],
  );
}

export async function setRefused(tx: Tx, id: string, problem: string): Promise<void> {
  await tx.query("UPDATE artwork SET state = 'refused', problem = $2 WHERE id = $1", [id, problem]);
}

export async function addRefused(tx: Tx, fileName: string, problem: string): Promise<void> {
  await tx.query(
    "INSERT INTO artwork (file_name, file_sha256, file_bytes, name, state, problem) VALUES ($1, '', 0, $1, 'refused', $2)",
    [fileName, problem],
  );
}

export async function removeRefused(tx: Tx, ids: string[] | null): Promise<void> {
  await tx.query("DELETE FROM artwork WHERE state = 'refused' AND ($1::uuid[] IS NULL OR id = ANY($1))", [ids]);
}

export async function changeArtwork(
  tx: Tx,
  id: string,
  c: { name?: string; subject?: string; keywords?: string[] },
): Promise<void> {
  await tx.query(
    'UPDATE artwork SET name = coalesce($2, name), subject = coalesce($3, subject), keywords = coalesce($4, keywords) WHERE id = $1',
    [id, c.name ?? null, c.subject ?? null, c.keywords ?? null],
  );
}

export async function drawerNamed(tx: Tx, name: string): Promise<string> {
  const found = await row<{ id: string }>(
    tx,
    'INSERT INTO drawer (name) VALUES ($1) ON CONFLICT (workspace_id, name) DO UPDATE SET name = excluded.name RETURNING id',
    [name],
  );
  return found!.id;
}

export const listDrawers = (tx: Tx): Promise<{ id: string; name: string; artworks: number }[]> =>
  rows(
    tx,
    'SELECT d.id, d.name, count(a.id)::int AS artworks FROM drawer d LEFT JOIN artwork a ON a.drawer_id = d.id GROUP BY d.id ORDER BY d.name',
  );
