import { randomUUID } from 'node:crypto';
import { isId } from '../../core/id';
import { inWorkspace } from '../../data/database';
import { record } from '../../data/desk/activity';
import { addJob } from '../../data/jobs';
import { addConsent, takeConsent } from '../../data/outlets/consents';
import * as data from '../../data/outlets/outlets';
import type { OutletRow } from '../../data/outlets/outlets';
import { seal, unseal } from '../../files/seal';
import { ADAPTERS, adapterFor } from '../../outlets';
import { OutletAnswer } from '../../outlets/contract';
import type { Caller } from '../people/access';
import { Trouble } from '../trouble';
import { outletOf, refreshOutlet, RULES_EVERY_SECONDS } from './outlets';
import { sessionWith } from './session';

export interface HowToConnect {
  by: 'key' | 'consent';
  /** What the seller does, and the page at the outlet where it is done. */
  says: string;
  address: string;
}

/** How an outlet is connected: by a key, and where that is found, or on the outlet's own page. */
export function howToConnect({ style, baseUrl }: Pick<OutletRow, 'style' | 'baseUrl'>): HowToConnect {
  const { connect } = adapterFor(style);
  return connect.by === 'key'
    ? { by: 'key', ...connect.where(baseUrl) }
    : { by: 'consent', says: 'You are led to its own page, say yes there, and come back.', address: baseUrl };
}

/** Keeps a secret that works, asks for the rules, looks at what stands there, and goes on with what waits. */
async function connected(workspace: string, id: string, secret: Record<string, string>): Promise<OutletRow> {
  await inWorkspace(workspace, (tx) => data.keepSecret(tx, id, seal(secret)));
  const it = await refreshOutlet(workspace, id);
  await inWorkspace(workspace, async (tx) => {
    await addJob(tx, 'outlet.look', { workspace, outletId: id, after: 0 });
    await addJob(tx, 'outlet.lane', { workspace, outletId: id });
    await addJob(tx, 'outlet.rules', { workspace, outletId: id }, RULES_EVERY_SECONDS);
    await record(tx, { did: 'outlet.connected', about: 'outlet', ids: [id], values: { name: it.name } });
  });
  return it;
}

/** Connects an outlet that gives out a key. The key is tried before it is kept for good. */
export async function connectWithKey(workspace: string, id: string, key: string): Promise<OutletRow> {
  const before = await outletOf(workspace, id);
  const { connect, rules } = adapterFor(before.style);
  if (connect.by !== 'key') throw new Trouble('conflict', `${before.name} is connected on its own page, not by a key.`, 'token');
  const secret = connect.secretOf(key);
  try {
    await rules(sessionWith(before, secret));
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
 * First half of connecting on an outlet's page: where to send the seller. Our token names what is kept here, and nothing more; it
 * holds for the one who begins and for one answer.
 */
export async function beginConsent(caller: Caller, id: string, returnTo: string): Promise<string> {
  const it = await outletOf(caller.workspace, id);
  const { connect } = adapterFor(it.style);
  if (connect.by !== 'page') throw new Trouble('conflict', `${it.name} is connected by its key.`, 'token');
  const token = randomUUID();
  const { address, keep } = connect.begin(it.baseUrl, returnTo, token);
  await inWorkspace(caller.workspace, (tx) =>
    addConsent(tx, { id: token, credential: caller.credential, outletId: id, sealed: seal(keep) }, CONSENT_SECONDS),
  );
  return address;
}

/** Second half: what the outlet sent the seller back with leads to a secret. Null when the seller said no there. */
export async function endConsent(caller: Caller, answer: URLSearchParams): Promise<OutletRow | null> {
  const { workspace } = caller;
  const tokens = ADAPTERS.flatMap((a) => (a.connect.by === 'page' ? (a.connect.tokenIn(answer) ?? []) : []));
  if (!tokens.some(Boolean)) return null;
  const token = tokens.find(isId);
  const begun = token ? await inWorkspace(workspace, (tx) => takeConsent(tx, token, caller.credential)) : null;
  if (!begun)
    throw new Trouble(
      'bad-request',
      'That answer does not belong to a connection begun here in the last ten minutes. Connect again.',
    );
  const it = await outletOf(workspace, begun.outletId);
  const { connect } = adapterFor(it.style);
  if (connect.by !== 'page') throw new Trouble('bad-request', `${it.name} is connected by its key.`);
  if (connect.declined(answer)) return null;
  try {
    const secret = await connect.end(it.name, it.baseUrl, answer, unseal<Record<string, string>>(begun.sealed));
    return await connected(workspace, it.id, secret);
  } catch (error) {
    if (error instanceof OutletAnswer) throw new Trouble('outlet-trouble', error.sentence);
    throw error;
  }
}
