import { createHash, randomBytes } from 'node:crypto';
import type { Scope } from '../../core/scopes';
import { inWorkspace, outside, type Tx } from '../../data/database';
import * as data from '../../data/people/accounts';
import { sign } from '../../files/seal';
import { hashOf, isPassword, whyNotPassword } from './passwords';
import { Patience } from './patience';
import { Trouble } from '../trouble';

/** Who is asking: a workspace, and the person's name where there is one. */
export type Caller = data.CredentialOwner;

const SESSION_DAYS = 30;
const sha = (secret: string) => createHash('sha256').update(secret).digest();

/** Finds the caller of a session cookie or an API token. */
export async function callerOf(secret: string | undefined): Promise<Caller | null> {
  return secret ? outside((tx) => data.credentialOwner(tx, sha(secret))) : null;
}

/** So long, and of so many at a time, it is remembered who a secret belongs to, for what is asked for by the dozen. */
const REMEMBERED_MS = 10_000;
const REMEMBERED = 500;
const lately = new Map<string, { caller: Caller; until: number }>();

/**
 * The same for requests that come by the dozen and show nothing new, as of pictures: who it was a moment ago is not asked for again. One
 * that was ended meanwhile still sees what it has the names of for some seconds.
 */
export async function recentCallerOf(secret: string | undefined): Promise<Caller | null> {
  if (!secret) return null;
  const key = sha(secret).toString('base64');
  const known = lately.get(key);
  if (known && known.until > Date.now()) return known.caller;
  lately.delete(key);
  const caller = await callerOf(secret);
  if (caller) lately.set(key, { caller, until: Date.now() + REMEMBERED_MS });
  if (lately.size > REMEMBERED) lately.delete(lately.keys().next().value!);
  return caller;
}

/** It is made once and stays. */
let demo: { id: string; name: string } | null = null;

/** The demo's workspace, when this process was started with the demo on loopback. */
export async function demoCaller(): Promise<Caller | null> {
  if (process.env.PRESS_DEMO !== '1') return null;
  demo ??= await outside(data.demoWorkspace);
  return (
    demo && {
      credential: null,
      workspace: demo.id,
      workspaceName: demo.name,
      isDemo: true,
      account: null,
      person: null,
      label: null,
      scope: 'send',
    }
  );
}

export const hasAnyAccount = (): Promise<boolean> => inWorkspace(null, data.hasAnyAccount);

async function newCredential(
  tx: Tx,
  workspace: string,
  accountId: string | null,
  kind: 'session' | 'token',
  label: string,
  scope: Scope = 'send',
): Promise<string> {
  const secret = `${kind === 'token' ? 'up_' : ''}${randomBytes(24).toString('base64url')}`;
  const days = kind === 'session' ? SESSION_DAYS : null;
  await data.addCredential(tx, { secretHash: sha(secret), workspace, accountId, kind, label, scope, days });
  return secret;
}

/** The code that whoever makes the first account must know: ./start prints it, so that it is who sits at this machine. */
export const claimCode = (): string =>
  sign('first claim', 'owner')
    .replace(/[^a-z0-9]/gi, '')
    .slice(0, 8)
    .toUpperCase();
const claims = new Patience();

/** Makes the first workspace and its owner; returns a session. Fails when there is an account already, or without the code. */
export async function makeOwner(o: {
  workspace: string;
  name: string;
  email: string;
  password: string;
  code: string;
}): Promise<string> {
  if (!o.workspace.trim()) throw new Trouble('not-valid', 'Give the workspace a name.', 'workspace');
  if (!o.name.trim()) throw new Trouble('not-valid', 'Say who you are.', 'name');
  if (!/^\S+@\S+\.\S+$/.test(o.email)) throw new Trouble('not-valid', 'That does not look like an e-mail address.', 'email');
  const weak = whyNotPassword(o.password);
  if (weak) throw new Trouble('not-valid', weak, 'password');
  if (await hasAnyAccount()) throw new Trouble('conflict', 'There is an owner already. Sign in instead.');
  patiently(claims, 'claim');
  if (o.code.trim().toUpperCase() !== claimCode()) {
    claims.failed('claim');
    throw new Trouble('not-allowed', 'That is not the code that ./start printed in the terminal.', 'code');
  }
  const passwordHash = await hashOf(o.password);
  return inWorkspace(null, async (tx) => {
    const made = await data.makeFirstAccount(tx, {
      workspace: o.workspace.trim(),
      email: o.email,
      name: o.name.trim(),
      passwordHash,
    });
    if (!made) throw new Trouble('conflict', 'There is an owner already. Sign in instead.');
    return newCredential(tx, made.workspace, made.accountId, 'session', 'browser');
  });
}

const tries = new Patience();
function patiently(patience: Patience, name: string): void {
  const seconds = patience.waits(name);
  if (seconds)
    throw new Trouble('slow-down', `Too many wrong tries. Try again in ${seconds} ${seconds === 1 ? 'second' : 'seconds'}.`);
}

/** Checks a password and returns a session. An unknown address takes as long as a wrong password. */
export async function signIn(email: string, password: string, label: string): Promise<string> {
  patiently(tries, email);
  const account = await inWorkspace(null, (tx) => data.accountForSignIn(tx, email));
  const good = await isPassword(account?.passwordHash, password);
  if (!account || !good) {
    tries.failed(email);
    throw new Trouble('not-signed-in', 'That address and password do not go together.');
  }
  tries.succeeded(email);
  return inWorkspace(null, (tx) => newCredential(tx, account.workspace, account.accountId, 'session', label));
}

export async function signOut(caller: Caller, secret: string): Promise<void> {
  await inWorkspace(caller.workspace, (tx) => data.removeCredential(tx, sha(secret)));
}

/** Makes an API token and returns it; it is stored only as a hash. */
export const newToken = (workspace: string, label: string, scope: Scope): Promise<string> =>
  inWorkspace(workspace, (tx) => newCredential(tx, workspace, null, 'token', label, scope));

/** Tokens of the workspace, and the caller's own visits; the one that asks is marked. */
export const credentialsOf = (caller: Caller): Promise<(data.CredentialRow & { own: boolean })[]> =>
  inWorkspace(caller.workspace, async (tx) =>
    (await data.listCredentials(tx, caller.account)).map((c) => ({ ...c, own: c.id === caller.credential })),
  );

/** Ends a token or a visit, at once. */
export const endCredential = (caller: Caller, id: string): Promise<void> =>
  inWorkspace(caller.workspace, async (tx) => {
    if (!(await data.endCredential(tx, caller.account, id))) throw new Trouble('not-found', 'There is no such token or visit.');
  });

/** Makes sure that a given secret is a token of the workspace: the start command keeps its own in a file. */
export async function adoptToken(workspace: string, secret: string, label: string): Promise<void> {
  const token = { secretHash: sha(secret), workspace, accountId: null, kind: 'token', label, scope: 'send', days: null } as const;
  await inWorkspace(workspace, (tx) => data.addCredential(tx, token));
}

/** The demo workspace, made when there is none. */
export async function demoWorkspace(name: string): Promise<string> {
  return inWorkspace(null, async (tx) => (await data.demoWorkspace(tx))?.id ?? data.makeWorkspace(tx, name, true));
}
