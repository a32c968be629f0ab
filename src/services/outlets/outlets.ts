import type { RulesDocument, Settings } from '../../core/outlet/rules';
import { same } from '../../core/docket/docket';
import { inWorkspace } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob } from '../../data/jobs';
import { outletsWaiting } from '../../data/outlets/orders';
import * as data from '../../data/outlets/outlets';
import type { OutletRow } from '../../data/outlets/outlets';
import { adapterFor } from '../../outlets';
import { OutletAnswer } from '../../outlets/contract';
import { checkDocument } from '../documents';
import { Trouble } from '../trouble';
import { betweenVersions, toldDifferences } from '../versions';
import { beginRecheck } from './recheck';
import { sessionFor } from './session';

export type { OutletRow };

/** Outlets change their limits without warning: rules are asked for anew this often. */
export const RULES_EVERY_SECONDS = 86_400;

export const outlets = (workspace: string): Promise<OutletRow[]> => inWorkspace(workspace, data.listOutlets);

export async function outletOf(workspace: string, id: string): Promise<OutletRow> {
  const found = await inWorkspace(workspace, (tx) => data.outletById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such outlet.');
  return found;
}

/**
 * Fetches an outlet's rules, and what it lets a seller choose, and keeps them. Rules that differ from the ones before are a new
 * version: the worker holds what is drafted against them, and looks at what stands there. An outlet that no longer knows us counts as not
 * connected from then on.
 */
export async function refreshOutlet(workspace: string, id: string): Promise<OutletRow> {
  const before = await outletOf(workspace, id);
  const adapter = adapterFor(before.style);
  try {
    const session = sessionFor(workspace, before);
    const rules = checkDocument('rules', await adapter.rules(session), before.name);
    const offer = checkDocument('settings', await adapter.settings(session), before.name);
    if (!same(offer, before.settingsOffer))
      await inWorkspace(workspace, async (tx) => {
        await data.keepSettingsOffer(tx, id, offer);
        // a choice that the outlet no longer offers is another one by now
        await beginRecheck(tx, workspace, id);
      });
    if (same(rules, before.rules)) await inWorkspace(workspace, (tx) => data.rulesSeen(tx, id));
    else await keepRules(workspace, before, rules);
  } catch (error) {
    if (!(error instanceof OutletAnswer)) throw error;
    if (error.kind === 'sign-in') await inWorkspace(workspace, (tx) => data.signedOut(tx, id));
    throw new Trouble('outlet-trouble', error.sentence);
  }
  return outletOf(workspace, id);
}

/** Keeps rules as the next version, and has what follows from them done by the worker: all of it or nothing. */
async function keepRules(workspace: string, before: OutletRow, rules: RulesDocument): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    await data.addRules(tx, before.id, rules);
    await beginRecheck(tx, workspace, before.id);
    await addJob(tx, 'outlet.look', { workspace, outletId: before.id, after: 0 });
    if (before.rules)
      await record(tx, {
        did: 'outlet.rules-changed',
        about: 'outlet',
        ids: [before.id],
        values: { name: before.name, changes: toldDifferences(before.rules, rules) },
      });
  });
}

/** What differs between two versions of an outlet's rules; without numbers between the last two. */
export const rulesDiff = (workspace: string, id: string, from?: number, to?: number) =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.outletById(tx, id);
    if (!it?.rulesVersion) throw new Trouble('not-found', 'There are no rules of that outlet here.');
    return betweenVersions(it.rulesVersion, { from, to }, (version) => data.rulesOf(tx, id, version));
  });

/** Keeps what the seller chooses for an account. */
export async function saveSettings(workspace: string, id: string, chosen: Settings): Promise<OutletRow> {
  await inWorkspace(workspace, async (tx) => {
    const it = await data.outletById(tx, id);
    if (!it) throw new Trouble('not-found', 'There is no such outlet.');
    for (const [name, value] of Object.entries(chosen)) {
      const field = it.settingsOffer?.fields.find((f) => f.name === name);
      if (!field) throw new Trouble('not-valid', `${it.name} has no setting ${name}.`, name);
      if (field.choices && !field.choices.some((c) => c.value === value))
        throw new Trouble('not-valid', `${field.label} can be ${field.choices.map((c) => c.label).join(', ')}.`, name);
      if (value.length > (field.maxLength ?? 2000))
        throw new Trouble('not-valid', `${field.label} can have at most ${field.maxLength ?? 2000} characters.`, name);
    }
    await data.keepSettings(tx, id, { ...it.settings, ...chosen });
    await beginRecheck(tx, workspace, id);
    await record(tx, { did: 'outlet.settings', about: 'outlet', ids: [id], values: { name: it.name } });
  });
  return outletOf(workspace, id);
}

/** Fetches rules by itself, now and again; an outlet that does not answer is asked next time. */
export async function keepRulesFresh(workspace: string, id: string): Promise<void> {
  await refreshOutlet(workspace, id).catch((error) => {
    if (!(error instanceof Trouble)) throw error;
  });
  await inWorkspace(workspace, (tx) => addJob(tx, 'outlet.rules', { workspace, outletId: id }, RULES_EVERY_SECONDS));
}

/** When a worker comes up: what waits in the outboxes is taken up again, and every connected outlet's rules are asked for. */
export async function takeUpOutlets(): Promise<void> {
  for (const { workspace, outlet: id } of await inWorkspace(null, data.connectedOutlets))
    await inWorkspace(workspace, async (tx) => {
      await addJob(tx, 'outlet.rules', { workspace, outletId: id });
      if ((await outletsWaiting(tx, null)).includes(id)) await addJob(tx, 'outlet.lane', { workspace, outletId: id });
    });
}
