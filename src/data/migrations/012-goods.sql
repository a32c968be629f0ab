-- Thousands of blanks are browsed without opening a document: what they are found and sorted by stands beside them.
CREATE FUNCTION blank_facts(d jsonb) RETURNS TABLE (name text, kind text, department text, families text[], colours integer, sizes integer,
  least_minor integer, most_minor integer, print_mm real, days integer, on_offer_from date, words text)
LANGUAGE sql IMMUTABLE AS $$
  SELECT d->>'name', d->>'kind', coalesce(d->>'department', d->>'kind'),
    (SELECT coalesce(array_agg(DISTINCT c->>'family') FILTER (WHERE c ? 'family'), '{}') FROM jsonb_array_elements(d->'colours') c),
    jsonb_array_length(d->'colours'), jsonb_array_length(d->'sizes'),
    (SELECT min((v->>'costMinor')::int) FROM jsonb_array_elements(d->'variants') v),
    (SELECT max((v->>'costMinor')::int) FROM jsonb_array_elements(d->'variants') v),
    (SELECT max(greatest((s->>'widthMm')::real, (s->>'heightMm')::real)) FROM jsonb_array_elements(d->'areas') a,
       LATERAL (SELECT a AS s UNION ALL SELECT value FROM jsonb_each(coalesce(a->'bySize', '{}'))) x),
    (d->>'productionDays')::int, (d->>'onOfferFrom')::date,
    lower(concat_ws(' ', d->>'name', d->>'kind', d->>'department', d->>'house', d->>'id',
      (SELECT string_agg(c->>'name', ' ') FROM jsonb_array_elements(d->'colours') c)))
$$;
ALTER TABLE blank
  ADD COLUMN name text, ADD COLUMN kind text, ADD COLUMN department text, ADD COLUMN families text[], ADD COLUMN colours integer,
  ADD COLUMN sizes integer, ADD COLUMN least_minor integer, ADD COLUMN most_minor integer, ADD COLUMN print_mm real, ADD COLUMN days integer,
  ADD COLUMN on_offer_from date, ADD COLUMN words text;
UPDATE blank b SET (name, kind, department, families, colours, sizes, least_minor, most_minor, print_mm, days, on_offer_from, words) =
  (SELECT f.* FROM blank_version v, blank_facts(v.document) f WHERE v.workspace_id = b.workspace_id AND v.blank_id = b.id AND v.version = b.version);

-- What a hand has said of a sentence of a product text: for whom it is. It holds when the catalogue is fetched again.
CREATE TABLE blank_sentence (
  workspace_id uuid NOT NULL REFERENCES workspace ON DELETE CASCADE DEFAULT current_workspace(),
  blank_id text NOT NULL,
  sentence text NOT NULL,
  is_for text NOT NULL CHECK (is_for IN ('buyers', 'sellers')),
  PRIMARY KEY (workspace_id, blank_id, sentence),
  FOREIGN KEY (workspace_id, blank_id) REFERENCES blank ON DELETE CASCADE
);
ALTER TABLE blank_sentence ENABLE ROW LEVEL SECURITY;
CREATE POLICY own ON blank_sentence USING (workspace_id = current_workspace()) WITH CHECK (workspace_id = current_workspace());
GRANT SELECT, INSERT, UPDATE, DELETE ON blank_sentence TO press_app;
