-- Placements become layers held by an anchor (form 1 of src/core/placement/form.ts): “fit” by its motif from the top, “cover” by the whole file.
CREATE FUNCTION placement_face(how jsonb, artwork jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_build_object('layers', jsonb_build_array(
    CASE how->>'mode'
      WHEN 'cover' THEN jsonb_build_object('kind', 'artwork', 'by', 'file', 'size', '{"rule": "cover"}'::jsonb, 'anchor', 'centre', 'xMm', 0, 'yMm', 0)
      ELSE jsonb_build_object('kind', 'artwork', 'by', 'motif', 'size', jsonb_build_object('rule', 'fit', 'share', how->'scale'),
        'anchor', 'top', 'xMm', 0, 'yMm', how->'topMm')
    END || CASE WHEN artwork IS NULL THEN '{}' ELSE jsonb_build_object('artwork', artwork) END))
$$;
CREATE FUNCTION placement_form(p jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN p ? 'form' THEN p ELSE
    jsonb_build_object('form', 1, 'area', p->'area') || placement_face(p, p->'print'->'artwork')
    || CASE WHEN p ? 'bySize' THEN jsonb_build_object('bySize',
         (SELECT coalesce(jsonb_object_agg(size, placement_face(how, p->'print'->'artwork')), '{}') FROM jsonb_each(p->'bySize') b(size, how)))
       ELSE '{}' END
  END
$$;
CREATE FUNCTION with_placement_forms(document jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_set(document, '{lines}', (SELECT jsonb_agg(
    jsonb_set(l, '{placements}', (SELECT jsonb_agg(placement_form(p) ORDER BY n) FROM jsonb_array_elements(l->'placements') WITH ORDINALITY x(p, n)))
    ORDER BY m) FROM jsonb_array_elements(document->'lines') WITH ORDINALITY y(l, m)))
$$;
UPDATE docket SET document = with_placement_forms(document);
UPDATE docket_revision SET document = with_placement_forms(document);
DROP FUNCTION with_placement_forms, placement_form, placement_face;
