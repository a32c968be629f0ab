import type { PricePlan } from '../../core/pricing/plan';
import { same } from '../../core/docket/docket';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/plans';
import type { PlanRow } from '../../data/stockroom/plans';
import { Trouble } from '../trouble';

export type { PlanRow };

export const plans = (workspace: string): Promise<PlanRow[]> => inWorkspace(workspace, data.listPlans);

const named = (name: string): string => {
  const plain = name.trim();
  if (!plain) throw new Trouble('not-valid', 'A price plan needs a name.', 'name');
  return plain;
};

async function free(tx: Tx, name: string, own: string | null): Promise<void> {
  if ((await data.plansNamed(tx, name)).some((id) => id !== own))
    throw new Trouble('conflict', `There is a price plan called ${name} already.`, 'name');
}

export const addPlan = (workspace: string, name: string, document: PricePlan): Promise<PlanRow> =>
  inWorkspace(workspace, async (tx) => {
    await free(tx, named(name), null);
    const id = await data.addPlan(tx, named(name), document);
    await record(tx, { did: 'plan.made', about: 'price plan', ids: [id], values: { name: named(name) } });
    return (await data.planById(tx, id))!;
  });

/**
 * Saves a price plan. Proofs whose prices follow it are out of date from then on. `revision` is the one that the change was made on:
 * one that is no longer the newest is told what changed meanwhile.
 */
export const savePlan = (workspace: string, id: string, name: string, document: PricePlan, revision?: number): Promise<PlanRow> =>
  inWorkspace(workspace, async (tx) => {
    const before = await data.planForUpdate(tx, id);
    if (!before) throw new Trouble('not-found', 'There is no such price plan.');
    if (revision !== undefined && revision !== before.revision)
      throw new Trouble(
        'conflict',
        `“${before.name}” was changed meanwhile. Look at it as it is now, and change it again.`,
        'revision',
      );
    await free(tx, named(name), id);
    await data.savePlan(tx, id, named(name), document);
    if (!same(before.document, document) || before.name !== named(name))
      await record(tx, {
        did: 'plan.changed',
        about: 'price plan',
        ids: [id],
        values: { name: named(name), dockets: before.dockets },
        undo: { kind: 'plan', was: { name: before.name, document: before.document }, is: { name: named(name), document } },
      });
    return (await data.planById(tx, id))!;
  });

export const removePlan = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.planById(tx, id);
    if (!it) throw new Trouble('not-found', 'There is no such price plan.');
    if (!(await data.removePlan(tx, id)))
      throw new Trouble('conflict', `“${it.name}” is in use: dockets point to it, or proofs were priced by it.`);
    await record(tx, { did: 'plan.removed', about: 'price plan', ids: [id], values: { name: it.name } });
  });

/**
 * The plan of a docket that came in the narrow form, where a plan is told beside the docket: the docket's own one is changed where no
 * other docket points to it, else one that says the same is found, or made.
 */
export async function planFor(tx: Tx, wanted: PricePlan & { name: string }, current: string | null): Promise<string> {
  const { name, ...document } = wanted;
  const now = current ? await data.planById(tx, current) : null;
  if (now && now.name === name && same(now.document, document)) return now.id;
  const alike = await data.planLike(tx, name, document);
  if (alike) return alike.id;
  if (now && now.dockets <= 1) {
    await data.savePlan(tx, now.id, name, document);
    return now.id;
  }
  return data.addPlan(tx, name, document);
}
