import type { Step } from '../../core/correcting/steps';
import type { Value } from '../../core/correcting/correct';
import type { Field } from '../../core/listing/proof';
import { row, rows, type Tx } from '../database';

export type Standing = 'corrected' | 'as it was';
/** What a hand puts into a field, beside what it saw there. */
export interface CellPut {
  was: Value;
  value: Value;
}
/** Fields by proof and name; all of one language a proof. */
export type FieldsOf = Record<string, { language: string; fields: Record<string, Field<Value> | null> }>;

export interface CorrectionRow {
  id: string;
  seq: number;
  steps: Step[] | null;
  language: string | null;
  goesTo: Standing;
  stopped: boolean;
  total: number;
}
export interface CorrectionPart {
  n: number;
  proofs: string[];
  cells: Record<string, Record<string, CellPut>> | null;
  stands: Standing;
  was: FieldsOf | null;
  made: FieldsOf | null;
}
const CORRECTION = 'SELECT id, seq, steps, language, goes_to AS "goesTo", stopped, total FROM correction';

/** Lays a correction out in parts; corrections that nothing can take back any more go. Returns its id. */
export async function addCorrection(
  tx: Tx,
  c: Pick<CorrectionRow, 'steps' | 'language'>,
  parts: readonly Pick<CorrectionPart, 'proofs' | 'cells'>[],
): Promise<string> {
  await tx.query(
    `DELETE FROM correction c WHERE created_at < now() - interval '1 day'
       AND NOT EXISTS (SELECT FROM correction_part p WHERE p.correction_id = c.id AND p.stands <> c.goes_to)
       AND NOT EXISTS (SELECT FROM activity a WHERE a.undo->>'kind' = 'correction' AND a.undo->>'id' = c.id::text)`,
  );
  const total = parts.reduce((n, p) => n + p.proofs.length, 0);
  const made = await row<{ id: string }>(tx, 'INSERT INTO correction (steps, language, total) VALUES ($1, $2, $3) RETURNING id', [
    c.steps && JSON.stringify(c.steps),
    c.language,
    total,
  ]);
  await tx.query(
    `INSERT INTO correction_part (correction_id, n, proofs, cells)
     SELECT $1, p.n, ARRAY(SELECT jsonb_array_elements_text(p.proofs)::uuid), p.cells FROM jsonb_to_recordset($2) AS p(n integer, proofs jsonb, cells jsonb)`,
    [made!.id, JSON.stringify(parts.map((p, n) => ({ n, ...p })))],
  );
  return made!.id;
}

export const correctionById = (tx: Tx, id: string): Promise<CorrectionRow | null> => row(tx, `${CORRECTION} WHERE id = $1`, [id]);
export const correctionForUpdate = (tx: Tx, id: string): Promise<CorrectionRow | null> =>
  row(tx, `${CORRECTION} WHERE id = $1 FOR UPDATE`, [id]);

/** The next part that does not stand where its correction goes, held by this transaction; null when there is none. */
export const nextPart = (tx: Tx, { id, goesTo }: Pick<CorrectionRow, 'id' | 'goesTo'>): Promise<CorrectionPart | null> =>
  row(
    tx,
    `SELECT n, proofs, cells, stands, was, made FROM correction_part WHERE correction_id = $1 AND stands <> $2 ORDER BY n LIMIT 1
     FOR UPDATE SKIP LOCKED`,
    [id, goesTo],
  );

export async function partStands(
  tx: Tx,
  id: string,
  n: number,
  p: { stands: Standing; was: FieldsOf | null; made: FieldsOf | null; stayed: Record<string, number> },
): Promise<void> {
  await tx.query(
    'UPDATE correction_part SET stands = $3, was = $4, made = $5, stayed = $6, changed = $7 WHERE correction_id = $1 AND n = $2',
    [
      id,
      n,
      p.stands,
      p.was && JSON.stringify(p.was),
      p.made && JSON.stringify(p.made),
      p.stayed,
      Object.keys(p.made ?? {}).length,
    ],
  );
}

/** Turns a correction about, or stops it, or has it go on. */
export async function steerCorrection(tx: Tx, id: string, to: { goesTo?: Standing; stopped: boolean }): Promise<void> {
  await tx.query('UPDATE correction SET goes_to = coalesce($2, goes_to), stopped = $3 WHERE id = $1', [
    id,
    to.goesTo ?? null,
    to.stopped,
  ]);
}

/** How far a correction is: proofs in all and still to come, how many were changed, and how many stayed, by why. */
export interface CorrectionCount {
  total: number;
  left: number;
  changed: number;
  stayed: Record<string, number>;
}
export async function countCorrection(tx: Tx, id: string): Promise<CorrectionCount> {
  const parts = await rows<{ all: number; left: number; changed: number; stayed: Record<string, number> }>(
    tx,
    `SELECT cardinality(p.proofs) AS all, CASE WHEN p.stands <> c.goes_to THEN cardinality(p.proofs) ELSE 0 END AS left,
       p.changed, p.stayed
     FROM correction_part p JOIN correction c ON c.id = p.correction_id WHERE c.id = $1`,
    [id],
  );
  const out: CorrectionCount = { total: 0, left: 0, changed: 0, stayed: {} };
  for (const p of parts) {
    out.total += p.all;
    out.left += p.left;
    out.changed += p.changed;
    for (const [why, n] of Object.entries(p.stayed)) out.stayed[why] = (out.stayed[why] ?? 0) + n;
  }
  return out;
}

/** Corrections that still go on, or were stopped on their way. */
export const correctionsUnderWay = (
  tx: Tx,
): Promise<{ id: string; stopped: boolean; total: number; left: number; back: boolean }[]> =>
  rows(
    tx,
    `SELECT c.id, c.stopped, c.total, c.goes_to = 'as it was' AS back, sum(cardinality(p.proofs))::int AS left
     FROM correction_part p JOIN correction c ON c.id = p.correction_id WHERE p.stands <> c.goes_to GROUP BY c.id ORDER BY c.seq`,
  );
