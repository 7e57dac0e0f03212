CREATE TABLE "trial_entries" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"trial_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"client_id" uuid,
	"body" jsonb NOT NULL,
	"added_by" uuid NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "trial_entries_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "trial_entries_kind" CHECK ("trial_entries"."kind" in ('enrolled', 'drawn', 'deviated', 'left', 'counted', 'looked')),
	CONSTRAINT "trial_entries_client" CHECK (("trial_entries"."kind" = 'looked') = ("trial_entries"."client_id" is null))
);
--> statement-breakpoint
CREATE TABLE "trials" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 0 NOT NULL,
	"design" jsonb NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"fixed_by" uuid,
	"fixed_at" timestamp with time zone,
	"seed" text,
	"seed_hash" text,
	"closed_by" uuid,
	"closed_at" timestamp with time zone,
	"close_reason" text,
	CONSTRAINT "trials_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "trials_fixed" CHECK (num_nulls("trials"."fixed_by", "trials"."fixed_at", "trials"."seed", "trials"."seed_hash") in (0, 4)),
	CONSTRAINT "trials_closed" CHECK (num_nulls("trials"."closed_by", "trials"."closed_at", "trials"."close_reason") in (0, 3) and ("trials"."closed_at" is null or "trials"."fixed_at" is not null))
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "trial_entries" ADD CONSTRAINT "trial_entries_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial_entries" ADD CONSTRAINT "trial_entries_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial_entries" ADD CONSTRAINT "trial_entries_clinic_id_added_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","added_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trials" ADD CONSTRAINT "trials_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trials" ADD CONSTRAINT "trials_clinic_id_created_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","created_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "trial_entries_by_trial" ON "trial_entries" USING btree ("clinic_id","trial_id","added_at");--> statement-breakpoint
CREATE INDEX "trial_entries_by_client" ON "trial_entries" USING btree ("clinic_id","client_id");--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'backupAsked', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'importMade', 'importUndone', 'clientAdded', 'clientEdited', 'clientErased', 'clientsMerged', 'mergeUndone', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'roomAdded', 'roomRenamed', 'unavailableAdded', 'unavailableRemoved', 'waitingAdded', 'waitingEnded', 'messageTextSet', 'signOffAdded', 'eyewearSet', 'deviceLogged', 'incidentReported', 'trialSet', 'trialTold', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE TRIGGER trial_entries_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON trial_entries
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
-- A trial that is fixed stays as it is: nobody draws again, and nobody names another outcome once something is known.
CREATE FUNCTION keep_fixed_trial() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR OLD.closed_at IS NOT NULL OR (OLD.fixed_at IS NOT NULL AND (NEW.design, NEW.seed, NEW.seed_hash, NEW.fixed_at,
    NEW.fixed_by) IS DISTINCT FROM (OLD.design, OLD.seed, OLD.seed_hash, OLD.fixed_at, OLD.fixed_by))
  THEN
    RAISE EXCEPTION 'A trial that is fixed does not change' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER trials_fixed_stand BEFORE UPDATE OR DELETE ON trials FOR EACH ROW EXECUTE FUNCTION keep_fixed_trial();--> statement-breakpoint
CREATE TRIGGER trials_audit AFTER INSERT OR UPDATE ON trials FOR EACH ROW
  EXECUTE FUNCTION audit_change('trialSet', 'design', 'seed');--> statement-breakpoint
CREATE TRIGGER trial_entries_audit AFTER INSERT ON trial_entries FOR EACH ROW
  EXECUTE FUNCTION audit_change('trialTold', 'body');--> statement-breakpoint
-- As before, and what was kept of a client in a trial loses its words too.
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
    trial_entries, device_log, audit_entries IN SHARE ROW EXCLUSIVE MODE;
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
    'incident_entries', 'trial_entries', 'audit_entries']
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
  UPDATE trial_entries SET body = without_words(body) WHERE clinic_id = of_clinic AND client_id = of_client;
  UPDATE messages SET "to" = '', text = '…' WHERE clinic_id = of_clinic AND client_id = of_client;
  DELETE FROM diary_photos d USING photos p WHERE d.clinic_id = of_clinic AND p.clinic_id = of_clinic
    AND p.id = d.photo_id AND p.visit_id = ANY (theirs);
  DELETE FROM photos WHERE clinic_id = of_clinic AND visit_id = ANY (theirs);
  DELETE FROM files WHERE clinic_id = of_clinic AND sha256 = ANY (hashes);
  UPDATE audit_entries SET what = '{}', erased_by = told WHERE clinic_id = of_clinic AND seq = ANY (entries);
  FOREACH one IN ARRAY ARRAY['clients', 'visits', 'visit_events', 'photos', 'files', 'consents', 'consent_withdrawals',
    'ahead_answers', 'diary_entries', 'diary_photos', 'course_notes', 'messages', 'visit_links', 'waiting', 'typed_sessions',
    'incident_entries', 'trial_entries', 'audit_entries']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE TRIGGER USER', one);
  END LOOP;
  RETURN hashes;
END $$;--> statement-breakpoint
-- As before, and what was kept of a client in trials goes where the client goes.
CREATE OR REPLACE FUNCTION rows_of_client(of_clinic uuid, of_client uuid) RETURNS jsonb LANGUAGE plpgsql STABLE AS $$
DECLARE
  found jsonb := '{}';
  own jsonb;
  one text;
BEGIN
  FOREACH one IN ARRAY ARRAY['areas', 'visits', 'consents', 'course_notes', 'typed_sessions', 'messages', 'waiting', 'trial_entries'] LOOP
    EXECUTE format('SELECT coalesce(jsonb_agg(id ORDER BY id), ''[]'') FROM %I WHERE clinic_id = $1 AND client_id = $2', one)
      INTO own USING of_clinic, of_client;
    found := found || jsonb_build_object(one, own);
  END LOOP;
  RETURN found;
END $$;--> statement-breakpoint
CREATE OR REPLACE FUNCTION give_rows(of_clinic uuid, to_client uuid, pairs jsonb, rows jsonb) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  one text;
  pair record;
BEGIN
  FOREACH one IN ARRAY ARRAY['areas', 'visits', 'visit_events', 'photos', 'consents', 'course_notes', 'typed_sessions', 'messages',
    'waiting', 'trial_entries']
  LOOP
    EXECUTE format('ALTER TABLE %I DISABLE TRIGGER USER', one);
  END LOOP;
  WITH a AS (
    UPDATE areas SET client_id = to_client WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'areas'))
  ), v AS (
    UPDATE visits SET client_id = to_client, area_id = paired_area(pairs, area_id)
    WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'visits'))
  ), k AS (
    UPDATE consents SET client_id = to_client, area_id = paired_area(pairs, area_id)
    WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'consents'))
  ), n AS (
    UPDATE course_notes SET client_id = to_client, area_id = paired_area(pairs, area_id)
    WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'course_notes'))
  ), t AS (
    UPDATE typed_sessions SET client_id = to_client, area_id = paired_area(pairs, area_id)
    WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'typed_sessions'))
  ), w AS (
    UPDATE waiting SET client_id = to_client, area_ids = (
      SELECT coalesce(jsonb_agg(paired_area(pairs, i::uuid)), '[]') FROM jsonb_array_elements_text(area_ids) i
    ) WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'waiting'))
  ), x AS (
    UPDATE trial_entries SET client_id = to_client WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'trial_entries'))
  )
  UPDATE messages SET client_id = to_client WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'messages'));
  FOR pair IN SELECT (p ->> 'from')::uuid AS gone, (p ->> 'into')::uuid AS stays FROM jsonb_array_elements(pairs) p LOOP
    UPDATE visit_events SET area_id = CASE WHEN area_id = pair.gone THEN pair.stays ELSE area_id END,
      body = replace(body::text, pair.gone::text, pair.stays::text)::jsonb
      WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits'))
        AND (area_id = pair.gone OR position(pair.gone::text IN body::text) > 0);
    UPDATE trial_entries SET body = replace(body::text, pair.gone::text, pair.stays::text)::jsonb
      WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'trial_entries'));
    UPDATE photos SET area_id = pair.stays
      WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits')) AND area_id = pair.gone;
  END LOOP;
  DELETE FROM zone_sessions WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits'));
  UPDATE visit_status SET stale = true WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits'));
  FOREACH one IN ARRAY ARRAY['areas', 'visits', 'visit_events', 'photos', 'consents', 'course_notes', 'typed_sessions', 'messages',
    'waiting', 'trial_entries']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE TRIGGER USER', one);
  END LOOP;
END $$;--> statement-breakpoint
CREATE OR REPLACE FUNCTION hold_clients() RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  LOCK TABLE clients, areas, visits, visit_events, photos, consents, course_notes, messages, waiting, typed_sessions, trial_entries, client_merges
    IN SHARE ROW EXCLUSIVE MODE
$$;
