import { inWorkspace } from '../../data/database';
import { addJob } from '../../data/jobs';
import { outletsWaiting } from '../../data/outlets/sendings';
import * as data from '../../data/outlets/outlets';
import type { OutletRow } from '../../data/outlets/outlets';
import { addConsent, takeConsent } from '../../data/outlets/consents';
import type { Caller } from '../people/access';
import { isId } from '../../core/id';
import { randomUUID } from 'node:crypto';
import { seal, unseal } from '../../files/seal';
import { adapterFor } from '../../outlets';
import { OutletAnswer } from '../../outlets/contract';
import { rulesChanged } from './looking';
import { sessionFor, sessionWith } from './session';
import { Trouble } from '../trouble';

export type { OutletRow };

/** Outlets change their limits without warning: rules are asked for anew this often. */
const RULES_EVERY_SECONDS = 86_400;

export interface HowToConnect {
  by: 'key' | 'consent';
  /** What the seller does, and the page at the outlet where it is done. */
  says: string;
  address: string;
}

/** How an outlet is connected: by a key, and where that is found, or on the outlet's own page. */
export function howToConnect({ style, baseUrl }: Pick<OutletRow, 'style' | 'baseUrl'>): HowToConnect {
  const { connecting } = adapterFor(style);
  return connecting.by === 'key'
    ? { by: 'key', ...connecting.where(baseUrl) }
    : { by: 'consent', says: 'You are led to its own page, say yes there, and come back.', address: baseUrl };
}

export const outlets = (workspace: string): Promise<OutletRow[]> => inWorkspace(workspace, data.listOutlets);

export const addOutlet = (workspace: string, o: { id: string; name: string; style: string; baseUrl: string }): Promise<void> =>
  inWorkspace(workspace, (tx) => data.addOutlet(tx, o));

async function outlet(workspace: string, id: string): Promise<OutletRow> {
  const found = await inWorkspace(workspace, (tx) => data.outletById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such outlet.');
  return found;
}

/**
 * Fetches an outlet's rules and keeps them. Where they differ from the ones before, what is drafted is held against them
 * and what stands there is looked at. An outlet that no longer knows us counts as not connected from then on.
 */
export async function refreshRules(workspace: string, id: string): Promise<OutletRow> {
  const before = await outlet(workspace, id);
  try {
    const rules = await adapterFor(before.style).fetchRules(sessionFor(workspace, before));
    if (JSON.stringify(sorted(rules)) !== JSON.stringify(sorted(before.rules))) await rulesChanged(workspace, before, rules);
    else await inWorkspace(workspace, (tx) => data.keepRules(tx, id, rules));
  } catch (error) {
    if (!(error instanceof OutletAnswer)) throw error;
    if (error.kind === 'sign-in') await inWorkspace(workspace, (tx) => data.signedOut(tx, id));
    throw new Trouble('outlet-trouble', error.sentence);
  }
  return outlet(workspace, id);
}

/** A value with its keys in order: the database does not keep the order in which they came. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (!value || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, sorted(v)]),
  );
}

/** Fetches rules by itself, now and again; an outlet that does not answer is asked next time. */
export async function keepRulesFresh(workspace: string, id: string): Promise<void> {
  await refreshRules(workspace, id).catch((error) => {
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

/** Keeps a secret that works, asks for the rules, looks at what stands there, and goes on with what waits. */
async function connected(workspace: string, id: string, secret: Record<string, string>): Promise<OutletRow> {
  await inWorkspace(workspace, (tx) => data.keepSecret(tx, id, seal(secret)));
  const it = await refreshRules(workspace, id);
  await inWorkspace(workspace, async (tx) => {
    await addJob(tx, 'outlet.look', { workspace, outletId: id, after: 0 });
    await addJob(tx, 'outlet.lane', { workspace, outletId: id });
    await addJob(tx, 'outlet.rules', { workspace, outletId: id }, RULES_EVERY_SECONDS);
  });
  return it;
}

/** Connects an outlet that gives out a key. The key is tried before it is kept for good. */
export async function connectWithKey(workspace: string, id: string, key: string): Promise<OutletRow> {
  const before = await outlet(workspace, id);
  const { connecting, fetchRules } = adapterFor(before.style);
  if (connecting.by !== 'key')
    throw new Trouble('conflict', `${before.name} is connected on its own page, not by a key.`, 'token');
  const secret = connecting.secretOf(key);
  try {
    await fetchRules(sessionWith(before, secret));
  } catch (error) {
    throw new Trouble(
      'outlet-trouble',
      error instanceof OutletAnswer && error.kind === 'sign-in'
        ? `${before.name} does not know that key.`
        : `${before.name} did not answer. Try again when it is up.`,
      'token',
    );
  }
  return connected(workspace, id, secret);
}

/** How long the seller may take to allow access on the outlet's page. */
const CONSENT_SECONDS = 600;

/**
 * First half of connecting by consent: where to send the seller. `state` names what is kept here, and nothing more; it holds for the
 * one who begins and for one answer (RFC 6749, section 10.12; RFC 9700, section 4.7).
 */
export async function beginConsent(caller: Caller, id: string, redirectUri: string): Promise<string> {
  const it = await outlet(caller.workspace, id);
  const { connecting } = adapterFor(it.style);
  if (connecting.by !== 'consent') throw new Trouble('conflict', `${it.name} is connected by its key.`, 'token');
  const state = randomUUID();
  let sealed = '';
  const address = connecting.begin(it.baseUrl, redirectUri, (verifier) => {
    sealed = seal({ verifier, redirectUri });
    return state;
  });
  await inWorkspace(caller.workspace, (tx) =>
    addConsent(tx, { id: state, credential: caller.credential, outletId: id, sealed }, CONSENT_SECONDS),
  );
  return address;
}

/** Second half: exchanges the code that the outlet sent back. */
export async function endConsent(caller: Caller, code: string, state: string): Promise<OutletRow> {
  const { workspace } = caller;
  const begun = isId(state) ? await inWorkspace(workspace, (tx) => takeConsent(tx, state, caller.credential)) : null;
  if (!begun)
    throw new Trouble(
      'bad-request',
      'That answer does not belong to a connection begun here in the last ten minutes. Connect again.',
    );
  const kept = { id: begun.outletId, ...unseal<{ verifier: string; redirectUri: string }>(begun.sealed) };
  const it = await outlet(workspace, kept.id);
  const { connecting } = adapterFor(it.style);
  if (connecting.by !== 'consent') throw new Trouble('bad-request', `${it.name} is connected by its key.`);
  try {
    return await connected(workspace, kept.id, await connecting.end(it.baseUrl, code, kept.verifier, kept.redirectUri));
  } catch (error) {
    if (error instanceof OutletAnswer) throw new Trouble('outlet-trouble', error.sentence);
    throw error;
  }
}
