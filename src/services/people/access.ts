import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { inWorkspace, row, type Tx } from '../../data/database';
import { Trouble } from '../trouble';

/** Who is asking: a workspace, and the person's name where there is one. */
export interface Caller {
  workspace: string;
  workspaceName: string;
  isDemo: boolean;
  person: string | null;
}

const SESSION_DAYS = 30;
const sha = (secret: string) => createHash('sha256').update(secret).digest();

/** Finds the caller of a session cookie or an API token. */
export async function callerOf(secret: string | undefined): Promise<Caller | null> {
  if (!secret) return null;
  return inWorkspace(null, async (tx) => {
    const found = await row<{ workspace_id: string; workspace_name: string; is_demo: boolean; account_name: string | null }>(
      tx,
      'SELECT * FROM credential_owner($1)',
      [sha(secret)],
    );
    return (
      found && {
        workspace: found.workspace_id,
        workspaceName: found.workspace_name,
        isDemo: found.is_demo,
        person: found.account_name,
      }
    );
  });
}

/** The demo's workspace, when this process was started with the demo on loopback. */
export async function demoCaller(): Promise<Caller | null> {
  if (process.env.PRESS_DEMO !== '1') return null;
  return inWorkspace(null, async (tx) => {
    const demo = await row<{ id: string; name: string }>(tx, 'SELECT * FROM demo_workspace()');
    return demo && { workspace: demo.id, workspaceName: demo.name, isDemo: true, person: null };
  });
}

export const hasAnyAccount = (): Promise<boolean> =>
  inWorkspace(null, async (tx) => (await row<{ has_any_account: boolean }>(tx, 'SELECT has_any_account()'))!.has_any_account);

async function newCredential(
  tx: Tx,
  workspace: string,
  accountId: string | null,
  kind: 'session' | 'token',
  label: string,
): Promise<string> {
  const secret = `${kind === 'token' ? 'up_' : ''}${randomBytes(24).toString('base64url')}`;
  await tx.query("SELECT set_config('press.workspace', $1, true)", [workspace]);
  await tx.query(
    `INSERT INTO credential (secret_hash, workspace_id, account_id, kind, label, expires_at)
     VALUES ($1, $2, $3, $4, $5, CASE WHEN $4 = 'session' THEN now() + make_interval(days => $6) END)`,
    [sha(secret), workspace, accountId, kind, label, SESSION_DAYS],
  );
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
    const made = await row<{ account_id: string; workspace_id: string }>(tx, 'SELECT * FROM make_first_account($1, $2, $3, $4)', [
      o.workspace.trim(),
      o.email,
      o.name.trim(),
      passwordHash,
    ]);
    if (!made) throw new Trouble('conflict', 'There is an owner already. Sign in instead.');
    return newCredential(tx, made.workspace_id, made.account_id, 'session', 'browser');
  });
}

/** Checks a password and returns a session. An unknown address takes as long as a wrong password. */
export async function signIn(email: string, password: string): Promise<string> {
  return inWorkspace(null, async (tx) => {
    const account = await row<{ account_id: string; workspace_id: string; password_hash: string }>(
      tx,
      'SELECT * FROM account_for_sign_in($1)',
      [email],
    );
    const decoy = '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$hQJZy5sUOAqKtXhTdWqIJQ7YvUBBWPk1Q9yUyb5bLkQ';
    const good = await verify(account?.password_hash ?? decoy, password).catch(() => false);
    if (!account || !good) throw new Trouble('not-signed-in', 'That address and password do not go together.');
    return newCredential(tx, account.workspace_id, account.account_id, 'session', 'browser');
  });
}

export async function signOut(caller: Caller, secret: string): Promise<void> {
  await inWorkspace(caller.workspace, (tx) => tx.query('DELETE FROM credential WHERE secret_hash = $1', [sha(secret)]));
}

/** Makes an API token and returns it; it is stored only as a hash. */
export const newToken = (workspace: string, label: string): Promise<string> =>
  inWorkspace(workspace, (tx) => newCredential(tx, workspace, null, 'token', label));

/** Makes sure that a given secret is a token of the workspace: the start command keeps its own in a file. */
export async function adoptToken(workspace: string, secret: string, label: string): Promise<void> {
  await inWorkspace(workspace, (tx) =>
    tx.query(
      "INSERT INTO credential (secret_hash, workspace_id, kind, label) VALUES ($1, $2, 'token', $3) ON CONFLICT (secret_hash) DO NOTHING",
      [sha(secret), workspace, label],
    ),
  );
}

/** The demo workspace, made when there is none. */
export async function demoWorkspace(name: string): Promise<string> {
  return inWorkspace(null, async (tx) => {
    const there = await row<{ id: string }>(tx, 'SELECT id FROM demo_workspace()');
    return there?.id ?? (await row<{ id: string }>(tx, 'SELECT make_workspace($1, true) AS id', [name]))!.id;
  });
}
