ALTER TABLE "visit_events" ADD COLUMN "seen" bigint;--> statement-breakpoint
-- keep_presses keeps how far the tablet had read with each press.
CREATE OR REPLACE FUNCTION keep_presses(
  of_clinic uuid, of_visit uuid, by_staff uuid, in_session text, presses jsonb, after_seq bigint
)
  RETURNS jsonb LANGUAGE plpgsql AS $$
DECLARE
  booked uuid;
  taken uuid[];
  ids uuid[] := ARRAY(SELECT (p ->> 'id')::uuid FROM jsonb_array_elements(presses) AS p);
BEGIN
  -- One at a time per visit, so that who asks for what came after a place misses nothing.
  SELECT v.area_id INTO booked FROM visits v
    WHERE v.clinic_id = of_clinic AND v.id = of_visit
      AND EXISTS (SELECT FROM staff s WHERE s.clinic_id = of_clinic AND s.id = by_staff AND s.active)
      AND (in_session IS NULL
        OR EXISTS (SELECT FROM session s WHERE s.sid = in_session AND s.expire > now()))
    FOR UPDATE OF v;
  IF NOT FOUND THEN
    RETURN NULL;
  END IF;
  SELECT s.takes_presses INTO taken FROM visit_status s
    WHERE s.clinic_id = of_clinic AND s.visit_id = of_visit;
  IF EXISTS (
    SELECT FROM jsonb_to_recordset(presses) AS p("areaId" uuid)
    WHERE coalesce(p."areaId", booked) <> ALL (coalesce(taken, '{}'))
  ) THEN
    RETURN NULL;
  END IF;
  -- An id that another visit has is a mistake somewhere: the long way refuses it aloud.
  -- As an array, so that each is looked up by the key: joined, all of a clinic's events were read at every press.
  IF EXISTS (
    SELECT FROM visit_events e
    WHERE e.clinic_id = of_clinic AND e.id = ANY (ids) AND e.visit_id <> of_visit
  ) THEN
    RETURN NULL;
  END IF;
  INSERT INTO visit_events (clinic_id, id, visit_id, staff_id, area_id, kind, at, version, body, seen)
    SELECT of_clinic, p.id, of_visit, by_staff, p."areaId", p.body ->> 'kind', p.at, p.version, p.body, p.seen
    FROM jsonb_to_recordset(presses) AS p(id uuid, at timestamptz, "areaId" uuid, version smallint, body jsonb, seen bigint)
    ON CONFLICT DO NOTHING;
  RETURN (
    SELECT jsonb_build_object(
      'after', coalesce(max(e.seq), after_seq),
      'events', coalesce(jsonb_agg(jsonb_build_object(
        'id', e.id, 'at', e.at, 'staffId', e.staff_id, 'areaId', e.area_id, 'kind', e.kind, 'version', e.version,
        'body', e.body, 'seen', e.seen, 'seq', e.seq, 'recordedAt', e.recorded_at
      ) ORDER BY e.seq), '[]')
    )
    FROM visit_events e
    WHERE e.clinic_id = of_clinic AND e.visit_id = of_visit AND e.seq > after_seq
  );
END $$;
