import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { inWorkspace, type Tx } from '../../data/database';
import * as data from '../../data/people/accounts';
import { Trouble } from '../trouble';

/** Who is asking: a workspace, and the person's name where there is one. */
export type Caller = data.CredentialOwner;

const SESSION_DAYS = 30;
const sha = (secret: string) => createHash('sha256').update(secret).digest();

/** Finds the caller of a session cookie or an API token. */
export async function callerOf(secret: string | undefined): Promise<Caller | null> {
  return secret ? inWorkspace(null, (tx) => data.credentialOwner(tx, sha(secret))) : null;
}

/** The demo's workspace, when this process was started with the demo on loopback. */
export async function demoCaller(): Promise<Caller | null> {
  if (process.env.PRESS_DEMO !== '1') return null;
  const demo = await inWorkspace(null, data.demoWorkspace);
  return demo && { workspace: demo.id, workspaceName: demo.name, isDemo: true, person: null };
}

export const hasAnyAccount = (): Promise<boolean> => inWorkspace(null, data.hasAnyAccount);

async function newCredential(
  tx: Tx,
  workspace: string,
  accountId: string | null,
  kind: 'session' | 'token',
  label: string,
): Promise<string> {
  const secret = `${kind === 'token' ? 'up_' : ''}${randomBytes(24).toString('base64url')}`;
  const days = kind === 'session' ? SESSION_DAYS : null;
  await data.addCredential(tx, { secretHash: sha(secret), workspace, accountId, kind, label, days });
  return secret;
}

/** Makes the first workspace and its owner; returns a session. Fails when there is an account already. */
export async function makeOwner(o: { workspace: string; name: string; email: string; password: string }): Promise<string> {
  if (!o.workspace.trim()) throw new Trouble('not-valid', 'Give the workspace a name.', 'workspace');
  if (!o.name.trim()) throw new Trouble('not-valid', 'Say who you are.', 'name');
  if (!/^\S+@\S+\.\S+$/.test(o.email)) throw new Trouble('not-valid', 'That does not look like an e-mail address.', 'email');
  if (o.password.length < 10) throw new Trouble('not-valid', 'A password needs at least 10 characters.', 'password');
  const passwordHash = await hash(o.password);
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

/** Checks a password and returns a session. An unknown address takes as long as a wrong password. */
export async function signIn(email: string, password: string): Promise<string> {
  const account = await inWorkspace(null, (tx) => data.accountForSignIn(tx, email));
  const decoy = '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$hQJZy5sUOAqKtXhTdWqIJQ7YvUBBWPk1Q9yUyb5bLkQ';
  const good = await verify(account?.passwordHash ?? decoy, password).catch(() => false);
  if (!account || !good) throw new Trouble('not-signed-in', 'That address and password do not go together.');
  return inWorkspace(null, (tx) => newCredential(tx, account.workspace, account.accountId, 'session', 'browser'));
}

export async function signOut(caller: Caller, secret: string): Promise<void> {
  await inWorkspace(caller.workspace, (tx) => data.removeCredential(tx, sha(secret)));
}

/** Makes an API token and returns it; it is stored only as a hash. */
export const newToken = (workspace: string, label: string): Promise<string> =>
  inWorkspace(workspace, (tx) => newCredential(tx, workspace, null, 'token', label));

/** Makes sure that a given secret is a token of the workspace: the start command keeps its own in a file. */
export async function adoptToken(workspace: string, secret: string, label: string): Promise<void> {
  const token = { secretHash: sha(secret), workspace, accountId: null, kind: 'token', label, days: null } as const;
  await inWorkspace(workspace, (tx) => data.addCredential(tx, token));
}

/** The demo workspace, made when there is none. */
export async function demoWorkspace(name: string): Promise<string> {
  return inWorkspace(null, async (tx) => (await data.demoWorkspace(tx))?.id ?? data.makeWorkspace(tx, name, true));
}
