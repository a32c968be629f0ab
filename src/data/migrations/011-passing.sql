-- What the worker is to pass, or take back, by parts: writing a row for each of a hundred thousand proofs, with what holds it to its
-- proof, took longer than passing them. A proof that is gone meanwhile is passed over when its part is taken up.
ALTER TABLE to_move RENAME TO to_move_singly;
DROP INDEX to_move_in_order;
CREATE TABLE to_move (
  seq bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  state text NOT NULL CHECK (state IN ('ready', 'passed')),
  proofs uuid[] NOT NULL CHECK (cardinality(proofs) > 0),
  -- how many were meant together
  among integer NOT NULL
);
CREATE INDEX to_move_in_order ON to_move (workspace_id, seq);
ALTER TABLE to_move ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON to_move USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON to_move TO press_app;

INSERT INTO to_move (workspace_id, state, proofs, among)
SELECT workspace_id, state, array_agg(proof_id ORDER BY seq), max(among)
FROM (SELECT *, (row_number() OVER (PARTITION BY workspace_id ORDER BY seq) - 1) / 2000 AS part FROM to_move_singly) t
GROUP BY workspace_id, part, state ORDER BY workspace_id, part;
DROP TABLE to_move_singly;
