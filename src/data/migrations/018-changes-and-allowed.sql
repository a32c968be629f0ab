-- What a print house offers otherwise than before, until somebody has looked at it: one row a blank, however often it is fetched.
CREATE TABLE blank_change (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  blank_id text NOT NULL,
  -- the version that was there when it was last looked at; null for a blank that is new
  from_version integer,
  -- its house had left it out before
  was_gone boolean NOT NULL DEFAULT false,
  -- codes with values, gravest first
  changes jsonb NOT NULL,
  -- of the gravest: 0 is what ended
  weight smallint NOT NULL,
  -- what the rules of dockets did
  mended jsonb NOT NULL DEFAULT '[]',
  at timestamptz NOT NULL DEFAULT now(),
  looked_at timestamptz,
  looked_by jsonb,
  FOREIGN KEY (workspace_id, blank_id) REFERENCES blank ON DELETE CASCADE
);
CREATE UNIQUE INDEX blank_change_open ON blank_change (workspace_id, blank_id) WHERE looked_at IS NULL;
CREATE INDEX blank_change_in_order ON blank_change (workspace_id, weight, seq DESC) WHERE looked_at IS NULL;
CREATE INDEX blank_change_looked ON blank_change (workspace_id, looked_at) WHERE looked_at IS NOT NULL;
ALTER TABLE blank_change ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON blank_change USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON blank_change TO press_app;
GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON blank_change FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- proofs that a blank's change touches
CREATE INDEX proof_goods_by_blank ON proof_goods (workspace_id, blank_id);

-- When a listing may be on offer: the day that the last of its announced blanks comes out on, in universal time; null for at once.
CREATE FUNCTION on_offer_from(listing uuid) RETURNS timestamptz LANGUAGE sql STABLE AS $$
  SELECT max(b.on_offer_from)::timestamp AT TIME ZONE 'UTC' FROM listing l JOIN proof_goods g ON g.proof_id = l.proof_id
  JOIN blank b ON b.workspace_id = g.workspace_id AND b.id = g.blank_id WHERE l.id = $1
$$;

-- Blanks of one's own are in no catalogue.
ALTER TABLE blank ADD COLUMN own boolean NOT NULL DEFAULT false;

-- An artwork that a docket takes by hand, whatever it takes by rule.
CREATE TABLE allowed (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  artwork_id uuid NOT NULL,
  docket_id uuid NOT NULL,
  allowed_by jsonb NOT NULL DEFAULT current_actor(),
  allowed_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (artwork_id, docket_id),
  FOREIGN KEY (artwork_id, workspace_id) REFERENCES artwork (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX allowed_by_docket ON allowed (docket_id);
ALTER TABLE allowed ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON allowed USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON allowed TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON allowed FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- Colours or finishes of a goods line that a hand chose for an artwork, in the place of what the docket's rule would.
CREATE TABLE own_choice (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  artwork_id uuid NOT NULL,
  docket_id uuid NOT NULL,
  line text NOT NULL,
  part text NOT NULL CHECK (part IN ('colours', 'finishes')),
  names text[] NOT NULL CHECK (cardinality(names) > 0),
  PRIMARY KEY (artwork_id, docket_id, line, part),
  FOREIGN KEY (artwork_id, workspace_id) REFERENCES artwork (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX own_choice_by_docket ON own_choice (docket_id);
ALTER TABLE own_choice ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON own_choice USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON own_choice TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON own_choice FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- What a hand chose is of an artwork's own as well: a proof that was made with another choice is out of date.
CREATE OR REPLACE FUNCTION own_placements(artwork uuid, docket uuid) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT md5(string_agg(own, ',' ORDER BY own)) FROM (
    SELECT concat_ws(' ', w.line, w.area, w.document) AS own FROM own_placement w WHERE w.artwork_id = $1 AND w.docket_id = $2
    UNION ALL SELECT concat_ws(' ', v.line, v.area, v.code) FROM waiver v WHERE v.artwork_id = $1 AND v.docket_id = $2
    UNION ALL SELECT concat_ws(' ', c.line, c.part, array_to_string(c.names, '/')) FROM own_choice c WHERE c.artwork_id = $1 AND c.docket_id = $2) o
$$;
