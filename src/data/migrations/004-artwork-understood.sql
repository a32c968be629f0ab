-- Artwork understood and kept: nesting drawers, what was read and proposed, likeness, versions, undo, saved searches.

-- Drawers nest. The path is kept beside the parent, so that a list needs no recursion; names hold no slash.
ALTER TABLE drawer ADD COLUMN parent_id uuid REFERENCES drawer ON DELETE CASCADE;
ALTER TABLE drawer ADD COLUMN path text;
UPDATE drawer SET path = name;
ALTER TABLE drawer ALTER COLUMN path SET NOT NULL;
ALTER TABLE drawer DROP CONSTRAINT drawer_workspace_id_name_key;
ALTER TABLE drawer ADD CONSTRAINT drawer_once UNIQUE (workspace_id, path);

ALTER TABLE artwork
  -- 'aside' is kept but out of the way; 'deleted' can be brought back until the bin is emptied
  ADD COLUMN standing text NOT NULL DEFAULT 'here' CHECK (standing IN ('here', 'aside', 'deleted')),
  ADD COLUMN version integer NOT NULL DEFAULT 1,
  ADD COLUMN audience text NOT NULL DEFAULT '' CHECK (audience IN ('', 'adult', 'youth', 'child')),
  ADD COLUMN occasion text NOT NULL DEFAULT '',
  ADD COLUMN marks text[] NOT NULL DEFAULT '{}',
  -- lines read in the picture, [{text, confidence, box}]; null while not read yet
  ADD COLUMN said jsonb,
  -- titles and layer names in the file
  ADD COLUMN titles text[] NOT NULL DEFAULT '{}',
  -- what a hand says against the measurement: {tone, picture, repeat, said}; it wins
  ADD COLUMN by_hand jsonb NOT NULL DEFAULT '{}',
  -- where name, subject, audience, occasion, marks come from: {field: 'hand' | 'file name' | 'copy' | 'proposed: why'}
  ADD COLUMN sources jsonb NOT NULL DEFAULT '{}',
  -- artworks of one motif for light and for dark cloth share a motif
  ADD COLUMN motif_id uuid,
  ADD COLUMN batch_id uuid,
  ADD COLUMN tone text GENERATED ALWAYS AS (coalesce(by_hand->>'tone', measured->>'tone')) STORED,
  ADD COLUMN haystack text NOT NULL DEFAULT '';
CREATE INDEX artwork_in_drawer ON artwork (drawer_id);
CREATE INDEX artwork_by_motif ON artwork (motif_id) WHERE motif_id IS NOT NULL;

-- Everything that a search by words looks through, in one lower-case text: what it says, what it is called, where it lies.
-- A trigger and not a generated column, since arrays and JSON are not immutable to the database.
CREATE FUNCTION artwork_haystack() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.haystack := lower(concat_ws(E'\n', NEW.name, NEW.subject, NEW.audience, NEW.occasion, array_to_string(NEW.keywords, ' '),
    array_to_string(NEW.marks, ' '), NEW.file_name,
    coalesce(NEW.by_hand->>'said', (SELECT string_agg(line->>'text', ' ') FROM jsonb_array_elements(coalesce(NEW.said, '[]')) line))));
  RETURN NEW;
END $$;
CREATE TRIGGER haystack BEFORE INSERT OR UPDATE ON artwork FOR EACH ROW EXECUTE FUNCTION artwork_haystack();
UPDATE artwork SET sources = jsonb_strip_nulls(jsonb_build_object('subject', CASE WHEN subject <> '' THEN 'hand' END));
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE INDEX artwork_by_words ON artwork USING gin (haystack gin_trgm_ops);

-- The inks of each artwork in OKLab, to search by a colour.
CREATE TABLE artwork_ink (
  artwork_id uuid NOT NULL REFERENCES artwork ON DELETE CASCADE,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  l real NOT NULL,
  a real NOT NULL,
  b real NOT NULL,
  share real NOT NULL
);
CREATE INDEX artwork_ink_of ON artwork_ink (artwork_id);

-- What is kept of each artwork to find its like.
CREATE TABLE artwork_fingerprint (
  artwork_id uuid PRIMARY KEY REFERENCES artwork ON DELETE CASCADE,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  gradient bit(64) NOT NULL,
  waves bit(64) NOT NULL,
  shape bit(64) NOT NULL,
  mean real[] NOT NULL,
  coverage real NOT NULL,
  aspect real NOT NULL,
  cells bytea NOT NULL
);
CREATE INDEX artwork_fingerprint_here ON artwork_fingerprint (workspace_id);

-- Pairs that belong together: found by the machine, decided by a person.
CREATE TABLE likeness (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  older_id uuid NOT NULL REFERENCES artwork ON DELETE CASCADE,
  newer_id uuid NOT NULL REFERENCES artwork ON DELETE CASCADE,
  kind text NOT NULL CHECK (kind IN ('copy', 'twin', 'family')),
  decision text NOT NULL DEFAULT 'open' CHECK (decision IN ('open', 'linked', 'ignored')),
  found_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (older_id, newer_id)
);
CREATE INDEX likeness_newer ON likeness (newer_id);

-- Earlier files of an artwork; the present one stands in artwork itself.
CREATE TABLE artwork_version (
  artwork_id uuid NOT NULL REFERENCES artwork ON DELETE CASCADE,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  version integer NOT NULL,
  file_name text NOT NULL,
  file_sha256 text NOT NULL,
  file_bytes bigint NOT NULL,
  put_in_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (artwork_id, version)
);

-- Which files a proof's pictures were made from: when one of them has been replaced, the proof is out of date.
ALTER TABLE proof ADD COLUMN made_from text[] NOT NULL DEFAULT '{}';
UPDATE proof SET made_from = ARRAY[a.file_sha256] FROM artwork a WHERE a.id = proof.artwork_id AND proof.state <> 'drafting';

-- One change that can be undone: what the touched artworks were before.
CREATE TABLE undo_step (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  label text NOT NULL,
  before jsonb NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  undone_at timestamptz
);
CREATE INDEX undo_step_latest ON undo_step (workspace_id, seq DESC);

CREATE TABLE saved_search (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  name text NOT NULL CHECK (name <> ''),
  query text NOT NULL,
  UNIQUE (workspace_id, name)
);

-- The workspace's own settings: the file-name pattern, the keys of marks.
CREATE TABLE setting (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  name text NOT NULL,
  value jsonb NOT NULL,
  PRIMARY KEY (workspace_id, name)
);

-- Archives that are being unpacked, and files that could not be taken out of them.
CREATE TABLE parcel (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  file_name text NOT NULL,
  file_sha256 text NOT NULL,
  drawer text,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'unpacking', 'done', 'refused', 'stopped')),
  done integer NOT NULL DEFAULT 0,
  total integer NOT NULL DEFAULT 0,
  here_already integer NOT NULL DEFAULT 0,
  problem text,
  created_at timestamptz NOT NULL DEFAULT now()
);

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['artwork_ink', 'artwork_fingerprint', 'likeness', 'artwork_version', 'undo_step', 'saved_search', 'setting', 'parcel'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own ON %I USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace())', t);
    EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO press_app', t);
  END LOOP;
  GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO press_app;
END $$;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON likeness FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON parcel FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON drawer FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON setting FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON saved_search FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- The inbox folder of an installation belongs to its own workspace, or to the demo's while there is no other.
CREATE FUNCTION inbox_workspace() RETURNS uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
$$ SELECT id FROM workspace ORDER BY is_demo, created_at LIMIT 1 $$;

-- Jobs may say how urgent they are: words wait behind pictures.
DROP FUNCTION add_job(text, json, text, text, integer);
CREATE FUNCTION add_job(task text, payload json, queue text, key text, delay_seconds integer, urgency integer) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  SELECT graphile_worker.add_job(task, payload, queue_name := queue, job_key := key,
    run_at := now() + make_interval(secs => delay_seconds), max_attempts := 12, priority := urgency)
$$;

-- Artworks that were measured before are measured again: the new measures, fingerprints and words are made by the worker.
UPDATE artwork SET state = 'arriving' WHERE state = 'ready';
SELECT add_job('artwork.measure', json_build_object('workspace', workspace_id, 'artworkId', id), NULL, 'measure:' || id, 0, 0)
FROM artwork WHERE state = 'arriving';
