-- At the size of a real shop: what stands in which state is counted as it changes, and a change is told by what it touched.

-- Statements add what they changed of a number and never touch a row that is there, so they do not wait for one another; now and
-- then somebody adds the rows up (fold_tallies). The sum of its rows is the number.
CREATE TABLE tally (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  -- artworks by state and standing; proofs by docket ('cell') and by run; listings
  of text NOT NULL CHECK (of IN ('artwork', 'cell', 'run', 'listing')),
  -- the docket or the run
  what uuid,
  outlet_id text NOT NULL DEFAULT '',
  state text NOT NULL,
  count bigint NOT NULL
);
CREATE INDEX tally_of ON tally (workspace_id, of, what);
ALTER TABLE tally ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON tally USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT ON tally TO press_app;

INSERT INTO tally (workspace_id, of, what, outlet_id, state, count)
SELECT workspace_id, 'artwork', NULL::uuid, '', state || ' ' || standing, count(*) FROM artwork GROUP BY 1, 5
UNION ALL SELECT workspace_id, 'cell', docket_id, outlet_id, state, count(*) FROM proof GROUP BY 1, 3, 4, 5
UNION ALL SELECT workspace_id, 'run', run_id, outlet_id, state, count(*) FROM proof GROUP BY 1, 3, 4, 5
UNION ALL SELECT workspace_id, 'listing', NULL, outlet_id, state, count(*) FROM listing GROUP BY 1, 4, 5;

-- A listing knows which artwork and docket it is of, so that artworks are asked how they stand without a look at their proofs.
ALTER TABLE listing ADD COLUMN artwork_id uuid, ADD COLUMN docket_id uuid,
  ADD FOREIGN KEY (artwork_id, workspace_id) REFERENCES artwork (id, workspace_id) ON DELETE SET NULL (artwork_id),
  ADD FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE SET NULL (docket_id);
UPDATE listing l SET artwork_id = p.artwork_id, docket_id = p.docket_id FROM proof p WHERE p.id = l.proof_id;
CREATE INDEX listing_of_artwork ON listing (artwork_id, outlet_id, docket_id) WHERE state = 'live';
CREATE INDEX listing_of_docket ON listing (docket_id);

-- Proofs page by page in the order they were made, also those in one state.
CREATE INDEX proof_in_order ON proof (workspace_id, seq);
CREATE INDEX proof_in_state ON proof (workspace_id, state, seq);

-- Listings by words, as artwork is found: with the owner's rights, for the policy keeps LIKE from using any index.
CREATE FUNCTION listing_words(title text, artwork_name text) RETURNS text LANGUAGE sql IMMUTABLE AS $$ SELECT lower(title || E'\n' || coalesce(artwork_name, '')) $$;
CREATE INDEX listing_by_words ON listing USING gin (listing_words(title, artwork_name) gin_trgm_ops);
CREATE FUNCTION listings_by_words(pattern text) RETURNS SETOF uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT id FROM listing WHERE workspace_id = current_workspace() AND listing_words(title, artwork_name) LIKE pattern
$$;

-- Adds up what has gathered of a workspace. Two at once do no harm: a row that one takes away is not there for the other.
CREATE FUNCTION fold_tallies(spare integer) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  WITH many AS (SELECT workspace_id FROM tally GROUP BY 1 HAVING count(*) - count(DISTINCT (of, what, outlet_id, state)) >= spare),
    gone AS (DELETE FROM tally t USING many m WHERE t.workspace_id = m.workspace_id RETURNING t.*)
  INSERT INTO tally (workspace_id, of, what, outlet_id, state, count)
  SELECT workspace_id, of, what, outlet_id, state, sum(count) FROM gone GROUP BY 1, 2, 3, 4, 5 HAVING sum(count) <> 0
$$;

-- Behind every statement on artworks, proofs and listings. The first argument is the artwork that a row is about; the others are what is
-- counted of it. What changed is told with its ids while it is little, and as a number when it is much: a notice holds 8,000 bytes.
CREATE FUNCTION changed() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
  rows text := concat_ws(' UNION ALL ', CASE WHEN TG_OP <> 'INSERT' THEN 'SELECT *, -1 AS n FROM was' END, CASE WHEN TG_OP <> 'DELETE' THEN 'SELECT *, 1 AS n FROM became' END);
  told jsonb;
  whose text;
BEGIN
  FOR i IN 1 .. TG_NARGS - 1 LOOP
    EXECUTE format('INSERT INTO tally (workspace_id, of, what, outlet_id, state, count) SELECT workspace_id, %s, sum(n) FROM (%s) d
      WHERE EXISTS (SELECT FROM workspace w WHERE w.id = d.workspace_id) GROUP BY 1, 2, 3, 4, 5 HAVING sum(n) <> 0', TG_ARGV[i], rows);
  END LOOP;
  EXECUTE format('WITH d AS (SELECT id::text AS id, (%s)::text AS artwork, workspace_id FROM (%s) d)
    SELECT min(workspace_id::text), jsonb_build_object(''count'', count(DISTINCT id),
      ''ids'', (SELECT jsonb_agg(id) FROM (SELECT DISTINCT id FROM d LIMIT 51) x), ''artworks'', (SELECT jsonb_agg(artwork) FROM (SELECT DISTINCT artwork FROM d WHERE artwork IS NOT NULL LIMIT 51) x))
    FROM d', TG_ARGV[0], rows) INTO whose, told;
  IF whose IS NULL THEN RETURN NULL; END IF;
  IF (told->>'count')::int > 50 THEN told := told - 'ids' - 'artworks'; END IF;
  PERFORM pg_notify('press_change', (jsonb_build_object('workspace', whose, 'table', TG_TABLE_NAME) || told)::text);
  RETURN NULL;
END $$;

DO $$
DECLARE
  t text;
  counted text;
  event text;
BEGIN
  FOREACH t IN ARRAY ARRAY['artwork', 'proof', 'listing'] LOOP
    counted := CASE t
      WHEN 'artwork' THEN quote_literal('d.id') || ', ' || quote_literal($q$'artwork', NULL::uuid, '', state || ' ' || standing$q$)
      WHEN 'proof' THEN quote_literal('d.artwork_id') || ', ' || quote_literal($q$'cell', docket_id, outlet_id, state$q$) || ', ' || quote_literal($q$'run', run_id, outlet_id, state$q$)
      ELSE quote_literal('d.artwork_id') || ', ' || quote_literal($q$'listing', NULL::uuid, outlet_id, state$q$) END;
    EXECUTE format('DROP TRIGGER tell ON %I', t);
    FOREACH event IN ARRAY ARRAY['INSERT', 'UPDATE', 'DELETE'] LOOP
      EXECUTE format('CREATE TRIGGER changed_by_%s AFTER %s ON %I REFERENCING %s FOR EACH STATEMENT EXECUTE FUNCTION changed(%s)', lower(event), event, t,
        CASE event WHEN 'INSERT' THEN 'NEW TABLE AS became' WHEN 'DELETE' THEN 'OLD TABLE AS was' ELSE 'OLD TABLE AS was NEW TABLE AS became' END, counted);
    END LOOP;
  END LOOP;
END $$;

-- A run is laid out part by part: artworks under columns, a window of cells at a time, so that a hundred thousand cells hold nobody up.
CREATE TABLE run_part (
  run_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  place integer NOT NULL,
  -- [{docket, outlet}]
  columns jsonb NOT NULL,
  artworks uuid[] NOT NULL,
  -- so many of its artworks are laid out
  done integer NOT NULL DEFAULT 0,
  -- which of its cells: all that may be drafted, those without a proof, or those held and refused
  taking text NOT NULL DEFAULT 'all' CHECK (taking IN ('all', 'open', 'held')),
  PRIMARY KEY (run_id, place),
  FOREIGN KEY (run_id, workspace_id) REFERENCES run (id, workspace_id) ON DELETE CASCADE
);
ALTER TABLE run_part ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON run_part USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON run_part TO press_app;

-- Of what was left out, the first are told by name; the others are counted.
ALTER TABLE run ADD COLUMN left_out_count integer NOT NULL DEFAULT 0;
UPDATE run SET left_out_count = jsonb_array_length(left_out);

CREATE OR REPLACE FUNCTION left_over() RETURNS TABLE (workspace uuid, kind text, id uuid, other text, failed boolean)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  WITH passing AS (
    SELECT workspace_id, 'arriving' AS kind, artwork.id, NULL AS other, 'measure:' || artwork.id AS key FROM artwork WHERE state = 'arriving'
    UNION ALL SELECT workspace_id, 'unread', artwork.id, NULL, 'words:' || artwork.id FROM artwork WHERE state = 'ready' AND said IS NULL
    UNION ALL SELECT DISTINCT p.workspace_id, 'drafting', p.artwork_id, p.run_id::text, 'draft:' || p.run_id || ':' || p.artwork_id
      FROM proof p JOIN run r ON r.id = p.run_id WHERE p.state = 'drafting' AND r.state = 'going'
    UNION ALL SELECT DISTINCT t.workspace_id, 'planning', t.run_id, NULL, 'plan:' || t.run_id FROM run_part t JOIN run r ON r.id = t.run_id WHERE r.state = 'going'
    UNION ALL SELECT workspace_id, 'unpacking', parcel.id, NULL, 'unpack:' || parcel.id FROM parcel WHERE state IN ('waiting', 'unpacking')
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.id IS NULL OR r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;

-- What is under way is asked for all the time, and is little of what there is.
CREATE INDEX proof_drafting ON proof (workspace_id, run_id, artwork_id) WHERE state = 'drafting';
CREATE INDEX artwork_by_time ON artwork (workspace_id, created_at);
CREATE INDEX artwork_arriving ON artwork (workspace_id, created_at) WHERE state = 'arriving';
CREATE INDEX artwork_unread ON artwork (workspace_id, created_at) WHERE state = 'ready' AND said IS NULL;
