-- Long lists are read in windows, and what is to be sent waits for the worker.

-- In the order they were made, with what lists are chosen by: read from the index alone, also far down.
DROP INDEX proof_in_order, listing_in_order;
CREATE INDEX proof_in_order ON proof (workspace_id, seq) INCLUDE (id, state, outlet_id, docket_id, run_id, artwork_id);
CREATE INDEX listing_in_order ON listing (workspace_id, seq) INCLUDE (id, state, outlet_id, docket_id);
CREATE INDEX listing_by_title ON listing (workspace_id, lower(title), seq);
-- What is out of step is little of what there is.
CREATE INDEX proof_changed ON proof (workspace_id, id) WHERE changed <> '{}';
CREATE INDEX listing_drifted ON listing (workspace_id, id) WHERE drift <> '{}';

-- What was a search of artwork by name is a view of any station by name: what is shown, in which order, in which columns.
ALTER TABLE saved_search RENAME TO kept_view;
ALTER TABLE kept_view ADD COLUMN station text NOT NULL DEFAULT 'artwork' CHECK (station IN ('artwork', 'sheet', 'proofs', 'ledger'));
ALTER TABLE kept_view DROP CONSTRAINT saved_search_workspace_id_name_key, ADD UNIQUE (workspace_id, station, name);

-- Proofs that somebody has sent off and that have no order yet: the worker makes their orders, some hundreds at a time.
CREATE TABLE to_order (
  proof_id uuid PRIMARY KEY,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  run_id uuid NOT NULL,
  -- what its proof was, should it not be sent after all
  back text NOT NULL,
  live boolean NOT NULL,
  over_theirs boolean NOT NULL,
  -- its run's pause does not hold it
  apart boolean NOT NULL,
  asked_by jsonb NOT NULL DEFAULT current_actor(),
  FOREIGN KEY (proof_id, workspace_id) REFERENCES proof (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (run_id, workspace_id) REFERENCES run (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX to_order_by_run ON to_order (workspace_id, run_id, seq);
ALTER TABLE to_order ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON to_order USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON to_order TO press_app;

-- Proofs that somebody has passed, or taken back, by the thousand: the worker moves them, some at a time.
CREATE TABLE to_move (
  proof_id uuid PRIMARY KEY,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  state text NOT NULL CHECK (state IN ('ready', 'passed')),
  -- how many were meant together
  among integer NOT NULL,
  FOREIGN KEY (proof_id, workspace_id) REFERENCES proof (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX to_move_in_order ON to_move (workspace_id, seq);
ALTER TABLE to_move ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON to_move USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON to_move TO press_app;

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
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.id IS NULL OR r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;

-- What a sweep of files asks, over all workspaces: names alone leave these functions.
CREATE FUNCTION known_originals(behind text, at_most integer) RETURNS SETOF text LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT * FROM (SELECT file_sha256 FROM artwork WHERE file_sha256 > behind UNION SELECT file_sha256 FROM artwork_version WHERE file_sha256 > behind) f
  ORDER BY 1 LIMIT at_most
$$;
CREATE FUNCTION used_derived() RETURNS SETOF text LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT n FROM proof, jsonb_array_elements(pictures) p, unnest(ARRAY[p->>'file', p->>'small']) n WHERE n IS NOT NULL
  UNION ALL SELECT small FROM listing WHERE small IS NOT NULL
  UNION ALL SELECT p->>'file' FROM listing, jsonb_array_elements(sent->'pictures') p WHERE sent IS NOT NULL
  UNION ALL SELECT p->>'file' FROM outlet_order, jsonb_array_elements(want->'pictures') p WHERE state IN ('waiting', 'sending') AND want IS NOT NULL
$$;

-- Secrets are sealed with a key that is not kept here. Whoever opens this database with another one is told before anything is lost.
CREATE TABLE house (
  one boolean PRIMARY KEY DEFAULT true CHECK (one),
  -- a mark that only the key makes
  seal_mark text NOT NULL
);

-- After a backup was brought back only the originals are there: what was made from them is made again, behind everything else.
CREATE FUNCTION make_pictures_again() RETURNS bigint LANGUAGE sql AS $$
  WITH asked AS (SELECT graphile_worker.add_job('artwork.pictures', json_build_object('workspace', workspace_id, 'artworkId', id),
    job_key := 'again:' || id, priority := 12) FROM artwork WHERE state = 'ready')
  SELECT count(*) FROM asked
$$;
REVOKE ALL ON FUNCTION make_pictures_again() FROM PUBLIC;
