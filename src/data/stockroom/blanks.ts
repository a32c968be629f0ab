import type { BlankDocument } from '../../core/stock/blank';
import { row, rows, type Tx } from '../database';

export interface BlankRow {
  id: string;
  version: number;
  document: BlankDocument;
  fetchedAt: string;
  /** Since when its print house offers it no more. */
  goneAt: string | null;
}

const BLANK = `SELECT b.id, b.version, v.document, v.fetched_at AS "fetchedAt", b.gone_at AS "goneAt" FROM blank b
  JOIN blank_version v ON v.workspace_id = b.workspace_id AND v.blank_id = b.id AND v.version = b.version`;

export const listBlanks = (tx: Tx): Promise<BlankRow[]> => rows(tx, `${BLANK} ORDER BY b.id`);
export const blankById = (tx: Tx, id: string): Promise<BlankRow | null> => row(tx, `${BLANK} WHERE b.id = $1`, [id]);
export const blanksByIds = (tx: Tx, ids: string[]): Promise<BlankRow[]> => rows(tx, `${BLANK} WHERE b.id = ANY($1)`, [ids]);

/** One state of a blank, as it was; null when there was none. */
export const blankVersion = async (tx: Tx, id: string, version: number): Promise<BlankDocument | null> =>
  (
    await row<{ document: BlankDocument }>(tx, 'SELECT document FROM blank_version WHERE blank_id = $1 AND version = $2', [
      id,
      version,
    ])
  )?.document ?? null;

/** Keeps a blank as its next version. Versions never change: what was made from one says so for good. */
export async function putBlank(tx: Tx, document: BlankDocument): Promise<void> {
  await tx.query(
    `INSERT INTO blank (id, print_house, version) VALUES ($1, $2, 1)
     ON CONFLICT (workspace_id, id) DO UPDATE SET version = blank.version + 1, print_house = excluded.print_house, gone_at = NULL, fetched_at = now()`,
    [document.id, document.house],
  );
  await tx.query('INSERT INTO blank_version (blank_id, version, document) SELECT id, version, $2 FROM blank WHERE id = $1', [
    document.id,
    document,
  ]);
}

/** A print house was asked: what it sent is as fresh as now, and what it did not send is gone since now. */
export async function blanksSeen(tx: Tx, house: string, ids: string[]): Promise<void> {
  await tx.query(
    `UPDATE blank SET fetched_at = now(), gone_at = CASE WHEN id = ANY($2) THEN NULL ELSE coalesce(gone_at, now()) END
     WHERE print_house = $1`,
    [house, ids],
  );
}
