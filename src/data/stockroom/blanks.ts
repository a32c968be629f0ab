import type { Audience, BlankDocument } from '../../core/stock/blank';
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
/** Of each kind the blank with the most to choose from, in one of the currencies rather than another; those that are gone or not out yet are no choice. */
export const widestOfKinds = async (tx: Tx, kinds: readonly string[], currencies: readonly string[]): Promise<string[]> =>
  (
    await rows<{ id: string }>(
      tx,
      `SELECT DISTINCT ON (b.kind) b.id FROM blank b JOIN blank_version v ON v.workspace_id = b.workspace_id AND v.blank_id = b.id AND v.version = b.version
       WHERE b.kind = ANY($1) AND b.gone_at IS NULL AND (b.on_offer_from IS NULL OR b.on_offer_from <= current_date)
       ORDER BY b.kind, (v.document->>'currency' = ANY($2)) DESC, b.colours * b.sizes DESC, b.least_minor, b.id`,
      [kinds, currencies],
    )
  ).map((b) => b.id);
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
  await tx.query(
    `UPDATE blank SET (name, kind, department, families, colours, sizes, least_minor, most_minor, print_mm, days, on_offer_from, words) =
       (SELECT f.* FROM blank_facts($2) f) WHERE id = $1`,
    [document.id, document],
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

/** What a hand has said of sentences of some blanks' texts, by blank and sentence. */
export async function sentencesByHand(tx: Tx, ids: readonly string[]): Promise<Map<string, Map<string, Audience>>> {
  const found = await rows<{ blank: string; sentence: string; for: Audience }>(
    tx,
    'SELECT blank_id AS blank, sentence, is_for AS "for" FROM blank_sentence WHERE blank_id = ANY($1)',
    [ids],
  );
  const by = new Map<string, Map<string, Audience>>();
  for (const f of found) by.set(f.blank, (by.get(f.blank) ?? new Map<string, Audience>()).set(f.sentence, f.for));
  return by;
}
/** Remembers for whom a sentence is; null forgets it, and the rules decide again. */
export async function saySentence(tx: Tx, blank: string, sentence: string, isFor: Audience | null): Promise<void> {
  if (isFor === null) await tx.query('DELETE FROM blank_sentence WHERE blank_id = $1 AND sentence = $2', [blank, sentence]);
  else
    await tx.query(
      `INSERT INTO blank_sentence (blank_id, sentence, is_for) VALUES ($1, $2, $3)
       ON CONFLICT (workspace_id, blank_id, sentence) DO UPDATE SET is_for = excluded.is_for`,
      [blank, sentence, isFor],
    );
}
