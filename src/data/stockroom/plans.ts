import type { PricePlan } from '../../core/pricing/plan';
import { row, rows, type Tx } from '../database';

export interface PlanRow {
  id: string;
  name: string;
  document: PricePlan;
  revision: number;
  /** How many dockets point to it. */
  dockets: number;
}

const PLAN = `SELECT id, name, document, revision, (SELECT count(DISTINCT o.docket_id) FROM docket_outlet o WHERE o.price_plan_id = price_plan.id AND o.offered)::int AS dockets
  FROM price_plan`;
export const listPlans = (tx: Tx): Promise<PlanRow[]> => rows(tx, `${PLAN} ORDER BY seq`);
export const planById = (tx: Tx, id: string): Promise<PlanRow | null> => row(tx, `${PLAN} WHERE id = $1`, [id]);
export const planForUpdate = (tx: Tx, id: string): Promise<PlanRow | null> => row(tx, `${PLAN} WHERE id = $1 FOR UPDATE`, [id]);

/** A plan of that name that says just that, or null. */
export const planLike = (tx: Tx, name: string, document: PricePlan): Promise<PlanRow | null> =>
  row(tx, `${PLAN} WHERE name = $1 AND document = $2 ORDER BY seq LIMIT 1`, [name, document]);
export const plansNamed = async (tx: Tx, name: string): Promise<string[]> =>
  (await rows<{ id: string }>(tx, 'SELECT id FROM price_plan WHERE name = $1', [name])).map((r) => r.id);

export async function addPlan(tx: Tx, name: string, document: PricePlan): Promise<string> {
  return (await row<{ id: string }>(tx, 'INSERT INTO price_plan (name, document) VALUES ($1, $2) RETURNING id', [
    name,
    document,
  ]))!.id;
}

/** Saves a plan; its revision goes up only where prices change. */
export async function savePlan(tx: Tx, id: string, name: string, document: PricePlan): Promise<void> {
  await tx.query(
    `UPDATE price_plan SET revision = revision + (document <> $3)::int, name = $2, document = $3, updated_at = now() WHERE id = $1`,
    [id, name, document],
  );
}

/** Takes away a plan that nothing points to; false when something does. */
export async function removePlan(tx: Tx, id: string): Promise<boolean> {
  const gone = await tx.query(
    `DELETE FROM price_plan p WHERE id = $1 AND NOT EXISTS (SELECT FROM docket d WHERE d.price_plan_id = p.id)
       AND NOT EXISTS (SELECT FROM docket_outlet o WHERE o.price_plan_id = p.id) AND NOT EXISTS (SELECT FROM proof q WHERE q.plan_id = p.id)`,
    [id],
  );
  return (gone.rowCount ?? 0) > 0;
}
