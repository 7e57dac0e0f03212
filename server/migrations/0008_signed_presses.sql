CREATE INDEX "visit_events_signed" ON "visit_events" USING btree ("clinic_id","visit_id") WHERE "visit_events"."kind" = 'recordSigned';--> statement-breakpoint
-- keep_presses takes no press of a visit whose record was signed, and tells when each was received.
CREATE OR REPLACE FUNCTION keep_presses(
  of_clinic uuid, of_visit uuid, by_staff uuid, in_session text, presses jsonb, after_seq bigint
)
  RETURNS jsonb LANGUAGE plpgsql AS $$
DECLARE
  booked uuid;
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
  IF EXISTS (
    SELECT FROM jsonb_to_recordset(presses) AS p("areaId" uuid)
    WHERE NOT EXISTS (
      SELECT FROM visit_events e
      WHERE e.clinic_id = of_clinic AND e.visit_id = of_visit AND e.kind = 'treatmentStarted'
        AND coalesce(e.area_id, booked) = coalesce(p."areaId", booked)
    )
  ) THEN
    RETURN NULL;
  END IF;
  -- Once the record was signed every press is judged: the long way tells what still may be added.
  IF EXISTS (
    SELECT FROM visit_events e
    WHERE e.clinic_id = of_clinic AND e.visit_id = of_visit AND e.kind = 'recordSigned'
  ) THEN
    RETURN NULL;
  END IF;
  INSERT INTO visit_events (clinic_id, id, visit_id, staff_id, area_id, kind, at, body)
    SELECT of_clinic, p.id, of_visit, by_staff, p."areaId", p.body ->> 'kind', p.at, p.body
    FROM jsonb_to_recordset(presses) AS p(id uuid, at timestamptz, "areaId" uuid, body jsonb)
    ON CONFLICT DO NOTHING;
  RETURN (
    SELECT jsonb_build_object(
      'after', coalesce(max(e.seq), after_seq),
      'events', coalesce(jsonb_agg(jsonb_build_object(
        'id', e.id, 'at', e.at, 'staffId', e.staff_id, 'areaId', e.area_id, 'body', e.body,
        'seq', e.seq, 'receivedAt', e.recorded_at
      ) ORDER BY e.seq), '[]')
    )
    FROM visit_events e
    WHERE e.clinic_id = of_clinic AND e.visit_id = of_visit AND e.seq > after_seq
  );
END $$;
