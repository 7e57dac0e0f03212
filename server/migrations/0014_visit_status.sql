CREATE TABLE "visit_status" (
	"clinic_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"zones" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"takes_presses" uuid[] DEFAULT '{}' NOT NULL,
	"open_reactions" integer DEFAULT 0 NOT NULL,
	"reading_from" timestamp with time zone,
	"unreadable" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 0 NOT NULL,
	"stale" boolean DEFAULT true NOT NULL,
	CONSTRAINT "visit_status_clinic_id_visit_id_pk" PRIMARY KEY("clinic_id","visit_id")
);
--> statement-breakpoint
DROP INDEX "visit_events_begun";--> statement-breakpoint
DROP INDEX "visit_events_signed";--> statement-breakpoint
ALTER TABLE "visit_status" ADD CONSTRAINT "visit_status_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_status" ADD CONSTRAINT "visit_status_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_status_stale" ON "visit_status" USING btree ("clinic_id") WHERE "visit_status"."stale";--> statement-breakpoint
CREATE INDEX "visit_status_reactions" ON "visit_status" USING btree ("clinic_id") WHERE "visit_status"."open_reactions" > 0;--> statement-breakpoint
CREATE INDEX "visit_status_readings" ON "visit_status" USING btree ("clinic_id","reading_from") WHERE "visit_status"."reading_from" is not null;--> statement-breakpoint
-- Every visit has its row; whatever is added to a visit makes it stale until core has summed the visit up again.
CREATE FUNCTION visit_status_begin() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO visit_status (clinic_id, visit_id) SELECT a.clinic_id, a.id FROM added a ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER visits_status AFTER INSERT ON visits
  REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION visit_status_begin();
--> statement-breakpoint
CREATE FUNCTION visit_status_outdate() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  -- Row by row, as a press is one row: one look by the key, and nothing is written after the first.
  UPDATE visit_status s SET stale = true
    WHERE s.clinic_id = NEW.clinic_id AND s.visit_id = NEW.visit_id AND NOT s.stale;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER visit_events_status AFTER INSERT ON visit_events
  FOR EACH ROW EXECUTE FUNCTION visit_status_outdate();
--> statement-breakpoint
INSERT INTO visit_status (clinic_id, visit_id) SELECT clinic_id, id FROM visits;
--> statement-breakpoint
-- keep_presses asks what core has said of a zone's presses, and judges nothing itself.
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
