import type { Scope } from '../../core/scopes';
import { row, rows, type Tx } from '../database';

/** Who a secret belongs to. */
export interface CredentialOwner {
  /** The visit or token by which the house is asked; null for the demo without signing in. */
  credential: string | null;
  workspace: string;
  workspaceName: string;
  isDemo: boolean;
  account: string | null;
  person: string | null;
  /** What the token is called. */
  label: string | null;
  scope: Scope;
}

/** Asked before any workspace is known; secrets are known by their SHA-256 only. */
export const credentialOwner = (tx: Tx, secretHash: Buffer): Promise<CredentialOwner | null> =>
  row(
    tx,
    `SELECT id AS credential, workspace_id AS workspace, workspace_name AS "workspaceName", is_demo AS "isDemo", account_id AS account,
       account_name AS person, label, scope FROM use_credential($1)`,
    [secretHash],
  );

export const demoWorkspace = (tx: Tx): Promise<{ id: string; name: string } | null> =>
  row(tx, 'SELECT id, name FROM demo_workspace()');

export const hasAnyAccount = async (tx: Tx): Promise<boolean> =>
  (await row<{ any: boolean }>(tx, 'SELECT has_any_account() AS any'))!.any;

export interface NewCredential {
  secretHash: Buffer;
  workspace: string;
  accountId: string | null;
  kind: 'session' | 'token';
  label: string;
  scope: Scope;
  /** A token lives until it is withdrawn. */
  days: number | null;
}

/** Keeps a credential; one that is known already stays as it is. */
export async function addCredential(tx: Tx, c: NewCredential): Promise<void> {
  await tx.query("SELECT set_config('press.workspace', $1, true)", [c.workspace]);
  await tx.query(
    `INSERT INTO credential (secret_hash, workspace_id, account_id, kind, label, scope, expires_at)
     VALUES ($1, $2, $3, $4, $5, $6, now() + make_interval(days => $7)) ON CONFLICT (secret_hash) DO NOTHING`,
    [c.secretHash, c.workspace, c.accountId, c.kind, c.label, c.scope, c.days],
  );
}

/** A visit or a token as its owner sees it; never its secret. */
export interface CredentialRow {
  id: string;
  kind: 'session' | 'token';
  label: string;
  scope: Scope;
  createdAt: string;
  usedAt: string | null;
}
/** Tokens of the workspace and visits of one account, the latest used first. */
export const listCredentials = (tx: Tx, accountId: string | null): Promise<CredentialRow[]> =>
  rows(
    tx,
    `SELECT id, kind, label, scope, created_at AS "createdAt", last_used_at AS "usedAt" FROM credential
     WHERE (kind = 'token' OR account_id = $1) AND (expires_at IS NULL OR expires_at > now())
     ORDER BY coalesce(last_used_at, created_at) DESC LIMIT 500`,
    [accountId],
  );
/** Ends one of them; false when there is none such. */
export async function endCredential(tx: Tx, accountId: string | null, id: string): Promise<boolean> {
  const ended = await tx.query("DELETE FROM credential WHERE id = $1 AND (kind = 'token' OR account_id = $2)", [id, accountId]);
  return ended.rowCount === 1;
}

export async function removeCredential(tx: Tx, secretHash: Buffer): Promise<void> {
  await tx.query('DELETE FROM credential WHERE secret_hash = $1', [secretHash]);
}

/** Makes the first workspace and its owner; null when there is an account already. */
export const makeFirstAccount = (
  tx: Tx,
  o: { workspace: string; email: string; name: string; passwordHash: string },
): Promise<{ accountId: string; workspace: string } | null> =>
  row(tx, 'SELECT account_id AS "accountId", workspace_id AS workspace FROM make_first_account($1, $2, $3, $4)', [
    o.workspace,
    o.email,
    o.name,
    o.passwordHash,
  ]);

export const accountForSignIn = (
  tx: Tx,
  email: string,
): Promise<{ accountId: string; workspace: string; passwordHash: string } | null> =>
  row(
    tx,
    'SELECT account_id AS "accountId", workspace_id AS workspace, password_hash AS "passwordHash" FROM account_for_sign_in($1)',
    [email],
  );

export const makeWorkspace = async (tx: Tx, name: string, isDemo: boolean): Promise<string> =>
  (await row<{ id: string }>(tx, 'SELECT make_workspace($1, $2) AS id', [name, isDemo]))!.id;
