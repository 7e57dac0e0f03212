CREATE TABLE "diary_photos" (
	"clinic_id" uuid NOT NULL,
	"photo_id" uuid NOT NULL,
	"link_id" uuid NOT NULL,
	CONSTRAINT "diary_photos_clinic_id_photo_id_pk" PRIMARY KEY("clinic_id","photo_id")
);
--> statement-breakpoint
ALTER TABLE "diary_photos" ADD CONSTRAINT "diary_photos_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_photos" ADD CONSTRAINT "diary_photos_clinic_id_photo_id_photos_clinic_id_id_fk" FOREIGN KEY ("clinic_id","photo_id") REFERENCES "public"."photos"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_photos" ADD CONSTRAINT "diary_photos_clinic_id_link_id_diary_links_clinic_id_id_fk" FOREIGN KEY ("clinic_id","link_id") REFERENCES "public"."diary_links"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "diary_photos_by_link" ON "diary_photos" USING btree ("clinic_id","link_id");
--> statement-breakpoint
CREATE TRIGGER diary_photos_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "diary_photos"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- Pictures that entries name already came in by the link of their entry.
INSERT INTO "diary_photos" ("clinic_id", "photo_id", "link_id")
  SELECT DISTINCT ON (p.clinic_id, p.id) p.clinic_id, p.id, e.link_id
  FROM "diary_entries" e
  CROSS JOIN LATERAL jsonb_array_elements_text(e.photo_ids) AS named(id)
  JOIN "photos" p ON p.clinic_id = e.clinic_id AND p.id = named.id::uuid
  ORDER BY p.clinic_id, p.id, e.given_at;
--> statement-breakpoint
-- keep_presses leaves a press to the long way whose id another visit has.
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
  -- An id that another visit has is a mistake somewhere: the long way refuses it aloud.
  IF EXISTS (
    SELECT FROM jsonb_to_recordset(presses) AS p(id uuid)
    JOIN visit_events e ON e.clinic_id = of_clinic AND e.id = p.id
    WHERE e.visit_id <> of_visit
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
