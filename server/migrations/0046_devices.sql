CREATE TABLE "device_log" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"handpiece_id" text NOT NULL,
	"kind" text NOT NULL,
	"body" jsonb NOT NULL,
	"paper_sha256" text,
	"added_by" uuid NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "device_log_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "device_log_kind" CHECK ("device_log"."kind" in ('checked', 'takenOut', 'freed', 'serviced', 'partFitted', 'counterRead'))
);
--> statement-breakpoint
CREATE TABLE "incident_entries" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"incident_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"body" jsonb NOT NULL,
	"visit_id" uuid,
	"handpiece_id" text,
	"added_by" uuid NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "incident_entries_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "incident_entries_kind" CHECK ("incident_entries"."kind" in ('reported', 'noted', 'seen', 'closed'))
);
--> statement-breakpoint
ALTER TABLE "catalogue_versions" DROP CONSTRAINT "catalogue_versions_kind";--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "device_log" ADD CONSTRAINT "device_log_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_log" ADD CONSTRAINT "device_log_clinic_id_added_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","added_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "incident_entries" ADD CONSTRAINT "incident_entries_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "incident_entries" ADD CONSTRAINT "incident_entries_of_report" FOREIGN KEY ("clinic_id","incident_id") REFERENCES "public"."incident_entries"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "incident_entries" ADD CONSTRAINT "incident_entries_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "incident_entries" ADD CONSTRAINT "incident_entries_clinic_id_added_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","added_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "device_log_by_handpiece" ON "device_log" USING btree ("clinic_id","handpiece_id","added_at");--> statement-breakpoint
CREATE INDEX "incident_entries_by_incident" ON "incident_entries" USING btree ("clinic_id","incident_id","added_at");--> statement-breakpoint
CREATE INDEX "incident_entries_by_visit" ON "incident_entries" USING btree ("clinic_id","visit_id");--> statement-breakpoint
ALTER TABLE "catalogue_versions" ADD CONSTRAINT "catalogue_versions_kind" CHECK ("catalogue_versions"."kind" in ('devices', 'protocol', 'suitability', 'consents', 'aftercare', 'safety', 'translation'));--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'backupAsked', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'importMade', 'importUndone', 'clientAdded', 'clientEdited', 'clientErased', 'clientsMerged', 'mergeUndone', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'roomAdded', 'roomRenamed', 'unavailableAdded', 'unavailableRemoved', 'waitingAdded', 'waitingEnded', 'messageTextSet', 'signOffAdded', 'eyewearSet', 'deviceLogged', 'incidentReported', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
DROP TRIGGER visits_audit_moved ON visits;--> statement-breakpoint
CREATE TRIGGER visits_audit_moved AFTER UPDATE ON visits FOR EACH ROW
  WHEN ((OLD.starts_at, OLD.room_id, OLD.staff_id, OLD.handpiece_id) IS DISTINCT FROM (NEW.starts_at, NEW.room_id, NEW.staff_id, NEW.handpiece_id))
  EXECUTE FUNCTION audit_change('visitMoved');--> statement-breakpoint
CREATE TRIGGER device_log_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON device_log
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER incident_entries_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON incident_entries
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER device_log_audit AFTER INSERT ON device_log FOR EACH ROW
  EXECUTE FUNCTION audit_change('deviceLogged', 'body');--> statement-breakpoint
CREATE TRIGGER incident_entries_audit AFTER INSERT ON incident_entries FOR EACH ROW
  EXECUTE FUNCTION audit_change('incidentReported', 'body');--> statement-breakpoint
-- Takes away who a client was: name, contacts, notes, pictures, signed papers, messages, and their words wherever they were
-- kept, in the audit trail too. Numbers stay, under the client’s reference. The trail tells of it in the same transaction and
-- names every entry whose words went, so that the chain can still be checked. The triggers that keep records as they are stand
-- still for this transaction alone, in which nobody else can write. Gives the hashes of the files that nothing refers to any more;
-- null where there is no such client or it was erased already. What was told of an incident keeps its codes and figures.
CREATE OR REPLACE FUNCTION erase_client(of_clinic uuid, of_client uuid, by_staff uuid) RETURNS text[]
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  gone clients;
  theirs uuid[];
  entries bigint[];
  told bigint;
  hashes text[];
  one text;
BEGIN
  -- All of them first and at once: two erasures, or one and a press, would otherwise wait for each other in a circle.
  LOCK TABLE clients, visits, visit_events, photos, files, consents, consent_withdrawals, ahead_answers, diary_entries,
    diary_photos, course_notes, messages, visit_links, waiting, typed_sessions, incident_entries,
    device_log, audit_entries IN SHARE ROW EXCLUSIVE MODE;
  SELECT * INTO gone FROM clients c
    WHERE c.clinic_id = of_clinic AND c.id = of_client AND c.erased_at IS NULL FOR UPDATE;
  IF NOT FOUND THEN
    RETURN NULL;
  END IF;
  SELECT coalesce(array_agg(v.id), '{}') INTO theirs FROM visits v
    WHERE v.clinic_id = of_clinic AND v.client_id = of_client;
  SELECT coalesce(array_agg(a.seq ORDER BY a.seq), '{}') INTO entries FROM audit_entries a
    WHERE a.clinic_id = of_clinic AND a.what <> '{}' AND a.erased_by IS NULL AND (
      a.client_id = of_client OR a.visit_id = ANY (theirs)
      OR (a.kind = 'clientsSearched' AND (
        position(lower(gone.given_name) IN lower(a.what ->> 'text')) > 0
        OR position(lower(gone.family_name) IN lower(a.what ->> 'text')) > 0
        OR (gone.phone <> '' AND position(gone.phone IN a.what ->> 'text') > 0)
        -- Nobody looks for an empty text, nor is a single letter anybody’s name.
        OR (length(a.what ->> 'text') > 2 AND position(lower(a.what ->> 'text') IN gone.search_text) > 0))));
  INSERT INTO audit_entries (clinic_id, staff_id, kind, client_id, what)
    VALUES (of_clinic, by_staff, 'clientErased', of_client, jsonb_build_object('entries', to_jsonb(entries)))
    RETURNING seq INTO told;
  SELECT coalesce(array_agg(DISTINCT own.sha256), '{}') INTO hashes FROM (
    SELECT unnest(ARRAY[p.sha256, p.thumbnail_sha256]) AS sha256 FROM photos p
      WHERE p.clinic_id = of_clinic AND p.visit_id = ANY (theirs)
    UNION SELECT k.sha256 FROM consents k WHERE k.clinic_id = of_clinic AND k.client_id = of_client
  ) AS own
  WHERE own.sha256 IS NOT NULL
    AND NOT EXISTS (SELECT FROM photos p WHERE p.clinic_id = of_clinic AND p.visit_id <> ALL (theirs)
      AND own.sha256 IN (p.sha256, p.thumbnail_sha256))
    AND NOT EXISTS (SELECT FROM consents k WHERE k.clinic_id = of_clinic AND k.client_id <> of_client
      AND k.sha256 = own.sha256)
    AND NOT EXISTS (SELECT FROM device_log d WHERE d.clinic_id = of_clinic AND d.paper_sha256 = own.sha256);
  FOREACH one IN ARRAY ARRAY['clients', 'visits', 'visit_events', 'photos', 'files', 'consents', 'consent_withdrawals',
    'ahead_answers', 'diary_entries', 'diary_photos', 'course_notes', 'messages', 'visit_links', 'waiting', 'typed_sessions',
    'incident_entries', 'audit_entries']
  LOOP
    EXECUTE format('ALTER TABLE %I DISABLE TRIGGER USER', one);
  END LOOP;
  UPDATE clients SET given_name = 'Erased', family_name = reference, birth_date = (left(birth_date::text, 4) || '-01-01')::date,
    phone = '', email = '', contact_by = NULL, language = NULL, guardian = NULL, alert = '', note = '', wishes = NULL,
    search_text = lower(reference), version = version + 1, do_not_contact = true, erased_at = now()
    WHERE clinic_id = of_clinic AND id = of_client;
  UPDATE visits SET cancel_reason = '…' WHERE clinic_id = of_clinic AND client_id = of_client AND cancel_reason IS NOT NULL;
  UPDATE visit_events SET body = without_words(body) WHERE clinic_id = of_clinic AND visit_id = ANY (theirs);
  UPDATE visit_status SET zones = '[]', sessions = '[]', stale = true WHERE clinic_id = of_clinic AND visit_id = ANY (theirs);
  UPDATE consent_withdrawals w SET reason = '…' FROM consents k
    WHERE w.clinic_id = of_clinic AND k.clinic_id = of_clinic AND k.id = w.consent_id AND k.client_id = of_client;
  UPDATE consents SET content = without_words(content) WHERE clinic_id = of_clinic AND client_id = of_client;
  UPDATE ahead_answers SET history = without_words(history) WHERE clinic_id = of_clinic AND visit_id = ANY (theirs);
  UPDATE diary_entries SET note = '', photo_ids = '[]' WHERE clinic_id = of_clinic AND visit_id = ANY (theirs);
  UPDATE course_notes SET reason = CASE WHEN reason = '' THEN '' ELSE '…' END, plan = without_words(plan)
    WHERE clinic_id = of_clinic AND client_id = of_client;
  UPDATE waiting SET note = '' WHERE clinic_id = of_clinic AND client_id = of_client;
  UPDATE visit_links SET note = '' WHERE clinic_id = of_clinic AND visit_id = ANY (theirs);
  UPDATE typed_sessions SET note = '' WHERE clinic_id = of_clinic AND client_id = of_client;
  UPDATE incident_entries SET body = without_words(body) WHERE clinic_id = of_clinic AND incident_id IN (
    SELECT i.id FROM incident_entries i WHERE i.clinic_id = of_clinic AND i.visit_id = ANY (theirs));
  UPDATE messages SET "to" = '', text = '…' WHERE clinic_id = of_clinic AND client_id = of_client;
  DELETE FROM diary_photos d USING photos p WHERE d.clinic_id = of_clinic AND p.clinic_id = of_clinic
    AND p.id = d.photo_id AND p.visit_id = ANY (theirs);
  DELETE FROM photos WHERE clinic_id = of_clinic AND visit_id = ANY (theirs);
  DELETE FROM files WHERE clinic_id = of_clinic AND sha256 = ANY (hashes);
  UPDATE audit_entries SET what = '{}', erased_by = told WHERE clinic_id = of_clinic AND seq = ANY (entries);
  FOREACH one IN ARRAY ARRAY['clients', 'visits', 'visit_events', 'photos', 'files', 'consents', 'consent_withdrawals',
    'ahead_answers', 'diary_entries', 'diary_photos', 'course_notes', 'messages', 'visit_links', 'waiting', 'typed_sessions',
    'incident_entries', 'audit_entries']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE TRIGGER USER', one);
  END LOOP;
  RETURN hashes;
END $$;
