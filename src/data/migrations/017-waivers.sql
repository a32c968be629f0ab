-- Something that is wrong with how an artwork sits on a print area, and is to be offered all the same.
CREATE TABLE waiver (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  artwork_id uuid NOT NULL,
  docket_id uuid NOT NULL,
  line text NOT NULL,
  area text NOT NULL,
  -- which trouble
  code text NOT NULL,
  reason text NOT NULL,
  waived_by jsonb NOT NULL DEFAULT current_actor(),
  waived_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (artwork_id, docket_id, line, area, code),
  FOREIGN KEY (artwork_id, workspace_id) REFERENCES artwork (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX waiver_by_docket ON waiver (docket_id);
ALTER TABLE waiver ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON waiver USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON waiver TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON waiver FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- What is waived is of an artwork's own as well: it decides on whether a proof is held.
CREATE OR REPLACE FUNCTION own_placements(artwork uuid, docket uuid) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT md5(string_agg(own, ',' ORDER BY own)) FROM (
    SELECT concat_ws(' ', w.line, w.area, w.document) AS own FROM own_placement w WHERE w.artwork_id = $1 AND w.docket_id = $2
    UNION ALL SELECT concat_ws(' ', v.line, v.area, v.code) FROM waiver v WHERE v.artwork_id = $1 AND v.docket_id = $2) o
$$;
