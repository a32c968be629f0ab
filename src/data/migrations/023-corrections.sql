-- A correction of many proofs' words: its steps, or what a hand put into cells, where it is to go, and how far it is. It is turned back,
-- and made again, part by part, as it was made.
CREATE TABLE correction (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  -- null where a hand wrote into cells
  steps jsonb,
  -- null: each outlet's own
  language text,
  goes_to text NOT NULL DEFAULT 'corrected' CHECK (goes_to IN ('corrected', 'as it was')),
  stopped boolean NOT NULL DEFAULT false,
  total integer NOT NULL,
  asked_by jsonb NOT NULL DEFAULT current_actor(),
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (id, workspace_id)
);
CREATE INDEX correction_in_order ON correction (workspace_id, seq DESC);
CREATE TABLE correction_part (
  correction_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  n integer NOT NULL,
  proofs uuid[] NOT NULL,
  -- what a hand put, by proof and field, beside what it saw there
  cells jsonb,
  stands text NOT NULL DEFAULT 'as it was' CHECK (stands IN ('corrected', 'as it was')),
  -- fields as they were, and as they were made, by proof
  was jsonb,
  made jsonb,
  changed integer NOT NULL DEFAULT 0,
  -- how many stayed as they were when it was last carried, by why
  stayed jsonb NOT NULL DEFAULT '{}',
  PRIMARY KEY (correction_id, n),
  FOREIGN KEY (correction_id, workspace_id) REFERENCES correction (id, workspace_id) ON DELETE CASCADE
);
DO $$ DECLARE t text; BEGIN
  FOREACH t IN ARRAY ARRAY['correction', 'correction_part'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own ON %I USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace())', t);
    EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO press_app', t);
  END LOOP;
END $$;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON correction FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER UPDATE ON correction_part FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- A proof's fields with some of one language put in; null takes one out.
CREATE FUNCTION with_words(fields jsonb, language text, put jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_build_object(
    'words', coalesce(fields->'words', '{}') || coalesce((SELECT jsonb_object_agg(k, CASE WHEN v = 'null' THEN coalesce(fields->'words'->k, '{}') - language
      ELSE coalesce(fields->'words'->k, '{}') || jsonb_build_object(language, v) END) FROM jsonb_each(put) w(k, v) WHERE k <> 'tags'), '{}'),
    'tags', CASE WHEN NOT put ? 'tags' THEN coalesce(fields->'tags', '{}') WHEN put->'tags' = 'null' THEN coalesce(fields->'tags', '{}') - language
      ELSE coalesce(fields->'tags', '{}') || jsonb_build_object(language, put->'tags') END)
$$;

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
    UNION ALL SELECT c.workspace_id, 'correcting', c.id, NULL, 'correct:' || c.id FROM correction c
      WHERE NOT c.stopped AND EXISTS (SELECT FROM correction_part p WHERE p.correction_id = c.id AND p.stands <> c.goes_to)
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.id IS NULL OR r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;
