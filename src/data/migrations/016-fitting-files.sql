-- A file that was made outside for one print area, to be used there instead of an artwork: an artwork like any other to all that prints
-- and shows it, in no list.
ALTER TABLE artwork DROP CONSTRAINT artwork_standing_check,
  ADD CONSTRAINT artwork_standing_check CHECK (standing IN ('here', 'aside', 'deleted', 'fitting'));

-- Fitting files that no placement names any more go once they are old: over all workspaces.
CREATE FUNCTION drop_unused_fitting(days integer) RETURNS integer LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  WITH gone AS (
    DELETE FROM artwork a WHERE a.standing = 'fitting' AND a.created_at < now() - make_interval(days => days)
      AND NOT EXISTS (SELECT FROM own_placement w WHERE w.workspace_id = a.workspace_id AND position(a.id::text IN w.document::text) > 0)
      AND NOT EXISTS (SELECT FROM docket_artwork d WHERE d.artwork_id = a.id)
    RETURNING 1)
  SELECT count(*)::int FROM gone
$$;
