import type { Phrase } from '../../core/phrasebook/entry';
import { row, rows, type Tx } from '../database';

export interface PhraseRow extends Phrase {
  revision: number;
}

const PHRASE = 'SELECT key, name, parent, document, revision FROM phrase';
export const listPhrases = (tx: Tx): Promise<PhraseRow[]> => rows(tx, `${PHRASE} ORDER BY seq`);
export const phraseByKey = (tx: Tx, key: string): Promise<PhraseRow | null> => row(tx, `${PHRASE} WHERE key = $1`, [key]);
export const phraseForUpdate = (tx: Tx, key: string): Promise<PhraseRow | null> =>
  row(tx, `${PHRASE} WHERE key = $1 FOR UPDATE`, [key]);

/** Which state the phrasebook is in, and whether it was begun with what ships. */
export const phrasebookAt = async (tx: Tx): Promise<{ revision: number; begun: boolean }> =>
  (await row<{ revision: number; begun: boolean }>(tx, 'SELECT revision::int, begun FROM phrasebook')) ?? {
    revision: 0,
    begun: false,
  };
/** Says that it is begun; false when it was already. */
export async function beginPhrasebook(tx: Tx): Promise<boolean> {
  const begun = await tx.query(
    `INSERT INTO phrasebook (begun) VALUES (true) ON CONFLICT (workspace_id) DO UPDATE SET begun = true WHERE NOT phrasebook.begun`,
  );
  return (begun.rowCount ?? 0) > 0;
}

/** Puts entries: new ones are added, others say what they say now. Those that say the same keep their revision. */
export async function putPhrases(tx: Tx, entries: readonly Phrase[]): Promise<void> {
  await tx.query(
    `INSERT INTO phrase (key, name, parent, document)
     SELECT e->>'key', e->>'name', e->>'parent', e->'document' FROM jsonb_array_elements($1::jsonb) WITH ORDINALITY t(e, at) ORDER BY at
     ON CONFLICT (workspace_id, key) DO UPDATE SET name = excluded.name, parent = excluded.parent, document = excluded.document,
       revision = phrase.revision + (phrase.document <> excluded.document OR phrase.parent IS DISTINCT FROM excluded.parent)::int,
       updated_at = now()
     WHERE (phrase.name, phrase.parent, phrase.document) IS DISTINCT FROM (excluded.name, excluded.parent, excluded.document)`,
    [JSON.stringify(entries)],
  );
}
export async function removePhrases(tx: Tx, keys: readonly string[]): Promise<number> {
  return (await tx.query('DELETE FROM phrase WHERE key = ANY($1)', [keys])).rowCount ?? 0;
}

/** How many proofs and listings were made of each entry. */
export const phraseUses = (tx: Tx): Promise<{ key: string; proofs: number; listed: number }[]> =>
  rows(
    tx,
    `SELECT u->>'key' AS key, count(*)::int AS proofs, count(*) FILTER (WHERE p.state = 'listed')::int AS listed
     FROM proof p, jsonb_array_elements(p.phrases) u WHERE p.phrases IS NOT NULL GROUP BY 1`,
  );

/** Subjects of artworks that no entry was found for: those that are seen most, with how many artworks show them. */
export const subjectsWithout = (tx: Tx, least: number, most: number): Promise<{ subject: string; artworks: number }[]> =>
  rows(
    tx,
    `SELECT lower(a.subject) AS subject, count(*)::int AS artworks FROM artwork a
     WHERE a.standing = 'here' AND a.state = 'ready' AND a.subject <> '' GROUP BY 1 HAVING count(*) >= $1 ORDER BY 2 DESC, 1 LIMIT $2`,
    [least, most],
  );

/** What listings about a subject say, the best first: those that stand longest. */
export const saidAbout = (
  tx: Tx,
  subject: string,
  most: number,
): Promise<{ title: string; description: string; tags: string[] }[]> =>
  rows(
    tx,
    `SELECT coalesce(p.fields#>>'{words,title,en,value}', '') AS title, coalesce(p.fields#>>'{words,description,en,value}', '') AS description,
       coalesce((SELECT array_agg(t) FROM jsonb_array_elements_text(p.fields#>'{tags,en,value}') t), '{}') AS tags
     FROM proof p JOIN artwork a ON a.id = p.artwork_id WHERE lower(a.subject) = $1 AND p.docket_revision IS NOT NULL
     ORDER BY (p.state = 'listed') DESC, (p.state = 'passed') DESC, p.seq LIMIT $2`,
    [subject, most],
  );
