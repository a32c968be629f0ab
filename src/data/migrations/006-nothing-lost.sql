-- Mends: nothing is lost by drafting again, stopping, undoing, deleting, or by a worker that dies.

ALTER TABLE proof
  -- counts how often it was begun: what an earlier beginning made is not written over a later one's
  ADD COLUMN draft integer NOT NULL DEFAULT 1,
  -- what it was before it was drafted again, {run, state}; null for one that its run made new
  ADD COLUMN before jsonb;

-- A listing outlives the proof it came from, with the names by which a person knows it.
ALTER TABLE listing
  ALTER COLUMN proof_id DROP NOT NULL,
  DROP CONSTRAINT listing_proof_id_fkey,
  ADD CONSTRAINT listing_proof_id_fkey FOREIGN KEY (proof_id) REFERENCES proof ON DELETE SET NULL,
  ADD COLUMN artwork_name text NOT NULL DEFAULT '',
  ADD COLUMN docket_name text NOT NULL DEFAULT '',
  ADD COLUMN small text;
UPDATE listing l SET artwork_name = a.name, docket_name = d.name, small = p.pictures->0->>'small'
  FROM proof p JOIN artwork a ON a.id = p.artwork_id JOIN docket d ON d.id = p.docket_id WHERE p.id = l.proof_id;

-- Undoing needs to know what a change gave, to leave alone what was changed again. Steps from before do not say it.
DELETE FROM undo_step;

-- An artwork may be given back a file that has come in again as another artwork since: two of the same bytes then, and
-- the seller is shown that they are alike.
ALTER TABLE artwork ADD COLUMN doubled boolean NOT NULL DEFAULT false;
DROP INDEX artwork_once;
CREATE UNIQUE INDEX artwork_once ON artwork (workspace_id, file_sha256) WHERE state <> 'refused' AND NOT doubled;

-- A job that fails is tried a few times within a minute or so; then the sweep below finds its thing a way out.
CREATE OR REPLACE FUNCTION add_job(task text, payload json, queue text, key text, delay_seconds integer, urgency integer) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  SELECT graphile_worker.add_job(task, payload, queue_name := queue, job_key := key,
    run_at := now() + make_interval(secs => delay_seconds), max_attempts := 5, priority := urgency)
$$;

-- Who is sending: a lane that was taken over by another worker does not go on.
ALTER TABLE sending ADD COLUMN holder uuid;

-- Workers show that they live: one row a process, by the name in which it locks jobs.
CREATE TABLE worker_beat (
  worker_id text PRIMARY KEY,
  seen_at timestamptz NOT NULL DEFAULT now()
);
-- only the queue's own connection, the owner's, reads and writes it
ALTER TABLE worker_beat ENABLE ROW LEVEL SECURITY;

-- Things in a passing state without a living job: `failed` when their job ran out of tries, else it was never added or lost.
CREATE FUNCTION left_over() RETURNS TABLE (workspace uuid, kind text, id uuid, other text, failed boolean)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  WITH passing AS (
    SELECT workspace_id, 'arriving' AS kind, artwork.id, NULL AS other, 'measure:' || artwork.id AS key FROM artwork WHERE state = 'arriving'
    UNION ALL SELECT workspace_id, 'unread', artwork.id, NULL, 'words:' || artwork.id FROM artwork WHERE state = 'ready' AND said IS NULL
    UNION ALL SELECT DISTINCT p.workspace_id, 'drafting', p.artwork_id, p.run_id::text, 'draft:' || p.run_id || ':' || p.artwork_id
      FROM proof p JOIN run r ON r.id = p.run_id WHERE p.state = 'drafting' AND r.state = 'going'
    UNION ALL SELECT workspace_id, 'unpacking', parcel.id, NULL, 'unpack:' || parcel.id FROM parcel WHERE state IN ('waiting', 'unpacking')
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM sending s JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;
-- Takes away a job that ran out of tries.
CREATE FUNCTION drop_job(its_key text) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS
$$ SELECT graphile_worker.remove_job(its_key) $$;

-- Finds artworks by patterns over all that can be searched; the first pattern should be the most telling one, for it is
-- looked up in the index. A function with the owner's rights, for a row-level policy keeps LIKE from using any index: it
-- might leak what other workspaces hold. Here the workspace is asked for in so many words.
CREATE FUNCTION found_by_words(patterns text[]) RETURNS SETOF uuid
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT id FROM artwork WHERE workspace_id = current_workspace() AND haystack LIKE patterns[1] AND haystack LIKE ALL(patterns[2:])
$$;

-- Pages of a run's proofs and of the ledger, in order, without sorting them all.
CREATE INDEX proof_of_run ON proof (run_id, seq);
CREATE INDEX listing_in_order ON listing (workspace_id, seq);
