-- A model that carries the whole job: blanks and rules in versions, price plans as rows, dockets with goods lines and revisions,
-- proofs with fields by language, variants as rows, listings with what was sent and what is there, one outbox of orders, activity.

-- Who does what: told by the transaction, so that no query can forget it.
CREATE FUNCTION current_actor() RETURNS jsonb LANGUAGE sql STABLE AS
$$ SELECT coalesce(nullif(current_setting('press.actor', true), '')::jsonb, '{"by": "press"}') $$;

---- Blanks

CREATE TABLE blank_version (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  blank_id text NOT NULL,
  version integer NOT NULL,
  document jsonb NOT NULL,
  fetched_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workspace_id, blank_id, version),
  FOREIGN KEY (workspace_id, blank_id) REFERENCES blank ON DELETE CASCADE
);
INSERT INTO blank_version (workspace_id, blank_id, version, fetched_at, document)
SELECT b.workspace_id, b.id, 1, b.fetched_at, jsonb_build_object(
  'id', b.id, 'name', spec->'name', 'kind', spec->'kind', 'source', 'print house', 'house', spec->'printHouse', 'currency', spec->'currency',
  'colours', spec->'colours',
  'sizes', (SELECT jsonb_agg(jsonb_build_object('name', s->'name') ORDER BY n) FROM jsonb_array_elements(spec->'sizes') WITH ORDINALITY AS x(s, n)),
  'variants', (SELECT jsonb_agg(jsonb_build_object('sizes', jsonb_build_array(s->'name'), 'costMinor', s->'costMinor') ORDER BY n)
     FROM jsonb_array_elements(spec->'sizes') WITH ORDINALITY AS x(s, n)),
  'areas', (SELECT jsonb_agg(jsonb_strip_nulls(jsonb_build_object('name', a->'name', 'side', a->'name', 'widthMm', a->'widthMm', 'heightMm', a->'heightMm',
       'ppi', a->'resolutionPpi', 'bySize', (SELECT jsonb_object_agg(s->>'name', s->'areas'->(a->>'name'))
         FROM jsonb_array_elements(spec->'sizes') s WHERE s->'areas' ? (a->>'name')))) ORDER BY n)
     FROM jsonb_array_elements(spec->'areas') WITH ORDINALITY AS x(a, n)),
  'postage', jsonb_build_array(jsonb_build_object('region', 'home', 'firstMinor', spec->'postageMinor', 'furtherMinor', spec->'postageMinor')),
  'productionDays', spec->'productionDays', 'care', spec->'care',
  'sentences', jsonb_build_array(jsonb_build_object('text', spec->'text', 'for', 'buyers')))
FROM blank b;
ALTER TABLE blank
  ADD COLUMN version integer NOT NULL DEFAULT 1,
  ADD COLUMN gone_at timestamptz,
  DROP COLUMN spec,
  ADD FOREIGN KEY (workspace_id, id, version) REFERENCES blank_version DEFERRABLE INITIALLY DEFERRED;

---- Price plans

CREATE TABLE price_plan (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  name text NOT NULL CHECK (name <> ''),
  document jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1,
  updated_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT price_plan_in_workspace UNIQUE (id, workspace_id)
);
INSERT INTO price_plan (workspace_id, name, document)
SELECT workspace_id, spec->'pricePlan'->>'name', (spec->'pricePlan') - 'name' FROM docket GROUP BY 1, 2, 3 ORDER BY min(seq);

---- Outlets: rules in versions, settings

CREATE TABLE outlet_rules (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  outlet_id text NOT NULL,
  version integer NOT NULL,
  document jsonb NOT NULL,
  fetched_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workspace_id, outlet_id, version),
  FOREIGN KEY (workspace_id, outlet_id) REFERENCES outlet ON DELETE CASCADE
);
INSERT INTO outlet_rules (workspace_id, outlet_id, version, fetched_at, document)
SELECT workspace_id, id, 1, coalesce(rules_at, now()), jsonb_build_object(
  'edition', rules->'version', 'languages', jsonb_build_array('en'), 'currencies', jsonb_build_array(rules->'currency'),
  'texts', jsonb_build_object(
    'title', jsonb_build_object('label', 'Title', 'limit', rules->'title'->'maxLength', 'counted', 'utf-16 units', 'required', true, 'format', 'plain'),
    'description', jsonb_build_object('label', 'Description', 'limit', rules->'description'->'maxLength', 'counted', 'utf-16 units', 'required', true,
      'format', CASE rules->'description'->>'format' WHEN 'html' THEN 'html' ELSE 'plain' END)),
  'tags', (rules->'tags') || '{"counted": "utf-16 units"}', 'pictures', rules->'pictures', 'variants', rules->'variants', 'pricing', 'price',
  'fees', jsonb_build_array(
    jsonb_build_object('label', 'Sale fee', 'kind', 'sale', 'base', 'charged', 'share', rules->'fees'->'transactionShare', 'fixedMinor', 0),
    jsonb_build_object('label', 'Payment fee', 'kind', 'payment', 'base', 'charged', 'share', rules->'fees'->'paymentShare', 'fixedMinor', rules->'fees'->'paymentFixedMinor'),
    jsonb_build_object('label', 'Listing fee', 'kind', 'listing', 'base', 'none', 'share', 0, 'fixedMinor', rules->'fees'->'listingMinor')),
  'states', '[]'::jsonb, 'listingSchema', rules->'listingSchema')
FROM outlet WHERE rules IS NOT NULL;
ALTER TABLE outlet
  ADD COLUMN rules_version integer,
  ADD COLUMN settings_offer jsonb,
  ADD COLUMN settings jsonb NOT NULL DEFAULT '{}',
  -- why nothing is sent just now, as a code with values
  ADD COLUMN hold jsonb;
UPDATE outlet SET rules_version = CASE WHEN rules IS NOT NULL THEN 1 END,
  hold = CASE WHEN hold_why IS NOT NULL THEN jsonb_build_object('code', 'as-said', 'values', jsonb_build_object('says', hold_why)) END;
ALTER TABLE outlet
  DROP COLUMN rules, DROP COLUMN hold_why,
  ADD FOREIGN KEY (workspace_id, id, rules_version) REFERENCES outlet_rules DEFERRABLE INITIALLY DEFERRED;

---- Dockets

ALTER TABLE docket
  ADD COLUMN revision integer NOT NULL DEFAULT 1,
  ADD COLUMN document jsonb,
  ADD COLUMN price_plan_id uuid;
UPDATE docket d SET price_plan_id = (SELECT p.id FROM price_plan p WHERE p.workspace_id = d.workspace_id
  AND p.name = spec->'pricePlan'->>'name' AND p.document = (spec->'pricePlan') - 'name' LIMIT 1);
UPDATE docket d SET document = jsonb_build_object(
  'lines', jsonb_build_array(jsonb_build_object('key', 'goods', 'blank', blank_id,
    'noun', jsonb_build_object('one', spec->'noun', 'many', CASE
      WHEN spec->>'noun' ~* '(s|x|z|ch|sh)$' THEN spec->>'noun' || 'es'
      WHEN spec->>'noun' ~* '[^aeiou]y$' THEN left(spec->>'noun', -1) || 'ies' ELSE spec->>'noun' || 's' END),
    'colours', spec->'colours', 'sizes', spec->'sizes',
    'placements', jsonb_build_array(jsonb_build_object('area', spec->'area') || (spec->'placement')))),
  'accepts', spec->'accepts',
  'shots', (SELECT jsonb_agg('{"kind": "scene"}'::jsonb || s ORDER BY n) FROM jsonb_array_elements(spec->'shots') WITH ORDINALITY AS x(s, n)),
  'words', jsonb_build_object('title', jsonb_build_object('en', spec->'wording'->'title'), 'description', jsonb_build_object('en', spec->'wording'->'description')),
  'tags', jsonb_build_object('en', spec->'wording'->'tags'),
  'pricePlan', price_plan_id,
  'outlets', coalesce((SELECT jsonb_agg(jsonb_build_object('outlet', o.id) ORDER BY n) FROM jsonb_array_elements_text(spec->'outlets') WITH ORDINALITY AS x(name, n)
     JOIN outlet o ON o.workspace_id = d.workspace_id AND o.id = x.name), '[]'));
ALTER TABLE docket
  ALTER COLUMN document SET NOT NULL, ALTER COLUMN price_plan_id SET NOT NULL,
  ADD FOREIGN KEY (price_plan_id, workspace_id) REFERENCES price_plan (id, workspace_id);

-- What a docket refers to, so that the database holds it to what there is. The document is what people edit.
CREATE TABLE docket_line (
  docket_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  key text NOT NULL,
  blank_id text NOT NULL,
  PRIMARY KEY (docket_id, key),
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (workspace_id, blank_id) REFERENCES blank
);
CREATE INDEX docket_line_of_blank ON docket_line (workspace_id, blank_id);
INSERT INTO docket_line (docket_id, workspace_id, key, blank_id) SELECT id, workspace_id, 'goods', blank_id FROM docket;
-- Which revision last changed each part of a docket for an outlet: what was drafted before it is out of date.
CREATE TABLE docket_outlet (
  docket_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  outlet_id text NOT NULL,
  price_plan_id uuid NOT NULL,
  -- taken out of the docket, kept for the proofs that are there
  offered boolean NOT NULL DEFAULT true,
  goods integer NOT NULL DEFAULT 1,
  pictures integer NOT NULL DEFAULT 1,
  words integer NOT NULL DEFAULT 1,
  prices integer NOT NULL DEFAULT 1,
  PRIMARY KEY (docket_id, outlet_id),
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (workspace_id, outlet_id) REFERENCES outlet,
  FOREIGN KEY (price_plan_id, workspace_id) REFERENCES price_plan (id, workspace_id)
);
INSERT INTO docket_outlet (docket_id, workspace_id, outlet_id, price_plan_id)
SELECT d.id, d.workspace_id, o->>'outlet', d.price_plan_id FROM docket d, jsonb_array_elements(document->'outlets') o;
-- a proof may be of an outlet that its docket no longer names
INSERT INTO docket_outlet (docket_id, workspace_id, outlet_id, price_plan_id, offered)
SELECT DISTINCT p.docket_id, p.workspace_id, p.outlet_id, d.price_plan_id, false FROM proof p JOIN docket d ON d.id = p.docket_id ON CONFLICT DO NOTHING;
CREATE TABLE docket_artwork (
  docket_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  artwork_id uuid NOT NULL,
  PRIMARY KEY (docket_id, artwork_id),
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (artwork_id, workspace_id) REFERENCES artwork (id, workspace_id) ON DELETE CASCADE
);
CREATE TABLE docket_revision (
  docket_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  revision integer NOT NULL,
  name text NOT NULL,
  document jsonb NOT NULL,
  saved_at timestamptz NOT NULL DEFAULT now(),
  saved_by jsonb NOT NULL DEFAULT current_actor(),
  PRIMARY KEY (docket_id, revision),
  FOREIGN KEY (docket_id, workspace_id) REFERENCES docket (id, workspace_id) ON DELETE CASCADE
);
INSERT INTO docket_revision (docket_id, workspace_id, revision, name, document, saved_at, saved_by)
SELECT id, workspace_id, 1, name, document, updated_at, '{"by": "press"}' FROM docket;
ALTER TABLE docket DROP COLUMN spec, DROP COLUMN blank_id;

---- Proofs

ALTER TABLE proof
  ADD COLUMN version integer NOT NULL DEFAULT 1,
  ADD COLUMN currency text,
  -- what it was made by
  ADD COLUMN docket_revision integer,
  ADD COLUMN plan_id uuid,
  ADD COLUMN plan_revision integer,
  ADD COLUMN rules_version integer,
  -- each scene that it shows with the state of its data: 'shirt-flat@1a2b'
  ADD COLUMN scenes text[] NOT NULL DEFAULT '{}',
  -- in what it differs from what its listing was sent
  ADD COLUMN changed text[] NOT NULL DEFAULT '{}',
  ADD COLUMN small text GENERATED ALWAYS AS (pictures->0->>'small') STORED,
  ADD FOREIGN KEY (plan_id, workspace_id) REFERENCES price_plan (id, workspace_id),
  ADD FOREIGN KEY (workspace_id, outlet_id, rules_version) REFERENCES outlet_rules,
  ADD FOREIGN KEY (docket_id, outlet_id) REFERENCES docket_outlet ON DELETE CASCADE;
CREATE TABLE proof_variant (
  proof_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  place integer NOT NULL,
  line text NOT NULL,
  colour text NOT NULL,
  size text NOT NULL,
  finish text NOT NULL DEFAULT '',
  sku text NOT NULL,
  cost_minor bigint NOT NULL,
  postage_minor bigint NOT NULL,
  weight_g integer,
  -- null when no price meets the plan
  price_minor bigint,
  source text NOT NULL,
  made_minor bigint,
  PRIMARY KEY (proof_id, place),
  UNIQUE (proof_id, line, colour, size, finish),
  FOREIGN KEY (proof_id, workspace_id) REFERENCES proof (id, workspace_id) ON DELETE CASCADE
);
INSERT INTO proof_variant (proof_id, workspace_id, place, line, colour, size, sku, cost_minor, postage_minor, price_minor, source, made_minor)
SELECT p.id, p.workspace_id, (row_number() OVER (PARTITION BY p.id ORDER BY c.n, s.n))::int, 'goods', c.v->>'name', s.v->>'size',
  upper('UP-' || left(p.id::text, 8) || '-' || c.n || '-' || s.n), (s.v->>'costMinor')::bigint, (s.v->>'postageMinor')::bigint, (s.v->>'priceMinor')::bigint,
  CASE fields->'prices'->>'from' WHEN 'hand' THEN 'hand' ELSE 'plan' END,
  CASE fields->'prices'->>'from' WHEN 'hand' THEN NULL ELSE (s.v->>'priceMinor')::bigint END
FROM proof p, jsonb_array_elements(p.colours) WITH ORDINALITY AS c(v, n), jsonb_array_elements(p.fields->'prices'->'value') WITH ORDINALITY AS s(v, n);
CREATE TABLE proof_goods (
  proof_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  line text NOT NULL,
  blank_id text NOT NULL,
  blank_version integer NOT NULL,
  PRIMARY KEY (proof_id, line),
  FOREIGN KEY (proof_id, workspace_id) REFERENCES proof (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (workspace_id, blank_id, blank_version) REFERENCES blank_version
);
INSERT INTO proof_goods (proof_id, workspace_id, line, blank_id, blank_version)
SELECT p.id, p.workspace_id, l.key, l.blank_id, 1 FROM proof p JOIN docket_line l ON l.docket_id = p.docket_id WHERE p.fields ? 'prices';
UPDATE proof p SET
  docket_revision = CASE WHEN fields ? 'prices' THEN 1 END, plan_revision = CASE WHEN fields ? 'prices' THEN 1 END,
  plan_id = CASE WHEN fields ? 'prices' THEN d.price_plan_id END,
  rules_version = CASE WHEN fields ? 'prices' THEN o.rules_version END,
  currency = r.document->'currencies'->>0,
  fields = CASE WHEN fields ? 'title' THEN jsonb_build_object('words', jsonb_build_object(
      'title', jsonb_build_object('en', (fields->'title') || jsonb_build_object('made', CASE fields->'title'->>'from' WHEN 'pattern' THEN fields->'title'->'value' ELSE 'null' END)),
      'description', jsonb_build_object('en', (fields->'description') || jsonb_build_object('made', CASE fields->'description'->>'from' WHEN 'pattern' THEN fields->'description'->'value' ELSE 'null' END))),
    'tags', jsonb_build_object('en', (fields->'tags') || jsonb_build_object('made', CASE fields->'tags'->>'from' WHEN 'pattern' THEN fields->'tags'->'value' ELSE 'null' END)))
    ELSE '{"words": {}, "tags": {}}' END,
  colours = coalesce((SELECT jsonb_agg('{"print": 0}'::jsonb || c || '{"line": "goods"}' ORDER BY n) FROM jsonb_array_elements(p.colours) WITH ORDINALITY AS x(c, n)), '[]'),
  pictures = coalesce((SELECT jsonb_agg('{"kind": "scene"}'::jsonb || c ORDER BY n) FROM jsonb_array_elements(p.pictures) WITH ORDINALITY AS x(c, n)), '[]'),
  problems = coalesce((SELECT jsonb_agg(jsonb_strip_nulls(jsonb_build_object('code', c->'code', 'field', c->'field', 'stops', c->'stops',
      'values', jsonb_build_object('says', c->'sentence'),
      'mend', CASE WHEN c ? 'mend' THEN jsonb_build_object('value', c->'mend'->'value', 'code', CASE
        WHEN c->'mend'->>'label' LIKE 'Shorten%' THEN 'shorten' WHEN c->'mend'->>'label' LIKE 'Keep%' THEN 'keep-first'
        WHEN c->'mend'->>'label' = 'Drop them' THEN 'drop' WHEN c->'mend'->>'label' = 'Drop repeats' THEN 'drop-repeats' ELSE 'signs' END) END)) ORDER BY n)
    FROM jsonb_array_elements(p.problems) WITH ORDINALITY AS x(c, n)), '[]')
FROM docket d, outlet o LEFT JOIN outlet_rules r ON r.workspace_id = o.workspace_id AND r.outlet_id = o.id AND r.version = 1
WHERE d.id = p.docket_id AND o.workspace_id = p.workspace_id AND o.id = p.outlet_id;
ALTER TABLE proof ALTER COLUMN fields SET DEFAULT '{"words": {}, "tags": {}}';

-- The scenes that ship, with the state of their data: told by the worker when it comes up. They belong to no workspace.
CREATE TABLE scene (
  id text PRIMARY KEY,
  state text NOT NULL
);
ALTER TABLE scene ENABLE ROW LEVEL SECURITY;
CREATE POLICY anybody ON scene USING (true);
CREATE FUNCTION tell_scenes(ids text[], states text[]) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  DELETE FROM scene WHERE NOT id = ANY(ids);
  INSERT INTO scene (id, state) SELECT * FROM unnest(ids, states) ON CONFLICT (id) DO UPDATE SET state = excluded.state WHERE scene.state <> excluded.state;
$$;

-- Reasons why a cell was left out have codes; what was written down before says itself.
UPDATE run SET left_out = coalesce((SELECT jsonb_agg((c - 'why') || jsonb_build_object('code', 'as-said', 'values', jsonb_build_object('says', c->'why')) ORDER BY n)
  FROM jsonb_array_elements(left_out) WITH ORDINALITY AS x(c, n)), '[]');

---- Listings: what was sent, what is there; and one row also before it stands

ALTER TABLE listing DROP CONSTRAINT listing_state_check;
ALTER TABLE listing
  ALTER COLUMN remote_id DROP NOT NULL, ALTER COLUMN url DROP NOT NULL, ALTER COLUMN price_minor DROP NOT NULL, ALTER COLUMN currency DROP NOT NULL,
  ALTER COLUMN sent_at DROP NOT NULL, ALTER COLUMN sent_at DROP DEFAULT,
  -- travels to the outlet, so that it can be asked for; null for one that was made there
  ADD COLUMN key text,
  ADD COLUMN sent jsonb,
  -- SHA-256 of the pictures as they were sent, in order
  ADD COLUMN sent_pictures text[] NOT NULL DEFAULT '{}',
  ADD COLUMN there jsonb,
  -- the fields in which what is there differs from what was sent
  ADD COLUMN drift text[] NOT NULL DEFAULT '{}',
  ADD CONSTRAINT listing_in_workspace UNIQUE (id, workspace_id),
  ADD CONSTRAINT listing_key UNIQUE (workspace_id, outlet_id, key),
  ADD CONSTRAINT listing_state_check CHECK (state IN ('not made', 'draft there', 'live', 'ended', 'lapsed', 'gone')),
  ADD CONSTRAINT listing_stands CHECK (state = 'not made' OR (remote_id IS NOT NULL AND url IS NOT NULL AND price_minor IS NOT NULL AND currency IS NOT NULL));
INSERT INTO listing (workspace_id, proof_id, outlet_id, state, title, artwork_name, docket_name, small)
SELECT s.workspace_id, s.proof_id, s.outlet_id, 'not made', s.payload->>'title', a.name, d.name, p.small
FROM sending s JOIN proof p ON p.id = s.proof_id JOIN artwork a ON a.id = p.artwork_id JOIN docket d ON d.id = p.docket_id
WHERE NOT EXISTS (SELECT FROM listing l WHERE l.proof_id = s.proof_id) ORDER BY s.seq;
UPDATE listing l SET key = s.idempotency_key,
  sent = CASE WHEN s.state = 'sent' AND l.state NOT IN ('gone', 'not made') THEN s.payload END,
  sent_pictures = coalesce((SELECT array_agg(t.result->>'sha256' ORDER BY substring(t.step FROM '\d+')::int) FROM sending_step t
     WHERE t.sending_id = s.id AND t.step ~ '^picture \d+$' AND t.result ? 'sha256'
       AND substring(t.step FROM '\d+')::int <= jsonb_array_length(s.payload->'pictures')), '{}')
FROM sending s WHERE s.proof_id = l.proof_id;

---- Orders: the outbox

CREATE TABLE outlet_order (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  listing_id uuid NOT NULL,
  outlet_id text NOT NULL,
  run_id uuid,
  kind text NOT NULL CHECK (kind IN ('make', 'change', 'pictures', 'variants', 'state')),
  -- the fields that it carries; all of them for one that makes
  fields text[] NOT NULL DEFAULT '{}',
  -- the whole listing as it is to be; null where only its state is to change
  want jsonb,
  -- the state it is to be put in; null leaves it
  goal text CHECK (goal IN ('draft', 'live', 'ended')),
  -- also over what was changed at the outlet
  over boolean NOT NULL DEFAULT false,
  -- asked for by itself: its run's pause does not hold it
  apart boolean NOT NULL DEFAULT false,
  priority smallint NOT NULL DEFAULT 5,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'sending', 'done', 'refused', 'withdrawn')),
  -- why it waits or was refused, as a code with values
  problem jsonb,
  tries integer NOT NULL DEFAULT 0,
  not_before timestamptz NOT NULL DEFAULT now(),
  -- who is sending: a lane that was taken over by another worker does not go on
  holder uuid,
  asked_by jsonb NOT NULL DEFAULT current_actor(),
  created_at timestamptz NOT NULL DEFAULT now(),
  finished_at timestamptz,
  CONSTRAINT outlet_order_in_workspace UNIQUE (id, workspace_id),
  CHECK (kind = 'state' OR want IS NOT NULL),
  FOREIGN KEY (listing_id, workspace_id) REFERENCES listing (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (run_id, workspace_id) REFERENCES run (id, workspace_id) ON DELETE CASCADE,
  FOREIGN KEY (workspace_id, outlet_id) REFERENCES outlet
);
CREATE INDEX order_in_lane ON outlet_order (workspace_id, outlet_id, priority, seq) WHERE state IN ('waiting', 'sending');
CREATE INDEX order_by_run ON outlet_order (run_id, outlet_id, state);
CREATE INDEX order_of_listing ON outlet_order (listing_id, seq);
INSERT INTO outlet_order (workspace_id, listing_id, outlet_id, run_id, kind, fields, want, goal, apart, state, problem, tries, not_before, holder, asked_by, created_at, finished_at)
SELECT s.workspace_id, l.id, s.outlet_id, s.run_id, 'make', '{title,description,tags,options,prices,pictures}', s.payload,
  CASE WHEN s.go_live THEN 'live' ELSE 'draft' END, s.apart, CASE s.state WHEN 'sent' THEN 'done' ELSE s.state END,
  CASE WHEN s.problem IS NOT NULL THEN jsonb_build_object('code', 'as-said', 'values', jsonb_build_object('says', s.problem)) END,
  s.tries, s.not_before, s.holder, '{"by": "press"}', s.created_at, s.finished_at
FROM sending s JOIN listing l ON l.proof_id = s.proof_id ORDER BY s.seq;

-- What is known to stand of a listing at its outlet, part by part, with a hash of what it carried: done with the same it is not done
-- again. One that was begun and has no result may stand or not.
CREATE TABLE listing_part (
  listing_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  part text NOT NULL,
  carried text NOT NULL,
  begun_at timestamptz NOT NULL DEFAULT now(),
  done_at timestamptz,
  result jsonb,
  PRIMARY KEY (listing_id, part),
  FOREIGN KEY (listing_id, workspace_id) REFERENCES listing (id, workspace_id) ON DELETE CASCADE
);
INSERT INTO listing_part (listing_id, workspace_id, part, carried, begun_at, done_at, result)
SELECT l.id, t.workspace_id, t.step, t.carried, t.begun_at, t.done_at, t.result
FROM sending_step t JOIN sending s ON s.id = t.sending_id JOIN listing l ON l.proof_id = s.proof_id;
-- Each step of each order, written before and after; never changed again.
CREATE TABLE order_step (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  order_id uuid NOT NULL,
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  part text NOT NULL,
  carried text NOT NULL,
  begun_at timestamptz NOT NULL DEFAULT now(),
  ended_at timestamptz,
  found boolean NOT NULL DEFAULT false,
  FOREIGN KEY (order_id, workspace_id) REFERENCES outlet_order (id, workspace_id) ON DELETE CASCADE
);
CREATE INDEX order_step_of ON order_step (order_id, id);
DROP TABLE sending_step;
DROP TABLE sending;

---- Activity

CREATE TABLE activity (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  at timestamptz NOT NULL DEFAULT now(),
  -- {by: 'account' | 'token' | 'press', id, name}
  who jsonb NOT NULL DEFAULT current_actor(),
  did text NOT NULL,
  about text NOT NULL,
  ids text[] NOT NULL DEFAULT '{}',
  values jsonb NOT NULL DEFAULT '{}',
  -- what taking it back needs to know; null for what cannot be taken back
  undo jsonb,
  undone_at timestamptz
);
CREATE INDEX activity_in_order ON activity (workspace_id, seq DESC);
-- What can be taken back is bounded, and found without looking through all that was done.
CREATE INDEX activity_undoable ON activity (workspace_id, seq DESC) WHERE undo IS NOT NULL;
CREATE INDEX activity_about ON activity USING gin (ids);
INSERT INTO activity (id, workspace_id, at, who, did, about, ids, values, undo, undone_at)
SELECT id, workspace_id, made_at, '{"by": "press"}', 'as-said', 'artwork',
  ARRAY(SELECT x->>'id' FROM jsonb_array_elements(before->'artworks') x), jsonb_build_object('says', label),
  jsonb_build_object('kind', 'artworks', 'before', before), undone_at
FROM undo_step ORDER BY seq;
DROP TABLE undo_step;

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['blank_version', 'price_plan', 'outlet_rules', 'docket_line', 'docket_outlet', 'docket_artwork', 'docket_revision',
    'proof_variant', 'proof_goods', 'outlet_order', 'listing_part', 'order_step', 'activity'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own ON %I USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace())', t);
    EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO press_app', t);
  END LOOP;
  GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO press_app;
  GRANT SELECT ON scene TO press_app;
END $$;
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON outlet_order FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON price_plan FOR EACH STATEMENT EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON activity FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- Sendings are orders now.
CREATE OR REPLACE FUNCTION left_over() RETURNS TABLE (workspace uuid, kind text, id uuid, other text, failed boolean)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  WITH passing AS (
    SELECT workspace_id, 'arriving' AS kind, artwork.id, NULL AS other, 'measure:' || artwork.id AS key FROM artwork WHERE state = 'arriving'
    UNION ALL SELECT workspace_id, 'unread', artwork.id, NULL, 'words:' || artwork.id FROM artwork WHERE state = 'ready' AND said IS NULL
    UNION ALL SELECT DISTINCT p.workspace_id, 'drafting', p.artwork_id, p.run_id::text, 'draft:' || p.run_id || ':' || p.artwork_id
      FROM proof p JOIN run r ON r.id = p.run_id WHERE p.state = 'drafting' AND r.state = 'going'
    UNION ALL SELECT workspace_id, 'unpacking', parcel.id, NULL, 'unpack:' || parcel.id FROM parcel WHERE state IN ('waiting', 'unpacking')
    UNION ALL SELECT DISTINCT s.workspace_id, 'sending', NULL::uuid, s.outlet_id, 'lane:' || s.workspace_id || ':' || s.outlet_id
      FROM outlet_order s LEFT JOIN run r ON r.id = s.run_id JOIN outlet o ON o.workspace_id = s.workspace_id AND o.id = s.outlet_id
      WHERE o.connected AND (s.state = 'sending' OR (s.state = 'waiting' AND (r.id IS NULL OR r.state <> 'paused' OR s.apart))))
  SELECT p.workspace_id, p.kind, p.id, p.other, EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND j.attempts >= j.max_attempts)
  FROM passing p
  WHERE NOT EXISTS (SELECT FROM graphile_worker.jobs j WHERE j.key = p.key AND (j.attempts < j.max_attempts OR j.locked_at IS NOT NULL))
$$;

-- Blanks, dockets and plans are looked at by people: changes are told.
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON blank FOR EACH STATEMENT EXECUTE FUNCTION tell_change();

-- A token is somebody too: it is known by its label.
DROP FUNCTION use_credential(bytea);
CREATE FUNCTION use_credential(hash bytea)
RETURNS TABLE (id uuid, workspace_id uuid, workspace_name text, is_demo boolean, account_id uuid, account_name text, label text, scope text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  -- to the minute: not every request is a write
  UPDATE credential c SET last_used_at = now() WHERE c.secret_hash = hash AND (c.last_used_at IS NULL OR c.last_used_at < now() - interval '1 minute');
  RETURN QUERY SELECT c.id, w.id, w.name, w.is_demo, c.account_id, a.name, c.label, c.scope
    FROM credential c JOIN workspace w ON w.id = c.workspace_id LEFT JOIN account a ON a.id = c.account_id
    WHERE c.secret_hash = hash AND (c.expires_at IS NULL OR c.expires_at > now());
END $$;

-- Why a file was not taken, and what was noted of one, have codes; what was written down before says itself.
ALTER TABLE artwork ALTER COLUMN problem TYPE jsonb
  USING CASE WHEN problem IS NOT NULL THEN jsonb_build_object('code', 'as-said', 'values', jsonb_build_object('says', problem)) END;
ALTER TABLE parcel ALTER COLUMN problem TYPE jsonb
  USING CASE WHEN problem IS NOT NULL THEN jsonb_build_object('code', 'as-said', 'values', jsonb_build_object('says', problem)) END;
UPDATE artwork SET measured = jsonb_set(measured, '{notes}', coalesce((
  SELECT jsonb_agg(jsonb_build_object('code', 'as-said', 'values', jsonb_build_object('says', said)) ORDER BY n)
  FROM jsonb_array_elements(measured->'notes') WITH ORDINALITY AS x(said, n)), '[]'))
WHERE measured ? 'notes';
