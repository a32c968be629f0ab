-- Workspaces, who may enter them, and the rule that keeps them apart.
-- Two roles: the owner of the schema (migrations and the job queue) and press_app (everything else), which
-- row-level security holds to the workspace named in the setting press.workspace.

CREATE FUNCTION current_workspace() RETURNS uuid LANGUAGE sql STABLE AS
$$ SELECT nullif(current_setting('press.workspace', true), '')::uuid $$;

CREATE TABLE workspace (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name text NOT NULL CHECK (name <> ''),
  is_demo boolean NOT NULL DEFAULT false,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX workspace_one_demo ON workspace (is_demo) WHERE is_demo;

CREATE TABLE account (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE,
  email text NOT NULL UNIQUE CHECK (email = lower(email)),
  name text NOT NULL,
  password_hash text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);

-- Browser sessions and API tokens, both kept only as SHA-256 of the secret.
CREATE TABLE credential (
  secret_hash bytea PRIMARY KEY,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE,
  account_id uuid REFERENCES account ON DELETE CASCADE,
  kind text NOT NULL CHECK (kind IN ('session', 'token')),
  label text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz
);

ALTER TABLE workspace ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON workspace USING (id = current_workspace());
ALTER TABLE account ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON account USING (workspace_id = current_workspace());
ALTER TABLE credential ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON credential USING (workspace_id = current_workspace());

-- The few questions that come before a workspace is known run with the owner's rights.
CREATE FUNCTION credential_owner(hash bytea)
RETURNS TABLE (workspace_id uuid, workspace_name text, is_demo boolean, account_name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT w.id, w.name, w.is_demo, a.name
  FROM credential c JOIN workspace w ON w.id = c.workspace_id LEFT JOIN account a ON a.id = c.account_id
  WHERE c.secret_hash = hash AND (c.expires_at IS NULL OR c.expires_at > now())
$$;
CREATE FUNCTION account_for_sign_in(address text)
RETURNS TABLE (account_id uuid, workspace_id uuid, password_hash text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
$$ SELECT id, account.workspace_id, account.password_hash FROM account WHERE email = lower(address) $$;
CREATE FUNCTION has_any_account() RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$ SELECT EXISTS (SELECT FROM account) $$;
CREATE FUNCTION demo_workspace() RETURNS TABLE (id uuid, name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$ SELECT id, name FROM workspace WHERE is_demo $$;
CREATE FUNCTION make_workspace(its_name text, demo boolean) RETURNS uuid
LANGUAGE sql SECURITY DEFINER SET search_path = public AS
$$ INSERT INTO workspace (name, is_demo) VALUES (its_name, demo) RETURNING id $$;
-- The first account may be made by whoever comes first; the lock keeps two from coming first.
CREATE FUNCTION make_first_account(its_workspace text, address text, its_name text, hash text)
RETURNS TABLE (account_id uuid, workspace_id uuid)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE w uuid; a uuid;
BEGIN
  PERFORM pg_advisory_xact_lock(7001);
  IF EXISTS (SELECT FROM account) THEN RETURN; END IF;
  INSERT INTO workspace (name) VALUES (its_workspace) RETURNING id INTO w;
  INSERT INTO account (workspace_id, email, name, password_hash) VALUES (w, lower(address), its_name, hash) RETURNING id INTO a;
  RETURN QUERY SELECT a, w;
END $$;
