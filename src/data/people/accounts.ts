import { row, type Tx } from '../database';

/** Who a secret belongs to. */
export interface CredentialOwner {
  workspace: string;
  workspaceName: string;
  isDemo: boolean;
  person: string | null;
}

/** Asked before any workspace is known; secrets are known by their SHA-256 only. */
export const credentialOwner = (tx: Tx, secretHash: Buffer): Promise<CredentialOwner | null> =>
  row(
    tx,
    `SELECT workspace_id AS workspace, workspace_name AS "workspaceName", is_demo AS "isDemo", account_name AS person
     FROM credential_owner($1)`,
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
  /** A token lives until it is withdrawn. */
  days: number | null;
}

/** Keeps a credential; one that is known already stays as it is. */
export async function addCredential(tx: Tx, c: NewCredential): Promise<void> {
  await tx.query("SELECT set_config('press.workspace', $1, true)", [c.workspace]);
  await tx.query(
    `INSERT INTO credential (secret_hash, workspace_id, account_id, kind, label, expires_at)
     VALUES ($1, $2, $3, $4, $5, now() + make_interval(days => $6)) ON CONFLICT (secret_hash) DO NOTHING`,
    [c.secretHash, c.workspace, c.accountId, c.kind, c.label, c.days],
  );
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
