-- Files that are sold: what a proof hands over, each with its bytes and its hash; null where it sells goods only.
ALTER TABLE proof ADD COLUMN downloads jsonb;

-- A file that always goes along with what is sold: instructions, terms of use. Its bytes lie among the originals.
CREATE TABLE enclosure (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name text NOT NULL,
  file_sha256 text NOT NULL,
  bytes bigint NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (workspace_id, id)
);
CREATE UNIQUE INDEX enclosure_name ON enclosure (workspace_id, lower(name));
ALTER TABLE enclosure ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON enclosure USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON enclosure TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON enclosure FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- What is handed over is kept as long as a proof, a listing or an order names it.
CREATE OR REPLACE FUNCTION used_derived() RETURNS SETOF text LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  WITH printed AS (
    SELECT f->>'file' AS name FROM print_plan p, jsonb_array_elements(p.files) f
      WHERE EXISTS (SELECT FROM listing l WHERE l.workspace_id = p.workspace_id AND l.print_plan = p.name)
    UNION ALL SELECT file FROM print_set_file)
  SELECT n FROM proof, jsonb_array_elements(pictures) p, unnest(ARRAY[p->>'file', p->>'small']) n WHERE n IS NOT NULL
  UNION ALL SELECT d->>'file' FROM proof, jsonb_array_elements(downloads) d WHERE downloads IS NOT NULL
  UNION ALL SELECT small FROM listing WHERE small IS NOT NULL
  UNION ALL SELECT p->>'file' FROM listing, jsonb_array_elements(sent->'pictures') p WHERE sent IS NOT NULL
  UNION ALL SELECT d->>'file' FROM listing, jsonb_array_elements(sent->'downloads') d WHERE sent ? 'downloads'
  UNION ALL SELECT p->>'file' FROM outlet_order, jsonb_array_elements(want->'pictures') p WHERE state IN ('waiting', 'sending') AND want IS NOT NULL
  UNION ALL SELECT d->>'file' FROM outlet_order, jsonb_array_elements(want->'downloads') d WHERE state IN ('waiting', 'sending') AND want ? 'downloads'
  UNION ALL SELECT n FROM printed, unnest(ARRAY[name, regexp_replace(name, '\.png$', '.pdf')]) n
$$;

CREATE OR REPLACE FUNCTION used_originals(asked text[], hours integer) RETURNS SETOF text
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT file_sha256 FROM artwork WHERE file_sha256 = ANY(asked) AND (state <> 'refused' OR created_at > now() - make_interval(hours => hours))
  UNION SELECT file_sha256 FROM artwork_version WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM print_plan_original WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM enclosure WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM parcel WHERE file_sha256 = ANY(asked) AND state IN ('waiting', 'unpacking')
$$;
