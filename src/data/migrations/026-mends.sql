-- Proofs of an outlet that are to be held against its rules and settings again, and how far that is. A new reason begins another round.
CREATE TABLE recheck (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  outlet_id text NOT NULL,
  round integer NOT NULL DEFAULT 1,
  after bigint NOT NULL DEFAULT 0,
  PRIMARY KEY (workspace_id, outlet_id),
  FOREIGN KEY (workspace_id, outlet_id) REFERENCES outlet ON DELETE CASCADE
);
ALTER TABLE recheck ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON recheck USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON recheck TO press_app;

-- why the outlet's last answer about a listing could not be read; what was known before it stays
ALTER TABLE listing ADD COLUMN not_read jsonb;

-- Article numbers are unique: an order that comes in must never print another design. Numbers from before had 32 bits of their proof's id.
UPDATE proof_variant v SET sku = sku || '-' || upper(left(md5(proof_id::text), 8))
WHERE EXISTS (SELECT FROM proof_variant o WHERE o.workspace_id = v.workspace_id AND o.sku = v.sku AND (o.proof_id, o.place) < (v.proof_id, v.place));
CREATE UNIQUE INDEX proof_variant_number ON proof_variant (workspace_id, sku);

-- How often a job was lost with its worker. That is no failure of the job, up to a bound: one that ends its worker each time must end itself.
CREATE TABLE job_death (
  job_id bigint PRIMARY KEY,
  deaths integer NOT NULL DEFAULT 1
);
ALTER TABLE job_death ENABLE ROW LEVEL SECURITY;

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
    UNION ALL SELECT r.workspace_id, 'rechecking', NULL::uuid, r.outlet_id, 'recheck:' || r.workspace_id || ':' || r.outlet_id FROM recheck r
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.id IS NULL OR r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;

-- Originals that are on their way to their place: the sweep leaves them alone, until somebody says that they are used or the claim is old.
CREATE TABLE original_claim (
  file_sha256 text PRIMARY KEY,
  at timestamptz NOT NULL DEFAULT now()
);
ALTER TABLE original_claim ENABLE ROW LEVEL SECURITY;
CREATE FUNCTION claim_original(sha256 text, hours integer) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  DELETE FROM original_claim WHERE at < now() - make_interval(hours => hours);
  INSERT INTO original_claim (file_sha256) VALUES (sha256) ON CONFLICT (file_sha256) DO UPDATE SET at = now();
$$;
CREATE OR REPLACE FUNCTION used_originals(asked text[], hours integer) RETURNS SETOF text
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT file_sha256 FROM artwork WHERE file_sha256 = ANY(asked) AND (state <> 'refused' OR created_at > now() - make_interval(hours => hours))
  UNION SELECT file_sha256 FROM artwork_version WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM print_plan_original WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM enclosure WHERE file_sha256 = ANY(asked)
  UNION SELECT file_sha256 FROM parcel WHERE file_sha256 = ANY(asked) AND state IN ('waiting', 'unpacking')
  UNION SELECT file_sha256 FROM original_claim WHERE file_sha256 = ANY(asked) AND at > now() - make_interval(hours => hours)
$$;
