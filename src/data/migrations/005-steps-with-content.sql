-- Sending again with other content, lanes that can wait, and listings that are looked at.

-- What a step carried, as a hash: other content means that the step is done again, as a change where the thing exists.
-- The outlets' interfaces are new, so steps done with the old ones say nothing any more; keys and listings stay.
DELETE FROM sending_step;
ALTER TABLE sending_step ADD COLUMN carried text NOT NULL;

ALTER TABLE sending
  -- not tried again before this
  ADD COLUMN not_before timestamptz NOT NULL DEFAULT now(),
  -- asked for by itself in the ledger: its run's pause does not hold it
  ADD COLUMN apart boolean NOT NULL DEFAULT false;
UPDATE sending SET payload = payload - 'vendor' - 'productType'
  || jsonb_build_object('brand', payload->'vendor', 'kind', payload->'productType') WHERE payload ? 'vendor';

-- An outlet's lane: one job that takes what waits in the outbox, in order. It can be told to hold back.
CREATE INDEX sending_in_lane ON sending (workspace_id, outlet_id, seq) WHERE state IN ('waiting', 'sending');
ALTER TABLE outlet
  ADD COLUMN hold_until timestamptz,
  ADD COLUMN hold_why text,
  -- sendings in a row that got no clear answer
  ADD COLUMN failures integer NOT NULL DEFAULT 0;
SELECT graphile_worker.remove_job('send:' || id) FROM sending;

ALTER TABLE listing ADD COLUMN looked_at timestamptz;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON listing FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- Every connected outlet, for the worker that comes up: what waits is taken up again, and rules are fetched anew.
CREATE FUNCTION connected_outlets() RETURNS TABLE (workspace uuid, outlet text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
$$ SELECT workspace_id, id FROM outlet WHERE connected $$;
