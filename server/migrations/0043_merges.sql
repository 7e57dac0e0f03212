CREATE TABLE "client_merges" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"gone_id" uuid NOT NULL,
	"pairs" jsonb NOT NULL,
	"kept_before" jsonb,
	"kept_version" integer NOT NULL,
	"moved" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"had" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"undone_at" timestamp with time zone,
	"undone_by" uuid,
	CONSTRAINT "client_merges_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "merged_into" uuid;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "retention" jsonb;--> statement-breakpoint
ALTER TABLE "client_merges" ADD CONSTRAINT "client_merges_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_merges" ADD CONSTRAINT "client_merges_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_merges" ADD CONSTRAINT "client_merges_clinic_id_gone_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","gone_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_merges" ADD CONSTRAINT "client_merges_clinic_id_created_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","created_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_merges" ADD CONSTRAINT "client_merges_clinic_id_undone_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","undone_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "client_merges_by_client" ON "client_merges" USING btree ("clinic_id","client_id");--> statement-breakpoint
ALTER TABLE "clients" ADD CONSTRAINT "clients_clinic_id_merged_into_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","merged_into") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'backupAsked', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'importMade', 'importUndone', 'clientAdded', 'clientEdited', 'clientErased', 'clientsMerged', 'mergeUndone', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'roomAdded', 'roomRenamed', 'unavailableAdded', 'unavailableRemoved', 'waitingAdded', 'waitingEnded', 'messageTextSet', 'signOffAdded', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE TRIGGER client_merges_audit_made AFTER INSERT ON client_merges FOR EACH ROW
  EXECUTE FUNCTION audit_change('clientsMerged', 'kept_before', 'moved', 'had');--> statement-breakpoint
CREATE TRIGGER client_merges_audit_undone AFTER UPDATE OF undone_at ON client_merges FOR EACH ROW
  EXECUTE FUNCTION audit_change('mergeUndone', 'kept_before', 'moved', 'had');--> statement-breakpoint
CREATE FUNCTION paired_area(pairs jsonb, area uuid) RETURNS uuid LANGUAGE sql IMMUTABLE AS $$
  SELECT coalesce((SELECT (p ->> 'into')::uuid FROM jsonb_array_elements(pairs) p WHERE (p ->> 'from')::uuid = area), area)
$$;--> statement-breakpoint
CREATE FUNCTION uuids_of(rows jsonb, of_table text) RETURNS uuid[] LANGUAGE sql IMMUTABLE AS $$
  SELECT coalesce(array_agg(i::uuid), '{}') FROM jsonb_array_elements_text(coalesce(rows -> of_table, '[]')) i
$$;--> statement-breakpoint
-- The rows of a client by table, as they are moved or counted.
CREATE FUNCTION rows_of_client(of_clinic uuid, of_client uuid) RETURNS jsonb LANGUAGE plpgsql STABLE AS $$
DECLARE
  found jsonb := '{}';
  own jsonb;
  one text;
BEGIN
  FOREACH one IN ARRAY ARRAY['areas', 'visits', 'consents', 'course_notes', 'typed_sessions', 'messages', 'waiting'] LOOP
    EXECUTE format('SELECT coalesce(jsonb_agg(id ORDER BY id), ''[]'') FROM %I WHERE clinic_id = $1 AND client_id = $2', one)
      INTO own USING of_clinic, of_client;
    found := found || jsonb_build_object(one, own);
  END LOOP;
  RETURN found;
END $$;--> statement-breakpoint
-- Gives rows to another client, areas that are one place changed for their twins wherever they are named. One statement for all
-- that refer to each other: keys are looked at when it ends. The triggers that keep records as they are stand still for this
-- transaction alone, in which nobody else can write; what is recorded of a visit stays but for the area’s id.
CREATE FUNCTION give_rows(of_clinic uuid, to_client uuid, pairs jsonb, rows jsonb) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  one text;
  pair record;
BEGIN
  FOREACH one IN ARRAY ARRAY['areas', 'visits', 'visit_events', 'photos', 'consents', 'course_notes', 'typed_sessions', 'messages',
    'waiting']
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
  )
  UPDATE messages SET client_id = to_client WHERE clinic_id = of_clinic AND id = ANY (uuids_of(rows, 'messages'));
  FOR pair IN SELECT (p ->> 'from')::uuid AS gone, (p ->> 'into')::uuid AS stays FROM jsonb_array_elements(pairs) p LOOP
    UPDATE visit_events SET area_id = CASE WHEN area_id = pair.gone THEN pair.stays ELSE area_id END,
      body = replace(body::text, pair.gone::text, pair.stays::text)::jsonb
      WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits'))
        AND (area_id = pair.gone OR position(pair.gone::text IN body::text) > 0);
    UPDATE photos SET area_id = pair.stays
      WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits')) AND area_id = pair.gone;
  END LOOP;
  DELETE FROM zone_sessions WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits'));
  UPDATE visit_status SET stale = true WHERE clinic_id = of_clinic AND visit_id = ANY (uuids_of(rows, 'visits'));
  FOREACH one IN ARRAY ARRAY['areas', 'visits', 'visit_events', 'photos', 'consents', 'course_notes', 'typed_sessions', 'messages',
    'waiting']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE TRIGGER USER', one);
  END LOOP;
END $$;--> statement-breakpoint
-- All of them at once and always in this order: two of these, or one and a press, would otherwise wait for each other in a circle.
CREATE FUNCTION hold_clients() RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  LOCK TABLE clients, areas, visits, visit_events, photos, consents, course_notes, messages, waiting, typed_sessions, client_merges
    IN SHARE ROW EXCLUSIVE MODE
$$;--> statement-breakpoint
-- Carries out a merge that was noted: everything of the record that goes stands under the one that is kept, and which rows that
-- were is noted with it.
CREATE FUNCTION merge_clients(of_clinic uuid, of_merge uuid) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  m client_merges;
  theirs jsonb;
BEGIN
  PERFORM hold_clients();
  SELECT * INTO STRICT m FROM client_merges WHERE clinic_id = of_clinic AND id = of_merge;
  IF m.undone_at IS NOT NULL OR m.had <> '{}'
    OR NOT EXISTS (SELECT FROM clients WHERE clinic_id = of_clinic AND id = m.gone_id AND merged_into IS NULL)
  THEN
    RAISE EXCEPTION 'This merge cannot be carried out';
  END IF;
  theirs := rows_of_client(of_clinic, m.gone_id);
  -- An area that is the same place stays behind, with nothing on it.
  theirs := jsonb_set(theirs, '{areas}', (SELECT coalesce(jsonb_agg(i), '[]') FROM jsonb_array_elements_text(theirs -> 'areas') i
    WHERE paired_area(m.pairs, i::uuid) = i::uuid));
  UPDATE client_merges SET had = rows_of_client(of_clinic, m.client_id), moved = theirs
    WHERE clinic_id = of_clinic AND id = of_merge;
  PERFORM give_rows(of_clinic, m.client_id, m.pairs, theirs);
  UPDATE clients SET merged_into = m.client_id, version = version + 1 WHERE clinic_id = of_clinic AND id = m.gone_id;
END $$;--> statement-breakpoint
-- Undoes a merge where nothing rests on it. Gives what rests on it, or null once it is undone.
CREATE FUNCTION unmerge_clients(of_clinic uuid, of_merge uuid, by_staff uuid) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  m client_merges;
  kept clients;
  own jsonb;
  one text;
BEGIN
  PERFORM hold_clients();
  SELECT * INTO STRICT m FROM client_merges WHERE clinic_id = of_clinic AND id = of_merge;
  IF m.undone_at IS NOT NULL THEN
    RETURN NULL;
  END IF;
  SELECT * INTO STRICT kept FROM clients WHERE clinic_id = of_clinic AND id = m.client_id;
  IF kept.erased_at IS NOT NULL THEN
    RETURN 'erased';
  ELSIF kept.merged_into IS NOT NULL THEN
    RETURN 'merged';
  END IF;
  own := rows_of_client(of_clinic, m.client_id);
  FOR one IN SELECT jsonb_object_keys(own) LOOP
    IF NOT (own -> one <@ ((m.had -> one) || (m.moved -> one))) THEN
      RETURN one;
    END IF;
  END LOOP;
  IF EXISTS (SELECT FROM visit_events e JOIN visits v ON v.clinic_id = e.clinic_id AND v.id = e.visit_id
    WHERE e.clinic_id = of_clinic AND v.client_id = m.client_id AND e.recorded_at >= m.created_at)
  THEN
    RETURN 'events';
  ELSIF kept.version <> m.kept_version THEN
    RETURN 'edited';
  END IF;
  PERFORM give_rows(of_clinic, m.gone_id,
    (SELECT coalesce(jsonb_agg(jsonb_build_object('from', p -> 'into', 'into', p -> 'from')), '[]')
      FROM jsonb_array_elements(m.pairs) p), m.moved);
  UPDATE clients SET merged_into = NULL, version = version + 1 WHERE clinic_id = of_clinic AND id = m.gone_id;
  UPDATE client_merges SET undone_at = now(), undone_by = by_staff WHERE clinic_id = of_clinic AND id = of_merge;
  RETURN NULL;
END $$;
