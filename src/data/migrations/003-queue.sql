-- Jobs are added in the same transaction as the rows they are about. The queue's own tables stay with the owner.
CREATE FUNCTION add_job(task text, payload json, queue text, key text, delay_seconds integer) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  SELECT graphile_worker.add_job(task, payload, queue_name := queue, job_key := key,
    run_at := now() + make_interval(secs => delay_seconds), max_attempts := 12)
$$;

DO $$
BEGIN
  GRANT USAGE ON SCHEMA public TO press_app;
  GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO press_app;
  GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO press_app;
  REVOKE ALL ON schema_migration FROM press_app;
END $$;
