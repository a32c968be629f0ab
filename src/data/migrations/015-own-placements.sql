-- An artwork that sits otherwise on a print area than its docket says.
CREATE TABLE own_placement (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  artwork_id uuid NOT NULL,
  docket_id uuid NOT NULL,
  -- the docket's goods line, by its key, and the print area of its blank
  line text NOT NULL,
  area text NOT NULL,
  document jsonb NOT NULL,
  PRIMARY KEY (artwork_id, docket_id, line, area),
  FOREIGN KEY (artwork_id, workspace_id) REFERENCES artwork (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX own_placement_by_docket ON own_placement (docket_id);
ALTER TABLE own_placement ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON own_placement USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON own_placement TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON own_placement FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- What is of an artwork's own under a docket, as one short text; null when nothing is.
CREATE FUNCTION own_placements(artwork uuid, docket uuid) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT md5(string_agg(concat_ws(' ', w.line, w.area, w.document), ',' ORDER BY w.line, w.area))
  FROM own_placement w WHERE w.artwork_id = $1 AND w.docket_id = $2
$$;
-- as it was when the proof was drafted
ALTER TABLE proof ADD COLUMN own_placements text;
