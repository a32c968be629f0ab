import type { Value } from '../../core/correcting/correct';
import type { ListingField } from '../../core/listing/compare';
import type { ListingPayload } from '../../core/listing/payload';
import type { Problem } from '../../core/listing/problems';
import type { Field } from '../../core/listing/proof';
import { rows, type Tx } from '../database';
import { STANDS } from '../outlets/listings';
import type { ProofState } from './proofs';

/** A proof's words in one language, with what a correction may speak of. */
export interface WordsRow {
  id: string;
  artworkId: string;
  outletId: string;
  docketId: string;
  state: ProofState;
  drafted: boolean;
  /** The language that is looked at: the one asked for, or the outlet's own; null where the outlet is not written in it. */
  language: string | null;
  artwork: string;
  small: string | null;
  /** What is said of the artwork; only where it was asked for. */
  about: { subject: string | null; audience: string | null; occasion: string | null; keywords: string[] } | null;
  stands: boolean;
  fields: Record<string, Field<Value> | null>;
}

/** Words of proofs, in the order of their ids; of each the fields that are named, in the language that is told for its outlet. */
export const wordsRows = (
  tx: Tx,
  ids: readonly string[],
  fields: readonly string[],
  languages: Readonly<Record<string, string>>,
  about: boolean,
): Promise<WordsRow[]> =>
  rows(
    tx,
    `SELECT p.id, p.artwork_id AS "artworkId", p.outlet_id AS "outletId", p.docket_id AS "docketId", p.state, p.docket_revision IS NOT NULL AS drafted,
       l.language, a.name AS artwork, p.small, CASE WHEN $4 THEN jsonb_build_object('subject', a.subject, 'audience', a.audience, 'occasion', a.occasion, 'keywords', a.keywords) END AS about,
       EXISTS (SELECT FROM listing i WHERE i.proof_id = p.id AND i.state <> 'not made') AS stands, f.fields
     FROM unnest($1::uuid[]) WITH ORDINALITY AS w(id, n) JOIN proof p ON p.id = w.id JOIN artwork a ON a.id = p.artwork_id
       LEFT JOIN jsonb_each_text($3) AS l(outlet, language) ON l.outlet = p.outlet_id
       CROSS JOIN LATERAL (SELECT jsonb_object_agg(f, CASE WHEN f = 'tags' THEN p.fields->'tags'->l.language ELSE p.fields->'words'->f->l.language END) AS fields
         FROM unnest($2::text[]) f) f
     ORDER BY w.n`,
    [ids, fields, languages, about],
  );

/** Fields of proofs in the first of some languages that they are written in, by proof and field; a region of it is no other language. */
export async function otherLanguages(
  tx: Tx,
  ids: readonly string[],
  fields: readonly string[],
  languages: readonly string[],
): Promise<Map<string, { language: string; value: Value }>> {
  const found = await rows<{ id: string; field: string; language: string; value: Value }>(
    tx,
    `SELECT DISTINCT ON (p.id, f.field) p.id, f.field, e.key AS language, e.value->'value' AS value FROM proof p, unnest($2::text[]) f(field),
       jsonb_each(CASE WHEN f.field = 'tags' THEN p.fields->'tags' ELSE p.fields->'words'->f.field END) e
     WHERE p.id = ANY($1) AND split_part(lower(e.key), '-', 1) = ANY($3) ORDER BY p.id, f.field, length(e.key), e.key`,
    [ids, fields, languages],
  );
  return new Map(found.map(({ id, field, language, value }) => [`${id} ${field}`, { language, value }]));
}

/** What of a proof a change of its words looks at, and the words that its listing was sent where one stands. */
export interface WordsStanding {
  id: string;
  state: ProofState;
  problems: Problem[];
  changed: ListingField[];
  sent: ListingPayload | null;
}
/** So many proofs as they stand; only what is words is told of what was sent. */
export const standingWords = (tx: Tx, ids: readonly string[]): Promise<WordsStanding[]> =>
  rows(
    tx,
    `SELECT p.id, p.state, p.problems, p.changed, CASE WHEN l.sent IS NOT NULL THEN jsonb_build_object('title', l.sent->'title', 'description', l.sent->'description',
       'tags', l.sent->'tags', 'texts', coalesce(l.sent->'texts', '{}')) END AS sent
     FROM proof p LEFT JOIN listing l ON l.proof_id = p.id AND l.state = ANY($2) WHERE p.id = ANY($1)`,
    [ids, STANDS],
  );

/** Holds proofs in this transaction, before their words are read to be changed. */
export async function holdProofs(tx: Tx, ids: readonly string[]): Promise<void> {
  await tx.query('SELECT FROM proof WHERE id = ANY($1) ORDER BY seq FOR UPDATE', [ids]);
}

export interface WordsPut {
  id: string;
  language: string;
  put: Record<string, Field<Value> | null>;
  problems: Problem[];
  state: ProofState;
  changed: ListingField[];
}
/** Writes words of proofs, each in one language; their versions go up. */
export async function putWords(tx: Tx, words: readonly WordsPut[]): Promise<void> {
  await tx.query(
    `UPDATE proof p SET fields = with_words(p.fields, w.language, w.put), problems = w.problems, state = w.state,
       changed = ARRAY(SELECT jsonb_array_elements_text(w.changed)), version = version + 1, updated_at = now()
     FROM jsonb_to_recordset($1) AS w(id uuid, language text, put jsonb, problems jsonb, state text, changed jsonb) WHERE p.id = w.id`,
    [JSON.stringify(words)],
  );
}
