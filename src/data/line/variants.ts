import { priceKey, type ProofVariant } from '../../core/listing/proof';
import { rows, type Tx } from '../database';

const VARIANT = `SELECT proof_id AS "proofId", line, colour, size, finish, sku, cost_minor AS "costMinor", postage_minor AS "postageMinor", weight_g AS "weightG",
  price_minor AS "priceMinor", source AS from, made_minor AS "madeMinor" FROM proof_variant`;

/** Puts the variants to their proofs: one more question for all of them together. */
export async function withVariants<P extends { id: string }>(tx: Tx, found: P[]): Promise<(P & { variants: ProofVariant[] })[]> {
  if (!found.length) return [];
  const all = await rows<ProofVariant & { proofId: string }>(tx, `${VARIANT} WHERE proof_id = ANY($1) ORDER BY proof_id, place`, [
    found.map((p) => p.id),
  ]);
  const by = new Map<string, ProofVariant[]>();
  for (const { proofId, ...v } of all) {
    const its = by.get(proofId);
    if (its) its.push(v);
    else by.set(proofId, [v]);
  }
  return found.map((p) => ({ ...p, variants: by.get(p.id) ?? [] }));
}

/** Writes the variants of a proof in the place of those that were there. */
export async function putVariants(tx: Tx, id: string, variants: ProofVariant[]): Promise<void> {
  await tx.query('DELETE FROM proof_variant WHERE proof_id = $1', [id]);
  await tx.query(
    `INSERT INTO proof_variant (proof_id, place, line, colour, size, finish, sku, cost_minor, postage_minor, weight_g, price_minor, source, made_minor)
     SELECT $1, v.n, v.line, v.colour, v.size, v.finish, v.sku, v."costMinor", v."postageMinor", v."weightG", v."priceMinor", v."from", v."madeMinor"
     FROM ROWS FROM (jsonb_to_recordset($2) AS (line text, colour text, size text, finish text, sku text, "costMinor" bigint, "postageMinor" bigint,
       "weightG" integer, "priceMinor" bigint, "from" text, "madeMinor" bigint)) WITH ORDINALITY
       AS v(line, colour, size, finish, sku, "costMinor", "postageMinor", "weightG", "priceMinor", "from", "madeMinor", n)`,
    [id, JSON.stringify(variants)],
  );
}

/** Writes prices, one for all colours of a line's size and finish. */
export async function putPrices(tx: Tx, id: string, variants: ProofVariant[]): Promise<void> {
  const prices = [...new Map(variants.map((v) => [priceKey(v), v])).values()].map(
    ({ line, size, finish, priceMinor, from, madeMinor }) => ({ line, size, finish, priceMinor, from, madeMinor }),
  );
  await tx.query(
    `UPDATE proof_variant v SET price_minor = n."priceMinor", source = n."from", made_minor = n."madeMinor"
     FROM jsonb_to_recordset($2) AS n(line text, size text, finish text, "priceMinor" bigint, "from" text, "madeMinor" bigint)
     WHERE v.proof_id = $1 AND v.line = n.line AND v.size = n.size AND v.finish = n.finish`,
    [id, JSON.stringify(prices)],
  );
}
