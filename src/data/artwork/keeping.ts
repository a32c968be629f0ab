import type { Said } from '../../core/said';
import type { Trace } from '../../core/artwork/filing/undo';
import { row, rows, type Tx } from '../database';
import type { Pair } from './likeness';

/** What a change did, to take it back: what things were before, and what it gave them. */
export interface Before {
  artworks: Trace[];
  pairs?: (Pick<Pair, 'olderId' | 'newerId' | 'decision'> & { gave: Pair['decision'] })[];
  motifs?: { id: string; motifId: string | null; gave: string | null }[];
}
/** A step the other way round: what makes again what was taken back. */
export const turned = ({ artworks, pairs, motifs }: Before): Before => ({
  artworks: artworks.map(({ id, was, is }) => ({ id, was: is, is: was })),
  ...(pairs && { pairs: pairs.map((p) => ({ ...p, decision: p.gave, gave: p.decision })) }),
  ...(motifs && { motifs: motifs.map((m) => ({ ...m, motifId: m.gave, gave: m.motifId })) }),
});

export interface VersionRow {
  version: number;
  fileName: string;
  sha256: string;
  bytes: number;
  putInAt: string;
}

/** Every file that an artwork has had, the present one first. */
export const versionsOf = (tx: Tx, artworkId: string): Promise<VersionRow[]> =>
  rows(
    tx,
    `SELECT version, file_name AS "fileName", file_sha256 AS sha256, file_bytes AS bytes, put_in_at AS "putInAt" FROM artwork_version
     WHERE artwork_id = $1 ORDER BY version DESC`,
    [artworkId],
  );

/** Keeps the present file among the versions, then puts another in its place; it will be measured anew. */
export async function putInVersion(
  tx: Tx,
  artworkId: string,
  file: { fileName: string; sha256: string; bytes: number },
): Promise<number> {
  await tx.query(
    `INSERT INTO artwork_version (artwork_id, version, file_name, file_sha256, file_bytes, put_in_at)
     SELECT id, version, file_name, file_sha256, file_bytes, created_at FROM artwork WHERE id = $1 ON CONFLICT DO NOTHING`,
    [artworkId],
  );
  const next = (await row<{ version: number }>(
    tx,
    `UPDATE artwork SET version = (SELECT max(version) + 1 FROM artwork_version WHERE artwork_id = $1), file_name = $2, file_sha256 = $3,
       file_bytes = $4, state = 'arriving', said = NULL, doubled = false WHERE id = $1 RETURNING version`,
    [artworkId, file.fileName, file.sha256, file.bytes],
  ))!.version;
  await tx.query(
    'INSERT INTO artwork_version (artwork_id, version, file_name, file_sha256, file_bytes) VALUES ($1, $2, $3, $4, $5)',
    [artworkId, next, file.fileName, file.sha256, file.bytes],
  );
  return next;
}

/** Puts an earlier version back in place, also when its file has come in again as another artwork meanwhile. */
export async function goBackTo(tx: Tx, artworkId: string, version: number): Promise<void> {
  await tx.query(
    `UPDATE artwork a SET version = v.version, file_name = v.file_name, file_sha256 = v.file_sha256, file_bytes = v.file_bytes,
       state = 'arriving', said = NULL, doubled = EXISTS (SELECT FROM artwork o WHERE o.file_sha256 = v.file_sha256 AND o.id <> a.id AND o.state <> 'refused')
     FROM artwork_version v WHERE a.id = $1 AND v.artwork_id = a.id AND v.version = $2`,
    [artworkId, version],
  );
}
export async function dropVersion(tx: Tx, artworkId: string, version: number): Promise<void> {
  await tx.query('DELETE FROM artwork_version WHERE artwork_id = $1 AND version = $2', [artworkId, version]);
}

export async function setting<T>(tx: Tx, name: string): Promise<T | null> {
  return (await row<{ value: T }>(tx, 'SELECT value FROM setting WHERE name = $1', [name]))?.value ?? null;
}
export async function setSetting(tx: Tx, name: string, value: unknown): Promise<void> {
  await tx.query(
    'INSERT INTO setting (name, value) VALUES ($1, $2) ON CONFLICT (workspace_id, name) DO UPDATE SET value = excluded.value',
    [name, JSON.stringify(value)],
  );
}

export interface ParcelRow {
  id: string;
  fileName: string;
  sha256: string;
  drawer: string | null;
  state: 'waiting' | 'unpacking' | 'done' | 'refused' | 'stopped';
  done: number;
  total: number;
  hereAlready: number;
  problem: Said | null;
}
const PARCEL = `SELECT id, file_name AS "fileName", file_sha256 AS sha256, drawer, state, done, total, here_already AS "hereAlready", problem FROM parcel`;
export const addParcel = (
  tx: Tx,
  p: { fileName: string; sha256: string; drawer: string | null },
): Promise<{ id: string } | null> =>
  row(tx, 'INSERT INTO parcel (file_name, file_sha256, drawer) VALUES ($1, $2, $3) RETURNING id', [
    p.fileName,
    p.sha256,
    p.drawer,
  ]);
export const parcelById = (tx: Tx, id: string): Promise<ParcelRow | null> => row(tx, `${PARCEL} WHERE id = $1`, [id]);
export const listParcels = (tx: Tx): Promise<ParcelRow[]> => rows(tx, `${PARCEL} ORDER BY created_at DESC LIMIT 50`);
export async function setParcel(tx: Tx, id: string, p: Partial<Omit<ParcelRow, 'id'>>): Promise<void> {
  await tx.query(
    `UPDATE parcel SET state = coalesce($2, state), done = coalesce($3, done), total = coalesce($4, total),
       here_already = coalesce($5, here_already), problem = coalesce($6, problem) WHERE id = $1`,
    [id, p.state ?? null, p.done ?? null, p.total ?? null, p.hereAlready ?? null, p.problem ?? null],
  );
}
export async function removeParcels(tx: Tx): Promise<void> {
  await tx.query("DELETE FROM parcel WHERE state IN ('done', 'refused', 'stopped')");
}
/** Where the inbox folder's files go. */
export const inboxWorkspace = (tx: Tx): Promise<{ id: string | null } | null> => row(tx, 'SELECT inbox_workspace() AS id');
