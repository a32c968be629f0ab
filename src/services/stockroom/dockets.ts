import { partsChanged, PARTS, type DocketDocument } from '../../core/docket/docket';
import { isNarrow, narrowed, widened, type DocketSpec } from '../../core/docket/narrow';
import { NO_PLAN } from '../../core/docket/starter';
import type { PricePlan } from '../../core/pricing/plan';
import { same } from '../../core/docket/docket';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/dockets';
import type { DocketRow } from '../../data/stockroom/dockets';
import { listPlans, planById } from '../../data/stockroom/plans';
import { Trouble } from '../trouble';
import { checkDocket } from './checking';
import { planFor } from './plans';

/** A docket as it leaves the house: whole, and in the narrow form that programs have known from the beginning. */
export interface Docket {
  id: string;
  name: string;
  revision: number;
  document: DocketDocument;
  blankId: string | null;
  spec: DocketSpec | null;
  /** Does the narrow form say all of it? */
  narrow: boolean;
}

type Plans = Map<string, PricePlan & { name: string }>;
const plansById = async (tx: Tx): Promise<Plans> =>
  new Map((await listPlans(tx)).map((p) => [p.id, { name: p.name, ...p.document }]));

const shown = (d: DocketRow, plans: Plans): Docket => ({
  id: d.id,
  name: d.name,
  revision: d.revision,
  document: d.document,
  blankId: d.document.lines[0]?.blank ?? null,
  spec: narrowed(d.document, plans.get(d.document.pricePlan)!),
  narrow: isNarrow(d.document),
});

export const dockets = (workspace: string): Promise<Docket[]> =>
  inWorkspace(workspace, async (tx) => {
    const plans = await plansById(tx);
    return (await data.listDockets(tx)).map((d) => shown(d, plans));
  });

export const docket = (workspace: string, id: string): Promise<Docket> =>
  inWorkspace(workspace, async (tx) => {
    const found = await data.docketById(tx, id);
    if (!found) throw new Trouble('not-found', 'There is no such docket.');
    return shown(found, await plansById(tx));
  });

/** What was made from a docket, by outlet: its proofs, and how many of them have a listing that was made. */
export const docketUses = (workspace: string, id: string): Promise<data.DocketUse[]> =>
  inWorkspace(workspace, async (tx) => {
    if (!(await data.docketById(tx, id))) throw new Trouble('not-found', 'There is no such docket.');
    return data.usesOfDocket(tx, id);
  });

/** A docket as it comes in: whole, or in the narrow form with its blank; where both are told, the one that was changed counts. */
export interface DocketInput {
  name: string;
  revision?: number;
  document?: DocketDocument;
  blankId?: string | null;
  spec?: DocketSpec | null;
}

/**
 * The whole document of what came in. A docket that says more than the narrow form can must come whole: else what it cannot say
 * would be lost.
 */
async function wholeOf(tx: Tx, input: DocketInput, before: DocketRow | null): Promise<DocketDocument> {
  const { document: whole, spec, blankId } = input;
  const kept = before && whole && same(whole, before.document);
  if (whole && (!spec || !kept)) return whole;
  if (!spec || !blankId)
    throw new Trouble('not-valid', 'Send the docket’s document, or blankId with spec.', spec ? 'blankId' : 'document');
  const plan = before && (await planById(tx, before.document.pricePlan));
  if (
    before &&
    plan &&
    same(spec, narrowed(before.document, { name: plan.name, ...plan.document })) &&
    blankId === before.document.lines[0]?.blank
  )
    return before.document;
  if (before && !isNarrow(before.document))
    throw new Trouble('conflict', `“${before.name}” says more than spec can. Send its document.`, 'spec');
  const told = widened(spec, blankId, await planFor(tx, spec.pricePlan, before?.document.pricePlan ?? null));
  const rule = before?.document.whenEnded;
  const document = { ...told, ...(rule && { whenEnded: rule }) };
  const line = before?.document.lines[0];
  if (!line || line.blank !== blankId) return document;
  // its line keeps its name: variants are known by it
  const noun = line.noun.one === spec.noun ? line.noun : document.lines[0]!.noun;
  return { ...document, lines: [{ ...document.lines[0]!, key: line.key, noun }] };
}

const PART_WORDS = { goods: 'goods', pictures: 'shot list', words: 'wording', prices: 'price plan' };

/** Makes a docket after checking it. Returns it as it is kept. */
export const addDocket = (workspace: string, input: DocketInput): Promise<Docket> =>
  keeping(input, () =>
    inWorkspace(workspace, async (tx) => {
      const document = await wholeOf(tx, input, null);
      await checkDocket(tx, document);
      const id = await data.addDocket(tx, input.name.trim(), document);
      await record(tx, { did: 'docket.made', about: 'docket', ids: [id], values: { name: input.name.trim() } });
      return shown((await data.docketById(tx, id))!, await plansById(tx));
    }),
  );

/**
 * Saves a docket after checking it. What was drafted from it is out of date where this changes it. `revision` is the one that the
 * change was made on: when somebody saved another meanwhile, it is told which parts that changed.
 */
export const saveDocket = (workspace: string, id: string, input: DocketInput): Promise<Docket> =>
  keeping(input, () =>
    inWorkspace(workspace, async (tx) => {
      const before = await data.docketForUpdate(tx, id);
      if (!before) throw new Trouble('not-found', 'There is no such docket.');
      if (input.revision !== undefined && input.revision !== before.revision)
        throw await changedMeanwhile(tx, before, input.revision);
      const document = await wholeOf(tx, input, before);
      await checkDocket(tx, document);
      await keepDocket(tx, before, input.name.trim(), document);
      return shown((await data.docketById(tx, id))!, await plansById(tx));
    }),
  );

/** Keeps another state of a docket, as a step that can be taken back. Returns that step; null when nothing differs. */
export async function keepDocket(tx: Tx, before: DocketRow, name: string, document: DocketDocument): Promise<string | null> {
  if (same(before.document, document) && before.name === name) return null;
  await data.saveDocket(tx, before, name, document);
  return record(tx, {
    did: 'docket.changed',
    about: 'docket',
    ids: [before.id],
    values: { name, parts: changedParts(before.document, document) },
    undo: { kind: 'docket', revision: before.revision },
  });
}

/** What people call the parts in which two states of a docket differ, over all its outlets. */
function changedParts(before: DocketDocument, after: DocketDocument): string[] {
  const outlets = [...new Set([...before.outlets, ...after.outlets].map((o) => o.outlet))];
  const parts = new Set(outlets.flatMap((o) => partsChanged(before, after, o)));
  return [
    ...PARTS.filter((p) => parts.has(p)).map((p) => PART_WORDS[p]),
    ...(same(before.accepts, after.accepts) ? [] : ['what it takes']),
    ...(same(
      before.outlets.map((o) => o.outlet),
      after.outlets.map((o) => o.outlet),
    )
      ? []
      : ['outlets']),
  ];
}

async function changedMeanwhile(tx: Tx, now: DocketRow, seen: number): Promise<Trouble> {
  const then = await data.revisionOf(tx, now.id, seen);
  const since = await data.revisionsAfter(tx, now.id, seen);
  const parts = then ? changedParts(then.document, now.document) : [];
  if (then && then.name !== now.name) parts.unshift('name');
  const by = [...new Set(since.map((r) => r.savedBy.name ?? 'somebody'))].join(' and ');
  return new Trouble(
    'conflict',
    `${by || 'Somebody'} changed “${now.name}” meanwhile: ${parts.join(', ') || 'details'}. Look at it as it is now, and change it again.`,
    'revision',
    parts,
  );
}

async function keeping(input: DocketInput, work: () => Promise<Docket>): Promise<Docket> {
  if (!input.name.trim()) throw new Trouble('not-valid', 'A docket needs a name.', 'name');
  return work().catch((e: { code?: string }) => {
    if (e.code === '23505') throw new Trouble('conflict', `There is a docket called ${input.name} already.`, 'name');
    throw e;
  });
}

/** A docket that is only tried: its document, and the plan that it names or that is told beside it. Throws a Trouble when it would not be kept. */
export async function triedDocket(
  tx: Tx,
  input: { document?: DocketDocument; plan?: PricePlan; spec?: DocketSpec; blankId?: string },
): Promise<{ document: DocketDocument; plan: { id: string; name: string; revision: number; document: PricePlan } }> {
  if (input.document) {
    const { document: told, plan } = input;
    // a plan that is told beside it may not be kept yet
    const kept = plan ? ((await listPlans(tx))[0]?.id ?? NO_PLAN) : told.pricePlan;
    await checkDocket(tx, { ...told, pricePlan: kept }).catch((e: Trouble) => {
      if (!plan || e.field !== 'pricePlan') throw e;
    });
    const its = plan ? { id: NO_PLAN, name: '', revision: 1, document: plan } : (await planById(tx, told.pricePlan))!;
    return { document: told, plan: its };
  }
  const { spec, blankId } = input;
  if (!spec || !blankId) throw new Trouble('not-valid', 'Send the docket’s document, or blankId with spec.', 'document');
  const { name, ...document } = spec.pricePlan;
  const kept = (await listPlans(tx))[0]?.id;
  await checkDocket(tx, widened(spec, blankId, kept ?? NO_PLAN)).catch((e: Trouble) => {
    // in an empty stockroom there is no plan yet that it could name
    if (!kept && e.field === 'pricePlan') return;
    throw e;
  });
  return {
    document: widened(spec, blankId, NO_PLAN),
    plan: { id: NO_PLAN, name, revision: 1, document },
  };
}

/** Puts a docket back to an earlier revision, as its next one. */
export async function backToRevision(tx: Tx, id: string, revision: number): Promise<string> {
  const before = await data.docketForUpdate(tx, id);
  const then = await data.revisionOf(tx, id, revision);
  if (!before || !then) throw new Trouble('conflict', 'That state of the docket is not kept any more.');
  // what has ended since may be named as it was then: it is left out of what is offered
  await checkDocket(tx, then.document, { endedToo: true });
  await data.saveDocket(tx, before, then.name, then.document);
  return then.name;
}
