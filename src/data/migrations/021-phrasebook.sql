-- Reusable wording by subject, in a tree. An entry is named by its key, which patterns are written with.
CREATE TABLE phrase (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  key text NOT NULL,
  seq bigint GENERATED ALWAYS AS IDENTITY,
  name text NOT NULL,
  parent text,
  document jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1,
  updated_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workspace_id, key),
  -- an entry that goes leaves those below it standing at the top
  FOREIGN KEY (workspace_id, parent) REFERENCES phrase (workspace_id, key) ON DELETE SET NULL (parent) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX phrase_parent ON phrase (workspace_id, parent);
ALTER TABLE phrase ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON phrase USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON phrase TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON phrase FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- One row a workspace: a number that goes up with every change of its phrasebook, and whether it was begun with what ships.
CREATE TABLE phrasebook (
  workspace_id uuid PRIMARY KEY REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  revision bigint NOT NULL DEFAULT 0,
  begun boolean NOT NULL DEFAULT false
);
ALTER TABLE phrasebook ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON phrasebook USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE ON phrasebook TO press_app;
CREATE FUNCTION phrasebook_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE phrasebook SET revision = revision + 1 WHERE workspace_id = current_workspace();
  IF NOT FOUND AND TG_OP = 'INSERT' THEN INSERT INTO phrasebook (revision) VALUES (1); END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER changed AFTER INSERT OR UPDATE OR DELETE ON phrase FOR EACH STATEMENT EXECUTE FUNCTION phrasebook_changed();

-- What a hand asked the writer for: which throw of the dice, phrases typed for it, and the fields that it writes in the place of the
-- docket's patterns; null where nobody asked. And the entries of the phrasebook that its words were made of, with their revisions.
ALTER TABLE proof ADD COLUMN writing jsonb, ADD COLUMN writing_made jsonb, ADD COLUMN phrases jsonb;
