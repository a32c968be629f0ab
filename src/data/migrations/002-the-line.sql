-- The line: artwork, blanks, dockets, outlets, runs, proofs, sendings, listings.

CREATE TABLE drawer (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  name text NOT NULL CHECK (name <> ''),
  UNIQUE (workspace_id, name)
);

CREATE TABLE artwork (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  drawer_id uuid REFERENCES drawer ON DELETE SET NULL,
  file_name text NOT NULL,
  file_sha256 text NOT NULL,
  file_bytes bigint NOT NULL CHECK (file_bytes >= 0),
  state text NOT NULL DEFAULT 'arriving' CHECK (state IN ('arriving', 'ready', 'refused')),
  problem text,
  name text NOT NULL,
  subject text NOT NULL DEFAULT '',
  keywords text[] NOT NULL DEFAULT '{}',
  format text,
  width_px integer,
  height_px integer,
  measured jsonb,
  created_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((state = 'refused') = (problem IS NOT NULL)),
  CHECK (state <> 'ready' OR (width_px > 0 AND height_px > 0 AND measured IS NOT NULL))
);
-- The same bytes are one artwork; a second copy is reported, not stored twice.
CREATE UNIQUE INDEX artwork_once ON artwork (workspace_id, file_sha256) WHERE state <> 'refused';
CREATE INDEX artwork_in_order ON artwork (workspace_id, seq);

CREATE TABLE blank (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  id text NOT NULL,
  print_house text NOT NULL,
  spec jsonb NOT NULL,
  fetched_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workspace_id, id)
);

CREATE TABLE outlet (
  id text NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  name text NOT NULL,
  style text NOT NULL,
  base_url text NOT NULL,
  connected boolean NOT NULL DEFAULT false,
  sealed_secret text,
  rules jsonb,
  rules_at timestamptz,
  PRIMARY KEY (workspace_id, id)
);

CREATE TABLE docket (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  name text NOT NULL CHECK (name <> ''),
  blank_id text NOT NULL,
  spec jsonb NOT NULL,
  updated_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (workspace_id, name),
  FOREIGN KEY (workspace_id, blank_id) REFERENCES blank
);

CREATE TABLE run (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  name text NOT NULL,
  state text NOT NULL DEFAULT 'going' CHECK (state IN ('going', 'paused', 'stopped')),
  left_out jsonb NOT NULL DEFAULT '[]',
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE proof (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  run_id uuid NOT NULL REFERENCES run ON DELETE CASCADE,
  artwork_id uuid NOT NULL REFERENCES artwork ON DELETE CASCADE,
  docket_id uuid NOT NULL REFERENCES docket ON DELETE CASCADE,
  outlet_id text NOT NULL,
  state text NOT NULL DEFAULT 'drafting'
    CHECK (state IN ('drafting', 'held', 'ready', 'passed', 'sending', 'listed', 'refused')),
  -- {title, description, tags, prices}: each {value, from: 'pattern' | 'hand'}
  fields jsonb NOT NULL DEFAULT '{}',
  colours jsonb NOT NULL DEFAULT '[]',
  pictures jsonb NOT NULL DEFAULT '[]',
  problems jsonb NOT NULL DEFAULT '[]',
  updated_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (workspace_id, artwork_id, docket_id, outlet_id),
  FOREIGN KEY (workspace_id, outlet_id) REFERENCES outlet
);
CREATE INDEX proof_by_run ON proof (run_id, state);

-- The outbox: one row per proof that is to go out, kept for good: trying again goes on from the steps that were done.
-- The idempotency key travels with it to the outlet.
CREATE TABLE sending (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  proof_id uuid NOT NULL UNIQUE REFERENCES proof ON DELETE CASCADE,
  run_id uuid NOT NULL REFERENCES run ON DELETE CASCADE,
  outlet_id text NOT NULL,
  go_live boolean NOT NULL,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'sending', 'sent', 'refused', 'withdrawn')),
  idempotency_key text NOT NULL,
  payload jsonb NOT NULL,
  tries integer NOT NULL DEFAULT 0,
  problem text,
  created_at timestamptz NOT NULL DEFAULT now(),
  finished_at timestamptz,
  FOREIGN KEY (workspace_id, outlet_id) REFERENCES outlet
);
CREATE INDEX sending_by_run ON sending (run_id, outlet_id, state);

-- What was done at the outlet, written before and after each step.
CREATE TABLE sending_step (
  sending_id uuid NOT NULL REFERENCES sending ON DELETE CASCADE,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  step text NOT NULL,
  begun_at timestamptz NOT NULL DEFAULT now(),
  done_at timestamptz,
  result jsonb,
  PRIMARY KEY (sending_id, step)
);

CREATE TABLE listing (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  proof_id uuid NOT NULL UNIQUE REFERENCES proof ON DELETE CASCADE,
  outlet_id text NOT NULL,
  remote_id text NOT NULL,
  url text NOT NULL,
  state text NOT NULL CHECK (state IN ('draft there', 'live', 'ended', 'lapsed', 'gone')),
  title text NOT NULL,
  price_minor bigint NOT NULL,
  currency text NOT NULL,
  sent_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (workspace_id, outlet_id, remote_id),
  FOREIGN KEY (workspace_id, outlet_id) REFERENCES outlet
);

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['drawer', 'artwork', 'blank', 'outlet', 'docket', 'run', 'proof', 'sending', 'sending_step', 'listing'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own ON %I USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace())', t);
  END LOOP;
END $$;

-- Says that something changed; the web process listens and tells open screens. One note per table, workspace and transaction.
CREATE FUNCTION tell_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('press_change', json_build_object('workspace', current_workspace(), 'table', TG_TABLE_NAME)::text);
  RETURN NULL;
END $$;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON artwork FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON proof FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON sending FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON run FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON outlet FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON docket FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
