-- Lists of words that a seller keeps for the checks. `basis` goes up when listings may have findings by them that they had not before.
CREATE TABLE house_words (
  workspace_id uuid PRIMARY KEY REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  document jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1,
  basis integer NOT NULL DEFAULT 1
);
-- What of a proof was looked over last: its version, and what it was held against. Beside it what it is compared with others by.
CREATE TABLE looked_over (
  proof_id uuid PRIMARY KEY,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  version integer NOT NULL,
  basis text NOT NULL,
  -- the language of its title and that; null where it has none
  title text,
  -- 60 numbers of 32 bits: core/checking/sketch.ts
  sketch bytea,
  FOREIGN KEY (proof_id, workspace_id) REFERENCES proof (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX looked_over_here ON looked_over (workspace_id);
CREATE TABLE finding (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  proof_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  "check" text NOT NULL,
  field text NOT NULL,
  language text NOT NULL,
  what text NOT NULL,
  told jsonb NOT NULL DEFAULT '{}',
  FOREIGN KEY (proof_id, workspace_id) REFERENCES proof (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX finding_of ON finding (proof_id);
CREATE INDEX finding_here ON finding (workspace_id, "check");
-- Looking the words of all proofs over: how far it is.
CREATE TABLE look (
  workspace_id uuid PRIMARY KEY REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  state text NOT NULL CHECK (state IN ('going', 'stopped', 'done')),
  total integer NOT NULL,
  looked integer NOT NULL DEFAULT 0
);
DO $$ DECLARE t text; BEGIN
  FOREACH t IN ARRAY ARRAY['house_words', 'looked_over', 'finding', 'look'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own ON %I USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace())', t);
    EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO press_app', t);
  END LOOP;
END $$;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON house_words FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON finding FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON look FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

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
    UNION ALL SELECT workspace_id, 'looking', NULL::uuid, NULL, 'look-over:' || workspace_id FROM look WHERE state = 'going'
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.id IS NULL OR r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;

-- Similar listings are found by the subject of their artwork.
CREATE INDEX artwork_by_subject ON artwork (workspace_id, subject, seq DESC) WHERE subject <> '';
