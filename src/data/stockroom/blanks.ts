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
    `INSERT INTO blank (id, print_house, own, version) VALUES ($1, $2, $3, 1)
     ON CONFLICT (workspace_id, id) DO UPDATE SET version = blank.version + 1, print_house = excluded.print_house, gone_at = NULL, fetched_at = now()`,
    [document.id, document.house, document.source === 'own'],
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

/** Has anything of a print house been here before? */
export const knowsHouse = async (tx: Tx, house: string): Promise<boolean> =>
  (await row(tx, 'SELECT id FROM blank WHERE print_house = $1 AND NOT own LIMIT 1', [house])) !== null;

/**
 * A print house was asked: what it sent is as fresh as now, and what it did not send is gone since now. Returns the blanks that went,
 * and those that came back as they were.
 */
export async function blanksSeen(tx: Tx, house: string, ids: string[]): Promise<{ went: string[]; back: string[] }> {
  const moved = await rows<{ id: string; gone: boolean }>(
    tx,
    `UPDATE blank b SET fetched_at = now(), gone_at = CASE WHEN b.id = ANY($2) THEN NULL ELSE coalesce(b.gone_at, now()) END
     FROM (SELECT id, gone_at FROM blank WHERE print_house = $1 AND NOT own FOR UPDATE) was
     WHERE b.id = was.id RETURNING b.id, CASE WHEN (b.gone_at IS NULL) <> (was.gone_at IS NULL) THEN b.gone_at IS NOT NULL END AS gone`,
    [house, ids],
  );
  return { went: moved.filter((m) => m.gone).map((m) => m.id), back: moved.filter((m) => m.gone === false).map((m) => m.id) };
}

/** What a blank's colours looked like that it does not list any more, `#rrggbb`: as they were last. */
export async function coloursOnce(tx: Tx, id: string, names: readonly string[]): Promise<Map<string, string>> {
  if (!names.length) return new Map();
  const found = await rows<{ name: string; hex: string }>(
    tx,
    `SELECT DISTINCT ON (c->>'name') c->>'name' AS name, c->>'hex' AS hex FROM blank_version v, jsonb_array_elements(v.document->'colours') c
     WHERE v.blank_id = $1 AND c->>'name' = ANY($2) ORDER BY c->>'name', v.version DESC`,
    [id, names],
  );
  return new Map(found.map((f) => [f.name, f.hex]));
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

/** Takes a blank away, with all its versions. Nothing may be made of it. */
export async function removeBlank(tx: Tx, id: string): Promise<void> {
  await tx.query('DELETE FROM blank WHERE id = $1', [id]);
}

/** What holds on to a blank: dockets by their names, and whether proofs were made of it. */
export const holdsBlank = async (tx: Tx, id: string): Promise<{ dockets: string[]; proofs: boolean }> =>
  (await row(
    tx,
    `SELECT coalesce(array_agg(d.name ORDER BY d.seq), '{}') AS dockets, EXISTS (SELECT FROM proof_goods WHERE blank_id = $1) AS proofs
     FROM docket d WHERE d.id IN (SELECT docket_id FROM docket_line WHERE blank_id = $1)`,
    [id],
  ))!;
