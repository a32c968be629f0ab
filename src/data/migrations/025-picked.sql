-- Proofs that were picked somewhere else to be looked at together, however many: an address names them by one id. Kept for some days.
CREATE TABLE picked (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  proofs uuid[] NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX picked_here ON picked (workspace_id, made_at);
ALTER TABLE picked ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON picked USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON picked TO press_app;
