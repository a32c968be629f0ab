-- What is searched: phrases with how often, how many listings answer to each, and how many look closer. A seller's own table counts before
-- what was fetched.
CREATE TABLE demand (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  phrase text NOT NULL,
  source text NOT NULL CHECK (source IN ('fetched', 'own')),
  searches integer NOT NULL,
  competing integer NOT NULL,
  click_rate real NOT NULL,
  -- each month's share of a year times twelve, January first; empty where it is not known
  months real[] NOT NULL DEFAULT '{}',
  -- its telling words in the singular, each once, in order
  words text[] NOT NULL,
  -- visits in a month that one more listing may hope for: src/core/tags/demand.ts
  worth real GENERATED ALWAYS AS (searches * click_rate / sqrt(1 + competing)) STORED,
  PRIMARY KEY (workspace_id, phrase)
);
CREATE INDEX demand_words ON demand USING gin (words);
CREATE INDEX demand_worth ON demand (workspace_id, worth DESC);
ALTER TABLE demand ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON demand USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON demand TO press_app;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON demand FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
