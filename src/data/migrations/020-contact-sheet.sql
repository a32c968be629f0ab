-- A proof's own list of pictures, in the place of its docket's, and the one that it was made by: where they differ it is out of date.
ALTER TABLE proof ADD COLUMN shots jsonb, ADD COLUMN shots_made jsonb,
  -- what somebody found wrong with its pictures, by the name of what they show: made otherwise, a picture is without fault again
  ADD COLUMN wrongs jsonb NOT NULL DEFAULT '{}';

-- How long one of something takes on this machine, ms, as it was lately; of `items` in all. It is of no workspace.
CREATE TABLE pace (
  what text PRIMARY KEY,
  each_ms double precision NOT NULL,
  items bigint NOT NULL
);
ALTER TABLE pace ENABLE ROW LEVEL SECURITY;
CREATE POLICY anybody ON pace USING (true);
GRANT SELECT ON pace TO press_app;
-- The latest 200 or so weigh as much as all before.
CREATE FUNCTION tell_pace(of text, count integer, took_ms double precision) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  INSERT INTO pace (what, each_ms, items) SELECT of, took_ms / count, count WHERE count > 0
  ON CONFLICT (what) DO UPDATE SET items = pace.items + excluded.items,
    each_ms = pace.each_ms + (excluded.each_ms - pace.each_ms) * least(1.0, greatest(excluded.items / 200.0, excluded.items / (pace.items + excluded.items)::float8))
$$;

-- Somebody looks at what these jobs make: they are done before others.
CREATE FUNCTION do_first(keys text[]) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  SELECT graphile_worker.reschedule_jobs(array_agg(id), priority => -5) FROM graphile_worker.jobs WHERE key = ANY(keys) AND locked_at IS NULL AND priority > -5
$$;
