-- What a proof prints: the exact rasters of its goods, each with all that goes into its pixels. Outlets that a design goes to share it.
CREATE TABLE print_plan (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  -- the hash of its files
  name text NOT NULL,
  files jsonb NOT NULL,
  used_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workspace_id, name)
);
-- the originals that it is made from are needed, also when their artworks have other files by now, or are gone
CREATE TABLE print_plan_original (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  plan text NOT NULL,
  file_sha256 text NOT NULL,
  PRIMARY KEY (workspace_id, plan, file_sha256),
  FOREIGN KEY (workspace_id, plan) REFERENCES print_plan ON DELETE CASCADE
);
CREATE INDEX print_plan_original_by_file ON print_plan_original (file_sha256);
-- as it was drafted, and as it was sent: an order years later prints the same
ALTER TABLE proof ADD COLUMN print_plan text, ADD CONSTRAINT proof_print_plan_fkey FOREIGN KEY (workspace_id, print_plan) REFERENCES print_plan;
ALTER TABLE listing ADD COLUMN print_plan text, ADD CONSTRAINT listing_print_plan_fkey FOREIGN KEY (workspace_id, print_plan) REFERENCES print_plan;
CREATE INDEX proof_by_print_plan ON proof (workspace_id, print_plan) WHERE print_plan IS NOT NULL;
CREATE INDEX listing_by_print_plan ON listing (workspace_id, print_plan) WHERE print_plan IS NOT NULL;

-- Print files that somebody asked for, of some proofs or listings: laid out, made one by one, and taken away as one archive.
CREATE TABLE print_set (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('proofs', 'listings')),
  asked uuid[] NOT NULL,
  -- so many of them are laid out
  done integer NOT NULL DEFAULT 0,
  -- only these files of them, where some are named
  files text[],
  pattern text NOT NULL,
  pdf boolean NOT NULL,
  state text NOT NULL DEFAULT 'laying out' CHECK (state IN ('laying out', 'making', 'stopped', 'done')),
  made integer NOT NULL DEFAULT 0,
  failed integer NOT NULL DEFAULT 0,
  total integer NOT NULL DEFAULT 0,
  bytes bigint NOT NULL DEFAULT 0,
  -- how long its files took altogether
  seconds double precision NOT NULL DEFAULT 0,
  problem jsonb,
  asked_by jsonb NOT NULL DEFAULT current_actor(),
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (id, workspace_id)
);
CREATE INDEX print_set_in_order ON print_set (workspace_id, seq DESC);
CREATE TABLE print_set_file (
  set_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  n integer NOT NULL,
  plan text NOT NULL,
  -- its name among derived files, and in the archive
  file text NOT NULL,
  path text NOT NULL,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'made', 'failed')),
  bytes bigint,
  problem jsonb,
  PRIMARY KEY (set_id, n),
  FOREIGN KEY (set_id, workspace_id) REFERENCES print_set (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (workspace_id, plan) REFERENCES print_plan
);
CREATE INDEX print_set_file_waiting ON print_set_file (set_id, n) WHERE state = 'waiting';
CREATE INDEX print_set_file_by_plan ON print_set_file (workspace_id, plan);

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['print_plan', 'print_plan_original', 'print_set', 'print_set_file'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own ON %I USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace())', t);
    EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO press_app', t);
  END LOOP;
  GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO press_app;
END $$;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON print_set FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

CREATE OR REPLACE FUNCTION left_over() RETURNS TABLE (workspace uuid, kind text, id uuid, other text, failed boolean)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  WITH passing AS (
    SELECT workspace_id, 'arriving' AS kind, artwork.id, NULL AS other, 'measure:' || artwork.id AS key FROM artwork WHERE state = 'arriving'
    UNION ALL SELECT workspace_id, 'unread', artwork.id, NULL, 'words:' || artwork.id FROM artwork WHERE state = 'ready' AND said IS NULL
    UNION ALL SELECT DISTINCT p.workspace_id, 'drafting', p.artwork_id, p.run_id::text, 'draft:' || p.run_id || ':' || p.artwork_id
      FROM proof p JOIN run r ON r.id = p.run_id WHERE p.state = 'drafting' AND r.state = 'going'
    UNION ALL SELECT DISTINCT t.workspace_id, 'planning', t.run_id, NULL, 'plan:' || t.run_id FROM run_part t JOIN run r ON r.id = t.run_id WHERE r.state = 'going'
    UNION ALL SELECT DISTINCT workspace_id, 'passing', NULL::uuid, NULL, 'pass:' || workspace_id FROM to_move
    UNION ALL SELECT DISTINCT t.workspace_id, 'ordering', NULL::uuid, NULL, 'order:' || t.workspace_id FROM to_order t JOIN run r ON r.id = t.run_id WHERE r.state <> 'paused' OR t.apart
    UNION ALL SELECT workspace_id, 'unpacking', parcel.id, NULL, 'unpack:' || parcel.id FROM parcel WHERE state IN ('waiting', 'unpacking')
    UNION ALL SELECT workspace_id, 'printing', print_set.id, NULL, 'prints:' || print_set.id FROM print_set WHERE state IN ('laying out', 'making')
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.id IS NULL OR r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;

-- Print files of what was sent are kept; those that were only looked at are made again when somebody asks.
CREATE OR REPLACE FUNCTION used_derived() RETURNS SETOF text LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  WITH printed AS (
    SELECT f->>'file' AS name FROM print_plan p, jsonb_array_elements(p.files) f
      WHERE EXISTS (SELECT FROM listing l WHERE l.workspace_id = p.workspace_id AND l.print_plan = p.name)
    UNION ALL SELECT file FROM print_set_file)
  SELECT n FROM proof, jsonb_array_elements(pictures) p, unnest(ARRAY[p->>'file', p->>'small']) n WHERE n IS NOT NULL
  UNION ALL SELECT small FROM listing WHERE small IS NOT NULL
  UNION ALL SELECT p->>'file' FROM listing, jsonb_array_elements(sent->'pictures') p WHERE sent IS NOT NULL
  UNION ALL SELECT p->>'file' FROM outlet_order, jsonb_array_elements(want->'pictures') p WHERE state IN ('waiting', 'sending') AND want IS NOT NULL
  UNION ALL SELECT n FROM printed, unnest(ARRAY[name, regexp_replace(name, '\.png$', '.pdf')]) n
$$;

CREATE OR REPLACE FUNCTION used_originals(asked text[], hours integer) RETURNS SETOF text
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT file_sha256 FROM artwork WHERE file_sha256 = ANY(asked) AND (state <> 'refused' OR created_at > now() - make_interval(hours => hours))
  UNION SELECT file_sha256 FROM artwork_version WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM print_plan_original WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM parcel WHERE file_sha256 = ANY(asked) AND state IN ('waiting', 'unpacking')
$$;

-- What was asked for long ago, and what is printed by nothing any more, goes: over all workspaces.
CREATE FUNCTION drop_old_prints(days integer) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  DELETE FROM print_set WHERE created_at < now() - make_interval(days => days);
  DELETE FROM print_plan p WHERE used_at < now() - make_interval(days => 1)
    AND NOT EXISTS (SELECT FROM proof q WHERE q.workspace_id = p.workspace_id AND q.print_plan = p.name)
    AND NOT EXISTS (SELECT FROM listing l WHERE l.workspace_id = p.workspace_id AND l.print_plan = p.name)
    AND NOT EXISTS (SELECT FROM print_set_file f WHERE f.workspace_id = p.workspace_id AND f.plan = p.name);
$$;
