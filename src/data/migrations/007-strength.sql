-- What is held against strangers and hostile files.

-- Which originals are still needed, over all workspaces: the same bytes are one file for all of them.
CREATE FUNCTION used_originals(asked text[], hours integer) RETURNS SETOF text
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT file_sha256 FROM artwork WHERE file_sha256 = ANY(asked) AND (state <> 'refused' OR created_at > now() - make_interval(hours => hours))
  UNION SELECT file_sha256 FROM artwork_version WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM parcel WHERE file_sha256 = ANY(asked) AND state IN ('waiting', 'unpacking')
$$;
CREATE INDEX artwork_by_file ON artwork (file_sha256);
CREATE INDEX artwork_version_by_file ON artwork_version (file_sha256);

-- A row refers to rows of its own workspace only: row-level security does not look at foreign keys, so they carry the workspace.
DO $$
DECLARE f record;
BEGIN
  FOR f IN
    SELECT c.conname AS name, c.conrelid::regclass AS from_table, c.confrelid::regclass AS to_table, a.attname AS col, t.attname AS id,
      CASE c.confdeltype WHEN 'c' THEN 'CASCADE' WHEN 'n' THEN format('SET NULL (%I)', a.attname) ELSE 'NO ACTION' END AS gone
    FROM pg_constraint c
      JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = c.conkey[1]
      JOIN pg_attribute t ON t.attrelid = c.confrelid AND t.attnum = c.confkey[1]
    WHERE c.contype = 'f' AND cardinality(c.conkey) = 1 AND c.connamespace = 'public'::regnamespace AND c.confrelid <> 'workspace'::regclass
      AND EXISTS (SELECT FROM pg_attribute w WHERE w.attrelid = c.conrelid AND w.attname = 'workspace_id')
      AND EXISTS (SELECT FROM pg_attribute w WHERE w.attrelid = c.confrelid AND w.attname = 'workspace_id')
  LOOP
    EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', f.from_table, f.name);
    IF NOT EXISTS (SELECT FROM pg_constraint WHERE conname = replace(f.to_table::text, '"', '') || '_in_workspace') THEN
      EXECUTE format('ALTER TABLE %s ADD CONSTRAINT %I UNIQUE (%I, workspace_id)', f.to_table, replace(f.to_table::text, '"', '') || '_in_workspace', f.id);
    END IF;
    EXECUTE format('ALTER TABLE %s ADD CONSTRAINT %I FOREIGN KEY (%I, workspace_id) REFERENCES %s (%I, workspace_id) ON DELETE %s',
      f.from_table, f.name, f.col, f.to_table, f.id, f.gone);
  END LOOP;
END $$;

-- Visits of browsers and tokens of programs, listed and ended one by one; a token may be for less than everything.
ALTER TABLE credential
  ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE,
  ADD COLUMN scope text NOT NULL DEFAULT 'send' CHECK (scope IN ('read', 'prepare', 'send')),
  ADD COLUMN last_used_at timestamptz,
  ADD CONSTRAINT credential_in_workspace UNIQUE (id, workspace_id);
DROP FUNCTION credential_owner(bytea);
CREATE FUNCTION use_credential(hash bytea)
RETURNS TABLE (id uuid, workspace_id uuid, workspace_name text, is_demo boolean, account_id uuid, account_name text, scope text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  -- to the minute: not every request is a write
  UPDATE credential c SET last_used_at = now() WHERE c.secret_hash = hash AND (c.last_used_at IS NULL OR c.last_used_at < now() - interval '1 minute');
  RETURN QUERY SELECT c.id, w.id, w.name, w.is_demo, c.account_id, a.name, c.scope
    FROM credential c JOIN workspace w ON w.id = c.workspace_id LEFT JOIN account a ON a.id = c.account_id
    WHERE c.secret_hash = hash AND (c.expires_at IS NULL OR c.expires_at > now());
END $$;

-- Consents that were begun: what the outlet sends back is taken once, soon, and from the browser or program that began it only
-- (RFC 6749, section 10.12; RFC 9700, section 2.1).
CREATE TABLE consent (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  -- null where the demo is used without signing in
  credential_id uuid,
  outlet_id text NOT NULL,
  sealed text NOT NULL,
  ends_at timestamptz NOT NULL,
  FOREIGN KEY (credential_id, workspace_id) REFERENCES credential (id, workspace_id) ON DELETE CASCADE
);
ALTER TABLE consent ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON consent USING (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON consent TO press_app;

-- Does any worker show that it lives?
CREATE FUNCTION worker_lives() RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
$$ SELECT EXISTS (SELECT FROM worker_beat WHERE seen_at > now() - interval '15 seconds') $$;
